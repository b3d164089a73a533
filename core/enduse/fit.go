package enduse

import (
	_ "embed"
	"fmt"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/table"
)

// Fit is how well a kind of product is made for a life. Basis: practice.
type Fit int

const (
	Home   Fit = iota // what it is made for
	Fair              // done, and well
	Odd               // legal, and a veteran would ask why
	Absurd            // only where the finisher names it
	Never
)

var fitNames = map[string]Fit{"home": Home, "fair": Fair, "odd": Odd, "absurd": Absurd, "never": Never}

// Traits of lives that code asks about; all others only meet in made_for.csv.
const (
	traitOutdoors = "outdoors"
	traitPublic   = "public"
	traitValued   = "valued"
)

// madeFor is what a kind of product is made for, by the traits of lives.
type madeFor struct {
	kind   string // in words, plural
	traits map[string]Fit
	other  Fit // on a life with none of its traits
}

//go:embed made_for.csv
var madeForFile []byte

// madeForOf are the lines of made_for.csv, by family.
var madeForOf = func() map[string]*madeFor {
	out, err := readMadeFor(madeForFile)
	if err != nil {
		panic(err) // it ships with the core
	}
	return out
}()

func readMadeFor(file []byte) (map[string]*madeFor, error) {
	rows, err := table.Read("made_for.csv", file)
	if err != nil {
		return nil, err
	}
	out := map[string]*madeFor{}
	for _, cell := range rows {
		m := &madeFor{kind: cell["kind"], traits: map[string]Fit{}, other: fitNames[cell["else"]]}
		if _, known := fitNames[cell["else"]]; !known {
			return nil, fmt.Errorf("made_for.csv, %s: no fit %q", m.kind, cell["else"])
		}
		for name, fit := range fitNames {
			for _, trait := range list(cell[name]) {
				if _, twice := m.traits[trait]; twice {
					return nil, fmt.Errorf("made_for.csv, %s: %s stands twice", m.kind, trait)
				}
				m.traits[trait] = fit
			}
		}
		for _, id := range list(cell["families"]) {
			if coating.Families[id] == nil || out[id] != nil {
				return nil, fmt.Errorf("made_for.csv, %s: family %q", m.kind, id)
			}
			out[id] = m
		}
	}
	return out, nil
}

// is are the traits that count: outdoors those of the indoor life no longer do, but for food and creatures.
func (u *EndUse) is(valued bool) []string {
	out := u.Is
	if u.Outdoors() && !u.IsA(traitOutdoors) {
		out = []string{traitOutdoors}
		for _, stays := range []string{"food", "child", "animal", traitValued} {
			if u.IsA(stays) {
				out = append(out, stays)
			}
		}
	}
	if valued && !slices.Contains(out, traitValued) {
		out = append(slices.Clone(out), traitValued)
	}
	return out
}

// Kind is the kind of product that a family belongs to, by what it is made for; its own id where no line names it.
func Kind(f *coating.Family) string {
	if m := madeForOf[f.ID]; m != nil {
		return m.kind
	}
	return f.ID
}

// IsA tells whether a life has one of these traits.
func (u *EndUse) IsA(traits ...string) bool {
	return slices.ContainsFunc(traits, func(t string) bool { return slices.Contains(u.Is, t) })
}

// FitOf tells how well a family is made for u as the coat that takes the wear; valued: the piece is old, signed or of
// value. The worst of the life's traits decides; fair only where none is home. Families that no line names fit.
func (u *EndUse) FitOf(f *coating.Family, valued bool) Fit {
	switch {
	case f.Is(coating.GroupBare) && u.Outdoors() && !u.IsA(traitOutdoors):
		return Home // whatever it is indoors, durable wood may grey
	case f.Is(coating.GroupBare):
		return u.Bare
	case f.Is(coating.GroupKept):
		if valued || u.IsA(traitValued) {
			return Home
		}
		return Never
	}
	fit := Home
	if m := madeForOf[f.ID]; m != nil {
		fit = m.on(u.is(valued))
	}
	if f.Body == coating.Film {
		fit = max(fit, u.Film)
	}
	return fit
}

func (m *madeFor) on(traits []string) Fit {
	worst, best, told := Home, Never, false
	for _, t := range traits {
		fit, listed := m.traits[t]
		if !listed {
			continue
		}
		told = true
		worst, best = max(worst, fit), min(best, fit)
	}
	switch {
	case !told:
		return m.other
	case worst >= Odd:
		return worst
	}
	return best
}

// WhyUnfit says what a family is made for, where it is not made for u; "" for one that fits.
func (u *EndUse) WhyUnfit(f *coating.Family, valued bool) string {
	if u.FitOf(f, valued) < Absurd {
		return ""
	}
	switch {
	case f.Is(coating.GroupBare):
		return "Bare wood does not stand this life."
	case f.Is(coating.GroupKept):
		return "Keeping what is there is for a piece of value: say so at the inspection."
	case f.Body == coating.Film && u.Film >= Absurd:
		return strings.TrimSpace("No film belongs here. " + u.Note)
	}
	return fmt.Sprintf("It belongs to the %s, which are made for another life than this one.", madeForOf[f.ID].kind)
}
