package standin

import (
	"net/http"
	"time"
)

// Hour is the air outdoors in one hour as it is forecast.
type Hour struct {
	At     time.Time `json:"at"`
	TempC  float64   `json:"tempC"`
	RH     float64   `json:"rh"`
	RainMM float64   `json:"rainMM"`
}

// Hours are what the forecast answers.
type Hours struct {
	Issued time.Time `json:"issued"`
	Hours  []Hour    `json:"hours"`
}

const forecastFor = 5 * 24 // hours

// Forecast answers GET /forecast with the hours to come.
type Forecast struct {
	Weather Weather
	Now     func() time.Time
}

func (f *Forecast) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	if r.Method != http.MethodGet || r.URL.Path != "/forecast" {
		http.NotFound(w, r)
		return
	}
	now := f.Now()
	out := Hours{Issued: now.UTC()}
	for h := range forecastFor {
		at := now.Truncate(time.Hour).Add(time.Duration(h) * time.Hour)
		tempC, rh, rain := f.Weather.At(at)
		out.Hours = append(out.Hours, Hour{at.UTC(), tenth(tempC), tenth(rh), tenth(rain)})
	}
	answer(w, out)
}
