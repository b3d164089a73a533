package schedule

import (
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"
)

// Turn is a step whose turn it is, or will be.
type Turn struct {
	Piece int // as the briefs were given
	Step  int // of its plan
	At    time.Time
	By    time.Time   // its window closes; zero = no limit
	Why   hands.Cause // what it waits for, where it might be done and is planned for later
}

// Wet is a coat that must not be touched yet.
type Wet struct {
	Piece, Zone int
	Of          string
	Until       time.Time // it is touch-dry
}

// Now is what a room asks for at a moment.
type Now struct {
	May      []Turn    // what is under way or may be begun, the most urgent first
	Wet      []Wet     // the first to be dry first
	Closing  []Turn    // windows that close before the next day's end
	Tonight  []Turn    // what must be done before going home
	Later    []Turn    // what else is planned for today
	Tomorrow []Turn    // for the next day that anybody works
	Home     time.Time // the last goes home today; zero = nobody is there today
	Next     time.Time // and somebody comes again
}

// NowOf reads off the plans of a room what is to be done, what is wet, and what cannot wait.
func NowOf(r hands.Room, plans []Plan, now time.Time) Now {
	var out Now
	zone := r.People[0].Week.Zone
	out.Home, out.Next = turnsOf(r, now)
	today := workday.DateOf(now.In(zone))
	next := workday.DateOf(out.Next.In(zone))
	for i, p := range plans {
		begun := map[int]bool{} // zones of which something is before this step and not done
		for k, s := range p.Steps {
			if s.wetAt(now) {
				out.Wet = append(out.Wet, Wet{i, s.Zones[0], s.Title, s.TouchDry})
			}
			if s.underWay(now) {
				out.May = append(out.May, Turn{Piece: i, Step: k, At: s.Start()})
			}
			if s.fixed || s.End().Before(now) {
				continue
			}
			first := !slices.ContainsFunc(s.Zones, func(z int) bool { return begun[z] }) && !begun[wholePiece]
			for _, z := range s.Zones {
				begun[z] = true
			}
			if len(s.Zones) == 0 {
				begun[wholePiece] = true
			}
			t := Turn{Piece: i, Step: k, At: s.Start(), By: s.Due, Why: s.Waits}
			if s.Keyed {
				t.By = time.Time{}
			}
			leads := s.Kind == Checking || s.Kind == Preparation && s.Job == ""
			switch day := workday.DateOf(s.Start().In(zone)); {
			case leads: // told with the coat that it leads to
				for _, z := range s.Zones {
					delete(begun, z)
				}
				continue
			case first && s.mayBegin(now) && openAt(r, now):
				out.May = append(out.May, t)
			case day == today:
				out.Later = append(out.Later, t)
			case day == next:
				out.Tomorrow = append(out.Tomorrow, t)
			}
			if !t.By.IsZero() && first {
				if workday.DateOf(t.By.In(zone)) == today || workday.DateOf(t.By.In(zone)) == next {
					out.Closing = append(out.Closing, t)
				}
				if day := workday.DateOf(s.Start().In(zone)); day == today && t.By.Before(out.Next) {
					out.Tonight = append(out.Tonight, t)
				}
			}
		}
	}
	urgent := func(a, b Turn) int { return a.At.Compare(b.At) }
	for _, list := range [][]Turn{out.May, out.Later, out.Tomorrow, out.Tonight} {
		slices.SortStableFunc(list, urgent)
	}
	slices.SortStableFunc(out.Closing, func(a, b Turn) int { return a.By.Compare(b.By) })
	slices.SortStableFunc(out.Wet, func(a, b Wet) int { return a.Until.Compare(b.Until) })
	return out
}

// wholePiece stands for all zones of a piece.
const wholePiece = -1

// wetAt tells whether a coat that was begun, as told or as it is taken to have been, is not touch-dry at a moment.
func (s Step) wetAt(now time.Time) bool {
	if s.Kind != Coating || !s.fixed || s.Product.Family.NothingOn() {
		return false
	}
	return !s.Start().After(now) && s.TouchDry.After(now)
}

// underWay tells whether a step that nobody told is taken to be worked on at a moment.
func (s Step) underWay(now time.Time) bool {
	own := s.Kind == Coating || s.Job != "" || s.Kind == Testing // and not what leads to a coat
	if !own || !s.fixed || s.Told != nil {
		return false
	}
	return !s.Start().After(now) && s.End().After(now)
}

