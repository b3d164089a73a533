package compat

import (
	"slices"

	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// Rule is one thing the trade knows about a coat over a ground. Adding knowledge is adding an entry to the file of its
// theme, with a join at which it speaks and one, close by, at which it keeps silent; both are tested and shown in the
// handbook.
type Rule struct {
	ID             string
	Theme          string
	Title          string
	Gate           bool // it speaks for a gate of the end use
	Surface        bool // judges the ground as the finished surface, with nothing over it
	Firm           bool // physics, law or safety: no label, board or school overrides it
	School         bool // only the school of practice that the workshop follows makes it speak
	When           func(*Join) bool
	Moment         func(*Join, *Judgement) bool // instead of When: speaks once the waits are known, of a ground whose state is told
	Verdict        Verdict
	Preparation    Preparation         // work at this join; zero when none
	Insert         string              // the coat that is missing between, in words; "" when none
	Wait           func(*Join) float64 // hours in this join's air; nil when the sheet's own wait is enough
	Failure        string              // how it fails when ignored
	Reason         string
	Because        func(*Join) string // a reason that depends on the join; replaces Reason
	WayOut         string             // what to do instead; "" when the verdict says it
	Basis          core.Basis
	Source         string // what is published, named; "" for practice
	Speaks, Silent string // joins in the notation of Parse
}

// Rules are judged in this order; the order changes nothing but which of two equal findings is told first.
var Rules = slices.Concat(substrateRules, soilRules, waxRules, penetratingRules, carrierRules, twoPartRules, decorRules, windowRules, lookRules, filmRules, useRules, schoolRules, surfaceRules)

// FindRule returns the rule, or nil.
func FindRule(id string) *Rule {
	if i := slices.IndexFunc(Rules, func(r Rule) bool { return r.ID == id }); i >= 0 {
		return &Rules[i]
	}
	return nil
}

// Preparations at a join (minutes: practice).
var (
	scuff      = Preparation{"scuff", "Scuff the film dull with P320, dust off", 5}
	key        = Preparation{"key", "Key with P220–P320 until no gloss is left, dust off", 10}
	mist       = Preparation{"mist", "Spray thin mist coats first; a wet coat bites in", 2}
	bleedWatch = Preparation{"bleed_watch", "Leave overnight and look for yellow-brown bleed before going on", 0}
	keyOld     = Preparation{"key_old", "Clean the old finish, key it dull with P180–P220, dust off", 0} // its minutes stand in the preparation
	keySlick   = Preparation{"key_slick", "Key with P180–P220 and degrease", 0}                          // its minutes stand in the bare preparation
	wipe       = Preparation{"solvent_wipe", "Wipe with solvent directly before the coat", 0}
	grain      = Preparation{"raise_grain", "Damp and sand the raised grain first, or sand the first coat", 0}
	smell      = Preparation{"smell", "Wait until no oil smell is left", 0}
	dullWax    = Preparation{"dull_for_wax", "Rub dull with a fine synthetic pad, or the wax has nothing to hold", 4}
)

// Short names for what rules ask.

func top(j *Join) *coating.Product        { return j.Ground.Top }
func on(j *Join) *coating.Family          { return j.Ground.Top.Family }
func coat(j *Join) *coating.Family        { return j.Coat.Family }
func covered(j *Join) bool                { return j.Ground.Top != nil }
func fresh(j *Join) bool                  { return covered(j) && j.Ground.Old == NotOld } // a coat of ours, not an old finish
func bare(j *Join) bool                   { return j.Ground.Top == nil }
func same(j *Join) bool                   { return covered(j) && j.Ground.Top.Family == j.Coat.Family }
func over(j *Join, id string) bool        { return covered(j) && on(j).ID == id }
func film(f *coating.Family) bool         { return f.Body == coating.Film }
func waterCarried(f *coating.Family) bool { return f.Carrier == coating.Water }
func strong(f *coating.Family) bool       { return f.Carrier == coating.LacquerSolvent }
func soaksIn(f *coating.Family) bool      { return f.Body == coating.Penetrating }
func isOil(f *coating.Family) bool        { return f.Is("oil") && soaksIn(f) && f.Cure != coating.NoCure }
func nonDrying(f *coating.Family) bool {
	return f.Cure == coating.NoCure && (f.Is("oil") || f.Is("wax")) && f.ID != "bare"
}
func hardwax(f *coating.Family) bool { return soaksIn(f) && f.Has(coating.ContainsWax) }
func uncatalysedLacquer(f *coating.Family) bool {
	return strong(f) && f.Cure == coating.Evaporation && f.Is("clear")
}
func outdoors(j *Join) bool   { return j.Context.Use != nil && j.Context.Use.Outdoors() }
func isFloor(j *Join) bool    { return j.Context.Use != nil && j.Context.Use.Has(enduse.Floor) }
func slickBelow(j *Join) bool { return j.Ground.Material.Slick && !j.Ground.Gripped }
func dewaxed(j *Join) bool {
	return coat(j).Carrier == coating.Alcohol && !coat(j).Has(coating.ContainsWax) && !coat(j).Is("stain")
}
func sprayed(j *Join) bool {
	return j.Sprayed || coat(j).AppliedBy == coating.Spray || coat(j).AppliedBy == coating.Aerosol
}
func ironWool(j *Join) bool { return j.State.Key == SteelWool }
func soiled(s Soil) func(*Join) bool {
	return func(j *Join) bool { return slices.Contains(j.State.Soiled, s) }
}

// cured tells that the ground is known to have hardened right through.
func cured(j *Join) bool {
	return j.State.Cured || (j.State.SinceH != nil && fresh(j) && *j.State.SinceH >= top(j).FullCureAfterH(j.Context.Air))
}

// crossWait is the ground's cross-carrier time or the practice of the trade, whichever is longer, in this air.
func crossWait(least float64) func(*Join) float64 {
	return func(j *Join) float64 {
		return max(least*top(j).Slowdown(j.Context.Air), top(j).CrossAfterH(j.Context.Air))
	}
}
