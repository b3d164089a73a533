package system

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// shelf makes products from words: "family", then a shade, a sheen or a statement in any order.
func shelf(t testing.TB, lines ...string) []*coating.Product {
	t.Helper()
	var out []*coating.Product
	for i, line := range lines {
		words := strings.Fields(line)
		p := coating.Product{ID: int64(i + 1), Name: line, Shade: coating.Clear, Sheen: coating.Satin, Statements: map[string]string{}}
		for _, w := range words[1:] {
			if sheen, err := coating.ParseSheen(w); err == nil {
				p.Sheen = sheen
			} else if slices.Contains(coating.Shades, coating.Shade(w)) {
				p.Shade = coating.Shade(w)
			} else {
				p.Statements[w] = "Label states it."
			}
		}
		made, err := coating.New(p, words[0])
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, made)
	}
	return out
}

func demoShelf(t testing.TB) []*coating.Product {
	return shelf(t, "shellac_dewaxed", "shellac_waxed", "primer_shellac pale matte", "primer_wb_bonding pale matte", "primer_wb_blocking pale matte",
		"stain_gel_oil tone", "stain_oil tone", "paint_chalk pale dead-flat", "paint_all_in_one pale matte toys", "enamel_wb pale toys", "enamel_wb dark",
		"clear_wb_pu toys", "clear_wb_pu_heavy", "clear_wb_pu_2k", "floor_wb", "floor_wb_2k slip", "varnish_oil_pu", "varnish_spar", "oil_exterior",
		"oil_hardwax matte", "wax_clear", "oil_board matte food", "varnish_conversion", "sealer_vinyl", "paint_exterior_acrylic dark", "lacquer_cab")
}

func wish(use, material string, look Look) Wish {
	return Wish{Use: enduse.Find(use), Material: substrate.Find(material), Look: look, Sheen: coating.Satin,
		Air: climate.Air{TempC: 20, RH: 50}, FoodPolicy: enduse.StrictFood}
}

func lastFamilies(a Answer) (ids []string) {
	for _, s := range a.Systems {
		ids = append(ids, s.Protection().Product.Family.ID)
	}
	return ids
}

// Practice: which last coats a finisher would expect among the answers, and which never.
func TestSearchAsAFinisherWouldAnswer(t *testing.T) {
	for _, c := range []struct {
		use, material string
		look          Look
		must, never   string
	}{
		{"cot", "beech", OpaquePale, "enamel_wb paint_all_in_one", "paint_exterior_acrylic varnish_oil_pu"},
		{"cot", "pine", OpaquePale, "enamel_wb", ""},
		{"counter", "oak", Natural, "clear_wb_pu_2k", "wax_clear oil_board oil_exterior"},
		{"floor_public", "oak", Natural, "floor_wb_2k", "clear_wb_pu wax_clear"},
		{"outdoors_coast", "teak", Natural, "varnish_spar oil_exterior", "clear_wb_pu wax_clear shellac_dewaxed oil_hardwax"},
		{"board", "maple", Natural, "oil_board", "clear_wb_pu oil_hardwax"},
		{"inside", "oak", Natural, "", "varnish_oil_pu oil_hardwax varnish_spar"},
		{"dining_table", "walnut", Stained, "clear_wb_pu", "paint_chalk oil_board"},
		{"shelf", "melamine", OpaquePale, "enamel_wb", "oil_hardwax"},
		{"toy", "birch", Natural, "shellac_dewaxed", "oil_exterior varnish_oil_pu"},
	} {
		w := wish(c.use, c.material, c.look)
		answer := Search(w, demoShelf(t))
		got := lastFamilies(answer)
		for _, id := range strings.Fields(c.must) {
			if !slices.Contains(got, id) {
				t.Errorf("%s in %s, %s: %s is not among %v", c.use, c.material, c.look, id, got)
			}
		}
		for _, id := range strings.Fields(c.never) {
			if slices.Contains(got, id) {
				t.Errorf("%s in %s, %s: %s must not be among the answers", c.use, c.material, c.look, id)
			}
		}
		if len(got) > mostShown {
			t.Errorf("%s: %d systems shown", c.use, len(got))
		}
		for _, s := range answer.Systems {
			if !s.Legal() {
				t.Errorf("%s: %s is not legal", c.use, s.Protection().Product.Name)
			}
		}
		if shown := len(answer.LeftOut); shown+len(inUse(answer)) != len(demoShelf(t)) {
			t.Errorf("%s: %d left out and %d in use do not make up the shelf", c.use, shown, len(inUse(answer)))
		}
		for _, l := range answer.LeftOut {
			if l.Reason == "" || l.Kind == "" {
				t.Errorf("%s: %s is left out without a reason", c.use, l.Product.Name)
			}
		}
	}
}

