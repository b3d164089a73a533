package quantity

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// Size is one thing to measure on a shape: a length in metres, or a number of things.
type Size struct {
	ID, Name string
	Count    bool
	May      bool // be left out: then what it would add is not counted
}

// Shape is a form as it is met on furniture: what to measure on it, and the surfaces that it has.
type Shape struct {
	ID, Name string
	Sizes    []Size
	OneSide  string // what is counted where it is coated on one side; "" = it has no sides to choose from
	TwoSides string
	Note     string
	unfold   func(m sizes, both bool) []Flat
}

type sizes map[string]float64

// Flat is a surface laid flat: a rectangle of so many metres, so many times. What is round is unrolled.
type Flat struct {
	Name           string
	LengthM, HighM float64
	Times          float64
	Factor         float64 // what geometry misses: mouldings, panels; 1 = nothing
	Less           bool    // it is cut out
}

// M2 is its area in m², negative where it is cut out.
func (f Flat) M2() float64 {
	area := f.LengthM * f.HighM * f.Times * f.Factor
	if f.Less {
		return -area
	}
	return area
}

func flat(name string, long, high, times float64) Flat {
	return Flat{name, long, high, times, 1, false}
}

// sides is how many faces are coated.
func sides(both bool) float64 {
	if both {
		return 2
	}
	return 1
}

// Panelled is what mouldings and the steps of a panel add to a flat face (practice).
const Panelled = 1.1

var (
	long      = Size{ID: "length", Name: "Length"}
	wide      = Size{ID: "width", Name: "Width"}
	deep      = Size{ID: "depth", Name: "Depth"}
	high      = Size{ID: "height", Name: "Height"}
	thick     = Size{ID: "thickness", Name: "Thickness"}
	thickMay  = Size{ID: "thickness", Name: "Thickness", May: true}
	across    = Size{ID: "across", Name: "Across"}
	steps     = Size{ID: "steps", Name: "Steps", Count: true}
	frontBack = [2]string{"the face that is seen", "both faces"}
)

// Shapes in the order of the picker. Areas are plain geometry; where a form is taken for a simpler one, its note says
// so (practice).
var Shapes = []*Shape{
	{
		ID: "panel", Name: "Panel, board or top", Sizes: []Size{long, wide, thickMay},
		OneSide: frontBack[0], TwoSides: frontBack[1],
		Note: "With a thickness its four edges count.",
		unfold: func(m sizes, both bool) []Flat {
			return []Flat{
				flat("face", m["length"], m["width"], sides(both)),
				flat("long edges", m["length"], m["thickness"], 2),
				flat("short edges", m["width"], m["thickness"], 2),
			}
		},
	},
	{
		ID: "edge", Name: "Edge, band or moulding", Sizes: []Size{long, thick},
		Note: "A moulding is measured across with a strip of paper laid into its profile.",
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("edge", m["length"], m["thickness"], 1)}
		},
	},
	{
		ID: "square_leg", Name: "Square leg or post", Sizes: []Size{across, long},
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("sides", m["length"], m["across"], 4), flat("end grain", m["across"], m["across"], 1)}
		},
	},
	{
		ID: "turned_leg", Name: "Turned leg, knob or rod", Sizes: []Size{across, long},
		Note: "Measured across its thickest: what its coves save, its beads take.",
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("around", m["length"], math.Pi*m["across"], 1)}
		},
	},
	{
		ID: "slat", Name: "Slat, rail or spindle, four-sided", Sizes: []Size{long, wide, thick},
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("faces", m["length"], m["width"], 2), flat("edges", m["length"], m["thickness"], 2)}
		},
	},
	{
		ID: "drawer_front", Name: "Drawer front", Sizes: []Size{wide, high, thickMay},
		OneSide: frontBack[0], TwoSides: frontBack[1],
		Note: "With a thickness its four edges count.",
		unfold: func(m sizes, both bool) []Flat {
			return []Flat{
				flat("face", m["width"], m["height"], sides(both)),
				flat("top and bottom edges", m["width"], m["thickness"], 2),
				flat("end edges", m["height"], m["thickness"], 2),
			}
		},
	},
	{
		ID: "drawer_box", Name: "Drawer box", Sizes: []Size{wide, deep, high},
		OneSide: "the inside", TwoSides: "inside and outside",
		Note: "Its height is that of its sides. Runners and the grooves they run in stay bare.",
		unfold: func(m sizes, both bool) []Flat {
			return []Flat{
				flat("bottom", m["width"], m["depth"], sides(both)),
				flat("front and back", m["width"], m["height"], 2*sides(both)),
				flat("sides", m["depth"], m["height"], 2*sides(both)),
			}
		},
	},
	{
		ID: "panel_door", Name: "Door with panels", Sizes: []Size{wide, high, thickMay},
		OneSide: frontBack[0], TwoSides: frontBack[1],
		Note: "Panels and mouldings add a tenth to each face (practice). With a thickness its four edges count.",
		unfold: func(m sizes, both bool) []Flat {
			return []Flat{
				{"face", m["width"], m["height"], sides(both), Panelled, false},
				flat("top and bottom edges", m["width"], m["thickness"], 2),
				flat("upright edges", m["height"], m["thickness"], 2),
			}
		},
	},
	{
		ID: "frame", Name: "Frame", Sizes: []Size{wide, high, {ID: "girth", Name: "Profile"}},
		Note: "Width and height outside; the profile across with a strip of paper laid into it.",
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("rails", m["width"], m["girth"], 2), flat("uprights", m["height"], m["girth"], 2)}
		},
	},
	{
		ID: "sphere", Name: "Ball", Sizes: []Size{across},
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{flat("all round", m["across"], math.Pi*m["across"], 1)}
		},
	},
	{
		ID: "stairs", Name: "Stairs", Sizes: []Size{
			steps, wide, {ID: "going", Name: "Tread, front to back"}, {ID: "rise", Name: "Riser height", May: true},
		},
		Note: "Without a riser height only the treads count.",
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{
				flat("treads", m["width"], m["going"], m["steps"]), flat("risers", m["width"], m["rise"], m["steps"]),
			}
		},
	},
	{
		ID: "floor", Name: "Floor of a room", Sizes: []Size{long, wide},
		unfold: func(m sizes, _ bool) []Flat { return []Flat{flat("floor", m["length"], m["width"], 1)} },
	},
	{
		ID: "cut_out", Name: "Cut-out: hearth, glass, hob", Sizes: []Size{long, wide},
		Note: "Taken off the rest of the zone.",
		unfold: func(m sizes, _ bool) []Flat {
			return []Flat{{"cut out", m["length"], m["width"], 1, 1, true}}
		},
	},
}

