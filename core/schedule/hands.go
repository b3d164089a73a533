package schedule

import (
	"slices"
	"sort"
	"time"

	"firmitas/core/coating"
)

// hands are the people of a room and what they share, with all that has its place there already.
type hands struct {
	room  Room
	hours []*hours
	busy  []spans // by person
	booth []spans
	dusty spans // work that raises dust
	wet   spans // films that dust would spoil
	racks []load
	tools map[tin][]inUse
}

// tin tells products of the shelf apart, as each layer keeps its own copy.
type tin struct {
	id   int64
	name string
}

func tinOf(p *coating.Product) tin { return tin{p.ID, p.Name} }

// inUse is a stretch in which a product is being laid, and by whom.
type inUse struct {
	Span
	by int
}

// load is a wet zone on the drying racks.
type load struct {
	Span
	m2 float64
}

func newHands(r Room) *hands {
	h := &hands{room: r, booth: make([]spans, max(1, r.Booths)), tools: map[tin][]inUse{}}
	for _, p := range r.People {
		h.hours = append(h.hours, &hours{week: p.Week})
	}
	h.busy = make([]spans, len(h.hours))
	return h
}

// alone are the same people in the same room, with nothing to do yet.
func (h *hands) alone() *hands {
	out := newHands(h.room)
	out.hours = h.hours
	return out
}

func (h *hands) zone() *time.Location { return h.hours[0].week.Zone }

// need is what a stretch of work asks for besides hands.
type need struct {
	sprayed bool
	dusty   bool
	film    bool    // dust would spoil it while it is wet
	m2      float64 // on the drying racks, until it is touch-dry
	dry     wait
}

// slot is a stretch that one person has free.
type slot struct {
	Span
	by int
}

// boothClears is how long the booth's air takes to clear after a coat (practice).
const boothClears = 10 * time.Minute

// clash tells until when something other than hands keeps a stretch from being; ok is true where nothing does.
func (h *hands) clash(s Span, n need) (until time.Time, why Cause, ok bool) {
	if n.sprayed && h.boothFor(s) < 0 {
		for _, b := range h.booth {
			if _, to := b.over(cleared(s)); until.IsZero() || to.Before(until) {
				until = to
			}
		}
		return until, ForBooth, false
	}
	wet := s
	if n.film || n.m2 > 0 {
		wet.To = latest(s.To, n.dry.from(s.To, h.zone()))
	}
	if !h.room.DustApart && (n.film || n.sprayed) {
		if hit, to := h.dusty.over(wet); hit {
			return to, ForDust, false
		}
	}
	if n.m2 > 0 && h.room.RackM2 > 0 {
		if to, full := h.rackFull(wet, n.m2); full {
			return to, ForRack, false
		}
	}
	return until, "", true
}

// cleared is a stretch of spraying until the booth is clear again.
func cleared(s Span) Span { return Span{s.From, s.To.Add(boothClears)} }

// boothFor is a booth that is free in a stretch; below 0 where none is.
func (h *hands) boothFor(s Span) int {
	return slices.IndexFunc(h.booth, func(b spans) bool {
		hit, _ := b.over(cleared(s))
		return !hit
	})
}

