package schedule

import (
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"
)

// Calendar is the plan of all pieces that share a room.
type Calendar struct {
	Plans  []Plan        // as the briefs were given
	Order  []int         // in which the pieces were given their places
	Late   time.Duration // of all promises together
	Bound  time.Duration // no order of the work could make it less
	Proven bool          // no other order of the work would serve the promises better, by what is worth moving it for
}

// PlanAll plans all pieces together, so that the promises are missed by as little as can be, and then so that each is
// ready soon. The same pieces give the same plan, and a small change moves little: the earliest promise goes first
// unless another order is better by what is worth moving work for.
func PlanAll(r hands.Room, briefs []Brief) Calendar { return newSearch(r, briefs, usual).best() }

// Around plans single pieces around others whose plans stay as they are.
func Around(r hands.Room, others []Plan) func(Brief) Plan {
	taken := hands.NewHands(r)
	for _, p := range others {
		for _, s := range p.Steps {
			taken.Book(s.booking())
		}
	}
	return func(b Brief) Plan {
		m := measured(b)
		var kept []Step
		if m.untold(r.Now) {
			kept = m.with(taken.Alone()).Steps
		}
		m.by(r.Now, kept, taken)
		plans := append(slices.Clone(others), m.with(cloneHands(taken)))
		pots(plans)
		return plans[len(others)]
	}
}

// Offer is what taking a piece on comes to, before anything is promised.
type Offer struct {
	Around Plan      // with every other piece where it is: it costs nobody anything
	With   Calendar  // with the others moved for its promise; it comes last among the plans
	Costs  []Cost    // of those that are ready later then
	Alone  time.Time // when it would be ready, had it the room to itself
}

// Cost is what another piece pays for a promise.
type Cost struct {
	Piece int           // as the briefs were given
	Later time.Duration // it is ready
	Late  time.Duration // beyond its own promise, where it was in time before, or more than it was
}

// OfferIn tells what a piece would cost the others.
func OfferIn(r hands.Room, briefs []Brief, b Brief) Offer {
	without := PlanAll(r, briefs)
	alone := Make(b.in(r))
	out := Offer{Around: Around(r, without.Plans)(b), With: PlanAll(r, append(slices.Clone(briefs), b))}
	out.Alone, _ = b.Ready(alone)
	for i, other := range briefs {
		was, _ := other.Ready(without.Plans[i])
		is, _ := other.Ready(out.With.Plans[i])
		cost := Cost{Piece: i, Later: is.Sub(was), Late: other.Late(is) - other.Late(was)}
		if cost.Later >= worthSaying {
			out.Costs = append(out.Costs, cost)
		}
	}
	return out
}

// worthSaying is from when on it is told that a piece is ready later (practice).
const worthSaying = time.Hour

// in is a piece alone in a room, which the first of its people works on.
func (b Brief) in(r hands.Room) Brief {
	b.Week, b.Start = r.People[0].Week, workday.Latest(b.Start, r.Now)
	return b
}

// Late is by how much a moment is later than what was promised.
func (b Brief) Late(ready time.Time) time.Duration {
	if b.Promised.IsZero() {
		return 0
	}
	return max(0, ready.Sub(b.Promised))
}

// worth is what a calendar is judged by: less is better.
type worth struct {
	late  time.Duration // of all promises
	ready time.Duration // from now until each piece is ready, all together
}

// gain is the least that another order of the work must be better by to be worth it (practice).
const gain = time.Hour

// betters tells whether it is worth moving other work for.
func (w worth) betters(o worth) bool {
	switch {
	case w.late < o.late-gain:
		return true
	case w.late > o.late:
		return false
	}
	return w.ready < o.ready-gain
}

// above tells whether it is more than a bound, so that something might still be gained.
func (w worth) above(bound worth) bool { return w.late > bound.late || w.ready > bound.ready }

// Ready is when a piece serves its life: in light use, or hardened right through where that asks for it.
func (b Brief) Ready(p Plan) (at time.Time, needs string) {
	at, needs = p.LightUse, "light use"
	for i, z := range b.Zones {
		if z.Wish.Use.CureFirst && p.Zones[i].FullCure.After(at) {
			at, needs = p.Zones[i].FullCure, "full cure"
		}
	}
	return at, needs
}
