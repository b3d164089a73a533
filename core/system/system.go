// Package system joins coats into complete coating systems for one zone, searches a shelf for those that suit,
// ranks them, and says of everything it left out why.
package system

import (
	"slices"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/quantity"
	"firmitas/core/substrate"
	"firmitas/core/technique"
)

// Look is what the zone is to look like.
type Look string

const (
	Natural    Look = "natural"     // the wood as it is
	Stained    Look = "stained"     // the wood shows through a colour
	OpaquePale Look = "opaque_pale" // white, pale or grey, and must stay so
	OpaqueDark Look = "opaque_dark"
	Limed      Look = "limed" // the wood shows, white in its pores
)

// Looks there are.
var Looks = []Look{Natural, Stained, OpaquePale, OpaqueDark, Limed}

// paintedIn tells whether a paint of a shade is what the look asks for.
func (l Look) paintedIn(s coating.Shade) bool {
	switch l {
	case OpaquePale:
		return s == coating.Pale
	case OpaqueDark:
		return s == coating.Dark
	}
	return false
}

// Opaque looks hide the wood.
func (l Look) Opaque() bool { return l == OpaquePale || l == OpaqueDark }

// Wish is what one zone needs and what its finisher wants.
type Wish struct {
	Use        *enduse.EndUse
	Material   *substrate.Material
	Look       Look
	Sheen      coating.Sheen
	Decor      []Decor
	Face       furniture.Face
	AreaM2     float64     // of all pieces alike together
	WidthM     float64     // of a board; 0 = not told
	Air        climate.Air // by day
	Night      climate.Air // zero = as by day
	FoodPolicy enduse.FoodPolicy
	Seen       substrate.Inspection // zero: bare, clean and sound
	Action     substrate.Action     // what is done with the old finish; "" when there is none
	Schools    compat.Schools
	Boards     []compat.Board
	Wants      Wants
	Beside     []Neighbour // the other zones of the piece that have a system
	Shop       technique.Shop
}

// Ground is what the first coat will meet.
func (w Wish) Ground() compat.Ground { return compat.GroundOf(w.Material, w.Seen, w.Action) }

// Preparation is the ordered work that leads to that ground, for a first coat.
func (w Wish) Preparation(first *coating.Product) []substrate.Task {
	seen := w.Seen
	seen.Material = w.Material
	tasks := seen.Plan(w.Action, first, w.Life())
	for i := range tasks {
		tasks[i].Work = tasks[i].In(w.Life())
	}
	for _, d := range w.at(decoration.Before) {
		tasks = append(tasks, substrate.Task{
			Work:      substrate.Work{ID: d.Kind.ID, Title: "Glue on the mouldings", MinutesPerM2: d.Kind.Minutes},
			Phase:     substrate.Fill,
			Detail:    d.Kind.How,
			Materials: "wood glue, filler",
			Reason:    d.Kind.Effect,
			WaitH:     glueH,
			Unlocks:   "one surface to prime",
		})
	}
	return tasks
}

// Life is where the surface will live, as far as its preparation cares.
func (w Wish) Life() substrate.Life {
	l := substrate.Life{AreaM2: w.AreaM2, Shop: w.Shop}
	if w.Use != nil {
		l.Outdoors, l.Floor = w.Use.Outdoors(), w.Use.Has(enduse.Floor)
		l.Open = w.Use.IsA("sauna", "shower", "scent")
	}
	return l
}

// ForOld is the wish as the decision about an old finish turns on it.
func (w Wish) ForOld() substrate.Wish {
	return substrate.Wish{
		ShowsWood: !w.Look.Opaque(),
		Stained:   w.Look == Stained,
		Child:     w.Use != nil && w.Use.Has(enduse.Child),
		Life:      w.Life(),
	}
}

// glueH is how long glue and filler under mouldings harden before they are sanded (practice: overnight).
const glueH = 12.0

// Context is what every join of the zone is judged in.
func (w Wish) Context() compat.Context {
	return compat.Context{
		Air: w.Air, Use: w.Use, FoodPolicy: w.FoodPolicy, Schools: w.Schools, Boards: w.Boards,
		Decisions: w.Wants.Decisions,
	}
}

// state is what of the soil that was found is still there for the first coat to meet, however well it was washed.
func (w Wish) state() compat.State {
	var out compat.State
	for _, c := range w.Seen.Contaminations {
		stays := []substrate.Contamination{substrate.Silicone, substrate.Nicotine, substrate.Bitumen}
		if slices.Contains(stays, c) {
			out.Soiled = append(out.Soiled, compat.SoilOf(c))
		}
	}
	return out
}

