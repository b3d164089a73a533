package books

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/quote"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/logbook"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// Quoting is what a piece of work may cost, what was quoted for it, and how that stands against the log.
type Quoting struct {
	Home     house.Workshop
	Estimate quote.Estimate
	Prices   Prices
	Quotes   []Quote      // the newest first
	Accepted *Quote       // nil = none is
	Watch    *quote.Watch // of the accepted one
}

// Prices of an estimate.
type Prices struct{ Low, Likely, High, Patched, Material money.Amount }

// Quote as it was given.
type Quote struct {
	ID       int64
	Facts    quote.Facts
	Link     string
	Accepted *worklog.Event // nil = it is not
}

// Quoting of a piece. It is Refused while no system is chosen: nothing can be counted.
func (s *Service) Quoting(ctx context.Context, id int64) (Quoting, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Quoting, error) {
		out, _, err := s.quoting(ctx, id)
		return out, err
	})
}

func (s *Service) quoting(ctx context.Context, id int64) (Quoting, piece.Piece, error) {
	home, p, err := s.piece.Piece(ctx, id)
	if err != nil {
		return Quoting{}, p, err
	}
	out := Quoting{Home: home}
	plan, err := s.calendar.Plan(ctx, home, p)
	switch {
	case err != nil:
		return out, p, err
	case plan == nil:
		return out, p, problem.Refuse("No coating system is chosen yet, so nothing can be counted.")
	}
	rows, err := s.store.Timed(ctx, home.ID, logbook.MostTimed)
	if err != nil {
		return out, p, err
	}
	told, err := record.Facts(rows)
	if err != nil {
		return out, p, err
	}
	out.Estimate = quote.Of(plan.Brief, plan.Plan, worklog.Learn(told))
	account, err := s.account(ctx, home, p)
	if err != nil {
		return out, p, err
	}
	out.Prices = prices(out.Estimate, account, p, s.house.Now())
	if out.Quotes, err = s.quotesOf(ctx, home, p); err != nil {
		return out, p, err
	}
	at := slices.IndexFunc(out.Quotes, func(q Quote) bool { return q.Accepted != nil })
	if at >= 0 {
		out.Accepted = &out.Quotes[at]
		watch := quote.Against(out.Accepted.Facts.Minutes, plan.Plan.Steps)
		out.Watch = &watch
	}
	return out, p, nil
}

// prices of an estimate: its hours, all the material that coats take and took, parts, and the extras that are taken.
func prices(e quote.Estimate, a ledger.Account, p piece.Piece, now time.Time) Prices {
	rate := ledger.RateAt(a.Rates, now)
	l := ledger.Make(a)
	out := Prices{Material: l.AheadMaterial}
	for _, line := range l.Lines {
		if slices.Contains([]ledger.LineKind{ledger.Material, ledger.Supply, ledger.Part}, line.Kind) {
			out.Material = out.Material.Add(line.Amount)
		}
	}
	extras, _ := ledger.Taken(p.Extras, rate)
	of := func(minutes float64) money.Amount { return quote.Price(minutes, out.Material, rate).Add(extras) }
	out.Low, out.Likely, out.High, out.Patched = of(e.Low), of(e.Likely), of(e.High), of(e.Patched)
	return out
}

func (s *Service) quotesOf(ctx context.Context, home house.Workshop, p piece.Piece) ([]Quote, error) {
	rows, err := s.store.QuotesOf(ctx, home.ID, p.ID)
	if err != nil {
		return nil, err
	}
	var out []Quote
	for _, row := range rows {
		q, err := s.fromQuoteRow(row)
		if err != nil {
			return nil, err
		}
		for i, e := range p.Standing {
			if agreed, is := e.Body.(worklog.Agreement); is && agreed.Quote == row.ID {
				q.Accepted = &p.Standing[i]
			}
		}
		out = append(out, q)
	}
	return out, nil
}

func (s *Service) fromQuoteRow(row store.Quote) (Quote, error) {
	q := Quote{ID: row.ID, Link: s.house.At("/quote/" + row.Token)}
	return q, json.Unmarshal(row.Facts.V, &q.Facts)
}

// QuoteByLink is a quote as its customer opens it.
func (s *Service) QuoteByLink(ctx context.Context, token string) (Quote, error) {
	if !house.IsToken.MatchString(token) {
		return Quote{}, store.ErrNotFound
	}
	return house.Reading(ctx, s.house, func(ctx context.Context) (Quote, error) {
		row, err := s.store.QuoteBy(ctx, token)
		if err != nil {
			return Quote{}, err
		}
		return s.fromQuoteRow(row)
	})
}

// QuoteDraft is what is told when a quote is given.
type QuoteDraft struct {
	Firm  string // a fixed price, as typed; "" = the range
	Scope string // in words
	Until time.Time
	Patch bool // a test patch comes first
}

// longest a quote may stand.
const mostQuoteDays = 366

