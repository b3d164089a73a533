package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Recipe is a row of recipes: a system kept to use again.
type Recipe struct {
	ID         int64               `db:"id"`
	WorkshopID int64               `db:"workshop_id"`
	Name       string              `db:"name"`
	Layers     JSON[[]RecipeLayer] `db:"layers"`
}

// RecipeLayer is a product with its coats.
type RecipeLayer struct {
	ProductID int64 `json:"productId"`
	Coats     int   `json:"coats"`
}

// Recipes of a workshop by name.
func (s *Store) Recipes(ctx context.Context, workshopID int64) ([]Recipe, error) {
	var recipes []Recipe
	err := s.db.SelectContext(ctx, &recipes, `SELECT * FROM recipes WHERE workshop_id = ? ORDER BY name`, workshopID)
	return recipes, wrap(err)
}

// AddRecipe stores a recipe and returns its id; ErrNameTaken when its name is.
func (s *Store) AddRecipe(ctx context.Context, r Recipe) (id int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.NamedExecContext(ctx, `INSERT INTO recipes (workshop_id, name, layers) VALUES (:workshop_id, :name, :layers)`, r)
		if err != nil {
			return taken(err)
		}
		id, err = result.LastInsertId()
		return err
	})
	return id, err
}

// DeleteRecipe forgets a recipe.
func (s *Store) DeleteRecipe(ctx context.Context, workshopID, id int64) error {
	result, err := s.db.ExecContext(ctx, `DELETE FROM recipes WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return gone(result, err)
}

// UsedProducts are the ids of products that are in the chosen system of any piece of the workshop.
func (s *Store) UsedProducts(ctx context.Context, workshopID int64) ([]int64, error) {
	var ids []int64
	err := s.db.SelectContext(ctx, &ids, `SELECT DISTINCT product_id FROM layers WHERE workshop_id = ?`, workshopID)
	return ids, wrap(err)
}
