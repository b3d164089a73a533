// Package hands finds a place in time for a stretch of work: people with hours of their own, and the booth, the racks
// and the clean air that they share.
package hands

import (
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/drying"
	"firmitas/core/workday"
)

// StaysWet is how long a tool that is wrapped up keeps between two zones (practice).
const StaysWet = 30 * time.Minute

// Hands are the people of a room and what they share, with all that has its place there already.
type Hands struct {
	Room  Room
	Hours []*workday.Hours
	Busy  []workday.Spans // by person
	Booth []workday.Spans
	Dusty workday.Spans // work that raises dust
	Wet   workday.Spans // films that dust would spoil
	Racks []load
	Tools map[tin][]InUse
}

// tin tells products of the shelf apart, as each layer keeps its own copy.
type tin struct {
	id   int64
	name string
}

func tinOf(p *coating.Product) tin { return tin{p.ID, p.Name} }

// InUse is a stretch in which a product is being laid, and by whom.
type InUse struct {
	workday.Span
	By int
}

// load is a wet zone on the drying racks.
type load struct {
	workday.Span
	m2 float64
}

// NewHands are the people of a room with nothing to do yet.
func NewHands(r Room) *Hands {
	h := &Hands{Room: r, Booth: make([]workday.Spans, max(1, r.Booths)), Tools: map[tin][]InUse{}}
	for _, p := range r.People {
		h.Hours = append(h.Hours, &workday.Hours{Week: p.Week})
	}
	h.Busy = make([]workday.Spans, len(h.Hours))
	return h
}

// Alone are the same people in the same room, with nothing to do yet.
func (h *Hands) Alone() *Hands {
	out := NewHands(h.Room)
	out.Hours = h.Hours
	return out
}

// Zone is the time zone that the hands work in.
func (h *Hands) Zone() *time.Location { return h.Hours[0].Week.Zone }

// Need is what a stretch of work asks for besides hands.
type Need struct {
	Sprayed bool
	Dusty   bool
	Film    bool    // dust would spoil it while it is wet
	M2      float64 // on the drying racks, until it is touch-dry
	Dry     drying.Wait
}

// Slot is a stretch that one person has free.
type Slot struct {
	workday.Span
	By int
}

// boothClears is how long the booth's air takes to clear after a coat (practice).
const boothClears = 10 * time.Minute

// clash tells until when something other than hands keeps a stretch from being; ok is true where nothing does.
func (h *Hands) clash(s workday.Span, n Need) (until time.Time, why Cause, ok bool) {
	if n.Sprayed && h.boothFor(s) < 0 {
		for _, b := range h.Booth {
			if _, to := b.Over(cleared(s)); until.IsZero() || to.Before(until) {
				until = to
			}
		}
		return until, ForBooth, false
	}
	wet := s
	if n.Film || n.M2 > 0 {
		wet.To = workday.Latest(s.To, n.Dry.From(s.To, h.Zone()))
	}
	if !h.Room.DustApart && (n.Film || n.Sprayed) {
		if hit, to := h.Dusty.Over(wet); hit {
			return to, ForDust, false
		}
	}
	if n.M2 > 0 && h.Room.RackM2 > 0 {
		if to, full := h.rackFull(wet, n.M2); full {
			return to, ForRack, false
		}
	}
	return until, "", true
}

// cleared is a stretch of spraying until the booth is clear again.
func cleared(s workday.Span) workday.Span {
	return workday.Span{From: s.From, To: s.To.Add(boothClears)}
}

// boothFor is a booth that is free in a stretch; below 0 where none is.
func (h *Hands) boothFor(s workday.Span) int {
	return slices.IndexFunc(h.Booth, func(b workday.Spans) bool {
		hit, _ := b.Over(cleared(s))
		return !hit
	})
}

