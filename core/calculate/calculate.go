// Package calculate does the small sums at the bench: dilutions, cuts, mixes, pours, films, rows, centres, cuts of
// cloth and liner. Each answer shows its sum. Basis: arithmetic from exact units, unless a calculator says otherwise.
package calculate

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/quantity"
)

// Takes is what kind of thing an input is, and so how it is read.
type Takes string

const (
	Length  Takes = "length"  // m
	Volume  Takes = "volume"  // L
	Number  Takes = "number"  // bare, with comma or point
	Count   Takes = "count"   // whole
	Percent Takes = "percent" //
	Film    Takes = "film"    // µm
	Area    Takes = "area"    // m²
	Density Takes = "density" // kg/L
	Shares  Takes = "shares"  // such as 2:1:1
)

// Input of a calculator.
type Input struct {
	ID, Name string
	Takes    Takes
	Example  string // stands in the field as what may be typed
	May      bool   // be left out
}

// Unit of a result.
type Unit string

const (
	Litres  Unit = "L"
	Kilos   Unit = "kg"
	Metres  Unit = "m"
	Microns Unit = "um"
	Each    Unit = "count"
	Rate    Unit = "m2/L"
	PerL    Unit = "g/L"
	M2      Unit = "m2"
)

// Result is one figure.
type Result struct {
	Name  string
	Value float64
	Unit  Unit
}

// Buy is something that a result asks to be bought.
type Buy struct {
	Text string
	quantity.Part
}

// Answer is what a calculator comes to.
type Answer struct {
	Results []Result
	Buys    []Buy
	Sum     string // how it comes about
	Note    string
}

// Calculator is one sum.
type Calculator struct {
	ID, Name, Group string
	Inputs          []Input
	Basis           string
	compute         func(in) (Answer, error)
}

// in is what was typed, read: numbers in SI by input, and lists.
type in struct {
	v    map[string]float64
	list map[string][]float64
	has  map[string]bool
	us   bool // sums are told in inches, fluid ounces and mils
}

// InputError says which input cannot be, and what would be right.
type InputError struct{ Input, Detail string }

func (e *InputError) Error() string { return e.Detail }

// Find returns the calculator, or nil.
func Find(id string) *Calculator {
	if i := slices.IndexFunc(Calculators, func(c *Calculator) bool { return c.ID == id }); i >= 0 {
		return Calculators[i]
	}
	return nil
}

// Do the sum with what was typed. Inches tells what a bare length is in, not cm, and what the sum is told in. The error
// is an *InputError.
func (c *Calculator) Do(typed map[string]string, inches bool) (Answer, error) {
	read := in{map[string]float64{}, map[string][]float64{}, map[string]bool{}, inches}
	for _, of := range c.Inputs {
		text := strings.TrimSpace(typed[of.ID])
		if text == "" && of.May {
			continue
		}
		if of.Takes == Shares {
			list, err := shares(text)
			if err != nil {
				return Answer{}, &InputError{of.ID, fmt.Sprintf("%s: %v.", of.Name, err)}
			}
			read.list[of.ID], read.has[of.ID] = list, true
			continue
		}
		v, err := of.read(text, inches)
		if err != nil {
			return Answer{}, &InputError{of.ID, fmt.Sprintf("%s: %v.", of.Name, err)}
		}
		read.v[of.ID], read.has[of.ID] = v, true
	}
	return c.compute(read)
}

const mostCount = 500

func (i Input) read(text string, inches bool) (float64, error) {
	switch i.Takes {
	case Length:
		return quantity.ReadLength(text, inches)
	case Count:
		n, err := strconv.Atoi(text)
		if err != nil || n < 1 || n > mostCount {
			return 0, fmt.Errorf("a whole number from 1 to %d", mostCount)
		}
		return float64(n), nil
	}
	f := fields[i.Takes]
	r, err := f.Read(text)
	return r.From, err
}

// fields read what carries a unit of its own, or none.
var fields = map[Takes]coating.Field{
	Volume:  {Name: "volume", Dimension: coating.Volume, Min: 0.001, Max: 1000},
	Number:  {Name: "number", Dimension: coating.Number, Min: 0, Max: 100_000},
	Percent: {Name: "percent", Dimension: coating.Percent, Min: 0, Max: 100},
	Film:    {Name: "film", Dimension: coating.Thickness, Min: 1, Max: 20_000},
	Density: {Name: "density", Dimension: coating.Density, Min: 0.3, Max: 3},
	Area:    {Name: "area", Dimension: coating.Surface, Min: 0.001, Max: 1000},
}

// So many shares, each so large, are believed.
const (
	mostShares = 12
	mostPart   = 1000
)

// shares reads parts such as "2:1:1" or "60/40".
func shares(text string) ([]float64, error) {
	parts := strings.FieldsFunc(text, func(r rune) bool { return strings.ContainsRune(":/ +", r) })
	if len(parts) < 2 || len(parts) > mostShares {
		return nil, fmt.Errorf("parts such as 2:1:1, two to %d of them", mostShares)
	}
	var out []float64
	for _, p := range parts {
		v, err := strconv.ParseFloat(strings.ReplaceAll(p, ",", "."), 64)
		believed := v > 0 && v <= mostPart
		if err != nil || !believed {
			return nil, fmt.Errorf("“%s” is no part; write them like 2:1:1", p)
		}
		out = append(out, v)
	}
	return out, nil
}

// Exact by definition.
const (
	metresPerInch = 0.0254
	litresPerFlOz = 3.785411784 / flOzPerGallon
	micronsPerMil = 25.4
	m2PerFt2      = quantity.SquareMetresPerSqF
	milFt2PerGal  = 1604.17 // 231 in³ over 144 in² at one mil
)

// long is a length within a sum.
func (v in) long(metres float64) string {
	if v.us {
		return figure(metres/metresPerInch) + " in"
	}
	return fmt.Sprintf("%.0f mm", metres*mmPerM)
}

// liquid is a volume within a sum.
func (v in) liquid(litres float64) string {
	if v.us {
		return figure(litres/litresPerFlOz) + " fl oz"
	}
	return figure(litres) + " L"
}

// film is a thickness within a sum, in µm.
func (v in) film(um float64) string {
	if v.us {
		return figure(um/micronsPerMil) + " mil"
	}
	return figure(um) + " µm"
}

// covered is how a spreading rate and its wet film come about.
func (v in) covered(m2, litres, wetUM float64) string {
	if v.us {
		ft2, gal := m2/m2PerFt2, litres/litresPerFlOz/flOzPerGallon
		return fmt.Sprintf("%s ft² ÷ %s gal; %.0f ÷ %.0f = %s",
			figure(ft2), figure(gal), milFt2PerGal, ft2/gal, v.film(wetUM))
	}
	return fmt.Sprintf("%s m² ÷ %s L; 1000 ÷ %s = %.0f µm", figure(m2), figure(litres), figure(m2/litres), wetUM)
}

const flOzPerGallon = 128
