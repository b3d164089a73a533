package furniture

import (
	"errors"
	"math"
	"testing"

	"firmitas/core/enduse"
	"firmitas/core/quantity"
)

func TestEveryKindLaysOutUsableZones(t *testing.T) {
	for _, k := range Kinds {
		zones, parts, err := k.LayOut(nil, false)
		if err != nil {
			t.Fatal(k.ID, err)
		}
		if (len(zones) == 0) != (k.ID == "other") {
			t.Errorf("%s: %d zones", k.ID, len(zones))
		}
		names, best := map[string]bool{}, 0
		for _, z := range zones {
			if enduse.Find(z.EndUse) == nil {
				t.Errorf("%s, %s: no end use %q", k.ID, z.Name, z.EndUse)
			}
			if z.AreaM2 <= 0 || names[z.Name] {
				t.Errorf("%s, %s: %v m², or the name twice", k.ID, z.Name, z.AreaM2)
			}
			names[z.Name] = true
			if z.Face == Best {
				best++
			}
		}
		if best > 1 {
			t.Errorf("%s has %d best faces", k.ID, best)
		}
		for _, p := range parts {
			if FindPart(p.Kind) == nil || p.Count < 1 {
				t.Errorf("%s: part %+v", k.ID, p)
			}
		}
		if Find(k.ID) != k {
			t.Errorf("%s stands twice, or is lost", k.ID)
		}
	}
}

// Worked by hand from the measurements: a top of 1.0 × 0.5 m with its 3 cm edges; sides of 2 × 0.5 × 0.8 m and four rails
// of 1 m × 3.5 cm; fronts of 3 × 1 m × 19.8 cm; boxes of 3 × (1 × 0.5 m and 2 × 1.5 m × 16.3 cm).
func TestAreasFollowTheMeasurements(t *testing.T) {
	chest := map[string]string{"width": "100", "depth": "50 cm", "height": "0,8 m", "drawers": "3"}
	zones, parts, err := Find("chest").LayOut(chest, false)
	if err != nil || len(zones) != 5 {
		t.Fatalf("%d zones, %v", len(zones), err)
	}
	want := map[string]float64{
		"Top":             0.59,
		"Case":            0.94,
		"Drawer fronts":   0.59,
		"Drawer insides":  2.97,
		"Plinth and feet": 0.3,
	}
	for _, z := range zones {
		if z.AreaM2 != want[z.Name] {
			t.Errorf("%s: %v m², want %v", z.Name, z.AreaM2, want[z.Name])
		}
	}
	if len(parts) != 1 || parts[0].Count != 6 {
		t.Errorf("handles of three drawers: %+v", parts)
	}
	chest["drawers"] = "0"
	if zones, parts, _ = Find("chest").LayOut(chest, false); len(zones) != 3 || len(parts) != 0 {
		t.Errorf("a chest without drawers: %d zones, %d parts", len(zones), len(parts))
	}
}

// The zones of a kind are told as somebody would have measured them, so that each may be mended: read again they come to
// the same area, in inches within what an eighth of one makes.
func TestZonesMayBeMendedShapeByShape(t *testing.T) {
	for _, k := range Kinds {
		metric, _, _ := k.LayOut(nil, false)
		inches, _, err := k.LayOut(nil, true)
		if err != nil || len(inches) != len(metric) {
			t.Fatalf("%s in inches: %d zones, %v", k.ID, len(inches), err)
		}
		for i, z := range metric {
			if _, m2, err := quantity.Unfold(z.Shapes); err != nil || math.Abs(m2-z.AreaM2) > 0.0051 {
				t.Errorf("%s, %s: %v m², told as %v (%v)", k.ID, z.Name, m2, z.AreaM2, err)
			}
			if off := math.Abs(inches[i].AreaM2 - z.AreaM2); off > 0.1*z.AreaM2+0.011 {
				t.Errorf("%s, %s: %v m² in inches, %v in cm", k.ID, z.Name, inches[i].AreaM2, z.AreaM2)
			}
		}
	}
}

func TestMeasurementsThatCannotBe(t *testing.T) {
	for name, c := range map[string]struct {
		kind, measure, typed string
	}{
		"a height of nothing": {"chest", "height", "0"}, "a table of a mile": {"table", "length", "1609 m"},
		"half a drawer": {"chest", "drawers", "0.5"}, "minus one door": {"cabinet", "doors", "-1"},
	} {
		_, _, err := Find(c.kind).LayOut(map[string]string{c.measure: c.typed}, false)
		var wrong *MeasureError
		if !errors.As(err, &wrong) || wrong.Measure != c.measure {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestHiddenFacesComeFirst(t *testing.T) {
	faces := []Face{Underside, Inside, Apart, Body, Best}
	for i, face := range faces[1:] {
		if faces[i].Order() >= face.Order() {
			t.Errorf("%s comes before %s", faces[i], face)
		}
	}
	if Face("").Order() != Body.Order() {
		t.Error("a face that nobody named counts as body")
	}
}
