package shelf

import (
	"context"

	"firmitas/internal/store"
)

// LayerAsked is a layer as it is put together by hand.
type LayerAsked struct {
	ProductID int64
	Coats     int
}

// Recipes of the workshop by name.
func (s *Service) Recipes(ctx context.Context) ([]store.Recipe, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Recipes(ctx, home)
}

// RemoveRecipe forgets a recipe; systems chosen by it stay.
func (s *Service) RemoveRecipe(ctx context.Context, id int64, version int) error {
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.DeleteRecipe(ctx, home, id, version)
	})
}
