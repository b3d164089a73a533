// Package worklog gives meaning to what happened at a piece. Facts are told once and never edited: what was told
// wrongly is taken back by another fact, and plans, bench and cards are computed from what still stands.
package worklog

import (
	"math"
	"slices"
	"strconv"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/money"
)

// Kind of fact.
type Kind string

const (
	SignSeen     Kind = "sign"      // what the last coat of a zone showed to eye, hand or nose
	Checked      Kind = "checked"   // a look that opens a coat: whether it was passed
	SampleMade   Kind = "sample"    // a colour that was tried, with its recipe
	PatchSeen    Kind = "patch"     // a place that is not as the rest of its zone: let in, filled, other wood
	SlipMeasured Kind = "slip"      // on the finished floor, with its value and method
	JobDone      Kind = "job_done"  // work of the preparation
	Begun        Kind = "begun"     // a coat: the first stroke
	Mixed        Kind = "mixed"     // a pot of what goes off
	CoatLaid     Kind = "coat_laid" // by when it was on
	CoatLeftOut  Kind = "left_out"  // a coat of the plan that nobody will lay
	TakenOff     Kind = "taken_off" // a coat with all that lay over it: sanded, scraped or washed off again
	FaultSeen    Kind = "fault"     // what looked wrong, what it came from, what is done about it
	Moved        Kind = "moved"     // to another place
	AirRead      Kind = "air_read"  // on the thermo-hygrometer where the piece stands
	Noted        Kind = "note"      // whatever else is worth keeping
	HandedOver   Kind = "handed_over"
	BuyerSaid    Kind = "buyer_said" // by whoever holds the card of a piece that has left
	Answered     Kind = "buyer_answered"
	TakenBack    Kind = "taken_back" // an earlier fact was told wrongly

	// Of money; a piece that has left may still be paid for.
	Bought     Kind = "bought"      // the piece itself, for own stock
	PartWanted Kind = "part_wanted" // for the piece: handles, cloth, glass
	PartBought Kind = "part_bought" // for the piece, whether or not somebody told that it was wanted
	HoursTold  Kind = "hours"       // work that is no step of the plan
	Agreed     Kind = "agreed"      // the price, with a customer
	Asked      Kind = "asked"       // the price, of own stock
	Sold       Kind = "sold"
	FeePaid    Kind = "fee" // besides what goes off every price

	// Of a tin.
	TinBought Kind = "tin_bought"
	TinOpened Kind = "tin_opened"
	TinTold   Kind = "tin_told"   // how much is left in it, by looking or weighing
	TinThrown Kind = "tin_thrown" // what was left of it
	TinEmpty  Kind = "tin_empty"
)

// OfMoney tells whether a fact is about money.
func (k Kind) OfMoney() bool {
	return slices.Contains([]Kind{Bought, PartWanted, PartBought, HoursTold, Agreed, Asked, Sold, FeePaid}, k)
}

// Event is one fact.
type Event struct {
	ID   int64
	Kind Kind
	Zone int64     // 0 = the whole piece
	At   time.Time // when it happened
	Told time.Time // when it was told
	Who  string    // "" when nobody said
	Of   int64     // the fact that is taken back, or the wanted part that was bought

	Sign   compat.Sign
	Check  string // which look, by the plan's own name for it
	Passed bool   // of a look
	Text   string // the recipe; where the patch is and what it is; the value and how it was measured
	Photo  int64  // that shows it; 0 = none

	Job     string      // which, by its key in the preparation
	Coat    Coat        // of a coat: which
	Keyed   bool        // the surface was keyed right before it
	Air     climate.Air // that it was laid in; zero = nobody told
	Product int64       // what was laid, or mixed
	How     Laying      // of a coat: how it really went on

	Fault  string // of a fault: what is seen, by its id
	Cause  string // what it is held to come from
	Remedy Remedy // what is done about it

	Took   float64      // minutes by hand; 0 = nobody told
	Amount money.Amount // of what is paid, asked or agreed
	Quote  int64        // that was agreed to; 0 = it was agreed without
	Part   Part         // that is wanted
	Kin    Kin          // of what took them
}

// Part is how much of something is to be bought.
type Part struct {
	Qty  float64
	Unit PartUnit
}

// PartUnit is what a part is counted in.
type PartUnit string

// PartUnits that may be told.
var PartUnits = []PartUnit{"count", "m", "m2", "L", "kg"}

// ToBuy are the parts of a piece that are wanted and that nobody has bought yet.
func ToBuy(standing []Event) []Event {
	bought := map[int64]bool{}
	for _, e := range standing {
		if e.Kind == PartBought {
			bought[e.Of] = true
		}
	}
	wanted := Of(standing, PartWanted, 0)
	return slices.DeleteFunc(wanted, func(e Event) bool { return bought[e.ID] })
}

// Laying is how a coat really went on, as far as somebody told; zero values are as planned.
type Laying struct {
	Instead *coating.Product // another product than planned
	Tin     int64
	Litres  float64
	WetUM   float64 // gauged while it was wet, µm
	Build   Build
	Method  string  // brush, roller, bar, cloth, spray or aerosol
	Share   float64 // of the zone, above 0 and below 1 where the rest is still to be laid
	AsMeant float64 // litres, as it was planned; 0 = nobody knows

	BeforeKg, AfterKg float64 // the tin on the scale; 0 = it was not weighed
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

// Kin is what some minutes of work were spent on: work of the same kin teaches how long the next takes.
type Kin struct {
	Work    string  // kind of work, as the pace names it
	M2      float64 // how much of it
	Face    string  // shape of the surface
	PerM2   float64 // minutes that it was planned with
	Planned float64 // minutes in all, as planned, set-up and all else counted in
}

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

// MendKey is the work-log key of the work that a fault asks for.
func MendKey(fault int64) string { return "mend/" + strconv.FormatInt(fault, 10) }

// ToMend are a zone's faults whose remedy takes time, and when it was done. What is set about while the coat is wet is
// done when it is told.
func ToMend(standing []Event, zone int64) []Mend {
	done := map[string]Event{}
	for _, e := range standing {
		if e.Kind == JobDone {
			done[e.Job] = e
		}
	}
	var out []Mend
	for _, e := range Of(standing, FaultSeen, zone) {
		if e.Remedy == BeforeNext || e.Remedy == WeeksOn || e.Remedy == LeaveIt {
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
		if e.Kind == AirRead {
			out = append(out, climate.Reading{At: e.At, Air: e.Air})
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
