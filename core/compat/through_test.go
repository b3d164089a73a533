package compat

import (
	"math"
	"slices"
	"strconv"
	"strings"
	"testing"

	"firmitas/core/coating"
)

// stackOf reads the notation of a join into the stack and its coat.
func stackOf(t testing.TB, text string) (Stack, *coating.Product) {
	t.Helper()
	s, coat, err := ParseStack(text)
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	return s, coat.Product
}

func told(w Way) string {
	var names []string
	if w.Removal != nil {
		names = append(names, w.Removal.Work.ID)
	}
	for _, s := range w.Steps {
		names = append(names, s.Product.Family.ID)
	}
	return strings.Join(names, " + ")
}

// Practice: the cheapest way first, from the shelf before the shop; what cannot be mended has no way.
func TestTheWayThrough(t *testing.T) {
	for _, c := range []struct{ join, shelf, first string }{
		{"oak + varnish_oil_pu > lacquer_cab", "shellac_dewaxed", "shellac_dewaxed + lacquer_cab"},
		{"oak + shellac_waxed > clear_wb_pu", "shellac_dewaxed primer_alkyd", "shellac_dewaxed + clear_wb_pu"},
		{"oak > paint_chalk pale", "primer_shellac shellac_dewaxed", "primer_shellac + paint_chalk"},
		{"melamine > paint_acrylic dark", "primer_wb_bonding", "primer_wb_bonding + paint_acrylic"},
		{"melamine > paint_acrylic dark", "", "primer_shellac + paint_acrylic"}, // to buy
		// shellac would stop the oil too, and oil varnish does not dry there either
		{"rosewood > oil_danish", "varnish_spar", ""},
		{"oak + clear_wb_pu @1h > clear_wb_pu", "", "clear_wb_pu"}, // wait
		{"beech + paint_chalk pale > wax_dark tone", "wax_clear", "wax_clear + wax_dark"},
		// what no barrier helps comes off
		{"oak + wax_clear > clear_wb_pu", "shellac_dewaxed", "dewax + clear_wb_pu"},
		{"oak + wax_clear + shellac_dewaxed > clear_wb_pu", "shellac_dewaxed", "shellac_off + clear_wb_pu"},
		{"oak + old:oil_varnish > clear_wb_pu ; soil=wax", "", "dewax + clear_wb_pu"},
		{"oak + shellac_waxed > clear_wb_pu_2k", "", "shellac_off + clear_wb_pu_2k"},
		{"beech + soap > clear_wb_pu", "shellac_dewaxed", "soap_out + clear_wb_pu"},
		{"oak + clear_wb_pu @1h > varnish_conversion", "", "strip + varnish_conversion"},
		// while it is fresh it is wiped off, within minutes or a day
		{"oak + clear_wb_pu @0.1h > varnish_conversion", "", "wipe_off + varnish_conversion"},
		{"oak + varnish_oil_pu @3h > lacquer_cab", "shellac_dewaxed", "wipe_off + lacquer_cab"},
		{"oak + oil_linseed_boiled @3h > varnish_conversion", "", "oil_out + varnish_conversion"}, // gone into the wood
		// stay with its kind
		{"oak + oil_board > varnish_oil_pu", "shellac_dewaxed oil_wax_paste_board", "oil_wax_paste_board"},
		{"beech + enamel_wb pale > varnish_oil_pu", "clear_wb_pu clear_wb_acrylic", "clear_wb_pu"},
		{"oak + clear_wb_pu > clear_wb_pu", "shellac_dewaxed", ""}, // nothing to mend
	} {
		s, coat := stackOf(t, c.join)
		coat.ID = 1
		var shelf []*coating.Product
		for i, id := range strings.Fields(c.shelf) {
			p := coating.Product{ID: int64(i + 2), Name: id, Shade: coating.Clear, Sheen: coating.Satin}
			if coating.Families[id].Is(coating.GroupPrimer) && id != "shellac_dewaxed" {
				p.Shade = coating.Pale
			}
			made, err := coating.New(p, id)
			if err != nil {
				t.Fatal(err)
			}
			shelf = append(shelf, made)
		}
		ways := Through(s, Laid{Product: coat, Coats: 1}, shelf)
		got := ""
		if len(ways) > 0 {
			got = told(ways[0])
		}
		if got != c.first {
			t.Errorf("%s with %q: first way %q, want %q (%d ways)", c.join, c.shelf, got, c.first, len(ways))
		}
	}
}

// Property: every way is legal at every join, no worse than what was asked, and told with what it costs in time.
func TestEveryWayHolds(t *testing.T) {
	var shelf []*coating.Product
	for i, id := range strings.Fields(
		"shellac_dewaxed primer_shellac primer_wb_bonding clear_wb_pu varnish_oil_pu oil_hardwax wax_clear enamel_wb lacquer_cab",
	) {
		p, err := coating.New(coating.Product{ID: int64(i + 1), Name: id, Shade: coating.Clear, Sheen: coating.Satin},
			id)
		if err != nil {
			t.Fatal(err)
		}
		shelf = append(shelf, p)
	}
	found := 0
	for _, j := range randomJoins(1500, 3) {
		if j.Coat == nil {
			continue
		}
		s := Stack{Base: j.Ground, Context: j.Context}
		asked := Judge(s.Over(Laid{Product: j.Coat, Coats: 1}))
		for _, w := range Through(s, Laid{Product: j.Coat, Coats: 1}, shelf) {
			found++
			if w.Verdict > asked.Verdict || math.IsNaN(w.WaitH) || w.WaitH < 0 {
				t.Fatalf("%s over %+v: a way of verdict %s, asked was %s", told(w), j.Ground, w.Verdict, asked.Verdict)
			}
			if slices.ContainsFunc(w.Steps, func(s Step) bool { return !s.Join.Legal() }) {
				t.Fatalf("%s: not legal", told(w))
			}
		}
	}
	if found < 200 {
		t.Errorf("only %d ways", found)
	}
}

// The answer over time: too early, open, closed; shellac never closes.
func TestWhenMayI(t *testing.T) {
	for _, c := range []struct{ join, want string }{
		{"oak + clear_wb_pu > clear_wb_pu", "0:refuse 2:sound 24:prepare 8760:prepare"},
		{"oak + shellac_dewaxed > shellac_dewaxed", "0:refuse 1:sound 8760:prepare"},
		{"oak + paint_aerosol dark > paint_aerosol dark", "0:refuse 0.25:sound 1:refuse 48:prepare 8760:prepare"},
		{"oak + varnish_oil_pu > lacquer_cab", "0:refuse 24:refuse 720:test"},
		{"oak > clear_wb_pu", ""},
	} {
		s, coat := stackOf(t, c.join)
		var got []string
		for _, m := range When(s, Laid{Product: coat, Coats: 1}) {
			got = append(got, strconv.FormatFloat(m.FromH, 'f', -1, 64)+":"+m.Verdict.String())
		}
		if text := strings.Join(got, " "); text != c.want {
			t.Errorf("%s: %s, want %s", c.join, text, c.want)
		}
	}
}
