package books

import (
	"cmp"
	"context"
	"maps"
	"slices"
	"sync"

	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/report"
	"firmitas/core/worklog"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
)

// tally is what all facts of the log add up to, kept from one report to the next: facts are only ever added, so that
// the next one reads those that are new. A count that does not fit makes it begin anew.
type tally struct {
	mu   sync.Mutex
	of   store.TallyMark
	sums *sums
}

// priceList is what all tins cost and held, by id, those that are gone too.
type priceList struct {
	of   store.TinMark
	tins map[int64]ledger.Priced
}

// sums are never changed once they are made: others may still be reading them.
type sums struct {
	minutes map[int64]float64      // by piece
	costs   map[int64]money.Amount // out of tins, by piece
	works   map[string]report.Work
	paid    []Booking  // of money, in their order
	laid    []laidCoat // with an amount, the newest first
	prices  priceList
}

// laidCoat is a coat that was told, on which piece.
type laidCoat struct {
	worklog.Event
	piece int64
}

// mostLaid coats teach at once how far products go, the newest.
const mostLaid = 1_000

// tallied is what the log adds up to now.
func (s *Service) tallied(ctx context.Context, home house.Workshop) (*sums, error) {
	s.tally.mu.Lock()
	known, kept := s.tally.of, s.tally.sums
	s.tally.mu.Unlock()
	prices, err := s.prices(ctx, home, kept)
	if err != nil {
		return nil, err
	}
	mark, err := s.store.TallyMark(ctx, home.ID, known)
	if err != nil {
		return nil, err
	}
	if kept != nil && mark != known {
		if kept, err = s.goOn(ctx, home, kept, prices, known, mark); err != nil {
			return nil, err
		}
	}
	switch {
	case kept == nil:
		kept, err = s.fromTheStart(ctx, home, prices)
	case !prices.leave(kept.prices):
		kept = kept.copied()
		kept.prices = prices
		kept.costs, err = s.drawn(ctx, home, prices)
	case prices.of != kept.prices.of:
		kept = kept.copied()
		kept.prices = prices
	}
	if err != nil {
		return nil, err
	}
	s.tally.mu.Lock()
	defer s.tally.mu.Unlock()
	if s.tally.of.Last <= mark.Last {
		s.tally.of, s.tally.sums = mark, kept
	}
	return kept, nil
}

// prices are as they were read for earlier sums, where no tin came or changed since.
func (s *Service) prices(ctx context.Context, home house.Workshop, was *sums) (priceList, error) {
	mark, err := s.store.TinMark(ctx, home.ID)
	if err != nil {
		return priceList{}, err
	}
	if was != nil && was.prices.of == mark {
		return was.prices, nil
	}
	tins, err := s.store.AllTins(ctx, home.ID)
	out := priceList{mark, make(map[int64]ledger.Priced, len(tins))}
	for _, t := range tins {
		out.tins[t.ID] = priced(t)
	}
	return out, err
}

// leave tells whether shares of tins stand as they were reckoned: no price was told anew since.
func (l priceList) leave(was priceList) bool {
	if l.of == was.of {
		return true
	}
	for id, old := range was.tins {
		p := l.tins[id]
		sameSize := p.Known == old.Known && p.SizeL == old.SizeL
		if !sameSize || !p.Price.Equal(old.Price) {
			return false
		}
	}
	return true
}

// fromTheStart adds up the whole log.
func (s *Service) fromTheStart(ctx context.Context, home house.Workshop, prices priceList) (*sums, error) {
	out := &sums{minutes: map[int64]float64{}, works: map[string]report.Work{}, prices: prices}
	worked, err := s.store.Worked(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	for _, w := range worked {
		out.add(w.PieceID, report.Work{Work: w.Work, Jobs: w.Jobs, Took: w.Took, Planned: w.Planned})
	}
	if out.costs, err = s.drawn(ctx, home, prices); err != nil {
		return nil, err
	}
	if out.paid, err = s.paid(ctx, home, 0); err != nil {
		return nil, err
	}
	out.laid, err = s.laid(ctx, home, 0)
	return out, err
}

// goOn adds what was told since, and takes off what was taken back; nil where that cannot be told from the new facts
// alone.
func (s *Service) goOn(
	ctx context.Context, home house.Workshop, was *sums, prices priceList, from, to store.TallyMark,
) (*sums, error) {
	if !to.Follows(from) {
		return nil, nil
	}
	fresh, err := s.store.ToldBetween(ctx, home.ID, from.Last, to.Last)
	if err != nil || int64(len(fresh)) != to.Events-from.Events {
		return nil, err
	}
	out := was.copied()
	for _, f := range fresh {
		out.count(f, prices, 1)
	}
	var back []int64
	for _, f := range fresh {
		if worklog.Kind(f.Kind) == worklog.TakenBack {
			back = append(back, f.OfID)
		}
	}
	gone, err := s.store.ToldOf(ctx, home.ID, back)
	if err != nil || len(gone) != len(back) {
		return nil, err
	}
	for _, f := range gone {
		if f.Backs != 1 { // it was off already
			return nil, nil
		}
		out.count(f, prices, -1)
	}
	return out, s.listNew(ctx, home, out, from.Last, back)
}

// listNew puts new facts of money and new coats onto their lists, and takes off what was taken back.
func (s *Service) listNew(ctx context.Context, home house.Workshop, out *sums, after int64, back []int64) error {
	paid, err := s.paid(ctx, home, after)
	if err != nil {
		return err
	}
	laid, err := s.laid(ctx, home, after)
	if err != nil {
		return err
	}
	out.paid = append(out.paid, paid...)
	out.paid = slices.DeleteFunc(out.paid, func(b Booking) bool { return slices.Contains(back, b.fact) })
	slices.SortStableFunc(out.paid, func(a, b Booking) int {
		return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.fact, b.fact))
	})
	laid = append(laid, out.laid...)
	laid = slices.DeleteFunc(laid, func(e laidCoat) bool { return slices.Contains(back, e.ID) })
	out.laid = laid[:min(len(laid), mostLaid)]
	return nil
}

func (s *sums) copied() *sums {
	return &sums{
		minutes: maps.Clone(s.minutes), costs: maps.Clone(s.costs), works: maps.Clone(s.works),
		paid: slices.Clone(s.paid), laid: s.laid, prices: s.prices,
	}
}

// count what a fact tells, so many times: −1 takes it off.
func (s *sums) count(f store.ToldFact, prices priceList, times int) {
	if f.PieceID == 0 {
		return
	}
	n := float64(times)
	if f.Took > 0 {
		s.add(f.PieceID, report.Work{Work: f.Work, Jobs: times, Took: n * f.Took, Planned: n * f.Planned})
	}
	if tin := prices.tins[f.TinID]; f.Litres > 0 && tin.Known {
		share := money.Of(tin.Price, f.Litres, tin.SizeL)
		if times < 0 {
			share = share.Neg()
		}
		s.costs[f.PieceID] = s.costs[f.PieceID].Add(share)
	}
}

// add minutes of a piece, and of a kind of work that a plan counted.
func (s *sums) add(piece int64, w report.Work) {
	s.minutes[piece] += w.Took
	if w.Work == "" || w.Planned == 0 {
		return
	}
	of := s.works[w.Work]
	of.Work = w.Work
	of.Jobs += w.Jobs
	of.Took += w.Took
	of.Planned += w.Planned
	s.works[w.Work] = of
}
