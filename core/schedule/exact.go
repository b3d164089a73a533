package schedule

import (
	"slices"

	"firmitas/core/hands"
)

// fewUnits is up to how many jobs and coats a room is searched through whole.
const fewUnits = 24

// units are the jobs and coats that have no place yet.
func (s *search) units() (n int) {
	for _, m := range s.measured {
		for _, j := range m.jobs {
			if _, over := m.brief.over(j); !over && !j.JustBefore {
				n++
			}
		}
		for _, l := range m.lanes {
			n += len(l.sessions)
		}
	}
	return n
}

// node is a room on its way to a calendar.
type node struct {
	hands  *hands.Hands
	pieces []*making
	turns  []int // whose turn it was, in the order of their first
}

// exact looks at every order in which jobs and coats can be given their places, by branch and bound; it tells whether
// it came to an end.
func (s *search) exact(best *found, bound worth) bool {
	left := s.effort.nodes
	return s.branch(s.start(), best, bound, &left)
}

// start is the room before anything that is still to come has its place.
func (s *search) start() node {
	out := node{hands: cloneHands(s.begun)}
	for _, m := range s.measured {
		m = m.clone()
		if !m.hasBoards() {
			m = m.begin(out.hands)
		}
		out.pieces = append(out.pieces, m)
	}
	return out
}

func (s *search) branch(at node, best *found, bound worth, left *int) bool {
	if *left--; *left < 0 {
		return false
	}
	if plans, done := at.plans(); done {
		if w := s.worth(plans); w.less(best.worth) {
			*best = found{at.order(len(plans)), plans, w}
		}
		return true
	}
	var next []node
	for i, m := range at.pieces {
		for lane := range m.choices() {
			after := at.clone()
			after.take(i, lane)
			next = append(next, after)
		}
	}
	least := make([]worth, len(next))
	byLeast := make([]int, len(next))
	for i := range next {
		least[i], byLeast[i] = s.leastFrom(next[i]), i
	}
	slices.SortStableFunc(byLeast, func(a, b int) int {
		switch {
		case least[a].less(least[b]):
			return -1
		case least[b].less(least[a]):
			return 1
		}
		return 0
	})
	whole := true
	for _, i := range byLeast {
		if !best.worth.above(bound) {
			return true // nothing can be gained any more
		}
		if least[i].less(best.worth) {
			whole = s.branch(next[i], best, bound, left) && whole
		}
	}
	return whole
}

// less is by what counts first, to the second.
func (w worth) less(o worth) bool {
	return w.late < o.late || w.late == o.late && w.ready < o.ready
}

// leastFrom is what nothing that follows can better.
func (s *search) leastFrom(at node) (out worth) {
	for _, m := range at.pieces {
		if len(m.plan.Obstacles) > 0 {
			continue
		}
		p := m.plan
		if m.stage != made {
			rest, h := m.relaxed(), s.empty.Alone()
			if rest.stage == unbegun {
				rest = rest.begin(h)
			}
			for rest.stage != made {
				rest.next(h)
			}
			p = rest.plan
		}
		ready, _ := m.brief.Ready(p)
		out.count(ready, m.brief.Promised, s.room.Now)
	}
	return out
}

// choices is in how many ways a piece can be taken on: by its next job, or by the next coat of any lane.
func (m *making) choices() int {
	switch {
	case m.stage == made:
		return 0
	case m.stage <= preparing:
		return 1
	}
	return len(m.lanes)
}

// take takes a piece on by one job, or by one coat of a lane.
func (at *node) take(piece, lane int) {
	m := at.pieces[piece]
	if !slices.Contains(at.turns, piece) {
		at.turns = append(at.turns, piece)
	}
	if m.stage == unbegun {
		at.pieces[piece] = m.begin(at.hands)
		return
	}
	if m.stage == preparing {
		m.next(at.hands)
		if len(m.open) == 0 && m.stage == preparing {
			m.next(at.hands) // parts the lanes, which takes no place
		}
		return
	}
	m.coat(lane, 1, at.hands)
}

func (at node) plans() (plans []Plan, done bool) {
	for _, m := range at.pieces {
		if m.stage != made {
			return nil, false
		}
		plans = append(plans, m.plan)
	}
	return plans, true
}

// order is that of the pieces' first turns; what had none comes last.
func (at node) order(n int) []int {
	out := slices.Clone(at.turns)
	for i := range n {
		if !slices.Contains(out, i) {
			out = append(out, i)
		}
	}
	return out
}

func (at node) clone() node {
	out := node{hands: cloneHands(at.hands), turns: slices.Clone(at.turns)}
	for _, m := range at.pieces {
		out.pieces = append(out.pieces, m.clone())
	}
	return out
}

// cloneHands are the same people with the same work.
func cloneHands(h *hands.Hands) *hands.Hands {
	out := h.Alone()
	for who := range h.Busy {
		out.Busy[who] = slices.Clone(h.Busy[who])
	}
	for i := range h.Booth {
		out.Booth[i] = slices.Clone(h.Booth[i])
	}
	out.Dusty, out.Wet, out.Racks = slices.Clone(h.Dusty), slices.Clone(h.Wet), slices.Clone(h.Racks)
	for t, all := range h.Tools {
		out.Tools[t] = slices.Clip(all)
	}
	return out
}
