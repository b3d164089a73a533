// Package furniture knows kinds of piece: which zones they usually have, how those live, how large they are from a few
// measurements, and which parts come off before the work. Basis: practice; areas are rough and are there to be mended.
package furniture

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/quantity"
)

// Stairs are the kind that is stepped on.
const Stairs = "stairs"

// Face is where on a piece a zone lies. It sets when hands reach it: hidden faces first, the best face last, so that no
// finished face is laid down or knocked while another is worked.
type Face string

const (
	Underside Face = "underside"
	Inside    Face = "inside"
	Apart     Face = "apart" // doors, drawers, shelves: taken out and worked on their own
	Body      Face = "body"
	Best      Face = "best"
)

// Faces in the order that hands take them.
var Faces = []Face{Underside, Inside, Apart, Body, Best}

// Order is the place of f in that order; an unknown face counts as body.
func (f Face) Order() int {
	if i := slices.Index(Faces, f); i >= 0 {
		return i
	}
	return slices.Index(Faces, Body)
}

// Zone is a zone as a kind of piece usually has it.
type Zone struct {
	Name   string
	EndUse string // id in core/enduse
	Face   Face
	Shapes []quantity.Measured // that it is made of
	AreaM2 float64             // that they come to
}

// Measure is one thing to measure on a kind of piece: a length in m, or a count.
type Measure struct {
	ID    string
	Name  string
	Usual float64
	Count bool
}

// Kind is a kind of piece.
type Kind struct {
	ID       string
	Name     string
	Measures []Measure
	zones    func(m measured) []area
	parts    func(m measured) []Part
}

// measured is what was measured on a piece, in m or as a count.
type measured map[string]float64

// Longest and most that is believed of a measurement.
const (
	longestM  = 50.0
	mostCount = 200.0
)

// LayOut gives the usual zones and parts of a kind, its measurements as they were typed. One that is missing takes its
// usual value; one that cannot be is an error that names it. A bare length is in cm, or in inches.
func (k *Kind) LayOut(given map[string]string, inches bool) ([]Zone, []Part, error) {
	m := measured{}
	for _, ask := range k.Measures {
		v, err := ask.read(given[ask.ID], inches)
		if err != nil {
			return nil, nil, &MeasureError{ask.ID, fmt.Sprintf("%s: %v.", ask.Name, err)}
		}
		m[ask.ID] = v
	}
	var zones []Zone
	for _, z := range k.zones(m) {
		zone := Zone{Name: z.name, EndUse: z.endUse, Face: z.face}
		for _, f := range z.forms {
			if f.possible() {
				zone.Shapes = append(zone.Shapes, f.typed(inches))
			}
		}
		_, area, err := quantity.Unfold(zone.Shapes)
		if err != nil {
			return nil, nil, fmt.Errorf("%s, %s: %w", k.ID, z.name, err)
		}
		if zone.AreaM2 = max(math.Round(area*100)/100, leastM2); len(zone.Shapes) > 0 {
			zones = append(zones, zone)
		}
	}
	var parts []Part
	if k.parts != nil {
		parts = slices.DeleteFunc(k.parts(m), func(p Part) bool { return p.Count == 0 })
	}
	return zones, parts, nil
}

// leastM2 is as little as a zone is told to have.
const leastM2 = 0.01

// read what was typed of a measurement; nothing typed is its usual value.
func (a Measure) read(text string, inches bool) (float64, error) {
	if strings.TrimSpace(text) == "" {
		return a.Usual, nil
	}
	if a.Count {
		n, err := strconv.Atoi(strings.TrimSpace(text))
		if err != nil || n < 0 || n > mostCount {
			return 0, fmt.Errorf("a whole number from 0 to %.0f", mostCount)
		}
		return float64(n), nil
	}
	v, err := quantity.ReadLength(text, inches)
	if err == nil && v > longestM {
		err = fmt.Errorf("at most %.0f m", longestM)
	}
	return v, err
}

// area is a zone in the making.
type area struct {
	name, endUse string
	face         Face
	forms        []form
}

// form is a shape in the making: its sizes in m, by id, or as a count.
type form struct {
	shape string
	count float64
	both  bool
	sizes map[string]float64
}

// possible tells whether there is any of it.
func (f form) possible() bool {
	for _, v := range f.sizes {
		if v <= 0 {
			return false
		}
	}
	return f.count >= 1
}

