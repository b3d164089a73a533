package technique

import (
	"math"
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
)

func job(family string, area float64, at string) Job {
	return Job{
		Family: coating.Families[family], AreaM2: area,
		Outdoors:  at == "outdoors" || at == "deck",
		Underfoot: at == "floor" || at == "deck",
		OnSite:    at == "site",
	}
}

// Practice: the tool follows the kind, the place, the size, and what is at hand.
func TestTheToolFollowsTheWork(t *testing.T) {
	for _, c := range []struct {
		family string
		area   float64
		at     string
		lacks  []Tool
		does   string
	}{
		{"clear_wb_pu", 1, "bench", nil, "Brush on"},
		{"clear_wb_pu", 6, "bench", nil, "foam roller"},
		{"clear_wb_pu", 6, "bench", []Tool{FoamRoller, SprayGun}, "Brush on"},
		{"enamel_wb", 20, "bench", nil, "on racks"}, // a kitchen's doors, both faces
		{"enamel_wb", 20, "bench", []Tool{SprayGun}, "foam roller"},
		{"enamel_wb", 20, "site", nil, "foam roller"},
		{"clear_wb_pu_2k", 40, "bench", nil, "foam roller"}, // an isocyanate is not made a mist of
		{"varnish_oil_pu", 40, "bench", nil, "foam roller"}, // nor solvent
		{"oil_hardwax", 1, "bench", nil, "Wipe on"},
		{"oil_hardwax", 6, "bench", nil, "Wipe on"}, // a cloth stays a cloth
		{"lacquer_cab", 8, "bench", nil, "Spray on"},
		{"lacquer_cab", 8, "bench", []Tool{SprayGun}, "Spray on"}, // there is no other way
		{"lacquer_aerosol", 0.3, "bench", nil, "from the can"},
		{"floor_wb_2k", 2, "floor", nil, "Brush on"}, // a landing
		{"floor_wb_2k", 30, "floor", nil, "board by board"},
		{"oil_hardwax", 30, "floor", nil, "pad machine"},
		{"oil_hardwax", 30, "floor", []Tool{PadMachine}, "pad on a pole"},
		{"oil_exterior", 30, "deck", nil, "two or three boards"},
		{"paint_exterior_acrylic", 2, "outdoors", nil, "Brush on"},
		{"paint_exterior_acrylic", 9, "outdoors", nil, "ends first"},
		{"wax_clear", 9, "floor", nil, "Wipe on"},
	} {
		got := Shop{Lacks: c.lacks}.For(job(c.family, c.area, c.at))
		if !strings.Contains(got.Does, c.does) {
			t.Errorf("%s, %.1f m², %s without %v: %q, want %q", c.family, c.area, c.at, c.lacks, got.Does, c.does)
		}
	}
}

// Property: every kind has a way everywhere; what is larger never goes slower; a tool that is missing never makes it
// quicker; own minutes are taken as they are told.
func TestEveryKindHasItsWay(t *testing.T) {
	for _, f := range coating.FamiliesInOrder() {
		if f.NothingOn() || f.AppliedBy == "" {
			continue
		}
		for _, at := range []string{"bench", "site", "outdoors", "floor", "deck"} {
			before := math.Inf(1)
			for _, area := range []float64{0.1, 1, 3.9, 4, 8, 15, 40, 400} {
				j := job(f.ID, area, at)
				got := Shop{}.For(j)
				whole := func(t Technique) float64 { return t.SetUp + t.PerM2*area }
				known := got.PerM2 > 0 && got.SetUp > 0 && got.Does != "" && got.SectionEnd != ""
				if !known || got.Transfer <= 0 || got.Transfer > 1 {
					t.Fatalf("%s at %s, %.1f m²: %+v", f.ID, at, area, got)
				}
				if got.PerM2 > before {
					t.Errorf("%s at %s: %.1f m² goes at %.1f min/m², slower than the smaller", f.ID, at, area, got.PerM2)
				}
				before = got.PerM2
				for _, tool := range Tools {
					if without := (Shop{Lacks: []Tool{tool.ID}}).For(j); whole(without) < whole(got) {
						t.Errorf("%s at %s without %s: quicker", f.ID, at, tool.ID)
					}
				}
				slow := Shop{Pace: map[string]float64{}}
				for _, k := range Techniques {
					slow.Pace[k.ID], slow.Pace[SetUpOf(k.ID)] = 100, 77
				}
				if own := slow.For(j); own.PerM2 != 100 || own.SetUp != 77 {
					t.Errorf("%s at %s: own minutes are not taken: %+v", f.ID, at, own)
				}
			}
		}
	}
}

