package coating

import (
	"math"
	"strings"
	"testing"

	"firmitas/core/climate"
)

// Basis of the figures: practice, the shorter end at 50 % RH.
func TestOpenTimes(t *testing.T) {
	for _, c := range []struct {
		family string
		air    climate.Air
		want   float64
	}{
		{"clear_wb_pu", climate.Air{TempC: 20, RH: 50}, 3},
		{"clear_wb_pu", climate.Air{TempC: 20, RH: 30}, 1.5},   // half as long in dry air
		{"clear_wb_pu", climate.Air{TempC: 20, RH: 90}, 4.5},   // and no more than half as long again in damp air
		{"varnish_oil_pu", climate.Air{TempC: 20, RH: 80}, 10}, // which oil does not mind
		{"varnish_oil_pu", climate.Air{TempC: 22.5, RH: 50}, 9},
		{"varnish_oil_pu", climate.Air{TempC: 2, RH: 50}, 25},
		{"oil_danish", climate.Air{TempC: 35, RH: 50}, 5},
		{"epoxy_flood", climate.Air{TempC: 20, RH: 50}, 40},
		{"wax_clear", climate.Air{TempC: 20, RH: 50}, 0},
	} {
		if got := Families[c.family].OpenMin(c.air); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%s at %.1f °C, %.0f %%: %.2f min, want %.2f", c.family, c.air.TempC, c.air.RH, got, c.want)
		}
	}
	for id, open := range openTimes {
		f := Families[id]
		if f == nil {
			t.Errorf("open times name %q, which is no family", id)
			continue
		}
		for i := 1; i < len(open.minutes); i++ {
			if open.minutes[i] > open.minutes[i-1] {
				t.Errorf("%s stays open longer in the warmth", id)
			}
		}
		if penetrates := strings.HasPrefix(id, "oil_"); penetrates && !open.wipe {
			t.Errorf("%s soaks in, and nobody wipes it off", id)
		}
	}
}
