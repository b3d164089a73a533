package workshop

import (
	"context"
	"maps"
	"sync"

	"firmitas/core/money"
	"firmitas/core/report"
	"firmitas/internal/store"
)

// tally is what all facts of the log add up to, kept from one report to the next: facts are only ever added, so that
// the next one reads those that are new. What was taken back, a tin whose price changed, or a count that does not fit
// makes it begin anew.
type tally struct {
	mu   sync.Mutex
	of   store.TallyMark
	sums *sums
}

// sums are never changed once they are made: others may still be reading them.
type sums struct {
	minutes map[int64]float64      // by piece
	costs   map[int64]money.Amount // out of tins, by piece
	works   map[string]report.Work
}

// tallied is what the log adds up to now.
func (s *Service) tallied(ctx context.Context, home Workshop) (*sums, error) {
	mark, err := s.store.TallyMark(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	s.tally.mu.Lock()
	known, kept := s.tally.of, s.tally.sums
	s.tally.mu.Unlock()
	switch {
	case kept != nil && mark == known:
		return kept, nil
	case kept != nil && mark.Follows(known):
		kept, err = s.goOn(ctx, home, kept, known, mark)
	default:
		kept = nil
	}
	if err == nil && kept == nil {
		kept, err = s.fromTheStart(ctx, home)
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

// fromTheStart adds up the whole log.
func (s *Service) fromTheStart(ctx context.Context, home Workshop) (*sums, error) {
	out := &sums{minutes: map[int64]float64{}, works: map[string]report.Work{}}
	worked, err := s.store.Worked(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	for _, w := range worked {
		out.add(w.PieceID, report.Work{Work: w.Work, Jobs: w.Jobs, Took: w.Took, Planned: w.Planned})
	}
	out.costs, err = s.drawn(ctx, home)
	return out, err
}

// goOn adds what was told since; nil where that is not enough, because something was taken back.
func (s *Service) goOn(ctx context.Context, home Workshop, was *sums, from, to store.TallyMark) (*sums, error) {
	fresh, err := s.store.ToldBetween(ctx, home.ID, from.Last, to.Last)
	if err != nil || int64(len(fresh)) != to.Events-from.Events {
		return nil, err
	}
	tins, err := s.store.AllTins(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	prices := map[int64]store.Tin{}
	for _, t := range tins {
		prices[t.ID] = t.Tin
	}
	out := was.copied()
	for _, f := range fresh {
		if f.Kind == "taken_back" {
			return nil, nil
		}
		if f.Took > 0 {
			out.add(f.PieceID, report.Work{Work: f.Work, Jobs: 1, Took: f.Took, Planned: f.Planned})
		}
		if tin := priced(prices[f.TinID]); f.Litres > 0 && tin.Known {
			out.costs[f.PieceID] = out.costs[f.PieceID].Add(money.Of(tin.Price, f.Litres, tin.SizeL))
		}
	}
	return out, nil
}

func (s *sums) copied() *sums {
	return &sums{minutes: maps.Clone(s.minutes), costs: maps.Clone(s.costs), works: maps.Clone(s.works)}
}

// add minutes of a piece, and of a kind of work that a plan counted.
func (s *sums) add(piece int64, w report.Work) {
	s.minutes[piece] += w.Took
	if w.Work == "" || w.Planned <= 0 {
		return
	}
	of := s.works[w.Work]
	of.Work = w.Work
	of.Jobs += w.Jobs
	of.Took += w.Took
	of.Planned += w.Planned
	s.works[w.Work] = of
}
