package workshop

import (
	"context"
	"errors"
	"io"
	"strings"
	"time"

	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/internal/photo"
	"firmitas/internal/store"
)

// Board is a test board with the names of its two products.
type Board struct {
	store.Board
	GroundName, CoatName string
}

const dayForRecord = "2006-01-02"

func toBoard(b store.Board) compat.Board {
	return compat.Board{Ground: b.Ground, Coat: b.Coat, Material: b.Material, CrossCut: b.CrossCut, Passed: b.Passed, Who: b.Who, On: b.MadeOn.Format(dayForRecord)}
}

// Boards of the workshop, the newest first.
func (s *Service) Boards(ctx context.Context) ([]Board, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return nil, err
	}
	rows, err := s.store.Boards(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	shelf, err := s.store.Shelf(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	names := map[int64]string{}
	for _, p := range shelf {
		names[p.ID] = p.Name
	}
	out := make([]Board, len(rows))
	for i, b := range rows {
		out[i] = Board{b, names[b.Ground], names[b.Coat]}
	}
	return out, nil
}

// AddBoard keeps what a test board showed. One that lost more than a few squares of its cross-cut cannot have passed.
func (s *Service) AddBoard(ctx context.Context, b store.Board) (Board, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Board{}, err
	}
	var c check
	ground, errGround := s.store.Product(ctx, home.ID, b.Ground)
	coat, errCoat := s.store.Product(ctx, home.ID, b.Coat)
	for _, err := range []error{errGround, errCoat} {
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return Board{}, err
		}
	}
	c.that(errGround == nil, "/groundId", "Pick a product of the shelf.")
	c.that(errCoat == nil, "/coatId", "Pick a product of the shelf.")
	c.that(b.Material == "" || substrate.Find(b.Material) != nil, "/material", "There is no material %q; pick one from the list.", b.Material)
	why := compat.WhyNotPassed(b.CrossCut, b.SolventRub)
	c.that(!b.Passed || why == "", "/passed", "%s", why)
	c.that(strings.TrimSpace(b.Who) != "", "/who", "Say who made it: initials will do.")
	c.that(!b.MadeOn.After(s.Now().Add(24*time.Hour)), "/madeOn", "A board cannot be made in the days to come.")
	if err := c.err(); err != nil {
		return Board{}, err
	}
	b.WorkshopID = home.ID
	b.ID, err = s.store.AddBoard(ctx, b)
	return Board{b, ground.Name, coat.Name}, err
}

// RemoveBoard forgets a board; what it settled is open again.
func (s *Service) RemoveBoard(ctx context.Context, id int64) error {
	home, err := s.Home(ctx)
	if err != nil {
		return err
	}
	return s.store.DeleteBoard(ctx, home.ID, id)
}

// PutBoardPhoto keeps a picture with a board. An upload that is none is Invalid with the reason.
func (s *Service) PutBoardPhoto(ctx context.Context, id int64, upload io.Reader) error {
	home, err := s.Home(ctx)
	if err != nil {
		return err
	}
	taken, err := photo.Take(upload)
	if errors.Is(err, photo.ErrNoPicture) {
		return &Invalid{[]FieldError{{"", err.Error() + "."}}}
	}
	if err != nil {
		return err
	}
	return s.store.PutBoardPhoto(ctx, home.ID, id, taken.JPEG)
}

// BoardPhoto is the picture of a board.
func (s *Service) BoardPhoto(ctx context.Context, id int64) ([]byte, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.BoardPhoto(ctx, home.ID, id)
}