func inUse(a Answer) map[*coating.Product]bool {
	in := map[*coating.Product]bool{}
	for _, s := range a.Systems {
		for _, l := range s.Layers {
			in[l.Product] = true
		}
	}
	return in
}

// Practice: oak under pale paint is blocked first; a dark one need not be.
func TestTanninIsBlockedUnderPaleOnly(t *testing.T) {
	oak := Search(wish("cabinet_front", "oak", OpaquePale), demoShelf(t))
	for _, s := range oak.Systems {
		if s.Layers[0].Product.Blocks == coating.No {
			t.Errorf("pale over oak starts with %s, which blocks nothing", s.Layers[0].Product.Name)
		}
	}
	dark := Search(wish("cabinet_front", "oak", OpaqueDark), demoShelf(t))
	if len(dark.Systems) == 0 || dark.Systems[0].Layers[0].Role == Prime {
		t.Error("dark over oak needs no blocking primer")
	}
}

// Practice: four readings of "how many coats".
func TestCoatsFollowTheFilmTarget(t *testing.T) {
	for _, c := range []struct {
		use, family string
		coats       int
	}{
		{"dining_table", "clear_wb_pu", 3}, {"dining_table", "clear_wb_pu_heavy", 2}, {"base", "clear_wb_pu", 2}, {"counter", "clear_wb_pu_2k", 4}, {"board", "oil_board", 4},
	} {
		most, _ := CoatsWanted(wish(c.use, "ash", Natural), Protect, compat.Ground{Material: substrate.Find("ash")}, shelf(t, c.family)[0])
		if most != c.coats {
			t.Errorf("%s on a %s: %d coats, want %d", c.family, c.use, most, c.coats)
		}
	}
}

func TestNothingSuitsSaysWhatWouldOpenIt(t *testing.T) {
	onlyWax := shelf(t, "wax_clear", "clear_wb_pu", "oil_board matte")
	for _, c := range []struct {
		name string
		w    Wish
		what string
	}{
		{"outdoors with indoor products only", wish("outdoors_covered", "teak", Natural), "gate"},
		{"stain on laminate", wish("desk", "laminate", Stained), ""},
		{"a floor", wish("floor_home", "oak", Natural), "gate"},
		{"a freezing shed", func() Wish { w := wish("display", "oak", Natural); w.Air.TempC = 2; return w }(), "air"},
		{"opaque without paint", wish("display", "oak", OpaqueDark), "look"},
	} {
		a := Search(c.w, onlyWax)
		if len(a.Systems) != 0 {
			t.Errorf("%s: found %v", c.name, lastFamilies(a))
			continue
		}
		what := ""
		for _, o := range a.Openings {
			what += o.What + " "
			if o.Opens == 0 || o.Example == "" || o.Change == "" {
				t.Errorf("%s: an opening that opens nothing: %+v", c.name, o)
			}
		}
		if !strings.Contains(what, c.what) {
			t.Errorf("%s: would open by %q, want %q", c.name, what, c.what)
		}
	}
}

