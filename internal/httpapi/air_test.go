package httpapi

import (
	"context"
	"fmt"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/internal/instruments"
	"firmitas/internal/workshop"
	"firmitas/standin"
)

var harbour = standin.Weather{Seed: 3, Zone: time.UTC}

// aRoomsMeter serves a simulated thermo-hygrometer, whose heater fails in the night before the tests' now or never.
func aRoomsMeter(t *testing.T, fails bool) (meter *standin.Thermometer, address string) {
	meter = &standin.Thermometer{
		Device: "Finishing room meter", Weather: harbour, DayC: 21, NightC: 20, Now: func() time.Time { return now },
		HeaterFails: func(night time.Time) bool { return fails && now.Sub(night) < 24*time.Hour },
	}
	server := httptest.NewServer(meter)
	t.Cleanup(server.Close)
	return meter, server.URL
}

// The same evening's coat, after a night in which the heater held and after one in which it failed: the plan of the
// morning is later and says why; wrong values and gaps of the device move nothing; the judge and the plan agree.
func TestAFailedHeaterIsSeenInTheMorningsPlan(t *testing.T) {
	opens := map[bool]time.Time{}
	for _, fails := range []bool{false, true} {
		t.Run(fmt.Sprintf("fails %v", fails), func(t *testing.T) {
			c := startAlone(t)
			rooms := workshop.New(c.store, func() time.Time { return now })
			_, address := aRoomsMeter(t, fails)
			p, _ := c.begunDesk()
			evening := time.Date(now.Year(), now.Month(), now.Day()-1, 21, 30, 0, 0, time.UTC)
			coat := coatOf(p, 1, evening, "coat_laid")
			coat["air"] = api.Air{TempC: 21, Rh: 50}
			c.tellOf(p.ID, coat, 201)
			ctx := context.Background()
			if err := instruments.Air(ctx, rooms, address); err != nil {
				t.Fatal(err)
			}
			again := get[api.AirCourse](c, "/api/air")
			if err := instruments.Air(ctx, rooms, address); err != nil {
				t.Fatal(err)
			}
			air := get[api.AirCourse](c, "/api/air")
			if len(again.Readings) < 48 || len(air.Readings) != len(again.Readings) {
				t.Errorf("%d readings are kept, after a second answer %d", len(again.Readings), len(air.Readings))
			}
			doubted := 0
			for _, r := range air.Readings {
				if r.Doubted != nil {
					doubted++
				}
			}
			for _, s := range air.Spells {
				if s.Air.TempC > 26 || s.Air.TempC < 0 {
					t.Errorf("planned by %v", s.Air)
				}
			}
			if doubted < 3 {
				t.Errorf("%d readings are doubted, and the device tells wrong ones", doubted)
			}
			plan := get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", p.ID)).Plan
			first := plan.Steps[indexOfCoat(plan, 1)]
			opens[fails] = *first.Opens
			if said := strings.Join(plan.Air, " "); strings.Contains(said, "later than the air that is set") != fails {
				t.Errorf("heater failed: %v; the plan says %q", fails, said)
			}
		})
	}
	if !opens[true].After(opens[false].Add(30 * time.Minute)) {
		t.Errorf("ready at %s after a cold night, at %s after a warm one", opens[true], opens[false])
	}
}

func indexOfCoat(p api.Plan, n int) int {
	for i, s := range p.Steps {
		if s.Kind == "coating" && s.ForCoat != nil && s.Coat == n {
			return i
		}
	}
	return -1
}

