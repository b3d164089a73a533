package coating

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"os"
	"strconv"
	"strings"
	"testing"
)

// rows reads a table by its headings.
func rows(t *testing.T, data []byte) map[string]map[string]string {
	t.Helper()
	all, err := csv.NewReader(bytes.NewReader(data)).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]map[string]string{}
	for _, line := range all[1:] {
		row := map[string]string{}
		for i, name := range all[0] {
			row[name] = line[i]
		}
		out[line[0]] = row
	}
	return out
}

// otherwise are the places where our typical value is another than the trade's table has, and why.
var otherwise = map[string]string{
	"primer_shellac recoat_max_h":           "closes after a week (states of a film, by curing mechanism)",
	"stain_oil recoat_min_h":                "6 h where it is warm and thin; its class plans 8 to 24",
	"paint_all_in_one recoat_max_h":         "a water enamel's window closes after a week",
	"paint_all_in_one blocks_stain":         "its own claim to block holds for light stains only",
	"paint_acrylic recoat_max_h":            "a water enamel's window closes after a week",
	"paint_exterior_acrylic recoat_max_h":   "a water enamel's window closes after a week",
	"enamel_wb recoat_max_h":                "a water enamel's window closes after a week",
	"enamel_wb_alkyd recoat_max_h":          "what takes oxygen closes after three days",
	"enamel_alkyd recoat_max_h":             "oil enamel in gloss closes after three days",
	"paint_aerosol redissolves_in":          "its solvents bite it for as long as it is young",
	"varnish_wax_effect recoat_max_h":       "a water clear closes after a day",
	"floor_wb group":                        "stands among floor finishes too",
	"floor_wb_2k group":                     "stands among floor finishes too",
	"varnish_spar max_dft_um":               "above 200 µm it wrinkles and stays soft",
	"varnish_acid_floor group":              "stands among floor finishes too",
	"floor_paint group":                     "stands among floor finishes too",
	"floor_paint_2k group":                  "stands among floor finishes too",
	"floor_paint recoat_max_h":              "a water enamel's window closes after a week",
	"paint_exterior_alkyd recoat_max_h":     "oil enamel in gloss closes after three days",
	"paint_linseed recoat_max_h":            "stays open for two weeks",
	"paint_linseed light_use_h":             "touched lightly after four days where it is thin",
	"paint_linseed full_cure_d":             "a month at the least; its class waits longer",
	"stain_exterior_translucent max_dft_um": "a film that builds up peels: it is to weather off",
	"stain_exterior_solid recoat_max_h":     "a water enamel's window closes after a week",
	"bare group":                            "no oil: a group of its own",
}

// Typical values are those that the trade's own table of kinds has (practice), but where one is named with its reason.
func TestTypicalValuesAreTheTrades(t *testing.T) {
	data, err := os.ReadFile("testdata/trade.csv")
	if err != nil {
		t.Fatal(err)
	}
	ours, compared := rows(t, familiesCSV), 0
	used := map[string]bool{}
	for id, trade := range rows(t, data) {
		for name, want := range trade {
			if name == "name" || name == "notes" || ours[id] == nil {
				continue
			}
			compared++
			got, at := ours[id][name], id+" "+name
			if otherwise[at] != "" {
				used[at] = true
			}
			if same := got == want || figure(got) == figure(want) && figure(got) >= 0; same != (otherwise[at] == "") {
				t.Errorf("%s is %q, the trade's table has %q (%s)", at, got, want, otherwise[at])
			}
		}
	}
	if compared < 2000 || len(used) != len(otherwise) {
		t.Errorf("%d values compared, %d of %d named ones found", compared, len(used), len(otherwise))
	}
}

// figure is a cell's figure; −1 where it is none, and an empty cell is 0.
func figure(cell string) float64 {
	if cell == "" {
		return 0
	}
	v, err := strconv.ParseFloat(cell, 64)
	if err != nil {
		return -1
	}
	return v
}

