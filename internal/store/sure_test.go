package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"regexp"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/go-sql-driver/mysql"

	"firmitas/internal/localdb/dbtest"
)

// statements of the Up part of every migration, in order.
func statements(t *testing.T) (out []string) {
	t.Helper()
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		t.Fatal(err)
	}
	comment := regexp.MustCompile(`(?m)^--.*$`)
	for _, file := range files {
		text, err := migrations.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		up, _, _ := strings.Cut(string(text), "-- +goose Down")
		for one := range strings.SplitSeq(comment.ReplaceAllString(up, ""), ";\n") {
			if strings.TrimSpace(one) != "" {
				out = append(out, one)
			}
		}
	}
	return out
}

func schema(t *testing.T, s *Store) string {
	t.Helper()
	var lines []string
	err := s.db.SelectContext(
		t.Context(),
		&lines,
		`SELECT CONCAT_WS(' ', table_name, column_name, column_type, is_nullable, column_key)
		FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name <> 'goose_db_version'
		UNION ALL SELECT CONCAT_WS(' ', table_name, index_name, column_name, seq_in_index)
		FROM information_schema.statistics WHERE table_schema = DATABASE()
		UNION ALL SELECT CONCAT_WS(' ', table_name, referenced_table_name, column_name, referenced_column_name)
		FROM information_schema.key_column_usage WHERE table_schema = DATABASE() AND referenced_table_name IS NOT NULL
		ORDER BY 1`,
	)
	if err != nil {
		t.Fatal(err)
	}
	return strings.Join(lines, "\n")
}

// A start that was interrupted behind any statement of any migration is taken up again, and comes to the same schema.
func TestMigrationsAreTakenUpAgainAnywhere(t *testing.T) {
	want, all := schema(t, fresh(t)), statements(t)
	if len(all) < 20 {
		t.Fatalf("only %d statements were found", len(all))
	}
	var wg sync.WaitGroup
	turns := make(chan int)
	for range 4 {
		wg.Go(func() {
			for done := range turns {
				s, err := Open(dbtest.Fresh(t))
				if err != nil {
					t.Error(err)
					continue
				}
				for _, one := range all[:done] {
					if _, err := s.db.ExecContext(t.Context(), one); err != nil {
						t.Errorf("%s: %v", one, err)
					}
				}
				if err := s.Migrate(t.Context(), func(string) {}); err != nil {
					t.Errorf("interrupted behind statement %d: %v", done, err)
				} else if got := schema(t, s); got != want {
					t.Errorf("interrupted behind statement %d, the schema is\n%s\nwant\n%s", done, got, want)
				}
				s.Close()
			}
		})
	}
	for done := 1; done <= len(all); done += 2 {
		turns <- done
	}
	turns <- len(all)
	close(turns)
	wg.Wait()
}