// May it go on now? Nine hours by the clock are enough for a clear of two, but not where eight of them passed below what
// its label allows: the answer says so, and says what they count for. Asked of air elsewhere, the room's past is nothing.
func TestTheJudgeCountsTheNightAsItWas(t *testing.T) {
	c := start(t)
	ask := func(tempC float64) api.Judged {
		nine, family := 9.0, "clear_wb_pu"
		coat := api.CoatAsked{Family: &family}
		below := api.CoatAsked{Family: &family, SinceH: &nine}
		return answer[api.Judged](c, "POST", "/api/judge", encode(t, api.JudgeInput{
			Material: "oak", Layers: []api.CoatAsked{below}, Coat: &coat, Air: api.Air{TempC: tempC, Rh: 50},
		}), 200)
	}
	if a := ask(20); a.Answer.Kind == "wait" || a.Aged != nil {
		t.Errorf("nobody read the air: %+v, %v", a.Answer, a.Aged)
	}
	for h := 9; h >= 0; h-- {
		read := api.RoomAirInput{Air: api.Air{TempC: 7, Rh: 60}, ReadAt: ptr(now.Add(-time.Duration(h) * time.Hour)), Who: "JT"}
		if h == 0 {
			read.Air = api.Air{TempC: 20, Rh: 50}
		}
		answer[api.RoomAir](c, "POST", "/api/air", encode(t, read), 201)
	}
	a := ask(20)
	if a.Answer.Kind != "wait" || a.Aged == nil || !strings.Contains(*a.Aged, "down to 7 °C") {
		t.Errorf("after a cold night: %+v, %v", a.Answer, a.Aged)
	}
	then := a.When[0]
	for _, m := range a.When {
		if m.FromH <= 9 {
			then = m
		}
	}
	if then.Verdict != a.Answer.Verdict || len(a.When) < 2 {
		t.Errorf("the answer is %s, and at nine hours the times say %s: %+v", a.Answer.Verdict, then.Verdict, a.When)
	}
	if a := ask(29); a.Answer.Kind == "wait" || a.Aged != nil {
		t.Errorf("elsewhere: %+v, %v", a.Answer, a.Aged)
	}
}

// A device that does not answer is said to, and what it told stays; a wrong typed reading is taken back, once.
func TestInstrumentsThatFail(t *testing.T) {
	c := startAlone(t)
	rooms := c.server.rooms
	meter, address := aRoomsMeter(t, false)
	ctx := context.Background()
	if err := instruments.Air(ctx, rooms, address); err != nil {
		t.Fatal(err)
	}
	heard := get[api.AirCourse](c, "/api/air").Readings
	if code, _ := c.call("DELETE", fmt.Sprintf("/api/air/%d?who=JT", heard[0].ID), ""); code != 204 {
		t.Errorf("taking back what the device told: %d", code)
	}
	if err := instruments.Air(ctx, rooms, address); err != nil {
		t.Fatal(err)
	}
	for _, r := range get[api.AirCourse](c, "/api/air").Readings {
		if r.ReadAt.Equal(heard[0].ReadAt) {
			t.Error("what was taken back is heard again")
		}
	}
	meter.Broken.Store(true)
	if err := instruments.Air(ctx, rooms, address); err == nil {
		t.Error("it is broken, and nobody says so")
	}
	air := get[api.AirCourse](c, "/api/air")
	if !air.Device.Silent || air.Device.Heard == nil {
		t.Errorf("the device: %+v", air.Device)
	}
	typed := answer[api.RoomAir](c, "POST", "/api/air", encode(t, api.RoomAirInput{Air: api.Air{TempC: 12, Rh: 70}, Who: "JT"}), 201)
	path := fmt.Sprintf("/api/air/%d?who=JT", typed.ID)
	if code, _ := c.call("DELETE", path, ""); code != 204 {
		t.Errorf("taking it back: %d", code)
	}
	if code, _ := c.call("DELETE", path, ""); code != 404 {
		t.Errorf("taking it back twice: %d", code)
	}
	for _, r := range get[api.AirCourse](c, "/api/air").Readings {
		if r.ID == typed.ID {
			t.Error("it still stands")
		}
	}
	forecast := httptest.NewServer(&standin.Forecast{Weather: harbour, Now: func() time.Time { return now }})
	defer forecast.Close()
	if err := instruments.Forecast(ctx, rooms, forecast.URL); err != nil {
		t.Fatal(err)
	}
	if air := get[api.AirCourse](c, "/api/air"); len(air.Outdoors) < 24 || air.HeardForecast == nil {
		t.Errorf("%d hours of forecast", len(air.Outdoors))
	}
	if err := instruments.Forecast(ctx, rooms, address); err == nil {
		t.Error("what is no forecast was taken for one")
	}
}
