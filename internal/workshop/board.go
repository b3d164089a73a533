package workshop

import (
	"context"
	"errors"
	"strings"
	"time"

	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/internal/photo"
	"firmitas/internal/store"
)

const dayForRecord = "2006-01-02"

func toBoard(b store.Board) compat.Board {
	return compat.Board{
		Ground:   b.Ground,
		Coat:     b.Coat,
		Material: b.Material,
		CrossCut: b.CrossCut,
		Passed:   b.Passed,
		Who:      b.Who,
		On:       b.MadeOn.Format(dayForRecord),
	}
}

// Boards of the workshop, the newest first.
func (s *Service) Boards(ctx context.Context) ([]store.Board, error) {
	home, err := s.home(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Boards(ctx, home, 0)
}

// AddBoard keeps what a test board showed. One that lost more than a few squares of its cross-cut cannot have passed.
func (s *Service) AddBoard(ctx context.Context, b store.Board) (store.Board, error) {
	return writing(ctx, s, func(ctx context.Context) (store.Board, error) {
		home, err := s.home(ctx)
		if err != nil {
			return b, err
		}
		ground, errGround := s.store.Product(ctx, home, b.Ground)
		coat, errCoat := s.store.Product(ctx, home, b.Coat)
		for _, err := range []error{errGround, errCoat} {
			if err != nil && !errors.Is(err, store.ErrNotFound) {
				return b, err
			}
		}
		var c check
		c.that(errGround == nil, "/groundId", "Pick a product of the shelf.")
		c.that(errCoat == nil, "/coatId", "Pick a product of the shelf.")
		c.board(b, s.Now())
		if err := c.err(); err != nil {
			return b, err
		}
		b.WorkshopID, b.Version, b.GroundName, b.CoatName = home, 1, ground.Name, coat.Name
		b.ID, err = s.store.AddBoard(ctx, b)
		return b, err
	})
}

// board checks what a test board showed.
func (c *check) board(b store.Board, now time.Time) {
	known := b.Material == "" || substrate.Find(b.Material) != nil
	c.listed(known, "/material", "a material", b.Material)
	why := compat.WhyNotPassed(b.CrossCut, b.SolventRub)
	c.that(!b.Passed || why == "", "/passed", "%s", why)
	c.that(strings.TrimSpace(b.Who) != "", "/who", "Say who made it: initials will do.")
	c.that(!b.MadeOn.After(now.Add(24*time.Hour)), "/madeOn", "A board cannot be made in the days to come.")
}

// RemoveBoard forgets a board; what it settled is open again.
func (s *Service) RemoveBoard(ctx context.Context, id int64, version int) error {
	return s.remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.DeleteBoard(ctx, home, id, version)
	})
}

// PutBoardPhoto keeps a picture with a board.
func (s *Service) PutBoardPhoto(ctx context.Context, id int64, taken photo.Photo) error {
	return s.remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.PutBoardPhoto(ctx, home, id, taken.JPEG)
	})
}

// BoardPhoto is the picture of a board.
func (s *Service) BoardPhoto(ctx context.Context, id int64) ([]byte, error) {
	home, err := s.home(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.BoardPhoto(ctx, home, id)
}
