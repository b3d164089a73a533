package schedule

import (
	"fmt"
	"math"
	"slices"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/core/technique"
	"firmitas/core/worklog"
)

// Hands-on minutes (practice).
const (
	wipePause = 20 // solvent leaves before the coat

	dustAgainMinutes = 2             // per m²
	dustSettles      = 2 * time.Hour // and what others have sanded meanwhile
	roundTo          = 5 * time.Minute
)

// lane is the coats of one zone.
type lane struct {
	zone     int
	sessions []session
	signs    []worklog.Event // what was seen on it
	looks    map[string]worklog.Event
	in       judged
	placed   int  // of its sessions, how many have their place
	relaxed  bool // asks for the least that it can be
	from     time.Time
	end      time.Time // of its last coat, had it all hands to itself
}

func (l *lane) begin(jobs []preparation.Job, so prepared, b Brief, alone *hands.Hands) {
	for _, j := range jobs {
		if j.JustBefore && slices.Contains(j.Zones, l.zone) {
			z := b.Zones[l.zone]
			l.sessions[0].tasks = slices.Insert(l.sessions[0].tasks, 0,
				Task{j.Title + ". " + j.Detail, j.Task.HandsOn(z.AreaM2*float64(b.alike())) + wipePause})
		}
	}
	l.from = workday.Latest(workday.Latest(so.done, so.ready[l.zone]), l.sessions[0].notBefore)
	settles := !l.relaxed && (len(b.Zones) > 1 || l.from.Sub(so.clean[l.zone]) > dustSettles)
	if dusted := !so.clean[l.zone].IsZero(); dusted && settles {
		z := b.Zones[l.zone]
		perM2 := min(dustAgainMinutes, substrate.Dusting.In(z.Wish.Life()).MinutesPerM2)
		again := Task{"Wipe off the dust that has settled since", perM2 * z.AreaM2 * float64(b.alike())}
		l.sessions[0].tasks = slices.Insert(l.sessions[0].tasks, 0, again)
	}
	placed := place(l.sessions, alone, l.from, deadline{})
	l.end = placed[len(placed)-1].work.To
}

// beforeWax parts a lane into what lies below the first wax, and the wax with what follows it.
func (l lane) beforeWax() (film, wax lane) {
	film, wax = l, l
	at := slices.IndexFunc(l.sessions, func(s session) bool { return s.coat.Product.Family.Body == coating.Wax })
	if at < 0 {
		at = len(l.sessions)
	}
	film.sessions, wax.sessions = l.sessions[:at], l.sessions[at:]
	return film, wax
}

// left is how many of a lane's coats have no place yet.
func (l lane) left() int { return len(l.sessions) - l.placed }

// coat gives the next n of a lane's coats their place in the plan and with the hands.
func (l *lane) coat(plan *Plan, h *hands.Hands, n int) {
	z := &plan.Zones[l.zone]
	z.Coated = true
	placed, held := l.heed(h)
	if held != nil {
		z.Held = held
		z.LightUse = workday.Latest(z.LightUse, held.Until)
	}
	for i := l.placed; i < l.placed+n; i++ {
		p, s := placed[i], &l.sessions[i]
		step := s.step(p, h)
		step.Zones = []int{l.zone}
		step.Ready, step.Waits = l.since(i, placed, h)
		if i+1 < len(l.sessions) { // whatever holds the next coat back: no screen says before that it may go on
			step.Opens = workday.Latest(step.Opens, l.sessions[i+1].held)
		}
		if step.wet = step.TouchDry; i+1 < len(placed) {
			step.wet = workday.Earliest(step.wet, l.sessions[i+1].lays(placed[i+1].work))
		}
		for _, first := range s.leadIn(p.work, l.zone, l.looks) {
			first.By, first.fixed = p.how.by, step.fixed
			plan.book(first, h)
		}
		plan.book(step, h)
		s.stands, s.parts, s.how, s.heldBack = p.work, step.Work, p.how, p.waited
		if note := s.thickNote(); note != "" {
			plan.Notes = append(plan.Notes, note)
		}
		plan.airNotes(*s, p, step, h, i+1 < len(placed) && l.sessions[i+1].fixed)
		if note := s.wetNote(p.work, h); note != "" {
			plan.Notes = append(plan.Notes, note)
		}
		z.LastCoat, z.TouchDry = step.End(), step.TouchDry
		z.LightUse, z.FullCure = workday.Latest(z.LightUse, step.LightUse), workday.Latest(z.FullCure, step.FullCure)
	}
	l.placed += n
	plan.LastCoat = workday.Latest(plan.LastCoat, z.LastCoat)
	plan.LightUse, plan.FullCure = workday.Latest(plan.LightUse, z.LightUse), workday.Latest(plan.FullCure, z.FullCure)
}

