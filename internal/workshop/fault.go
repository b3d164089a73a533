package workshop

import (
	"context"
	"fmt"

	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/schedule"
	"firmitas/internal/store"
)

// Diagnosis is what a fault on a zone comes from, as far as it can be told, and what the record said towards it.
type Diagnosis struct {
	Fault    *fault.Fault
	Finding  fault.Finding
	Known    []schedule.Known
	Minutes  float64           // by hand, for the zone; 0 where it is counted by the spot
	Cautions []coating.Caution // before any remedy
}

// Diagnose weighs the causes of a fault that is seen on a zone by its record, and by what is said besides: facts that
// are so, and facts that are not. It saves nothing. It is Invalid where a fault or a fact is none.
func (s *Service) Diagnose(ctx context.Context, pieceID, zoneID int64, id string, yes, no []string) (Diagnosis, error) {
	return reading(ctx, s, func(ctx context.Context) (Diagnosis, error) {
		home, p, err := s.loaded(ctx, pieceID)
		if err != nil {
			return Diagnosis{}, err
		}
		out := Diagnosis{Fault: fault.Find(id)}
		var c check
		c.listed(out.Fault != nil, "/fault", "a fault", id)
		said := func(list []string, at string) map[string]bool {
			facts := map[string]bool{}
			for i, fact := range list {
				c.listed(fault.FindFact(fact) != nil, fmt.Sprintf("%s/%d", at, i), "a fact", fact)
				facts[fact] = true
			}
			return facts
		}
		known, denied := said(yes, "/yes"), said(no, "/no")
		if err := c.err(); err != nil {
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
		plan, err := s.plan(home, p)
		if err != nil {
			return out, err
		}
		if plan != nil {
			if seen := plan.Brief.Zones[at].Wish.Seen; seen.LeadOpen() || seen.LeadFound() {
				out.Cautions = append(out.Cautions, fault.Old)
			}
			out.Known = plan.Brief.Evidence(plan.Plan, at, s.Now())
		}
		so, not := schedule.Weighed(out.Known)
		for fact := range so {
			known[fact] = known[fact] || !denied[fact]
		}
		for fact := range not {
			denied[fact] = denied[fact] || !known[fact]
		}
		out.Cautions = append(out.Cautions, out.Fault.Cautions()...)
		out.Finding = out.Fault.Why(known, denied)
		out.Minutes = out.Fault.FixedMinutes + out.Fault.MinutesPerM2*p.Zones[at].AreaM2
		return out, nil
	})
}
