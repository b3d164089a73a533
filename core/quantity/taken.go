package quantity

// ThirstyFirstCoat is what bare porous wood drinks of its first coat against the label's rate (practice, 20–30 % more).
const ThirstyFirstCoat = 1.25

// Taken is what some coats of a product take, and what that is made up of, in litres.
type Taken struct {
	AreaM2   float64 // that one coat covers
	Coats    int
	RateM2L  float64 // m² to the litre; 0 = nobody knows, and nothing can be counted
	Transfer float64 // share of what leaves the tin that reaches the work

	Spread float64 // what the coats themselves are, by the rate
	Thirst float64 // what bare porous wood drinks beyond it, on the first
	Lost   float64 // to brush, roller or mist
	Left   float64 // in pot, tray and tool, once a session
}

// Litres in all.
func (t Taken) Litres() float64 { return t.Spread + t.Thirst + t.Lost + t.Left }

// Take is what coats over area m² take at rate m²/L, of which the share transfer reaches the work; thirsty when the
// first of them meets bare porous wood. A rate that already holds the loss has a transfer of 1.
func Take(area float64, coats int, rate, transfer float64, thirsty bool) Taken {
	t := Taken{AreaM2: area, Coats: coats, RateM2L: rate, Transfer: transfer}
	if rate <= 0 || coats <= 0 {
		return t
	}
	t.Spread = area * float64(coats) / rate
	if thirsty {
		t.Thirst = area / rate * (ThirstyFirstCoat - 1)
	}
	t.Lost = (t.Spread + t.Thirst) * (1/transfer - 1)
	return t
}

// Mix of two parts, in litres and kilograms; a weight is 0 where a density is not known.
type Mix struct{ AL, BL, AKg, BKg float64 }

// MixOf litres at parts A to one part B by volume, through the densities of both in kg/L.
func MixOf(litres, partsA, densityA, densityB float64) Mix {
	b := litres / (partsA + 1)
	a := litres - b
	return Mix{a, b, a * densityA, b * densityB}
}
