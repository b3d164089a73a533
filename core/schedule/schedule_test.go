package schedule

import (
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/soak"
)

func product(t testing.TB, family string, label coating.Label) *coating.Product {
	t.Helper()
	shade := coating.Clear
	if coating.Families[family].Is(coating.GroupPaint) {
		shade = coating.Dark
	}
	p, err := coating.New(coating.Product{Name: family, Shade: shade, Sheen: coating.Satin, Label: label}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func wish(use, material string, air climate.Air) system.Wish {
	return system.Wish{
		Use:        enduse.Find(use),
		Material:   substrate.Find(material),
		Look:       system.Natural,
		Sheen:      coating.Satin,
		Air:        air,
		FoodPolicy: enduse.StrictFood,
	}
}

var (
	zone, _ = time.LoadLocation("Europe/Lisbon")
	week    = workday.Week{Days: workday.DefaultDays, Zone: zone}
	monday  = time.Date(2026, 3, 2, 8, 0, 0, 0, zone)
	heated  = climate.Air{TempC: 23, RH: 50}
)

func clock(t time.Time) string { return t.In(zone).Format("Mon 15:04") }

// single is a piece of one zone.
func single(w system.Wish, s system.System, area float64, b Brief) Brief {
	b.Zones = []Zone{{Name: "top", AreaM2: area, Wish: w, System: &s}}
	return b
}

func plan(t *testing.T, w system.Wish, area float64, b Brief, layers ...system.Layer) Plan {
	t.Helper()
	p := Make(single(w, system.Assess(w, layers), area, b))
	return p
}

func coats(p Plan) (out []Step) {
	for _, s := range p.Steps {
		if s.Kind == Coating {
			out = append(out, s)
		}
	}
	return out
}

// Practice: three coats of a waterborne clear in a heated room on a small top are done in a day; the window of the
// label's 2 to 24 h shows.
func TestWaterborneTopInAHeatedRoom(t *testing.T) {
	p := plan(t, wish("desk", "ash", heated), 0.5, Brief{Start: monday, Week: week, Promised: monday.AddDate(0, 0, 3)},
		system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 3})
	c := coats(p)
	if len(c) != 3 || clock(c[2].End())[:3] != "Mon" {
		t.Fatalf("%d coats, the last on %s; want 3 on Monday", len(c), clock(c[len(c)-1].End()))
	}
	for i := range 2 {
		if got := c[i].Opens.Sub(c[i].End()); got != 2*time.Hour {
			t.Errorf("coat %d opens after %v, want 2 h", i+1, got)
		}
		if got := c[i].Closes.Sub(c[i].End()); got != 24*time.Hour {
			t.Errorf("coat %d closes after %v, want 24 h", i+1, got)
		}
	}
	if !c[2].Opens.IsZero() || !c[2].Closes.IsZero() {
		t.Error("nothing follows the last coat")
	}
	if got := p.LightUse.Sub(c[2].End()); got != 24*time.Hour || !p.Promise.Met || p.Promise.Needs != "light use" {
		t.Errorf("light use after %v, promise %+v", got, p.Promise)
	}
}

// Practice: a heavy build (3–8 h) finished late on Saturday would close before Monday: hold back, or key on Monday.
func TestWindowOverTheWeekendIsHeldOrKeyed(t *testing.T) {
	heavy := product(t, "clear_wb_pu_heavy", nil)
	saturday := time.Date(2026, 3, 7, 14, 30, 0, 0, zone)
	p := plan(t, wish("base", "mdf", heated), 0.4, Brief{Start: saturday, Week: week},
		system.Layer{Role: system.Protect, Product: heavy, Coats: 2})
	c := coats(p)
	if c[0].Waited == c[1].Keyed {
		t.Fatalf("one way out, not both or none: waited %v, keyed %v", c[0].Waited, c[1].Keyed)
	}
	if c[1].Keyed && !strings.Contains(c[1].Tasks[1].Text, "window had closed") {
		t.Errorf("the keying is not among the tasks: %+v", c[1].Tasks)
	}
	// A window wide enough is left alone.
	early := plan(t, wish("base", "mdf", heated), 0.4, Brief{Start: monday, Week: week},
		system.Layer{Role: system.Protect, Product: heavy, Coats: 2})
	if c := coats(early); c[0].Waited || c[1].Keyed {
		t.Error("on Monday morning nothing needs keying or holding back")
	}
}

// A 6 h window that neither the same evening nor next morning meets: holding the first coat back to the next morning
// finishes no sooner than keying, so it is keyed unless that is later.
func TestSoonerFinishWins(t *testing.T) {
	fast := product(t, "clear_wb_pu", coating.Label{"recoatMinH": "5 h", "recoatMaxH": "6 h", "coats": "2"})
	p := plan(t, wish("base", "mdf", heated), 0.4, Brief{Start: monday.Add(6 * time.Hour), Week: week},
		system.Layer{Role: system.Protect, Product: fast, Coats: 2})
	c := coats(p)
	if !c[1].Keyed || clock(c[1].Start()) != "Tue 08:00" {
		t.Errorf("second coat %s keyed %v; want keyed on Tuesday at opening, since holding back ends later",
			clock(c[1].Start()), c[1].Keyed)
	}
}

// On a Friday afternoon keying the second coat on Saturday and holding the first back to Saturday both end on Monday at
// opening, since the last coat waits a day: then nobody keys.
func TestOnATieNobodyKeys(t *testing.T) {
	film := product(t, "clear_wb_pu", coating.Label{"recoatMinH": "3 h", "recoatMaxH": "4 h"})
	friday := time.Date(2026, 3, 6, 14, 0, 0, 0, zone)
	p := plan(t, wish("shelf", "ash", heated), 0.4, Brief{Start: friday, Week: week},
		system.Layer{Role: system.Protect, Product: film, Coats: 2},
		system.Layer{Role: system.Protect, Product: product(t, "enamel_wb", nil), Coats: 1})
	c := coats(p)
	if !c[0].Waited || c[1].Keyed || clock(c[2].Start()) != "Mon 08:00" {
		t.Errorf("held back %v, keyed %v, last coat %s", c[0].Waited, c[1].Keyed, clock(c[2].Start()))
	}
}

func TestCotWaitsForFullCure(t *testing.T) {
	p := plan(t, wish("cot", "beech", heated), 2, Brief{Start: monday, Week: week, Promised: monday.AddDate(0, 0, 10)},
		system.Layer{Role: system.Protect, Product: product(t, "enamel_wb", nil), Coats: 2})
	if p.Promise.Met || p.Promise.Needs != "full cure" || p.Promise.Ready != p.FullCure ||
		p.Promise.Margin != p.FullCure.Sub(monday.AddDate(0, 0, 10)) {
		t.Errorf("promise %+v; a cot is not ready before full cure on %v", p.Promise, p.FullCure)
	}
}

func TestNoStepsInAirBeyondLimits(t *testing.T) {
	w := wish("desk", "ash", climate.Air{TempC: 8, RH: 50})
	p := plan(t, w, 1, Brief{Start: monday, Week: week},
		system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 3})
	if len(p.Obstacles) == 0 || len(p.Steps) != 0 {
		t.Errorf("%d obstacles, %d steps", len(p.Obstacles), len(p.Steps))
	}
}

