// Package backup keeps all that a database holds in one file: JSON lines, compressed by gzip, and encrypted in the age
// format where a pass phrase is given. What the lines say is internal/store's.
package backup

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"context"
	"errors"
	"fmt"
	"io"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"filippo.io/age"

	"firmitas/internal/store"
)

const (
	plain     = ".jsonl.gz"
	encrypted = plain + ".age"
	prefix    = "firmitas-"
	ageHeader = "age-encryption.org/"
	unwritten = ".part"
)

// Write makes a backup at path, which must not be there yet; it has that name only once all of it is on the disk.
func Write(ctx context.Context, s *store.Store, path, passPhrase string, now time.Time) (store.Backup, error) {
	if _, err := os.Stat(path); err == nil {
		return store.Backup{}, fmt.Errorf("%s is there already: give another name", path)
	}
	f, err := os.CreateTemp(filepath.Dir(path), filepath.Base(path)+".*"+unwritten) // several copies may be at it
	if err != nil {
		return store.Backup{}, err
	}
	b, err := Pack(ctx, s, f, passPhrase, now)
	if err = errors.Join(err, f.Sync(), f.Close()); err != nil {
		return b, errors.Join(err, os.Remove(f.Name()))
	}
	if err := os.Rename(f.Name(), path); err != nil {
		return b, err
	}
	dir, err := os.Open(filepath.Dir(path))
	if err != nil {
		return b, err
	}
	return b, errors.Join(dir.Sync(), dir.Close())
}

// Source is what is kept.
type Source interface {
	WriteBackup(ctx context.Context, to io.Writer, now time.Time) (store.Backup, error)
}

// Pack writes what stands in a backup's file; without a pass phrase it is not encrypted.
func Pack(ctx context.Context, s Source, f io.Writer, passPhrase string, now time.Time) (store.Backup, error) {
	sealed := io.WriteCloser(nopCloser{f})
	if passPhrase != "" {
		to, err := age.NewScryptRecipient(passPhrase)
		if err != nil {
			return store.Backup{}, err
		}
		if sealed, err = age.Encrypt(f, to); err != nil {
			return store.Backup{}, err
		}
	}
	packed := gzip.NewWriter(sealed)
	b, err := s.WriteBackup(ctx, packed, now)
	return b, errors.Join(err, packed.Close(), sealed.Close())
}

type nopCloser struct{ io.Writer }

func (nopCloser) Close() error { return nil }

// Restore reads a backup into a database without a workshop; see store.ReadBackup.
func Restore(ctx context.Context, s *store.Store, path, passPhrase string, upgrade bool) (store.Backup, error) {
	f, err := os.Open(path)
	if err != nil {
		return store.Backup{}, err
	}
	defer f.Close()
	from := bufio.NewReader(f)
	opened := io.Reader(from)
	if head, _ := from.Peek(len(ageHeader)); bytes.Equal(head, []byte(ageHeader)) {
		if passPhrase == "" {
			return store.Backup{}, errors.New("this backup is encrypted: its pass phrase is asked for")
		}
		identity, err := age.NewScryptIdentity(passPhrase)
		if err != nil {
			return store.Backup{}, err
		}
		if opened, err = age.Decrypt(from, identity); err != nil {
			return store.Backup{}, errors.New("the pass phrase does not open this backup")
		}
	}
	unpacked, err := gzip.NewReader(opened)
	if err != nil {
		return store.Backup{}, errors.New("this is no backup of Firmitas")
	}
	return s.ReadBackup(ctx, unpacked, upgrade)
}

// Verify restores a backup into an empty database and compares that with what the file says: the same rows in each
// table, byte by byte.
func Verify(ctx context.Context, empty *store.Store, path, passPhrase string) (store.Backup, error) {
	b, err := Restore(ctx, empty, path, passPhrase, false)
	if err != nil {
		return b, err
	}
	again, err := empty.WriteBackup(ctx, io.Discard, b.Made)
	if err != nil {
		return b, err
	}
	if !maps.Equal(again.Sums, b.Sums) {
		return b, errors.New("what is restored from this backup is not what it says")
	}
	return b, nil
}

// Nightly makes the backup of a day in a folder, unless it is there, and removes those that are no longer kept. It
// answers whether it made one, also where others could not be removed, and how many photos' files it did not find.
func Nightly(
	ctx context.Context, s *store.Store, dir, passPhrase string, now time.Time,
) (made bool, missing int64, err error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return false, 0, err
	}
	days, err := kept(dir, now)
	if err != nil {
		return false, 0, err
	}
	today := now.UTC().Format(time.DateOnly)
	if _, there := days[today]; there {
		return false, 0, nil
	}
	name := prefix + today + plain
	if passPhrase != "" {
		name = prefix + today + encrypted
	}
	b, err := Write(ctx, s, filepath.Join(dir, name), passPhrase, now)
	if err != nil {
		return false, 0, err
	}
	days[today] = name
	keep := Retained(slices.Collect(maps.Keys(days)))
	for day, name := range days {
		if !keep[day] {
			err = errors.Join(err, os.Remove(filepath.Join(dir, name)))
		}
	}
	return true, b.Pictures, err
}

const brokenOff = 24 * time.Hour // older than this, what is unfinished stays so

// kept are the nightly backups in a folder, by their day; what was broken off long ago is removed. Files of other names
// are nobody's business.
func kept(dir string, now time.Time) (map[string]string, error) {
	entries, err := os.ReadDir(dir)
	if err != nil {
		return nil, err
	}
	days := map[string]string{}
	for _, e := range entries {
		day, rest, isOurs := strings.Cut(strings.TrimPrefix(e.Name(), prefix), ".")
		if _, noDay := time.Parse(time.DateOnly, day); noDay != nil || !isOurs || !strings.HasPrefix(e.Name(), prefix) {
			continue
		}
		switch rest = "." + rest; {
		case rest == plain || rest == encrypted:
			days[day] = e.Name()
		case strings.HasSuffix(rest, unwritten):
			if info, err := e.Info(); err == nil && now.Sub(info.ModTime()) > brokenOff {
				_ = os.Remove(filepath.Join(dir, e.Name()))
			}
		}
	}
	return days, nil
}

// How many are kept: our choice.
const (
	daily, weekly, monthly = 7, 4, 12
)

// Retained are the days (YYYY-MM-DD) whose backups stay: the last 7 that there are, and the latest of each of the last
// 4 weeks and 12 months that have one.
func Retained(days []string) map[string]bool {
	days = slices.Sorted(slices.Values(days))
	slices.Reverse(days)
	keep := map[string]bool{}
	latestOfEach := func(most int, period func(time.Time) string) {
		seen := map[string]bool{}
		for _, day := range days {
			at, err := time.Parse(time.DateOnly, day)
			if err != nil || seen[period(at)] || len(seen) == most {
				continue
			}
			seen[period(at)], keep[day] = true, true
		}
	}
	latestOfEach(daily, func(t time.Time) string { return t.Format(time.DateOnly) })
	latestOfEach(weekly, func(t time.Time) string { year, week := t.ISOWeek(); return fmt.Sprint(year, week) })
	latestOfEach(monthly, func(t time.Time) string { return t.Format("2006-01") })
	return keep
}
