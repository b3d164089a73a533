package calendar

import (
	"context"
	"time"

	"firmitas/core/schedule"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// PieceOf with its stage; store.ErrNotFound when this workshop has none such.
func (s *Service) PieceOf(ctx context.Context, id int64) (piece.Piece, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (piece.Piece, error) {
		_, p, err := s.Piece(ctx, id)
		return p, err
	})
}

// Piece is the home workshop and one of its pieces, with its stage.
func (s *Service) Piece(ctx context.Context, id int64) (house.Workshop, piece.Piece, error) {
	home, p, err := s.piece.Piece(ctx, id)
	if err != nil {
		return home, p, err
	}
	plan, err := s.Plan(ctx, home, p)
	if err != nil {
		return home, p, err
	}
	p.Stage, p.Next = StageOf(p, plan, s.house.Now())
	return home, p, nil
}

// Saved is a piece as it was just saved.
func (s *Service) Saved(ctx context.Context, id int64) (piece.Piece, error) {
	_, p, err := s.Piece(ctx, id)
	return p, err
}

// StageOf reads off the plan and the clock where a piece stands and what comes next. Until the work itself is logged,
// the plan is taken to have been kept. Until the work begins, zones without a system come first.
func StageOf(p piece.Piece, plan *Plan, now time.Time) (piece.Stage, piece.Next) {
	if !p.Handed.IsZero() {
		return piece.HandedOver, piece.Next{Text: "Handed over"}
	}
	if plan == nil {
		return piece.ToChoose, piece.Next{Text: "Choose a coating system"}
	}
	steps := plan.Plan.Steps
	if len(steps) == 0 {
		return piece.Planned, piece.Next{Text: "Nothing may be coated: " + plan.Plan.Obstacles[0]}
	}
	if z := unchosen(&p); z != nil && steps[0].Start().After(now) {
		return piece.ToChoose, piece.Next{Text: "Choose a system for: " + z.Name}
	}
	if zone := plan.Stuck(); zone != "" {
		return piece.InCoats, piece.Next{Text: "Choose anew what follows on: " + zone}
	}
	if board := plan.openBoard(now); board != nil {
		return piece.InCoats, piece.Next{Text: "Enter what it showed: " + board.Title, At: board.Opens}
	}
	for i, step := range steps {
		if step.End().Before(now) {
			continue
		}
		next := piece.Next{Text: step.Title, At: step.Start()}
		if len(p.Zones) > 1 && len(step.Zones) == 1 {
			next.Text = p.Zones[step.Zones[0]].Name + ": " + step.Title
		}
		if !step.Keyed {
			next.Closes = step.Due
		}
		if i == 0 && step.Start().After(now) {
			return piece.Planned, next
		}
		return piece.InCoats, next
	}
	if ready := plan.ready(); ready.After(now) {
		return piece.Waiting, piece.Next{Text: "Leave it until it may be used", At: ready}
	}
	return piece.ToHandOver, piece.Next{Text: "Hand it over with its care card"}
}

// Stuck is the first zone that has coats of ours on which the rest of its system does not hold; "" where none has.
func (p Plan) Stuck() string {
	for i, z := range p.Plan.Zones {
		if z.Coated && len(z.Obstacles) > 0 {
			return p.Brief.Zones[i].Name
		}
	}
	return ""
}

// openBoard is a test board that has had its time and whose answer nobody has entered: what hangs on it does not go on.
// One that has passed is in no plan any more.
func (p Plan) openBoard(now time.Time) *schedule.Step {
	for i, step := range p.Plan.Steps {
		if step.Kind == schedule.Testing && step.Opens.Before(now) {
			return &p.Plan.Steps[i]
		}
	}
	return nil
}

// unchosen is the first zone without a system, or nil.
func unchosen(p *piece.Piece) *piece.Zone {
	for i := range p.Zones {
		if len(p.Zones[i].Layers) == 0 {
			return &p.Zones[i]
		}
	}
	return nil
}

// ready is when the whole piece may be used: in light use, and fully cured where an end use asks for that.
func (p Plan) ready() time.Time {
	out := p.Plan.LightUse
	for i, z := range p.Brief.Zones {
		if z.Wish.Use.CureFirst && p.Plan.Zones[i].FullCure.After(out) {
			out = p.Plan.Zones[i].FullCure
		}
	}
	return out
}

// Foresee makes the plan of all that is open, unless it is known: what is decided of a piece afterwards finds it made,
// and holds the piece no longer than it takes to decide.
func (s *Service) Foresee(ctx context.Context) {
	_, _ = house.Reading(ctx, s.house, func(ctx context.Context) (*Calendar, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return nil, err // whoever decides meets it again, and says so
		}
		return s.All(ctx, home)
	})
}