// GiveQuote keeps a quote as it stands now: its numbers no longer change.
func (s *Service) GiveQuote(ctx context.Context, id int64, d QuoteDraft) (Quoting, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (Quoting, error) {
		so, p, err := s.quoting(ctx, id)
		if err != nil {
			return so, err
		}
		if !p.Handed.IsZero() {
			return so, piece.ErrHandedOver
		}
		var c problem.Check
		firm := c.Sum("/firm", d.Firm)
		n := len([]rune(d.Scope))
		c.That(n <= problem.LongestStory, "/scope", "At most %d characters; this has %d.", problem.LongestStory, n)
		c.That(!strings.ContainsFunc(d.Scope, problem.Forbidden), "/scope", "Plain text, without control characters.")
		inTime := d.Until.After(s.house.Now()) && d.Until.Before(s.house.Now().AddDate(0, 0, mostQuoteDays))
		c.That(inTime, "/until", "A day to come, within a year.")
		if err := c.Err(); err != nil {
			return so, err
		}
		number := 1
		if len(so.Quotes) > 0 {
			number = len(so.Quotes) + 1
		}
		facts := s.quoteFacts(so, p, d, firm, number)
		data, err := json.Marshal(facts)
		if err != nil {
			return so, err
		}
		row := store.Quote{
			WorkshopID: so.Home.ID, PieceID: p.ID, Number: number, Token: house.NewToken(), Made: s.house.Now(),
		}
		row.Facts.V = data
		if _, err := s.store.AddQuote(ctx, row); err != nil {
			return so, err
		}
		so, _, err = s.quoting(ctx, id)
		return so, err
	})
}

// quoteFacts are what a quote says, as it stands now.
func (s *Service) quoteFacts(so Quoting, p piece.Piece, d QuoteDraft, firm money.Amount, number int) quote.Facts {
	rate := ledger.RateAt(so.Home.Rates, s.house.Now())
	f := quote.Facts{
		Title: p.Name, Workshop: so.Home.Name, Contact: so.Home.Contact, Number: fmt.Sprintf("%s/%d", p.Number, number),
		Made: s.house.Now(), Until: d.Until, Scope: strings.TrimSpace(d.Scope), Currency: so.Home.Currency,
		Low: money.Text(so.Prices.Low), Likely: money.Text(so.Prices.Likely), High: money.Text(so.Prices.High),
		Minutes: map[string]float64{}, TimeZone: so.Home.Zone.String(),
	}
	if !p.Promised.IsZero() {
		f.Promised, f.Begins = &p.Promised, &p.Start
	}
	price := so.Prices.Likely
	if firm.IsPositive() {
		price, f.Firm = firm, money.Text(firm)
	}
	if d.Patch {
		f.Patched = money.Text(so.Prices.Patched)
	}
	if rate.TaxShown {
		f.Tax, f.TaxPct = money.Text(money.Within(price, rate.TaxPct)), rate.TaxPct.String()
	}
	for _, e := range p.Extras {
		if e.Taken {
			f.Extras = append(f.Extras, quote.Extra{Name: e.Name, Price: money.Text(e.Price)})
		}
	}
	for _, r := range so.Estimate.Risks {
		f.Risks = append(f.Risks, quote.RiskTold{ID: r.ID, Zones: r.Zones})
	}
	for _, k := range so.Estimate.Kinds {
		f.Minutes[k.Work] += k.Likely
	}
	for _, z := range p.Zones {
		if n := len(z.Layers); n > 0 {
			last := z.Layers[n-1].Product
			kind := care.FinishOf(last.Family, last.Opaque()).Kind
			f.Zones = append(f.Zones, quote.Zone{Name: z.Name, Kind: kind, Old: z.Old()})
		}
	}
	return f
}

// AcceptQuote tells that a customer accepted a quote: the price that was agreed, when, and how the sample was approved.
func (s *Service) AcceptQuote(
	ctx context.Context, id, quoteID int64, sample, who string, on time.Time,
) (Quoting, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (Quoting, error) {
		so, p, err := s.quoting(ctx, id)
		if err != nil {
			return so, err
		}
		at := slices.IndexFunc(so.Quotes, func(q Quote) bool { return q.ID == quoteID })
		switch {
		case at < 0:
			return so, store.ErrNotFound
		case so.Accepted != nil:
			return so, problem.Refuse("A quote for this piece is accepted already. Take that back in its log first.")
		}
		agreement := worklog.Agreement{Quote: quoteID, Text: strings.TrimSpace(sample)}
		e := worklog.Event{Who: who, At: on, Told: s.house.Now()}
		if e.At.IsZero() || e.At.After(e.Told) {
			e.At = e.Told
		}
		f := so.Quotes[at].Facts
		agreed := f.Likely
		if f.Firm != "" {
			agreed = f.Firm
		}
		if agreement.Amount, err = money.Read(agreed); err != nil {
			return so, err
		}
		var c problem.Check
		n := len([]rune(agreement.Text))
		c.That(n <= problem.LongestStory, "/sample", "At most %d characters; this has %d.", problem.LongestStory, n)
		plain := !strings.ContainsFunc(agreement.Text, problem.Forbidden)
		c.That(plain, "/sample", "Plain text, without control characters.")
		if err := c.Err(); err != nil {
			return so, err
		}
		e.Body = agreement
		if _, err = s.record.Keep(ctx, so.Home.ID, p.ID, e); err != nil {
			return so, err
		}
		so, _, err = s.quoting(ctx, id)
		return so, err
	})
}
