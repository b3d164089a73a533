package httpapi

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/core/compat"
	"firmitas/core/worklog"
	"firmitas/internal/workshop"
)

// boat is the demo's piece that is in its coats.
func (c *client) boat() api.BenchPiece {
	c.t.Helper()
	bench := get[api.Bench](c, "/api/bench")
	return bench.Pieces[slices.IndexFunc(bench.Pieces, func(b api.BenchPiece) bool { return b.Piece.Input.Kind == "toy" })]
}

// What is felt on a coat holds the next one back on the bench and in the plan, until it is taken back; nothing is edited.
func TestASignIsToldAndTakenBack(t *testing.T) {
	c := start(t)
	before := c.boat()
	zone := *before.Piece.Input.Zones[0].ID
	path := fmt.Sprintf("/api/pieces/%d/events", before.Piece.ID)
	tell := func(in toTell, want int) api.Event {
		t.Helper()
		return answer[api.Event](c, "POST", path, encode(t, in), want)
	}
	sign := func(zone int64, s string) toTell {
		return toTell{"kind": "sign", "zoneId": zone, "sign": s, "who": "JT"}
	}
	told := tell(sign(zone, string(compat.Sticky)), 201)
	held := c.boat().Plan.Zones[0].Held
	if held == nil || held.Event != told.ID || !held.Until.After(now) || held.Do == "" {
		t.Fatalf("held: %+v", held)
	}
	for _, s := range c.boat().Plan.Steps {
		ahead := s.Kind == "coating" && s.Work[0].From.After(now)
		if ahead && s.Work[0].From.Before(held.Until) {
			t.Errorf("%s at %s, before %s", s.Title, s.Work[0].From, held.Until)
		}
	}
	unknown, glows := zone+1000, "glows"
	for _, wrong := range []struct {
		in    toTell
		field string
	}{
		{sign(zone, "glows"), "/sign"},
		{sign(zone+1000, "sticky"), "/zoneId"},
		{toTell{"kind": "taken_back"}, "/of"},
		{toTell{"kind": "taken_back", "of": told.ID, "zoneId": unknown}, "/zoneId"},
		{toTell{"kind": "note", "text": glows, "of": unknown}, "/of"},
		{toTell{"kind": "rumour"}, "/kind"},
		{toTell{"text": glows}, "/kind"},
		{toTell{"kind": "coat_laid", "zoneId": zone, "layer": 1e20, "coat": 1}, "/layer"},
		{toTell{"kind": "left_out", "zoneId": zone, "layer": 0, "coat": 1, "tookMin": 5}, "/tookMin"},
	} {
		c.refuses(path, encode(t, wrong.in), wrong.field)
	}
	back := toTell{"kind": "taken_back", "of": told.ID}
	tell(back, 201)
	if after := c.boat(); after.Plan.Zones[0].Held != nil || encode(t, after.Plan) != encode(t, before.Plan) {
		t.Error("taken back, and the plan is not what it was")
	}
	if status, _ := c.call("POST", path, encode(t, back)); status != 422 {
		t.Errorf("taken back twice: %d", status)
	}
	ahead := sign(zone, "sticky")
	later := now.AddDate(0, 0, 1)
	ahead["happenedAt"] = later
	if status, data := c.call("POST", path, encode(t, ahead)); status != 422 || detailAt(t, data, "/happenedAt") == "" {
		t.Errorf("told of tomorrow: %d %s", status, data)
	}
	rooms := workshop.New(c.store, c.server.rooms.House.Now)
	if _, err := rooms.Logbook.Tell(t.Context(), 1, worklog.Event{Body: worklog.Sign{}}, 0); err == nil {
		t.Error("a piece that has left was told of")
	}
}

