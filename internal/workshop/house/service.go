// Package house is the workshop itself: its settings, hours, rates and room, and how a use case is run as one.
package house

import (
	"context"
	"errors"
	"io"
	"sync/atomic"
	"time"

	"firmitas/internal/backup"
	"firmitas/internal/store"
)

// Store is what is asked of the database.
type Store interface {
	Boards(ctx context.Context, workshopID, productID int64) ([]store.Board, error)
	FoundFirst(ctx context.Context, w store.Workshop, shelf []store.Product) error
	ForgetKeys(ctx context.Context, now time.Time) error
	HoldPiece(ctx context.Context, workshopID, id int64) error
	Home(ctx context.Context) (store.Workshop, error)
	Once(ctx context.Context, key store.Key, now time.Time, do func(context.Context) ([]byte, error)) ([]byte, error)
	Read(ctx context.Context, do func(context.Context) error) error
	SaveSettings(ctx context.Context, w store.Workshop) error
	SweepPhotos(ctx context.Context, now time.Time) error
	Write(ctx context.Context, do func(context.Context) error) error
	WriteBackup(ctx context.Context, to io.Writer, now time.Time) (store.Backup, error)
}

// Service answers for the one workshop that this server works for.
type Service struct {
	store     Store
	now       func() time.Time
	id        atomic.Int64 // of the workshop, once it is known; it never changes
	publicURL string       // how buyers reach it
}

// New needs a store, which may not be reachable yet, and a clock.
func New(store Store, now func() time.Time) *Service {
	return &Service{store: store, now: now}
}

// Backup writes a backup of all there is, as it is now.
func (s *Service) Backup(ctx context.Context, to io.Writer) error {
	_, err := backup.Pack(ctx, s.store, to, "", s.now())
	if errors.Is(err, store.ErrNothingYet) {
		return ErrNoWorkshop
	}
	return err
}

// ReachedAt tells the address that links in mails, on sheets and in calendars begin with. It is called before serving.
func (s *Service) ReachedAt(publicURL string) { s.publicURL = publicURL }
