package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"time"

	"firmitas/internal/backup"
	"firmitas/internal/localdb"
	"firmitas/internal/store"
)

// backing is where the nightly backups go; without a folder there are none.
type backing struct{ folder, passPhrase string }

// tonight makes the backup of this day, unless it is made or there is nothing to keep yet, and tells what became of it.
func (b backing) tonight(ctx context.Context, s *store.Store, now time.Time) {
	if b.folder == "" {
		return
	}
	made, missing, err := backup.Nightly(ctx, s, b.folder, b.passPhrase, now)
	switch {
	case made:
		slog.Info("a backup was made", "folder", b.folder)
	case err != nil && !errors.Is(err, store.ErrNothingYet) && ctx.Err() == nil:
		slog.Error("no backup was made", "folder", b.folder, "error", err)
	}
	if made && err != nil {
		slog.Warn("older backups could not be removed", "folder", b.folder, "error", err)
	}
	if missing > 0 {
		slog.Warn("the backup has not all photos: their files were not there", "missing", missing)
	}
}

// backupFolder is where a command keeps its nightly backups: one's own workshop has them beside its data.
func backupFolder(command, asked, data string, throwaway bool) string {
	switch {
	case asked == "off":
		return ""
	case asked == "" && command == "start" && !throwaway:
		return filepath.Clean(data) + "-backups"
	}
	return asked
}

// secretIn is the first line of a file, or nothing where none is given.
func secretIn(path string) (string, error) {
	if path == "" {
		return "", nil
	}
	text, err := os.ReadFile(path)
	if err != nil {
		return "", fmt.Errorf("-passphrase-file: %w", err)
	}
	line, _, _ := strings.Cut(string(text), "\n")
	if line = strings.TrimSpace(line); line == "" {
		return "", fmt.Errorf("-passphrase-file: the first line of %s is empty; it holds the pass phrase", path)
	}
	return line, nil
}

// backUp does one of the commands about backups, on the database of FIRMITAS_DATABASE_DSN or the private one in data.
func backUp(ctx context.Context, command, file, data, passPhrase string) error {
	s, done, err := databaseFor(command, data)
	if err != nil {
		return err
	}
	defer done()
	var b store.Backup
	switch command {
	case "backup":
		b, err = backup.Write(ctx, s, file, passPhrase, time.Now())
	case "restore":
		b, err = backup.Restore(ctx, s, file, passPhrase, true)
	default:
		b, err = backup.Verify(ctx, s, file, passPhrase)
	}
	if err != nil {
		return fmt.Errorf("%s: %w", file, err)
	}
	said := map[string]string{
		"backup": "Kept", "restore": "Restored", "verify": "Whole, and restored beside without a difference:",
	}
	fmt.Printf("%s %d pieces, %d facts, %d products, %d photos, as of %s.\n", said[command], b.Rows["pieces"],
		b.Rows["events"], b.Rows["products"], b.Rows["photos"], b.Made.Format(time.RFC3339))
	if b.Pictures > 0 {
		fmt.Printf("The files of %d photos were not there: is FIRMITAS_PHOTOS set as for the server?\n", b.Pictures)
	}
	return nil
}

// databaseFor is the database that a command about backups works on; what it returns as done lets go of it.
func databaseFor(command, data string) (s *store.Store, done func(), err error) {
	if command == "verify" {
		if data, err = os.MkdirTemp("", "firmitas-verify-"); err != nil {
			return nil, nil, err
		}
		endsWithItsParent()
		s, stop, err := private(filepath.Join(data, "db"), true)
		done := func() { stop(); os.RemoveAll(data) }
		if err != nil {
			done()
		}
		return s, done, err
	}
	dsn := os.Getenv("FIRMITAS_DATABASE_DSN")
	if dsn == "" && command == "backup" {
		if _, err := os.Stat(filepath.Join(data, "data")); err != nil {
			return nil, nil, fmt.Errorf("-data %s: there is no database of Firmitas in that folder", data)
		}
		if dsn, err = localdb.Reach(data, "firmitas"); err != nil {
			return nil, nil, err
		}
	}
	if dsn == "" {
		return private(data, false)
	}
	s, err = open(dsn)
	return s, func() { s.Close() }, err
}

func private(data string, throwaway bool) (*store.Store, func(), error) {
	db, err := localdb.Start(data, throwaway)
	if err != nil {
		return nil, func() {}, err
	}
	opened := open
	if throwaway {
		opened = store.Open // no folder of photos is its own
	}
	s, err := opened(db.DSN("firmitas"))
	if err != nil {
		db.Stop()
		return nil, func() {}, err
	}
	return s, func() { s.Close(); db.Stop() }, nil
}
