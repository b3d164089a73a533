package schedule

import (
	"slices"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/fault"
	"firmitas/core/worklog"
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
func (l *lane) lay(by time.Time, h *hands.Hands) bool {
	first := place(l.sessions, h, l.from, deadline{})[0]
	return !l.sessions[0].lays(first.work).After(by)
}

// heed holds a lane's coats back for what was seen on the one before. What lies on the piece by then stays where the
// plan has it.
func (l *lane) heed(h *hands.Hands) (placed []placing, held *Held) {
	placed = place(l.sessions, h, l.from, deadline{})
	for _, sign := range l.signs {
		next := 0 // the first coat that was not on yet
		for next < len(placed) && l.sessions[next].lays(placed[next].work).Before(sign.At) {
			next++
		}
		if next == 0 {
			continue // nothing of ours lay there
		}
		var coat *coating.Product
		if next < len(l.sessions) {
			coat = l.sessions[next].coat.Product
		}
		againH, do := compat.Means(sign.Sign().Sign, l.sessions[next-1].coat.Product, coat)
		if againH == 0 {
			continue
		}
		until := sign.At.Add(drying.AtLeast(againH))
		if held == nil || until.After(held.Until) {
			held = &Held{sign.ID, compat.FindSign(sign.Sign().Sign).Name, sign.At, until, do}
		}
		for i := range next {
			l.sessions[i].stands = placed[i].work
		}
		if next < len(l.sessions) {
			l.sessions[next].hold(until)
			placed = place(l.sessions, h, l.from, deadline{})
		}
	}
	return l.heedLooks(h, placed, held)
}

// heedLooks holds back the coat that a look was to open and did not, until it may be looked at again.
func (l *lane) heedLooks(h *hands.Hands, placed []placing, held *Held) ([]placing, *Held) {
	for i, s := range l.sessions {
		for _, step := range s.before {
			look, taken := l.looks[step.Check]
			onThePiece := !s.stands.From.IsZero() || placed[i].work.To.Before(look.At)
			r, known := readinessCalled(step.Check)
			failed := taken && known && !look.Look().Passed
			if !failed || onThePiece {
				continue
			}
			until := look.At.Add(drying.AtLeast(r.againH))
			if held == nil || until.After(held.Until) {
				held = &Held{look.ID, r.title + ": not passed", look.At, until, r.failed}
			}
			for k := range i {
				l.sessions[k].stands = placed[k].work
			}
			l.sessions[i].hold(until)
			placed = place(l.sessions, h, l.from, deadline{})
		}
	}
	return placed, held
}

// ignored is what was seen or found before a coat, and should have kept it off; "" where nothing was. It is asked of a
// coat that was told, with when it was begun and the coat below it.
func (l *lane) ignored(z Zone, s session, begun time.Time, below session) string {
	for _, e := range z.allSigns(begun) {
		if e.At.Before(below.stands.To) {
			continue // of an earlier coat
		}
		againH, _ := compat.Means(e.Sign().Sign, below.coat.Product, s.coat.Product)
		if until := e.At.Add(drying.AtLeast(againH)); until.After(begun) {
			return "It went on though the coat below had shown that it was not ready: " + compat.FindSign(e.Sign().Sign).Name + "."
		}
	}
	for _, step := range s.before {
		if look, taken := l.looks[step.Check]; taken && !look.Look().Passed && look.At.Before(begun) {
			return "It went on though a look had not been passed: " + step.Title + "."
		}
	}
	for _, m := range z.Mends {
		f := fault.Find(m.Fault.Fault().Fault)
		before := m.Fault.At.After(below.stands.To) && m.Fault.At.Before(begun)
		if f == nil || !before {
			continue
		}
		mended := m.Done.ID != 0 && !m.Done.At.After(begun)
		again := m.Fault.At.Add(drying.AtLeast(f.WaitH(below.coat.Product.Family)))
		waited := m.Fault.Fault().Remedy == worklog.LeaveIt && !again.After(begun)
		if !mended && !waited {
			return "It went on over what nobody told as mended: " + f.Name + "."
		}
	}
	return ""
}

// allSigns are the signs of a zone that stood at a moment, whatever was felt after it.
func (z Zone) allSigns(at time.Time) []worklog.Event {
	by := slices.DeleteFunc(slices.Clone(z.Felt), func(e worklog.Event) bool { return e.At.After(at) })
	return worklog.Signs(by, z.ID)
}
