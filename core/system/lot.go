package system

import (
	"cmp"
	"container/heap"
	"maps"
	"math"
	"slices"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
)

// lot are the labels of one stage over whose grounds the same coats go, but for film and for how long they wait. They
// are made one by one, the cheapest first, and only when somebody asks for the next: most are never made.
type lot struct {
	like  label                      // what none of them betters: least cost, quickest top, thinnest film
	thick compat.Ground              // the same ground under the thickest film
	made  []*label                   // so far, the cheapest first; none beats another
	open  offers                     // what may come next
	asked map[*coating.Product]first // by kind of coat, what it meets
}

// first is what the first coat of a kind meets at the best over the labels of a lot.
type first struct {
	legal bool
	cost  float64
}

// lotKey is what the labels of a lot have in common: the ground, its tops by kind and without film, and the role that
// the top played.
type lotKey struct {
	ground compat.Ground
	role   Role
	with   bool
}

// way leads from each label of a lot over one more layer, or past it where the product is nil, to one of another lot.
type way struct {
	from    *lot
	role    Role
	product *coating.Product
	adds    float64 // at the least, whichever label of the lot it starts from
	judged  bool    // by what the coat itself says, not only its kind
}

// offer is what a way may bring next: first by its bound alone, then with the label below, at last with its own.
type offer struct {
	atLeast     float64
	way         *way
	next        int // which of the lot below
	below, made *label
}

type offers []offer

func (o offers) Len() int           { return len(o) }
func (o offers) Less(a, b int) bool { return o[a].atLeast < o[b].atLeast }
func (o offers) Swap(a, b int)      { o[a], o[b] = o[b], o[a] }
func (o *offers) Push(x any)        { *o = append(*o, x.(offer)) }
func (o *offers) Pop() any {
	last := (*o)[len(*o)-1]
	*o = (*o)[:len(*o)-1]
	return last
}

// start is the lot of one label: the ground with nothing on it.
func start(ground compat.Ground) []*lot {
	l := &label{ground: ground}
	return []*lot{{like: *l, thick: ground, made: []*label{l}}}
}

// through leads lots through stages.
func (s *search) through(lots []*lot, stages []stage) []*lot {
	for _, st := range stages {
		lots = s.extend(lots, st)
	}
	return lots
}

// extend leads a way for every product from every lot that it may go over, and past the stage where that may be.
func (s *search) extend(lots []*lot, st stage) []*lot {
	byKey := map[lotKey]*lot{}
	var out []*lot
	join := func(w *way, like label, thick compat.Ground) {
		key := lotKey{withoutFilm(like.ground), like.role, like.with}
		to := byKey[key]
		if to == nil {
			to = &lot{like: like, thick: thick}
			byKey[key], out = to, append(out, to)
		}
		to.like.cost = min(to.like.cost, like.cost)
		to.like.ground.FilmUM = min(to.like.ground.FilmUM, like.ground.FilmUM)
		to.like.ground.SoftUM = min(to.like.ground.SoftUM, like.ground.SoftUM)
		to.thick.FilmUM = max(to.thick.FilmUM, thick.FilmUM)
		to.thick.SoftUM = max(to.thick.SoftUM, thick.SoftUM)
		to.open = append(to.open, offer{atLeast: like.cost, way: w})
	}
	for _, from := range lots {
		if st.may {
			join(&way{from: from}, from.like, from.thick)
		}
		if s.waiting.Err() != nil {
			return nil
		}
		for _, p := range st.products {
			b, ok := s.bound(from, st.role, p)
			if !ok {
				continue
			}
			s.used[p] = true
			kind := s.kindOf(p)
			like := label{role: st.role, product: kind, cost: from.like.cost + b.adds}
			like.with = from.like.with || p.ID == s.wish.Wants.With
			like.ground = Layer{Role: st.role, Product: p, Coats: b.least}.on(from.like.ground)
			thick := Layer{Role: st.role, Product: p, Coats: b.most}.on(from.thick)
			like.ground.Top, thick.Top = kind, kind
			join(&way{from, st.role, p, b.adds, true}, like, thick)
		}
	}
	for _, to := range out {
		heap.Init(&to.open)
	}
	return out
}