// rackFull tells whether so much more finds no place on the racks in a stretch, and until when. What is larger than all
// of them stands elsewhere.
func (h *hands) rackFull(s Span, m2 float64) (until time.Time, full bool) {
	if m2 > h.room.RackM2 {
		return until, false
	}
	lies := func(t time.Time) (sum float64, first time.Time) {
		for _, l := range h.racks {
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
	for _, l := range h.racks {
		if l.From.After(s.From) && l.From.Before(s.To) {
			at = append(at, l.From)
		}
	}
	for _, t := range at {
		if sum, first := lies(t); sum+m2 > h.room.RackM2 {
			return first, true
		}
	}
	return until, false
}

// taken are the stretches in which a person cannot do such work.
func (h *hands) taken(who int, n need) []spans {
	out := []spans{h.busy[who]}
	if n.dusty && !h.room.DustApart {
		out = append(out, h.wet)
		out = append(out, h.booth...)
	}
	return out
}

// free is a person's first free stretch from t on; ok is false where they do not work any more.
func (h *hands) free(who int, t time.Time, n need) (out Span, ok bool) {
	taken := h.taken(who, n)
	for {
		open, ok := h.hours[who].after(t)
		if !ok {
			return out, false
		}
		open.From = latest(open.From, t)
		for moved := true; moved; {
			moved = false
			for _, list := range taken {
				if to := list.push(open.From); to.After(open.From) {
					open.From, moved = to, true
				}
			}
		}
		for _, list := range taken {
			if next := list.next(open.From); !next.IsZero() && next.Before(open.To) {
				open.To = next
			}
		}
		if open.From.Before(open.To) {
			return open, true
		}
		t = latest(open.From, open.To)
	}
}

// idle is the first moment from t on at which anybody is free.
func (h *hands) idle(t time.Time) time.Time {
	out := t.Add(horizon)
	for who := range h.hours {
		if free, ok := h.free(who, t, need{}); ok {
			out = earliest(out, free.From)
		}
	}
	return out
}

// cause is why a stretch does not begin when it was asked for.
func (h *hands) cause(asked time.Time, got Span, n need) Cause {
	unhindered := h.alone().fit(asked, min(got.To.Sub(got.From), h.longest()), need{})
	if !got.From.After(unhindered.From) {
		return ForHours
	}
	at := Span{unhindered.From, unhindered.From.Add(got.To.Sub(got.From))}
	if _, why, ok := h.clash(at, n); !ok {
		return why
	}
	if n.dusty && !h.room.DustApart {
		if hit, _ := h.wet.over(at); hit {
			return ForDust
		}
	}
	return ForHands
}

// fit is the earliest stretch of length d, not before t, that one person has free at a time. Where nobody has, it lies
// beyond the horizon.
func (h *hands) fit(t time.Time, d time.Duration, n need) slot {
	for {
		best := slot{Span: Span{t.Add(horizon), t.Add(horizon + d)}}
		for who := range h.hours {
			span, ok := h.fitBy(who, t, d, n)
			if ok && span.To.Before(best.To) {
				best = slot{span, who}
			}
		}
		until, _, ok := h.clash(best.Span, n)
		if ok || !until.After(t) {
			return best
		}
		t = until
	}
}

func (h *hands) fitBy(who int, t time.Time, d time.Duration, n need) (Span, bool) {
	if d > h.hours[who].longest() {
		return Span{}, false
	}
	for {
		free, ok := h.free(who, t, n)
		if !ok {
			return free, false
		}
		if end := free.From.Add(d); !end.After(free.To) {
			return Span{free.From, end}, true
		}
		t = free.To
	}
}

// stretch is the earliest that length d takes, not before t: within one free stretch, or over several days where no day
// can hold it.
func (h *hands) stretch(t time.Time, d time.Duration, n need) slot {
	if d <= h.longest() {
		return h.fit(t, d, n)
	}
	for {
		parts, by := h.spread(t, d, n)
		out := slot{Span{parts[0].From, parts[len(parts)-1].To}, by}
		until, _, ok := h.clash(out.Span, n)
		if ok || !until.After(t) {
			return out
		}
		t = until
	}
}

// spread lays work of length d into one person's free time from t on, over several days where it must: that of whoever
// is done first.
func (h *hands) spread(t time.Time, d time.Duration, n need) (parts []Span, by int) {
	for who := range h.hours {
		got := h.spreadBy(who, t, d, n)
		if got != nil && (parts == nil || got[len(got)-1].To.Before(parts[len(parts)-1].To)) {
			parts, by = got, who
		}
	}
	if parts == nil {
		parts = []Span{{t.Add(horizon), t.Add(horizon + d)}}
	}
	return parts, by
}

// leastPart is the least of a longer work that is begun before something else is done (practice).
const leastPart = 15 * time.Minute

func (h *hands) spreadBy(who int, t time.Time, d time.Duration, n need) (out []Span) {
	for d > 0 {
		free, ok := h.free(who, t, n)
		if !ok {
			return nil
		}
		part := min(d, free.To.Sub(free.From))
		if part >= min(d, leastPart) {
			out = append(out, Span{free.From, free.From.Add(part)})
			d -= part
		}
		t = free.To
	}
	if len(out) == 0 {
		out = []Span{{t, t}}
	}
	return out
}

// longest is the longest day that anybody works.
func (h *hands) longest() (most time.Duration) {
	for _, o := range h.hours {
		most = max(most, o.longest())
	}
	return most
}

// laying are the stretches near another in which a product goes on, on whatever piece.
func (h *hands) laying(p *coating.Product, near Span) []inUse {
	var out []inUse
	for _, u := range h.tools[tinOf(p)] {
		if u.To.Add(staysWet).After(near.From) && u.From.Before(near.To.Add(staysWet)) {
			out = append(out, u)
		}
	}
	return out
}

// book gives a step its place: nobody else is then planned where it is. Only what is still to come counts, and of what
// is done that it is wet.
func (h *hands) book(s Step) {
	now := h.room.Now
	ahead := func(list *spans, of Span) {
		if of.From = latest(of.From, now); of.From.Before(of.To) {
			list.add(of)
		}
	}
	wet := Span{latest(s.Start(), now), s.wet}
	if s.needs.film {
		ahead(&h.wet, wet)
	}
	if s.needs.m2 > 0 && wet.From.Before(wet.To) {
		h.racks = append(h.racks, load{wet, s.needs.m2})
	}
	if s.Told != nil {
		return
	}
	for _, w := range s.Work {
		ahead(&h.busy[s.By], w)
		if s.needs.dusty {
			ahead(&h.dusty, w)
		}
		if s.Kind == Coating {
			h.tools[tinOf(s.Product)] = append(h.tools[tinOf(s.Product)], inUse{w, s.By})
		}
	}
	if s.needs.sprayed {
		all := Span{s.Start(), s.End()}
		ahead(&h.booth[max(0, h.boothFor(all))], cleared(all))
	}
}

// spans are stretches in their order that do not overlap.
type spans []Span

// from is the first that ends after t.
func (s spans) from(t time.Time) int {
	return sort.Search(len(s), func(i int) bool { return s[i].To.After(t) })
}

// push is t, or when the stretch ends that t lies in.
func (s spans) push(t time.Time) time.Time {
	for i := s.from(t); i < len(s) && !s[i].From.After(t); i++ {
		t = s[i].To
	}
	return t
}

// next is when the first begins after t; zero where none does.
func (s spans) next(t time.Time) time.Time {
	if i := s.from(t); i < len(s) {
		return s[i].From
	}
	return time.Time{}
}

// over tells whether any lies over a stretch, and when the first that does ends.
func (s spans) over(of Span) (hit bool, to time.Time) {
	if i := s.from(of.From); i < len(s) && s[i].From.Before(of.To) {
		return true, s[i].To
	}
	return false, to
}

// add takes a stretch in, and joins it with what it touches.
func (s *spans) add(of Span) {
	all := *s
	i := sort.Search(len(all), func(i int) bool { return !all[i].To.Before(of.From) })
	k := i
	for k < len(all) && !all[k].From.After(of.To) {
		of.From, of.To = earliest(of.From, all[k].From), latest(of.To, all[k].To)
		k++
	}
	*s = slices.Replace(all, i, k, of)
}