// What is left out says so in words a finisher can act on. Basis: practice.
func TestLeftOutSaysTheRealReason(t *testing.T) {
	dampish := wish("dining_table", "oak", Natural)
	dampish.Air = climate.Air{TempC: 20, RH: 76}
	for _, c := range []struct {
		w             Wish
		product, kind string
		says          string
	}{
		{wish("cot", "beech", OpaquePale), "clear_wb_pu_heavy", "gate", "no statement for toys"},
		{wish("outdoors_coast", "teak", Natural), "wax_clear", "gate", "not rated for outdoors"},
		{wish("floor_home", "oak", Natural), "clear_wb_pu", "gate", "does not say floors"},
		{wish("dining_table", "oak", Natural), "paint_chalk", "look", "hides the wood"},
		{wish("dining_table", "oak", Natural), "wax_clear", "outranked", "water (gives 1 of 4)"},
		{wish("cabinet_front", "beech", OpaquePale), "oil_hardwax", "join", "only lies there"},
		{wish("cabinet_front", "beech", OpaquePale), "varnish_oil_pu", "join", "ambers"},
		{dampish, "lacquer_cab", "air", "Too damp"},
	} {
		found := false
		for _, l := range Search(c.w, demoShelf(t)).LeftOut {
			if l.Product.Family.ID == c.product && l.Kind == c.kind && strings.Contains(l.Reason, c.says) {
				found = true
			}
		}
		if !found {
			t.Errorf("%s on %s: no “%s” for %s", c.product, c.w.Use.ID, c.says, c.kind)
		}
	}
}

// A system put together by hand is judged like any other, and says what makes it illegal.
func TestAssessSaysWhyIllegal(t *testing.T) {
	layer := func(role Role, line string, coats int) Layer {
		return Layer{Role: role, Product: shelf(t, line)[0], Coats: coats}
	}
	cold := wish("desk", "oak", Natural)
	cold.Air.TempC = 6
	for _, c := range []struct {
		w      Wish
		layers []Layer
		says   string
	}{
		{wish("desk", "oak", Natural), []Layer{layer(Protect, "clear_wb_pu", 3)}, ""},
		{wish("desk", "oak", Natural), []Layer{layer(Prime, "wax_clear", 1), layer(Protect, "clear_wb_pu", 3)}, "Nothing grips wax"},
		{wish("desk", "oak", Natural), []Layer{layer(Protect, "clear_wb_pu", 9)}, "more film than the product carries"},
		{wish("desk", "oak", OpaquePale), []Layer{layer(Protect, "paint_chalk pale", 2)}, "wakes tannin"},
		{wish("cot", "beech", Natural), []Layer{layer(Protect, "clear_wb_pu", 3)}, "no statement"},
		{wish("floor_public", "oak", Natural), []Layer{layer(Protect, "floor_wb", 3)}, "slip"},
		{cold, []Layer{layer(Protect, "clear_wb_pu", 3)}, "Too cold"},
	} {
		s := Assess(c.w, c.layers)
		if s.Legal() != (c.says == "") {
			t.Errorf("%s: legal %v", c.layers[0].Product.Name, s.Legal())
			continue
		}
		if c.says != "" && !strings.Contains(s.WhyIllegal(), c.says) {
			t.Errorf("%s: %q, want %q", c.layers[0].Product.Name, s.WhyIllegal(), c.says)
		}
	}
}

// everySystem enumerates, by plain recursion over all stage choices, the cheapest legal rank for each last coat.
// It shares CoatsWanted, parts and Assess with the search, but none of its labels, stages or dominance.
func everySystem(w Wish, products []*coating.Product) map[*coating.Product]float64 {
	best := map[*coating.Product]float64{}
	try := func(layers []Layer) {
		ground := w.Ground()
		for i := range layers {
			l := &layers[i]
			most, least := CoatsWanted(w, l.Role, ground, l.Product)
			l.Coats = 0
			for n := most; n >= least && l.Coats == 0; n-- {
				below := compat.Judge(compat.Join{Ground: ground, Coat: l.Product, Coats: n, Context: w.context()})
				later := compat.Judge(compat.Join{Ground: ground.Under(l.Product, 1), Coat: l.Product, Coats: n - 1, Context: w.context()})
				if below.Legal() && (n == 1 || later.Legal()) {
					l.Coats = n
				}
			}
			if l.Coats == 0 || (i > 0 && layers[i-1].Product == l.Product) {
				return
			}
			ground = ground.Under(l.Product, l.Coats)
		}
		if s := Assess(w, layers); s.Legal() && s.SheenSteps < sheenTooFar {
			last := s.Protection().Product
			if rank, known := best[last]; !known || s.Rank < rank {
				best[last] = s.Rank
			}
		}
	}
	options := func(role Role) []*Layer {
		out := []*Layer{nil}
		for _, p := range products {
			prime, colour, protect, _ := parts(w, p)
			if (role == Prime && prime) || (role == Colour && colour) || (role == Barrier && prime && p.Family.Is("sealer")) || (role == Protect && protect) {
				out = append(out, &Layer{Role: role, Product: p})
			}
		}
		return out
	}
	for _, prime := range options(Prime) {
		for _, colour := range options(Colour) {
			for _, barrier := range options(Barrier) {
				for _, protect := range options(Protect)[1:] {
					colourful := protect.Product.Shade != coating.Clear
					switch {
					case w.Look == Natural && (colour != nil || barrier != nil),
						w.Look != Natural && colourful && (colour != nil || barrier != nil),
						w.Look != Natural && !colourful && colour == nil:
						continue
					}
					var layers []Layer
					for _, l := range []*Layer{prime, colour, barrier, protect} {
						if l != nil {
							layers = append(layers, *l)
						}
					}
					try(layers)
				}
			}
		}
	}
	return best
}

