package system

import (
	"math/rand/v2"
	"strings"
	"testing"

	"firmitas/core/climate"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
	"firmitas/internal/soak"
)

// Property: what the search offers is answered with something that may be done, what may not be planned never is; two
// judges, one verdict.
func TestTheAnswerAndTheSearchAreOneJudgement(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(5), 8)), soak.Rounds(150, 5000)
	products := bigShelf(t, 80)
	offered, refused := 0, 0
	stands := map[compat.Kind]bool{compat.Yes: true, compat.YesOnce: true, compat.ByHand: true, compat.OnABoard: true}
	for range rounds {
		use := enduse.EndUses[r.IntN(len(enduse.EndUses))].ID
		material := substrate.Materials[r.IntN(len(substrate.Materials))].ID
		w := wish(use, material, Looks[r.IntN(len(Looks))])
		w.Air = climate.Air{TempC: 8 + 20*r.Float64(), RH: 30 + 50*r.Float64()}
		for _, s := range searched(t, w, products).Systems {
			if a := w.Answer(s); !stands[a.Kind] || a.Headline == "" {
				t.Fatalf("%s on %s: offered, and answered %+v", use, material, a)
			}
			if a := w.Answer(s); s.Coats == 0 != strings.Contains(a.Headline, "nothing goes on") {
				t.Fatalf("%s on %s: %d coats, and answered %q", use, material, s.Coats, a.Headline)
			}
			offered++
		}
		layers := []Layer{
			{Product: products[r.IntN(len(products))], Coats: 1},
			{Product: products[r.IntN(len(products))], Coats: 1 + r.IntN(3)},
		}
		GiveRoles(w, layers)
		s := Assess(w, layers)
		if a := w.Answer(s); !s.Legal() {
			refused++
			if stands[a.Kind] || a.Reason == "" {
				t.Fatalf("%s over %s on %s for %s: %s, and answered %+v",
					layers[1].Product.Name, layers[0].Product.Name, material, use, s.WhyIllegal(), a)
			}
		}
	}
	if offered < 100 || refused < 50 {
		t.Errorf("only %d offered, %d refused", offered, refused)
	}
}
