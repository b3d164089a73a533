package climate

import "math"

// Drying is the way a coat dries, which decides how the air slows it.
type Drying int

const (
	WaterLeaves   Drying = iota // water-carried coats, until recoat
	SolventLeaves               // shellac, lacquer
	TakesOxygen                 // oils, alkyds, oil varnish
	PartsReact                  // two-part and acid-catalysed coats
	WaxSets                     // paste wax
	NeverDries                  // board oil: nothing to wait for
)

// SlowestFactor caps the estimate for water-carried coats: in air that damp the label's limit stops the work
// long before the number means anything (practice).
const SlowestFactor = 6

// Typical times, which no label gives a climate for, hold as they stand from 20 to 23 °C and 40 to 60 % RH; 5 °C colder
// or 15 % damper they are stretched as from the reference climate, and in between ever more (practice).
const (
	typicalLowC   = 20
	typicalHighRH = 60
	typicalRampC  = 5
	typicalRampRH = 15
)

// outside is how far air lies outside the band in which typical times hold: 0 within, 1 where nothing of it is left.
func outside(air Air) float64 {
	colder := (typicalLowC - air.TempC) / typicalRampC
	damper := (air.RH - typicalHighRH) / typicalRampRH
	return min(1, max(0, colder, damper))
}

// TypicalSlowdown multiplies a typical time, as Slowdown does a label's. Basis: estimate.
func (d Drying) TypicalSlowdown(air Air) float64 {
	return 1 + (d.Slowdown(Reference, air)-1)*outside(air)
}

// TypicalCureSlowdown is the same for the long tail of hardening. Basis: estimate.
func TypicalCureSlowdown(air Air) float64 {
	return 1 + (CureSlowdown(Reference, air)-1)*outside(Air{air.TempC, typicalHighRH})
}

// Slowdown multiplies a label's time for the air it is given in ref, to estimate the time in air. It is never
// below 1: warm dry air does not open a window before the label does. Basis: estimate, built on vapour-pressure
// deficit for water and on the van 't Hoff rule of thumb (rate doubles per 10 °C) for chemistry.
func (d Drying) Slowdown(ref, air Air) float64 {
	cooler := (ref.TempC - air.TempC) / 10
	f := 1.0
	switch d {
	case WaterLeaves:
		f = SlowestFactor
		if deficit := air.VapourPressureDeficit(); deficit > 0 {
			f = math.Min(SlowestFactor, ref.VapourPressureDeficit()/deficit)
		}
	case SolventLeaves:
		f = math.Pow(1.8, cooler)
	case TakesOxygen:
		f = math.Pow(2, cooler) * dampAirStarvesOxygen(air.RH)
	case PartsReact:
		f = math.Pow(2, cooler)
	case WaxSets:
		f = math.Pow(1.5, cooler)
	}
	return math.Max(1, f)
}

// dampAirStarvesOxygen is 1 up to 60 % RH and rises in a straight line to 1.5 at 85 % (practice).
func dampAirStarvesOxygen(rh float64) float64 {
	return 1 + 0.5*math.Max(0, math.Min(1, (rh-60)/25))
}

// CureSlowdown is the factor for the long tail of hardening after a film has dried: twice as long for every
// 10 °C cooler, never below 1. Basis: estimate (van 't Hoff rule of thumb).
func CureSlowdown(ref, air Air) float64 {
	return math.Max(1, math.Pow(2, (ref.TempC-air.TempC)/10))
}
