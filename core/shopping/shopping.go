// Package shopping tells what open pieces take of each product, what of it stands on the shelf, and what to buy; and
// which parts they want.
package shopping

import (
	"cmp"
	"math"
	"slices"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/quantity"
	"firmitas/core/worklog"
)

// Wanted is what a piece takes of a product.
type Wanted struct {
	Product *coating.Product
	Litres  float64
	By      time.Time // it is laid first
	Piece   int       // as the caller knows it
}

// Held is a tin on the shelf.
type Held struct {
	ID, ProductID int64
	Tin           coating.Tin
}

// Line is one product on the list.
type Line struct {
	Product *coating.Product
	Litres  float64 // that all pieces take
	From    []Drawn // what of it is laid from tins that stand on the shelf, in the order in which they are used up
	Stale   []int64 // tins that will not be good any more when they are wanted
	Pieces  []int   // that take it, the first to need it first
	By      time.Time
	Lacks   float64 // litres to buy; 0 = the shelf has enough
	LacksBy time.Time
	Basket  quantity.Basket // of Packs; empty where no pack is known, or nothing lacks
	Packs   []quantity.Pack
}

// Drawn is what is laid from one tin.
type Drawn struct {
	ID     int64
	Litres float64
}

// leastML is what is not worth a line: a smear in the tin.
const leastML = 5

// List of what pieces want, the first to be bought first. Tins are drawn from by the pieces that need them first:
// opened ones before closed ones, and of those the one that spoils first; only ones that are still good when they are
// wanted. Packs are how each product, by its id, is sold.
func List(wanted []Wanted, held []Held, packs map[int64][]quantity.Pack) []Line {
	byNeed := slices.Clone(wanted)
	slices.SortStableFunc(byNeed, func(a, b Wanted) int { return a.By.Compare(b.By) })
	left := slices.Clone(held)
	slices.SortStableFunc(left, usedFirst)
	var lines []Line
	for _, w := range byNeed {
		if w.Litres*1000 < leastML {
			continue
		}
		at := slices.IndexFunc(lines, func(l Line) bool { return l.Product.ID == w.Product.ID })
		if at < 0 {
			lines = append(lines, Line{Product: w.Product, By: w.By, Packs: packs[w.Product.ID]})
			at = len(lines) - 1
		}
		lines[at].draw(w, left)
	}
	for i := range lines {
		lines[i].Basket, _ = quantity.Cheapest(milli(lines[i].Lacks), lines[i].Packs)
	}
	slices.SortStableFunc(lines, func(a, b Line) int { return a.toBuy().Compare(b.toBuy()) })
	return lines
}

// toBuy is when a line has to be bought by; never, where the shelf has enough.
func (l Line) toBuy() time.Time {
	if l.Lacks == 0 {
		return time.Unix(1<<40, 0)
	}
	return l.LacksBy
}

// draw takes what a piece wants from the tins, and notes what they lack.
func (l *Line) draw(w Wanted, tins []Held) {
	l.Litres += w.Litres
	l.Pieces = append(l.Pieces, w.Piece)
	need := w.Litres
	for i := range tins {
		t := &tins[i]
		if t.ProductID != w.Product.ID || t.Tin.LeftL <= 0 || need <= 0 {
			continue
		}
		if !w.Product.GoodOn(t.Tin, w.By) {
			if !slices.Contains(l.Stale, t.ID) {
				l.Stale = append(l.Stale, t.ID)
			}
			continue
		}
		takes := min(need, t.Tin.LeftL)
		need -= takes
		t.Tin.LeftL -= takes
		if at := slices.IndexFunc(l.From, func(d Drawn) bool { return d.ID == t.ID }); at >= 0 {
			l.From[at].Litres += takes
			continue
		}
		l.From = append(l.From, Drawn{t.ID, takes})
	}
	if need*1000 < leastML {
		return
	}
	if l.Lacks == 0 {
		l.LacksBy = w.By
	}
	l.Lacks += need
}

// Used is what pieces took of a product lately.
type Used struct {
	Litres float64
	Pieces int
	Last   time.Time
}

// Scarce is a product that hands still reach for and of which hardly any will be left.
type Scarce struct {
	Product *coating.Product
	Left    float64 // litres, once all open pieces have theirs
	APiece  float64 // litres that a piece took
}

// reachedFor is how long after its last coat a product still counts as in use (practice).
const reachedFor = 183 * 24 * time.Hour

// Low are the products in use of which less will be left than a piece takes, once all that is on the list is laid.
// Those that the list has to buy are left out: what is bought is told there.
func Low(shelf []*coating.Product, used map[int64]Used, list []Line, held []Held, now time.Time) []Scarce {
	var out []Scarce
	for _, p := range shelf {
		u := used[p.ID]
		if u.Pieces == 0 || now.Sub(u.Last) > reachedFor {
			continue
		}
		left := 0.0
		for _, h := range held {
			if h.ProductID == p.ID && p.GoodOn(h.Tin, now) {
				left += h.Tin.LeftL
			}
		}
		at := slices.IndexFunc(list, func(l Line) bool { return l.Product.ID == p.ID })
		if at >= 0 {
			if list[at].Lacks > 0 {
				continue
			}
			for _, d := range list[at].From {
				left -= d.Litres
			}
		}
		if aPiece := u.Litres / float64(u.Pieces); left < aPiece {
			out = append(out, Scarce{p, max(0, left), aPiece})
		}
	}
	return out
}

// usedFirst: an opened tin before a closed one, the one that was opened first, or spoils first.
func usedFirst(a, b Held) int {
	opened := func(t coating.Tin) int { return map[bool]int{true: 0, false: 1}[!t.Opened.IsZero()] }
	spoils := func(t coating.Tin) time.Time {
		if t.BestBefore.IsZero() {
			return time.Unix(1<<40, 0)
		}
		return t.BestBefore
	}
	return cmp.Or(cmp.Compare(opened(a.Tin), opened(b.Tin)), a.Tin.Opened.Compare(b.Tin.Opened),
		spoils(a.Tin).Compare(spoils(b.Tin)))
}

func milli(litres float64) int { return int(math.Ceil(litres*1000 - 1e-6)) }

// Part is something that pieces want and that is neither a coat nor counted from the work.
type Part struct {
	Text string
	quantity.Part
	For []PartFor
}

// PartFor is one piece's share of a part.
type PartFor struct {
	Piece int   // as the caller knows it
	Fact  int64 // that tells it
	Qty   float64
}

// AddParts puts the wanted parts of one more piece onto a list: what bears the same name is bought together.
func AddParts(list []Part, piece int, wanted []worklog.Event) []Part {
	for _, e := range wanted {
		at := slices.IndexFunc(list, func(p Part) bool {
			return strings.EqualFold(p.Text, e.Text()) && p.Unit == e.Part().Unit
		})
		if at < 0 {
			list = append(list, Part{Text: e.Text(), Part: quantity.Part{Unit: e.Part().Unit}})
			at = len(list) - 1
		}
		list[at].Qty += e.Part().Qty
		list[at].For = append(list[at].For, PartFor{piece, e.ID, e.Part().Qty})
	}
	return list
}