// What lies bare has its step, its answer and its card, and no coat: nothing to feel, to buy or to count.
func TestABarePieceHasNoCoats(t *testing.T) {
	c := start(t)
	bench := get[api.Bench](c, "/api/bench")
	at := slices.IndexFunc(bench.Pieces, func(b api.BenchPiece) bool {
		return b.Piece.Input.Zones[0].EndUse == "sauna"
	})
	if at < 0 {
		t.Fatal("the demo has no sauna bench")
	}
	piece, plan := bench.Pieces[at].Piece, bench.Pieces[at].Plan
	if layers := piece.Systems[0]; len(layers) != 1 || layers[0].ProductID >= 0 {
		t.Errorf("layers: %+v", layers)
	}
	if len(plan.Needs) != 0 || plan.Zones[0].Answer == nil || plan.Zones[0].Answer.Kind != "yes" {
		t.Errorf("needs %v, answer %+v", plan.Needs, plan.Zones[0].Answer)
	}
	zone, sticky := *piece.Input.Zones[0].ID, string(compat.Sticky)
	status, data := c.call("POST", fmt.Sprintf("/api/pieces/%d/events", piece.ID),
		encode(t, toTell{"kind": "sign", "zoneId": zone, "sign": sticky, "who": "JT"}))
	if status != 422 || detailAt(t, data, "/zoneId") == "" {
		t.Errorf("bare wood was told as sticky: %d %s", status, data)
	}
	input := piece.Input
	choice := answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(input)), 200)
	first := choice.Systems[0]
	if first.Coats != 0 || first.Layers[0].Product.FamilyID != "bare" || len(first.Buy) != 0 || len(first.Better) != 0 {
		t.Errorf("first: %d coats of %s, to buy %v, better %v",
			first.Coats, first.Layers[0].Product.FamilyID, first.Buy, first.Better)
	}
	input.Zones[0].Wants = wants()
	input.Zones[0].Wants.Without = []string{first.Layers[0].Product.FamilyID}
	for _, s := range answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(input)), 200).Systems {
		if s.Coats == 0 {
			t.Error("left bare was put aside, and is offered")
		}
	}
}

// toTell is a fact as it is told: its fields by their names in the contract. Where nobody is named, nobody said who.
type toTell map[string]any

func (f toTell) MarshalJSON() ([]byte, error) {
	said := map[string]any{"who": ""}
	maps.Copy(said, f)
	return json.Marshal(said)
}

// tellOf tells a fact of a piece, and expects a status.
func (c *client) tellOf(piece int64, in toTell, want int) api.Event {
	c.t.Helper()
	return answer[api.Event](c, "POST", fmt.Sprintf("/api/pieces/%d/events", piece), encode(c.t, in), want)
}

// A sample with its recipe and a patch are kept on the piece, told again with it, and reach the card; one without words,
// or with another piece's photo, is refused by name.
func TestSamplesAndPatchesAreKept(t *testing.T) {
	c := start(t)
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, input()), 201)
	piece = c.choose(piece, 0, []api.LayerChoice{{Role: "protect", ProductID: c.products()["Mizzen Clear"].Ref.ID, Coats: 3}})
	zone := *piece.Input.Zones[0].ID
	recipe, patch, none, photo := "Two parts walnut to one of water, on sanded oak", "Back left: beech let in, 3 cm wide", " ", int64(99999)
	sample := c.tellOf(piece.ID, toTell{"kind": "sample", "zoneId": zone, "text": recipe, "who": "JT"}, 201)
	c.tellOf(piece.ID, toTell{"kind": "patch", "zoneId": zone, "text": patch, "who": "JT"}, 201)
	path := fmt.Sprintf("/api/pieces/%d/events", piece.ID)
	for field, in := range map[string]toTell{
		"/text":    {"kind": "sample", "zoneId": zone, "text": none},
		"/photoId": {"kind": "patch", "zoneId": zone, "text": patch, "photoId": photo},
		"/zoneId":  {"kind": "patch", "text": patch},
		"/check":   {"kind": "checked", "zoneId": zone, "check": none},
	} {
		c.refuses(path, encode(t, in), field)
	}
	told := get[[]api.Event](c, path)
	if len(told) != 2 || *told[0].Text != recipe || told[0].Kind != "sample" || told[0].Who != "JT" || *told[1].ZoneID != zone {
		t.Fatalf("kept: %+v", told)
	}
	if again := get[api.PieceInput](c, fmt.Sprintf("/api/pieces/%d/again", piece.ID)); !strings.Contains(again.History, recipe) ||
		!strings.Contains(again.History, patch) {
		t.Errorf("done again, it tells %q", again.History)
	}
	card := encode(t, get[api.CareCard](c, fmt.Sprintf("/api/pieces/%d/care", piece.ID)))
	if !strings.Contains(card, "beech let in") || strings.Contains(card, "walnut") {
		t.Errorf("the card: %s", card)
	}
	c.tellOf(piece.ID, toTell{"kind": "taken_back", "of": sample.ID}, 201)
	if told := get[[]api.Event](c, path); len(told) != 1 {
		t.Errorf("taken back, and still told: %+v", told)
	}
}