// rackFull tells whether so much more finds no place on the racks in a stretch, and until when. What is larger than all
// of them stands elsewhere.
func (h *Hands) rackFull(s workday.Span, m2 float64) (until time.Time, full bool) {
	if m2 > h.Room.RackM2 {
		return until, false
	}
	lies := func(t time.Time) (sum float64, first time.Time) {
		for _, l := range h.Racks {
			if l.From.After(t) || !l.To.After(t) {
				continue
			}
			sum += l.m2
			if first.IsZero() || l.To.Before(first) {
				first = l.To
			}
		}
		return sum, first
	}
	at := []time.Time{s.From}
	for _, l := range h.Racks {
		if l.From.After(s.From) && l.From.Before(s.To) {
			at = append(at, l.From)
		}
	}
	for _, t := range at {
		if sum, first := lies(t); sum+m2 > h.Room.RackM2 {
			return first, true
		}
	}
	return until, false
}

// taken are the stretches in which a person cannot do such work.
func (h *Hands) taken(who int, n Need) []workday.Spans {
	out := []workday.Spans{h.Busy[who]}
	if n.Dusty && !h.Room.DustApart {
		out = append(out, h.Wet)
		out = append(out, h.Booth...)
	}
	return out
}

// free is a person's first free stretch from t on; ok is false where they do not work any more.
func (h *Hands) free(who int, t time.Time, n Need) (out workday.Span, ok bool) {
	taken := h.taken(who, n)
	for {
		open, ok := h.Hours[who].After(t)
		if !ok {
			return out, false
		}
		open.From = workday.Latest(open.From, t)
		for moved := true; moved; {
			moved = false
			for _, list := range taken {
				if to := list.Push(open.From); to.After(open.From) {
					open.From, moved = to, true
				}
			}
		}
		for _, list := range taken {
			if next := list.Next(open.From); !next.IsZero() && next.Before(open.To) {
				open.To = next
			}
		}
		if open.From.Before(open.To) {
			return open, true
		}
		t = workday.Latest(open.From, open.To)
	}
}

// Idle is the first moment from t on at which anybody is free.
func (h *Hands) Idle(t time.Time) time.Time {
	out := t.Add(workday.Horizon)
	for who := range h.Hours {
		if free, ok := h.free(who, t, Need{}); ok {
			out = workday.Earliest(out, free.From)
		}
	}
	return out
}

// Cause is why a stretch does not begin when it was asked for.
func (h *Hands) Cause(asked time.Time, got workday.Span, n Need) Cause {
	unhindered := h.Alone().Fit(asked, min(got.To.Sub(got.From), h.Longest()), Need{})
	if !got.From.After(unhindered.From) {
		return ForHours
	}
	at := workday.Span{From: unhindered.From, To: unhindered.From.Add(got.To.Sub(got.From))}
	if _, why, ok := h.clash(at, n); !ok {
		return why
	}
	if n.Dusty && !h.Room.DustApart {
		if hit, _ := h.Wet.Over(at); hit {
			return ForDust
		}
	}
	return ForHands
}

// Fit is the earliest stretch of length d, not before t, that one person has free at a time. Where nobody has, it lies
// beyond the horizon.
func (h *Hands) Fit(t time.Time, d time.Duration, n Need) Slot {
	for {
		best := Slot{Span: workday.Span{From: t.Add(workday.Horizon), To: t.Add(workday.Horizon + d)}}
		for who := range h.Hours {
			span, ok := h.fitBy(who, t, d, n)
			if ok && span.To.Before(best.To) {
				best = Slot{span, who}
			}
		}
		until, _, ok := h.clash(best.Span, n)
		if ok || !until.After(t) {
			return best
		}
		t = until
	}
}

func (h *Hands) fitBy(who int, t time.Time, d time.Duration, n Need) (workday.Span, bool) {
	if d > h.Hours[who].Longest() {
		return workday.Span{}, false
	}
	for {
		free, ok := h.free(who, t, n)
		if !ok {
			return free, false
		}
		if end := free.From.Add(d); !end.After(free.To) {
			return workday.Span{From: free.From, To: end}, true
		}
		t = free.To
	}
}

