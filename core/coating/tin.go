package coating

import (
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
)

// Tin is one container of a product.
type Tin struct {
	SizeL      float64
	LeftL      float64
	Opened     time.Time // zero = still closed
	BestBefore time.Time // zero = not told
}

var (
	sizeField   = Field{Name: "size", Title: "Size", Dimension: Volume, Min: 0.005, Max: 1000}
	netField    = Field{Name: "size", Title: "Size", Dimension: Weight, Min: 0.005, Max: 2000}
	leftField   = Field{Name: "left", Title: "Left", Dimension: Volume, Min: 0, Max: 1000}
	levelField  = Field{Name: "left", Title: "Left", Dimension: Percent, Min: 0, Max: 100}
	weightField = Field{Name: "left", Title: "Left", Dimension: Weight, Min: 0, Max: 2000}
)

// ByWeight tells whether what is in the tin is sold and told by weight, as pastes are.
func (p *Product) ByWeight() bool { return p.Family.Typical.DensityA > 0 }

// Amount in the words that a tin's size and what is left of it are told in.
func (p *Product) Amount(litres float64) string {
	if p.ByWeight() {
		return fmt.Sprintf("%.0f g", litres*p.DensityA*gramsPerKg)
	}
	return fmt.Sprintf("%.2f L", litres)
}

const gramsPerKg = 1000

// errNoDensity is why a weight cannot be read.
var errNoDensity = errors.New("a weight needs the density, which its label does not give; write it as a volume")

// isWeight tells of words that end in a unit of weight.
func isWeight(words string) bool {
	return slices.ContainsFunc(units[Weight], func(u unit) bool {
		return slices.ContainsFunc(u.names, func(name string) bool { return endsIn(words, name) })
	})
}

// endsIn tells whether a unit stands right behind a number.
func endsIn(words, name string) bool {
	rest, found := strings.CutSuffix(strings.ToLower(strings.TrimSpace(words)), name)
	rest = strings.TrimSpace(rest)
	return found && rest != "" && strings.ContainsAny(rest[len(rest)-1:], "0123456789.,")
}

// ReadSize reads what a tin holds, such as "2.5 L", "750 mL" or "1 qt", in litres; or a net weight such as "400 g",
// through the density in kg/L, 0 when nobody knows it.
func ReadSize(words string, density float64) (litres float64, err error) {
	field := &sizeField
	if isWeight(words) {
		field = &netField
	}
	r, err := field.Read(words)
	switch {
	case err != nil:
		return 0, err
	case r.To > r.From:
		return 0, fmt.Errorf("“%s” is a range; write one size", words)
	case field == &sizeField:
		return r.From, nil
	case density == 0:
		return 0, errNoDensity
	}
	return r.From / density, nil
}

// ReadLeft reads how much is left of a tin of size litres: by level ("40 %"), by volume ("1.2 L") or by net weight
// ("1.3 kg", through the density in kg/L; 0 when nobody knows it). Nothing written means full.
func ReadLeft(words string, size, density float64) (litres float64, err error) {
	if words == "" {
		return size, nil
	}
	if r, err := levelField.Read(words); err == nil && words[len(words)-1] == '%' {
		return r.From / 100 * size, nil
	}
	if r, err := weightField.Read(words); err == nil && isWeight(words) {
		if density == 0 {
			return 0, errNoDensity
		}
		return min(r.From/density, size), nil
	}
	r, err := leftField.Read(words)
	if err == nil && r.From > size+1e-9 {
		err = fmt.Errorf("more than the %s L that the tin holds", shortest(size, size))
	}
	return r.From, err
}

const (
	soonDays      = 30   // best before within this is told (practice)
	openedShare   = 0.5  // an opened tin keeps about half as long as a closed one (practice)
	nearlyEmpty   = 0.1  // of the tin
	airSpaceShare = 0.35 // below this the air in the tin skins over what cures by air (practice)
)

// openTooLong tells whether a tin has been open at a moment for longer than it keeps.
func (p *Product) openTooLong(t Tin, at time.Time) bool {
	keeps := p.KeepsOpenedMonths() * daysPerMonth
	return keeps > 0 && !t.Opened.IsZero() && at.Sub(t.Opened).Hours()/hoursPerDay > keeps
}

// KeepsOpenedMonths is how long an opened tin keeps; 0 where nobody knows. Basis: practice.
func (p *Product) KeepsOpenedMonths() float64 { return p.ShelfMonths * openedShare }

// GoodOn tells whether what a tin holds may be laid at a moment without trying it first: before its best-before date,
// and not open for longer than it keeps.
func (p *Product) GoodOn(t Tin, at time.Time) bool {
	past := !t.BestBefore.IsZero() && !at.Before(t.BestBefore.AddDate(0, 0, 1))
	return t.LeftL > 0 && !past && !p.openTooLong(t, at)
}

// Warnings are what a finisher should know of the tin today, in sentences. Basis: the label's dates, else practice.
func (p *Product) Warnings(t Tin, today time.Time) []string {
	var out []string
	days := func(until time.Time) int { return int(until.Sub(today).Hours() / hoursPerDay) }
	switch {
	case t.BestBefore.IsZero():
	case days(t.BestBefore) < 0:
		out = append(out, "Past its best-before date: try it on a board before it goes on a piece.")
	case days(t.BestBefore) <= soonDays:
		out = append(out, fmt.Sprintf("Best before %s.", t.BestBefore.Format("2 January 2006")))
	}
	if p.openTooLong(t, today) {
		out = append(out, fmt.Sprintf(
			"Open for longer than about %.0f months: an opened tin keeps about half as long as a closed one. Stir, strain, and try it on a board.",
			p.KeepsOpenedMonths(),
		))
	}
	cures := p.Family.Cure == Oxidation || p.Family.Has(Isocyanate)
	below := func(share float64) bool { return t.LeftL > 0 && t.LeftL < share*t.SizeL }
	if below(nearlyEmpty) {
		out = append(out, "Nearly empty.")
	} else if cures && below(airSpaceShare) && !t.Opened.IsZero() {
		out = append(out, "Much air in the tin: it skins over. Decant it into something smaller.")
	}
	return out
}
