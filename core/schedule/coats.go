package schedule

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/system"
)

// Hands-on minutes (practice).
const (
	sessionMinutes = 12 // set-up and clean-up
	denibMinutes   = 3  // per m²
	wipePause      = 20 // solvent leaves before the coat
	roundTo        = 5 * time.Minute
)

var minutesPerM2 = map[coating.Method]float64{coating.Brush: 13.5, coating.Cloth: 7, coating.Spray: 4, coating.Aerosol: 6}

// lane is the coats of one zone.
type lane struct {
	zone     int
	sessions []session
	from     time.Time
	end      time.Time // of its last coat, had it all hands to itself
}

func (l *lane) begin(jobs []preparation.Job, so prepared, b Brief) {
	for _, j := range jobs {
		if j.JustBefore && slices.Contains(j.Zones, l.zone) {
			z := b.Zones[l.zone]
			l.sessions[0].tasks = slices.Insert(l.sessions[0].tasks, 1, Task{j.Title + ". " + j.Detail, j.Task.HandsOn(z.AreaM2*float64(b.alike())) + wipePause})
		}
	}
	l.from = latest(so.hands, so.ready[l.zone])
	placed := place(l.sessions, b.Week, l.from, deadline{})
	l.end = placed[len(placed)-1].work.To
}

// coat adds the lane's coats to the plan, and returns the time that they keep hands busy.
func (l lane) coat(plan *Plan, week Week) (busy []Span) {
	z := &plan.Zones[l.zone]
	z.Coated = true
	for i, p := range place(l.sessions, week, l.from, deadline{}) {
		step := l.sessions[i].step(p)
		step.Zones = []int{l.zone}
		plan.add(step)
		busy = append(busy, p.work)
		z.LastCoat, z.TouchDry = step.End(), step.TouchDry
		z.LightUse, z.FullCure = latest(z.LightUse, step.LightUse), latest(z.FullCure, step.FullCure)
	}
	plan.LastCoat, plan.LightUse, plan.FullCure = latest(plan.LastCoat, z.LastCoat), latest(plan.LightUse, z.LightUse), latest(plan.FullCure, z.FullCure)
	return busy
}

// session is one coat before it has a place in time.
type session struct {
	title   string
	tasks   []Task
	keyTask *Task         // added when the window has closed
	wait    time.Duration // until the next session
	latest  time.Duration // until the next coat, without keying; 0 = no limit
	last    bool          // no coat follows

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
	return roundUp(time.Duration(minutes * float64(time.Minute)))
}

func roundUp(d time.Duration) time.Duration { return (d + roundTo - 1) / roundTo * roundTo }

// quarter is as fine as a wait is told: a finer figure would promise more than a label or an estimate knows.
const quarter = 15 * time.Minute

// atLeast rounds a wait up to the quarter hour; atMost rounds a window's end down to it.
func atLeast(h float64) time.Duration { return time.Duration(math.Ceil(h*4-1e-9)) * quarter }
func atMost(h float64) time.Duration  { return time.Duration(math.Floor(h*4+1e-9)) * quarter }

func sessionsFor(w system.Wish, s system.System, area float64) []session {
	var out []session
	for i, l := range s.Layers {
		for n := 1; n <= l.Coats; n++ {
			join := l.Below
			var below *coating.Product
			if n > 1 {
				join, below = l.Between, l.Product
			} else if i > 0 {
				below = s.Layers[i-1].Product
			}
			out = append(out, coatSession(w, l, i, n, below, join, nextJoin(s, i, n), area))
		}
	}
	return out
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

// preparedBefore names what a first coat asks for that already stands in the preparation of the surface.
var preparedBefore = []string{"raise_grain", "solvent_wipe", "key_slick", "key_old", "silicone", "degrease"}

func coatSession(w system.Wish, l system.Layer, layer, n int, below *coating.Product, join compat.Judgement, next *compat.Judgement, area float64) session {
	p := l.Product
	out := session{title: fmt.Sprintf("%s, coat %d of %d", p.Name, n, l.Coats)}
	out.tasks = append(out.tasks, Task{"Set up and clean up", sessionMinutes})
	if l.Coats == 1 {
		out.title = p.Name
	}
	abraded := false
	for _, prep := range join.Preparations {
		if below == nil && slices.Contains(preparedBefore, prep.ID) {
			continue
		}
		out.tasks = append(out.tasks, Task{prep.Text, prep.MinutesPerM2 * area})
		abraded = abraded || prep.MinutesPerM2 > 0
	}
	if below != nil && !abraded && denibbed(below, p) {
		out.tasks = append(out.tasks, Task{"Denib with P320 by hand, wipe off the dust", denibMinutes * area})
	}
	out.tasks = append(out.tasks, Task{applyText(p, area), minutesPerM2[p.Family.AppliedBy] * area})
	if below != nil {
		key := compat.FindRule("T2").Preparation
		out.keyTask = &Task{key.Text + ": the window had closed", key.MinutesPerM2 * area}
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
	work   Span
	due    deadline
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
		return append([]placing{{span, due, keyed, waited}}, place(sessions[1:], week, span.To.Add(s.wait), next)...)
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
	if held[len(held)-1].work.To.After(now[len(now)-1].work.To) {
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
	out.Kind, out.Title, out.Work, out.Keyed, out.Waited, out.Due = Coating, s.title, []Span{p.work}, p.keyed, p.waited, p.due.at
	out.Tasks = slices.Clone(s.tasks)
	if p.keyed {
		out.Tasks = slices.Insert(out.Tasks, 1, *s.keyTask)
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
