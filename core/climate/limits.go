package climate

import (
	"fmt"
	"math"
)

// Limits is the air in which a label allows a coat to go on and dry.
type Limits struct {
	MinC  float64 // °C
	MaxC  float64 // °C; 0 when the label is silent
	MaxRH float64 // %; 0 when the label is silent, read as SilentMaxRH
}

const (
	// SilentMaxRH applies where a label names no limit (practice).
	SilentMaxRH = 85
	// DewMargin is how far a surface must stay above the dew point, in °C (ISO 8502-4; value from memory).
	DewMargin = 3
	// meterDoubt is what a ±2 % RH meter leaves open in that margin, in °C; within it we do not refuse.
	meterDoubt = 0.1
)

// Allow tells whether a coat may go on and dry in this air.
func (l Limits) Allow(air Air) bool { return len(l.Obstacles(air)) == 0 }

// Obstacles says, in sentences, why a coat may not go on in this air. The work is taken to be at the air's
// temperature. None: it may.
func (l Limits) Obstacles(air Air) []string {
	var out []string
	if air.TempC < l.MinC {
		out = append(out, fmt.Sprintf(
			"Too cold: it needs at least %.0f °C and the room is at %.0f °C. Below that it may never form a sound film.",
			l.MinC,
			air.TempC,
		))
	}
	if l.MaxC > 0 && air.TempC > l.MaxC {
		out = append(out,
			fmt.Sprintf("Too warm: it may go on up to %.0f °C and the room is at %.0f °C.", l.MaxC, air.TempC))
	}
	maxRH := l.MaxRH
	if maxRH == 0 {
		maxRH = SilentMaxRH
	}
	if air.RH > maxRH {
		out = append(out,
			fmt.Sprintf("Too damp: it allows up to %.0f %% RH and the room is at %.0f %%.", maxRH, air.RH))
	} else if margin := air.TempC - air.DewPoint(); margin < DewMargin-meterDoubt {
		out = append(out, fmt.Sprintf("Too close to the dew point: the work is only %.1f °C above it, and 3 °C is the least.", margin))
	}
	return out
}

// How far a room is heated, cooled and dried for a coat's sake (practice).
const (
	warmestRoom = 30
	coolestRoom = 10
	driestRoom  = 25
)

// At is the same air warmed or cooled: the water in it stays, so its relative humidity changes.
func (a Air) At(tempC float64) Air {
	return Air{tempC, min(100, a.RH*SaturationPressure(a.TempC)/SaturationPressure(tempC))}
}

// Opens says, in sentences, from which air on a coat may go on where this one forbids it, by changing one thing in a
// closed room: heating or cooling it, which changes its relative humidity too, or drying it. None where neither helps,
// or nothing forbids it.
func (l Limits) Opens(air Air) []string {
	if l.Allow(air) {
		return nil
	}
	var out []string
	at := air.At
	for t := math.Floor(air.TempC) + 1; t <= warmestRoom; t++ {
		if l.Allow(at(t)) {
			out = append(out, fmt.Sprintf("Warmed to %.0f °C, which takes the same air to %.0f %% RH, it may go on.", t, at(t).RH))
			break
		}
	}
	for t := math.Ceil(air.TempC) - 1; len(out) == 0 && t >= coolestRoom; t-- {
		if l.Allow(at(t)) {
			out = append(out, fmt.Sprintf("Cooled to %.0f °C, which takes the same air to %.0f %% RH, it may go on.", t, at(t).RH))
		}
	}
	for rh := math.Ceil(air.RH) - 1; rh >= driestRoom; rh-- {
		if l.Allow(Air{air.TempC, rh}) {
			out = append(out, fmt.Sprintf("From %.0f %% RH down, as warm as it is, it may go on.", rh))
			break
		}
	}
	return out
}
