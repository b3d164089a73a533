package schedule

import (
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/soak"
)

// deskOf is a desk with three coats of a clear that dries in hours, begun on a Monday morning.
func deskOf(t *testing.T, start time.Time) Brief {
	t.Helper()
	w := wish("desk", "oak", heated)
	s := system.Assess(w, []system.Layer{
		{Role: system.Protect, Product: product(t, "clear_wb_pu", coating.Label{}), Coats: 3},
	})
	b := single(w, s, 1, Brief{Start: start, Week: week})
	b.Zones[0].ID = 7
	return b
}

// Over random rooms: what may be begun is ready and its turn, what is wet is, every step stands in one list at most, and
// what must be done tonight has a window that closes before anybody comes again.
func TestNowSaysWhatIsSo(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(3), 1)), soak.Rounds(60, 2000)
	pool := aPool(t, r)
	may, wet, tonight := 0, 0, 0
	for range rounds {
		now := monday.Add(time.Duration(r.IntN(5*24*60)) * time.Minute)
		room := randomRoom(r, now)
		var briefs []Brief
		for range 3 {
			b := pool[r.IntN(len(pool))]
			b.Start = monday.Add(time.Duration(r.IntN(5*24)) * time.Hour)
			briefs = append(briefs, someDone(r, b, now))
		}
		plans := PlanAll(room, briefs).Plans
		asked := NowOf(room, plans, now)
		seen := map[[2]int]bool{}
		for _, turn := range slices.Concat(asked.May, asked.Later, asked.Tomorrow) {
			at := [2]int{turn.Piece, turn.Step}
			s := plans[turn.Piece].Steps[turn.Step]
			if over := s.fixed && !s.End().After(now); seen[at] || over {
				t.Errorf("%s is told twice, or done", s.Title)
			}
			seen[at] = true
		}
		for _, turn := range asked.May {
			may++
			s := plans[turn.Piece].Steps[turn.Step]
			if s.underWay(now) {
				continue
			}
			if s.Ready.After(now.Add(roundTo)) || !openAt(room, now) {
				t.Errorf("%s may be begun, and is ready at %s", s.Title, clock(s.Ready))
			}
			for _, before := range plans[turn.Piece].Steps[:turn.Step] {
				sameZone := slices.ContainsFunc(s.Zones, func(z int) bool { return slices.Contains(before.Zones, z) })
				if s.Kind == Coating && before.Kind == Coating && sameZone && !before.fixed {
					t.Errorf("%s may be begun before %s", s.Title, before.Title)
				}
			}
		}
		for _, w := range asked.Wet {
			if wet++; !w.Until.After(now) {
				t.Errorf("%s is wet until %s", w.Of, clock(w.Until))
			}
		}
		for _, turn := range asked.Tonight {
			if tonight++; !turn.By.Before(asked.Next) || turn.At.After(asked.Home) {
				t.Errorf("tonight, and its window closes %s", clock(turn.By))
			}
		}
	}
	if may < rounds/20 || wet < rounds/6 {
		t.Errorf("%d may be begun, %d are wet, %d tonight: hardly anything was looked at", may, wet, tonight)
	}
}

// A piece says what it waits for: its beginning, a coat that dries, hands that are elsewhere, a closed Sunday.
func TestAPieceSaysWhatItWaitsFor(t *testing.T) {
	of := func(now time.Time, briefs ...Brief) Standing {
		room := hands.OneAlone(week, now)
		plans := PlanAll(room, briefs).Plans
		return plans[len(plans)-1].Standing(briefs[len(briefs)-1], now)
	}
	early := deskOf(t, monday)
	if s := of(monday.AddDate(0, 0, -2), early); s.Waits != hands.ForStart || !s.Until.Equal(monday) {
		t.Errorf("before it begins: %+v", s)
	}
	first := coats(Make(early))[0]
	told := early
	at := first.End()
	told.Log = NewLog([]worklog.Event{{
		ID: 1, Zone: 7, At: at,
		Body: worklog.Laid{Air: heated, OnCoat: worklog.OnCoat{N: 1}},
	}}, at.Add(10*time.Minute))
	if s := of(at.Add(10*time.Minute), told); s.Waits != hands.ForDrying || s.Critical.Why != hands.ForDrying {
		t.Errorf("while it dries: %+v", s)
	}
	rests := told
	rests.Rests = at.AddDate(0, 0, 3)
	if s := of(at.Add(10*time.Minute), rests); s.Waits != hands.ForRest || s.Until.Before(rests.Rests) {
		t.Errorf("while it rests: %+v", s)
	}
	large := deskOf(t, monday)
	large.Zones[0].AreaM2, large.Promised = 9, monday.AddDate(0, 0, 2)
	large.Log, early.Log = NewLog(nil, monday), NewLog(nil, monday)
	second := of(monday, large, early)
	if second.Waits != hands.ForHands {
		t.Errorf("beside a large piece: %+v", second)
	}
	saturday := monday.AddDate(0, 0, 5).Add(9*time.Hour + 50*time.Minute)
	late := told
	at = saturday.Add(-3 * time.Hour)
	late.Log = NewLog([]worklog.Event{{ID: 1, Zone: 7, At: at, Body: worklog.Laid{Air: heated, OnCoat: worklog.OnCoat{N: 1}}}}, saturday)
	if s := of(saturday, late); s.Waits != hands.ForHours {
		t.Errorf("on Saturday evening: %+v", s)
	}
}

