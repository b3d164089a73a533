package schedule

import (
	"slices"
	"strings"
	"time"

	"firmitas/core/workday"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

// readiness is a look that the judge's "yes" rests on, taken right before a coat. Basis of all of them: practice.
type readiness struct {
	id      string // as a fact of the work log names it
	title   string
	minutes float64
	how     string
	passed  string  // what opens the coat
	failed  string  // what else, and what to do then
	againH  float64 // after that it is looked at once more
	before  func(coatAt) bool
}

// coatAt is one coat of a system, with what was done to the surface before it.
type coatAt struct {
	wish   system.Wish
	layers []system.Layer
	layer  int
	coat   int
	join   compat.Judgement
	tasks  []substrate.Task // of the preparation of its surface
}

func (c coatAt) first() bool { return c.layer == 0 && c.coat == 1 }

// follows tells that it is the first over a whole layer.
func (c coatAt) follows(layer int) bool { return c.layer == layer+1 && c.coat == 1 }

// next tells that it is the second coat of all, over the same product or another.
func (c coatAt) next() bool {
	ofTheSame := c.layer == 0 && c.coat == 2
	return ofTheSame || (c.follows(0) && c.layers[0].Coats == 1)
}

func (c coatAt) asks(w substrate.Work) bool {
	return slices.ContainsFunc(c.join.Preparations, func(p substrate.Work) bool { return p.ID == w.ID })
}

func (c coatAt) did(works ...substrate.Work) bool {
	return slices.ContainsFunc(works, func(w substrate.Work) bool {
		inPreparation := slices.ContainsFunc(c.tasks, func(t substrate.Task) bool { return t.ID == w.ID })
		return inPreparation || c.asks(w)
	})
}

// overWatched tells that the coat right below may still let knots or tannin through.
func (c coatAt) overWatched() bool {
	if c.coat == 1 && c.layer == 0 {
		return false
	}
	below := c.layers[c.layer].Below
	if c.coat == 1 {
		below = c.layers[c.layer-1].Below
	}
	return slices.ContainsFunc(below.Preparations, func(w substrate.Work) bool { return w.ID == compat.BleedWatch.ID })
}

// opensPaint tells that the coat lies over the first opaque one, which is when gaps can be seen.
func (c coatAt) opensPaint() bool {
	first := slices.IndexFunc(c.layers, func(l system.Layer) bool { return l.Product.Opaque() && !l.Partly() })
	overTheFirst := first == c.layer && c.coat == 2
	overOneCoat := first >= 0 && c.follows(first) && c.layers[first].Coats == 1
	return overTheFirst || overOneCoat
}

// littleGrip tells of a surface on which only the coat itself shows whether it holds.
func (c coatAt) littleGrip() bool {
	g := c.wish.Ground()
	oldTwoPart := g.Old != compat.NotOld && g.Top.Family.Catalysed()
	return g.Material.Slick || g.Old == compat.OldUnknown || oldTwoPart
}

var readinesses = []readiness{
	{
		id:      "water_drop",
		againH:  2,
		title:   "Water drop",
		minutes: 5,
		how:     "Lay a drop of clean water on three places, one of them at an edge, and look after five minutes.",
		passed:  "It spreads, or sinks in: go on.",
		failed:  "It stands as a bead or breaks into pearls: wax or silicone is still there. Clean once more, with fresh cloths, and try again.",
		before: func(c coatAt) bool {
			return c.first() && c.did(substrate.WaxOff, substrate.Dewaxing, substrate.Desilicone, substrate.SoapOut,
				substrate.OilOut)
		},
	},
	{
		id:      "residue_wipe",
		againH:  4,
		title:   "Residue wipe",
		minutes: 5,
		how:     "Wipe a damp white cloth over it, and lay a strip of pH paper on the damp.",
		passed:  "The cloth stays white and does not drag, the paper says 7 to 8: go on once it is dry.",
		failed:  "It colours, drags or is alkaline: rinse again with clean water, let it dry, wipe again.",
		before: func(c coatAt) bool {
			return c.first() && c.did(substrate.Stripper, substrate.Unstick, substrate.KillMildew)
		},
	},
	{
		id:      "gaps",
		againH:  4,
		title:   "Gap check under raking light",
		minutes: 10,
		how:     "Hold a lamp low at the side: the first coat shows every gap, dent and hairline that bare wood hid.",
		passed:  "Nothing throws a shadow: go on.",
		failed:  "Fill dents, caulk gaps at the joints, spot-prime what was filled. Look at the caulk again after a week.",
		before: func(c coatAt) bool {
			m := c.wish.Ground().Material
			return c.opensPaint() && m.Wood()
		},
	},
	{
		id:      "bleed",
		againH:  24,
		title:   "Look for bleed",
		minutes: 5,
		how:     "Look at the coat in daylight after its night, at knots and end grain first.",
		passed:  "No yellow or brown shade: go on.",
		failed:  "It bleeds: another coat of the blocker, another night, and look again.",
		before:  coatAt.overWatched,
	},
	{
		id:      "tape_pull",
		againH:  24,
		title:   "Tape pull",
		minutes: 5,
		how:     "In a hidden place cut a small cross through the coat, press tape on it, pull it off sharply.",
		passed:  "At most a fleck at the crossing comes off: go on.",
		failed:  "It comes off in skins: it does not hold here. Take it off now, clean and key anew; that is an hour today, and the whole piece later.",
		before:  func(c coatAt) bool { return c.next() && c.littleGrip() },
	},
}

// step is the look as a step of a plan.
func (r readiness) step() Step {
	return Step{
		Kind: Checking, Title: r.title, OfLook: OfLook{Check: r.id},
		Tasks: []Task{{r.how, r.minutes}, {r.passed, 0}, {r.failed, 0}},
	}
}

func readinessCalled(id string) (readiness, bool) {
	at := slices.IndexFunc(readinesses, func(r readiness) bool { return r.id == id })
	if at < 0 {
		return readiness{}, false
	}
	return readinesses[at], true
}

// CheckTitle is what a look is called on screen; its id where there is no such look.
func CheckTitle(id string) string {
	if r, ok := readinessCalled(id); ok {
		return r.title
	}
	return id
}

// IsCheck tells whether there is a look of that name.
func IsCheck(id string) bool {
	_, ok := readinessCalled(id)
	return ok
}

// checks are the steps that come right before a coat.
func (c coatAt) checks() []Step {
	var out []Step
	for _, r := range readinesses {
		if r.before(c) {
			out = append(out, r.step())
		}
	}
	return out
}

const maskMinutes = 10 // for each zone beside, taping and pulling (practice)

// strays are the ways in which a coat gets where it is not wanted, the worst first.
var strays = []struct {
	does func(p *coating.Product, sprayed bool) bool
	why  string
	harm func(beside *coating.Product) bool // what it would harm there; beside is nil where nothing is chosen
}{
	{
		func(_ *coating.Product, sprayed bool) bool { return sprayed },
		"Spray drifts further than it looks.",
		func(*coating.Product) bool { return true },
	},
	{
		func(p *coating.Product, _ bool) bool { return p.Family.Is(coating.GroupStain) },
		"Stain creeps over the line along the grain, and does not come out.",
		func(*coating.Product) bool { return true },
	},
	{
		func(p *coating.Product, _ bool) bool {
			return p.Family.Is(coating.GroupOil) && p.Family.Body == coating.Penetrating
		},
		"Where oil has soaked in, no film holds.",
		func(beside *coating.Product) bool { return beside == nil || beside.Family.Body != coating.Penetrating },
	},
}

// mask is the job that keeps a coat off the zones beside its own; ok is false where it harms none. Basis: practice.
func (b Brief) mask(zone int, p *coating.Product, sprayed bool) (job Step, ok bool) {
	for _, s := range strays {
		if !s.does(p, sprayed) {
			continue
		}
		var names []string
		for i, z := range b.Zones {
			if i != zone && !z.takes(p) && s.harm(z.firstCoat()) {
				names = append(names, z.Name)
			}
		}
		if len(names) == 0 {
			return job, false
		}
		return Step{
			Kind:  Preparation,
			Title: "Mask off: " + strings.Join(names, ", "),
			Tasks: []Task{
				{s.why, 0},
				{"Paper and low-tack tape along the line.", maskMinutes * float64(len(names))},
				{"Tape goes on bare wood, or on a film that no nail marks; beside a younger one hold a card.", 0},
				{"Pull the tape while the coat is still wet.", 0},
			},
		}, true
	}
	return job, false
}

// takes tells whether a product is meant for this zone too.
func (z Zone) takes(p *coating.Product) bool {
	return z.System != nil && slices.ContainsFunc(z.System.Layers, func(l system.Layer) bool {
		return same(l.Product, p)
	})
}

func (z Zone) firstCoat() *coating.Product {
	if z.System == nil {
		return nil
	}
	return z.System.Layers[0].Product
}

// lead is what comes before the coat in its session.
func (s session) lead() time.Duration {
	var lead time.Duration
	for _, step := range s.before {
		lead += byHandFor(step.Tasks)
	}
	return roundUp(lead)
}

// lays is when the coat itself begins in a stretch of its session.
func (s session) lays(span workday.Span) time.Time { return span.From.Add(s.lead()) }

// leadIn are the steps right before a coat, each with its time.
func (s session) leadIn(span workday.Span, zone int, looks map[string]worklog.Event) []Step {
	var out []Step
	at := span.From
	for _, step := range s.before {
		to := at.Add(byHandFor(step.Tasks))
		step.Work, step.Zones, step.name = []workday.Span{{From: at, To: to}}, []int{zone}, s.coat.name
		if look, taken := looks[step.Check]; taken {
			step.Looked = &look
		}
		out = append(out, step)
		at = to
	}
	return out
}
