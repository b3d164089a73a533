package climate

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"os"
	"strings"
	"testing"
)

func readPoints(t *testing.T, file string, into any) {
	t.Helper()
	data, err := os.ReadFile("testdata/" + file)
	if err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal(data, into); err != nil {
		t.Fatal(err)
	}
}

// Source: points computed with psychrolib 2.5.0 (ASHRAE Handbook—Fundamentals 2017 equations), an independent
// library. The one frost point is left out: Magnus over water answers another question below 0 °C.
func TestDewPointAndDeficitAgainstIndependentLibrary(t *testing.T) {
	var points []struct {
		T   float64 `json:"T_C"`
		RH  float64
		Dew float64 `json:"dew_psychrolib"`
		VPD float64 `json:"vpd_Pa"`
	}
	readPoints(t, "psychro_points.json", &points)
	checked := 0
	for _, p := range points {
		if p.Dew <= 0 {
			continue
		}
		checked++
		air := Air{p.T, p.RH}
		if got := air.DewPoint(); math.Abs(got-p.Dew) > 0.1 {
			t.Errorf("dew point at %v: got %.3f, want %.3f ± 0.1", air, got, p.Dew)
		}
		if got := air.VapourPressureDeficit(); math.Abs(got/p.VPD-1) > 0.005 {
			t.Errorf("deficit at %v: got %.1f Pa, want %.1f ± 0.5 %%", air, got, p.VPD)
		}
	}
	if checked != 25 {
		t.Errorf("checked %d points, want the 25 above freezing", checked)
	}
}

// Source: USDA Wood Handbook, FPL-GTR-282, table 4-2 (228 cells, values from memory).
func TestWoodMoistureAgainstHandbookTable(t *testing.T) {
	var cells []struct {
		T     float64 `json:"T_C"`
		RH    float64
		Table float64 `json:"table_recalled"`
	}
	readPoints(t, "emc_points.json", &cells)
	if len(cells) != 228 {
		t.Fatalf("read %d cells, want 228", len(cells))
	}
	for _, c := range cells {
		if got := (Air{c.T, c.RH}).WoodMoisture(); math.Abs(got-c.Table) > 0.08 {
			t.Errorf("%.1f °C %.0f %%: got %.2f, table %.1f", c.T, c.RH, got, c.Table)
		}
	}
}

// Sources: the vapour-pressure ratios were computed from IAPWS pressures; "doubles per 10 °C" is the
// van 't Hoff rule of thumb.
func TestSlowdownWorkedPoints(t *testing.T) {
	for _, c := range []struct {
		name   string
		drying Drying
		air    Air
		want   float64
	}{
		{"water, 20 °C 80 %", WaterLeaves, Air{20, 80}, 1 / 0.333},
		{"water, 10 °C 50 %", WaterLeaves, Air{10, 50}, 1 / 0.437},
		{"oxygen doubles 10 °C down", TakesOxygen, Air{13, 50}, 2},
		{"oxygen in damp air", TakesOxygen, Air{23, 85}, 1.5},
		{"two-part doubles 10 °C down", PartsReact, Air{13, 90}, 2},
		{"solvent", SolventLeaves, Air{13, 50}, 1.8},
		{"wax", WaxSets, Air{13, 50}, 1.5},
		{"saturated air hits the cap", WaterLeaves, Air{20, 100}, SlowestFactor},
		{"board oil has nothing to wait for", NeverDries, Air{2, 95}, 1},
	} {
		if got := c.drying.Slowdown(Reference, c.air); math.Abs(got/c.want-1) > 0.01 {
			t.Errorf("%s: got %.3f, want %.3f", c.name, got, c.want)
		}
	}
	if got := CureSlowdown(Reference, Air{3, 50}); math.Abs(got-4) > 1e-9 {
		t.Errorf("cure 20 °C down: got %v, want 4", got)
	}
}

