package coating

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/quantity"
)

// Reading is what a data sheet gives for one field: a number or a range, in the field's own unit. From equals To for a
// single number.
type Reading struct{ From, To float64 }

// Dimension is what a field measures, and so which units its words may carry.
type Dimension string

const (
	Hours       Dimension = "hours"
	Days        Dimension = "days"
	Months      Dimension = "months"
	Spread      Dimension = "spread" // m²/L
	Percent     Dimension = "percent"
	Temperature Dimension = "temperature" // °C
	Thickness   Dimension = "thickness"   // µm
	VOCContent  Dimension = "voc"         // g/L
	Density     Dimension = "density"     // kg/L
	Ratio       Dimension = "ratio"       // parts A to one part B
	Number      Dimension = "number"
	Count       Dimension = "count"   // whole
	Degree      Dimension = "degree"  // no, partly, yes
	Volume      Dimension = "volume"  // L
	Weight      Dimension = "weight"  // kg
	Surface     Dimension = "surface" // m²
)

// unit turns a number as typed into the field's own unit: (v + shift) · scale.
type unit struct {
	names        []string // the first is shown
	scale, shift float64
}

const (
	ft2PerGalToM2PerL = 0.09290304 / 3.785411784 // exact: NIST Handbook 44, appendix C
	lbPerGalToKgPerL  = 0.45359237 / 3.785411784 // exact: the same
	umPerMil          = 25.4                     // exact
	usGallonL         = 3.785411784              // exact: the same
	imperialGallonL   = 4.54609                  // exact: UK Weights and Measures Act 1985
	kgPerLb           = 0.45359237               // exact: NIST Handbook 44
	hoursPerDay       = 24
	daysPerMonth      = 30.4
)

// units by dimension; the first is the one that a bare number is read in.
var units = map[Dimension][]unit{
	Hours: {
		{[]string{"h", "hr", "hrs", "hour", "hours"}, 1, 0},
		{[]string{"min", "mins", "minute", "minutes"}, 1.0 / 60, 0},
		{[]string{"d", "day", "days"}, hoursPerDay, 0},
		{[]string{"wk", "week", "weeks"}, 7 * hoursPerDay, 0},
	},
	Days: {
		{[]string{"d", "day", "days"}, 1, 0},
		{[]string{"h", "hr", "hrs", "hour", "hours"}, 1.0 / hoursPerDay, 0},
		{[]string{"wk", "week", "weeks"}, 7, 0},
		{[]string{"month", "months"}, daysPerMonth, 0},
	},
	Months: {
		{[]string{"months", "month", "mo"}, 1, 0},
		{[]string{"years", "year", "y"}, 12, 0},
		{[]string{"days", "day", "d"}, 1 / daysPerMonth, 0},
		{[]string{"weeks", "week", "wk"}, 7 / daysPerMonth, 0},
	},
	Spread: {
		{[]string{"m²/L", "m2/l", "m²/l", "sqm/l"}, 1, 0},
		{[]string{"ft²/gal", "ft2/gal", "sqft/gal", "sqft/gallon"}, ft2PerGalToM2PerL, 0},
		{[]string{"ft²/qt", "ft2/qt", "sqft/qt", "sqft/quart"}, 4 * ft2PerGalToM2PerL, 0},
	},
	Percent:     {{[]string{"%", "percent", "%rh"}, 1, 0}},
	Temperature: {{[]string{"°C", "c", "°c"}, 1, 0}, {[]string{"°F", "f", "°f"}, 5.0 / 9, -32}},
	Thickness: {
		{[]string{"µm", "um", "μm", "micron", "microns"}, 1, 0},
		{[]string{"mil", "mils"}, umPerMil, 0},
		{[]string{"mm"}, 1000, 0},
	},
	VOCContent: {{[]string{"g/L", "g/l"}, 1, 0}, {[]string{"lb/gal", "lbs/gal"}, 1000 * lbPerGalToKgPerL, 0}},
	Density: {
		{[]string{"kg/L", "kg/l", "g/ml", "g/cm3", "g/cm³"}, 1, 0},
		{[]string{"lb/gal", "lbs/gal"}, lbPerGalToKgPerL, 0},
	},
	Ratio:  {{[]string{":1", ""}, 1, 0}},
	Number: {{[]string{""}, 1, 0}},
	Count:  {{[]string{"", "coats", "coat"}, 1, 0}},
	Volume: {
		{[]string{"L", "l", "litre", "litres", "liter", "liters"}, 1, 0},
		{[]string{"mL", "ml"}, 0.001, 0},
		{[]string{"gal", "gallon", "gallons"}, usGallonL, 0},
		{
			[]string{"qt", "quart", "quarts"},
			usGallonL / 4,
			0,
		},
		{[]string{"pt", "pint", "pints"}, usGallonL / 8, 0},
		{[]string{"fl oz", "floz"}, usGallonL / 128, 0},
		{[]string{"imp gal", "impgal"}, imperialGallonL, 0},
	},
	Surface: {
		{[]string{"m²", "m2", "sqm"}, 1, 0},
		{[]string{"ft²", "ft2", "sqft", "sq ft"}, quantity.SquareMetresPerSqF, 0},
	},
	Weight: {
		{[]string{"kg"}, 1, 0},
		{[]string{"g"}, 0.001, 0},
		{[]string{"lb", "lbs"}, kgPerLb, 0},
		{[]string{"oz"}, kgPerLb / 16, 0},
	},
}

var degreeWords = map[string]float64{"no": No, "partly": Partly, "yes": Yes}