// Property: on random small shelves and wishes the search finds, for every last coat, exactly the cheapest legal system.
func TestSearchEqualsBruteForceOnSmallShelves(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	all := demoShelf(t)
	compared := 0
	for round := range 400 {
		some := slices.Clone(all)
		r.Shuffle(len(some), func(i, j int) { some[i], some[j] = some[j], some[i] })
		some = some[:9]
		w := Wish{
			Use: enduse.EndUses[r.IntN(len(enduse.EndUses))], Material: substrate.Materials[r.IntN(len(substrate.Materials))],
			Look: Looks[r.IntN(len(Looks))], Sheen: coating.Sheen(r.IntN(6)), FoodPolicy: enduse.StrictFood,
			Air: climate.Air{TempC: 8 + 20*r.Float64(), RH: 35 + 45*r.Float64()},
		}
		if r.IntN(2) == 0 { // an old finish that is kept
			w.Seen.Finish, w.Action = substrate.OldFinishes[r.IntN(len(substrate.OldFinishes))], substrate.Keep
		}
		want := everySystem(w, some)
		found := newSearch(w, some).run()
		if len(want) != len(found.best) {
			t.Fatalf("round %d, %s %s %s: search ends in %d coats, brute force in %d", round, w.Use.ID, w.Material.ID, w.Look, len(found.best), len(want))
		}
		for last, rank := range want {
			end := found.best[last]
			if end == nil || math.Abs(end.cost-rank) > 1e-9 || math.Abs(Assess(w, end.layers()).Rank-rank) > 1e-9 {
				t.Fatalf("round %d, %s: search %+v, brute force %.4f", round, last.Name, end, rank)
			}
			compared++
		}
	}
	if compared < 200 {
		t.Errorf("only %d systems compared: the shelves are too poor to prove anything", compared)
	}
}

// bigShelf makes n products by walking the families, with every shade and sheen they may have.
func bigShelf(t testing.TB, n int) []*coating.Product {
	var lines []string
	ids := make([]string, 0, len(coating.Families))
	for id := range coating.Families {
		ids = append(ids, id)
	}
	slices.Sort(ids)
	for i := 0; len(lines) < n; i++ {
		f := coating.Families[ids[i%len(ids)]]
		shade := "clear"
		switch {
		case f.Is("paint") || f.Is("primer"):
			shade = []string{"pale", "dark"}[i/len(ids)%2]
		case f.Is("stain"):
			shade = "tone"
		}
		sheen := coating.Satin
		if len(f.Sheens) > 0 {
			sheen = f.Sheens[i/len(ids)%len(f.Sheens)]
		}
		lines = append(lines, fmt.Sprintf("%s %s %s toys food slip", f.ID, shade, sheen))
	}
	return shelf(t, lines...)
}

func BenchmarkSearch200(b *testing.B) {
	products := bigShelf(b, 200)
	for _, c := range []struct {
		use  string
		look Look
	}{{"dining_table", Natural}, {"dining_table", Stained}, {"cabinet_front", OpaquePale}, {"outdoors_coast", OpaqueDark}} {
		b.Run(c.use+"_"+string(c.look), func(b *testing.B) {
			w := wish(c.use, "oak", c.look)
			for b.Loop() {
				Search(w, products)
			}
		})
	}
}