// Practice: what no day can hold is laid in stretches, each ending where one would end it, and what was laid first
// closes first; a floor goes by roller, and its two-part coat is mixed as often as its pot life asks.
func TestACoatLongerThanAnyDayGoesOverSeveral(t *testing.T) {
	w := wish("floor_home", "oak", heated)
	short := Brief{Start: monday, Week: workday.Week{Zone: zone}}
	for d := range short.Week.Days {
		short.Week.Days[d] = workday.Day{Open: 8 * 60, Close: 10 * 60}
	}
	layer := system.Layer{Role: system.Protect, Product: product(t, "floor_wb_2k", nil), Coats: 2}
	p := plan(t, w, 240, short, layer)
	all := coats(p)
	first := all[0]
	if len(first.Work) < 2 || !strings.Contains(first.Tasks[len(first.Tasks)-1].Text, "along a board") {
		t.Fatalf("240 m² in days of two hours: %v, %+v", first.Work, first.Tasks)
	}
	if limit := first.Work[0].To.Add(24 * time.Hour); !all[1].Keyed && all[1].Start().After(limit) {
		t.Errorf("the first stretch closed at %s, the next coat began at %s unkeyed", clock(limit), clock(all[1].Start()))
	}
	told := ""
	for _, task := range first.Tasks {
		told += task.Text + "; "
	}
	if !strings.Contains(told, "wet edge") || !strings.Contains(told, "pots") {
		t.Errorf("how it is laid: %s", told)
	}
	if whole := coats(plan(t, w, 40, Brief{Start: monday, Week: week}, layer)); len(whole[0].Work) != 1 {
		t.Error("40 m² by roller are an hour's work, and were split")
	}
}

