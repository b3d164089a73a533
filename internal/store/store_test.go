package store

import (
	"context"
	"database/sql"
	"errors"
	"sync"
	"testing"
	"time"

	"firmitas/internal/localdb/dbtest"
)

func TestMain(m *testing.M) { dbtest.Run(m) }

var at = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)

func fresh(t *testing.T) *Store {
	t.Helper()
	s, err := Open(dbtest.Fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	if err := s.Migrate(t.Context()); err != nil {
		t.Fatal(err)
	}
	return s
}

func addWorkshop(t *testing.T, s *Store, name string) int64 {
	t.Helper()
	shelf := []Product{{Name: "Clear", Family: "clear_wb_pu", Shade: "clear", Sheen: "satin", Label: JSON[map[string]float64]{map[string]float64{"coats": 2}}, Statements: JSON[map[string]string]{map[string]string{}}}}
	id, err := s.AddWorkshop(t.Context(), Workshop{Name: name, TimeZone: "UTC", Units: "metric", Clock: "h24", FoodPolicy: "strict"}, shelf)
	if err != nil {
		t.Fatal(err)
	}
	return id
}

func piece(workshop int64) Piece {
	return Piece{WorkshopID: workshop, Name: "Stool", Start: at, TempC: 20, RH: 50, Created: at,
		Zone: Zone{Name: "seat", EndUse: "seat", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 0.2}}
}

func TestMigrateAgainChangesNothing(t *testing.T) {
	s := fresh(t)
	addWorkshop(t, s, "A")
	if err := s.Migrate(t.Context()); err != nil {
		t.Fatal(err)
	}
	if w, err := s.Home(t.Context()); err != nil || w.Name != "A" {
		t.Errorf("after migrating again: %q, %v", w.Name, err)
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
	if err := s.UpdatePiece(ctx, stolen, true); !errors.Is(err, ErrConflict) {
		t.Errorf("B changed A's piece: %v", err)
	}
	if err := s.DeletePiece(ctx, b, id); !errors.Is(err, ErrNotFound) {
		t.Errorf("B deleted A's piece: %v", err)
	}
	if pieces, err := s.Pieces(ctx, b); err != nil || len(pieces) != 0 {
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
	if err := s.ReplaceLayers(ctx, p, []Layer{{Role: "protect", Product: JSON[Product]{shelfB[0]}, Coats: 1}}); err == nil {
		t.Error("A's piece took B's product")
	}
	if p, _ := s.Piece(ctx, a, id); p.Version != 1 || len(p.Layers) != 0 {
		t.Errorf("the refused choice left version %d and %d layers behind", p.Version, len(p.Layers))
	}
}

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
	if err := s.UpdatePiece(ctx, theirs, true); err != nil {
		t.Fatal(err)
	}
	if err := s.UpdatePiece(ctx, mine, true); !errors.Is(err, ErrConflict) {
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
	pieces, err := s.Pieces(t.Context(), home)
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
	if err := s.HandOver(ctx, p, token, map[string]string{"piece": "Stool"}); err != nil {
		t.Fatal(err)
	}
	var card map[string]string
	if err := s.Card(ctx, token, &card); err != nil || card["piece"] != "Stool" {
		t.Errorf("card %v, %v", card, err)
	}
	if err := s.Card(ctx, "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopq", &card); !errors.Is(err, ErrNotFound) {
		t.Errorf("a token in other letters: %v", err)
	}
	p, _ = s.Piece(ctx, home, id)
	if err := s.UpdatePiece(ctx, p, true); !errors.Is(err, ErrConflict) {
		t.Errorf("changed after hand-over: %v", err)
	}
}