// Role is the place of a layer in a system.
type Role string

const (
	Prime    Role = "prime"    // blocks, bonds or seals the material
	Colour   Role = "colour"   // stain or paint under protection
	Decorate Role = "decorate" // transfer, paper, leaf, effect
	Barrier  Role = "barrier"  // joins what will not join
	Protect  Role = "protect"  // takes the wear
)

// Layer is one product with its coats.
type Layer struct {
	Role    Role
	Product *coating.Product
	Coats   int
	Below   compat.Judgement // its first coat over what lies below
	Between compat.Judgement // its later coats over its own; zero for one coat
}

// GiveRoles names the part that each layer plays by its kind and place, for systems put together by hand. A paint that
// a decoration of the wish names decorates.
func GiveRoles(w Wish, layers []Layer) {
	named := func(p *coating.Product) bool {
		return slices.ContainsFunc(w.Decor,
			func(d Decor) bool { return d.Product == p.ID && d.Kind.Place != decoration.Under })
	}
	ends := len(layers) - 1 // the layer that takes the wear: what is laid over it for looks only does not
	for ends > 0 && (layers[ends].Product.Family.Is(coating.GroupDecor) || w.accent(layers[ends].Product)) {
		ends--
	}
	for i := range layers {
		f := layers[i].Product.Family
		switch {
		case i > ends, i < ends && f.Is(coating.GroupDecor), i < ends && i > 0 && named(layers[i].Product):
			layers[i].Role = Decorate
		case i == ends:
			layers[i].Role = Protect
		case f.Is(coating.GroupPrimer) || i == 0 && f.Is(coating.GroupSealer):
			layers[i].Role = Prime
		case f.Is(coating.GroupSealer):
			layers[i].Role = Barrier
		case f.Is(coating.GroupStain), f.Is(coating.GroupPaint), f.Has(coating.Limes):
			layers[i].Role = Colour
		default:
			layers[i].Role = Protect
		}
	}
}

// GateResult is one gate of the end use, with what the labels state towards it.
type GateResult struct {
	Gate     enduse.Gate
	Passed   bool
	Why      string   // when not passed
	Evidence []string // label statements that bear on it
}

// Character is what a system is best at among those that suit.
type Character string

const (
	BestFit        Character = "best_fit"
	HardestWearing Character = "hardest_wearing"
	Soonest        Character = "soonest"
	FewestCoats    Character = "fewest_coats"
	EasiestRepair  Character = "easiest_repair"
)

// System is a complete build-up from the material to the last coat, fully judged.
type System struct {
	Layers     []Layer
	Surface    compat.Judgement // left as it is, with nothing over it
	Demands    []enduse.Given
	Gates      []GateResult
	FilmUM     float64 // protective dry film
	AskedUM    float64 // wanted; 0 when counted in coats
	Sheen      coating.Sheen
	SheenSteps int // how far from the sheen asked
	Coats      int
	WaitH      float64  // waits from first to last coat, in this air
	LightUseH  float64  // hours from the first coat to light use, hands and nights not counted
	FullCureH  float64  // the same, to full cure
	Obstacles  []string // what the air forbids; empty in every system the search returns
	Rank       float64  // smaller is better: Parts added up, each as much as it matters
	Parts      Parts    // of Rank, in days; see cost.go
	Characters []Character
}

// Legal tells whether the system may be planned: no join refused, no coat missing between, every gate passed, the air
// allowed.
func (s System) Legal() bool {
	if len(s.Obstacles) > 0 || !s.Surface.Legal() {
		return false
	}
	for _, l := range s.Layers {
		if !l.Below.Legal() || (l.Coats > 1 && !l.Between.Legal()) {
			return false
		}
	}
	return !slices.ContainsFunc(s.Gates, func(g GateResult) bool { return !g.Passed })
}

// WhyIllegal is the first thing that stands in the way of an illegal system, in a sentence.
func (s System) WhyIllegal() string {
	if len(s.Obstacles) > 0 {
		return s.Obstacles[0]
	}
	for _, l := range s.Layers {
		for _, j := range []compat.Judgement{l.Below, l.Between} {
			if !j.Legal() {
				return l.Product.Name + ": " + decisive(j).Reason
			}
		}
	}
	for _, g := range s.Gates {
		if !g.Passed {
			return g.Why
		}
	}
	return decisive(s.Surface).Reason
}