func TestWeekChecks(t *testing.T) {
	for name, days := range map[string][7]workday.Day{
		"all closed": {}, "backwards": {1: {Open: 600, Close: 500}}, "past midnight": {1: {Open: 600, Close: 1500}},
	} {
		if (workday.Week{Days: days, Zone: zone}).Check() == nil {
			t.Errorf("%s: hours taken", name)
		}
	}
	if err := week.Check(); err != nil {
		t.Error(err)
	}
}

// Property: over random systems, rooms, hours and starts, no coat goes on before its window, outside hours or in air
// beyond its limits; one past its window is keyed; and steps never overlap.
func TestPlansKeepTheirWord(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(7), 11)), soak.Rounds(1000, 30_000)
	finals := []string{
		"clear_wb_pu",
		"clear_wb_pu_heavy",
		"varnish_oil_pu",
		"varnish_spar",
		"oil_hardwax",
		"shellac_dewaxed",
		"varnish_conversion",
		"floor_wb_2k",
		"enamel_wb",
	}
	made, keyed, waited := 0, 0, 0
	for range rounds {
		air := climate.Air{TempC: 5 + 25*r.Float64(), RH: 30 + 55*r.Float64()}
		days := workday.Week{Zone: zone}
		for d := range days.Days {
			if r.IntN(4) > 0 || d == 2 {
				open := 60 * (6 + r.IntN(5))
				days.Days[d] = workday.Day{Open: open, Close: open + 60*(5+r.IntN(6))}
			}
		}
		b := Brief{Start: monday.Add(time.Duration(r.IntN(14*24*60)) * time.Minute), Week: days}
		forbidden := 0
		for range 1 + r.IntN(3) {
			w := wish(enduse.EndUses[r.IntN(len(enduse.EndUses))].ID,
				substrate.Materials[r.IntN(len(substrate.Materials))].ID, air)
			var layers []system.Layer
			if r.IntN(2) == 0 {
				layers = append(layers,
					system.Layer{Role: system.Prime, Product: product(t, "shellac_dewaxed", nil), Coats: 1})
			}
			layers = append(layers, system.Layer{
				Role:    system.Protect,
				Product: product(t, finals[r.IntN(len(finals))], nil),
				Coats:   1 + r.IntN(4),
			})
			s := system.Assess(w, layers)
			if len(s.Obstacles) > 0 {
				forbidden++
			}
			b.Zones = append(b.Zones, Zone{
				Face:   furniture.Faces[r.IntN(len(furniture.Faces))],
				AreaM2: 0.1 + 4*r.Float64(),
				Wish:   w,
				System: &s,
			})
		}
		p := Make(b)
		if forbidden == len(b.Zones) {
			if len(p.Steps) > 0 {
				t.Fatal("steps in air beyond a limit")
			}
			continue
		}
		made++
		last := map[int]*Step{}
		for i, step := range p.Steps {
			for _, span := range step.Work {
				open, ok := days.OnDay(span.From)
				if span.To.After(span.From) && (!ok || span.From.Before(open.From) || span.To.After(open.To)) {
					t.Fatalf("%s works %s–%s, outside hours", step.Title, clock(span.From), clock(span.To))
				}
			}
			if step.Start().Before(b.Start) || (i > 0 && step.Start().Before(p.Steps[i-1].End())) {
				t.Fatalf("%s starts before the step before it has ended", step.Title)
			}
			if step.Kind != Coating {
				continue
			}
			if obstacles := step.Product.Limits().Obstacles(air); len(obstacles) > 0 {
				t.Fatalf("%s put on in forbidden air: %v", step.Title, obstacles)
			}
			if below := last[step.Zones[0]]; below != nil {
				if step.Start().Before(below.Opens) {
					t.Fatalf("%s at %s, before its window opens at %s", step.Title, clock(step.Start()),
						clock(below.Opens))
				}
				if !step.Due.Equal(below.Closes) ||
					(!below.Closes.IsZero() && step.Start().After(below.Closes) != step.Keyed) {
					t.Fatalf("%s at %s, window closes %s, keyed %v", step.Title, clock(step.Start()),
						clock(below.Closes), step.Keyed)
				}
				if step.Keyed {
					keyed++
				}
				if below.Waited {
					waited++
				}
			}
			last[step.Zones[0]] = &p.Steps[i]
		}
		if p.LightUse.Before(p.LastCoat) || p.FullCure.Before(p.LastCoat) {
			t.Fatal("ready before the last coat")
		}
	}
	if made < rounds/3 || keyed == 0 || waited == 0 {
		t.Errorf("%d plans, %d keyed, %d held back: the property was hardly tried", made, keyed, waited)
	}
}

