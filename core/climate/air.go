// Package climate turns the air of a room into what a finisher needs to know: the dew point, the moisture
// that wood settles at, how much slower a coat dries than its label says, and whether it may be coated at all.
package climate

import "math"

// Air is the state of the air around the work.
type Air struct {
	TempC float64 `json:"tempC"` // °C
	RH    float64 `json:"rh"`    // relative humidity, %, 0–100
}

// Reference is the climate that labels speak of when they say nothing: 23 °C and 50 % RH
// (ISO 3270; value from memory).
var Reference = Air{TempC: 23, RH: 50}

// Magnus coefficients over water of Alduchov & Eskridge 1996 (values from memory); error under 0.4 % from
// −40 to +50 °C.
const (
	magnusHPa = 6.1094
	magnusA   = 17.625
	magnusB   = 243.04
)

// SaturationPressure is the vapour pressure of water at saturation, in Pa, at a temperature in °C.
func SaturationPressure(tempC float64) float64 {
	return 100 * magnusHPa * math.Exp(magnusA*tempC/(magnusB+tempC))
}

// DewPoint is the temperature in °C at which this air would start to wet a surface. RH must be above 0.
func (a Air) DewPoint() float64 {
	g := math.Log(a.RH/100) + magnusA*a.TempC/(magnusB+a.TempC)
	return magnusB * g / (magnusA - g)
}

// VapourPressureDeficit is what drives water out of a wet coat, in Pa.
func (a Air) VapourPressureDeficit() float64 {
	return SaturationPressure(a.TempC) * (1 - a.RH/100)
}

// WoodMoisture is the moisture content, in % of dry mass, that solid wood settles at in this air over weeks.
// Hailwood–Horrobin with the coefficients of the USDA Wood Handbook, FPL-GTR-282 ch. 4 (values from memory).
// Boards such as MDF run one to three points lower (practice).
func (a Air) WoodMoisture() float64 {
	t, h := a.TempC, a.RH/100
	w := 349 + 1.29*t + 0.0135*t*t
	k := 0.805 + 0.000736*t - 0.00000273*t*t
	k1 := 6.27 - 0.00938*t - 0.000303*t*t
	k2 := 1.91 + 0.0407*t - 0.000293*t*t
	kh := k * h
	return 1800 / w * (kh/(1-kh) + (k1*kh+2*k1*k2*kh*kh)/(1+k1*kh+k1*k2*kh*kh))
}
