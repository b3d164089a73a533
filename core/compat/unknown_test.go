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

// Property: the same over random stacks of all families, materials, lives and airs.
func TestLessKnowledgeNeverDaresMoreAtRandom(t *testing.T) {
	tried := 0
	for _, j := range randomJoins(6000, 23) {
		if j.Coat == nil || len(j.Ground.Open) > 0 && j.Ground.Open[0] != nil {
			continue
		}
		s := Stack{Base: j.Ground, State: j.State, Context: j.Context}
		s.State.SinceH, s.State.OpenH, s.State.Distress = nil, nil, Undistressed
		s.Base.Open = Open{}
		l := Laid{Product: j.Coat, Coats: j.Coats}
		known := Judge(s.Over(l))
		for _, f := range forgets[:2] {
			if f.fact == "the wood" && s.Base.Top != nil {
				continue // what lies on it has been told with it
			}
			without, coat, told := f.forget(s, l)
			if !told {
				continue
			}
			tried++
			less := Judge(without.Over(coat))
			if less.Verdict < known.Verdict && less.Legal() {
				t.Fatalf("%s on %s: %s by %s; forgetting %s it is %s", l.Product.Name, s.Base.Material.ID,
					known.Verdict, known.Findings[0].Rule.ID, f.fact, less.Verdict)
			}
		}
	}
	if tried < 500 {
		t.Errorf("only %d tried", tried)
	}
}

// Two words, one verdict: a fact that may be told in two ways is answered alike.
func TestTwoWordsOneVerdict(t *testing.T) {
	for _, pair := range [][2]string{
		{"oak + wax_clear > clear_wb_pu", "oak + old:wax > clear_wb_pu"},
		{"oak + wax_clear > clear_wb_pu", "oak > clear_wb_pu ; soil=wax"},
		{"oak + wax_clear > shellac_dewaxed", "oak > shellac_dewaxed ; soil=wax"},
		{"oak + wax_clear > enamel_alkyd dark", "oak + old:wax > enamel_alkyd dark"},
		{"oak > varnish_oil_pu ; soil=bleach", "oak > varnish_oil_pu ; done=bleach_oxalic@100"},
		{"oak > varnish_oil_pu ; soil=lye", "oak > varnish_oil_pu ; done=stripped@100"},
		{"oak > paint_chalk", "oak > paint_chalk pale"},
		{"oak + oil_hardwax @2000h > clear_wb_pu", "oak + old:hardwax > clear_wb_pu"},
		{"oak + epoxy_flood @9000h > clear_wb_pu", "oak + old:epoxy > clear_wb_pu"},
		{"oak + clear_wb_pu @9000h > clear_wb_pu", "oak + old:waterborne > clear_wb_pu"},
		{"oak + varnish_oil_pu @9000h > varnish_oil_pu", "oak + old:oil_varnish > varnish_oil_pu"},
		{"oak + varnish_oil_pu @9000h > lacquer_cab", "oak + old:oil_varnish > lacquer_cab"},
		{"oak + lacquer_nc @9000h > lacquer_nc", "oak + old:lacquer > lacquer_nc"},
		{"oak + shellac_waxed @9000h > clear_wb_pu", "oak + old:shellac > clear_wb_pu"},
		{"oak + varnish_conversion @9000h > clear_wb_pu_2k", "oak + old:catalysed > clear_wb_pu_2k"},
		{"oak + lacquer_nc @9000h > varnish_conversion", "oak + old:lacquer > varnish_conversion"},
		{"steel + factory_powder > enamel_wb dark", "steel + old:powder_coat > enamel_wb dark"},
		{"pine + enamel_alkyd dark @9000h > enamel_wb dark", "pine + old:oil_paint > enamel_wb dark"},
	} {
		a, b := Judge(parse(t, pair[0])), Judge(parse(t, pair[1]))
		if a.Verdict != b.Verdict {
			t.Errorf("%q is %s, %q is %s", pair[0], a.Verdict, pair[1], b.Verdict)
		}
	}
}
