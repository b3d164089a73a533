package schedule

import (
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// Known is a fact about how the last coat of a zone was laid, with where it is known from.
type Known struct {
	Fact string // of fault.Facts
	From string
	Not  bool // it is known not to be so
}

// Where evidence is known from.
const (
	fromMaterial   = "the material"
	fromInspection = "the inspection"
	fromProduct    = "the product"
	fromSystem     = "the system, as judged"
	fromLog        = "the work log"
	fromPlan       = "the plan, taken as kept"
	fromTool       = "the technique as planned"
)

// Air in which coats are at their best, and beyond which it tells (practice).
const (
	bestFromC, bestToC   = 16.0, 26.0
	bestFromRH, bestToRH = 35.0, 70.0
	nearLimitC           = 3.0
)

// When something shows, by what has passed since the coat (practice).
const (
	nextDayFrom, nextDayTo = 8 * time.Hour, 48 * time.Hour
	weeksFrom              = 10 * 24 * time.Hour
	agedFrom               = 365 * 24 * time.Hour
)

// Methods in which a coat may be told to have gone on.
var Methods = []string{"brush", "roller", "bar", "cloth", "spray", "aerosol"}

// toolFact is how a coat went on, by the technique's id.
var toolFact = map[string]string{
	"brush": "brush", "outdoor_brush": "brush", "foam_roller": "roller", "floor_roller": "bar", "cloth": "cloth",
	"floor_cloth": "cloth", "gun": "spray", "gun_on_racks": "spray", "can": "aerosol", "pad_machine": "cloth",
	"floor_pad": "cloth", "deck_pad": "cloth",
}

// soilFact is what lay on a surface, by what was found.
var soilFact = map[substrate.Contamination]string{
	substrate.WaxPolish: "waxed", substrate.Silicone: "silicone", substrate.Grease: "greasy",
	substrate.Nicotine: "smoky",
}

// Evidence is what a piece's record says towards a fault that is seen on a zone: of what it is made of, what was
// found on it, and how the coat that was last there by now went on. Nobody has to be asked for any of it.
func (b Brief) Evidence(p Plan, zone int, now time.Time) []Known {
	z := b.Zones[zone]
	var out []Known
	is := func(holds bool, fact, from string) { out = append(out, Known{fact, from, !holds}) }
	m := z.Wish.Material
	is(m.Tannin, "tannin", fromMaterial)
	is(m.Knots, "knots", fromMaterial)
	is(m.Oily, "oily", fromMaterial)
	is(m.OpenPores, "open", fromMaterial)
	is(m.Blotches, "blotchy", fromMaterial)
	is(m.Slick, "slick", fromMaterial)
	is(m.Kind == substrate.Veneer, "veneer", fromMaterial)
	for _, c := range z.Wish.Seen.Contaminations {
		if fact := soilFact[c]; fact != "" {
			is(true, fact, fromInspection)
		}
	}
	repaired := func(repair string) bool { return slices.Contains(z.Wish.Seen.Repairs, repair) }
	if repaired("joint") {
		is(true, "glued", fromInspection)
	}
	if repaired("gouge") || repaired("corner") {
		is(true, "filled", fromInspection)
	}
	last, below := b.lastLaid(p, zone, now)
	if last == nil || z.System == nil {
		return out
	}
	return append(out, b.ofCoat(z, *last, below, now)...)
}

// lastLaid is the coat of a zone that was on by now, and the one below it: as told, or as planned where nothing is.
func (b Brief) lastLaid(p Plan, zone int, now time.Time) (last, below *Step) {
	for i := range p.Steps {
		s := &p.Steps[i]
		isCoat := s.Kind == Coating && s.Zones[0] == zone && !s.Product.Family.NothingOn()
		lies := s.Told != nil || b.Log.Now.IsZero()
		if isCoat && lies && !s.End().After(now) {
			last, below = s, last
		}
	}
	return last, below
}

// ofCoat is what is known of one coat: its product, what it lies on, when and in which air it went on.
func (b Brief) ofCoat(z Zone, s Step, below *Step, now time.Time) []Known {
	var out []Known
	say := func(holds bool, fact, from string) { out = append(out, Known{fact, from, !holds}) }
	p, layer := s.Product, z.System.Layers[s.at.Layer]
	say(p.Family.Carrier == coating.LacquerSolvent, "strong", fromProduct)
	say(p.PotLifeH > 0 || p.MixRatio > 0, "twopart", fromProduct)
	say(p.Shade == coating.Pale, "pale", fromProduct)
	say(p.Amber >= 1, "ambering", fromProduct)
	tool, toolFrom := s.Tool, fromTool
	if s.Told != nil && s.Told.Laid().Method != "" {
		tool, toolFrom = s.Told.Laid().Method, fromLog
	}
	for _, fact := range Methods {
		say(fact == tool, fact, toolFrom)
	}
	if s.Told != nil {
		if ratio, known := s.Told.Laid().Ratio(s.WetUM, s.Litres); known {
			say(ratio > tooThick, "thick", fromLog)
			say(ratio < tooThin, "thin", fromLog)
			say(ratio >= tooThin && ratio <= tooThick, "filmok", fromLog)
		}
	}

	bare := below == nil && z.Wish.Ground().Top == nil
	say(bare, "bare", fromSystem)
	say(below == nil && !bare, "oldfinish", fromInspection)
	say(slices.ContainsFunc(z.System.Layers[:s.at.Layer], func(l system.Layer) bool {
		return l.Product.Blocks == coating.Yes || l.Product.Family.Is(coating.GroupSealer)
	}), "sealed", fromSystem)
	join := layer.Below
	if s.at.N > 1 {
		join = layer.Between
	}
	against := len(join.GoneAgainst()) > 0
	say(against, "refused", fromSystem)
	say(!against && join.Verdict <= compat.Prepare, "okpair", fromSystem)

	from := fromPlan
	if s.Told != nil {
		from = fromLog
	}
	keyed := s.Keyed
	if s.Told != nil {
		keyed = s.Told.Laid().Keyed
	}
	say(keyed, "keyed", from)
	if below != nil && !below.Opens.IsZero() {
		early := s.Start().Before(below.Opens)
		late := !below.Closes.IsZero() && s.Start().After(below.Closes)
		say(early, "early", from)
		say(late, "late", from)
		say(late && !keyed, "nokey", from)
		say(!early && !late, "inwin", from)
	}
	air := z.Wish.Air
	if s.Told != nil && s.Told.Air().RH > 0 {
		air = s.Told.Air()
	}
	cold := air.TempC < bestFromC || air.TempC < p.Limits().MinC+nearLimitC
	damp, hot, dry := air.RH > bestToRH, air.TempC > bestToC, air.RH < bestFromRH
	say(cold, "cold", from)
	say(damp, "damp", from)
	say(hot, "hot", from)
	say(dry, "dryair", from)
	amiss := cold || damp || hot
	say(!amiss && !dry, "airok", from)

	since := now.Sub(s.End())
	say(now.Before(s.TouchDry), "now", from)
	say(since >= nextDayFrom && since < nextDayTo, "nextday", from)
	say(since >= weeksFrom && since < agedFrom, "weeks", from)
	say(since >= agedFrom, "aged", from)
	return out
}

// Weighed is evidence as the finder takes it: what is so, and what is not.
func Weighed(known []Known) (so, not map[string]bool) {
	so, not = map[string]bool{}, map[string]bool{}
	for _, k := range known {
		if k.Not {
			not[k.Fact] = true
		} else {
			so[k.Fact] = true
		}
	}
	return so, not
}
