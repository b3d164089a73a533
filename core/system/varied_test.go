package system

import (
	"context"
	"errors"
	"fmt"
	"maps"
	"math/rand/v2"
	"slices"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/decoration"
)

// variedShelf makes n products of every kind, no two of which say the same on their labels.
func variedShelf(t testing.TB, n int) []*coating.Product {
	t.Helper()
	r := rand.New(rand.NewPCG(7, uint64(n)))
	all := bigShelf(t, n)
	for i, p := range all {
		label := map[string]string{}
		typical := map[string]float64{
			"recoatMinH": p.RecoatMinH, "crossWaitH": p.CrossWaitH, "lightUseH": p.LightUseH, "fullCureD": p.FullCureD,
			"spreadM2L": p.SpreadM2L,
		}
		for _, name := range slices.Sorted(maps.Keys(typical)) {
			typical := typical[name]
			if typical > 0 && typical < 500 {
				label[name] = fmt.Sprintf("%.2f", typical*(1+0.3*r.Float64()))
			}
		}
		made, err := coating.New(
			coating.Product{
				Name:       p.Name,
				Shade:      p.Shade,
				Sheen:      p.Sheen,
				Colour:     p.Colour,
				Label:      label,
				Statements: p.Statements,
			},
			p.Family.ID,
		)
		if err != nil {
			t.Fatal(err)
		}
		made.ID = int64(i + 1)
		all[i] = made
	}
	return all
}

func decorated(look Look, kinds ...string) Wish {
	w := wish("cabinet_front", "oak", look)
	for _, id := range kinds {
		w.Decor = append(w.Decor, Decor{Kind: decoration.Find(id)})
	}
	return w
}

// How the search grows with the shelf, plain and decorated.
func BenchmarkSearchVaried(b *testing.B) {
	for _, n := range []int{100, 200, 400, 800} {
		products := variedShelf(b, n)
		for name, w := range map[string]Wish{
			"plain":             wish("cabinet_front", "oak", OpaquePale),
			"one_decoration":    decorated(OpaquePale, "stencil"),
			"three_decorations": decorated(OpaquePale, "stencil", "stripes", "hand_painting"),
		} {
			b.Run(fmt.Sprintf("%s_%d", name, n), func(b *testing.B) {
				for b.Loop() {
					searched(b, w, products)
				}
			})
		}
	}
}

func searched(t testing.TB, w Wish, products []*coating.Product) Answer {
	t.Helper()
	answer, err := Search(t.Context(), w, products)
	if err != nil {
		t.Fatal(err)
	}
	return answer
}

func changedUse(t testing.TB, w Wish, layers []Layer, products []*coating.Product) Change {
	t.Helper()
	change, err := ChangeUse(t.Context(), w, layers, products)
	if err != nil {
		t.Fatal(err)
	}
	return change
}

// A search that nobody waits for stops at once, and says so.
func TestASearchThatNobodyWaitsForStops(t *testing.T) {
	ctx, giveUp := context.WithCancel(t.Context())
	giveUp()
	answer, err := Search(ctx, decorated(OpaquePale, "stencil"), variedShelf(t, 200))
	if !errors.Is(err, context.Canceled) || len(answer.Systems) > 0 {
		t.Errorf("%d systems, %v", len(answer.Systems), err)
	}
}
