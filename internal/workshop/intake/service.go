// Package intake takes pieces in, inspects them, changes what was told, keeps their photos, and finds those that have
// left.
package intake

import (
	"context"
	"time"

	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Store is what is asked of the database.
type Store interface {
	AddPhoto(ctx context.Context, p store.Photo) (int64, error)
	AddPiece(ctx context.Context, p store.Piece) (id int64, err error)
	DeletePhoto(ctx context.Context, workshopID, pieceID, id int64) error
	DeletePiece(ctx context.Context, workshopID, id int64, version int) error
	Left(ctx context.Context, workshopID int64, search string, before store.Cursor, most int) ([]store.Piece, error)
	Photo(ctx context.Context, workshopID, pieceID, id int64) (store.Photo, error)
	Photos(ctx context.Context, workshopID, pieceID int64) ([]store.Photo, error)
	Piece(ctx context.Context, workshopID, id int64) (store.Piece, error)
	UpdatePiece(ctx context.Context, p store.Piece, dropped []int64, removal time.Time) error
}

// Service takes in.
type Service struct {
	store    Store
	house    *house.Service
	piece    *piece.Service
	calendar *calendar.Service
}

// New makes it over the rooms that it knows.
func New(store Store, house *house.Service, piece *piece.Service, calendar *calendar.Service) *Service {
	return &Service{store: store, house: house, piece: piece, calendar: calendar}
}
