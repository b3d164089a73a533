package care

import (
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
)

// Dates are the four of a zone, each not before the one above it. Zero where the zone has none: nothing was put on it,
// or what was put on it never hardens.
type Dates struct {
	Move     time.Time `json:"move,omitzero"`     // carried by clean, dry hands, stood on its feet
	Light    time.Time `json:"light,omitzero"`    // light, dry things set down and lifted; doors shut without pressure
	Ordinary time.Time `json:"ordinary,omitzero"` // the first damp wipe, sitting, plates and glasses
	Hard     time.Time `json:"hard,omitzero"`     // fully hardened
	Rain     time.Time `json:"rain,omitzero"`     // outdoors: rain may reach it
}

// DatesOf a zone whose last coat went on when finished, with the slowest of its coats in light use and hard as planned;
// what labels rarely state, the first moving and the first wipe, goes by the finish, slowed down as curing is in air.
func DatesOf(touched []*coating.Product, air climate.Air, finished, light, hard time.Time) Dates {
	out := Dates{Move: finished, Light: light, Hard: later(hard, light)}
	for _, p := range touched {
		f := FinishOf(p.Family, p.Opaque())
		after := func(days float64) time.Time {
			return finished.Add(time.Duration(days * p.CureSlowdown(air) * float64(24*time.Hour)))
		}
		out.Move, out.Ordinary = later(out.Move, after(f.D1)), later(out.Ordinary, after(f.D3))
		if f.Rain > 0 {
			out.Rain = later(out.Rain, after(f.Rain))
		}
	}
	out.Light = later(out.Light, out.Move)
	out.Hard = later(out.Hard, out.Light)
	out.Ordinary = later(out.Ordinary, out.Light)
	if out.Ordinary.After(out.Hard) {
		out.Ordinary = out.Hard
	}
	return out
}

func later(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// DayOf is the day on which a date may be counted on: the first that begins after it, so never to the early side. Page,
// sheet, tag, calendar, record and mail tell this day and no other, whenever they are read.
func DayOf(t time.Time, at *time.Location) time.Time {
	if t.IsZero() {
		return t
	}
	t = t.In(at)
	start := time.Date(t.Year(), t.Month(), t.Day(), 0, 0, 0, 0, at)
	if t.After(start) {
		start = time.Date(t.Year(), t.Month(), t.Day()+1, 0, 0, 0, 0, at)
	}
	return start
}

// Days are the dates as days.
func (d Dates) Days(at *time.Location) Dates {
	return Dates{
		DayOf(d.Move, at), DayOf(d.Light, at), DayOf(d.Ordinary, at), DayOf(d.Hard, at), DayOf(d.Rain, at),
	}
}

// monthsAfter is the same day of a later month, or its last where it is too short for it.
func monthsAfter(t time.Time, months int) time.Time {
	out := t.AddDate(0, months, 0)
	if out.Day() != t.Day() {
		out = out.AddDate(0, 0, -out.Day())
	}
	return out
}
