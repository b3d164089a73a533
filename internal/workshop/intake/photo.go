package intake

import (
	"context"
	"errors"
	"fmt"
	"io"

	"firmitas/internal/photo"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// AddPhoto keeps a picture with a piece, of one zone unless zoneID is 0.
func (s *Service) AddPhoto(
	ctx context.Context, pieceID, zoneID int64, moment string, taken photo.Photo,
) (store.Photo, error) {
	return house.Deciding(ctx, s.house, pieceID, func(ctx context.Context) (store.Photo, error) {
		home, p, err := s.piece.Piece(ctx, pieceID)
		if err != nil {
			return store.Photo{}, err
		}
		if !p.Handed.IsZero() {
			return store.Photo{}, piece.ErrHandedOver
		}
		if zoneID != 0 && p.Zone(zoneID) == nil {
			return store.Photo{}, store.ErrNotFound
		}
		there, err := s.store.Photos(ctx, home.ID, p.ID)
		if err != nil {
			return store.Photo{}, err
		}
		if len(there) >= mostPhotos {
			return store.Photo{}, problem.Refuse(
				fmt.Sprintf("A piece keeps at most %d photos; remove one first.", mostPhotos),
			)
		}
		row := store.Photo{
			WorkshopID: home.ID,
			PieceID:    p.ID,
			ZoneID:     store.NullID(zoneID),
			Moment:     moment,
			Width:      taken.Width,
			Height:     taken.Height,
			JPEG:       taken.JPEG,
			TakenIn:    s.house.Now(),
		}
		row.ID, err = s.store.AddPhoto(ctx, row)
		return row, err
	})
}

const mostPhotos = 100 // of one piece

// TakePhoto reads an upload. One that is no picture is Invalid with the reason.
func (s *Service) TakePhoto(ctx context.Context, upload io.Reader) (photo.Photo, error) {
	taken, err := photo.Take(ctx, upload)
	if errors.Is(err, photo.ErrNoPicture) {
		return taken, problem.At("", err.Error()+".")
	}
	return taken, err
}

// Photos of a piece, without their pictures.
func (s *Service) Photos(ctx context.Context, pieceID int64) ([]store.Photo, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Photos(ctx, home, pieceID)
}

// Photo is one photo with its picture.
func (s *Service) Photo(ctx context.Context, pieceID, id int64) (store.Photo, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return store.Photo{}, err
	}
	return s.store.Photo(ctx, home, pieceID, id)
}

// RemovePhoto deletes one for good.
func (s *Service) RemovePhoto(ctx context.Context, pieceID, id int64) error {
	return s.house.RemoveOf(ctx, pieceID, func(ctx context.Context, home int64) error {
		row, err := s.store.Piece(ctx, home, pieceID)
		switch {
		case err != nil:
			return err
		case row.HandedOver.Valid:
			return piece.ErrHandedOver
		}
		return s.store.DeletePhoto(ctx, home, pieceID, id)
	})
}
