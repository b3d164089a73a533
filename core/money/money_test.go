package money

import (
	"math/rand/v2"
	"testing"

	"github.com/shopspring/decimal"
)

func of(text string) Amount { return decimal.RequireFromString(text) }

func TestAmountsAsTheyAreTyped(t *testing.T) {
	for typed, want := range map[string]string{
		"24.50": "24.50", "24,5": "24.50", "1240": "1240.00", "1 240,00": "1240.00", "1.240,50": "1240.50", "1,240.50": "1240.50",
		"1,240": "1240.00", "1.240": "1240.00", "1.234.567": "1234567.00", "-3,20": "-3.20", "0": "0.00", ".5": "0.50", "12.": "12.00",
		"1’240.00": "1240.00",
	} {
		if got, err := Read(typed); err != nil || Text(got) != want {
			t.Errorf("%q: %s (%v), want %s", typed, Text(got), err, want)
		}
	}
	for _, typed := range []string{"", "12.3456", "1.23.4", "12,34,567.00", "1,240.500,20", "1e3", "€ 5", "five", "99999999", "+4", "1.2,3"} {
		if got, err := Read(typed); err == nil {
			t.Errorf("%q was read as %s", typed, Text(got))
		}
	}
}

// Practice: half of a tin is half its price. By hand: 95 minutes at 42.00 are 66.50; 20 % of 199.95 are 39.99; a price of
// 120.00 with 20 % tax holds 20.00 of it.
func TestShares(t *testing.T) {
	for name, c := range map[string]struct{ got, want Amount }{
		"half a tin":  {Of(of("31.50"), 0.5, 1), of("15.75")},
		"half a cent": {Of(of("0.01"), 1, 2), of("0.01")},
		"of no tin":   {Of(of("31.50"), 0.5, 0), Zero},
		"hours":       {Minutes(of("42"), 95), of("66.50")},
		"a fee":       {Percent(of("199.95"), of("20")), of("39.99")},
		"tax within":  {Within(of("120"), of("20")), of("20")},
	} {
		if !c.got.Equal(c.want) {
			t.Errorf("%s: %s, want %s", name, c.got, c.want)
		}
	}
}

// Property: whatever is split, its parts are the whole to the hundredth, and none is a hundredth off its due.
func TestPartsAreTheWhole(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 2))
	for range 2000 {
		total := decimal.New(r.Int64N(2_000_000)-500_000, -2)
		weights := make([]float64, 1+r.IntN(9))
		for i := range weights {
			if r.IntN(4) > 0 {
				weights[i] = r.Float64() * 10
			}
		}
		all := 0.0
		for _, w := range weights {
			all += w
		}
		parts := Split(total, weights)
		if !Sum(parts...).Equal(total) {
			t.Fatalf("%s by %v: %v", total, weights, parts)
		}
		for i, p := range parts {
			if all == 0 {
				continue
			}
			due := total.Mul(decimal.NewFromFloat(weights[i])).Div(decimal.NewFromFloat(all))
			if off := p.Sub(due).Abs(); off.GreaterThan(of("0.0100001")) || !p.Equal(Round(p)) {
				t.Fatalf("%s by %v: part %d is %s, due %s", total, weights, i, p, due)
			}
		}
	}
	if Split(of("1"), nil) != nil {
		t.Error("split among nobody")
	}
}
