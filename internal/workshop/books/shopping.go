package books

import (
	"cmp"
	"context"
	"slices"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/quantity"
	"firmitas/core/schedule"
	"firmitas/core/shopping"
	"firmitas/core/supplies"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/shelf"
)

// Shopping is what all open pieces take, and what of it is to be bought.
type Shopping struct {
	Home    house.Workshop
	Lines   []shopping.Line
	Besides []supplies.Line // the coats
	Parts   []shopping.Part
	Low     []shopping.Scarce
	Pieces  map[int64]piece.Piece // by id, those that take something
	Tins    map[int64]shelf.Tin   // by id, those that are spoken of
}

// Shopping lists what all open pieces take of each product by when, from the shelf first.
func (s *Service) Shopping(ctx context.Context) (Shopping, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Shopping, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Shopping{}, err
		}
		cal, err := s.calendar.All(ctx, home)
		if err != nil {
			return Shopping{}, err
		}
		tins, err := s.shelf.Tins(ctx, home.ID, 0)
		if err != nil {
			return Shopping{}, err
		}
		products, err := s.shelf.InUse(ctx, home)
		if err != nil {
			return Shopping{}, err
		}
		out := Shopping{Home: home, Pieces: map[int64]piece.Piece{}, Tins: map[int64]shelf.Tin{}}
		var held []shopping.Held
		packs := map[int64][]quantity.Pack{}
		for _, p := range products {
			for _, sold := range p.Sold() {
				packs[p.ID] = shelf.AsSold(packs[p.ID], sold)
			}
		}
		for _, c := range tins {
			at := slices.IndexFunc(products, func(p *coating.Product) bool { return p.ID == c.ProductID })
			if at < 0 {
				continue
			}
			t := s.shelf.Tin(products[at], c)
			out.Tins[c.ID] = t
			packs[c.ProductID] = shelf.AsSold(packs[c.ProductID], t.Sold())
			held = append(held, shopping.Held{ID: c.ID, ProductID: c.ProductID, Tin: coating.Tin{
				SizeL: t.SizeL, LeftL: t.LeftL, Opened: c.Opened.Time, BestBefore: c.BestBefore.Time,
			}})
		}
		var wanted []shopping.Wanted
		var work []supplies.Work
		for i, plan := range cal.Cal.Plans {
			piece := cal.Pieces[cal.PieceAt(i)]
			for _, n := range plan.Needs {
				wanted = append(wanted, shopping.Wanted{
					Product: n.Product, Litres: n.Litres, By: firstLaid(plan, n.Product, s.house.Now()),
					Piece: int(piece.ID),
				})
			}
			out.Pieces[piece.ID] = piece
			for _, w := range cal.Briefs[i].Takes(plan) {
				w.Title = piece.Name
				work = append(work, w)
			}
		}
		for _, p := range cal.Pieces {
			if toBuy := worklog.ToBuy(p.Standing); len(toBuy) > 0 {
				out.Parts, out.Pieces[p.ID] = shopping.AddParts(out.Parts, int(p.ID), toBuy), p
			}
		}
		out.Lines, out.Besides = shopping.List(wanted, held, packs), supplies.Count(work)
		told, err := s.tallied(ctx, home)
		if err != nil {
			return Shopping{}, err
		}
		out.Low = shopping.Low(products, told.used(), out.Lines, held, s.house.Now())
		return out, nil
	})
}

// firstLaid is when a plan lays a product first that nobody told yet; now, where it lies there already in part.
func firstLaid(plan schedule.Plan, product *coating.Product, now time.Time) time.Time {
	for _, step := range plan.Steps {
		toCome := step.Kind == schedule.Coating && step.Told == nil && step.Product.ID == product.ID
		if toCome && step.Start().After(now) {
			return step.Start()
		}
	}
	return now
}

// Money is an amount of hundredths as a decimal; "" for none.
func Money(cents int64) string {
	if cents == 0 {
		return ""
	}
	return decimal.New(cents, -2).StringFixed(2)
}

// Substitute is a product that may be laid in place of one that cannot be had.
type Substitute struct {
	Product *coating.Product
	LeftL   float64 // on the shelf
	Litres  float64 // that it would take at its own rate, for all zones that it may serve
	Zones   []string
	Not     []string // zones that take the other and that it may not serve
}

// Instead are the products of the shelf that may take the place of one on open pieces, those first of which there is
// enough. Zones on which coats of it lie already are finished with the same.
func (s *Service) Instead(ctx context.Context, productID int64) ([]Substitute, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]Substitute, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return nil, err
		}
		p, _, err := s.shelf.Sheet(ctx, productID)
		if err != nil {
			return nil, err
		}
		cal, err := s.calendar.All(ctx, home)
		if err != nil {
			return nil, err
		}
		products, err := s.shelf.InUse(ctx, home)
		if err != nil {
			return nil, err
		}
		tins, err := s.shelf.Tins(ctx, home.ID, 0)
		if err != nil {
			return nil, err
		}
		var out []Substitute
		for _, q := range products {
			sub := Substitute{Product: q}
			for i, b := range cal.Briefs {
				sub.serve(b, cal.Pieces[cal.PieceAt(i)].Name, p)
			}
			if len(sub.Zones) == 0 {
				continue
			}
			for _, t := range tins {
				if t.ProductID == q.ID {
					sub.LeftL += s.shelf.Tin(q, t).LeftL
				}
			}
			out = append(out, sub)
		}
		slices.SortStableFunc(out, func(a, b Substitute) int {
			return cmp.Or(cmp.Compare(len(a.Not), len(b.Not)), cmp.Compare(b.spare(), a.spare()))
		})
		return out[:min(len(out), mostSubstitutes)], nil
	})
}

const mostSubstitutes = 6

// spare is 1 where the shelf has enough of it, else 0.
func (s Substitute) spare() int {
	if s.LeftL >= s.Litres {
		return 1
	}
	return 0
}

// serve adds the zones of a piece that take p and that the substitute may serve, and those that it may not.
func (s *Substitute) serve(b schedule.Brief, piece string, p *coating.Product) {
	for _, z := range b.Zones {
		if z.System == nil {
			continue
		}
		at := slices.IndexFunc(z.System.Layers, func(l system.Layer) bool { return l.Product.ID == p.ID })
		laid := func(c worklog.Coat) bool { return b.Log.Coats[c].Kind() == worklog.CoatLaid }
		begun := slices.ContainsFunc(z.Coats, laid)
		if at < 0 || begun {
			continue
		}
		name := piece
		if len(b.Zones) > 1 {
			name += ", " + z.Name
		}
		if !z.Wish.MayTake(*z.System, p, s.Product) {
			s.Not = append(s.Not, name)
			continue
		}
		s.Zones = append(s.Zones, name)
		l := system.Layer{Role: z.System.Layers[at].Role, Product: s.Product, Coats: z.System.Layers[at].Coats}
		s.Litres += z.Wish.Take(l, z.AreaM2*float64(max(1, b.Alike)), false).Litres()
	}
}
