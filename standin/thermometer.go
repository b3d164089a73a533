package standin

import (
	"encoding/json"
	"math"
	"net/http"
	"sync/atomic"
	"time"
)

// Reading is what the thermo-hygrometer tells of a moment.
type Reading struct {
	At    time.Time `json:"at"`
	TempC float64   `json:"tempC"`
	RH    float64   `json:"rh"`
}

// Readings are what it answers.
type Readings struct {
	Device   string    `json:"device"`
	Readings []Reading `json:"readings"`
}

const (
	readsEvery = 10 * time.Minute
	remembers  = 48 * time.Hour
)

// Thermometer is a thermo-hygrometer in a room that is heated to one temperature by day and to another by night. It
// answers GET /readings with what it remembers. Some readings are missing, and some are wrong, as such devices
// have it: the end of the sensor's range, a leap of ten degrees.
type Thermometer struct {
	Device      string
	Weather     Weather
	DayC        float64
	NightC      float64
	Now         func() time.Time
	HeaterFails func(night time.Time) bool // from 22:00 of a day to 7:00 of the next; nil = never
	Broken      atomic.Bool                // it does not answer
}

// Read is what it would tell of a moment, were it never wrong.
func (d *Thermometer) Read(t time.Time) Reading {
	outC, outRH, _ := d.Weather.At(t)
	local := t.In(d.Weather.Zone)
	hour := float64(local.Hour()) + float64(local.Minute())/60
	tempC := d.NightC
	if hour >= 7 && hour < 20 {
		tempC = d.DayC
	}
	evening := local.Add(-12 * time.Hour)
	night := time.Date(evening.Year(), evening.Month(), evening.Day(), 22, 0, 0, 0, d.Weather.Zone)
	if atNight := hour >= 22 || hour < 7; atNight && d.HeaterFails != nil && d.HeaterFails(night) {
		since := local.Sub(night).Hours()
		tempC = outC + 2 + (d.NightC-outC-2)*math.Exp(-since/1.5)
	}
	tempC += 0.3 * math.Sin(2*math.Pi*hour*3) // the heater's own beat
	water := outRH * saturation(outC) * 1.12  // a little more than outdoors: people breathe
	return Reading{t, tenth(tempC), tenth(min(95, max(15, water/saturation(tempC))))}
}

// saturation grows as the water that air can hold (Magnus; values from memory), in parts that cancel out.
func saturation(tempC float64) float64 { return math.Exp(17.625 * tempC / (243.04 + tempC)) }

func tenth(x float64) float64 { return math.Round(x*10) / 10 }

// told is what it does tell: false where a reading is missing.
func (d *Thermometer) told(t time.Time) (Reading, bool) {
	r := d.Read(t)
	switch n := t.Unix() / int64(readsEvery.Seconds()); {
	case n%37 < 2:
		return r, false
	case n%83 == 5:
		r.TempC, r.RH = 85, 0
	case n%61 == 7:
		r.TempC += 10
	}
	return r, true
}

func (d *Thermometer) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	switch {
	case d.Broken.Load():
		http.Error(w, "out of order", http.StatusServiceUnavailable)
		return
	case r.Method != http.MethodGet || r.URL.Path != "/readings":
		http.NotFound(w, r)
		return
	}
	now := d.Now()
	out := Readings{Device: d.Device, Readings: []Reading{}}
	for t := now.Add(-remembers).Truncate(readsEvery).Add(readsEvery); !t.After(now); t = t.Add(readsEvery) {
		if reading, ok := d.told(t); ok {
			out.Readings = append(out.Readings, reading)
		}
	}
	answer(w, out)
}

func answer(w http.ResponseWriter, out any) {
	w.Header().Set("Content-Type", "application/json")
	_ = json.NewEncoder(w).Encode(out) // whoever asked has gone
}
