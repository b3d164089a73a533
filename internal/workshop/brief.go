package workshop

import (
	"fmt"
	"math"
	"strings"
	"time"
	"unicode"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/store"
)

// Zone is what is told of a zone at take-in.
type Zone struct {
	Name            string
	EndUse          string
	Material        string
	Look            system.Look
	Sheen           string
	AreaM2          float64
	LengthM, WidthM *float64
	Inspection      *store.Inspection // nil until it is inspected: taken as bare, clean and sound
}

// Brief is what is told of a piece at take-in.
type Brief struct {
	Name     string
	Zone     Zone
	Air      climate.Air
	Start    time.Time
	Promised time.Time // zero when nothing was promised
}

// Believable ranges of what is typed.
const (
	mostAreaM2   = 500
	mostLengthM  = 50
	coldestC     = 0
	hottestC     = 40
	longestName  = 120
	yearsAhead   = 3
	yearsBack    = 3
	dateForHuman = "2 January 2006"
)

// check collects what is wrong, by JSON pointer.
type check struct{ fields []FieldError }

func (c *check) that(holds bool, field, format string, args ...any) {
	if !holds {
		c.fields = append(c.fields, FieldError{field, fmt.Sprintf(format, args...)})
	}
}

func (c *check) name(field, text string) {
	c.that(strings.TrimSpace(text) != "", field, "Give it a name.")
	c.that(len([]rune(text)) <= longestName, field, "At most %d characters; this has %d.", longestName, len([]rune(text)))
	c.that(!strings.ContainsFunc(text, unicode.IsControl), field, "One line of plain text, without control characters.")
}

func (c *check) err() error {
	if len(c.fields) == 0 {
		return nil
	}
	return &Invalid{c.fields}
}

func within(v, low, high float64) bool { return v >= low && v <= high } // false for NaN

// checked turns a brief into a wish and a schedule brief, or says what is wrong with which field. Names are asked for only
// when it is to be kept (named).
func (b Brief) checked(home Workshop, now time.Time, named bool) (system.Wish, schedule.Brief, error) {
	var c check
	if named {
		c.name("/name", b.Name)
		c.name("/zone/name", b.Zone.Name)
	}
	z := b.Zone
	use, material := enduse.Find(z.EndUse), substrate.Find(z.Material)
	c.that(use != nil, "/zone/endUse", "There is no end use %q; pick one from the list.", z.EndUse)
	c.that(material != nil, "/zone/material", "There is no material %q; pick one from the list.", z.Material)
	sheen, err := coating.ParseSheen(z.Sheen)
	c.that(err == nil, "/zone/sheen", "%v.", err)
	c.that(z.AreaM2 > 0, "/zone/areaM2", "The area must be more than 0.")
	c.that(!(z.AreaM2 > mostAreaM2), "/zone/areaM2", "At most %d m² in one zone; split larger work.", mostAreaM2)
	for field, side := range map[string]*float64{"/zone/lengthM": z.LengthM, "/zone/widthM": z.WidthM} {
		c.that(side == nil || (*side > 0 && *side <= mostLengthM), field, "Between 0 and %d m.", mostLengthM)
	}
	if z.LengthM != nil && z.WidthM != nil {
		c.that(math.Abs(*z.LengthM**z.WidthM-z.AreaM2) < 0.01*z.AreaM2, "/zone/areaM2", "The area is not length × width; give one or the other.")
	}
	c.checkAir(b.Air)
	c.checkStart(b.Start, now)
	if !b.Promised.IsZero() {
		c.that(b.Promised.After(b.Start), "/promised", "The promise lies before the start on %s; it must come after.", b.Start.In(home.Zone).Format(dateForHuman))
		c.that(b.Promised.Before(now.AddDate(yearsAhead, 0, 0)), "/promised", "More than %d years ahead; check the year.", yearsAhead)
	}
	w := system.Wish{Use: use, Material: material, Look: z.Look, Sheen: sheen, Air: b.Air, FoodPolicy: home.FoodPolicy}
	w.Seen, w.Action = c.inspection(z.Inspection, material, w, named)
	return w, schedule.Brief{AreaM2: z.AreaM2, Start: b.Start, Promised: b.Promised, Week: home.week()}, c.err()
}

func (c *check) checkAir(air climate.Air) {
	c.that(within(air.TempC, coldestC, hottestC), "/air/tempC", "Between %d and %d °C (%.0f and %.0f °F): nobody coats outside that.", coldestC, hottestC, fahrenheit(coldestC), fahrenheit(hottestC))
	c.that(air.RH > 0 && air.RH <= 100, "/air/rh", "Relative humidity lies above 0 and at most at 100 %%.")
}

func (c *check) checkStart(start, now time.Time) {
	c.that(start.After(now.AddDate(-yearsBack, 0, 0)) && start.Before(now.AddDate(yearsAhead, 0, 0)), "/start", "More than %d years away; check the year.", yearsAhead)
}

func fahrenheit(c float64) float64 { return 1.8*c + 32 }
