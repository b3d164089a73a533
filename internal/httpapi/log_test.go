package httpapi

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/core/worklog"
)

// begunDesk is a desk that was begun days ago, of three coats of one product, and that product's id.
func (c *client) begunDesk() (piece api.Piece, clear int64) {
	c.t.Helper()
	in := input()
	in.Start = now.AddDate(0, 0, -5)
	piece = answer[api.Piece](c, "POST", "/api/pieces", encode(c.t, in), 201)
	clear = c.products()["Mizzen Clear"].Ref.ID
	return c.choose(piece, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}}), clear
}

// coatOf is what is told of a coat of a begun desk.
func coatOf(p api.Piece, n int, at time.Time, kind worklog.Kind) toTell {
	layer := 0
	return toTell{"kind": kind, "zoneId": *p.Input.Zones[0].ID, "layer": layer, "coat": n, "happenedAt": at, "who": "JT"}
}

// A coat is told with its tin, its amount, its minutes and its air: the tin is counted down, the minutes teach, the air
// is that which was read; what cannot be is refused by name; and taken back it counts nowhere.
func TestACoatIsToldAsItReallyWentOn(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	path := fmt.Sprintf("/api/pieces/%d", p.ID)
	unchosen := answer[api.Piece](c, "POST", "/api/pieces", encode(t, input()), 201)
	job := get[api.Preparation](c, fmt.Sprintf("/api/pieces/%d/preparation", unchosen.ID)).Jobs[0].Key
	c.tellOf(unchosen.ID, toTell{"kind": "job_done", "job": job, "who": "JT"}, 201) // before any choice
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, api.TinInput{Size: "1 L"}), 201)
	other := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear+1), encode(t, api.TinInput{Size: "1 L"}), 201)
	plan := func() api.Plan { return get[api.PlanAnswer](c, path+"/plan").Plan }
	holds := func(tin int64) func(api.OpenTin) bool { return func(o api.OpenTin) bool { return o.ID == tin } }
	if tins := plan().Tins; !slices.ContainsFunc(tins, holds(tin.ID)) || slices.ContainsFunc(tins, holds(other.ID)) {
		t.Fatalf("tins to lay from: %+v", tins)
	}
	first := now // as the tin is entered
	read := api.RoomAirInput{Air: api.Air{TempC: 15, Rh: 68}, ReadAt: ptr(first.Add(-time.Hour)), Who: "JT"}
	answer[api.RoomAir](c, "POST", "/api/air", encode(t, read), 201)
	c.refuses("/api/air", encode(t, api.RoomAirInput{Air: api.Air{TempC: 150, Rh: 40}, Who: "JT"}), "/air/tempC")

	coat := coatOf(p, 1, first, "coat_laid")
	for field, wrong := range map[string]func(toTell){
		"/tinId":     func(e toTell) { e["tinId"] = other.ID },
		"/litres":    func(e toTell) { e["litres"] = -1.0 },
		"/share":     func(e toTell) { e["share"] = 1.5 },
		"/method":    func(e toTell) { e["method"] = "broom" },
		"/tookMin":   func(e toTell) { e["tookMin"] = 1e6 },
		"/productId": func(e toTell) { e["productId"] = int64(1 << 40) },
	} {
		bad := maps.Clone(coat)
		wrong(bad)
		c.refuses(path+"/events", encode(t, bad), field)
	}
	coat["tinId"], coat["litres"], coat["tookMin"] = tin.ID, 0.2, 40.0
	told := c.tellOf(p.ID, coat, 201)
	left := func() float64 { return c.tin(clear, tin.ID).LeftL }
	if got := left(); got < 0.79 || got > 0.81 {
		t.Errorf("%.2f L are left of a litre, 0.2 used", got)
	}
	if learned := get[[]api.Learned](c, "/api/learned"); len(learned) != 1 || learned[0].Jobs != 1 || learned[0].PerM2 <= 0 {
		t.Errorf("40 minutes teach %+v", learned)
	}
	if at := plan().Steps; !slices.ContainsFunc(at, func(s api.Step) bool { return s.Told != nil && s.Told.ID == told.ID }) {
		t.Error("told, and not in the plan")
	}
	c.tellOf(p.ID, toTell{"kind": "taken_back", "of": told.ID}, 201)
	if got := left(); got != 1 {
		t.Errorf("taken back, and %.2f L are left of a litre", got)
	}
	if learned := get[[]api.Learned](c, "/api/learned"); len(learned) != 0 {
		t.Errorf("taken back, and it teaches %+v", learned)
	}
	tin = c.tin(clear, tin.ID) // another version: a coat was laid from it
	if status, data := c.call("DELETE", fmt.Sprintf("/api/tins/%d?version=%d&why=empty", tin.ID, tin.Version), ""); status != 204 {
		t.Fatalf("used up: %d %s", status, data)
	}
	begun := coatOf(p, 1, first.Add(-25*time.Minute), "begun")
	c.tellOf(p.ID, begun, 201)
	delete(coat, "tookMin")
	c.tellOf(p.ID, coat, 201)
	if learned := get[[]api.Learned](c, "/api/learned"); len(learned) != 1 {
		t.Errorf("begun 25 minutes before, it teaches %+v", learned)
	}
}

