// Package fault finds out why a coat looks wrong: from what is seen, weighed by what is known of how it was laid, to
// the causes in their order and the remedy. Basis of all of it: practice; weights and factors are judgement
// (estimate).
package fault

import (
	_ "embed"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/table"
	"firmitas/core/worklog"
)

// Fact is something that may be known of a piece, told by its log or by whoever is asked.
type Fact struct {
	ID    string
	Words string
}

// Cause of faults, and what speaks for and against it wherever it is in question.
type Cause struct {
	ID      string
	Words   string
	Settles string // the question or the test that settles it
	factors map[string]float64
}

// Fault as it is seen, with what is done about it.
type Fault struct {
	ID    string
	Name  string
	Group string
	Seen  string
	Shows string // when
	Drawn string // the picture that is drawn of it
	Wet   string // what is done inside the open time; "" = nothing helps
	Dry   string // before the next coat
	Later string // weeks on
	Cost  string // minutes, as the trade counts them
	Wait  string
	Next  string // what to do another time
	Leave string // where it is better left alone; "" = nowhere

	FixedMinutes float64
	MinutesPerM2 float64
	FirstH       float64  // hours before hands may set about it: it hardens, or dries out (the careful end)
	FirstOilH    float64  // the same over what hardens in air by oil
	AfterH       float64  // hours from the mend to the next coat (the careful end)
	Effects      []Effect // on the plan, the mildest first; which of them it comes to is seen at the work
	causes       []weighed
	hazards      []string // of cautions, by id
}

// weighed is a cause of one fault: how usual it is, and what counts for it in this fault alone.
type weighed struct {
	cause   string
	weight  float64
	factors map[string]float64
}

var (
	//go:embed facts.csv
	factTable []byte
	//go:embed causes.csv
	causeTable []byte
	//go:embed faults.csv
	faultTable []byte
)

// Facts, Causes and Faults there are.
var (
	Facts  = readFacts(factTable)
	Causes = readCauses(causeTable)
	Faults = readFaults(faultTable)
)

