package system

import (
	"cmp"
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"firmitas/core/climate"
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
	Kind    string // look, air, sheen, wants, join, gate, surface, unused, outranked
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
// on. Exact because rules see nothing but the ground (compat.Ground). Joins judged: O(labels × shelf) a stage.
//
// It errors with the context's error when nobody waits for the answer any more.
func Search(ctx context.Context, w Wish, shelf []*coating.Product) (Answer, error) {
	found := newSearch(ctx, w, shelf).run()
	systems := found.systems()
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
			if p.Family.Is("sealer") {
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

// parts tells which roles p may play for the look, and why when none.
func parts(w *Wish, p *coating.Product) (prime, colour, protect bool, why string) {
	f := p.Family
	switch {
	case w.Material.Kind == substrate.Textile || f.Is("textile"):
		return textileParts(w, p)
	case f.Is("decor"):
		return false, false, false, "It is for decoration, and you ask for none that it is laid with."
	case f.Is("resin"):
		poured := len(w.at(decoration.Poured)) > 0
		return false, false, poured, "It is poured thick, and you ask for no pour."
	case f.Is("filler") || f.Is("factory") || f.Is("bare"):
		return false, false, false, "It is not part of a plain coating system."
	case f.Is("paint"):
		fits := w.Look.paintedIn(p.Shade)
		switch {
		case !w.Look.Opaque():
			why = "It hides the wood, and you want to see it."
		case !fits:
			why = "It is not the depth of colour you asked for."
		}
		return false, fits, fits, why
	case p.Shade == coating.Pale && !p.Opaque(), f.Has(coating.Limes): // whitens and lets the wood show
		return false, w.Look == Limed, false, "It whitens the wood, and you did not ask for that."
	case p.Shade == coating.Tone: // stains, and oils that carry colour
		if w.Look != Stained {
			return false, false, false, "It colours the wood, and you did not ask for that."
		}
		return false, f.Is("stain"), !f.Is("stain"), ""
	case f.Is("stain"):
		return false, false, false, "It is a stain without a colour to give."
	case f.Is("primer"):
		if p.Opaque() && !w.Look.Opaque() {
			return false, false, false, "It is a pigmented primer, and you want to see the wood."
		}
		return true, false, false, ""
	}
	protect = f.Is("clear") || f.Is("oil") || f.Is("wax")
	return f.Is("sealer"), false, protect, ""
}

// textileParts keeps cloth to fabric paint and protector, and these to cloth.
func textileParts(w *Wish, p *coating.Product) (prime, colour, protect bool, why string) {
	switch {
	case w.Material.Kind != substrate.Textile:
		return false, false, false, "It is made for cloth."
	case !p.Family.Is("textile"):
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
	labels := s.through([]*label{{ground: s.wish.Ground()}}, under)
	// A paint, or an oil that carries its colour, may protect itself; so does a pour.
	var self, poured, clears []*coating.Product
	for _, p := range r.protectors {
		switch {
		case p.Family.Is("resin"):
			poured = append(poured, p)
		case p.Shade != coating.Clear && s.wish.Look != Natural:
			self = append(self, p)
		default:
			clears = append(clears, p)
		}
	}
	if s.wish.bareColour() {
		s.finish(labels, self)
	}
	labels = s.through(labels, over)
	barrier := []stage{{Barrier, r.barriers, true}}
	for _, d := range s.wish.at(decoration.Poured) {
		ends := slices.DeleteFunc(slices.Clone(poured), func(p *coating.Product) bool { return !d.takes(p) })
		s.finish(s.through(labels, barrier), ends)
		labels = s.through(labels, []stage{{Decorate, s.wish.decorators(d, usable), false}})
	}
	if len(over) > 0 || !s.wish.bareColour() {
		labels = s.through(labels, barrier)
	}
	s.finish(labels, clears)
	return s
}

// bareColour tells whether a colour may be the last coat: nothing lies on it or is cut into it that wants a seal.
func (w *Wish) bareColour() bool {
	return len(w.at(decoration.Over))+len(w.at(decoration.Worn))+len(w.at(decoration.Poured)) == 0
}

// through takes labels through stages.
func (s *search) through(labels []*label, stages []stage) []*label {
	for _, st := range stages {
		next := s.extend(labels, st.role, st.products)
		if st.may {
			next = append(slices.Clone(labels), next...)
		}
		labels = next
	}
	return labels
}

// extend puts every product over every label where it may go, and keeps the labels that no other beats.
func (s *search) extend(labels []*label, role Role, products []*coating.Product) []*label {
	labels = slices.Clone(labels)
	slices.SortStableFunc(labels, func(a, b *label) int { return cmp.Compare(a.cost, b.cost) })
	type kind struct {
		family *coating.Family
		shade  coating.Shade
	}
	fronts := map[kind][]*label{} // none beats another of its kind
	var kinds []kind
	for _, p := range products {
		k := kind{p.Family, p.Shade}
		if _, known := fronts[k]; !known {
			fronts[k] = nil
			kinds = append(kinds, k)
		}
		if s.waiting.Err() != nil {
			return nil
		}
		for _, l := range labels {
			if s.outdone(fronts[k], l, role, p) {
				continue
			}
			if next := s.put(l, role, p, 0, math.Inf(1)); next != nil {
				fronts[k] = s.keep(fronts[k], next)
			}
		}
	}
	var out []*label
	for _, k := range kinds {
		out = append(out, fronts[k]...)
	}
	return out
}

// outdone tells, without judging it, that p over l would be beaten even if it were legal and its wait the least there
// is.
func (s *search) outdone(front []*label, l *label, role Role, p *coating.Product) bool {
	if len(front) == 0 {
		return false
	}
	_, fewest := CoatsWanted(&s.wish, role, l.ground, p)
	layer := Layer{Role: role, Product: p, Coats: fewest}
	first := l.ground.Top == nil
	best := label{
		ground: layer.on(l.ground),
		cost:   l.cost + s.leastWait(l) + layerCost(&s.wish, layer, first).rank(s.weights),
		with:   l.with || p.ID == s.wish.Wants.With,
	}
	if s.wish.Wants.Budget > 0 {
		best.money = l.money + s.wish.price(layer, first)
	}
	return slices.ContainsFunc(front, func(other *label) bool { return s.beats(other, &best) })
}

// keep adds l unless a label on the same ground is neither dearer nor thicker, and drops those that l beats so.
// A thinner film can only help: limits on film are the only rules that read it.
func (s *search) keep(front []*label, l *label) []*label {
	for _, other := range front {
		if s.beats(other, l) {
			return front
		}
	}
	return append(slices.DeleteFunc(front, func(other *label) bool { return s.beats(l, other) }), l)
}

func (s *search) beats(a, b *label) bool {
	thinner := a.ground.FilmUM <= b.ground.FilmUM && a.ground.SoftUM <= b.ground.SoftUM
	cheaper := a.cost <= b.cost && a.money <= b.money
	if !thinner || !cheaper || a.with != b.with {
		return false
	}
	return s.noWorse(a.ground, b.ground)
}

// noWorse tells whether every coat may go over a that may go over b, as soon and with no more work: one ground, or two
// whose tops are of one kind, of which a's is never the slower.
func (s *search) noWorse(a, b compat.Ground) bool {
	p, q := a.Top, b.Top
	if p != q && p != nil && q != nil {
		if !s.alike(p, q) || !noSlower(p, q, s.wish.Air) {
			return false
		}
		a.Top = q
	}
	return withoutFilm(a) == withoutFilm(b)
}

// alike tells whether rules cannot tell p from q as a ground, but for its waits. None reads the sheen of what lies
// below, nor waits for a full cure where the coats are still to come.
func (s *search) alike(p, q *coating.Product) bool {
	switch {
	case p.Family != q.Family, p.Shade != q.Shade, p.Floor != q.Floor:
		return false
	case p.RecoatMaxH != q.RecoatMaxH, (p.CrossWaitH > 0) != (q.CrossWaitH > 0):
		return false
	case p.Statements[coating.StatesSlip] != q.Statements[coating.StatesSlip]:
		return false
	}
	return !s.named(p) && !s.named(q)
}

// noSlower tells whether whatever waits for p waits no longer than for q.
func noSlower(p, q *coating.Product, air climate.Air) bool {
	for _, wait := range []func(*coating.Product, climate.Air) float64{
		(*coating.Product).RecoatAfterH,
		(*coating.Product).CrossAfterH,
		(*coating.Product).LightUseAfterH,
	} {
		if wait(p, air) > wait(q, air) {
			return false
		}
	}
	return true
}

func withoutFilm(g compat.Ground) compat.Ground {
	g.FilmUM, g.SoftUM = 0, 0
	return g
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

// kin are the labels over whose grounds the same coats are refused, but for film; with the thinnest film that any of
// them has.
type kin struct {
	thinnest compat.Ground
	hopeless map[*coating.Product]bool // refused even there, in its fewest coats; absent while nobody has asked
}

// kinKey is what a ground may refuse a coat for: its top by kind, and by name only where a label or a board has a word
// on it.
type kinKey struct {
	ground compat.Ground // without film and top
	family *coating.Family
	named  *coating.Product
	open   [compat.MostPartly]*coating.Family
}

func (s *search) kinKey(g compat.Ground) kinKey {
	out := kinKey{ground: withoutFilm(g)}
	if top := g.Top; top != nil {
		out.ground.Top, out.family = nil, top.Family
		if s.named(top) {
			out.named = top
		}
	}
	for i, p := range g.Open {
		if p != nil && !s.named(p) {
			out.ground.Open[i], out.open[i] = nil, p.Family
		}
	}
	return out
}

// named tells whether a label or a board has a word on what goes over p.
func (s *search) named(p *coating.Product) bool {
	return len(p.Pairings) > 0 ||
		slices.ContainsFunc(s.wish.Boards, func(b compat.Board) bool { return b.Ground == p.ID })
}

// kinOf tells the kin of each label.
func (s *search) kinOf(labels []*label) []*kin {
	byKey := map[kinKey]*kin{}
	out := make([]*kin, len(labels))
	for i, l := range labels {
		key := s.kinKey(l.ground)
		k := byKey[key]
		if k == nil {
			k = &kin{l.ground, map[*coating.Product]bool{}}
			byKey[key] = k
		}
		k.thinnest.FilmUM, k.thinnest.SoftUM = min(
			k.thinnest.FilmUM,
			l.ground.FilmUM,
		), min(
			k.thinnest.SoftUM,
			l.ground.SoftUM,
		)
		out[i] = k
	}
	return out
}

// finish ends systems in each protector and keeps the cheapest one for each. The cheapest labels are tried first, and
// the rest left as soon as none can come below what was found: no wait and no end costs less than its least. What is
// refused over the thinnest film of its kin is refused over them all.
func (s *search) finish(labels []*label, protectors []*coating.Product) {
	labels = slices.Clone(labels)
	least := map[*label]float64{}
	for _, l := range labels {
		least[l] = l.cost + s.leastWait(l)
	}
	slices.SortStableFunc(labels, func(a, b *label) int { return cmp.Compare(least[a], least[b]) })
	kins := s.kinOf(labels)
	for _, p := range protectors {
		if s.waiting.Err() != nil {
			return
		}
		leastEnd := s.leastEnd(p)
		for i, l := range labels {
			bound := math.Inf(1)
			if best := s.best[p]; best != nil {
				bound = best.cost
			}
			if least[l]+leastEnd >= bound {
				break
			}
			if s.hopeless(kins[i], l, p) {
				continue
			}
			end := s.put(l, Protect, p, leastEnd, bound)
			if end == nil {
				continue
			}
			end.cost += finishCost(&s.wish, p, end.coats).rank(s.weights)
			for _, end := range s.through([]*label{end}, s.accents) {
				if surface := compat.Judge(compat.Join{Ground: end.ground, Context: s.ctx}); !surface.Legal() {
					s.note(l, p, surface)
					s.used[p] = false
					continue
				}
				if !end.with && s.wish.Wants.With != 0 {
					continue
				}
				if best := s.best[p]; best == nil || end.cost < best.cost {
					s.best[p] = end
				}
			}
		}
	}
}

// hopeless tells whether p as the last coat is refused over all kin of l: more film is only ever one reason more
// against it.
func (s *search) hopeless(k *kin, l *label, p *coating.Product) bool {
	hopeless, asked := k.hopeless[p]
	if !asked {
		_, fewest := CoatsWanted(&s.wish, Protect, l.ground, p)
		thinnest := *l
		thinnest.ground = k.thinnest
		judged := s.join(&thinnest, Layer{Role: Protect, Product: p, Coats: fewest})
		if hopeless = !judged.Legal(); hopeless {
			s.note(l, p, judged)
		}
		k.hopeless[p] = hopeless
	}
	return hopeless
}

// leastWait is what waiting over a label costs at the least, whatever comes next.
func (s *search) leastWait(l *label) float64 {
	top := l.ground.Top
	if top == nil || l.ground.Old != compat.NotOld {
		return 0
	}
	h := top.RecoatAfterH(s.wish.Air)
	if top.CrossWaitH > 0 {
		h = min(h, top.CrossAfterH(s.wish.Air))
	}
	return Parts{Wait: h / hoursInDay}.rank(s.weights)
}

// leastEnd is what p as the last coat costs at the least, whatever it lies on: its coats, their waits, the film that
// they fall short of, in the number of coats that comes cheapest.
func (s *search) leastEnd(p *coating.Product) float64 {
	most, fewest := CoatsWanted(&s.wish, Protect, s.wish.Ground(), p) // the fewest are the same on every ground
	least := math.Inf(1)
	for coats := fewest; coats <= most+1; coats++ { // one more where it is pale over dark
		parts := layerCost(&s.wish, Layer{Role: Protect, Product: p, Coats: coats}, false)
		parts.add(Parts{Wait: p.RecoatAfterH(s.wish.Air) / hoursInDay}, float64(coats-1))
		parts.add(finishCost(&s.wish, p, coats), 1)
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

func (s *search) whyNot(p *coating.Product, shown []System, all map[*coating.Product]System) LeftOut {
	if system, suits := all[p]; suits && len(shown) > 0 {
		if short := system.Shortfall(); short > shown[0].Shortfall() {
			return LeftOut{
				p,
				"outranked",
				"",
				fmt.Sprintf(
					"It would go on, but falls short on %s. %s does better.",
					shortOn(system),
					shown[0].Protection().Product.Name,
				),
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
		return l
	}
	return LeftOut{p, "unused", "", "Nothing on the shelf that suits this surface goes under it."}
}