// tin is a tin of a product as it stands on the shelf.
func (c *client) tin(product, id int64) api.Tin {
	c.t.Helper()
	tins := get[api.ProductPage](c, fmt.Sprintf("/api/products/%d", product)).Tins
	return tins[slices.IndexFunc(tins, func(o api.Tin) bool { return o.ID == id })]
}

func ptr[T any](v T) *T { return &v }

// Another product than chosen is what lies there: the log says so, a system goes on only from it, and the coats keep
// their names. Taken off again, the coat is planned anew.
func TestAnotherProductIsWhatLiesThere(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	path := fmt.Sprintf("/api/pieces/%d", p.ID)
	heavy := c.products()["Mizzen Heavy"].Ref.ID
	first := now.Add(-60 * time.Hour)
	c.tellOf(p.ID, coatOf(p, 1, first, "coat_laid"), 201)
	second := coatOf(p, 2, first.Add(8*time.Hour), "coat_laid")
	second["productId"] = heavy
	c.tellOf(p.ID, second, 201)
	coats := func() (out []string) {
		for _, s := range get[api.PlanAnswer](c, path+"/plan").Plan.Steps {
			if s.Kind == "coating" {
				out = append(out, s.Title)
			}
		}
		return out
	}
	want := []string{"Mizzen Clear, coat 1 of 3", "Mizzen Heavy, coat 2 of 3", "Mizzen Clear, coat 3 of 3"}
	if got := coats(); !slices.Equal(got, want) {
		t.Fatalf("coats: %v", got)
	}
	said := encode(t, get[[]api.Event](c, path+"/events"))
	if !strings.Contains(said, `"instead":"Mizzen Heavy"`) {
		t.Errorf("the log: %s", said)
	}
	p = get[api.Piece](c, path)
	choose := func(want int, layers ...api.LayerChoice) {
		t.Helper()
		body := encode(t, api.SystemChoice{Version: p.Version, Layers: layers})
		if status, data := c.call("PUT", systemPath(p, 0), body); status != want {
			t.Errorf("%+v: %d %s", layers, status, data)
		}
		p = get[api.Piece](c, path)
	}
	layer := func(id int64, n int) api.LayerChoice {
		return api.LayerChoice{Role: "protect", ProductID: id, Coats: n}
	}
	choose(409, layer(clear, 4))
	choose(200, layer(clear, 1), layer(heavy, 2))
	want = []string{"Mizzen Clear, coat 1 of 2", "Mizzen Heavy, coat 2 of 2", "Mizzen Heavy"}
	if got := coats(); !slices.Equal(got, want) {
		t.Errorf("coats: %v", got)
	}
	off := coatOf(p, 2, now, "taken_off")
	c.tellOf(p.ID, off, 201)
	c.refuses(path+"/events", encode(t, off), "/coat")
	for _, s := range get[api.PlanAnswer](c, path+"/plan").Plan.Steps {
		if s.Kind == "coating" && s.Layer == 0 && s.Coat == 2 && s.Told != nil {
			t.Error("taken off, and it lies there")
		}
	}
}

