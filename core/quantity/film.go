// Package quantity does the finisher's arithmetic: film, spreading rate, litres, and both unit systems.
// Everything is stored in SI; customary units are converted by exact factors (NIST SP 811; from memory).
package quantity

import "math"

const (
	LitresPerUSGallon  = 3.785411784
	MetresPerFoot      = 0.3048
	SquareMetresPerSqF = MetresPerFoot * MetresPerFoot
	MicronsPerMil      = 25.4
)

// WetFilm is the thickness in µm that one litre leaves when spread over rate m².
func WetFilm(rate float64) float64 { return 1000 / rate }

// DryFilm is what is left, in µm, of a wet film in µm when solidsPct of its volume stays.
func DryFilm(wet, solidsPct float64) float64 { return wet * solidsPct / 100 }

// FilmBuild is the class of a dry film in µm on wood outdoors: minimal below 5, low to 20, medium to 60, high above.
// Basis: published, EN 927-1 (value from memory).
func FilmBuild(dry float64) string {
	switch {
	case dry < 5:
		return "minimal"
	case dry <= 20:
		return "low"
	case dry <= 60:
		return "medium"
	}
	return "high"
}

// SpreadingRate in m²/L is how far a litre goes for a dry film in µm.
func SpreadingRate(solidsPct, dry float64) float64 { return 10 * solidsPct / dry }

// WetForDry is the wet film in µm needed for a dry film in µm, the coating thinned by thinnedPct of its volume.
func WetForDry(dry, solidsPct, thinnedPct float64) float64 {
	return dry / (solidsPct / 100) * (1 + thinnedPct/100)
}

// WetMils is the wet film in mil from a spreading rate in ft²/US gal (1604.17 ft²·mil/US gal, from 231 in³).
func WetMils(sqftPerGallon float64) float64 {
	return 1e-3 * LitresPerUSGallon / SquareMetresPerSqF / sqftPerGallon * 1e6 / MicronsPerMil
}

// CoatsFor a film target in µm: target ÷ dry film of one coat, rounded up, never fewer than the label's coats.
// The tolerance keeps 96.0/32 at three when the division lands a hair above.
func CoatsFor(target, dryPerCoat float64, labelCoats int) int {
	if target <= 0 || dryPerCoat <= 0 {
		return labelCoats
	}
	return max(labelCoats, int(math.Ceil(target/dryPerCoat-1e-9)))
}
