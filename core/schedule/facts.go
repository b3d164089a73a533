package schedule

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/drying"
	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/core/worklog"
)

// Log is what has happened at a piece. A plan keeps what is done where it was done, judges it for what it is, and
// begins nothing else before now. While nothing is logged, Now is zero and the plan is laid out from the piece's start.
type Log struct {
	Now   time.Time
	Asked time.Time                // now, whether or not anything is logged: what nobody told as mended is not mended
	Jobs  map[string]worklog.Event // preparation that is done, by the job's key
	Coats map[worklog.Coat]worklog.Event
}

// NewLog reads the standing facts of a piece. Now is kept only where work has been told.
func NewLog(standing []worklog.Event, now time.Time) Log {
	out := Log{Asked: now, Jobs: map[string]worklog.Event{}, Coats: map[worklog.Coat]worklog.Event{}}
	for _, e := range standing {
		switch e.Kind() {
		case worklog.JobDone:
			out.Jobs[e.Job()] = e
		case worklog.TakenOff:
			for at := range out.Coats {
				if at.Zone == e.Zone && !at.Below(e.Coat()) {
					delete(out.Coats, at)
				}
			}
		case worklog.CoatLaid, worklog.CoatLeftOut:
			out.Coats[e.Coat()] = together(out.Coats[e.Coat()], e)
		default:
			continue
		}
		out.Now = now
	}
	return out
}

// together is a coat that went on in two parts: it is on when the second is, with what both took.
func together(part, e worklog.Event) worklog.Event {
	laid, is := e.Body.(worklog.Laid)
	if !is || !part.Laid().Partly() {
		return e
	}
	if both := part.Laid().Litres > 0 && laid.Litres > 0; both {
		laid.Litres += part.Laid().Litres
	} else {
		laid.Litres = 0
	}
	e.Body = laid
	return e
}

// laidOn tells whether any coat of ours lies on a zone.
func (b Brief) laidOn(zone int) bool {
	for at, e := range b.Log.Coats {
		if at.Zone == b.Zones[zone].ID && e.Kind() == worklog.CoatLaid {
			return true
		}
	}
	return false
}

// over tells whether a job has been done: it was told, or every zone of it lies under a coat already.
func (b Brief) over(j preparation.Job) (told worklog.Event, done bool) {
	if told, done = b.Log.Jobs[j.Key]; done {
		return told, true
	}
	covered := len(b.Log.Coats) > 0
	for _, z := range b.touched(j) {
		covered = covered && b.laidOn(z)
	}
	return told, covered && j.Phase < substrate.Last
}

// doneStep is a job where it was done; ok is false where nobody told when.
func (b Brief) doneStep(j preparation.Job, told worklog.Event) (step Step, ok bool) {
	if told.ID == 0 {
		return step, false
	}
	step = b.jobStep(j)
	step.Work = []workday.Span{{From: told.At.Add(-roundUp(minutes(j.HandsOn))), To: told.At}}
	step.Told, step.fixed = &told, true
	return step, true
}

func minutes(m float64) time.Duration { return time.Duration(m * float64(time.Minute)) }

// recall puts what was laid on a lane where it was laid, in the air that it was laid in, takes out what was left out,
// and lets nothing else begin before now.
func (l *lane) recall(b Brief) {
	z := b.Zones[l.zone]
	var out []session
	for i, s := range l.sessions {
		told, ok := b.Log.Coats[worklog.Coat{Zone: z.ID, Layer: s.coat.Layer, N: s.coat.Coat}]
		switch {
		case ok && told.Laid().Partly():
			s.theRest(told)
			s.notBefore = workday.Latest(s.notBefore, b.Log.Now)
		case ok && told.Kind() == worklog.CoatLeftOut:
			if n := len(out); n > 0 && s.last {
				out[n-1].last, out[n-1].latest = true, 0
			}
			continue
		case ok:
			if air := told.Air(); air != (climate.Air{}) && air != z.Wish.Air {
				s = l.inAir(z, air, b.alike())[i]
			}
			s.told = &told
			s.built(told.Laid().Laying)
			s.how, s.fixed = way{keyed: told.Laid().Keyed}, true
			s.stands = workday.Span{From: told.At.Add(-s.length(s.how)), To: told.At}
		case !b.Log.Now.IsZero():
			s.notBefore = workday.Latest(s.notBefore, b.Log.Now)
		}
		out = append(out, s)
	}
	l.sessions = out
}

// inAir are the sessions of a lane as they would be in other air.
func (l *lane) inAir(z Zone, air climate.Air, alike int) []session {
	w := z.Wish
	w.Air, w.Night = air, climate.Air{}
	return z.sessions(w, l.in, alike)
}

// Doubt is a coat that should not have gone on as it did.
type Doubt struct {
	Event int64
	Step  string // which coat
	Text  string // what was amiss, in a sentence
	Until time.Time
	Open  bool // nobody has tested it since
}

// tapePull is the look that settles a doubt about a coat.
const tapePull = "tape_pull"

