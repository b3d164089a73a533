package quantity

import (
	"errors"
	"math"
	"testing"
)

// Source of the units: 1 in = 25.4 mm exactly (NIST SP 811; from memory).
func TestALengthAsItIsTyped(t *testing.T) {
	for typed, mm := range map[string]float64{
		"76.5": 765, "76,5 cm": 765, "765 mm": 765, "0.765m": 765, " 1,2 m ": 1200, `24"`: 609.6, "2'": 609.6, "2 ft": 609.6,
		`2' 6 1/2"`: 774.7, "2'6½": 774.7, "2 ft 6-1/2 in": 774.7, "2′ 6″": 762, "12 3/4 in": 323.85, `3/8"`: 9.525, `1/1024"`: 25.4 / 1024,
	} {
		if got, err := ReadLength(typed, false); err != nil || math.Abs(got*1000-mm) > 1e-6 {
			t.Errorf("%s: %v mm (%v), want %v", typed, got*1000, err, mm)
		}
	}
	for typed, mm := range map[string]float64{"30 1/2": 774.7, "30-1/2": 774.7, "30½": 774.7, "2' 6": 762, "76 cm": 760} {
		if got, err := ReadLength(typed, true); err != nil || math.Abs(got*1000-mm) > 1e-6 {
			t.Errorf("%s in inches: %v mm (%v), want %v", typed, got*1000, err, mm)
		}
	}
	for _, typed := range []string{"", "0", "-5", "wide", "3 cubits", "30 40", "1 m 20", "5/0", "9/8", "8/8", "2 1/2 1/2", "6 in 2 ft",
		`1/1025"`, `1/2048"`, // finer than any rule
	} {
		if got, err := ReadLength(typed, false); err == nil {
			t.Errorf("%q was read as %v m", typed, got)
		}
	}
}

// Property: what is written is read back, in cm to the tenth of one and in inches to the nearest eighth.
func FuzzLengthThereAndBack(f *testing.F) {
	f.Add(0.774, true)
	f.Add(1.2, false)
	f.Fuzz(func(t *testing.T, metres float64, inches bool) {
		if !(metres > 0.01 && metres < longestM) {
			t.Skip()
		}
		within := map[bool]float64{false: 0.0005, true: metresPerInch / 16}[inches]
		text := FormatLength(metres, inches)
		if got, err := ReadLength(text, inches); err != nil || math.Abs(got-metres) > within+1e-9 {
			t.Errorf("%v m is written %q and read as %v (%v)", metres, text, got, err)
		}
	})
}

// Areas by hand, from the sums of school geometry: rectangle, cylinder (π·d·l), ball (π·d²); a panelled door is a tenth
// more to a face (practice).
func TestShapesUnfold(t *testing.T) {
	of := func(shape string, count int, both bool, pairs ...string) Measured {
		m := Measured{Shape: shape, Count: count, Both: both, Sizes: map[string]string{}}
		for i := 0; i < len(pairs); i += 2 {
			m.Sizes[pairs[i]] = pairs[i+1]
		}
		return m
	}
	tested := map[string]bool{}
	for _, c := range []struct {
		of   Measured
		want float64
	}{
		{of("panel", 1, false, "length", "100", "width", "50"), 0.5},
		{of("panel", 2, true, "length", "100", "width", "50", "thickness", "2"), 2 * (1 + 0.06)},
		{of("edge", 3, false, "length", "120", "thickness", "4"), 0.144},
		{of("square_leg", 4, false, "across", "6", "length", "70"), 4 * (4*0.06*0.7 + 0.0036)},
		{of("turned_leg", 4, false, "across", "5", "length", "70"), 4 * math.Pi * 0.05 * 0.7},
		{of("slat", 10, false, "length", "60", "width", "4", "thickness", "2"), 10 * 2 * 0.06 * 0.6},
		{of("drawer_front", 3, false, "width", "80", "height", "20", "thickness", "2"), 3 * (0.16 + 0.04)},
		{of("drawer_box", 1, false, "width", "80", "depth", "40", "height", "15"), 0.32 + 2*0.12 + 2*0.06},
		{of("drawer_box", 1, true, "width", "80", "depth", "40", "height", "15"), 2 * (0.32 + 2*0.12 + 2*0.06)},
		{of("panel_door", 2, true, "width", "45", "height", "110"), 2 * 2 * 1.1 * 0.495},
		{of("frame", 1, false, "width", "60", "height", "80", "girth", "9"), 2 * 1.4 * 0.09},
		{of("sphere", 6, false, "across", "4"), 6 * math.Pi * 0.0016},
		{of("stairs", 1, false, "steps", "13", "width", "90", "going", "28"), 13 * 0.9 * 0.28},
		{of("stairs", 1, false, "steps", "13", "width", "90", "going", "28", "rise", "19"), 13 * 0.9 * 0.47},
		{of("floor", 1, false, "length", "5 m", "width", "4 m"), 20},
		{Measured{Shape: "panel", Count: 1, Inches: true, Sizes: map[string]string{"length": `6'`, "width": "30"}}, 15 * SquareMetresPerSqF},
	} {
		flats, got, err := Unfold([]Measured{c.of})
		if err != nil || math.Abs(got-c.want) > 1e-6 {
			t.Errorf("%+v: %v m² (%v), want %v: %+v", c.of, got, err, c.want, flats)
		}
		tested[c.of.Shape] = true
	}
	room := of("floor", 1, false, "length", "5 m", "width", "4 m")
	hearth := of("cut_out", 2, false, "length", "120", "width", "50")
	if _, got, err := Unfold([]Measured{room, hearth}); err != nil || math.Abs(got-18.8) > 1e-9 {
		t.Errorf("a floor with two cut-outs: %v (%v)", got, err)
	}
	tested["cut_out"] = true
	for _, s := range Shapes {
		if !tested[s.ID] {
			t.Errorf("shape %s has no case", s.ID)
		}
	}
	for name, c := range map[string]struct {
		all  []Measured
		at   int
		size string
	}{
		"no such shape":        {[]Measured{of("cone", 1, false)}, 0, "shape"},
		"none of it":           {[]Measured{of("sphere", 0, false, "across", "4")}, 0, "count"},
		"a size is missing":    {[]Measured{room, of("sphere", 1, false)}, 1, "across"},
		"half a step":          {[]Measured{of("stairs", 1, false, "steps", "2.5", "width", "90", "going", "28")}, 0, "steps"},
		"more cut out than is": {[]Measured{hearth}, 0, ""},
	} {
		_, _, err := Unfold(c.all)
		var wrong *SizeError
		if !errors.As(err, &wrong) || wrong.At != c.at || wrong.Size != c.size {
			t.Errorf("%s: %v (%+v)", name, err, wrong)
		}
	}
}
