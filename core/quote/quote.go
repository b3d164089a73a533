// Package quote tells what a piece of work may take before it is begun, as a range: planned minutes, what the
// workshop's own record makes of them, and what inspection does not know. Later it holds the log against it.
package quote

import (
	"cmp"
	"math"
	"slices"

	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/worklog"
)

// Range of something, in minutes.
type Range struct{ Low, Likely, High float64 }

// Kind of work, with what it is planned and likely to take.
type Kind struct {
	Work    string
	Planned float64 // minutes
	Range
	Jobs int // of the workshop's own record that it rests on; 0 = practice
}

// Risk is something that inspection does not know.
type Risk struct {
	ID      string
	Zones   []string
	Minutes float64 // that it may add
	Patch   bool    // a test patch tells
}

// Estimate of a piece of work.
type Estimate struct {
	Range     // with every risk in High
	Kinds     []Kind
	Risks     []Risk
	Patched   float64 // High once a test patch has been made
	WantPatch bool    // it halves what the risks add, or nearly
}

// Without a record of its own a kind of work is taken to vary so much (practice); a record counts from leastJobs on.
const (
	practiceLow  = 0.85
	practiceHigh = 1.3
	leastJobs    = 3
	patchHalves  = 0.5
)

// Of a plan: its minutes by kind, against what the workshop's log has taught.
func Of(b schedule.Brief, p schedule.Plan, learned []worklog.Learned) Estimate {
	var e Estimate
	for _, s := range p.Steps {
		minutes := 0.0
		for _, task := range s.Tasks {
			minutes += task.Minutes
		}
		work := cmp.Or(s.Kin.Work, string(s.Kind))
		at := slices.IndexFunc(e.Kinds, func(k Kind) bool { return k.Work == work })
		if at < 0 {
			e.Kinds = append(e.Kinds, Kind{Work: work})
			at = len(e.Kinds) - 1
		}
		e.Kinds[at].Planned += minutes
		e.Kinds[at].learn(minutes, s.Kin.PerM2, learned)
	}
	e.add(b, p)
	return e
}

// learn adds some planned minutes to a kind, as the workshop's record has them.
func (k *Kind) learn(minutes, perM2 float64, learned []worklog.Learned) {
	low, likely, high := practiceLow, 1.0, practiceHigh
	at := slices.IndexFunc(learned, func(l worklog.Learned) bool { return l.Work == k.Work })
	if at >= 0 && learned[at].Jobs >= leastJobs && perM2 > 0 {
		l := learned[at]
		low, likely, high, k.Jobs = l.Least/perM2, l.PerM2/perM2, l.Most/perM2, l.Jobs
	}
	k.Low += minutes * low
	k.Likely += minutes * likely
	k.High += minutes * high
}

// add sums the kinds up, which vary each on its own, and what is not known, which only ever adds.
func (e *Estimate) add(b schedule.Brief, p schedule.Plan) {
	var below, above float64
	for _, k := range e.Kinds {
		e.Likely += k.Likely
		below += (k.Likely - k.Low) * (k.Likely - k.Low)
		above += (k.High - k.Likely) * (k.High - k.Likely)
	}
	e.Low = max(0, e.Likely-math.Sqrt(below))
	e.High = e.Likely + math.Sqrt(above)
	e.Patched = e.High
	for _, rule := range rules {
		risk := Risk{ID: rule.id, Patch: rule.patch}
		for i, z := range b.Zones {
			if rule.when(z) {
				risk.Zones = append(risk.Zones, z.Name)
				risk.Minutes += rule.adds * preparing(b, p, i)
			}
		}
		if risk.Minutes <= 0 {
			continue
		}
		e.Risks = append(e.Risks, risk)
		e.High += risk.Minutes
		if risk.Patch {
			e.Patched += risk.Minutes * patchHalves
		} else {
			e.Patched += risk.Minutes
		}
	}
	e.WantPatch = e.High-e.Patched > worthAPatch*(e.High-e.Low)
}

// worthAPatch is which share of the range a test patch takes off where it is asked for (practice).
const worthAPatch = 0.15

// preparing is what is done to a zone before its coats, in minutes: its share of what several zones have together.
func preparing(b schedule.Brief, p schedule.Plan, zone int) (minutes float64) {
	for _, s := range p.Steps {
		if s.Kind != schedule.Preparation || !slices.Contains(s.Zones, zone) {
			continue
		}
		for _, task := range s.Tasks {
			minutes += task.Minutes / float64(len(s.Zones))
		}
	}
	return minutes
}