func number(text string) float64 {
	if text == "" {
		return 0
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil {
		panic(err)
	}
	return v
}

// factors reads "thick:4 cold:0.5".
func factors(into map[string]float64, texts ...string) map[string]float64 {
	for _, text := range texts {
		for _, f := range strings.FieldsFunc(text, func(r rune) bool { return r == ' ' || r == ',' }) {
			name, factor, _ := strings.Cut(f, ":")
			into[name] = number(factor)
		}
	}
	return into
}

func readFacts(file []byte) (out []Fact) {
	for _, l := range table.Must("facts.csv", file) {
		out = append(out, Fact{l["id"], l["words"]})
	}
	return out
}

func readCauses(file []byte) map[string]*Cause {
	out := map[string]*Cause{}
	for _, l := range table.Must("causes.csv", file) {
		out[l["id"]] = &Cause{
			ID: l["id"], Words: l["words"], Settles: l["settles"],
			factors: factors(map[string]float64{}, l["raises"], l["lowers"]),
		}
	}
	return out
}

func readFaults(file []byte) (out []Fault) {
	for _, l := range table.Must("faults.csv", file) {
		f := Fault{
			ID: l["id"], Name: l["name"], Group: l["group"], Seen: l["seen"], Shows: l["shows"], Drawn: l["drawn"],
			Wet: l["wet"], Dry: l["dry"], Later: l["later"], Cost: l["cost"], Wait: l["wait"],
			Next: l["next_time"], Leave: l["leave_alone"],
			FixedMinutes: number(l["fixed_min"]), MinutesPerM2: number(l["min_per_m2"]),
			FirstH: number(l["first_h"]), FirstOilH: number(l["first_oil_h"]), AfterH: number(l["after_h"]),
			hazards: strings.Fields(l["hazards"]),
		}
		for _, e := range strings.Fields(l["effects"]) {
			if effectWords[Effect(e)] == "" {
				panic(fmt.Sprintf("faults: %s: no effect %q", f.ID, e))
			}
			f.Effects = append(f.Effects, Effect(e))
		}
		f.FirstOilH = max(f.FirstH, f.FirstOilH)
		for _, text := range strings.Fields(l["causes"]) { // "gun:1[spray:2,far:2]"
			head, own, _ := strings.Cut(strings.TrimSuffix(text, "]"), "[")
			cause, weight, _ := strings.Cut(head, ":")
			if Causes[cause] == nil {
				panic(fmt.Sprintf("faults: %s: no cause %q", f.ID, cause))
			}
			f.causes = append(f.causes, weighed{cause, number(weight), factors(map[string]float64{}, own)})
		}
		out = append(out, f)
	}
	return out
}

// Effect of a fault on the plan. Basis: practice.
type Effect string

const (
	NoEffect     Effect = "note"
	InDenib      Effect = "denib"
	Hold         Effect = "hold"
	MoreCoat     Effect = "coat"
	BackToALayer Effect = "back"
	StopFirst    Effect = "stop"
)

var effectWords = map[Effect]string{
	NoEffect:     "Nothing moves.",
	InDenib:      "It is small work within the next denib.",
	Hold:         "The next coat moves by the wait, and its window is looked at anew.",
	MoreCoat:     "It may take a coat or a barrier more: change the system then, and its dates begin anew.",
	BackToALayer: "It may go back to a layer below: what lies over that comes off, and is planned anew.",
	StopFirst:    "Stop: a question or a board comes first, and the other zones are looked at too.",
}

// Does says what a fault may do to the plan, the mildest first.
func (f *Fault) Does() []string {
	var out []string
	for _, e := range f.Effects {
		out = append(out, effectWords[e])
	}
	return out
}

// Minutes by hand of mending it on an area; 0 where it is counted by the spot.
func (f *Fault) Minutes(areaM2 float64) float64 { return f.FixedMinutes + f.MinutesPerM2*areaM2 }

// What is done about it, in words, when a remedy is set about; "" where nothing is known to help.
func (f *Fault) What(r worklog.Remedy) string {
	switch r {
	case worklog.WhileWet:
		return f.Wet
	case worklog.BeforeNext:
		return f.Dry
	case worklog.WeeksOn:
		return f.Later
	case worklog.LeaveIt:
		return f.Leave
	}
	return ""
}

// WaitH is how long it is left alone before hands set about it, over a coat of a family.
func (f *Fault) WaitH(over *coating.Family) float64 {
	if over != nil && over.Cure == coating.Oxidation {
		return f.FirstOilH
	}
	return f.FirstH
}

// Find returns the fault, or nil.
func Find(id string) *Fault {
	if i := slices.IndexFunc(Faults, func(f Fault) bool { return f.ID == id }); i >= 0 {
		return &Faults[i]
	}
	return nil
}

// FindFact returns the fact, or nil.
func FindFact(id string) *Fact {
	if i := slices.IndexFunc(Facts, func(f Fact) bool { return f.ID == id }); i >= 0 {
		return &Facts[i]
	}
	return nil
}

// oneThing are facts that tell the same: of each line the stronger counts, once.
var oneThing = [][]string{
	{"cold", "night"}, {"damp", "dew", "rain"}, {"hot", "sunside"}, {"early", "red"}, {"nokey", "late"},
	{"thick", "mould", "low"}, {"thin", "filmok"}, {"newtin", "otherok"}, {"okpair", "inwin"},
	{"spots", "hands", "joints"},
}

// together multiplies the factors that known facts have, those that tell one thing once.
func together(of map[string]float64, known map[string]bool) float64 {
	product := 1.0
	counted := map[string]bool{}
	for _, same := range oneThing {
		strongest := 1.0
		for _, fact := range same {
			counted[fact] = true
			if f, speaks := of[fact]; speaks && known[fact] && math.Abs(math.Log(f)) > math.Abs(math.Log(strongest)) {
				strongest = f
			}
		}
		product *= strongest
	}
	for fact, f := range of {
		if known[fact] && !counted[fact] {
			product *= f
		}
	}
	return product
}

// Suspect is a cause with how much speaks for it.
type Suspect struct {
	Cause *Cause
	Share float64  // of all that speaks, 0 to 1
	For   []string // known facts that raised it, by id

	Before int // times it was found on the same product within the year
}

// Sureness of a finding.
type Sureness string

const (
	Sure    Sureness = "sure"    // the first has at least twice as much for it as the second
	Between Sureness = "between" // two are close
	Unsure  Sureness = "unsure"  // nothing stands out
)

const (
	clearly = 2.0 // times the second
	least   = 0.3 // of all that speaks: less is no finding
)

// Finding is what a fault comes from, as far as it can be told.
type Finding struct {
	Suspects []Suspect // the likeliest first
	Sureness Sureness
	Ask      []Fact // what is not known and would move the first ones, the most telling first
}

const mostAsked = 4

// What the same cause on the same product counts for each time within the year, and at most (practice).
const againFactor, againMost = 1.5, 3.0

// Why weighs the causes of a fault by what is known; denied are facts that are known not to be, and before is how often
// each cause was found on the same product within the year.
func (f *Fault) Why(known, denied map[string]bool, before map[string]int) Finding {
	var out Finding
	sum := 0.0
	for _, c := range f.causes {
		cause := Causes[c.cause]
		score := c.weight * together(cause.factors, known) * together(c.factors, known)
		score *= min(againMost, math.Pow(againFactor, float64(before[c.cause])))
		sum += score
		s := Suspect{Cause: cause, Share: score, Before: before[c.cause]}
		for _, fact := range Facts {
			raises := cause.factors[fact.ID] > 1 || c.factors[fact.ID] > 1
			if known[fact.ID] && raises {
				s.For = append(s.For, fact.ID)
			}
		}
		out.Suspects = append(out.Suspects, s)
	}
	slices.SortStableFunc(out.Suspects, func(a, b Suspect) int {
		switch {
		case a.Share > b.Share:
			return -1
		case a.Share < b.Share:
			return 1
		}
		return 0
	})
	for i := range out.Suspects {
		out.Suspects[i].Share /= sum
	}
	first, second := out.Suspects[0].Share, 0.0
	if len(out.Suspects) > 1 {
		second = out.Suspects[1].Share
	}
	switch {
	case first < least:
		out.Sureness = Unsure
	case first >= clearly*second:
		out.Sureness = Sure
	default:
		out.Sureness = Between
	}
	out.Ask = f.asks(out.Suspects, known, denied)
	return out
}

// asks are the facts that nobody knows and that speak most for or against the first two causes.
func (f *Fault) asks(suspects []Suspect, known, denied map[string]bool) []Fact {
	tells := func(fact string) float64 {
		most := 0.0
		for _, s := range suspects[:min(2, len(suspects))] {
			at := slices.IndexFunc(f.causes, func(c weighed) bool { return c.cause == s.Cause.ID })
			for _, of := range []map[string]float64{s.Cause.factors, f.causes[at].factors} {
				if factor := of[fact]; factor > 0 {
					most = max(most, math.Abs(math.Log(factor)))
				}
			}
		}
		return most
	}
	var open []Fact
	for _, fact := range Facts {
		answered := known[fact.ID] || denied[fact.ID] || wentWell[fact.ID]
		if !answered && tells(fact.ID) > 0 {
			open = append(open, fact)
		}
	}
	slices.SortStableFunc(open, func(a, b Fact) int {
		switch x, y := tells(a.ID), tells(b.ID); {
		case x > y:
			return -1
		case x < y:
			return 1
		}
		return 0
	})
	var out []Fact
	for _, fact := range open {
		sameAs := func(o Fact) bool { return tellOneThing(o.ID, fact.ID) }
		if !slices.ContainsFunc(out, sameAs) && len(out) < mostAsked {
			out = append(out, fact)
		}
	}
	return out
}

// wentWell are facts that say only that nothing else was: nobody is asked for them.
var wentWell = map[string]bool{"airok": true, "filmok": true, "okpair": true, "inwin": true}

// tellOneThing tells whether two facts would count once: they are not asked side by side.
func tellOneThing(a, b string) bool {
	return slices.ContainsFunc(oneThing, func(same []string) bool {
		return slices.Contains(same, a) && slices.Contains(same, b)
	})
}
