package enduse

import (
	"strings"
	"testing"

	"firmitas/core/coating"
)

// Every kind that can take the wear says what it is made for and how often it is renewed; every trait of the table is a
// trait of some life, and every kind of wear a column.
func TestTheTablesOfFitAndUpkeepAreWhole(t *testing.T) {
	takesWear := func(f *coating.Family) bool {
		wears := f.Is(coating.GroupClear, coating.GroupOil, coating.GroupWax, coating.GroupPaint) && !f.NeedsTopcoat
		return wears && !f.Has(coating.KindUnknown) && !f.Has(coating.DarkWax) && !f.Has(coating.Limes)
	}
	for id, f := range coating.Families {
		if !takesWear(f) {
			continue
		}
		if madeForOf[id] == nil && !f.Has(coating.Lime) {
			t.Errorf("%s: nothing says what it is made for", id)
		}
	}
	traits := map[string]bool{"sounding": true, traitValued: true, traitOutdoors: true}
	for _, u := range EndUses {
		for _, trait := range u.Is {
			traits[trait] = true
		}
		if _, known := upkeep["wax_clear"][u.Upkeep]; !known {
			t.Errorf("%s: %q is no kind of wear", u.ID, u.Upkeep)
		}
	}
	for id, m := range madeForOf {
		for trait := range m.traits {
			if !traits[trait] {
				t.Errorf("%s: no life is %q", id, trait)
			}
		}
	}
}

// Practice: what a veteran would lay, what he would ask about, what he would never.
func TestWhatAKindIsMadeFor(t *testing.T) {
	for _, c := range []struct {
		life, family string
		valued       bool
		want         Fit
	}{
		{"floor_home", "floor_wb", false, Home},
		{"kitchen_cabinet", "floor_paint", false, Absurd},
		{"leaf_frame", "oil_wax_paste_board", false, Never},
		{"heirloom", "lacquer_aerosol", false, Never},
		{"desk", "clear_wb_pu", true, Never},
		{"desk", "shellac_dewaxed", true, Home},
		{"dining_table", "shellac_dewaxed", false, Odd},
		{"instrument_case", "shellac_dewaxed", false, Home},
		{"sauna", "clear_wb_pu_2k", false, Never},
		{"sauna", "bare", false, Home},
		{"dining_table", "bare", false, Never},
		{"dining_table", "kept", false, Never},
		{"dining_table", "kept", true, Home},
		{"pew", "varnish_spar", false, Absurd},
		{"cot", "paint_exterior_acrylic", false, Never},
	} {
		if got := Find(c.life).FitOf(coating.Families[c.family], c.valued); got != c.want {
			t.Errorf("%s on %s, valued %t: %d, want %d", c.family, c.life, c.valued, got, c.want)
		}
		why := Find(c.life).WhyUnfit(coating.Families[c.family], c.valued)
		if (why != "") != (c.want >= Absurd) {
			t.Errorf("%s on %s: %q", c.family, c.life, why)
		}
	}
	coast := Find("dining_table").At(Coast)
	if coast.FitOf(coating.Families["bare"], false) != Home || coast.FitOf(coating.Families["clear_wb_pu"], false) != Never {
		t.Error("a table by the sea is judged as one indoors")
	}
}

// Practice: months by kind and by what wears the place; the place outdoors decides, whatever stands there.
func TestUpkeepGoesByKindAndLife(t *testing.T) {
	for _, c := range []struct {
		life, place, family string
		want                int
	}{
		{"board", "", "oil_board", 1},
		{"dining_table", "", "oil_hardwax", 12},
		{"shelf", "", "oil_hardwax", 36},
		{"outdoors_exposed", "", "oil_exterior", 4},
		{"outdoors_coast", "", "oil_exterior", 3},
		{"dining_table", "coast", "oil_exterior", 3},
		{"dining_table", "porch", "varnish_spar", 36},
		{"outdoors_exposed", "", "paint_exterior_acrylic", 60},
		{"front_door", "coast", "paint_exterior_acrylic", 36},
		{"shelf", "", "clear_wb_pu", 0},
		{"sink_top", "", "oil_worktop", 2},
	} {
		u := Find(c.life)
		if c.place != "" {
			u = u.At(Place(c.place))
		}
		if got := u.RenewMonths(coating.Families[c.family]); got != c.want {
			t.Errorf("%s on %s %s: %d months, want %d", c.family, c.life, c.place, got, c.want)
		}
	}
}

