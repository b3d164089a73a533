package choosing

import (
	"context"
	"errors"

	"firmitas/core/preparation"
	"firmitas/core/schedule"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Preparation of a whole piece, as hands will take it.
type Preparation struct {
	Piece piece.Piece
	Brief schedule.Brief
	Jobs  []preparation.Job
	Plan  *calendar.Plan // nil while nothing is chosen
}

// PreparationOf a piece: over all its zones, for the first coats chosen so far.
func (s *Service) PreparationOf(ctx context.Context, id int64) (Preparation, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Preparation, error) {
		home, p, err := s.calendar.Piece(ctx, id)
		if err != nil {
			return Preparation{}, err
		}
		brief, err := p.ToPlan(home, s.house.Now())
		if err != nil {
			return Preparation{}, err
		}
		plan, err := s.calendar.Plan(ctx, home, p)
		return Preparation{p, brief, brief.Jobs(), plan}, err
	})
}

// OrderPreparation keeps the order in which hands want to take the jobs. One that spoils work is Invalid with the
// reason.
func (s *Service) OrderPreparation(ctx context.Context, id int64, version int, keys []string) (Preparation, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (Preparation, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return Preparation{}, err
		}
		if !p.Handed.IsZero() {
			return Preparation{}, piece.ErrHandedOver
		}
		brief, err := p.ToPlan(home, s.house.Now())
		if err != nil {
			return Preparation{}, err
		}
		brief.Order = nil
		var fault *preparation.Fault
		if _, err := preparation.Reorder(brief.Jobs(), keys); errors.As(err, &fault) {
			return Preparation{}, problem.At("/order", fault.Error())
		}
		row := store.Piece{ID: id, WorkshopID: home.ID, Version: version}
		if err := s.store.SaveJobOrder(ctx, row, keys); err != nil {
			return Preparation{}, err
		}
		return s.PreparationOf(ctx, id)
	})
}
