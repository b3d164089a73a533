package compat

import (
	"cmp"
	"math"
	"slices"

	"firmitas/core/coating"
)

// Step is one coat of a way through, with how its join is judged.
type Step struct {
	Product *coating.Product
	Coats   int
	Join    Judgement
	New     bool // it is not the coat that was asked for
}

// Way is one way to get past a refused or doubtful join.
type Way struct {
	Removal *Removal // what is taken off first; nil when nothing is
	Steps   []Step
	WaitH   float64 // hours until the last of Steps may go on, from now
	Verdict Verdict // the worst of its joins
	ToBuy   bool    // something in it is not on the shelf

	removing float64 // what the removal weighs, in hours
}

// Instead tells whether another coat takes the place of the one asked for.
func (w Way) Instead() bool { return w.Steps[len(w.Steps)-1].New }

// toBuy are the kinds that most often make a bad join good, offered when no product of theirs is on the shelf.
var toBuy = []string{
	"shellac_dewaxed",
	"primer_wb_bonding",
	"primer_shellac",
	"primer_alkyd",
	"sealer_vinyl",
	"wax_clear",
}

const (
	mostWays      = 4
	hoursPerCoat  = 6.0   // of a finisher's day, by hand and washing up (practice)
	hoursToBuy    = 24.0  // to get what the shelf lacks (practice)
	hoursToRemove = 120.0 // taking a coat off is work, mess and risk: a barrier is better up to a week (practice)
	hoursToWipe   = 12.0  // but not while the coat is fresh (practice)
	freshH        = 24.0
	hoursInstead  = 12.0 // giving up the coat that was wanted weighs as much (practice)
)

// Through finds the cheapest ways to lay coats of wanted over s: waiting, one coat between, two, or another coat
// instead. Every way is judged again as a whole, and none is worse than what was asked for. The shelf comes first.
func Through(s Stack, asks Laid, shelf []*coating.Product) []Way {
	wanted, asked := asks.Product, Judge(s.Over(asks))
	if asked.Verdict < Test && asked.Legal() {
		return nil
	}
	t := through{from: s, wanted: wanted, shelf: shelf, coats: asks.Coats, partly: asks.Partly, asked: asked.Verdict}
	first := s.Over(asks)
	ends, helps := waitingHelps(&first, &asked)
	if helps && len(s.State.Seen) > 0 {
		t.await(asks, ends)
	}
	t.try(nil, false)
	between := t.candidates(shelf)
	for _, a := range between {
		t.try([]*coating.Product{a.Product}, a.buy)
	}
	if len(t.ways) == 0 {
		for _, a := range between {
			for _, b := range between {
				if a.Family != b.Family {
					t.try([]*coating.Product{a.Product, b.Product}, a.buy || b.buy)
				}
			}
		}
	}
	if less, removal, may := takenOff(s); may && !helps {
		t.off(less, removal)
	}
	for _, p := range shelf {
		if p.ID != wanted.ID && likeWanted(p, wanted) {
			other := t
			other.wanted, other.ways = p, nil
			other.try(nil, false)
			for _, w := range other.ways {
				w.Steps[len(w.Steps)-1].New = true
				t.ways = append(t.ways, w)
			}
		}
	}
	return t.best()
}

type through struct {
	from   Stack
	wanted *coating.Product
	shelf  []*coating.Product
	partly bool // it covers only in part
	coats  int
	asked  Verdict
	ways   []Way
}

type candidate struct {
	*coating.Product
	buy bool
}

// candidates are what may go between: sealers, primers, clear wax; none that hides what is to be seen.
func (t *through) candidates(shelf []*coating.Product) []candidate {
	var out []candidate
	fits := func(p *coating.Product) bool {
		f := p.Family
		clearWax := f.Is(coating.GroupWax) && p.Shade == coating.Clear
		waxOnWax := clearWax && t.wanted.Family.Is(coating.GroupWax)
		joins := waxOnWax || f.Is(coating.GroupSealer, coating.GroupPrimer)
		hides := p.Opaque() && !t.wanted.Opaque()
		return joins && !hides && f.ID != t.wanted.Family.ID
	}
	have := map[string]bool{}
	for _, p := range shelf {
		if fits(p) && p.Limits().Allow(t.from.Context.Air) {
			have[p.Family.ID] = true
			out = append(out, candidate{p, false})
		}
	}
	for _, id := range toBuy {
		f := coating.Families[id]
		p := &coating.Product{Name: f.Name, Family: f, Shade: coating.Clear, Sheen: coating.Satin}
		if f.Is(coating.GroupPrimer) {
			p.Shade = coating.Pale
		}
		if made, err := coating.New(*p, id); err == nil && !have[id] && fits(made) {
			out = append(out, candidate{made, true})
		}
	}
	return out
}

