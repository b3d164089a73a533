// Package enduse says what a surface must withstand: how much it is asked on each demand, which gates a system
// must pass, and how much film is wanted. Basis of the presets: practice.
package enduse

import (
	_ "embed"
	"slices"
)

// Demand is one thing that a surface is asked to resist.
type Demand int

const (
	Water Demand = iota
	Alcohol
	Cleaner
	Heat
	Abrasion
	Weather
	demandCount
)

// DemandNames as they stand on screen, by Demand.
var DemandNames = [demandCount]string{"water", "alcohol and food", "cleaner", "heat", "abrasion", "weather and sun"}

// Levels are 1 to 5 for each Demand, read as the ratings of EN 12720 and its sisters (values from memory):
// 5 no visible change; 4 minor, seen only where the light mirrors in the surface; 3 moderate, seen from several angles,
// the surface whole; 2 strong, seen from every angle, or the surface slightly changed: swollen, raised, cracked;
// 1 the surface changed or destroyed. Asking for 1 asks for nothing.
type Levels [demandCount]int

const (
	leastLevel = 1
	mostLevel  = 5
)

// GateID names a condition that excludes a system when it is not met.
type GateID string

const (
	Child        GateID = "child"
	Mouthing     GateID = "mouthing"
	Food         GateID = "food"
	Floor        GateID = "floor"
	Slip         GateID = "slip"
	SlipMeasured GateID = "slip_measured" // in place of it, where the finisher says so
	Exterior     GateID = "exterior"
	UV           GateID = "uv"
	Mildew       GateID = "mildew"
	LowOdour     GateID = "low_odour"
)

// EndUse is the life that a zone will lead.
type EndUse struct {
	ID        string
	Name      string
	Group     string
	Asks      Levels
	Blocking  bool    // things rest on it or close against it: the coat must not stick
	SkinOil   bool    // hands, arms and heads rest here: soft finishes count one level lower
	FilmUM    float64 // protective dry film wanted over the colour; 0 = counted in coats
	Gates     []GateID
	CureFirst bool     // fully cured before it is used at all
	Is        []string // its traits, by which products are made for it; see made_for.csv
	Bare      Fit      // of the wood, left as it is
	Film      Fit      // of anything that forms a film: at the best
	Upkeep    string   // the kind of wear that renewal goes by: a column of upkeep.csv
	ByHand    bool     // its asks are a finisher's own: they hold for every kind of coat
	Place     Place    // where it stands; "" = where this life is at home
	Note      string   // why it asks so, or what is peculiar to it; "" when it goes without saying
	Say       string   // what a veteran says before the work begins
}

// Has tells whether the end use sets a gate.
func (u *EndUse) Has(g GateID) bool { return slices.Contains(u.Gates, g) }

// Outdoors tells whether the piece will stand in the weather.
func (u *EndUse) Outdoors() bool { return u.Has(Exterior) }

//go:embed lives.csv
var livesFile []byte

// EndUses in the order of the picker, read from lives.csv: one life a line, its asks by the name of the demand.
var EndUses = mustRead(livesFile)

var byID = func() map[string]*EndUse {
	m := make(map[string]*EndUse, len(EndUses))
	for _, u := range EndUses {
		m[u.ID] = u
	}
	return m
}()

// Find returns the end use, or nil.
func Find(id string) *EndUse { return byID[id] }
