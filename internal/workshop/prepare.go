package workshop

import (
	"context"
	"errors"

	"firmitas/core/preparation"
	"firmitas/core/schedule"
	"firmitas/internal/store"
)

// Preparation of a whole piece, as hands will take it.
type Preparation struct {
	Piece Piece
	Brief schedule.Brief
	Jobs  []preparation.Job
	Plan  *Plan // nil while nothing is chosen
}

// PreparationOf a piece: over all its zones, for the first coats chosen so far.
func (s *Service) PreparationOf(ctx context.Context, id int64) (Preparation, error) {
	return reading(ctx, s, func(ctx context.Context) (Preparation, error) {
		home, p, err := s.found(ctx, id)
		if err != nil {
			return Preparation{}, err
		}
		brief, err := p.brief(home, s.Now())
		if err != nil {
			return Preparation{}, err
		}
		plan, err := s.plan(ctx, home, p)
		return Preparation{p, brief, brief.Jobs(), plan}, err
	})
}

// OrderPreparation keeps the order in which hands want to take the jobs. One that spoils work is Invalid with the
// reason.
func (s *Service) OrderPreparation(ctx context.Context, id int64, version int, keys []string) (Preparation, error) {
	return deciding(ctx, s, id, func(ctx context.Context) (Preparation, error) {
		home, p, err := s.loaded(ctx, id)
		if err != nil {
			return Preparation{}, err
		}
		if !p.Handed.IsZero() {
			return Preparation{}, errHandedOver
		}
		brief, err := p.brief(home, s.Now())
		if err != nil {
			return Preparation{}, err
		}
		brief.Order = nil
		var fault *preparation.Fault
		if _, err := preparation.Reorder(brief.Jobs(), keys); errors.As(err, &fault) {
			return Preparation{}, &Invalid{[]FieldError{{"/order", fault.Error()}}}
		}
		row := store.Piece{ID: id, WorkshopID: home.ID, Version: version}
		if err := s.store.SaveJobOrder(ctx, row, keys); err != nil {
			return Preparation{}, err
		}
		return s.PreparationOf(ctx, id)
	})
}