// typed is a form as somebody would type it who measured it.
func (f form) typed(inches bool) quantity.Measured {
	out := quantity.Measured{
		Shape: f.shape, Count: int(f.count), Both: f.both, Inches: inches, Sizes: map[string]string{},
	}
	for _, size := range quantity.FindShape(f.shape).Sizes {
		v, told := f.sizes[size.ID]
		switch {
		case !told:
		case size.Count:
			out.Sizes[size.ID] = strconv.Itoa(int(v))
		default:
			out.Sizes[size.ID] = quantity.FormatLength(v, inches)
		}
	}
	return out
}

func panel(count, length, width float64) form {
	return form{"panel", count, false, map[string]float64{"length": length, "width": width}}
}

// slab is a panel whose edges are seen.
func slab(count, length, width, thickness float64) form {
	return form{"panel", count, false, map[string]float64{"length": length, "width": width, "thickness": thickness}}
}

func (f form) bothSides() form { f.both = true; return f }

func strip(count, length, high float64) form {
	return form{"edge", count, false, map[string]float64{"length": length, "thickness": high}}
}

func slat(count, length, width, thickness float64) form {
	return form{"slat", count, false, map[string]float64{"length": length, "width": width, "thickness": thickness}}
}

func squareLegs(count, long float64) form {
	return form{"square_leg", count, false, map[string]float64{"across": legSide, "length": long}}
}

func turned(count, long, across float64) form {
	return form{"turned_leg", count, false, map[string]float64{"across": across, "length": long}}
}

func drawerFronts(count, width, high float64) form {
	return form{"drawer_front", count, false, map[string]float64{"width": width, "height": high}}
}

func drawerBoxes(count, width, depth, high float64) form {
	return form{"drawer_box", count, false, map[string]float64{"width": width, "depth": depth, "height": high}}
}

func panelDoors(count, width, high float64) form {
	return form{"panel_door", count, false, map[string]float64{"width": width, "height": high}}
}

func frameOf(width, high, girth float64) form {
	return form{"frame", 1, false, map[string]float64{"width": width, "height": high, "girth": girth}}
}

// MeasureError says which measurement cannot be, and what would be right.
type MeasureError struct{ Measure, Detail string }

func (e *MeasureError) Error() string { return e.Detail }

// Find returns the kind, or nil.
func Find(id string) *Kind {
	for _, k := range Kinds {
		if k.ID == id {
			return k
		}
	}
	return nil
}

func length(id, name string, usual float64) Measure { return Measure{id, name, usual, false} }
func count(id, name string, usual float64) Measure  { return Measure{id, name, usual, true} }

// Usual sections, in m.
const (
	legSide  = 0.06 // square leg
	railHigh = 0.10 // apron or plinth
	railWide = 0.08 // rail or stile of a front, arm of a seat
	slatWide = 0.03 // cot slat
	slatDeep = 0.02
	edge     = 0.03 // thickness of a board
)

