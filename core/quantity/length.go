package quantity

import (
	"cmp"
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

const (
	metresPerInch = MetresPerFoot / 12
	mostParts     = 1024 // the finest division of an inch that a rule shows is far coarser
)

var (
	marks = strings.NewReplacer(
		"½", " 1/2", "¼", " 1/4", "¾", " 3/4", "⅛", " 1/8", "⅜", " 3/8", "⅝", " 5/8", "⅞", " 7/8",
		"⅓", " 1/3", "⅔", " 2/3",
		"′′", `"`, "″", `"`, "”", `"`, "“", `"`, "''", `"`, "′", "'", "’", "'", "⁄", "/", "\u00a0", " ", ",", ".",
	)
	// One amount with its unit; between feet and inches nothing, a space or a hyphen.
	amountOf = regexp.MustCompile(`^\s*(?:(\d+)/(\d+)|(\d+(?:\.\d+)?)(?:[\s-]+(\d+)/(\d+))?)\s*([a-z"']*)[\s-]*`)
)

var lengthUnits = map[string]float64{
	"mm": 0.001, "cm": 0.01, "m": 1,
	`"`: metresPerInch, "in": metresPerInch, "inch": metresPerInch, "inches": metresPerInch,
	"'": MetresPerFoot, "ft": MetresPerFoot, "foot": MetresPerFoot, "feet": MetresPerFoot,
}

// ReadLength reads a length as it stands on a tape: "76.5", "76,5 cm", "1.2 m", `30 1/2`, `2' 6 1/2"`, "2 ft 6 in", in
// metres. A bare number is in centimetres, or in inches where they are asked for. The error says what would be
// right. Basis: 1 in = 25.4 mm, exact.
func ReadLength(text string, inches bool) (metres float64, err error) {
	rest := strings.ToLower(marks.Replace(text))
	feet := false
	for first := true; strings.TrimSpace(rest) != ""; first = false {
		found := amountOf.FindStringSubmatch(rest)
		if found == nil {
			return 0, fmt.Errorf("“%s” is no length; write it like %s", text, exampleLength(inches))
		}
		unit, known := lengthUnits[found[6]]
		switch {
		case found[6] == "" && feet, found[6] == "" && inches:
			unit = metresPerInch // 2' 6
		case found[6] == "":
			unit = lengthUnits["cm"]
		case !known:
			return 0, fmt.Errorf("“%s” is no unit of length; write it like %s", found[6], exampleLength(inches))
		}
		// Only inches follow feet: 1 m 20 and 30 40 are slips as likely as lengths.
		if !first && !(feet && unit == metresPerInch) {
			return 0, fmt.Errorf("“%s” are two lengths; write one like %s", text, exampleLength(inches))
		}
		amount, err := mixed(found[1:6])
		if err != nil {
			return 0, err
		}
		metres += amount * unit
		feet = first && unit == MetresPerFoot
		rest = rest[len(found[0]):]
	}
	if metres == 0 {
		return 0, fmt.Errorf("above 0, such as %s", exampleLength(inches))
	}
	return metres, nil
}

// mixed reads "2", "2.5", "2 1/4" or "1/4" from what they were told apart into.
func mixed(of []string) (float64, error) {
	over, under := cmp.Or(of[0], of[3]), cmp.Or(of[1], of[4])
	amount, _ := strconv.ParseFloat(of[2], 64) // the pattern lets only numbers through; "" is 0
	if under == "" {
		return amount, nil
	}
	n, _ := strconv.ParseFloat(over, 64)
	d, _ := strconv.ParseFloat(under, 64)
	if d == 0 || d > mostParts || n >= d {
		return 0, fmt.Errorf("%s/%s is no part of an inch; write it like 3/8", over, under)
	}
	return amount + n/d, nil
}

func exampleLength(inches bool) string {
	if inches {
		return `30 1/2 or 2' 6 1/2"`
	}
	return "76.5 or 765 mm"
}

const eighths = 8

// FormatLength writes a length in metres as ReadLength reads it: in millimetres' tenths of a centimetre, or in inches
// to the nearest eighth.
func FormatLength(metres float64, inches bool) string {
	if !inches {
		return strconv.FormatFloat(math.Round(metres*1000)/10, 'f', -1, 64)
	}
	n := int(math.Round(metres / metresPerInch * eighths))
	whole, part := n/eighths, n%eighths
	under := eighths
	for part > 0 && part%2 == 0 {
		part, under = part/2, under/2
	}
	switch {
	case part == 0:
		return strconv.Itoa(whole)
	case whole == 0:
		return fmt.Sprintf("%d/%d", part, under)
	}
	return fmt.Sprintf("%d %d/%d", whole, part, under)
}
