package piece

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/technique"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/sums"
)

// Zone is what is told of a zone at take-in and inspection, and what was chosen for it.
type Zone struct {
	ID              int64 // 0 while it is new
	Name            string
	Face            furniture.Face
	EndUse          string
	Material        string
	Look            system.Look
	Sheen           string
	AreaM2          float64 // of one piece, where several are alike; what Measured comes to, where there is any
	LengthM, WidthM *float64
	Measured        []quantity.Measured // shapes that its area comes from; empty where it was told by itself
	Wants           *store.Wants        // nil = nothing more than end use, look and sheen
	Inspection      *store.Inspection   // nil until it is inspected: taken as bare, clean and sound
	Layers          []system.Layer      // the chosen system, not yet judged; empty while none is chosen
}

// narrow is the shorter side of a zone, in metres; 0 when its sides are not told.
func (z Zone) narrow() float64 {
	if z.LengthM == nil || z.WidthM == nil {
		return 0
	}
	return min(*z.LengthM, *z.WidthM)
}

// Brief is what is told of a piece at take-in.
type Brief struct {
	Name      string
	Kind      string
	Owner     string
	Alike     int // pieces treated alike, 1 for one alone
	Site      preparation.Site
	Parts     []furniture.Part
	History   string
	FromPiece int64 // our own earlier work on it; 0 = none
	Zones     []Zone
	Air       climate.Air  // by day
	Night     *climate.Air // nil = as by day
	Start     time.Time
	Promised  time.Time // zero when nothing was promised
	PieceID   int64     // in a preview of one zone, the piece whose other zones it stands beside; 0 = none
}

// Owners there are: own stock, or a customer.
var Owners = []string{"own", "customer"}

// Checked turns a brief into what is planned, or says what is wrong with which field. A brief that is to be kept names
// its fields below /zones and is asked for names; a preview has one zone, below /zone.
func (b Brief) Checked(home house.Workshop, now time.Time, kept bool) (schedule.Brief, error) {
	var c problem.Check
	out := schedule.Brief{
		Parts:    b.Parts,
		Site:     b.Site,
		Alike:    b.Alike,
		Start:    b.Start,
		Promised: b.Promised,
		Week:     home.Week(),
	}
	c.That(b.Alike >= 1 && b.Alike <= mostAlike, "/alike", "A whole number from 1 to %d.", mostAlike)
	if kept {
		checkPiece(&c, b)
	}
	CheckAir(&c, b.Air, "/air")
	var night climate.Air
	if b.Night != nil {
		CheckAir(&c, *b.Night, "/night")
		night = *b.Night
	}
	CheckStart(&c, b.Start, now)
	if !b.Promised.IsZero() {
		c.That(b.Promised.After(b.Start), "/promised", "The promise lies before the start on %s; it must come after.",
			b.Start.In(home.Zone).Format(DateForHuman))
		c.That(b.Promised.Before(now.AddDate(YearsAhead, 0, 0)), "/promised",
			"More than %d years ahead; check the year.", YearsAhead)
	}
	for i, told := range b.Zones {
		at := "/zone"
		if kept {
			at = fmt.Sprintf("/zones/%d", i)
			c.Name(at+"/name", told.Name)
			twin := slices.IndexFunc(b.Zones, func(o Zone) bool { return o.Name == told.Name })
			c.That(twin == i, at+"/name", "Another zone is called %q already.", told.Name)
		}
		z, err := told.asMeasured()
		if err != nil {
			c.Fields = append(c.Fields, sums.SizeError(err, at))
		}
		wish := checkZone(&c, z, at, kept)
		wish.Face, wish.AreaM2, wish.WidthM = z.Face, z.AreaM2*float64(b.Alike), z.narrow()
		wish.Night, wish.Shop, wish.Wants.OnSite = night, home.Shop, b.Site.OnSite
		wish.Wants.NoSpray = wish.Wants.NoSpray || !home.Shop.Has(technique.SprayGun)
		wish.Air, wish.FoodPolicy, wish.Schools, wish.Boards = b.Air, home.FoodPolicy, home.Schools, home.Boards
		out.Zones = append(out.Zones, schedule.Zone{Name: z.Name, Face: z.Face, AreaM2: z.AreaM2, Wish: wish})
	}
	return out, c.Err()
}

