package compat

import (
	"fmt"
	"math"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/substrate"
)

// Kind of answer, which decides the headline and its colour.
type Kind string

const (
	Yes      Kind = "yes"
	YesOnce  Kind = "prepare" // once the named work is done
	NotLast  Kind = "not_last"
	Between  Kind = "insert" // a coat is missing between
	ByHand   Kind = "hand"   // the hand decides now
	OnABoard Kind = "test"
	NotYet   Kind = "wait" // and waiting helps
	No       Kind = "no"
)

// Answer is the one answer to "may this go on, as things are?": the worst of the join, everything below it as it really
// went on, the air, and the finished surface against the life ahead. No screen says anything better.
type Answer struct {
	Kind     Kind
	Verdict  Verdict
	Headline string
	Reason   string // what decided it
	Rule     string
	DoNow    []string // what to do, in order
	InH      float64  // hours from now until the answer changes; 0 = it does not by waiting
	Asks     []Ask    // what would make it surer
}

// Ask is a fact that nobody has told, and how it is found out.
type Ask struct{ Fact, Question string }

// AnswerOf answers for a coat over a stack, as things are now.
func AnswerOf(s Stack, l Laid) Answer {
	j := s.Over(l)
	judged := Judge(j)
	out := Answer{Verdict: judged.Verdict}
	if len(judged.Findings) > 0 {
		f := judged.Findings[0]
		out.Reason, out.Rule = f.Reason, f.Rule.ID
	}
	out.Asks = asks(s, l, judged)
	out.kindOf(&j, &judged)
	if covers := out.Kind == Yes || out.Kind == YesOnce; covers {
		out.asSurface(s, l)
	}
	out.Headline = headline(out.Kind, &j, &judged, out)
	if out.Kind == No {
		out.inThisAir(&j, &judged)
	}
	out.below(s)
	if out.Kind != No && out.Kind != NotYet { // there is nothing to do to what may not go on
		out.DoNow = s.workFor(judged)
	}
	return out
}

// inThisAir tells of a coat that only the room keeps off, and from which air on it goes.
func (a *Answer) inThisAir(j *Join, judged *Judgement) {
	var room *Finding
	for i := range judged.Findings {
		f := &judged.Findings[i]
		switch {
		case f.Rule.Room:
			room = f
		case f.Rule.Verdict == Refuse && f.Rule.Ends == nil:
			return // in no air
		}
	}
	if room == nil {
		return
	}
	a.Headline, a.Reason, a.Rule = "Not in this air.", room.Reason, room.Rule.ID
	a.DoNow = j.Coat.Limits().Opens(j.Context.Air)
}

// below takes up what lies further down: what is condemned there condemns it all, and a doubt there stays one.
func (a *Answer) below(s Stack) {
	finding, where := s.wrongBelow()
	if finding == nil {
		return
	}
	reason := fmt.Sprintf("Further down, %s: %s", where, finding.Reason)
	switch {
	case finding.Rule.Verdict == Refuse:
		a.Kind, a.Verdict, a.InH, a.DoNow = No, Refuse, 0, nil
		a.Headline = "No: what lies below does not hold."
	case a.Verdict < Test && a.Kind != Between:
		a.Kind, a.Verdict, a.InH = OnABoard, Test, 0
		a.Headline = "Only once what lies below is tested."
	default:
		return
	}
	a.Reason, a.Rule = reason, finding.Rule.ID
}

// workFor is what to do before the coat, in order.
func (s Stack) workFor(judged Judgement) []string {
	var out []string
	if why := s.leadQuestion(judged); why != "" {
		out = append(out, why)
	}
	for _, w := range judged.Preparations {
		out = append(out, w.Title+".")
	}
	return out
}

