package httpapi

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
)

func wants() *api.Wants {
	return &api.Wants{
		Place:      "heated",
		Without:    []string{},
		WithoutIds: []int64{},
		Decor:      []api.Decor{},
		Decisions:  []api.Decision{},
		Weights:    api.Weights{Wear: 1, Soon: 1, Repair: 1, Coats: 1},
	}
}

// products of the demo shelf by name.
func (c *client) products() map[string]api.Product {
	c.t.Helper()
	out := map[string]api.Product{}
	for _, p := range get[[]api.Product](c, "/api/products") {
		out[p.Ref.Name] = p
	}
	return out
}

// refuses expects a problem that names a field.
// refuses tells that what is sent is not kept, by the contract or by the workshop, and that the field is named.
func (c *client) refuses(path, body, field string) {
	c.t.Helper()
	status, data := c.call("POST", path, body)
	if status != 422 && status != 400 || detailAt(c.t, data, field) == "" {
		c.t.Errorf("%s: %d %s", field, status, data)
	}
}

func (c *client) chooseFor(b api.Brief) api.Choice {
	c.t.Helper()
	return answer[api.Choice](c, "POST", "/api/choose", encode(c.t, b), 200)
}

func lastOf(s api.System) string { return s.Layers[len(s.Layers)-1].Product.Name }

func uses(s api.System, id int64) bool {
	return slices.ContainsFunc(s.Layers, func(l api.Layer) bool { return l.Product.ID == id })
}

// What is wanted besides end use, look and sheen changes the answer, says why, is kept with the zone, and bad wants
// name the field.
func TestWantsSteerTheChoiceAndAreKept(t *testing.T) {
	c := start(t)
	b := brief(input())
	usual := c.chooseFor(b)
	last := usual.Systems[0].Layers[len(usual.Systems[0].Layers)-1].Product

	for _, tc := range []struct {
		name   string
		want   func(*api.Wants)
		reason string
	}{
		{"put aside", func(w *api.Wants) { w.WithoutIds = []int64{last.ID} }, "You put it aside."},
		{"nothing to mix", func(w *api.Wants) { w.NoTwoPart = true }, "mixed from two parts"},
		{"no solvents", func(w *api.Wants) { w.NoSolvent = true }, "carried by solvent"},
		{"no smell", func(w *api.Wants) { w.LowSmell = true }, "smells for days"},
		{"buy nothing", func(w *api.Wants) { w.OnlyStock = true }, "no tin of it in stock"},
	} {
		b.Zone.Wants = wants()
		tc.want(b.Zone.Wants)
		answer := c.chooseFor(b)
		said := slices.IndexFunc(answer.LeftOut,
			func(l api.LeftOut) bool { return l.Kind == "wants" && strings.Contains(l.Reason, tc.reason) })
		if said < 0 {
			t.Errorf("%s: nothing is left out because %q", tc.name, tc.reason)
			continue
		}
		for _, s := range answer.Systems {
			if uses(s, answer.LeftOut[said].Product.ID) {
				t.Errorf("%s: %s is left out and shown", tc.name, answer.LeftOut[said].Product.Name)
			}
		}
	}

	b.Zone.Wants = wants()
	b.Zone.Wants.OnlyStock = true
	shelf := c.products()
	for _, s := range c.chooseFor(b).Systems {
		for _, l := range s.Layers {
			if shelf[l.Product.Name].LeftL <= 0 {
				t.Errorf("%s is to be bought", l.Product.Name)
			}
		}
	}

	b.Zone.Wants = wants()
	b.Zone.Wants.WithID = shelf["Gannet Blond"].Ref.ID
	if b.Zone.Wants.WithID == 0 {
		t.Fatal("the demo shelf has no dewaxed shellac")
	}
	for _, s := range c.chooseFor(b).Systems {
		if !uses(s, b.Zone.Wants.WithID) {
			t.Errorf("%s is without what must be in it", lastOf(s))
		}
	}

	// Demands set by hand stand in the answer; a place outdoors adds its gate.
	b.Zone.Wants = wants()
	b.Zone.Wants.Asks = &[]int{5, 5, 5, 5, 5, 1}
	if d := c.chooseFor(b).Systems[0].Demands; d[0].Asked != 5 || d[5].Asked != 1 {
		t.Errorf("asked by hand: %+v", d)
	}
	b.Zone.Wants = wants()
	b.Zone.Wants.Place = "coast"
	for _, s := range c.chooseFor(b).Systems {
		if len(s.Gates) == 0 {
			t.Errorf("%s stands by the sea without a gate", lastOf(s))
		}
	}

	in := input()
	in.Zones[0].Wants = wants()
	in.Zones[0].Wants.NoSpray, in.Zones[0].Wants.Weights.Repair = true, 4
	in.Zones[0].Wants.Without = []string{"wax_clear"}
	kept := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201).Input.Zones[0].Wants
	if encode(t, kept) != encode(t, in.Zones[0].Wants) {
		t.Errorf("kept %s, was told %s", encode(t, kept), encode(t, in.Zones[0].Wants))
	}

	for field, spoil := range map[string]func(*api.Wants){
		"/zone/wants/place":     func(w *api.Wants) { w.Place = "moon" },
		"/zone/wants/without/0": func(w *api.Wants) { w.Without = []string{"butter"} },
	} {
		b.Zone.Wants = wants()
		spoil(b.Zone.Wants)
		status, data := c.call("POST", "/api/choose", encode(t, b))
		if status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %.200s", field, status, data)
		}
	}
	for name, spoil := range map[string]func(*api.Wants){
		"a weight below nothing": func(w *api.Wants) { w.Weights.Soon = -1 },
		"a weight of a hundred":  func(w *api.Wants) { w.Weights.Smell = 100 },
		"a demand of nine":       func(w *api.Wants) { w.Asks = &[]int{9, 1, 1, 1, 1, 1} },
		"too few demands":        func(w *api.Wants) { w.Asks = &[]int{3} },
	} {
		b.Zone.Wants = wants()
		spoil(b.Zone.Wants)
		if status, data := c.call("POST", "/api/choose", encode(t, b)); status != 400 ||
			!strings.Contains(string(data), `"field":"/zone/wants/`) {
			t.Errorf("%s: %d %.200s", name, status, data)
		}
	}
}

