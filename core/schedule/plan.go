// Package schedule lays a coating system out in time: hands-on work inside working hours, waits that run day and
// night, and recoat windows that open and close in the air of the room.
package schedule

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/quantity"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// Brief is what a plan needs beyond the system: how much there is to coat, and when hands are free.
type Brief struct {
	AreaM2   float64
	Start    time.Time
	Promised time.Time // zero when nothing was promised
	Week     Week
}

// Kind of step.
type Kind string

const (
	Preparation Kind = "preparation"
	Coating     Kind = "coating"
)

// Task is one thing done by hand within a step.
type Task struct {
	Text    string
	Minutes float64
}

// Step is one session of hands-on work and what follows from it.
type Step struct {
	Kind     Kind
	Title    string
	Tasks    []Task
	Work     []Span // one stretch, or several for preparation that goes over days
	Cautions []coating.Caution

	// For a coat:
	Product  *coating.Product
	Layer    int // index into the system's layers
	Coat     int // 1 for the layer's first
	Of       int
	Keyed    bool       // the window had closed: keyed first
	Waited   bool       // held back on purpose, so that the next coat meets its window
	TouchDry time.Time  // dust no longer sticks
	Opens    time.Time  // the next coat may go on; zero after the last
	Closes   time.Time  // the next coat must be on, or be keyed; zero = no limit
	Basis    core.Basis // of Opens
	Rules    []string   // the rules that set the wait
	LightUse time.Time
	FullCure time.Time
}

// Start and End of the hands-on work.
func (s Step) Start() time.Time { return s.Work[0].From }
func (s Step) End() time.Time   { return s.Work[len(s.Work)-1].To }

// Need is how much of a product the plan takes.
type Need struct {
	Product *coating.Product
	Litres  float64
}

// Promise compares the plan with the promised date.
type Promise struct {
	Met    bool
	Margin time.Duration // to spare when met, late when not
	Ready  time.Time
	Needs  string // "light use" or "full cure": what the end use waits for
}

// Plan is the calendar of one zone.
type Plan struct {
	Steps     []Step
	Obstacles []string // why no coat may go on in this air; then there are no steps
	Notes     []string
	LastCoat  time.Time
	LightUse  time.Time
	FullCure  time.Time
	HandsOn   time.Duration
	Promise   *Promise
	Needs     []Need
}

// Hands-on minutes (practice).
const (
	sessionMinutes = 12 // set-up and clean-up
	denibMinutes   = 3  // per m²
	wipePause      = 20 // solvent leaves before the coat
	roundTo        = 5 * time.Minute
)

var minutesPerM2 = map[coating.Method]float64{coating.Brush: 13.5, coating.Cloth: 7, coating.Spray: 4, coating.Aerosol: 6}

const (
	driestInterior = 12.0 // wood moisture, %, above which interior work is not coated (practice)
	driestExterior = 17.0 // and exterior work (practice, 16–18)
)

// Make lays out s for w. It errors when a coat takes longer than the longest open day. In air beyond a product's
// limits it returns a plan with Obstacles and no steps, since nothing may be put on.
func Make(w system.Wish, s system.System, b Brief) (Plan, error) {
	plan := Plan{Obstacles: s.Obstacles, Notes: notes(w)}
	for _, l := range s.Layers {
		plan.Needs = append(plan.Needs, Need{l.Product, quantity.Litres(b.AreaM2, l.Coats, l.Product.SpreadM2L, l.Product == s.Layers[0].Product && w.Material.Wood() && w.Ground().Top == nil)})
	}
	plan.Obstacles = append(slices.Clone(plan.Obstacles), seenObstacles(w)...)
	if len(plan.Obstacles) > 0 {
		return plan, nil
	}
	sessions := sessionsFor(w, s, b.AreaM2)
	for _, ss := range sessions {
		if !ss.breaks && ss.length(true) > b.Week.longest() {
			return Plan{}, fmt.Errorf("%s takes %.1f hours in one go, longer than the longest working day: %w", ss.title, ss.length(true).Hours(), ErrTooLong)
		}
	}
	placed := place(sessions, b.Week, b.Start, deadline{})
	for i, p := range placed {
		step := sessions[i].step(p)
		plan.HandsOn += sessions[i].length(p.keyed)
		if step.Kind == Coating {
			plan.LastCoat = step.End()
			plan.LightUse = latest(plan.LightUse, step.LightUse)
			plan.FullCure = latest(plan.FullCure, step.FullCure)
		}
		plan.Steps = append(plan.Steps, step)
	}
	if !b.Promised.IsZero() {
		plan.Promise = promise(w, plan, b.Promised)
	}
	return plan, nil
}

