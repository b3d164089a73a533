package care

import (
	_ "embed"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/table"
)

// Finish is what a kind of coat is to whoever lives with it. Basis: practice; its days hold at 20 to 23 °C and 50 % RH.
type Finish struct {
	Surface *Surface // where it is the layer that is touched
	Kind    string   // its plain name, a term
	Counted counted
	D1      float64 // days until it may be carried by clean, dry hands, stood on its feet
	D3      float64 // days until ordinary use and the first wipe
	Rain    float64 // days until rain may reach it; 0 where that is not asked

	// where it carries colour that hides, and is called and treated as something else
	opaqueSurface, opaqueKind string
}

// counted is how what was laid is counted to a buyer.
type counted string

const (
	inCoats counted = "coats" // with its sheen
	inTimes counted = "times" // it goes into the wood, or is wiped off again
	notAt   counted = "none"
)

// wipe is how much a surface bears of what cleans it, least first.
type wipe int

const (
	brushOnly wipe = iota
	dryCloth
	barelyDamp
	dampCloth
	washed
	clothDab
)

var wipes = map[string]wipe{
	"brush": brushOnly, "dry": dryCloth, "barely": barelyDamp, "damp": dampCloth, "wash": washed, "cloth": clothDab,
}

// Surface is how one kind of touched layer is lived with. Basis: practice.
type Surface struct {
	ID    string
	HeatC float64 // what may stand on it before a mark is likely; 0 where nothing hot comes
	Wipe  wipe
	Hurts []*hazard
	Soaks bool // its first renewal comes after half the months
	Owner bool // its owner renews it

	damage   string // the sentence on what to do about damage
	renew    string // the sentence on renewing it; "" where nobody does as routine
	underWax string // the surface that it becomes with wax over it
	traits   []trait
}

// trait of a surface that sentences ask about.
type trait string

const (
	renewedInUse trait = "renewed_in_use" // it never hardens: it is washed in anew, and that is its care
	staysWet     trait = "stays_wet"      // it never hardens, and comes up for days
	poured       trait = "poured"         // laid by pouring: nothing of it went into the wood
	onCloth      trait = "cloth"
	isWax        trait = "wax"
	unfinished   trait = "unfinished"     // what lies beneath a finish, where there is none over it
	painted      trait = "painted"        // a picture, or a pattern
	oiledByOwner trait = "oiled_by_owner" // though it is a film, its owner lays oil varnish on it
	noBleach     trait = "no_bleach"      // what hurts it when it is cleaned says so already
)

var traits = []trait{
	renewedInUse, staysWet, poured, onCloth, isWax, unfinished, painted, oiledByOwner, noBleach,
}

func (s *Surface) is(t trait) bool { return slices.Contains(s.traits, t) }

// hazard hurts a surface where it occurs. Of a group only the first that a surface names is told.
type hazard struct {
	id, group string
	meets     []string
}

//go:embed finishes.csv
var finishesCSV []byte

//go:embed surfaces.csv
var surfacesCSV []byte

//go:embed hazards.csv
var hazardsCSV []byte

//go:embed uses.csv
var usesCSV []byte

var hazards = func() map[string]*hazard {
	out := map[string]*hazard{}
	for _, cell := range table.Must("hazards.csv", hazardsCSV) {
		out[cell["hazard"]] = &hazard{cell["hazard"], cell["group"], strings.Split(cell["meets"], "|")}
	}
	return out
}()

// surfaces by id.
var surfaces = func() map[string]*Surface {
	out := map[string]*Surface{}
	for _, cell := range table.Must("surfaces.csv", surfacesCSV) {
		level, known := wipes[cell["wipe"]]
		if !known {
			panic(fmt.Sprintf("surfaces.csv: no wipe %q", cell["wipe"]))
		}
		s := &Surface{
			ID: cell["surface"], HeatC: number(cell["heat_c"]), Wipe: level,
			Soaks: cell["soaks"] == "yes", Owner: cell["owner"] == "yes",
			damage: cell["damage"], renew: cell["renew"], underWax: cell["under_wax"],
		}
		for _, name := range strings.Fields(cell["is"]) {
			if !slices.Contains(traits, trait(name)) {
				panic(fmt.Sprintf("surfaces.csv, %s: no trait %q", s.ID, name))
			}
			s.traits = append(s.traits, trait(name))
		}
		for _, id := range strings.Split(cell["hurts"], "|") {
			if hazards[id] == nil {
				panic(fmt.Sprintf("surfaces.csv: no hazard %q", id))
			}
			s.Hurts = append(s.Hurts, hazards[id])
		}
		out[s.ID] = s
	}
	for _, s := range out {
		if out[s.underWax] == nil {
			panic(fmt.Sprintf("surfaces.csv, %s: no surface %q", s.ID, s.underWax))
		}
	}
	return out
}()

// finishes by coating family.
var finishes = func() map[string]Finish {
	out := map[string]Finish{}
	for _, cell := range table.Must("finishes.csv", finishesCSV) {
		f := Finish{
			Surface: surfaces[cell["surface"]], Kind: cell["kind"], Counted: counted(cell["counted"]),
			D1: number(cell["d1_d"]), D3: number(cell["d3_d"]), Rain: number(cell["rain_d"]),
			opaqueSurface: cell["opaque_surface"], opaqueKind: cell["opaque_kind"],
		}
		named := f.Surface != nil && (f.opaqueSurface == "" || surfaces[f.opaqueSurface] != nil)
		if coating.Families[cell["family"]] == nil || !named {
			panic(fmt.Sprintf("finishes.csv, %s: no such family or surface", cell["family"]))
		}
		out[cell["family"]] = f
	}
	return out
}()

// use is a life as a card speaks of it.
type use struct {
	group string   // how it is used in its first weeks
	class string   // what is said of living with it
	meets []string // what comes to it
}

// uses by life.
var uses = func() map[string]use {
	out := map[string]use{}
	for _, cell := range table.Must("uses.csv", usesCSV) {
		out[cell["life"]] = use{cell["group"], cell["class"], strings.Split(cell["meets"], "|")}
	}
	return out
}()

// number of a cell that ships with the core; an empty one is 0.
func number(cell string) float64 {
	if cell == "" {
		return 0
	}
	v, err := strconv.ParseFloat(cell, 64)
	if err != nil {
		panic(err)
	}
	return v
}

// FinishOf is what a coat is to whoever lives with it.
func FinishOf(f *coating.Family, opaque bool) Finish {
	out := finishes[f.ID]
	if opaque && out.opaqueKind != "" {
		out.Surface, out.Kind = surfaces[out.opaqueSurface], out.opaqueKind
	}
	return out
}