// since is when what lies below a coat was ready for it, and what it waited for from then on.
func (l lane) since(i int, placed []placing, h *hands.Hands) (ready time.Time, why hands.Cause) {
	ready, s := l.from, l.sessions[i]
	if i > 0 {
		ready = l.sessions[i-1].wait.From(placed[i-1].work.To.Add(l.sessions[i-1].late), h.Zone())
	}
	starts := placed[i].work.From
	switch asked := workday.Latest(ready, s.notBefore); {
	case s.fixed || !starts.After(ready):
		return ready, hands.ForNothing
	case !starts.After(asked):
		return ready, s.heldFor(ready)
	case placed[i].waited:
		return ready, hands.ForWindow
	case placed[i].how.forAir:
		return ready, hands.ForAir
	default:
		return ready, h.Cause(asked, placed[i].work, s.need())
	}
}

// heldFor is what keeps a coat off that what lies below is ready for.
func (s session) heldFor(ready time.Time) hands.Cause {
	switch {
	case !s.held.After(ready):
		return hands.ForNothing
	case s.board != "":
		return hands.ForBoard
	}
	return hands.ForSeen
}

// session is one coat before it has a place in time.
type session struct {
	title   string
	before  []Step // what comes right before the coat: masks and checks
	tasks   []Task
	setUp   float64       // minutes of setting up and washing up
	sprayed bool          // it drifts
	film    bool          // dust would spoil it while it is wet
	rackM2  float64       // that it takes on the drying racks
	away    bool          // where the piece stands: it shares hands with the others, and neither booth, racks nor air
	keyTask *Task         // added when the window has closed
	wait    drying.Wait   // until the next session
	latest  time.Duration // until the next coat, without keying; 0 = no limit
	reopens drying.Wait   // until a key helps again, once that has passed; none = at once
	last    bool          // no coat follows

	coat                         Step // what a coat's step says whenever it is placed
	touchDry, lightUse, fullCure drying.Wait
	dryBeforeNight               bool            // the night's air forbids it while it is wet, as it is set
	open                         bool            // to the sky: rain falls on it
	bare                         bool            // it goes on what no coat has covered yet
	below                        *climate.Limits // of the coat that it goes on, where the air is known
	board                        string          // what a test board has to show first; "" = nothing
	notBefore                    time.Time
	held                         time.Time      // notBefore, as far as a board, a sign, a look or a mend asks for it
	section                      string         // where a stretch ends that no day can hold
	stands                       workday.Span   // where it lies on the piece, or has its place; zero while it has none
	parts                        []workday.Span // of a place that it has
	how                          way            // there
	heldBack                     bool           // on purpose, there
	fixed                        bool           // it lies there whatever else is planned
	told                         *worklog.Event
	late                         time.Duration // by how much it went on too early: it counts as laid so much later
	thick                        float64       // how many times as thick as the label means; 0 = as it means
}

