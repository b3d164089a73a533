// Package ledger tells what a piece costs and earns, from the facts of its log: every line names those it rests on, and
// what nobody told is an estimate and says so.
package ledger

import (
	"cmp"
	"fmt"
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/money"
	"firmitas/core/worklog"
)

// Rate is what an hour costs from a day on, and what goes off a price.
type Rate struct {
	From     time.Time
	Hour     money.Amount // for the hands
	Overhead money.Amount // for the room, heat and tools, by the hour of work
	FeePct   money.Amount // of a price: card, market, agent
	TaxPct   money.Amount // that a price includes
	TaxShown bool         // on quotes
}

// RateAt is the rate that held at a moment; the zero rate before the first.
func RateAt(rates []Rate, at time.Time) (held Rate) {
	for _, r := range rates {
		if !r.From.After(at) && !r.From.Before(held.From) {
			held = r
		}
	}
	return held
}

// LineKind is what a line of the ledger is about.
type LineKind string

const (
	Bought   LineKind = "bought"   // the piece itself
	Material LineKind = "material" // out of tins
	Supply   LineKind = "supply"   // used up by the work
	Part     LineKind = "part"     // bought for it
	Hours    LineKind = "hours"
	Overhead LineKind = "overhead"
)

// Line is one sum, with what it rests on.
type Line struct {
	Kind     LineKind
	Title    string
	Amount   money.Amount
	Estimate bool // nobody told what it rests on
	Note     string
	Minutes  float64 // of hours
	Facts    []int64 // events that it rests on
}

// Priced is a tin as it was bought.
type Priced struct {
	SizeL float64
	Price money.Amount
	Known bool // somebody told the price
}

// Laid is a coat that was told, with what the plan counted for it.
type Laid struct {
	Event   worklog.Event
	Product *coating.Product
	Litres  float64 // as planned, for where nobody told; 0 = no rate is known
	Minutes float64 // likewise
	Title   string
}

// Account is all that a ledger is made from.
type Account struct {
	Standing []worklog.Event // all facts of the piece
	Laid     []Laid          // coats and jobs of its plan that were told
	Ahead    []Laid          // and those that nobody told yet, their events empty
	Tins     map[int64]Priced
	PerL     map[int64]money.Amount // of products, by their newest tin, else as they are sold
	Rates    []Rate
	Supplies SuppliesCost
	Now      time.Time
}

// SuppliesCost is what a piece uses up besides its coats, as an estimate.
type SuppliesCost struct {
	InAll money.Amount // all its work, done or not
	Ahead money.Amount // of what is still to do
}

// Ledger of a piece.
type Ledger struct {
	Lines    []Line
	Without  money.Amount // cost without hours and overhead
	With     money.Amount
	Minutes  float64
	Unpriced []string // products that were laid, or will be, and whose price nobody told

	AheadMaterial money.Amount // what the plan still takes, as an estimate
	AheadHours    money.Amount // and its hours, with their overhead
	AheadMinutes  float64

	Price    money.Amount // sold, agreed or asked: the last that was told, in that order
	PriceIs  worklog.Kind // "" where nobody told one
	PriceOf  int64        // the fact
	Fees     money.Amount
	Tax      money.Amount // within the price
	Margin   money.Amount // what the price leaves over the cost without hours, once all that is planned is done
	Profit   money.Amount // and with them
	PerHour  money.Amount // margin by the hour of work
	SoldAt   time.Time    // zero = it is not
	AskedFor time.Time    // since when it is asked for
}

// Make the ledger of a piece.
func Make(a Account) Ledger {
	var l Ledger
	l.Lines = slices.Concat(a.bought(), a.materials(&l), a.supplies(), a.hours())
	for _, line := range l.Lines {
		l.With = l.With.Add(line.Amount)
		if line.Kind != Hours && line.Kind != Overhead {
			l.Without = l.Without.Add(line.Amount)
		}
		if line.Kind == Hours {
			l.Minutes += line.Minutes
		}
	}
	l.ahead(a)
	l.price(a)
	return l
}

