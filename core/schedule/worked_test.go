package schedule

import (
	"math"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/quantity"
	"firmitas/core/system"
)

// Twelve pieces worked by hand from the tape to the tin. Sources of the sums: areas by school geometry (a panelled door a
// tenth more to a face, practice); litres = area × coats ÷ label rate, a quarter of a coat more on bare wood (practice, 20–30 %),
// ÷ 0.95 by brush, pad or cloth, 0.9 by roller (practice, shared/trade/quantities.md); in pot and tool 15 mL a session by
// brush, 10 by cloth, 60 by foam roller, a fifth of that at the least (practice, estimate).
func TestTwelveWorkedPieces(t *testing.T) {
	shape := func(kind string, count int, both bool, pairs ...string) quantity.Measured {
		m := quantity.Measured{Shape: kind, Count: count, Both: both, Sizes: map[string]string{}}
		for i := 0; i < len(pairs); i += 2 {
			m.Sizes[pairs[i]] = pairs[i+1]
		}
		return m
	}
	brush := func(sessions int, area float64) float64 {
		return float64(sessions) * 0.015 * math.Max(0.2, math.Min(1, area))
	}
	for name, c := range map[string]struct {
		shapes []quantity.Measured
		m2     float64
		use    string
		family string
		rate   string
		coats  int
		litres float64
	}{
		"desk top": {[]quantity.Measured{shape("panel", 1, false, "length", "140", "width", "70", "thickness", "3")},
			0.98 + 2*2.1*0.03, "desk", "clear_wb_pu", "10", 3, (1.106*3+1.106*0.25)/10/0.95 + brush(3, 1.106)},
		"table top in inches": {[]quantity.Measured{
			{Shape: "panel", Count: 1, Inches: true, Sizes: map[string]string{"length": "60", "width": `2' 6"`}}},
			1.524 * 0.762, "dining_table", "varnish_oil_pu", "12", 3, 1.524*0.762*3.25/12/0.95 + brush(3, 2)},
		"four turned legs": {[]quantity.Measured{shape("turned_leg", 4, false, "across", "5", "length", "70")},
			4 * math.Pi * 0.05 * 0.7, "base", "clear_wb_pu", "10", 2, 0.4398*2.25/10/0.95 + brush(2, 0.4398)},
		"four square legs": {[]quantity.Measured{shape("square_leg", 4, false, "across", "6", "length", "72")},
			4 * (4*0.06*0.72 + 0.0036), "base", "shellac_dewaxed", "11", 2, 0.7056*2.25/11/0.95 + brush(2, 0.7056)},
		"drawer fronts": {[]quantity.Measured{shape("drawer_front", 4, false, "width", "80", "height", "18", "thickness", "2")},
			4 * (0.144 + 2*0.98*0.02), "cabinet_front", "clear_wb_pu", "10", 2, 0.7328*2.25/10/0.95 + brush(2, 0.7328)},
		"drawer boxes": {[]quantity.Measured{shape("drawer_box", 4, false, "width", "76", "depth", "40", "height", "12")},
			4 * (0.304 + 2*0.0912 + 2*0.048), "inside", "shellac_dewaxed", "11", 2, 2.3296*2.25/11/0.95 + brush(2, 2)},
		"two panelled doors": {[]quantity.Measured{shape("panel_door", 2, true, "width", "45", "height", "110")},
			4 * 1.1 * 0.495, "cabinet_front", "enamel_wb", "12", 2, 2.178*2.25/12/0.95 + brush(2, 2)},
		"a frame": {[]quantity.Measured{shape("frame", 1, false, "width", "60", "height", "80", "girth", "9")},
			2.8 * 0.09, "display", "shellac_dewaxed", "11", 2, 0.252*2.25/11/0.95 + brush(2, 0.252)},
		"six knobs": {[]quantity.Measured{shape("sphere", 6, false, "across", "4")},
			6 * math.Pi * 0.0016, "cabinet_front", "clear_wb_pu", "10", 2, 0.030159*2.25/10/0.95 + brush(2, 0.03)},
		"cot slats": {[]quantity.Measured{shape("slat", 28, false, "length", "60", "width", "3", "thickness", "2")},
			28 * 2 * 0.05 * 0.6, "cot", "clear_wb_acrylic", "12", 2, 1.68*2.25/12/0.95 + brush(2, 2)},
		"lamp stem": {[]quantity.Measured{shape("turned_leg", 1, false, "across", "8", "length", "50")},
			math.Pi * 0.04, "display", "clear_wb_pu", "10", 3, 0.12566*3.25/10/0.95 + brush(3, 0.12566)},
		"a bench less its hatch": {[]quantity.Measured{
			shape("panel", 1, true, "length", "120", "width", "40"), shape("cut_out", 2, false, "length", "30", "width", "20")},
			0.96 - 0.12, "base", "enamel_wb", "12", 2, 0.84*2.25/12/0.95 + brush(2, 0.84)},
	} {
		_, m2, err := quantity.Unfold(c.shapes)
		if err != nil || math.Abs(m2-c.m2) > 1e-4 {
			t.Errorf("%s: %.4f m² (%v), by hand %.4f", name, m2, err, c.m2)
			continue
		}
		w := wish(c.use, "oak", heated)
		p := plan(t, w, m2, Brief{Start: monday, Week: week}, system.Layer{
			Role: system.Protect, Product: product(t, c.family, coating.Label{"spreadM2L": c.rate}), Coats: c.coats,
		})
		if len(p.Needs) != 1 || math.Abs(p.Needs[0].Litres-c.litres) > 5e-4 {
			t.Errorf("%s: %+v, by hand %.4f L", name, p.Needs, c.litres)
		}
	}
}
