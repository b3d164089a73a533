// Package compat judges one coat over one ground: a verdict with its waits, preparation, the failure it avoids,
// the reason and its basis. Rules are entries in the rules files, judged by properties and never by pairs of names.
package compat

import (
	"math"
	"slices"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// Verdict is the answer to "may this go over that?". Greater is worse.
type Verdict int

const (
	Sound   Verdict = iota // do it, after the stated wait
	Prepare                // do it once the named preparation is done
	Test                   // make a test board first
	Refuse                 // expected to fail
)

var verdictNames = [...]string{"sound", "prepare", "test", "refuse"}

func (v Verdict) String() string { return verdictNames[v] }

// Ground is what a coat meets: the material and everything laid on it so far, as far as any rule asks.
// Two grounds that are equal are judged alike, which is what makes the search exact.
type Ground struct {
	Material *substrate.Material
	Top      *coating.Product // the coat just below; nil on the bare material
	Open     Open             // what a decoration that covers only in part leaves open beside itself
	BareOpen bool             // and whether the material itself lies open there
	Blocked  bool             // a coat below keeps tannin and knots back, or does so in part
	Watch    bool             // the coat just below blocks only in part: it may still bleed
	Gripped  bool             // a coat below holds on to the slick material
	Pale     bool             // a pale colour that must stay pale shows from below
	Hidden   bool             // an opaque coat below hides the material
	Waxed    bool             // wax lies somewhere below
	Slippery bool             // waxy shellac or stearate lies somewhere below: later coats meet what alcohol carries up
	Washed   bool             // the coat just below is a washcoat: so thin that stain still finds the wood
	Crackled bool             // the coat just below has just cracked over crackle medium
	Old      Oldness          // the top is an old finish, cured long ago
	FilmUM   float64          // dry film on the material so far, µm
	SoftUM   float64          // the part of it that stays soft or softens again: shellac, lacquer, caulk
}

// Open are coats that lie open beside a ground's top, the latest first; nil from the first empty place on.
type Open [MostPartly]*coating.Product

// MostPartly is how many decorations that cover only in part may lie on one another.
const MostPartly = 4

// Oldness tells whether a ground's top is an old finish, and whether anybody knows which.
type Oldness int

const (
	NotOld Oldness = iota
	OldKnown
	OldUnknown
)

// Bare is a clean, sound, prepared surface of m.
func Bare(m *substrate.Material) Ground { return Ground{Material: m} }

// Under returns the ground that coats of p leave for whatever comes next.
func (g Ground) Under(p *coating.Product, coats int) Ground {
	f := p.Family
	if f.NothingOn() {
		return g
	}
	g.Crackled = g.Top != nil && g.Top.Family.Has(coating.Crackles) && f.Is(coating.GroupPaint)
	g.Top, g.Open, g.BareOpen, g.Old, g.Washed = p, Open{}, false, NotOld, false
	mayBleed := g.Material.Bleeds() && !g.Blocked
	paleWater := f.Carrier == coating.Water && p.MayBePale()
	g.Watch = mayBleed && paleWater && p.Blocks == coating.Partly
	g.Blocked = g.Blocked || p.Blocks > coating.No
	g.Gripped = g.Gripped || p.GripsSlick >= coating.GripsSome
	g.Pale = p.MayBePale() || (g.Pale && p.Shade != coating.Dark)
	g.Hidden = g.Hidden || p.Opaque()
	g.Waxed = g.Waxed || f.Body == coating.Wax
	g.Slippery = g.Slippery || (film(f) && slippery(f))
	film := p.DryUM() * float64(coats)
	if f.Is(coating.GroupResin) {
		film = 0 // a pour has a limit of its own
	}
	g.FilmUM += film
	if f.RedissolvesIn != "" || f.Has(coating.Tacky) || f.Has(coating.StaysSoft) {
		g.SoftUM += film
	}
	return g
}

// washShare of a full coat's film is what a washcoat leaves: thinned to a third or less (practice).
const washShare = 0.3

// UnderWash returns the ground that a washcoat of p leaves.
func (g Ground) UnderWash(p *coating.Product) Ground {
	next := g.Under(p, 1)
	left := p.DryUM() * (1 - washShare)
	next.FilmUM -= left
	if next.SoftUM > g.SoftUM {
		next.SoftUM -= left
	}
	next.Washed = film(p.Family) && g.Top == nil
	return next
}

// UnderPartly returns the ground that a decoration leaves which covers only in part: what comes next meets it, and
// what lay open before it too. What p hides, blocks or holds on to, it does only where it lies.
func (g Ground) UnderPartly(p *coating.Product, coats int) Ground {
	next := g.Under(p, coats)
	next.BareOpen = g.BareOpen || g.Top == nil
	if g.Top != nil {
		next.Open[0] = g.Top
		copy(next.Open[1:], g.Open[:])
	}
	next.Blocked, next.Gripped, next.Hidden = g.Blocked, g.Gripped, g.Hidden
	next.Pale = g.Pale || next.Pale
	return next
}

// Context is what else a rule may ask: the room, the life ahead, the workshop's schools and what its test boards
// showed.
type Context struct {
	Air        climate.Air
	Now        bool        // the coat is to go on in this very air; else only waits are reckoned by it
	Night      climate.Air // what the air will be by night, where NightInH says when
	NightInH   float64     // hours until then; 0 = nobody asks
	WorkC      *float64    // what the work itself measures, °C; nil = as warm as the air
	Use        *enduse.EndUse
	FoodPolicy enduse.FoodPolicy
	Schools    Schools
	Boards     []Board
	Decisions  []Decision // of the finisher, on this piece
}

// Soil is what may lie on a ground when a coat is to go on.
type Soil string

const (
	Wax      Soil = "wax"
	Silicone Soil = "silicone"
	Grease   Soil = "grease"
	Nicotine Soil = "nicotine"
	Adhesive Soil = "adhesive"
	Mildew   Soil = "mildew"
	Bitumen  Soil = "bitumen" // creosote and asphalt paint too
	Lye      Soil = "lye"     // residue of a strong alkaline cleaner or stripper
	Bleach   Soil = "bleach"  // residue of wood bleach
)

// Soils there are.
var Soils = []Soil{Wax, Silicone, Grease, Nicotine, Adhesive, Mildew, Bitumen, Lye, Bleach}

// Key is how the ground was abraded.
type Key string

const (
	NotKeyed  Key = ""
	Keyed     Key = "keyed" // with paper or a synthetic pad
	SteelWool Key = "steel_wool"
)

// Distress is how the ground's top was worn through on purpose.
type Distress string

const (
	Undistressed Distress = ""
	DryDistress  Distress = "dry" // with paper
	WetDistress  Distress = "wet" // with a damp cloth
)

// State of the ground at the moment that the coat is to go on. The zero State is a plan: clean, and the wait ours to
// choose.
type State struct {
	SinceH       *float64 // hours since the ground's top went on
	AgeH         *float64 // hours in this join's air that they count for, where it dried in other air; nil = as many
	OpenH        *float64 // hours that the coat under the top had dried when the top went on
	UnderneathH  float64  // hours that it should have had
	Key          Key
	Cured        bool // hardened right through, whatever the clock says
	Unsound      bool // flakes, chalks or lifts
	Distress     Distress
	Heavy        float64 // the top's wet film as a multiple of its label's; 0 and 1 = as the label has it
	Soiled       []Soil
	MoisturePct  float64  // of the wood; 0 = not measured
	MixedH       float64  // hours since the coat's two parts were mixed; 0 = just now, or no two parts
	Seen         []Sign   // what the last coat shows to eye, hand and nose
	HoursUnknown bool     // nobody knows how long the top has dried
	CoatsToday   int      // of the top, on this day already
	Treated      string   // what was done to the bare wood: a Treatment's id; "" = nothing
	TreatedH     *float64 // hours since; nil = nobody knows
	Rinsed       bool     // and whether it was rinsed or neutralised
	WarmingH     *float64 // hours since the work came in from the cold; nil when it did not
}

// Join is one coat about to go over one ground. A nil Coat asks whether the ground may be left as the surface.
type Join struct {
	Ground  Ground
	State   State
	Coat    *coating.Product
	Coats   int  // how many of this coat are planned, for limits on film
	Sprayed bool // sprayed, whatever its kind is usually put on with
	Partly  bool // the coat is a decoration that covers only in part
	Context Context
}

// Finding is one rule that spoke.
type Finding struct {
	Rule   *Rule
	Reason string
	WaitH  float64 // in this join's air
}

// Judgement is the answer for a join: the worst verdict stands, preparations add up, waits take the longest.
type Judgement struct {
	Verdict      Verdict
	Findings     []Finding        // every rule that spoke and stands; the one that decided is first
	Words        []Word           // what a label, a board or a school says of this very pair
	Quieted      []Finding        // rules that spoke and were overridden by Words
	Preparations []substrate.Work // at the join, before the coat goes on
	SoonestH     float64          // hours after the coat below, in this air; sooner is refused
	EarliestH    float64          // what a careful plan waits; between the two it is felt by hand
	LabelH       float64          // the same wait as its label gives it, before the air stretches it
	LatestH      float64          // hours until the ground must be keyed first; 0 = no limit
	ReopensH     float64          // hours from which a key helps again, once LatestH has passed; 0 = at once
	NeedsInsert  bool             // a coat is missing between: it cannot go on as it stands
	WaitBasis    core.Basis
}

// Legal tells whether the coat may be planned as it stands.
func (j Judgement) Legal() bool { return j.Verdict != Refuse && !j.NeedsInsert }

// Judge answers a join by every rule. It is pure and quick.
func Judge(j Join) Judgement { return ruled.judge(j) }

var ruled = newRuleSet(Rules)

// ruleSet holds rules by what they are asked about.
type ruleSet struct{ joins, nothing, surfaces, moments []*Rule }

func newRuleSet(rules []Rule) ruleSet {
	var out ruleSet
	for i := range rules {
		r := &rules[i]
		if nothingOn(r) {
			out.nothing = append(out.nothing, r)
		}
		switch {
		case r.Nothing: // no coat to judge
		case r.Moment != nil:
			out.moments = append(out.moments, r)
		case r.Surface:
			out.surfaces = append(out.surfaces, r)
		default:
			out.joins = append(out.joins, r)
		}
	}
	return out
}

func (s ruleSet) judge(asked Join) Judgement {
	j := &asked // rules read it where it lies
	out := Judgement{WaitBasis: core.Practice}
	words := j.words()
	rules := s.joins
	if j.Coat == nil {
		rules = s.surfaces
	} else if j.Coat.Family.NothingOn() {
		rules = s.nothing
	} else if j.Ground.Top != nil && j.Ground.Old == NotOld {
		out.wait(j)
	}
	told := j.told()
	for _, rule := range rules {
		if (told || !rule.Told) && rule.When(j) {
			out.hear(j, rule, words, justNow)
		}
	}
	for _, below := range j.Ground.Open {
		if below == nil {
			break
		}
		beside(*j, below, rules, &out)
	}
	if j.Ground.BareOpen {
		beside(*j, nil, rules, &out)
	}
	out.SoonestH = min(out.SoonestH, out.EarliestH)
	if j.Ground.Top != nil && j.Coat != nil {
		for _, rule := range s.moments {
			if rule.Moment(j, &out) {
				out.hear(j, rule, words, justNow)
			}
		}
		if out.shut() {
			out.LatestH = 0 // it is keyed in any case
		}
	}
	out.heed(j, words)
	return out
}

// beside takes up what the coat also meets where the ground's top leaves a coat open, or the bare material: below is
// nil then. What lies open has dried since before the top went on.
func beside(j Join, below *coating.Product, rules []*Rule, out *Judgement) {
	top := j.Ground.Top
	j.Ground.Top, j.Ground.Open, j.Ground.BareOpen, j.Ground.Crackled = below, Open{}, false, false
	j.Ground.Old = oldnessOf[below]
	had := func() float64 {
		on := j
		on.Coat, on.Coats, on.Partly, on.State = top, 1, true, State{}
		return Judge(on).EarliestH
	}
	if j.Coat != nil && below != nil && j.Ground.Old == NotOld {
		var open Judgement
		if open.wait(&j); open.EarliestH > out.EarliestH {
			out.EarliestH = max(out.EarliestH, open.EarliestH-had())
		}
	}
	words, told := j.words(), j.told()
	for _, rule := range rules {
		if rule.Told && !told {
			continue
		}
		spoke := slices.ContainsFunc(out.Findings, func(f Finding) bool { return f.Rule == rule })
		if !spoke && rule.When(&j) {
			out.hear(&j, rule, words, had)
		}
	}
	out.heed(&j, words)
}

// told tells that anything at all is said of the moment; a plan says nothing.
func (j *Join) told() bool {
	s := &j.State
	seen := len(s.Soiled)+len(s.Seen) > 0 || s.Unsound || s.HoursUnknown
	done := s.Key != NotKeyed || s.Treated != "" || s.CoatsToday > 0
	measured := s.Heavy > 0 || s.MoisturePct > 0 || s.WarmingH != nil
	now := j.Context.Now || seen
	return now || done || measured
}

func justNow() float64 { return 0 }

// heed takes up what a label, a board or a school says of the very pair.
func (out *Judgement) heed(j *Join, words []Word) {
	for _, w := range words {
		out.Words = append(out.Words, w)
		if !w.May {
			out.hear(j, notPaired[w.By], nil, justNow)
			for i := range out.Findings {
				if f := &out.Findings[i]; f.Rule == notPaired[w.By] {
					f.Reason = w.Sense
				}
			}
		}
	}
}

// shut tells that the window closes before it opens: cool air, or another carrier, holds it back too long.
func (out *Judgement) shut() bool { return out.LatestH > 0 && out.LatestH < out.EarliestH }

// closes tells that there is a window, and that it opens before it closes.
func (out *Judgement) closes() bool { return out.LatestH > 0 && !out.shut() }

// wait fills in when the coat may go on by the ground's own sheet, and until when without a key.
func (out *Judgement) wait(j *Join) {
	top := j.Ground.Top
	out.EarliestH, out.LabelH, out.WaitBasis = top.RecoatAfterH(j.Context.Air), top.RecoatMinH, top.Basis("recoatMinH")
	if crosses(top, j.Coat) {
		out.EarliestH, out.LabelH, out.WaitBasis = top.CrossAfterH(j.Context.Air), top.CrossWaitH, top.Basis(
			"crossWaitH",
		)
	}
	out.EarliestH *= heavier(j)
	if out.EarliestH > out.LabelH {
		out.WaitBasis = core.Estimate
	}
	out.SoonestH = out.EarliestH
	out.LatestH = latest(j)
	if t := terms(j); t != nil {
		out.ReopensH = stretched(j, max(t.Red.ToH, t.Amber.ToH))
	}
}

// hear takes up one finding, unless a word about this very pair overrides it. The ground has had so many hours already.
func (out *Judgement) hear(j *Join, rule *Rule, words []Word, had func() float64) {
	f := Finding{Rule: rule, Reason: rule.Reason}
	if rule.Because != nil {
		f.Reason = rule.Because(j)
	}
	if rule.Wait != nil && j.Ground.Old == NotOld {
		if f.WaitH = rule.Wait(j); f.WaitH > out.EarliestH {
			f.WaitH = max(0, f.WaitH-had())
		}
		soonest := f.WaitH
		if rule.Soonest != nil {
			soonest = min(soonest, max(0, rule.Soonest(j)))
		}
		out.SoonestH = max(out.SoonestH, soonest)
		if f.WaitH > out.EarliestH {
			out.EarliestH, out.WaitBasis = f.WaitH, rule.Basis
		}
	}
	if overridden(rule, words) {
		out.Quieted = append(out.Quieted, f)
		return
	}
	out.NeedsInsert = out.NeedsInsert || rule.Insert != ""
	known := slices.ContainsFunc(out.Preparations, func(w substrate.Work) bool { return w.ID == rule.Preparation.ID })
	if rule.Preparation.ID != "" && !known {
		out.Preparations = append(out.Preparations, rule.Preparation)
	}
	decides := rule.Verdict > out.Verdict || (rule.Moment != nil && rule.Verdict == out.Verdict)
	if decides && len(out.Findings) > 0 {
		out.Findings = append([]Finding{f}, out.Findings...)
	} else {
		out.Findings = append(out.Findings, f)
	}
	out.Verdict = max(out.Verdict, rule.Verdict)
}

// crosses tells whether the coat's carrier asks for the ground's cross-carrier time. Shellac does not: it shortens
// every cross-carrier wait (C1) to the ground's own dry time, never less.
func crosses(top, coat *coating.Product) bool {
	return coat.Family.Carrier != top.Family.Carrier && coat.Family.Carrier != coating.Alcohol && top.CrossWaitH > 0
}

// latest is the end of the recoat window, never later than its label says: a window that an estimate holds open is how
// coats come to peel. What must be keyed in any case has none, and (T3) what melts into the coat below.
func latest(j *Join) float64 {
	if meltsIn(j) || j.Coat.Family.Body == coating.Wax {
		return 0
	}
	h, t := j.Ground.Top.RecoatMaxH, terms(j)
	if t == nil {
		return h * warmthShuts(j)
	}
	if t.WantsKey() && !same(j) {
		return 0
	}
	if j.Ground.Top.Basis("recoatMaxH") != core.Label {
		for _, closes := range []float64{t.ClosesH, t.Red.FromH, t.Amber.FromH} {
			sooner := h == 0 || closes < h || !same(j)
			if closes > 0 && sooner {
				h = closes
			}
		}
	}
	return h * warmthShuts(j)
}

// warmthShuts is the share of a window that is left in warm air: what hardens by itself hardens sooner. Basis:
// estimate.
func warmthShuts(j *Join) float64 {
	warmer := j.Context.Air.TempC - climate.Reference.TempC
	drying := j.Ground.Top.Family.Drying()
	if warmer <= 0 || drying == climate.SolventLeaves || drying == climate.WaxSets {
		return 1
	}
	return math.Pow(2, -warmer/10)
}

// meltsIn tells that the coat's carrier dissolves the film below. A hardener sets before it has melted in; a film that
// swells does not dissolve.
func meltsIn(j *Join) bool {
	if j.Ground.Top == nil || j.Coat.Family.Catalysed() || j.Ground.Top.Family.Has(coating.SwellsBetween) {
		return false
	}
	in := j.Ground.Top.Family.RedissolvesIn
	return in != "" && in == j.Coat.Family.Carrier
}