// hold lets a coat wait for what a board, a sign, a look or a mend asks for.
func (s *session) hold(until time.Time) {
	s.held = workday.Latest(s.held, until)
	s.notBefore = workday.Latest(s.notBefore, until)
}

// way is how a session is gone about where it has come to stand.
type way struct {
	keyed  bool // the window had closed
	inHand bool // tin and tool are in use on another zone right before or after
	by     int  // whose hands
	forAir bool // the air forbade it before
}

// hands are the tasks of a session, gone about in a way.
func (s session) hands(how way) []Task {
	out := slices.Clone(s.tasks)
	if how.keyed && s.keyTask != nil {
		out = slices.Insert(out, 0, *s.keyTask)
	}
	switch {
	case how.inHand:
		return slices.Insert(out, 0, Task{"Tin and tool are in hand from the zone beside: set up and wash up once", 0})
	case s.setUp > 0:
		return slices.Insert(out, 0, Task{"Set up and clean up", s.setUp})
	}
	return out
}

func (s session) length(how way) time.Duration { return s.lead() + roundUp(byHandFor(s.hands(how))) }

// besides tells whether a stretch lies right before or after one in which the same hands lay its product elsewhere.
func (s session) besides(work hands.Slot, laying []hands.InUse) bool {
	return s.setUp > 0 && slices.ContainsFunc(laying, func(o hands.InUse) bool {
		after, before := work.From.Sub(o.To), o.From.Sub(work.To)
		return o.By == work.By && max(after, before) >= 0 && max(after, before) <= hands.StaysWet
	})
}

// byHandFor is how long tasks keep the hands.
func byHandFor(tasks []Task) time.Duration {
	minutes := 0.0
	for _, t := range tasks {
		minutes += t.Minutes
	}
	return time.Duration(minutes * float64(time.Minute))
}

func roundUp(d time.Duration) time.Duration { return (d + roundTo - 1) / roundTo * roundTo }

const mornings = 14 // tried for a coat that must be dry before night

// need is what a session asks for besides hands.
func (s session) need() hands.Need {
	if s.away {
		return hands.Need{}
	}
	return hands.Need{Sprayed: s.sprayed, Film: s.film, M2: s.rackM2, Dry: s.touchDry}
}

// fit finds the earliest stretch for a session, and whether tin and tool are in hand there; where the air forbids a wet
// coat, one that is dry before it.
func (s session) fit(h *hands.Hands, t time.Time, keyed bool) (workday.Span, way) {
	if !s.stands.From.IsZero() {
		return s.stands, s.how
	}
	span, how := s.earliest(h, workday.Latest(t, s.notBefore), keyed)
	forAir := false
	for range mornings {
		if again := s.airAgain(span, h); !again.IsZero() {
			forAir = true
			span, how = s.earliest(h, again, keyed)
			continue
		}
		break
	}
	how.forAir = forAir
	return span, how
}

// earliest is the first stretch from t on; one beside another zone's is shorter by the set-up.
func (s session) earliest(h *hands.Hands, t time.Time, keyed bool) (workday.Span, way) {
	best, how := h.Stretch(t, s.length(way{keyed: keyed}), s.need()), way{keyed: keyed}
	if s.setUp > 0 {
		laying := h.Laying(s.coat.Product, workday.Span{From: t, To: best.To})
		shorter := s.length(way{keyed: keyed, inHand: true})
		for _, from := range append([]hands.InUse{{Span: workday.Span{To: t}}}, laying...) {
			beside := h.Stretch(workday.Latest(t, from.To), shorter, s.need())
			if s.besides(beside, laying) && !beside.To.After(best.To) {
				best, how.inHand = beside, true
			}
		}
	}
	how.by = best.By
	return best.Span, how
}

// days are the parts of a session's stretch: one, or as many as it needs where no day can hold it.
func (s session) days(span workday.Span, h *hands.Hands, how way) []workday.Span {
	if s.parts != nil {
		return s.parts
	}
	if length := s.length(how); length > h.Longest() {
		return h.SpreadBy(how.by, span.From, length, s.need())
	}
	return []workday.Span{span}
}