// nth label of a lot, the cheapest first; nil where there are no more.
func (s *search) nth(of *lot, n int) *label {
	for len(of.made) <= n && len(of.open) > 0 && s.waiting.Err() == nil {
		o := heap.Pop(&of.open).(offer)
		switch {
		case o.made != nil:
			if !slices.ContainsFunc(of.made, func(other *label) bool { return s.beats(other, o.made) }) {
				of.made = append(of.made, o.made)
			}
		case o.below == nil:
			if o.below = s.nth(o.way.from, o.next); o.below != nil {
				o.atLeast = max(o.atLeast, o.below.cost+o.way.adds)
				heap.Push(&of.open, o)
				heap.Push(&of.open, offer{atLeast: o.atLeast, way: o.way, next: o.next + 1})
			}
		case o.way.product == nil:
			o.made = o.below
			heap.Push(&of.open, o)
		default:
			if o.made = s.put(o.below, o.way.role, o.way.product, 0, math.Inf(1)); o.made != nil {
				o.atLeast = o.made.cost
				heap.Push(&of.open, o)
			}
		}
	}
	if n < len(of.made) {
		return of.made[n]
	}
	return nil
}

// bound is what a layer adds at the least, in cost and in coats at the least and at the most.
type bound struct {
	adds        float64
	least, most int
}

// bound judges p over the ground that no label of the lot betters; more film and longer waits are only ever reasons
// against it. It tells false, and notes why, where p is refused even there.
func (s *search) bound(over *lot, role Role, p *coating.Product) (bound, bool) {
	met := s.meets(over, role, p)
	if !met.legal {
		return bound{}, false
	}
	thin := &over.like
	most, least := CoatsWanted(&s.wish, role, thin.ground, p)
	out := bound{adds: math.Inf(1), least: least, most: most}
	var more compat.Judgement
	if most > 1 {
		fewest := Layer{Role: role, Product: p, Coats: max(2, least)}
		more = between(s.ctx, thin.ground, fewest, s.wish.worn(thin.role, role))
		if least > 1 && !more.Legal() {
			s.note(thin, p, more)
			return bound{}, false
		}
	}
	if most > least && s.carries(over, role, p, most) {
		least = most
	}
	for coats := least; coats <= most; coats++ {
		layer := Layer{Role: role, Product: p, Coats: coats}
		adds := layerCost(&s.wish, layer, thin.ground.Top == nil).rank(s.weights)
		adds += float64(coats-1) * joinCost(more).rank(s.weights)
		if role == Protect {
			adds += finishCost(&s.wish, p, coats, topOf(thin.ground)).rank(s.weights)
		}
		out.adds = min(out.adds, adds)
	}
	out.adds += met.cost
	return out, true
}

// meets judges the first coat of p's kind over what no label of the lot betters, once for each kind. Where it is
// refused, it is noted why, in p's own words.
func (s *search) meets(over *lot, role Role, p *coating.Product) first {
	kind := s.coatOf(p)
	f, known := over.asked[kind]
	if !known {
		f = s.meet(&over.like, role, kind)
		if over.asked == nil {
			over.asked = map[*coating.Product]first{}
		}
		over.asked[kind] = f
	}
	if at, noted := s.depth[p]; !f.legal && (!noted || over.like.cost < at) {
		_, least := CoatsWanted(&s.wish, role, over.like.ground, p)
		if judged := s.join(&over.like, Layer{Role: role, Product: p, Coats: least}); !judged.Legal() {
			s.note(&over.like, p, judged)
		}
	}
	return f
}

// meet judges what lies on top before it asks what a decoration leaves open beside it: that adds reasons against a
// coat and takes none away. What lies open has dried meanwhile; for how long, the quickest of a kind cannot tell.
func (s *search) meet(thin *label, role Role, p *coating.Product) first {
	_, least := CoatsWanted(&s.wish, role, thin.ground, p)
	layer := Layer{Role: role, Product: p, Coats: least}
	shut := *thin
	shut.ground.Open = compat.Open{}
	shut.ground = withoutFilm(shut.ground)
	key := shutKey{shut.ground, role, s.wish.worn(thin.role, role), thin.product == nil, p}
	onTop, known := s.shut[key]
	if !known {
		onTop = s.join(&shut, layer)
		s.shut[key] = onTop
	}
	if !onTop.Legal() {
		return first{}
	}
	judged := s.join(thin, layer)
	judged.EarliestH = min(onTop.EarliestH, judged.EarliestH)
	return first{judged.Legal(), joinCost(judged).rank(s.weights)}
}

// shutKey is what a coat's first join is judged by where neither film nor what lies open beside the top counts: many
// lots share it.
type shutKey struct {
	ground compat.Ground
	role   Role
	worn   compat.Distress
	bottom bool
	coat   *coating.Product
}

// carries tells whether even the thickest ground of a lot carries so many coats of p, so that none gets fewer.
func (s *search) carries(over *lot, role Role, p *coating.Product, coats int) bool {
	thick := over.like
	thick.ground.FilmUM, thick.ground.SoftUM = over.thick.FilmUM, over.thick.SoftUM
	layer := Layer{Role: role, Product: p, Coats: coats}
	return s.join(&thick, layer).Legal() &&
		between(s.ctx, thick.ground, layer, s.wish.worn(thick.role, role)).Legal()
}

