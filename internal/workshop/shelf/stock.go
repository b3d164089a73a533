package shelf

import (
	"context"
	"database/sql"
	"slices"
	"strings"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/money"
	"firmitas/core/quantity"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// Sold is a tin as it was bought.
func (t Tin) Sold() coating.Sold {
	out := coating.Sold{SizeL: t.SizeL}
	if t.Row.Price.Valid {
		out.Price, _ = money.Read(t.Row.Price.String) // as it was written
		out.Priced = out.Price.IsPositive()
	}
	return out
}

// AsSold adds a size to those that a product is sold in, at the price that was told last.
func AsSold(packs []quantity.Pack, s coating.Sold) []quantity.Pack {
	pack := quantity.Pack{ML: int(s.SizeL*1000 + 0.5)}
	if s.Priced {
		pack.Cents = s.Price.Shift(2).IntPart()
	}
	at := slices.IndexFunc(packs, func(p quantity.Pack) bool { return p.ML == pack.ML })
	switch {
	case at < 0:
		return append(packs, pack)
	case pack.Cents > 0:
		packs[at].Cents = pack.Cents
	}
	return packs
}

// Tin is one container of a product, with what it still holds in litres.
type Tin struct {
	Row          store.Tin
	SizeL, LeftL float64
	Warnings     []string
}

// Counted is a stored tin and how many litres went out of it since what it holds was told.
type Counted struct {
	store.Tin
	usedL float64
}

// Tins of a workshop by product; of one product when productID is not 0.
func (s *Service) Tins(ctx context.Context, home, productID int64) ([]Counted, error) {
	rows, err := s.store.Tins(ctx, home, productID)
	if err != nil {
		return nil, err
	}
	used, err := s.store.UsedFrom(ctx, home, rows)
	out := make([]Counted, len(rows))
	for i, row := range rows {
		out[i] = Counted{row, used[row.ID]}
	}
	return out, err
}

// Tin reads a stored tin; what was stored was readable. What coats took since is off.
func (s *Service) Tin(p *coating.Product, c Counted) Tin {
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
		s.house.Now(),
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
	var c problem.Check
	size, err := coating.ReadSize(d.Size, p.DensityA)
	c.That(err == nil, "/size", "Size: %v.", err)
	if err == nil {
		_, err = coating.ReadLeft(strings.TrimSpace(d.Left), size, p.DensityA)
		c.That(err == nil, "/left", "Left: %v.", err)
	}
	row := store.Tin{
		ProductID:  p.ID,
		Size:       strings.TrimSpace(d.Size),
		Lot:        d.Lot,
		Left:       strings.TrimSpace(d.Left),
		Opened:     store.NullTime(d.Opened),
		BestBefore: store.NullTime(d.BestBefore),
	}
	if strings.TrimSpace(d.Price) != "" {
		price, err := money.Read(d.Price)
		c.That(err == nil && !price.IsNegative() && price.LessThan(dearestTin), "/price",
			"A price such as 24.50, without a currency.")
		row.Price = sql.NullString{String: money.Text(price), Valid: err == nil}
	}
	return row, c.Err()
}

// AddTin puts a tin of a product on the shelf.
func (s *Service) AddTin(ctx context.Context, productID int64, d TinDraft) (Tin, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (Tin, error) {
		p, home, err := s.Sheet(ctx, productID)
		if err != nil {
			return Tin{}, err
		}
		row, err := d.row(p)
		if err != nil {
			return Tin{}, err
		}
		row.WorkshopID, row.Version, row.LeftTold = home, 1, store.NullTime(s.house.Now())
		if row.ID, err = s.store.AddTin(ctx, row); err != nil {
			return Tin{}, err
		}
		return s.Tin(p, Counted{Tin: row}), s.tellTin(ctx, store.Tin{}, row)
	})
}

// Sheet is a product as it stands on the shelf, and the workshop's id.
func (s *Service) Sheet(ctx context.Context, productID int64) (*coating.Product, int64, error) {
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, home, err
	}
	row, err := s.store.Product(ctx, home, productID)
	if err != nil {
		return nil, home, err
	}
	p, err := record.Product(row)
	return p, home, err
}

// UpdateTin tells what became of a tin, if this is still its version.
func (s *Service) UpdateTin(ctx context.Context, id int64, version int, d TinDraft) (Tin, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (Tin, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return Tin{}, err
		}
		was, err := s.store.Tin(ctx, home, id)
		if err != nil {
			return Tin{}, err
		}
		p, _, err := s.Sheet(ctx, was.ProductID)
		if err != nil {
			return Tin{}, err
		}
		row, err := d.row(p)
		if err != nil {
			return Tin{}, problem.Prefixed(err, "/tin")
		}
		row.ID, row.WorkshopID, row.Version, row.LeftTold = id, home, version, store.NullTime(s.house.Now())
		held, err := s.Tins(ctx, home, was.ProductID)
		if err != nil {
			return Tin{}, err
		}
		at := slices.IndexFunc(held, func(c Counted) bool { return c.ID == id })
		used := 0.0
		if at >= 0 && row.Left == s.Tin(p, held[at]).Row.Left { // nobody looked into it: what was counted off stays so
			row.Left, row.LeftTold, used = was.Left, was.LeftTold, held[at].usedL
		}
		if err := s.store.UpdateTin(ctx, row); err != nil {
			return Tin{}, err
		}
		if err := s.tellTin(ctx, was, row); err != nil {
			return Tin{}, err
		}
		row.Version++
		return s.Tin(p, Counted{row, used}), nil
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
	e.Told = s.house.Now()
	if e.At.IsZero() || e.At.After(e.Told) {
		e.At = e.Told
	}
	_, err := s.record.Keep(ctx, home, 0, e)
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
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
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
				return problem.Refuse("Coats were laid from this tin, so it was there. Tell that it is used up, or thrown away.")
			}
			return s.store.DeleteTin(ctx, home, id, version)
		}
		gone := worklog.Event{Body: worklog.TinEnd{TinID: id}}
		if why == TinThrown {
			gone.Body = worklog.TinThrowing{TinID: id}
		}
		t.Version, t.Gone = version, store.NullTime(s.house.Now())
		if err := s.store.TakeTin(ctx, t); err != nil {
			return err
		}
		return s.tinFact(ctx, home, gone)
	})
}

// AddNote writes into a product's diary how it behaved.
func (s *Service) AddNote(ctx context.Context, productID int64, text string, neverAgain bool) (store.Note, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (store.Note, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return store.Note{}, err
		}
		if _, err := s.store.Product(ctx, home, productID); err != nil {
			return store.Note{}, err
		}
		var c problem.Check
		c.That(strings.TrimSpace(text) != "", "/text", "Write what it did.")
		if err := c.Err(); err != nil {
			return store.Note{}, err
		}
		n := store.Note{
			WorkshopID: home,
			ProductID:  productID,
			At:         s.house.Now(),
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
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.DeleteNote(ctx, home, id, version)
	})
}
