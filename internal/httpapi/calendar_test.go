package httpapi

import (
	"encoding/csv"
	"fmt"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
	"firmitas/core/workday"
)

// asStored are a workshop's settings as they would be saved again.
func asStored(w api.Workshop) api.SettingsInput {
	return api.SettingsInput{
		Version: w.Version, Contact: w.Contact, Units: api.SettingsInputUnits(w.Units), Clock: api.SettingsInputClock(w.Clock),
		Numbers: api.SettingsInputNumbers(w.Numbers), Currency: w.Currency, Rates: w.Rates, Schools: w.Schools, Hours: w.Hours, Room: w.Room,
		FoodPolicy: api.SettingsInputFoodPolicy(w.FoodPolicy), Lacks: w.Lacks, Pace: w.Pace, SupplyPrices: w.SupplyPrices,
	}
}

// taken takes pieces in that begin together, with the first system that suits each.
func (c *client) taken(n int, start time.Time) []api.Piece {
	c.t.Helper()
	var out []api.Piece
	for i := range n {
		in := input()
		in.Name, in.Start = fmt.Sprint("Board ", i+1), start
		in.Promised, in.Zones[0].AreaM2, in.Zones[0].LengthM, in.Zones[0].WidthM = nil, 10, nil, nil
		best := c.chooseFor(brief(in)).Systems[0]
		p := answer[api.Piece](c, "POST", "/api/pieces", encode(c.t, in), 201)
		out = append(out, c.choose(p, 0, each(best.Layers, func(l api.Layer) api.LayerChoice {
			return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
		})))
	}
	return out
}

// busy is whose hands are on what when, of all that is still to come.
func (c *client) busy() map[string][]api.Span {
	out := map[string][]api.Span{}
	for _, p := range get[api.Bench](c, "/api/bench").Pieces {
		if p.Plan == nil {
			continue
		}
		for _, s := range p.Plan.Steps {
			by := ""
			if s.By != nil {
				by = *s.By
			}
			for _, w := range s.Work {
				if s.Told == nil && w.From.After(now) && w.To.After(w.From) {
					out[by] = append(out[by], w)
				}
			}
		}
	}
	return out
}

func (c *client) inTwoPlaces() {
	c.t.Helper()
	for by, work := range c.busy() {
		slices.SortFunc(work, func(a, b api.Span) int { return a.From.Compare(b.From) })
		for i := 1; i < len(work); i++ {
			if work[i].From.Before(work[i-1].To) {
				c.t.Errorf("%q is in two places at %s", by, work[i].From)
			}
		}
	}
}

// Pieces that begin together share the hands; a second pair makes them ready sooner, a day off is kept, and a helper
// works on the day they are there.
func TestPeopleAndTheirDays(t *testing.T) {
	c := start(t)
	monday := now.AddDate(0, 0, 7).Truncate(24 * time.Hour)
	c.taken(4, monday)
	c.inTwoPlaces()
	ready := func() (sum time.Duration) {
		for _, p := range get[api.Bench](c, "/api/bench").Pieces {
			if p.Plan != nil && p.Plan.LightUse != nil {
				sum += p.Plan.LightUse.Sub(now)
			}
		}
		return sum
	}
	alone := ready()
	settings := asStored(get[api.Workshop](c, "/api/workshop"))
	never := make([]api.Hours, 7)
	off := monday.AddDate(0, 0, 1)
	helper := monday.AddDate(0, 0, 2)
	kl, mo, aid := "KL", "MO", "Helper"
	settings.Room.People = []api.Person{{Name: kl, Hours: settings.Hours}, {Name: mo, Hours: settings.Hours}, {Name: aid, Hours: never}}
	settings.Room.Dates = []api.OwnDay{
		{Date: openapi_types.Date{Time: off}, Name: "Holiday"},
		{Date: openapi_types.Date{Time: helper}, Name: "Lends a hand", Person: &aid, Open: 9 * 60, Close: 12 * 60},
	}
	const path = "/api/workshop/settings"
	for field, wrong := range map[string]func(*api.SettingsInput){
		"/room/people/1/name": func(s *api.SettingsInput) { s.Room.People[1].Name = kl },
		"/room/people":        func(s *api.SettingsInput) { s.Room.People = s.Room.People[2:]; s.Room.Dates = []api.OwnDay{} },
		"/room/dates/1/person": func(s *api.SettingsInput) {
			who := "Nobody"
			s.Room.Dates[1].Person = &who
		},
		"/room/dates/1/close": func(s *api.SettingsInput) { s.Room.Dates[1].Close = 60 },
		"/room/rackM2":        func(s *api.SettingsInput) { s.Room.RackM2 = -1 },
	} {
		bad := settings
		bad.Room.People, bad.Room.Dates = slices.Clone(settings.Room.People), slices.Clone(settings.Room.Dates)
		wrong(&bad)
		if status, data := c.call("PUT", path, encode(t, bad)); status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", field, status, data)
		}
	}
	days := settings.Room.Dates
	settings.Room.Dates = []api.OwnDay{}
	settings.Version = answer[api.Workshop](c, "PUT", path, encode(t, settings), 200).Version
	c.inTwoPlaces()
	if together := ready(); together >= alone {
		t.Errorf("two people: %v, one: %v", together, alone)
	}
	settings.Room.Dates = days
	answer[api.Workshop](c, "PUT", path, encode(t, settings), 200)
	c.inTwoPlaces()
	for by, work := range c.busy() {
		for _, w := range work {
			day := w.From.Format(time.DateOnly)
			if day == off.Format(time.DateOnly) {
				t.Errorf("%s works on the holiday: %s", by, w.From)
			}
			if by == aid && day != helper.Format(time.DateOnly) {
				t.Errorf("the helper works on %s", w.From)
			}
		}
	}
	bench := get[api.Bench](c, "/api/bench")
	if len(bench.Now.Tomorrow)+len(bench.Now.Later)+len(bench.Now.May) == 0 {
		t.Errorf("nothing to do: %+v", bench.Now)
	}
	for _, p := range bench.Pieces {
		if p.Plan != nil && len(p.Plan.Obstacles) == 0 && p.Plan.Standing == nil {
			t.Errorf("%s does not say how it stands", p.Piece.Input.Name)
		}
	}
}

