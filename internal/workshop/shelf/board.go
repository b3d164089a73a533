package shelf

import (
	"context"
	"errors"
	"strings"
	"time"

	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/internal/photo"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
)

// Boards of the workshop, the newest first.
func (s *Service) Boards(ctx context.Context) ([]store.Board, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Boards(ctx, home, 0)
}

// AddBoard keeps what a test board showed. One that lost more than a few squares of its cross-cut cannot have passed.
func (s *Service) AddBoard(ctx context.Context, b store.Board) (store.Board, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (store.Board, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return b, err
		}
		var c problem.Check
		b.WorkshopID, b.Version = home, 1
		if b.CoatName, err = s.named(ctx, home, b.Coat, &c, "/coatId"); err != nil {
			return b, err
		}
		if b.Ground.Valid {
			if b.GroundName, err = s.named(ctx, home, b.Ground.V, &c, "/groundId"); err != nil {
				return b, err
			}
		}
		checkBoard(&c, b, s.house.Now())
		if err := c.Err(); err != nil {
			return b, err
		}
		b.ID, err = s.store.AddBoard(ctx, b)
		return b, err
	})
}

// named is the name of a product of the shelf, or a mark against the field that should have named one.
func (s *Service) named(ctx context.Context, home, id int64, c *problem.Check, at string) (string, error) {
	p, err := s.store.Product(ctx, home, id)
	if errors.Is(err, store.ErrNotFound) {
		c.That(false, at, "Pick a product of the shelf.")
		err = nil
	}
	return p.Name, err
}

// checkBoard checks what a test board showed.
func checkBoard(c *problem.Check, b store.Board, now time.Time) {
	known := b.Material == "" || substrate.Find(b.Material) != nil
	c.Listed(known, "/material", "a material", b.Material)
	if b.Ground.Valid {
		c.That(b.OldFinish == "", "/oldFinish", "It lay over a product of the shelf: leave the old finish out.")
	} else {
		c.That(b.Material != "", "/material", "Say which material it lay on.")
		known := b.OldFinish == "" || substrate.FindFinish(b.OldFinish) != nil
		c.Listed(known, "/oldFinish", "an old finish", b.OldFinish)
	}
	why := compat.WhyNotPassed(b.CrossCut, b.SolventRub)
	c.That(!b.Passed || why == "", "/passed", "%s", why)
	c.That(strings.TrimSpace(b.Who) != "", "/who", "Say who made it: initials will do.")
	c.That(!b.MadeOn.After(now.Add(24*time.Hour)), "/madeOn", "A board cannot be made in the days to come.")
}

// RemoveBoard forgets a board; what it settled is open again.
func (s *Service) RemoveBoard(ctx context.Context, id int64, version int) error {
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.DeleteBoard(ctx, home, id, version)
	})
}

// PutBoardPhoto keeps a picture with a board.
func (s *Service) PutBoardPhoto(ctx context.Context, id int64, taken photo.Photo) error {
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.PutBoardPhoto(ctx, home, id, taken.JPEG)
	})
}

// BoardPhoto is the picture of a board.
func (s *Service) BoardPhoto(ctx context.Context, id int64) ([]byte, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.BoardPhoto(ctx, home, id)
}
