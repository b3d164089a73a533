package choosing

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"github.com/shopspring/decimal"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/shelf"
)

// Suggestion is a system laid out on the calendar, with what it takes.
type Suggestion struct {
	System   system.System
	Plan     schedule.Plan
	Litres   float64
	Cost     string          // the share of the tins at their price, a decimal; "" when a price is missing
	Renew    int             // months between renewals in this life; 0 = not as routine
	VOCGrams float64         // 0 when a label does not give it
	FirstUse []string        // products that no piece of the workshop has yet
	Warned   []string        // what the workshop's own notes say against its products
	Buy      []schedule.Need // what the tins in stock are short of
	Better   []system.Better
	Together []string // what it means for the other zones of the piece
}

// Opening is one thing to loosen when nothing suits, with the nearest system that it would open.
type Opening struct {
	system.Opening
	Nearest Suggestion
	Lacks   string
}

// Choice is what the shelf can do for a brief.
type Choice struct {
	Suggestions []Suggestion
	LeftOut     []system.LeftOut
	Openings    []Opening
	Suited      int
	Air         climate.Air
	Say         []system.Saying
}

// stock is what the workshop knows of its products besides their sheets.
type stock struct {
	prices map[int64]decimal.Decimal // by litre
	left   map[int64]float64         // litres in tins, by product
	used   map[int64]bool
	warned map[int64]string                   // products with a note that says never again
	plan   func(schedule.Brief) schedule.Plan // around the other pieces
}

// pricesPerL are the prices as the search weighs them.
func (k stock) pricesPerL() map[int64]float64 {
	out := make(map[int64]float64, len(k.prices))
	for id, price := range k.prices {
		out[id] = price.InexactFloat64()
	}
	return out
}

// inStock are the products there is something left of.
func (k stock) inStock() map[int64]bool {
	out := map[int64]bool{}
	for id, litres := range k.left {
		out[id] = litres > 0
	}
	return out
}

// stock is what there is, and the room as it is without a piece that is to be chosen for; 0 = a new one.
func (s *Service) stock(
	ctx context.Context, home house.Workshop, shelf []*coating.Product, piece int64,
) (stock, error) {
	out := stock{prices: map[int64]decimal.Decimal{}, left: map[int64]float64{}, used: map[int64]bool{}}
	cal, err := s.calendar.All(ctx, home)
	if err != nil {
		return out, err
	}
	out.plan = schedule.Around(cal.Room, cal.Without(piece))
	tins, err := s.shelf.Tins(ctx, home.ID, 0)
	if err != nil {
		return out, err
	}
	products := map[int64]*coating.Product{}
	for _, p := range shelf {
		products[p.ID] = p
		if perL, known := coating.DearestPerL(p.Sold()); known {
			out.prices[p.ID] = perL
		}
	}
	for _, t := range tins {
		p := products[t.ProductID]
		if p == nil {
			continue
		}
		tin := s.shelf.Tin(p, t)
		out.left[p.ID] += tin.LeftL
		if sold := tin.Sold(); sold.Priced && sold.SizeL > 0 {
			out.prices[p.ID] = sold.Price.Div(decimal.NewFromFloat(sold.SizeL)) // the newest tin's
		}
	}
	used, err := s.store.UsedProducts(ctx, home.ID)
	if err != nil {
		return out, err
	}
	for _, id := range used {
		out.used[id] = true
	}
	out.warned, err = s.store.NeverAgain(ctx, home.ID)
	return out, err
}

// suggest lays a system out for the only zone of a brief. Tops are the last coats that could better it.
func (k stock) suggest(brief schedule.Brief, found system.System, tops []*coating.Product) Suggestion {
	brief.Zones = slices.Clone(brief.Zones)
	brief.Zones[0].System = &found
	plan := k.plan(brief)
	wish := brief.Zones[0].Wish
	out := Suggestion{
		System:   found,
		Plan:     plan,
		Better:   system.Improve(wish, found, tops),
		Together: wish.Together(found),
		Renew:    wish.Use.RenewMonths(found.Protection().Product.Family),
	}
	cost, priced, voc, told := decimal.Zero, true, 0.0, true
	for _, n := range plan.Needs {
		out.Litres += n.Litres
		price, known := k.prices[n.Product.ID]
		priced = priced && known
		cost = cost.Add(price.Mul(decimal.NewFromFloat(n.Litres)))
		told = told && n.Product.VOCGramsPerL > 0
		voc += n.Litres * n.Product.VOCGramsPerL
		if short := n.Litres - k.left[n.Product.ID]; short > 0 {
			out.Buy = append(out.Buy, schedule.Need{Product: n.Product, Litres: short})
		}
		if note := k.warned[n.Product.ID]; note != "" {
			out.Warned = append(out.Warned, fmt.Sprintf("%s: “%s”", n.Product.Name, note))
		}
		if !k.used[n.Product.ID] {
			out.FirstUse = append(out.FirstUse, n.Product.Name)
		}
	}
	if priced && len(plan.Needs) > 0 {
		out.Cost = cost.StringFixed(2)
	}
	if told {
		out.VOCGrams = voc
	}
	return out
}

// asked is a brief of one zone, ready to be answered.
type asked struct {
	home  house.Workshop
	brief schedule.Brief
	shelf []*coating.Product
	stock stock
}

