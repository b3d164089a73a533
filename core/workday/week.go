package workday

import (
	"fmt"
	"sort"
	"time"
)

// Day is when hands work on one day of the week, in minutes after midnight; Open = Close means closed.
type Day struct{ Open, Close int }

// Date is a day of the calendar.
type Date struct {
	Year  int
	Month time.Month
	Day   int
}

// String is the date as YYYY-MM-DD.
func (d Date) String() string { return fmt.Sprintf("%04d-%02d-%02d", d.Year, d.Month, d.Day) }

// DateOf is the day that a moment lies on, in its own time zone.
func DateOf(t time.Time) Date {
	year, month, day := t.Date()
	return Date{year, month, day}
}

// Week holds the working hours by time.Weekday, in the workshop's own time zone.
type Week struct {
	Days  [7]Day
	Dates map[Date]Day // days with hours of their own: holidays, days off, a helper's day
	Zone  *time.Location
}

// DefaultDays are Monday to Saturday, 08:00 to 18:00.
var DefaultDays = [7]Day{{}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}, {480, 1080}}

// Within tells whether a day's hours run from an earlier to a later time within it.
func (d Day) Within() bool { return d.Open >= 0 && d.Close <= 24*60 && d.Open <= d.Close }

// Check tells what is wrong with the hours, naming the weekday; nil when they can be worked by.
func (w Week) Check() error {
	open := false
	for i, d := range w.Days {
		if !d.Within() {
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

// OnDay is the open stretch of t's calendar day; ok is false when closed.
func (w Week) OnDay(t time.Time) (Span, bool) {
	t = t.In(w.Zone)
	d, own := w.Dates[DateOf(t)]
	if !own {
		d = w.Days[t.Weekday()]
	}
	at := func(minutes int) time.Time {
		return time.Date(t.Year(), t.Month(), t.Day(), minutes/60, minutes%60, 0, 0, w.Zone)
	}
	return Span{at(d.Open), at(d.Close)}, d.Close > d.Open
}

// NextDay is midnight after t.
func (w Week) NextDay(t time.Time) time.Time {
	t = t.In(w.Zone)
	return time.Date(t.Year(), t.Month(), t.Day()+1, 0, 0, 0, 0, w.Zone)
}

// OpenSpans are all open stretches that touch from–to.
func (w Week) OpenSpans(from, to time.Time) []Span {
	var out []Span
	for day := from; day.Before(to); day = w.NextDay(day) {
		if open, ok := w.OnDay(day); ok && open.To.After(from) {
			out = append(out, open)
		}
	}
	return out
}

// Midnights are the day boundaries between from and to.
func (w Week) Midnights(from, to time.Time) []time.Time {
	var out []time.Time
	for m := w.NextDay(from); m.Before(to); m = w.NextDay(m) {
		out = append(out, m)
	}
	return out
}

// longest is the longest open day of the usual week.
func (w Week) longest() time.Duration {
	most := 0
	for _, d := range w.Days {
		most = max(most, d.Close-d.Open)
	}
	return time.Duration(most) * time.Minute
}

// Hours are one person's open stretches, laid out as far as somebody has asked.
type Hours struct {
	Week       Week
	open       []Span
	from, till time.Time
}

const (
	Horizon    = 3 * 366 * 24 * time.Hour // beyond it nobody is taken to work
	laidAtOnce = 28                       // days
)

// Longest is the longest open day of the usual week, or of the days with hours of their own where that has none.
func (h *Hours) Longest() time.Duration {
	if usual := h.Week.longest(); usual > 0 {
		return usual
	}
	most := 0
	for _, d := range h.Week.Dates {
		most = max(most, d.Close-d.Open)
	}
	return time.Duration(most) * time.Minute
}

// After is the first open stretch that ends after t; ok is false where there is none within the horizon.
func (h *Hours) After(t time.Time) (open Span, ok bool) {
	if h.from.IsZero() || t.Before(h.from) {
		h.from, h.till, h.open = t, t, nil
	}
	for len(h.open) == 0 || !h.open[len(h.open)-1].To.After(t) {
		if h.till.Sub(t) > Horizon {
			return open, false
		}
		for range laidAtOnce {
			if day, works := h.Week.OnDay(h.till); works {
				h.open = append(h.open, day)
			}
			h.till = h.Week.NextDay(h.till)
		}
	}
	i := sort.Search(len(h.open), func(i int) bool { return h.open[i].To.After(t) })
	return h.open[i], true
}
