// Package worklog gives meaning to what happened at a piece. Facts are told once and never edited: what was told
// wrongly is taken back by another fact, and plans, bench and cards are computed from what still stands.
package worklog

import (
	"slices"
	"time"

	"firmitas/core/compat"
)

// Kind of fact.
type Kind string

const (
	SignSeen  Kind = "sign"       // what the last coat of a zone showed to eye, hand or nose
	TakenBack Kind = "taken_back" // an earlier fact was told wrongly
)

// Kinds that may be told.
var Kinds = []Kind{SignSeen, TakenBack}

// Event is one fact.
type Event struct {
	ID   int64
	Kind Kind
	Zone int64     // 0 = the whole piece
	At   time.Time // when it happened
	Told time.Time // when it was told
	Who  string    // "" when nobody said
	Sign compat.Sign
	Of   int64 // the fact that is taken back
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
