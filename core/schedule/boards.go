package schedule

import (
	"fmt"
	"time"

	"firmitas/core/compat"
)

const (
	boardMinutes = 25 // making it: the same ground, the same coats on an offcut (practice)
	boardWait    = compat.BoardH * time.Hour
)

// boards puts a test board at the very beginning for every coat that hangs on one, and lets that coat wait for it. It
// returns the brief with the hands that this takes.
func (b Brief) boards(plan *Plan, lanes []lane) Brief {
	for _, l := range lanes {
		for i := range l.sessions {
			s := &l.sessions[i]
			if s.board == "" || s.told != nil {
				continue
			}
			work := b.Week.fit(b.Start, boardMinutes*time.Minute)
			plan.add(Step{
				Kind:    Testing,
				Title:   fmt.Sprintf("Test board for %s", s.title),
				Tasks:   []Task{{s.board, 0}, {boardWork, boardMinutes}},
				Work:    []Span{work},
				Zones:   []int{l.zone},
				Product: s.coat.Product,
				Layer:   s.coat.Layer,
				Coat:    s.coat.Coat,
				Of:      s.coat.Of,
				Opens:   work.To.Add(boardWait),
			})
			s.notBefore = latest(s.notBefore, work.To.Add(boardWait))
			b.Start = work.To
		}
	}
	return b
}

const boardWork = "Lay the same coats on an offcut, leave it a week, then cross-cut it, scrape it with a thumb-nail and lay" +
	" a hot damp cloth on it. Enter what it showed; until it has passed, this coat does not go on."