// Every row of the table names a tool that can be told, and is the way of some coat somewhere.
func TestEveryTechniqueIsTaken(t *testing.T) {
	taken := map[string]bool{}
	for _, f := range coating.FamiliesInOrder() {
		for _, at := range []string{"bench", "site", "outdoors", "floor", "deck"} {
			for _, area := range []float64{1, 8, 40} {
				for _, lacks := range [][]Tool{nil, {PadMachine}} {
					taken[Shop{Lacks: lacks}.For(job(f.ID, area, at)).ID] = true
				}
			}
		}
	}
	for _, k := range Techniques {
		named := k.Tool == "" || slices.ContainsFunc(Tools, func(t NamedTool) bool { return t.ID == k.Tool })
		if !taken[k.ID] || !named {
			t.Errorf("%s: taken %v, its tool %q", k.ID, taken[k.ID], k.Tool)
		}
	}
}

// A gun takes what is made for it; of what is brushed it takes nothing that solvent, oil or alcohol carries, and nothing
// with a hardener that harms the lungs, whatever the size.
func TestNothingHarmfulIsMadeAMist(t *testing.T) {
	for _, f := range coating.FamiliesInOrder() {
		if f.NothingOn() || f.AppliedBy != coating.Brush {
			continue
		}
		harms := f.Carrier != coating.Water || f.Has(coating.Isocyanate) || f.Has(coating.Formaldehyde)
		for _, area := range []float64{1, 15, 40, 400} {
			if got := (Shop{}).For(job(f.ID, area, "bench")); harms && got.Sprays() {
				t.Errorf("%s over %.0f m²: %s", f.ID, area, got.Does)
			}
		}
	}
}

// Practice: square metres an hour that one person does of each way (the trade's own ranges).
func TestSpeedsAsTheTradeHasThem(t *testing.T) {
	for id, perHour := range map[string][2]float64{
		"brush": {4, 5}, "foam_roller": {10, 12}, "cloth": {8, 12}, "gun": {15, 20}, "gun_on_racks": {15, 20},
		"can": {8, 12}, "outdoor_brush": {6, 10}, "floor_roller": {40, 80}, "floor_cloth": {8, 12},
		"pad_machine": {20, 30}, "floor_pad": {10, 15}, "deck_pad": {20, 30},
	} {
		for _, k := range Techniques {
			if got := 60 / k.PerM2; k.ID == id && (got < perHour[0] || got > perHour[1]) {
				t.Errorf("%s: %.1f m² an hour, the trade says %v", id, got, perHour)
			}
		}
	}
	for _, k := range Techniques { // a floor is kitted out for longer, a gun for a kitchen longest
		want := 12.0
		switch {
		case k.ID == "gun_on_racks":
			want = 40
		case k.place == "underfoot" || k.place == "floor" || k.place == "deck":
			want = 20
		}
		if k.SetUp != want {
			t.Errorf("%s: %.0f min of setting up, want %.0f", k.ID, k.SetUp, want)
		}
		transfer := map[bool][2]float64{true: {0.6, 0.7}, false: {0.9, 0.95}}[k.Tool == SprayGun]
		if k.method != coating.Aerosol && (k.Transfer < transfer[0] || k.Transfer > transfer[1]) {
			t.Errorf("%s: %.2f reaches the work, want %v", k.ID, k.Transfer, transfer)
		}
	}
}
