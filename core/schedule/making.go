package schedule

import (
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/preparation"
)

// stage is how far a piece has come on its way to a plan.
type stage int

const (
	unbegun   stage = iota // with test boards to make first
	preparing              // all preparation first, so that no dust falls on an open coat
	filming                // then the coats of every zone that has a system
	waxing                 // and wax once every film is on: its dust and its solvent spoil a neighbour's
	made
)

// making is a piece on its way to a plan: what of it has its place, and what is still to be given one. It is taken on
// by steps, so that several pieces can share the same hands.
type making struct {
	brief Brief
	plan  Plan
	stage stage
	jobs  []preparation.Job
	open  []preparation.Job // of preparation, without a place
	bench prepared
	lanes []lane    // with coats to place, the slowest first
	waxes []lane    // what of them waits for every film
	begun []Step    // what nobody told of and has begun by now: the plan is taken to have been kept
	floor time.Time // nothing else begins before
}

// measured judges and measures a piece, which takes far longer than giving it its place; that is done on copies.
func measured(b Brief) *making {
	m := &making{brief: b, plan: Plan{Notes: b.notes(), Needs: b.needs(), Zones: make([]ZonePlan, len(b.Zones))}}
	for i, z := range b.Zones {
		m.plan.Zones[i].Obstacles = z.obstacles()
		if z.System == nil || len(m.plan.Zones[i].Obstacles) > 0 {
			continue
		}
		l := lane{zone: i, signs: z.Signs, looks: z.Looks, in: newJudged(z.Wish, *z.System)}
		l.sessions = z.sessions(z.Wish, l.in, b.alike())
		for k := range l.sessions {
			l.sessions[k].away, l.sessions[k].rackM2 = b.Site.OnSite, z.AreaM2*float64(b.alike())
			if job, stray := b.mask(i, l.sessions[k].coat.Product, l.sessions[k].sprayed); stray {
				l.sessions[k].before = append(l.sessions[k].before, job)
			}
		}
		l.recall(b)
		var below *climate.Limits
		for k := range l.sessions {
			l.sessions[k].open = b.Site.OnSite && z.Wish.Use.Outdoors()
			l.sessions[k].through(b.Course, below)
			below = l.sessions[k].wait.Stops
		}
		m.plan.Zones[i].Doubts = l.doubts(z, b.Week.Zone)
		if why := z.stuck(b.Log); why != "" {
			l.sessions = slices.DeleteFunc(l.sessions, func(s session) bool { return s.told == nil })
			m.plan.Zones[i].Obstacles = []string{why}
		}
		if len(l.sessions) == 0 {
			continue // every coat was left out
		}
		m.lanes = append(m.lanes, l)
	}
	if len(m.lanes) == 0 || b.leadInQuestion() {
		for i, z := range m.plan.Zones {
			for _, why := range z.Obstacles {
				m.plan.Obstacles = append(m.plan.Obstacles, b.on(i)+why)
			}
		}
		m.stage, m.lanes = made, nil
		return m
	}
	m.jobs = b.Jobs()
	return m
}

// begin is a copy of a measured piece that has given its place to what needs no choice.
func (m *making) begin(h *hands.Hands) *making {
	m = m.clone()
	if m.stage == made {
		return m
	}
	steps := len(m.jobs)
	for _, l := range m.lanes {
		steps += 2 * len(l.sessions)
	}
	m.plan.Steps = slices.Grow(m.plan.Steps, steps)
	m.stage = preparing
	m.brief = m.boards(h)
	m.open, m.bench = m.preparing()
	return m
}

// untold tells whether a piece has begun by now, and nobody has told any of its work.
func (m *making) untold(now time.Time) bool {
	return m.stage != made && m.brief.Log.Now.IsZero() && m.brief.Start.Before(now)
}

// by lets nothing begin before now, and keeps what has begun by then where it is: what was told, and, while nothing
// was, what a plan has begun by now that is taken to have been kept. It returns what of it others have to heed.
func (m *making) by(now time.Time, kept []Step, empty *hands.Hands) (begun []Step) {
	if m.stage == made {
		return nil
	}
	m.floor = workday.Latest(now, m.brief.Rests).Add(roundTo - 1).Truncate(roundTo)
	if m.untold(now) {
		for _, s := range kept {
			if s.Start().Before(now) {
				s.fixed, s.wet = true, s.TouchDry
				m.begun = append(m.begun, s)
			}
		}
	}
	for i := range m.lanes {
		l := &m.lanes[i]
		for k := range l.sessions {
			s := &l.sessions[k]
			at := slices.IndexFunc(m.begun, func(o Step) bool {
				return o.Kind == Coating && o.Zones[0] == l.zone && o.at == s.coat.at
			})
			switch {
			case at >= 0:
				o := m.begun[at]
				s.stands, s.parts, s.fixed = workday.Span{From: o.Start().Add(-s.lead()), To: o.End()}, o.Work, true
				s.how, s.heldBack = way{keyed: o.Keyed, inHand: o.inHand, by: o.By}, o.Waited
			case s.told != nil:
				step := s.step(placing{work: s.stands, how: s.how}, empty)
				step.Zones, step.wet = []int{l.zone}, step.TouchDry
				begun = append(begun, step)
			default:
				s.notBefore = workday.Latest(s.notBefore, m.floor)
			}
		}
	}
	return append(begun, m.begun...)
}

