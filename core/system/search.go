package system

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// Answer is what a shelf can do for a wish.
type Answer struct {
	Systems  []System  // three to eight where the shelf allows, best first, of different character
	LeftOut  []LeftOut // every other product of the shelf, with the reason
	Openings []Opening // only when nothing suits: what would open it
	Suited   int       // how many last coats suit in all
}

// LeftOut says why a product is in none of the systems shown.
type LeftOut struct {
	Product *coating.Product
	Kind    string // look, air, sheen, wants, join, gate, silent, surface, unused, outranked
	Rule    string // the rule that spoke, if one did
	Reason  string
}

const (
	mostShown    = 8
	fewestShown  = 3
	levelsBehind = 3  // how much shorter than the best a system may fall and still be shown
	daysBehind   = 12 // or how much lower it may rank
)

// Search finds, for every product of the shelf that could be the last coat, the cheapest legal system that ends in it,
// and shows the best of different character. Label setting over stages (prime, colour, decoration, barrier, protect):
// a label is the ground reached and its cost; of two labels on the same ground only the cheaper, or the thinner, lives
// on. Exact because rules see nothing but the ground (compat.Ground). Labels are made lazily, the cheapest first within
// each lot of grounds that refuse the same coats; bounds by the quickest of each kind tell when none is left to make.
// Joins judged: O(lots × kinds of coat) a stage, and those of the labels that are made.
//
// It errors with the context's error when nobody waits for the answer any more.
func Search(ctx context.Context, w Wish, shelf []*coating.Product) (Answer, error) {
	found := newSearch(ctx, w, shelf).run()
	systems := found.systems()
	keepPromise(ctx, w, shelf, systems)
	answer := Answer{Suited: len(systems)}
	answer.Systems = choose(w, systems)
	answer.LeftOut = found.leftOut(answer.Systems, systems)
	if len(answer.Systems) == 0 {
		answer.Openings = openings(ctx, w, shelf)
	}
	return answer, ctx.Err()
}

// systems are the best for each last coat, fully judged.
func (s *search) systems() map[*coating.Product]System {
	out := make(map[*coating.Product]System, len(s.best))
	for p, end := range s.best {
		out[p] = Assess(s.wish, end.layers())
	}
	return out
}

// hurry is how much waiting weighs when nothing else matters.
const hurry = 1000.0

// keepPromise puts in place of every system that is surely late the quickest one with the same last coat, where that
// may keep the promise.
func keepPromise(ctx context.Context, w Wish, shelf []*coating.Product, systems map[*coating.Product]System) {
	var quickest *search
	for p, s := range systems {
		if w.surelyLate(s) == 0 {
			continue
		}
		if quickest == nil {
			hurried := w
			hurried.Wants.Weights = w.weighed()
			hurried.Wants.Weights.Soon = hurry
			quickest = newSearch(ctx, hurried, shelf).run()
		}
		if end := quickest.best[p]; end != nil {
			if quick := Assess(w, end.layers()); w.surelyLate(quick) == 0 {
				systems[p] = quick
			}
		}
	}
}

// label is a partial system: the ground it leaves and what it took to get there.
type label struct {
	below   *label
	role    Role
	product *coating.Product
	coats   int
	ground  compat.Ground
	with    bool // the product that must be in it is
	cost    float64
	money   float64 // spent on material; counted only where a budget is set
}

func (l *label) layers() []Layer {
	if l.product == nil {
		return nil
	}
	return append(l.below.layers(), Layer{Role: l.role, Product: l.product, Coats: l.coats})
}

type search struct {
	waiting context.Context // ended when nobody waits for the answer any more
	wish    Wish
	weights Weights
	ctx     compat.Context
	shelf   []*coating.Product
	best    map[*coating.Product]*label // by last coat
	accents []stage                     // what lies over the protection for its looks
	used    map[*coating.Product]bool   // went on legally somewhere
	left    map[*coating.Product]LeftOut
	depth   map[*coating.Product]float64 // cost of the label that the noted reason was met at
	shut    map[shutKey]compat.Judgement
	coatsOf map[*coating.Product]*coating.Product // and as a coat
	kindsOf map[*coating.Product]*coating.Product // what stands for each as a ground; made once
}