// kind is what rules read of a ground's top, but for its waits. None reads the sheen of what lies below, nor waits for
// a full cure where the coats are still to come.
type kind struct {
	family     *coating.Family
	shade      coating.Shade
	floor      float64
	slip       bool
	recoatMaxH float64
	crosses    bool
	said       [3]bool          // whether its label speaks of recoating, of another carrier, and of its window
	named      *coating.Product // where a label or a board has a word on what goes over it
}

func (s *search) kindKey(p *coating.Product) kind {
	k := kind{
		family: p.Family, shade: p.Shade, floor: p.Floor, slip: p.States(coating.StatesSlip),
		recoatMaxH: p.RecoatMaxH, crosses: p.CrossWaitH > 0,
	}
	for i, field := range []string{"recoatMinH", "crossWaitH", "recoatMaxH"} {
		k.said[i] = p.Basis(field) == core.Label
	}
	if s.named(p) {
		k.named = p
	}
	return k
}

// kindOf stands for all products of the shelf that rules cannot tell from p as a ground: it waits as short as the
// quickest of them, for each kind of wait.
func (s *search) kindOf(p *coating.Product) *coating.Product {
	if s.kindsOf == nil {
		s.kindsOf = map[*coating.Product]*coating.Product{}
		alike := map[kind][]*coating.Product{}
		for _, q := range s.shelf {
			alike[s.kindKey(q)] = append(alike[s.kindKey(q)], q)
		}
		for _, of := range alike {
			quick := quickest(of, s.wish.Air)
			for _, q := range of {
				s.kindsOf[q] = quick
			}
		}
	}
	return s.kindsOf[p]
}

// coatKind is what rules read of a coat, but for its times and its film.
type coatKind struct {
	kind
	gloss      bool
	sheet      coating.Sheet
	statements string
}

// coatOf stands for all coats of the shelf that rules cannot tell from p, in the thinnest film of them.
func (s *search) coatOf(p *coating.Product) *coating.Product {
	if s.coatsOf == nil {
		s.coatsOf = map[*coating.Product]*coating.Product{}
		byKind := map[coatKind]*coating.Product{}
		for _, q := range s.shelf {
			k := s.coatKey(q)
			thinnest := byKind[k]
			if thinnest == nil {
				copied := *q
				thinnest = &copied
				byKind[k] = thinnest
			}
			if q.DryUM() > 0 {
				thinnest.DryFilmUM = min(thinnest.DryUM(), q.DryUM())
			}
			s.coatsOf[q] = thinnest
		}
	}
	return s.coatsOf[p]
}

func (s *search) coatKey(p *coating.Product) coatKind {
	k := coatKind{kind: s.kindKey(p), gloss: p.Sheen >= coating.SemiGloss, sheet: p.Sheet}
	decided := slices.ContainsFunc(s.wish.Wants.Decisions, func(d compat.Decision) bool { return d.Coat == p.ID })
	own := decided || len(p.Pairings) > 0 ||
		slices.ContainsFunc(s.wish.Boards, func(b compat.Board) bool { return b.Coat == p.ID })
	if own {
		k.named = p
	}
	for _, id := range slices.Sorted(maps.Keys(p.Statements)) {
		k.statements += id + " "
	}
	t := &k.sheet
	t.TouchH, t.RecoatMinH, t.CrossWaitH, t.SandH, t.LightUseH, t.FullCureD = 0, 0, 0, 0, 0, 0
	t.RefC, t.RefRH, t.SpreadM2L, t.SolidsPct, t.DryFilmUM = 0, 0, 0, 0, 0
	t.DensityA, t.DensityB, t.PotLifeH, t.ShelfMonths, t.FlashC, t.VOCGramsPerL = 0, 0, 0, 0, 0, 0
	return k
}

func quickest(alike []*coating.Product, air climate.Air) *coating.Product {
	least := func(after func(*coating.Product, climate.Air) float64) float64 {
		hours := math.Inf(1)
		for _, p := range alike {
			hours = min(hours, after(p, air))
		}
		return hours
	}
	out := *alike[0]
	out.Late, out.RefC, out.RefRH = coating.Sheet{}, 0, 0
	recoat := least((*coating.Product).RecoatAfterH)
	slow, cure := out.Slowdown(air), out.CureSlowdown(air)
	out.RecoatMinH = recoat / slow
	if out.CrossWaitH > 0 {
		out.CrossWaitH = least((*coating.Product).CrossAfterH) / slow
	}
	out.LightUseH = out.RecoatMinH + (least((*coating.Product).LightUseAfterH)-recoat)/cure
	return &out
}

