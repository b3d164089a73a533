package workday

import (
	"slices"
	"sort"
	"time"
)

// Spans are stretches in their order that do not overlap.
type Spans []Span

// from is the first that ends after t.
func (s Spans) from(t time.Time) int {
	return sort.Search(len(s), func(i int) bool { return s[i].To.After(t) })
}

// Push is t, or when the stretch ends that t lies in.
func (s Spans) Push(t time.Time) time.Time {
	for i := s.from(t); i < len(s) && !s[i].From.After(t); i++ {
		t = s[i].To
	}
	return t
}

// Next is when the first begins after t; zero where none does.
func (s Spans) Next(t time.Time) time.Time {
	if i := s.from(t); i < len(s) {
		return s[i].From
	}
	return time.Time{}
}

// Over tells whether any lies over a stretch, and when the first that does ends.
func (s Spans) Over(of Span) (hit bool, to time.Time) {
	if i := s.from(of.From); i < len(s) && s[i].From.Before(of.To) {
		return true, s[i].To
	}
	return false, to
}

// Add takes a stretch in, and joins it with what it touches.
func (s *Spans) Add(of Span) {
	all := *s
	i := sort.Search(len(all), func(i int) bool { return !all[i].To.Before(of.From) })
	k := i
	for k < len(all) && !all[k].From.After(of.To) {
		of.From, of.To = Earliest(of.From, all[k].From), Latest(of.To, all[k].To)
		k++
	}
	*s = slices.Replace(all, i, k, of)
}
