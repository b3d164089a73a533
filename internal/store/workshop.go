package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Workshop is a row of workshops.
type Workshop struct {
	ID         int64         `db:"id"`
	Name       string        `db:"name"`
	Town       string        `db:"town"`
	Contact    string        `db:"contact"`
	TimeZone   string        `db:"time_zone"`
	Units      string        `db:"units"`
	Clock      string        `db:"clock"`
	FoodPolicy string        `db:"food_policy"`
	Schools    JSON[Schools] `db:"schools"`
	Hours      JSON[[7]Day]  `db:"hours"`
	Version    int           `db:"version"`
}

// Schools of practice that a workshop follows, as stored.
type Schools struct {
	DistressAfterWax  bool `json:"distressAfterWax"`
	HardwaxOverSealer bool `json:"hardwaxOverSealer"`
	NoWaxOverFilm     bool `json:"noWaxOverFilm"`
	ShellacBetween    bool `json:"shellacBetween"`
}

// Day is one weekday's hours as stored, in minutes after midnight.
type Day struct {
	Open  int `json:"open"`
	Close int `json:"close"`
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
		result, err := tx.NamedExecContext(ctx, `INSERT INTO workshops (name, town, contact, time_zone, units, clock, food_policy, schools, hours)
			VALUES (:name, :town, :contact, :time_zone, :units, :clock, :food_policy, :schools, :hours)`, w)
		if err != nil {
			return err
		}
		if id, err = result.LastInsertId(); err != nil {
			return err
		}
		for _, p := range shelf {
			p.WorkshopID = id
			if _, err := insertProduct(ctx, tx, p); err != nil {
				return err
			}
		}
		return nil
	})
	return id, err
}

// SaveSettings stores units, clock, food policy, schools and hours if w.Version is still the stored one.
func (s *Store) SaveSettings(ctx context.Context, w Workshop) error {
	result, err := s.db.NamedExecContext(ctx, `UPDATE workshops SET units = :units, clock = :clock, food_policy = :food_policy, schools = :schools, hours = :hours, version = version + 1
		WHERE id = :id AND version = :version`, w)
	return oneRow(result, err)
}