// FindShape returns the shape, or nil.
func FindShape(id string) *Shape {
	if i := slices.IndexFunc(Shapes, func(s *Shape) bool { return s.ID == id }); i >= 0 {
		return Shapes[i]
	}
	return nil
}

// Measured is a shape with its sizes as they were typed, so many times.
type Measured struct {
	Shape  string
	Count  int
	Both   bool // sides are coated
	Inches bool // is what a bare number is in, not cm
	Sizes  map[string]string
}

// SizeError says which size of which shape cannot be. Size is "shape" or "count" for those, "" for the whole.
type SizeError struct {
	At     int
	Size   string
	Detail string
}

func (e *SizeError) Error() string { return e.Detail }

const perMM2 = 1e6 // square millimetres to a square metre

// Most that is believed of a size in metres and of a number of things.
const (
	longestM = 50.0
	mostOf   = 500
)

// Unfold lays shapes flat, each on its own, so many as there are: the areas add up to what a coat covers. The error is
// a *SizeError.
func Unfold(all []Measured) (flats [][]Flat, m2 float64, err error) {
	flats = make([][]Flat, len(all))
	for i, m := range all {
		if flats[i], err = m.unfold(i); err != nil {
			return nil, 0, err
		}
		for _, f := range flats[i] {
			m2 += f.M2()
		}
	}
	if len(all) > 0 && m2 <= 0 {
		return flats, 0, &SizeError{len(all) - 1, "", "More is cut out than there is."}
	}
	return flats, math.Round(m2*perMM2) / perMM2, nil
}

func (m Measured) unfold(at int) ([]Flat, error) {
	shape := FindShape(m.Shape)
	if shape == nil {
		return nil, &SizeError{at, "shape", "Pick a shape from the list."}
	}
	if m.Count < 1 || m.Count > mostOf {
		return nil, &SizeError{at, "count", fmt.Sprintf("A whole number from 1 to %d.", mostOf)}
	}
	read := sizes{}
	for _, size := range shape.Sizes {
		v, err := size.read(m.Sizes[size.ID], m.Inches)
		if err != nil {
			return nil, &SizeError{at, size.ID, fmt.Sprintf("%s: %v.", size.Name, err)}
		}
		read[size.ID] = v
	}
	flats := slices.DeleteFunc(shape.unfold(read, m.Both), func(f Flat) bool { return f.M2() == 0 })
	for i := range flats {
		flats[i].Times *= float64(m.Count)
	}
	return flats, nil
}

func (s Size) read(text string, inches bool) (float64, error) {
	if strings.TrimSpace(text) == "" && s.May {
		return 0, nil
	}
	if s.Count {
		n, err := strconv.Atoi(strings.TrimSpace(text))
		if err != nil || n < 1 || n > mostOf {
			return 0, fmt.Errorf("a whole number from 1 to %d", mostOf)
		}
		return float64(n), nil
	}
	v, err := ReadLength(text, inches)
	if err == nil && v > longestM {
		err = fmt.Errorf("at most %.0f m, and this is %.0f m", longestM, v)
	}
	return v, err
}
