// Package worklog gives meaning to what happened at a piece. Facts are told once and never edited: what was told
// wrongly is taken back by another fact, and plans, bench and cards are computed from what still stands.
package worklog

import (
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/compat"
)

// Kind of fact.
type Kind string

const (
	SignSeen     Kind = "sign"       // what the last coat of a zone showed to eye, hand or nose
	Checked      Kind = "checked"    // a look that opens a coat: whether it was passed
	SampleMade   Kind = "sample"     // a colour that was tried, with its recipe
	PatchSeen    Kind = "patch"      // a place that is not as the rest of its zone: let in, filled, other wood
	SlipMeasured Kind = "slip"       // on the finished floor, with its value and method
	JobDone      Kind = "job_done"   // work of the preparation
	CoatLaid     Kind = "coat_laid"  // by when it was on
	CoatLeftOut  Kind = "left_out"   // a coat of the plan that nobody will lay
	FaultSeen    Kind = "fault"      // what looked wrong, what it came from, what was done
	Noted        Kind = "note"       // whatever else is worth keeping
	TakenBack    Kind = "taken_back" // an earlier fact was told wrongly
)

// Kinds that may be told.
var Kinds = []Kind{
	SignSeen, Checked, SampleMade, PatchSeen, SlipMeasured, JobDone, CoatLaid, CoatLeftOut, FaultSeen, Noted, TakenBack,
}

// Event is one fact.
type Event struct {
	ID   int64
	Kind Kind
	Zone int64     // 0 = the whole piece
	At   time.Time // when it happened
	Told time.Time // when it was told
	Who  string    // "" when nobody said
	Of   int64     // the fact that is taken back

	Sign   compat.Sign
	Check  string // which look, by the plan's own name for it
	Passed bool   // of a look
	Text   string // the recipe; where the patch is and what it is; the value and how it was measured
	Photo  int64  // that shows it; 0 = none

	Job     string      // which, by its key in the preparation
	Coat    Coat        // of a coat: which
	Keyed   bool        // the surface was keyed right before it
	Air     climate.Air // that it was laid in; zero = nobody told
	Product int64       // what was laid
}

// Coat tells one coat of a piece from another: its zone, its layer from the ground up, and which of the layer's coats.
type Coat struct {
	Zone  int64
	Layer int
	N     int // 1 for the layer's first
}

// Standing are the facts that nobody has taken back, by when they happened.
func Standing(all []Event) []Event {
	back := map[int64]bool{}
	for _, e := range all {
		if e.Kind == TakenBack {
			back[e.Of] = true
		}
	}
	var out []Event
	for _, e := range all {
		if e.Kind != TakenBack && !back[e.ID] {
			out = append(out, e)
		}
	}
	slices.SortStableFunc(out, func(a, b Event) int { return a.At.Compare(b.At) })
	return out
}

// Signs are what stands of a zone's signs: the good one, that the hand finds the coat hard, clears those before it.
func Signs(standing []Event, zone int64) []Event {
	var out []Event
	for _, e := range standing {
		switch {
		case e.Kind != SignSeen || e.Zone != zone:
		case e.Sign == compat.Powders:
			out = nil
		default:
			out = append(out, e)
		}
	}
	return out
}

// Looks are the last of each look that was taken at a zone, by name; a look is taken anew until it is passed.
func Looks(standing []Event, zone int64) map[string]Event {
	out := map[string]Event{}
	for _, e := range standing {
		if e.Kind == Checked && e.Zone == zone {
			out[e.Check] = e
		}
	}
	return out
}

// Of a kind, what stands of a zone; of every zone where it is 0.
func Of(standing []Event, kind Kind, zone int64) []Event {
	var out []Event
	for _, e := range standing {
		if e.Kind == kind && (zone == 0 || e.Zone == zone) {
			out = append(out, e)
		}
	}
	return out
}
