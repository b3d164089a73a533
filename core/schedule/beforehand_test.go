package schedule

import (
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// before names the steps that come right before a coat, without a gap.
func before(p Plan, coat Step) (titles []string) {
	at := coat.Start()
	for i := len(p.Steps) - 1; i >= 0; i-- {
		s := p.Steps[i]
		leads := s.Kind != Coating && s.End().Equal(at) && slices.Equal(s.Zones, coat.Zones)
		if leads && (s.Kind == Checking || strings.HasPrefix(s.Title, "Mask")) {
			titles = append([]string{s.Title}, titles...)
			at = s.Start()
		}
	}
	return titles
}

func paleOf(t *testing.T, family string) *coating.Product {
	p := *product(t, family, nil)
	p.Shade = coating.Pale
	return &p
}

// Practice: what the judge's "yes" rests on is looked at right before the coat that it opens.
func TestWhatAYesRestsOnIsLookedAtFirst(t *testing.T) {
	layer := func(p *coating.Product, coats int) system.Layer {
		return system.Layer{Role: system.Protect, Product: p, Coats: coats}
	}
	kept := func(finish string, action substrate.Action) substrate.Inspection {
		return substrate.Inspection{
			Finish: substrate.FindFinish(finish), Age: substrate.Later, Lead: substrate.Negative,
		}
	}
	for _, c := range []struct {
		name, material, finish string
		action                 substrate.Action
		layers                 []system.Layer
		want                   []string // by coat, joined by a comma
	}{
		{
			"bare oak under a clear", "oak", "", "",
			[]system.Layer{layer(product(t, "clear_wb_pu", nil), 3)},
			[]string{"", "", ""},
		},
		{
			"wax taken off", "oak", "wax", substrate.Dewax,
			[]system.Layer{layer(product(t, "shellac_dewaxed", nil), 1), layer(product(t, "clear_wb_pu", nil), 2)},
			[]string{"Water drop", "", ""},
		},
		{
			"an old varnish stripped", "oak", "oil_varnish", substrate.Strip,
			[]system.Layer{layer(product(t, "varnish_oil_pu", nil), 2)},
			[]string{"Residue wipe", ""},
		},
		{
			"knots under a blocker that blocks in part", "pine", "", "",
			[]system.Layer{layer(paleOf(t, "primer_wb_blocking"), 1), layer(paleOf(t, "enamel_wb"), 2)},
			[]string{"", "Gap check under raking light,Look for bleed", ""},
		},
		{
			"a slick face", "melamine", "", "",
			[]system.Layer{layer(paleOf(t, "primer_wb_bonding"), 1), layer(paleOf(t, "enamel_wb"), 2)},
			[]string{"", "Tape pull", ""},
		},
	} {
		w := wish("desk", c.material, heated)
		if c.finish != "" {
			w.Seen, w.Action = kept(c.finish, c.action), c.action
		}
		w.Seen.Material = w.Material
		p := plan(t, w, 0.5, Brief{Start: monday, Week: week}, c.layers...)
		var got []string
		for _, coat := range coats(p) {
			got = append(got, strings.Join(before(p, coat), ","))
		}
		if !slices.Equal(got, c.want) {
			t.Errorf("%s: %q, want %q", c.name, got, c.want)
		}
	}
}

// Practice: spray, stain and oil beside a zone that they would harm are masked off it, and nothing else is.
func TestWhatStraysIsMaskedOff(t *testing.T) {
	wb, lacquer, oil := product(t, "clear_wb_pu", nil), product(t, "lacquer_precat", nil), product(t, "oil_hardwax", nil)
	stain := product(t, "stain_wb", nil)
	stain.Shade = coating.Tone
	for _, c := range []struct {
		name      string
		top, base []*coating.Product
		want      string // before the first coat of the top
	}{
		{"brushed beside brushed", []*coating.Product{wb}, []*coating.Product{oil}, ""},
		{"sprayed beside brushed", []*coating.Product{lacquer}, []*coating.Product{wb}, "Mask off: base"},
		{"the same sprayed on both", []*coating.Product{lacquer}, []*coating.Product{lacquer}, ""},
		{"stain beside natural", []*coating.Product{stain, wb}, []*coating.Product{wb}, "Mask off: base"},
		{"oil beside a film", []*coating.Product{oil}, []*coating.Product{wb}, "Mask off: base"},
		{"oil beside nothing chosen", []*coating.Product{oil}, nil, "Mask off: base"},
		{"oil beside another oil", []*coating.Product{oil}, []*coating.Product{product(t, "oil_danish", nil)}, ""},
	} {
		w := wish("desk", "oak", heated)
		zoneOf := func(name string, products []*coating.Product) Zone {
			out := Zone{Name: name, AreaM2: 0.4, Wish: w}
			var layers []system.Layer
			for _, p := range products {
				layers = append(layers, system.Layer{Product: p, Coats: 1})
			}
			if layers != nil {
				system.GiveRoles(w, layers)
				s := system.Assess(w, layers)
				out.System = &s
			}
			return out
		}
		p := Make(Brief{
			Zones: []Zone{zoneOf("top", c.top), zoneOf("base", c.base)}, Start: monday, Week: week,
		})
		first := slices.IndexFunc(p.Steps, func(s Step) bool { return s.Kind == Coating && s.Zones[0] == 0 })
		if first < 0 {
			t.Errorf("%s: no coat: %v", c.name, p.Zones[0].Obstacles)
			continue
		}
		if got := strings.Join(before(p, p.Steps[first]), ","); got != c.want {
			t.Errorf("%s: %q, want %q", c.name, got, c.want)
		}
	}
}

// Practice: dust that has settled since the zone was cleaned comes off right before its first coat.
func TestDustComesOffRightBeforeTheFirstCoat(t *testing.T) {
	again := func(p Plan) bool {
		return slices.ContainsFunc(coats(p)[0].Tasks, func(t Task) bool { return strings.Contains(t.Text, "settled") })
	}
	w := wish("desk", "oak", heated)
	layers := []system.Layer{{Product: product(t, "clear_wb_pu", nil), Coats: 2}}
	if again(plan(t, w, 0.5, Brief{Start: monday, Week: week}, layers...)) {
		t.Error("wiped again though just cleaned")
	}
	s := system.Assess(w, layers)
	z := Zone{Name: "top", AreaM2: 0.5, Wish: w, System: &s}
	p := Make(Brief{Zones: []Zone{z, z}, Start: monday, Week: week})
	if !again(p) {
		t.Error("not wiped after the other zone was sanded")
	}
}
