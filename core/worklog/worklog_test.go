package worklog

import (
	"testing"
	"time"

	"firmitas/core/climate"
	"firmitas/core/compat"
)

func at(h int) time.Time { return time.Date(2026, 3, 2, h, 0, 0, 0, time.UTC) }

// What was taken back does not stand, whoever told it first; what the hand found hard clears the signs before it.
func TestWhatStands(t *testing.T) {
	sign := func(id int64, h int, zone int64, s compat.Sign) Event {
		return Event{ID: id, Zone: zone, At: at(h), Body: Sign{Sign: s}}
	}
	all := []Event{
		sign(1, 10, 7, compat.Sticky),
		sign(2, 9, 7, compat.Smells), // told later, and happened before
		sign(3, 11, 8, compat.Gums),
		{ID: 4, At: at(12), Body: Back{Of: 1}},
		sign(5, 13, 7, compat.Dents),
	}
	standing := Standing(all)
	if len(standing) != 3 || standing[0].ID != 2 || standing[2].ID != 5 {
		t.Fatalf("standing: %+v", standing)
	}
	if got := Signs(standing, 7); len(got) != 2 || got[1].Sign().Sign != compat.Dents {
		t.Errorf("signs of zone 7: %+v", got)
	}
	hard := Standing(append(all, sign(6, 14, 7, compat.Powders)))
	if got := Signs(hard, 7); len(got) != 0 {
		t.Errorf("though it powders now: %+v", got)
	}
	if got := Signs(hard, 8); len(got) != 1 {
		t.Errorf("another zone lost its sign: %+v", got)
	}
}

// A gauge outranks the eye, and the eye what left the tin; an amount as planned was filled in and tells nothing.
func TestHowThickACoatWentOn(t *testing.T) {
	for name, c := range map[string]struct {
		how   Laying
		ratio float64
		known bool
	}{
		"nobody told":        {Laying{}, 1, false},
		"gauged":             {Laying{WetUM: 150, Build: Thin, Litres: 0.3}, 1.5, true},
		"looked":             {Laying{Build: Thick, Litres: 0.1}, 1.5, true},
		"thin":               {Laying{Build: Thin}, 0.6, true},
		"used":               {Laying{Litres: 0.2}, 2, true},
		"filled in":          {Laying{Litres: 0.101}, 1, false},
		"no rate is known":   {Laying{Litres: 0.2, WetUM: 90}, 1, false},
		"part of it, gauged": {Laying{WetUM: 50, Share: 0.5}, 0.5, true},
	} {
		um, litres := 100.0, 0.1
		if name == "no rate is known" {
			um, litres = 0, 0
		}
		if ratio, known := c.how.Ratio(um, litres); ratio != c.ratio || known != c.known {
			t.Errorf("%s: %v, known %v", name, ratio, known)
		}
	}
}

// What told minutes teach is the middle of all jobs of a kind, per m²; one slip of the clock moves it little.
func TestMinutesTeach(t *testing.T) {
	job := func(who, face string, took, planned float64) Event {
		return Event{Who: who, Body: Job{Worked: Worked{took, Kin{Work: "brush", PerM2: 12, Planned: planned, M2: 1, Face: face}}}}
	}
	all := []Event{
		job("JT", "flat", 20, 20), job("JT", "flat", 30, 20), job("MO", "turned", 40, 20), job("JT", "flat", 900, 20),
		job("JT", "flat", 0, 20), // nobody told
		{Body: Job{Worked: Worked{5, Kin{Planned: 5, PerM2: 1}}}},
	}
	learned := Learn(all)
	if len(learned) != 1 {
		t.Fatalf("learned: %+v", learned)
	}
	l := learned[0]
	if l.Jobs != 4 || l.PerM2 != (12*1.5+12*2)/2 || l.Least != 12 || l.Most != 540 {
		t.Errorf("brushing: %+v", l)
	}
	if len(l.Who) != 2 || l.Who[0] != (Share{"JT", 18, 3}) || len(l.Face) != 2 || l.Face[1] != (Share{"turned", 24, 1}) {
		t.Errorf("by whom %+v, by shape %+v", l.Who, l.Face)
	}
	if one := Learn(all[:1]); one[0].Who != nil || one[0].Face != nil || one[0].PerM2 != 12 {
		t.Errorf("one job: %+v", one)
	}
}

// The air counts as read for four hours, and not before it was read.
func TestTheAirAsItWasRead(t *testing.T) {
	read := []Event{
		{At: at(8), Body: AirReading{Air: climate.Air{TempC: 15, RH: 60}}},
		{At: at(10), Body: AirReading{Air: climate.Air{TempC: 21, RH: 50}}},
	}
	for h, want := range map[int]float64{7: 0, 8: 15, 9: 15, 10: 21, 14: 21, 15: 0} {
		if air, ok := AirAt(read, at(h)); air.TempC != want || ok != (want > 0) {
			t.Errorf("at %d: %v", h, air)
		}
	}
}

// By hand: 2 m² out of 0.2 L and 3 m² out of 0.25 L are 10 and 12 m² to the litre, in the middle 11; half a zone of 2 m² out
// of 0.1 L is 10; what was filled in as planned teaches nothing, unless it was weighed.
func TestHowFarAProductWent(t *testing.T) {
	coat := func(litres, m2 float64, how Laying) Event {
		how.Litres, how.AsMeant = litres, 0.15
		return Event{Body: Laid{Laying: how, Worked: Worked{Kin: Kin{M2: m2}}}}
	}
	all := []Event{
		coat(0.2, 2, Laying{}), coat(0.25, 3, Laying{}), coat(0.15, 9, Laying{}), coat(0, 2, Laying{}),
		coat(0.1, 2, Laying{Method: "roller", Share: 0.5}), coat(0.15, 3, Laying{Method: "spray", BeforeKg: 1, AfterKg: 0.85}),
		{Body: Job{Worked: Worked{Kin: Kin{M2: 2}}}},
	}
	got := Covers(all)
	want := []Covered{{"", 11, 2}, {"roller", 10, 1}, {"spray", 20, 1}}
	if len(got) != len(want) {
		t.Fatalf("%+v", got)
	}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("%+v, want %+v", got[i], want[i])
		}
	}
}
