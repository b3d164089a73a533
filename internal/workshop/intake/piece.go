package intake

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"firmitas/core/schedule"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// TakeIn stores a new piece.
func (s *Service) TakeIn(ctx context.Context, b piece.Brief) (piece.Piece, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (piece.Piece, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return piece.Piece{}, err
		}
		if _, err := b.Checked(home, s.house.Now(), true); err != nil {
			return piece.Piece{}, err
		}
		if err := s.checkEarlier(ctx, home, b, 0); err != nil {
			return piece.Piece{}, err
		}
		row := piece.ToRow(home, b)
		row.Created = s.house.Now()
		id, err := s.store.AddPiece(ctx, row)
		if err != nil {
			return piece.Piece{}, err
		}
		return s.calendar.Saved(ctx, id)
	})
}

// checkEarlier asks that the earlier work a piece is linked to exists and is not itself.
func (s *Service) checkEarlier(ctx context.Context, home house.Workshop, b piece.Brief, id int64) error {
	if b.FromPiece == 0 {
		return nil
	}
	_, err := s.store.Piece(ctx, home.ID, b.FromPiece)
	if errors.Is(err, store.ErrNotFound) || b.FromPiece == id {
		return problem.At("/fromPieceId", "No earlier piece of ours has that number.")
	}
	return err
}

// Update stores what was taken in anew. The chosen system of a zone stays unless what it was judged for has changed.
func (s *Service) Update(ctx context.Context, id int64, version int, b piece.Brief) (piece.Piece, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (piece.Piece, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return piece.Piece{}, err
		}
		brief, err := b.Checked(home, s.house.Now(), true)
		if err != nil {
			return piece.Piece{}, problem.Prefixed(err, "/piece")
		}
		if err := s.checkEarlier(ctx, home, b, id); err != nil {
			return piece.Piece{}, problem.Prefixed(err, "/piece")
		}
		row, err := s.store.Piece(ctx, home.ID, id)
		if err != nil {
			return piece.Piece{}, err
		}
		if row.HandedOver.Valid {
			return piece.Piece{}, piece.ErrHandedOver
		}
		old, err := piece.OfRow(row)
		if err != nil {
			return piece.Piece{}, err
		}
		lost, err := undone(old, b, brief)
		if err != nil {
			return piece.Piece{}, problem.Prefixed(err, "/piece")
		}
		var dropped []int64
		for _, u := range lost {
			if n := old.CoatsOn(u.ZoneID); n > 0 {
				return piece.Piece{}, problem.Refuse(fmt.Sprintf(
					"Coats of ours lie on %s, and what was chosen for it would be lost: %s Take it in once more, as it is"+
						" now, or take back what was told.", u.Zone, u.Why,
				))
			}
			dropped = append(dropped, u.ZoneID)
		}
		fresh := piece.ToRow(home, b)
		fresh.ID, fresh.Version = id, version
		if err := s.store.UpdatePiece(ctx, fresh, dropped, s.house.Now()); err != nil {
			return piece.Piece{}, err
		}
		return s.calendar.Saved(ctx, id)
	})
}

// Undone is a zone whose chosen system does not outlast what is told of its piece.
type Undone struct {
	ZoneID int64
	Zone   string
	Chosen string // in words
	Why    string
}

// WouldUndo says which chosen systems a piece would lose if it were saved as told, and why. It saves nothing.
func (s *Service) WouldUndo(ctx context.Context, id int64, b piece.Brief) ([]Undone, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]Undone, error) {
		home, old, err := s.piece.Piece(ctx, id)
		if err != nil {
			return nil, err
		}
		brief, err := b.Checked(home, s.house.Now(), true)
		if err != nil {
			return nil, err
		}
		return undone(old, b, brief)
	})
}

// undone are the zones whose chosen system was judged for something else than is told now, or may not go over what was
// found there.
func undone(old piece.Piece, b piece.Brief, brief schedule.Brief) ([]Undone, error) {
	var out []Undone
	var c problem.Check
	known := append(slices.Clone(old.Zones), old.Removed...)
	for i, z := range b.Zones {
		if z.ID == 0 {
			continue
		}
		at := slices.IndexFunc(known, func(o piece.Zone) bool { return o.ID == z.ID })
		c.That(at >= 0, fmt.Sprintf("/zones/%d/id", i), "This piece has no zone %d.", z.ID)
		if at < 0 || len(known[at].Layers) == 0 {
			continue
		}
		was := known[at]
		type told struct{ endUse, material, look, sheen string }
		before := told{was.EndUse, was.Material, string(was.Look), was.Sheen}
		now := told{z.EndUse, z.Material, string(z.Look), z.Sheen}
		moved := before != now || !piece.SameLife(was.Wants, z.Wants)
		if why := brief.Zones[i].Wish.Undone(was.Layers, moved); why != "" {
			out = append(out, Undone{z.ID, z.Name, was.Coats(), why})
		}
	}
	return out, c.Err()
}

// Remove deletes a piece for good, if this is still its version and it has not left.
func (s *Service) Remove(ctx context.Context, id int64, version int) error {
	return s.house.RemoveOf(ctx, id, func(ctx context.Context, home int64) error {
		row, err := s.store.Piece(ctx, home, id)
		switch {
		case err != nil:
			return err
		case row.HandedOver.Valid:
			return piece.ErrHandedOver
		}
		return s.store.DeletePiece(ctx, home, id, version)
	})
}

// Archive is a page of the pieces that have left, the latest first.
type Archive struct {
	Pieces []piece.Piece
	Next   *store.Cursor // where the next page begins; nil at the end
}

// archivePage is how many pieces a page of the archive holds.
const archivePage = 50

// Archive reads the page behind a cursor, of the pieces whose name or number holds a text; "" is in every name.
func (s *Service) Archive(ctx context.Context, search string, before store.Cursor) (Archive, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Archive, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return Archive{}, err
		}
		rows, err := s.store.Left(ctx, home, strings.TrimSpace(search), before, archivePage)
		if err != nil {
			return Archive{}, err
		}
		var out Archive
		if len(rows) > archivePage {
			rows = rows[:archivePage]
			last := rows[archivePage-1]
			out.Next = &store.Cursor{At: last.HandedOver.Time, ID: last.ID}
		}
		for _, row := range rows {
			p, err := piece.OfRow(row)
			if err != nil {
				return out, err
			}
			p.Stage, p.Next = calendar.StageOf(p, nil, s.house.Now())
			out.Pieces = append(out.Pieces, p)
		}
		return out, nil
	})
}
