// Package worklog gives meaning to what happened at a piece. Facts are told once and never edited: what was told
// wrongly is taken back by another fact, and plans, bench and cards are computed from what still stands.
package worklog

import (
	"math"
	"slices"
	"strconv"
	"time"

	"firmitas/core/climate"
	"firmitas/core/compat"
)

// ToBuy are the parts of a piece that are wanted and that nobody has bought yet.
func ToBuy(standing []Event) []Event {
	bought := map[int64]bool{}
	for _, e := range standing {
		if e.Kind() == PartBought {
			bought[e.Of()] = true
		}
	}
	wanted := Of(standing, PartWanted, 0)
	return slices.DeleteFunc(wanted, func(e Event) bool { return bought[e.ID] })
}

// Laying is how a coat really went on, as far as somebody told; zero values are as planned.
type Laying struct {
	TinID   int64   `json:"tinId,omitempty"`
	Litres  float64 `json:"litres,omitempty"`
	WetUM   float64 `json:"wetUm,omitempty"` // gauged while it was wet, µm
	Build   Build   `json:"build,omitempty"`
	Method  string  `json:"method,omitempty"`  // brush, roller, bar, cloth, spray or aerosol
	Share   float64 `json:"share,omitempty"`   // of the zone, above 0 and below 1 where the rest is still to be laid
	AsMeant float64 `json:"asMeant,omitempty"` // litres, as it was planned; 0 = nobody knows

	// The tin on the scale; 0 = it was not weighed.
	BeforeKg float64 `json:"weighedBeforeKg,omitempty"`
	AfterKg  float64 `json:"weighedAfterKg,omitempty"`
}

// Build is how full a coat looks, where nobody measured.
type Build string

const (
	Thin  Build = "thin"
	Thick Build = "thick"
)

// Builds that may be told.
var Builds = []Build{Thin, Thick}

// What a build that looks thin or thick comes to, against the label (practice, estimate).
const thinRatio, thickRatio = 0.6, 1.5

// Ratio is how thick a coat went on against what its label means to: gauged wet film first, then how it looked, then
// what left the tin. Known is false where nobody told; the planned figures are µm wet and litres, 0 where unknown.
func (l Laying) Ratio(plannedUM, plannedLitres float64) (ratio float64, known bool) {
	switch {
	case l.WetUM > 0 && plannedUM > 0:
		return l.WetUM / plannedUM, true
	case l.Build == Thin:
		return thinRatio, true
	case l.Build == Thick:
		return thickRatio, true
	case l.Litres > 0 && plannedLitres > 0 && math.Abs(l.Litres/plannedLitres-1) > asPlanned:
		return l.Litres / plannedLitres, true
	}
	return 1, false
}

// asPlanned is how near an amount is to the planned one that nobody measured: it was filled in.
const asPlanned = 0.02

// Partly tells whether the rest of the zone is still to be laid.
func (l Laying) Partly() bool { return l.Share > 0 && l.Share < 1 }

// Remedy of a fault: when in a coat's life it is set about.
type Remedy string

const (
	WhileWet   Remedy = "wet"
	BeforeNext Remedy = "dry"
	WeeksOn    Remedy = "later"
	LeaveIt    Remedy = "leave"
)

// Remedies that may be told.
var Remedies = []Remedy{WhileWet, BeforeNext, WeeksOn, LeaveIt}

// Worked is what was worked by hand, in minutes.
type Worked struct {
	Took float64 `json:"tookMin,omitempty"` // 0 = nobody told
	Kin
}

// Kin is what some minutes of work were spent on: work of the same kin teaches how long the next takes.
type Kin struct {
	Work    string  `json:"work,omitempty"`    // kind of work, as the pace names it
	M2      float64 `json:"m2,omitempty"`      // how much of it
	Face    string  `json:"face,omitempty"`    // shape of the surface
	PerM2   float64 `json:"perM2,omitempty"`   // minutes that it was planned with
	Planned float64 `json:"planned,omitempty"` // minutes in all, as planned, set-up and all else counted in
}

// On names the coat within its zone.
func (c Coat) On() OnCoat { return OnCoat{c.Layer, c.N} }

// Coat tells one coat of a piece from another: its zone, its layer from the ground up, and which of the layer's coats.
type Coat struct {
	Zone  int64
	Layer int
	N     int // 1 for the layer's first
}

// Below tells whether a coat lies under another of its zone.
func (c Coat) Below(o Coat) bool { return c.Layer < o.Layer || c.Layer == o.Layer && c.N < o.N }

// Standing are the facts that nobody has taken back, by when they happened.
func Standing(all []Event) []Event {
	back := map[int64]bool{}
	for _, e := range all {
		if e.Kind() == TakenBack {
			back[e.Of()] = true
		}
	}
	var out []Event
	for _, e := range all {
		if e.Kind() != TakenBack && !back[e.ID] {
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
		case e.Kind() != SignSeen || e.Zone != zone:
		case e.Sign().Sign == compat.Powders:
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
		if e.Kind() == Checked && e.Zone == zone {
			out[e.Look().Check] = e
		}
	}
	return out
}

// Of a kind, what stands of a zone; of every zone where it is 0.
func Of(standing []Event, kind Kind, zone int64) []Event {
	var out []Event
	for _, e := range standing {
		if e.Kind() == kind && (zone == 0 || e.Zone == zone) {
			out = append(out, e)
		}
	}
	return out
}

// MendKey is the work-log key of the work that a fault asks for.
func MendKey(fault int64) string { return "mend/" + strconv.FormatInt(fault, 10) }

// ToMend are a zone's faults whose remedy takes time, and when it was done. What is set about while the coat is wet is
// done when it is told.
func ToMend(standing []Event, zone int64) []Mend {
	done := map[string]Event{}
	for _, e := range standing {
		if e.Kind() == JobDone {
			done[e.Job()] = e
		}
	}
	var out []Mend
	for _, e := range Of(standing, FaultSeen, zone) {
		if slices.Contains([]Remedy{BeforeNext, WeeksOn, LeaveIt}, e.Fault().Remedy) {
			out = append(out, Mend{Fault: e, Done: done[MendKey(e.ID)]})
		}
	}
	return out
}

// Mend is a fault's work.
type Mend struct {
	Fault Event
	Done  Event // zero = it is still to do
}

// Readings of the air among facts.
func Readings(told []Event) (out []climate.Reading) {
	for _, e := range told {
		if e.Kind() == AirRead {
			out = append(out, climate.Reading{At: e.At, Air: e.Air()})
		}
	}
	return out
}

// AirAt is the air as it was read last before a moment, by a reading that can be right; ok is false where that is too
// long ago.
func AirAt(standing []Event, at time.Time) (air climate.Air, ok bool) {
	before := slices.DeleteFunc(Readings(standing), func(r climate.Reading) bool { return r.At.After(at) })
	sound := climate.Sound(before)
	if len(sound) == 0 || at.Sub(sound[len(sound)-1].At) > climate.Holds {
		return air, false
	}
	return sound[len(sound)-1].Air, true
}

// OverPct is by how much per cent something took longer than it was quoted with; below 0 = less. Basis: practice, a
// quote of two days that took three is 50 % over.
func OverPct(quoted, took float64) float64 {
	if quoted <= 0 {
		return 0
	}
	const percent = 100
	return (took/quoted - 1) * percent
}