// Several copies may start at once, also on the library's own table left without its first row.
func TestSeveralCopiesMigrateAtOnce(t *testing.T) {
	dsn := dbtest.Fresh(t)
	s, err := Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	_, err = s.db.ExecContext(t.Context(), `CREATE TABLE goose_db_version (id BIGINT UNSIGNED NOT NULL AUTO_INCREMENT,
		version_id BIGINT NOT NULL, is_applied BOOLEAN NOT NULL, tstamp TIMESTAMP NULL DEFAULT NOW(), PRIMARY KEY (id))`)
	if err != nil {
		t.Fatal(err)
	}
	var wg sync.WaitGroup
	var steps atomic.Int64
	for range 6 {
		wg.Go(func() {
			copied, err := Open(dsn)
			if err != nil {
				t.Error(err)
				return
			}
			defer copied.Close()
			if err := copied.Migrate(t.Context(), func(string) { steps.Add(1) }); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	if got, want := schema(t, s), schema(t, fresh(t)); got != want || steps.Load() == 0 {
		t.Errorf("six copies at once made\n%s\nwant\n%s", got, want)
	}
}

// A newer copy of the program may have added columns: this one reads and writes on beside it.
func TestAnOldCopySurvivesNewColumns(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	var tables []string
	if err := s.db.SelectContext(ctx, &tables, `SHOW TABLES`); err != nil {
		t.Fatal(err)
	}
	for _, table := range tables {
		_, err := s.db.ExecContext(ctx,
			"ALTER TABLE "+table+" ADD COLUMN from_the_future VARCHAR(10) NOT NULL DEFAULT 'x' FIRST")
		if err != nil {
			t.Fatal(err)
		}
	}
	home := addWorkshop(t, s, "A")
	id, err := s.AddPiece(ctx, piece(home))
	if err != nil {
		t.Fatal(err)
	}
	p, err := s.Piece(ctx, home, id)
	if err != nil || p.Number != "26-001" {
		t.Fatalf("%+v, %v", p, err)
	}
	shelf, err := s.Shelf(ctx, home)
	if err != nil {
		t.Fatal(err)
	}
	product := shelf[0].ID
	_, err1 := s.AddTin(ctx, Tin{WorkshopID: home, ProductID: product, Size: "1 L"})
	_, err2 := s.AddNote(ctx, Note{WorkshopID: home, ProductID: product, Text: "runs", At: at})
	_, err3 := s.AddBoard(ctx, Board{WorkshopID: home, Ground: sql.Null[int64]{V: product, Valid: true}, Coat: product, MadeOn: at})
	_, err4 := s.AddRecipe(ctx, Recipe{WorkshopID: home, Name: "Three"})
	_, err5 := s.AddPhoto(ctx, Photo{WorkshopID: home, PieceID: id, Moment: "before", JPEG: []byte("x"), TakenIn: at})
	err6 := s.ReplaceLayers(ctx, p, p.Zones[0].ID,
		[]Layer{{Role: "protect", Product: JSON[Product]{shelf[0]}, Coats: 2}})
	_, err7 := s.Home(ctx)
	_, err8 := s.Tins(ctx, home, 0)
	_, err9 := s.Notes(ctx, home, product)
	boards, err10 := s.Boards(ctx, home, 0)
	_, err11 := s.Recipes(ctx, home)
	_, err12 := s.Photos(ctx, home, id)
	_, err13 := s.OpenPieces(ctx, home)
	_, err14 := s.Once(ctx, Key{WorkshopID: home, ID: "a-key-of-mine"}, at,
		func(context.Context) ([]byte, error) { return nil, nil })
	all := errors.Join(err1, err2, err3, err4, err5, err6, err7, err8, err9, err10, err11, err12, err13, err14)
	if all != nil || boards[0].GroundName != "Clear" {
		t.Errorf("%v, %+v", all, boards)
	}
}

func TestANumberIsNeverGivenTwice(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	for _, want := range []string{"26-001", "26-002", "26-003"} {
		id, err := s.AddPiece(ctx, piece(home))
		if err != nil {
			t.Fatal(err)
		}
		p, err := s.Piece(ctx, home, id)
		if err != nil || p.Number != want {
			t.Fatalf("number %s, want %s, %v", p.Number, want, err)
		}
		if err := s.DeletePiece(ctx, home, id, p.Version); err != nil {
			t.Fatal(err)
		}
	}
	// One that an older copy of the program has numbered counts too.
	_, err := s.db.ExecContext(ctx, `INSERT INTO pieces (workshop_id, number, name, start_at, temp_c, rh, created_at)
		VALUES (?, '26-041', 'x', NOW(), 20, 50, NOW())`, home)
	if err != nil {
		t.Fatal(err)
	}
	id, err := s.AddPiece(ctx, piece(home))
	if err != nil {
		t.Fatal(err)
	}
	if p, _ := s.Piece(ctx, home, id); p.Number != "26-042" {
		t.Errorf("number %s, want 26-042", p.Number)
	}
}

// The same key does a thing once, however many ask at the same moment, and gives everybody the same answer; what fails
// leaves the key free.
func TestOnce(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	key := Key{WorkshopID: home, ID: "one-press-of-a-button", Fingerprint: [32]byte{1}}
	broken := errors.New("broken")
	if _, err := s.Once(ctx, key, at, func(context.Context) ([]byte, error) { return nil, broken }); !errors.Is(err,
		broken) {
		t.Fatal(err)
	}
	var wg sync.WaitGroup
	answers := make(chan string, 8)
	for range 8 {
		wg.Go(func() {
			answer, err := s.Once(ctx, key, at, func(ctx context.Context) ([]byte, error) {
				id, err := s.AddPiece(ctx, piece(home))
				return fmt.Append(nil, id), err
			})
			if err != nil {
				t.Error(err)
			}
			answers <- string(answer)
		})
	}
	wg.Wait()
	close(answers)
	first := <-answers
	for a := range answers {
		if a != first {
			t.Errorf("answers %q and %q", a, first)
		}
	}
	if pieces, err := s.OpenPieces(ctx, home); err != nil || len(pieces) != 1 {
		t.Errorf("%d pieces, want 1, %v", len(pieces), err)
	}
	other := key
	other.Fingerprint[0]++
	if _, err := s.Once(ctx, other, at, nil); !errors.Is(err, ErrOtherUse) {
		t.Errorf("the key with another request: %v", err)
	}
	if err := s.ForgetKeys(ctx, at.Add(2*keysLive)); err != nil {
		t.Fatal(err)
	}
	if _, err := s.Once(ctx, other, at, func(context.Context) ([]byte, error) { return nil, nil }); err != nil {
		t.Errorf("a key long forgotten: %v", err)
	}
}

// What becomes of a write is said as far as it is known: a connection that breaks at the commit leaves it open.
func TestWhatBecameOfAWrite(t *testing.T) {
	lost := &net.OpError{Op: "read", Err: errors.New("reset")}
	for _, c := range []struct {
		name string
		got  error
		want error
	}{
		{"the connection breaks before the end", wrap(driver.ErrBadConn), ErrUnavailable},
		{"it is reset before the end", wrap(lost), ErrUnavailable},
		{"it breaks at the end", atCommit(mysql.ErrInvalidConn), ErrUnknown},
		{"it is reset at the end", atCommit(lost), ErrUnknown},
		{"the server shuts down at the end", atCommit(&mysql.MySQLError{Number: shuttingDown}), ErrUnknown},
		{"nobody waits any more", atCommit(context.Canceled), context.Canceled},
		{"the disk is full", wrap(&mysql.MySQLError{Number: tableFull}), ErrFull},
		{"it went well", atCommit(nil), nil},
	} {
		if !errors.Is(c.got, c.want) || (c.want == nil) != (c.got == nil) {
			t.Errorf("%s: %v, want %v", c.name, c.got, c.want)
		}
	}
}

// All that a use case reads is one moment, and what it writes is seen by nobody before its end.
func TestAUseCaseSeesOneMoment(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	count := func(ctx context.Context) int {
		pieces, err := s.OpenPieces(ctx, home)
		if err != nil {
			t.Fatal(err)
		}
		return len(pieces)
	}
	err := s.Read(ctx, func(within context.Context) error {
		before := count(within)
		if _, err := s.AddPiece(ctx, piece(home)); err != nil {
			return err
		}
		if after := count(within); after != before {
			t.Errorf("%d pieces, then %d", before, after)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	broken := errors.New("broken")
	err = s.Write(ctx, func(within context.Context) error {
		if _, err := s.AddPiece(within, piece(home)); err != nil {
			return err
		}
		if in, out := count(within), count(ctx); in != 2 || out != 1 {
			t.Errorf("within %d pieces, outside %d", in, out)
		}
		return broken
	})
	if !errors.Is(err, broken) || count(ctx) != 1 {
		t.Errorf("%v, %d pieces after a write that broke off", err, count(ctx))
	}
}

// A page of the archive follows the one before it, without a gap and without a double, and finds a text anywhere.
func TestTheArchiveIsRead(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	const all, page = 23, 5
	for i := range all {
		p := piece(home)
		p.Name = fmt.Sprintf("Stool %02d_%%", i)
		id, err := s.AddPiece(ctx, p)
		if err != nil {
			t.Fatal(err)
		}
		left := at.Add(time.Duration(i/2) * time.Hour) // two at a time leave in the same second
		if _, err := s.db.ExecContext(ctx, `UPDATE pieces SET handed_over_at = ? WHERE id = ?`, left, id); err != nil {
			t.Fatal(err)
		}
	}
	seen := map[int64]bool{}
	for before := Newest; ; {
		got, err := s.Left(ctx, home, "", before, page)
		if err != nil {
			t.Fatal(err)
		}
		for _, p := range got[:min(page, len(got))] {
			if seen[p.ID] || len(p.Zones) != 2 {
				t.Errorf("piece %d twice, or with %d zones", p.ID, len(p.Zones))
			}
			seen[p.ID] = true
			before = Cursor{p.HandedOver.Time, p.ID}
		}
		if len(got) <= page {
			break
		}
	}
	if len(seen) != all {
		t.Errorf("%d pieces on all pages, want %d", len(seen), all)
	}
	for text, want := range map[string]int{"07": 2, "stool 1": 10, "_%": all, "26-003": 1, "%2": 0} {
		if got, err := s.Left(ctx, home, text, Newest, 50); err != nil || len(got) != want {
			t.Errorf("%q finds %d, want %d, %v", text, len(got), want, err)
		}
	}
	if open, err := s.OpenPieces(ctx, home); err != nil || len(open) != 0 {
		t.Errorf("%d on the bench, %v", len(open), err)
	}
}
