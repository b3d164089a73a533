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
		Ground:   b.Ground.V,
		Coat:     b.Coat,
		Material: b.Material,
		Old:      b.OldFinish,
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
		var c check
		b.WorkshopID, b.Version = home, 1
		if b.CoatName, err = s.named(ctx, home, b.Coat, &c, "/coatId"); err != nil {
			return b, err
		}
		if b.Ground.Valid {
			if b.GroundName, err = s.named(ctx, home, b.Ground.V, &c, "/groundId"); err != nil {
				return b, err
			}
		}
		c.board(b, s.Now())
		if err := c.err(); err != nil {
			return b, err
		}
		b.ID, err = s.store.AddBoard(ctx, b)
		return b, err
	})
}

// named is the name of a product of the shelf, or a mark against the field that should have named one.
func (s *Service) named(ctx context.Context, home, id int64, c *check, at string) (string, error) {
	p, err := s.store.Product(ctx, home, id)
	if errors.Is(err, store.ErrNotFound) {
		c.that(false, at, "Pick a product of the shelf.")
		err = nil
	}
	return p.Name, err
}

// board checks what a test board showed.
func (c *check) board(b store.Board, now time.Time) {
	known := b.Material == "" || substrate.Find(b.Material) != nil
	c.listed(known, "/material", "a material", b.Material)
	if b.Ground.Valid {
		c.that(b.OldFinish == "", "/oldFinish", "It lay over a product of the shelf: leave the old finish out.")
	} else {
		c.that(b.Material != "", "/material", "Say which material it lay on.")
		known := b.OldFinish == "" || substrate.FindFinish(b.OldFinish) != nil
		c.listed(known, "/oldFinish", "an old finish", b.OldFinish)
	}
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
