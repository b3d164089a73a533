// Package coating describes what comes out of a tin: coating families with typical data-sheet values, and
// products whose labels override them. Every value keeps its basis.
package coating

import (
	_ "embed"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/table"
)

// Carrier is what makes a coat liquid and then leaves, or stays.
type Carrier string

// Solvent tells of a carrier that is organic and evaporates.
func (c Carrier) Solvent() bool { return c == MineralSpirits || c == LacquerSolvent || c == Alcohol }

const (
	Water          Carrier = "water"
	Alcohol        Carrier = "alcohol"
	MineralSpirits Carrier = "mineral_spirits"
	LacquerSolvent Carrier = "lacquer_solvent" // hot, strong solvent
	NoCarrier      Carrier = "none"
)

// Cure is how a coat becomes solid.
type Cure string

const (
	Evaporation  Cure = "evaporation"
	Coalescence  Cure = "coalescence"
	Oxidation    Cure = "oxidation"
	Crosslinking Cure = "crosslinking"
	NoCure       Cure = "none"
)

// Body is where the coat ends up: a film on the wood, inside the wood, or wax lying on it.
type Body string

const (
	Film        Body = "film"
	Penetrating Body = "penetrating"
	Wax         Body = "wax"
)

// Method is how a coat is put on.
type Method string

const (
	Brush   Method = "brush"
	Cloth   Method = "cloth"
	Spray   Method = "spray"
	Aerosol Method = "aerosol"
)

// Tags: what a kind contains or does that a rule, a gate or a caution asks about.
const (
	ContainsWax      = "wax"
	Stearate         = "stearate"
	Urethane         = "urethane"
	Isocyanate       = "isocyanate"
	Formaldehyde     = "formaldehyde"
	Preservative     = "preservative"
	NutOil           = "nut_oil"
	Linseed          = "linseed"
	Drier            = "drier"
	Tacky            = "tacky"
	Epoxy            = "epoxy"
	Factory          = "factory" // baked or UV-cured before it came here; never on a shelf
	SelfHeatingRags  = "self_heating_rags"
	PlainNaturalKind = "plain_natural" // known as harmless in itself: shellac, food-grade oil and wax
	Hardwax          = "hardwax"       // oil with hard wax, built up inside the wood
	Polish           = "polish"        // oil and wax to rub on: what goes over it meets wax
	Soap             = "soap"
	Casein           = "casein"      // flakes where it finds no pores
	Dye              = "dye"         // colour that its carrier lifts again
	Glaze            = "glaze"       // colour between coats, never on bare wood
	SlowFiller       = "slow_filler" // deep in the pores, it dries last
	DarkWax          = "dark_wax"
	Limes            = "limes" // white that stays in open pores
	Leaf             = "leaf"
	Size             = "size" // holds leaf
	GildingWax       = "gilding_wax"
	Transfer         = "transfer"
	Paper            = "paper"
	Crackles         = "crackles" // the paint over it cracks
	StaysSoft        = "stays_soft"
	ToBePainted      = "to_be_painted"  // shows for ever under a clear coat
	SwellsBetween    = "swells_between" // recoated before its window closes or after its late time, never between
	Silicone         = "silicone"       // no coat holds on it
	Flexible         = "flexible"       // stays softer than a clear for tables and floors
	MetalPrimer      = "metal_primer"
	Sensitiser       = "sensitiser"   // its hardener makes some people allergic for life
	Blush            = "blush"        // sweats a waxy layer that is washed off
	Gum              = "gum"          // floats off under water
	Lime             = "lime"         // caustic while wet
	KindUnknown      = "kind_unknown" // a lay person's word, with the worst of its meanings
)

// Family is a kind of coating with its typical data sheet. Basis of every value: practice.
type Family struct {
	ID            string
	Place         int // in families.csv, which runs from primer to wax
	Name          string
	Groups        []string // sealer, primer, stain, paint, clear, oil, wax, decor, resin, textile
	Carrier       Carrier
	Cure          Cure
	Body          Body
	Class         *Class  // how it hardens, ages, and takes other coats
	RedissolvesIn Carrier // the carrier that melts it again; "" when none
	Sheens        []Sheen
	NeedsTopcoat  bool
	AppliedBy     Method
	RenewMonths   int      // indoors; 0 = not renewed as routine
	Tags          []string // what it contains or does that rules, gates and cautions ask about
	Notes         string
	Typical       Sheet
}

// FamiliesInOrder is the table from top to bottom.
func FamiliesInOrder() []*Family {
	all := make([]*Family, 0, len(Families))
	for _, f := range Families {
		all = append(all, f)
	}
	slices.SortFunc(all, func(a, b *Family) int { return a.Place - b.Place })
	return all
}

