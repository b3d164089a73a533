package substrate

import (
	"cmp"
	"math"
	"slices"
)

// Test is one thing to try on a hidden spot, the least aggressive first.
type Test string

const (
	Look       Test = "look"
	WaterDrop  Test = "water"
	Spirits    Test = "spirits"
	AlcoholRub Test = "alcohol"
	Thinner    Test = "thinner"
	XyleneRub  Test = "xylene"
)

// Outcome of a test.
type Outcome string

const (
	Clear     Outcome = "clear"      // the wood shows through
	Hides     Outcome = "hides"      // it is opaque
	Sinks     Outcome = "sinks"      // the drop darkens the wood
	Beads     Outcome = "beads"      // the drop stands
	ComesAway Outcome = "comes_away" // yellow-brown on the cloth, dull below
	Dissolves Outcome = "dissolves"
	Softens   Outcome = "softens" // tacky, gummy or wrinkled, but not gone
	NoChange  Outcome = "no_change"
)

type outcomes = map[Test]map[Outcome]float64

// TestGuide is how a test is done and what may come of it.
type TestGuide struct {
	ID       Test
	Title    string
	How      string
	Caution  string
	Outcomes []Outcome
}

// Tests in order of how hard they are on the finish. Basis: practice.
var Tests = []TestGuide{
	{
		Look,
		"Look closely",
		"Good light, at a low angle, at an edge and inside a drawer: does the wood show?",
		"",
		[]Outcome{Clear, Hides},
	},
	{WaterDrop, "A drop of water", "One drop on a hidden spot, five to ten minutes.", "", []Outcome{Sinks, Beads}},
	{
		Spirits,
		"Mineral spirits",
		"A white cloth with mineral spirits, rubbed lightly over a hidden spot.",
		"Ventilate, no flames; the cloth dries flat outdoors.",
		[]Outcome{ComesAway, NoChange},
	},
	{
		AlcoholRub,
		"Denatured alcohol",
		"A cotton bud with alcohol, held 30 to 60 seconds on a hidden spot.",
		"Ventilate, no flames.",
		[]Outcome{Dissolves, Softens, NoChange},
	},
	{
		Thinner,
		"Lacquer thinner",
		"A cotton bud with lacquer thinner, a few seconds on a hidden spot.",
		"Gloves, ventilate well, no flames. It marks nearly everything.",
		[]Outcome{Dissolves, Softens, NoChange},
	},
	{
		XyleneRub,
		"Xylene",
		"A cotton bud with xylene, a few seconds on a hidden spot.",
		"Gloves, outdoors or strong ventilation, no flames; follow its safety data sheet.",
		[]Outcome{Softens, NoChange},
	},
}

// Possible is an old finish with how likely it is, 0 to 1. It is a likelihood, never proof.
type Possible struct {
	Finish *OldFinish
	Odds   float64
}

// Finding is what the answers so far allow to say.
type Finding struct {
	Possible []Possible // the likeliest first; what is below the least odds is left out
	Next     *TestGuide // the most telling next test; nil when none would tell more
	Sure     *OldFinish // set only when one finish stands far above the rest
}

const (
	leastOdds  = 0.03 // below this a finish is no longer shown as possible
	sureOdds   = 0.80 // from here one finish is named, still as a likelihood
	leastBits  = 0.04 // a test that tells less than this is not worth the mark it leaves
	goodEnough = 0.45 // a gentler test is taken when it tells this share of what the most telling would
)

// Identify weighs the answers given so far. The prior is even: every finish is as likely as the next until something
// is tried.
func Identify(answers map[Test]Outcome) Finding {
	odds := make([]float64, len(OldFinishes))
	for i, f := range OldFinishes {
		odds[i] = 1
		for test, outcome := range answers {
			odds[i] *= f.chance(test, outcome)
		}
	}
	normalise(odds)
	var out Finding
	for i, f := range OldFinishes {
		if odds[i] >= leastOdds {
			out.Possible = append(out.Possible, Possible{f, odds[i]})
		}
	}
	slices.SortStableFunc(out.Possible, func(a, b Possible) int { return cmp.Compare(b.Odds, a.Odds) })
	if len(out.Possible) > 0 && out.Possible[0].Odds >= sureOdds {
		out.Sure = out.Possible[0].Finish
	}
	out.Next = mostTelling(odds, answers)
	return out
}

// chance of an outcome of a test on this finish; outcomes not named share what the named ones leave.
func (f *OldFinish) chance(test Test, outcome Outcome) float64 {
	if p, named := f.said[test][outcome]; named {
		return p
	}
	left, unnamed := 1.0, 0
	for _, o := range guide(test).Outcomes {
		if p, named := f.said[test][o]; named {
			left -= p
		} else {
			unnamed++
		}
	}
	return max(left, 0) / float64(max(unnamed, 1))
}

func guide(test Test) *TestGuide {
	for i := range Tests {
		if Tests[i].ID == test {
			return &Tests[i]
		}
	}
	return &TestGuide{}
}

// mostTelling is the gentlest test that tells nearly as much as the most telling one, by expected information.
func mostTelling(odds []float64, answers map[Test]Outcome) *TestGuide {
	gains := make([]float64, len(Tests))
	best := 0.0
	for i, t := range Tests {
		if _, done := answers[t.ID]; !done {
			gains[i] = gain(odds, t)
			best = max(best, gains[i])
		}
	}
	if best < leastBits {
		return nil
	}
	for i := range Tests {
		if gains[i] >= goodEnough*best {
			return &Tests[i]
		}
	}
	return nil
}

// gain is by how many bits the test is expected to lessen the doubt.
func gain(odds []float64, t TestGuide) float64 {
	after := 0.0
	for _, o := range t.Outcomes {
		then := make([]float64, len(odds))
		for i, f := range OldFinishes {
			then[i] = odds[i] * f.chance(t.ID, o)
		}
		p := normalise(then)
		after += p * doubt(then)
	}
	return doubt(odds) - after
}

// normalise scales odds to add up to 1 and returns what they added up to.
func normalise(odds []float64) float64 {
	sum := 0.0
	for _, p := range odds {
		sum += p
	}
	if sum > 0 {
		for i := range odds {
			odds[i] /= sum
		}
	}
	return sum
}

// doubt is the entropy in bits.
func doubt(odds []float64) float64 {
	h := 0.0
	for _, p := range odds {
		if p > 0 {
			h -= p * math.Log2(p)
		}
	}
	return h
}