// A tool that is wrapped up keeps for half an hour (practice): the same hands that lay its product elsewhere within that
// need not set up anew. Later they do, other hands always, and what overlaps is no neighbour.
func TestAWrappedToolKeepsForHalfAnHour(t *testing.T) {
	laid := []hands.InUse{{Span: workday.Span{From: monday, To: monday.Add(time.Hour)}}}
	for name, c := range map[string]struct {
		from, to time.Duration
		by       int
		want     bool
	}{
		"right after":           {time.Hour, 2 * time.Hour, 0, true},
		"half an hour after":    {90 * time.Minute, 2 * time.Hour, 0, true},
		"a minute more":         {91 * time.Minute, 2 * time.Hour, 0, false},
		"half an hour before":   {-time.Hour, -30 * time.Minute, 0, true},
		"longer before":         {-time.Hour, -31 * time.Minute, 0, false},
		"by other hands":        {time.Hour, 2 * time.Hour, 1, false},
		"while it is laid":      {30 * time.Minute, 2 * time.Hour, 0, false},
		"nothing is to be made": {time.Hour, 2 * time.Hour, 0, true},
	} {
		s := session{setUp: 10}
		if name == "nothing is to be made" {
			s.setUp, c.want = 0, false
		}
		work := hands.Slot{Span: workday.Span{From: monday.Add(c.from), To: monday.Add(c.to)}, By: c.by}
		if got := s.besides(work, laid); got != c.want {
			t.Errorf("%s: %v", name, got)
		}
	}
}

func BenchmarkMake(b *testing.B) {
	w := wish("counter", "oak", climate.Air{TempC: 18, RH: 60})
	s := system.Assess(w,
		[]system.Layer{{Role: system.Protect, Product: product(b, "clear_wb_pu_heavy", nil), Coats: 4}})
	brief := single(w, s, 2, Brief{Start: monday, Week: week})
	for b.Loop() {
		Make(brief)
	}
}

func BenchmarkMakeChest(b *testing.B) {
	brief := chest(b)
	for b.Loop() {
		Make(brief)
	}
}

// The calendar's own arithmetic, over a weekend and over the change to summer time.
func TestWeekArithmetic(t *testing.T) {
	saturday := time.Date(2026, 3, 28, 16, 0, 0, 0, zone) // clocks go forward the next night
	people := hands.NewHands(hands.OneAlone(week, time.Time{}))
	if got := people.Fit(saturday, 3*time.Hour, hands.Need{}); clock(got.From) != "Mon 08:00" || clock(got.To) != "Mon 11:00" {
		t.Errorf("3 h from Saturday 16:00: %s–%s, want Monday morning", clock(got.From), clock(got.To))
	}
	parts, _ := people.Spread(saturday, 5*time.Hour, hands.Need{})
	if len(parts) != 2 || clock(parts[0].To) != "Sat 18:00" || clock(parts[1].To) != "Mon 11:00" {
		t.Errorf("5 h that may break: %v", parts)
	}
	midnights := week.Midnights(saturday, saturday.AddDate(0, 0, 3))
	if len(midnights) != 3 || midnights[1].Sub(midnights[0]) != 23*time.Hour {
		t.Errorf("the night the clocks change makes a day of %v", midnights[1].Sub(midnights[0]))
	}
	if open := week.OpenSpans(saturday, saturday.AddDate(0, 0, 3)); len(open) != 3 ||
		clock(open[1].From) != "Mon 08:00" {
		t.Errorf("open spans %v", open)
	}
}