// kindOf finds what kind of answer a judgement is.
func (a *Answer) kindOf(j *Join, judged *Judgement) {
	switch {
	case judged.Verdict == Refuse:
		a.Kind = No
		if in, helps := waitingHelps(j, judged); helps {
			a.Kind, a.InH = NotYet, in
		}
	case judged.NeedsInsert:
		a.Kind = Between
	case judged.Verdict == Test:
		a.Kind = OnABoard
		if settledByHand(judged) {
			a.Kind = ByHand
			if since := j.State.aged(); since != nil && judged.EarliestH > *since {
				a.InH = judged.EarliestH - *since
			}
		}
	case judged.Verdict == Prepare:
		a.Kind = YesOnce
	default:
		a.Kind = Yes
	}
	closing := judged.LatestH > 0 && j.State.SinceH != nil && *j.State.SinceH < judged.LatestH
	if a.Kind == Yes && closing {
		a.InH = judged.LatestH - *j.State.SinceH
	}
}

// waitingHelps tells in how many hours every refusal has ended, where waiting ends them all.
func waitingHelps(j *Join, judged *Judgement) (float64, bool) {
	longest := 0.0
	for _, f := range judged.Findings {
		if f.Rule.Verdict < Refuse {
			continue
		}
		if f.Rule.Ends == nil {
			return 0, false
		}
		longest = max(longest, f.Rule.Ends(j, judged))
	}
	return longest, longest > 0
}

func settledByHand(judged *Judgement) bool {
	return !slices.ContainsFunc(judged.Findings, func(f Finding) bool {
		return f.Rule.Verdict == Test && !f.Rule.ByHand
	})
}

// asSurface holds the finished surface against the life ahead: a coat that may go on, and may not be left so, is no
// plain yes.
func (a *Answer) asSurface(s Stack, l Laid) {
	s.Laid, s.State = append(slices.Clone(s.Laid), l), State{}
	surface := Judge(s.Surface())
	if surface.Legal() {
		return
	}
	f := surface.Findings[0]
	a.Kind, a.Verdict = NotLast, max(a.Verdict, Prepare)
	a.Reason, a.Rule = f.Reason, f.Rule.ID
}

// wrongBelow is the worst finding about a coat further down, as it really went on: one that condemns it, or else a coat
// that is missing or a board that nobody has told of; nil when there is none.
func (s Stack) wrongBelow() (*Finding, string) {
	var doubt *Finding
	doubted := ""
	for i, l := range s.Laid {
		below := Stack{Base: s.Base, Laid: s.Laid[:i], Context: s.Context}
		below.Context.Now = false
		j := below.Over(l)
		j.State = State{Key: Keyed} // what was done to the ground before it is not told, and taken as done
		if i > 0 && l.SinceH != nil && s.Laid[i-1].SinceH != nil {
			had := *s.Laid[i-1].SinceH - *l.SinceH
			j.State.SinceH, j.State.AgeH = &had, s.Laid[i-1].AgeH
		}
		judged := Judge(j)
		for k := range judged.Findings {
			f := &judged.Findings[k]
			switch {
			case f.Rule.Verdict == Refuse && !f.Rule.Shows:
				return f, l.Product.Name
			case doubt == nil && doubtsForGood(f.Rule):
				doubt, doubted = f, l.Product.Name
			}
		}
	}
	return doubt, doubted
}

// doubtsForGood tells of a doubt that time and touch have not settled by now.
func doubtsForGood(r *Rule) bool {
	settledByNow := r.ByHand || r.Shows
	return r.Insert != "" || (r.Verdict == Test && !settledByNow)
}

// leadQuestion is asked wherever an old paint is about to be abraded.
func (s Stack) leadQuestion(judged Judgement) string {
	g := s.Ground()
	maybeLead := g.Old == OldUnknown || (g.Old == OldKnown && g.Top.Opaque())
	if !maybeLead || !slices.ContainsFunc(judged.Preparations, abrades) {
		return ""
	}
	return "Before any sanding: test the old paint for lead; if it holds lead, do not abrade it, and follow the local code."
}

func abrades(w substrate.Work) bool {
	keys := []substrate.Work{substrate.KeyOld, substrate.KeySlick, scuff, Rekeying}
	return slices.ContainsFunc(keys, func(o substrate.Work) bool { return o.ID == w.ID })
}