// Groups of families there are, in order.
var Groups = func() []string {
	var all []string
	for _, f := range Families {
		for _, g := range f.Groups {
			if !slices.Contains(all, g) {
				all = append(all, g)
			}
		}
	}
	slices.Sort(all)
	return all
}()

// Is tells whether the family belongs to a group.
func (f *Family) Is(group string) bool { return slices.Contains(f.Groups, group) }

// Has tells whether the family contains something.
func (f *Family) Has(what string) bool { return slices.Contains(f.Tags, what) }

// OilBased coats dry by taking oxygen and carry no water.
func (f *Family) OilBased() bool {
	return f.Cure == Oxidation && f.Carrier != Water && f.Carrier != LacquerSolvent
}

// SelfHeats tells that rags and dust of it burn by themselves: all that takes oxygen, in whatever carrier, and oils
// that a hardener is added to.
func (f *Family) SelfHeats() bool { return f.Cure == Oxidation || f.Has(SelfHeatingRags) }

// Catalysed coats harden by an added acid or isocyanate in a strong solvent.
func (f *Family) Catalysed() bool { return f.Cure == Crosslinking && f.Carrier == LacquerSolvent }

// NothingOn stands for an answer that lays nothing: the material left bare, what is there kept.
func (f *Family) NothingOn() bool { return f.Is("bare") || f.Is("kept") }

// Pigmented kinds are never clear: paints, and primers that are no clear sealer.
func (f *Family) Pigmented() bool { return f.Is("paint") || f.Is("primer") }

// Porous paints drink whatever touches them until they are sealed.
func (f *Family) Porous() bool { return f.Is("paint") && f.NeedsTopcoat }

// Partly tells of a decoration that leaves open, in part, what lies below it.
func (f *Family) Partly() bool {
	return f.Is("decor") && !f.Has(Crackles) && !f.Has(Size)
}

// Drying is the way its wet time answers to the air.
func (f *Family) Drying() climate.Drying {
	switch {
	case f.Cure == NoCure:
		return climate.NeverDries
	case f.Body == Wax:
		return climate.WaxSets
	case f.Carrier == Water:
		return climate.WaterLeaves
	case f.Cure == Oxidation:
		return climate.TakesOxygen
	case f.Cure == Evaporation:
		return climate.SolventLeaves
	}
	return climate.PartsReact
}

//go:embed families.csv
var familiesCSV []byte

// Families are all coating families by id.
var Families = mustParse(familiesCSV)

func mustParse(file []byte) map[string]*Family {
	families := map[string]*Family{}
	for _, cell := range table.Must("families.csv", file) {
		f, err := parseFamily(cell)
		if err != nil {
			panic(fmt.Sprintf("families.csv, %s: %v", cell["id"], err))
		}
		f.Place = len(families)
		families[f.ID] = f
	}
	return families
}

var degrees = map[string]float64{"no": No, "partly": Partly, "yes": Yes, "": 0}

func parseFamily(cell map[string]string) (*Family, error) {
	f := &Family{
		ID:           cell["id"],
		Name:         cell["name"],
		Groups:       list(cell["group"]),
		Carrier:      Carrier(cell["carrier"]),
		Cure:         Cure(cell["cure"]),
		Body:         Body(cell["film"]),
		NeedsTopcoat: cell["needs_topcoat"] == "yes",
		AppliedBy:    Method(cell["applied_by"]),
		Tags:         list(cell["tags"]),
		Notes:        cell["notes"],
	}
	if f.Class = Classes[cell["class"]]; f.Class == nil {
		return nil, fmt.Errorf("class: there is no %q", cell["class"])
	}
	if cell["redissolves_in"] != "none" {
		f.RedissolvesIn = Carrier(cell["redissolves_in"])
	}
	for i := range Fields {
		field := &Fields[i]
		if field.column == "" {
			continue
		}
		if v, isDegree := degrees[cell[field.column]]; isDegree {
			*field.Of(&f.Typical) = v
		} else if v, err := strconv.ParseFloat(cell[field.column], 64); err == nil {
			*field.Of(&f.Typical) = v
		} else {
			return nil, fmt.Errorf("%s: %q is not a number", field.column, cell[field.column])
		}
	}
	if months := cell["renew_months"]; months != "" {
		var err error
		if f.RenewMonths, err = strconv.Atoi(months); err != nil {
			return nil, fmt.Errorf("renew_months: %q is not a number", months)
		}
	}
	var err error
	f.Sheens, err = sheenRange(cell["sheen"])
	return f, err
}

func list(cell string) []string {
	if cell == "" {
		return nil
	}
	return strings.Split(cell, "|")
}