// A look that was not passed holds its coat back, and says what to do; once it is passed the coat may go on.
func TestALookThatFailsHoldsItsCoat(t *testing.T) {
	c := start(t)
	in := input()
	in.Zones[0].Inspection = &api.Inspection{
		Finish: "wax", Condition: "intact", Age: "later", Lead: "not_tested", Action: "dewax",
		Contaminations: []string{}, Repairs: []string{}, Answers: map[string]string{},
	}
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	piece = c.choose(piece, 0, []api.LayerChoice{
		{Role: "prime", ProductID: c.products()["Gannet Blond"].Ref.ID, Coats: 1},
		{Role: "protect", ProductID: c.products()["Mizzen Clear"].Ref.ID, Coats: 2},
	})
	path := fmt.Sprintf("/api/pieces/%d/plan", piece.ID)
	drop := func() (api.Step, api.Plan) {
		plan := get[api.PlanAnswer](c, path).Plan
		at := slices.IndexFunc(plan.Steps, func(s api.Step) bool { return s.StepOfLook != nil && s.Check == "water_drop" })
		if at < 0 {
			t.Fatal("nobody looks whether the wax is off")
		}
		return plan.Steps[at], plan
	}
	before, usual := drop()
	zone, check, passed := *piece.Input.Zones[0].ID, "water_drop", true
	tell := func(passed bool) {
		c.tellOf(piece.ID, toTell{"kind": "checked", "zoneId": zone, "check": check, "passed": passed, "who": "JT"}, 201)
	}
	if before.Looked != nil || usual.Zones[0].Held != nil {
		t.Fatalf("nobody has looked yet: %+v", before)
	}
	tell(false)
	failed, plan := drop()
	held := plan.Zones[0].Held
	if failed.Looked == nil || *failed.Looked.Passed || held == nil || !strings.Contains(held.Do, "Clean once more") {
		t.Fatalf("failed: %+v, held %+v", failed.Looked, held)
	}
	for _, s := range plan.Steps {
		if s.Kind == "coating" && s.Work[0].From.Before(held.Until) {
			t.Errorf("%s at %s, before %s", s.Title, s.Work[0].From, held.Until)
		}
	}
	tell(passed)
	if after, plan := drop(); after.Looked == nil || !*after.Looked.Passed || plan.Zones[0].Held != nil {
		t.Errorf("passed: %+v, held %+v", after.Looked, plan.Zones[0].Held)
	}
}

// Where slip is to be measured, a floor does not leave before its value is told, and its card says the value.
func TestAFloorLeavesOnceItsSlipIsMeasured(t *testing.T) {
	c := start(t)
	in := input()
	in.Kind, in.Promised = "floor", nil
	in.Start = now.AddDate(0, -2, 0)
	in.Zones[0].EndUse, in.Zones[0].AreaM2, in.Zones[0].Name = "floor_public", 20, "café floor"
	in.Zones[0].Wants = wants()
	in.Zones[0].Wants.MeasureSlip = true
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	best := c.chooseFor(brief(in)).Systems[0]
	piece = c.choose(piece, 0, each(best.Layers, func(l api.Layer) api.LayerChoice {
		return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
	}))
	plan := get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", piece.ID)).Plan
	path := fmt.Sprintf("/api/pieces/%d/hand-over", piece.ID)
	body := encode(t, api.HandOverInput{Version: piece.Version, LastCoat: plan.LastCoat})
	if status, data := c.call("POST", path, body); status != 409 || !strings.Contains(string(data), "Slip is to be measured") {
		t.Fatalf("not measured: %d %s", status, data)
	}
	zone, value := *piece.Input.Zones[0].ID, "PTV 42 wet, 24 February, pendulum"
	c.tellOf(piece.ID, toTell{"kind": "slip", "zoneId": zone, "text": value, "who": "JT"}, 201)
	card := encode(t, answer[api.CareCard](c, "POST", path, body, 200))
	if !strings.Contains(card, "PTV 42 wet") {
		t.Errorf("the card: %s", card)
	}
}

