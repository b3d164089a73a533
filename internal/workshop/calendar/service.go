// Package calendar plans all open pieces together: plan, bench, month, trials, feeds.
package calendar

import (
	"context"
	"time"

	"firmitas/internal/store"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/shelf"
)

// Store is what is asked of the database.
type Store interface {
	AddFeed(ctx context.Context, f store.Feed) (int64, error)
	FaultsSince(ctx context.Context, workshopID int64, since time.Time) ([]store.PieceEvent, error)
	Feed(ctx context.Context, token string) (out store.Feed, err error)
	Feeds(ctx context.Context, workshopID int64) (out []store.Feed, err error)
	HoldPiece(ctx context.Context, workshopID, id int64) error
	MovePiece(ctx context.Context, p store.Piece) error
	OpenPieces(ctx context.Context, workshopID int64) ([]store.Piece, error)
	SaveRoom(ctx context.Context, w store.Workshop) error
	WithdrawFeed(ctx context.Context, workshopID, id int64, at time.Time) error
}

// Service is the calendar of a workshop.
type Service struct {
	store Store
	made  calendars
	house *house.Service
	shelf *shelf.Service
	piece *piece.Service
	air   *air.Service
}

// New makes it over the rooms that it knows.
func New(store Store, house *house.Service, shelf *shelf.Service, piece *piece.Service, air *air.Service) *Service {
	return &Service{store: store, house: house, shelf: shelf, piece: piece, air: air}
}
