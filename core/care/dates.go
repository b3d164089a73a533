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

// byTheHour is how near a date is when its hour matters.
const byTheHour = 48 * time.Hour

// from is a date as a buyer may count on it: never rounded to the early side. Near ones are told with their hour.
func (z *reader) from(t time.Time) Arg {
	t = t.In(z.f.Location)
	if near := t.Sub(z.at); near > 0 && near < byTheHour {
		if t = t.Add(time.Hour - time.Nanosecond).Truncate(time.Hour); t.Hour() > 0 {
			return hour(t)
		}
		return day(t)
	}
	start := time.Date(t.Year(), t.Month(), t.Day(), 0, 0, 0, 0, t.Location())
	if t.After(start) {
		start = start.AddDate(0, 0, 1)
	}
	return day(start)
}