// likeWanted products could take the place of wanted: they colour or protect as it does.
func likeWanted(p, wanted *coating.Product) bool {
	protects := func(f *coating.Family) bool {
		return f.Is(coating.GroupClear, coating.GroupOil, coating.GroupWax)
	}
	alike := p.Family.Is(wanted.Family.Groups...) || (protects(p.Family) && protects(wanted.Family))
	another := p.Family != wanted.Family && p.Shade == wanted.Shade
	return alike && another && !p.Family.Is(coating.GroupFiller)
}

// try judges the wanted coat over what goes between, as it would be planned, and keeps it when it is legal and better.
func (t *through) try(between []*coating.Product, buy bool) {
	s := t.from
	since := s.state().aged()
	s.State.SinceH = nil
	s.Laid = slices.Clone(s.Laid)
	for i := range s.Laid {
		s.Laid[i].SinceH, s.Laid[i].AgeH = nil, nil
	}
	w := Way{ToBuy: buy}
	for i, p := range append(slices.Clone(between), t.wanted) {
		coats := 1
		if i == len(between) {
			coats = t.coats
		}
		laid := Laid{Product: p, Coats: coats, Partly: t.partly && i == len(between)}
		j := s.Over(laid)
		if i > 0 {
			j.State = State{MixedH: t.from.State.MixedH}
			// what is left to wait, or a key once the window has closed
		} else if gone := since; gone != nil && len(s.Laid) > 0 {
			at := math.Max(*gone, Judge(j).EarliestH)
			j.State.SinceH = &at
		}
		judged := Judge(j)
		if !judged.Legal() {
			return
		}
		wait := judged.EarliestH
		if i == 0 && since != nil {
			wait = math.Max(0, wait-*since)
		}
		w.WaitH += wait
		w.Verdict = max(w.Verdict, judged.Verdict)
		w.Steps = append(w.Steps, Step{p, coats, judged, i < len(between)})
		s.Laid = append(s.Laid, laid)
		s.State = State{}
	}
	before := Judge(
		Stack{
			Base:    t.from.Base,
			Laid:    append(slices.Clone(t.from.Laid), Laid{Product: t.wanted, Coats: t.coats, Partly: t.partly}),
			Context: t.from.Context,
		}.Surface(),
	)
	if after := Judge(s.Surface()); after.Verdict > before.Verdict ||
		w.Verdict >= max(t.asked, Test) && w.Verdict >= t.asked {
		return
	}
	t.ways = append(t.ways, w)
}

// await tries the wanted coat once what is seen has gone.
func (t *through) await(asks Laid, hours float64) {
	later := t.from
	later.State.Seen = nil
	if judged := Judge(later.Over(asks)); judged.Legal() {
		step := Step{asks.Product, asks.Coats, judged, false}
		t.ways = append(t.ways, Way{Steps: []Step{step}, WaitH: hours, Verdict: judged.Verdict})
	}
}

// off tries the wanted coat, by itself and over one coat between, on what is left once the top has been taken off.
func (t *through) off(less Stack, removal Removal) {
	other := *t
	other.from, other.ways = less, nil
	other.try(nil, false)
	if len(other.ways) == 0 {
		for _, c := range other.candidates(t.shelf) {
			other.try([]*coating.Product{c.Product}, c.buy)
		}
	}
	for _, w := range other.ways {
		w.Removal = &removal
		w.WaitH += removal.ThenH
		w.removing = hoursToRemove
		if since := t.from.state().SinceH; since != nil && *since < freshH {
			w.removing = hoursToWipe
		}
		t.ways = append(t.ways, w)
	}
}

