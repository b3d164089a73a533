package substrate

import (
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
		{"melamine", "primer_wb_bonding", Life{}, "degrease key dust", "P180–P220"},
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
