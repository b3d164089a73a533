package quantity

import (
	"cmp"
	"math/rand/v2"
	"testing"
)

// brute tries every number of each pack.
func brute(need int, packs []Pack, counts []int, best *Basket, found *bool) {
	at := len(counts)
	if at == len(packs) {
		b := Basket{Counts: append([]int(nil), counts...)}
		n := 0
		for i, c := range counts {
			b.ML += c * packs[i].ML
			b.Cents += int64(c) * packs[i].Cents
			n += c
		}
		if b.ML < need {
			return
		}
		order := cmp.Or(cmp.Compare(b.Cents, best.Cents), cmp.Compare(b.ML, best.ML), cmp.Compare(n, packsOf(*best)))
		if !*found || order < 0 {
			*best, *found = b, true
		}
		return
	}
	for c := 0; c <= need/packs[at].ML+1; c++ {
		brute(need, packs, append(counts, c), best, found)
	}
}

func packsOf(b Basket) (n int) {
	for _, c := range b.Counts {
		n += c
	}
	return n
}

// By hand: a litre is one tin of a litre and not two halves, where nobody knows a price or both cost the same.
func TestFewestPacksOfTheSameWorth(t *testing.T) {
	for _, packs := range [][]Pack{{{500, 0}, {1000, 0}}, {{500, 1200}, {1000, 2400}}, {{1000, 2400}, {500, 1200}}} {
		if got, ok := Cheapest(1000, packs); !ok || packsOf(got) != 1 {
			t.Errorf("a litre of %v: %+v", packs, got)
		}
	}
}

// Property: the cheapest set of packs is what trying all of them finds.
func TestCheapestIsWhatTryingAllFinds(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 1))
	for range 400 {
		packs := make([]Pack, 1+r.IntN(3))
		priced := r.IntN(4) > 0
		for i := range packs {
			packs[i].ML = 50 + r.IntN(400)
			if priced {
				packs[i].Cents = int64(100 + r.IntN(3000))
			}
		}
		need := 1 + r.IntN(1500)
		var want Basket
		found := false
		brute(need, packs, nil, &want, &found)
		got, ok := Cheapest(need, packs)
		if !ok || got.Cents != want.Cents || got.ML != want.ML || packsOf(got) != packsOf(want) {
			t.Fatalf("%d mL of %v: %+v, trying all finds %+v", need, packs, got, want)
		}
		held := 0
		for i, c := range got.Counts {
			held += c * packs[i].ML
		}
		if held != got.ML || held < need {
			t.Fatalf("%d mL of %v: %+v holds %d", need, packs, got, held)
		}
	}
}

// By hand: 1.2 L of a product at 24.00 for 1 L and 14.00 for half a litre is one of each; at 45.00 for 2.5 L nothing else
// is cheaper for 2.1 L; what has no price is left out beside what has one.
func TestCheapestByHand(t *testing.T) {
	tins := []Pack{{1000, 2400}, {500, 1400}, {2500, 4500}, {750, 0}}
	for _, c := range []struct {
		need  int
		want  []int
		cents int64
	}{{1200, []int{1, 1, 0, 0}, 3800}, {2100, []int{0, 0, 1, 0}, 4500}, {400, []int{0, 1, 0, 0}, 1400}, {0, nil, 0}} {
		got, ok := Cheapest(c.need, tins)
		if ok != (c.want != nil) || got.Cents != c.cents {
			t.Errorf("%d mL: %+v", c.need, got)
		}
		for i := range c.want {
			if got.Counts[i] != c.want[i] {
				t.Errorf("%d mL: %v, want %v", c.need, got.Counts, c.want)
			}
		}
	}
	if _, ok := Cheapest(100, nil); ok {
		t.Error("packs were found where there are none")
	}
}