// What a promise costs is told before it is given, and nothing is saved by asking.
func TestAPromiseIsAskedForFirst(t *testing.T) {
	c := start(t)
	monday := now.AddDate(0, 0, 7).Truncate(24 * time.Hour)
	all := c.taken(5, monday)
	last := all[4]
	path := fmt.Sprintf("/api/pieces/%d/offer?promised=", last.ID)
	soon := monday.AddDate(0, 0, 2)
	before := get[api.Bench](c, "/api/bench")
	offer := get[api.Offer](c, path+soon.Format(time.RFC3339))
	if offer.With.After(offer.Around) || offer.Alone.After(offer.With) {
		t.Errorf("alone %s, with the others moved %s, around them %s", offer.Alone, offer.With, offer.Around)
	}
	if encode(t, get[api.Bench](c, "/api/bench")) != encode(t, before) {
		t.Error("asking has changed the bench")
	}
	status, data := c.call("GET", path+now.AddDate(0, 0, -1).Format(time.RFC3339), "")
	if status != 422 || detailAt(t, data, "/promised") == "" {
		t.Errorf("a promise for yesterday: %d %s", status, data)
	}
}

// The calendar is read by another program through a link that can be withdrawn, and as CSV.
func TestTheCalendarIsReadElsewhere(t *testing.T) {
	c := start(t)
	c.taken(2, now.AddDate(0, 0, 7).Truncate(24*time.Hour))
	feed := answer[api.Feed](c, "POST", "/api/calendar/feeds", encode(t, api.FeedInput{Name: "phone"}), 201)
	read := func() (int, string) {
		w := httptest.NewRecorder()
		c.server.ServeHTTP(w, httptest.NewRequest("GET", "http://127.0.0.1"+feed.Path, nil))
		return w.Code, w.Body.String()
	}
	status, file := read()
	cal, err := goical.NewDecoder(strings.NewReader(file)).Decode()
	if err != nil || status != 200 {
		t.Fatalf("%d %v", status, err)
	}
	seen := map[string]bool{}
	for _, e := range cal.Events() {
		id, _ := e.Props.Text(goical.PropUID)
		from, err := e.DateTimeStart(time.UTC)
		if seen[id] || err != nil || from.Before(now.AddDate(0, 0, -1)) {
			t.Errorf("%s at %s, %v", id, from, err)
		}
		seen[id] = true
	}
	_, data := c.call("GET", "/api/calendar/export", "")
	rows, err := csv.NewReader(strings.NewReader(string(data))).ReadAll()
	if err != nil || len(rows)-1 != len(seen) || len(seen) < 10 {
		t.Errorf("%d lines, %d entries, %v", len(rows)-1, len(seen), err)
	}
	month := get[[]api.DayLoad](c, "/api/calendar/days?days=35&from="+now.Format(time.DateOnly))
	asked := slices.ContainsFunc(month, func(d api.DayLoad) bool { return d.HandsMin > 0 && d.OpenMin >= d.HandsMin })
	if len(month) != 35 || month[0].Date.String() != now.Format(time.DateOnly) || !asked {
		t.Errorf("%d days from %v", len(month), month[0])
	}
	if feeds := get[[]api.Feed](c, "/api/calendar/feeds"); len(feeds) != 1 || feeds[0].Path != feed.Path {
		t.Errorf("feeds: %+v", feeds)
	}
	gone := fmt.Sprintf("/api/calendar/feeds/%d", feed.ID)
	if status, _ := c.call("DELETE", gone, ""); status != 204 {
		t.Errorf("withdrawing: %d", status)
	}
	if status, _ := read(); status != 404 {
		t.Errorf("withdrawn, and it answers %d", status)
	}
	if status, _ := c.call("DELETE", gone, ""); status != 404 {
		t.Errorf("withdrawn twice: %d", status)
	}
}

// Both changes of the clocks: a day of 23 and one of 25 hours are worked by the clock on the wall.
func TestHoursFollowTheClockOnTheWall(t *testing.T) {
	zone, err := time.LoadLocation("Europe/Lisbon")
	if err != nil {
		t.Fatal(err)
	}
	for _, day := range []time.Time{
		time.Date(2026, 3, 29, 0, 0, 0, 0, zone), time.Date(2026, 10, 25, 0, 0, 0, 0, zone),
	} {
		week := workday.Week{Zone: zone, Dates: map[workday.Date]workday.Day{workday.DateOf(day): {Open: 540, Close: 720}}}
		open := week.OpenSpans(day, day.AddDate(0, 0, 1))
		if len(open) != 1 || open[0].From.In(zone).Format("15:04") != "09:00" || open[0].To.Sub(open[0].From) != 3*time.Hour {
			t.Errorf("%s: %v", day, open)
		}
	}
}
