package shopping

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"firmitas/core/coating"
	"firmitas/core/quantity"
	"firmitas/core/worklog"
)

var today = time.Date(2026, 3, 2, 0, 0, 0, 0, time.UTC)

func product(t *testing.T, id int64) *coating.Product {
	t.Helper()
	p, err := coating.New(coating.Product{
		ID: id, Name: "clear", Shade: coating.Clear, Sheen: coating.Satin, Label: coating.Label{"shelfMonths": "24 months"},
	}, "clear_wb_pu")
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// By hand: 0.4 L in an opened tin, 1 L in a closed one that is past its date by the time the second piece needs it, and two
// pieces that take 0.6 L each. The first empties the open tin and takes 0.2 L of the closed one; the second has nothing, and
// a litre is bought for it.
func TestTheShelfFirstAndOnlyWhileItIsGood(t *testing.T) {
	p := product(t, 7)
	held := []Held{
		{ID: 1, ProductID: 7, Tin: coating.Tin{SizeL: 1, LeftL: 1, BestBefore: today.AddDate(0, 0, 20)}},
		{ID: 2, ProductID: 7, Tin: coating.Tin{SizeL: 1, LeftL: 0.4, Opened: today.AddDate(0, -2, 0)}},
		{ID: 3, ProductID: 8, Tin: coating.Tin{SizeL: 5, LeftL: 5}},
	}
	wanted := []Wanted{
		{p, 0.6, today.AddDate(0, 0, 30), 20}, {p, 0.6, today.AddDate(0, 0, 3), 10}, {p, 0.001, today, 30},
	}
	lines := List(wanted, held, map[int64][]quantity.Pack{7: {{ML: 1000, Cents: 2400}, {ML: 2500, Cents: 5000}}})
	if len(lines) != 1 {
		t.Fatalf("%d lines: %+v", len(lines), lines)
	}
	l := lines[0]
	near := func(a, b float64) bool { return math.Abs(a-b) < 1e-9 }
	if !near(l.Litres, 1.2) || !near(l.Lacks, 0.6) || !l.LacksBy.Equal(today.AddDate(0, 0, 30)) || !l.By.Equal(today.AddDate(0, 0, 3)) {
		t.Errorf("it takes %v by %s, lacks %v by %s", l.Litres, l.By, l.Lacks, l.LacksBy)
	}
	if len(l.From) != 2 || l.From[0].ID != 2 || !near(l.From[0].Litres, 0.4) || !near(l.From[1].Litres, 0.2) {
		t.Errorf("drawn from %+v", l.From)
	}
	if len(l.Stale) != 1 || l.Stale[0] != 1 {
		t.Errorf("not good in time: %v", l.Stale)
	}
	if l.Basket.Counts[0] != 1 || l.Basket.Cents != 2400 || len(l.Pieces) != 2 || l.Pieces[0] != 10 {
		t.Errorf("bought %+v for %v", l.Basket, l.Pieces)
	}
}

// A smear is not worth a line; five millilitres are.
func TestWhatIsWorthALine(t *testing.T) {
	p := product(t, 7)
	for litres, lines := range map[float64]int{0.0049: 0, 0.005: 1, 0.0051: 1} {
		if got := List([]Wanted{{p, litres, today, 10}}, nil, nil); len(got) != lines {
			t.Errorf("%g L makes %d lines, want %d", litres, len(got), lines)
		}
	}
}

// Property: what is drawn and what lacks is what is wanted, no tin gives more than it holds, and what is bought is enough.
func TestNothingIsLostBetweenShelfAndList(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 2))
	products := []*coating.Product{product(t, 1), product(t, 2), product(t, 3)}
	for range 500 {
		var wanted []Wanted
		var held []Held
		want, lacks, drawn := 0.0, 0.0, 0.0
		for i := range 1 + r.IntN(8) {
			w := Wanted{products[r.IntN(3)], 0.01 + r.Float64()*2, today.AddDate(0, 0, r.IntN(60)), i}
			wanted, want = append(wanted, w), want+w.Litres
		}
		for i := range r.IntN(6) {
			h := Held{int64(i), int64(1 + r.IntN(3)), coating.Tin{SizeL: 2.5, LeftL: r.Float64() * 2.5}}
			if r.IntN(2) == 0 {
				h.Tin.BestBefore = today.AddDate(0, 0, r.IntN(60))
			}
			held = append(held, h)
		}
		for _, l := range List(wanted, held, map[int64][]quantity.Pack{1: {{ML: 750}}, 2: {{ML: 1000, Cents: 1999}}}) {
			lacks += l.Lacks
			for _, d := range l.From {
				drawn += d.Litres
				if d.Litres > held[d.ID].Tin.LeftL+1e-9 {
					t.Fatalf("tin %d gives %v of %v", d.ID, d.Litres, held[d.ID].Tin.LeftL)
				}
			}
			if l.Lacks > 0 && len(l.Packs) > 0 && float64(l.Basket.ML) < l.Lacks*1000 {
				t.Fatalf("%v lack, %+v is bought", l.Lacks, l.Basket)
			}
		}
		if math.Abs(want-lacks-drawn) > 0.05 {
			t.Fatalf("%v wanted, %v drawn, %v lack", want, drawn, lacks)
		}
	}
}

