package house

import (
	"fmt"
	"slices"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/supplies"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// RateDraft is a rate as it is typed.
type RateDraft struct {
	From                           time.Time
	Hour, Overhead, FeePct, TaxPct string
	TaxShown                       bool
}

// checkRates reads what an hour costs, and what goes off a price, each from a day on.
func checkRates(c *problem.Check, all []RateDraft) (out []store.Rate) {
	out = []store.Rate{}
	for i, r := range all {
		at := fmt.Sprintf("/rates/%d", i)
		twin := slices.IndexFunc(all, func(o RateDraft) bool { return o.From.Equal(r.From) })
		c.That(twin == i, at+"/from", "Another line holds from that day.")
		row := store.Rate{
			From:     r.From.Format(time.DateOnly),
			Hour:     money.Text(c.Sum(at+"/hour", r.Hour)),
			Overhead: money.Text(c.Sum(at+"/overhead", r.Overhead)),
			TaxShown: r.TaxShown,
		}
		fee, tax := c.Sum(at+"/feePct", r.FeePct), c.Sum(at+"/taxPct", r.TaxPct)
		c.That(fee.LessThan(hundred), at+"/feePct", "Below 100 %%.")
		c.That(tax.LessThanOrEqual(hundred), at+"/taxPct", "At most 100 %%.")
		row.FeePct, row.TaxPct = money.Text(fee), money.Text(tax)
		out = append(out, row)
	}
	return out
}

// checkSupplyPrices reads what a unit of each supply costs; what is left empty has no price.
func checkSupplyPrices(c *problem.Check, typed map[string]string) map[string]string {
	out := map[string]string{}
	for id, text := range typed {
		at := "/supplyPrices/" + id
		known := slices.ContainsFunc(supplies.UsedUp(), func(s *supplies.Supply) bool { return s.ID == id })
		c.Listed(known, at, "a supply", id)
		if price := c.Sum(at, text); price.IsPositive() {
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