// Stretch is the earliest that length d takes, not before t: within one free stretch, or over several days where no day
// can hold it.
func (h *Hands) Stretch(t time.Time, d time.Duration, n Need) Slot {
	if d <= h.Longest() {
		return h.Fit(t, d, n)
	}
	for {
		parts, by := h.Spread(t, d, n)
		out := Slot{workday.Span{From: parts[0].From, To: parts[len(parts)-1].To}, by}
		until, _, ok := h.clash(out.Span, n)
		if ok || !until.After(t) {
			return out
		}
		t = until
	}
}

// Spread lays work of length d into one person's free time from t on, over several days where it must: that of whoever
// is done first.
func (h *Hands) Spread(t time.Time, d time.Duration, n Need) (parts []workday.Span, by int) {
	for who := range h.Hours {
		got := h.SpreadBy(who, t, d, n)
		if got != nil && (parts == nil || got[len(got)-1].To.Before(parts[len(parts)-1].To)) {
			parts, by = got, who
		}
	}
	if parts == nil {
		parts = []workday.Span{{From: t.Add(workday.Horizon), To: t.Add(workday.Horizon + d)}}
	}
	return parts, by
}

// leastPart is the least of a longer work that is begun before something else is done (practice).
const leastPart = 15 * time.Minute

// SpreadBy is Spread for one pair of hands.
func (h *Hands) SpreadBy(who int, t time.Time, d time.Duration, n Need) (out []workday.Span) {
	for d > 0 {
		free, ok := h.free(who, t, n)
		if !ok {
			return nil
		}
		part := min(d, free.To.Sub(free.From))
		if part >= min(d, leastPart) {
			out = append(out, workday.Span{From: free.From, To: free.From.Add(part)})
			d -= part
		}
		t = free.To
	}
	if len(out) == 0 {
		out = []workday.Span{{From: t, To: t}}
	}
	return out
}

// Longest is the longest day that anybody works.
func (h *Hands) Longest() (most time.Duration) {
	for _, o := range h.Hours {
		most = max(most, o.Longest())
	}
	return most
}

// Laying are the stretches near another in which a product goes on, on whatever piece.
func (h *Hands) Laying(p *coating.Product, near workday.Span) []InUse {
	var out []InUse
	for _, u := range h.Tools[tinOf(p)] {
		if u.To.Add(StaysWet).After(near.From) && u.From.Before(near.To.Add(StaysWet)) {
			out = append(out, u)
		}
	}
	return out
}

// Booking is a step as it takes up hands and room.
type Booking struct {
	Work  []workday.Span // in its order; one stretch at least
	By    int
	Needs Need
	Wet   time.Time        // until then; zero where it is not
	Laid  *coating.Product // nil where no coat is
	Ahead bool             // nobody told that it is done
}

// Book gives a step its place: nobody else is then planned where it is. Only what is still to come counts, and of what
// is done that it is wet.
func (h *Hands) Book(b Booking) {
	now := h.Room.Now
	ahead := func(list *workday.Spans, of workday.Span) {
		if of.From = workday.Latest(of.From, now); of.From.Before(of.To) {
			list.Add(of)
		}
	}
	all := workday.Span{From: b.Work[0].From, To: b.Work[len(b.Work)-1].To}
	wet := workday.Span{From: workday.Latest(all.From, now), To: b.Wet}
	if b.Needs.Film {
		ahead(&h.Wet, wet)
	}
	if b.Needs.M2 > 0 && wet.From.Before(wet.To) {
		h.Racks = append(h.Racks, load{wet, b.Needs.M2})
	}
	if !b.Ahead {
		return
	}
	for _, w := range b.Work {
		ahead(&h.Busy[b.By], w)
		if b.Needs.Dusty {
			ahead(&h.Dusty, w)
		}
		if b.Laid != nil {
			h.Tools[tinOf(b.Laid)] = append(h.Tools[tinOf(b.Laid)], InUse{w, b.By})
		}
	}
	if b.Needs.Sprayed {
		ahead(&h.Booth[max(0, h.boothFor(all))], cleared(all))
	}
}