// A film is measured by what resists; what soaks in by being renewed; in public nobody renews anything.
func TestWhatIsAskedOfASoak(t *testing.T) {
	oil, film := product(t, "oil_hardwax", coating.Clear), product(t, "clear_wb_pu", coating.Clear)
	asked := func(life string, p *coating.Product, durable bool) (out Levels) {
		for _, g := range Find(life).Meet(p, nil, durable) {
			out[g.Demand] = g.Asked
		}
		return out
	}
	for _, c := range []struct {
		life string
		want Levels
	}{
		{"dining_table", Levels{3, 3, 3, 3, 2, 1}},
		{"kitchen_top", Levels{3, 3, 3, 3, 2, 1}},
		{"floor_home", Levels{3, 3, 3, 2, 3, 1}},
		{"counter", Find("counter").Asks},
	} {
		if got := asked(c.life, oil, false); got != c.want {
			t.Errorf("%s asks %v of a soak, want %v", c.life, got, c.want)
		}
		if got := asked(c.life, film, false); got != Find(c.life).Asks {
			t.Errorf("%s asks %v of a film", c.life, got)
		}
	}
	exterior, pigmented := product(t, "oil_exterior", coating.Clear), product(t, "oil_exterior_pigmented", coating.Tone)
	if asked("outdoors_exposed", exterior, false)[Weather] == 1 || asked("outdoors_exposed", exterior, true)[Weather] != 1 ||
		asked("outdoors_exposed", pigmented, false)[Weather] != 1 {
		t.Error("durable wood and pigment stand the sun, a clear oil on another wood does not")
	}
	paint, clear := product(t, "paint_exterior_acrylic", coating.Dark), product(t, "varnish_spar", coating.Clear)
	door := Find("front_door")
	if door.FilmFor(paint) != 80 || door.FilmFor(clear) != 150 || Find("desk").FilmFor(film) != 75 {
		t.Errorf("films: %v, %v", door.FilmFor(paint), door.FilmFor(clear))
	}
}

// Why a kind is left out is told in whole sentences, for every life and kind, and only where it is left out.
func TestWhyUnfitIsAWholeSentence(t *testing.T) {
	told := 0
	for _, u := range EndUses {
		for id, f := range coating.Families {
			for _, valued := range []bool{false, true} {
				why := u.WhyUnfit(f, valued)
				if (why != "") != (u.FitOf(f, valued) >= Absurd) {
					t.Errorf("%s for %s: fit %d, and %q", id, u.ID, u.FitOf(f, valued), why)
				}
				if why == "" {
					continue
				}
				told++
				capital, end := why[0] >= 'A' && why[0] <= 'Z', why[len(why)-1]
				if !capital || end != '.' || strings.Contains(why, "  ") || strings.Contains(why, ": .") {
					t.Errorf("%s for %s: %q", id, u.ID, why)
				}
			}
		}
	}
	if told < 500 {
		t.Errorf("only %d are left out", told)
	}
}

// A line that cannot be read is named with its table, so that whoever argues with the tables finds it.
func TestWrongLinesOfTheTablesAreNamed(t *testing.T) {
	heading := "kind,families,home,fair,odd,absurd,never,else\n"
	for name, c := range map[string]struct{ file, says string }{
		"a fit nobody knows":      {heading + "waxes,wax_clear,,,,,,perhaps", `no fit "perhaps"`},
		"a trait twice":           {heading + "waxes,wax_clear,desk,desk,,,,odd", "desk stands twice"},
		"a family nobody knows":   {heading + "waxes,wax_moon,,,,,,odd", `family "wax_moon"`},
		"a family in two lines":   {heading + "a,wax_clear,,,,,,odd\nb,wax_clear,,,,,,odd", `family "wax_clear"`},
		"a line that is too long": {heading + "waxes,wax_clear,,,,,,odd,more", "made_for.csv"},
	} {
		if _, err := readMadeFor([]byte(c.file)); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
	for file, says := range map[string]string{
		"family,table\nwax_moon,3":     `there is no family "wax_moon"`,
		"family,table\nwax_clear,soon": `"soon" of table`,
		"family,table\nwax_clear":      "upkeep.csv",
	} {
		if _, err := readUpkeep([]byte(file)); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v", file, err)
		}
	}
}

// Outdoors the place decides what wears a piece; a life that is outdoors of itself is moved by the coast alone.
func TestThePlaceDecidesTheWear(t *testing.T) {
	for _, c := range []struct {
		life  string
		place Place
		want  string
	}{
		{"desk", Heated, "table"},
		{"desk", Porch, "covered"},
		{"desk", Open, "exposed"},
		{"desk", Coast, "coast"},
		{"deck", Open, "deck"},
		{"deck", Coast, "coast"},
		{"counter", Heated, "table_public"},
		{"school_desk", Unheated, "table_public"},
	} {
		if got := Find(c.life).At(c.place).wear(); got != c.want {
			t.Errorf("%s, %s: wears as %s, want %s", c.life, c.place, got, c.want)
		}
	}
	// Wear in public is never gentler than the same table at home, and the sea never gentler than the open.
	for id, by := range upkeep {
		for gentle, rough := range map[string]string{"table": "table_public", "exposed": "coast", "covered": "exposed"} {
			g, r := by[gentle], by[rough]
			if told := g > 0 && r > 0; told && r > g {
				t.Errorf("%s: %s every %d months, %s every %d", id, gentle, g, rough, r)
			}
		}
	}
}
