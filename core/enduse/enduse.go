// Package enduse says what a surface must withstand: how much it is asked on each demand, which gates a system
// must pass, and how much film is wanted. Basis of the presets: practice.
package enduse

import "slices"

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
// 5 no visible change, 4 slight and only at an angle, 3 slight from several angles, 2 strong mark with the surface
// whole, 1 altered or destroyed. Asking for 1 asks for nothing.
type Levels [demandCount]int

// GateID names a condition that excludes a system when it is not met.
type GateID string

const (
	Child    GateID = "child"
	Mouthing GateID = "mouthing"
	Food     GateID = "food"
	Floor    GateID = "floor"
	Slip     GateID = "slip"
	Exterior GateID = "exterior"
	UV       GateID = "uv"
	Mildew   GateID = "mildew"
	LowOdour GateID = "low_odour"
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
	CureFirst bool   // fully cured before it is used at all
	Note      string // why it asks so, or what is peculiar to it; "" when it goes without saying
}

// Has tells whether the end use sets a gate.
func (u *EndUse) Has(g GateID) bool { return slices.Contains(u.Gates, g) }

// Outdoors tells whether the piece will stand in the weather.
func (u *EndUse) Outdoors() bool { return u.Has(Exterior) }

// EndUses in the order of the picker.
var EndUses = []*EndUse{
	{ID: "dining_table", Name: "Dining or coffee table top", Group: "Tops", Asks: Levels{4, 3, 4, 3, 4, 1}, FilmUM: 90},
	{ID: "counter", Name: "Bar or café counter, shared tables", Group: "Tops", Asks: Levels{5, 5, 5, 3, 5, 1}, FilmUM: 120},
	{ID: "desk", Name: "Desk or work top", Group: "Tops", Asks: Levels{3, 3, 3, 2, 4, 1}, FilmUM: 75},
	{ID: "wash_stand", Name: "Dressing or wash stand", Group: "Tops", Asks: Levels{4, 4, 4, 2, 3, 1}, FilmUM: 90},
	{ID: "kitchen_top", Name: "Kitchen work surface", Group: "Tops", Asks: Levels{5, 4, 5, 4, 4, 1}, Gates: []GateID{Food}},
	{ID: "board", Name: "Board or bowl that food touches", Group: "Tops", Asks: Levels{2, 2, 1, 1, 1, 1}, Gates: []GateID{Food}},
	{ID: "workshop_bench", Name: "Workshop bench top", Group: "Tops", Asks: Levels{2, 3, 2, 2, 3, 1}},
	{ID: "sink_top", Name: "Worktop by a sink", Group: "Tops", Asks: Levels{5, 4, 5, 4, 4, 1}, FilmUM: 120, Note: "Water stands at the joints: seal end grain and cut-outs all round, on both faces."},
	{ID: "cabinet_front", Name: "Cabinet doors, drawer fronts", Group: "Cases", Asks: Levels{3, 3, 4, 2, 3, 1}, Blocking: true, FilmUM: 65},
	{ID: "kitchen_cabinet", Name: "Kitchen or bath cabinet", Group: "Cases", Asks: Levels{4, 3, 5, 3, 4, 1}, Blocking: true, FilmUM: 90},
	{ID: "shelf", Name: "Shelf, bookcase", Group: "Cases", Asks: Levels{2, 2, 3, 2, 3, 1}, Blocking: true, FilmUM: 60},
	{ID: "inside", Name: "Drawer or cupboard inside", Group: "Cases", Asks: Levels{1, 1, 2, 1, 2, 1}, FilmUM: 20, Gates: []GateID{LowOdour}},
	{ID: "base", Name: "Table base, legs, case sides", Group: "Cases", Asks: Levels{2, 2, 3, 2, 3, 1}, FilmUM: 50},
	{ID: "display", Name: "Display piece, frame, lamp, wall piece", Group: "Cases", Asks: Levels{1, 1, 1, 1, 1, 1}, FilmUM: 20},
	{ID: "inside_door", Name: "Inside door, panelling", Group: "Cases", Asks: Levels{2, 2, 4, 1, 3, 1}, Blocking: true, FilmUM: 65, Note: "It closes against its frame, and hands wear it at one height. All six faces get the same coats, or it warps."},
	{ID: "radiator", Name: "Radiator cover, shelf above a stove", Group: "Cases", Asks: Levels{1, 1, 2, 4, 2, 1}, FilmUM: 50, Note: "Warmth softens shellac, lacquer and wax, and yellows oil paint soonest."},
	{ID: "screen", Name: "Folding screen, wall panel", Group: "Cases", Asks: Levels{1, 1, 1, 1, 1, 1}, FilmUM: 20, Note: "Coat both faces alike: thin panels cup."},
	{ID: "instrument_case", Name: "Instrument or clock case", Group: "Cases", Asks: Levels{2, 2, 2, 1, 3, 1}, SkinOil: true, FilmUM: 50, Note: "Thin and easily repaired is worth more than hard: shellac has served it for two hundred years. The sounding parts themselves are a maker's affair."},
	{ID: "sill", Name: "Indoor sill, radiator cover", Group: "Cases", Asks: Levels{4, 2, 3, 3, 3, 1}, FilmUM: 75},
	{ID: "seat", Name: "Seat, chair arm, bench", Group: "Seats and beds", Asks: Levels{3, 3, 4, 2, 4, 1}, SkinOil: true, FilmUM: 75},
	{ID: "cot", Name: "Cot, child's bed, toy box", Group: "Seats and beds", Asks: Levels{3, 2, 4, 1, 3, 1}, FilmUM: 75, Gates: []GateID{Child, Mouthing}, CureFirst: true},
	{ID: "high_chair", Name: "High chair, toddler table", Group: "Seats and beds", Asks: Levels{4, 3, 5, 2, 4, 1}, FilmUM: 75, Gates: []GateID{Child, Mouthing}, CureFirst: true},
	{ID: "toy", Name: "Toy, rattle, anything mouthed", Group: "Seats and beds", Asks: Levels{3, 2, 3, 1, 2, 1}, Gates: []GateID{Child, Mouthing}, CureFirst: true},
	{ID: "floor_home", Name: "Floor at home", Group: "Floors", Asks: Levels{4, 3, 4, 2, 4, 1}, FilmUM: 100, Gates: []GateID{Floor}},
	{ID: "floor_public", Name: "Floor in shop or hall, stair tread", Group: "Floors", Asks: Levels{4, 3, 5, 2, 5, 1}, FilmUM: 120, Gates: []GateID{Floor, Slip}},
	{ID: "stage_floor", Name: "Stage or dance floor", Group: "Floors", Asks: Levels{3, 3, 4, 2, 5, 1}, FilmUM: 120, Gates: []GateID{Floor, Slip}, Note: "Neither too slippery nor too grippy: the house's own rules decide, on a measured floor."},
	{ID: "front_door", Name: "Front door, outside window or sill", Group: "Outdoors and wet", Asks: Levels{5, 2, 3, 2, 4, 5}, FilmUM: 120, Gates: []GateID{Exterior, UV}, Note: "It must not move much: films of the highest class of EN 927-1 (over 60 µm; value from memory), edges and end grain first."},
	{ID: "outdoors_covered", Name: "Outdoors, under cover", Group: "Outdoors and wet", Asks: Levels{4, 2, 3, 2, 3, 3}, FilmUM: 90, Gates: []GateID{Exterior}},
	{ID: "outdoors_exposed", Name: "Outdoors, exposed", Group: "Outdoors and wet", Asks: Levels{5, 2, 3, 2, 3, 5}, FilmUM: 110, Gates: []GateID{Exterior, UV}},
	{ID: "outdoors_coast", Name: "Outdoors, coast or full sun", Group: "Outdoors and wet", Asks: Levels{5, 2, 3, 2, 3, 5}, FilmUM: 120, Gates: []GateID{Exterior, UV}},
	{ID: "planter", Name: "Planter, outdoors", Group: "Outdoors and wet", Asks: Levels{5, 1, 2, 1, 2, 5}, Gates: []GateID{Exterior, UV}, Note: "Wet earth behind a film lifts it: line the inside, leave the outside to an oil, or leave durable wood bare."},
	{ID: "bathroom", Name: "Bathroom, plant stand", Group: "Outdoors and wet", Asks: Levels{4, 3, 4, 2, 3, 1}, FilmUM: 90, Gates: []GateID{Mildew}},
}

var byID = func() map[string]*EndUse {
	m := make(map[string]*EndUse, len(EndUses))
	for _, u := range EndUses {
		m[u.ID] = u
	}
	return m
}()

// Find returns the end use, or nil.
func Find(id string) *EndUse { return byID[id] }
