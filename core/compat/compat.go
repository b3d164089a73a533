// Package compat judges one coat over one ground: a verdict with its waits, preparation, the failure it avoids,
// the reason and its basis. Rules are entries in rules.go, judged by properties and never by pairs of names.
package compat

import (
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
	Blocked  bool             // a coat below keeps tannin and knots back, or does so in part
	Watch    bool             // the coat just below blocks only in part: it may still bleed
	Gripped  bool             // a coat below holds on to the slick material
	Pale     bool             // a pale colour that must stay pale shows from below
	Hidden   bool             // an opaque coat below hides the material
	Old      Oldness          // the top is an old finish, cured long ago
	FilmUM   float64          // dry film on the material so far, µm
}

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
	g.Top, g.Old = p, NotOld
	g.Watch = g.Material.Bleeds() && !g.Blocked && p.Blocks == coating.Partly && p.Family.Carrier == coating.Water && p.Shade == coating.Pale
	g.Blocked = g.Blocked || p.Blocks > coating.No
	g.Gripped = g.Gripped || p.GripsSlick >= 1
	g.Pale = p.Shade == coating.Pale || (g.Pale && p.Shade != coating.Dark)
	g.Hidden = g.Hidden || p.Opaque()
	g.FilmUM += p.DryUM() * float64(coats)
	return g
}

// Context is what else a rule may ask: the room, the life ahead and the workshop's rules.
type Context struct {
	Air        climate.Air
	Use        *enduse.EndUse
	FoodPolicy enduse.FoodPolicy
}

// Join is one coat about to go over one ground. A nil Coat asks whether the ground may be left as the surface.
type Join struct {
	Ground  Ground
	Coat    *coating.Product
	Coats   int // how many of this coat are planned, for limits on film
	Context Context
	// SinceH is how many hours ago the ground's top coat went on; nil when planning, where the wait is ours to choose.
	SinceH *float64
	Keyed  bool // the ground has been abraded dull
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
	Findings     []Finding // every rule that spoke; the one that decided is first
	Preparations []Preparation
	EarliestH    float64 // hours after the coat below, in this air
	LabelH       float64 // the same wait as its label gives it, before the air stretches it
	LatestH      float64 // hours until the ground must be keyed first; 0 = no limit
	NeedsInsert  bool    // a coat is missing between: it cannot go on as it stands
	WaitBasis    core.Basis
}

// Legal tells whether the coat may be planned as it stands.
func (j Judgement) Legal() bool { return j.Verdict != Refuse && !j.NeedsInsert }

// Preparation is work at the join before the coat goes on.
type Preparation struct {
	ID           string
	Text         string
	MinutesPerM2 float64 // practice
}

// Judge answers a join by every rule. It is pure and quick: no allocation unless a rule speaks.
func Judge(j Join) Judgement {
	out := Judgement{WaitBasis: core.Practice}
	if top := j.Ground.Top; top != nil && j.Coat != nil {
		var field string
		out.LabelH, field = labelWait(top, j.Coat)
		slow := top.Slowdown(j.Context.Air)
		out.EarliestH = out.LabelH * slow
		out.WaitBasis = top.Basis(field)
		if slow > 1 {
			out.WaitBasis = core.Estimate
		}
		out.LatestH = latest(j)
		if j.Ground.Old != NotOld { // cured long ago: nothing to wait for, and no window left
			out.EarliestH, out.LabelH, out.LatestH, out.WaitBasis = 0, 0, 0, core.Practice
		}
	}
	for i := range Rules {
		rule := &Rules[i]
		if (j.Coat == nil) != rule.Surface || !rule.When(j) {
			continue
		}
		f := Finding{Rule: rule, Reason: rule.Reason}
		if rule.Because != nil {
			f.Reason = rule.Because(j)
		}
		if rule.Wait != nil && j.Ground.Old == NotOld {
			f.WaitH = rule.Wait(j)
			if f.WaitH > out.EarliestH {
				out.EarliestH, out.WaitBasis = f.WaitH, rule.Basis
			}
		}
		out.NeedsInsert = out.NeedsInsert || rule.Insert != ""
		if rule.Preparation.ID != "" {
			out.Preparations = append(out.Preparations, rule.Preparation)
		}
		if rule.Verdict > out.Verdict && len(out.Findings) > 0 {
			out.Findings = append([]Finding{f}, out.Findings...)
		} else {
			out.Findings = append(out.Findings, f)
		}
		out.Verdict = max(out.Verdict, rule.Verdict)
	}
	if j.SinceH != nil && j.Ground.Top != nil && j.Coat != nil {
		out = judgeMoment(j, out)
	}
	return out
}

// labelWait is the wait the ground's own sheet asks before this coat, in its reference climate, and the field it
// stands in: its recoat time under its own carrier and under shellac, which shortens every cross-carrier wait (C1)
// to the coat's own dry time; the cross-carrier time under anything else.
func labelWait(top, coat *coating.Product) (hours float64, field string) {
	if coat.Family.Carrier != top.Family.Carrier && coat.Family.Carrier != coating.Alcohol && top.CrossWaitH > 0 {
		return top.CrossWaitH, "crossWaitH"
	}
	return top.RecoatMinH, "recoatMinH"
}

// latest is the end of the recoat window, never later than its label says, whatever the air: a window that an
// estimate holds open is how coats come to peel. T3: what melts into the coat below has none.
func latest(j Join) float64 {
	if meltsIn(j) || j.Coat.Family.Body == coating.Wax {
		return 0
	}
	return j.Ground.Top.RecoatMaxH
}

func meltsIn(j Join) bool {
	return j.Ground.Top != nil && j.Ground.Top.Family.RedissolvesIn != "" && j.Ground.Top.Family.RedissolvesIn == j.Coat.Family.Carrier
}

// judgeMoment adds what the clock says (T1, T2), for a ground whose age is known.
func judgeMoment(j Join, out Judgement) Judgement {
	say := func(r *Rule) {
		f := Finding{Rule: r, Reason: r.Reason, WaitH: out.EarliestH}
		out.Findings = append([]Finding{f}, out.Findings...)
		out.Verdict = max(out.Verdict, r.Verdict)
		if r.Preparation.ID != "" {
			out.Preparations = append(out.Preparations, r.Preparation)
		}
	}
	switch {
	case *j.SinceH < out.EarliestH:
		say(&TooEarly)
	case out.LatestH > 0 && *j.SinceH > out.LatestH && !j.Keyed:
		say(&TooLate)
	}
	return out
}
