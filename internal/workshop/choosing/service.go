// Package choosing finds and judges coating systems, answers what may go over what, and lays out the preparation.
package choosing

import (
	"context"

	"firmitas/internal/store"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/shelf"
)

// Store is what is asked of the database.
type Store interface {
	NeverAgain(ctx context.Context, workshopID int64) (map[int64]string, error)
	Overrides(ctx context.Context, workshopID int64, material string) ([]store.Decision, error)
	Piece(ctx context.Context, workshopID, id int64) (store.Piece, error)
	ReplaceLayers(ctx context.Context, p store.Piece, zoneID int64, layers []store.Layer) error
	SaveJobOrder(ctx context.Context, p store.Piece, keys []string) error
	UsedProducts(ctx context.Context, workshopID int64) ([]int64, error)
}

// Service chooses and judges.
type Service struct {
	store    Store
	house    *house.Service
	shelf    *shelf.Service
	piece    *piece.Service
	air      *air.Service
	calendar *calendar.Service
}

// New makes it over the rooms that it knows.
func New(
	store Store, house *house.Service, shelf *shelf.Service, piece *piece.Service, air *air.Service,
	calendar *calendar.Service,
) *Service {
	return &Service{store: store, house: house, shelf: shelf, piece: piece, air: air, calendar: calendar}
}
