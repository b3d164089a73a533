package workshop

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/supplies"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// Ledger is what a piece costs and earns.
type Ledger struct {
	ledger.Ledger
	Home    Workshop
	Piece   Piece
	Extras  []ledger.Extra
	Rate    ledger.Rate // as it holds today
	Days    int         // for how long it is asked for
	Matches []Piece     // own pieces that go with it and are not sold
}

// Ledger of a piece; store.ErrNotFound when this workshop has none such.
func (s *Service) Ledger(ctx context.Context, id int64) (Ledger, error) {
	return reading(ctx, s, func(ctx context.Context) (Ledger, error) { return s.ledger(ctx, id) })
}

func (s *Service) ledger(ctx context.Context, id int64) (Ledger, error) {
	home, p, err := s.loaded(ctx, id)
	if err != nil {
		return Ledger{}, err
	}
	account, err := s.account(ctx, home, p)
	if err != nil {
		return Ledger{}, err
	}
	out := Ledger{Ledger: ledger.Make(account), Home: home, Piece: p, Extras: p.Extras}
	out.Rate, out.Days = ledger.RateAt(home.Rates, s.Now()), out.Standing(s.Now())
	if p.Owner == ownStock && out.SoldAt.IsZero() {
		out.Matches, err = s.matches(ctx, home, p)
	}
	return out, err
}

const ownStock = "own"

