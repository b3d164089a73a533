// Package workshop is the door to the use cases: each room fetches what is needed, asks the core, keeps the answer.
// Store and core meet nowhere else. A room knows those before it, never one that comes after.
package workshop

import (
	"time"

	"firmitas/internal/store"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/books"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/choosing"
	"firmitas/internal/workshop/handover"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/intake"
	"firmitas/internal/workshop/logbook"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
	"firmitas/internal/workshop/shelf"
)

// Rooms of a workshop, in the order in which they know each other.
type Rooms struct {
	House    *house.Service
	Shelf    *shelf.Service
	Air      *air.Service
	Calendar *calendar.Service
	Intake   *intake.Service
	Choosing *choosing.Service
	Logbook  *logbook.Service
	Handover *handover.Service
	Books    *books.Service
}

// New needs a store, which may not be reachable yet, and a clock.
func New(s *store.Store, now func() time.Time) *Rooms {
	h, r := house.New(s, now), record.New(s)
	sh, p := shelf.New(s, h, r), piece.New(s, h)
	a := air.New(s, h, r)
	c := calendar.New(s, h, sh, p, a)
	return &Rooms{
		House: h, Shelf: sh, Air: a, Calendar: c,
		Intake:   intake.New(s, h, p, c),
		Choosing: choosing.New(s, h, sh, p, a, c),
		Logbook:  logbook.New(s, h, p, a, c),
		Handover: handover.New(s, h, r, p, c),
		Books:    books.New(s, h, r, sh, p, c),
	}
}