// sessionsFor are the coats of a zone's layers in the air of a wish.
func sessionsFor(w system.Wish, in judged, area float64) []session {
	s := in.air(w.Air)
	var out []session
	for i, l := range s.Layers {
		for n := 1; n <= l.Coats; n++ {
			ss := coatSession(w, s, i, n, area)
			if next := nextJoin(s, i, n); next != nil {
				opens := func(air climate.Air) float64 { return nextJoin(in.air(air), i, n).EarliestH }
				ss.wait = drying.WaitFor(w, opens)
				ss.latest = drying.AtMost(next.LatestH)
				if next.ReopensH > 0 {
					reopensH := func(air climate.Air) float64 { return nextJoin(in.air(air), i, n).ReopensH }
					ss.reopens = drying.WaitFor(w, reopensH)
				}
				ss.say(next)
			} else {
				ss.last = true
			}
			if kind, worn := w.Worn(s.Layers, i, area); kind != nil && n == 1 {
				at := 0
				if l.Product.Family.Body == coating.Wax && w.Schools.DistressAfterWax {
					at = len(ss.tasks) // cut through the wax once it is on
				}
				ss.tasks = slices.Insert(ss.tasks, at, Task{kind.Name + ": " + kind.How, kind.Minutes * worn})
			}
			if n := len(out); n > 0 && out[n-1].coat.Product == l.Product && out[n-1].board != "" {
				ss.board = "" // the board of its first coat shows it
			}
			out = append(out, ss)
		}
	}
	return out
}

