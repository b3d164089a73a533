package schedule

import (
	"fmt"
	"time"
)

// Day is when hands work on one day of the week, in minutes after midnight; Open = Close means closed.
type Day struct{ Open, Close int }

// Week holds the working hours by time.Weekday, in the workshop's own time zone.
type Week struct {
	Days [7]Day
	Zone *time.Location
	Busy []Span // when hands are on other work, by beginning
}

// DefaultDays are Monday to Saturday, 08:00 to 18:00.
var DefaultDays = [7]Day{{}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}}

// Check tells what is wrong with the hours, naming the weekday; nil when they can be worked by.
func (w Week) Check() error {
	open := false
	for i, d := range w.Days {
		if d.Open < 0 || d.Close > 24*60 || d.Close < d.Open {
			return fmt.Errorf("%s: hours must run from an earlier to a later time within one day", time.Weekday(i))
		}
		open = open || d.Close > d.Open
	}
	if !open {
		return fmt.Errorf("at least one day of the week must be open")
	}
	return nil
}

// Span is a stretch of time.
type Span struct{ From, To time.Time }

// onDay is the open stretch of t's calendar day; ok is false when closed.
func (w Week) onDay(t time.Time) (Span, bool) {
	t = t.In(w.Zone)
	d := w.Days[t.Weekday()]
	at := func(minutes int) time.Time {
		return time.Date(t.Year(), t.Month(), t.Day(), minutes/60, minutes%60, 0, 0, w.Zone)
	}
	return Span{at(d.Open), at(d.Close)}, d.Close > d.Open
}

// nextDay is midnight after t.
func (w Week) nextDay(t time.Time) time.Time {
	t = t.In(w.Zone)
	return time.Date(t.Year(), t.Month(), t.Day()+1, 0, 0, 0, 0, w.Zone)
}

// OpenSpans are all open stretches that touch from–to.
func (w Week) OpenSpans(from, to time.Time) []Span {
	var out []Span
	for day := from; day.Before(to); day = w.nextDay(day) {
		if open, ok := w.onDay(day); ok && open.To.After(from) {
			out = append(out, open)
		}
	}
	return out
}

// Midnights are the day boundaries between from and to.
func (w Week) Midnights(from, to time.Time) []time.Time {
	var out []time.Time
	for m := w.nextDay(from); m.Before(to); m = w.nextDay(m) {
		out = append(out, m)
	}
	return out
}

// longest is the longest open day.
func (w Week) longest() time.Duration {
	most := 0
	for _, d := range w.Days {
		most = max(most, d.Close-d.Open)
	}
	return time.Duration(most) * time.Minute
}

// free is the first stretch from t on in which the workshop is open and hands are idle.
func (w Week) free(t time.Time) Span {
	for {
		if open, ok := w.onDay(t); ok && open.To.After(t) {
			open.From = latest(open.From, t)
			for _, b := range w.Busy {
				if b.From.After(open.From) && b.From.Before(open.To) {
					return Span{open.From, b.From}
				}
				if b.To.After(open.From) && !b.From.After(open.From) {
					open.From = b.To
				}
			}
			if open.From.Before(open.To) {
				return open
			}
		}
		t = w.nextDay(t)
	}
}

// fit is the earliest stretch of length d, not before t, within one free stretch. d must not be longer than the
// longest day.
func (w Week) fit(t time.Time, d time.Duration) Span {
	for {
		free := w.free(t)
		if end := free.From.Add(d); !end.After(free.To) {
			return Span{free.From, end}
		}
		t = free.To
	}
}

// stretch is the earliest that length d takes, not before t: within one free stretch, or over several days where no day
// can hold it.
func (w Week) stretch(t time.Time, d time.Duration) Span {
	if d <= w.longest() {
		return w.fit(t, d)
	}
	parts := w.spread(t, d)
	return Span{parts[0].From, parts[len(parts)-1].To}
}

// spread lays work of length d into free time from t on, over several days where it must.
func (w Week) spread(t time.Time, d time.Duration) []Span {
	var out []Span
	for d > 0 {
		free := w.free(t)
		part := min(d, free.To.Sub(free.From))
		out = append(out, Span{free.From, free.From.Add(part)})
		d -= part
		t = free.To
	}
	return out
}