// What stays in pot and brush is counted once a session: of a lamp base, three coats over 0.12 m² at 10 m²/L are 36 mL and
// what the brush holds (worked by hand), and the same coats on two zones are laid in the same sessions.
func TestALampBaseTakesLittle(t *testing.T) {
	varnish := product(t, "clear_wb_pu", coating.Label{"spreadM2L": "10"})
	coats := system.Layer{Role: system.Protect, Product: varnish, Coats: 3}
	b := Brief{Start: monday, Week: week}
	one := plan(t, wish("display", "oak", heated), 0.12, b, coats).Needs[0]
	how := one.Shares[0]
	brush := 3 * 0.2 * 0.015
	if want := (0.036+0.012*0.25)/0.95 + brush; one.Litres < want-1e-9 || one.Litres > want+1e-9 || one.Sessions != 3 {
		t.Errorf("%.4f L in %d sessions, want %.4f: %+v", one.Litres, one.Sessions, want, how)
	}
	b.Zones = []Zone{
		{Name: "Stem", AreaM2: 0.06, Wish: wish("display", "oak", heated)},
		{Name: "Foot", AreaM2: 0.06, Wish: wish("display", "oak", heated)},
	}
	for i := range b.Zones {
		judged := system.Assess(b.Zones[i].Wish, []system.Layer{coats})
		b.Zones[i].System = &judged
	}
	two := Make(b).Needs[0]
	if off := two.Litres - one.Litres; off > 1e-9 || off < -1e-9 || len(two.Shares) != 2 || two.LeftL != one.LeftL {
		t.Errorf("%.4f L as two zones, %.4f as one", two.Litres, one.Litres)
	}
}

// Basis: practice. What it takes is told per product: a bare porous wood drinks more on its first coat.
func TestPlanSaysWhatItTakes(t *testing.T) {
	p := plan(t, wish("desk", "ash", heated), 2, Brief{Start: monday, Week: week},
		system.Layer{Role: system.Prime, Product: product(t, "shellac_dewaxed", nil), Coats: 1},
		system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 3})
	if len(p.Needs) != 2 || p.Needs[0].Litres < 2*1.25/11 || p.Needs[1].Litres < 0.6 || p.Needs[1].Litres > 0.8 {
		t.Errorf("needs %+v", p.Needs)
	}
	var text []string
	for _, s := range p.Steps {
		for _, task := range s.Tasks {
			text = append(text, task.Text)
		}
	}
	all := strings.Join(text, "\n")
	for _, want := range []string{"Denib with P320", "Brush on: about 211 mL, 100 µm wet", "scratches are gone"} {
		if !strings.Contains(all, want) {
			t.Errorf("the plan does not say %q:\n%s", want, all)
		}
	}
}

// Basis: practice. Wood in a damp room is too wet to coat, outdoors less strictly.
func TestDampRoomWarnsOfWetWood(t *testing.T) {
	damp := climate.Air{TempC: 20, RH: 72} // about 13.6 % in the wood
	if n := zoneNotes(wish("desk", "ash", damp)); len(n) != 1 || !strings.Contains(n[0], "14 % moisture") {
		t.Errorf("indoors: %q", n)
	}
	if n := zoneNotes(wish("outdoors_covered", "ash", damp)); len(n) != 0 {
		t.Errorf("outdoors 17 %% is allowed: %q", n)
	}
	if n := zoneNotes(wish("shelf", "melamine", damp)); len(n) != 0 {
		t.Errorf("melamine holds no moisture to speak of: %q", n)
	}
}