// The work is told as it is done: what is done stays, the plan goes on from there, and a coat is told in its turn, once.
func TestWorkIsToldAsItIsDone(t *testing.T) {
	c := start(t)
	in := input()
	in.Start = now.AddDate(0, 0, -3)
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	clear := c.products()["Mizzen Clear"].Ref.ID
	piece = c.choose(piece, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}})
	path, zone := fmt.Sprintf("/api/pieces/%d", piece.ID), *piece.Input.Zones[0].ID
	coat := func(n int, at time.Time) toTell {
		layer := 0
		return toTell{"kind": "coat_laid", "zoneId": zone, "layer": layer, "coat": n, "happenedAt": at, "who": "JT"}
	}
	plan := func() api.Plan { return get[api.PlanAnswer](c, path+"/plan").Plan }
	job := plan().Steps[0].Job
	done := toTell{"kind": "job_done", "job": *job, "who": "JT"}
	c.tellOf(piece.ID, done, 201)
	c.refuses(path+"/events", encode(t, done), "/job")
	if first := plan().Steps[0]; first.Told == nil || first.Told.Who != "JT" {
		t.Errorf("told, and planned all the same: %+v", first)
	}
	first := now.Add(-6 * time.Hour)
	c.refuses(path+"/events", encode(t, coat(2, first)), "/coat") // not its turn
	one := c.tellOf(piece.ID, coat(1, first), 201)
	c.refuses(path+"/events", encode(t, coat(1, first)), "/coat")
	c.refuses(path+"/events", encode(t, coat(2, first.Add(-time.Hour))), "/happenedAt")
	c.refuses(path+"/events", encode(t, coat(4, now)), "/coat")
	for _, s := range plan().Steps {
		if s.Told == nil && s.Work[0].From.Before(now) {
			t.Errorf("%s is planned at %s, before now", s.Title, s.Work[0].From)
		}
	}
	early := c.tellOf(piece.ID, coat(2, first.Add(30*time.Minute)), 201)
	zones := plan().Zones
	if d := zones[0].Doubts; len(d) != 1 || d[0].Event != early.ID || !d[0].Open || zones[0].Answer.Kind == "yes" {
		t.Fatalf("laid half an hour after the first: %+v, answer %+v", d, zones[0].Answer)
	}
	handOver := encode(t, api.HandOverInput{Version: piece.Version, LastCoat: told(first.Add(30 * time.Minute)), Reasons: c.reasons(piece.ID)})
	if status, data := c.call("POST", path+"/hand-over", handOver); status != 409 || !strings.Contains(string(data), "Pull a tape") {
		t.Errorf("handed over in doubt: %d %s", status, data)
	}
	c.refuses(path+"/events", encode(t, toTell{"kind": "taken_back", "of": one.ID}), "/of")
	other := encode(t, api.SystemChoice{Version: piece.Version, Layers: []api.LayerChoice{{Role: "protect", ProductID: clear + 1, Coats: 3}}})
	if status, data := c.call("PUT", fmt.Sprintf("%s/zones/%d/system", path, zone), other); status != 409 {
		t.Errorf("another system over what lies there: %d %s", status, data)
	}
	longer := encode(t, api.SystemChoice{Version: piece.Version, Layers: []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 4}}})
	if status, data := c.call("PUT", fmt.Sprintf("%s/zones/%d/system", path, zone), longer); status != 200 {
		t.Errorf("a coat more: %d %s", status, data)
	}
	last := coat(4, now)
	last["kind"] = "left_out"
	left := c.tellOf(piece.ID, last, 201)
	if steps := plan().Steps; slices.ContainsFunc(steps, func(s api.Step) bool { return s.ForCoat != nil && s.Coat == 4 }) {
		t.Error("a coat that is left out is planned")
	}
	c.tellOf(piece.ID, toTell{"kind": "taken_back", "of": left.ID}, 201)
	note := "The lamp stood left."
	c.tellOf(piece.ID, toTell{"kind": "note", "text": note, "who": "JT"}, 201)
	said := ""
	for _, e := range get[[]api.Event](c, path+"/events") {
		said += *e.Words + " "
	}
	for _, words := range []string{"Done: ", "Mizzen Clear, coat 1 of 4: laid.", "coat 2 of 4: laid.", note} {
		if !strings.Contains(said, words) {
			t.Errorf("the log does not say %q: %s", words, said)
		}
	}
	c.tellOf(piece.ID, toTell{"kind": "taken_back", "of": early.ID}, 201)
	if d := plan().Zones[0].Doubts; len(d) != 0 {
		t.Errorf("taken back, and in doubt: %+v", d)
	}
}