// A fault's remedy takes its place in the plan, moves what follows, and is kept in the diary of what it shows on; a
// remedy that is none, or where nothing helps, is refused.
func TestAFaultsRemedyIsPlanned(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	path := fmt.Sprintf("/api/pieces/%d", p.ID)
	c.tellOf(p.ID, coatOf(p, 1, now.Add(-30*time.Hour), "coat_laid"), 201)
	plan := func() api.Plan { return get[api.PlanAnswer](c, path+"/plan").Plan }
	usual := *plan().LightUse
	fault := toTell{
		"kind": "fault", "zoneId": *p.Input.Zones[0].ID, "text": "Runs. Three below the edge.", "who": "JT",
		"fault": "runs", "cause": "thick", "remedy": "dry",
	}
	for field, wrong := range map[string]func(toTell){
		"/fault":  func(e toTell) { e["fault"] = "gremlins" },
		"/cause":  func(e toTell) { e["cause"] = "moonlight" },
		"/remedy": func(e toTell) { e["fault"], e["remedy"] = "neverdries", "wet" },
	} {
		bad := maps.Clone(fault)
		wrong(bad)
		c.refuses(path+"/events", encode(t, bad), field)
	}
	told := c.tellOf(p.ID, fault, 201)
	steps := plan().Steps
	mend := steps[slices.IndexFunc(steps, func(s api.Step) bool { return strings.HasPrefix(s.Title, "Mend: ") })]
	if mend.Work[0].From.Before(now.Add(48*time.Hour)) || !plan().LightUse.After(usual) {
		t.Errorf("mended at %s; in use %s, before the fault %s", mend.Work[0].From, plan().LightUse, usual)
	}
	diary := get[api.ProductPage](c, fmt.Sprintf("/api/products/%d", clear)).Faults
	if len(diary) != 1 || diary[0].Cause == nil || diary[0].PieceID != p.ID || diary[0].Words != fault["text"] {
		t.Errorf("the diary: %+v", diary)
	}
	c.tellOf(p.ID, toTell{"kind": "job_done", "job": *mend.Job, "who": "JT"}, 201)
	if said := encode(t, get[[]api.Event](c, path+"/events")); !strings.Contains(said, "Done: Mend: drips and runs.") {
		t.Errorf("the log: %s", said)
	}
	c.tellOf(p.ID, toTell{"kind": "taken_back", "of": told.ID}, 201)
	if diary := get[api.ProductPage](c, fmt.Sprintf("/api/products/%d", clear)).Faults; len(diary) != 0 {
		t.Errorf("taken back, and in the diary: %+v", diary)
	}
}

// What the label says of laying it stands at the step, before the card. The workshop's own word on a card is kept,
// changed by whoever saw it last, and refused on a card that is none.
func TestLabelAndOurOwnWordOnACard(t *testing.T) {
	c := start(t)
	clear := c.products()["Mizzen Clear"]
	clear.Input.Facts.Tools = "a foam pad, never a brush"
	update := encode(t, api.ProductUpdate{Version: clear.Version, Product: clear.Input})
	answer[api.Product](c, "PUT", fmt.Sprintf("/api/products/%d", clear.Ref.ID), update, 200)
	desk, _ := c.begunDesk()
	said := 0
	for _, s := range get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", desk.ID)).Plan.Steps {
		if s.StepOfCoat != nil && s.Label != nil && *s.Label.Tools == "a foam pad, never a brush" {
			said++
		}
	}
	if said != 3 {
		t.Errorf("the label speaks at %d coats of 3", said)
	}
	card := get[[]api.TechniqueCard](c, "/api/techniques")[0].ID
	put := func(n api.TechniqueNote, want int) {
		t.Helper()
		if status, data := c.call("PUT", "/api/technique-notes", encode(t, n)); status != want {
			t.Errorf("%+v: %d %s", n, status, data)
		}
	}
	put(api.TechniqueNote{Card: card, Note: "Two drops of water."}, 200)
	put(api.TechniqueNote{Card: card, Note: "Said at the same time."}, 409)
	put(api.TechniqueNote{Card: card, Note: "Three drops.", Version: 1}, 200)
	put(api.TechniqueNote{Card: "brush/moonlight", Note: "x"}, 422)
	notes := get[[]api.TechniqueNote](c, "/api/technique-notes")
	if want := (api.TechniqueNote{Card: card, Note: "Three drops.", Version: 2}); !slices.Equal(notes, []api.TechniqueNote{want}) {
		t.Errorf("kept: %+v", notes)
	}
}

// Clocks run on the bench from what was told, and the air that was read stands there.
func TestClocksAndAirStandOnTheBench(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	c.tellOf(p.ID, coatOf(p, 1, now, "begun"), 201)
	answer[api.RoomAir](c, "POST", "/api/air", encode(t, api.RoomAirInput{Air: api.Air{TempC: 12, Rh: 70}, Who: "MO"}), 201)
	bench := get[api.Bench](c, "/api/bench")
	at := slices.IndexFunc(bench.Pieces, func(b api.BenchPiece) bool { return b.Piece.ID == p.ID })
	timers := bench.Pieces[at].Plan.Timers
	if len(timers) != 1 || timers[0].Kind != api.TimerKindOpen || !timers[0].Until.After(now) {
		t.Errorf("timers: %+v", timers)
	}
	if bench.Air == nil || bench.Air.Air.TempC != 12 || bench.Air.Who != "MO" {
		t.Errorf("air: %+v", bench.Air)
	}
	if off := bench.Pieces[at].Plan.OtherAir; off == nil || off.Air.TempC != 12 {
		t.Errorf("far from the plan's air, and nothing is said: %+v", off)
	}
}

