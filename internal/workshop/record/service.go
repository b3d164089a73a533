// Package record is how facts and products are kept: rows of the store on one side, what the core knows on the other.
package record

import (
	"context"

	"firmitas/internal/store"
)

// Store is what is asked of the database.
type Store interface {
	AddEvent(ctx context.Context, e store.Event) (int64, error)
}

// Service keeps facts.
type Service struct {
	store Store
}

// New needs a store, which may not be reachable yet.
func New(store Store) *Service {
	return &Service{store: store}
}