// account is all that a piece's ledger is made from.
func (s *Service) account(ctx context.Context, home Workshop, p Piece) (ledger.Account, error) {
	out := ledger.Account{
		Standing: p.Standing, Rates: home.Rates, Now: s.Now(),
		Tins: map[int64]ledger.Priced{}, PerL: map[int64]money.Amount{},
	}
	plan, err := s.plan(ctx, home, p)
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
func (s *Service) perL(ctx context.Context, home Workshop, a *ledger.Account) error {
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
		p, _, err := s.sheet(ctx, id)
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
func (s *Service) matches(ctx context.Context, home Workshop, p Piece) ([]Piece, error) {
	rows, err := s.store.OwnUnsold(ctx, home.ID, p.Kind, p.ID)
	if err != nil {
		return nil, err
	}
	var out []Piece
	for _, row := range rows {
		o, err := fromPieceRow(row)
		if err != nil {
			return nil, err
		}
		if slices.ContainsFunc(p.colours(), func(id int64) bool { return slices.Contains(o.colours(), id) }) {
			out = append(out, o)
		}
	}
	return out, nil
}

// colours are what is seen of a piece: the products of its zones' last layers.
func (p Piece) colours() (out []int64) {
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
	return deciding(ctx, s, id, func(ctx context.Context) (Ledger, error) {
		home, err := s.home(ctx)
		if err != nil {
			return Ledger{}, err
		}
		var c check
		row := store.Piece{ID: id, WorkshopID: home, Version: version}
		row.Extras.V = []store.Extra{}
		for i, e := range all {
			at := fmt.Sprintf("/extras/%d", i)
			c.name(at+"/name", e.Name)
			cost, price := c.sum(at+"/cost", e.Cost), c.sum(at+"/price", e.Price)
			c.that(within(e.Minutes, 0, mostExtraMinutes), at+"/minutes", "Minutes from 0 to %d.", mostExtraMinutes)
			row.Extras.V = append(row.Extras.V, store.Extra{
				Name: strings.TrimSpace(e.Name), Cost: money.Text(cost), Price: money.Text(price),
				Minutes: e.Minutes, Taken: e.Taken,
			})
		}
		if err := c.err(); err != nil {
			return Ledger{}, err
		}
		if err := s.store.SaveExtras(ctx, row); err != nil {
			return Ledger{}, err
		}
		return s.ledger(ctx, id)
	})
}

const (
	mostExtraMinutes = 10_000
	mostOfAPart      = 10_000
)

// sum reads a sum of money as typed; nothing typed is none.
func (c *check) sum(field, text string) money.Amount {
	if strings.TrimSpace(text) == "" {
		return money.Zero
	}
	a, err := money.Read(text)
	if err != nil {
		c.that(false, field, "%s", sentenceOf(err))
		return money.Zero
	}
	c.that(!a.IsNegative(), field, "Not below 0.")
	return a
}

func fromExtraRows(rows []store.Extra) (out []ledger.Extra) {
	for _, r := range rows {
		e := ledger.Extra{Name: r.Name, Minutes: r.Minutes, Taken: r.Taken}
		e.Cost, _ = money.Read(r.Cost) // as they were written
		e.Price, _ = money.Read(r.Price)
		out = append(out, e)
	}
	return out
}

// moneyTold checks a fact of money.
func (c *check) moneyTold(p Piece, e worklog.Event) {
	n := len([]rune(e.Text()))
	c.that(n <= longestName, "/text", "At most %d characters; this has %d.", longestName, n)
	c.that(!strings.ContainsFunc(e.Text(), forbidden), "/text", "Plain text, without control characters.")
	noSum := e.Kind() == worklog.HoursTold || e.Kind() == worklog.PartWanted
	c.that(!noSum || e.Amount().IsZero(), "/amount", "No sum goes with this: it is told of what is bought or paid.")
	switch e.Kind() {
	case worklog.HoursTold:
		c.that(e.Worked().Took > 0, "/tookMin", "How many minutes it took.")
		c.that(e.Text() != "", "/text", "Say what was done.")
		return
	case worklog.PartWanted:
		c.that(e.Text() != "", "/text", "Say what is to be bought.")
		c.that(within(e.Part().Qty, 0, mostOfAPart) && e.Part().Qty > 0, "/qty", "Above 0, and up to %d.", mostOfAPart)
		c.listed(slices.Contains(worklog.PartUnits, e.Part().Unit), "/unit", "a unit", string(e.Part().Unit))
		return
	case worklog.PartBought, worklog.FeePaid:
		c.that(e.Text() != "", "/text", "Say what it was for.")
	}
	wanted := slices.ContainsFunc(worklog.ToBuy(p.Standing), func(o worklog.Event) bool { return o.ID == e.Of() })
	c.that(e.Of() == 0 || wanted, "/of", "No part that this piece still wants has that number; it may be bought already.")
	c.that(!e.Amount().IsNegative(), "/amount", "Not below 0: take back what was told wrongly.")
	given := e.Kind() == worklog.Bought || e.Of() != 0 // or was at hand
	paid := e.Amount().IsPositive() || given
	c.that(paid, "/amount", "A sum such as 24.50.")
}

// RateDraft is a rate as it is typed.
type RateDraft struct {
	From                           time.Time
	Hour, Overhead, FeePct, TaxPct string
	TaxShown                       bool
}

// rates reads what an hour costs, and what goes off a price, each from a day on.
func (c *check) rates(all []RateDraft) (out []store.Rate) {
	out = []store.Rate{}
	for i, r := range all {
		at := fmt.Sprintf("/rates/%d", i)
		twin := slices.IndexFunc(all, func(o RateDraft) bool { return o.From.Equal(r.From) })
		c.that(twin == i, at+"/from", "Another line holds from that day.")
		row := store.Rate{
			From:     r.From.Format(time.DateOnly),
			Hour:     money.Text(c.sum(at+"/hour", r.Hour)),
			Overhead: money.Text(c.sum(at+"/overhead", r.Overhead)),
			TaxShown: r.TaxShown,
		}
		fee, tax := c.sum(at+"/feePct", r.FeePct), c.sum(at+"/taxPct", r.TaxPct)
		c.that(fee.LessThan(hundred), at+"/feePct", "Below 100 %%.")
		c.that(tax.LessThanOrEqual(hundred), at+"/taxPct", "At most 100 %%.")
		row.FeePct, row.TaxPct = money.Text(fee), money.Text(tax)
		out = append(out, row)
	}
	return out
}

// supplyPrices reads what a unit of each supply costs; what is left empty has no price.
func (c *check) supplyPrices(typed map[string]string) map[string]string {
	out := map[string]string{}
	for id, text := range typed {
		at := "/supplyPrices/" + id
		known := slices.ContainsFunc(supplies.UsedUp(), func(s *supplies.Supply) bool { return s.ID == id })
		c.listed(known, at, "a supply", id)
		if price := c.sum(at, text); price.IsPositive() {
			out[id] = money.Text(price)
		}
	}
	return out
}

var hundred = decimal.NewFromInt(100)

func fromRateRows(rows []store.Rate, zone *time.Location) (out []ledger.Rate, err error) {
	for _, r := range rows {
		rate := ledger.Rate{TaxShown: r.TaxShown}
		if rate.From, err = time.ParseInLocation(time.DateOnly, r.From, zone); err != nil {
			return nil, err
		}
		for _, sum := range []struct {
			into *money.Amount
			text string
		}{{&rate.Hour, r.Hour}, {&rate.Overhead, r.Overhead}, {&rate.FeePct, r.FeePct}, {&rate.TaxPct, r.TaxPct}} {
			if *sum.into, err = money.Read(sum.text); err != nil {
				return nil, err
			}
		}
		out = append(out, rate)
	}
	return out, nil
}
