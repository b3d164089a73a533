package schedule

import (
	"testing"

	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/technique"
)

// Each kind of work that can be told a pace of its own is one: twice the minutes make a plan longer by just as much,
// and what a workshop has not told stays as practice has it.
func TestOwnMinutesAreTaken(t *testing.T) {
	hands := func(pace map[string]float64) float64 {
		w := wish("desk", "oak", heated)
		w.Shop = technique.Shop{Pace: pace}
		p := plan(t, w, 2, Brief{Start: monday, Week: week},
			system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 2})
		minutes := 0.0
		for _, s := range p.Steps {
			for _, task := range s.Tasks {
				minutes += task.Minutes
			}
		}
		return minutes
	}
	usual := hands(nil)
	for id, more := range map[string]float64{
		"brush":        2 * 2 * 13.5, // two coats of two square metres
		"set_up_brush": 2 * 12,
		"sand_by_hand": 3 * 2 * 18, // three grits
		"raise_grain":  2 * 10,
		"dust":         2 * 3,
		"cloth":        0,
		"wax_off":      0,
	} {
		practice := 0.0
		for _, k := range PaceKinds() {
			if k.ID == id {
				practice = k.Minutes
			}
		}
		if got := hands(map[string]float64{id: 2 * practice}) - usual; got != more || practice == 0 {
			t.Errorf("twice the minutes for %s (%.1f by practice): %.1f more, want %.1f", id, practice, got, more)
		}
	}
}

// A large floor is gone over by machine where there is one; every kind that is quicker there is a kind of work.
func TestALargeFloorIsGoneOverByMachine(t *testing.T) {
	known := map[string]float64{}
	for _, k := range PaceKinds() {
		known[k.ID] = k.Minutes
	}
	floor := substrate.Life{Floor: true, AreaM2: 40}
	small := substrate.Life{Floor: true, AreaM2: 5}
	bare := floor
	bare.Shop.Lacks = []technique.Tool{technique.FloorSander, technique.PadMachine}
	told := 0
	for _, w := range []substrate.Work{substrate.Sanding, substrate.OilOut, substrate.KeyOld, substrate.RaiseGrain} {
		by, ok := substrate.FloorMinutes(w.ID)
		if !ok || known[substrate.OnFloor(w.ID)] != by || by*4 > w.MinutesPerM2 {
			t.Errorf("%s: %.1f min on a floor (%v)", w.ID, by, ok)
		}
		if got := w.In(floor).MinutesPerM2; got != by {
			t.Errorf("%s: %.1f min on 40 m², want %.1f", w.ID, got, by)
		}
		for _, l := range []substrate.Life{small, bare} {
			if got := w.In(l).MinutesPerM2; got != w.MinutesPerM2 {
				t.Errorf("%s: %.1f min by hand, want %.1f", w.ID, got, w.MinutesPerM2)
			}
		}
	}
	for id := range known {
		if _, ok := substrate.FloorMinutes(id); ok {
			told++
		}
	}
	if told != 10 {
		t.Errorf("%d kinds of work are quicker on a floor, want 10: one of them is no kind of work", told)
	}
}