// UnitNames are the units that a field of this dimension may be typed in, its own first.
func (d Dimension) UnitNames() []string {
	out := []string{}
	for _, u := range units[d] {
		if u.names[0] != "" {
			out = append(out, u.names[0])
		}
	}
	return out
}

var dashes = strings.NewReplacer("–", "-", "—", "-", "−", "-", "‒", "-", " to ", "-", "\u00a0", " ", "\u202f", " ")

// Read reads what a label says in words, such as "2–4 h", "350-400 ft²/gal", "0,5 h", "50 °F", "2:1" or "partly". A
// bare number is in the field's own unit. The error says what would be right, without naming the field.
func (f *Field) Read(words string) (Reading, error) {
	text := strings.ToLower(strings.TrimSpace(dashes.Replace(words)))
	if f.Dimension == Degree {
		if v, known := degreeWords[text]; known {
			return Reading{v, v}, nil
		}
		if v, err := strconv.ParseFloat(text, 64); err == nil && slices.Contains([]float64{No, Partly, Yes}, v) {
			return Reading{v, v}, nil
		}
		return Reading{}, fmt.Errorf("“%s” is none of no, partly, yes", words)
	}
	if f.Dimension == Ratio {
		text = asRatio(text)
	}
	low, rest, err := number(text)
	if err != nil {
		return Reading{}, fmt.Errorf("“%s” does not begin with a number; write it like %s", words, f.example())
	}
	lowUnit, high, isRange := strings.Cut(rest, "-")
	if !isRange {
		u, err := f.unit(lowUnit)
		if err != nil {
			return Reading{}, err
		}
		return f.inRange(u.si(low), u.si(low))
	}
	to, rest, err := number(strings.TrimSpace(high))
	if err != nil {
		return Reading{}, fmt.Errorf("after the dash “%s” has no number; write a range like %s", words, f.example())
	}
	u, err := f.unit(rest)
	if err != nil {
		return Reading{}, err
	}
	lower := u
	if strings.TrimSpace(lowUnit) != "" {
		if lower, err = f.unit(lowUnit); err != nil {
			return Reading{}, err
		}
	}
	if lower.si(low) > u.si(to) {
		return Reading{}, fmt.Errorf("“%s” is turned round; a range runs from the lower to the higher", words)
	}
	return f.inRange(lower.si(low), u.si(to))
}

func (u unit) si(v float64) float64 { return (v + u.shift) * u.scale }

func (f *Field) example() string {
	names := f.Dimension.UnitNames()
	if len(names) == 0 {
		return "2 or 2–4"
	}
	return "2–4 " + names[0]
}

func (f *Field) inRange(from, to float64) (Reading, error) {
	if !(from >= f.Min-1e-9 && to <= f.Max+1e-9) { // also catches NaN
		return Reading{}, fmt.Errorf("a data sheet gives %v to %v %s here, not %s", f.Min, f.Max, f.Unit(),
			shortest(from, to))
	}
	if f.Dimension == Count && (from != math.Trunc(from) || to != math.Trunc(to)) {
		return Reading{}, fmt.Errorf("%s is no whole number", shortest(from, to))
	}
	return Reading{max(from, f.Min), min(to, f.Max)}, nil
}

func shortest(from, to float64) string {
	round := func(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }
	if from == to {
		return round(from)
	}
	return round(from) + "–" + round(to)
}

// unit finds the unit that words name; none names the field's own.
func (f *Field) unit(words string) (unit, error) {
	all := units[f.Dimension]
	name := strings.ReplaceAll(strings.TrimSuffix(strings.ReplaceAll(strings.TrimSpace(words), " ", ""), "."), "sq.ft",
		"sqft")
	if name == "" {
		return all[0], nil
	}
	for _, u := range all {
		if slices.Contains(u.names, name) || strings.EqualFold(u.names[0], name) {
			return u, nil
		}
	}
	if known := f.Dimension.UnitNames(); len(known) > 0 {
		return unit{}, fmt.Errorf("“%s” is no unit known here; write %s", strings.TrimSpace(words),
			strings.Join(known, " or "))
	}
	return unit{}, fmt.Errorf("“%s” does not belong behind this number", strings.TrimSpace(words))
}

// number reads a number off the front of text: with a point, or with a decimal comma. A comma before just three digits
// could be either and is refused, but for one behind a nought.
func number(text string) (v float64, rest string, err error) {
	end := 0
	if text != "" && strings.ContainsRune("-+", rune(text[0])) {
		end++
	}
	for end < len(text) && strings.ContainsRune("0123456789.,", rune(text[end])) {
		end++
	}
	digits := text[:end]
	if comma := strings.IndexByte(digits, ','); comma >= 0 {
		thousands := len(digits)-comma-1 == 3 && strings.TrimLeft(digits[:comma], "-+0") != ""
		if strings.Count(digits, ",") > 1 || strings.Contains(digits, ".") || thousands {
			return 0, "", fmt.Errorf("“%s” could be read in two ways", digits)
		}
		digits = strings.Replace(digits, ",", ".", 1)
	}
	v, err = strconv.ParseFloat(digits, 64)
	return v, text[end:], err
}

// asRatio turns "2:1" or "100:43.5" into parts to one part; what it cannot read is left for number to refuse.
func asRatio(text string) string {
	a, b, isRatio := strings.Cut(text, ":")
	if !isRatio {
		return text
	}
	parts, restOfParts, err := number(strings.TrimSpace(a))
	of, restOf, errOf := number(strings.TrimSpace(b))
	if errors.Join(err, errOf) != nil || restOfParts+restOf != "" || of <= 0 {
		return "?"
	}
	return strconv.FormatFloat(parts/of, 'f', -1, 64)
}
