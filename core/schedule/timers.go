package schedule

import (
	"slices"
	"time"

	"firmitas/core/worklog"
)

// TimerKind is what a timer counts down to.
type TimerKind string

const (
	OpenTime TimerKind = "open"     // it can no longer be levelled
	WipeOff  TimerKind = "wipe_off" // what has not soaked in is wiped off
	PotLife  TimerKind = "pot"      // the mix goes off
	Opening  TimerKind = "opens"    // the next coat may go on
	Closing  TimerKind = "closes"   // the next coat is on, or is keyed
)

// Timer runs from a fact to a moment that hands should not miss. It is computed from facts, so nothing stops it.
type Timer struct {
	Kind  TimerKind
	Zone  int
	Of    string // the coat, or the pot
	From  time.Time
	Until time.Time
	Event int64 // that started it
	Coat  worklog.Coat
}

// How long a timer stays in sight once it has run out.
const stillTold = 30 * time.Minute

// Timers are those that run at a moment on a piece, the soonest first: of coats that were begun, of pots that were
// mixed, and of the last coat that was told of each zone.
func (b Brief) Timers(p Plan, standing []worklog.Event, now time.Time) []Timer {
	var out []Timer
	add := func(t Timer) {
		if t.Until.After(now.Add(-stillTold)) {
			out = append(out, t)
		}
	}
	for _, e := range standing {
		step := p.step(e.Coat())
		over := step == nil || step.Told != nil && !step.Told.At.Before(e.At)
		switch {
		case over:
		case e.Kind() == worklog.Begun && step.OpenMin > 0:
			kind := OpenTime
			if step.Product.Family.WipedOff() {
				kind = WipeOff
			}
			levels := minutes(step.OpenMin).Truncate(time.Second)
			add(Timer{kind, step.Zones[0], step.Title, e.At, e.At.Add(levels), e.ID, e.Coat()})
		case e.Kind() == worklog.Mixed && step.PotH > 0:
			goesOff := potLeft(step.Product, e.At, b.potAir(standing, e))
			add(Timer{PotLife, step.Zones[0], step.Product.Name, e.At, goesOff, e.ID, e.Coat()})
		}
	}
	for i := range p.Zones {
		last := p.lastTold(i)
		if last == nil || last.Opens.IsZero() {
			continue
		}
		if open(p.Zones[i].Doubts) || len(p.Zones[i].Obstacles) > 0 {
			continue // no clock says that the next coat may go on
		}
		if last.Opens.After(now.Add(-stillTold)) {
			add(Timer{Opening, i, last.Title, last.End(), last.Opens, last.Told.ID, last.name})
		} else if !last.Closes.IsZero() {
			add(Timer{Closing, i, last.Title, last.Opens, last.Closes, last.Told.ID, last.name})
		}
	}
	slices.SortStableFunc(out, func(a, b Timer) int { return a.Until.Compare(b.Until) })
	return out
}

// potAir is how warm it was where a pot was mixed: as it was read, or as the piece is planned.
func (b Brief) potAir(standing []worklog.Event, mixed worklog.Event) float64 {
	if air, read := worklog.AirAt(standing, mixed.At); read {
		return air.TempC
	}
	return b.air().TempC
}

// step is the coat that the log calls so; nil where there is none.
func (p Plan) step(coat worklog.Coat) *Step {
	for i := range p.Steps {
		if s := &p.Steps[i]; s.Kind == Coating && coat.N > 0 && s.name == coat {
			return s
		}
	}
	return nil
}

// lastTold is the last coat of a zone that was told; nil while none is.
func (p Plan) lastTold(zone int) *Step {
	var out *Step
	for i := range p.Steps {
		if s := &p.Steps[i]; s.Kind == Coating && s.Zones[0] == zone && s.Told != nil {
			out = s
		}
	}
	return out
}