// A system put together by hand is judged whole: legal or with what stands in the way and the ways past it.
func TestASystemByHandIsJudgedWhole(t *testing.T) {
	c := start(t)
	shelf := c.products()
	b := brief(input())
	b.Zone.Look, b.Zone.EndUse = "opaque_pale", "cabinet_front"
	layer := func(name string, coats int) api.LayerAsked {
		id := shelf[name].Ref.ID
		if id == 0 {
			t.Fatalf("%s is not on the demo shelf", name)
		}
		return api.LayerAsked{ProductID: id, Coats: coats}
	}
	assess := func(layers ...api.LayerAsked) api.Assessed {
		return answer[api.Assessed](c, "POST", "/api/assess", encode(t, api.AssessInput{Brief: b, Layers: layers}), 200)
	}
	bleeds := assess(layer("Chalk Cove, Shell", 2))
	if bleeds.System.Legal || !strings.Contains(bleeds.Why, "tannin") || len(bleeds.Ways) != 1 ||
		len(bleeds.Ways[0]) == 0 {
		t.Errorf("chalk paint on oak: legal %t, %q, %d ways", bleeds.System.Legal, bleeds.Why, len(bleeds.Ways[0]))
	}
	good := assess(layer("Breakwater Block", 1), layer("Chalk Cove, Shell", 2), layer("Mizzen Clear", 3))
	if !good.System.Legal || good.Why != "" || good.System.Coats != 6 || good.System.LightUse == nil {
		t.Errorf("blocked, painted and sealed: %q, %+v", good.Why, good.System.Obstacles)
	}
	if roles := each(good.System.Layers, func(l api.Layer) api.Role { return l.Role }); !slices.Equal(roles,
		[]api.Role{"prime", "colour", "protect"}) {
		t.Errorf("roles %v", roles)
	}
	turned := assess(layer("Mizzen Clear", 3), layer("Breakwater Block", 1), layer("Chalk Cove, Shell", 2))
	if turned.System.Legal || turned.Why == "" {
		t.Errorf("chalk paint left as the last coat: %q", turned.Why)
	}
	if status, data := c.call("POST", "/api/assess", encode(t, api.AssessInput{Brief: b,
		Layers: []api.LayerAsked{{ProductID: 99_999, Coats: 1}}})); status != 422 ||
		detailAt(t, data, "/layers/0/productId") == "" {
		t.Errorf("a product nobody has: %d %.200s", status, data)
	}
	for name, layers := range map[string][]api.LayerAsked{"no layer": {}, "no coat": {layer("Mizzen Clear", 0)},
		"a hundred coats": {layer("Mizzen Clear", 100)}} {
		if status, data := c.call("POST", "/api/assess", encode(t, api.AssessInput{Brief: b, Layers: layers})); status != 400 ||
			!strings.Contains(string(data), `"field":"/layers`) {
			t.Errorf("%s: %d %.200s", name, status, data)
		}
	}
	wrong := b
	wrong.Zone.Material = "cheese"
	if status, data := c.call("POST", "/api/assess", encode(t, api.AssessInput{Brief: wrong,
		Layers: []api.LayerAsked{layer("Mizzen Clear", 2)}})); status != 422 ||
		detailAt(t, data, "/brief/zone/material") == "" {
		t.Errorf("a brief that cannot be: %d %.200s", status, data)
	}
}

