package books

import (
	"context"
	"maps"
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/money"
	"firmitas/core/report"
	"firmitas/core/shopping"
	"firmitas/core/worklog"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// Reports answer what an owner asks of the whole workshop.
type Reports struct {
	Home  house.Workshop
	Kinds []report.Kind
	Works []report.Work
	Tied  []report.Tied
	Sum   money.Amount // that is tied up
	Names map[int64]string

	Covered []CoveredProduct
}

// CoveredProduct is how far a product really went.
type CoveredProduct struct {
	Product *coating.Product
	By      []worklog.Covered
}

// Reports of the workshop: only what was told counts.
func (s *Service) Reports(ctx context.Context) (Reports, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Reports, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Reports{}, err
		}
		told, err := s.tallied(ctx, home)
		if err != nil {
			return Reports{}, err
		}
		pieces, err := s.accounts(ctx, home, told)
		if err != nil {
			return Reports{}, err
		}
		out := Reports{Home: home, Kinds: report.Kinds(pieces, home.Rates), Names: map[int64]string{}}
		for _, p := range pieces {
			out.Names[p.ID] = p.Name
		}
		out.Tied, out.Sum = report.TiedUp(pieces, s.house.Now())
		out.Works = report.Works(slices.Collect(maps.Values(told.works)))
		out.Covered, err = s.covered(ctx, home, told.laid)
		return out, err
	})
}

// laid are coats with an amount that were told behind an id, the newest first.
func (s *Service) laid(ctx context.Context, home house.Workshop, after int64) ([]laidCoat, error) {
	rows, err := s.store.Laid(ctx, home.ID, after, mostLaid)
	if err != nil {
		return nil, err
	}
	told, err := record.Facts(rows)
	out := make([]laidCoat, len(told))
	for i, e := range told {
		out[i] = laidCoat{e, rows[i].PieceID.Int64}
	}
	return out, err
}

// used is what pieces took of each product, by its id, as far as coats were told with an amount.
func (s *sums) used() map[int64]shopping.Used {
	out := map[int64]shopping.Used{}
	on := map[[2]int64]bool{}
	for _, e := range s.laid {
		u := out[e.Laid().Product]
		u.Litres += e.Laid().Litres
		if this := [2]int64{e.Laid().Product, e.piece}; !on[this] {
			on[this] = true
			u.Pieces++
		}
		if e.At.After(u.Last) {
			u.Last = e.At
		}
		out[e.Laid().Product] = u
	}
	return out
}

// covered is how far the products of the shelf really went.
func (s *Service) covered(ctx context.Context, home house.Workshop, laid []laidCoat) ([]CoveredProduct, error) {
	shelf, err := s.shelf.InUse(ctx, home)
	if err != nil {
		return nil, err
	}
	of := map[int64][]worklog.Event{}
	for _, e := range laid {
		of[e.Laid().Product] = append(of[e.Laid().Product], e.Event)
	}
	var out []CoveredProduct
	for _, p := range shelf {
		if by := worklog.Covers(of[p.ID]); len(by) > 0 {
			out = append(out, CoveredProduct{p, by})
		}
	}
	return out, nil
}

// Everything that the workshop has told, by table.
func (s *Service) Everything(ctx context.Context) (map[string][]map[string]any, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (map[string][]map[string]any, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return nil, err
		}
		return s.store.Everything(ctx, home)
	})
}

