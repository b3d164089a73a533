package store

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"os"
	"path/filepath"
	"reflect"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/go-sql-driver/mysql"

	"firmitas/internal/localdb/dbtest"
)

func TestMain(m *testing.M) { dbtest.Run(m) }

var at = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)

func fresh(t *testing.T) *Store {
	t.Helper()
	s, err := Open(dbtest.Copy(t, "migrated", migrated))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func migrated(dsn string) error {
	s, err := Open(dsn)
	if err != nil {
		return err
	}
	defer s.Close()
	return s.Migrate(context.Background(), func(string) {})
}

func addWorkshop(t *testing.T, s *Store, name string) int64 {
	t.Helper()
	shelf := []Product{
		{
			Name:       "Clear",
			Family:     "clear_wb_pu",
			Shade:      "clear",
			Sheen:      "satin",
			Label:      JSON[map[string]string]{map[string]string{"coats": "2"}},
			Statements: JSON[map[string]Statement]{map[string]Statement{}},
			Pairings:   JSON[[]Pairing]{[]Pairing{}},
		},
	}
	id, err := s.AddWorkshop(
		t.Context(),
		Workshop{
			Name:       name,
			TimeZone:   "UTC",
			Units:      "metric",
			Clock:      "h24",
			Numbers:    "point",
			Currency:   "EUR",
			FoodPolicy: "strict",
		},
		shelf,
	)
	if err != nil {
		t.Fatal(err)
	}
	return id
}

func piece(workshop int64) Piece {
	return Piece{WorkshopID: workshop, Name: "Stool", Start: at, TempC: 20, RH: 50, Created: at,
		Zones: []Zone{
			{Name: "seat", EndUse: "seat", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 0.2},
			{Name: "legs", EndUse: "base", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 0.4},
		}}
}

func TestMigrateAgainChangesNothing(t *testing.T) {
	s := fresh(t)
	addWorkshop(t, s, "A")
	if err := s.Migrate(t.Context(), func(string) {}); err != nil {
		t.Fatal(err)
	}
	if w, err := s.Home(t.Context()); err != nil || w.Name != "A" {
		t.Errorf("after migrating again: %q, %v", w.Name, err)
	}
}

// ofBaseline is a database as the program of the first step left it, with one workshop, one piece and three facts.
func ofBaseline(t *testing.T) (s *Store, home, id int64) {
	t.Helper()
	s, err := Open(dbtest.Fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	m, err := s.migrator()
	if err != nil {
		t.Fatal(err)
	}
	if _, err := m.UpTo(t.Context(), baseline); err != nil {
		t.Fatal(err)
	}
	home = addWorkshop(t, s, "A")
	if id, err = s.AddPiece(t.Context(), piece(home)); err != nil {
		t.Fatal(err)
	}
	for _, q := range []string{
		`INSERT INTO events (id, workshop_id, piece_id, kind, happened_at, told_at, who, data, tin_id, work) VALUES (1, 1, ?,
			'coat_laid', NOW(), NOW(), 'JT', '{"layer": 1, "coat": 2, "keyed": true, "tempC": 18.5, "rh": 62, "product": 12,
			"litres": 0.4, "beforeKg": 1.2, "afterKg": 0.8, "took": 25, "m2": 3, "planned": 20}', 9, 'brush')`,
		`INSERT INTO events (id, workshop_id, piece_id, kind, happened_at, told_at, who, data, of_id) VALUES (2, 1, ?,
			'taken_back', NOW(), NOW(), 'JT', '{}', 1)`,
		`INSERT INTO events (id, workshop_id, piece_id, kind, happened_at, told_at, who, data, amount) VALUES (3, 1, ?,
			'part_bought', NOW(), NOW(), 'JT', '{"text": "Handles", "photo": 4}', 18.40)`,
	} {
		if _, err := s.db.ExecContext(t.Context(), q, id); err != nil {
			t.Fatalf("%s: %v", q, err)
		}
	}
	return s, home, id
}

// Facts that an earlier program kept under names of its own are read under those of the contract; older databases than
// the first step say so.
func TestFactsOfAnEarlierProgramAreRead(t *testing.T) {
	s, home, id := ofBaseline(t)
	if err := s.Migrate(t.Context(), func(string) {}); err != nil {
		t.Fatal(err)
	}
	p, err := s.Piece(t.Context(), home, id)
	if err != nil || len(p.Events) != 3 {
		t.Fatalf("%+v, %v", p.Events, err)
	}
	for i, want := range []string{
		`{"layer": 1, "coat": 2, "keyed": true, "productId": 12, "litres": 0.4, "weighedBeforeKg": 1.2, "weighedAfterKg": 0.8,
			"air": {"tempC": 18.5, "rh": 62}, "tookMin": 25, "m2": 3, "planned": 20, "tinId": 9, "work": "brush"}`,
		`{"of": 1}`, `{"text": "Handles", "photoId": 4, "amount": "18.40"}`,
	} {
		var got, wanted map[string]any
		err := errors.Join(json.Unmarshal([]byte(p.Events[i].Data), &got), json.Unmarshal([]byte(want), &wanted))
		if err != nil || !reflect.DeepEqual(got, wanted) {
			t.Errorf("%s, want %s; %v", p.Events[i].Data, want, err)
		}
	}
	var took float64
	if err := s.db.Get(&took, `SELECT took FROM events WHERE id = 1`); err != nil || took != 25 {
		t.Errorf("%v minutes, %v", took, err)
	}
	if _, err := s.db.Exec(`UPDATE goose_db_version SET version_id = version_id - 5 WHERE version_id > 0`); err != nil {
		t.Fatal(err)
	}
	if err := s.Migrate(t.Context(), func(string) {}); !errors.Is(err, errBeforeBaseline) {
		t.Errorf("a database from before the first step: %v", err)
	}
}

func TestEveryRowIsReadThroughItsWorkshop(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	a, b := addWorkshop(t, s, "A"), addWorkshop(t, s, "B")
	id, err := s.AddPiece(ctx, piece(a))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.Piece(ctx, b, id); !errors.Is(err, ErrNotFound) {
		t.Errorf("B read A's piece: %v", err)
	}
	stolen := piece(b)
	stolen.ID, stolen.Version = id, 1
	if err := s.UpdatePiece(ctx, stolen, nil, at); !errors.Is(err, ErrConflict) {
		t.Errorf("B changed A's piece: %v", err)
	}
	if err := s.DeletePiece(ctx, b, id, 1); !errors.Is(err, ErrNotFound) {
		t.Errorf("B deleted A's piece: %v", err)
	}
	if pieces, err := s.OpenPieces(ctx, b); err != nil || len(pieces) != 0 {
		t.Errorf("B sees %d pieces, %v", len(pieces), err)
	}
	// The schema itself keeps a layer of A from naming a product of B.
	shelfB, err := s.Shelf(ctx, b)
	if err != nil {
		t.Fatal(err)
	}
	p, err := s.Piece(ctx, a, id)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.ReplaceLayers(ctx, p, p.Zones[0].ID, []Layer{{Role: "protect", Product: JSON[Product]{shelfB[0]}, Coats: 1}}); err == nil {
		t.Error("A's piece took B's product")
	}
	if p, _ := s.Piece(ctx, a, id); p.Version != 1 || len(p.Zones[0].Layers) != 0 {
		t.Errorf("the refused choice left version %d and %d layers behind", p.Version, len(p.Zones[0].Layers))
	}
}

// What was decided against a rule is offered on the same material of the same workshop, and nowhere else.
func TestOverridesAreOfOneWorkshopAndMaterial(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	a, b := addWorkshop(t, s, "A"), addWorkshop(t, s, "B")
	past := Decision{Rule: "P3", CoatID: 7, How: "all_the_same", Reason: "It smells right.", Who: "JT", On: "2026-03-01"}
	tried := Decision{Rule: "C2", CoatID: 8, How: "hidden_spot", Reason: "A week: no crazing.", Who: "JT", On: "2026-03-01"}
	decided := piece(a)
	decided.Zones[0].Wants.V = &Wants{Place: "heated", Decisions: []Decision{past, tried}}
	if _, err := s.AddPiece(ctx, decided); err != nil {
		t.Fatal(err)
	}
	later := past
	later.Reason = "Again, and it held."
	decided.Zones[1].Wants.V = &Wants{Place: "heated", Decisions: []Decision{later}}
	if _, err := s.AddPiece(ctx, decided); err != nil {
		t.Fatal(err)
	}
	found, err := s.Overrides(ctx, a, "oak")
	if err != nil || len(found) != 3 || found[0] != later {
		t.Errorf("the newest zone first, refusals only: %+v, %v", found, err)
	}
	for _, d := range found {
		if d.How != "all_the_same" {
			t.Errorf("a hidden spot of another piece proves nothing: %+v", d)
		}
	}
	for _, none := range []struct {
		workshop int64
		material string
	}{{a, "pine"}, {b, "oak"}} {
		if found, err := s.Overrides(ctx, none.workshop, none.material); err != nil || len(found) != 0 {
			t.Errorf("workshop %d, %s: %+v, %v", none.workshop, none.material, found, err)
		}
	}
}

// A fact about a piece is kept with it, in the order it was told, and neither read nor told by another workshop.
func TestEventsAreOfOneWorkshop(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	a, b := addWorkshop(t, s, "A"), addWorkshop(t, s, "B")
	id, err := s.AddPiece(ctx, piece(a))
	if err != nil {
		t.Fatal(err)
	}
	told := Event{WorkshopID: a, PieceID: sql.NullInt64{Int64: id, Valid: true}, Kind: "sign", At: at, Told: at, Who: "JT",
		Data: `{"sign": "sticky"}`}
	first, err := s.AddEvent(ctx, told)
	if err != nil {
		t.Fatal(err)
	}
	back := told
	back.Kind, back.Of = "taken_back", sql.NullInt64{Int64: first, Valid: true}
	if _, err := s.AddEvent(ctx, back); err != nil {
		t.Fatal(err)
	}
	p, err := s.Piece(ctx, a, id)
	if err != nil || len(p.Events) != 2 || p.Events[0].Data != told.Data || p.Events[1].Of.Int64 != first {
		t.Errorf("%+v, %v", p.Events, err)
	}
	stolen := told
	stolen.WorkshopID = b
	if _, err := s.AddEvent(ctx, stolen); err == nil {
		t.Error("B told of A's piece")
	}
	other, err := s.AddPiece(ctx, piece(b))
	if err != nil {
		t.Fatal(err)
	}
	back.WorkshopID, back.PieceID = b, sql.NullInt64{Int64: other, Valid: true}
	if _, err := s.AddEvent(ctx, back); err == nil {
		t.Error("B took back what A had told")
	}
	strange := told
	strange.ZoneID = sql.NullInt64{Int64: 99_999, Valid: true}
	if _, err := s.AddEvent(ctx, strange); err == nil {
		t.Error("told of a zone that nobody has")
	}
}

// What a workshop keeps beside its pieces is its own too: sheets, tins, diary, boards, recipes.
func TestTheShelfIsReadThroughItsWorkshop(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	a, b := addWorkshop(t, s, "A"), addWorkshop(t, s, "B")
	shelf, err := s.Shelf(ctx, a)
	if err != nil || len(shelf) != 1 {
		t.Fatalf("%d products, %v", len(shelf), err)
	}
	product := shelf[0].ID
	must := func(id int64, err error) int64 {
		t.Helper()
		if err != nil || id == 0 {
			t.Fatalf("id %d, %v", id, err)
		}
		return id
	}
	tin := must(s.AddTin(ctx, Tin{WorkshopID: a, ProductID: product, Size: "1 L"}))
	note := must(s.AddNote(ctx, Note{WorkshopID: a, ProductID: product, Text: "runs", At: at}))
	board := must(s.AddBoard(ctx, Board{WorkshopID: a, Ground: sql.Null[int64]{V: product, Valid: true}, Coat: product, MadeOn: at}))
	recipe := must(
		s.AddRecipe(ctx,
			Recipe{WorkshopID: a, Name: "Three", Layers: JSON[[]RecipeLayer]{[]RecipeLayer{{product, 3}}}}),
	)

	stolen := shelf[0]
	stolen.WorkshopID = b
	for name, err := range map[string]error{
		"read the sheet":         second(s.Product(ctx, b, product)),
		"changed the sheet":      s.UpdateProduct(ctx, stolen),
		"read a tin":             second(s.Tin(ctx, b, tin)),
		"changed a tin":          s.UpdateTin(ctx, Tin{ID: tin, WorkshopID: b, ProductID: product, Size: "5 L", Version: 1}),
		"threw a tin away":       s.DeleteTin(ctx, b, tin, 1),
		"struck out a note":      s.DeleteNote(ctx, b, note, 1),
		"threw a board away":     s.DeleteBoard(ctx, b, board, 1),
		"saw a board's photo":    second(s.BoardPhoto(ctx, b, board)),
		"changed its photo":      s.PutBoardPhoto(ctx, b, board, []byte{1}),
		"forgot a recipe":        s.DeleteRecipe(ctx, b, recipe, 1),
		"put a tin on A's sheet": second(s.AddTin(ctx, Tin{WorkshopID: b, ProductID: product, Size: "1 L"})),
		"wrote in A's diary":     second(s.AddNote(ctx, Note{WorkshopID: b, ProductID: product, Text: "mine", At: at})),
	} {
		if err == nil {
			t.Errorf("B %s", name)
		}
	}
	tins, err1 := s.Tins(ctx, b, 0)
	notes, err2 := s.Notes(ctx, b, product)
	boards, err3 := s.Boards(ctx, b, 0)
	recipes, err4 := s.Recipes(ctx, b)
	used, err5 := s.UsedProducts(ctx, b)
	if err := errors.Join(err1, err2, err3, err4, err5); err != nil ||
		len(tins)+len(notes)+len(boards)+len(recipes)+len(used) != 0 {
		t.Errorf("B sees %d tins, %d notes, %d boards, %d recipes, %d used, %v", len(tins), len(notes), len(boards),
			len(recipes), len(used), err)
	}
	// A still has all of it, as it was.
	if got, err := s.Tin(ctx, a, tin); err != nil || got.Size != "1 L" {
		t.Errorf("A's tin: %+v, %v", got, err)
	}
	if got, _ := s.Notes(ctx, a, product); len(got) != 1 || got[0].Text != "runs" {
		t.Errorf("A's diary: %+v", got)
	}
	if got, _ := s.Recipes(ctx, a); len(got) != 1 || got[0].Layers.V[0].Coats != 3 {
		t.Errorf("A's recipes: %+v", got)
	}
	if got, _ := s.Boards(ctx, a, 0); len(got) != 1 {
		t.Errorf("A's boards: %+v", got)
	}
	if _, err := s.AddRecipe(ctx, Recipe{WorkshopID: a, Name: "Three"}); !errors.Is(err, ErrNameTaken) {
		t.Errorf("the same name again: %v", err)
	}
	must(s.AddRecipe(ctx, Recipe{WorkshopID: b, Name: "Three"})) // a name is taken within its workshop only
}

func second[T any](_ T, err error) error { return err }

func TestLaterSaveIsToldAndLosesNothing(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	id, err := s.AddPiece(ctx, piece(home))
	if err != nil {
		t.Fatal(err)
	}
	mine, theirs := piece(home), piece(home)
	mine.ID, mine.Version, mine.Name = id, 1, "Mine"
	theirs.ID, theirs.Version, theirs.Name = id, 1, "Theirs"
	if err := s.UpdatePiece(ctx, theirs, nil, at); err != nil {
		t.Fatal(err)
	}
	if err := s.UpdatePiece(ctx, mine, nil, at); !errors.Is(err, ErrConflict) {
		t.Errorf("the later save: %v, want ErrConflict", err)
	}
	if p, _ := s.Piece(ctx, home, id); p.Name != "Theirs" || p.Version != 2 {
		t.Errorf("stored %q version %d", p.Name, p.Version)
	}
}

func TestNumbersStayApartWhenManyTakeInAtOnce(t *testing.T) {
	s := fresh(t)
	home := addWorkshop(t, s, "A")
	var wg sync.WaitGroup
	failed := make(chan error, 12)
	for range 12 {
		wg.Go(func() {
			if _, err := s.AddPiece(context.Background(), piece(home)); err != nil {
				failed <- err
			}
		})
	}
	wg.Wait()
	close(failed)
	for err := range failed {
		t.Error(err)
	}
	pieces, err := s.OpenPieces(t.Context(), home)
	if err != nil {
		t.Fatal(err)
	}
	numbers := map[string]bool{}
	for _, p := range pieces {
		numbers[p.Number] = true
	}
	if len(numbers) != 12 || !numbers["26-001"] || !numbers["26-012"] {
		t.Errorf("numbers %v", numbers)
	}
}

func TestTextComesBackAsTyped(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	p := piece(home)
	p.Name = `Robert'); DROP TABLE pieces;-- <script>alert(1)</script> Żółw 桌 🪑`
	p.Promised = sql.NullTime{Time: at.AddDate(0, 0, 9), Valid: true}
	id, err := s.AddPiece(ctx, p)
	if err != nil {
		t.Fatal(err)
	}
	got, err := s.Piece(ctx, home, id)
	if err != nil || got.Name != p.Name || !got.Promised.Time.Equal(p.Promised.Time) {
		t.Errorf("got %q, %v, %v", got.Name, got.Promised, err)
	}
}

func TestHandOverFixesTheRecord(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	id, err := s.AddPiece(ctx, piece(home))
	if err != nil {
		t.Fatal(err)
	}
	p, _ := s.Piece(ctx, home, id)
	p.HandedOver = sql.NullTime{Time: at, Valid: true}
	token := "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQ"
	first := Card{WorkshopID: home, PieceID: id, Number: 1, Token: token, Issued: at}
	first.Facts.V = json.RawMessage(`{"title": "Stool"}`)
	if err := s.HandOver(ctx, p, first); err != nil {
		t.Fatal(err)
	}
	card, err := s.Card(ctx, token)
	if err != nil || !strings.Contains(string(card.Facts.V), "Stool") || card.Ended.Valid {
		t.Errorf("card %+v, %v", card, err)
	}
	if _, err := s.Card(ctx, "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopq"); !errors.Is(err, ErrNotFound) {
		t.Errorf("a token in other letters: %v", err)
	}
	second := first
	second.Number, second.Token, second.Issued = 2, "b"+token[1:], at.Add(time.Hour)
	if err := s.IssueCard(ctx, second); err != nil {
		t.Fatal(err)
	}
	if err := s.IssueCard(ctx, second); !errors.Is(err, ErrConflict) {
		t.Errorf("issued twice under one number: %v", err)
	}
	if p, _ := s.Piece(ctx, home, id); p.CareToken.String != second.Token {
		t.Errorf("the card that stands is %v", p.CareToken)
	}
	second.Ended = sql.NullTime{Time: at.Add(2 * time.Hour), Valid: true}
	if err := s.WithdrawCard(ctx, second); err != nil {
		t.Fatal(err)
	}
	if err := s.WithdrawCard(ctx, second); !errors.Is(err, ErrConflict) {
		t.Errorf("withdrawn twice: %v", err)
	}
	all, err := s.Cards(ctx, home, id)
	if err != nil || len(all) != 2 || !all[0].Ended.Valid || all[0].Withdrawn || !all[1].Withdrawn {
		t.Errorf("issues %+v, %v", all, err)
	}
	if other, _ := s.Cards(ctx, home+1, id); len(other) > 0 {
		t.Error("another workshop reads its cards")
	}
	p, _ = s.Piece(ctx, home, id)
	if err := s.UpdatePiece(ctx, p, nil, at); !errors.Is(err, ErrConflict) {
		t.Errorf("changed after hand-over: %v", err)
	}
}

// A zone that is no longer listed goes out of sight with its system; listed again, it comes back with it.
func TestRemovedZonesCanBePutBack(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	id, err := s.AddPiece(ctx, piece(home))
	if err != nil {
		t.Fatal(err)
	}
	shelf, _ := s.Shelf(ctx, home)
	p, _ := s.Piece(ctx, home, id)
	legs := p.Zones[1]
	if err := s.ReplaceLayers(ctx, p, legs.ID, []Layer{{Role: "protect", Product: JSON[Product]{shelf[0]}, Coats: 2}}); err != nil {
		t.Fatal(err)
	}
	p.Version++
	p.Zones = p.Zones[:1]
	if err := s.UpdatePiece(ctx, p, nil, at); err != nil {
		t.Fatal(err)
	}
	if p, _ = s.Piece(ctx, home, id); len(p.Zones) != 1 || len(p.Removed) != 1 || len(p.Removed[0].Layers) != 1 {
		t.Fatalf("%d zones, removed %+v", len(p.Zones), p.Removed)
	}
	p.Zones = append([]Zone{p.Removed[0]}, p.Zones...)
	if err := s.UpdatePiece(ctx, p, nil, at); err != nil {
		t.Fatal(err)
	}
	if p, _ = s.Piece(ctx, home, id); len(p.Zones) != 2 || p.Zones[0].Name != "legs" || len(p.Zones[0].Layers) != 1 ||
		len(p.Removed) != 0 {
		t.Errorf("put back: %+v", p.Zones)
	}
	other, _ := s.AddPiece(ctx, piece(home))
	q, _ := s.Piece(ctx, home, other)
	q.Zones[0].ID = legs.ID
	if err := s.UpdatePiece(ctx, q, nil, at); !errors.Is(err, ErrConflict) {
		t.Errorf("one piece took another's zone: %v", err)
	}
	if q, _ = s.Piece(ctx, home, other); len(q.Zones) != 2 || q.Version != 1 {
		t.Errorf("half saved: %d zones, version %d", len(q.Zones), q.Version)
	}
}

// Pictures may be kept as files beside the database; those leave with their photo and with their piece.
func TestPhotosBesideTheDatabase(t *testing.T) {
	s, ctx := fresh(t), t.Context()
	home := addWorkshop(t, s, "A")
	id, _ := s.AddPiece(ctx, piece(home))
	inside, err := s.AddPhoto(ctx,
		Photo{WorkshopID: home, PieceID: id, Moment: "before", JPEG: []byte("first"), TakenIn: at})
	if err != nil {
		t.Fatal(err)
	}
	dir := filepath.Join(t.TempDir(), "photos")
	if err := s.PhotosIn(dir); err != nil {
		t.Fatal(err)
	}
	var beside []int64
	for _, text := range []string{"second", "third"} {
		photo, err := s.AddPhoto(ctx,
			Photo{WorkshopID: home, PieceID: id, Moment: "after", JPEG: []byte(text), TakenIn: at})
		if err != nil {
			t.Fatal(err)
		}
		beside = append(beside, photo)
	}
	for photo, want := range map[int64]string{inside: "first", beside[0]: "second"} {
		if p, err := s.Photo(ctx, home, id, photo); err != nil || string(p.JPEG) != want {
			t.Errorf("photo %d: %q, %v", photo, p.JPEG, err)
		}
	}
	files := func() int {
		entries, err := os.ReadDir(dir)
		if err != nil {
			t.Fatal(err)
		}
		return len(entries)
	}
	if err := os.WriteFile(filepath.Join(dir, "broken.jpg.part"), []byte("x"), 0o600); err != nil {
		t.Fatal(err)
	}
	sweep := func(when time.Time) int {
		t.Helper()
		if err := s.SweepPhotos(ctx, when); err != nil {
			t.Fatal(err)
		}
		return files()
	}
	if err := s.DeletePhoto(ctx, home, id, beside[0]); err != nil {
		t.Fatal(err)
	}
	if n := sweep(time.Now()); n != 3 {
		t.Errorf("what is fresh may be an upload under way: %d files, want 3", n)
	}
	later := time.Now().Add(2 * orphanAge)
	if n := sweep(later); n != 1 {
		t.Errorf("after one was deleted: %d files, want the one that a photo names", n)
	}
	if err := s.DeletePiece(ctx, home, id, 1); err != nil {
		t.Fatal(err)
	}
	if n := sweep(later); n != 0 {
		t.Errorf("after its piece was deleted: %d files", n)
	}
}

// A disk without room is said as that, whatever was being written when it ran out: MariaDB has a number for each, and the
// engine's own carry the system's (ENOSPC, 28) in their words.
func TestAFullDiskIsSaidAsOne(t *testing.T) {
	for _, c := range []struct {
		number uint16
		words  string
		full   bool
	}{
		{1021, "Disk full (/tmp/x); waiting for someone to free some space", true},
		{1114, "The table 'events' is full", true},
		{1026, `Error writing file './x.frm' (Errcode: 28 "No space left on device")`, true},
		{3, `Error writing file '/tmp/MLx' (Errcode: 28 "No space left on device")`, true},
		{1030, `Got error 28 "No space left on device" from storage engine InnoDB`, true},
		{1180, "Got error 28 during COMMIT", true},
		{1030, "Got error 122 from storage engine", false},
		{1026, `Error writing file './x.frm' (Errcode: 5 "Input/output error")`, false},
		{1062, "Duplicate entry '28' for key 'x'", false},
	} {
		err := &mysql.MySQLError{Number: c.number, Message: c.words}
		if got := errors.Is(wrap(err), ErrFull); got != c.full {
			t.Errorf("%d %s: full %v", c.number, c.words, got)
		}
		if got := errors.Is(atCommit(err), ErrFull); got != c.full {
			t.Errorf("at its end, %d %s: full %v", c.number, c.words, got)
		}
	}
	if !errors.Is(wrap(&mysql.MySQLError{Number: 1452, Message: "a foreign key constraint fails"}), ErrNotFound) {
		t.Error("what it belongs to is gone, and that is not said")
	}
}

// A backup of an earlier program is restored by this one, which then brings it up to date; also where a restore was
// killed while it took away the empty tables.
func TestABackupOfAnEarlierProgramIsRestored(t *testing.T) {
	old, home, id := ofBaseline(t)
	var kept bytes.Buffer
	b, err := old.WriteBackup(t.Context(), &kept, at)
	if err != nil || b.Step != baseline {
		t.Fatalf("step %d, %v", b.Step, err)
	}
	s := fresh(t)
	if _, err := s.db.Exec(`DROP TABLE goose_db_version`); err != nil {
		t.Fatal(err)
	}
	if _, err := s.ReadBackup(t.Context(), &kept, true); err != nil {
		t.Fatal(err)
	}
	p, err := s.Piece(t.Context(), home, id)
	if err != nil || len(p.Events) != 3 || !strings.Contains(string(p.Events[0].Data), "tookMin") {
		t.Errorf("%+v, %v", p.Events, err)
	}
	var step int64
	if err := s.db.Get(&step, `SELECT MAX(version_id) FROM goose_db_version`); err != nil || step <= baseline {
		t.Errorf("it stands at step %d, %v", step, err)
	}
}