func TestRecipesAreKeptOnceAndForgotten(t *testing.T) {
	c := start(t)
	shelf := c.products()
	before := len(get[[]api.Recipe](c, "/api/recipes"))
	in := api.RecipeInput{
		Name:   "Three of clear",
		Layers: []api.LayerAsked{{ProductID: shelf["Mizzen Clear"].Ref.ID, Coats: 3}},
	}
	kept := answer[api.Recipe](c, "POST", "/api/recipes", encode(t, in), 201)
	if kept.ID == 0 || kept.Name != in.Name || encode(t, kept.Layers) != encode(t, in.Layers) {
		t.Errorf("kept %+v", kept)
	}
	if status, data := c.call("POST", "/api/recipes", encode(t, in)); status != 422 ||
		!strings.Contains(detailAt(t, data, "/name"), "already") {
		t.Errorf("the same name twice: %d %s", status, data)
	}
	strange := api.RecipeInput{Name: "", Layers: []api.LayerAsked{{ProductID: 99_999, Coats: 1}}}
	if status, data := c.call("POST", "/api/recipes", encode(t, strange)); status != 422 ||
		detailAt(t, data, "/name") == "" {
		t.Errorf("no name: %d %s", status, data)
	}
	strange.Name = "Of nothing"
	if status, data := c.call("POST", "/api/recipes", encode(t, strange)); status != 422 ||
		detailAt(t, data, "/layers/0/productId") == "" {
		t.Errorf("a product nobody has: %d %s", status, data)
	}
	if n := len(get[[]api.Recipe](c, "/api/recipes")); n != before+1 {
		t.Errorf("%d recipes, want %d: a refused one was kept", n, before+1)
	}
	path := fmt.Sprintf("/api/recipes/%d?version=%d", kept.ID, kept.Version)
	if status, _ := c.call("DELETE", path, ""); status != 204 {
		t.Errorf("forgetting: %d", status)
	}
	if status, _ := c.call("DELETE", path, ""); status != 404 {
		t.Errorf("forgetting what is gone: %d", status)
	}
}

// A finished piece that is to lead another life: what falls short, and what would put it right over it or anew.
func TestAnotherLifeIsJudged(t *testing.T) {
	c := start(t)
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, input()), 201)
	path := fmt.Sprintf("/api/pieces/%d/zones/%d/change-use", piece.ID, *piece.Input.Zones[0].ID)
	ask := func(use, place string) string { return encode(t, api.UseChangeInput{EndUse: use, Place: place}) }
	if status, data := c.call("POST", path, ask("floor_public", "heated")); status != 409 ||
		!strings.Contains(string(data), "No coating system is chosen") {
		t.Errorf("nothing chosen yet: %d %s", status, data)
	}
	shelf := c.products()
	piece = c.choose(piece, 0, []api.LayerChoice{{Role: "protect", ProductID: shelf["Mizzen Clear"].Ref.ID, Coats: 3}})

	same := answer[api.UseChange](c, "POST", path, ask("desk", "heated"), 200)
	if !same.Now.Legal || same.Why != "" {
		t.Errorf("the life it was made for: %q", same.Why)
	}
	walked := answer[api.UseChange](c, "POST", path, ask("floor_public", "heated"), 200)
	if walked.Enough || walked.Why == "" {
		t.Errorf("a desk's varnish under shoes: enough %t, %q", walked.Enough, walked.Why)
	}
	outside := answer[api.UseChange](c, "POST", path, ask("desk", "coast"), 200)
	if outside.Enough || len(outside.Anew) == 0 {
		t.Errorf("by the sea: enough %t, %d anew", outside.Enough, len(outside.Anew))
	}
	for _, s := range append(outside.Over, outside.Anew...) {
		if !s.Legal {
			t.Errorf("%s would not put it right", lastOf(s))
		}
	}
	for field, body := range map[string]string{"/endUse": ask("hat", "heated"), "/place": ask("desk", "moon")} {
		if status, data := c.call("POST", path, body); status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", field, status, data)
		}
	}
	if status, _ := c.call("POST", fmt.Sprintf("/api/pieces/%d/zones/%d/change-use", piece.ID, 1), ask("desk", "heated")); status != 404 {
		t.Errorf("another piece's zone: %d", status)
	}
}

