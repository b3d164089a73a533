package schedule

import (
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
)

// prepared is how far hands and zones are once all preparation is done.
type prepared struct {
	hands time.Time   // the last work by hand ends
	ready []time.Time // by zone: what was wet is dry
	clean []time.Time // by zone: its dust is off; zero where none was made
	piece preparation.Piece
}

// prepare places the jobs before the coats: each as soon as hands are free and its zones are dry, so that one zone is
// worked while another dries.
func (b Brief) prepare(plan *Plan, jobs []preparation.Job) prepared {
	n := len(b.Zones)
	out := prepared{
		hands: latest(b.Start, b.Log.Now), ready: make([]time.Time, n), clean: make([]time.Time, n), piece: b.piece(),
	}
	for i := range out.ready {
		out.ready[i] = b.Start
	}
	var open []preparation.Job
	for _, j := range jobs {
		if j.JustBefore || j.Phase >= substrate.Last {
			continue
		}
		told, over := b.over(j)
		if !over {
			open = append(open, j)
		} else if step, ok := b.doneStep(j, told); ok {
			plan.add(step)
			out.after(b, j, step)
		}
	}
	for len(open) > 0 {
		at, start := b.nextJob(open, out)
		job, rest := out.split(open[at])
		step := b.jobStep(job, start, b.Week)
		plan.add(step)
		out.hands = step.End()
		out.after(b, job, step)
		if open[at] = rest; len(rest.Zones) == 0 {
			open = slices.Delete(open, at, at+1)
		}
	}
	return out
}

// after is how far the zones of a job are once it is done.
func (so prepared) after(b Brief, j preparation.Job, done Step) {
	for _, z := range b.touched(j) {
		so.ready[z] = done.End().Add(atLeast(j.WaitH))
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
		if so.ready[z].Sub(latest(soonest, so.hands)) > longWait {
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
			start = latest(start, so.ready[z])
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

func (b Brief) jobStep(j preparation.Job, start time.Time, week Week) Step {
	length := roundUp(time.Duration(j.HandsOn * float64(time.Minute)))
	step := Step{
		Kind:  Preparation,
		Title: j.Title,
		Job:   j.Key,
		Zones: j.Zones,
		Tasks: []Task{{j.Detail, j.HandsOn}},
		Work:  week.spread(start, length),
	}
	if len(step.Work) == 0 {
		step.Work = []Span{{start, start}}
	}
	if j.Caution != "" {
		step.Cautions = []coating.Caution{{ID: j.ID, Text: j.Caution}}
	}
	return step
}

// finish places what comes after the coats, and returns when the last part is back on; zero when there is none.
func (b Brief) finish(plan *Plan, jobs []preparation.Job, week Week) (done time.Time) {
	for _, j := range jobs {
		if j.Phase < substrate.Last {
			continue
		}
		start := done
		for _, z := range b.touched(j) {
			if j.Phase == substrate.Refit {
				start = latest(start, plan.Zones[z].LightUse)
			} else {
				start = latest(start, plan.Zones[z].TouchDry) // no hand goes near a wet coat
			}
		}
		if start.IsZero() {
			continue // on a zone that is not coated yet
		}
		step := b.jobStep(j, latest(start, b.Log.Now), week)
		if told, over := b.over(j); over {
			step, _ = b.doneStep(j, told)
		}
		plan.add(step)
		done = step.End()
	}
	return done
}
