package backup_test

import (
	"bytes"
	"compress/gzip"
	"context"
	"errors"
	"io"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"firmitas/internal/backup"
	"firmitas/internal/demo"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
)

func TestMain(m *testing.M) { dbtest.Run(m) }

var now = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

const phrase = "a long walk along the slipway"

func opened(t *testing.T, dsn string) *store.Store {
	t.Helper()
	s, err := store.Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func seeded(t *testing.T) *store.Store { return opened(t, demoDSN(t)) }

func demoDSN(t *testing.T) string {
	return dbtest.Copy(t, "demo", func(dsn string) error {
		s, err := store.Open(dsn)
		if err != nil {
			return err
		}
		defer s.Close()
		if err := s.Migrate(context.Background(), func(string) {}); err != nil {
			return err
		}
		return demo.Seed(context.Background(), s, now)
	})
}

func empty(t *testing.T) *store.Store { return opened(t, dbtest.Fresh(t)) }

// linesOf are a backup's lines without its first, which says when it was made.
func linesOf(t *testing.T, s *store.Store) string {
	t.Helper()
	var out bytes.Buffer
	if _, err := s.WriteBackup(t.Context(), &out, now); err != nil {
		t.Fatal(err)
	}
	return out.String()
}

// Out, in, out again is the same, encrypted or not; and what was restored can be worked with.
func TestOutInOutAgainIsTheSame(t *testing.T) {
	s := seeded(t)
	want := linesOf(t, s)
	for _, passPhrase := range []string{"", phrase} {
		path := filepath.Join(t.TempDir(), "kept")
		if _, err := backup.Write(t.Context(), s, path, passPhrase, now); err != nil {
			t.Fatal(err)
		}
		data, err := os.ReadFile(path)
		if readable := bytes.HasPrefix(data, []byte{0x1f, 0x8b}); err != nil || readable != (passPhrase == "") {
			t.Errorf("encrypted with %q, but readable: %v, %v", passPhrase, readable, err)
		}
		into := empty(t)
		b, err := backup.Verify(t.Context(), into, path, passPhrase)
		if err != nil {
			t.Fatal(err)
		}
		if got := linesOf(t, into); got != want {
			t.Errorf("%d bytes out again, %d before", len(got), len(want))
		}
		for _, table := range []string{"workshops", "pieces", "zones", "layers", "events", "products", "care_cards"} {
			if b.Rows[table] == 0 {
				t.Errorf("no row of %s: the demo has some, so they are lost", table)
			}
		}
		home, err := into.Home(t.Context())
		if err != nil {
			t.Fatal(err)
		}
		if _, err := into.AddNote(t.Context(), store.Note{WorkshopID: home.ID, ProductID: 1, At: now, Text: "after"}); err != nil {
			t.Errorf("a first fact after it: %v", err)
		}
		if _, err := backup.Write(t.Context(), s, path, passPhrase, now); err == nil {
			t.Error("a backup was written over another")
		}
	}
}

// Whatever is wrong with a file, nothing of it is in the database, which then takes the right one.
func TestADamagedBackupRestoresNothing(t *testing.T) {
	s := seeded(t)
	text := linesOf(t, s)
	lines := strings.SplitAfter(text, "\n")
	lines = lines[:len(lines)-1]
	changed := func(old, put string) string { return strings.Replace(text, old, put, 1) }
	half := func(i int) string { return strings.Join(lines[:i], "") }
	into := empty(t)
	for name, c := range map[string]struct{ text, says string }{
		"cut after its first line": {half(1), "not whole"},
		"cut in the middle":        {half(len(lines) / 2), "not whole"},
		"cut within a line":        {text[:len(text)/2], "not whole"},
		"without its sum":          {half(len(lines) - 1), "not whole"},
		"a line lost":              {half(9) + strings.Join(lines[10:], ""), "damaged"},
		"a word changed":           {changed("Rocking", "Rolling"), "damaged"},
		"of a newer program":       {changed(`"step":`, `"step":9`), "newer program"},
		"of another format":        {changed(`"format":1`, `"format":2`), "newer program"},
		"of something else":        {changed(`"backup"`, `"shelf"`), "no backup"},
		"a column of its own":      {changed(`"columns":["`, `"columns":["x`), "no backup"},
		"empty":                    {"", "no backup"},
	} {
		if c.text == text {
			t.Fatalf("%s: nothing was changed", name)
		}
		_, err := into.ReadBackup(t.Context(), strings.NewReader(c.text), true)
		if err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v, want it to say %q", name, err, c.says)
		}
		if _, err := into.WriteBackup(t.Context(), io.Discard, now); !errors.Is(err, store.ErrNothingYet) {
			t.Errorf("%s: the database is not empty: %v", name, err)
		}
	}
	if _, err := into.ReadBackup(t.Context(), strings.NewReader(text), true); err != nil {
		t.Fatal(err)
	}
	if got := linesOf(t, into); got != text {
		t.Error("after all that the right one is not the same")
	}
	if _, err := into.ReadBackup(t.Context(), strings.NewReader(text), true); err == nil {
		t.Error("restored over a workshop")
	}
}