// What looks wrong is weighed by the piece's own record, by what is said besides, and names what would tell more; a
// fault, a fact or a zone that is none is refused.
func TestAFaultIsWeighedByTheRecord(t *testing.T) {
	c := start(t)
	boat := c.boat().Piece
	path := fmt.Sprintf("/api/pieces/%d/zones/%d/diagnose", boat.ID, *boat.Input.Zones[0].ID)
	ask := func(id string, yes, no []string) api.Diagnosis {
		return answer[api.Diagnosis](c, "POST", path, encode(t, api.DiagnoseInput{Fault: id, Yes: yes, No: no}), 200)
	}
	none := []string{}
	first := ask("fisheyes", none, none)
	if len(first.Suspects) < 3 || len(first.Ask) == 0 || first.Dry == "" || first.Minutes <= 0 {
		t.Fatalf("fish-eyes: %+v", first)
	}
	said := ask("fisheyes", []string{"silicone", "pearls"}, []string{"hands"})
	if said.Sureness != "sure" || said.Suspects[0].ID != "silicone" || said.Suspects[0].For[0].From != "as you said" {
		t.Errorf("with a polish from a can: %s, %+v", said.Sureness, said.Suspects[0])
	}
	for _, a := range said.Ask {
		if a.ID == "hands" || a.ID == "pearls" {
			t.Errorf("asks again for %s", a.ID)
		}
	}
	if len(get[[]api.Fault](c, "/api/faults")) < 80 || len(get[[]api.TechniqueCard](c, "/api/techniques")) < 40 {
		t.Error("faults or cards are missing")
	}
	for field, in := range map[string]api.DiagnoseInput{
		"/fault": {Fault: "gremlins", Yes: none, No: none},
		"/yes/0": {Fault: "fisheyes", Yes: []string{"moonlight"}, No: none},
	} {
		c.refuses(path, encode(t, in), field)
	}
	elsewhere := fmt.Sprintf("/api/pieces/%d/zones/%d/diagnose", boat.ID, *boat.Input.Zones[0].ID+999)
	body := encode(t, api.DiagnoseInput{Fault: "runs", Yes: none, No: none})
	if status, _ := c.call("POST", elsewhere, body); status != 404 {
		t.Errorf("a zone that is none: %d", status)
	}
}

// A coat that holds the rest is not left out: a primer alone is no finish.
func TestACoatThatHoldsTheRestIsNotLeftOut(t *testing.T) {
	c := start(t)
	in := input()
	in.Zones[0].Material, in.Zones[0].Look, in.Zones[0].EndUse = "pine", "opaque_pale", "cabinet_front"
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	shelf := c.products()
	piece = c.choose(piece, 0, []api.LayerChoice{
		{Role: "prime", ProductID: shelf["Breakwater Block"].Ref.ID, Coats: 1},
		{Role: "protect", ProductID: shelf["Deckhouse Enamel, Foam"].Ref.ID, Coats: 2},
	})
	zone, layer := *piece.Input.Zones[0].ID, 1
	leftOut := func(n int) toTell {
		return toTell{"kind": "left_out", "zoneId": zone, "layer": layer, "coat": n, "who": "JT"}
	}
	c.tellOf(piece.ID, leftOut(2), 201)
	path := fmt.Sprintf("/api/pieces/%d/events", piece.ID)
	status, data := c.call("POST", path, encode(t, leftOut(1)))
	if said := detailAt(t, data, "/coat"); status != 422 || !strings.Contains(said, "does not hold") {
		t.Errorf("all of the paint left out: %d %s", status, said)
	}
}
