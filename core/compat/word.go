package compat

import (
	"fmt"
	"slices"

	"firmitas/core"
	"firmitas/core/coating"
)

// By tells who speaks of a pair, other than the trade's rules.
type By int

const (
	ByLabel    By = iota // the data sheet of one of the two
	ByBoard              // a test board of this workshop
	ByFinisher           // who goes on with a reason, or tried it on a hidden spot
)

// Word is what somebody says of this very pair.
type Word struct {
	By    By
	May   bool
	Sense string // what is said, in a sentence
	Who   string // whose sheet, or who made the board
	When  string // date of the board; "" for a label

	decides *Decision // what the finisher decided; nil for others
}

// Decision is a doubt settled on a hidden spot, or a refusal of practice gone past with a reason. It holds for one rule
// at one join of one piece.
type Decision struct {
	Rule   string
	Coat   int64
	Ground int64 // a product; 0 = the material or its old finish
	Tried  bool  // on a hidden spot; else gone on all the same
	Reason string
	Who    string
	On     string // date
}

// Overridable tells whether a finisher may go past a rule: practice may be argued with, physics, safety and gates may
// not.
func (r *Rule) Overridable() bool {
	bound := r.Firm || r.Physics || r.Surface
	doubts := r.Verdict >= Test || r.Insert != ""
	open := !bound && !r.Gate
	return open && doubts && r.Moment == nil
}

// allows tells whether a decision goes past a rule. What was tried on a hidden spot settles a doubt; a refusal takes a
// reason.
func (d *Decision) allows(r *Rule) bool {
	onlyTried := d.Tried && r.Verdict == Refuse
	return d.Rule == r.ID && r.Overridable() && !onlyTried
}

// GoneAgainst is what the finisher went past with a reason and nothing else, and a buyer should know of: what was tried
// and held, or is a matter of taste, is not among it.
func (out *Judgement) GoneAgainst() []Finding {
	var past []Finding
	for _, f := range out.Quieted {
		went := slices.ContainsFunc(out.Words, func(w Word) bool {
			return w.decides != nil && !w.decides.Tried && w.decides.allows(f.Rule)
		})
		if went && f.Rule.Theme != lookTheme {
			past = append(past, f)
		}
	}
	return past
}

// Schools of practice that a workshop follows. Each is a setting, with its reasons in the handbook.
type Schools struct {
	DistressAfterWax  bool // wax first, cut through it, wax the cuts again; else distress first, then seal
	HardwaxOverSealer bool // hardwax oil over a single thin coat of sealer
	NoWaxOverFilm     bool // films are left unwaxed
	ShellacBetween    bool // dewaxed shellac between coats of different kinds
}

// Board is a test board of one coat over one ground, with what it showed.
type Board struct {
	Ground, Coat int64  // products; Ground 0 = the material itself, or its old finish
	Material     string // "" = whatever the wood
	Old          string // the old finish below; "" = none
	CrossCut     int    // class by ISO 2409: 0 best, 5 worst
	Passed       bool   // the workshop's judgement on all that was tried
	Who          string
	On           string // date
}

// BoardH is what a test board takes before it is cut across, scraped and damped (practice; three weeks are surer).
const BoardH = 7 * 24

// PassingCrossCut is the worst class of ISO 2409 at which a board may be passed: 1, up to 5 % of the squares flaked
// (4B by ASTM D3359, which counts the other way; values from memory). The bar itself is practice.
const PassingCrossCut = 1

// WhyNotPassed is what a board showed that keeps it from being passed; "" when nothing does. SolventRub is what the
// rub did. Basis: practice.
func WhyNotPassed(crossCut int, solventRub string) string {
	switch {
	case crossCut > PassingCrossCut:
		return fmt.Sprintf(
			"Class %d (%s) means that more than a few squares came off: a board is passed at class %d or better.",
			crossCut,
			D3359(crossCut),
			PassingCrossCut,
		)
	case solventRub == "dissolved":
		return "It dissolved under the solvent rub: it has not hardened, and cannot be passed yet."
	}
	return ""
}

// D3359 is the class of ASTM D3359 method B that stands for one of ISO 2409 (5B is best; values from memory).
func D3359(iso2409 int) string { return fmt.Sprintf("%dB", 5-iso2409) }

