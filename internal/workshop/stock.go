package workshop

import (
	"context"
	"database/sql"
	"slices"
	"strings"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/money"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// Tin is one container of a product, with what it still holds in litres.
type Tin struct {
	Row          store.Tin
	SizeL, LeftL float64
	Warnings     []string
}

// counted is a stored tin and how many litres went out of it since what it holds was told.
type counted struct {
	store.Tin
	usedL float64
}

// tins of a workshop by product; of one product when productID is not 0.
func (s *Service) tins(ctx context.Context, home, productID int64) ([]counted, error) {
	rows, err := s.store.Tins(ctx, home, productID)
	if err != nil {
		return nil, err
	}
	used, err := s.store.UsedFrom(ctx, home, rows)
	out := make([]counted, len(rows))
	for i, row := range rows {
		out[i] = counted{row, used[row.ID]}
	}
	return out, err
}

// tin reads a stored tin; what was stored was readable. What coats took since is off.
func (s *Service) tin(p *coating.Product, c counted) Tin {
	row := c.Tin
	t := Tin{Row: row}
	t.SizeL, _ = coating.ReadSize(row.Size, p.DensityA)
	t.LeftL, _ = coating.ReadLeft(row.Left, t.SizeL, p.DensityA)
	if c.usedL > 0 {
		t.LeftL = max(0, t.LeftL-c.usedL)
		t.Row.Left = p.Amount(t.LeftL)
	}
	t.Warnings = p.Warnings(
		coating.Tin{SizeL: t.SizeL, LeftL: t.LeftL, Opened: row.Opened.Time, BestBefore: row.BestBefore.Time},
		s.Now(),
	)
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
	size, err := coating.ReadSize(d.Size, p.DensityA)
	c.that(err == nil, "/size", "Size: %v.", err)
	if err == nil {
		_, err = coating.ReadLeft(strings.TrimSpace(d.Left), size, p.DensityA)
		c.that(err == nil, "/left", "Left: %v.", err)
	}
	row := store.Tin{
		ProductID:  p.ID,
		Size:       strings.TrimSpace(d.Size),
		Lot:        d.Lot,
		Left:       strings.TrimSpace(d.Left),
		Opened:     nullTime(d.Opened),
		BestBefore: nullTime(d.BestBefore),
	}
	if strings.TrimSpace(d.Price) != "" {
		price, err := money.Read(d.Price)
		c.that(err == nil && !price.IsNegative() && price.LessThan(dearestTin), "/price",
			"A price such as 24.50, without a currency.")
		row.Price = sql.NullString{String: money.Text(price), Valid: err == nil}
	}
	return row, c.err()
}

// AddTin puts a tin of a product on the shelf.
func (s *Service) AddTin(ctx context.Context, productID int64, d TinDraft) (Tin, error) {
	return writing(ctx, s, func(ctx context.Context) (Tin, error) {
		p, home, err := s.sheet(ctx, productID)
		if err != nil {
			return Tin{}, err
		}
		row, err := d.row(p)
		if err != nil {
			return Tin{}, err
		}
		row.WorkshopID, row.Version, row.LeftTold = home, 1, nullTime(s.Now())
		if row.ID, err = s.store.AddTin(ctx, row); err != nil {
			return Tin{}, err
		}
		return s.tin(p, counted{Tin: row}), s.tellTin(ctx, store.Tin{}, row)
	})
}

// sheet is a product as it stands on the shelf, and the workshop's id.
func (s *Service) sheet(ctx context.Context, productID int64) (*coating.Product, int64, error) {
	home, err := s.home(ctx)
	if err != nil {
		return nil, home, err
	}
	row, err := s.store.Product(ctx, home, productID)
	if err != nil {
		return nil, home, err
	}
	p, err := fromRow(row)
	return p, home, err
}

// UpdateTin tells what became of a tin, if this is still its version.
func (s *Service) UpdateTin(ctx context.Context, id int64, version int, d TinDraft) (Tin, error) {
	return writing(ctx, s, func(ctx context.Context) (Tin, error) {
		home, err := s.home(ctx)
		if err != nil {
			return Tin{}, err
		}
		was, err := s.store.Tin(ctx, home, id)
		if err != nil {
			return Tin{}, err
		}
		p, _, err := s.sheet(ctx, was.ProductID)
		if err != nil {
			return Tin{}, err
		}
		row, err := d.row(p)
		if err != nil {
			return Tin{}, prefixed(err, "/tin")
		}
		row.ID, row.WorkshopID, row.Version, row.LeftTold = id, home, version, nullTime(s.Now())
		held, err := s.tins(ctx, home, was.ProductID)
		if err != nil {
			return Tin{}, err
		}
		at := slices.IndexFunc(held, func(c counted) bool { return c.ID == id })
		used := 0.0
		if at >= 0 && row.Left == s.tin(p, held[at]).Row.Left { // nobody looked into it: what was counted off stays so
			row.Left, row.LeftTold, used = was.Left, was.LeftTold, held[at].usedL
		}
		if err := s.store.UpdateTin(ctx, row); err != nil {
			return Tin{}, err
		}
		if err := s.tellTin(ctx, was, row); err != nil {
			return Tin{}, err
		}
		row.Version++
		return s.tin(p, counted{row, used}), nil
	})
}

// tellTin keeps as facts what changed of a tin: that it was bought, and for what; that it was opened; what is left.
func (s *Service) tellTin(ctx context.Context, was, is store.Tin) error {
	var facts []worklog.Event
	if was.ID == 0 || was.Price != is.Price {
		bought := worklog.TinIn{TinID: is.ID, Text: is.Size}
		if is.Price.Valid {
			bought.Amount, _ = money.Read(is.Price.String) // as it was written
			bought.Priced = true
		}
		facts = append(facts, worklog.Event{Body: bought})
	}
	if is.Opened.Valid && is.Opened != was.Opened {
		facts = append(facts, worklog.Event{At: is.Opened.Time, Body: worklog.TinOpening{TinID: is.ID}})
	}
	if is.Left != was.Left {
		facts = append(facts, worklog.Event{Body: worklog.TinLook{TinID: is.ID, Text: is.Left}})
	}
	for _, e := range facts {
		if err := s.tinFact(ctx, is.WorkshopID, e); err != nil {
			return err
		}
	}
	return nil
}

// tinFact adds one fact of a tin.
func (s *Service) tinFact(ctx context.Context, home int64, e worklog.Event) error {
	e.Told = s.Now()
	if e.At.IsZero() || e.At.After(e.Told) {
		e.At = e.Told
	}
	_, err := s.keep(ctx, home, 0, e)
	return err
}

// Why a tin leaves the shelf.
const (
	TinUsedUp = "empty"
	TinThrown = "thrown"
	TinSlip   = "slip" // it never was there
)

// RemoveTin takes a tin off the shelf, if this is still its version. One that was told by a slip is forgotten, unless
// something was laid from it.
func (s *Service) RemoveTin(ctx context.Context, id int64, version int, why string) error {
	return s.remove(ctx, func(ctx context.Context, home int64) error {
		t, err := s.store.Tin(ctx, home, id)
		switch {
		case err != nil:
			return err
		case t.Gone.Valid:
			return store.ErrNotFound
		}
		if why == TinSlip {
			laid, err := s.store.LaidFrom(ctx, home, id)
			if err != nil {
				return err
			}
			if laid > 0 {
				return &Refused{"Coats were laid from this tin, so it was there. Tell that it is used up, or thrown away."}
			}
			return s.store.DeleteTin(ctx, home, id, version)
		}
		gone := worklog.Event{Body: worklog.TinEnd{TinID: id}}
		if why == TinThrown {
			gone.Body = worklog.TinThrowing{TinID: id}
		}
		t.Version, t.Gone = version, nullTime(s.Now())
		if err := s.store.TakeTin(ctx, t); err != nil {
			return err
		}
		return s.tinFact(ctx, home, gone)
	})
}

// AddNote writes into a product's diary how it behaved.
func (s *Service) AddNote(ctx context.Context, productID int64, text string, neverAgain bool) (store.Note, error) {
	return writing(ctx, s, func(ctx context.Context) (store.Note, error) {
		home, err := s.home(ctx)
		if err != nil {
			return store.Note{}, err
		}
		if _, err := s.store.Product(ctx, home, productID); err != nil {
			return store.Note{}, err
		}
		var c check
		c.that(strings.TrimSpace(text) != "", "/text", "Write what it did.")
		if err := c.err(); err != nil {
			return store.Note{}, err
		}
		n := store.Note{
			WorkshopID: home,
			ProductID:  productID,
			At:         s.Now(),
			Text:       strings.TrimSpace(text),
			NeverAgain: neverAgain,
			Version:    1,
		}
		n.ID, err = s.store.AddNote(ctx, n)
		return n, err
	})
}

// RemoveNote takes a note out of the diary.
func (s *Service) RemoveNote(ctx context.Context, id int64, version int) error {
	return s.remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.DeleteNote(ctx, home, id, version)
	})
}