// Practice, with the caution of US 40 CFR 745 (from memory): nothing is planned while lead is an open question, nor
// once it is found; wood that reads too wet stops the work, an estimate only warns.
func TestWhatWasSeenMayStopTheWork(t *testing.T) {
	paint := substrate.FindFinish("oil_paint")
	for _, c := range []struct {
		name string
		seen substrate.Inspection
		stop string
		note string
	}{
		{"bare", substrate.Inspection{}, "", ""},
		{"paint of unknown age", substrate.Inspection{Finish: paint, Age: substrate.AgeUnknown}, "may hold lead", ""},
		{"old paint, no lead", substrate.Inspection{Finish: paint, Age: substrate.Before1978, Lead: substrate.Negative}, "", ""},
		{"old paint, lead", substrate.Inspection{Finish: paint, Age: substrate.Before1978, Lead: substrate.Positive}, "Lead was found", ""},
		{"later paint", substrate.Inspection{Finish: paint, Age: substrate.Later}, "", ""},
		{"wet by the meter", substrate.Inspection{MoisturePct: 15}, "15 % moisture", ""},
		{"stood in a cellar", substrate.Inspection{StoodIn: climate.Air{TempC: 12, RH: 80}}, "", "Where it stood"},
	} {
		w := wish("desk", "ash", heated)
		w.Seen, w.Action = c.seen, substrate.Keep
		p := plan(t, w, 1, Brief{Start: monday, Week: week},
			system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 2})
		if got := strings.Join(p.Obstacles, " "); !strings.Contains(got, c.stop) ||
			(c.stop == "") != (len(p.Steps) > 0) {
			t.Errorf("%s: obstacles %q, %d steps", c.name, got, len(p.Steps))
		}
		if got := strings.Join(p.Notes, " "); !strings.Contains(got, c.note) {
			t.Errorf("%s: notes %q", c.name, got)
		}
	}
}

// Practice: repairs and washing come before sanding, runners are waxed after the last coat is dry to the touch.
func TestInspectionShapesThePlan(t *testing.T) {
	w := wish("desk", "ash", heated)
	w.Seen = substrate.Inspection{Finish: substrate.FindFinish("wax"), Repairs: []string{"joint", "runner"}}
	w.Action = substrate.Dewax
	p := plan(t, w, 1, Brief{Start: monday, Week: week},
		system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: 2})
	var order []string
	for _, s := range p.Steps {
		order = append(order, s.Title)
	}
	last := p.Steps[len(p.Steps)-1]
	if order[0] != "Glue and clamp the joint" || order[1] != "Degrease, then rinse with clean water" ||
		last.Title != "Wax the runners" {
		t.Errorf("order %q", order)
	}
	if before := p.Steps[len(p.Steps)-2]; last.Start().Before(before.TouchDry) {
		t.Error("the runners are waxed while the last coat is wet")
	}
	if len(p.Steps[1].Cautions) != 1 || !strings.Contains(p.Steps[1].Cautions[0].Text, "eye protection") {
		t.Errorf("the alkaline cleaner carries %v", p.Steps[1].Cautions)
	}
}

// The latest start keeps the promise and the working morning after it does not.
func TestLatestStartIsTheLastThatKeepsThePromise(t *testing.T) {
	w := wish("desk", "ash", heated)
	s := system.Assess(w, []system.Layer{{Role: system.Protect, Product: product(t, "varnish_oil_pu", nil), Coats: 3}})
	b := single(w, s, 1, Brief{Start: monday, Promised: monday.AddDate(0, 0, 14), Week: week})
	latest, ok := LatestStart(b, Make)
	if !ok || latest.Before(monday) {
		t.Fatalf("latest %v %v", latest, ok)
	}
	next := hands.NewHands(hands.OneAlone(week, time.Time{})).Fit(latest.Add(12*time.Hour), time.Hour, hands.Need{})
	for start, met := range map[time.Time]bool{latest: true, next.From: false} {
		b.Start = start
		if p := Make(b); p.Promise.Met != met {
			t.Errorf("starting %s: met %v, want %v", clock(start), p.Promise.Met, met)
		}
	}
	b.Start, b.Promised = monday, monday.Add(time.Hour)
	if latest, ok := LatestStart(b, Make); ok {
		t.Errorf("an hour is too short, yet %v", latest)
	}
}

