package store

import (
	"cmp"
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"time"
)

// Photo is a row of photos; JPEG is filled only where one is asked for.
type Photo struct {
	ID         int64          `db:"id"`
	WorkshopID int64          `db:"workshop_id"`
	PieceID    int64          `db:"piece_id"`
	ZoneID     sql.NullInt64  `db:"zone_id"` // NULL when it shows the whole piece
	Moment     string         `db:"moment"`
	Width      int            `db:"width"`
	Height     int            `db:"height"`
	TakenIn    time.Time      `db:"taken_in_at"`
	File       sql.NullString `db:"file"` // NULL when the picture lies in the database
	JPEG       []byte         `db:"jpeg"`
}

var (
	photoColumns    = columns[Photo]("", "jpeg")
	newPhotoColumns = "workshop_id, piece_id, zone_id, moment, width, height, taken_in_at, file, jpeg"
)

// PhotosIn keeps the pictures of new photos as files below dir, beside the database instead of in it. Those that are
// already in the database stay there. It errors when dir cannot be written.
func (s *Store) PhotosIn(dir string) error {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return fmt.Errorf("photos: %w", err)
	}
	s.photoDir = dir
	return nil
}

// AddPhoto stores a photo and returns its id. It fails when the piece or zone is not of this workshop. Beside the
// database the picture is there, and on the disk, before its row; without a row it is swept one day.
func (s *Store) AddPhoto(ctx context.Context, p Photo) (int64, error) {
	if s.photoDir != "" {
		name, err := s.keepFile(p.JPEG)
		if err != nil {
			return 0, wrap(err)
		}
		p.JPEG, p.File = nil, sql.NullString{String: name, Valid: true}
	}
	return newID(s.q(ctx).NamedExecContext(ctx, insert("photos", newPhotoColumns), p))
}

// unfinished marks a file that is still being written.
const unfinished = ".part"

// keepFile writes a picture under a name of its own, and returns once the disk has it.
func (s *Store) keepFile(picture []byte) (name string, err error) {
	name = rand.Text() + ".jpg"
	path := filepath.Join(s.photoDir, name)
	if err := writeSynced(path+unfinished, picture); err != nil {
		return "", errors.Join(err, os.Remove(path+unfinished))
	}
	if err := os.Rename(path+unfinished, path); err != nil {
		return "", err
	}
	return name, syncFolder(s.photoDir)
}

func writeSynced(path string, data []byte) error {
	f, err := os.OpenFile(path, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = f.Write(data)
	return errors.Join(err, f.Sync(), f.Close())
}

func syncFolder(dir string) error {
	f, err := os.Open(dir)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// Photos of a piece, the oldest first, without their pictures.
func (s *Store) Photos(ctx context.Context, workshopID, pieceID int64) ([]Photo, error) {
	photos := []Photo{}
	err := s.q(ctx).SelectContext(ctx, &photos,
		`SELECT `+photoColumns+` FROM photos WHERE workshop_id = ? AND piece_id = ? ORDER BY id`, workshopID, pieceID)
	return photos, wrap(err)
}

// Photo is one photo with its picture, or ErrNotFound.
func (s *Store) Photo(ctx context.Context, workshopID, pieceID, id int64) (Photo, error) {
	var p Photo
	err := s.q(ctx).GetContext(ctx, &p,
		`SELECT `+photoColumns+`, jpeg FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`,
		workshopID, pieceID, id)
	if err != nil || p.JPEG != nil {
		return p, wrap(err)
	}
	if p.JPEG, err = os.ReadFile(s.pictureFile(p.File.String, fmt.Sprint(id))); errors.Is(err, os.ErrNotExist) {
		return p, ErrNotFound
	}
	return p, err
}

// pictureFile is where a picture is kept that is not in the database; an older copy of the program named it by its id.
func (s *Store) pictureFile(name, id string) string {
	return filepath.Join(s.photoDir, cmp.Or(name, id+".jpg"))
}

// DeletePhoto removes one, or ErrNotFound. Its file is swept later.
func (s *Store) DeletePhoto(ctx context.Context, workshopID, pieceID, id int64) error {
	return gone(s.q(ctx).ExecContext(ctx,
		`DELETE FROM photos WHERE workshop_id = ? AND piece_id = ? AND id = ?`, workshopID, pieceID, id))
}

// orphanAge is how long a picture may lie without a row: an upload may be under way.
const orphanAge = time.Hour

// SweepPhotos removes the pictures beside the database that no row names, once they are older than any upload under
// way.
func (s *Store) SweepPhotos(ctx context.Context, now time.Time) error {
	if s.photoDir == "" {
		return nil
	}
	entries, err := os.ReadDir(s.photoDir)
	if err != nil {
		return err
	}
	var named []string
	if err := s.db.SelectContext(ctx, &named, `SELECT COALESCE(file, CONCAT(id, '.jpg')) FROM photos WHERE jpeg IS NULL`); err != nil {
		return wrap(err)
	}
	known := map[string]bool{}
	for _, name := range named {
		known[name] = true
	}
	for _, e := range entries {
		picture := strings.HasSuffix(e.Name(), ".jpg") || strings.HasSuffix(e.Name(), unfinished)
		info, err := e.Info()
		if !picture || known[e.Name()] || err != nil {
			continue
		}
		if now.Sub(info.ModTime()) < orphanAge {
			continue
		}
		if err := os.Remove(filepath.Join(s.photoDir, e.Name())); err != nil {
			slog.Warn("a picture that no photo names could not be removed", "file", e.Name(), "error", err)
		}
	}
	return nil
}
