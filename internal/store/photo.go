package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"time"
)

// Photo is a row of photos; JPEG is filled only where one is asked for.
type Photo struct {
	ID         int64         `db:"id"`
	WorkshopID int64         `db:"workshop_id"`
	PieceID    int64         `db:"piece_id"`
	ZoneID     sql.NullInt64 `db:"zone_id"` // NULL when it shows the whole piece
	Moment     string        `db:"moment"`
	Width      int           `db:"width"`
	Height     int           `db:"height"`
	JPEG       []byte        `db:"jpeg"`
	TakenIn    time.Time     `db:"taken_in_at"`
}

// PhotosIn keeps the pictures of new photos as files below dir, beside the database instead of in it. Those that are
// already in the database stay there. It errors when dir cannot be written.
func (s *Store) PhotosIn(dir string) error {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return fmt.Errorf("photos: %w", err)
	}
	s.photoDir = dir
	return nil
}

func (s *Store) photoFile(id int64) string {
	return filepath.Join(s.photoDir, fmt.Sprintf("%d.jpg", id))
}

// AddPhoto stores a photo and returns its id. It fails when the piece or zone is not of this workshop.
func (s *Store) AddPhoto(ctx context.Context, p Photo) (int64, error) {
	picture := p.JPEG
	if s.photoDir != "" {
		p.JPEG = nil
	}
	result, err := s.db.NamedExecContext(ctx, `INSERT INTO photos (workshop_id, piece_id, zone_id, moment, width, height, jpeg, taken_in_at)
		VALUES (:workshop_id, :piece_id, :zone_id, :moment, :width, :height, :jpeg, :taken_in_at)`, p)
	if err != nil {
		return 0, wrap(err)
	}
	id, err := result.LastInsertId()
	if err != nil || s.photoDir == "" {
		return id, wrap(err)
	}
	if err := os.WriteFile(s.photoFile(id), picture, 0o600); err != nil {
		return 0, errors.Join(err, s.DeletePhoto(ctx, p.WorkshopID, p.PieceID, id))
	}
	return id, nil
}

// Photos of a piece, the oldest first, without their pictures.
func (s *Store) Photos(ctx context.Context, workshopID, pieceID int64) ([]Photo, error) {
	photos := []Photo{}
	err := s.db.SelectContext(ctx, &photos, `SELECT id, workshop_id, piece_id, zone_id, moment, width, height, taken_in_at FROM photos WHERE workshop_id = ? AND piece_id = ? ORDER BY id`, workshopID, pieceID)
	return photos, wrap(err)
}

// Photo is one photo with its picture, or ErrNotFound.
func (s *Store) Photo(ctx context.Context, workshopID, pieceID, id int64) (Photo, error) {
	var p Photo
	if err := s.db.GetContext(ctx, &p, `SELECT * FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`, workshopID, pieceID, id); err != nil {
		return p, wrap(err)
	}
	if p.JPEG != nil {
		return p, nil
	}
	var err error
	if p.JPEG, err = os.ReadFile(s.photoFile(id)); errors.Is(err, os.ErrNotExist) {
		return p, ErrNotFound
	}
	return p, err
}

// DeletePhoto removes one, or ErrNotFound.
func (s *Store) DeletePhoto(ctx context.Context, workshopID, pieceID, id int64) error {
	if err := gone(s.db.ExecContext(ctx, `DELETE FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`, workshopID, pieceID, id)); err != nil {
		return err
	}
	return s.removeFiles([]Photo{{ID: id}})
}

// removeFiles deletes the pictures kept beside the database.
func (s *Store) removeFiles(photos []Photo) error {
	if s.photoDir == "" {
		return nil
	}
	for _, p := range photos {
		if err := os.Remove(s.photoFile(p.ID)); err != nil && !errors.Is(err, os.ErrNotExist) {
			return err
		}
	}
	return nil
}