func (s *Service) asked(ctx context.Context, b piece.Brief) (asked, error) {
	var out asked
	var err error
	if out.home, err = s.house.Home(ctx); err != nil {
		return out, err
	}
	if out.brief, err = b.Checked(out.home, s.house.Now(), false); err != nil {
		return out, err
	}
	if out.shelf, err = s.shelf.Answers(ctx, out.home); err != nil {
		return out, err
	}
	if out.stock, err = s.stock(ctx, out.home, out.shelf, b.PieceID); err != nil {
		return out, err
	}
	zone := b.Zones[0]
	wish := &out.brief.Zones[0].Wish
	if zone.Wants != nil && zone.Wants.OnlyStock {
		wish.Wants.InStock = out.stock.inStock()
	}
	dateMoves := zone.Wants != nil && zone.Wants.DateMoves
	if !b.Promised.IsZero() && !dateMoves {
		wish.Wants.PromisedH = b.Promised.Sub(b.Start).Hours()
	}
	wish.Wants.Prices, wish.Wants.Warned = out.stock.pricesPerL(), out.stock.warned
	if b.PieceID != 0 {
		row, err := s.store.Piece(ctx, out.home.ID, b.PieceID)
		if err != nil {
			return out, err
		}
		p, err := piece.OfRow(row)
		wish.Beside = beside(&p, zone.ID)
		return out, err
	}
	return out, nil
}

// beside are the zones next to one that have a system.
func beside(p *piece.Piece, zoneID int64) []system.Neighbour {
	var out []system.Neighbour
	for _, z := range p.Zones {
		if z.ID != zoneID && len(z.Layers) > 0 {
			out = append(out, system.Neighbour{Zone: z.Name, Look: z.Look, Face: z.Face, Layers: z.Layers})
		}
	}
	return out
}

// suggestAll lays out each system, with the last coats of them all to better each by.
func (k stock) suggestAll(brief schedule.Brief, found []system.System) []Suggestion {
	var tops []*coating.Product
	for _, f := range found {
		tops = append(tops, f.Protection().Product)
	}
	out := make([]Suggestion, len(found))
	for i, f := range found {
		out[i] = k.suggest(brief, f, tops)
	}
	return out
}

// searchEnded tells of a search that ran out of time: to ask the same again would only take as long again.
func searchEnded(err error) error {
	if !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	return problem.Refuse("This takes longer to search than is waited for. Say which product each decoration is laid with, " +
		"or leave kinds out, and it goes quickly.")
}

// Choose searches the shelf for one zone; dates are those of a piece that has only this one. It saves nothing.
func (s *Service) Choose(ctx context.Context, b piece.Brief) (Choice, error) {
	q, err := s.asked(ctx, b)
	if err != nil {
		return Choice{}, err
	}
	answer, err := system.Search(ctx, q.brief.Zones[0].Wish, q.shelf)
	if err != nil {
		return Choice{}, searchEnded(err)
	}
	out := Choice{LeftOut: answer.LeftOut, Suited: answer.Suited, Air: b.Air, Say: q.brief.Zones[0].Wish.Said()}
	out.Suggestions = q.stock.suggestAll(q.brief, answer.Systems)
	if q.brief.Zones[0].Wish.Wants.PromisedH > 0 {
		slices.SortStableFunc(out.Suggestions, lateLast)
	}
	for _, o := range answer.Openings {
		nearest := q.stock.suggest(q.brief, o.Nearest, nil)
		out.Openings = append(out.Openings, Opening{o, nearest, lacks(o.Nearest)})
	}
	return out, nil
}

// lateLast puts what misses the promise behind what keeps it.
func lateLast(a, b Suggestion) int {
	late := func(s Suggestion) int {
		if s.Plan.Promise != nil && s.Plan.Promise.Met {
			return 0
		}
		return 1
	}
	return cmp.Compare(late(a), late(b))
}

// lacks is the first thing that stands in a system's way; "" when nothing does.
func lacks(s system.System) string {
	if s.Legal() {
		return ""
	}
	return s.WhyIllegal()
}

// Assessed is a system put together by hand, judged whole.
type Assessed struct {
	Suggestion
	Why     string           // the first thing that stands in the way; "" when nothing does
	Ways    [][]compat.Way   // for each layer the ways past a bad join under it
	Earlier []store.Decision // refusals of these coats gone past on other zones of this material, the newest first
}

// Assess judges layers put together by hand for the zone of a brief. It saves nothing.
func (s *Service) Assess(ctx context.Context, b piece.Brief, layers []shelf.LayerAsked) (Assessed, error) {
	q, err := s.asked(ctx, b)
	if err != nil {
		return Assessed{}, problem.Prefixed(err, "/brief")
	}
	picked := make([]LayerChoice, len(layers))
	for i, l := range layers {
		picked[i] = LayerChoice{ProductID: l.ProductID, Coats: l.Coats}
	}
	laid, err := layersFrom(picked, q.shelf)
	if err != nil {
		return Assessed{}, err
	}
	system.GiveRoles(q.brief.Zones[0].Wish, laid)
	wish := q.brief.Zones[0].Wish
	judged := system.Assess(wish, laid)
	out := Assessed{Why: lacks(judged), Ways: system.WaysPast(wish, judged, q.shelf)}
	out.Suggestion = q.stock.suggest(q.brief, judged, q.shelf)
	earlier, err := s.store.Overrides(ctx, q.home.ID, wish.Material.ID)
	for _, d := range earlier {
		if slices.ContainsFunc(layers, func(l shelf.LayerAsked) bool { return l.ProductID == d.CoatID }) {
			out.Earlier = append(out.Earlier, d)
		}
	}
	return out, err
}
