package technique

import (
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
)

// Every coat of every kind, laid in whatever way, has a card; every card is somebody's, names kinds that there are, and
// speaks in whole sentences; what catches fire says so.
func TestEveryCoatHasItsCard(t *testing.T) {
	taken := map[string]bool{}
	for _, f := range coating.FamiliesInOrder() {
		if f.NothingOn() || f.AppliedBy == "" {
			continue
		}
		for _, at := range []string{"bench", "site", "outdoors", "floor", "deck"} {
			for _, area := range []float64{1, 8, 40} {
				for _, lacks := range [][]Tool{nil, {PadMachine}} {
					how := Shop{Lacks: lacks}.For(job(f.ID, area, at))
					card := how.CardFor(f)
					if card == nil {
						t.Fatalf("%s by %s has no card", f.ID, how.ID)
					}
					taken[card.ID] = true
					heats := f.Has(coating.SelfHeatingRags) && card.families[0] != "*"
					if heats && !strings.Contains(card.Caution, "by themselves") {
						t.Errorf("%s: its rags catch fire, and its card says %q", card.ID, card.Caution)
					}
				}
			}
		}
	}
	methods := map[string]bool{}
	for _, method := range methodOf {
		methods[method] = true
	}
	ids := map[string]bool{}
	for _, c := range Cards {
		if !methods[c.method] {
			t.Errorf("%s: no technique goes by %q", c.ID, c.method)
		}
		if ids[c.ID] {
			t.Errorf("two cards are called %s", c.ID)
		}
		ids[c.ID] = true
		for _, f := range c.families {
			if f != "*" && coating.Families[f] == nil {
				t.Errorf("%s is for %q, which is no kind", c.ID, f)
			}
		}
		for _, line := range []string{c.Tool, c.Load, c.Stroke, c.Right, c.After, c.Wrong} {
			if len(line) < 5 || !strings.HasSuffix(line, ".") || strings.ToUpper(line[:1]) != line[:1] {
				t.Errorf("%s: %q is no sentence", c.ID, line)
			}
		}
	}
	unused := slices.DeleteFunc(slices.Clone(Cards), func(c Card) bool { return taken[c.ID] })
	for _, c := range unused {
		t.Errorf("%s is nobody's card", c.ID)
	}
}

// anyCard are kinds that are laid as all of their way are, so that a kind that is new gets a card of its own or is put
// here on purpose. Basis: practice.
var anyCard = map[string]string{
	"brush": "epoxy_flood transfer_rub_on transfer_water_slide decoupage_paper leaf_metal size_gilding crackle_varnish" +
		" varnish_acid_floor some_varnish some_paint",
	"cloth": "textile_paint filler_wood filler_2k filler_epoxy filler_cyanoacrylate filler_glue caulk_acrylic" +
		" sealant_silicone putty_oil stick_wax stick_burn_in stick_shellac",
	"can": "paint_aerosol lacquer_aerosol textile_protector",
	"gun": "some_lacquer factory_uv factory_powder factory_polyester",
}

// No kind falls to the card of its way because somebody forgot it.
func TestEveryKindHasACardOfItsOwn(t *testing.T) {
	for _, f := range coating.FamiliesInOrder() {
		if f.NothingOn() {
			continue
		}
		named := slices.ContainsFunc(Cards, func(c Card) bool { return slices.Contains(c.families, f.ID) })
		var as string
		for method, kinds := range anyCard {
			if slices.Contains(strings.Fields(kinds), f.ID) {
				as = method
			}
		}
		if named == (as != "") {
			t.Errorf("%s: named on a card: %t; laid as any other by %q: it is one of the two", f.ID, named, as)
		}
		if how := (Shop{}).For(job(f.ID, 1, "bench")); as != "" && methodOf[how.ID] != as {
			t.Errorf("%s is laid by %s, not by %s", f.ID, how.ID, as)
		}
	}
}

// Practice: a few that a finisher would know at once.
func TestCardsFollowKindAndWay(t *testing.T) {
	for _, c := range []struct {
		family string
		area   float64
		at     string
		says   string
	}{
		{"clear_wb_pu", 1, "bench", "synthetic"},
		{"clear_wb_pu", 6, "bench", "foam roller"},
		{"shellac_dewaxed", 1, "bench", "never again over it"},
		{"oil_hardwax", 1, "bench", "teaspoon"},
		{"oil_hardwax", 30, "floor", "red and a white pad"},
		{"floor_wb_2k", 30, "floor", "T-bar"},
		{"varnish_conversion", 3, "bench", "never three"},
		{"lacquer_aerosol", 0.3, "bench", "four thin coats"},
		{"oil_exterior_pigmented", 1, "outdoors", "wipe off what stands"},
		{"wax_clear", 1, "bench", "hazelnut"},
	} {
		j := job(c.family, c.area, c.at)
		card := Shop{}.For(j).CardFor(j.Family)
		whole := card.Tool + card.Load + card.Stroke + card.Right + card.After + card.Wrong
		if !strings.Contains(whole, c.says) {
			t.Errorf("%s, %.1f m², %s: %s does not say %q", c.family, c.area, c.at, card.ID, c.says)
		}
	}
	if (Shop{}).For(job("clear_wb_pu", 1, "bench")).CardFor(coating.Nothing[0].Family) != nil {
		t.Error("a card for laying nothing")
	}
}
