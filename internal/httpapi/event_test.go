package httpapi

import (
	"fmt"
	"slices"
	"testing"

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
	tell := func(in api.EventInput, want int) api.Event {
		t.Helper()
		return answer[api.Event](c, "POST", path, encode(t, in), want)
	}
	sign := func(zone int64, s string) api.EventInput {
		return api.EventInput{Kind: api.EventInputKindSign, ZoneID: &zone, Sign: &s, Who: "JT"}
	}
	told := tell(sign(zone, string(compat.Sticky)), 201)
	held := c.boat().Plan.Zones[0].Held
	if held == nil || held.Event != told.ID || !held.Until.After(now) || held.Do == "" {
		t.Fatalf("held: %+v", held)
	}
	for _, s := range c.boat().Plan.Steps {
		ahead := s.Kind == api.StepKindCoating && s.Work[0].From.After(now)
		if ahead && s.Work[0].From.Before(held.Until) {
			t.Errorf("%s at %s, before %s", s.Title, s.Work[0].From, held.Until)
		}
	}
	for _, wrong := range []struct {
		in    api.EventInput
		field string
	}{
		{sign(zone, "glows"), "/sign"},
		{sign(zone+1000, "sticky"), "/zoneId"},
		{api.EventInput{Kind: api.EventInputKindTakenBack}, "/of"},
	} {
		if status, data := c.call("POST", path, encode(t, wrong.in)); status != 422 || problem(t, data, wrong.field) == "" {
			t.Errorf("%s: %d %s", wrong.field, status, data)
		}
	}
	back := api.EventInput{Kind: api.EventInputKindTakenBack, Of: &told.ID}
	tell(back, 201)
	if after := c.boat(); after.Plan.Zones[0].Held != nil || encode(t, after.Plan) != encode(t, before.Plan) {
		t.Error("taken back, and the plan is not what it was")
	}
	if status, _ := c.call("POST", path, encode(t, back)); status != 422 {
		t.Errorf("taken back twice: %d", status)
	}
	ahead := sign(zone, "sticky")
	later := now.AddDate(0, 0, 1)
	ahead.HappenedAt = &later
	if status, data := c.call("POST", path, encode(t, ahead)); status != 422 || problem(t, data, "/happenedAt") == "" {
		t.Errorf("told of tomorrow: %d %s", status, data)
	}
	service := workshop.New(c.store, c.server.service.Now)
	if _, err := service.Tell(t.Context(), 1, worklog.Event{Kind: worklog.SignSeen}); err == nil {
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
		encode(t, api.EventInput{Kind: api.EventInputKindSign, ZoneID: &zone, Sign: &sticky, Who: "JT"}))
	if status != 422 || problem(t, data, "/zoneId") == "" {
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