// chest is a piece of three zones with lives of their own: a top that works hard, a case with a loose joint, drawer
// insides.
func chest(t testing.TB) Brief {
	t.Helper()
	zone := func(name string, face furniture.Face, use string, area float64, layers ...system.Layer) Zone {
		w := wish(use, "oak", heated)
		s := system.Assess(w, layers)
		return Zone{Name: name, Face: face, AreaM2: area, Wish: w, System: &s}
	}
	clear := func(coats int) system.Layer {
		return system.Layer{Role: system.Protect, Product: product(t, "clear_wb_pu", nil), Coats: coats}
	}
	b := Brief{Start: monday, Week: week, Zones: []Zone{
		zone("Top", furniture.Best, "dining_table", 0.6, clear(4)),
		zone("Case", furniture.Body, "base", 1.2, clear(2)),
		zone("Insides", furniture.Inside, "inside", 2.5,
			system.Layer{Role: system.Protect, Product: product(t, "shellac_dewaxed", nil), Coats: 1}),
	}}
	b.Zones[1].Wish.Seen = substrate.Inspection{Repairs: []string{"joint"}}
	return b
}

// Practice: nothing is coated before all dust is made, one pair of hands does one thing at a time, a zone is worked
// while another dries, and the slowest zone sets when the piece is ready.
func TestZonesOfAPieceShareOnePairOfHands(t *testing.T) {
	b := chest(t)
	p := Make(b)
	coated := map[int]int{}
	lastPrep, firstCoat := time.Time{}, p.LightUse
	for i, s := range p.Steps {
		if i > 0 && s.Start().Before(p.Steps[i-1].End()) {
			t.Errorf("%s begins while %s is in hand", s.Title, p.Steps[i-1].Title)
		}
		if s.Kind == Preparation {
			lastPrep = s.End()
		} else {
			coated[s.Zones[0]]++
			if s.Start().Before(firstCoat) {
				firstCoat = s.Start()
			}
		}
	}
	if lastPrep.After(firstCoat) {
		t.Errorf("dust is made until %s, the first coat goes on at %s", clock(lastPrep), clock(firstCoat))
	}
	if coated[0] != 4 || coated[1] != 2 || coated[2] != 1 {
		t.Errorf("coats by zone %v", coated)
	}
	if p.LightUse != p.Zones[0].LightUse || !p.Zones[1].LightUse.Before(p.LightUse) {
		t.Errorf("light use %v, the top %v, the case %v", p.LightUse, p.Zones[0].LightUse, p.Zones[1].LightUse)
	}
	// While the glue of the case dries, top and insides are sanded; the case follows by itself.
	var sanded [][]int
	for _, s := range p.Steps {
		if strings.HasPrefix(s.Title, "Sand with") {
			sanded = append(sanded, s.Zones)
		}
	}
	if len(sanded) != 2 || len(sanded[0]) != 2 || len(sanded[1]) != 1 || sanded[1][0] != 1 {
		t.Errorf("sanded by zone: %v", sanded)
	}
	if len(p.Needs) != 2 {
		t.Errorf("two products over three zones: %+v", p.Needs)
	}
}

func TestAZoneThatCannotBeCoatedHoldsNoOtherUp(t *testing.T) {
	b := chest(t)
	b.Zones[0].Wish.Seen.MoisturePct = 19
	b.Zones[2].System = nil
	p := Make(b)
	if len(p.Zones[0].Obstacles) != 1 || p.Zones[0].Coated || !p.Zones[1].Coated || p.Zones[2].Coated ||
		len(p.Obstacles) > 0 {
		t.Errorf("zones %+v, obstacles %v", p.Zones, p.Obstacles)
	}
	b.Zones[1].Wish.Seen = substrate.Inspection{Finish: substrate.FindFinish("oil_paint")}
	if p = Make(b); len(p.Steps) > 0 ||
		!strings.Contains(strings.Join(p.Obstacles, " "), "Case: The old finish may hold lead") {
		t.Errorf("lead in one zone stops the piece: %d steps, %v", len(p.Steps), p.Obstacles)
	}
}

