package schedule

import (
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"
)

// MarkKind is what a day of the calendar is marked for.
type MarkKind string

const (
	Missed   MarkKind = "missed"   // a promise that the plan does not keep
	Promised MarkKind = "promised" // one that it keeps
	Closes   MarkKind = "closes"   // a window
	Free     MarkKind = "free"     // the piece may be used
)

// markOrder is which marks a day shows first where it has many.
var markOrder = []MarkKind{Missed, Closes, Promised, Free}

// Mark is a piece on a day.
type Mark struct {
	Piece int // as the briefs were given
	Kind  MarkKind
	At    time.Time
}

// DayLoad is what a day asks of hands, and what falls on it.
type DayLoad struct {
	Day   workday.Span  // from midnight to midnight
	Open  time.Duration // of all hands together
	Hands time.Duration // that are asked for
	Marks []Mark        // the most pressing first
}

// DaysOf are so many days of a room from the one that a moment lies on.
func DaysOf(r hands.Room, briefs []Brief, plans []Plan, from time.Time, n int) []DayLoad {
	week := r.People[0].Week
	year, month, date := from.In(week.Zone).Date()
	at := time.Date(year, month, date, 0, 0, 0, 0, week.Zone)
	var out []DayLoad
	for range n {
		next := week.NextDay(at)
		out = append(out, dayOf(r, briefs, plans, workday.Span{From: at, To: next}))
		at = next
	}
	return out
}

func dayOf(r hands.Room, briefs []Brief, plans []Plan, day workday.Span) DayLoad {
	out := DayLoad{Day: day}
	for _, p := range r.People {
		if open, works := p.Week.OnDay(day.From); works {
			out.Open += open.To.Sub(open.From)
		}
	}
	mark := func(piece int, kind MarkKind, at time.Time) {
		known := slices.ContainsFunc(out.Marks, func(m Mark) bool { return m.Piece == piece && m.Kind == kind })
		if within := !at.Before(day.From) && at.Before(day.To); within && !known {
			out.Marks = append(out.Marks, Mark{piece, kind, at})
		}
	}
	for i, p := range plans {
		for _, s := range p.Steps {
			for _, w := range s.Work {
				if both := workday.Earliest(w.To, day.To).Sub(workday.Latest(w.From, day.From)); both > 0 {
					out.Hands += both
				}
			}
			if !s.Due.IsZero() && !s.fixed {
				mark(i, Closes, s.Due)
			}
		}
		if len(p.Obstacles) > 0 {
			continue
		}
		ready, _ := briefs[i].Ready(p)
		mark(i, Free, ready)
		if kind := Promised; !briefs[i].Promised.IsZero() {
			if ready.After(briefs[i].Promised) {
				kind = Missed
			}
			mark(i, kind, briefs[i].Promised)
		}
	}
	slices.SortStableFunc(out.Marks, func(a, b Mark) int {
		return slices.Index(markOrder, a.Kind) - slices.Index(markOrder, b.Kind)
	})
	return out
}
