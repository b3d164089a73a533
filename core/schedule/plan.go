// Package schedule lays a coating system out in time: hands-on work inside working hours, waits that run day and
// night, and recoat windows that open and close in the air of the room.
package schedule

import (
	"slices"
	"sort"
	"time"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/system"
	"firmitas/core/technique"
	"firmitas/core/worklog"
)

// Zone is one zone's share in a plan.
type Zone struct {
	ID     int64 // as the work log names it
	Name   string
	Face   furniture.Face
	AreaM2 float64 // of one piece
	Wish   system.Wish
	System *system.System           // nil while none is chosen: it is prepared, not coated
	Signs  []worklog.Event          // what its last coat showed, by when
	Looks  map[string]worklog.Event // the last of each look that opens a coat
}

// Brief is a piece as it is planned: its zones, what else comes with it, and when hands are free.
type Brief struct {
	Zones    []Zone
	Parts    []furniture.Part
	Site     preparation.Site
	Alike    int      // pieces treated alike; 0 and 1 are one alone
	Order    []string // keys of preparation jobs as hands chose; nil = the usual order
	Start    time.Time
	Promised time.Time // zero when nothing was promised
	Week     Week
	Log      Log
}

func (b Brief) alike() int { return max(1, b.Alike) }

func (b Brief) air() climate.Air { return b.Zones[0].Wish.Air }

// unknownFirst stands for the first coat while no system is chosen: a water-carried clear asks the most of a surface.
var unknownFirst = func() *coating.Product {
	p, err := coating.New(coating.Product{Name: "first coat", Shade: coating.Clear}, "clear_wb_pu")
	if err != nil {
		panic(err) // families ship with the core
	}
	return p
}()

// piece is what is planned as its preparation sees it.
func (b Brief) piece() preparation.Piece {
	p := preparation.Piece{Parts: b.Parts, Site: b.Site, Alike: b.alike(), Air: b.air()}
	for _, z := range b.Zones {
		first := unknownFirst
		if z.System != nil {
			first = z.System.Layers[0].Product
		}
		p.Zones = append(
			p.Zones,
			preparation.Zone{
				Name:   z.Name,
				Face:   z.Face,
				AreaM2: z.AreaM2 * float64(b.alike()),
				Tasks:  z.Wish.Preparation(first),
			},
		)
	}
	return p
}

// Jobs is the preparation of the whole piece in its order. A chosen order that has come to spoil work is passed over.
func (b Brief) Jobs() []preparation.Job {
	jobs := b.piece().Jobs()
	if chosen, err := preparation.Reorder(jobs, b.Order); err == nil {
		return chosen
	}
	return jobs
}

// Kind of step.
type Kind string

