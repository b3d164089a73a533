package decoration

import (
	"cmp"
	"fmt"
	"math"
	"slices"
)

// Share is one colour of a resin pour.
type Share struct {
	Name  string
	Parts float64 // by volume, against the others
}

// Unit of a fact.
type Unit string

const (
	Count  Unit = "count"
	Metre  Unit = "m"
	Litre  Unit = "L"
	Square Unit = "m²"
)

// Fact is one figure of a layout, in SI.
type Fact struct {
	Name  string
	Value float64
	Unit  Unit
}

// Layout is what the sums of a decoration come to.
type Layout struct {
	Facts []Fact
	SpanM float64   // the width that Bands divide; 0 = nothing to draw
	Bands []Band    // painted stretches or repeats across SpanM
	Cuts  []float64 // lengths to cut, the longest first
	Takes []Material
}

// Material that a decoration takes and that is not laid from a tin.
type Material struct {
	Supply string // by its id
	Amount float64
}

// Band is a stretch across a span, in metres from its left end.
type Band struct{ FromM, ToM float64 }

// Wrong is a measure that makes no sense, named as Kind.Measures names it.
type Wrong struct{ Measure, Why string }

func (w *Wrong) Error() string { return w.Measure + ": " + w.Why }

// Basis: practice.
const (
	leafWaste    = 1.10  // what tears and what is brushed off
	leafOverlapM = 0.005 // each leaf over the last
	leavesInBook = 25
	kerfM        = 0.003 // a saw's cut
	glueLPerM    = 0.01  // under a moulding
	ResinSpill   = 1.05  // of a pour: edges and runs
	mostRepeats  = 1000
	mostFrames   = 200
	mostM        = 50.0
	mostDepthM   = 0.03 // in layers; deeper work is cast in resin made for it
)

var measureNames = map[string]string{
	"lengthM":     "length",
	"widthM":      "width",
	"bandM":       "stripe",
	"motifM":      "motif's length",
	"motifWidthM": "motif's width",
	"gapM":        "gap",
	"count":       "how many",
	"stockM":      "length of a stick",
	"depthM":      "depth",
}

// optional measures: no gap, or a motif as wide as high.
var optional = []string{"gapM", "motifWidthM"}

// mayLack tells of a measure that need not be given: a border has no width.
func (k *Kind) mayLack(name string) bool {
	return slices.Contains(optional, name) || (name == "widthM" && k.Border)
}

// Measure does the sums of a decoration: repeats of a motif over a field, stripes of equal width, leaves, sheets,
// litres of each colour, lengths to cut. It errors with *Wrong where a measure is missing or out of range.
func (k *Kind) Measure(m map[string]float64, shares []Share) (Layout, error) {
	for _, name := range k.Measures {
		v, given := m[name]
		switch {
		case k.mayLack(name):
			if given && (math.IsNaN(v) || math.Abs(v) > mostM) {
				return Layout{}, &Wrong{name, "A length in reason."}
			}
		case !given || !(v > 0):
			return Layout{}, &Wrong{name, fmt.Sprintf("The %s is missing.", measureNames[name])}
		case name == "count" && v != math.Trunc(v):
			return Layout{}, &Wrong{name, "A whole number."}
		case name == "depthM" && v > mostDepthM:
			return Layout{}, &Wrong{
				name,
				fmt.Sprintf("At most %.0f mm, poured in layers; deeper work is cast in a resin made for depth.",
					mostDepthM*1000),
			}
		case name != "count" && v > mostM:
			return Layout{}, &Wrong{name, fmt.Sprintf("At most %.0f m.", mostM)}
		}
	}
	switch k.ID {
	case "stripes":
		return stripes(m["lengthM"], m["widthM"], m["bandM"])
	case "stencil", "transfer_rub_on", "transfer_water_slide", "decoupage":
		out, err := repeats(m)
		if k.ID != "stencil" { // which serves again and again
			out.Takes = []Material{{"motif", out.total()}}
		}
		return out, err
	case "leaf":
		return leaves(m["lengthM"]*m["widthM"], m["motifM"])
	case "resin":
		return pour(m["lengthM"]*m["widthM"], m["depthM"], shares)
	case "mouldings":
		return frames(m["lengthM"], m["widthM"], int(m["count"]), m["stockM"])
	}
	return Layout{}, nil
}

// stripes divides width into bands of equal width, as near to band as an odd number of them allows: so that one stands
// in the middle and both ends are alike. Every second band is painted, the outermost ones not.
func stripes(length, width, band float64) (Layout, error) {
	if band > width/3+1e-9 {
		return Layout{}, &Wrong{"bandM", "At most a third of the width: one stripe between two bare bands."}
	}
	n := int(2*math.Round((width/band-1)/2) + 1)
	if n > mostRepeats {
		return Layout{}, &Wrong{"bandM", "Too narrow for this width."}
	}
	each := width / float64(n)
	out := Layout{SpanM: width}
	for i := 1; i < n; i += 2 {
		out.Bands = append(out.Bands, Band{float64(i) * each, float64(i+1) * each})
	}
	painted := float64(len(out.Bands))
	out.Facts = []Fact{
		{"Stripes", painted, Count},
		{"Each wide", each, Metre},
		{"From the centre to the nearest edge", nearest(out), Metre},
		{"Painted", painted * each * length, Square},
		{"Tape", 2 * painted * length, Metre},
	}
	out.Takes = []Material{{"tape", 2 * painted * length}}
	return out, nil
}

// nearest edge of a band to the middle of the span.
func nearest(l Layout) float64 {
	least := math.Inf(1)
	for _, b := range l.Bands {
		least = min(least, math.Abs(b.FromM-l.SpanM/2), math.Abs(b.ToM-l.SpanM/2))
	}
	return least
}

