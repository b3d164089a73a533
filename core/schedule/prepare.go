package schedule

import (
	"slices"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/coating"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/core/worklog"
)

// prepared is how far hands and zones are once all preparation is done.
type prepared struct {
	from  time.Time   // nothing begins before
	done  time.Time   // the last work by hand ends
	hands time.Time   // somebody is free for the next
	ready []time.Time // by zone: what was wet is dry
	clean []time.Time // by zone: its dust is off; zero where none was made
	piece preparation.Piece
}

// preparing is the jobs before the coats that are still to do, and how far the others have come.
func (m *making) preparing() (open []preparation.Job, so prepared) {
	b := m.brief
	n := len(b.Zones)
	so = prepared{
		from: workday.Latest(b.Start, b.Log.Now), piece: b.piece(),
		ready: make([]time.Time, n), clean: make([]time.Time, n),
	}
	so.done = so.from
	for i := range so.ready {
		so.ready[i] = so.from
	}
	for _, j := range m.jobs {
		if j.JustBefore || j.Phase >= substrate.Last {
			continue
		}
		told, over := b.over(j)
		if step, ok := b.doneStep(j, told); ok {
			m.plan.add(step)
			so.after(b, j, step)
		}
		for _, step := range m.begunAs(func(s Step) bool { return s.Job == j.Key }) {
			part := j
			if len(j.Zones) > 0 {
				part, j = so.piece.Only(j, step.Zones), so.piece.Only(j, without(j.Zones, step.Zones))
			}
			over = len(j.Zones) == 0
			m.plan.add(step)
			so.done = workday.Latest(so.done, step.End())
			so.after(b, part, step)
		}
		if !over {
			open = append(open, j)
		}
	}
	return open, so
}

// without are the zones that are not among others.
func without(zones, others []int) []int {
	return slices.DeleteFunc(slices.Clone(zones), func(z int) bool { return slices.Contains(others, z) })
}

// prepare places one job as soon as hands are free and its zones are dry, so that one zone is worked while another
// dries, and returns what is left.
func (b Brief) prepare(plan *Plan, open []preparation.Job, so *prepared, h *hands.Hands) []preparation.Job {
	so.hands = h.Idle(workday.Latest(so.from, slices.MinFunc(so.ready, time.Time.Compare)))
	at, start := b.nextJob(open, *so)
	job, rest := so.split(open[at])
	step := b.jobStep(job)
	step.needs.Dusty = job.Dusty() && !b.Site.OnSite
	step.place(h, start, so.readyFor(b, job))
	plan.book(step, h)
	so.done = workday.Latest(so.done, step.End())
	so.after(b, job, step)
	if open[at] = rest; len(rest.Zones) == 0 {
		return slices.Delete(open, at, at+1)
	}
	return open
}

// place gives a step of preparation its first place from a moment on, and tells what it waits for from when it is
// ready.
func (s *Step) place(h *hands.Hands, from, ready time.Time) {
	s.Work, s.By = h.Spread(from, s.byHand(), s.needs)
	s.Ready = ready
	if s.Start().After(ready) {
		s.Waits = h.Cause(ready, workday.Span{From: s.Start(), To: s.Start().Add(roundTo)}, s.needs)
	}
}

// readyFor is when the last of a job's zones is ready for it.
func (so prepared) readyFor(b Brief, j preparation.Job) (ready time.Time) {
	for _, z := range b.touched(j) {
		ready = workday.Latest(ready, so.ready[z])
	}
	return ready
}

// after is how far the zones of a job are once it is done.
func (so prepared) after(b Brief, j preparation.Job, done Step) {
	for _, z := range b.touched(j) {
		so.ready[z] = done.End().Add(drying.AtLeast(j.WaitH))
		if j.Phase == substrate.Dust {
			so.clean[z] = done.End()
		}
	}
}

// longWait from which a shared job is not held up by the zone that still dries, but done there later.
const longWait = 3 * time.Hour

