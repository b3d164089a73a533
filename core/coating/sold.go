package coating

import (
	"fmt"
	"regexp"
	"strings"

	"firmitas/core/money"
)

// Sold is a size that a product is sold in.
type Sold struct {
	SizeL  float64
	Price  money.Amount
	Priced bool // somebody wrote its price
}

// Sold are the sizes that the product is sold in, in the order in which they were written.
func (p *Product) Sold() []Sold {
	out, _ := ReadSold(p.Facts.SoldIn, p.DensityA) // as it was taken in
	return out
}

// ReadSold reads in which sizes something is sold, such as "750 mL 24.50; 2.5 L 62": each with its price behind it,
// where it is known. The density in kg/L reads net weights; 0 when nobody knows it.
func ReadSold(words string, density float64) (out []Sold, err error) {
	for part := range strings.SplitSeq(words, ";") {
		if part = strings.TrimSpace(part); part == "" {
			continue
		}
		one := Sold{}
		if one.SizeL, err = ReadSize(part, density); err == nil {
			out = append(out, one)
			continue
		}
		size, price, parted := priced(part)
		if !parted {
			return nil, fmt.Errorf("“%s” is no size; write sizes and prices like 750 mL 24.50; 2.5 L 62", part)
		}
		if one.SizeL, err = ReadSize(size, density); err != nil {
			return nil, fmt.Errorf("in “%s”: %w", part, err)
		}
		one.Price, err = money.Read(price)
		if err != nil || !one.Price.IsPositive() {
			return nil, fmt.Errorf("in “%s”: a price above 0, such as 24.50, stands behind the size", part)
		}
		one.Priced = true
		out = append(out, one)
	}
	return out, nil
}

var sizeAndPrice = regexp.MustCompile(
	`^(.*\pL)\s+[€$£]?\s*(-?\d[\d.,'’\s\x{a0}\x{202f}]*?)\s*(?:[€$£]|[A-Z]{3})?$`)

// priced parts a size from the price behind it, in thousands and with its currency or not.
func priced(words string) (size, price string, parted bool) {
	m := sizeAndPrice.FindStringSubmatch(words)
	if m == nil {
		return "", "", false
	}
	return m[1], m[2], true
}

// DearestPerL is the price of a litre in the dearest of the sizes that have one, as a careful finisher counts; none
// where nobody wrote a price.
func DearestPerL(sold []Sold) (perL money.Amount, known bool) {
	for _, s := range sold {
		if !s.Priced {
			continue
		}
		known = true
		if of := money.Of(s.Price, 1, s.SizeL); of.GreaterThan(perL) {
			perL = of
		}
	}
	return perL, known
}