func TestSlowdownNeverBelowOneAndMonotone(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 20000 {
		air := Air{TempC: -5 + 50*r.Float64(), RH: 1 + 99*r.Float64()}
		d := Drying(r.IntN(int(NeverDries) + 1))
		for _, factor := range []func(Air) float64{
			func(a Air) float64 { return d.Slowdown(Reference, a) }, d.TypicalSlowdown, TypicalCureSlowdown,
		} {
			f := factor(air)
			if f < 1 || math.IsNaN(f) {
				t.Fatalf("%d at %v: factor %v", d, air, f)
			}
			colder, damper := factor(Air{air.TempC - 3, air.RH}), factor(Air{air.TempC, math.Min(100, air.RH+3)})
			if colder < f || damper < f {
				t.Fatalf("%d at %v: factor %v falls when colder (%v) or damper (%v)", d, air, f, colder, damper)
			}
		}
	}
}

// Typical times hold as they stand in the band that is stated, and are stretched in full well outside it (practice).
func TestTypicalTimesHoldInTheirBand(t *testing.T) {
	for d := WaterLeaves; d <= NeverDries; d++ {
		for _, air := range []Air{{20, 50}, {23, 60}, {21, 40}} {
			if d.TypicalSlowdown(air) != 1 || TypicalCureSlowdown(air) != 1 {
				t.Errorf("%d is stretched at %v", d, air)
			}
		}
		for _, air := range []Air{{15, 50}, {20, 75}} {
			if got, want := d.TypicalSlowdown(air), d.Slowdown(Reference, air); got != want {
				t.Errorf("%d at %v: %v, want the full %v", d, air, got, want)
			}
		}
	}
	if got := WaterLeaves.TypicalSlowdown(Air{17.5, 50}); got < 1.15 || got > 1.25 {
		t.Errorf("half-way out of the band: %v, want about 1.2", got)
	}
}

func TestObstacles(t *testing.T) {
	label := Limits{MinC: 10, MaxC: 30, MaxRH: 80}
	for _, c := range []struct {
		name string
		air  Air
		want int
	}{
		{"a heated room", Air{20, 50}, 0},
		{"at the limits", Air{10, 80}, 0},
		{"cold", Air{9, 50}, 1},
		{"hot", Air{31, 40}, 1},
		{"damp", Air{20, 81}, 1},
		{"cold and damp", Air{5, 90}, 2},
	} {
		if got := label.Obstacles(c.air); len(got) != c.want {
			t.Errorf("%s: %d obstacles %q, want %d", c.name, len(got), got, c.want)
		}
	}
	// ISO 8502-4 (value from memory): 3 °C above the dew point, which at 20 °C means about 82.9 % RH.
	silent := Limits{MinC: 5}
	if len(silent.Obstacles(Air{20, 82})) != 0 || len(silent.Obstacles(Air{20, 84.5})) != 1 {
		t.Error("a silent label should stop at the dew margin, between 82 and 84.5 % RH at 20 °C")
	}
	if len(silent.Obstacles(Air{20, 86})) != 1 {
		t.Error("a silent label should stop above 85 % RH, once")
	}
}

// Arithmetic: the water in the air stays where it is when a room is warmed or cooled; the first whole degree or per cent that opens.
func TestTheNearestAirThatOpens(t *testing.T) {
	l := Limits{MinC: 10, MaxC: 30, MaxRH: 80}
	for _, c := range []struct {
		air  Air
		want string
	}{
		{Air{8, 60}, "Warmed to 10 °C, which takes the same air to 52 % RH, it may go on."},
		{Air{20, 95}, "Warmed to 23 °C, which takes the same air to 79 % RH, it may go on.|" +
			"From 80 % RH down, as warm as it is, it may go on."},
		{Air{34, 40}, "Cooled to 30 °C, which takes the same air to 50 % RH, it may go on."},
		{Air{20, 50}, ""},
		{Air{5, 100}, "Warmed to 10 °C, which takes the same air to 71 % RH, it may go on."},
	} {
		if got := strings.Join(l.Opens(c.air), "|"); got != c.want {
			t.Errorf("%+v: %q, want %q", c.air, got, c.want)
		}
	}
}
