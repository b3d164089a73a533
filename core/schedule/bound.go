package schedule

import (
	"slices"
	"sort"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/preparation"
	"firmitas/core/substrate"
)

// least is what no order of the work can better for one piece.
type least struct {
	ready time.Time     // had it the room to itself, every tool in hand and no window to meet
	hands time.Duration // of work that is still to do
	tail  time.Duration // from the last of it until the piece is ready
}

func leastOf(m *making, empty *hands.Hands) (out least) {
	if m.stage == made {
		return out
	}
	now := empty.Room.Now
	relaxed := m.relaxed()
	p := relaxed.with(empty)
	out.ready, _ = m.brief.Ready(p)
	for _, step := range p.Steps {
		for _, w := range step.Work {
			if from := workday.Latest(w.From, now); step.Told == nil && from.Before(w.To) {
				out.hands += w.To.Sub(from)
			}
		}
	}
	out.tail = relaxed.tail()
	return out
}

// relaxed is a piece with no window to meet and every tool in hand.
func (m *making) relaxed() *making {
	m = m.clone()
	for _, lanes := range [][]lane{m.lanes, m.waxes} {
		for i := range lanes {
			lanes[i].relaxed = true
			for k := range lanes[i].sessions {
				lanes[i].sessions[k].latest, lanes[i].sessions[k].setUp = 0, 0
			}
		}
	}
	return m
}

// tail is the least time from the last work by hand until a piece is ready: none where something is done after it.
func (m *making) tail() time.Duration {
	after := slices.ContainsFunc(m.jobs, func(j preparation.Job) bool { return j.Phase >= substrate.Last })
	if after || len(m.lanes) == 0 {
		return 0
	}
	least := time.Duration(-1)
	for _, l := range m.lanes {
		w := l.sessions[len(l.sessions)-1].lightUse
		if t := min(w.Day, w.Night); least < 0 || t < least {
			least = t
		}
	}
	return least
}

// bound is what no order of the work can better: each piece alone in the room; and, of the promises, that as much work
// by hand as they ask for takes its hours. The k-th piece to be done is done no sooner than the k with the least work
// could be, and lateness is least where what is done first was promised first.
func (s *search) bound() (out worth) {
	var work []time.Duration
	var due []time.Time
	for i, m := range s.measured {
		if m.stage == made {
			continue
		}
		out.count(s.least[i].ready, m.brief.Promised, s.room.Now)
		if !m.brief.Promised.IsZero() {
			work = append(work, s.least[i].hands)
			due = append(due, m.brief.Promised.Add(-s.least[i].tail))
		}
	}
	slices.Sort(work)
	slices.SortFunc(due, time.Time.Compare)
	late, sum := time.Duration(0), time.Duration(0)
	for k := range work {
		sum += work[k]
		late += max(0, s.capacity.done(sum).Sub(due[k]))
	}
	out.late = max(out.late, late)
	return out
}

// capacity is the work that the people of a room can do from now on, by when.
type capacity struct {
	hands *hands.Hands
	marks []mark // by time
}

// mark is a moment from which on so many are at work, until the next.
type mark struct {
	at   time.Time
	sum  time.Duration // of work that fits before it
	busy int
}

func capacityOf(h *hands.Hands) *capacity {
	out := &capacity{hands: h}
	out.add(h.Room.Now, 0)
	return out
}

// add makes a mark.
func (c *capacity) add(at time.Time, sum time.Duration) {
	busy := 0
	for _, person := range c.hands.Hours {
		if open, ok := person.After(at); ok && !open.From.After(at) {
			busy++
		}
	}
	c.marks = append(c.marks, mark{at, sum, busy})
}

// done is the first moment by which so much work can have been done; where it never can, the last on which anybody
// works.
func (c *capacity) done(work time.Duration) time.Time {
	last := &c.marks[len(c.marks)-1]
	for last.sum < work {
		var next time.Time
		for _, person := range c.hands.Hours {
			open, ok := person.After(last.at)
			turns := open.From
			if !turns.After(last.at) {
				turns = open.To
			}
			if ok && (next.IsZero() || turns.Before(next)) {
				next = turns
			}
		}
		if next.IsZero() {
			return last.at
		}
		c.add(next, last.sum+next.Sub(last.at)*time.Duration(last.busy))
		last = &c.marks[len(c.marks)-1]
	}
	i := sort.Search(len(c.marks), func(i int) bool { return c.marks[i].sum >= work })
	if i == 0 {
		return c.marks[0].at
	}
	before := c.marks[i-1]
	return before.at.Add((work - before.sum) / time.Duration(before.busy))
}
