package substrate

import (
	"testing"

	"firmitas/core/coating"
	"firmitas/core/technique"
)

// Minutes by hand on one square metre. Basis: practice; a stubborn finish takes half as long again.
func TestMinutesByHand(t *testing.T) {
	for _, c := range []struct {
		work Work
		want float64
	}{
		{Dusting, 3},
		{SolventWipe, 4},
		{Degrease, 8},
		{KillMildew, 8},
		{RaiseGrain, 10},
		{KeySlick, 12},
		{Desilicone, 12},
		{KeyOld, 14},
		{Unstick, 15}, // whatever the area
		{WaxOff, 20},
		{Dewaxing, 25},
		{Scraping, 45},
		{Stripper, 50},
		{Sanding, 60},
	} {
		if got := c.work.HandsOn(1); got != c.want {
			t.Errorf("%s takes %.0f min, want %.0f", c.work.ID, got, c.want)
		}
	}
	if Unstick.HandsOn(3) != Unstick.HandsOn(1) || Degrease.HandsOn(3) != 3*Degrease.HandsOn(1) {
		t.Error("what is done whatever the area grows with it, or what grows with it does not")
	}
}

// An option on the screen and the work in the plan are the same, and take the same time: at the workshop's own pace, and
// by machine on a large floor.
func TestAnOptionTakesWhatItsTaskTakes(t *testing.T) {
	floor := Life{Floor: true, AreaM2: 30}
	own := Life{Shop: technique.Shop{Pace: map[string]float64{Sanding.ID: 33, Scraping.ID: 44}}}
	for _, finish := range []string{"oil_varnish", "wax"} {
		for _, life := range []Life{{}, floor, own} {
			seen := Inspection{Material: Find("oak"), Finish: FindFinish(finish), Condition: Intact, Age: Later}
			compared := 0
			for _, o := range seen.Options(Wish{ShowsWood: true, Life: life}) {
				for _, task := range seen.Plan(o.Action, &coating.Product{Family: coating.Families["clear_wb_pu"]}, life) {
					for _, work := range o.Works {
						if work.ID != task.ID || o.Action == Keep {
							continue
						}
						compared++
						if want := task.In(life).MinutesPerM2; o.MinutesPerM2 != want || want == 0 {
							t.Errorf("%s: %.0f min to choose it, %.0f to do it", o.Action, o.MinutesPerM2, want)
						}
					}
				}
			}
			if compared == 0 {
				t.Errorf("%s: nothing compared", finish)
			}
		}
	}
}
