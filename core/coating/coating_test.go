package coating

import (
	"math"
	"strings"
	"testing"

	"firmitas/core"
	"firmitas/core/climate"
)

func product(t *testing.T, family string, label Label) *Product {
	t.Helper()
	p, err := New(Product{Name: "Test", Shade: Clear, Sheen: Satin, Label: label}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func TestEveryFamilyIsWhole(t *testing.T) {
	if len(Families) < 70 {
		t.Fatalf("read %d families", len(Families))
	}
	for id, f := range Families {
		if len(f.Groups) == 0 || f.Name == "" || f.AppliedBy == "" {
			t.Errorf("%s lacks a group, a name or a way to put it on", id)
		}
		if _, err := (Label{}).Over(f.Typical); err != nil {
			t.Errorf("%s: typical sheet: %v", id, err)
		}
		if f.Body == Film && f.Is("clear") && (f.Typical.SolidsPct == 0 || f.Typical.Coats == 0) {
			t.Errorf("%s is a clear film without solids or coats", id)
		}
	}
}

func TestLabelWinsAndKeepsItsBasis(t *testing.T) {
	p := product(t, "clear_wb_pu", Label{"recoatMinH": 3})
	if p.RecoatMinH != 3 || p.Basis("recoatMinH") != core.Label {
		t.Errorf("label recoat: got %v (%s)", p.RecoatMinH, p.Basis("recoatMinH"))
	}
	if p.RecoatMaxH != 24 || p.Basis("recoatMaxH") != core.Practice {
		t.Errorf("typical window: got %v (%s)", p.RecoatMaxH, p.Basis("recoatMaxH"))
	}
}

func TestLabelRefusesWhatNoSheetSays(t *testing.T) {
	for name, label := range map[string]Label{
		"solidsPct":                      {"solidsPct": 140},
		"recoatMinH":                     {"recoatMinH": math.NaN()},
		"a field that no data sheet has": {"shine": 3},
		"recoatMaxH":                     {"recoatMinH": 30},
	} {
		if _, err := New(Product{Name: "Test", Shade: Clear, Label: label}, "clear_wb_pu"); err == nil || !strings.Contains(err.Error(), name) {
			t.Errorf("label %v: got error %v, want one that names %s", label, err, name)
		}
	}
	if _, err := New(Product{Name: "Test", Shade: "shiny"}, "clear_wb_pu"); err == nil {
		t.Error("took an unknown shade")
	}
	if _, err := New(Product{Name: "Test", Shade: Clear}, "no_such"); err == nil {
		t.Error("took an unknown family")
	}
}

// Practice: what each kind dries by decides how the air slows it.
func TestDryingByFamily(t *testing.T) {
	for id, want := range map[string]climate.Drying{
		"clear_wb_pu": climate.WaterLeaves, "clear_wb_pu_2k": climate.WaterLeaves, "varnish_oil_pu": climate.TakesOxygen,
		"shellac_dewaxed": climate.SolventLeaves, "varnish_conversion": climate.PartsReact, "wax_clear": climate.WaxSets,
		"oil_board": climate.NeverDries, "epoxy_flood": climate.PartsReact, "oil_hardwax": climate.TakesOxygen,
	} {
		if got := Families[id].Drying(); got != want {
			t.Errorf("%s: got %v, want %v", id, got, want)
		}
	}
}

// Practice (time.md): a waterborne second coat goes on after 2 h in a heated room, overnight in a cold damp garage.
func TestTimesStretchInColdDampAir(t *testing.T) {
	p := product(t, "clear_wb_pu", nil)
	heated, garage := climate.Air{TempC: 23, RH: 50}, climate.Air{TempC: 12, RH: 78}
	if got := p.RecoatMinH * p.Slowdown(heated); got != 2 {
		t.Errorf("heated room: %v h, want 2", got)
	}
	if got := p.RecoatMinH * p.Slowdown(garage); got < 8 || got > 14 {
		t.Errorf("cold damp garage: %.1f h, want overnight (8–14)", got)
	}
	if p.LightUseAfterH(garage) <= p.LightUseAfterH(heated) || p.FullCureAfterH(heated) != 21*24 {
		t.Error("light use should stretch; full cure in the reference climate is the label's 21 days")
	}
	if p.DryUM() != 32 || product(t, "oil_hardwax", nil).DryUM() != 0 {
		t.Error("100 µm wet at 32 % solids is 32 µm dry; an oil leaves no film")
	}
}

func TestCautionsStandWhereTheyBelong(t *testing.T) {
	for id, want := range map[string]string{
		"stain_gel_oil": "rags vapour", "clear_wb_pu": "", "clear_wb_pu_2k": "isocyanate",
		"varnish_conversion": "formaldehyde vapour", "epoxy_flood": "epoxy", "shellac_dewaxed": "vapour",
	} {
		var ids []string
		for _, c := range product(t, id, nil).Cautions() {
			ids = append(ids, c.ID)
		}
		if got := strings.Join(ids, " "); got != want {
			t.Errorf("%s: cautions %q, want %q", id, got, want)
		}
	}
}
