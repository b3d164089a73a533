package schedule

import (
	"fmt"
	"slices"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/compat"
)

const (
	boardMinutes = 25 // making it: the same ground, the same coats on an offcut (practice)
	boardWait    = compat.BoardH * time.Hour
)

// boards puts a test board at the very beginning for every coat that hangs on one, and lets that coat wait for it. It
// returns the brief with the hands that this takes.
func (m *making) boards(h *hands.Hands) Brief {
	b := m.brief
	b.Start = workday.Latest(b.Start, m.floor)
	for _, l := range m.lanes {
		for i := range l.sessions {
			s := &l.sessions[i]
			if s.board == "" || s.told != nil {
				continue
			}
			step := Step{
				Kind:    Testing,
				Title:   fmt.Sprintf("Test board for %s", s.title),
				Tasks:   []Task{{s.board, 0}, {boardWork, boardMinutes}},
				Zones:   []int{l.zone},
				ForCoat: s.coat.ForCoat,
			}
			begun := m.begunAs(func(o Step) bool {
				return o.Kind == Testing && o.Zones[0] == l.zone && o.at == step.at
			})
			if len(begun) > 0 {
				step = begun[0]
			} else {
				work := h.Fit(b.Start, boardMinutes*time.Minute, hands.Need{})
				step.Work, step.By = []workday.Span{work.Span}, work.By
				step.Opens = work.To.Add(boardWait)
			}
			m.plan.book(step, h)
			s.hold(step.Opens)
			b.Start = workday.Latest(b.Start, step.End())
		}
	}
	return b
}

// hasBoards tells whether any coat hangs on a board that nobody has made.
func (m *making) hasBoards() bool {
	return slices.ContainsFunc(m.lanes, func(l lane) bool {
		return slices.ContainsFunc(l.sessions, func(s session) bool { return s.board != "" && s.told == nil })
	})
}

const boardWork = "Lay the same coats on an offcut, leave it a week, then cross-cut it, scrape it with a thumb-nail and lay" +
	" a hot damp cloth on it. Enter what it showed; until it has passed, this coat does not go on."
