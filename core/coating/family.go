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

// Tag is what a kind contains or does that a rule, a gate or a caution asks about.
type Tag string

const (
	ContainsWax      Tag = "wax"
	Stearate         Tag = "stearate"
	Urethane         Tag = "urethane"
	Isocyanate       Tag = "isocyanate"
	Formaldehyde     Tag = "formaldehyde"
	Preservative     Tag = "preservative"
	NutOil           Tag = "nut_oil"
	Linseed          Tag = "linseed"
	Drier            Tag = "drier"
	Tacky            Tag = "tacky"
	Epoxy            Tag = "epoxy"
	Factory          Tag = "factory" // baked or UV-cured before it came here; never on a shelf
	SelfHeatingRags  Tag = "self_heating_rags"
	PlainNaturalKind Tag = "plain_natural" // known as harmless in itself: shellac, food-grade oil and wax
	Hardwax          Tag = "hardwax"       // oil with hard wax, built up inside the wood
	Polish           Tag = "polish"        // oil and wax to rub on: what goes over it meets wax
	Soap             Tag = "soap"
	Casein           Tag = "casein"      // flakes where it finds no pores
	Dye              Tag = "dye"         // colour that its carrier lifts again
	Glaze            Tag = "glaze"       // colour between coats, never on bare wood
	SlowFiller       Tag = "slow_filler" // deep in the pores, it dries last
	DarkWax          Tag = "dark_wax"
	Limes            Tag = "limes" // white that stays in open pores
	Leaf             Tag = "leaf"
	Size             Tag = "size" // holds leaf
	GildingWax       Tag = "gilding_wax"
	Transfer         Tag = "transfer"
	Paper            Tag = "paper"
	Crackles         Tag = "crackles" // the paint over it cracks
	StaysSoft        Tag = "stays_soft"
	ToBePainted      Tag = "to_be_painted"  // shows for ever under a clear coat
	SwellsBetween    Tag = "swells_between" // recoated before its window closes or after its late time, never between
	Silicone         Tag = "silicone"       // no coat holds on it
	Flexible         Tag = "flexible"       // stays softer than a clear for tables and floors
	MetalPrimer      Tag = "metal_primer"
	Sensitiser       Tag = "sensitiser"   // its hardener makes some people allergic for life
	Blush            Tag = "blush"        // sweats a waxy layer that is washed off
	Gum              Tag = "gum"          // floats off under water
	Lime             Tag = "lime"         // caustic while wet
	KindUnknown      Tag = "kind_unknown" // a lay person's word, with the worst of its meanings
)

// tags there are; another in families.csv is a mistake in it.
var tags = []Tag{
	ContainsWax, Stearate, Urethane, Isocyanate, Formaldehyde, Preservative, NutOil, Linseed, Drier, Tacky,
	Epoxy, Factory, SelfHeatingRags, PlainNaturalKind, Hardwax, Polish, Soap, Casein, Dye, Glaze, SlowFiller,
	DarkWax, Limes, Leaf, Size, GildingWax, Transfer, Paper, Crackles, StaysSoft, ToBePainted, SwellsBetween,
	Silicone, Flexible, MetalPrimer, Sensitiser, Blush, Gum, Lime, KindUnknown,
}

// Group of families: what a kind is sold and laid as.
type Group string

const (
	GroupSealer  Group = "sealer"
	GroupPrimer  Group = "primer"
	GroupStain   Group = "stain"
	GroupPaint   Group = "paint"
	GroupClear   Group = "clear"
	GroupOil     Group = "oil"
	GroupWax     Group = "wax"
	GroupDecor   Group = "decor"
	GroupResin   Group = "resin"
	GroupTextile Group = "textile"
	GroupFloor   Group = "floor"
	GroupFiller  Group = "filler"
	GroupFactory Group = "factory"
	GroupBare    Group = "bare"
	GroupKept    Group = "kept"
)

// Groups there are, by name.
var Groups = []Group{
	GroupBare, GroupClear, GroupDecor, GroupFactory, GroupFiller, GroupFloor, GroupKept, GroupOil, GroupPaint,
	GroupPrimer, GroupResin, GroupSealer, GroupStain, GroupTextile, GroupWax,
}

// Family is a kind of coating with its typical data sheet. Basis of every value: practice.
type Family struct {
	ID            string
	Place         int // in families.csv, which runs from primer to wax
	Name          string
	Groups        []Group
	Carrier       Carrier
	Cure          Cure
	Body          Body
	Class         *Class  // how it hardens, ages, and takes other coats
	RedissolvesIn Carrier // the carrier that melts it again; "" when none
	Sheens        []Sheen
	NeedsTopcoat  bool
	AppliedBy     Method
	RenewMonths   int // indoors; 0 = not renewed as routine
	Tags          []Tag
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

// Is tells whether the family belongs to any of some groups.
func (f *Family) Is(any ...Group) bool {
	return slices.ContainsFunc(f.Groups, func(g Group) bool { return slices.Contains(any, g) })
}

// Has tells whether the family contains something.
func (f *Family) Has(what Tag) bool { return slices.Contains(f.Tags, what) }

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
func (f *Family) NothingOn() bool { return f.Is(GroupBare, GroupKept) }

// Pigmented kinds are never clear: paints, and primers that are no clear sealer.
func (f *Family) Pigmented() bool { return f.Is(GroupPaint, GroupPrimer) }

// Porous paints drink whatever touches them until they are sealed.
func (f *Family) Porous() bool { return f.Is(GroupPaint) && f.NeedsTopcoat }

// Partly tells of a decoration that leaves open, in part, what lies below it.
func (f *Family) Partly() bool {
	return f.Is(GroupDecor) && !f.Has(Crackles) && !f.Has(Size)
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
		Carrier:      Carrier(cell["carrier"]),
		Cure:         Cure(cell["cure"]),
		Body:         Body(cell["film"]),
		NeedsTopcoat: cell["needs_topcoat"] == "yes",
		AppliedBy:    Method(cell["applied_by"]),
		Notes:        cell["notes"],
	}
	var err error
	if f.Groups, err = named(cell, "group", Groups); err != nil {
		return nil, err
	}
	if f.Tags, err = named(cell, "tags", tags); err != nil {
		return nil, err
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
		if f.RenewMonths, err = strconv.Atoi(months); err != nil {
			return nil, fmt.Errorf("renew_months: %q is not a number", months)
		}
	}
	f.Sheens, err = sheenRange(cell["sheen"])
	return f, err
}

// named reads a cell of names out of those that there are.
func named[T ~string](cell map[string]string, column string, all []T) (out []T, err error) {
	if cell[column] == "" {
		return nil, nil
	}
	for _, name := range strings.Split(cell[column], "|") {
		if !slices.Contains(all, T(name)) {
			return nil, fmt.Errorf("%s: there is no %q", column, name)
		}
		out = append(out, T(name))
	}
	return out, nil
}
