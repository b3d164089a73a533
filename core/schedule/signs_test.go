package schedule

import (
	"slices"
	"testing"
	"time"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

// What is seen on a coat holds the next one back and moves nothing that lies on the piece already; told of a coat that
// its own kind may follow, it holds nothing; and the good sign gives the coat free again.
func TestWhatIsSeenHoldsTheNextCoatBack(t *testing.T) {
	w := wish("desk", "oak", heated)
	layers := []system.Layer{{
		Role:    system.Protect,
		Product: product(t, "clear_wb_pu", coating.Label{"recoatMinH": "2 h", "recoatMaxH": "24 h"}),
		Coats:   3,
	}}
	s := system.Assess(w, layers)
	with := func(signs ...worklog.Event) Plan {
		b := single(w, s, 0.5, Brief{Start: monday, Week: week})
		b.Zones[0].Signs = signs
		p := Make(b)
		return p
	}
	usual := coats(with())
	at := usual[0].End().Add(time.Hour)
	seen := func(sign compat.Sign) worklog.Event {
		return worklog.Event{ID: 4, At: at, Body: worklog.Sign{Sign: sign}}
	}
	sticky := with(seen(compat.Sticky))
	held := sticky.Zones[0].Held
	if held == nil || held.Event != 4 || held.Until != at.Add(12*time.Hour) || held.Do == "" {
		t.Fatalf("held: %+v", held)
	}
	got := coats(sticky)
	if !got[0].Start().Equal(usual[0].Start()) || got[1].Start().Before(held.Until) {
		t.Errorf("coats at %s and %s", clock(got[0].Start()), clock(got[1].Start()))
	}
	if own := with(seen(compat.Dents)); own.Zones[0].Held != nil || !slices.EqualFunc(coats(own), usual, sameStart) {
		t.Error("a dent held its own kind back")
	}
	if none := with(worklog.Event{At: monday.Add(-time.Hour), Body: worklog.Sign{Sign: compat.Sticky}}); none.Zones[0].Held != nil {
		t.Error("seen before anything lay there")
	}
	last := usual[2].End().Add(24 * time.Hour)
	prints := with(worklog.Event{At: last, Body: worklog.Sign{Sign: compat.Prints}})
	if want := last.Add(168 * time.Hour); prints.LightUse.Before(want) {
		t.Errorf("in use from %s, though it takes prints until %s", prints.LightUse, want)
	}
}

func sameStart(a, b Step) bool { return a.Start().Equal(b.Start()) }

// A sign after the film holds the wax that follows back; one after the wax does not take it off again.
func TestASignHoldsTheWaxBack(t *testing.T) {
	w := wish("desk", "oak", heated)
	layers := []system.Layer{
		{Role: system.Protect, Product: product(t, "shellac_dewaxed", nil), Coats: 2},
		{Role: system.Protect, Product: product(t, "wax_clear", nil), Coats: 1},
	}
	s := system.Assess(w, layers)
	wax := func(signs ...worklog.Event) time.Time {
		b := single(w, s, 0.5, Brief{Start: monday, Week: week})
		b.Zones[0].Signs = signs
		p := Make(b)
		all := coats(p)
		return all[len(all)-1].Start()
	}
	usual := wax()
	before := worklog.Event{At: usual.Add(-time.Hour), Body: worklog.Sign{Sign: compat.Prints}}
	if held := wax(before); held.Before(before.At.Add(72 * time.Hour)) {
		t.Errorf("waxed at %s", clock(held))
	}
	if after := wax(worklog.Event{At: usual.Add(2 * time.Hour), Body: worklog.Sign{Sign: compat.Prints}}); !after.Equal(usual) {
		t.Errorf("the wax moved to %s", clock(after))
	}
}