// finish ends systems in each protector and keeps the cheapest one for each.
func (s *search) finish(lots []*lot, protectors []*coating.Product) {
	lots = slices.Clone(lots)
	slices.SortStableFunc(lots, func(a, b *lot) int { return cmp.Compare(a.like.cost, b.like.cost) })
	for _, p := range protectors {
		s.finishIn(p, lots)
	}
}

// finishIn tries the lots that can be the cheapest first, and leaves the rest as soon as none can come below what was
// found.
func (s *search) finishIn(p *coating.Product, lots []*lot) {
	leastEnd := s.leastEnd(p)
	var open offers
	for s.waiting.Err() == nil {
		for len(lots) > 0 {
			soonest := lots[0].like.cost + leastEnd
			if soonest >= s.bestCost(p) || (len(open) > 0 && soonest > open[0].atLeast) {
				break
			}
			if met := s.meets(lots[0], Protect, p); met.legal {
				unjudged := &way{from: lots[0], role: Protect, product: p, adds: met.cost + leastEnd}
				heap.Push(&open, offer{atLeast: lots[0].like.cost + unjudged.adds, way: unjudged})
			}
			lots = lots[1:]
		}
		if len(open) == 0 || open[0].atLeast >= s.bestCost(p) {
			return
		}
		if o, again := s.follow(heap.Pop(&open).(offer), leastEnd); again {
			heap.Push(&open, o)
		}
	}
}

// follow judges a way to an end by what its coat itself says, or then ends a system over the next label below. It
// tells whether there may be more to follow.
func (s *search) follow(o offer, leastEnd float64) (offer, bool) {
	from, p := o.way.from, o.way.product
	if !o.way.judged {
		b, ok := s.bound(from, Protect, p)
		o.way.adds, o.way.judged = b.adds, true
		o.atLeast = from.like.cost + b.adds
		return o, ok
	}
	below := s.nth(from, o.next)
	if below == nil {
		return o, false
	}
	o.atLeast = below.cost + o.way.adds
	if o.atLeast < s.bestCost(p) {
		s.end(below, p, leastEnd)
	}
	o.next++
	return o, true
}

// bestCost is what the cheapest system found so far costs that ends in p.
func (s *search) bestCost(p *coating.Product) float64 {
	if best := s.best[p]; best != nil {
		return best.cost
	}
	return math.Inf(1)
}

// end finishes a system with p over l, and keeps it where it is the cheapest. LeastEnd is what p takes at the least.
func (s *search) end(l *label, p *coating.Product, leastEnd float64) {
	end := s.put(l, Protect, p, leastEnd, s.bestCost(p))
	if end == nil {
		return
	}
	end.cost += finishCost(&s.wish, p, end.coats, topOf(l.ground)).rank(s.weights)
	last := []*lot{{like: *end, thick: end.ground, made: []*label{end}}}
	for _, lot := range s.through(last, s.accents) {
		for n := 0; ; n++ {
			end := s.nth(lot, n)
			if end == nil || end.cost >= s.bestCost(p) {
				break
			}
			if surface := compat.Judge(compat.Join{Ground: end.ground, Context: s.ctx}); !surface.Legal() {
				s.note(l, p, surface)
				s.used[p] = false
				continue
			}
			if end.with || s.wish.Wants.With == 0 {
				s.best[p] = end
			}
		}
	}
}

// beats tells whether a serves for all that b serves for, at no more cost. A thinner film can only help: limits on
// film are the only rules that read it.
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
		oneKind := s.kindKey(p) == s.kindKey(q) // a named one is a kind of its own
		if !oneKind || !noSlower(p, q, s.wish.Air) {
			return false
		}
		a.Top = q
	}
	return withoutFilm(a) == withoutFilm(b)
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

// topOf is the family of what lies on a ground; nil on the bare material.
func topOf(g compat.Ground) *coating.Family {
	if g.Top == nil {
		return nil
	}
	return g.Top.Family
}

func withoutFilm(g compat.Ground) compat.Ground {
	g.FilmUM, g.SoftUM = 0, 0
	return g
}

// named tells whether a label or a board has a word on what goes over p.
func (s *search) named(p *coating.Product) bool {
	decided := slices.ContainsFunc(s.wish.Wants.Decisions, func(d compat.Decision) bool { return d.Ground == p.ID })
	return decided || len(p.Pairings) > 0 ||
		slices.ContainsFunc(s.wish.Boards, func(b compat.Board) bool { return b.Ground == p.ID })
}
