package substrate

import (
	"math"
	"testing"

	"firmitas/core/coating"
)

func TestEveryOldFinishIsWellFormed(t *testing.T) {
	for _, f := range OldFinishes {
		if f.Family != "" && coating.Families[f.Family] == nil {
			t.Errorf("%s names no family %q", f.ID, f.Family)
		}
		for _, test := range Tests {
			sum := 0.0
			for _, o := range test.Outcomes {
				p := f.chance(test.ID, o)
				if p < 0 || p > 1 {
					t.Errorf("%s, %s %s: chance %v", f.ID, test.ID, o, p)
				}
				sum += p
			}
			if math.Abs(sum-1) > 1e-9 {
				t.Errorf("%s, %s: chances add up to %v", f.ID, test.ID, sum)
			}
		}
	}
}

// walk follows the guide for a finish that behaves as its kind usually does, and returns what it ends with.
func walk(f *OldFinish) (Finding, map[Test]Outcome) {
	answers := map[Test]Outcome{}
	for {
		found := Identify(answers)
		if found.Next == nil {
			return found, answers
		}
		likeliest := found.Next.Outcomes[0]
		for _, o := range found.Next.Outcomes {
			if f.chance(found.Next.ID, o) > f.chance(found.Next.ID, likeliest) {
				likeliest = o
			}
		}
		answers[found.Next.ID] = likeliest
	}
}

// Every finish that the tests can separate is found by the guide itself; those that they cannot stay among the
// possible.
func TestTheGuideFindsWhatCanBeFound(t *testing.T) {
	separable := map[string]bool{
		"wax":          true,
		"shellac":      true,
		"lacquer":      true,
		"waterborne":   true,
		"latex_paint":  true,
		"oil_paint":    true,
		"chalky_paint": true,
	}
	for _, f := range OldFinishes {
		found, answers := walk(f)
		if separable[f.ID] && found.Possible[0].Finish != f {
			t.Errorf("%s: the guide ends with %s (%.2f) after %v", f.ID, found.Possible[0].Finish.ID,
				found.Possible[0].Odds, answers)
		}
		among := false
		for _, p := range found.Possible {
			among = among || p.Finish == f
		}
		if !among {
			t.Errorf("%s: no longer among the possible after its own usual answers %v", f.ID, answers)
		}
	}
}

// Practice: a film that nothing moves may be old oil varnish, catalysed or resin; naming one would claim too much.
func TestNothingMovesItNeverNamesOne(t *testing.T) {
	found := Identify(map[Test]Outcome{
		Look:       Clear,
		WaterDrop:  Beads,
		Spirits:    NoChange,
		AlcoholRub: NoChange,
		Thinner:    NoChange,
		XyleneRub:  NoChange,
	})
	if found.Sure != nil || len(found.Possible) < 3 {
		t.Errorf("sure of %v among %d", found.Sure, len(found.Possible))
	}
	if found.Next != nil {
		t.Errorf("asks for %s again", found.Next.ID)
	}
}

// No path says more than its answers allow: over every combination of answers the odds add up, and one finish is
// named only when the answers make it at least four to one against all others together.
func TestNoPathSaysTooMuch(t *testing.T) {
	var paths func(i int, answers map[Test]Outcome)
	count := 0
	paths = func(i int, answers map[Test]Outcome) {
		if i == len(Tests) {
			count++
			found := Identify(answers)
			sum := 0.0
			for _, p := range found.Possible {
				sum += p.Odds
			}
			if sum > 1+1e-9 || (found.Sure != nil && found.Possible[0].Odds < 0.8) || found.Possible[0].Odds >= 1 {
				t.Fatalf("%v: %+v", answers, found)
			}
			return
		}
		paths(i+1, answers)
		for _, o := range Tests[i].Outcomes {
			with := map[Test]Outcome{Tests[i].ID: o}
			for k, v := range answers {
				with[k] = v
			}
			paths(i+1, with)
		}
	}
	paths(0, map[Test]Outcome{})
	if count != 3*3*3*4*4*3 {
		t.Errorf("walked %d paths", count)
	}
	if first := Identify(nil).Next; first == nil || (first.ID != Look && first.ID != WaterDrop) {
		t.Errorf("the guide begins with %v, not with the gentlest", first)
	}
}