func newSearch(ctx context.Context, w Wish, shelf []*coating.Product) *search {
	return &search{
		waiting: ctx,
		wish:    w,
		weights: w.weighed(),
		ctx:     w.Context(),
		shelf:   shelf,
		best:    map[*coating.Product]*label{},
		used:    map[*coating.Product]bool{},
		left:    map[*coating.Product]LeftOut{},
		depth:   map[*coating.Product]float64{},
		shut:    map[shutKey]compat.Judgement{},
	}
}

// roles are the products of the shelf that may play each part for the look.
type roles struct{ primers, colours, barriers, protectors []*coating.Product }

// kinds sorts the shelf by the part that each product can play for this look. A product that can play none is left
// out with the reason. Usable are all that air and wants allow, for decorations to choose from.
func (s *search) kinds() (out roles, usable []*coating.Product) {
	for _, p := range s.shelf {
		if obstacles := s.wish.airForbids(p); len(obstacles) > 0 {
			s.left[p] = LeftOut{p, "air", "", obstacles[0]}
			continue
		}
		if why := s.wish.Wants.asideFor(p); why != "" {
			s.left[p] = LeftOut{p, "wants", "", why}
			continue
		}
		usable = append(usable, p)
		prime, colour, protect, why := parts(&s.wish, p)
		if prime {
			out.primers = append(out.primers, p)
			if bars(p) {
				out.barriers = append(out.barriers, p)
			}
		}
		if colour {
			out.colours = append(out.colours, p)
		}
		if protect && sheenSteps(&s.wish, p) >= sheenTooFar {
			why = fmt.Sprintf("Its %s is too far from the %s you asked for.", p.Sheen, s.wish.Sheen)
			protect = false
			if !prime && !colour {
				s.left[p] = LeftOut{p, "sheen", "", why}
				continue
			}
		}
		if protect {
			out.protectors = append(out.protectors, p)
		}
		if !prime && !colour && !protect {
			s.left[p] = LeftOut{p, "look", "", why}
		}
	}
	return out, usable
}

// bars tells whether a primer may lie between two coats: a clear film does; a filler is for bare pores, and a colour
// would be another.
func bars(p *coating.Product) bool {
	return p.Family.Is(coating.GroupSealer) && p.Family.Body == coating.Film && p.Shade == coating.Clear
}

// parts tells which roles p may play for the look, and why when none. What is made for another life takes no wear here.
func parts(w *Wish, p *coating.Product) (prime, colour, protect bool, why string) {
	prime, colour, protect, why = looksAs(w, p)
	named := w.Wants.With == p.ID || w.Wants.Misfits
	absurd := w.Use.FitOf(p.Family, w.Seen.Valued) == enduse.Absurd
	_, _, passes := w.Use.CoatFails(p, w.FoodPolicy) // a gate says more than what it is made for
	unfit := w.Use.WhyUnfit(p.Family, w.Seen.Valued)
	leftOut := unfit != "" && !(named && absurd)
	if protect && passes && leftOut {
		return prime, colour, false, unfit
	}
	return prime, colour, protect, why
}

