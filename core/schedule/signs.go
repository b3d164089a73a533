package schedule

import (
	"time"

	"firmitas/core/coating"
	"firmitas/core/compat"
)

// Held is what a zone showed that keeps the next coat off, whatever the clock says.
type Held struct {
	Event int64  // of the work log
	Sign  string // in words: what was seen, or which look it did not pass
	Seen  time.Time
	Until time.Time // when it is tried again
	Do    string    // meanwhile
}

// lay tells whether the first of a lane's coats was on by a moment, had nothing been seen.
func (l *lane) lay(by time.Time, week Week) bool {
	first := place(l.sessions, week, l.from, deadline{})[0]
	return !l.sessions[0].lays(first.work).After(by)
}

// heed holds a lane's coats back for what was seen on the one before. What lies on the piece by then stays where the
// plan has it.
func (l *lane) heed(week Week) (placed []placing, held *Held) {
	placed = place(l.sessions, week, l.from, deadline{})
	for _, sign := range l.signs {
		next := 0 // the first coat that was not on yet
		for next < len(placed) && !l.sessions[next].lays(placed[next].work).After(sign.At) {
			next++
		}
		if next == 0 {
			continue // nothing of ours lay there
		}
		var coat *coating.Product
		if next < len(l.sessions) {
			coat = l.sessions[next].coat.Product
		}
		againH, do := compat.Means(sign.Sign, l.sessions[next-1].coat.Product, coat)
		if againH == 0 {
			continue
		}
		until := sign.At.Add(atLeast(againH))
		if held == nil || until.After(held.Until) {
			held = &Held{sign.ID, compat.FindSign(sign.Sign).Name, sign.At, until, do}
		}
		for i := range next {
			l.sessions[i].stands = placed[i].work
		}
		if next < len(l.sessions) {
			l.sessions[next].notBefore = latest(l.sessions[next].notBefore, until)
			placed = place(l.sessions, week, l.from, deadline{})
		}
	}
	return l.heedLooks(week, placed, held)
}

// heedLooks holds back the coat that a look was to open and did not, until it may be looked at again.
func (l *lane) heedLooks(week Week, placed []placing, held *Held) ([]placing, *Held) {
	for i, s := range l.sessions {
		for _, step := range s.before {
			look, taken := l.looks[step.Check]
			onThePiece := !s.stands.From.IsZero() || placed[i].work.To.Before(look.At)
			r, known := readinessCalled(step.Check)
			failed := taken && known && !look.Passed
			if !failed || onThePiece {
				continue
			}
			until := look.At.Add(atLeast(r.againH))
			if held == nil || until.After(held.Until) {
				held = &Held{look.ID, r.title + ": not passed", look.At, until, r.failed}
			}
			for k := range i {
				l.sessions[k].stands = placed[k].work
			}
			l.sessions[i].notBefore = latest(l.sessions[i].notBefore, until)
			placed = place(l.sessions, week, l.from, deadline{})
		}
	}
	return placed, held
}
