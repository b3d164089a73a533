// Package standin is a small simulated outside world: a thermo-hygrometer in the room, and a forecast of the air
// outdoors. It ships with the program, so that what asks them can be tried and tested without either.
package standin

import (
	"hash/fnv"
	"math"
	"time"
)

// Weather makes up the air outdoors of a mild coast: by season, hour and the chance of the day, the same for the same
// moment and seed.
type Weather struct {
	Seed int64
	Zone *time.Location
}

const (
	warmestDay = 205 // of the year
	yearMeanC  = 11.0
	seasonC    = 5.5
	dayC       = 3.5
	chanceC    = 3.0
	dayMeanRH  = 78.0
)

// At is the air at a moment, and how many mm of rain fall in its hour.
func (w Weather) At(t time.Time) (tempC, rh, rainMM float64) {
	t = t.In(w.Zone)
	season := math.Cos(2 * math.Pi * float64(t.YearDay()-warmestDay) / 365)
	hour := float64(t.Hour()) + float64(t.Minute())/60
	curve := math.Cos(2 * math.Pi * (hour - 15) / 24)
	today := w.chance(t, "temp")*2 - 1
	tempC = yearMeanC + seasonC*season + dayC*curve + chanceC*today
	rh = min(98, max(35, dayMeanRH-12*curve-8*today))
	if wetDay := w.chance(t, "wet") < 0.4; wetDay {
		from := math.Floor(w.chance(t, "from") * 20)
		if long := 1 + math.Floor(w.chance(t, "long")*6); hour >= from && hour < from+long {
			rh, rainMM = 96, 0.4+2*w.chance(t, "much")
		}
	}
	return tempC, rh, rainMM
}

// chance is a number from 0 to 1 that a day has drawn for something.
func (w Weather) chance(t time.Time, of string) float64 {
	h := fnv.New64a()
	y, m, d := t.Date()
	for _, n := range []int64{w.Seed, int64(y), int64(m), int64(d)} {
		for range 8 {
			h.Write([]byte{byte(n)})
			n >>= 8
		}
	}
	h.Write([]byte(of))
	return float64(h.Sum64()%1e6) / 1e6
}
