// Package technique knows the ways in which a coat goes on, with their speed, and which of them a workshop takes for a
// piece of work: the kind of coat, the place, the size and the tools at hand decide.
package technique

import (
	_ "embed"
	"fmt"
	"slices"
	"strconv"

	"firmitas/core/coating"
	"firmitas/core/table"
)

// Tool that not every workshop has.
type Tool string

const (
	SprayGun    Tool = "spray_gun"
	FoamRoller  Tool = "foam_roller"
	PadMachine  Tool = "pad_machine"
	FloorSander Tool = "floor_sander"
)

// NamedTool is a tool as it is asked for.
type NamedTool struct {
	ID   Tool
	Name string
}

// Tools there are.
var Tools = []NamedTool{
	{SprayGun, "Spray gun, and a place to use it"},
	{FoamRoller, "Foam rollers"},
	{PadMachine, "Pad machine for floors"},
	{FloorSander, "Drum sander and edger for floors"},
}

// Technique is a way of putting a coat on, by one person. Basis: practice.
type Technique struct {
	ID         string
	Does       string // the work, as an instruction
	Tool       Tool   // that it takes; "" = what every workshop has
	method     coating.Method
	body       coating.Body
	place      string
	fromM2     float64 // less is not worth the tool
	PerM2      float64 // minutes
	SetUp      float64 // minutes of setting up and washing up, once a session
	DenibPerM2 float64 // minutes of knocking a film smooth before it
	Transfer   float64 // share of what leaves the tin that reaches the work; 1 where the rate already holds the loss
	left       float64 // litres that stay in pot, tray and tool of full size after a session (practice, estimate)
	SectionEnd string  // where a stretch ends that no day can hold
}

// A tool of full size pays from fullSizeM2 on; the smallest pot and brush hold a fifth of what it holds (practice).
const (
	fullSizeM2   = 1.0
	smallestTool = 0.2
)

// LeftL is what stays in pot, tray and tool after a session over area m², in litres: a small thing is done with a small
// brush, and what was poured out too much goes back.
func (t Technique) LeftL(area float64) float64 {
	return t.left * max(smallestTool, min(1, area/fullSizeM2))
}

// Sprays tells whether it drifts.
func (t Technique) Sprays() bool { return t.Tool == SprayGun || t.method == coating.Aerosol }

//go:embed techniques.csv
var techniqueTable []byte

// Techniques there are.
var Techniques = read(techniqueTable)

// read panics on a faulty table: it ships with the core.
func read(file []byte) []Technique {
	var out []Technique
	for _, l := range table.Must("techniques.csv", file) {
		number := func(column string) float64 {
			v, err := strconv.ParseFloat(l[column], 64)
			if err != nil {
				panic(fmt.Sprintf("techniques.csv, %s, %s: %v", l["id"], column, err))
			}
			return v
		}
		out = append(out, Technique{
			ID: l["id"], Does: l["does"], Tool: Tool(l["tool"]),
			method: coating.Method(l["method"]), body: coating.Body(l["body"]), place: l["place"],
			fromM2: number("from_m2"), PerM2: number("minutes_per_m2"), SetUp: number("set_up"),
			DenibPerM2: number("denib_per_m2"), Transfer: number("transfer"), left: number("left_ml") / 1000,
			SectionEnd: l["section_end"],
		})
	}
	return out
}

// Job is one coat over one surface.
type Job struct {
	Family    *coating.Family
	AreaM2    float64
	Outdoors  bool
	Underfoot bool
	OnSite    bool // not in the workshop
}

// fits tells whether a technique serves a job, whatever the tools.
func (t Technique) fits(j Job) bool {
	goesOn := t.method == "" || t.method == j.Family.AppliedBy
	lies := t.body == "" || t.body == j.Family.Body
	if j.AreaM2 < t.fromM2 || t.Sprays() && !mayBeSprayed(j.Family) {
		return false
	}
	return goesOn && lies && j.in(t.place)
}

// mayBeSprayed tells whether a gun may take a kind: what is made for it, and of what is brushed only what water carries
// and no hardener of isocyanate is in. A mist of the others is another matter than a brush of them. Basis: practice.
func mayBeSprayed(f *coating.Family) bool {
	madeForIt := f.AppliedBy == coating.Spray || f.AppliedBy == coating.Aerosol
	mild := f.Carrier == coating.Water && !f.Has(coating.Isocyanate) && !f.Has(coating.Formaldehyde)
	return madeForIt || mild
}

func (j Job) in(place string) bool {
	switch place {
	case "indoors":
		return !j.Outdoors
	case "outdoors":
		return j.Outdoors && !j.Underfoot
	case "underfoot":
		return j.Underfoot
	case "floor":
		return j.Underfoot && !j.Outdoors
	case "deck":
		return j.Underfoot && j.Outdoors
	case "bench":
		return !j.OnSite && !j.Underfoot && !j.Outdoors
	}
	return true
}

// Shop is what a workshop has and how quick it is.
type Shop struct {
	Lacks []Tool             // zero = every tool is at hand
	Pace  map[string]float64 // its own minutes by kind of work; what is missing is as practice has it
}

// Has tells whether a tool is at hand.
func (s Shop) Has(t Tool) bool { return !slices.Contains(s.Lacks, t) }

// Minutes of a kind of work: the workshop's own, or practice.
func (s Shop) Minutes(kind string, practice float64) float64 {
	if own, ok := s.Pace[kind]; ok {
		return own
	}
	return practice
}

// SetUpOf is the kind of work that setting up for a technique and washing up after it is.
func SetUpOf(technique string) string { return "set_up_" + technique }

// For is how the workshop does a job: the quickest way, in all, that its tools allow. What can only be sprayed is told
// as sprayed even where there is no gun; choosing puts it aside.
func (s Shop) For(j Job) Technique {
	var best Technique
	quickest := 0.0
	for _, t := range Techniques {
		onlyWay := t.method == coating.Spray
		if !t.fits(j) || !(s.Has(t.Tool) || onlyWay) {
			continue
		}
		t.PerM2, t.SetUp = s.Minutes(t.ID, t.PerM2), s.Minutes(SetUpOf(t.ID), t.SetUp)
		if all := t.SetUp + t.PerM2*j.AreaM2; best.ID == "" || all < quickest {
			best, quickest = t, all
		}
	}
	return best
}