// The days of a month add up to all the work of its plans, over both changes of the clocks; every promise is marked on
// its day, as missed where the plan is later, and a holiday is open for nobody.
func TestDaysAddUp(t *testing.T) {
	r := rand.New(rand.NewPCG(6, 2))
	pool := aPool(t, r)
	for _, start := range []time.Time{monday, monday.AddDate(0, 7, 17)} {
		start = time.Date(start.Year(), start.Month(), start.Day(), 0, 0, 0, 0, zone)
		holiday := start.AddDate(0, 0, 2)
		w := week
		w.Dates = map[workday.Date]workday.Day{workday.DateOf(holiday): {}}
		room := hands.OneAlone(w, start)
		var briefs []Brief
		for range 4 {
			b := pool[r.IntN(len(pool))]
			b.Start, b.Promised = start.Add(8*time.Hour), start.AddDate(0, 0, 3+r.IntN(20)).Add(12*time.Hour)
			b.Log = NewLog(nil, start)
			briefs = append(briefs, b)
		}
		plans := PlanAll(room, briefs).Plans
		days := DaysOf(room, briefs, plans, start, 120)
		var hands, work time.Duration
		promises := 0
		for i, p := range plans {
			keys := map[string]bool{}
			for _, s := range p.Steps {
				if key := s.Key(0); keys[key] {
					t.Errorf("piece %d: %s has the key of another step", i, s.Title)
				} else {
					keys[key] = true
				}
			}
		}
		for i, d := range days {
			hands += d.Hands
			if i > 0 && !d.Day.From.Equal(days[i-1].Day.To) {
				t.Errorf("a gap before %s", d.Day.From)
			}
			if d.Day.From.Equal(holiday) != (d.Open == 0 && d.Day.From.Weekday() != time.Sunday) {
				t.Errorf("%s is open for %v", d.Day.From, d.Open)
			}
			for _, m := range d.Marks {
				ready, _ := briefs[m.Piece].Ready(plans[m.Piece])
				if m.Kind == Promised || m.Kind == Missed {
					promises++
					if late := ready.After(briefs[m.Piece].Promised); late != (m.Kind == Missed) {
						t.Errorf("ready %s, promised %s: %s", ready, briefs[m.Piece].Promised, m.Kind)
					}
				}
			}
		}
		for _, p := range plans {
			for _, s := range p.Steps {
				for _, w := range s.Work {
					work += w.To.Sub(w.From)
				}
			}
		}
		if hands != work || promises != len(briefs) {
			t.Errorf("days ask for %v, steps for %v; %d of %d promises", hands, work, promises, len(briefs))
		}
	}
}

// A coat that a sign holds back waits for what was seen, and not for a board.
func TestASignIsWhatACoatWaitsFor(t *testing.T) {
	b := deskOf(t, monday)
	first := coats(Make(b))[0]
	at := first.End()
	sticky := worklog.Event{ID: 2, Zone: 7, At: at.Add(4 * time.Hour), Body: worklog.Sign{Sign: compat.Sticky}}
	told := []worklog.Event{
		{ID: 1, Zone: 7, At: at, Body: worklog.Laid{Air: heated, OnCoat: worklog.OnCoat{N: 1}}}, sticky,
	}
	b.Log = NewLog(told, sticky.At)
	b.Zones[0].Felt, b.Zones[0].Signs = []worklog.Event{sticky}, worklog.Signs(told, 7)
	next := coats(PlanAll(hands.OneAlone(week, sticky.At), []Brief{b}).Plans[0])[1]
	if next.Told != nil || next.Waits != hands.ForSeen && next.Waits != hands.ForHours {
		t.Errorf("%s at %s, ready %s, waits for %q", next.Title, clock(next.Start()), clock(next.Ready), next.Waits)
	}
}