func (w Way) cost() float64 {
	cost := w.WaitH + hoursPerCoat*float64(len(w.Steps)-1)
	if w.Removal != nil {
		cost += w.removing
	}
	if w.ToBuy {
		cost += hoursToBuy
	}
	if w.Verdict == Test {
		cost += BoardH
	}
	if w.Instead() {
		cost += hoursInstead
	}
	return cost
}

// best keeps the cheapest ways, one of a kind.
func (t *through) best() []Way {
	slices.SortStableFunc(t.ways, func(a, b Way) int { return cmp.Compare(a.cost(), b.cost()) })
	seen := map[string]bool{}
	var out []Way
	for _, w := range t.ways {
		kind := ""
		if w.Removal != nil {
			kind = w.Removal.Work.ID + " "
		}
		for _, s := range w.Steps {
			kind += s.Product.Family.ID + " "
		}
		if !seen[kind] && len(out) < mostWays {
			seen[kind] = true
			out = append(out, w)
		}
	}
	return out
}

// Moment is an answer that holds from some hours after the ground's top went on, until the next Moment.
type Moment struct {
	FromH float64
	Judgement
}

// dried is how the hours of a coat by the clock and those that it counts as having dried for belong together: evenly up
// to now, and one for one from then on. The zero value tells both alike.
type dried struct{ sinceH, ageH float64 }

// aMoment stands for no time at all, in hours.
const aMoment = 1e-6

func clockOf(l Laid) dried {
	if l.SinceH == nil || l.AgeH == nil || *l.SinceH <= 0 {
		return dried{}
	}
	return dried{*l.SinceH, max(aMoment, *l.AgeH)}
}

// age is what hours by the clock count for; nil where they count for themselves.
func (d dried) age(clockH float64) *float64 {
	if d.sinceH == 0 {
		return nil
	}
	age := clockH * d.ageH / d.sinceH
	if clockH > d.sinceH {
		age = d.ageH + clockH - d.sinceH
	}
	return &age
}

// when is by how many hours of the clock a coat counts as having dried for so many.
func (d dried) when(ageH float64) float64 {
	switch {
	case d.sinceH == 0:
		return ageH
	case ageH > d.ageH:
		return d.sinceH + ageH - d.ageH
	}
	return ageH * d.sinceH / d.ageH
}

// When answers for every age of the ground's top: l over s, the earlier answer up to the later one.
func When(s Stack, l Laid) []Moment {
	if len(s.Laid) == 0 {
		return nil
	}
	top := s.Laid[len(s.Laid)-1].Product
	plan := s
	plan.Laid = slices.Clone(s.Laid)
	last := &plan.Laid[len(plan.Laid)-1]
	clock := clockOf(*last)
	last.SinceH, last.AgeH = nil, nil
	planJoin := plan.Over(l)
	planned := Judge(planJoin)
	air := s.Context.Air
	turns := []float64{
		0,
		planned.SoonestH,
		planned.EarliestH,
		planned.ReopensH,
		planned.LatestH,
		top.RecoatMaxH,
		top.CrossAfterH(air),
		top.FullCureAfterH(air),
		yearH,
	}
	if t := coat(&planJoin).TermsFor(top.Family); t != nil {
		for _, h := range []float64{t.Amber.FromH, t.Amber.ToH, t.LaterH} {
			turns = append(turns, stretched(&planJoin, h))
		}
	}
	for _, h := range turns {
		turns = append(turns, clock.when(h)) // waits turn by what has dried, windows by the clock
	}
	slices.Sort(turns)
	var out []Moment
	for i, h := range slices.Compact(turns) {
		at := h
		if i > 0 || h > 0 {
			at = h + 1e-6
		}
		last.SinceH, last.AgeH = &at, clock.age(at)
		j := plan.Over(l)
		j.State.OpenH = nil // asked of the top alone: what lies under it has had its time
		judged := Judge(j)
		if n := len(out); n > 0 && sameAnswer(out[n-1].Judgement, judged) {
			continue
		}
		out = append(out, Moment{h, judged})
	}
	return out
}

func sameAnswer(a, b Judgement) bool {
	decides := func(j Judgement) *Rule {
		if len(j.Findings) == 0 {
			return nil
		}
		return j.Findings[0].Rule
	}
	return a.Verdict == b.Verdict && a.NeedsInsert == b.NeedsInsert && decides(a) == decides(b)
}