// LatestStart is the last working morning on which the work may begin and still keep the promise; ok is false when
// nothing is promised or even b.Start is too late.
func LatestStart(w system.Wish, s system.System, b Brief) (latest time.Time, ok bool) {
	if b.Promised.IsZero() {
		return latest, false
	}
	for _, open := range b.Week.OpenSpans(b.Start, b.Promised) {
		b.Start = open.From
		p, err := Make(w, s, b)
		if err != nil || p.Promise == nil || !p.Promise.Met {
			break // a later start is never ready sooner
		}
		latest, ok = open.From, true
	}
	return latest, ok
}

// ErrTooLong marks a coat that no working day can hold.
var ErrTooLong = errors.New("split the zone, or lengthen the day")

func latest(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

func promise(w system.Wish, p Plan, promised time.Time) *Promise {
	out := &Promise{Ready: p.LightUse, Needs: "light use"}
	if w.Use.CureFirst {
		out.Ready, out.Needs = p.FullCure, "full cure"
	}
	out.Margin = promised.Sub(out.Ready)
	out.Met = out.Margin >= 0
	if !out.Met {
		out.Margin = -out.Margin
	}
	return out
}

// seenObstacles are what the inspection puts in the way of any work: an open question of lead, wood too wet to coat (S7).
func seenObstacles(w system.Wish) []string {
	var out []string
	if w.Seen.LeadFound() {
		out = append(out, "Lead was found in the old finish: no dry sanding, scraping or heat. Have it removed as your local law asks, by a licensed trade where children live, and inspect the piece anew.")
	}
	if w.Seen.LeadOpen() {
		out = append(out, "The old finish may hold lead. Test it before anything is sanded, scraped or heated, and enter the answer at the inspection.")
	}
	most, where := driest(w)
	if m, estimate := w.Seen.Moisture(); m > most && !estimate {
		out = append(out, fmt.Sprintf("The wood is at %.0f %% moisture, above the %.0f %% that %s work is coated at. Let it dry first.", m, most, where))
	}
	return out
}

func driest(w system.Wish) (float64, string) {
	if w.Use.Outdoors() {
		return driestExterior, "exterior"
	}
	return driestInterior, "interior"
}

func notes(w system.Wish) []string {
	var out []string
	most, where := driest(w)
	if m, estimate := w.Seen.Moisture(); estimate && m > most {
		out = append(out, fmt.Sprintf("Where it stood, wood settles at about %.0f %% moisture (estimate), above the %.0f %% that %s work is coated at. Measure it before the first coat.", m, most, where))
	}
	if m := w.Air.WoodMoisture(); w.Material.Wood() && m > most {
		out = append(out, fmt.Sprintf("Wood that stands in this air settles at about %.0f %% moisture (estimate), above the %.0f %% that %s work is coated at. Measure it before the first coat.", m, most, where))
	}
	return out
}

// session is a stretch of hands-on work before it has a place in time.
type session struct {
	kind     Kind
	title    string
	tasks    []Task
	keyTask  *Task // added when the window has closed
	breaks   bool  // may go over several days
	cautions []coating.Caution
	wait     time.Duration // until the next session
	latest   time.Duration // until the next coat, without keying; 0 = no limit
	last     bool          // no coat follows

	coat                         Step // what a coat's step says whenever it is placed
	touchDry, lightUse, fullCure time.Duration
}

func (s session) length(keyed bool) time.Duration {
	minutes := 0.0
	for _, t := range s.tasks {
		minutes += t.Minutes
	}
	if keyed && s.keyTask != nil {
		minutes += s.keyTask.Minutes
	}
	d := time.Duration(minutes * float64(time.Minute))
	return (d + roundTo - 1) / roundTo * roundTo
}

// quarter is as fine as a wait is told: a finer figure would promise more than a label or an estimate knows.
const quarter = 15 * time.Minute

// atLeast rounds a wait up to the quarter hour; atMost rounds a window's end down to it.
func atLeast(h float64) time.Duration { return time.Duration(math.Ceil(h*4-1e-9)) * quarter }
func atMost(h float64) time.Duration  { return time.Duration(math.Floor(h*4+1e-9)) * quarter }

func sessionsFor(w system.Wish, s system.System, area float64) []session {
	var out []session
	first := s.Layers[0].Product
	var justBefore []Task
	var after []session
	for _, t := range w.Preparation(first) {
		if t.JustBefore {
			justBefore = append(justBefore, Task{t.Title + ". " + t.Detail, t.HandsOn(area) + wipePause})
			continue
		}
		ss := session{kind: Preparation, title: t.Title, tasks: []Task{{t.Detail, t.HandsOn(area)}}, breaks: true, wait: atLeast(t.Wait(w.Air))}
		if t.Caution != "" {
			ss.cautions = []coating.Caution{{ID: t.ID, Text: t.Caution}}
		}
		if t.Phase == substrate.Last {
			after = append(after, ss)
			continue
		}
		out = append(out, ss)
	}
	for i, l := range s.Layers {
		for n := 1; n <= l.Coats; n++ {
			join := l.Below
			var below *coating.Product
			if n > 1 {
				join, below = l.Between, l.Product
			} else if i > 0 {
				below = s.Layers[i-1].Product
			}
			next := nextJoin(s, i, n)
			out = append(out, coatSession(w, l, i, n, below, join, next, area, justBefore))
			justBefore = nil
		}
	}
	if len(after) > 0 {
		out[len(out)-1].wait = out[len(out)-1].touchDry // no hand goes near a wet coat
	}
	return append(out, after...)
}

// nextJoin is the judgement of whatever goes over coat n of layer i; nil after the last.
func nextJoin(s system.System, i, n int) *compat.Judgement {
	switch {
	case n < s.Layers[i].Coats:
		return &s.Layers[i].Between
	case i+1 < len(s.Layers):
		return &s.Layers[i+1].Below
	}
	return nil
}

func coatSession(w system.Wish, l system.Layer, layer, n int, below *coating.Product, join compat.Judgement, next *compat.Judgement, area float64, justBefore []Task) session {
	p := l.Product
	out := session{kind: Coating, title: fmt.Sprintf("%s, coat %d of %d", p.Name, n, l.Coats)}
	out.tasks = append(out.tasks, Task{"Set up and clean up", sessionMinutes})
	if l.Coats == 1 {
		out.title = p.Name
	}
	out.tasks = append(out.tasks, justBefore...)
	abraded := false
	for _, prep := range join.Preparations {
		if below == nil && (prep.ID == "raise_grain" || prep.ID == "solvent_wipe" || prep.ID == "key_slick" || prep.ID == "key_old") {
			continue // stands in the preparation of the bare surface
		}
		out.tasks = append(out.tasks, Task{prep.Text, prep.MinutesPerM2 * area})
		abraded = abraded || prep.MinutesPerM2 > 0
	}
	if below != nil && !abraded && denibbed(below, p) {
		out.tasks = append(out.tasks, Task{"Denib with P320 by hand, wipe off the dust", denibMinutes * area})
	}
	out.tasks = append(out.tasks, Task{applyText(p, area), minutesPerM2[p.Family.AppliedBy] * area})
	if below != nil {
		out.keyTask = &Task{compat.TooLate.Preparation.Text + ": the window had closed", compat.TooLate.Preparation.MinutesPerM2 * area}
	}
	out.coat = Step{Product: p, Layer: layer, Coat: n, Of: l.Coats, Cautions: p.Cautions()}
	out.touchDry, out.lightUse, out.fullCure = atLeast(p.TouchDryH(w.Air)), atLeast(p.LightUseAfterH(w.Air)), atLeast(p.FullCureAfterH(w.Air))
	if out.last = next == nil; out.last {
		return out
	}
	out.wait, out.latest = atLeast(next.EarliestH), atMost(next.LatestH)
	out.coat.Basis = next.WaitBasis
	for _, f := range next.Findings {
		if f.WaitH > 0 || f.Rule.Theme == "Windows" {
			out.coat.Rules = append(out.coat.Rules, f.Rule.ID)
		}
	}
	return out
}

// denibbed: films are knocked smooth between coats; stains, oils and wax are not.
func denibbed(below, coat *coating.Product) bool {
	return below.Family.Body == coating.Film && !below.Family.Is("stain") && coat.Family.Body == coating.Film && below.Family.AppliedBy != coating.Spray
}

var applied = map[coating.Method]string{coating.Brush: "Brush on", coating.Cloth: "Wipe on, wipe off what stays wet", coating.Spray: "Spray on", coating.Aerosol: "Spray on from the can"}

func applyText(p *coating.Product, area float64) string {
	if p.SpreadM2L == 0 {
		return applied[p.Family.AppliedBy]
	}
	return fmt.Sprintf("%s: about %.0f mL, %.0f µm wet", applied[p.Family.AppliedBy], area/p.SpreadM2L/quantity.BrushTransfer*1000, quantity.WetFilm(p.SpreadM2L))
}

// placing is where a session has come to stand.
type placing struct {
	work   []Span
	keyed  bool
	waited bool
}

// deadline is when the coat below must be covered; zero time = no limit.
type deadline struct{ at time.Time }

func (d deadline) passed(t time.Time) bool { return !d.at.IsZero() && t.After(d.at) }

// place puts each session as early as hours and waits allow. Where the next coat would miss its window it tries both
// ways out, keying later or holding this coat back, and keeps the sooner finish; on a tie the one without keying.
func place(sessions []session, week Week, from time.Time, due deadline) []placing {
	if len(sessions) == 0 {
		return nil
	}
	s := sessions[0]
	if s.breaks {
		work := week.spread(from, s.length(false))
		if len(work) == 0 {
			work = []Span{{from, from}}
		}
		end := work[len(work)-1].To
		return append([]placing{{work: work}}, place(sessions[1:], week, end.Add(s.wait), due)...)
	}
	at := func(t time.Time, waited bool) []placing {
		span := week.fit(t, s.length(false))
		keyed := due.passed(span.From)
		if keyed {
			span = week.fit(t, s.length(true))
		}
		next := deadline{}
		if s.latest > 0 {
			next.at = span.To.Add(s.latest)
		}
		return append([]placing{{[]Span{span}, keyed, waited}}, place(sessions[1:], week, span.To.Add(s.wait), next)...)
	}
	now := at(from, false)
	if len(now) < 2 || !now[1].keyed {
		return now
	}
	later, found := holdBack(s, sessions[1], week, from, due)
	if !found {
		return now
	}
	held := at(later, true)
	if held[len(held)-1].work[0].To.After(now[len(now)-1].work[0].To) {
		return now
	}
	return held
}

const holdBackStep, holdBackMost = 15 * time.Minute, 8 * 24 * time.Hour

// holdBack is the first later start from which the next coat meets its window, without missing this coat's own.
func holdBack(s, next session, week Week, from time.Time, due deadline) (time.Time, bool) {
	for t := from.Add(holdBackStep); t.Sub(from) < holdBackMost; t = t.Add(holdBackStep) {
		span := week.fit(t, s.length(false))
		if due.passed(span.From) {
			return t, false
		}
		if !week.fit(span.To.Add(s.wait), next.length(false)).From.After(span.To.Add(s.latest)) {
			return span.From, true
		}
		t = span.From // fit may have skipped closed time
	}
	return from, false
}

func (s session) step(p placing) Step {
	out := s.coat
	out.Kind, out.Title, out.Work, out.Keyed, out.Waited = s.kind, s.title, p.work, p.keyed, p.waited
	out.Tasks = slices.Clone(s.tasks)
	if p.keyed {
		out.Tasks = slices.Insert(out.Tasks, 1, *s.keyTask)
	}
	if s.kind != Coating {
		out.Cautions = s.cautions
		return out
	}
	end := out.End()
	out.TouchDry, out.LightUse, out.FullCure = end.Add(s.touchDry), end.Add(s.lightUse), end.Add(s.fullCure)
	if !s.last {
		out.Opens = end.Add(s.wait)
	}
	if s.latest > 0 {
		out.Closes = end.Add(s.latest)
	}
	return out
}
