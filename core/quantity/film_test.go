package quantity

import (
	"math"
	"testing"
)

func near(t *testing.T, what string, got, want, tolerance float64) {
	t.Helper()
	if math.Abs(got-want) > tolerance {
		t.Errorf("%s: got %.4f, want %.4f", what, got, want)
	}
}

// Sources: exact definitions (1 US gal = 231 in³, 1 in = 25.4 mm; NIST Handbook 44 and SP 811, from memory),
// and arithmetic from them that every coatings handbook prints.
func TestWorkedFilmExamples(t *testing.T) {
	near(t, "a US gallon at one mil, ft²", WetMils(1)*1, 1604.1667, 0.01)
	near(t, "F1 40 % solids, 4 mil wet, mil dry", DryFilm(4, 40), 1.6, 1e-9)
	near(t, "F1 spread, m²/L", SpreadingRate(40, 1.6*MicronsPerMil), 9.843, 0.001)
	near(t, "F2 35 %, 40 µm dry, m²/L", SpreadingRate(35, 40), 8.75, 1e-9)
	near(t, "F2 wet, µm", WetForDry(40, 35, 0), 114.3, 0.05)
	near(t, "F3 30 %, 30 µm: wet", WetFilm(SpreadingRate(30, 30)), 100, 1e-9)
	near(t, "F4 33 %, 25 µm: spread", SpreadingRate(33, 25), 13.2, 1e-9)
	near(t, "F5 55 %, 60 µm: wet", WetForDry(60, 55, 0), 109.1, 0.05)
	near(t, "F7 thinned 15 %: wet", WetForDry(40, 35, 15), 131.4, 0.05)
	near(t, "F11 400 ft²/gal, mil", WetMils(400), 4.010, 0.001)
	near(t, "F12 12 m²/L, µm", WetFilm(12), 83.3, 0.05)
	near(t, "F14 flood coat 1/8 in, m²/L", 1/3.175, 0.315, 0.001)
	near(t, "metric to customary spread", LitresPerUSGallon/SquareMetresPerSqF, 40.745833, 1e-6)
}

// Source: EN 927-1, film build classes; from memory.
func TestFilmBuild(t *testing.T) {
	for dry, want := range map[float64]string{
		0: "minimal", 4.9: "minimal", 5: "low", 20: "low", 21: "medium", 60: "medium", 60.1: "high", 140: "high",
	} {
		if got := FilmBuild(dry); got != want {
			t.Errorf("%v µm: %s, want %s", dry, got, want)
		}
	}
}

// Practice: two coats of a heavy build do what three of the ordinary kind do; a base takes two where a top takes three.
func TestCoatsFor(t *testing.T) {
	for _, c := range []struct {
		target, dry float64
		label, want int
	}{
		{90, 32, 2, 3}, {90, 47.5, 2, 2}, {50, 32, 2, 2}, {96, 32, 2, 3}, {20, 32, 2, 2}, {0, 12, 3, 3}, {90, 0, 2, 2},
	} {
		if got := CoatsFor(c.target, c.dry, c.label); got != c.want {
			t.Errorf("target %v at %v a coat: got %d, want %d", c.target, c.dry, got, c.want)
		}
	}
}

// By hand: 2 m², 3 coats at 10 m²/L are 0.6 L on the work; a quarter of one coat more on bare wood; 5 % of it all stays in
// the brush.
func TestWhatCoatsTake(t *testing.T) {
	near(t, "three coats", Take(2, 3, 10, 0.95, false).Litres(), 0.6/0.95, 1e-9)
	near(t, "the first drinks a quarter more", Take(2, 3, 10, 0.95, true).Litres(), 0.65/0.95, 1e-9)
	near(t, "nothing to spread", Take(2, 1, 0, 0.95, true).Litres(), 0, 0)
	near(t, "a rate that holds the loss", Take(2, 1, 4, 1, false).Litres(), 0.5, 1e-9)
}

// One to one by volume is not one to one by weight: 1.10 kg/L against 0.98 kg/L (worked by hand).
func TestAMixByVolumeAndByWeight(t *testing.T) {
	m := MixOf(2, 1, 1.1, 0.98)
	near(t, "A by volume", m.AL, 1, 1e-9)
	near(t, "A by weight", m.AKg, 1.1, 1e-9)
	near(t, "B by weight", m.BKg, 0.98, 1e-9)
	m = MixOf(0.9, 2, 0, 1)
	near(t, "two to one", m.AL, 0.6, 1e-9)
	near(t, "its A, of which nobody knows the density", m.AKg, 0, 0)
}
