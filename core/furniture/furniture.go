// Package furniture knows kinds of piece: which zones they usually have, how those live, how large they are from a few
// measurements, and which parts come off before the work. Basis: practice; areas are rough and are there to be mended.
package furniture

import (
	"fmt"
	"math"
	"slices"
)

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
	AreaM2 float64
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
	zones    func(m measured) []Zone
	parts    func(m measured) []Part
}

type measured map[string]float64

// Longest and most that is believed of a measurement.
const (
	longestM  = 50.0
	mostCount = 200.0
)

func isCount(v float64) bool { return v >= 0 && v <= mostCount && v == math.Trunc(v) }

// LayOut gives the usual zones and parts of a kind. A measurement that is missing takes its usual value; one that
// cannot be is an error that names it.
func (k *Kind) LayOut(given map[string]float64) ([]Zone, []Part, error) {
	m := measured{}
	for _, ask := range k.Measures {
		v, told := given[ask.ID]
		switch {
		case !told:
			v = ask.Usual
		case ask.Count && !isCount(v):
			return nil, nil, &MeasureError{
				ask.ID,
				fmt.Sprintf("%s: a whole number from 0 to %.0f.", ask.Name, mostCount),
			}
		case !ask.Count && !(v > 0 && v <= longestM):
			return nil, nil, &MeasureError{ask.ID, fmt.Sprintf("%s: above 0 and up to %.0f m.", ask.Name, longestM)}
		}
		m[ask.ID] = v
	}
	zones := slices.DeleteFunc(k.zones(m), func(z Zone) bool { return z.AreaM2 <= 0 })
	for i := range zones {
		zones[i].AreaM2 = math.Round(zones[i].AreaM2*100) / 100
		zones[i].AreaM2 = max(zones[i].AreaM2, 0.01)
	}
	var parts []Part
	if k.parts != nil {
		parts = slices.DeleteFunc(k.parts(m), func(p Part) bool { return p.Count == 0 })
	}
	return zones, parts, nil
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
	legSide   = 0.06 // square leg
	railHigh  = 0.10 // apron or plinth
	slatRound = 0.10 // around a cot slat
	edge      = 0.03 // thickness of a board
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
		zones: func(m measured) []Zone {
			around := 2 * (m["length"] + m["width"])
			return []Zone{
				{"Top", "dining_table", Best, m["length"]*m["width"] + around*edge},
				{"Underside", "base", Underside, m["length"] * m["width"]},
				{"Legs and apron", "base", Body, around*railHigh*2 + 16*legSide*m["height"]},
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
		zones: func(m measured) []Zone {
			front := m["width"] * max(m["height"]-railHigh, 0.05)
			side := 0.7 * front / m["width"] / max(m["drawers"], 1) // height of a drawer's sides
			drawer := m["width"]*m["depth"] + 2*(m["width"]+m["depth"])*side
			return []Zone{
				{"Top", "wash_stand", Best, m["width"]*m["depth"] + 2*(m["width"]+m["depth"])*edge},
				{"Case", "base", Body, 2*m["depth"]*m["height"] + 0.15*front},
				{"Drawer fronts", "cabinet_front", Apart, 0.85 * front * min(m["drawers"], 1)},
				{"Drawer insides", "inside", Inside, m["drawers"] * drawer},
				{"Plinth and feet", "base", Body, 2 * (m["width"] + m["depth"]) * railHigh},
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
		zones: func(m measured) []Zone {
			front := m["width"] * m["height"]
			return []Zone{
				{"Top", "display", Best, m["width"] * m["depth"]},
				{"Case", "base", Body, 2*m["depth"]*m["height"] + 0.1*front},
				{"Doors", "cabinet_front", Apart, 2 * 0.9 * front * min(m["doors"], 1)},
				{"Shelves", "shelf", Apart, m["shelves"] * 2 * m["width"] * m["depth"]},
				{"Inside", "inside", Inside, front + 2*m["depth"]*(m["width"]+m["height"])},
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
		zones: func(m measured) []Zone {
			return []Zone{
				{"Case", "base", Body, 2*m["depth"]*m["height"]*2 + 2*m["width"]*m["depth"]},
				{"Shelves", "shelf", Apart, m["shelves"] * 2 * m["width"] * m["depth"]},
				{"Back", "shelf", Inside, m["width"] * m["height"]},
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
		zones: func(m measured) []Zone {
			return []Zone{
				{"Seat", "seat", Best, 1.3 * m["width"] * m["depth"]},
				{"Back and arms", "seat", Body, 0.9 * m["width"] * m["height"]},
				{"Legs and rails", "base", Body, 16*legSide*0.7*m["height"]*0.6 + 2*(m["width"]+m["depth"])*railHigh},
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
		zones: func(m measured) []Zone {
			return []Zone{
				{"Rails and slats", "cot", Best, m["slats"]*slatRound*0.65*m["height"] + 4*m["length"]*0.16},
				{"Ends", "cot", Body, 2 * 2 * m["width"] * 0.6 * m["height"]},
				{"Base under the mattress", "base", Underside, 0.6 * m["length"] * m["width"]},
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
		zones: func(m measured) []Zone {
			return []Zone{
				{"Head and foot", "seat", Best, 2 * 1.5 * m["width"] * m["height"]},
				{"Side rails", "base", Body, 2 * 2 * 0.2 * m["length"]},
				{"Slats", "base", Underside, 0.6 * m["length"] * m["width"]},
			}
		},
		parts: func(measured) []Part { return []Part{{"hardware", "Bed bolts", 8}} },
	},
	{
		ID:       "door",
		Name:     "Door",
		Measures: []Measure{length("width", "Width", 0.8), length("height", "Height", 2.0)},
		zones: func(m measured) []Zone {
			return []Zone{
				{"Face, hinge side in", "cabinet_front", Body, 1.1 * m["width"] * m["height"]},
				{"Face, seen first", "cabinet_front", Best, 1.1 * m["width"] * m["height"]},
				{"Edges, top and foot too", "base", Underside, 2 * (m["width"] + m["height"]) * 0.04},
			}
		},
		parts: func(measured) []Part { return []Part{{"hardware", "Handle, lock and hinges", 5}} },
	},
	{
		ID:       "floor",
		Name:     "Floor",
		Measures: []Measure{length("length", "Length", 5), length("width", "Width", 4)},
		zones:    func(m measured) []Zone { return []Zone{{"Floor", "floor_home", Best, m["length"] * m["width"]}} },
	},
	{
		ID:       "stairs",
		Name:     "Stairs",
		Measures: []Measure{count("steps", "Steps", 13), length("width", "Width", 0.9)},
		zones: func(m measured) []Zone {
			return []Zone{
				{"Treads", "floor_home", Best, m["steps"] * m["width"] * 0.28},
				{"Risers and strings", "base", Body, m["steps"] * (m["width"]*0.19 + 2*0.08)},
				{"Handrail", "seat", Body, m["steps"] * 0.3 * 0.18},
			}
		},
	},
	{
		ID:       "frame",
		Name:     "Picture or mirror frame",
		Measures: []Measure{length("width", "Width", 0.6), length("height", "Height", 0.8)},
		zones: func(m measured) []Zone {
			return []Zone{
				{"Frame", "display", Best, 2 * (m["width"] + m["height"]) * 0.09},
				{"Back", "display", Underside, 2 * (m["width"] + m["height"]) * 0.04},
			}
		},
		parts: func(measured) []Part { return []Part{{"glass", "Glass or mirror", 1}} },
	},
	{
		ID:       "lamp",
		Name:     "Lamp",
		Measures: []Measure{length("height", "Height", 0.5), length("width", "Width of the foot", 0.18)},
		zones: func(m measured) []Zone {
			return []Zone{
				{"Stem and foot", "display", Best, math.Pi * 0.08 * m["height"] * 1.3},
				{"Under the foot", "display", Underside, m["width"] * m["width"] * 0.8},
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
		zones: func(m measured) []Zone {
			return []Zone{
				{
					"All over",
					"toy",
					Best,
					2 * (m["length"]*m["width"] + m["length"]*m["height"] + m["width"]*m["height"]),
				},
			}
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
		zones: func(m measured) []Zone {
			return []Zone{
				{"Seat and back slats", "outdoors_exposed", Best, 1.8 * m["width"] * (m["depth"] + 0.5*m["height"])},
				{
					"Frame and arms",
					"outdoors_exposed",
					Body,
					16*legSide*m["height"] + 4*0.2*m["depth"] + 2*0.2*m["width"],
				},
				{"Feet, end grain", "outdoors_exposed", Underside, 4 * (legSide*legSide + 4*legSide*0.05)},
			}
		},
	},
	{
		ID:       "fitted_board",
		Name:     "Fitted board: worktop, sill, shelf",
		Measures: []Measure{length("length", "Length", 2.4), length("width", "Width", 0.6)},
		zones: func(m measured) []Zone {
			return []Zone{
				{"Face and front edge", "kitchen_top", Best, m["length"] * (m["width"] + edge)},
				{"Underside", "base", Underside, m["length"] * m["width"]},
				{"Cut ends", "kitchen_top", Body, 2 * m["width"] * edge},
			}
		},
	},
	{ID: "other", Name: "Something else", zones: func(measured) []Zone { return nil }},
}