// looksAs tells which roles p may play for the look, and why when none.
func looksAs(w *Wish, p *coating.Product) (prime, colour, protect bool, why string) {
	f := p.Family
	switch {
	case f.Is(coating.GroupKept):
		return false, false, true, ""
	case f.Is(coating.GroupBare):
		return false, false, w.Look == Natural, "Bare wood has no other look than its own."
	case w.Material.Kind == substrate.Textile || f.Is(coating.GroupTextile):
		return textileParts(w, p)
	case f.Is(coating.GroupDecor):
		return false, false, false, "It is for decoration, and you ask for none that it is laid with."
	case f.Is(coating.GroupResin):
		poured := len(w.at(decoration.Poured)) > 0
		return false, false, poured, "It is poured thick, and you ask for no pour."
	case f.Is(coating.GroupFiller, coating.GroupFactory):
		return false, false, false, "It is not part of a plain coating system."
	case f.Is(coating.GroupPaint), f.Is(coating.GroupClear) && p.Opaque():
		fits := w.Look.paintedIn(p.Shade)
		switch {
		case w.Use.Film >= enduse.Absurd:
			return false, false, false, "No film belongs here, and paint is one."
		case !w.Look.Opaque():
			why = "It hides the wood, and you want to see it."
		case !fits:
			why = "It is not the depth of colour you asked for."
		}
		return false, fits, fits, why
	case p.Shade == coating.Pale && !p.Opaque(), f.Has(coating.Limes): // whitens and lets the wood show
		limed := w.Look == Limed
		return false, limed, limed && f.Is(coating.GroupOil), "It whitens the wood, and you did not ask for that."
	case p.Shade == coating.Tone, p.Shade == coating.Dark && !p.Opaque(): // stains, and oils that carry colour
		pigmentIsTheSunscreen := w.Look == Natural && w.Use.Outdoors() && !f.Is(coating.GroupStain)
		if w.Use.Film >= enduse.Absurd && f.Is(coating.GroupStain) {
			return false, false, false, "Colour has no place here: it wears off onto what touches it."
		}
		if w.Look != Stained && !pigmentIsTheSunscreen {
			return false, false, false, "It colours the wood, and you did not ask for that."
		}
		if w.Look == Stained && w.otherColour(p) {
			return false, false, false, "Its label gives another colour than you asked for."
		}
		return false, f.Is(coating.GroupStain), !f.Is(coating.GroupStain), ""
	case f.Is(coating.GroupStain):
		return false, false, false, "It is a stain without a colour to give."
	case f.Is(coating.GroupPrimer):
		if p.Opaque() && !w.Look.Opaque() {
			return false, false, false, "It is a pigmented primer, and you want to see the wood."
		}
		return true, false, false, ""
	case f.Is(coating.GroupOil) && w.Look.Opaque():
		return false, false, false, "It soaks into wood, and you want a painted surface."
	}
	protect = f.Is(coating.GroupClear, coating.GroupOil, coating.GroupWax)
	if f.Is(coating.GroupSealer) && p.Shade != coating.Clear && !w.Look.Opaque() {
		return false, false, false, "It is coloured, and you want to see the wood."
	}
	return f.Is(coating.GroupSealer), false, protect, ""
}

// depthTooFar is how many steps of depth another colour is away.
const depthTooFar = 2

// otherColour tells of a stain whose label gives another colour than is asked for. What a label does not tell is tried
// on a sample.
func (w *Wish) otherColour(p *coating.Product) bool {
	f := p.Facts
	otherHue := w.Wants.Hue != "" && f.Hue != "" && f.Hue != w.Wants.Hue
	return otherHue || w.Wants.Depth.From(f.Depth) >= depthTooFar
}

// textileParts keeps cloth to fabric paint and protector, and these to cloth.
func textileParts(w *Wish, p *coating.Product) (prime, colour, protect bool, why string) {
	switch {
	case w.Material.Kind != substrate.Textile:
		return false, false, false, "It is made for cloth."
	case !p.Family.Is(coating.GroupTextile):
		return false, false, false, "Cloth takes fabric paint and fabric protector only."
	case p.Shade == coating.Clear:
		return false, false, true, ""
	}
	fits := w.Look.paintedIn(p.Shade)
	return false, fits, fits, "It is not the colour you asked for."
}

// stage is one step on the way from the ground to the last coat.
type stage struct {
	role     Role
	products []*coating.Product
	may      bool // it may be left out
}

// stages of the build-up below and from the colour on, up to what protects it. A colour that protects itself lies on
// the first of them.
func (s *search) stages(r roles, usable []*coating.Product) (under, over []stage) {
	w := &s.wish
	under = []stage{{Prime, r.primers, true}}
	for _, d := range w.at(decoration.Under) {
		role := Colour
		if d.Kind.OnBase {
			role = Decorate
		}
		under = append(under, stage{role, w.decorators(d, usable), false})
	}
	if w.Look != Natural {
		over = append(over, stage{Colour, r.colours, false})
	}
	for _, d := range w.at(decoration.Over) {
		over = append(over, stage{Decorate, w.decorators(d, usable), false})
	}
	return under, over
}