// Whatever the kind: it can be touched before it is coated again, is coated before it is used, and used before it is hard;
// a window opens before it closes; its air is that of a workshop; it weighs what such liquids weigh. Ranges of density are
// the trade's (practice): mineral spirits 0.78, water 1.0, filled paints up to 1.6, metal pastes more.
func TestTypicalValuesHangTogether(t *testing.T) {
	for _, f := range FamiliesInOrder() {
		v := f.Typical
		if f.NothingOn() {
			continue
		}
		say := func(holds bool, format string, args ...any) {
			if !holds {
				t.Errorf("%s: %s", f.ID, fmt.Sprintf(format, args...))
			}
		}
		tacky := f.ID == "paint_aerosol" || f.ID == "epoxy_flood" // coated again while they still are
		say(v.RecoatMinH == 0 || v.TouchH <= v.RecoatMinH || tacky, "touch-dry after %g h, coated again after %g", v.TouchH, v.RecoatMinH)
		say(v.RecoatMaxH == 0 || v.RecoatMinH < v.RecoatMaxH, "its window opens at %g h and closes at %g", v.RecoatMinH, v.RecoatMaxH)
		say(v.LightUseH == 0 || v.TouchH <= v.LightUseH, "used after %g h, touch-dry after %g", v.LightUseH, v.TouchH)
		say(v.FullCureD == 0 || v.LightUseH <= 24*v.FullCureD, "used after %g h, hard after %g days", v.LightUseH, v.FullCureD)
		say(v.MinC >= 0 && v.MinC <= 20, "from %g °C on", v.MinC)
		say(v.MaxC == 0 || v.MaxC >= 25 && v.MaxC <= 40, "up to %g °C", v.MaxC)
		say(v.MaxRH == 0 || v.MaxRH >= 65 && v.MaxRH <= 90, "up to %g %% RH", v.MaxRH)
		if d := v.DensityA; d != 0 {
			heavy := f.Pigmented() || f.Is(GroupFiller, GroupDecor)
			say(d >= 0.75 && (d <= 1.3 || heavy && d <= 2.2), "weighs %g kg/L", d)
		}
		if film := 10 * v.SolidsPct / max(v.SpreadM2L, 1e-9); f.Body == Film && v.SolidsPct > 0 && v.SpreadM2L > 0 {
			// The identity of film build: solids in % of 1000/spread µm wet (ISO 23811 has it; value from memory).
			say(film >= 5 && (film <= 120 || v.SolidsPct == 100), "%g %% solids at %g m²/L leave %.0f µm dry", v.SolidsPct, v.SpreadM2L, film)
		}
	}
}

// term is what the trade says of a coat of one kind over one class (states of a film, "what may go on it, and when"):
// not before from, carefully not before plan; R refused, T a board, K keyed at any hour.
type term struct {
	class, kind string
	from, plan  float64
	marks       string
}

var terms = []term{
	{"shellac", "own", 0.5, 1, ""}, {"shellac", "water", 2, 4, ""}, {"shellac", "oil", 2, 4, ""}, {"shellac", "strong", 2, 2, ""},
	{"shellac", "catalysed", 12, 24, "T?"}, {"shellac", "wax", 24, 168, ""},
	{"lacquer", "water", 72, 72, "TK"}, {"lacquer", "oil", 24, 24, "K"}, {"lacquer", "shellac", 24, 24, ""}, {"lacquer", "wax", 48, 336, ""},
	{"precatalysed", "water", 72, 72, "K"}, {"precatalysed", "oil", 24, 24, "K"}, {"precatalysed", "strong", 24, 72, "TK"},
	{"precatalysed", "catalysed", 0, 0, "R"}, {"precatalysed", "shellac", 24, 24, "K"}, {"precatalysed", "wax", 48, 504, ""},
	{"acid_cured", "water", 168, 168, "TK"}, {"acid_cured", "oil", 72, 72, "TK"}, {"acid_cured", "strong", 168, 168, "TK"},
	{"acid_cured", "catalysed", 168, 168, "TK"}, {"acid_cured", "shellac", 72, 72, "K"}, {"acid_cured", "wax", 48, 720, ""},
	{"two_part", "water", 24, 72, "K"}, {"two_part", "oil", 24, 72, "K"}, {"two_part", "strong", 168, 168, "TK"},
	{"two_part", "catalysed", 168, 168, "K"}, {"two_part", "shellac", 24, 24, "K"}, {"two_part", "wax", 48, 336, ""},
	{"water_two_part", "water", 24, 72, "K"}, {"water_two_part", "oil", 24, 72, "K"}, {"water_two_part", "strong", 168, 168, "TK"},
	{"water_clear", "water", 24, 24, "K"}, {"water_clear", "oil", 24, 72, "K"}, {"water_clear", "strong", 0, 0, "R"},
	{"water_clear", "catalysed", 0, 0, "R"}, {"water_clear", "shellac", 24, 24, ""}, {"water_clear", "wax", 24, 504, ""},
	{"water_enamel", "water", 24, 24, "K"}, {"water_enamel", "oil", 24, 72, "K"}, {"water_enamel", "strong", 0, 0, "R"},
	{"water_enamel", "catalysed", 0, 0, "R"}, {"water_enamel", "wax", 48, 504, ""},
	{"oil_varnish", "water", 24, 72, "K"}, {"oil_varnish", "strong", 0, 0, "R"}, {"oil_varnish", "catalysed", 0, 0, "R"},
	{"oil_varnish", "shellac", 24, 72, "K"}, {"oil_varnish", "wax", 48, 720, ""},
	{"oil_enamel", "own", 16, 24, ""}, {"oil_enamel", "water", 24, 72, "K"}, {"oil_enamel", "strong", 0, 0, "R"},
	{"oil_primer", "water", 4, 24, ""}, {"oil_primer", "oil", 2, 24, ""}, {"oil_primer", "shellac", 2, 24, ""}, {"oil_primer", "wax", 0, 0, "R"},
	{"water_primer", "water", 1, 4, ""}, {"water_primer", "oil", 4, 24, ""}, {"water_primer", "strong", 0, 0, "R"}, {"water_primer", "wax", 0, 0, "R"},
	{"oil_stain", "own", 8, 24, ""}, {"oil_stain", "water", 24, 72, ""}, {"oil_stain", "oil", 8, 24, ""}, {"oil_stain", "strong", 24, 24, ""},
	{"oil_stain", "catalysed", 72, 72, ""}, {"oil_stain", "shellac", 12, 24, ""}, {"oil_stain", "wax", 24, 72, ""},
	{"gel_stain", "own", 6, 24, ""}, {"gel_stain", "water", 24, 72, ""}, {"gel_stain", "oil", 12, 24, ""}, {"gel_stain", "strong", 72, 72, ""},
	{"gel_stain", "shellac", 12, 48, ""}, {"gel_stain", "wax", 72, 168, ""},
	{"porous_paint", "own", 1, 2, ""}, {"porous_paint", "water", 12, 12, ""}, {"porous_paint", "oil", 24, 24, ""},
	{"porous_paint", "strong", 24, 24, "T"}, {"porous_paint", "catalysed", 0, 0, "R"}, {"porous_paint", "shellac", 12, 24, ""}, {"porous_paint", "wax", 24, 24, ""},
	{"epoxy", "own", 4, 12, ""}, {"epoxy", "water", 72, 72, "K"}, {"epoxy", "oil", 168, 168, "TK"}, {"epoxy", "strong", 168, 168, "TK"},
	{"epoxy", "catalysed", 72, 72, "K"}, {"epoxy", "shellac", 48, 48, "K"}, {"epoxy", "wax", 72, 336, ""},
	{"wax", "own", 24, 24, ""},
}

