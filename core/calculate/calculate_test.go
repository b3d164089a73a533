package calculate

import (
	"errors"
	"math"
	"testing"

	"firmitas/core/quantity"
)

// Worked by hand. Check values: a US tablespoon to a US gallon is 3.9 mL/L; a pound cut is 119.8 g/L; 1200 × 600 × 3 mm are
// 2.16 L; a mix of 1.10 and 0.98 kg/L. Sources: exact units (NIST SP 811, from memory), practice where a calculator says so.
func TestCalculatorsByHand(t *testing.T) {
	type typed = map[string]string
	tested := map[string]bool{}
	for _, c := range []struct {
		id   string
		of   typed
		want map[string]float64
	}{
		{"ratio", typed{"total": "1 L", "parts": "4:1"}, map[string]float64{"Part 1 (4)": 0.8, "Part 2 (1)": 0.2}},
		{"percent", typed{"coating": "750 mL", "percent": "10"}, map[string]float64{"Thinner": 0.075, "Together": 0.825}},
		{"spoons", typed{"spoons": "1", "water": "1"}, map[string]float64{"Cleaner": 0.00390625}},
		{"cut", typed{"cut": "2", "alcohol": "500 mL"}, map[string]float64{"Flakes": 0.1198, "Strength": 239.6}},
		{"twopart", typed{"total": "2 L", "a": "1", "densityA": "1,10", "densityB": "0.98"},
			map[string]float64{"A by volume": 1, "A by weight": 1.1, "B by weight": 0.98}},
		{"pour", typed{"length": "1200 mm", "width": "600 mm", "depth": "3 mm", "a": "1", "colours": "2:1"}, map[string]float64{
			"Volume": 2.16, "To mix, with edges and runs": 2.268, "Colour 1 (2)": 1.512, "Colour 1 (2): A": 0.756, "Colour 2 (1)": 0.756}},
		{"coverage", typed{"area": "2.5 m²", "used": "250 mL", "solids": "35"},
			map[string]float64{"Spreading rate": 10, "Wet film": 100, "Dry film": 35}},
		{"film", typed{"wet": "4 mil", "solids": "40", "coats": "2"},
			map[string]float64{"Dry, a coat": 40.64, "Dry, in all": 81.28, "Spreading rate": 9.8425}},
		{"stencil", typed{"length": "180", "motif": "22", "gap": "3"},
			map[string]float64{"Repeats": 7, "Gap between them": 0.26 / 6, "From start to start": 0.22 + 0.26/6}},
		{"tiles", typed{"length": "92", "tile": "10", "joint": "0.2"},
			map[string]float64{"Whole tiles": 8, "Cut tiles": 2, "Each cut to": 0.051}},
		{"stripes", typed{"width": "80", "stripe": "6"}, map[string]float64{"Stripes": 13, "Each": 0.8 / 13, "Lines of tape": 12}},
		{"centres", typed{"width": "80", "count": "2", "holes": "96 mm"}, map[string]float64{
			"Handle 1, left hole": 0.152, "Handle 1, right hole": 0.248, "Handle 2, left hole": 0.552}},
		{"liner", typed{"width": "76", "depth": "40", "count": "4", "roll": "50"},
			map[string]float64{"Cut, across the roll": 0.4, "Cut, along it": 0.76, "Off the roll": 3.04}},
		{"pad", typed{"length": "40", "width": "30", "thick": "5", "seam": "1.5"}, map[string]float64{
			"Top and bottom, two, length": 0.43, "Boxing strip, length": 1.43, "Boxing strip, width": 0.08,
			"Cloth in all": 2*0.43*0.33 + 1.43*0.08, "Thread": 22.4}},
	} {
		tested[c.id] = true
		got, err := Find(c.id).Do(c.of, false)
		if err != nil || got.Sum == "" {
			t.Errorf("%s: %v, its sum %q", c.id, err, got.Sum)
			continue
		}
		for name, want := range c.want {
			found := false
			for _, r := range got.Results {
				if r.Name == name {
					found = true
					if math.Abs(r.Value-want) > 1e-4*max(1, want) {
						t.Errorf("%s, %s: %v, want %v", c.id, name, r.Value, want)
					}
				}
			}
			if !found {
				t.Errorf("%s has no %q: %+v", c.id, name, got.Results)
			}
		}
	}
	for _, c := range Calculators {
		if !tested[c.ID] {
			t.Errorf("calculator %s has no case", c.ID)
		}
	}
}