// What showed on a product is told at other pieces that take it, and counts there when the same shows again.
func TestAFaultIsToldWhereItMayShowNext(t *testing.T) {
	c := start(t)
	first, _ := c.begunDesk()
	second, _ := c.begunDesk()
	for _, p := range []api.Piece{first, second} {
		c.tellOf(p.ID, coatOf(p, 1, now.Add(-30*time.Hour), "coat_laid"), 201)
	}
	ask := func() (weighed api.Suspect) {
		path := fmt.Sprintf("/api/pieces/%d/zones/%d/diagnose", second.ID, *second.Input.Zones[0].ID)
		body := encode(t, api.DiagnoseInput{Fault: "fisheyes", Yes: []string{}, No: []string{}})
		d := answer[api.Diagnosis](c, "POST", path, body, 200)
		return d.Suspects[slices.IndexFunc(d.Suspects, func(s api.Suspect) bool { return s.ID == "silicone" })]
	}
	before := ask()
	c.tellOf(first.ID, toTell{
		"kind": "fault", "zoneId": *first.Input.Zones[0].ID, "text": "Fish-eyes.",
		"who": "JT", "fault": "fisheyes", "cause": "silicone",
	}, 201)
	notes := func(p api.Piece) string {
		return strings.Join(get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", p.ID)).Plan.Notes, " ")
	}
	if !strings.Contains(notes(second), "Fish-eyes showed on Mizzen Clear at another piece") || strings.Contains(notes(first), "Fish-eyes") {
		t.Errorf("there: %s; here: %s", notes(second), notes(first))
	}
	if after := ask(); after.Share <= before.Share || after.Before == nil || *after.Before != 1 {
		t.Errorf("silicone weighs %.2f, and %.2f once it was found there", before.Share, after.Share)
	}
}

// The card speaks of what lies on the piece: of no wax that was left out, and of what was laid in place of another.
func TestTheCardSpeaksOfWhatLiesThere(t *testing.T) {
	c := start(t)
	in := input()
	in.Start = now.AddDate(0, 0, -5)
	p := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	shelf := c.products()
	var waxed int64
	for _, o := range shelf {
		if o.Ref.FamilyID == "wax_clear" {
			waxed = o.Ref.ID
		}
	}
	p = c.choose(p, 0, []api.LayerChoice{
		{Role: "protect", ProductID: shelf["Mizzen Clear"].Ref.ID, Coats: 3}, {Role: "protect", ProductID: waxed, Coats: 1},
	})
	card := func() string {
		return strings.ToLower(encode(t, get[api.CareCard](c, fmt.Sprintf("/api/pieces/%d/care", p.ID)).Sections))
	}
	if !strings.Contains(card(), "wax") {
		t.Fatalf("waxed, and the card does not say so: %s", card())
	}
	with := card()
	layer, coat := 1, 1
	c.tellOf(p.ID, toTell{"kind": "left_out", "zoneId": *p.Input.Zones[0].ID, "layer": layer, "coat": coat, "who": "JT"}, 201)
	if without := card(); without == with || strings.Count(without, "wax") >= strings.Count(with, "wax") {
		t.Errorf("left out, and the card speaks of it: %s", without)
	}
}

// Where the rest does not hold on what was laid, nothing more is planned, the bench asks for another choice, and the piece
// does not leave.
func TestWhatTheRestDoesNotHoldOnIsChosenAnew(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	path := fmt.Sprintf("/api/pieces/%d", p.ID)
	first := coatOf(p, 1, now.Add(-60*time.Hour), "coat_laid")
	for _, o := range c.products() {
		if o.Ref.FamilyID == "wax_clear" {
			first["productId"] = o.Ref.ID
		}
	}
	c.tellOf(p.ID, first, 201)
	plan := get[api.PlanAnswer](c, path+"/plan").Plan
	for _, s := range plan.Steps {
		if s.Kind == "coating" && s.Told == nil {
			t.Errorf("%s is planned over wax", s.Title)
		}
	}
	if z := plan.Zones[0]; len(z.Obstacles) != 1 || z.Answer.Kind == "yes" {
		t.Errorf("the zone: %+v, %+v", z.Obstacles, z.Answer)
	}
	if p = get[api.Piece](c, path); !strings.HasPrefix(p.Next.Text, "Choose anew what follows on: ") {
		t.Errorf("next: %+v", p.Next)
	}
	body := encode(t, api.HandOverInput{Version: p.Version, LastCoat: told(now.Add(-60 * time.Hour)), Reasons: c.reasons(p.ID)})
	if status, data := c.call("POST", path+"/hand-over", body); status != 409 || !strings.Contains(string(data), "choose anew") {
		t.Errorf("handed over: %d %s", status, data)
	}
}