// What a class takes, and when, is what the trade says (practice): never sooner than it allows, planned no later than its
// careful answer, and with the same reservations.
func TestClassesTakeCoatsAsTheTradeSays(t *testing.T) {
	for _, want := range terms {
		at := fmt.Sprintf("%s over %s", want.kind, want.class)
		kind := -1
		for k, name := range kindColumns {
			if name == want.kind {
				kind = k
			}
		}
		c := Classes[want.class]
		if kind < 0 || c == nil || c.terms[kind] == nil {
			t.Errorf("%s: nothing is known", at)
			continue
		}
		got := c.terms[kind]
		if got.Refused != strings.Contains(want.marks, "R") {
			t.Errorf("%s: refused %v", at, got.Refused)
		}
		if got.Refused {
			continue
		}
		if got.SoonestH != want.from || got.PlanH < want.from || got.PlanH > max(want.plan, want.from) {
			t.Errorf("%s: from %g h, planned after %g; the trade says %g, carefully %g", at, got.SoonestH, got.PlanH, want.from, want.plan)
		}
		if !strings.Contains(want.marks, "?") && got.Doubtful != strings.Contains(want.marks, "T") {
			t.Errorf("%s: a board %v", at, got.Doubtful)
		}
		if strings.Contains(want.marks, "K") && !got.Key {
			t.Errorf("%s: it is not keyed", at)
		}
	}
}

// Orders that hold for every class: no strong solvent sooner than the class's own next coat, no wax on a film before a
// careful coat of its own kind, and a careful plan never before the soonest.
func TestClassesKeepTheirOrder(t *testing.T) {
	for _, c := range Classes {
		term := func(name string) *Terms {
			for k, column := range kindColumns {
				if column == name {
					return c.terms[k]
				}
			}
			return nil
		}
		own := term("own")
		for k, name := range kindColumns {
			got := c.terms[k]
			if got == nil || got.Refused {
				continue
			}
			if got.PlanH < got.SoonestH || got.ClosesH > 0 && got.ClosesH <= got.SoonestH {
				t.Errorf("%s over %s: from %g h, planned after %g, closes at %g", name, c.ID, got.SoonestH, got.PlanH, got.ClosesH)
			}
			if slow := name == "strong" || name == "catalysed" || name == "wax"; slow && own != nil && got.SoonestH < own.SoonestH && !got.Doubtful {
				t.Errorf("%s over %s after %g h, and its own kind after %g", name, c.ID, got.SoonestH, own.SoonestH)
			}
			for later := got; later.Later != nil; later = later.Later {
				if later.LaterH <= later.SoonestH && !later.Refused {
					t.Errorf("%s over %s: otherwise from %g h on, and allowed from %g", name, c.ID, later.LaterH, later.SoonestH)
				}
			}
		}
	}
}
