package substrate

import (
	"math"
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
)

func TestMaterialsAreFindableAndDistinct(t *testing.T) {
	if len(Materials) < 12 {
		t.Fatalf("%d materials", len(Materials))
	}
	for _, m := range Materials {
		if Find(m.ID) != m {
			t.Errorf("%s stands twice, or is lost", m.ID)
		}
		if m.Slick && (m.Wood() || m.Bleeds()) {
			t.Errorf("%s is slick, so there is no wood at its surface to bleed", m.ID)
		}
	}
	unknown := Find("unknown_wood")
	if !(unknown.Bleeds() && unknown.Oily && unknown.Blotches) {
		t.Error("unknown must make the careful choice")
	}
}

// Basis: practice (preparation.md), except the rough exterior face (Wood Handbook ch. 16, from memory).
func TestPrepareFitsWoodAndCoat(t *testing.T) {
	first := func(family string) *coating.Product {
		p, err := coating.New(coating.Product{Name: family, Shade: coating.Clear}, family)
		if err != nil {
			t.Fatal(err)
		}
		return p
	}
	for _, c := range []struct {
		material, family string
		life             Life
		ids              string
		says             string
	}{
		{"beech", "clear_wb_pu", Life{}, "sand raise_grain dust", "P220"},
		{"oak", "varnish_oil_pu", Life{}, "sand dust", "P120, then P150, then P220"},
		{"oak", "stain_oil", Life{}, "sand dust", "P180"},
		{"oak", "oil_hardwax", Life{}, "sand dust", "P80, then P120, then P150"},
		{"teak", "oil_exterior", Life{Outdoors: true}, "sand dust solvent_wipe", "directly before"},
		{"pine", "varnish_spar", Life{Outdoors: true}, "sand dust", "P60, then P80"},
		{"mahogany_veneer", "shellac_dewaxed", Life{}, "sand dust", "no power sander"},
		{"mahogany_veneer", "primer_shellac", Life{}, "sand dust", "P150, then P180"},
		{"pine", "primer_wb_blocking", Life{}, "sand raise_grain dust", "P120, then P180"},
		{"melamine", "primer_wb_bonding", Life{}, "degrease key_slick dust", "P180–P220"},
		{"melamine", "primer_wb_bonding", Life{}, "degrease key_slick dust", "the plastic face is thin"},
		{"steel", "primer_metal", Life{}, "degrease key_slick dust", "prime the same day"},
		{"oak", "floor_wb", Life{Floor: true}, "sand raise_grain dust", "P80, then P120, then P150"},
		{"mdf", "primer_wb_blocking", Life{}, "sand dust", "P180"},
	} {
		var ids, text []string
		for _, task := range Prepare(Find(c.material), first(c.family), c.life) {
			ids, text = append(ids, task.ID), append(text, task.Title+task.Detail)
		}
		if !slices.Equal(ids, strings.Fields(c.ids)) {
			t.Errorf("%s under %s: %v, want %s", c.material, c.family, ids, c.ids)
		}
		if !strings.Contains(strings.Join(text, " "), c.says) {
			t.Errorf("%s under %s does not say %q: %v", c.material, c.family, c.says, text)
		}
	}
}

// Source: ISO 6344-2 and -3 (FEPA 43-1, 43-2), as in published.md section 14.
func TestGradesAreThoseOfTheStandard(t *testing.T) {
	published := map[int]float64{
		60:  269,
		80:  201,
		100: 162,
		120: 125,
		150: 100,
		180: 82,
		220: 68,
		240: 58.5,
		280: 52.2,
		320: 46.2,
		360: 40.5,
		400: 35,
	}
	for p, um := range published {
		if GrainUM(p) != um {
			t.Errorf("P%d: %v µm, want %v", p, GrainUM(p), um)
		}
	}
	for i, g := range Grades[1:] {
		if g.UM >= Grades[i].UM || g.P <= Grades[i].P {
			t.Errorf("P%d is not finer than P%d", g.P, Grades[i].P)
		}
	}
	if len(Grades) != len(published) || GrainUM(90) != 0 {
		t.Error("a grade that the standard does not know")
	}
}

