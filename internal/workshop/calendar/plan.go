package calendar

import (
	"context"
	"time"

	"firmitas/core/hands"
	"firmitas/core/schedule"
	"firmitas/internal/problem"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Plan is what was chosen for a piece, judged and laid out.
type Plan struct {
	Home   house.Workshop
	Brief  schedule.Brief
	Plan   schedule.Plan
	Latest time.Time // the last start that keeps the promise, where it was asked for; zero when none does
	Timers []schedule.Timer
	Tins   []OpenTin // of what it takes

	Room     hands.Room // nobody works in that of a piece that has left
	Standing schedule.Standing
	others   []schedule.Plan // of all that shares the room

	OtherAir *air.Reading // of the room, where it was read as other than the plan counts with
}

// OpenTin is a tin that a coat may be laid from.
type OpenTin struct {
	ID, ProductID int64
	LeftL         float64
	Lot           string
	Opened        bool
	Told          time.Time // since when coats are counted off what it holds
}

// TryOut is other air by day or another start to look at without saving.
type TryOut struct {
	TempC, RH *float64
	Start     *time.Time
}

// PlanOf lays out what was chosen for a piece, in other air or from another start if asked.
func (s *Service) PlanOf(ctx context.Context, id int64, try TryOut) (Plan, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Plan, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return Plan{}, err
		}
		stored := p
		if err := tryOut(&p, try, s.house.Now()); err != nil {
			return Plan{}, err
		}
		changed := p.Air != stored.Air || !p.Start.Equal(stored.Start)
		plan, err := s.Plan(ctx, home, stored)
		if err == nil && plan != nil && changed {
			err = plan.replan(p, s.house.Now())
		}
		if err == nil && plan == nil {
			err = problem.Refuse("No coating system is chosen yet.")
		}
		if err != nil {
			return Plan{}, err
		}
		plan.Latest, _ = schedule.LatestStart(plan.Brief, plan.around())
		so, err := s.around(ctx, home)
		s.live(p, plan, so)
		return *plan, err
	})
}

// replan plans a piece anew as it is tried out: the others keep their places.
func (p *Plan) replan(tried piece.Piece, now time.Time) (err error) {
	if p.Brief, err = tried.ToPlan(p.Home, now); err == nil {
		p.Plan = p.around()(p.Brief)
		p.Standing = p.Plan.Standing(p.Brief, now)
	}
	return err
}

// around plans a piece around all that shares the room.
func (p Plan) around() func(schedule.Brief) schedule.Plan {
	if len(p.Room.People) == 0 {
		return schedule.Make // it has left
	}
	return schedule.Around(p.Room, p.others)
}

// tryOut changes a piece as it is tried out, or says which of it cannot be.
func tryOut(p *piece.Piece, t TryOut, now time.Time) error {
	var c problem.Check
	if t.TempC != nil {
		p.Air.TempC = *t.TempC
	}
	if t.RH != nil {
		p.Air.RH = *t.RH
	}
	piece.CheckAir(&c, p.Air, "/air")
	if t.Start != nil {
		p.Start = *t.Start
		piece.CheckStart(&c, p.Start, now)
		p.Promised = piece.Later(p.Promised, p.Start)
	}
	return c.Err()
}