// Shortfall is by how many levels it falls short in all, film counted as one level for each quarter that is missing.
func (s System) Shortfall() int {
	short := 0
	for _, d := range s.Demands {
		short += d.Shortfall()
	}
	return short + filmLevels(s.AskedUM, s.FilmUM)
}

func filmLevels(asked, given float64) int {
	if asked <= 0 || given <= 0 || given >= asked {
		return 0
	}
	return int((asked - given) / asked * 4)
}

// Amber is the strongest ambering of its clear coats, 0 to 3.
func (s System) Amber() float64 {
	most := 0.0
	for _, l := range s.Layers {
		if l.Product.Shade == coating.Clear {
			most = max(most, l.Product.Amber)
		}
	}
	return most
}

// Protection is the layer that takes the wear: the last one that is not laid for its looks alone.
func (s System) Protection() Layer { return protection(s.Layers) }

func protection(layers []Layer) Layer { return layers[protectionAt(layers)] }

func protectionAt(layers []Layer) int {
	for i := len(layers) - 1; i >= 0; i-- {
		if layers[i].Role != Decorate {
			return i
		}
	}
	return len(layers) - 1
}

// Assess judges layers from the ground up as one system for a wish. It never fails: an illegal system comes back
// with the joins and gates that make it so. Layers must not be empty.
func Assess(w Wish, layers []Layer) System {
	ctx := w.Context()
	ground := w.Ground()
	s := System{AskedUM: w.Use.FilmFor(protection(layers).Product)}
	at := 0.0                 // hours since the first coat
	var under *coating.Family // what the layer that takes the wear lies on
	below := Role("")
	for i, l := range layers {
		worn := w.worn(below, l.Role)
		first := compat.Join{Ground: ground, Coat: l.Product, Coats: l.Coats, Partly: l.Partly(), Context: ctx}
		if i == 0 {
			first.State = w.state()
		}
		first.State.Distress = worn
		l.Below = compat.Judge(first)
		s.Parts.add(joinCost(l.Below), 1)
		s.WaitH += l.Below.EarliestH
		at += l.Below.EarliestH
		if l.Coats > 1 {
			l.Between = between(ctx, ground, l, worn)
			more := float64(l.Coats - 1)
			s.Parts.add(joinCost(l.Between), more)
			s.WaitH += more * l.Between.EarliestH
			at += more * l.Between.EarliestH
		}
		s.Parts.add(layerCost(&w, l, ground.Top == nil), 1)
		if i == protectionAt(layers) {
			under = topOf(ground)
		}
		ground, below = l.on(ground), l.Role
		s.LightUseH = max(s.LightUseH, at+l.Product.LightUseAfterH(w.Air))
		s.FullCureH = max(s.FullCureH, at+l.Product.FullCureAfterH(w.Air))
		if !l.Product.Family.NothingOn() {
			s.Coats += l.Coats
		}
		for _, why := range w.airForbids(l.Product) {
			s.Obstacles = append(s.Obstacles, l.Product.Name+": "+why)
		}
		s.Layers = append(s.Layers, l)
	}
	last := s.Protection()
	s.Surface = compat.Judge(compat.Join{Ground: ground, Context: ctx})
	s.Demands = w.Use.Meet(last.Product, under, w.Material.Durable)
	s.FilmUM = last.Product.DryUM() * float64(last.Coats)
	if enduse.Waxed(last.Product, under) {
		s.FilmUM, s.AskedUM = s.filmBelow(), w.Use.FilmUM
	}
	s.Sheen = last.Product.Sheen
	s.SheenSteps = sheenSteps(&w, last.Product)
	s.Parts.add(finishCost(&w, last.Product, last.Coats, under), 1)
	s.Rank = s.Parts.rank(w.weighed())
	s.Gates = gates(w, s.Layers)
	return s
}

// filmBelow is the dry film, in µm, of the coats right below the wax; 0 where that film is an old one.
func (s System) filmBelow() float64 {
	at := protectionAt(s.Layers)
	if at == 0 {
		return 0
	}
	below := s.Layers[at-1]
	return below.Product.DryUM() * float64(below.Coats)
}

