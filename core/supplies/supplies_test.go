package supplies

import (
	"math"
	"testing"

	"firmitas/core/decoration"
	"firmitas/core/money"
	"firmitas/core/substrate"
	"firmitas/core/technique"
)

// By hand, from practice's rules of thumb: two square metres of bare wood through three grits at half a square metre to a
// quarter sheet are four of each; stripper in two passes of 0.35 L/m²; three gouges at 15 mL.
func TestWhatWorkTakes(t *testing.T) {
	lines := Count([]Work{
		{Kind: "sand", Title: "Sand", M2: 2, Places: 1, Grits: []int{120, 150, 220}},
		{Kind: "raise_grain", Title: "Raise", M2: 2, Places: 1},
		{Kind: "strip", Title: "Strip", M2: 2, Places: 1},
		{Kind: "gouge", Title: "Fill", M2: 2, Places: 3},
		{Kind: "brush", Title: "Varnish", M2: 6, Places: 3},
		{Kind: "brush", Title: "Primer", M2: 2, Places: 1},
		{Kind: "two_part", Title: "Floor", Places: 2},
		{Kind: "mask", Title: "Mask off: Legs", Places: 4.8},
	})
	amount := func(id string, grit int) float64 {
		for _, l := range lines {
			if l.Supply.ID == id && l.Grit == grit {
				return l.Amount
			}
		}
		return 0
	}
	for _, c := range []struct {
		id   string
		grit int
		want float64
	}{
		{"paper", 120, 4}, {"paper", 150, 4}, {"paper", 220, 5}, {"stripper", 0, 1.4}, {"filler", 0, 0.045}, {"brush", 0, 1},
		{"pot", 0, 2}, {"tape", 0, 4.8}, {"gloves", 0, 4}, {"wax_stick", 0, 0},
	} {
		if got := amount(c.id, c.grit); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%s P%d: %v, want %v", c.id, c.grit, got, c.want)
		}
	}
	for _, l := range lines {
		if l.Amount <= 0 || len(l.For) == 0 {
			t.Errorf("%s: %v for %v: nothing is told as nothing", l.Supply.ID, l.Amount, l.For)
		}
	}
}

// Every technique, every repair and every work that takes an old finish off says what it takes; what the table names is
// work that exists.
func TestNoWorkIsForgotten(t *testing.T) {
	known := map[string]bool{
		"wash": true, "sand": true, "sand_floor": true, "denib": true, "solvent": true, "two_part": true, "mask": true,
		"scuff": true, "key": true, "dull_for_wax": true, "distress_dry": true,
	}
	nothing := map[string]bool{"dent": true, "can": true, "conserve": true, "scrape": true, "sand_by_hand": true, "sand_by_machine": true}
	say := func(id string) {
		known[id] = true
		if len(uses[id]) == 0 && !nothing[id] {
			t.Errorf("%s takes nothing", id)
		}
	}
	for _, how := range technique.Techniques {
		say(how.ID)
	}
	for _, r := range substrate.Repairs {
		say(r.ID)
	}
	for _, w := range append(substrate.Works, substrate.Unstick) {
		say(w.ID)
	}
	for work := range uses {
		if !known[work] {
			t.Errorf("the table names %s, which nobody does", work)
		}
	}
	decorated := map[string]bool{}
	m := map[string]float64{"lengthM": 1, "widthM": 0.6, "bandM": 0.1, "motifM": 0.1, "count": 1, "stockM": 2, "depthM": 0.003}
	for _, k := range decoration.Kinds {
		layout, err := k.Measure(m, nil)
		if err != nil {
			t.Fatalf("%s: %v", k.ID, err)
		}
		for _, took := range layout.Takes {
			decorated[took.Supply] = true
			if Find(took.Supply) == nil || took.Amount <= 0 {
				t.Errorf("%s takes %v of %s", k.ID, took.Amount, took.Supply)
			}
		}
	}
	for _, s := range Supplies {
		used := decorated[s.ID]
		for _, all := range uses {
			for _, u := range all {
				used = used || u.supply == s
			}
		}
		if !used {
			t.Errorf("nothing takes %s", s.ID)
		}
	}
}

// By hand: four sheets at 0.45 are 1.80, half a litre at 5.25 is 2.63; a brush serves again and costs nothing here, and what
// has no price is in no sum.
func TestWhatSuppliesCost(t *testing.T) {
	prices := map[string]money.Amount{}
	for id, price := range map[string]string{"paper": "0.45", "spirits": "5.25", "brush": "8"} {
		prices[id], _ = money.Read(price)
	}
	lines := []Line{
		{Supply: Find("paper"), Amount: 4}, {Supply: Find("spirits"), Amount: 0.5}, {Supply: Find("brush"), Amount: 1},
		{Supply: Find("cloth"), Amount: 9},
	}
	if got := money.Text(Cost(lines, prices)); got != "4.43" {
		t.Errorf("%s, by hand 4.43", got)
	}
	if _, known := lines[2].Cost(prices); known {
		t.Error("a brush is used up")
	}
}