// doubts judges what was laid for what it is, each coat at its own time, over what really lay below it. What went on
// too early counts as laid when it might have been, and the next coat waits for a tape pull.
func (l *lane) doubts(z Zone, in *time.Location) []Doubt {
	stack := compat.Stack{Base: z.Wish.Ground(), Context: z.Wish.Context()}
	stack.Context.Now = true
	var out []Doubt
	var ends []time.Time
	var laidSoFar []laidAt
	for i := range l.sessions {
		s := &l.sessions[i]
		if s.told == nil {
			break
		}
		layer := z.System.Layers[s.coat.at.Layer]
		begun := s.lays(s.stands)
		if s.told.Air() != (climate.Air{}) {
			stack.Context.Air = s.told.Air()
		}
		for k := range ends {
			since := max(0, begun.Sub(ends[k]).Hours())
			stack.Laid[k].SinceH = &since
			until := begun
			if k+1 < len(laidSoFar) {
				until = laidSoFar[k+1].at
			}
			stack.Laid[k].AgeH = l.sessions[k].age(until, stack.Context.Air, in)
		}
		stack.State = compat.State{CoatsToday: onTheDay(laidSoFar, layer.Product, begun.In(in))}
		if s.told.Laid().Keyed {
			stack.State.Key = compat.Keyed
		}
		laid := compat.Laid{Product: layer.Product, Coats: 1, Partly: layer.Partly()}
		toCome := laid
		toCome.Coats = layer.Coats - s.coat.at.N + 1
		answer := compat.AnswerOf(stack, toCome)
		text := amiss(*s, answer, closed(stack, laid))
		if text == "" && i > 0 {
			text = l.ignored(z, *s, begun, l.sessions[i-1])
		}
		if text == "" {
			text = s.driedAmiss(in)
		}
		if text != "" {
			if answer.Kind == compat.NotYet {
				s.late = drying.AtLeast(answer.InH)
			}
			d := Doubt{Event: s.told.ID, Step: s.title, Text: text, Until: s.wait.From(s.stands.To.Add(s.late), in)}
			look, looked := l.looks[tapePull]
			d.Open = !(looked && look.Look().Passed && !look.At.Before(s.told.At))
			out = append(out, d)
		}
		ends = append(ends, s.stands.To)
		laidSoFar = append(laidSoFar, laidAt{layer.Product, begun})
		stack.Laid = append(stack.Laid, laid)
	}
	if next := slices.IndexFunc(l.sessions, func(s session) bool { return s.told == nil }); next > 0 && open(out) {
		l.sessions[next].mustPull()
	}
	return out
}

// onTheDay is how many coats of a product went on on a day.
func onTheDay(laid []laidAt, product *coating.Product, day time.Time) (n int) {
	for _, l := range laid {
		if l.product == product && l.at.In(day.Location()).Format(time.DateOnly) == day.Format(time.DateOnly) {
			n++
		}
	}
	return n
}

// Answer is the one answer on a zone that has a system: what the judge says of the system, or that a coat which went on
// as it should not have is tested first.
func (p Plan) Answer(b Brief, zone int) compat.Answer {
	z := b.Zones[zone]
	answer := z.Wish.Answer(*z.System)
	for _, d := range p.Zones[zone].Doubts {
		if d.Open && answer.Verdict < compat.Refuse {
			return compat.Answer{
				Kind: compat.OnABoard, Verdict: compat.Test,
				Headline: "Only once it is tested.", Reason: d.Step + ": " + d.Text,
			}
		}
	}
	return answer
}

func open(doubts []Doubt) bool {
	return slices.ContainsFunc(doubts, func(d Doubt) bool { return d.Open })
}

// mustPull lets a coat wait for a tape pull, once.
func (s *session) mustPull() {
	if !slices.ContainsFunc(s.before, func(b Step) bool { return b.Check == tapePull }) {
		r, _ := readinessCalled(tapePull)
		s.before = append(s.before, r.step())
	}
}

// amiss is what was wrong with a coat as it went on, by the judge's own answer; "" where nothing was.
func amiss(s session, a compat.Answer, closed bool) string {
	switch {
	case a.Kind == compat.NotYet:
		return fmt.Sprintf("It went on about %s before it should have. %s", compat.Duration(a.InH), a.Reason)
	case a.Kind == compat.OnABoard:
		return "It went on before any board had shown that it holds here. " + a.Reason
	case a.Kind == compat.No:
		return "It should not have gone on as it did. " + a.Reason
	case closed && s.keyTask != nil:
		return "It went on after the window had closed, and nobody told that it was keyed first."
	}
	return ""
}

// closed tells whether a coat came after the window of the one below, which was not keyed.
func closed(stack compat.Stack, laid compat.Laid) bool {
	return slices.ContainsFunc(compat.Judge(stack.Over(laid)).Findings, func(f compat.Finding) bool {
		return f.Rule.Window && f.Rule.Preparation.ID != ""
	})
}

// StepOf is the step that a fact about work is told of; nil where the plan has none.
func (p Plan) StepOf(e worklog.Event) *Step {
	if e.Job() == "" {
		return p.step(e.Coat())
	}
	for i := range p.Steps {
		if p.Steps[i].Job == e.Job() {
			return &p.Steps[i]
		}
	}
	return nil
}

// NumbersOf are a job's numbers in the plan, 1 for its first step: several where it is parted, that of the first coat
// where it is done right before it; none where the plan has it nowhere.
func (p Plan) NumbersOf(j preparation.Job) []int {
	var out []int
	for i, s := range p.Steps {
		if s.Kind == Preparation && s.Job == j.Key {
			out = append(out, i+1)
		}
		if j.JustBefore && s.Kind == Coating && slices.Contains(j.Zones, s.Zones[0]) {
			return []int{i + 1}
		}
	}
	return out
}

// LastLaid is the coat that lies uppermost on a zone at a moment; nil where none of ours does.
func (p Plan) LastLaid(b Brief, zone int, at time.Time) *Step {
	last, _ := b.lastLaid(p, zone, at)
	return last
}

// How far the room may be from the air of a plan before that is said (practice).
const airOffC, airOffRH = 3.0, 15.0

// AirOff tells whether the room was read as other than a plan counts with.
func AirOff(planned, read climate.Air) bool {
	return math.Abs(planned.TempC-read.TempC) >= airOffC || math.Abs(planned.RH-read.RH) >= airOffRH
}
