package httpapi

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
)

func onDay(days, open, shut int) api.OwnDay {
	at := now.AddDate(0, 0, days)
	return api.OwnDay{
		Date: openapi_types.Date{Time: time.Date(at.Year(), at.Month(), at.Day(), 0, 0, 0, 0, time.UTC)},
		Name: "tried", Open: open, Close: shut,
	}
}

// What is tried saves nothing; what is taken is what was tried; a piece that has begun rests and is not begun anew.
func TestATrialIsWhatIsTaken(t *testing.T) {
	c := start(t)
	begun, _ := c.begunDesk()
	in := input()
	in.Start, in.Name = now.AddDate(0, 0, 1), "A desk that has not begun"
	later := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	later = c.choose(later, 0, []api.LayerChoice{{Role: "protect", ProductID: c.products()["Mizzen Clear"].Ref.ID, Coats: 2}})
	coat := coatOf(begun, 1, now.Add(-26*time.Hour), "coat_laid")
	c.tellOf(begun.ID, coat, 201)
	begun = get[api.Piece](c, pathOf(begun.ID))
	trial := func(change func(*api.Trial)) (api.Trial, api.Tried) {
		out := api.Trial{Moves: []api.Move{}, Off: []api.OwnDay{}, Helpers: []api.OwnDay{}}
		change(&out)
		return out, answer[api.Tried](c, "POST", "/api/calendar/try", encode(t, out), 200)
	}
	version := func() int { return get[api.Workshop](c, "/api/workshop").Version }
	bench := func() api.Bench { return get[api.Bench](c, "/api/bench") }
	before := bench()
	move := now.AddDate(0, 0, 5)
	tried, would := trial(func(t *api.Trial) {
		t.Moves = []api.Move{{PieceID: begun.ID, Version: begun.Version, At: move}, {PieceID: later.ID, Version: later.Version, At: move}}
	})
	for _, id := range []int64{begun.ID, later.ID} {
		if at := firstAhead(would.Bench, id); at.Before(move) {
			t.Errorf("piece %d would go on at %s, before %s", id, at, move)
		}
		if !slices.ContainsFunc(would.Moved, func(m api.Moved) bool { return m.PieceID == id && m.LaterH > 24 }) {
			t.Errorf("nobody is told that piece %d is ready later: %+v", id, would.Moved)
		}
	}
	if after := bench(); !sameTimes(before, after) {
		t.Error("trying changed the bench")
	}
	taken := answer[api.Bench](c, "POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: tried, Version: version()}), 200)
	if !sameTimes(would.Bench, taken) {
		t.Error("what was taken is not what was tried")
	}
	if p := get[api.Piece](c, pathOf(begun.ID)); !p.Input.Start.Equal(begun.Input.Start) {
		t.Errorf("what has begun begins anew at %s", p.Input.Start)
	}
	tried.Moves[0].At = move.AddDate(0, 0, 1)
	if code, _ := c.call("POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: tried, Version: version()})); code != 409 {
		t.Errorf("the same pieces again, as they were: %d, want 409", code)
	}

	off, would := trial(func(t *api.Trial) { t.Off = []api.OwnDay{onDay(5, 0, 0)} })
	if len(would.Moved) == 0 || would.Moved[0].LaterH <= 0 {
		t.Errorf("a day off moves nothing: %+v", would.Moved)
	}
	seen := version()
	answer[api.Bench](c, "POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: off, Version: seen}), 200)
	if dates := get[api.Workshop](c, "/api/workshop").Room.Dates; len(dates) != 1 || dates[0].Close != 0 {
		t.Errorf("days with hours of their own: %+v", dates)
	}
	if code, _ := c.call("POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: off, Version: seen})); code != 409 {
		t.Errorf("settings that were saved meanwhile: %d, want 409", code)
	}
	helped, would := trial(func(t *api.Trial) { t.Helpers = []api.OwnDay{onDay(6, 480, 1080)} })
	answer[api.Bench](c, "POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: helped, Version: version()}), 200)
	if !sameTimes(would.Bench, bench()) || len(get[api.Workshop](c, "/api/workshop").Room.People) != 2 {
		t.Error("the helper that was tried is not the one who comes")
	}
	c.refuses("/api/calendar/try", encode(t, api.Trial{
		Moves: []api.Move{{PieceID: 1 << 40, At: move}}, Off: []api.OwnDay{}, Helpers: []api.OwnDay{},
	}), "/moves/0/pieceId")
	c.refuses("/api/calendar/try", encode(t, api.Trial{
		Moves: []api.Move{}, Off: []api.OwnDay{}, Helpers: []api.OwnDay{onDay(1, 900, 600)},
	}), "/helpers/0/close")
}

// A room that is kept warm after a cold night is planned as it is kept: last night counts no more.
func TestAWarmedRoomIsPlannedAsItIsKept(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	for h := 12; h >= 0; h-- {
		read := api.RoomAirInput{Air: api.Air{TempC: 11, Rh: 70}, ReadAt: ptr(now.Add(-time.Duration(h) * time.Hour)), Who: "JT"}
		answer[api.RoomAir](c, "POST", "/api/air", encode(t, read), 201)
	}
	coat := coatOf(p, 1, now, "coat_laid")
	coat["air"] = api.Air{TempC: 11, Rh: 70}
	c.tellOf(p.ID, coat, 201)
	warm := api.Trial{Moves: []api.Move{}, Off: []api.OwnDay{}, Helpers: []api.OwnDay{}, LeastDayC: ptr(22.0), LeastNightC: ptr(20.0)}
	would := answer[api.Tried](c, "POST", "/api/calendar/try", encode(t, warm), 200)
	if len(would.Moved) == 0 || would.Moved[0].LaterH >= 0 {
		t.Errorf("warming brings nothing: %+v", would.Moved)
	}
	version := get[api.Workshop](c, "/api/workshop").Version
	taken := answer[api.Bench](c, "POST", "/api/calendar/take", encode(t, api.TakenTrial{Trial: warm, Version: version}), 200)
	if !sameTimes(would.Bench, taken) {
		t.Error("what was taken is not what was tried")
	}
	if got := get[api.Piece](c, pathOf(p.ID)).Input; got.Air.TempC < 22 && (got.Night == nil || got.Night.TempC < 20) {
		t.Errorf("the air that is counted with: %+v %+v", got.Air, got.Night)
	}
}

// A piece that stands elsewhere has air of its own: what is read there is told in its log, fills in what is laid there,
// and is nobody else's.
func TestAPieceElsewhereHasAirOfItsOwn(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	read := api.RoomAirInput{Air: api.Air{TempC: 9, Rh: 71}, ReadAt: ptr(now.Add(-time.Hour)), Who: "JT", PieceID: &p.ID}
	answer[api.RoomAir](c, "POST", "/api/air", encode(t, read), 201)
	if air := get[api.AirCourse](c, "/api/air"); len(air.Readings) > 0 {
		t.Errorf("the room has its reading: %+v", air.Readings)
	}
	c.tellOf(p.ID, coatOf(p, 1, now, "coat_laid"), 201)
	log := string(encode(t, get[[]api.Event](c, pathOf(p.ID)+"/events")))
	if !strings.Contains(log, "The air where it stands was read: 9 °C and 71 % RH.") {
		t.Errorf("its log: %s", log)
	}
	doubts := get[api.PlanAnswer](c, pathOf(p.ID)+"/plan").Plan.Zones[0].Doubts
	if len(doubts) != 1 || !strings.Contains(doubts[0].Text, "9 °C") {
		t.Errorf("a coat laid in air that its label forbids: %+v", doubts)
	}
	c.refuses("/api/air", encode(t, api.RoomAirInput{Air: read.Air, Who: "JT", PieceID: ptr(int64(1 << 40))}), "/pieceId")
}

// firstAhead is when a piece's first step that nobody told begins.
func firstAhead(b api.Bench, id int64) time.Time {
	for _, p := range b.Pieces {
		if p.Piece.ID != id || p.Plan == nil {
			continue
		}
		for _, s := range p.Plan.Steps {
			if s.Told == nil && s.Work[0].To.After(now) {
				return s.Work[0].From
			}
		}
	}
	return time.Time{}
}

func sameTimes(a, b api.Bench) bool {
	times := func(b api.Bench) (out []time.Time) {
		for _, p := range b.Pieces {
			if p.Plan != nil {
				for _, s := range p.Plan.Steps {
					out = append(out, s.Work[0].From, s.Work[len(s.Work)-1].To)
				}
			}
		}
		return out
	}
	return slices.EqualFunc(times(a), times(b), time.Time.Equal)
}

func pathOf(piece int64) string { return fmt.Sprintf("/api/pieces/%d", piece) }