func TestThePassPhraseIsAskedForAndChecked(t *testing.T) {
	path := filepath.Join(t.TempDir(), "kept")
	if _, err := backup.Write(t.Context(), seeded(t), path, phrase, now); err != nil {
		t.Fatal(err)
	}
	for wrong, says := range map[string]string{"": "is asked for", "another": "does not open"} {
		if _, err := backup.Restore(t.Context(), empty(t), path, wrong, true); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v, want it to say %q", wrong, err, says)
		}
	}
	data, _ := os.ReadFile(path)
	data[len(data)-9] ^= 1
	if err := os.WriteFile(path, data, 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := backup.Restore(t.Context(), empty(t), path, phrase, true); err == nil {
		t.Error("a bit was changed, and it was restored")
	}
}

// pausing lets something happen once the first line is out.
type pausing struct {
	bytes.Buffer
	then func()
}

func (p *pausing) Write(data []byte) (int, error) {
	if p.then != nil {
		p.then()
		p.then = nil
	}
	return p.Buffer.Write(data)
}

// What is told while a backup is under way is in the next one, all of it.
func TestABackupIsOfOneMoment(t *testing.T) {
	s := seeded(t)
	home, err := s.Home(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	before := linesOf(t, s)
	out := &pausing{then: func() {
		if _, err := s.AddNote(t.Context(), store.Note{WorkshopID: home.ID, ProductID: 1, At: now, Text: "meanwhile"}); err != nil {
			t.Error(err)
		}
	}}
	if _, err := s.WriteBackup(t.Context(), out, now); err != nil || out.String() != before {
		t.Errorf("it has what came meanwhile; %v", err)
	}
	if !strings.Contains(linesOf(t, s), "meanwhile") {
		t.Error("the next has it not either")
	}
}

// A picture that is kept in a file is in the backup; one whose file is gone is told.
func TestPicturesBesideTheDatabaseAreKept(t *testing.T) {
	dsn := demoDSN(t)
	s := opened(t, dsn)
	home, err := s.Home(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	pieces, err := s.OpenPieces(t.Context(), home.ID)
	if err != nil || len(pieces) == 0 {
		t.Fatal(err)
	}
	dir := t.TempDir()
	if err := s.PhotosIn(dir); err != nil {
		t.Fatal(err)
	}
	photo := store.Photo{WorkshopID: home.ID, PieceID: pieces[0].ID, Moment: "before", TakenIn: now, JPEG: []byte("a picture")}
	id, err := s.AddPhoto(t.Context(), photo)
	if err != nil {
		t.Fatal(err)
	}
	into := empty(t)
	if _, err := into.ReadBackup(t.Context(), strings.NewReader(linesOf(t, s)), true); err != nil {
		t.Fatal(err)
	}
	got, err := into.Photo(t.Context(), home.ID, pieces[0].ID, id)
	if err != nil || string(got.JPEG) != "a picture" {
		t.Errorf("%q, %v", got.JPEG, err)
	}
	if err := os.RemoveAll(dir); err != nil {
		t.Fatal(err)
	}
	for name, told := range map[string]*store.Store{"gone": s, "in a folder that was not told": opened(t, dsn)} {
		if b, err := told.WriteBackup(t.Context(), io.Discard, now); err != nil || b.Pictures != 1 {
			t.Errorf("%s: %d files told to be missing, %v", name, b.Pictures, err)
		}
	}
}

// Night after night for two years: never more than is promised, and what is promised is there.
func TestNightlyBackupsAreKeptForAYear(t *testing.T) {
	var days []string
	for day := range 730 {
		today := now.AddDate(0, 0, day)
		days = append(days, today.Format(time.DateOnly))
		keep := backup.Retained(days)
		var left []string
		for _, d := range days {
			if keep[d] {
				left = append(left, d)
			}
		}
		days = left
		for back := range min(day+1, 7) {
			if d := today.AddDate(0, 0, -back).Format(time.DateOnly); !keep[d] {
				t.Fatalf("on day %d the one of %s is gone", day, d)
			}
		}
		if day > 365 && (len(days) < 7+3+8 || len(days) > 7+4+12) {
			t.Fatalf("on day %d there are %d: %v", day, len(days), days)
		}
	}
	if oldest := now.AddDate(0, 0, 729).Sub(must(time.Parse(time.DateOnly, days[0]))); oldest.Hours() < 330*24 {
		t.Errorf("the oldest is of %s", days[0])
	}
}

func must(at time.Time, _ error) time.Time { return at }

func TestNightly(t *testing.T) {
	s, dir := seeded(t), filepath.Join(t.TempDir(), "nightly")
	for day, want := range []bool{true, false} {
		if made, _, err := backup.Nightly(t.Context(), s, dir, "", now.Add(time.Duration(day)*time.Hour)); err != nil || made != want {
			t.Errorf("%v, %v; want %v", made, err, want)
		}
	}
	left := filepath.Join(dir, "firmitas-2026-03-01.jsonl.gz.123.part")
	own := filepath.Join(dir, "notes-2024-01-01.jsonl.gz")
	for _, path := range []string{left, own} {
		if err := os.WriteFile(path, nil, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	for day := range 12 {
		if _, _, err := backup.Nightly(t.Context(), s, dir, "", time.Now().AddDate(0, 0, 2+day)); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := os.Stat(left); err == nil {
		t.Error("what was broken off long ago is still there")
	}
	if _, err := os.Stat(own); err != nil {
		t.Error("a file of somebody else's is gone")
	}
	entries, _ := os.ReadDir(dir)
	if len(entries) > 1+7+4+12 || len(entries) < 1+7 {
		t.Errorf("%d files", len(entries))
	}
	f, err := os.Open(filepath.Join(dir, entries[0].Name()))
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	if _, err := gzip.NewReader(f); err != nil {
		t.Error(err)
	}
}