// Practice: each grit takes out the scratches of the one before, so no sequence skips more than one grade; on veneer
// nothing coarser than P150 touches the face.
func TestNoGritSequenceSkipsTooMuch(t *testing.T) {
	at := func(p int) int {
		return slices.IndexFunc(Grades, func(g Grade) bool { return g.P == p })
	}
	sequences := 0
	for _, m := range Materials {
		for id := range coating.Families {
			p, err := coating.New(coating.Product{Name: id, Shade: coating.Clear}, id)
			if err != nil {
				t.Fatal(err)
			}
			for _, life := range []Life{{}, {Outdoors: true}, {Floor: true}} {
				for _, task := range Prepare(m, p, life) {
					for i, g := range task.Grits {
						sequences++
						if at(g) < 0 || (i > 0 && (at(g)-at(task.Grits[i-1]) > 2 || at(g) <= at(task.Grits[i-1]))) {
							t.Fatalf("%s under %s: %v", m.ID, id, task.Grits)
						}
						if m.Kind == Veneer && g < 150 {
							t.Fatalf("P%d on %s", g, m.ID)
						}
					}
				}
			}
		}
	}
	if sequences < 1000 {
		t.Errorf("only %d grits read", sequences)
	}
}

// Practice (preparation.md): a tablespoon to a US gallon. Source of the units: NIST Handbook 44, appendix C: a gallon
// is 3.785411784 L and 256 tablespoons, exactly.
func TestCleanerIsATablespoonToAGallon(t *testing.T) {
	wash := Task{WashLPerM2: washLPerM2}
	d := wash.DilutionFor(8)
	if got := d.CleanerML / d.WaterL * 3.785411784; math.Abs(got-14.7868) > 0.001 {
		t.Errorf("%.3f mL to a gallon, want a tablespoon of 14.787 mL", got)
	}
	for area, litres := range map[float64]float64{0.2: 1, 2: 1, 2.2: 1.5, 8: 4} {
		if got := wash.DilutionFor(area).WaterL; got != litres {
			t.Errorf("%v m²: %v L, want %v", area, got, litres)
		}
	}
	if (Task{}).DilutionFor(5) != (Dilution{}) {
		t.Error("what is no degrease wants no cleaner")
	}
}

// Practice: the last grit closes the wood, so what lies bare or drinks oil under wet skin, or gives its scent, is left at
// P150; other bare wood at P180; what is filmed is sanded on.
func TestTheLastGritFollowsWhatLiesOpen(t *testing.T) {
	for _, c := range []struct {
		family string
		open   bool
		last   int
	}{
		{"bare", true, 150}, {"oil_board", true, 150}, {"clear_wb_pu", true, 220},
		{"bare", false, 180}, {"oil_board", false, 220}, {"oil_hardwax", false, 150},
	} {
		grits := sandingGrits(Find("ash"), &coating.Product{Family: coating.Families[c.family]}, Life{Open: c.open})
		if got := grits[len(grits)-1]; got != c.last {
			t.Errorf("%s, open %v: P%d, want P%d", c.family, c.open, got, c.last)
		}
	}
}

// Practice: a machine for floors comes out from six square metres on.
func TestFromWhenAFloorIsLarge(t *testing.T) {
	for m2, large := range map[float64]bool{5.9: false, 6: true, 8: true} {
		life := Life{Floor: true, AreaM2: m2}
		if got := KeyOld.Pace(life) == OnFloor(KeyOld.ID); got != large {
			t.Errorf("%g m²: by machine %t", m2, got)
		}
	}
}

// A wood is told to be what it is, and nothing else.
func TestTraitsOfAWoodAreItsOwn(t *testing.T) {
	for id, want := range map[string]string{
		"teak": "oily", "pine": "knots and resin", "beech": "blotches under stain", "melamine": "slick, not wood",
	} {
		var names []string
		for _, trait := range Find(id).Traits() {
			names = append(names, trait.Name)
		}
		if !slices.Contains(names, want) || slices.Contains(names, "slick, not wood") != (id == "melamine") {
			t.Errorf("%s is %v, want %q among it", id, names, want)
		}
	}
}
