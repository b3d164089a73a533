package system

import (
	"cmp"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/substrate"
	"firmitas/core/technique"
	"firmitas/internal/soak"
)

// shelf makes products from words: "family", then a shade, a sheen or a statement in any order.
func shelf(t testing.TB, lines ...string) []*coating.Product {
	t.Helper()
	var out []*coating.Product
	for i, line := range lines {
		words := strings.Fields(line)
		p := coating.Product{
			ID:         int64(i + 1),
			Name:       line,
			Shade:      coating.Clear,
			Sheen:      coating.Satin,
			Statements: map[string]coating.Statement{},
		}
		for _, w := range words[1:] {
			if sheen, err := coating.ParseSheen(w); err == nil {
				p.Sheen = sheen
			} else if slices.Contains(coating.Shades, coating.Shade(w)) {
				p.Shade = coating.Shade(w)
			} else {
				p.Statements[w] = coating.Statement{Sense: "Label states it."}
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
	return shelf(
		t,
		"shellac_dewaxed",
		"shellac_waxed",
		"primer_shellac pale matte",
		"primer_wb_bonding pale matte",
		"primer_wb_blocking pale matte",
		"stain_gel_oil tone",
		"stain_oil tone",
		"paint_chalk pale dead-flat",
		"paint_all_in_one pale matte toys",
		"enamel_wb pale toys",
		"enamel_wb dark",
		"clear_wb_pu toys",
		"clear_wb_pu_heavy",
		"clear_wb_pu_2k",
		"floor_wb",
		"floor_wb_2k slip",
		"varnish_oil_pu",
		"varnish_spar",
		"oil_exterior",
		"oil_hardwax matte",
		"wax_clear",
		"oil_board matte food",
		"varnish_conversion",
		"sealer_vinyl",
		"paint_exterior_acrylic dark",
		"lacquer_cab",
	)
}

// decorShelf has besides what decorations are laid with.
func decorShelf(t testing.TB) []*coating.Product {
	t.Helper()
	lines := []string{}
	for _, p := range demoShelf(t) {
		lines = append(lines, p.Name)
	}
	return shelf(t,
		append(lines,
			"paint_chalk dark dead-flat",
			"stain_wb pale",
			"wax_liming matte",
			"paint_clay pale dead-flat",
			"wax_gilding",
			"wax_dark tone",
			"epoxy_flood gloss",
			"transfer_rub_on",
			"transfer_water_slide",
			"decoupage_paper",
			"leaf_metal",
			"crackle_medium",
			"paint_craft dark matte",
			"paint_metallic dark",
		)...)
}

// twins are of kinds that decorShelf has, with labels of their own.
func twins(t testing.TB) (out []*coating.Product) {
	t.Helper()
	for i, twin := range []struct {
		family string
		shade  coating.Shade
		label  coating.Label
	}{
		{"enamel_wb", coating.Pale, coating.Label{"recoatMinH": "9 h", "crossWaitH": "2 h"}},
		{"paint_craft", coating.Dark, coating.Label{"recoatMinH": "3 h"}},
		{"paint_chalk", coating.Dark, coating.Label{"recoatMinH": "20 min", "lightUseH": "20 h", "fullCureD": "14 days"}},
		{"stain_oil", coating.Tone, coating.Label{"crossWaitH": "18 h"}},
		{"shellac_dewaxed", coating.Clear, coating.Label{"recoatMinH": "5 h"}},
		{"crackle_medium", coating.Clear, coating.Label{"recoatMaxH": "2 h"}},
	} {
		p, err := coating.New(
			coating.Product{
				ID:    int64(-101 - i),
				Name:  "twin of " + twin.family,
				Shade: twin.shade,
				Sheen: coating.Satin,
				Label: twin.label,
			},
			twin.family,
		)
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, p)
	}
	return out
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

// useCase is a line of testdata/uses.md.
type useCase struct{ use, place, material, look, wants, must, never, says string }

func readUses(t testing.TB) (out []useCase) {
	t.Helper()
	text, err := os.ReadFile("testdata/uses.md")
	if err != nil {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(text)) {
		c := strings.Split(strings.TrimSpace(line), "|")
		if len(c) != 10 || enduse.Find(strings.TrimSpace(c[1])) == nil {
			continue
		}
		for i := range c {
			c[i] = strings.TrimSpace(c[i])
		}
		out = append(out, useCase{c[1], c[2], c[3], c[4], c[5], c[6], c[7], c[8]})
	}
	return out
}

func (c useCase) wish(t testing.TB) Wish {
	w := wish(c.use, c.material, Look(c.look))
	w.Use = w.Use.At(enduse.Place(c.place))
	switch c.wants {
	case "":
	case "no_two_part":
		w.Wants.NoTwoPart = true
	case "no_spray":
		w.Wants.NoSpray = true
	case "no_solvent":
		w.Wants.NoSolvent = true
	case "low_smell":
		w.Wants.LowSmell = true
	case "cured_film":
		w.FoodPolicy = enduse.CuredFilmFood
	case "cold":
		w.Air.TempC = 4
	case "over_dark":
		w.Wants.OverDark = true
	case "budget":
		w.AreaM2, w.Wants.Budget = 1, 14
	default: // decorations
		for _, id := range strings.Fields(c.wants) {
			k := decoration.Find(id)
			if k == nil {
				t.Fatalf("no such wants: %s", id)
			}
			w.Decor = append(w.Decor, Decor{Kind: k})
		}
	}
	return w
}

// Practice: which last coats a finisher would expect among all that suit, which never among those shown, and what is
// said of the rest.
func TestEndUsesAsAFinisherWouldAnswer(t *testing.T) {
	shelf := decorShelf(t)
	cases := readUses(t)
	seen := map[string]bool{}
	for _, c := range cases {
		w := c.wish(t)
		seen[c.use], seen[c.look] = true, true
		for _, d := range w.Decor {
			seen[d.Kind.ID] = true
		}
		answer := searched(t, w, shelf)
		suits := map[string]bool{}
		chains := ""
		for p, end := range newSearch(t.Context(), w, shelf).run().best {
			suits[p.Family.ID] = true
			suits[p.Family.ID+"_"+string(p.Shade)] = true
			for _, l := range end.layers() {
				chains += ">" + l.Product.Family.ID + "_" + string(l.Product.Shade)
			}
			chains += "\n"
		}
		shown := lastFamilies(answer)
		for _, s := range answer.Systems {
			p := s.Protection().Product
			shown = append(shown, p.Family.ID+"_"+string(p.Shade))
		}
		name := fmt.Sprintf("%s %s in %s, %s %s", c.use, c.place, c.material, c.look, c.wants)
		for _, id := range strings.Fields(c.must) {
			if order := strings.Split(id, ">"); len(order) > 1 {
				if !inOrder(chains, order) {
					t.Errorf("%s: no system lays %s; there are\n%s", name, id, chains)
				}
			} else if !suits[id] {
				t.Errorf("%s: %s does not suit, though it must", name, id)
			}
		}
		for _, id := range strings.Fields(c.never) {
			if slices.Contains(shown, id) {
				t.Errorf("%s: %s is shown, though it never may be", name, id)
			}
		}
		said := ""
		for _, l := range answer.LeftOut {
			said += l.Reason + " "
		}
		for _, o := range answer.Openings {
			said += o.Stands + " " + o.What + " "
		}
		if !strings.Contains(said, c.says) {
			t.Errorf("%s: nothing says %q: %s", name, c.says, said)
		}
		if (c.must == "") != (len(answer.Systems) == 0) || (len(answer.Systems) == 0 && len(answer.Openings) == 0) {
			t.Errorf("%s: %d systems, %d openings", name, len(answer.Systems), len(answer.Openings))
		}
		checkAnswer(t, name, answer, shelf)
	}
	for _, l := range Looks {
		if !seen[string(l)] {
			t.Errorf("look %s has no case", l)
		}
	}
	for _, k := range decoration.Kinds {
		if !seen[k.ID] {
			t.Errorf("decoration %s has no case", k.ID)
		}
	}
	if len(cases) < 60 {
		t.Errorf("%d cases, at least 60", len(cases))
	}
}

// inOrder tells whether a line of chains holds the families one after the other, others between them allowed.
func inOrder(chains string, families []string) bool {
	for chain := range strings.Lines(chains) {
		at := 0
		for l := range strings.SplitSeq(strings.TrimSpace(chain), ">") {
			if at < len(families) && strings.HasPrefix(l, families[at]) {
				at++
			}
		}
		if at == len(families) {
			return true
		}
	}
	return false
}

// checkAnswer holds an answer against what every answer promises: legal systems, few of them, a reason for all the
// rest.
func checkAnswer(t *testing.T, name string, answer Answer, shelf []*coating.Product) {
	t.Helper()
	if len(answer.Systems) > mostShown {
		t.Errorf("%s: %d systems shown", name, len(answer.Systems))
	}
	for _, s := range answer.Systems {
		if !s.Legal() {
			t.Errorf("%s: %s is not legal", name, s.Protection().Product.Name)
		}
	}
	if shown := len(answer.LeftOut); shown+len(inUse(answer)) != len(shelf) {
		t.Errorf("%s: %d left out and %d in use do not make up the shelf", name, shown, len(inUse(answer)))
	}
	for _, l := range answer.LeftOut {
		if l.Reason == "" || l.Kind == "" {
			t.Errorf("%s: %s is left out without a reason", name, l.Product.Name)
		}
	}
}

// Practice: what wants rule out is left out with that reason; what must be in it is; weights turn the answer.
func TestWantsAreKept(t *testing.T) {
	for _, c := range []struct {
		name        string
		wants       Wants
		must, never string
	}{
		{"no solvent", Wants{NoSolvent: true}, "clear_wb_pu_2k", "varnish_oil_pu oil_hardwax wax_clear lacquer_cab"},
		{"nothing to mix", Wants{NoTwoPart: true}, "varnish_oil_pu", "clear_wb_pu_2k varnish_conversion"},
		{"no gun", Wants{NoSpray: true}, "clear_wb_pu_2k", "varnish_conversion lacquer_cab"},
		{"on site", Wants{OnSite: true}, "clear_wb_pu_2k", "varnish_conversion lacquer_cab"},
		{"no smell", Wants{LowSmell: true}, "clear_wb_pu_2k", "varnish_oil_pu varnish_conversion"},
		{"a kind put aside", Wants{Without: []string{"clear_wb_pu_2k"}}, "clear_wb_pu_heavy", "clear_wb_pu_2k"},
	} {
		w := wish("dining_table", "ash", Natural)
		w.Wants = c.wants
		answer := searched(t, w, demoShelf(t))
		got := lastFamilies(answer)
		for _, id := range strings.Fields(c.must) {
			if !slices.Contains(got, id) {
				t.Errorf("%s: %s is not among %v", c.name, id, got)
			}
		}
		for _, id := range strings.Fields(c.never) {
			if slices.Contains(got, id) {
				t.Errorf("%s: %s is among %v", c.name, id, got)
			}
		}
	}
	w := wish("dining_table", "oak", Natural)
	shelf := demoShelf(t)
	w.Wants.With = shelf[0].ID // dewaxed shellac
	for _, s := range searched(t, w, shelf).Systems {
		if !slices.ContainsFunc(s.Layers, func(l Layer) bool { return l.Product == shelf[0] }) {
			t.Errorf("%s lacks what must be in it", s.Protection().Product.Name)
		}
	}
	w = wish("display", "walnut", Natural)
	best := func(k Weights) *coating.Family {
		w.Wants = Wants{Weights: k}
		return searched(t, w, shelf).Systems[0].Protection().Product.Family
	}
	if hard, mendable := best(Weights{Wear: 4, Soon: 0, Coats: 0}), best(Weights{Wear: 1, Soon: 1, Repair: 4, Coats: 1}); mend(
		mendable,
	) != easiestMend ||
		hard == mendable {
		t.Errorf("hard-wearing %s, easily mended %s", hard.ID, mendable.ID)
	}
}

// What keeps the promise stands before what misses it.
func TestWhatKeepsThePromiseStandsFirst(t *testing.T) {
	shelf := demoShelf(t)
	free := searched(t, wish("cabinet_front", "oak", Natural), shelf)
	soonest := free.Systems[0].LightUseH
	for _, s := range free.Systems {
		soonest = min(soonest, s.LightUseH)
	}
	for promised := soonest; promised < 400; promised *= 1.3 {
		w := wish("cabinet_front", "oak", Natural)
		w.Wants.PromisedH = promised
		a := searched(t, w, shelf)
		for i, s := range a.Systems[1:] {
			if a.Systems[i].LightUseH > promised && s.LightUseH <= promised {
				t.Errorf("%.0f h: %s is late and stands before %s", promised,
					a.Systems[i].Protection().Product.Name, s.Protection().Product.Name)
			}
		}
		if first := a.Systems[0]; first.LightUseH > promised {
			t.Errorf("%.0f h: %s misses it, though one is ready in %.0f h", promised,
				first.Protection().Product.Name, soonest)
		}
	}
	if free.Systems[0].LightUseH <= soonest*1.3 {
		t.Error("the best fit is the soonest: no promise would move it")
	}
}

// What is dearer and sooner must not push out what is cheaper and later, where only that keeps to the budget.
func TestABudgetIsKeptByTheCheaperColour(t *testing.T) {
	w := wish("dining_table", "beech", OpaqueDark)
	w.AreaM2, w.Wants.Budget, w.Wants.Prices = 1, 26, map[int64]float64{-103: 80}
	chalk := twins(t)[2] // dries sooner than its kind, and costs nearly three times as much
	shelf := []*coating.Product{chalk, shelf(t, "paint_chalk dark")[0], shelf(t, "clear_wb_pu", "clear_wb_pu")[1]}
	found := searched(t, w, shelf)
	if len(found.Systems) != 1 || found.Systems[0].Layers[0].Product == chalk {
		t.Fatalf("%+v", found.Systems)
	}
	w.Wants.Budget = 0
	if found := searched(t, w, shelf); found.Systems[0].Layers[0].Product != chalk {
		t.Error("with no budget the sooner one is taken")
	}
}

// Practice: the part that each layer of a system put together by hand plays.
func TestLayersByHandGetTheirRoles(t *testing.T) {
	for _, c := range []struct {
		layers []string
		roles  []Role
	}{
		{[]string{"varnish_oil_pu"}, []Role{Protect}},
		{[]string{"shellac_dewaxed", "clear_wb_pu"}, []Role{Prime, Protect}},
		{[]string{"primer_shellac pale", "enamel_wb pale"}, []Role{Prime, Protect}},
		{[]string{"stain_oil tone", "shellac_dewaxed", "clear_wb_pu"}, []Role{Colour, Barrier, Protect}},
		{[]string{"primer_wb_bonding pale", "paint_chalk pale", "clear_wb_pu", "wax_clear"}, []Role{Prime, Colour, Protect, Protect}},
		{[]string{"paint_chalk pale", "leaf_metal", "clear_wb_pu"}, []Role{Colour, Decorate, Protect}},
	} {
		var layers []Layer
		for _, p := range shelf(t, c.layers...) {
			layers = append(layers, Layer{Product: p, Coats: 1})
		}
		GiveRoles(Wish{}, layers)
		for i, l := range layers {
			if l.Role != c.roles[i] {
				t.Errorf("%v: layer %d is to %s, not %s", c.layers, i+1, l.Role, c.roles[i])
			}
		}
	}
}

// Practice: what decorates keeps its role by hand, whatever it is laid with, and the layer below it takes the wear.
func TestDecorationsByHand(t *testing.T) {
	p := shelf(t, "paint_chalk pale", "enamel_wb dark", "clear_wb_pu", "wax_dark tone", "wax_gilding")
	w := wish("display", "beech", OpaquePale)
	w.Decor = []Decor{
		{Kind: decoration.Find("stripes"), Product: p[1].ID},
		{Kind: decoration.Find("dark_wax")},
		{Kind: decoration.Find("gilding_wax")},
	}
	var layers []Layer
	for _, product := range p {
		layers = append(layers, Layer{Product: product, Coats: 1})
	}
	GiveRoles(w, layers)
	for i, want := range []Role{Colour, Decorate, Protect, Decorate, Decorate} {
		if layers[i].Role != want {
			t.Errorf("%s is to %s, not %s", p[i].Name, layers[i].Role, want)
		}
	}
	if s := Assess(w, layers); s.Protection().Product != p[2] || !s.Legal() {
		t.Errorf("%s takes the wear; %s", s.Protection().Product.Name, s.WhyIllegal())
	}
	if w.Look = Natural; w.unfit(Decor{Kind: decoration.Find("crackle")}) == "" || w.unfit(w.Decor[0]) != "" {
		t.Error("crackle wants paint, stripes do not")
	}
}

// What would make a gilded system better lies under its gilding, which stays.
func TestWhatIsBetterLeavesTheDecoration(t *testing.T) {
	p := shelf(t, "enamel_wb dark", "clear_wb_pu", "clear_wb_pu_2k", "wax_gilding")
	w := wish("counter", "beech", OpaqueDark)
	w.Decor = []Decor{{Kind: decoration.Find("gilding_wax")}}
	s := Assess(w, []Layer{
		{Role: Colour, Product: p[0], Coats: 2},
		{Role: Protect, Product: p[1], Coats: 2},
		{Role: Decorate, Product: p[3], Coats: 1},
	})
	said := ""
	for _, b := range Improve(w, s, []*coating.Product{p[1], p[2]}) {
		said += b.Change + " "
	}
	if !strings.Contains(said, "A coat more of clear_wb_pu.") || !strings.Contains(said, "in place of clear_wb_pu.") ||
		strings.Contains(said, "wax_gilding") {
		t.Errorf("%q", said)
	}
}

// Practice: a wide solid board wants a film on both faces or on none; one look on one piece wants one sheen.
func TestBothFacesAndOneSheen(t *testing.T) {
	p := shelf(t, "clear_wb_pu", "oil_hardwax", "clear_wb_pu matte")
	film, oil := []Layer{{Role: Protect, Product: p[0], Coats: 3}}, []Layer{{Role: Protect, Product: p[1], Coats: 2}}
	w := wish("dining_table", "oak", Natural)
	w.Face, w.WidthM = furniture.Best, 0.8
	for _, c := range []struct {
		name   string
		width  float64
		layers []Layer
		beside []Neighbour
		says   string
	}{
		{"nothing below yet", 0.8, film, nil, "give its other face"},
		{
			"oil below",
			0.8,
			film,
			[]Neighbour{{Zone: "Underside", Face: furniture.Underside, Layers: oil}},
			"on Underside: a wide solid board cups",
		},
		{"film below", 0.8, film, []Neighbour{{Zone: "Underside", Face: furniture.Underside, Layers: film}}, ""},
		{"oiled", 0.8, oil, nil, ""},
		{"narrow", 0.1, film, nil, ""},
	} {
		w.WidthM, w.Beside = c.width, c.beside
		said := strings.Join(w.Together(Assess(w, c.layers)), " ")
		if (c.says == "") == strings.Contains(said, "cups") || !strings.Contains(said, c.says) {
			t.Errorf("%s: %q", c.name, said)
		}
	}
	w.Face, w.Beside = furniture.Apart, nil
	if thick, thin := strings.Join(w.Together(Assess(w, []Layer{{Role: Protect, Product: p[0], Coats: 4}})), " "),
		strings.Join(w.Together(Assess(w, oil)), " "); !strings.Contains(thick, "clearance") ||
		strings.Contains(thin, "clearance") {
		t.Errorf("a drawer front in four coats: %q; oiled: %q", thick, thin)
	}
	w.Beside = []Neighbour{{Zone: "Leaves", Look: Natural, Layers: []Layer{{Role: Protect, Product: p[2], Coats: 3}}}}
	w.Sheen = coating.Matte
	alone := w
	alone.Beside = nil
	if beside, by := Assess(w, film).Rank, Assess(alone, film).Rank; beside <= by {
		t.Errorf("satin beside matte ranks %.2f, by itself %.2f", beside, by)
	}
}

// Practice: the way past a bad join that suits the life of the whole comes first.
func TestWaysPastPutTheWholeFirst(t *testing.T) {
	products := append(demoShelf(t), shelf(t, "sealer_sanding")...)
	find := func(id string) *coating.Product {
		return products[slices.IndexFunc(products, func(p *coating.Product) bool { return p.Family.ID == id })]
	}
	w := wish("counter", "ash", Natural)
	s := Assess(w, []Layer{
		{Role: Protect, Product: find("clear_wb_pu_2k"), Coats: 4},
		{Role: Protect, Product: find("oil_hardwax"), Coats: 1},
	})
	ways := WaysPast(w, s, products)
	if len(ways) != 2 || len(ways[0]) != 0 || len(ways[1]) < 2 {
		t.Fatalf("ways past an oil over a film: %d and %d", len(ways[0]), len(ways[1]))
	}
	var ranks []float64
	for _, way := range ways[1] {
		whole := w.taking(s.Layers, 1, way)
		if !whole.Legal() {
			t.Errorf("%s does not hold", way.Steps[len(way.Steps)-1].Product.Name)
		}
		ranks = append(ranks, whole.Rank)
	}
	if !slices.IsSorted(ranks) {
		t.Errorf("ranks %v", ranks)
	}
	if first := ways[1][0].Steps[0].Product.Family; first.Is(coating.GroupSealer) {
		t.Errorf("a %s first, on a café counter", first.ID)
	}
}

// Cloth takes what is made for it and nothing else, and nothing that is made for it goes on wood.
func TestClothAndWoodKeepApart(t *testing.T) {
	mixed := append(demoShelf(t), shelf(t, "textile_paint pale", "textile_protector")...)
	cloth := func(p *coating.Product) bool { return p.Family.Is(coating.GroupTextile) }
	for _, c := range []struct {
		material string
		look     Look
		textile  bool
	}{{"cloth", OpaquePale, true}, {"oak", OpaquePale, false}, {"oak", Natural, false}} {
		if substrate.Find(c.material) == nil {
			t.Fatalf("no material %s", c.material)
		}
		answer := searched(t, wish("seat", c.material, c.look), mixed)
		if len(answer.Systems) == 0 {
			t.Errorf("%s %s: nothing suits", c.material, c.look)
		}
		for _, s := range answer.Systems {
			for _, l := range s.Layers {
				if cloth(l.Product) != c.textile {
					t.Errorf("%s %s: %s", c.material, c.look, l.Product.Name)
				}
			}
		}
	}
}

// Each rule of the house that alone stands in the way is named, and what letting go of it would open.
func TestRulesOfTheHouseAreNamedWhenTheyAloneStandInTheWay(t *testing.T) {
	for _, c := range []struct {
		products string
		wants    Wants
		stands   string
	}{
		{"varnish_oil_pu", Wants{NoSolvent: true}, "No solvents."},
		{"varnish_oil_pu", Wants{LowSmell: true}, "No smell."},
		{"clear_wb_pu_2k", Wants{NoTwoPart: true}, "Nothing to be mixed."},
		{"lacquer_cab", Wants{NoSpray: true}, "No spray gun."},
		{"lacquer_cab", Wants{OnSite: true}, "The work is done on site."},
		{"clear_wb_pu", Wants{InStock: map[int64]bool{}}, "Only what is in stock."},
		{"clear_wb_pu", Wants{Without: []string{"clear_wb_pu"}}, "What you put aside."},
		{"clear_wb_pu", Wants{WithoutID: []int64{1}}, "What you put aside."},
		{"clear_wb_pu", Wants{With: 77}, "The product that must be in it."},
	} {
		w := wish("display", "oak", Natural)
		w.Wants = c.wants
		answer := searched(t, w, shelf(t, c.products))
		if len(answer.Systems) != 0 {
			t.Errorf("%s: found %v", c.stands, lastFamilies(answer))
		}
		at := slices.IndexFunc(answer.Openings,
			func(o Opening) bool { return o.What == "wants" && o.Stands == c.stands })
		if at < 0 {
			t.Errorf("%s: not named in %+v", c.stands, answer.Openings)
		} else if o := answer.Openings[at]; o.Opens != 1 || o.Example == "" || o.Change == "" || !o.Nearest.Legal() {
			t.Errorf("%s: opens %d, example %q", c.stands, o.Opens, o.Example)
		}
	}
}

// Practice.
func TestImproveNamesWhatWouldHelp(t *testing.T) {
	shelf := demoShelf(t)
	find := func(id string) *coating.Product {
		return shelf[slices.IndexFunc(shelf, func(p *coating.Product) bool { return p.Family.ID == id })]
	}
	changes := func(w Wish, layers ...Layer) string {
		var out []string
		for _, b := range Improve(w, Assess(w, layers), shelf) {
			out = append(out, b.Change+" "+b.Gain)
		}
		return strings.Join(out, "\n")
	}
	table := wish("dining_table", "oak", Natural)
	for _, c := range []struct{ name, got, want string }{
		{"shellac under cups", changes(table, Layer{Role: Protect, Product: find("shellac_dewaxed"), Coats: 2}), "over it. Water 4 instead of 2"},
		{
			"one coat short",
			changes(table, Layer{Role: Protect, Product: find("clear_wb_pu_2k"), Coats: 1}),
			"A coat more of clear_wb_pu_2k. A film nearer",
		},
	} {
		if !strings.Contains(c.got, c.want) {
			t.Errorf("%s: %q does not say %q", c.name, c.got, c.want)
		}
	}
	cold := table
	cold.Air.TempC, cold.Air.RH = 15, 75
	if got := changes(cold, Layer{Role: Protect, Product: find("clear_wb_pu_2k"), Coats: 3}); !strings.Contains(got,
		"A room at 23 °C and 50 % RH. Light use 30 hours sooner.") {
		t.Errorf("a cold room: %q", got)
	}
	for _, s := range searched(t, table, shelf).Systems {
		for _, b := range Improve(table, s, shelf) {
			if b.Gain == "" || b.Change == "" {
				t.Errorf("%s: %q", s.Protection().Product.Name, b)
			}
		}
		if s.Shortfall() == 0 && len(Improve(table, s, shelf)) > 0 {
			t.Errorf("%s falls short of nothing and is to be bettered", s.Protection().Product.Name)
		}
	}
}

// Practice.
func TestZonesOfAPieceAreThoughtOfTogether(t *testing.T) {
	shelf := demoShelf(t)
	find := func(name string) *coating.Product {
		return shelf[slices.IndexFunc(shelf, func(p *coating.Product) bool { return strings.HasPrefix(p.Name, name) })]
	}
	of := func(look Look, product string) Neighbour {
		return Neighbour{
			Zone:   "the frame",
			Look:   look,
			Layers: []Layer{{Role: Protect, Product: find(product), Coats: 2}},
		}
	}
	for _, c := range []struct {
		beside  Neighbour
		product string
		look    Look
		says    string // "" = nothing is said
	}{
		{of(Natural, "clear_wb_pu toys"), "clear_wb_pu toys", Natural, "Shares clear_wb_pu toys"},
		{of(Natural, "oil_hardwax"), "clear_wb_pu toys", Natural, "Ends satin beside the matte"},
		{of(Natural, "varnish_oil_pu"), "clear_wb_pu toys", Natural, "ambers"},
		{of(OpaquePale, "enamel_wb pale"), "wax_clear", Natural, "Wax last"},
		{of(Natural, "wax_clear"), "enamel_wb pale", OpaquePale, "before the wax"},
		{of(OpaquePale, "enamel_wb pale"), "stain_gel_oil", Stained, "creeps along the grain"},
		{of(Stained, "stain_gel_oil"), "enamel_wb pale", OpaquePale, "Stain and seal the frame before"},
		{of(OpaquePale, "enamel_wb pale"), "varnish_conversion", Natural, "before spraying"},
		{of(OpaquePale, "enamel_wb pale"), "clear_wb_pu toys", Natural, ""},
	} {
		w := wish("shelf", "oak", c.look)
		w.Beside = []Neighbour{c.beside}
		got := strings.Join(w.Together(Assess(w, []Layer{{Role: Protect, Product: find(c.product), Coats: 2}})), "\n")
		if !strings.Contains(got, c.says) || (c.says == "" && got != "") {
			t.Errorf("%s beside %s: %q does not say %q", c.product, c.beside.Layers[0].Product.Name, got, c.says)
		}
	}
	// A tin that is open anyway costs no product more: it ranks lower by exactly that.
	alone, beside := wish("shelf", "oak", Natural), wish("shelf", "oak", Natural)
	beside.Beside = []Neighbour{of(Natural, "clear_wb_pu toys")}
	layers := []Layer{{Role: Protect, Product: find("clear_wb_pu toys"), Coats: 3}}
	if saved := Assess(alone, layers).Rank - Assess(beside, layers).Rank; math.Abs(saved-dayPerProduct) > 1e-9 {
		t.Errorf("a shared tin saves %.2f", saved)
	}
}

// Practice: a waxed chest under cups falls short until its wax is off; a floor finish indoors is no answer outdoors.
func TestWhenTheUseChanges(t *testing.T) {
	shelf := demoShelf(t)
	by := func(id string) *coating.Product {
		return shelf[slices.IndexFunc(shelf, func(p *coating.Product) bool { return p.Family.ID == id })]
	}
	lay := func(ids ...string) (out []Layer) {
		for _, id := range ids {
			out = append(out, Layer{Role: Protect, Product: by(id), Coats: 2})
		}
		return out
	}
	for _, c := range []struct {
		use, material string
		layers        []Layer
		enough, dewax bool
		over          string // a last coat that may go over it; "" when nothing may
	}{
		{"dining_table", "pine", lay("wax_clear"), false, true, "clear_wb_pu_2k"},
		{"dining_table", "oak", lay("clear_wb_pu", "wax_clear"), false, true, "clear_wb_pu_2k"},
		{"display", "pine", lay("wax_clear"), true, true, ""},
		{"counter", "oak", lay("clear_wb_pu"), false, false, "clear_wb_pu_2k"},
		{"outdoors_exposed", "oak", lay("clear_wb_pu"), false, false, ""},
		{"board", "maple", lay("varnish_oil_pu"), false, false, ""},
	} {
		got := changedUse(t, wish(c.use, c.material, Natural), c.layers, shelf)
		if got.Enough() != c.enough || (len(got.Dewax) > 0) != c.dewax {
			t.Errorf("%s: enough %v, dewax %v", c.use, got.Enough(), got.Dewax)
		}
		if c.dewax && !strings.Contains(strings.Join(got.Dewax, " "), "Ventilate") {
			t.Errorf("%s: solvent without its caution: %v", c.use, got.Dewax)
		}
		over := lastFamilies(got.Over)
		if c.over != "" && !slices.Contains(over, c.over) {
			t.Errorf("%s over %s: %s is not among %v", c.use, c.layers[0].Product.Family.ID, c.over, over)
		}
		if len(got.Anew.Systems) == 0 {
			t.Errorf("%s: nothing from bare wood either", c.use)
		}
	}
	trim := decorShelf(t)
	stencil := trim[slices.IndexFunc(trim, func(p *coating.Product) bool { return p.Family.ID == "paint_craft" })]
	stencilled := append(lay("clear_wb_pu"), Layer{Role: Decorate, Product: stencil, Coats: 1}, lay("wax_clear")[0])
	if got := changedUse(t, wish("dining_table", "oak", Natural), stencilled, shelf); got.OverWish.Seen.Finish == nil {
		t.Error("under wax and stencil there is a varnish, not bare wood")
	}
}

// Practice: what a place adds to an end use.
func TestPlaceAddsToTheUse(t *testing.T) {
	w := wish("dining_table", "oak", Natural)
	w.Use = w.Use.At(enduse.Coast)
	for _, id := range lastFamilies(searched(t, w, demoShelf(t))) {
		if coating.Families[id].Typical.Exterior != coating.Yes {
			t.Errorf("%s on a table by the sea", id)
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
	oak := searched(t, wish("cabinet_front", "oak", OpaquePale), demoShelf(t))
	for _, s := range oak.Systems {
		if s.Layers[0].Product.Blocks == coating.No {
			t.Errorf("pale over oak starts with %s, which blocks nothing", s.Layers[0].Product.Name)
		}
	}
	dark := searched(t, wish("cabinet_front", "oak", OpaqueDark), demoShelf(t))
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
		{"dining_table", "clear_wb_pu", 3}, {"dining_table", "clear_wb_pu_heavy", 2}, {"base", "clear_wb_pu", 2},
		{"counter", "clear_wb_pu_2k", 4}, {"board", "oil_board", 4},
	} {
		ash := wish(c.use, "ash", Natural)
		most, _ := CoatsWanted(&ash, Protect, compat.Ground{Material: substrate.Find("ash")}, shelf(t, c.family)[0])
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
		{"outdoors with indoor products only", wish("outdoors_covered", "teak", Natural), ""},
		{"stain on laminate", wish("desk", "laminate", Stained), ""},
		{"a floor", wish("floor_home", "oak", Natural), "gate"},
		{"a freezing shed", func() Wish { w := wish("display", "oak", Natural); w.Air.TempC = 2; return w }(), "air"},
		{"opaque without paint", wish("display", "oak", OpaqueDark), "look"},
	} {
		a := searched(t, c.w, onlyWax)
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
	flat := wish("floor_home", "oak", Natural)
	flat.Sheen = coating.DeadFlat
	if a := searched(t, flat, shelf(t, "floor_wb gloss")); len(a.Systems) != 0 || len(a.Openings) == 0 ||
		a.Openings[0].What != "sheen" ||
		a.LeftOut[0].Kind != "sheen" {
		t.Errorf("dead flat, with a gloss floor finish only: %+v", a)
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
		{wish("cot", "beech", OpaquePale), "clear_wb_pu_heavy", "silent", "Find a tin of it that states conformity for toys"},
		{wish("outdoors_coast", "teak", Natural), "wax_clear", "gate", "not rated for outdoors"},
		{wish("floor_home", "oak", Natural), "clear_wb_pu", "gate", "does not say floors"},
		{wish("dining_table", "oak", Natural), "paint_chalk", "look", "hides the wood"},
		{wish("dining_table", "oak", Natural), "wax_clear", "outranked", "water (gives 1 of 4)"},
		{wish("cabinet_front", "beech", OpaquePale), "oil_hardwax", "look", "soaks into wood"},
		{wish("shelf", "beech", Natural), "oil_board", "look", "made for another life"},
		{wish("cabinet_front", "beech", OpaquePale), "varnish_oil_pu", "join", "ambers"},
		{dampish, "lacquer_cab", "air", "Too damp"},
	} {
		found := false
		for _, l := range searched(t, c.w, demoShelf(t)).LeftOut {
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

// everySystem enumerates, by plain recursion over all choices for each place, the cheapest legal rank for each last
// coat. It shares CoatsWanted, parts, decorators and Assess with the search, but none of its labels, stages or
// dominance.
func everySystem(w Wish, products []*coating.Product) map[*coating.Product]float64 {
	best := map[*coating.Product]float64{}
	try := func(layers []Layer) {
		ground, money := w.Ground(), 0.0
		for i := range layers {
			l := &layers[i]
			below := Role("")
			if i > 0 {
				below = layers[i-1].Role
			}
			most, least := CoatsWanted(&w, l.Role, ground, l.Product)
			l.Coats = 0
			for n := most; n >= least && l.Coats == 0; n-- {
				try := *l
				try.Coats = n
				first := compat.Join{
					Ground:  ground,
					Coat:    l.Product,
					Coats:   n,
					Partly:  l.Partly(),
					Context: w.Context(),
					State:   compat.State{Distress: w.worn(below, l.Role)},
				}
				spent := money + w.price(try, ground.Top == nil)
				if compat.Judge(first).Legal() &&
					(n == 1 || between(w.Context(), ground, try, w.worn(below, l.Role)).Legal()) {
					l.Coats, money = n, spent
				}
			}
			if l.Coats == 0 || w.Wants.Budget > 0 && money > w.Wants.Budget ||
				(i > 0 && layers[i-1].Product == l.Product) {
				return
			}
			ground = l.on(ground)
		}
		with := w.Wants.With == 0 ||
			slices.ContainsFunc(layers, func(l Layer) bool { return l.Product.ID == w.Wants.With })
		if s := Assess(w, layers); with && s.Legal() && s.SheenSteps < sheenTooFar {
			last := s.Protection().Product
			if rank, known := best[last]; !known || s.Rank < rank {
				best[last] = s.Rank
			}
		}
	}
	for _, d := range w.Decor {
		if w.unfit(d) != "" {
			return best
		}
	}
	kind := func(role Role, fits func(prime, colour, protect bool, p *coating.Product) bool, may bool) (out []*Layer) {
		if may {
			out = []*Layer{nil}
		}
		for _, p := range products {
			if prime, colour, protect, _ := parts(&w, p); fits(prime, colour, protect, p) {
				out = append(out, &Layer{Role: role, Product: p})
			}
		}
		return out
	}
	decor := func(place decoration.Place) (out [][]*Layer) {
		for _, d := range w.at(place) {
			role := Decorate
			if d.Kind.ID == "undercoat" {
				role = Colour
			}
			var slot []*Layer
			for _, p := range w.decorators(d, products) {
				slot = append(slot, &Layer{Role: role, Product: p})
			}
			out = append(out, slot)
		}
		return out
	}
	barrier := kind(Barrier, func(prime, _, _ bool, p *coating.Product) bool { return prime && bars(p) }, true)
	protect := func(fits func(p *coating.Product) bool) []*Layer {
		return kind(Protect, func(_, _, protect bool, p *coating.Product) bool { return protect && fits(p) }, false)
	}
	resin := func(p *coating.Product) bool { return p.Family.Is(coating.GroupResin) }
	self := func(p *coating.Product) bool { return !resin(p) && w.Look != Natural && p.Shade != coating.Clear }
	nothing := func(p *coating.Product) bool { return p.Family.NothingOn() }
	clear := func(p *coating.Product) bool { return !resin(p) && !self(p) && !nothing(p) }
	under := append([][]*Layer{kind(Prime, func(prime, _, _ bool, _ *coating.Product) bool { return prime }, true)},
		decor(decoration.Under)...)
	over := decor(decoration.Over)
	if w.Look != Natural {
		over = append(
			[][]*Layer{kind(Colour, func(_, colour, _ bool, _ *coating.Product) bool { return colour }, false)},
			over...)
	}
	last := decor(decoration.Last)
	ways := [][][]*Layer{}
	if len(w.Decor) == 0 {
		ways = append(ways, [][]*Layer{protect(nothing)})
	}
	if w.bareColour() {
		ways = append(ways, slices.Concat(under, [][]*Layer{protect(self)}, last))
	}
	if pour := decor(decoration.Poured); len(pour) > 0 {
		ways = append(ways,
			slices.Concat(under, over,
				[][]*Layer{
					barrier,
					protect(func(p *coating.Product) bool { return resin(p) && w.at(decoration.Poured)[0].takes(p) }),
				},
				last,
			),
			slices.Concat(under, over, pour, [][]*Layer{barrier, protect(clear)}, last),
		)
	} else if len(over) > 0 || !w.bareColour() {
		ways = append(ways, slices.Concat(under, over, [][]*Layer{barrier, protect(clear)}, last))
	} else {
		ways = append(ways, slices.Concat(under, [][]*Layer{protect(clear)}, last))
	}
	var walk func(slots [][]*Layer, laid []Layer)
	walk = func(slots [][]*Layer, laid []Layer) {
		if len(slots) == 0 {
			try(slices.Clone(laid))
			return
		}
		for _, l := range slots[0] {
			if l == nil {
				walk(slots[1:], laid)
			} else {
				walk(slots[1:], append(slices.Clone(laid), *l))
			}
		}
	}
	for _, way := range ways {
		walk(way, nil)
	}
	return best
}

// oneOf a list, or none.
func oneOf[T any](r *rand.Rand, list []T) (none T) {
	if i := r.IntN(len(list) + 1); i < len(list) {
		return list[i]
	}
	return none
}

// Property: on random small shelves and wishes the search finds, for every last coat, exactly the cheapest legal
// system.
func TestSearchEqualsBruteForceOnSmallShelves(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(3), 5)), soak.Rounds(8000, 200_000)
	all := append(decorShelf(t), twins(t)...)
	compared, decorated := 0, 0
	for round := range rounds {
		some := slices.Clone(all)
		r.Shuffle(len(some), func(i, j int) { some[i], some[j] = some[j], some[i] })
		some = some[:9]
		w := Wish{AreaM2: 1,
			Use:      enduse.EndUses[r.IntN(len(enduse.EndUses))],
			Material: substrate.Materials[r.IntN(len(substrate.Materials))],
			Look:     Looks[r.IntN(len(Looks))], Sheen: coating.Sheen(r.IntN(6)), FoodPolicy: enduse.StrictFood,
			Air: climate.Air{TempC: 8 + 20*r.Float64(), RH: 35 + 45*r.Float64()},
		}
		if r.IntN(2) == 0 { // an old finish that is kept
			w.Seen.Finish, w.Action = substrate.OldFinishes[r.IntN(len(substrate.OldFinishes))], substrate.Keep
		}
		w.Seen.Valued = r.IntN(5) == 0
		if r.IntN(3) == 0 {
			w.Wants.Warned = map[int64]string{some[0].ID: "It spat.", some[1].ID: "Never again."}
		}
		if r.IntN(2) == 0 {
			some[7], some[8] = coating.Nothing[0], coating.Nothing[1]
		}
		w.Wants.Weights = Weights{
			Wear:   float64(r.IntN(5)),
			Soon:   float64(r.IntN(5)),
			Repair: float64(r.IntN(5)),
			Smell:  float64(r.IntN(5)),
			Coats:  float64(r.IntN(5)),
			Cost:   float64(r.IntN(3)),
		}
		w.Wants.OverDark, w.Schools.DistressAfterWax = r.IntN(3) == 0, r.IntN(2) == 0
		w.Wants.Depth, w.Wants.Hue = oneOf(r, coating.Depths), oneOf(r, coating.Hues)
		for _, p := range some {
			if p.Shade == coating.Tone {
				p.Facts.Depth, p.Facts.Hue = oneOf(r, coating.Depths), oneOf(r, coating.Hues)
			}
		}
		w.AreaM2, w.Wants.OnSite = []float64{0.3, 1, 20}[r.IntN(3)], r.IntN(2) == 0
		if r.IntN(3) == 0 {
			w.Use, w.Shop.Lacks = w.Use.MeasuringSlip(), []technique.Tool{technique.FoamRoller}
		}
		if r.IntN(4) == 0 {
			w.Wants.Budget, w.Wants.Prices = 5+30*r.Float64(), map[int64]float64{}
			for _, p := range all {
				w.Wants.Prices[p.ID] = 5 + 95*r.Float64()
			}
		}
		for range r.IntN(3) {
			d := Decor{Kind: decoration.Kinds[r.IntN(len(decoration.Kinds))]}
			some[r.IntN(4)] = all[len(all)-1-r.IntN(15)] // something to decorate with
			if d.Kind.AnyPaint && r.IntN(3) == 0 {
				d.Product = some[r.IntN(len(some))].ID
			}
			if !slices.ContainsFunc(w.Decor, func(o Decor) bool { return o.Kind == d.Kind }) {
				w.Decor = append(w.Decor, d)
			}
		}
		slices.SortFunc(some, func(a, b *coating.Product) int { return cmp.Compare(a.ID, b.ID) })
		some = slices.Compact(some)
		w.Wants.LowSmell, w.Wants.NoTwoPart = r.IntN(4) == 0, r.IntN(4) == 0
		if r.IntN(6) == 0 {
			w.Wants.With = some[0].ID
		}
		if r.IntN(3) == 0 { // a neighbour that needs some of the shelf anyway
			w.Beside = []Neighbour{{Layers: []Layer{{Product: some[1], Coats: 2}, {Product: some[2], Coats: 1}}}}
		}
		want := everySystem(w,
			slices.DeleteFunc(slices.Clone(some), func(p *coating.Product) bool { return w.Wants.asideFor(p) != "" }))
		found := newSearch(t.Context(), w, some).run()
		if len(want) != len(found.best) {
			t.Fatalf("round %d, %s %s %s: search ends in %d coats, brute force in %d", round, w.Use.ID, w.Material.ID,
				w.Look, len(found.best), len(want))
		}
		for last, rank := range want {
			end := found.best[last]
			if end == nil || math.Abs(end.cost-rank) > 1e-9 || math.Abs(Assess(w, end.layers()).Rank-rank) > 1e-9 {
				t.Fatalf("round %d, %s: search %+v, brute force %.4f", round, last.Name, end, rank)
			}
			compared++
			if len(w.Decor) > 0 {
				decorated++
			}
		}
	}
	if compared < 200 || decorated < 60 {
		t.Errorf("only %d systems compared, %d of them decorated: the shelves are too poor to prove anything", compared,
			decorated)
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
		case f.Is(coating.GroupPaint, coating.GroupPrimer):
			shade = []string{"pale", "dark"}[i/len(ids)%2]
		case f.Is(coating.GroupStain):
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
				searched(b, w, products)
			}
		})
	}
}

// Who wants no gun gets none for a large piece either: the way a coat goes on heeds the wish as the choice does.
func TestNoGunWhereNoneIsWanted(t *testing.T) {
	w := wish("desk", "mdf", OpaquePale)
	w.AreaM2 = 40
	enamel := &coating.Product{Family: coating.Families["enamel_wb"]}
	if !w.Technique(enamel, 40).Sprays() {
		t.Fatal("a kitchen's doors are sprayed on racks where a gun is at hand")
	}
	if w.Wants.NoSpray = true; w.Technique(enamel, 40).Sprays() {
		t.Error("sprayed, though no gun is wanted")
	}
}

// Two clear finishes whose amber is two steps apart are seen to part in tone; one step is not.
func TestFromWhenTonesPart(t *testing.T) {
	said := 0
	for _, warm := range []string{"varnish_oil_pu", "shellac_dewaxed", "lacquer_nc", "oil_hardwax", "varnish_wb_oil_modified"} {
		for _, pale := range []string{"clear_wb_pu", "clear_wb_acrylic", "lacquer_nc"} {
			last, beside := sheened(t, warm), sheened(t, pale)
			w := wish("shelf", "oak", Natural)
			w.Beside = []Neighbour{{Zone: "the frame", Look: Natural, Layers: []Layer{{Role: Protect, Product: beside, Coats: 2}}}}
			told := strings.Join(w.Together(Assess(w, []Layer{{Role: Protect, Product: last, Coats: 2}})), " ")
			apart := math.Abs(last.Amber - beside.Amber)
			if parts := strings.Contains(told, "part in tone"); parts != (apart >= 2) {
				t.Errorf("%s beside %s, %g steps apart: said %t", warm, pale, apart, parts)
			}
			if apart >= 2 {
				said++
			}
		}
	}
	if said == 0 {
		t.Error("no two were apart")
	}
}

func sheened(t *testing.T, family string) *coating.Product {
	t.Helper()
	p, err := coating.New(coating.Product{Name: family, Shade: coating.Clear, Sheen: coating.Satin}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}