// ahead is what the plan still takes.
func (l *Ledger) ahead(a Account) {
	rate := RateAt(a.Rates, a.Now)
	l.AheadMaterial = a.Supplies.Ahead
	for _, todo := range a.Ahead {
		l.AheadMinutes += todo.Minutes
		if p := todo.Product; p != nil && todo.Litres > 0 {
			perL, priced := a.PerL[p.ID]
			if !priced && !slices.Contains(l.Unpriced, p.Name) {
				l.Unpriced = append(l.Unpriced, p.Name)
			}
			l.AheadMaterial = l.AheadMaterial.Add(money.Of(perL, todo.Litres, 1))
		}
	}
	l.AheadHours = money.Minutes(rate.Hour.Add(rate.Overhead), l.AheadMinutes)
}

// bought are the piece itself and the parts for it.
func (a Account) bought() (out []Line) {
	for _, e := range a.Standing {
		line := Line{Title: e.Text(), Amount: e.Amount(), Facts: []int64{e.ID}}
		switch e.Kind() {
		case worklog.Bought:
			line.Kind, line.Title = Bought, cmp.Or(e.Text(), "The piece itself")
		case worklog.PartBought:
			line.Kind = Part
		default:
			continue
		}
		out = append(out, line)
	}
	slices.SortStableFunc(out, func(a, b Line) int { return cmp.Compare(a.Kind, b.Kind) })
	return out
}

// materials are what coats took out of tins: a share of a tin is its share of the price.
func (a Account) materials(l *Ledger) (out []Line) {
	for _, laid := range a.Laid {
		if laid.Product == nil || laid.Event.Kind() != worklog.CoatLaid {
			continue
		}
		p := laid.Product
		litres, estimate := laid.Event.Laid().Litres, false
		if litres == 0 {
			litres, estimate = laid.Litres, true
		}
		tin, told := a.Tins[laid.Event.Tin()]
		var amount money.Amount
		var note string
		switch {
		case told && tin.Known && tin.SizeL > 0:
			amount = money.Of(tin.Price, litres, tin.SizeL)
			note = fmt.Sprintf("%s of a tin of %s at %s",
				inWords(p, litres), inWords(p, tin.SizeL), money.Text(tin.Price))
		default:
			perL, priced := a.PerL[p.ID]
			if !priced {
				if !slices.Contains(l.Unpriced, p.Name) {
					l.Unpriced = append(l.Unpriced, p.Name)
				}
				continue
			}
			amount, estimate = money.Of(perL, litres, 1), true
			note = fmt.Sprintf("%s at %s a litre: no tin with a price was told", inWords(p, litres), money.Text(perL))
		}
		if litres == 0 {
			continue
		}
		out = append(out, Line{
			Kind: Material, Title: laid.Title, Amount: amount, Estimate: estimate, Note: note,
			Facts: []int64{laid.Event.ID},
		})
	}
	return out
}

func inWords(p *coating.Product, litres float64) string {
	if litres < 1 && !p.ByWeight() {
		return fmt.Sprintf("%.0f mL", litres*1000)
	}
	return p.Amount(litres)
}

// supplies are what the work that was told used up besides its coats.
func (a Account) supplies() []Line {
	used := a.Supplies.InAll.Sub(a.Supplies.Ahead)
	var facts []int64
	for _, e := range a.Standing {
		if e.Kind() == worklog.JobDone || e.Kind() == worklog.CoatLaid {
			facts = append(facts, e.ID)
		}
	}
	if len(facts) == 0 || !used.IsPositive() {
		return nil
	}
	return []Line{{
		Kind: Supply, Title: "Abrasives, cloths, cleaners and the like", Amount: used, Estimate: true,
		Note: "By the work that was told, at the workshop's prices", Facts: facts,
	}}
}

// hours are the minutes by hand by kind of work, at the rate of their day, and the overhead that goes with them.
func (a Account) hours() (out []Line) {
	planned := map[int64]float64{}
	for _, laid := range a.Laid {
		planned[laid.Event.ID] = laid.Minutes
	}
	var overhead Line
	for _, e := range a.Standing {
		minutes, estimate := e.Worked().Took, false
		if minutes == 0 {
			minutes, estimate = planned[e.ID], true
		}
		if minutes <= 0 {
			continue
		}
		rate := RateAt(a.Rates, e.At)
		title := cmp.Or(e.Worked().Work, e.Text(), "by hand")
		if e.Kind() == worklog.HoursTold {
			title = e.Text()
		}
		alike := func(l Line) bool { return l.Title == title && l.Estimate == estimate }
		at := slices.IndexFunc(out, alike)
		if at < 0 {
			out = append(out, Line{Kind: Hours, Title: title, Estimate: estimate})
			at = len(out) - 1
		}
		out[at].Amount = out[at].Amount.Add(money.Minutes(rate.Hour, minutes))
		out[at].Minutes += minutes
		out[at].Facts = append(out[at].Facts, e.ID)
		overhead.Amount = overhead.Amount.Add(money.Minutes(rate.Overhead, minutes))
		overhead.Minutes += minutes
	}
	if overhead.Amount.IsPositive() {
		overhead.Kind, overhead.Title = Overhead, "Room, heat and tools"
		out = append(out, overhead)
	}
	return out
}

