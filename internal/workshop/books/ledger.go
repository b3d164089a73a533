package books

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/supplies"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Ledger is what a piece costs and earns.
type Ledger struct {
	ledger.Ledger
	Home    house.Workshop
	Piece   piece.Piece
	Extras  []ledger.Extra
	Rate    ledger.Rate   // as it holds today
	Days    int           // for how long it is asked for
	Matches []piece.Piece // own pieces that go with it and are not sold
}

// Ledger of a piece; store.ErrNotFound when this workshop has none such.
func (s *Service) Ledger(ctx context.Context, id int64) (Ledger, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Ledger, error) { return s.ledger(ctx, id) })
}

func (s *Service) ledger(ctx context.Context, id int64) (Ledger, error) {
	home, p, err := s.piece.Piece(ctx, id)
	if err != nil {
		return Ledger{}, err
	}
	account, err := s.account(ctx, home, p)
	if err != nil {
		return Ledger{}, err
	}
	out := Ledger{Ledger: ledger.Make(account), Home: home, Piece: p, Extras: p.Extras}
	out.Rate, out.Days = ledger.RateAt(home.Rates, s.house.Now()), out.Standing(s.house.Now())
	if p.Owner == ownStock && out.SoldAt.IsZero() {
		out.Matches, err = s.matches(ctx, home, p)
	}
	return out, err
}

const ownStock = "own"

// account is all that a piece's ledger is made from.
func (s *Service) account(ctx context.Context, home house.Workshop, p piece.Piece) (ledger.Account, error) {
	out := ledger.Account{
		Standing: p.Standing, Rates: home.Rates, Now: s.house.Now(),
		Tins: map[int64]ledger.Priced{}, PerL: map[int64]money.Amount{},
	}
	plan, err := s.calendar.Plan(ctx, home, p)
	if err != nil {
		return out, err
	}
	if plan != nil {
		out.Supplies.Ahead = supplies.Cost(supplies.Count(plan.Brief.Takes(plan.Plan)), home.Supplies)
		out.Supplies.InAll = supplies.Cost(supplies.Count(plan.Brief.TakesInAll()), home.Supplies)
		for _, step := range plan.Plan.Steps {
			laid := ledger.Laid{Litres: step.Litres, Title: step.Title, Product: step.Product}
			for _, task := range step.Tasks {
				laid.Minutes += task.Minutes
			}
			if step.Told == nil {
				out.Ahead = append(out.Ahead, laid)
				continue
			}
			laid.Event = *step.Told
			if instead := step.Told.Laid().Instead; instead != nil {
				laid.Product = instead
			}
			out.Laid = append(out.Laid, laid)
		}
	}
	var ids []int64
	for _, e := range p.Standing {
		if e.Tin() != 0 {
			ids = append(ids, e.Tin())
		}
	}
	tins, err := s.store.TinsOf(ctx, home.ID, ids)
	if err != nil {
		return out, err
	}
	for _, t := range tins {
		out.Tins[t.ID] = priced(t)
	}
	return out, s.perL(ctx, home, &out)
}

// perL tells what a litre costs of each product that the account needs: in its newest tin, else as it is sold.
func (s *Service) perL(ctx context.Context, home house.Workshop, a *ledger.Account) error {
	last, err := s.store.LastPrices(ctx, home.ID)
	if err != nil {
		return err
	}
	for _, t := range last {
		if of := priced(t); of.SizeL > 0 {
			a.PerL[t.ProductID] = of.Price.Div(decimal.NewFromFloat(of.SizeL))
		}
	}
	for _, laid := range slices.Concat(a.Laid, a.Ahead) {
		if laid.Product == nil || laid.Product.ID <= 0 {
			continue
		}
		id := laid.Product.ID
		if _, known := a.PerL[id]; known {
			continue
		}
		p, _, err := s.shelf.Sheet(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			continue
		}
		if err != nil {
			return err
		}
		if perL, known := coating.DearestPerL(p.Sold()); known {
			a.PerL[id] = perL
		}
	}
	return nil
}

// priced is a stored tin as it was bought; what was stored was readable.
func priced(t store.LabelledTin) (out ledger.Priced) {
	label := coating.Label{}
	if t.Density != "" {
		label["densityA"] = t.Density
	}
	sheet, _, _ := label.Over(coating.Families[t.Family].Typical)
	out.SizeL, _ = coating.ReadSize(t.Size, sheet.DensityA)
	if t.Price.Valid {
		out.Price, _ = money.Read(t.Price.String)
		out.Known = true
	}
	return out
}

// matches are the workshop's own pieces of the same kind, or out of the same earlier piece, whose last colour is the
// same product, and that nobody has bought: a set is worth more than its parts one by one.
func (s *Service) matches(ctx context.Context, home house.Workshop, p piece.Piece) ([]piece.Piece, error) {
	rows, err := s.store.OwnUnsold(ctx, home.ID, p.Kind, p.ID)
	if err != nil {
		return nil, err
	}
	var out []piece.Piece
	for _, row := range rows {
		o, err := piece.OfRow(row)
		if err != nil {
			return nil, err
		}
		if slices.ContainsFunc(colours(p), func(id int64) bool { return slices.Contains(colours(o), id) }) {
			out = append(out, o)
		}
	}
	return out, nil
}

// colours are what is seen of a piece: the products of its zones' last layers.
func colours(p piece.Piece) (out []int64) {
	for _, z := range p.Zones {
		if n := len(z.Layers); n > 0 {
			out = append(out, z.Layers[n-1].Product.ID)
		}
	}
	return out
}

// ExtraDraft is an extra as it is typed.
type ExtraDraft struct {
	Name, Cost, Price string
	Minutes           float64
	Taken             bool
}

// SaveExtras keeps what may be added to a piece, if this is still its version.
func (s *Service) SaveExtras(ctx context.Context, id int64, version int, all []ExtraDraft) (Ledger, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (Ledger, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return Ledger{}, err
		}
		var c problem.Check
		row := store.Piece{ID: id, WorkshopID: home, Version: version}
		row.Extras.V = []store.Extra{}
		for i, e := range all {
			at := fmt.Sprintf("/extras/%d", i)
			c.Name(at+"/name", e.Name)
			cost, price := c.Sum(at+"/cost", e.Cost), c.Sum(at+"/price", e.Price)
			believable := problem.Within(e.Minutes, 0, mostExtraMinutes)
			c.That(believable, at+"/minutes", "Minutes from 0 to %d.", mostExtraMinutes)
			row.Extras.V = append(row.Extras.V, store.Extra{
				Name: strings.TrimSpace(e.Name), Cost: money.Text(cost), Price: money.Text(price),
				Minutes: e.Minutes, Taken: e.Taken,
			})
		}
		if err := c.Err(); err != nil {
			return Ledger{}, err
		}
		if err := s.store.SaveExtras(ctx, row); err != nil {
			return Ledger{}, err
		}
		return s.ledger(ctx, id)
	})
}

const mostExtraMinutes = 10_000
