package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Workshop is a row of workshops.
type Workshop struct {
	ID         int64        `db:"id"`
	Name       string       `db:"name"`
	Town       string       `db:"town"`
	Contact    string       `db:"contact"`
	TimeZone   string       `db:"time_zone"`
	Units      string       `db:"units"`
	Clock      string       `db:"clock"`
	FoodPolicy string       `db:"food_policy"`
	Hours      JSON[[7]Day] `db:"hours"`
	Version    int          `db:"version"`
}

// Day is one weekday's hours as stored, in minutes after midnight.
type Day struct {
	Open  int `json:"open"`
	Close int `json:"close"`
}

// Product is a row of products; in JSON it is also the copy that a layer keeps.
type Product struct {
	ID         int64                    `db:"id" json:"id"`
	WorkshopID int64                    `db:"workshop_id" json:"-"`
	Name       string                   `db:"name" json:"name"`
	Maker      string                   `db:"maker" json:"maker"`
	Family     string                   `db:"family" json:"family"`
	Colour     string                   `db:"colour" json:"colour"`
	Shade      string                   `db:"shade" json:"shade"`
	Sheen      string                   `db:"sheen" json:"sheen"`
	Label      JSON[map[string]float64] `db:"label" json:"label"`
	Statements JSON[map[string]string]  `db:"statements" json:"statements"`
}

// Home is the workshop this server works for: the first one. ErrNotFound while there is none.
func (s *Store) Home(ctx context.Context) (Workshop, error) {
	var w Workshop
	err := s.db.GetContext(ctx, &w, `SELECT * FROM workshops ORDER BY id LIMIT 1`)
	return w, wrap(err)
}

// AddWorkshop makes a workshop with its shelf in one go and returns its id.
func (s *Store) AddWorkshop(ctx context.Context, w Workshop, shelf []Product) (id int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		result, err := tx.NamedExecContext(ctx, `INSERT INTO workshops (name, town, contact, time_zone, units, clock, food_policy, hours)
			VALUES (:name, :town, :contact, :time_zone, :units, :clock, :food_policy, :hours)`, w)
		if err != nil {
			return err
		}
		if id, err = result.LastInsertId(); err != nil {
			return err
		}
		for _, p := range shelf {
			p.WorkshopID = id
			if _, err := tx.NamedExecContext(ctx, `INSERT INTO products (workshop_id, name, maker, family, colour, shade, sheen, label, statements)
				VALUES (:workshop_id, :name, :maker, :family, :colour, :shade, :sheen, :label, :statements)`, p); err != nil {
				return err
			}
		}
		return nil
	})
	return id, err
}

// SaveSettings stores units, clock, food policy and hours if w.Version is still the stored one.
func (s *Store) SaveSettings(ctx context.Context, w Workshop) error {
	result, err := s.db.NamedExecContext(ctx, `UPDATE workshops SET units = :units, clock = :clock, food_policy = :food_policy, hours = :hours, version = version + 1
		WHERE id = :id AND version = :version`, w)
	return oneRow(result, err)
}

// Shelf is all products of a workshop, by name.
func (s *Store) Shelf(ctx context.Context, workshopID int64) ([]Product, error) {
	var shelf []Product
	err := s.db.SelectContext(ctx, &shelf, `SELECT * FROM products WHERE workshop_id = ? ORDER BY name, sheen`, workshopID)
	return shelf, wrap(err)
}
