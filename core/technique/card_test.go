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
	ids := map[string]bool{}
	for _, c := range Cards {
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
