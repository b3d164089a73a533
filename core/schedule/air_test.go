package schedule

import (
	"strings"
	"testing"
	"time"

	"firmitas/core/hands"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

// varnished is a desk top with three coats of an oil varnish whose label gives 8 h until recoat at 23 °C and 50 %; the
// first was told as laid on Monday at 10:00.
func varnished(t *testing.T, now time.Time, label coating.Label) Brief {
	t.Helper()
	is := coating.Label{"recoatMinH": "8 h", "touchH": "4 h", "minC": "10 °C", "maxRH": "80 %", "refC": "23 °C", "refRH": "50 %"}
	for k, v := range label {
		is[k] = v
	}
	w := wish("desk", "oak", heated)
	w.Night = climate.Air{TempC: 18, RH: 55}
	s := system.Assess(w, []system.Layer{{Role: system.Protect, Product: product(t, "varnish_oil_pu", is), Coats: 3}})
	b := single(w, s, 1, Brief{Start: monday, Week: week})
	b.Zones[0].ID = 7
	b.Log = NewLog([]worklog.Event{{
		ID: 1, Zone: 7, At: monday.Add(2 * time.Hour),
		Body: worklog.Laid{Air: heated, OnCoat: worklog.OnCoat{N: 1}},
	}}, now)
	return b
}

// every are readings at every quarter of an hour, in the air that a function tells by the hours since Monday at 8:00.
func every(till float64, air func(h float64) climate.Air) (out []climate.Reading) {
	for h := 0.0; h <= till; h += 0.25 {
		out = append(out, climate.Reading{At: monday.Add(time.Duration(h * float64(time.Hour))), Air: air(h)})
	}
	return out
}

// By hand: the rate halves for every 10 °C less (van 't Hoff rule of thumb). Four hours at 23 °C do half of eight, the
// other half takes eight at 13 °C: 22:00 and not 18:00. Below the label's 10 °C nothing counts.
func TestProgressIsCountedInTheAirThatPassed(t *testing.T) {
	cold := func(tempC float64) func(float64) climate.Air {
		return func(h float64) climate.Air {
			if h > 6 {
				return climate.Air{TempC: tempC, RH: 50}
			}
			return heated
		}
	}
	now := monday.Add(24 * time.Hour)
	for _, c := range []struct {
		name string
		b    Brief
		want string
	}{
		{"as it is set", varnished(t, now, nil), "Mon 18:00"},
		{"as it was read", varnished(t, now, nil).In(Weather{Readings: every(24, cold(13))}), "Mon 22:00"},
		{"outside the label", varnished(t, now, nil).In(Weather{Readings: every(24, func(h float64) climate.Air {
			return map[bool]climate.Air{true: {TempC: 8, RH: 50}, false: heated}[h > 6 && h < 16]
		})}), "Tue 04:00"},
	} {
		if got := clock(coats(Make(c.b))[0].Opens); got != c.want {
			t.Errorf("%s: ready at %s, want %s", c.name, got, c.want)
		}
	}
}

// A heater that failed in the night is seen in the morning's plan, with its reason; one that held says nothing.
func TestAColdNightMovesTheMorningAndSaysWhy(t *testing.T) {
	now := monday.Add(24*time.Hour + 10*time.Minute)
	night := func(tempC float64) Plan {
		b := varnished(t, now, coating.Label{"recoatMinH": "12 h"})
		b.Log = NewLog([]worklog.Event{{
			ID: 1, Zone: 7, At: monday.Add(9 * time.Hour),
			Body: worklog.Laid{Air: heated, OnCoat: worklog.OnCoat{N: 1}},
		}}, now)
		return Make(b.In(Weather{Readings: every(24, func(h float64) climate.Air {
			if h >= 14 {
				return climate.Air{TempC: tempC, RH: 60}
			}
			return heated
		})}))
	}
	warm, failed := night(22), night(12)
	if second := coats(warm)[1]; clock(second.Start()) != "Tue 08:10" || len(warm.Air) > 0 {
		t.Errorf("after a warm night at %s, %q", clock(second.Start()), warm.Air)
	}
	second := coats(failed)[1]
	if !second.Start().After(monday.Add(26 * time.Hour)) {
		t.Errorf("after a cold night already at %s", clock(second.Start()))
	}
	said := strings.Join(failed.Air, " ")
	for _, part := range []string{"ready for the next coat on 3 March", "later than the air that is set", "down to 12 °C"} {
		if !strings.Contains(said, part) {
			t.Errorf("%q does not say %q", said, part)
		}
	}
}

// Air that a label forbids, while the coat was wet: no hours tell whether it is sound, so the hand is asked.
func TestAWetCoatInForbiddenAirIsDoubted(t *testing.T) {
	now := monday.Add(26 * time.Hour)
	b := varnished(t, now, nil).In(Weather{Readings: every(24, func(h float64) climate.Air {
		return map[bool]climate.Air{true: {TempC: 6, RH: 60}, false: heated}[h > 4 && h < 8]
	})})
	p := Make(b)
	if d := p.Zones[0].Doubts; len(d) != 1 || !d[0].Open || !strings.Contains(d[0].Text, "6 °C and 60 % RH on 2 March, 12:00") {
		t.Errorf("doubts: %+v", d)
	}
	if a := p.Answer(b, 0); a.Verdict.String() == "" || a.Headline != "Only once it is tested." {
		t.Errorf("answered: %+v", a)
	}
}

// Tonight is taken as last night was: what would be wet then waits for the morning, and the plan says for what.
func TestACoatIsNotLaidIntoANightThatForbidsIt(t *testing.T) {
	now := monday.Add(32 * time.Hour) // Tuesday, 16:00
	b := varnished(t, now, coating.Label{"touchH": "7 h"}).In(Weather{Readings: every(32, func(h float64) climate.Air {
		return map[bool]climate.Air{true: {TempC: 7, RH: 60}, false: heated}[h >= 14 && h < 20]
	})})
	second := coats(Make(b))[1]
	if got := clock(second.Start()); got != "Wed 08:00" || second.Waits != hands.ForAir {
		t.Errorf("laid at %s, waiting for %q", got, second.Waits)
	}
	if said := strings.Join(Make(b).Air, " "); !strings.Contains(said, "as it was a day before") {
		t.Errorf("says %q", said)
	}
}

// Every harm has its sentences, with all that they tell.
func TestEveryHarmIsToldInWholeSentences(t *testing.T) {
	for by := forbidden; by <= dewed; by++ {
		for _, source := range []climate.Source{climate.Measured, climate.LastDay, climate.Forecast} {
			m := harm{climate.Spell{To: monday, Air: climate.Air{TempC: 7, RH: 81}, Source: source}, by}
			waits, without := m.waits("Clear, coat 2", "3 March, 08:00", zone), m.withoutPlace("Clear, coat 2", zone)
			for _, said := range []string{waits, without} {
				if !strings.Contains(said, "Clear, coat 2") || !strings.Contains(said, "2 March, 08:00") || strings.Contains(said, "%!") {
					t.Errorf("%d, %s: %q", by, source, said)
				}
			}
		}
	}
}

// Under the sky: nothing wet is rained on, bare wood is let dry for a day after rain and a film for four hours; in a
// workshop the same forecast moves nothing that is heated.
func TestOutdoorsIsPlannedAroundTheRain(t *testing.T) {
	rain := func(from, to float64) climate.Course {
		at := func(h float64) time.Time { return monday.Add(time.Duration(h * float64(time.Hour))) }
		dry := climate.Air{TempC: 18, RH: 60}
		return climate.Course{
			{From: at(-12), To: at(from), Air: dry, Source: climate.Forecast},
			{From: at(from), To: at(to), Air: dry, Wet: true, Source: climate.Forecast},
			{From: at(to), To: at(96), Air: dry, Source: climate.Forecast},
		}
	}
	w := wish("deck", "larch", climate.Air{TempC: 18, RH: 60})
	s := system.Assess(w, []system.Layer{{Role: system.Protect, Product: product(t, "oil_exterior", nil), Coats: 2}})
	first := func(onSite bool, forecast climate.Course) Step {
		b := single(w, s, 4, Brief{Start: monday, Week: week, Log: NewLog(nil, monday)})
		b.Site.OnSite = onSite
		return coats(Make(b.In(Weather{Forecast: forecast})))[0]
	}
	dry, wet, inside := first(true, rain(90, 91)), first(true, rain(3, 6)), first(false, rain(3, 6))
	if !wet.Start().Equal(monday.Add(30*time.Hour)) || wet.Waits != hands.ForAir {
		t.Errorf("in the dry at %s, around the rain at %s for %q", clock(dry.Start()), clock(wet.Start()), wet.Waits)
	}
	if !inside.Start().Equal(dry.Start()) {
		t.Errorf("indoors it moved from %s to %s", clock(dry.Start()), clock(inside.Start()))
	}
	if young := first(true, rain(14, 15)); !young.Start().After(monday.Add(15 * time.Hour)) {
		t.Errorf("laid at %s, and it rains at 22:00 on oil of a few hours", clock(young.Start()))
	}
}

// Arithmetic: at 12 °C and 75 % the dew point is 7.7 °C; under an open sky at night the work is at 9 °C, not three degrees
// above it. A varnish that is wet for ten hours is laid in the morning, two hours after the dew; at 55 % none falls. A room
// that nothing heats has the night that is forecast, and a heated one has not.
func TestDewAndAnUnheatedRoom(t *testing.T) {
	nights := func(tempC, rh float64) (out climate.Course) {
		for day := range 8 {
			at := monday.AddDate(0, 0, day-1)
			out = append(out,
				climate.Spell{From: at, To: at.Add(12 * time.Hour), Air: climate.Air{TempC: 20, RH: 55}, Source: climate.Forecast},
				climate.Spell{
					From: at.Add(12 * time.Hour), To: at.Add(24 * time.Hour), Air: climate.Air{TempC: tempC, RH: rh}, Source: climate.Forecast,
				})
		}
		return out
	}
	afternoon := monday.Add(5 * time.Hour)
	w := wish("outdoors_exposed", "larch", climate.Air{TempC: 20, RH: 55})
	p := product(t, "varnish_spar", coating.Label{"touchH": "9 h", "recoatMinH": "20 h", "minC": "8 °C"})
	s := system.Assess(w, []system.Layer{{Role: system.Protect, Product: p, Coats: 1}})
	first := func(weather Weather, onSite bool) string {
		b := single(w, s, 1, Brief{Start: afternoon, Week: week, Log: NewLog(nil, afternoon)})
		b.Site.OnSite = onSite
		return clock(coats(Make(b.In(weather)))[0].Start())
	}
	for _, c := range []struct {
		name    string
		weather Weather
		onSite  bool
		want    string
	}{
		{"a dewy night outdoors", Weather{Forecast: nights(12, 75)}, true, "Tue 10:00"},
		{"a dry night outdoors", Weather{Forecast: nights(12, 55)}, true, "Mon 13:45"},
		{"a room without heating, too cold at night", Weather{Forecast: nights(6, 55), Follows: true}, false, "Tue 08:00"},
		{"a heated room beside it", Weather{Forecast: nights(6, 55)}, false, "Mon 13:45"},
	} {
		if got := first(c.weather, c.onSite); got != c.want {
			t.Errorf("%s: laid at %s, want %s", c.name, got, c.want)
		}
	}
}
