package schedule

import (
	"slices"
	"testing"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/system"
	"firmitas/core/worklog"
)

// What the record says of the last coat needs no asking: laid too early in a cold room, over bare oak, it says so and
// nothing against it; and the finder then names the likeliest cause by it.
func TestTheRecordSpeaksForItself(t *testing.T) {
	w := wish("desk", "oak", climate.Air{TempC: 12, RH: 55})
	first := monday.Add(6 * time.Hour)
	second := first.Add(time.Hour)
	cold := func(id int64, n int, at time.Time) worklog.Event {
		return laidSo(laidAtHour(id, n, at), func(l *worklog.Laid) { l.Air = w.Air })
	}
	b := logged(t, w, second.Add(time.Hour), cold(1, 1, first), cold(2, 2, second))
	p := Make(b)
	known := b.Evidence(p, 0, second.Add(20*time.Hour))
	has := func(fact string) bool {
		return slices.ContainsFunc(known, func(k Known) bool { return k.Fact == fact && !k.Not })
	}
	for _, fact := range []string{"tannin", "open", "early", "cold", "brush", "okpair", "nextday"} {
		if !has(fact) {
			t.Errorf("%s is not known: %v", fact, known)
		}
	}
	for _, fact := range []string{"inwin", "late", "airok", "bare", "strong", "now", "slick", "spray"} {
		if has(fact) {
			t.Errorf("%s is told, and is not so", fact)
		}
	}
	for _, k := range known {
		if fault.FindFact(k.Fact) == nil || k.From == "" {
			t.Errorf("%+v is no fact", k)
		}
	}
	so, not := Weighed(known)
	found := fault.Find("milky").Why(so, not, nil)
	if !not["spray"] || !not["knots"] || not["early"] {
		t.Errorf("known not to be: %v", not)
	}
	if found.Suspects[0].Cause.ID != "toosoon" {
		t.Errorf("milky after an early coat: %s", found.Suspects[0].Cause.ID)
	}
	if none := b.Evidence(p, 0, monday); slices.ContainsFunc(none, func(k Known) bool { return k.From == fromLog }) {
		t.Errorf("before anything was laid: %v", none)
	}
}

// Laid by hand: a label's window of 4 to 24 h, in rooms of 12 to 30 °C. Past it and not keyed is told as both, keyed only as
// late; cold is what lies near a label's limit too, and a mild room is nothing at all.
func TestTheRecordTellsKeyingAndCold(t *testing.T) {
	for name, c := range map[string]struct {
		tempC    float64
		hours    int
		keyed    bool
		is, isNo []string
	}{
		"late and not keyed": {20, 40, false, []string{"late", "nokey", "airok"}, []string{"keyed", "inwin", "cold"}},
		"late and keyed":     {20, 40, true, []string{"late", "keyed"}, []string{"nokey", "inwin"}},
		"in time, not keyed": {20, 8, false, []string{"inwin"}, []string{"nokey", "late", "keyed"}},
		"cold":               {12, 8, false, []string{"cold", "inwin"}, []string{"airok", "hot"}},
		"just warm enough":   {16, 8, false, []string{"airok"}, []string{"cold"}},
		"hot":                {30, 8, false, []string{"hot"}, []string{"airok", "cold"}},
	} {
		w := wish("desk", "oak", climate.Air{TempC: c.tempC, RH: 50})
		first := monday.Add(6 * time.Hour)
		second := first.Add(time.Duration(c.hours) * time.Hour)
		under := laidSo(laidAtHour(1, 1, first), func(l *worklog.Laid) { l.Air = climate.Air{TempC: 20, RH: 50} })
		over := laidSo(laidAtHour(2, 2, second), func(l *worklog.Laid) { l.Air, l.Keyed = w.Air, c.keyed })
		b := logged(t, w, second.Add(time.Hour), under, over)
		known := b.Evidence(Make(b), 0, second.Add(20*time.Hour))
		has := func(fact string, not bool) bool {
			return slices.ContainsFunc(known, func(k Known) bool { return k.Fact == fact && k.Not == not })
		}
		for _, fact := range c.is {
			if !has(fact, false) {
				t.Errorf("%s: %s is not known", name, fact)
			}
		}
		for _, fact := range c.isNo {
			if !has(fact, true) {
				t.Errorf("%s: %s is not known not to be so", name, fact)
			}
		}
	}
}

// Every fact that the record can tell is one that the finder knows, over all kinds and lives.
func TestEvidenceIsKnownToTheFinder(t *testing.T) {
	for _, f := range coating.FamiliesInOrder() {
		if f.NothingOn() || f.Is(coating.GroupDecor, coating.GroupFiller, coating.GroupFactory) {
			continue
		}
		w := wish("desk", "oak", heated)
		layers := []system.Layer{{Role: system.Protect, Product: product(t, f.ID, nil), Coats: 2}}
		s := system.Assess(w, layers)
		b := single(w, s, 0.5, Brief{Start: monday, Week: week})
		for _, k := range b.Evidence(Make(b), 0, monday.AddDate(0, 0, 20)) {
			if fault.FindFact(k.Fact) == nil {
				t.Errorf("%s: %q is no fact", f.ID, k.Fact)
			}
		}
	}
}

// What was gauged over 1.3 times the label's film is evidence of a thick coat, under 0.7 of a thin one, and neither
// between.
func TestGaugedFilmsAreEvidence(t *testing.T) {
	w := wish("desk", "oak", heated)
	first := laidAtHour(1, 1, monday.Add(6*time.Hour))
	usual := coats(Make(logged(t, w, first.At, first)))[0].WetUM
	for ratio, want := range map[float64]string{1.4: "thick", 1: "filmok", 0.6: "thin"} {
		b := logged(t, w, first.At, laidSo(first, func(l *worklog.Laid) { l.WetUM = ratio * usual }))
		said := map[string]bool{}
		for _, k := range b.Evidence(Make(b), 0, first.At.Add(time.Hour)) {
			said[k.Fact] = !k.Not
		}
		for _, fact := range []string{"thick", "filmok", "thin"} {
			if said[fact] != (fact == want) {
				t.Errorf("%g times as thick: %s is told %t", ratio, fact, said[fact])
			}
		}
	}
}