// Practice: handles go back on when the slowest zone is in light use, and a set takes as much of everything as it has
// pieces.
func TestPartsAndSets(t *testing.T) {
	b := chest(t)
	one := Make(b)
	b.Parts = []furniture.Part{{Kind: "hardware", Name: "Handles", Count: 6}}
	b.Alike = 3
	set := Make(b)
	first, last := set.Steps[0], set.Steps[len(set.Steps)-1]
	if !strings.HasPrefix(first.Title, "Take off: Handles (18)") || !strings.HasPrefix(last.Title, "Refit") ||
		last.Start().Before(set.Zones[0].LightUse) ||
		set.LightUse != last.End() {
		t.Errorf("%s … %s at %s", first.Title, last.Title, clock(last.Start()))
	}
	if got := set.Needs[0].Litres / one.Needs[0].Litres; got < 2.3 || got > 3.2 { // a larger brush holds more
		t.Errorf("three alike take %.2f times as much", got)
	}
	b.Site = preparation.Site{OnSite: true, LivedIn: true}
	if p := Make(b); !strings.Contains(strings.Join(p.Notes, " "), "shellac_dewaxed carries solvent") ||
		strings.Contains(strings.Join(p.Notes, " "), "clear_wb_pu") {
		t.Errorf("shellac where people live: %v", p.Notes)
	}
}

func TestAnOrderThatHandsChoseIsKeptUnlessItSpoilsWork(t *testing.T) {
	b := chest(t)
	b.Zones[0].Wish.Seen = substrate.Inspection{Repairs: []string{"gouge"}}
	usual := b.Jobs()
	at := func(jobs []preparation.Job, id string) int {
		return slices.IndexFunc(jobs, func(j preparation.Job) bool { return j.ID == id })
	}
	for _, j := range usual {
		b.Order = append(b.Order, j.Key)
	}
	joint, gouge := at(usual, "joint"), at(usual, "gouge")
	b.Order[joint], b.Order[gouge] = b.Order[gouge], b.Order[joint]
	if got := b.Jobs(); joint > gouge || at(got, "gouge") > at(got, "joint") {
		t.Error("filler before glue, on other zones, is the finisher's own choice")
	}
	b.Order = []string{"dust", "sand"}
	if got := b.Jobs(); at(got, "dust") < at(got, "sand") {
		t.Error("dust before sanding was kept")
	}
}

// Practice: a last look over bare wood takes five minutes by the square metre, photographs of what is kept ten a zone.
func TestWhatIsDoneWhereNothingGoesOn(t *testing.T) {
	for _, c := range []struct {
		nothing *coating.Product
		minutes float64
	}{{coating.Nothing[0], 2 * 5}, {coating.Nothing[1], 10}} {
		s := nothingOn(wish("shelf", "oak", heated), system.Layer{Role: system.Protect, Product: c.nothing, Coats: 1}, 0, 2)
		if got := s.tasks[0].Minutes; got != c.minutes {
			t.Errorf("%s: %q takes %g minutes, want %g", c.nothing.Name, s.tasks[0].Text, got, c.minutes)
		}
	}
}

// Old gold of value is not even dusted by plan: it is a conservator's, and nothing is planned.
// Found by long searches: the plan went on where the judge only doubted.
func TestWhatOnlyAConservatorSettlesIsNotPlanned(t *testing.T) {
	for use, stands := range map[string]bool{"heirloom": true, "gilded": false} {
		w := wish(use, "oak", heated)
		w.Action = substrate.Keep
		w.Seen = substrate.Inspection{
			Finish: substrate.FindFinish("oil_paint"), Age: substrate.Later, Lead: substrate.Negative, Material: w.Material,
		}
		p := plan(t, w, 0.5, Brief{Start: monday, Week: week}, system.Layer{
			Role: system.Protect, Product: coating.Nothing[1], Coats: 1,
		})
		if planned := len(p.Obstacles) == 0 && len(p.Steps) > 0; planned != stands {
			t.Errorf("kept on %s: planned %v, want %v: %v", use, planned, stands, p.Obstacles)
		}
		if !stands && (len(p.Obstacles) == 0 || !strings.Contains(p.Obstacles[0], "conservator")) {
			t.Errorf("it does not say who looks first: %v", p.Obstacles)
		}
	}
}
