package schedule

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/drying"

	"firmitas/core/climate"
	"firmitas/core/compat"
)

// Weather is what is known of the air where a piece stands.
type Weather struct {
	Readings []climate.Reading // on the thermo-hygrometer there
	Forecast climate.Course    // of the air outdoors
	Follows  bool              // nothing heats the place: ahead, its air is that outdoors
	Kept     time.Time         // since when the place is kept as it is set, whatever was read before; zero = always
}

// HardensWithin is how far back the air tells of anything that was laid: little takes longer to harden (practice).
const HardensWithin = 45 * 24 * time.Hour

// outdoors tells whether a piece stands under the sky while it is worked on.
func (b Brief) outdoors() bool { return b.Site.OnSite && b.Zones[0].Wish.Use.Outdoors() }

// In is a piece with the air of its place: as it was read, then as it is forecast where nothing heats the place; where
// something does, as it is set, and for a day as the last one was where that was harder.
func (b Brief) In(w Weather) Brief {
	b.Course = climate.CourseOf(w.Readings)
	if w.Follows || b.outdoors() {
		b.Course = b.Course.Then(w.Forecast)
		return b
	}
	wish := b.Zones[0].Wish
	b.Course = b.Course.Since(w.Kept).AsLastDay(w.Kept, func(t time.Time) (climate.Air, time.Time) {
		until, night := drying.DayOrNight(t, b.Week.Zone)
		if night {
			return wish.ByNight().Air, until
		}
		return wish.Air, until
	})
	return b
}

// Aged tells a stack for how long its coats count as having dried, in the air of the question, by the air that really
// passed up to now; and says so of its top, where that tells: "" where it does not.
func Aged(s compat.Stack, next compat.Laid, course climate.Course, now time.Time) (out compat.Stack, says string) {
	out = s
	out.Laid = slices.Clone(s.Laid)
	for k, laid := range s.Laid {
		if laid.SinceH == nil {
			continue
		}
		from, until, over := hoursBefore(now, *laid.SinceH), now, next
		if top := k == len(s.Laid)-1; !top {
			over = s.Laid[k+1]
			if over.SinceH != nil {
				until = hoursBefore(now, *over.SinceH)
			}
		}
		known := course.Over(from, until)
		if len(known) == 0 {
			continue
		}
		age, waits := agedBetween(s, k, over, course, from, until)
		if !waits {
			continue
		}
		out.Laid[k].AgeH = &age
		if k == len(s.Laid)-1 {
			says = agedSays(*laid.SinceH, age, known)
		}
	}
	return out, says
}

func hoursBefore(now time.Time, hours float64) time.Time {
	return now.Add(-time.Duration(hours * float64(time.Hour)))
}

// agedBetween is for how many hours, in the air of a stack, its coat k counts as having dried for what goes over it;
// false where that need not wait.
func agedBetween(
	s compat.Stack, k int, over compat.Laid, course climate.Course, from, until time.Time,
) (age float64, waits bool) {
	below := s
	below.Laid, below.Context.Now = slices.Clone(s.Laid[:k+1]), false
	for i := range below.Laid {
		below.Laid[i].SinceH, below.Laid[i].AgeH = nil, nil
	}
	hours := func(air climate.Air) float64 {
		below.Context.Air = air
		return compat.Judge(below.Over(over)).EarliestH
	}
	in := func(air climate.Air) time.Duration { return time.Duration(hours(air) * float64(time.Hour)) }
	asAsked := in(s.Context.Air)
	limits := s.Laid[k].Product.Limits()
	w := drying.Wait{Day: asAsked, Night: asAsked, In: in, Hours: hours, Through: course, Stops: &limits}
	return math.Ceil(w.Share(from, until, time.UTC)*asAsked.Seconds()-1e-3) / 3600, asAsked > 0
}

// agedSays tells that hours by the clock count as more or fewer; "" where they count as what they are.
func agedSays(sinceH, ageH float64, known climate.Course) string {
	if math.Abs(sinceH-ageH) < worthTelling.Hours() {
		return ""
	}
	worst := known[0].Air
	for _, spell := range known {
		worst = climate.Harsher(worst, spell.Air)
	}
	return fmt.Sprintf("By the clock it has dried %s. By the air that was read meanwhile, down to %.0f °C and up to %.0f %% RH, "+
		"that counts as %s in this air.", compat.Duration(sinceH), worst.TempC, worst.RH, compat.Duration(ageH))
}
