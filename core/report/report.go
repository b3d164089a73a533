// Package report answers what an owner asks of the whole workshop: which kinds of piece earn by the hour, which
// estimates are wrong and by how much, what is tied up. Only what was told counts; estimates are left out.
package report

import (
	"cmp"
	"slices"
	"time"

	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/worklog"
)

// Piece is what the facts of one piece come to.
type Piece struct {
	ID       int64
	Name     string
	Number   string
	Kind     string // of furniture
	Own      bool
	Cost     money.Amount // of what was bought for it, and out of tins; without hours
	Fees     money.Amount // that were paid besides
	Minutes  float64
	Price    money.Amount
	PriceIs  worklog.Kind // "" where nobody told one
	PricedAt time.Time
	AskedAt  time.Time // first; zero = never
	Taken    time.Time // taken in
}

// Kind of piece, and what an hour on it brings.
type Kind struct {
	Kind    string
	Pieces  int
	Minutes float64
	Margin  money.Amount // of all: price, fees and tax off, less cost without hours
	PerHour money.Amount
	IDs     []int64
}

// Kinds that were sold, or whose price was agreed, the best by the hour first. Pieces on which no hours were told teach
// nothing of an hour.
func Kinds(all []Piece, rates []ledger.Rate) []Kind {
	var out []Kind
	for _, p := range all {
		earned := p.PriceIs == worklog.Sold || p.PriceIs == worklog.Agreed
		if !earned || p.Minutes <= 0 {
			continue
		}
		at := slices.IndexFunc(out, func(k Kind) bool { return k.Kind == p.Kind })
		if at < 0 {
			out = append(out, Kind{Kind: p.Kind})
			at = len(out) - 1
		}
		k := &out[at]
		k.Pieces++
		k.Minutes += p.Minutes
		k.Margin = k.Margin.Add(p.Margin(rates))
		k.IDs = append(k.IDs, p.ID)
	}
	for i := range out {
		out[i].PerHour = money.Of(out[i].Margin, minutesInHour, out[i].Minutes)
	}
	slices.SortFunc(out, func(a, b Kind) int { return cmp.Or(b.PerHour.Cmp(a.PerHour), cmp.Compare(a.Kind, b.Kind)) })
	return out
}

const minutesInHour = 60

// Margin is what a piece's price leaves, fees and tax of its day off, over its cost without hours.
func (p Piece) Margin(rates []ledger.Rate) money.Amount {
	r := ledger.RateAt(rates, p.PricedAt)
	off := money.Percent(p.Price, r.FeePct).Add(money.Within(p.Price, r.TaxPct)).Add(p.Fees)
	return p.Price.Sub(off).Sub(p.Cost)
}

// Work is a kind of work, as it was planned and as it was told.
type Work struct {
	Work          string
	Jobs          int
	Planned, Took float64 // minutes
	OverPct       float64 // below 0 = quicker
}

// Works by how far their estimates are off, those that take longer first; only those of which enough was told.
func Works(all []Work) []Work {
	var out []Work
	for _, w := range all {
		if w.Jobs < leastJobs || w.Planned <= 0 {
			continue
		}
		w.OverPct = worklog.OverPct(w.Planned, w.Took)
		out = append(out, w)
	}
	slices.SortFunc(out, func(a, b Work) int {
		return cmp.Or(cmp.Compare(b.OverPct, a.OverPct), cmp.Compare(a.Work, b.Work))
	})
	return out
}

// leastJobs that say anything of an estimate (practice).
const leastJobs = 3

// Tied is own stock that nobody has bought.
type Tied struct {
	Piece
	Days    int // since it was asked for, or taken in
	Reprice bool
}

// TiedUp is the own stock that is not sold and that something was paid for, what has most in it first, and what all of
// it comes to.
func TiedUp(all []Piece, now time.Time) (out []Tied, sum money.Amount) {
	for _, p := range all {
		unsold := p.Own && p.PriceIs != worklog.Sold
		if !unsold || !p.Cost.IsPositive() {
			continue
		}
		since := p.Taken
		if !p.AskedAt.IsZero() {
			since = p.AskedAt
		}
		days := max(0, int(now.Sub(since).Hours()/hoursInDay))
		out = append(out, Tied{p, days, !p.AskedAt.IsZero() && days >= ledger.RepriceAfter})
		sum = sum.Add(p.Cost)
	}
	slices.SortFunc(out, func(a, b Tied) int { return cmp.Or(b.Cost.Cmp(a.Cost), cmp.Compare(a.ID, b.ID)) })
	return out, sum
}

const hoursInDay = 24
