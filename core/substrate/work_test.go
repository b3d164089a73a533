package substrate

import "testing"

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

// An option on the screen and the task in the plan are the same work, and take the same time.
func TestAnOptionTakesWhatItsTaskTakes(t *testing.T) {
	for option, task := range map[*Option]Work{
		optionOf(Inspection.dewax):   Dewaxing,
		optionOf(Inspection.scrape):  Scraping,
		optionOf(Inspection.sandOff): Sanding,
		optionOf(Inspection.strip):   Stripper,
	} {
		if option.MinutesPerM2 != task.MinutesPerM2 {
			t.Errorf("%s: %.0f min to choose it, %.0f to do it", task.ID, option.MinutesPerM2, task.MinutesPerM2)
		}
	}
}

func optionOf(make func(Inspection) Option) *Option {
	o := make(Inspection{Material: Find("oak")})
	return &o
}
