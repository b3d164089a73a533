package compat

import (
	"slices"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/substrate"
)

// forgotten is a fact that nobody tells any more: the same stack and coat without it; false where it was not told.
type forgotten struct {
	fact   string
	forget func(s Stack, l Laid) (Stack, Laid, bool)
}

var forgets = []forgotten{
	{"the colours", func(s Stack, l Laid) (Stack, Laid, bool) {
		s.Laid = slices.Clone(s.Laid)
		any := false
		untold := func(l *Laid) {
			if l.Product.Family.Pigmented() && l.Product.Shade != coating.Clear {
				p := *l.Product
				p.Shade = coating.Clear
				l.Product, any = &p, true
			}
		}
		for i := range s.Laid {
			untold(&s.Laid[i])
		}
		untold(&l)
		return s, l, any
	}},
	{"the wood", func(s Stack, l Laid) (Stack, Laid, bool) {
		wood := s.Base.Material.Wood() && !s.Base.Material.Flexes && s.Base.Material.Kind != substrate.Board
		s.Base.Material = substrate.Find("unknown_wood")
		return s, l, wood
	}},
	{"the old finish", func(s Stack, l Laid) (Stack, Laid, bool) {
		told := s.Base.Old == OldKnown && len(s.Laid) == 0
		if told {
			s.Base = GroundOf(s.Base.Material, substrate.Inspection{Unknown: true}, substrate.Keep)
		}
		return s, l, told
	}},
	{"that it was keyed", func(s Stack, l Laid) (Stack, Laid, bool) {
		told := s.State.Key == Keyed
		s.State.Key = NotKeyed
		return s, l, told
	}},
	{"the hours", func(s Stack, l Laid) (Stack, Laid, bool) {
		n := len(s.Laid)
		if n == 0 || s.Laid[n-1].SinceH == nil {
			return s, l, false
		}
		s.Laid = slices.Clone(s.Laid)
		for i := range s.Laid {
			s.Laid[i].SinceH = nil
		}
		s.State.HoursUnknown = true
		return s, l, true
	}},
	{"that it was rinsed", func(s Stack, l Laid) (Stack, Laid, bool) {
		told := s.State.Rinsed
		s.State.Rinsed = false
		return s, l, told
	}},
	{"that the hand found it hard", func(s Stack, l Laid) (Stack, Laid, bool) {
		told := slices.Contains(s.State.Seen, Powders)
		s.State.Seen = slices.DeleteFunc(slices.Clone(s.State.Seen), func(x Sign) bool { return x == Powders })
		return s, l, told
	}},
}

// byTheClock are refusals that only a known hour can give; where nobody knows it, the hand decides instead.
var byTheClock = []string{"T1", "T6", "A6", "T8"}

// Property: less knowledge never dares more. For every judged case, forgetting a fact gives no better verdict and no
// shorter wait.
func TestLessKnowledgeNeverDaresMore(t *testing.T) {
	tried := map[string]int{}
	for _, c := range readCases(t) {
		s, l, err := ParseStack(c.join)
		if err != nil {
			t.Fatalf("%s: %v", c.join, err)
		}
		if l == nil {
			continue
		}
		known := Judge(s.Over(*l))
		for _, f := range forgets {
			without, coat, told := f.forget(s, *l)
			if !told {
				continue
			}
			tried[f.fact]++
			less := Judge(without.Over(coat))
			decided := ""
			if len(known.Findings) > 0 {
				decided = known.Findings[0].Rule.ID
			}
			clock := f.fact == "the hours" && slices.Contains(byTheClock, decided)
			asCareful := less.Verdict >= known.Verdict || !less.Legal() // a coat that is missing stops it as well
			if !asCareful && !clock {
				t.Errorf("%s: %s by %s; forgetting %s it is %s", c.join, known.Verdict, decided, f.fact, less.Verdict)
			}
			if less.Legal() && known.Legal() && less.EarliestH < known.EarliestH-1e-9 {
				t.Errorf("%s: %.1f h; forgetting %s %.1f h", c.join, known.EarliestH, f.fact, less.EarliestH)
			}
		}
	}
	for _, f := range forgets {
		if tried[f.fact] == 0 {
			t.Errorf("no judged case tells %s", f.fact)
		}
	}
}
