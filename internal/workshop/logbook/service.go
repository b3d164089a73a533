// Package logbook keeps what happened at a piece, tells it in words, and finds what a fault comes from.
package logbook

import (
	"context"

	"firmitas/internal/store"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Store is what is asked of the database.
type Store interface {
	AddEvent(ctx context.Context, e store.Event) (int64, error)
	CardNotes(ctx context.Context, workshopID int64) (map[string]store.CardNote, error)
	FaultsOf(ctx context.Context, workshopID, productID int64) ([]store.PieceEvent, error)
	HoldTin(ctx context.Context, workshopID, id int64) error
	Photos(ctx context.Context, workshopID, pieceID int64) ([]store.Photo, error)
	Product(ctx context.Context, workshopID, id int64) (store.Product, error)
	PutCardNote(ctx context.Context, n store.CardNote) error
	Timed(ctx context.Context, workshopID int64, most int) ([]store.Event, error)
	Tin(ctx context.Context, workshopID, id int64) (store.Tin, error)
	TinsOf(ctx context.Context, workshopID int64, ids []int64) ([]store.LabelledTin, error)
}

// Service keeps the log.
type Service struct {
	store    Store
	house    *house.Service
	piece    *piece.Service
	air      *air.Service
	calendar *calendar.Service
}

// New makes it over the rooms that it knows.
func New(
	store Store, house *house.Service, piece *piece.Service, air *air.Service, calendar *calendar.Service,
) *Service {
	return &Service{store: store, house: house, piece: piece, air: air, calendar: calendar}
}