// begunAs are the steps of one kind that have begun.
func (m *making) begunAs(is func(Step) bool) []Step {
	return slices.DeleteFunc(slices.Clone(m.begun), func(s Step) bool { return !is(s) })
}

// clone is a copy that can be taken on by itself.
func (m *making) clone() *making {
	out := *m
	out.plan.Steps = slices.Clip(m.plan.Steps)
	out.plan.Notes, out.plan.Air = slices.Clip(m.plan.Notes), slices.Clip(m.plan.Air)
	out.plan.Zones = slices.Clone(m.plan.Zones)
	out.open = slices.Clone(m.open)
	out.bench.ready, out.bench.clean = slices.Clone(m.bench.ready), slices.Clone(m.bench.clean)
	out.lanes, out.waxes = cloned(m.lanes), cloned(m.waxes)
	return &out
}

func cloned(lanes []lane) []lane {
	out := slices.Clone(lanes)
	for i := range out {
		out[i].sessions = slices.Clone(out[i].sessions)
		for k := range out[i].sessions {
			out[i].sessions[k].tasks = slices.Clip(out[i].sessions[k].tasks)
		}
	}
	return out
}

// next takes the piece on by one job, or by the coats of one zone.
func (m *making) next(h *hands.Hands) {
	if m.stage == preparing && len(m.open) > 0 {
		m.open = m.brief.prepare(&m.plan, m.open, &m.bench, h)
		return
	}
	if m.stage == preparing {
		m.prepared(h)
		return
	}
	m.coat(0, m.lanes[0].left(), h)
}

// coat gives the next n coats of a lane their place.
func (m *making) coat(at, n int, h *hands.Hands) {
	l := &m.lanes[at]
	l.coat(&m.plan, h, n)
	if l.left() == 0 {
		m.lanes = slices.Delete(m.lanes, at, at+1)
	}
	if len(m.lanes) > 0 {
		return
	}
	if m.stage == filming && len(m.waxes) > 0 {
		m.wax(h)
		return
	}
	m.finish(h)
}

// wax goes over to the wax, once every film has its place.
func (m *making) wax(h *hands.Hands) {
	m.stage, m.lanes, m.waxes = waxing, m.waxes, nil
	for i := range m.lanes {
		m.lanes[i].afterFilms(&m.plan, h)
	}
}

// prepared parts the lanes once all preparation has its place.
func (m *making) prepared(h *hands.Hands) {
	alone := h.Alone()
	for i := range m.lanes {
		m.lanes[i].begin(m.jobs, m.bench, m.brief, alone)
	}
	m.brief.mend(&m.plan, m.lanes, h)
	// The slowest zone goes first: the others fit into its waits.
	slices.SortStableFunc(m.lanes, func(a, b lane) int { return b.end.Compare(a.end) })
	lanes := m.lanes
	m.lanes = nil
	for _, l := range lanes {
		film, wax := l.beforeWax()
		if len(film.sessions) > 0 {
			m.lanes = append(m.lanes, film)
		}
		if len(wax.sessions) > 0 {
			m.waxes = append(m.waxes, wax)
		}
	}
	m.stage = filming
	if len(m.lanes) == 0 {
		m.wax(h)
	}
}

// afterFilms lets wax wait for what lies below it and for every film of the piece.
func (l *lane) afterFilms(plan *Plan, h *hands.Hands) {
	l.from = workday.Latest(l.from, workday.Latest(plan.opens(l.zone), plan.LastCoat))
	if held := plan.Zones[l.zone].Held; held != nil && !l.lay(held.Seen, h) {
		l.from = workday.Latest(l.from, held.Until)
	}
}

// finish gives its place to what comes after the coats, and tells what the plan comes to.
func (m *making) finish(h *hands.Hands) {
	b, plan := m.brief, &m.plan
	b.mendLast(plan, h)
	plan.LightUse = workday.Latest(plan.LightUse, m.refit(h))
	slices.SortStableFunc(plan.Steps, func(a, b Step) int { return a.Start().Compare(b.Start()) })
	halfDone := slices.ContainsFunc(plan.Zones, func(z ZonePlan) bool { return z.Coated && len(z.Obstacles) > 0 })
	if !b.Promised.IsZero() && !halfDone {
		plan.Promise = b.promise(*plan)
	}
	m.stage = made
}