// By hand: eight handles for two pieces are bought together, whoever wrote them how; three metres of the same cloth are not
// three pieces of it. What was bought is wanted no more, until somebody takes that back.
func TestPartsAreWantedUntilTheyAreBought(t *testing.T) {
	part := func(id int64, text string, qty float64, unit quantity.PartUnit) worklog.Event {
		return worklog.Event{ID: id, Body: worklog.Want{Text: text, Part: quantity.Part{Qty: qty, Unit: unit}}}
	}
	first := []worklog.Event{part(1, "Handles", 6, "count"), part(2, "Cloth", 3, "m")}
	second := []worklog.Event{part(3, "handles", 2, "count"), part(4, "Cloth", 3, "count")}
	list := AddParts(AddParts(nil, 10, worklog.ToBuy(first)), 20, second)
	if len(list) != 3 || list[0].Qty != 8 || len(list[0].For) != 2 || list[0].For[1] != (PartFor{20, 3, 2}) {
		t.Errorf("%+v", list)
	}
	bought := append(first, worklog.Event{ID: 5, Body: worklog.PartPurchase{Of: 1}})
	if left := worklog.ToBuy(worklog.Standing(bought)); len(left) != 1 || left[0].ID != 2 {
		t.Errorf("still to buy: %+v", left)
	}
	back := append(bought, worklog.Event{ID: 6, Body: worklog.Back{Of: 5}})
	if left := worklog.ToBuy(worklog.Standing(back)); len(left) != 2 {
		t.Errorf("taken back, still to buy: %+v", left)
	}
}

// By hand: two pieces took 0.8 L, so 0.3 L are less than the next is likely to take. What nobody reached for in half a year,
// what the list buys anyway, and what there is enough of, is not told.
func TestWhatRunsLow(t *testing.T) {
	shelf := []*coating.Product{product(t, 1), product(t, 2), product(t, 3), product(t, 4)}
	used := map[int64]Used{
		1: {0.8, 2, today.AddDate(0, -1, 0)}, 2: {0.8, 2, today.AddDate(0, -9, 0)},
		3: {0.8, 2, today}, 4: {0.8, 2, today},
	}
	var held []Held
	for id, left := range map[int64]float64{1: 0.5, 2: 0.1, 3: 0.1, 4: 0.9} {
		held = append(held, Held{id, id, coating.Tin{SizeL: 1, LeftL: left}})
	}
	list := List([]Wanted{{shelf[0], 0.2, today, 10}, {shelf[2], 0.5, today, 10}, {shelf[3], 0.5, today, 20}}, held, nil)
	low := Low(shelf, used, list, held, today)
	if len(low) != 1 || low[0].Product.ID != 1 || math.Abs(low[0].Left-0.3) > 1e-9 || math.Abs(low[0].APiece-0.4) > 1e-9 {
		t.Errorf("%+v", low)
	}
	if low := Low(shelf, used, nil, held, today.AddDate(0, 0, 1)); len(low) != 1 || low[0].Product.ID != 3 {
		t.Errorf("with nothing on the list: %+v", low)
	}
}
