// Package money reckons in the workshop's currency: decimal, never binary, exact to the hundredth. Every sum that is
// shown was rounded once, at its line, half away from zero, so that lines add up to their total as they stand.
package money

import (
	"errors"
	"slices"
	"strings"

	"github.com/shopspring/decimal"
)

// Amount is a sum of money.
type Amount = decimal.Decimal

const (
	places    = 2 // decimals that a sum is kept with
	thousands = 3 // digits of a group
)

// Zero is no money.
var Zero = decimal.Zero

// Most is more than any single sum in a workshop; typing slips are.
var Most = decimal.NewFromInt(10_000_000)

var errNoAmount = errors.New("write an amount such as 24.50 or 1 240,00, without a currency")

// Read reads a sum as people type it: with a comma or a point before the decimals, with or without spaces, points or
// commas between thousands. A lone mark before exactly three digits parts thousands, since no price has three decimals.
// The error says what would be right.
func Read(text string) (Amount, error) {
	s := strings.NewReplacer(" ", "", "\u00a0", "", "\u202f", "", "'", "", "’", "").Replace(strings.TrimSpace(text))
	mark := strings.LastIndexAny(s, ".,")
	if mark >= 0 {
		whole, part := s[:mark], s[mark+1:]
		grouped := strings.ContainsAny(whole, ".,")
		several := grouped && strings.Count(s, s[mark:mark+1]) > 1
		if several || len(part) == thousands && !grouped {
			whole, part = whole+part, ""
		}
		if !inThousands(s, mark, several) {
			return Zero, errNoAmount
		}
		s = strings.NewReplacer(".", "", ",", "").Replace(whole) + "." + part
	}
	a, err := decimal.NewFromString(strings.TrimSuffix(s, "."))
	badForm := err != nil || strings.ContainsAny(s, "eE+")
	if badForm || !a.Equal(a.Round(places)) || a.Abs().GreaterThan(Most) {
		return Zero, errNoAmount
	}
	return a, nil
}

// inThousands tells whether the marks before the decimals part groups of three, all of them alike.
func inThousands(s string, mark int, all bool) bool {
	groups := s[:mark]
	if all {
		groups = s
	}
	parts := strings.FieldsFunc(groups, func(r rune) bool { return r == '.' || r == ',' })
	for _, group := range parts[min(1, len(parts)):] {
		if len(group) != thousands {
			return false
		}
	}
	return !strings.Contains(groups, ".") || !strings.Contains(groups, ",")
}

// Round a sum to the hundredth, half away from zero.
func Round(a Amount) Amount { return a.Round(places) }

// Of is what part costs of a whole that costs price: half a tin is half its price. Nothing where the whole is none.
func Of(price Amount, part, whole float64) Amount {
	if whole <= 0 {
		return Zero
	}
	return Round(price.Mul(decimal.NewFromFloat(part)).Div(decimal.NewFromFloat(whole)))
}

// Minutes of work at a rate by the hour.
func Minutes(rate Amount, minutes float64) Amount {
	const inHour = 60
	return Round(rate.Mul(decimal.NewFromFloat(minutes)).Div(decimal.NewFromInt(inHour)))
}

// Percent of a sum.
func Percent(a, pct Amount) Amount { return Round(a.Mul(pct).Shift(-2)) }

// Within is the tax that a sum holds which has it included, at a rate in percent.
func Within(a, pct Amount) Amount {
	hundred := decimal.NewFromInt(100)
	return Round(a.Mul(pct).Div(hundred.Add(pct)))
}

// Sum of some.
func Sum(of ...Amount) Amount {
	total := Zero
	for _, a := range of {
		total = total.Add(a)
	}
	return total
}

// Split a sum by weights, to the hundredth: the parts add up to it exactly, and each is within a hundredth of its due.
// Where all weights are 0 it is split evenly; nil where there are none.
func Split(total Amount, weights []float64) []Amount {
	if len(weights) == 0 {
		return nil
	}
	all := Zero
	shares := make([]Amount, len(weights))
	for i, w := range weights {
		shares[i] = decimal.NewFromFloat(max(0, w))
		all = all.Add(shares[i])
	}
	if all.IsZero() {
		for i := range shares {
			shares[i] = decimal.NewFromInt(1)
		}
		all = decimal.NewFromInt(int64(len(shares)))
	}
	type rest struct {
		at   int
		lost Amount
	}
	var rests []rest
	out := make([]Amount, len(weights))
	left := total
	for i, share := range shares {
		due := total.Mul(share).Div(all)
		out[i] = due.Truncate(places)
		rests = append(rests, rest{i, due.Sub(out[i]).Abs()})
		left = left.Sub(out[i])
	}
	slices.SortStableFunc(rests, func(a, b rest) int { return b.lost.Cmp(a.lost) })
	cent := decimal.New(int64(left.Sign()), -places)
	for i := 0; !left.IsZero(); i++ {
		out[rests[i%len(rests)].at] = out[rests[i%len(rests)].at].Add(cent)
		left = left.Sub(cent)
	}
	return out
}

// Text of a sum as it is stored and sent: with its two decimals and a point.
func Text(a Amount) string { return a.StringFixed(places) }

// Gross is the price that leaves a sum once fees and the tax within it are off, both in percent of the price: the tax
// is what Within tells. Fees and tax of all of it leave nothing, and the sum itself is given back.
func Gross(net, feePct, taxPct Amount) Amount {
	hundred := decimal.NewFromInt(100)
	off := feePct.Div(hundred).Add(taxPct.Div(hundred.Add(taxPct)))
	left := decimal.NewFromInt(1).Sub(off)
	if !left.IsPositive() {
		return Round(net)
	}
	return Round(net.Div(left))
}
