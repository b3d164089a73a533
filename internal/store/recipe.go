package store

import "context"

// Recipe is a row of recipes: a system kept to use again.
type Recipe struct {
	ID         int64               `db:"id"`
	WorkshopID int64               `db:"workshop_id"`
	Name       string              `db:"name"`
	Layers     JSON[[]RecipeLayer] `db:"layers"`
	Version    int                 `db:"version"`
}

// RecipeLayer is a product with its coats.
type RecipeLayer struct {
	ProductID int64 `json:"productId"`
	Coats     int   `json:"coats"`
}

var recipeColumns = columns[Recipe]("")

// Recipes of a workshop by name.
func (s *Store) Recipes(ctx context.Context, workshopID int64) ([]Recipe, error) {
	var recipes []Recipe
	err := s.q(ctx).SelectContext(ctx, &recipes,
		`SELECT `+recipeColumns+` FROM recipes WHERE workshop_id = ? ORDER BY name`, workshopID)
	return recipes, wrap(err)
}

// AddRecipe stores a recipe and returns its id; ErrNameTaken when its name is.
func (s *Store) AddRecipe(ctx context.Context, r Recipe) (int64, error) {
	result, err := s.q(ctx).NamedExecContext(ctx, insert("recipes", "workshop_id, name, layers"), r)
	if err != nil {
		return 0, taken(err)
	}
	return newID(result, nil)
}

// DeleteRecipe forgets a recipe if this is still its version.
func (s *Store) DeleteRecipe(ctx context.Context, workshopID, id int64, version int) error {
	return s.remove(ctx, "recipes", workshopID, id, version)
}

// UsedProducts are the ids of products that are in the chosen system of any piece of the workshop.
func (s *Store) UsedProducts(ctx context.Context, workshopID int64) ([]int64, error) {
	var ids []int64
	err := s.q(ctx).SelectContext(ctx, &ids, `SELECT DISTINCT product_id FROM layers
		WHERE workshop_id = ? AND product_id IS NOT NULL`, workshopID)
	return ids, wrap(err)
}