// accounts are all pieces with what their facts come to.
func (s *Service) accounts(ctx context.Context, home house.Workshop, told *sums) ([]report.Piece, error) {
	rows, err := s.store.PieceRows(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	out := make([]report.Piece, len(rows))
	at := make(map[int64]*report.Piece, len(rows))
	for i, r := range rows {
		out[i] = report.Piece{
			ID: r.ID, Name: r.Name, Number: r.Number, Kind: r.Kind, Own: r.Owner == ownStock, Taken: r.Created,
		}
		at[r.ID] = &out[i]
	}
	for _, f := range told.paid {
		if p := at[f.PieceID]; p != nil {
			f.book(p)
		}
	}
	for id, cost := range told.costs {
		if p := at[id]; p != nil {
			p.Cost = p.Cost.Add(cost)
		}
	}
	for id, minutes := range told.minutes {
		if p := at[id]; p != nil {
			p.Minutes = minutes
		}
	}
	return out, nil
}

// Booking is one sum of one piece, for the bookkeeper.
type Booking struct {
	PieceID int64
	Number  string // of the piece
	Piece   string
	At      time.Time
	Kind    worklog.Kind
	Text    string
	Amount  money.Amount

	fact int64 // that tells it; 0 = a share of a tin
}

// book a sum on its piece.
func (b Booking) book(p *report.Piece) {
	switch b.Kind {
	case worklog.Bought, worklog.PartBought:
		p.Cost = p.Cost.Add(b.Amount)
	case worklog.FeePaid:
		p.Fees = p.Fees.Add(b.Amount)
	case worklog.Asked, worklog.Agreed, worklog.Sold:
		if b.Kind == worklog.Asked && p.AskedAt.IsZero() {
			p.AskedAt = b.At
		}
		if rankOf[b.Kind] >= rankOf[p.PriceIs] {
			p.Price, p.PriceIs, p.PricedAt = b.Amount, b.Kind, b.At
		}
	}
}

// rankOf a price: what was paid counts before what was agreed, and that before what is asked.
var rankOf = map[worklog.Kind]int{worklog.Asked: 1, worklog.Agreed: 2, worklog.Sold: 3}

// paid are the sums that facts of money tell that were told behind an id.
func (s *Service) paid(ctx context.Context, home house.Workshop, after int64) ([]Booking, error) {
	facts, err := s.store.MoneyFacts(ctx, home.ID, after)
	out := make([]Booking, 0, len(facts))
	for _, f := range facts {
		amount, err := money.Read(f.Amount)
		if err != nil {
			return nil, err
		}
		kind := worklog.Kind(f.Kind)
		out = append(out, Booking{PieceID: f.PieceID, At: f.At, Kind: kind, Text: f.Text, Amount: amount, fact: f.ID})
	}
	return out, err
}

// drawn is what coats took out of tins, by piece, at their share of the price.
func (s *Service) drawn(ctx context.Context, home house.Workshop, prices priceList) (map[int64]money.Amount, error) {
	tins := []store.TinPrice{}
	for id, of := range prices.tins {
		if of.Known && of.SizeL > 0 {
			tins = append(tins, store.TinPrice{Tin: id, Price: money.Text(of.Price), SizeL: of.SizeL})
		}
	}
	costs, err := s.store.DrawnCosts(ctx, home.ID, tins)
	if err != nil {
		return nil, err
	}
	out := make(map[int64]money.Amount, len(costs))
	for id, cost := range costs {
		if out[id], err = money.Read(cost); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// bookings are all sums that facts tell: of money, and out of tins at their share of the price.
func (s *Service) bookings(ctx context.Context, home house.Workshop) ([]Booking, error) {
	out, err := s.paid(ctx, home, 0)
	if err != nil {
		return nil, err
	}
	drawn, err := s.store.DrawnFrom(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	tins, err := s.store.AllTins(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	of := map[int64]store.LabelledTin{}
	for _, t := range tins {
		of[t.ID] = t
	}
	for _, d := range drawn {
		tin := priced(of[d.Tin])
		if !tin.Known {
			continue
		}
		out = append(out, Booking{
			PieceID: d.PieceID, At: d.At, Kind: worklog.CoatLaid, Text: of[d.Tin].Product,
			Amount: money.Of(tin.Price, d.Litres, tin.SizeL),
		})
	}
	return out, nil
}

// Bookings of all pieces, for the bookkeeper.
func (s *Service) Bookings(ctx context.Context) ([]Booking, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]Booking, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return nil, err
		}
		rows, err := s.store.PieceRows(ctx, home.ID)
		if err != nil {
			return nil, err
		}
		names := make(map[int64]int, len(rows))
		for i, r := range rows {
			names[r.ID] = i
		}
		all, err := s.bookings(ctx, home)
		for i := range all {
			all[i].At = all[i].At.In(home.Zone)
			if at, known := names[all[i].PieceID]; known {
				all[i].Number, all[i].Piece = rows[at].Number, rows[at].Name
			}
		}
		return all, err
	})
}
