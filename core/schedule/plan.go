// Package schedule lays a coating system out in time: hands-on work inside working hours, waits that run day and
// night, and recoat windows that open and close in the air of the room.
package schedule

import (
	"fmt"
	"hash/crc32"
	"slices"
	"sort"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
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
	Coats  []worklog.Coat           // what the log calls each coat of System; nil = as it counts them
	Felt   []worklog.Event          // every sign that its coats showed, the good ones too
	Signs  []worklog.Event          // what of it stands against its next coat
	Looks  map[string]worklog.Event // the last of each look that opens a coat
	Mends  []worklog.Mend           // its faults that ask for work
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
	Week     workday.Week
	Rests    time.Time // nothing more is begun before; zero = it does not rest
	Log      Log
	Course   climate.Course // the air where it stands, as it passed and is expected; else as the zones have it
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
		p.Zones = append(p.Zones, preparation.Zone{
			Name:   z.Name,
			Face:   z.Face,
			AreaM2: z.AreaM2 * float64(b.alike()),
			Tasks:  z.Wish.Preparation(first),
		})
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

// Step is one session of hands-on work and what follows from it. What only some kinds have stands in a part of its own,
// empty at the others.
type Step struct {
	Kind     Kind
	Title    string
	Tasks    []Task
	Work     []workday.Span // one stretch, or several for preparation that goes over days
	Cautions []coating.Caution
	Zones    []int          // indices into the brief's zones; empty = the whole piece
	Told     *worklog.Event // when it was done, as somebody told; nil = it is planned
	By       int            // whose hands, among the people of the room
	Ready    time.Time      // what lies below it, or was wet, is ready for it
	Waits    hands.Cause    // what it waits for from then on
	Kin      worklog.Kin    // what its minutes are spent on
	needs    hands.Need     // besides hands
	fixed    bool           // it lies where it was told, or is taken to have been done

	Job string // of preparation: its key in the work log
	ForCoat
	OfCoat
	OfLook
}

// ForCoat is which coat a step lays, leads to, or decides as a test board.
type ForCoat struct {
	Product *coating.Product
	Layer   int // index into the chosen system's layers
	Coat    int // 1 for the layer's first
	Of      int
	Opens   time.Time    // the next coat may go on, or the board has had its time; zero after the last
	at      worklog.Coat // where it stands in what really lies there
	name    worklog.Coat // and what the log calls it
}

// OfCoat is what the step of a coat says of it.
type OfCoat struct {
	Card     *technique.Card // how it is laid
	Litres   float64         // that it takes, what the tool loses counted in; 0 where no rate is known
	WetUM    float64         // as the label means it, µm; 0 where no rate is known
	OpenMin  float64         // minutes to level it, or until it is wiped off; 0 where nobody counts them
	PotH     float64         // hours that a mix stays usable in this air; 0 where it does not go off
	Pot      *Pot            // that it is laid from; nil where nothing is mixed
	Tool     string          // how it goes on, as the log tells it
	Partly   *worklog.Event  // that only part of the zone has it
	Keyed    bool            // the window had closed: keyed first
	Waited   bool            // held back on purpose, so that the next coat meets its window
	Due      time.Time       // when the window that it meets closes; zero = no limit
	TouchDry time.Time       // dust no longer sticks
	Closes   time.Time       // the next coat must be on, or be keyed; zero = no limit
	Basis    core.Basis      // of Opens
	Rules    []string        // the rules that set the wait
	LightUse time.Time
	FullCure time.Time
	wet      time.Time // until it is touch-dry, or the next goes over it
	inHand   bool      // tin and tool were
}

// OfLook is which look it is.
type OfLook struct {
	Check  string         // its name in the work log
	Looked *worklog.Event // when it was taken last; nil = not yet
}

// Key tells a stretch of a step apart within its piece, wherever it lies in time.
func (s Step) Key(stretch int) string {
	coat := fmt.Sprintf("%d-%d-%d", s.name.Zone, s.name.Layer, s.name.N) // itself, or that it leads to
	if s.Kind == Coating {
		return fmt.Sprintf("coat-%s-%d", coat, stretch)
	}
	what := crc32.ChecksumIEEE([]byte(s.Job + s.Check + s.Title))
	return fmt.Sprintf("%s-%x-%v-%s-%d", s.Kind, what, s.Zones, coat, stretch)
}

// booking is the step as it takes up hands and room.
func (s Step) booking() hands.Booking {
	out := hands.Booking{Work: s.Work, By: s.By, Needs: s.needs, Wet: s.wet, Ahead: s.Told == nil}
	if s.Kind == Coating {
		out.Laid = s.Product
	}
	return out
}

// Start and End of the hands-on work.
func (s Step) Start() time.Time { return s.Work[0].From }
func (s Step) End() time.Time   { return s.Work[len(s.Work)-1].To }

// Need is how much of a product the plan takes.
type Need struct {
	Product  *coating.Product
	Litres   float64 // 0 where no rate is known
	Shares   []Share // of the zones
	Sessions int     // in which it is laid
	LeftL    float64 // of Litres: what stays in pot and tool
}

// Share is what one zone takes of a product.
type Share struct {
	Zone int
	Name string // of the zone
	quantity.Taken
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
	Air       []string // what the air as it passed, or is expected, does to it
	LastCoat  time.Time
	LightUse  time.Time // of the slowest zone, parts refitted
	FullCure  time.Time
	HandsOn   time.Duration
	Promise   *Promise
	Needs     []Need
}

// Make lays out a piece that has the room and its hands to itself: see making. What no day can hold goes over several.
// In air beyond a product's limits a zone is not coated; when none can be, or lead is in question, the plan has
// Obstacles and no steps.
func Make(b Brief) Plan {
	plans := []Plan{measured(b).with(hands.NewHands(hands.OneAlone(b.Week, b.Log.Asked)))}
	pots(plans)
	return plans[0]
}

// with lays out a piece with what hands have free.
func (m *making) with(h *hands.Hands) Plan {
	m = m.begin(h)
	for m.stage != made {
		m.next(h)
	}
	return m.plan
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

// needs is what the coats that are still to lay take, each product once.
func (b Brief) needs() []Need {
	var out []Need
	for zone, z := range b.Zones {
		if z.System == nil {
			continue
		}
		for i, l := range z.System.Layers {
			toLay := z.toLay(i, b.Log)
			if l.Product.Family.NothingOn() || toLay == 0 {
				continue
			}
			onBare := i == 0 && toLay == l.Coats && z.Wish.Ground().Top == nil
			l.Coats = toLay
			at := slices.IndexFunc(out, func(n Need) bool { return same(n.Product, l.Product) })
			if at < 0 {
				out = append(out, Need{Product: l.Product})
				at = len(out) - 1
			}
			share := Share{zone, z.Name, z.Wish.Take(l, z.AreaM2*float64(b.alike()), onBare)}
			out[at].Shares = append(out[at].Shares, share)
		}
	}
	for i := range out {
		b.total(&out[i])
	}
	return out
}

// total adds up what a product takes. The nth coats of all zones are laid in one session: what stays in pot and tool is
// counted once for all of them.
func (b Brief) total(n *Need) {
	together := 0.0
	for _, share := range n.Shares {
		n.Litres += share.Litres()
		n.Sessions = max(n.Sessions, share.Coats)
		together += share.AreaM2
	}
	if n.Litres > 0 {
		wish := b.Zones[n.Shares[0].Zone].Wish
		n.LeftL = float64(n.Sessions) * wish.Technique(n.Product, together).LeftL(together)
		n.Litres += n.LeftL
	}
}

// toLay is how many coats of a layer of System nobody told as laid or left out.
func (z Zone) toLay(layer int, log Log) int {
	coats := z.Coats
	if coats == nil {
		coats = names(z.ID, z.System.Layers)
	}
	for _, l := range z.System.Layers[:layer] {
		coats = coats[l.Coats:]
	}
	n := 0
	for _, c := range coats[:z.System.Layers[layer].Coats] {
		if told, ok := log.Coats[c]; !ok || told.Laid().Partly() {
			n++
		}
	}
	return n
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

// book adds a step, and gives it its place with the hands where it has none.
func (p *Plan) book(s Step, h *hands.Hands) {
	p.add(s)
	if !s.fixed {
		h.Book(s.booking())
	}
}

func (p *Plan) add(s Step) {
	p.Steps = append(p.Steps, s)
	for _, w := range s.Work {
		p.HandsOn += w.To.Sub(w.From)
	}
}

// LatestStart is the last working morning on which the work may begin and still keep the promise; ok is false when
// nothing is promised or even b.Start is too late. Plan lays a piece out, alone or around others.
func LatestStart(b Brief, plan func(Brief) Plan) (latest time.Time, ok bool) {
	if b.Promised.IsZero() {
		return latest, false
	}
	mornings := b.Week.OpenSpans(b.Start, b.Promised)
	missed := sort.Search(len(mornings), func(i int) bool { // a later start is never ready sooner
		b.Start = mornings[i].From
		p := plan(b)
		return p.Promise == nil || !p.Promise.Met
	})
	if missed == 0 {
		return latest, false
	}
	return mornings[missed-1].From, true
}

// promise waits for light use of the whole piece, and for full cure of any zone whose end use asks for it.
func (b Brief) promise(p Plan) *Promise {
	out := &Promise{}
	out.Ready, out.Needs = b.Ready(p)
	out.Margin = b.Promised.Sub(out.Ready)
	out.Met = out.Margin >= 0
	if !out.Met {
		out.Margin = -out.Margin
	}
	return out
}