// price is what it was sold for, else what was agreed, else what is asked; and what goes off it.
func (l *Ledger) price(a Account) {
	for _, kind := range []worklog.Kind{worklog.Asked, worklog.Agreed, worklog.Sold} {
		for _, e := range a.Standing {
			if e.Kind() != kind {
				continue
			}
			l.Price, l.PriceIs, l.PriceOf = e.Amount(), kind, e.ID
			switch kind {
			case worklog.Sold:
				l.SoldAt = e.At
			case worklog.Asked:
				if l.AskedFor.IsZero() {
					l.AskedFor = e.At
				}
			}
		}
	}
	rate := RateAt(a.Rates, a.Now)
	if !l.SoldAt.IsZero() {
		rate = RateAt(a.Rates, l.SoldAt)
	}
	for _, e := range a.Standing {
		if e.Kind() == worklog.FeePaid {
			l.Fees = l.Fees.Add(e.Amount())
		}
	}
	if l.PriceIs == "" {
		return
	}
	l.Fees = l.Fees.Add(money.Percent(l.Price, rate.FeePct))
	l.Tax = money.Within(l.Price, rate.TaxPct)
	l.Margin = l.Price.Sub(l.Fees).Sub(l.Tax).Sub(l.Without).Sub(l.AheadMaterial)
	l.Profit = l.Price.Sub(l.Fees).Sub(l.Tax).Sub(l.With).Sub(l.AheadMaterial).Sub(l.AheadHours)
	if all := l.Minutes + l.AheadMinutes; all > 0 {
		l.PerHour = money.Of(l.Margin, minutesInHour, all)
	}
}

const minutesInHour = 60

// Extra is something beyond the finish that may be added: a seat pad, a painted motif, new handles.
type Extra struct {
	Name    string
	Cost    money.Amount // what has to be bought
	Minutes float64      // by hand
	Price   money.Amount // that it adds
	Taken   bool         // into the price
}

// Gain is what an extra leaves once its cost, its hours, the overhead on them, fees and tax are off: below 0 it does
// not pay.
func (e Extra) Gain(r Rate) money.Amount {
	hours := money.Minutes(r.Hour.Add(r.Overhead), e.Minutes)
	off := money.Percent(e.Price, r.FeePct).Add(money.Within(e.Price, r.TaxPct))
	return e.Price.Sub(off).Sub(e.Cost).Sub(hours)
}

// PerHour is what an hour on an extra brings, its cost, fees and tax off; ok is false where it takes none.
func (e Extra) PerHour(r Rate) (perHour money.Amount, ok bool) {
	if e.Minutes <= 0 {
		return money.Zero, false
	}
	off := money.Percent(e.Price, r.FeePct).Add(money.Within(e.Price, r.TaxPct))
	return money.Of(e.Price.Sub(off).Sub(e.Cost), minutesInHour, e.Minutes), true
}

// Taken adds up what the extras that are taken into the price add to it, and what they leave.
func Taken(extras []Extra, r Rate) (price, gain money.Amount) {
	for _, e := range extras {
		if e.Taken {
			price, gain = price.Add(e.Price), gain.Add(e.Gain(r))
		}
	}
	return price, gain
}

// RepriceAfter is how many days own stock stands before its price is looked at again (practice).
const RepriceAfter = 60

// Standing is for how many whole days something is asked for and has not been sold; 0 where it is not.
func (l Ledger) Standing(now time.Time) int {
	if l.AskedFor.IsZero() || !l.SoldAt.IsZero() {
		return 0
	}
	return int(now.Sub(l.AskedFor).Hours() / 24)
}