const (
	Preparation Kind = "preparation"
	Coating     Kind = "coating"
	Testing     Kind = "test"  // a board that decides whether a coat may go on
	Checking    Kind = "check" // a look right before a coat, which opens it
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
	Zones    []int           // indices into the brief's zones; empty = the whole piece
	Job      string          // of preparation: its key in the work log
	Card     *technique.Card // how it is laid; nil where no coat is
	Told     *worklog.Event  // when it was done, as somebody told; nil = it is planned
	Check    string          // of a look: its name in the work log
	Looked   *worklog.Event  // when it was taken last; nil = not yet

	// For a coat:
	Product  *coating.Product
	Layer    int // index into the system's layers
	Coat     int // 1 for the layer's first
	Of       int
	Keyed    bool       // the window had closed: keyed first
	Waited   bool       // held back on purpose, so that the next coat meets its window
	Due      time.Time  // when the window that it meets closes; zero = no limit
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

// ZonePlan is what a plan comes to for one zone.
type ZonePlan struct {
	Obstacles []string // why no coat may go on it; then it is prepared only
	Coated    bool
	LastCoat  time.Time
	TouchDry  time.Time
	LightUse  time.Time
	FullCure  time.Time
	Doubts    []Doubt
	Held      *Held // what its last coat showed that keeps the next one off; nil when nothing did
}

// Plan is the calendar of a piece.
type Plan struct {
	Steps     []Step // by the time they begin
	Zones     []ZonePlan
	Obstacles []string // why nothing may be done; then there are no steps
	Notes     []string
	LastCoat  time.Time
	LightUse  time.Time // of the slowest zone, parts refitted
	FullCure  time.Time
	HandsOn   time.Duration
	Promise   *Promise
	Needs     []Need
}

// Make lays out a piece: all preparation first, so that no dust falls on an open coat, then the coats of every zone
// that has a system, one pair of hands for all of them; what no day can hold goes over several. In air beyond a
// product's limits a zone is not coated; when none can be, or lead is in question, the plan has Obstacles and no steps.
func Make(b Brief) Plan {
	plan := Plan{Notes: b.notes(), Needs: b.needs(), Zones: make([]ZonePlan, len(b.Zones))}
	var lanes []lane
	for i, z := range b.Zones {
		plan.Zones[i].Obstacles = z.obstacles()
		if z.System == nil || len(plan.Zones[i].Obstacles) > 0 {
			continue
		}
		l := lane{zone: i, signs: z.Signs, looks: z.Looks}
		l.sessions = sessionsFor(z.Wish, *z.System, z.AreaM2*float64(b.alike()))
		for k := range l.sessions {
			if job, stray := b.mask(i, l.sessions[k].coat.Product, l.sessions[k].sprayed); stray {
				l.sessions[k].before = append(l.sessions[k].before, job)
			}
		}
		l.recall(b)
		plan.Zones[i].Doubts = l.doubts(z, b.Week.Zone)
		if len(l.sessions) == 0 {
			continue // every coat was left out
		}
		lanes = append(lanes, l)
	}
	if len(lanes) == 0 || b.leadInQuestion() {
		for i, z := range plan.Zones {
			for _, why := range z.Obstacles {
				plan.Obstacles = append(plan.Obstacles, b.on(i)+why)
			}
		}
		return plan
	}
	b = b.boards(&plan, lanes)
	jobs := b.Jobs()
	bench := b.prepare(&plan, jobs)
	for i := range lanes {
		lanes[i].begin(jobs, bench, b)
	}
	// The slowest zone goes first: the others fit into its waits.
	slices.SortStableFunc(lanes, func(a, b lane) int { return b.end.Compare(a.end) })
	week := b.Week
	coat := func(l lane) {
		week.Busy = append(week.Busy, l.coat(&plan, week)...)
		slices.SortFunc(week.Busy, func(a, b Span) int { return a.From.Compare(b.From) })
	}
	var waxes []lane
	for _, l := range lanes {
		film, wax := l.beforeWax()
		coat(film)
		if len(wax.sessions) > 0 {
			waxes = append(waxes, wax)
		}
	}
	for _, wax := range waxes { // its dust and its solvent spoil a neighbour's film
		wax.from = latest(wax.from, latest(plan.opens(wax.zone), plan.LastCoat))
		if held := plan.Zones[wax.zone].Held; held != nil && !wax.lay(held.Seen, week) {
			wax.from = latest(wax.from, held.Until)
		}
		coat(wax)
	}
	plan.LightUse = latest(plan.LightUse, b.finish(&plan, jobs, week))
	slices.SortStableFunc(plan.Steps, func(a, b Step) int { return a.Start().Compare(b.Start()) })
	if !b.Promised.IsZero() {
		plan.Promise = b.promise(plan)
	}
	return plan
}

// on names a zone in front of what is said of it, where there are several.
func (b Brief) on(zone int) string {
	if len(b.Zones) < 2 {
		return ""
	}
	return b.Zones[zone].Name + ": "
}

func (b Brief) leadInQuestion() bool {
	return slices.ContainsFunc(b.Zones, func(z Zone) bool { return z.Wish.Seen.LeadOpen() || z.Wish.Seen.LeadFound() })
}

// needs is what the chosen systems take, each product once.
func (b Brief) needs() []Need {
	var out []Need
	for _, z := range b.Zones {
		if z.System == nil {
			continue
		}
		for i, l := range z.System.Layers {
			if l.Product.Family.NothingOn() {
				continue
			}
			litres := z.Wish.Litres(l, z.AreaM2*float64(b.alike()), i == 0 && z.Wish.Ground().Top == nil)
			known := func(n Need) bool { return same(n.Product, l.Product) }
			if at := slices.IndexFunc(out, known); at >= 0 {
				out[at].Litres += litres
				continue
			}
			out = append(out, Need{l.Product, litres})
		}
	}
	return out
}

// opens is when the last coat planned so far on a zone takes the next; zero where there is none.
func (p *Plan) opens(zone int) time.Time {
	var out time.Time
	for _, s := range p.Steps {
		if s.Kind == Coating && slices.Contains(s.Zones, zone) {
			out = s.Opens
		}
	}
	return out
}

// same tells whether two are one product of the shelf, as each layer keeps its own copy.
func same(a, b *coating.Product) bool { return a.ID == b.ID && a.Name == b.Name }

// laying are the stretches in which a product goes on, on whatever zone.
func (p *Plan) laying(product *coating.Product) []Span {
	var out []Span
	for _, s := range p.Steps {
		if s.Kind == Coating && same(s.Product, product) {
			out = append(out, s.Work...)
		}
	}
	return out
}

func (p *Plan) add(s Step) {
	p.Steps = append(p.Steps, s)
	for _, w := range s.Work {
		p.HandsOn += w.To.Sub(w.From)
	}
}

// LatestStart is the last working morning on which the work may begin and still keep the promise; ok is false when
// nothing is promised or even b.Start is too late.
func LatestStart(b Brief) (latest time.Time, ok bool) {
	if b.Promised.IsZero() {
		return latest, false
	}
	mornings := b.Week.OpenSpans(b.Start, b.Promised)
	missed := sort.Search(len(mornings), func(i int) bool { // a later start is never ready sooner
		b.Start = mornings[i].From
		p := Make(b)
		return p.Promise == nil || !p.Promise.Met
	})
	if missed == 0 {
		return latest, false
	}
	return mornings[missed-1].From, true
}

func latest(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

// promise waits for light use of the whole piece, and for full cure of any zone whose end use asks for it.
func (b Brief) promise(p Plan) *Promise {
	out := &Promise{Ready: p.LightUse, Needs: "light use"}
	for i, z := range b.Zones {
		if z.Wish.Use.CureFirst && p.Zones[i].FullCure.After(out.Ready) {
			out.Ready, out.Needs = p.Zones[i].FullCure, "full cure"
		}
	}
	out.Margin = b.Promised.Sub(out.Ready)
	out.Met = out.Margin >= 0
	if !out.Met {
		out.Margin = -out.Margin
	}
	return out
}