// The zones of one piece are thought of together: the tin its neighbour needs is shared, what is short is to be bought.
func TestNeighboursAndTheShoppingList(t *testing.T) {
	c := start(t)
	in := input()
	legs := in.Zones[0]
	legs.Name, legs.EndUse = "legs", "base"
	in.Zones = append(in.Zones, legs)
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	clear := c.products()["Mizzen Clear"].Ref.ID
	piece = c.choose(piece, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}})

	b := brief(piece.Input)
	b.Zone = piece.Input.Zones[1]
	b.PieceID = &piece.ID
	shared := 0
	for _, s := range c.chooseFor(b).Systems {
		says := slices.ContainsFunc(s.Together,
			func(line string) bool { return strings.HasPrefix(line, "Shares Mizzen Clear with top") })
		if says != uses(s, clear) {
			t.Errorf("%s: uses the tin %t, says so %t", lastOf(s), uses(s, clear), says)
		}
		if says {
			shared++
		}
	}
	if shared == 0 {
		t.Error("no system shares the tin")
	}
	b.PieceID = nil
	for _, s := range c.chooseFor(b).Systems {
		if len(s.Together) > 0 {
			t.Errorf("%s stands alone and is told of neighbours: %v", lastOf(s), s.Together)
		}
	}

	// What is to be bought is what is asked less what the tins hold.
	b.Zone.AreaM2 = 12
	bought := 0
	for _, s := range c.chooseFor(b).Systems {
		if len(s.Layers) > 1 {
			continue // litres are told for the whole system
		}
		p := s.Layers[0].Product
		short := *s.Litres - c.products()[p.Name].LeftL
		if (short > 0) != (len(s.Buy) == 1) || (short > 0 && math.Abs(s.Buy[0].Litres-short) > 1e-9) {
			t.Errorf("%s: short of %.2f L, to buy %+v", p.Name, short, s.Buy)
		}
		bought += len(s.Buy)
	}
	if bought == 0 {
		t.Error("nothing to buy for 12 m²: the demo proves nothing")
	}
	gone := int64(99_999)
	b.PieceID = &gone
	if status, _ := c.call("POST", "/api/choose", encode(t, b)); status != 404 {
		t.Errorf("beside a piece that is not: %d", status)
	}
}

