package store

import (
	"context"
	"time"
)

// Workshop is a row of workshops.
type Workshop struct {
	ID         int64                    `db:"id"`
	World      string                   `db:"world_id"` // its id in the whole world; the database gives it
	Name       string                   `db:"name"`
	Town       string                   `db:"town"`
	Contact    string                   `db:"contact"`
	TimeZone   string                   `db:"time_zone"`
	Units      string                   `db:"units"`
	Clock      string                   `db:"clock"`
	Numbers    string                   `db:"numbers"`       // point or comma before the decimals
	Currency   string                   `db:"currency"`      // by ISO 4217
	Rates      JSON[[]Rate]             `db:"rates"`         // what an hour costs, and what goes off a price
	Supplies   JSON[map[string]string]  `db:"supply_prices"` // decimals, by supply
	FoodPolicy string                   `db:"food_policy"`
	Schools    JSON[Schools]            `db:"schools"`
	Hours      JSON[[7]Day]             `db:"hours"`
	Lacks      JSON[[]string]           `db:"lacks"` // tools that are not at hand
	Pace       JSON[map[string]float64] `db:"pace"`  // own minutes by kind of work
	Room       JSON[Room]               `db:"room"`
	Version    int                      `db:"version"`
}

// Rate is what an hour costs from a day on, and what goes off a price, as stored: decimals.
type Rate struct {
	From     string `json:"from"` // 2006-01-02
	Hour     string `json:"hour"`
	Overhead string `json:"overhead"`
	FeePct   string `json:"feePct"`
	TaxPct   string `json:"taxPct"`
	TaxShown bool   `json:"taxShown,omitempty"`
}

// Schools of practice that a workshop follows, as stored.
type Schools struct {
	DistressAfterWax  bool `json:"distressAfterWax"`
	HardwaxOverSealer bool `json:"hardwaxOverSealer"`
	NoWaxOverFilm     bool `json:"noWaxOverFilm"`
	ShellacBetween    bool `json:"shellacBetween"`
}

// Room is what all pieces share, as stored.
type Room struct {
	People    []Person `json:"people"`
	Dates     []Date   `json:"dates"`
	Booths    int      `json:"booths"`
	RackM2    float64  `json:"rackM2"`
	DustApart bool     `json:"dustApart"`
	Unheated  bool     `json:"unheated"`

	Kept *time.Time `json:"kept,omitempty"` // since when it is kept as it is set
}

// Person is a pair of hands with hours of its own, as stored.
type Person struct {
	Name  string `json:"name"`
	Hours [7]Day `json:"hours"`
}

// Date is a day with hours of its own, as stored: of one person, or of everybody.
type Date struct {
	Day
	Date   string `json:"date"` // 2006-01-02
	Name   string `json:"name"` // what it is for
	Person string `json:"person"`
}

// Day is one weekday's hours as stored, in minutes after midnight.
type Day struct {
	Open  int `json:"open"`
	Close int `json:"close"`
}

var workshopColumns = columns[Workshop]("")

// Home is the workshop this server works for: the first one. ErrNotFound while there is none.
func (s *Store) Home(ctx context.Context) (Workshop, error) {
	var w Workshop
	err := s.q(ctx).GetContext(ctx, &w, `SELECT `+workshopColumns+` FROM workshops ORDER BY id LIMIT 1`)
	return w, wrap(err)
}

// AddWorkshop makes a workshop with its shelf in one go and returns its id.
func (s *Store) AddWorkshop(ctx context.Context, w Workshop, shelf []Product) (id int64, err error) {
	err = s.Write(ctx, func(ctx context.Context) error {
		names := "name, town, contact, time_zone, units, clock, numbers, currency, rates, supply_prices, " +
			"food_policy, schools, hours, lacks, pace, room"
		if id, err = newID(s.q(ctx).NamedExecContext(ctx, insert("workshops", names), w)); err != nil {
			return err
		}
		for _, p := range shelf {
			p.WorkshopID = id
			if _, err := s.AddProduct(ctx, p); err != nil {
				return err
			}
		}
		return nil
	})
	return id, err
}

// FoundFirst makes the first workshop with its shelf; ErrConflict where there is one. Of two at the same moment the
// second waits for the first, or is asked again.
func (s *Store) FoundFirst(ctx context.Context, w Workshop, shelf []Product) error {
	var there int
	// What others have made is seen so, beside the transaction's own view; nobody makes another meanwhile.
	if err := s.q(ctx).GetContext(ctx, &there, "SELECT COUNT(*) FROM workshops FOR UPDATE"); err != nil {
		return wrap(err)
	}
	if there > 0 {
		return ErrConflict
	}
	_, err := s.AddWorkshop(ctx, w, shelf)
	return err
}

// SaveRoom stores what all pieces share if w.Version is still the stored one.
func (s *Store) SaveRoom(ctx context.Context, w Workshop) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx,
		"UPDATE workshops"+set("room")+"WHERE id = :id AND version = :version", w))
}

// SaveSettings stores where buyers ask, how things are told, food policy, schools, hours, tools, pace and the room if
// w.Version is still the stored one.
func (s *Store) SaveSettings(ctx context.Context, w Workshop) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx,
		"UPDATE workshops"+set(
			"contact, units, clock, numbers, currency, rates, supply_prices, food_policy, schools, hours, "+
				"lacks, pace, room",
		)+"WHERE id = :id AND version = :version", w),
	)
}
