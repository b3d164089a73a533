package workshop

import (
	"context"
	"database/sql"
	"strings"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/internal/store"
)

// Tin is one container of a product, with what it still holds in litres.
type Tin struct {
	Row          store.Tin
	SizeL, LeftL float64
	Warnings     []string
}

// tin reads a stored tin; what was stored was readable.
func (s *Service) tin(p *coating.Product, row store.Tin) Tin {
	t := Tin{Row: row}
	t.SizeL, _ = coating.ReadSize(row.Size)
	t.LeftL, _ = coating.ReadLeft(row.Left, t.SizeL, p.DensityA)
	t.Warnings = p.Warnings(coating.Tin{SizeL: t.SizeL, LeftL: t.LeftL, Opened: row.Opened.Time, BestBefore: row.BestBefore.Time}, s.Now())
	return t
}

// TinDraft is a tin as it is typed.
type TinDraft struct {
	Size, Price, Lot, Left string
	Opened, BestBefore     time.Time // zero = not told
}

// dearestTin is more than any tin costs; typing slips are.
var dearestTin = decimal.NewFromInt(100_000)

func (d TinDraft) row(p *coating.Product) (store.Tin, error) {
	var c check
	size, err := coating.ReadSize(d.Size)
	c.that(err == nil, "/size", "Size: %v.", err)
	if err == nil {
		_, err = coating.ReadLeft(strings.TrimSpace(d.Left), size, p.DensityA)
		c.that(err == nil, "/left", "Left: %v.", err)
	}
	row := store.Tin{ProductID: p.ID, Size: strings.TrimSpace(d.Size), Lot: d.Lot, Left: strings.TrimSpace(d.Left), Opened: nullTime(d.Opened), BestBefore: nullTime(d.BestBefore)}
	if text := strings.Replace(strings.TrimSpace(d.Price), ",", ".", 1); text != "" {
		price, err := decimal.NewFromString(text)
		c.that(err == nil && !price.IsNegative() && price.LessThan(dearestTin), "/price", "A price such as 24.50, without a currency.")
		if err == nil {
			row.Price = sql.NullString{String: price.StringFixed(2), Valid: true}
		}
	}
	return row, c.err()
}

// AddTin puts a tin of a product on the shelf.
func (s *Service) AddTin(ctx context.Context, productID int64, d TinDraft) (Tin, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Tin{}, err
	}
	p, err := s.storedProduct(ctx, home, productID)
	if err != nil {
		return Tin{}, err
	}
	row, err := d.row(p.Product)
	if err != nil {
		return Tin{}, err
	}
	row.WorkshopID = home.ID
	row.ID, err = s.store.AddTin(ctx, row)
	return s.tin(p.Product, row), err
}

// UpdateTin tells what became of a tin.
func (s *Service) UpdateTin(ctx context.Context, id int64, d TinDraft) (Tin, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Tin{}, err
	}
	was, err := s.store.Tin(ctx, home.ID, id)
	if err != nil {
		return Tin{}, err
	}
	p, err := s.storedProduct(ctx, home, was.ProductID)
	if err != nil {
		return Tin{}, err
	}
	row, err := d.row(p.Product)
	if err != nil {
		return Tin{}, err
	}
	row.ID, row.WorkshopID = id, home.ID
	return s.tin(p.Product, row), s.store.UpdateTin(ctx, row)
}

// RemoveTin takes a tin off the shelf.
func (s *Service) RemoveTin(ctx context.Context, id int64) error {
	home, err := s.Home(ctx)
	if err != nil {
		return err
	}
	return s.store.DeleteTin(ctx, home.ID, id)
}

// AddNote writes into a product's diary how it behaved.
func (s *Service) AddNote(ctx context.Context, productID int64, text string, neverAgain bool) (store.Note, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return store.Note{}, err
	}
	if _, err := s.store.Product(ctx, home.ID, productID); err != nil {
		return store.Note{}, err
	}
	var c check
	c.that(strings.TrimSpace(text) != "", "/text", "Write what it did.")
	if err := c.err(); err != nil {
		return store.Note{}, err
	}
	n := store.Note{WorkshopID: home.ID, ProductID: productID, At: s.Now(), Text: strings.TrimSpace(text), NeverAgain: neverAgain}
	n.ID, err = s.store.AddNote(ctx, n)
	return n, err
}

// RemoveNote takes a note out of the diary.
func (s *Service) RemoveNote(ctx context.Context, id int64) error {
	home, err := s.Home(ctx)
	if err != nil {
		return err
	}
	return s.store.DeleteNote(ctx, home.ID, id)
}