// FlakedPct is the share of the cut squares that has come off at the worst, by class of ISO 2409 (values from memory).
var FlakedPct = [...]float64{0, 5, 15, 35, 65, 100}

// words gathers what the two labels and the workshop's boards say of this pair.
func (j *Join) words() []Word {
	if j.Coat == nil {
		return nil
	}
	out := append(j.decided(), j.boarded()...)
	if j.Ground.Top == nil {
		return out
	}
	add := func(p *coating.Product, over bool, other *coating.Family) {
		for _, pair := range p.Pairings {
			if pair.Over == over && pair.Names(other) {
				out = append(out, Word{By: ByLabel, May: pair.May, Sense: pair.Sense, Who: p.Name + ", " + pair.Source})
			}
		}
	}
	add(j.Coat, true, j.Ground.Top.Family)
	add(j.Ground.Top, false, j.Coat.Family)
	return out
}

// boarded gathers what the workshop's boards showed of this pair.
func (j *Join) boarded() []Word {
	var out []Word
	for i := range j.Context.Boards {
		b := &j.Context.Boards[i]
		sameWood := b.Material == "" || b.Material == j.Ground.Material.ID
		if b.Coat != j.Coat.ID || !sameWood || !b.liesOn(&j.Ground) {
			continue
		}
		sense := fmt.Sprintf("A test board held: cross-cut class %d (%s).", b.CrossCut, D3359(b.CrossCut))
		if !b.Passed {
			sense = fmt.Sprintf("A test board failed: cross-cut class %d (%s).", b.CrossCut, D3359(b.CrossCut))
		}
		out = append(out, Word{By: ByBoard, May: b.Passed, Sense: sense, Who: b.Who, When: b.On})
	}
	return out
}

// liesOn tells whether a board had this ground. Nobody can make one of an unknown finish.
func (b *Board) liesOn(g *Ground) bool {
	switch {
	case g.Top == nil:
		return b.Ground == 0 && b.Old == ""
	case g.Old != NotOld:
		return b.Ground == 0 && b.Old != "" && oldTops[b.Old] == g.Top
	}
	return b.Ground != 0 && b.Ground == g.Top.ID
}

// decided gathers what the finisher decided of this pair on this piece.
func (j *Join) decided() []Word {
	var out []Word
	ground := int64(0)
	if top := j.Ground.Top; top != nil && j.Ground.Old == NotOld {
		ground = top.ID
	}
	for i := range j.Context.Decisions {
		d := &j.Context.Decisions[i]
		if d.Coat == j.Coat.ID && d.Ground == ground {
			out = append(out, Word{By: ByFinisher, May: true, Sense: d.Reason, Who: d.Who, When: d.On, decides: d})
		}
	}
	return out
}

// overridden tells whether a word about the pair outweighs the rule. A label outweighs every rule that is not firm; a
// board settles doubts, but nothing that is refused. A preparation that is plain work is done all the same.
func overridden(rule *Rule, words []Word) bool {
	plainWork := rule.Verdict < Test && rule.Insert == ""
	unmoved := rule.Firm || rule.Surface || rule.Moment != nil
	if unmoved || plainWork {
		return false
	}
	return slices.ContainsFunc(words, func(w Word) bool {
		if w.decides != nil {
			return w.decides.allows(rule)
		}
		return w.May && (w.By == ByLabel || rule.Verdict < Refuse)
	})
}

// notPaired is how a word against the pair is told, by who says it.
var notPaired = map[By]*Rule{
	ByLabel: {
		ID:      "LB",
		Theme:   "Labels and boards",
		Title:   "Its label says no to this pair",
		Firm:    true,
		Verdict: Refuse,
		Failure: "is expected to fail",
		WayOut:  "Another coat, or a barrier between.",
		Basis:   core.Label,
	},
	ByBoard: {
		ID:      "TB",
		Theme:   "Labels and boards",
		Title:   "It failed on our own test board",
		Firm:    true,
		Verdict: Refuse,
		Failure: "failed on the board",
		WayOut:  "Another coat, or a barrier between, on a new board.",
		Basis:   core.Practice,
	},
}