// Kinds in the order of the picker.
var Kinds = []*Kind{
	{
		ID:   "table",
		Name: "Table",
		Measures: []Measure{
			length("length", "Length", 1.6),
			length("width", "Width", 0.8),
			length("height", "Height", 0.75),
		},
		zones: func(m measured) []area {
			return []area{
				{"Top", "dining_table", Best, []form{slab(1, m["length"], m["width"], edge)}},
				{"Underside", "base", Underside, []form{panel(1, m["length"], m["width"])}},
				{"Legs and apron", "base", Body, []form{
					squareLegs(4, m["height"]),
					panel(2, m["length"], railHigh).bothSides(),
					panel(2, m["width"], railHigh).bothSides(),
				}},
			}
		},
	},
	{
		ID:   "chest",
		Name: "Chest of drawers",
		Measures: []Measure{
			length("width", "Width", 0.9),
			length("depth", "Depth", 0.45),
			length("height", "Height", 0.85),
			count("drawers", "Drawers", 4),
		},
		zones: func(m measured) []area {
			each := max(m["height"]-railHigh, 0.05) / max(m["drawers"], 1) // of the front, to a drawer
			return []area{
				{"Top", "wash_stand", Best, []form{slab(1, m["width"], m["depth"], edge)}},
				{"Case", "base", Body, []form{
					panel(2, m["depth"], m["height"]), strip(m["drawers"]+1, m["width"], 0.15*each),
				}},
				{"Drawer fronts", "cabinet_front", Apart, []form{drawerFronts(m["drawers"], m["width"], 0.85*each)}},
				{"Drawer insides", "inside", Inside, []form{
					drawerBoxes(m["drawers"], m["width"], m["depth"], 0.7*each),
				}},
				{"Plinth and feet", "base", Body, []form{
					strip(2, m["width"], railHigh), strip(2, m["depth"], railHigh),
				}},
			}
		},
		parts: func(m measured) []Part { return []Part{{"hardware", "Handles", int(2 * m["drawers"])}} },
	},
	{
		ID:   "cabinet",
		Name: "Cabinet",
		Measures: []Measure{
			length("width", "Width", 0.9),
			length("depth", "Depth", 0.4),
			length("height", "Height", 1.2),
			count("doors", "Doors", 2),
			count("shelves", "Shelves", 2),
		},
		zones: func(m measured) []area {
			w, d, h := m["width"], m["depth"], m["height"]
			return []area{
				{"Top", "display", Best, []form{panel(1, w, d)}},
				{"Case", "base", Body, []form{panel(2, d, h), strip(2, h, railWide/2), strip(2, w, railWide/2)}},
				{"Doors", "cabinet_front", Apart, []form{
					panelDoors(m["doors"], 0.9*w/max(m["doors"], 1), 0.95*h).bothSides(),
				}},
				{"Shelves", "shelf", Apart, []form{panel(m["shelves"], w, d).bothSides()}},
				{"Inside", "inside", Inside, []form{panel(1, w, h), panel(2, d, h), panel(2, d, w)}},
			}
		},
		parts: func(m measured) []Part {
			return []Part{{"hardware", "Hinges", int(2 * m["doors"])}, {"hardware", "Handles", int(m["doors"])}}
		},
	},
	{
		ID:   "bookcase",
		Name: "Bookcase",
		Measures: []Measure{
			length("width", "Width", 0.9),
			length("depth", "Depth", 0.3),
			length("height", "Height", 1.8),
			count("shelves", "Shelves", 5),
		},
		zones: func(m measured) []area {
			w, d, h := m["width"], m["depth"], m["height"]
			return []area{
				{"Case", "base", Body, []form{panel(2, h, d).bothSides(), panel(2, w, d)}},
				{"Shelves", "shelf", Apart, []form{panel(m["shelves"], w, d).bothSides()}},
				{"Back", "shelf", Inside, []form{panel(1, h, w)}},
			}
		},
	},
	{
		ID:   "seating",
		Name: "Chair or bench",
		Measures: []Measure{
			length("width", "Width", 0.45),
			length("depth", "Depth", 0.45),
			length("height", "Height", 0.9),
		},
		zones: func(m measured) []area {
			w, d, h := m["width"], m["depth"], m["height"]
			return []area{
				{"Seat", "seat", Best, []form{slab(1, w, d, edge)}},
				{"Back and arms", "seat", Body, []form{panel(1, w, h/2).bothSides()}},
				{"Legs and rails", "base", Body, []form{
					squareLegs(4, h/2), strip(2, w, railHigh), strip(2, d, railHigh),
				}},
			}
		},
	},
	{
		ID:   "cot",
		Name: "Cot or child's bed",
		Measures: []Measure{
			length("length", "Length", 1.3),
			length("width", "Width", 0.7),
			length("height", "Height", 0.9),
			count("slats", "Slats", 28),
		},
		zones: func(m measured) []area {
			return []area{
				{"Rails and slats", "cot", Best, []form{
					slat(m["slats"], 0.65*m["height"], slatWide, slatDeep),
					slat(4, m["length"], railWide/2, railWide/2),
				}},
				{"Ends", "cot", Body, []form{panel(2, m["width"], 0.6*m["height"]).bothSides()}},
				{"Base under the mattress", "base", Underside, []form{slat(10, m["width"], railWide, slatDeep)}},
			}
		},
		parts: func(measured) []Part { return []Part{{"hardware", "Bolts and catches", 8}} },
	},
	{
		ID:   "bed",
		Name: "Bed",
		Measures: []Measure{
			length("length", "Length", 2.0),
			length("width", "Width", 1.4),
			length("height", "Head height", 1.0),
		},
		zones: func(m measured) []area {
			w, h := m["width"], m["height"]
			return []area{
				{"Head and foot", "seat", Best, []form{panel(1, w, h).bothSides(), panel(1, w, h/2).bothSides()}},
				{"Side rails", "base", Body, []form{panel(2, m["length"], 2*railHigh).bothSides()}},
				{"Slats", "base", Underside, []form{slat(14, w, railWide, slatDeep)}},
			}
		},
		parts: func(measured) []Part { return []Part{{"hardware", "Bed bolts", 8}} },
	},
	{
		ID:       "door",
		Name:     "Door",
		Measures: []Measure{length("width", "Width", 0.8), length("height", "Height", 2.0)},
		zones: func(m measured) []area {
			return []area{
				{"Face, hinge side in", "cabinet_front", Body, []form{panelDoors(1, m["width"], m["height"])}},
				{"Face, seen first", "cabinet_front", Best, []form{panelDoors(1, m["width"], m["height"])}},
				{"Edges, top and foot too", "base", Underside, []form{
					strip(2, m["width"], railWide/2), strip(2, m["height"], railWide/2),
				}},
			}
		},
		parts: func(measured) []Part { return []Part{{"hardware", "Handle, lock and hinges", 5}} },
	},
	{
		ID:       "floor",
		Name:     "Floor",
		Measures: []Measure{length("length", "Length", 5), length("width", "Width", 4)},
		zones: func(m measured) []area {
			room := form{"floor", 1, false, map[string]float64{"length": m["length"], "width": m["width"]}}
			return []area{{"Floor", "floor_home", Best, []form{room}}}
		},
	},
	{
		ID:       Stairs,
		Name:     "Stairs",
		Measures: []Measure{count("steps", "Steps", 13), length("width", "Width", 0.9)},
		zones: func(m measured) []area {
			treads := form{"stairs", 1, false, map[string]float64{
				"steps": m["steps"], "width": m["width"], "going": 0.28,
			}}
			return []area{
				{"Treads", "floor_home", Best, []form{treads}},
				{"Risers and strings", "base", Body, []form{
					panel(m["steps"], m["width"], 0.19), strip(2, m["steps"]*0.3, 2*railWide),
				}},
				{"Handrail", "seat", Body, []form{turned(1, m["steps"]*0.3, 0.055)}},
			}
		},
	},
	{
		ID:       "frame",
		Name:     "Picture or mirror frame",
		Measures: []Measure{length("width", "Width", 0.6), length("height", "Height", 0.8)},
		zones: func(m measured) []area {
			return []area{
				{"Frame", "display", Best, []form{frameOf(m["width"], m["height"], 0.09)}},
				{"Back", "display", Underside, []form{frameOf(m["width"], m["height"], 0.04)}},
			}
		},
		parts: func(measured) []Part { return []Part{{"glass", "Glass or mirror", 1}} },
	},
	{
		ID:       "lamp",
		Name:     "Lamp",
		Measures: []Measure{length("height", "Height", 0.5), length("width", "Width of the foot", 0.18)},
		zones: func(m measured) []area {
			w := m["width"]
			return []area{
				{"Stem and foot", "display", Best, []form{turned(1, m["height"], 0.08), panel(1, w, w)}},
				{"Under the foot", "display", Underside, []form{panel(1, w, w)}},
			}
		},
		parts: func(measured) []Part { return []Part{{"electrical", "Lampholder and flex", 1}} },
	},
	{
		ID:   "toy",
		Name: "Toy",
		Measures: []Measure{
			length("length", "Length", 0.5),
			length("width", "Width", 0.2),
			length("height", "Height", 0.3),
		},
		zones: func(m measured) []area {
			l, w, h := m["length"], m["width"], m["height"]
			return []area{{"All over", "toy", Best, []form{panel(2, l, w), panel(2, l, h), panel(2, h, w)}}}
		},
	},
	{
		ID:   "outdoor_seat",
		Name: "Outdoor seat",
		Measures: []Measure{
			length("width", "Width", 1.5),
			length("depth", "Depth", 0.6),
			length("height", "Height", 0.9),
		},
		zones: func(m measured) []area {
			w, d, h := m["width"], m["depth"], m["height"]
			return []area{
				{"Seat and back slats", "outdoors_exposed", Best, []form{
					slat(math.Ceil((d+h/2)/railHigh), w, railWide, edge),
				}},
				{"Frame and arms", "outdoors_exposed", Body, []form{
					squareLegs(4, h), slat(4, d, railWide, edge), slat(2, w, railWide, edge),
				}},
				{"Feet, end grain", "outdoors_exposed", Underside, []form{squareLegs(4, 0.05)}},
			}
		},
	},
	{
		ID:       "fitted_board",
		Name:     "Fitted board: worktop, sill, shelf",
		Measures: []Measure{length("length", "Length", 2.4), length("width", "Width", 0.6)},
		zones: func(m measured) []area {
			return []area{
				{"Face and front edge", "kitchen_top", Best, []form{
					panel(1, m["length"], m["width"]), strip(1, m["length"], edge),
				}},
				{"Underside", "base", Underside, []form{panel(1, m["length"], m["width"])}},
				{"Cut ends", "kitchen_top", Body, []form{strip(2, m["width"], edge)}},
			}
		},
	},
	{ID: "other", Name: "Something else", zones: func(measured) []area { return nil }},
}
