// Package instruments asks the devices and services outside: the thermo-hygrometer of the room, and the forecast of the
// air outdoors. docs/instruments.md tells what they answer.
package instruments

import (
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"time"

	"firmitas/core/climate"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
	"firmitas/internal/workshop/air"
)

// Addresses of what is connected; "" = nothing is.
type Addresses struct {
	Thermometer string // GET {address}/readings
	Forecast    string // GET {address}/forecast
}

const (
	airEvery      = 5 * time.Minute
	forecastEvery = time.Hour
	patience      = 10 * time.Second
	mostAnswer    = 1 << 20 // bytes
)

// Poll asks what is connected now and then, until the context ends.
func Poll(ctx context.Context, rooms *workshop.Rooms, at Addresses) {
	go every(ctx, airEvery, at.Thermometer, func() error { return Air(ctx, rooms, at.Thermometer) })
	every(ctx, forecastEvery, at.Forecast, func() error { return Forecast(ctx, rooms, at.Forecast) })
}

func every(ctx context.Context, pause time.Duration, address string, ask func() error) {
	if address == "" {
		return
	}
	for told := false; ctx.Err() == nil; {
		err := ask()
		if err != nil && !told && ctx.Err() == nil {
			slog.Warn("an instrument does not answer", "address", address, "error", err)
		}
		told = err != nil // once, until it answers again
		select {
		case <-ctx.Done():
		case <-time.After(pause):
		}
	}
}

// Air asks the thermo-hygrometer for what it has read since we heard it last, and keeps it.
func Air(ctx context.Context, rooms *workshop.Rooms, address string) error {
	var told struct {
		Device   string `json:"device"`
		Readings []struct {
			At    time.Time `json:"at"`
			TempC float64   `json:"tempC"`
			RH    float64   `json:"rh"`
		} `json:"readings"`
	}
	if err := get(ctx, address, "/readings", &told); err != nil {
		rooms.Air.Instrument(false)
		return err
	}
	var readings []air.Reading
	for _, r := range told.Readings {
		readings = append(readings, air.Reading{Air: climate.Air{TempC: r.TempC, RH: r.RH}, At: r.At})
	}
	slices.SortStableFunc(readings, func(a, b air.Reading) int { return a.At.Compare(b.At) })
	_, err := rooms.Air.HearAir(ctx, named(told.Device), readings)
	rooms.Air.Instrument(true)
	return err
}

const longestName = 60

// named is how a device is called in the log.
func named(device string) string {
	name := []rune(strings.TrimSpace(device))
	if len(name) == 0 {
		return "thermo-hygrometer"
	}
	return string(name[:min(len(name), longestName)])
}

// Forecast asks for the air outdoors and keeps it.
func Forecast(ctx context.Context, rooms *workshop.Rooms, address string) error {
	var told struct {
		Hours []struct {
			At     time.Time `json:"at"`
			TempC  float64   `json:"tempC"`
			RH     float64   `json:"rh"`
			RainMM float64   `json:"rainMM"`
		} `json:"hours"`
	}
	if err := get(ctx, address, "/forecast", &told); err != nil {
		return err
	}
	var hours []store.ForecastHour
	for _, h := range told.Hours {
		if !(climate.Air{TempC: h.TempC, RH: h.RH}).Believable() {
			return fmt.Errorf("%v °C and %v %% RH at %s cannot be", h.TempC, h.RH, h.At)
		}
		wet := h.RainMM >= climate.WetFromMM
		hours = append(hours, store.ForecastHour{At: h.At.UTC(), TempC: h.TempC, RH: h.RH, Wet: wet})
	}
	slices.SortStableFunc(hours, func(a, b store.ForecastHour) int { return a.At.Compare(b.At) })
	hours = slices.CompactFunc(hours, func(a, b store.ForecastHour) bool { return b.At.Sub(a.At).Abs() < time.Hour })
	return rooms.Air.HearForecast(ctx, hours)
}

var client = &http.Client{Timeout: patience}

func get(ctx context.Context, address, path string, into any) error {
	at, err := url.JoinPath(address, path)
	if err != nil {
		return err
	}
	ask, err := http.NewRequestWithContext(ctx, http.MethodGet, at, nil)
	if err != nil {
		return err
	}
	answer, err := client.Do(ask)
	if err != nil {
		return err
	}
	defer answer.Body.Close()
	if answer.StatusCode != http.StatusOK {
		return fmt.Errorf("it answers %s", answer.Status)
	}
	return json.NewDecoder(io.LimitReader(answer.Body, mostAnswer)).Decode(into)
}
