package store

import (
	"context"
	"errors"
	"time"
)

// Photo is a row of photos; JPEG is filled only where one is asked for.
type Photo struct {
	ID         int64     `db:"id"`
	WorkshopID int64     `db:"workshop_id"`
	PieceID    int64     `db:"piece_id"`
	Moment     string    `db:"moment"`
	Width      int       `db:"width"`
	Height     int       `db:"height"`
	JPEG       []byte    `db:"jpeg"`
	TakenIn    time.Time `db:"taken_in_at"`
}

// AddPhoto stores a photo and returns its id. It fails when the piece is not of this workshop.
func (s *Store) AddPhoto(ctx context.Context, p Photo) (int64, error) {
	result, err := s.db.NamedExecContext(ctx, `INSERT INTO photos (workshop_id, piece_id, moment, width, height, jpeg, taken_in_at)
		VALUES (:workshop_id, :piece_id, :moment, :width, :height, :jpeg, :taken_in_at)`, p)
	if err != nil {
		return 0, wrap(err)
	}
	return result.LastInsertId()
}

// Photos of a piece, the oldest first, without their pictures.
func (s *Store) Photos(ctx context.Context, workshopID, pieceID int64) ([]Photo, error) {
	photos := []Photo{}
	err := s.db.SelectContext(ctx, &photos, `SELECT id, workshop_id, piece_id, moment, width, height, taken_in_at FROM photos WHERE workshop_id = ? AND piece_id = ? ORDER BY id`, workshopID, pieceID)
	return photos, wrap(err)
}

// Photo is one photo with its picture, or ErrNotFound.
func (s *Store) Photo(ctx context.Context, workshopID, pieceID, id int64) (Photo, error) {
	var p Photo
	err := s.db.GetContext(ctx, &p, `SELECT * FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`, workshopID, pieceID, id)
	return p, wrap(err)
}

// DeletePhoto removes one, or ErrNotFound.
func (s *Store) DeletePhoto(ctx context.Context, workshopID, pieceID, id int64) error {
	err := oneRow(s.db.ExecContext(ctx, `DELETE FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`, workshopID, pieceID, id))
	if errors.Is(err, ErrConflict) {
		return ErrNotFound
	}
	return err
}
