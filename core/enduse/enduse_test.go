package enduse

import (
	"strings"
	"testing"

	"firmitas/core/coating"
)

func product(t *testing.T, family string, shade coating.Shade, states ...string) *coating.Product {
	t.Helper()
	statements := map[string]coating.Statement{}
	for _, s := range states {
		statements[s] = coating.Statement{Sense: "Says so.", Source: "data sheet"}
	}
	p, err := coating.New(coating.Product{Name: family, Shade: shade, Statements: statements}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func TestPresetsAreWhole(t *testing.T) {
	if len(EndUses) < 22 {
		t.Fatalf("%d end uses; end-uses.md has 22", len(EndUses))
	}
	for _, u := range EndUses {
		if Find(u.ID) != u {
			t.Errorf("%s stands twice", u.ID)
		}
		for d, level := range u.Asks {
			if level < 1 || level > 5 {
				t.Errorf("%s asks %d for %s", u.ID, level, DemandNames[d])
			}
		}
		for _, g := range u.Gates {
			if Gates[g].Name == "" {
				t.Errorf("%s has an unknown gate %s", u.ID, g)
			}
		}
		if u.Has(Child) != u.CureFirst {
			t.Errorf("%s: a child's piece, and only that, is fully cured before use", u.ID)
		}
	}
}

// Practice: each gate with a coat that passes and one that does not.
func TestGatesForAndAgainst(t *testing.T) {
	for _, c := range []struct {
		gate   GateID
		policy FoodPolicy
		p      *coating.Product
		passes bool
	}{
		{Child, StrictFood, product(t, "clear_wb_pu", coating.Clear, coating.StatesToys), true},
		{Child, StrictFood, product(t, "shellac_dewaxed", coating.Clear), true},
		{Child, StrictFood, product(t, "clear_wb_pu", coating.Clear), false},
		{Mouthing, StrictFood, product(t, "clear_wb_pu", coating.Clear, coating.StatesToys), true},
		{Mouthing, StrictFood, product(t, "clear_wb_exterior", coating.Clear, coating.StatesToys), false},
		{Mouthing, StrictFood, product(t, "oil_danish", coating.Clear), false},
		{Food, StrictFood, product(t, "oil_board", coating.Clear), true},
		{Food, StrictFood, product(t, "clear_wb_pu", coating.Clear), false},
		{Food, CuredFilmFood, product(t, "clear_wb_pu", coating.Clear), true},
		{Food, CuredFilmFood, product(t, "oil_danish", coating.Clear), false},
		{Floor, StrictFood, product(t, "floor_wb", coating.Clear), true},
		{Floor, StrictFood, product(t, "clear_wb_pu", coating.Clear), false},
		{Slip, StrictFood, product(t, "floor_wb", coating.Clear, coating.StatesSlip), true},
		{Slip, StrictFood, product(t, "floor_wb", coating.Clear), false},
		{Slip, StrictFood, product(t, "wax_clear", coating.Clear, coating.StatesSlip), false},
		{Exterior, StrictFood, product(t, "varnish_spar", coating.Clear), true},
		{Exterior, StrictFood, product(t, "oil_tung", coating.Clear), false},
		{UV, StrictFood, product(t, "varnish_spar", coating.Clear), true},
		{UV, StrictFood, product(t, "oil_exterior", coating.Clear), true},
		{UV, StrictFood, product(t, "paint_all_in_one", coating.Dark), true},
		{UV, StrictFood, product(t, "clear_wb_pu", coating.Clear), false},
		{Mildew, StrictFood, product(t, "clear_wb_pu", coating.Clear), true},
		{Mildew, StrictFood, product(t, "oil_linseed_boiled", coating.Clear), false},
		{LowOdour, StrictFood, product(t, "shellac_dewaxed", coating.Clear), true},
		{LowOdour, StrictFood, product(t, "varnish_oil_pu", coating.Clear), false},
	} {
		use := &EndUse{Gates: []GateID{c.gate}}
		_, whyCoat, coatOK := use.CoatFails(c.p, c.policy)
		_, whyLast, lastOK := use.LastFails(c.p)
		if (coatOK && lastOK) != c.passes {
			t.Errorf("%s, %s, %s: passes %v, want %v (%s%s)", c.gate, c.policy, c.p.Name, coatOK && lastOK, c.passes,
				whyCoat, whyLast)
		}
	}
	if got := Find("cot").Without(Child).Gates; len(got) != 1 || got[0] != Mouthing || !Find("cot").Has(Child) {
		t.Errorf("lifting a gate: got %v", got)
	}
}

func TestMeet(t *testing.T) {
	short := func(use, family string) (out []string) {
		for _, g := range Find(use).Meet(product(t, family, coating.Clear), nil, false) {
			if g.Shortfall() > 0 {
				out = append(out, DemandNames[g.Demand])
			}
		}
		return out
	}
	for _, c := range []struct{ use, family, short string }{
		{"dining_table", "clear_wb_pu", ""},
		{"counter", "clear_wb_pu_2k", ""},
		{"counter", "clear_wb_pu", "water, alcohol and food, cleaner, abrasion"},
		{"dining_table", "wax_clear", "water, alcohol and food, cleaner, heat, abrasion"},
		{"display", "wax_clear", ""},
		{"outdoors_covered", "varnish_spar", "abrasion"},
		{"outdoors_exposed", "oil_exterior", ""},
		// Where arms rest, a soft film counts one level lower: it gives 2 instead of 3 for alcohol.
		{"seat", "lacquer_nc", "water, alcohol and food, cleaner, heat, abrasion"},
	} {
		if got := strings.Join(short(c.use, c.family), ", "); got != c.short {
			t.Errorf("%s on %s: short on %q, want %q", c.family, c.use, got, c.short)
		}
	}
}

// A place only adds: no demand, film or gate of the end use is lost by it, none stands twice, and the preset itself is
// unmoved.
func TestPlacesOnlyAdd(t *testing.T) {
	for _, u := range EndUses {
		before := *u
		for _, place := range Places {
			at := u.At(place.Place)
			for d := range u.Asks {
				if at.Asks[d] < u.Asks[d] || at.Asks[d] < place.Asks[d] {
					t.Errorf("%s %s asks %d for %s", u.ID, place.Place, at.Asks[d], DemandNames[d])
				}
			}
			if at.FilmUM < u.FilmUM || (u.FilmUM == 0) != (at.FilmUM == 0) {
				t.Errorf("%s %s: film %.0f from %.0f", u.ID, place.Place, at.FilmUM, u.FilmUM)
			}
			seen := map[GateID]bool{}
			for _, g := range at.Gates {
				if seen[g] {
					t.Errorf("%s %s: gate %s twice", u.ID, place.Place, g)
				}
				seen[g] = true
			}
			for _, g := range append(append([]GateID{}, u.Gates...), place.Gates...) {
				if !seen[g] {
					t.Errorf("%s %s: gate %s is lost", u.ID, place.Place, g)
				}
			}
			if place.Place == Coast && !at.Outdoors() {
				t.Errorf("%s by the sea is not outdoors", u.ID)
			}
		}
		if u.At(Heated) != u || u.At("moon") != u || u.Asking(u.Asks) != u {
			t.Errorf("%s: what changes nothing makes another end use", u.ID)
		}
		hard := Levels{5, 5, 5, 5, 5, 5}
		if own := u.Asking(hard); own.Asks != hard || own.FilmUM != u.FilmUM || len(own.Gates) != len(u.Gates) {
			t.Errorf("%s with its demands set by hand: %+v", u.ID, own)
		}
		if u.Asks != before.Asks || u.FilmUM != before.FilmUM || len(u.Gates) != len(before.Gates) {
			t.Errorf("%s was changed by being placed", u.ID)
		}
	}
	if FindPlace("moon") != nil {
		t.Error("there is a place on the moon")
	}
}

// Wax over a clear film is a waxed film: never less than the wax, one level below the film where that is more; over
// paint, oil or bare wood it is wax and nothing else.
func TestWaxOverAFilmCountsAsBoth(t *testing.T) {
	wax := product(t, "wax_clear", coating.Clear)
	better := 0
	for _, f := range coating.FamiliesInOrder() {
		for _, u := range EndUses {
			waxed, alone := u.Meet(wax, f, false), u.Meet(wax, nil, false)
			film := []float64{f.Typical.Water, f.Typical.Alcohol, f.Typical.Cleaner, f.Typical.Heat, f.Typical.Abrasion, 1}
			for d := range waxed {
				got, least := waxed[d].Given, alone[d].Given
				if got > max(least, int(film[d])-1) || got < least {
					t.Fatalf("wax over %s for %s: %s %d, wax alone %d, the film %.0f", f.ID, u.ID, DemandNames[d], got, least, film[d])
				}
				if got > least {
					better++
				}
				if got > least && !Waxed(wax, f) {
					t.Errorf("wax over %s counts as a waxed film", f.ID)
				}
			}
		}
	}
	if better == 0 {
		t.Error("no film makes up for its wax")
	}
	table := Find("dining_table")
	for family, want := range map[string]int{"shellac_dewaxed": 1, "varnish_oil_pu": 4, "paint_chalk": 1, "oil_hardwax": 1} {
		if got := table.Meet(wax, coating.Families[family], false)[Water].Given; got != want {
			t.Errorf("wax over %s: water %d, want %d", family, got, want)
		}
	}
}
