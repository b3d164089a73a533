package workshop

import (
	"context"
	"errors"
	"io"

	"firmitas/internal/photo"
	"firmitas/internal/store"
)

// AddPhoto keeps a picture with a piece, of one zone unless zoneID is 0. An upload that is none is Invalid with the reason.
func (s *Service) AddPhoto(ctx context.Context, pieceID, zoneID int64, moment string, upload io.Reader) (store.Photo, error) {
	home, p, err := s.found(ctx, pieceID)
	if err != nil {
		return store.Photo{}, err
	}
	if !p.Handed.IsZero() {
		return store.Photo{}, errHandedOver
	}
	if zoneID != 0 && p.zone(zoneID) == nil {
		return store.Photo{}, store.ErrNotFound
	}
	taken, err := photo.Take(upload)
	if errors.Is(err, photo.ErrNoPicture) {
		return store.Photo{}, &Invalid{[]FieldError{{"", err.Error() + "."}}}
	}
	if err != nil {
		return store.Photo{}, err
	}
	row := store.Photo{WorkshopID: home.ID, PieceID: p.ID, ZoneID: nullID(zoneID), Moment: moment, Width: taken.Width, Height: taken.Height, JPEG: taken.JPEG, TakenIn: s.Now()}
	row.ID, err = s.store.AddPhoto(ctx, row)
	return row, err
}

// Photos of a piece, without their pictures.
func (s *Service) Photos(ctx context.Context, pieceID int64) ([]store.Photo, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Photos(ctx, home.ID, pieceID)
}

// Photo is one photo with its picture.
func (s *Service) Photo(ctx context.Context, pieceID, id int64) (store.Photo, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return store.Photo{}, err
	}
	return s.store.Photo(ctx, home.ID, pieceID, id)
}

// RemovePhoto deletes one for good.
func (s *Service) RemovePhoto(ctx context.Context, pieceID, id int64) error {
	home, p, err := s.found(ctx, pieceID)
	if err != nil {
		return err
	}
	if !p.Handed.IsZero() {
		return errHandedOver
	}
	return s.store.DeletePhoto(ctx, home.ID, pieceID, id)
}
