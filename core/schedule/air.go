package schedule

import (
	"time"

	"firmitas/core/climate"
)

// Weather is what is known of the air where a piece stands.
type Weather struct {
	Readings []climate.Reading // on the thermo-hygrometer there
	Forecast climate.Course    // of the air outdoors
	Follows  bool              // nothing heats the place: ahead, its air is that outdoors
}

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
	b.Course = b.Course.AsLastDay(func(t time.Time) (climate.Air, time.Time) {
		until, night := dayOrNight(t, b.Week.Zone)
		if night {
			return wish.ByNight().Air, until
		}
		return wish.Air, until
	})
	return b
}
