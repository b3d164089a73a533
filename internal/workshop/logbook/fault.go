package logbook

import (
	"context"
	"fmt"
	"time"

	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// Diagnosis is what a fault on a zone comes from, as far as it can be told, and what the record said towards it.
type Diagnosis struct {
	Fault    *fault.Fault
	Finding  fault.Finding
	Known    []schedule.Known
	Minutes  float64           // by hand, for the zone; 0 where it is counted by the spot
	Cautions []coating.Caution // before any remedy
	FirstH   float64           // hours before hands set about it
	Over     string            // the coat that it shows on; "" where none of ours lies there
	TakesOff *worklog.Coat     // that coat as the log knows it, where it was told
	product  int64             // that it shows on; 0 where none of ours lies there
}

// Diagnose weighs the causes of a fault that is seen on a zone by its record, and by what is said besides: facts that
// are so, and facts that are not. It saves nothing. It is Invalid where a fault or a fact is none.
func (s *Service) Diagnose(ctx context.Context, pieceID, zoneID int64, id string, yes, no []string) (Diagnosis, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Diagnosis, error) {
		home, p, err := s.piece.Piece(ctx, pieceID)
		if err != nil {
			return Diagnosis{}, err
		}
		out := Diagnosis{Fault: fault.Find(id)}
		var c problem.Check
		c.Listed(out.Fault != nil, "/fault", "a fault", id)
		said := func(list []string, at string) map[string]bool {
			facts := map[string]bool{}
			for i, fact := range list {
				c.Listed(fault.FindFact(fact) != nil, fmt.Sprintf("%s/%d", at, i), "a fact", fact)
				facts[fact] = true
			}
			return facts
		}
		known, denied := said(yes, "/yes"), said(no, "/no")
		if err := c.Err(); err != nil {
			return out, err
		}
		at := -1
		for i, z := range p.Zones {
			if z.ID == zoneID {
				at = i
			}
		}
		if at < 0 {
			return out, store.ErrNotFound
		}
		plan, err := s.calendar.Plan(ctx, home, p)
		if err != nil {
			return out, err
		}
		if plan != nil {
			if seen := plan.Brief.Zones[at].Wish.Seen; seen.LeadOpen() || seen.LeadFound() {
				out.Cautions = append(out.Cautions, fault.Old)
			}
			out.Known = plan.Brief.Evidence(plan.Plan, at, s.house.Now())
			out.shownOn(plan, at, s.house.Now())
		}
		so, not := schedule.Weighed(out.Known)
		for fact := range so {
			known[fact] = known[fact] || !denied[fact]
		}
		for fact := range not {
			denied[fact] = denied[fact] || !known[fact]
		}
		out.Cautions = append(out.Cautions, out.Fault.Cautions()...)
		before, err := s.foundBefore(ctx, home, out.product, pieceID)
		if err != nil {
			return out, err
		}
		out.Finding = out.Fault.Why(known, denied, before)
		out.Minutes = out.Fault.Minutes(p.Zones[at].AreaM2)
		return out, nil
	})
}

// shownOn tells which coat the fault shows on, and how long that has to harden first.
func (d *Diagnosis) shownOn(plan *calendar.Plan, zone int, now time.Time) {
	d.FirstH = d.Fault.FirstH
	last := plan.Plan.LastLaid(plan.Brief, zone, now)
	if last == nil {
		return
	}
	d.Over, d.FirstH, d.product = last.Title, d.Fault.WaitH(last.Product.Family), last.Product.ID
	if last.Told != nil {
		coat := last.Told.Coat()
		d.TakesOff = &coat
	}
}

// foundBefore is how often each cause was found on a product within the year, on other pieces.
func (s *Service) foundBefore(ctx context.Context, home house.Workshop, product, piece int64) (map[string]int, error) {
	if product == 0 {
		return nil, nil
	}
	shown, err := record.PieceFacts(s.store.FaultsOf(ctx, home.ID, product))
	out := map[string]int{}
	for _, f := range shown {
		if f.At.After(s.house.Now().AddDate(-1, 0, 0)) && f.PieceID != piece {
			out[f.Fault().Cause]++
		}
	}
	return out, err
}