// between judges the later coats of a layer over its first one. Where wax is cut through, its next coat closes the
// cuts.
func between(ctx compat.Context, ground compat.Ground, l Layer, worn compat.Distress) compat.Judgement {
	first := l
	first.Coats = 1
	j := compat.Join{Ground: first.on(ground), Coat: l.Product, Coats: l.Coats - 1, Partly: l.Partly(), Context: ctx}
	if ctx.Schools.DistressAfterWax && l.Product.Family.Body == coating.Wax {
		j.State.Distress = worn
	}
	return compat.Judge(j)
}

// By day and by night, where the room's air is told for both.
const (
	NightFalls = 20 // o'clock
	DayBreaks  = 8
	// longestDry is how long a coat laid in the morning may take to stay clear of the night's air.
	longestDry = NightFalls - DayBreaks - 2.0
)

// ByNight is the wish as if the night's air stood in the room all day.
func (w Wish) ByNight() Wish {
	if w.Night != (climate.Air{}) {
		w.Air, w.Night = w.Night, climate.Air{}
	}
	return w
}

// airForbids says what speaks against p in the room's air, by day, and by night too where it is not dry to the touch
// before.
func (w *Wish) airForbids(p *coating.Product) []string {
	why := p.Limits().Obstacles(w.Air)
	if w.Night == (climate.Air{}) || len(why) > 0 || p.TouchDryH(w.Air) <= longestDry {
		return why
	}
	for _, o := range p.Limits().Obstacles(w.Night) {
		why = append(why, "Still wet at night. "+o)
	}
	return why
}

func sheenSteps(w *Wish, last *coating.Product) int {
	if last.Family.NothingOn() {
		return 0
	}
	steps := int(last.Sheen) - int(w.Sheen)
	return max(steps, -steps)
}

func gates(w Wish, layers []Layer) []GateResult {
	var out []GateResult
	for _, id := range w.Use.Gates {
		g := enduse.Gates[id]
		r := GateResult{Gate: g, Passed: true}
		for i, l := range layers {
			why := g.Coat(l.Product, w.FoodPolicy)
			if why == "" && i == len(layers)-1 {
				why = g.Last(l.Product)
			}
			if why != "" {
				r.Passed, r.Why = false, l.Product.Name+": "+why
				break
			}
			if said := l.Product.Statements[statementFor[id]]; said.Sense != "" {
				r.Evidence = append(r.Evidence, l.Product.Name+": "+said.Sense)
			}
		}
		out = append(out, r)
	}
	return out
}

var statementFor = map[enduse.GateID]string{
	enduse.Child:    coating.StatesToys,
	enduse.Mouthing: coating.StatesToys,
	enduse.Food:     coating.StatesFood,
	enduse.Slip:     coating.StatesSlip,
}

// darkBelow tells whether what lies below is darker than a pale colour: wood, an undercoat, an old colour.
func (w *Wish) darkBelow(ground compat.Ground) bool {
	darkWood := w.Material.Wood() && !w.Material.PaleInSelf
	return ground.Hidden || w.Wants.OverDark || darkWood
}

// silentLeastCoats of a protective film where its own label names no number (practice).
const silentLeastCoats = 2

// CoatsWanted is how many coats of p a layer takes at most and at least: the film target over the dry film of one
// coat for what protects, the label's coats for what lies below, one more of a pale paint over darker bare wood.
func CoatsWanted(w *Wish, role Role, ground compat.Ground, p *coating.Product) (most, least int) {
	least = max(1, int(p.Coats))
	if p.Family.Is(coating.GroupResin) {
		for _, d := range w.at(decoration.Poured) {
			least = d.pours(p)
		}
		return least, least
	}
	if role == Protect && p.Family.Body == coating.Film && p.Basis("coats") != core.Label {
		least = min(least, silentLeastCoats)
	}
	most = least
	switch role {
	case Barrier:
		return 1, 1
	case Prime:
		if p.Family.Is(coating.GroupSealer) {
			return 1, 1
		}
	case Decorate:
		return least, least
	case Colour, Protect:
		pale := p.Shade == coating.Pale && p.Opaque()
		if pale && !ground.Pale && w.darkBelow(ground) {
			most = least + 1 // pale over dark hides in three coats rather than two (practice)
		}
		if role == Protect && p.Family.Body == coating.Film {
			most = max(most, quantity.CoatsFor(w.Use.FilmFor(p), p.DryUM(), least))
			if p.MaxDryUM > 0 {
				most = max(least, min(most, int(p.MaxDryUM/p.DryUM())))
			}
		}
	}
	return most, least
}