// asks names the facts that were not told and may change the answer, each once.
func asks(s Stack, l Laid, now Judgement) []Ask {
	out := []Ask{}
	differs := func(s Stack, l Laid) bool {
		other := Judge(s.Over(l))
		return other.Verdict != now.Verdict || other.NeedsInsert != now.NeedsInsert
	}
	add := func(changes bool, fact, question string) {
		if ask := (Ask{fact, question}); changes && !slices.Contains(out, ask) {
			out = append(out, ask)
		}
	}
	for i, laid := range append(slices.Clone(s.Laid), l) {
		if !laid.Product.ColourUntold() {
			continue
		}
		p := *laid.Product
		p.Shade = coating.Dark
		dark, coat := s, l
		if i < len(s.Laid) {
			dark.Laid = slices.Clone(s.Laid)
			dark.Laid[i].Product = &p
		} else {
			coat.Product = &p
		}
		add(differs(dark, coat), "colour", fmt.Sprintf("What colour is %s? Would a yellow tinge show on it?", p.Name))
	}
	for _, laid := range append(slices.Clone(s.Laid), l) {
		add(laid.Product.Family.Has(coating.KindUnknown), "kind",
			"What cleans its brush: water, spirits, alcohol or thinner? What does the tin say on its back?")
	}
	add(s.State.HoursUnknown, "hours", "When did the last coat go on: this morning, yesterday, last week, older?")
	add(s.Base.Material.Unknown, "wood", "Which wood is it? Spirits on a planed spot show its colour, its pores and its oil.")
	add(s.Base.Old == OldUnknown, "oldFinish",
		"What is the old finish? A rag with spirits for wax, then a cotton bud with alcohol for a minute.")
	add(s.State.Treated != "" && s.State.TreatedH == nil, "treatedH", "When was that done to the wood?")
	add(s.Context.Use == nil && now.Verdict < Refuse, "endUse",
		"Where will it live? Hot cups, wet hands, sun or a floor may change the answer.")
	return out
}

// headline is the answer in one sentence.
func headline(k Kind, j *Join, judged *Judgement, a Answer) string {
	planned := j.State.SinceH == nil && judged.EarliestH > 0
	switch k {
	case No:
		return "No."
	case NotYet:
		return fmt.Sprintf("Not yet: in %s.", Duration(a.InH))
	case Between:
		return "Not as it stands: a coat is missing between."
	case OnABoard:
		return "Only after a test board."
	case ByHand:
		return "Only if the hand finds it hard."
	case NotLast:
		return "Only under another coat."
	case YesOnce:
		if planned {
			return fmt.Sprintf("Yes, after %s and once prepared.", Duration(judged.EarliestH))
		}
		return "Yes, once prepared."
	}
	switch {
	case planned:
		return fmt.Sprintf("Yes, after %s.", Duration(judged.EarliestH))
	case a.InH > 0:
		return fmt.Sprintf("Yes, now, and for another %s without a key.", durationLeft(a.InH))
	}
	return "Yes, now."
}

const (
	minutesInHour = 60
	hoursInDay    = 24
	tellHoursFrom = 2
	tellDaysFrom  = 48
	fiveMinutes   = 5
)

// Duration tells a wait as a finisher would: minutes, then hours, then days; never rounded to the early side.
func Duration(hours float64) string { return duration(hours, math.Ceil, -1e-9) }

// durationLeft tells what is left of a window; never rounded to the late side.
func durationLeft(hours float64) string { return duration(hours, math.Floor, 1e-9) }

func duration(hours float64, round func(float64) float64, nearly float64) string {
	switch {
	case hours < tellHoursFrom:
		return fmt.Sprintf("%.0f min", max(1, fiveMinutes*round(hours*minutesInHour/fiveMinutes+nearly)))
	case hours < tellDaysFrom:
		return fmt.Sprintf("%.0f h", round(hours+nearly))
	}
	return fmt.Sprintf("%.0f days", round(hours/hoursInDay+nearly))
}
