package workshop

import (
	"context"
	"errors"

	"firmitas/core/climate"
	"firmitas/core/schedule"
	"firmitas/core/system"
)

// Suggestion is a system that suits, laid out on the calendar.
type Suggestion struct {
	System system.System
	Plan   schedule.Plan
}

// Choice is what the shelf can do for a brief.
type Choice struct {
	Suggestions []Suggestion
	LeftOut     []system.LeftOut
	Openings    []system.Opening
	Suited      int
	Air         climate.Air
}

// Choose searches the shelf for a brief. It saves nothing.
func (s *Service) Choose(ctx context.Context, b Brief) (Choice, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Choice{}, err
	}
	wish, brief, err := b.checked(home, s.Now(), false)
	if err != nil {
		return Choice{}, err
	}
	shelf, err := s.shelf(ctx, home)
	if err != nil {
		return Choice{}, err
	}
	answer := system.Search(wish, shelf)
	out := Choice{LeftOut: answer.LeftOut, Openings: answer.Openings, Suited: answer.Suited, Air: b.Air}
	for _, found := range answer.Systems {
		plan, err := schedule.Make(wish, found, brief)
		if errors.Is(err, schedule.ErrTooLong) {
			plan = schedule.Plan{Obstacles: []string{err.Error() + "."}}
		} else if err != nil {
			return Choice{}, err
		}
		out.Suggestions = append(out.Suggestions, Suggestion{found, plan})
	}
	return out, nil
}
