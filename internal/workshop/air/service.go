// Package air is the air of the room as it was read, is expected and is forecast.
package air

import (
	"context"
	"sync/atomic"
	"time"

	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// Store is what is asked of the database.
type Store interface {
	Forecast(ctx context.Context, workshopID int64) (out store.Forecast, err error)
	HeardLast(ctx context.Context, workshopID int64, who string) (time.Time, error)
	Piece(ctx context.Context, workshopID, id int64) (store.Piece, error)
	RoomBetween(ctx context.Context, workshopID int64, from time.Time, to time.Time) ([]store.Event, error)
	SaveForecast(ctx context.Context, f store.Forecast) error
}

// Service reads and keeps the air.
type Service struct {
	store       Store
	thermometer atomic.Pointer[Device]
	house       *house.Service
	record      *record.Service
}

// New makes it over the rooms that it knows.
func New(store Store, house *house.Service, record *record.Service) *Service {
	return &Service{store: store, house: house, record: record}
}
