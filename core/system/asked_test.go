package system

import (
	"math"
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// Under one and the same last coat the quicker way is taken where only that may keep the promise, and the better one
// where both do.
func TestTheQuickerWayIsTakenWhereThePromiseAsksIt(t *testing.T) {
	shelf := shelf(t, "primer_alkyd pale", "primer_shellac pale", "enamel_wb pale")
	shelf[1].Statements = nil
	w := wish("cabinet_front", "pine", OpaquePale)
	w.Wants.Warned = map[int64]string{shelf[1].ID: "It gums the brush."} // so that the slower primer ranks first
	ready := func(promised float64) (float64, string) {
		w.Wants.PromisedH = promised
		best := searched(t, w, shelf).Systems[0]
		return best.LightUseH, best.Layers[0].Product.Family.ID
	}
	slow, primer := ready(0)
	if primer != "primer_alkyd" {
		t.Fatalf("without a promise %s is the primer", primer)
	}
	quick, primer := ready(slow - 1)
	if primer != "primer_shellac" || quick >= slow {
		t.Errorf("promised in %.0f h: %s, ready in %.0f h", slow-1, primer, quick)
	}
	if _, primer := ready(slow + 1); primer != "primer_alkyd" {
		t.Errorf("both keep the promise, and %s is taken", primer)
	}
	if late, _ := ready(1); late != slow {
		t.Errorf("nothing keeps the promise, and the answer is ready in %.0f h, not %.0f", late, slow)
	}
}

// The colour of a stain is what its label gives: one of another hue is no answer, one step of depth away stands behind,
// and one that tells nothing is tried before it is trusted.
func TestAStainIsOfTheColourAsked(t *testing.T) {
	shelf := shelf(t, "stain_oil tone", "stain_oil tone", "stain_oil tone", "stain_oil tone", "varnish_oil_pu")
	for i, f := range []coating.Facts{{Depth: "deep", Hue: "grey"}, {Depth: "medium", Hue: "brown"}, {}, {Depth: "light", Hue: "brown"}} {
		shelf[i].Facts = f
	}
	stain := func(depth coating.Depth, hue coating.Hue) int64 {
		w := wish("dining_table", "oak", Stained)
		w.Wants.Depth, w.Wants.Hue = depth, hue
		a := searched(t, w, shelf)
		for _, l := range a.LeftOut {
			if l.Kind == "look" && !strings.Contains(l.Reason, "another colour") {
				t.Errorf("%s: %s", l.Product.Name, l.Reason)
			}
		}
		if len(a.Systems) == 0 {
			return 0
		}
		return a.Systems[0].Layers[0].Product.ID
	}
	for _, c := range []struct {
		depth coating.Depth
		hue   coating.Hue
		want  int64
	}{
		{"medium", "brown", 2},
		{"light", "brown", 4},
		{"deep", "brown", 3}, // untold before one step off
		{"deep", "grey", 1},
		{"", "grey", 1},
		{"light", "grey", 3},
		{"", "red", 3},
	} {
		if got := stain(c.depth, c.hue); got != c.want {
			t.Errorf("%s %s: stain %d, want %d", c.depth, c.hue, got, c.want)
		}
	}
	shelf = slices.Delete(shelf, 2, 3)
	w := wish("dining_table", "oak", Stained)
	w.Wants.Hue = "red"
	a := searched(t, w, shelf)
	opens := slices.ContainsFunc(a.Openings, func(o Opening) bool { return strings.Contains(o.Stands, "colour of the stain") })
	if len(a.Systems) > 0 || !opens {
		t.Errorf("no red on the shelf: %d systems, %+v", len(a.Systems), a.Openings)
	}
}

// Where no label states slip, measuring it on the finished floor is named as the way, and opens what it says; wax stays
// off a public floor whatever is measured.
func TestSlipMayBeMeasuredOnTheFinishedFloor(t *testing.T) {
	shelf := shelf(t, "floor_wb_2k", "wax_clear")
	w := wish("floor_public", "oak", Natural)
	shut := searched(t, w, shelf)
	named := slices.ContainsFunc(shut.Openings, func(o Opening) bool { return strings.Contains(o.Change, "Measure slip") })
	if len(shut.Systems) > 0 || !named {
		t.Fatalf("%d systems, openings %+v", len(shut.Systems), shut.Openings)
	}
	w.Use = w.Use.MeasuringSlip()
	open := searched(t, w, shelf)
	if len(open.Systems) == 0 || open.Systems[0].Protection().Product != shelf[0] {
		t.Fatalf("measured: %+v", open.LeftOut)
	}
	if waxed := Assess(w, []Layer{{Role: Protect, Product: shelf[1], Coats: 1}}); waxed.Legal() {
		t.Error("wax on a public floor")
	}
	if desk := enduse.Find("desk"); desk.MeasuringSlip() != desk {
		t.Error("nobody walks on a desk")
	}
}

// Where everything that would go on is made for another life, that is what stands in the way, and it is named.
func TestWhatEachKindIsMadeForIsNamedWhereItStandsInTheWay(t *testing.T) {
	shelf := shelf(t, "floor_wb_2k")
	w := wish("cabinet_front", "oak", Natural)
	a := searched(t, w, shelf)
	at := slices.IndexFunc(a.Openings, func(o Opening) bool { return o.What == "kind" })
	if len(a.Systems) > 0 || at < 0 || a.Openings[at].Opens != 1 {
		t.Fatalf("%d systems, openings %+v", len(a.Systems), a.Openings)
	}
	w.Wants.With = shelf[0].ID
	if named := searched(t, w, shelf); len(named.Systems) != 1 {
		t.Error("named, and still not shown")
	}
}

// What does not fit the size weighs against it: a gun or a mix for a little, a can for much; no size told, none weighed.
func TestTheSizeWeighsAgainstWhatDoesNotFit(t *testing.T) {
	shelf := shelf(t, "lacquer_precat", "clear_wb_pu_2k", "lacquer_aerosol", "clear_wb_pu")
	risk := func(family int, area float64) float64 {
		w := wish("cabinet_front", "oak", Natural)
		w.AreaM2 = area
		return Assess(w, []Layer{{Role: Protect, Product: shelf[family], Coats: 2}}).Parts.Risk
	}
	for family, c := range []struct{ fits, misfits, days float64 }{
		{2, 1, dayPerSmallGun}, {2, 0.2, dayPerSmallPot}, {0.4, 0.6, dayPerOdd}, {2, 0.01, 0},
	} {
		if got := risk(family, c.misfits) - risk(family, c.fits); math.Abs(got-c.days) > 1e-9 {
			t.Errorf("%s: %.1f m² weighs %.1f days more than %.1f m², want %.1f",
				shelf[family].Family.ID, c.misfits, got, c.fits, c.days)
		}
	}
}

// Pale over tannin or knots: a real blocker goes before a paint that holds them back only in part.
func TestARealBlockerGoesBeforeOneThatBlocksInPart(t *testing.T) {
	shelf := shelf(t, "enamel_wb pale", "primer_shellac pale", "primer_wb_blocking pale", "paint_all_in_one pale")
	for _, use := range []string{"kitchen_cabinet", "dining_table", "cabinet_front", "inside_door", "sill", "handrail"} {
		for _, material := range []string{"oak", "pine", "mahogany"} {
			best := searched(t, wish(use, material, OpaquePale), shelf).Systems[0]
			if first := best.Layers[0].Product; first.Blocks != coating.Yes {
				t.Errorf("%s in %s: %s lies on the wood", use, material, first.Family.ID)
			}
		}
	}
	if best := searched(t, wish("cabinet_front", "beech", OpaquePale), shelf).Systems[0]; len(best.Layers) != 1 {
		t.Error("beech holds nothing back that needs blocking")
	}
}