// say takes up what set the wait until the next coat.
func (s *session) say(next *compat.Judgement) {
	s.coat.Basis = next.WaitBasis
	for _, f := range next.Findings {
		if f.WaitH > 0 || f.Rule.Window {
			s.coat.Rules = append(s.coat.Rules, f.Rule.ID)
		}
	}
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

// coatSession is coat n of layer i by itself.
func coatSession(w system.Wish, s system.System, i, n int, area float64) session {
	l, join := s.Layers[i], s.Layers[i].Below
	p := l.Product
	var below *system.Layer
	if n > 1 {
		join, below = l.Between, &s.Layers[i]
	} else if i > 0 {
		below = &s.Layers[i-1]
	}
	if p.Family.NothingOn() {
		return nothingOn(w, l, i, area)
	}
	out := session{title: fmt.Sprintf("%s, coat %d of %d", p.Name, n, l.Coats)}
	covered := w.Area(l, area)
	how := w.Technique(p, covered)
	out.setUp, out.sprayed = how.SetUp, how.Sprays()
	out.film = p.Family.Body == coating.Film
	if l.Coats == 1 {
		out.title = p.Name
	}
	var before []substrate.Task // work that stands in the preparation of the surface already
	if below == nil {
		before = w.Preparation(p)
	}
	out.before = coatAt{w, s.Layers, i, n, join, before}.checks()
	abraded := false
	for _, prep := range join.Preparations {
		prepared := slices.ContainsFunc(before, func(t substrate.Task) bool { return t.ID == prep.ID })
		if looked := prep.ID == compat.BleedWatch.ID; prepared || looked {
			continue
		}
		out.tasks = append(out.tasks, Task{prep.Title, prep.In(w.Life()).HandsOn(area)})
		abraded = abraded || prep.MinutesPerM2 > 0
	}
	if below != nil && !abraded && denibbed(*below, p) {
		out.tasks = append(out.tasks, Task{"Denib with P320, wipe off the dust", how.DenibPerM2 * area})
	}
	litres := 0.0
	if d := w.DecorOf(l); d != nil {
		out.title = d.Kind.Name + ": " + out.title
		minutes := d.Kind.Minutes * covered
		out.tasks = append(out.tasks, Task{decorText(*d), minutes})
		once := w.Take(system.Layer{Role: l.Role, Product: p, Coats: 1}, area, false).Litres()
		if mixes := inPots(p, w.Air.TempC, minutes, once); mixes != "" {
			out.tasks = append(out.tasks, Task{mixes, 0})
		}
	} else {
		taken := w.Take(system.Layer{Product: p, Coats: 1}, area, below == nil && w.Ground().Top == nil)
		litres = taken.Litres()
		out.tasks = append(out.tasks, Task{applyText(how, p, litres), how.PerM2 * covered})
		if mixes := inPots(p, w.Air.TempC, how.PerM2*covered, litres); mixes != "" {
			out.tasks = append(out.tasks, Task{mixes, 0})
		}
		out.section = "End each day's stretch " + how.SectionEnd + "."
	}
	if below != nil && below.Role != system.Decorate {
		work := compat.Rekeying.In(w.Life())
		out.keyTask = &Task{compat.Rekeying.Title + ": the window had closed", work.HandsOn(area)}
	}
	if join.Verdict == compat.Test && join.Legal() {
		out.board = join.Findings[0].Reason
	}
	out.coat = Step{
		Cautions: p.Cautions(),
		ForCoat:  ForCoat{Product: p, Layer: i, Coat: n, Of: l.Coats, at: worklog.Coat{Layer: i, N: n}},
		OfCoat: OfCoat{
			OpenMin: p.Family.OpenMin(w.Air), PotH: p.PotLifeAt(w.Air.TempC), Tool: toolFact[how.ID],
		},
		Kin: worklog.Kin{Work: how.ID, M2: covered, PerM2: how.PerM2},
	}
	if p.SpreadM2L > 0 && w.DecorOf(l) == nil {
		out.coat.WetUM = quantity.WetFilm(p.SpreadM2L)
		out.coat.Litres = litres
	}
	if w.DecorOf(l) == nil { // a decoration says itself how it is done
		out.coat.Card = how.CardFor(p.Family)
	}
	out.touchDry = drying.WaitFor(w, p.TouchDryH)
	out.lightUse, out.fullCure = drying.WaitFor(w, p.LightUseAfterH), drying.WaitFor(w, p.FullCureAfterH)
	out.dryBeforeNight = !p.Limits().Allow(w.ByNight().Air)
	out.bare = below == nil && w.Ground().Top == nil
	return out
}

// What takes the place of a coat where none goes on (practice).
const (
	lastLookMinutes   = 5  // per m²
	photographMinutes = 10 // a zone
)

// nothingOn is the session of a zone that is left bare, or kept as it is.
func nothingOn(w system.Wish, l system.Layer, layer int, area float64) session {
	out := session{title: l.Product.Name, coat: Step{
		ForCoat: ForCoat{Product: l.Product, Layer: layer, Coat: 1, Of: 1, at: worklog.Coat{Layer: layer, N: 1}},
	}}
	if l.Product.Family.Is(coating.GroupBare) {
		out.tasks = []Task{
			{
				"Run a bare hand over it, edges and ends too: take off every splinter, break every edge, brush off the dust",
				lastLookMinutes * area,
			},
			{"Nothing goes on", 0},
		}
		return out
	}
	out.tasks = []Task{
		{"Photograph it, labels, marks and old repairs too", photographMinutes},
		{
			"Soft brush, then a dry smoke sponge, then a barely damp swab: each tried in a hidden place first",
			substrate.Conserving.In(w.Life()).HandsOn(area),
		},
		{"Where colour comes off, or a flake lifts, stop: that is a conservator's", 0},
	}
	return out
}

// decorText is how a decoration is done, with the figures that its measures come to.
func decorText(d system.Decor) string {
	text := d.Kind.How
	if layout, err := d.Kind.Measure(d.Measures, d.Shares); err == nil {
		for _, f := range layout.Facts {
			switch f.Unit {
			case decoration.Count:
				text += fmt.Sprintf(" %s: %.0f.", f.Name, f.Value)
			case decoration.Litre:
				text += fmt.Sprintf(" %s: %.0f mL.", f.Name, f.Value*1000)
			}
		}
	}
	if d.Kind.Caution != "" {
		text += " " + d.Kind.Caution
	}
	return text
}

// denibbed: films are knocked smooth between coats; stains, oils, wax and what is laid for its looks are not.
func denibbed(layer system.Layer, coat *coating.Product) bool {
	below := layer.Product
	if layer.Role == system.Decorate || below.Family.Is(coating.GroupStain) || below.Family.AppliedBy == coating.Spray {
		return false
	}
	return below.Family.Body == coating.Film && coat.Family.Body == coating.Film
}

func applyText(t technique.Technique, p *coating.Product, litres float64) string {
	if p.SpreadM2L == 0 {
		return t.Does
	}
	return fmt.Sprintf("%s: about %.0f mL, %.0f µm wet", t.Does, max(1, litres*1000), quantity.WetFilm(p.SpreadM2L))
}

// inPots says how a coat of two parts is mixed at a temperature: in as many pots as the work takes of what one lasts
// there, each by volume, and by weight where both densities are known; "" for what is not mixed.
func inPots(p *coating.Product, tempC, minutes, litres float64) string {
	if p.PotLifeH <= 0 && p.MixRatio <= 0 {
		return ""
	}
	pots := 1.0
	lasts := ""
	if hours := p.PotLifeAt(tempC); hours > 0 {
		pots = max(1, math.Ceil(minutes/60/hours))
		lasts = fmt.Sprintf("; one lasts %s at %.0f °C", compat.Duration(hours), tempC)
	}
	what := "Mix it in one pot"
	if pots > 1 {
		what = fmt.Sprintf("Mix it in %.0f pots", pots)
	}
	if p.MixRatio <= 0 || litres <= 0 {
		return what + lasts
	}
	m := quantity.MixOf(litres/pots, p.MixRatio, p.DensityA, p.DensityB)
	what += fmt.Sprintf(" of %.0f mL of A and %.0f mL of B", max(1, m.AL*1000), max(1, m.BL*1000))
	if m.AKg > 0 && m.BKg > 0 {
		what += fmt.Sprintf(", by weight %.0f g and %.0f g", m.AKg*1000, m.BKg*1000)
	}
	return what + lasts
}

// placing is where a session has come to stand.
type placing struct {
	work   workday.Span
	due    deadline
	how    way
	waited bool
}

// deadline is when the coat below must be covered, and how long after it a key helps again; zero = no limit, at once.
type deadline struct {
	at, below time.Time
	reopens   drying.Wait
}

// again is from when a key helps again, as it is judged at a moment: by the air of that.
func (d deadline) again(t time.Time, zone *time.Location) time.Time {
	needs := d.reopens.Day
	if _, night := drying.DayOrNight(t, zone); night {
		needs = d.reopens.Night
	}
	if spell, known := d.reopens.Through.At(t); known && !spell.From.After(t) {
		needs = d.reopens.In(spell.Air)
	}
	return d.below.Add(needs)
}

func (d deadline) passed(t time.Time) bool { return !d.at.IsZero() && t.After(d.at) }

// place puts each session as early as hours and waits allow. Where the next coat would miss its window it tries both
// ways out, keying later or holding this coat back, and keeps the sooner finish; on a tie the one without keying.
func place(sessions []session, h *hands.Hands, from time.Time, due deadline, laid ...laidAt) []placing {
	if len(sessions) == 0 {
		return nil
	}
	s := sessions[0]
	at := func(t time.Time, waited bool) []placing {
		span, how := s.fit(h, t, false)
		if due.passed(s.lays(span)) {
			span, how = s.keyed(h, t, due)
		}
		if s.enoughFor(span, laid, h.Zone()) {
			span, how = s.keyed(h, h.Hours[0].Week.NextDay(span.From), due)
			how.keyed = due.passed(s.lays(span))
		}
		next := deadline{}
		if s.latest > 0 {
			next.at = s.days(span, h, how)[0].To.Add(s.latest) // what was laid first closes first
			next.below, next.reopens = span.To, s.reopens
		}
		if !s.stands.From.IsZero() {
			how = s.how
		}
		so := slices.Concat(laid, []laidAt{{s.coat.Product, span.From}})
		return append([]placing{{span, due, how, waited}},
			place(sessions[1:], h, s.wait.From(span.To.Add(s.late), h.Zone()), next, so...)...)
	}
	now := at(from, s.heldBack)
	onThePiece := !s.stands.From.IsZero()
	if len(now) < 2 || !now[1].how.keyed || onThePiece {
		return now
	}
	later, found := holdBack(s, sessions[1], h, from, due)
	if !found {
		return now
	}
	held := at(later, true)
	if held[len(held)-1].work.To.After(now[len(now)-1].work.To) {
		return now
	}
	return held
}

// keyed finds the earliest stretch in which a coat may go over one that is keyed.
func (s session) keyed(h *hands.Hands, t time.Time, due deadline) (workday.Span, way) {
	for {
		span, how := s.fit(h, t, true)
		again := due.again(span.From, h.Zone())
		if onThePiece := !s.stands.From.IsZero(); onThePiece || !again.After(span.From) {
			return span, how
		}
		t = again
	}
}

// laidAt is a coat that has its place already.
type laidAt struct {
	product *coating.Product
	at      time.Time
}

// enoughFor tells that the day of a stretch has as many coats of this product as it bears.
func (s session) enoughFor(span workday.Span, laid []laidAt, zone *time.Location) bool {
	most := s.coat.Product.Family.Class.ADay
	if most == 0 {
		return false
	}
	return onTheDay(laid, s.coat.Product, span.From.In(zone)) >= most
}

const holdBackStep, holdBackMost = 15 * time.Minute, 8 * 24 * time.Hour

// holdBack is the first later start from which the next coat meets its window, without missing this coat's own.
func holdBack(s, next session, h *hands.Hands, from time.Time, due deadline) (time.Time, bool) {
	for t := from.Add(holdBackStep); t.Sub(from) < holdBackMost; t = t.Add(holdBackStep) {
		span, _ := s.fit(h, t, false)
		if due.passed(s.lays(span)) {
			return t, false
		}
		follows, _ := next.fit(h, s.wait.From(span.To, h.Zone()), false)
		if !next.lays(follows).After(span.To.Add(s.latest)) {
			return span.From, true
		}
		t = span.From // fit may have skipped closed time
	}
	return from, false
}

func (s session) step(p placing, h *hands.Hands) Step {
	out, zone := s.coat, h.Zone()
	out.Kind, out.Title, out.Work = Coating, s.title, s.days(p.work, h, p.how)
	out.Work[0].From = s.lays(p.work)
	out.Keyed, out.Waited, out.Due, out.By = p.how.keyed, p.waited, p.due.at, p.how.by
	out.needs, out.fixed, out.inHand = s.need(), s.fixed, p.how.inHand
	out.Tasks = s.hands(p.how)
	out.Kin.Planned = byHandFor(out.Tasks).Minutes()
	if len(out.Work) > 1 {
		out.Tasks = append(out.Tasks, Task{s.section, 0})
	}
	out.Told = s.told
	end := out.End().Add(s.late)
	out.TouchDry = s.touchDry.From(end, zone)
	out.LightUse = s.lightUse.From(end, zone)
	out.FullCure = s.fullCure.From(end, zone)
	if !s.last {
		out.Opens = s.wait.From(end, zone)
	}
	if s.latest > 0 {
		out.Closes = end.Add(s.latest)
	}
	return out
}
