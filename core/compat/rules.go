package compat

import (
	"slices"

	"firmitas/core"
	"firmitas/core/substrate"
)

// Rule is one thing the trade knows about a coat over a ground. Adding knowledge is adding an entry to the file of its
// theme, with a join at which it speaks and one, close by, at which it keeps silent; both are tested and shown in the
// handbook.
type Rule struct {
	ID      string
	Theme   string
	Window  bool // it speaks of when a coat may go on
	Title   string
	Gate    bool // it speaks for a gate of the end use
	Surface bool // judges the ground as the finished surface, with nothing over it
	Firm    bool // physics, law or safety: no label, board or school overrides it
	Physics bool // what a refusal rests on is no matter of taste: a label may know better, a finisher's reason may not
	ByHand  bool // a doubt that the hand settles on the spot, where others want a board
	Shows   bool // gone past, it shows at once: no trace means that it went well
	Nothing bool // it speaks of leaving bare or keeping, and of nothing else
	Room    bool // it speaks of the air of the room, which can be changed
	Told    bool // it speaks only of what is told of the moment: soil, signs, key, moisture, the air now
	School  bool // only the school of practice that the workshop follows makes it speak
	When    func(*Join) bool
	// instead of When: speaks once the waits are known, of a ground whose state is told
	Moment      func(*Join, *Judgement) bool
	Verdict     Verdict
	Preparation substrate.Work      // work at this join; zero when none
	Insert      string              // the coat that is missing between, in words; "" when none
	Wait        func(*Join) float64 // hours in this join's air; nil when the sheet's own wait is enough
	Soonest     func(*Join) float64 // before them it is refused; nil when that is the Wait itself
	// of a refusal that waiting ends: hours from now until it has; nil = waiting does not help
	Ends           func(*Join, *Judgement) float64
	Failure        string // how it fails when ignored
	Reason         string
	Because        func(*Join) string // a reason that depends on the join; replaces Reason
	WayOut         string             // what to do instead; "" when the verdict says it
	Basis          core.Basis
	Source         string // what is published, named; "" for practice
	Speaks, Silent string // joins in the notation of Parse
}

// Rules are judged in this order; the order changes nothing but which of two equal findings is told first.
var Rules = slices.Concat(
	substrateRules,
	groundRules,
	soilRules,
	waxRules,
	penetratingRules,
	carrierRules,
	classRules,
	twoPartRules,
	decorRules,
	windowRules,
	nowRules,
	lookRules,
	filmRules,
	useRules,
	nothingRules,
	schoolRules,
	surfaceRules,
)

// FindRule returns the rule, or nil.
func FindRule(id string) *Rule {
	if i := slices.IndexFunc(Rules, func(r Rule) bool { return r.ID == id }); i >= 0 {
		return &Rules[i]
	}
	return nil
}

// Rekeying is what a coat needs over one whose window has closed.
var Rekeying = substrate.Work{
	ID:           "key",
	Title:        "Key with P220–P320 until no gloss is left, dust off",
	MinutesPerM2: 10,
}

// BleedWatch is the night that a coat over knots or tannin is given to show what comes up.
var BleedWatch = substrate.Work{
	ID:    "bleed_watch",
	Title: "Leave overnight and look for yellow-brown bleed before going on",
}

// Work at a join alone (minutes: practice).
var (
	scuff   = substrate.Work{ID: "scuff", Title: "Scuff the film dull with P320, dust off", MinutesPerM2: 5}
	mist    = substrate.Work{ID: "mist", Title: "Spray thin mist coats first; a wet coat bites in", MinutesPerM2: 2}
	smell   = substrate.Work{ID: "smell", Title: "Wait until no oil smell is left"}
	dullWax = substrate.Work{
		ID:           "dull_for_wax",
		Title:        "Rub dull with a fine synthetic pad, or the wax has nothing to hold",
		MinutesPerM2: 4,
	}
	thinFirst = substrate.Work{
		ID:           "thin_first",
		Title:        "First coat thin, laid on without brushing back and forth",
		MinutesPerM2: 2,
	}
)