func (s *search) run() *search {
	for _, d := range s.wish.Decor {
		if why := s.wish.unfit(d); why != "" {
			for _, p := range s.shelf {
				s.left[p] = LeftOut{p, "wants", "", why}
			}
			return s
		}
	}
	r, usable := s.kinds()
	for _, d := range s.wish.at(decoration.Last) {
		s.accents = append(s.accents, stage{Decorate, s.wish.decorators(d, usable), false})
	}
	under, over := s.stages(r, usable)
	// A paint, or an oil that carries its colour, may protect itself; so does a pour.
	var self, poured, clears, nothing []*coating.Product
	for _, p := range r.protectors {
		switch {
		case p.Family.NothingOn():
			nothing = append(nothing, p)
		case p.Family.Is(coating.GroupResin):
			poured = append(poured, p)
		case p.Shade != coating.Clear && s.wish.Look != Natural:
			self = append(self, p)
		default:
			clears = append(clears, p)
		}
	}
	if len(s.wish.Decor) == 0 {
		s.finish(start(s.wish.Ground()), nothing)
	}
	lots := s.through(start(s.wish.Ground()), under)
	if s.wish.bareColour() {
		s.finish(lots, self)
	}
	lots = s.through(lots, over)
	barrier := []stage{{Barrier, r.barriers, true}}
	for _, d := range s.wish.at(decoration.Poured) {
		ends := slices.DeleteFunc(slices.Clone(poured), func(p *coating.Product) bool { return !d.takes(p) })
		s.finish(s.through(lots, barrier), ends)
		lots = s.through(lots, []stage{{Decorate, s.wish.decorators(d, usable), false}})
	}
	if len(over) > 0 || !s.wish.bareColour() {
		lots = s.through(lots, barrier)
	}
	s.finish(lots, clears)
	return s
}

// bareColour tells whether a colour may be the last coat: nothing lies on it or is cut into it that wants a seal.
func (w *Wish) bareColour() bool {
	return len(w.at(decoration.Over))+len(w.at(decoration.Worn))+len(w.at(decoration.Poured)) == 0
}

// put lays p over l with the most coats that are legal, or notes why it cannot. It gives up once no end can
// come below a cost, where the coats of p alone take so much.
func (s *search) put(l *label, role Role, p *coating.Product, take, below float64) *label {
	if p == l.product {
		return nil
	}
	worn := s.wish.worn(l.role, role)
	most, least := CoatsWanted(&s.wish, role, l.ground, p)
	for coats := most; coats >= least; coats-- {
		layer := Layer{Role: role, Product: p, Coats: coats}
		judged := s.join(l, layer)
		if !judged.Legal() {
			s.note(l, p, judged)
			continue
		}
		next := &label{below: l, role: role, product: p, coats: coats, cost: l.cost + joinCost(judged).rank(s.weights)}
		if next.cost+take >= below {
			s.used[p] = true
			return nil
		}
		next.ground = layer.on(l.ground)
		if coats > 1 {
			later := between(s.ctx, l.ground, layer, worn)
			if !later.Legal() {
				s.note(l, p, later)
				continue
			}
			next.cost += float64(coats-1) * joinCost(later).rank(s.weights)
		}
		first := l.ground.Top == nil
		next.cost += layerCost(&s.wish, layer, first).rank(s.weights)
		next.with = l.with || p.ID == s.wish.Wants.With
		if s.wish.Wants.Budget > 0 {
			if next.money = l.money + s.wish.price(layer, first); next.money > s.wish.Wants.Budget {
				s.left[p] = LeftOut{
					p,
					"wants",
					"",
					fmt.Sprintf("With it the material costs more than the %.0f you set.", s.wish.Wants.Budget),
				}
				return nil // fewer coats would be no saving, but less than is wanted
			}
		}
		s.used[p] = true
		return next
	}
	return nil
}

// join judges the first coat of a layer over a label; the very first of a system also meets what soil was found.
func (s *search) join(l *label, layer Layer) compat.Judgement {
	j := compat.Join{Ground: l.ground, Coat: layer.Product, Coats: layer.Coats, Partly: layer.Partly(), Context: s.ctx}
	if l.product == nil {
		j.State = s.wish.state()
	}
	j.State.Distress = s.wish.worn(l.role, layer.Role)
	return compat.Judge(j)
}

// note keeps the reason met on the cheapest ground: the one a finisher would have tried first.
func (s *search) note(l *label, p *coating.Product, j compat.Judgement) {
	if at, noted := s.depth[p]; noted && at <= l.cost {
		return
	}
	s.depth[p] = l.cost
	f := decisive(j)
	kind, reason := "join", f.Reason
	switch {
	case f.Rule.Gate:
		kind = "gate"
	case f.Rule.Surface:
		kind = "surface"
	case l.product != nil:
		reason = fmt.Sprintf("Over %s: %s", l.product.Name, f.Reason)
	}
	s.left[p] = LeftOut{p, kind, f.Rule.ID, reason}
}