// split parts a job into what can begin now and what waits long for a zone to dry; the rest has no zones when nothing
// does.
func (so prepared) split(j preparation.Job) (now, rest preparation.Job) {
	soonest := time.Time{}
	for _, z := range j.Zones {
		if soonest.IsZero() || so.ready[z].Before(soonest) {
			soonest = so.ready[z]
		}
	}
	var first, later []int
	for _, z := range j.Zones {
		if so.ready[z].Sub(workday.Latest(soonest, so.hands)) > longWait {
			later = append(later, z)
		} else {
			first = append(first, z)
		}
	}
	if len(later) == 0 {
		return j, preparation.Job{}
	}
	return so.piece.Only(j, first), so.piece.Only(j, later)
}

// nextJob is the one that can begin soonest, on the first of its zones, among those that no earlier job on the same
// zone holds up.
func (b Brief) nextJob(open []preparation.Job, so prepared) (int, time.Time) {
	best, soonest := 0, time.Time{}
	held := make([]bool, len(b.Zones))
	for i, j := range open {
		free := true
		for _, z := range b.touched(j) {
			free = free && !held[z]
			held[z] = true
		}
		now, _ := so.split(j)
		start := so.hands
		for _, z := range b.touched(now) {
			start = workday.Latest(start, so.ready[z])
		}
		if free && (soonest.IsZero() || start.Before(soonest)) {
			best, soonest = i, start
		}
	}
	return best, soonest
}

// touched are the zones of a job: all when it is on the whole piece.
func (b Brief) touched(j preparation.Job) []int {
	if len(j.Zones) > 0 {
		return j.Zones
	}
	all := make([]int, len(b.Zones))
	for i := range all {
		all[i] = i
	}
	return all
}

// jobStep is a job before it has its place.
func (b Brief) jobStep(j preparation.Job) Step {
	step := Step{
		Kind:  Preparation,
		Title: j.Title,
		Job:   j.Key,
		Zones: j.Zones,
		Tasks: []Task{{j.Detail, j.HandsOn}},
		Kin:   b.kinOf(j),
	}
	if j.Caution != "" {
		step.Cautions = []coating.Caution{{ID: j.ID, Text: j.Caution}}
	}
	return step
}

// byHand is how long a step keeps hands.
func (s Step) byHand() time.Duration { return roundUp(byHandFor(s.Tasks)) }

// kinOf is what a job's minutes are spent on.
func (b Brief) kinOf(j preparation.Job) worklog.Kin {
	out := worklog.Kin{Planned: j.HandsOn, PerM2: j.MinutesPerM2}
	for _, i := range b.touched(j) {
		z := b.Zones[i]
		out.M2 += z.AreaM2 * float64(b.alike())
		out.Work, out.Face = j.Pace(z.Wish.Life()), string(z.Face)
	}
	return out
}

// refit places what comes after the coats, and returns when the last part is back on; zero when there is none.
func (m *making) refit(h *hands.Hands) (done time.Time) {
	b, plan := m.brief, &m.plan
	for _, j := range m.jobs {
		if j.Phase < substrate.Last {
			continue
		}
		start := done
		for _, z := range b.touched(j) {
			if j.Phase == substrate.Refit {
				start = workday.Latest(start, plan.Zones[z].LightUse)
			} else {
				start = workday.Latest(start, plan.Zones[z].TouchDry) // no hand goes near a wet coat
			}
		}
		if start.IsZero() {
			continue // on a zone that is not coated yet
		}
		step := b.jobStep(j)
		begun := m.begunAs(func(s Step) bool { return s.Job == j.Key })
		if told, over := b.over(j); over {
			step, _ = b.doneStep(j, told)
		} else if len(begun) > 0 {
			step = begun[0]
		} else {
			ready := workday.Latest(start, workday.Latest(m.floor, b.Log.Now))
			step.place(h, ready, ready)
		}
		plan.book(step, h)
		done = step.End()
	}
	return done
}
