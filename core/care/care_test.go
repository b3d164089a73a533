package care

import (
	"strings"
	"testing"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

var finished = time.Date(2026, 3, 4, 16, 0, 0, 0, time.UTC)

func facts(t *testing.T, use, material, family string, said map[string]string) Facts {
	t.Helper()
	statements := map[string]coating.Statement{}
	for kind, sense := range said {
		statements[kind] = coating.Statement{Sense: sense, Source: "data sheet"}
	}
	p, err := coating.New(
		coating.Product{
			Name:       "Test coat",
			Colour:     "clear",
			Shade:      coating.Clear,
			Sheen:      coating.Satin,
			Statements: statements,
		},
		family,
	)
	if err != nil {
		t.Fatal(err)
	}
	w := system.Wish{
		Use:        enduse.Find(use),
		Material:   substrate.Find(material),
		Look:       system.Natural,
		Air:        climate.Air{TempC: 20, RH: 50},
		FoodPolicy: enduse.StrictFood,
	}
	return Facts{
		Piece:      "Piece",
		Zone:       "top",
		Number:     "7",
		Workshop:   "Quay Room",
		Contact:    "by the ferry steps",
		Wish:       w,
		System:     system.Assess(w, []system.Layer{{Role: system.Protect, Product: p, Coats: 3}}),
		Finished:   finished,
		HandedOver: finished.AddDate(0, 0, 1),
		LightUse:   finished.AddDate(0, 0, 2),
		FullCure:   finished.AddDate(0, 0, 21),
		Location:   time.UTC,
	}
}

func text(c Card) string {
	var out []string
	for _, s := range c.Sections {
		for _, l := range s.Lines {
			out = append(out, l.Text)
		}
	}
	return strings.Join(out, "\n")
}

// Each sentence appears because of a fact, and not without it. Basis: practice (care.md).
func TestSentencesFollowFacts(t *testing.T) {
	toys := map[string]string{coating.StatesToys: "tested for migration to EN 71-3."}
	for _, c := range []struct {
		name, use, material, family string
		statements                  map[string]string
		says, silent                []string
	}{
		{"a waterborne table", "dining_table", "oak", "clear_wb_pu", nil,
			[]string{"Three coats of a clear water-based varnish, satin.", "Finished on 4 March 2026 by Quay Room.",
				"gently from 6 March 2026", "Until 25 March 2026", "drop of mild soap", "coasters",
				"yellows in light", "About every 5 years"},
			[]string{"wax", "catch fire", "children", "floors"}},
		{"a waxed display", "display", "walnut", "wax_clear", nil,
			[]string{"furniture wax", "dry, soft cloth", "Alcohol and perfume", "Renew the wax about every year",
				"First time: March 2027", "nothing but wax"},
			[]string{"mild soap", "coasters"}},
		{"a waxed table is renewed sooner", "dining_table", "walnut", "wax_clear", nil, []string{"about every 3 months", "Use coasters"}, nil},
		{"a garden seat by the sea", "outdoors_coast", "teak", "oil_exterior", nil,
			[]string{"about every 3 months", "catch fire by themselves", "feet off wet ground", "leave no cushions",
				"soft brush"}, []string{"silicone", "coasters"}},
		{"a sauna bench left bare", "sauna", "lime", "bare", nil,
			[]string{"nothing lies on it, and that is on purpose", "Lay a towel", "look for splinters"},
			[]string{"Fully hardened", "coats of", "touch up"}},
		{"bare teak outdoors", "outdoors_exposed", "teak", "bare", nil,
			[]string{"silver grey: that is right", "About every year"}, []string{"Fully hardened", "cushions"}},
		{"the inside of a cedar chest", "cedar", "red_cedar", "bare", nil, []string{"it ends the scent"}, []string{"Fully hardened"}},
		{"an heirloom kept", "heirloom", "mahogany", "kept", nil,
			[]string{"Its age is part of its value", "soft, dry brush", "Let nobody sand or strip it"},
			[]string{"Fully hardened", "soap", "touch up"}},
		{"under cover the oil lasts", "outdoors_covered", "teak", "oil_exterior", nil, []string{"about every year"}, nil},
		{"a cot", "cot", "beech", "clear_wb_pu", toys,
			[]string{"away from children until 25 March 2026", "tested for migration to EN 71-3",
				"not a certificate", "chips"}, []string{"gently from"}},
		{"a bread board", "board", "maple", "oil_board", nil,
			[]string{"never put it in the dishwasher", "Oil it every month", "Nothing sticks to this oil"},
			[]string{"Fully hardened", "coasters", "fire"}},
		{
			"a stair",
			"floor_public",
			"oak",
			"floor_wb",
			nil,
			[]string{"no rugs", "slippery whatever", "Never wax it"},
			[]string{"silicone", "runners or rubber"},
		},
		{"a lacquered stand", "wash_stand", "cherry", "lacquer_nc", nil, []string{"Rubber and soft plastic feet", "darkens in light"}, nil},
		{"a nut oil", "display", "oak", "oil_tung", nil, []string{"nut oil", "catch fire"}, nil},
	} {
		got := text(Write(facts(t, c.use, c.material, c.family, c.statements)))
		for _, want := range c.says {
			if !strings.Contains(got, want) {
				t.Errorf("%s does not say %q:\n%s", c.name, want, got)
			}
		}
		for _, not := range c.silent {
			if strings.Contains(strings.ToLower(got), not) {
				t.Errorf("%s should not say %q:\n%s", c.name, not, got)
			}
		}
	}
}

// What is laid over the protection for its looks is named and guarded; a wax that covers it is looked after as wax.
func TestDecorationOnTheCard(t *testing.T) {
	over := func(family string) string {
		f := facts(t, "desk", "oak", "clear_wb_pu", nil)
		p, err := coating.New(
			coating.Product{Name: "Test trim", Colour: "old gold", Shade: coating.Clear, Sheen: coating.Satin},
			family,
		)
		if err != nil {
			t.Fatal(err)
		}
		f.System = system.Assess(
			f.Wish,
			append(f.System.Layers, system.Layer{Role: system.Decorate, Product: p, Coats: 1}),
		)
		return text(Write(f))
	}
	if got := over("wax_gilding"); !strings.Contains(got, "One coat of gilding wax") ||
		!strings.Contains(got, "Rubbing the decoration") ||
		!strings.Contains(got, "drop of mild soap") {
		t.Errorf("gilded:\n%s", got)
	}
	if got := over("wax_dark"); !strings.Contains(got, "Where it is sticky, a barely damp one") ||
		strings.Contains(got, "Rubbing the decoration") {
		t.Errorf("aged with dark wax:\n%s", got)
	}
	for id, f := range coating.Families {
		if f.Is("decor") && strings.Contains(over(id), "varnish, satin") {
			t.Errorf("%s is called a varnish", id)
		}
	}
}

// From which rating on a buyer is warned. Basis: practice (care.md).
func TestRatingsThatWarn(t *testing.T) {
	for _, c := range []struct {
		says        string
		set         func(*coating.Product, float64)
		first, last float64 // it is said from, and up to
	}{
		{"Alcohol and perfume", func(p *coating.Product, r float64) { p.Alcohol = r }, 1, 2},
		{"Hot cups", func(p *coating.Product, r float64) { p.Heat = r }, 1, 2},
		{"straight from the stove", func(p *coating.Product, r float64) { p.Heat = r }, 3, 4},
		{"Standing water", func(p *coating.Product, r float64) { p.Water = r }, 1, 3},
		{"Ammonia", func(p *coating.Product, r float64) { p.Cleaner = r }, 1, 4},
		{"coasters", func(p *coating.Product, r float64) { p.Heat, p.Alcohol = r, 5 }, 1, 3},
		{"coasters", func(p *coating.Product, r float64) { p.Heat, p.Alcohol = 5, r }, 1, 3},
	} {
		for rating := 1.0; rating <= 5; rating++ {
			f := facts(t, "dining_table", "oak", "clear_wb_pu", nil)
			c.set(f.System.Protection().Product, rating)
			want := rating >= c.first && rating <= c.last
			if got := strings.Contains(text(Write(f)), c.says); got != want {
				t.Errorf("%q at %.0f of 5: %v, want %v", c.says, rating, got, want)
			}
		}
	}
}

func TestHandedOverBeforeFullCureComesFirst(t *testing.T) {
	f := facts(t, "desk", "ash", "clear_wb_pu", nil)
	if c := Write(f); !c.Urgent || c.Sections[0].ID != "first_weeks" {
		t.Errorf("urgent %v, first section %s", c.Urgent, c.Sections[0].ID)
	}
	f.HandedOver = f.FullCure.AddDate(0, 0, 1)
	if c := Write(f); c.Urgent || c.Sections[0].ID != "what" {
		t.Errorf("after full cure: urgent %v, first section %s", c.Urgent, c.Sections[0].ID)
	}
}

// No card claims what a finish cannot do, for any family that can be a last coat in any end use.
func TestNoCardClaimsTooMuch(t *testing.T) {
	cards := 0
	for id, family := range coating.Families {
		if !family.Is("clear") && !family.Is("oil") && !family.Is("wax") && !family.Is("paint") {
			continue
		}
		for _, use := range enduse.EndUses {
			card := Write(facts(t, use.ID, "oak", id, nil))
			cards++
			got := strings.ToLower(text(card))
			for _, claim := range []string{"food safe", "food-safe", "child safe", "child-safe", "waterproof",
				"heatproof", "non-toxic", "scratchproof", "%!"} {
				if strings.Contains(got, claim) {
					t.Fatalf("%s on %s says %q", id, use.ID, claim)
				}
			}
			for _, s := range card.Sections {
				for _, l := range s.Lines {
					if l.Fact == "" || !strings.HasSuffix(l.Text, ".") {
						t.Fatalf("%s on %s: %q has no fact, or is no sentence", id, use.ID, l.Text)
					}
				}
			}
		}
	}
	if cards < 500 {
		t.Errorf("only %d cards read", cards)
	}
}

// A piece of two zones gets one card: what holds for both is said once, what does not with its zone.
func TestZonesTogetherOnOneCard(t *testing.T) {
	top, base := Write(facts(t, "dining_table", "oak", "clear_wb_pu", nil)), Write(
		facts(t, "base", "oak", "wax_clear", nil),
	)
	card := Together([]string{"Top", "Base"}, []Card{top, base})
	if !card.Urgent || card.Sections[0].ID != "first_weeks" || card.Renew != base.Renew {
		t.Errorf("urgent %v, first %s, renewal %v", card.Urgent, card.Sections[0].ID, card.Renew)
	}
	zones := map[string]string{}
	for _, s := range card.Sections {
		for _, l := range s.Lines {
			if _, twice := zones[l.Text]; twice {
				t.Errorf("said twice: %s", l.Text)
			}
			zones[l.Text] = strings.Join(l.Zones, ", ")
		}
	}
	for text, zone := range map[string]string{
		"Use coasters and mats.": "Top", "Put nothing but wax over it. Nothing else sticks to wax.": "Base", "Scouring pads and powders.": "",
		"Made of: Oak.": "", "Three coats of a clear water-based varnish, satin.": "Top", "Quay Room, by the ferry steps. Piece number 7.": "",
	} {
		if got, said := zones[text]; !said || got != zone {
			t.Errorf("%q stands under %q (%v), want %q", text, got, said, zone)
		}
	}
	if one := Together([]string{"Top"}, []Card{top}); strings.Contains(text(one), "Base") || text(one) != text(top) {
		t.Error("one zone's card is its own")
	}
}

// What was laid against the trade's word with a reason and no test, its buyer is told; what a hidden spot settled is not.
func TestABuyerIsToldWhatWasLaidAgainstPractice(t *testing.T) {
	f := facts(t, "desk", "teak", "varnish_oil_pu", nil)
	oil, err := coating.New(coating.Product{Name: "Oil", Shade: coating.Clear, Sheen: coating.Satin}, "oil_hardwax")
	if err != nil {
		t.Fatal(err)
	}
	top := f.System.Layers[0]
	oil.ID, top.Product.ID = 1, 2
	layers := []system.Layer{{Product: oil, Coats: 1}, {Product: top.Product, Coats: 2}}
	open := system.Assess(f.Wish, layers).Layers[1].Below
	for _, tried := range []bool{true, false} {
		f.Wish.Wants.Decisions = nil
		for _, finding := range open.Findings {
			f.Wish.Wants.Decisions = append(f.Wish.Wants.Decisions, compat.Decision{
				Rule: finding.Rule.ID, Coat: 2, Ground: 1, Tried: tried, Reason: "It has held before.", Who: "JT",
			})
		}
		f.System = system.Assess(f.Wish, layers)
		told := strings.Contains(text(Write(f)), "against common practice")
		if told == tried {
			t.Errorf("tried %t: told %t, %+v", tried, told, f.System.Layers[1].Below.Quieted)
		}
	}
}