// along lays a motif along a run from the centre out, whole ones only: how many, and the margin left at each end.
func along(run, motif, gap float64) (count int, margin float64) {
	pitch := motif + gap
	if motif > run || pitch <= 0 {
		return 0, run / 2
	}
	count = 1 + int((run-motif)/pitch+1e-9)
	return count, (run - motif - float64(count-1)*pitch) / 2
}

// repeats covers a field with a motif, from the centre out both ways; a border runs along one edge when no width is
// given. A gap below zero is an overlap.
func repeats(m map[string]float64) (Layout, error) {
	motif, gap := m["motifM"], m["gapM"]
	if motif > m["lengthM"] {
		return Layout{}, &Wrong{"motifM", "Longer than the surface."}
	}
	if motif+gap <= 0 {
		return Layout{}, &Wrong{"gapM", "The overlap is as long as the motif itself."}
	}
	if (m["lengthM"]-motif)/(motif+gap) > mostRepeats {
		return Layout{}, &Wrong{"motifM", "Too small for this length."}
	}
	columns, margin := along(m["lengthM"], motif, gap)
	out := Layout{
		SpanM: m["lengthM"],
		Facts: []Fact{{"Along the length", float64(columns), Count}, {"Margin at each end", margin, Metre}},
	}
	for i := range columns {
		from := margin + float64(i)*(motif+gap)
		out.Bands = append(out.Bands, Band{from, from + motif})
	}
	if columns > 1 {
		// closed up or drawn apart, the same number runs from end to end
		out.Facts = append(out.Facts,
			Fact{"Gap that fills from end to end", (m["lengthM"] - float64(columns)*motif) / float64(columns-1), Metre})
	}
	deep := m["motifWidthM"]
	if deep <= 0 {
		deep = motif
	}
	rows := 1
	if m["widthM"] > 0 {
		if deep+gap <= 0 || deep > m["widthM"] {
			return Layout{}, &Wrong{"motifWidthM", "Wider than the surface, or all overlap."}
		}
		if (m["widthM"]-deep)/(deep+gap) > mostRepeats {
			return Layout{}, &Wrong{"motifWidthM", "Too small for this width."}
		}
		var edge float64
		rows, edge = along(m["widthM"], deep, gap)
		out.Facts = append(out.Facts, Fact{"Across the width", float64(rows), Count},
			Fact{"Margin at each side", edge, Metre})
	}
	total := float64(columns * rows)
	out.Facts = append(out.Facts, Fact{inAll, total, Count}, Fact{"Covered", total * motif * deep, Square})
	return out, nil
}

// total is how many motifs there are in all.
func (l Layout) total() float64 {
	at := slices.IndexFunc(l.Facts, func(f Fact) bool { return f.Name == inAll })
	if at < 0 {
		return 0
	}
	return l.Facts[at].Value
}

const inAll = "In all"

// leaves counts square leaves of a side over an area, overlap and loss included.
func leaves(area, side float64) (Layout, error) {
	if side <= 2*leafOverlapM {
		return Layout{}, &Wrong{"motifM", "A leaf is larger than its overlap."}
	}
	n := math.Ceil(area / ((side - leafOverlapM) * (side - leafOverlapM)) * leafWaste)
	books := math.Ceil(n / leavesInBook)
	return Layout{
		Facts: []Fact{{"Leaves, with overlap and loss", n, Count}, {"Books of 25", books, Count}},
		Takes: []Material{{"leaf_book", books}},
	}, nil
}

// pour shares the volume of an area in m² to a depth in m out among colours, with what runs over the edges.
func pour(area, depth float64, shares []Share) (Layout, error) {
	litres := area * depth * 1000 * ResinSpill
	out := Layout{Facts: []Fact{{"Poured", area, Square}, {"Mixed resin, edges and runs included", litres, Litre}}}
	parts := 0.0
	for _, s := range shares {
		if !(s.Parts > 0) {
			return Layout{}, &Wrong{"shares", "Each colour has a share above 0."}
		}
		parts += s.Parts
	}
	for _, s := range shares {
		out.Facts = append(out.Facts, Fact{s.Name, litres * s.Parts / parts, Litre})
	}
	return out, nil
}

// frames cuts mitred rectangles of moulding, measured outside, from sticks: the longest piece first, each from the
// first stick that still holds it. That takes at most 11/9 of the sticks of the best cutting plan, and one more
// (first-fit decreasing, D. S. Johnson 1973; value from memory).
func frames(length, width float64, count int, stock float64) (Layout, error) {
	if count > mostFrames {
		return Layout{}, &Wrong{"count", fmt.Sprintf("At most %d.", mostFrames)}
	}
	if max(length, width) > stock {
		return Layout{}, &Wrong{"stockM", "Shorter than the longest side: a mitred side is one piece."}
	}
	var out Layout
	for range count {
		out.Cuts = append(out.Cuts, length, length, width, width)
	}
	slices.SortFunc(out.Cuts, func(a, b float64) int { return cmp.Compare(b, a) })
	var left []float64
	for _, c := range out.Cuts {
		at := slices.IndexFunc(left, func(l float64) bool { return l >= c-1e-9 })
		if at < 0 {
			left = append(left, stock)
			at = len(left) - 1
		}
		left[at] -= c + kerfM
	}
	run := 2 * (length + width) * float64(count)
	out.Facts = []Fact{
		{"Moulding in all", run, Metre},
		{"Sticks", float64(len(left)), Count},
		{"Left over", float64(len(left))*stock - run, Metre},
		{"Mitres", float64(8 * count), Count},
	}
	out.Takes = []Material{{"moulding", float64(len(left))}, {"glue", run * glueLPerM}}
	return out, nil
}
