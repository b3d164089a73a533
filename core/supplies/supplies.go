// Package supplies counts what work takes besides its coats: abrasives by grit and area, cleaners and solvents by area
// and pass, filler and glue by places, cloths, tape by its runs, what hands and tools wear out. Basis: practice, as
// finishers reckon; every amount is an estimate.
package supplies

import (
	"cmp"
	_ "embed"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/table"
)

// Unit that a supply is counted in.
type Unit string

const (
	Litre  Unit = "L"
	Piece  Unit = "piece"
	Pair   Unit = "pair"
	Metre  Unit = "m"
	Square Unit = "m2"
)

// whole tells whether only whole ones can be had.
func (u Unit) whole() bool { return u == Piece || u == Pair }

// Supply is something that work takes and that is not a coat.
type Supply struct {
	ID, Name string
	Unit     Unit
	Note     string
	again    bool // it is washed out, and serves the whole piece
}

// use is how much of a supply a kind of work takes.
type use struct {
	supply      *Supply
	perM2, each float64
	grits       []int // FEPA P; each takes so much
	taskGrits   bool  // those of the job
	note        string
}

//go:embed supplies.csv
var suppliesTable []byte

//go:embed uses.csv
var usesTable []byte

// Supplies there are, and what each kind of work takes of them.
var (
	Supplies = readSupplies(suppliesTable)
	uses     = readUses(usesTable)
)

// readSupplies panics on a faulty table, as readUses does: they ship with the core.
func readSupplies(file []byte) []*Supply {
	var out []*Supply
	for _, l := range table.Must("supplies.csv", file) {
		unit := Unit(l["unit"])
		if !slices.Contains([]Unit{Litre, Piece, Pair, Metre, Square}, unit) {
			panic(fmt.Sprintf("supplies.csv, %s: no unit %q", l["id"], unit))
		}
		out = append(out, &Supply{l["id"], l["name"], unit, l["note"], l["serves_again"] == "yes"})
	}
	return out
}

func readUses(file []byte) map[string][]use {
	out := map[string][]use{}
	for _, l := range table.Must("uses.csv", file) {
		number := func(text string) float64 {
			v, err := strconv.ParseFloat(text, 64)
			if err != nil {
				panic(fmt.Sprintf("uses.csv, %s, %s: %v", l["for"], l["supply"], err))
			}
			return v
		}
		u := use{supply: Find(l["supply"]), perM2: number(l["per_m2"]), each: number(l["each"]), note: l["note"]}
		if u.supply == nil {
			panic(fmt.Sprintf("uses.csv, %s: no supply %q", l["for"], l["supply"]))
		}
		u.taskGrits = l["grits"] == "task"
		for _, p := range strings.Fields(l["grits"]) {
			if !u.taskGrits {
				u.grits = append(u.grits, int(number(p)))
			}
		}
		out[l["for"]] = append(out[l["for"]], u)
	}
	return out
}

// Find returns the supply, or nil.
func Find(id string) *Supply {
	if i := slices.IndexFunc(Supplies, func(s *Supply) bool { return s.ID == id }); i >= 0 {
		return Supplies[i]
	}
	return nil
}

// Work is one job, session or place that takes supplies.
type Work struct {
	Kind   string // a work of the preparation, a repair, a technique
	Title  string // as the plan has it
	M2     float64
	Places float64 // damages, sessions, pots, metres of a run; what is counted by each
	Grits  []int   // of a job that names its own

	Supply string  // by its id, where it was measured
	Amount float64 // of it
}

// Line is what all work takes of a supply.
type Line struct {
	Supply *Supply
	Grit   int     // FEPA P, of an abrasive; else 0
	Amount float64 // in the supply's unit; whole where only whole ones can be had
	For    []Share // which work takes how much of it
	Notes  []string
}

// Share is what one job takes.
type Share struct {
	Title  string
	Amount float64
}

// Count adds up what some work takes, abrasives by grit, in the order of the table.
func Count(all []Work) []Line {
	var out []Line
	for _, w := range all {
		if s := Find(w.Supply); s != nil {
			out = add(out, s, 0, Share{w.Title, w.Amount}, "")
		}
		for _, u := range uses[w.Kind] {
			amount := u.perM2*w.M2 + u.each*w.Places
			grits := u.grits
			if u.taskGrits {
				grits = w.Grits
			}
			if len(grits) == 0 && !u.taskGrits {
				grits = []int{0}
			}
			for _, p := range grits {
				out = add(out, u.supply, p, Share{w.Title, amount}, u.note)
			}
		}
	}
	for i := range out {
		if out[i].Supply.Unit.whole() {
			out[i].Amount = math.Ceil(out[i].Amount - 1e-9)
		}
	}
	slices.SortStableFunc(out, func(a, b Line) int {
		return cmp.Or(cmp.Compare(a.order(), b.order()), cmp.Compare(a.Grit, b.Grit))
	})
	return out
}

func (l Line) order() int { return slices.Index(Supplies, l.Supply) }

// add puts a share onto the line of its supply and grit.
func add(lines []Line, s *Supply, grit int, share Share, note string) []Line {
	if share.Amount <= 0 {
		return lines
	}
	at := slices.IndexFunc(lines, func(l Line) bool { return l.Supply == s && l.Grit == grit })
	if at < 0 {
		lines = append(lines, Line{Supply: s, Grit: grit})
		at = len(lines) - 1
	}
	l := &lines[at]
	if s.again {
		l.Amount = max(l.Amount, 1)
	} else {
		l.Amount += share.Amount
	}
	if i := slices.IndexFunc(l.For, func(o Share) bool { return o.Title == share.Title }); i >= 0 {
		l.For[i].Amount += share.Amount
	} else {
		l.For = append(l.For, share)
	}
	if note != "" && !slices.Contains(l.Notes, note) {
		l.Notes = append(l.Notes, note)
	}
	return lines
}
