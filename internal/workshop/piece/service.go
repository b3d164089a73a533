// Package piece is one piece: what was told, measured, found and chosen, checked and as it is planned.
package piece

import (
	"context"

	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
)

// Store is what is asked of the database.
type Store interface {
	Piece(ctx context.Context, workshopID, id int64) (store.Piece, error)
}

// Service finds pieces.
type Service struct {
	store Store
	house *house.Service
}

// New makes it over the rooms that it knows.
func New(store Store, house *house.Service) *Service {
	return &Service{store: store, house: house}
}