// A decoration is wished for, measured, chosen with its system, planned and kept; what cannot be names its field.
func TestDecorationIsWishedForMeasuredAndKept(t *testing.T) {
	c := start(t)
	in := input()
	in.Zones[0].Look, in.Zones[0].Wants = "opaque_dark", wants()
	in.Zones[0].Wants.Decor = []api.Decor{
		{
			Kind:     "stencil",
			Measures: api.DecorMeasures{"lengthM": 1.8, "motifM": 0.22, "gapM": 0.03},
			Shares:   []api.Share{},
		},
	}
	found := c.chooseFor(brief(in))
	if len(found.Systems) == 0 {
		t.Fatalf("nothing suits: %+v", found.Openings)
	}
	best := found.Systems[0]
	at := slices.IndexFunc(best.Layers, func(l api.Layer) bool { return l.Role == "decorate" && l.Partly })
	if at < 1 || at == len(best.Layers)-1 {
		t.Fatalf("the stencil lies at %d of %d", at, len(best.Layers))
	}
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	if kept := piece.Input.Zones[0].Wants.Decor; len(kept) != 1 || kept[0].Measures["motifM"] != 0.22 {
		t.Errorf("kept: %+v", kept)
	}
	piece = c.choose(piece, 0, each(best.Layers, func(l api.Layer) api.LayerChoice {
		return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
	}))
	plan := get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", piece.ID)).Plan
	if !slices.ContainsFunc(plan.Steps, func(s api.Step) bool { return strings.HasPrefix(s.Title, "Stencil") }) {
		t.Errorf("no step stencils: %v", each(plan.Steps, func(s api.Step) string { return s.Title }))
	}

	layout := answer[api.DecorLayout](
		c,
		"POST",
		"/api/decorations/measure",
		encode(t, api.DecorMeasuring{
			Kind:     "stripes",
			Measures: api.DecorMeasures{"lengthM": 1, "widthM": 0.63, "bandM": 0.1},
			Shares:   []api.Share{},
		}),
		200,
	)
	if len(layout.Bands) != 3 || layout.SpanM != 0.63 {
		t.Errorf("stripes: %+v", layout)
	}
	for _, bad := range []struct {
		decor []api.Decor
		field string
	}{
		{[]api.Decor{{Kind: "glitter", Measures: api.DecorMeasures{}, Shares: []api.Share{}}}, "/zone/wants/decor/0/kind"},
		{[]api.Decor{in.Zones[0].Wants.Decor[0], in.Zones[0].Wants.Decor[0]}, "/zone/wants/decor/1/kind"},
		{
			[]api.Decor{{Kind: "stripes", Measures: api.DecorMeasures{"lengthM": 1, "widthM": 0.1, "bandM": 0.1}, Shares: []api.Share{}}},
			"/zone/wants/decor/0/measures/bandM",
		},
	} {
		b := brief(in)
		b.Zone.Wants = wants()
		b.Zone.Wants.Decor = bad.decor
		c.refuses("/api/choose", encode(t, b), bad.field)
	}
	b := brief(in)
	b.Zone.Wants.Budget = "plenty"
	c.refuses("/api/choose", encode(t, b), "/zone/wants/budget")
	b.Zone.Wants.Budget = ""
	b.Night = &api.Air{TempC: 70, Rh: 50}
	c.refuses("/api/choose", encode(t, b), "/night/tempC")

	b = brief(in)
	b.Zone.Look = "natural"
	b.Zone.Wants.Decor = []api.Decor{{Kind: "crackle", Measures: api.DecorMeasures{}, Shares: []api.Share{}}}
	if none := c.chooseFor(b); len(none.Systems) > 0 || !slices.ContainsFunc(none.Openings, func(o api.Opening) bool {
		return o.What == "decor" && strings.Contains(o.Stands, "painted surface")
	}) {
		t.Errorf("crackle on natural wood: %d systems, %+v", len(none.Systems), none.Openings)
	}
}

// The night's air is kept with the piece and moves its dates; a budget leaves out what costs more, and says so.
func TestNightAirAndBudget(t *testing.T) {
	c := start(t)
	in := input()
	warm := c.chooseFor(brief(in))
	in.Night = &api.Air{TempC: 11, Rh: 70}
	cold := c.chooseFor(brief(in))
	if !cold.Systems[0].FullCure.After(*warm.Systems[0].FullCure) {
		t.Errorf("hard on %v, with cold nights on %v", warm.Systems[0].FullCure, cold.Systems[0].FullCure)
	}
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	if n := get[api.Piece](c, fmt.Sprintf("/api/pieces/%d", piece.ID)).Input.Night; n == nil || n.TempC != 11 {
		t.Errorf("the night kept: %+v", n)
	}
	piece = c.choose(piece, 0, each(cold.Systems[0].Layers, func(l api.Layer) api.LayerChoice {
		return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
	}))
	asView := fmt.Sprintf("/api/pieces/%d/plan?tempC=20&rh=50", piece.ID) // the day's air, as the view always tells it
	// Around what is in hand; once it is taken in, its promise counts among theirs.
	chosen := *cold.Systems[0].FullCure
	if hard := get[api.PlanAnswer](c, asView).Plan.FullCure; hard.After(chosen) || chosen.Sub(*hard) > 24*time.Hour {
		t.Errorf("planned hard on %v, chosen %v", hard, chosen)
	}
	b := brief(in)
	b.Zone.Wants = wants()
	b.Zone.Wants.Budget = "1.50"
	poor := c.chooseFor(b)
	if len(poor.Systems) > 0 ||
		!slices.ContainsFunc(poor.Openings, func(o api.Opening) bool { return o.Stands == "The budget." }) {
		t.Errorf("for 1.50: %d systems, %+v", len(poor.Systems), poor.Openings)
	}
}

