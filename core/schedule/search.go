package schedule

import (
	"cmp"
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"
)

// search looks for the order in which pieces are given their places.
type search struct {
	room     hands.Room
	measured []*making
	least    []least
	order    []int        // that is tried first: as it was kept so far, or the earliest promise first
	empty    *hands.Hands // with nothing to do
	begun    *hands.Hands // with what nothing can move any more
	capacity *capacity
	effort   effort
	places   int // given so far; what the search may cost is counted in them
}

// effort is how much a search may do before it keeps the best that it has.
type effort struct {
	orders int // tried in any case
	places int // given to steps while more orders are tried
	nodes  int // states of a room that the exact search looks at
}

var usual = effort{orders: 4, places: 700, nodes: 150}

func newSearch(r hands.Room, briefs []Brief, e effort) *search {
	var all []*making
	for _, b := range briefs {
		all = append(all, measured(b))
	}
	return searchOf(r, all, keptIn(r, all, e), e)
}

// keptIn is the calendar of a room as it was when the first piece began of which nobody has told anything since: it is
// taken to have been kept up to now. It has no plans where there is no such piece.
func keptIn(r hands.Room, all []*making, e effort) (out Calendar) {
	since := r.Now
	var then []*making
	for _, m := range all {
		if m.untold(r.Now) {
			since = workday.Earliest(since, m.brief.Start)
		}
		then = append(then, m.clone())
	}
	if since.Equal(r.Now) {
		return out
	}
	r.Now = since
	return searchOf(r, then, out, e).best()
}

func searchOf(r hands.Room, all []*making, kept Calendar, e effort) *search {
	s := &search{room: r, empty: hands.NewHands(r), measured: all, effort: e, order: kept.Order}
	s.begun, s.capacity = s.empty.Alone(), capacityOf(s.empty)
	for i, m := range all {
		var asPlanned []Step
		if kept.Plans != nil {
			asPlanned = kept.Plans[i].Steps
		}
		for _, step := range m.by(r.Now, asPlanned, s.empty) {
			s.begun.Book(step.booking())
		}
	}
	for _, m := range all {
		s.least = append(s.least, leastOf(m, s.empty.Alone()))
	}
	if s.order == nil {
		s.order = s.byPromise()
	}
	return s
}

// best is the calendar of the best order that was found.
func (s *search) best() Calendar {
	found := s.decode(s.order)
	bound := s.bound()
	for _, rule := range []func() []int{s.byPromise, s.bySlack, s.byTurn} {
		if found.worth.above(bound) {
			found.improve(s.decode(rule()), bound)
		}
	}
	s.climb(&found, bound)
	proven := found.worth.late <= bound.late
	if !proven && s.units() <= fewUnits {
		exact := found
		proven = s.exact(&exact, bound)
		found.improve(exact, bound)
	}
	pots(found.plans)
	return Calendar{
		Plans: found.plans, Order: found.order, Late: found.worth.late, Bound: bound.late, Proven: proven,
	}
}

// found is what an order of the work has come to.
type found struct {
	order []int
	plans []Plan
	worth worth
}

// improve keeps the better of two.
func (f *found) improve(other found, bound worth) bool {
	better := f.worth.above(bound) && other.worth.betters(f.worth)
	if better {
		*f = other
	}
	return better
}

// climb moves pieces forward, those that come late in the order too, as long as a promise is missed that might be kept,
// that helps, and the search may go on.
func (s *search) climb(best *found, bound worth) {
	tried := 0
	for helped := true; helped; {
		helped = false
		for i := 1; i < len(best.order); i++ {
			for _, to := range []int{i - 1, i / 2, 0} {
				over := tried >= s.effort.orders && s.places > s.effort.places
				if over || best.worth.late <= bound.late {
					return
				}
				tried++
				if best.improve(s.decode(moved(best.order, i, to)), bound) {
					helped = true
					break
				}
			}
		}
	}
}

// moved is an order with one of its pieces further in front.
func moved(order []int, from, to int) []int {
	out := slices.Delete(slices.Clone(order), from, from+1)
	return slices.Insert(out, to, order[from])
}

// decode gives all pieces their places in an order.
func (s *search) decode(order []int) found {
	h, plans := cloneHands(s.begun), make([]Plan, len(s.measured))
	for _, i := range order {
		plans[i] = s.measured[i].with(h)
		s.places += len(plans[i].Steps)
	}
	return found{order, plans, s.worth(plans)}
}

func (s *search) worth(plans []Plan) (out worth) {
	for i, p := range plans {
		if b := s.measured[i].brief; len(p.Obstacles) == 0 {
			at, _ := b.Ready(p)
			out.count(at, b.Promised, s.room.Now)
		}
	}
	return out
}

// count takes a piece in that is ready at a moment.
func (w *worth) count(ready, promised, now time.Time) {
	w.ready += max(0, ready.Sub(now))
	if !promised.IsZero() {
		w.late += max(0, ready.Sub(promised))
	}
}

// byPromise is the earliest promise first, then what began first.
func (s *search) byPromise() []int {
	return s.sorted(func(i int) time.Time { return s.measured[i].brief.Promised })
}

// bySlack is what has the least time to spare first.
func (s *search) bySlack() []int {
	return s.sorted(func(i int) time.Time {
		b := s.measured[i].brief
		if b.Promised.IsZero() {
			return time.Time{}
		}
		return s.room.Now.Add(b.Promised.Sub(s.least[i].ready))
	})
}

// byTurn takes, whenever one is done, what is promised first among those that its own work makes no later: in a room
// with too much to do, the short ones come before the long one that is late anyway.
func (s *search) byTurn() []int {
	left := s.byPromise()
	var out []int
	sum := time.Duration(0)
	for len(left) > 0 {
		next := slices.MinFunc(left, func(a, b int) int { return s.due(a, sum).Compare(s.due(b, sum)) })
		sum += s.least[next].hands
		out = append(out, next)
		left = slices.DeleteFunc(left, func(i int) bool { return i == next })
	}
	return out
}

// due is when a piece's work has to be done for its promise, or can be after so much other work where that is later.
func (s *search) due(i int, sum time.Duration) time.Time {
	could := s.capacity.done(sum + s.least[i].hands)
	promised := s.measured[i].brief.Promised
	if promised.IsZero() {
		return could.Add(workday.Horizon)
	}
	return workday.Latest(could, promised.Add(-s.least[i].tail))
}

// sorted is an order by a moment; what has none comes last, by when it began.
func (s *search) sorted(by func(i int) time.Time) []int {
	out := make([]int, len(s.measured))
	for i := range out {
		out[i] = i
	}
	slices.SortStableFunc(out, func(a, b int) int {
		x, y := by(a), by(b)
		if x.IsZero() != y.IsZero() {
			if x.IsZero() {
				return 1
			}
			return -1
		}
		return cmp.Or(x.Compare(y), s.measured[a].brief.Start.Compare(s.measured[b].brief.Start))
	})
	return out
}