// rule is something that may not be known of a zone. Adds is which share of its preparation it may add (practice: a
// stubborn old finish takes half as long again).
type rule struct {
	id    string
	when  func(schedule.Zone) bool
	adds  float64
	patch bool
}

var rules = []rule{
	{"not_inspected", func(z schedule.Zone) bool {
		return z.Wish.Seen.Finish == nil && !z.Wish.Seen.Unknown
	}, 0.5, true},
	{"unknown_finish", func(z schedule.Zone) bool { return z.Wish.Seen.Unknown }, 0.5, true},
	{"stubborn", func(z schedule.Zone) bool {
		return !z.Wish.Seen.Unknown && slices.Contains(removals, z.Wish.Action)
	}, 0.5, true},
	{"lead", func(z schedule.Zone) bool { return z.Wish.Seen.LeadOpen() }, 1, false},
	{"thin_veneer", func(z schedule.Zone) bool {
		veneer := z.Wish.Material != nil && z.Wish.Material.Kind == substrate.Veneer
		return veneer && z.Wish.Seen.VeneerMM == 0
	}, 0.25, false},
	{"soiled", func(z schedule.Zone) bool { return len(z.Wish.Seen.Contaminations) > 0 }, 0.25, true},
}

var removals = []substrate.Action{substrate.Strip, substrate.Scrape, substrate.SandOff}

// Price of an estimate is told in whole units of the currency: hundredths would pass for something that is known.
// It is what an amount of work and what it takes come to for a customer: hours at their rate, the rest at cost, fees
// and tax within it.
func Price(minutes float64, besides money.Amount, r ledger.Rate) money.Amount {
	net := money.Minutes(r.Hour.Add(r.Overhead), minutes).Add(besides)
	return money.Gross(net, r.FeePct, r.TaxPct).Round(0)
}

// Watch is a quote against the log.
type Watch struct {
	Quoted  float64 // minutes
	Told    float64
	Ahead   float64 // still to come, by the plan and what the log has taught
	OverPct float64 // by how much what is told and to come goes over the quote
	State   State
	Where   []Over // kinds that go over, the worst first
}

// State of a quote.
type State string

const (
	Within State = "within"
	Amber  State = "amber" // it will go over, or nearly, as things stand
	Red    State = "over"  // it has
)

// Over is a kind of work that takes longer than it was quoted with.
type Over struct {
	Work                string
	Quoted, Told, Ahead float64
}

// nearly is from which share of the quote on it is told.
const nearly = 0.95

// Against holds the minutes that were quoted by kind against those told and those still to come. A kind that has taken
// longer than planned so far is taken to go on so.
func Against(quoted map[string]float64, steps []schedule.Step) Watch {
	type sums struct{ told, asPlanned, ahead float64 }
	byKind := map[string]sums{}
	for _, s := range steps {
		planned := 0.0
		for _, task := range s.Tasks {
			planned += task.Minutes
		}
		work := cmp.Or(s.Kin.Work, string(s.Kind))
		of := byKind[work]
		switch {
		case s.Told == nil:
			of.ahead += planned
		case s.Told.Worked().Took > 0:
			of.told += s.Told.Worked().Took
			of.asPlanned += planned
		default:
			of.told += planned
			of.asPlanned += planned
		}
		byKind[work] = of
	}
	var w Watch
	for work, of := range byKind {
		ahead := of.ahead
		if of.asPlanned > 0 && of.told > of.asPlanned {
			ahead *= of.told / of.asPlanned
		}
		w.Told += of.told
		w.Ahead += ahead
		if of.told+ahead > quoted[work]+1 {
			w.Where = append(w.Where, Over{work, quoted[work], of.told, ahead})
		}
	}
	for _, minutes := range quoted {
		w.Quoted += minutes
	}
	slices.SortFunc(w.Where, func(a, b Over) int {
		return cmp.Or(cmp.Compare(b.Told+b.Ahead-b.Quoted, a.Told+a.Ahead-a.Quoted), cmp.Compare(a.Work, b.Work))
	})
	w.OverPct = worklog.OverPct(w.Quoted, w.Told+w.Ahead)
	switch {
	case w.Told > w.Quoted:
		w.State = Red
	case w.Told > 0 && w.Told+w.Ahead > nearly*w.Quoted && len(w.Where) > 0:
		w.State = Amber
	default:
		w.State = Within
	}
	return w
}