// checkPiece checks what is told of the whole piece.
func checkPiece(c *problem.Check, b Brief) {
	c.Name("/name", b.Name)
	c.Listed(furniture.Find(b.Kind) != nil, "/kind", "a kind of piece", b.Kind)
	c.That(slices.Contains(Owners, b.Owner), "/owner", "Own stock or a customer's.")
	c.That(len(b.Zones) >= 1 && len(b.Zones) <= mostZones, "/zones", "From 1 to %d zones.", mostZones)
	c.That(len(b.Parts) <= mostParts, "/parts", "At most %d kinds of part.", mostParts)
	const most = problem.LongestStory
	n := len([]rune(b.History))
	c.That(n <= most, "/history", "At most %d characters; this has %d.", most, n)
	for i, p := range b.Parts {
		at := fmt.Sprintf("/parts/%d", i)
		c.Name(at+"/name", p.Name)
		c.Listed(furniture.FindPart(p.Kind) != nil, at+"/kind", "a kind of part", p.Kind)
		c.That(p.Count >= 1 && p.Count <= mostAlike, at+"/count", "A whole number from 1 to %d.", mostAlike)
	}
}

// checkZone checks one zone and turns it into a wish.
func checkZone(c *problem.Check, z Zone, at string, kept bool) system.Wish {
	use, material := enduse.Find(z.EndUse), substrate.Find(z.Material)
	c.Listed(use != nil, at+"/endUse", "an end use", z.EndUse)
	c.Listed(material != nil, at+"/material", "a material", z.Material)
	sheen, err := coating.ParseSheen(z.Sheen)
	c.That(err == nil, at+"/sheen", "%v.", err)
	c.Listed(slices.Contains(furniture.Faces, z.Face), at+"/face", "a face", string(z.Face))
	c.That(z.AreaM2 > 0, at+"/areaM2", "The area must be more than 0.")
	c.That(!(z.AreaM2 > mostAreaM2), at+"/areaM2", "At most %d m² in one zone; split larger work.", mostAreaM2)
	for field, side := range map[string]*float64{at + "/lengthM": z.LengthM, at + "/widthM": z.WidthM} {
		c.That(side == nil || (*side > 0 && *side <= mostLengthM), field, "Between 0 and %d m.", mostLengthM)
	}
	if z.LengthM != nil && z.WidthM != nil {
		c.That(math.Abs(*z.LengthM**z.WidthM-z.AreaM2) < 0.01*z.AreaM2, at+"/areaM2",
			"The area is not length × width; give one or the other.")
	}
	if material != nil {
		c.That(
			z.Look != system.Stained || material.Wood(),
			at+"/look",
			"%s is not wood on its face, so stain has nothing to soak into. Paint it, or look again what it is made of.",
			material.Name,
		)
	}
	w := system.Wish{Use: use, Material: material, Look: z.Look, Sheen: sheen}
	checkWants(c, z.Wants, &w, at)
	w.Seen, w.Action = checkInspection(c, z.Inspection, material, w, at, kept)
	return w
}

// asMeasured is a zone whose area is what its shapes come to, where it was measured shape by shape.
func (z Zone) asMeasured() (Zone, error) {
	if len(z.Measured) == 0 {
		return z, nil
	}
	_, m2, err := quantity.Unfold(z.Measured)
	if err == nil {
		z.AreaM2 = m2
	}
	return z, err
}

// CheckAir asks for air that somebody coats in, °C and % RH; at is where it stands in the request.
func CheckAir(c *problem.Check, air climate.Air, at string) {
	c.That(
		problem.Within(air.TempC, ColdestC, HottestC),
		at+"/tempC",
		"Between %d and %d °C (%.0f and %.0f °F): nobody coats outside that.",
		ColdestC,
		HottestC,
		fahrenheit(ColdestC),
		fahrenheit(HottestC),
	)
	c.That(air.RH > 0 && air.RH <= 100, at+"/rh", "Relative humidity lies above 0 and at most at 100 %%.")
}

// CheckStart asks for a start within the years that can be meant.
func CheckStart(c *problem.Check, start, now time.Time) {
	c.That(start.After(now.AddDate(-YearsBack, 0, 0)) && start.Before(now.AddDate(YearsAhead, 0, 0)), "/start",
		"More than %d years away; check the year.", YearsAhead)
}

func fahrenheit(c float64) float64 { return 1.8*c + 32 }
