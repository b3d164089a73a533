package calendar

import (
	"context"
	"time"

	"firmitas/core/schedule"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// BenchPiece is a piece with its plan, nil while no system is chosen.
type BenchPiece struct {
	Piece piece.Piece
	Plan  *Plan
}

// Bench is what lies open in the workshop.
type Bench struct {
	Home   house.Workshop
	Pieces []BenchPiece // the earliest promise first
	Air    *air.Reading // of the room, as it was read last; nil where that is long ago

	Now         schedule.Now
	Of          []int64       // the pieces that Now speaks of
	Late, Bound time.Duration // of all promises, and what no order of the work could make less
	Proven      bool
}

// Bench of the workshop: every piece that has not been handed over.
func (s *Service) Bench(ctx context.Context) (Bench, error) {
	return house.Reading(ctx, s.house, s.bench)
}

func (s *Service) bench(ctx context.Context) (Bench, error) {
	home, err := s.house.Home(ctx)
	if err != nil {
		return Bench{}, err
	}
	cal, err := s.All(ctx, home)
	if err != nil {
		return Bench{}, err
	}
	so, err := s.around(ctx, home)
	if err != nil {
		return Bench{}, err
	}
	out := benchOf(cal, s.house.Now())
	out.Air = air.LastReading(so.room)
	for _, p := range out.Pieces {
		s.live(p.Piece, p.Plan, so)
	}
	return out, nil
}

// benchOf is a bench as a calendar has it.
func benchOf(cal *Calendar, now time.Time) Bench {
	out := Bench{Home: cal.home, Pieces: make([]BenchPiece, 0, len(cal.Pieces))}
	out.Now, out.Of = schedule.NowOf(cal.Room, cal.Cal.Plans, now), cal.of
	out.Late, out.Bound, out.Proven = cal.Cal.Late, cal.Cal.Bound, cal.Cal.Proven
	for _, p := range cal.Pieces {
		plan := cal.plan(p.ID)
		p.Stage, p.Next = StageOf(p, plan, now)
		out.Pieces = append(out.Pieces, BenchPiece{p, plan})
	}
	return out
}