// What misses the promise stands behind what keeps it, by the plan as it is shown; unless the date can move.
func TestThePromiseOrdersTheAnswers(t *testing.T) {
	c := start(t)
	b := brief(input())
	b.Promised = nil
	free := answer[api.Choice](c, "POST", "/api/choose", encode(t, b), 200)
	var uses []time.Time
	for _, s := range free.Systems {
		uses = append(uses, *s.LightUse)
	}
	slices.SortFunc(uses, time.Time.Compare)
	if !uses[0].Before(uses[len(uses)-1]) {
		t.Fatal("all are ready at once: no promise tells them apart")
	}
	late := 0
	for _, ready := range uses[:len(uses)-1] {
		promised := ready.Add(time.Minute)
		b.Promised = &promised
		b.Zone.Wants = wants()
		missed := false
		for _, s := range answer[api.Choice](c, "POST", "/api/choose", encode(t, b), 200).Systems {
			if s.Promise == nil {
				t.Fatal("a promise was made, and a system says nothing of it")
			}
			if missed && s.Promise.Met {
				t.Errorf("%s keeps %s and stands behind what misses it", s.Layers[0].Product.Name, promised)
			}
			missed = missed || !s.Promise.Met
		}
		if missed {
			late++
		}
		b.Zone.Wants.DateMoves = true
		moves := answer[api.Choice](c, "POST", "/api/choose", encode(t, b), 200)
		for i, s := range moves.Systems {
			if s.Layers[0].Product.ID != free.Systems[i].Layers[0].Product.ID {
				t.Errorf("the date can move, and still the order changed at %d", i)
			}
		}
	}
	if late == 0 {
		t.Error("nothing was ever late")
	}
}

// What the workshop has, and how quick it is, is asked once: without a gun nothing that must be sprayed is chosen, and
// a plan counts with the workshop's own minutes. A tool or a kind of work that is none is named.
func TestToolsAndPaceAreTheWorkshops(t *testing.T) {
	c := start(t)
	w := get[api.Workshop](c, "/api/workshop")
	settings := asStored(w)
	settings.Lacks, settings.Pace = []string{"pad_machine", "lathe"}, map[string]float64{"brush": 0, "knitting": 4}
	const path = "/api/workshop/settings"
	status, data := c.call("PUT", path, encode(t, settings))
	for _, field := range []string{"/lacks/1", "/pace/brush", "/pace/knitting"} {
		if status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", field, status, data)
		}
	}
	sprayed := func() (n int) {
		for _, l := range c.chooseFor(brief(input())).LeftOut {
			if strings.Contains(l.Reason, "has to be sprayed") {
				n++
			}
		}
		return n
	}
	planned := get[api.PlanAnswer](c, "/api/pieces/2/plan").Plan.HandsOnMin
	before := sprayed()
	settings.Lacks, settings.Pace = []string{"spray_gun"}, map[string]float64{"brush": 40, "set_up_brush": 30}
	answer[api.Workshop](c, "PUT", path, encode(t, settings), 200)
	if after := sprayed(); before != 0 || after == 0 {
		t.Errorf("%d put aside for want of a gun, then %d", before, after)
	}
	if own := get[api.PlanAnswer](c, "/api/pieces/2/plan").Plan.HandsOnMin; own <= planned {
		t.Errorf("%.0f min by hand with slow brushes, %.0f before", own, planned)
	}
}

// What is done on site is not sprayed in a booth: choosing, by hand and the plan know it alike.
func TestOnSiteNothingIsSprayedInABooth(t *testing.T) {
	c := start(t)
	sprayed := func(site bool) (n int) {
		b := brief(input())
		b.Site = &api.Site{OnSite: site}
		for _, l := range c.chooseFor(b).LeftOut {
			if strings.Contains(l.Reason, "done on site") {
				n++
			}
		}
		return n
	}
	if here, there := sprayed(false), sprayed(true); here != 0 || there == 0 {
		t.Errorf("%d put aside at the bench, %d on site", here, there)
	}
}
