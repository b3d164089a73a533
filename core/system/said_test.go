package system

import (
	"slices"
	"strings"
	"testing"

	"firmitas/core/decoration"
	"firmitas/core/enduse"
)

// Each saying has a zone where it is due and one, as like it as can be, where it would only be noise. Practice.
func TestWhatMustBeSaidIsSaidWhereItIsDueAndNowhereElse(t *testing.T) {
	unheard := map[string]bool{}
	for _, s := range sayings {
		unheard[s.ID] = true
	}
	valued := func(w Wish) Wish { w.Seen.Valued = true; return w }
	gilded := func(w Wish) Wish { w.Decor = []Decor{{Kind: decoration.Find("leaf")}}; return w }
	odourless := func(w Wish) Wish { w.Wants.LowSmell = true; return w }
	measured := func(w Wish) Wish { w.Use = w.Use.MeasuringSlip(); return w }
	coast := func(w Wish) Wish { w.Use = w.Use.At(enduse.Coast); return w }
	for _, c := range []struct {
		id         string
		due, noise Wish
	}{
		{"value", valued(wish("desk", "walnut", Natural)), wish("desk", "walnut", Natural)},
		{"insurance", wish("heirloom", "walnut", Natural), wish("desk", "walnut", Natural)},
		{"not_this_wood", wish("outdoors_exposed", "beech", Natural), wish("outdoors_exposed", "teak", Natural)},
		{"knots", wish("front_door", "pine", OpaqueDark), wish("front_door", "pine", Stained)},
		{"resin", wish("sauna", "pine", Natural), wish("sauna", "lime", Natural)},
		{"iron", wish("desk", "oak", Natural), wish("desk", "maple", Natural)},
		{"alkali", wish("counter", "oak", Natural), wish("shelf", "oak", Natural)},
		{"end_grain", wish("kitchen_top", "oak", Natural), wish("desk", "oak", Natural)},
		{"oily", wish("desk", "teak", Natural), wish("desk", "oak", Natural)},
		{"board_edges", wish("cabinet_front", "mdf", OpaquePale), wish("cabinet_front", "beech", OpaquePale)},
		{"slip", wish("shower_bench", "teak", Natural), wish("desk", "teak", Natural)},
		{"skin", wish("handrail", "ash", Natural), wish("shelf", "ash", Natural)},
		{"hot_metal", wish("outdoors_exposed", "steel", OpaqueDark), wish("shelf", "steel", OpaqueDark)},
		{"blocking", wish("inside_door", "pine", OpaquePale), wish("display", "pine", OpaquePale)},
		{"smell", wish("cot", "beech", Natural), odourless(wish("cot", "beech", Natural))},
		{"colour_in_sun", coast(wish("outdoors_exposed", "oak", Stained)), wish("desk", "oak", Stained)},
		{"pigment", wish("outdoors_exposed", "oak", Natural), wish("outdoors_exposed", "oak", OpaqueDark)},
		{"slip_measured", measured(wish("floor_public", "oak", Natural)), wish("floor_public", "oak", Natural)},
		{"sample", wish("desk", "oak", Stained), wish("desk", "oak", Natural)},
		{"wear_of_leaf", gilded(wish("desk", "beech", Natural)), wish("desk", "beech", Natural)},
	} {
		if c.due.Use == nil || c.noise.Use == nil || c.due.Material == nil || c.noise.Material == nil {
			t.Errorf("%s: a life or material of its case is not there", c.id)
			continue
		}
		hears := func(w Wish) bool {
			return slices.ContainsFunc(w.Said(), func(s Saying) bool { return s.ID == c.id })
		}
		if !hears(c.due) {
			t.Errorf("%s is not said of %s in %s", c.id, c.due.Use.ID, c.due.Material.ID)
		}
		if hears(c.noise) {
			t.Errorf("%s is said of %s in %s", c.id, c.noise.Use.ID, c.noise.Material.ID)
		}
		delete(unheard, c.id)
	}
	for id := range unheard {
		t.Errorf("%s has no case", id)
	}
}

// Over all lives: nothing is said twice, all of it in whole sentences, and nothing promises what only a label may state.
func TestSayingsAreWholeAndSaidOnce(t *testing.T) {
	for _, u := range enduse.EndUses {
		for _, material := range []string{"oak", "pine", "teak", "mdf", "steel"} {
			for _, look := range Looks {
				w := wish(u.ID, material, look)
				said := map[string]bool{}
				for _, s := range w.Said() {
					if said[s.Text] {
						t.Errorf("%s, %s, %s: twice: %s", u.ID, material, look, s.Text)
					}
					said[s.Text] = true
					first := strings.ToUpper(s.Text[:1])
					whole := s.Text[:1] == first && strings.ContainsAny(s.Text[len(s.Text)-1:], ".?!")
					if !whole || (s.Due != BeforeChoosing && s.Due != BeforeStarting) {
						t.Errorf("%s: %q, due %q", u.ID, s.Text, s.Due)
					}
					for _, claim := range []string{"food safe", "child safe", "waterproof", "non-toxic"} {
						if strings.Contains(strings.ToLower(s.Text), claim) {
							t.Errorf("%s claims: %s", u.ID, s.Text)
						}
					}
				}
			}
		}
	}
}

// Bare wood has nothing to lay a coat more of, and a coat over it is another answer.
func TestWhatLiesBareIsNotBettered(t *testing.T) {
	shelf := demoShelf(t)
	for _, use := range []string{"sauna", "shelf", "board", "dining_table"} {
		w := wish(use, "lime", Natural)
		for _, s := range searched(t, w, shelf).Systems {
			if s.Coats == 0 && len(Improve(w, s, shelf)) > 0 {
				t.Errorf("%s, left bare: %+v", use, Improve(w, s, shelf))
			}
		}
	}
}

// Grip belongs under feet: on a table the coat that states slip resistance stands behind the same without; on a public
// floor before it.
func TestGripBelongsUnderFeet(t *testing.T) {
	for use, gripFirst := range map[string]bool{"floor_public": true, "dining_table": false, "desk": false} {
		products := shelf(t, "floor_wb_2k clear slip floor", "floor_wb_2k clear floor")
		a := searched(t, wish(use, "oak", Natural), products)
		if len(a.Systems) == 0 {
			t.Errorf("%s: nothing suits", use)
			continue
		}
		if first := a.Systems[0].Protection().Product; first.States("slip") != gripFirst {
			t.Errorf("%s: first %s, states slip %t", use, first.Name, first.States("slip"))
		}
	}
}