// mayBegin tells whether nothing but hands keeps a step from being begun now.
func (s Step) mayBegin(now time.Time) bool {
	soon := now.Add(roundTo) // as fine as places are given
	handsOnly := s.Waits == hands.ForHands || s.Waits == hands.ForWindow
	return !s.Ready.After(soon) && (!s.Start().After(soon) || handsOnly)
}

// openAt tells whether anybody works at a moment.
func openAt(r hands.Room, at time.Time) bool {
	return slices.ContainsFunc(r.People, func(p hands.Person) bool {
		day, works := p.Week.OnDay(at)
		return works && !at.Before(day.From) && at.Before(day.To)
	})
}

// turnsOf tells when the last goes home on the day of a moment, and when somebody comes again after that day.
func turnsOf(r hands.Room, now time.Time) (home, next time.Time) {
	h := hands.NewHands(r)
	for _, person := range h.Hours {
		if day, works := person.Week.OnDay(now); works {
			home = workday.Latest(home, day.To)
		}
		if open, ok := person.After(person.Week.NextDay(now)); ok && (next.IsZero() || open.From.Before(next)) {
			next = open.From
		}
	}
	return home, next
}

// OpenSpans are the stretches of from–to in which anybody works.
func OpenSpans(r hands.Room, from, to time.Time) []workday.Span {
	var all workday.Spans
	for _, p := range r.People {
		for _, open := range p.Week.OpenSpans(from, to) {
			all.Add(open)
		}
	}
	return all
}

// Standing is how a piece stands: what it waits for, and what decides when it is ready.
type Standing struct {
	Waits    hands.Cause // for what, now; ForNothing when its turn has come, or nothing is to come
	Until    time.Time   // its next step is planned
	Critical Gap         // the longest wait of the zone that is ready last
}

// Gap is a stretch in which nothing is done on a zone.
type Gap struct {
	Zone     int
	After    string // the step before it
	From, To time.Time
	Why      hands.Cause
}

// Standing of a piece by its plan.
func (p Plan) Standing(b Brief, now time.Time) (out Standing) {
	begun := false
	for _, s := range p.Steps {
		if over := s.fixed || s.End().Before(now); over || s.Ready.IsZero() {
			begun = true
			continue
		}
		out.Until = s.Start()
		switch {
		case !begun && b.Start.After(now):
			out.Waits = hands.ForStart
		case b.Rests.After(now):
			out.Waits = hands.ForRest
		case s.Ready.After(now) && out.Until.After(now):
			out.Waits = hands.ForDrying
		case out.Until.After(now):
			out.Waits = s.Waits
		}
		break
	}
	ready, _ := b.Ready(p)
	slowest := -1
	for i, z := range p.Zones {
		at := z.LightUse
		if b.Zones[i].Wish.Use.CureFirst {
			at = z.FullCure
		}
		if z.Coated && at.Equal(ready) {
			slowest = i
		}
	}
	if slowest >= 0 {
		out.Critical = p.critical(slowest, ready)
	}
	return out
}

// critical is the longest wait of a zone that is still to come until it is ready.
func (p Plan) critical(zone int, ready time.Time) (longest Gap) {
	take := func(g Gap) {
		if g.Zone = zone; g.Why != hands.ForNothing && g.To.Sub(g.From) > longest.To.Sub(longest.From) {
			longest = g
		}
	}
	var before *Step
	for i := range p.Steps {
		s := &p.Steps[i]
		if s.Kind != Coating || s.Zones[0] != zone {
			continue
		}
		if before != nil && !s.fixed {
			until := workday.Earliest(s.Ready, s.Start())
			take(Gap{After: before.Title, From: before.End(), To: until, Why: hands.ForDrying})
			take(Gap{After: before.Title, From: s.Ready, To: s.Start(), Why: s.Waits})
		}
		before = s
	}
	if before != nil {
		take(Gap{After: before.Title, From: before.End(), To: ready, Why: hands.ForDrying})
	}
	return longest
}

// NextCoat is when what lies on a zone is ready for the next of its coats; zero once all are on.
func (p Plan) NextCoat(zone int) time.Time {
	for _, s := range p.Steps {
		if s.Kind == Coating && s.Zones[0] == zone && !s.fixed {
			return s.Ready
		}
	}
	return time.Time{}
}