// What an answer asks to be bought is in its results, or adds up from them; the same sum is told in inches where a
// workshop reckons in them.
func TestWhatASumAsksToBeBought(t *testing.T) {
	for id, c := range map[string]struct {
		typed map[string]string
		buys  map[string]quantity.Part
		sum   string
	}{
		"tiles": {map[string]string{"length": "36", "tile": "4"}, map[string]quantity.Part{"Tiles": {Qty: 9, Unit: "count"}},
			"9 × 4 in and 8 joints"},
		"centres": {map[string]string{"width": "32", "count": "2", "holes": "96 mm"},
			map[string]quantity.Part{"Handles, 96 mm between their holes": {Qty: 2, Unit: "count"}}, "32 in ÷ (2 × 2), then every 16 in"},
		"pour": {map[string]string{"length": "40", "width": "20", "depth": "1/8"},
			map[string]quantity.Part{"Casting resin with its hardener": {Qty: 100 * 0.016387064 * 1.05, Unit: "L"}},
			"40 in × 20 in × 0.125 in = 55.411 fl oz; × 1.05"},
		"coverage": {map[string]string{"area": "100 ft²", "used": "1 qt"}, nil, "100 ft² ÷ 0.25 gal; 1604 ÷ 400 = 4.01 mil"},
	} {
		got, err := Find(id).Do(c.typed, true)
		if err != nil || got.Sum != c.sum || len(got.Buys) != len(c.buys) {
			t.Errorf("%s: %v; %q, to buy %+v", id, err, got.Sum, got.Buys)
			continue
		}
		for _, b := range got.Buys {
			want := c.buys[b.Text]
			if b.Unit != want.Unit || math.Abs(b.Qty-want.Qty) > 1e-6 {
				t.Errorf("%s: %+v, want %+v", id, b, want)
			}
		}
	}
}

// Properties of what is set out: cut tiles at both ends are alike and no slivers, everything adds up to the stretch, and
// handles stand the same from both edges.
func TestWhatIsSetOutAddsUp(t *testing.T) {
	for mm := 300; mm < 1500; mm += 7 {
		length := float64(mm) / 1000
		got, _ := tiles(in{v: map[string]float64{"length": length, "tile": 0.1, "joint": 0.002}})
		whole, cut, cuts := got.Results[0].Value, 0.0, 0.0
		if len(got.Results) > 1 {
			cuts, cut = got.Results[1].Value, got.Results[2].Value
		}
		sum := whole*0.1 + cuts*cut + (whole+cuts-1)*0.002
		if math.Abs(sum-length) > 0.0021 || cut < 0 || cut > 0.1+1e-9 || cuts > 0 && cut < 0.1/3-0.002 {
			t.Errorf("%d mm: %.0f tiles and %.0f of %.1f mm come to %.1f", mm, whole, cuts, cut*1000, sum*1000)
		}
	}
	for n := 1; n < 9; n++ {
		got, _ := centres(in{v: map[string]float64{"width": 0.8, "count": float64(n)}})
		first, last := got.Results[0].Value, got.Results[n-1].Value
		if math.Abs(first-(0.8-last)) > 1e-9 {
			t.Errorf("%d handles: %v from the left, %v from the right", n, first, 0.8-last)
		}
	}
}

func TestInputsThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		id    string
		of    map[string]string
		input string
	}{
		"no number":          {"spoons", map[string]string{"spoons": "some", "water": "1 L"}, "spoons"},
		"one part":           {"ratio", map[string]string{"total": "1 L", "parts": "4"}, "parts"},
		"nothing typed":      {"percent", map[string]string{"coating": "1 L"}, "percent"},
		"more than all":      {"percent", map[string]string{"coating": "1 L", "percent": "140"}, "percent"},
		"longer than a row":  {"stencil", map[string]string{"length": "10", "motif": "22"}, "motif"},
		"a narrow roll":      {"liner", map[string]string{"width": "76", "depth": "60", "count": "1", "roll": "50"}, "roll"},
		"wider than a front": {"centres", map[string]string{"width": "20", "count": "3", "holes": "96 mm"}, "holes"},
		"half a handle":      {"centres", map[string]string{"width": "20", "count": "1.5"}, "count"},
		"nothing of A":       {"twopart", map[string]string{"total": "1 L", "a": "0"}, "a"},
	} {
		_, err := Find(c.id).Do(c.of, false)
		var wrong *InputError
		if !errors.As(err, &wrong) || wrong.Input != c.input {
			t.Errorf("%s: %v", name, err)
		}
	}
}