// decisive is the finding that makes a judgement illegal.
func decisive(j compat.Judgement) compat.Finding {
	for _, f := range j.Findings {
		if f.Rule.Verdict == compat.Refuse || f.Rule.Insert != "" {
			return f
		}
	}
	return j.Findings[0]
}

// leastEnd is what p as the last coat costs at the least, whatever it lies on: its coats, their waits, the film that
// they fall short of, in the number of coats that comes cheapest.
func (s *search) leastEnd(p *coating.Product) float64 {
	most, fewest := CoatsWanted(&s.wish, Protect, s.wish.Ground(), p) // the fewest are the same on every ground
	least := math.Inf(1)
	for coats := fewest; coats <= most+1; coats++ { // one more where it is pale over dark
		parts := layerCost(&s.wish, Layer{Role: Protect, Product: p, Coats: coats}, false)
		parts.add(Parts{Wait: p.RecoatAfterH(s.wish.Air) / hoursInDay}, float64(coats-1))
		end := finishCost(&s.wish, p, coats, nil)
		if p.Family.Body == coating.Wax {
			end.Wear = 0 // a film below may make up for it
		}
		parts.add(end, 1)
		least = min(least, parts.rank(s.weights))
	}
	return least
}

func (s *search) leftOut(shown []System, all map[*coating.Product]System) []LeftOut {
	in := map[*coating.Product]bool{}
	for _, system := range shown {
		for _, l := range system.Layers {
			in[l.Product] = true
		}
	}
	var out []LeftOut
	for _, p := range s.shelf {
		if in[p] {
			continue
		}
		out = append(out, s.whyNot(p, shown, all))
	}
	return out
}

// shortOn names the demands a system falls short on, the worst first, three at most.
func shortOn(s System) string {
	demands := slices.DeleteFunc(slices.Clone(s.Demands), func(d enduse.Given) bool { return d.Shortfall() == 0 })
	slices.SortStableFunc(demands, func(a, b enduse.Given) int { return cmp.Compare(b.Shortfall(), a.Shortfall()) })
	var names []string
	for _, d := range demands[:min(3, len(demands))] {
		names = append(names, fmt.Sprintf("%s (gives %d of %d)", enduse.DemandNames[d.Demand], d.Given, d.Asked))
	}
	if len(names) == 0 {
		return fmt.Sprintf("film (%.0f of %.0f µm)", s.FilmUM, s.AskedUM)
	}
	return strings.Join(names, ", ")
}

// silentOn is what the label of a product at home in this life would have to state; none when it lacks something else.
func (s *search) silentOn(p *coating.Product) []string {
	w := &s.wish
	_, _, protects, _ := parts(w, p)
	if !protects || w.Use.FitOf(p.Family, w.Seen.Valued) != enduse.Home {
		return nil
	}
	return w.Use.Silences(p, w.FoodPolicy)
}

func (s *search) whyNot(p *coating.Product, shown []System, all map[*coating.Product]System) LeftOut {
	if system, suits := all[p]; suits && len(shown) > 0 {
		if short := system.Shortfall(); short > shown[0].Shortfall() {
			return LeftOut{
				p,
				"outranked",
				"",
				fmt.Sprintf("It would go on, but falls short on %s. %s does better.", shortOn(system),
					shown[0].Protection().Product.Name),
			}
		}
		return LeftOut{
			p,
			"outranked",
			"",
			"It would do, but it takes more work or time than the ones shown, or is close kin to one of them.",
		}
	}
	if l, noted := s.left[p]; noted && l.Kind == "wants" {
		return l
	}
	if s.used[p] {
		return LeftOut{p, "unused", "", "It may go on, but no system shown needs it or gets better by it."}
	}
	if l, noted := s.left[p]; noted {
		kin := slices.ContainsFunc(shown, func(o System) bool { return o.Protection().Product.Family == p.Family })
		if missing := s.silentOn(p); l.Kind == "gate" && len(missing) > 0 && !kin {
			l.Kind = "silent"
			l.Reason = fmt.Sprintf("Find a tin of it that states %s.", strings.Join(missing, " and "))
			if slices.Equal(missing, []string{enduse.Wanted(enduse.Slip)}) {
				l.Reason = fmt.Sprintf("Find a tin of it that states %s, or measure slip on the finished floor.",
					missing[0])
			}
		}
		return l
	}
	return LeftOut{p, "unused", "", "Nothing on the shelf that suits this surface goes under it."}
}
