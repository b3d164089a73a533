package logbook

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/fault"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// asPlanned fills in what nobody told of some work: the air as it was read or is planned, what it was laid with, what
// its minutes were spent on, and how many where its beginning was told; and the coat that a fault showed on.
func (s *Service) asPlanned(
	ctx context.Context, home house.Workshop, p piece.Piece, plan *calendar.Plan, e worklog.Event,
) (worklog.Event, error) {
	switch b := e.Body.(type) {
	case worklog.Laid:
		if err := s.laidAsPlanned(ctx, home, p, e, &b); err != nil {
			return e, err
		}
		if plan != nil {
			step := plan.Plan.StepOf(e)
			spentOn(&b.Worked, step, tookSince(p.Standing, e))
			if step != nil {
				b.AsMeant = step.Litres
			}
		}
		e.Body = b
	case worklog.Job:
		if plan != nil {
			spentOn(&b.Worked, plan.Plan.StepOf(e), 0)
		}
		e.Body = b
	case worklog.Fault:
		zone := slices.IndexFunc(p.Zones, func(z piece.Zone) bool { return z.ID == e.Zone })
		if plan == nil || zone < 0 {
			return e, nil
		}
		if last := plan.Plan.LastLaid(plan.Brief, zone, e.At); last != nil {
			b.Product = last.Product.ID
		}
		e.Body = b
	}
	return e, nil
}

// spentOn fills in what minutes were spent on, as the plan counts them, and how many went by since its beginning.
func spentOn(w *worklog.Worked, step *schedule.Step, since float64) {
	if step != nil {
		w.Kin = step.Kin
	}
	if w.Took == 0 {
		w.Took = since
	}
}

// laidAsPlanned fills in what nobody told of a coat.
func (s *Service) laidAsPlanned(
	ctx context.Context, home house.Workshop, p piece.Piece, e worklog.Event, laid *worklog.Laid,
) error {
	if laid.Air == (climate.Air{}) {
		read, err := s.air.AirAt(ctx, home, p, e.At)
		if err != nil {
			return err
		}
		laid.Air = p.Air
		if read != nil {
			laid.Air = *read
		}
	}
	planned := plannedProduct(p, e)
	if laid.Product == 0 {
		laid.Product = planned
	}
	if laid.Product != planned {
		row, err := s.store.Product(ctx, home.ID, laid.Product)
		if errors.Is(err, store.ErrNotFound) {
			return problem.At("/productId", "No product of the shelf has that number.")
		}
		if err != nil {
			return err
		}
		if laid.Instead, err = record.Product(row); err != nil {
			return err
		}
	}
	if err := s.tinOf(ctx, home, laid); err != nil {
		return err
	}
	return s.weighed(ctx, home, laid)
}

// longestSession beyond which a beginning that was told is taken to be of another day's work.
const longestSession = 10 * time.Hour

// tookSince are the minutes since a coat's beginning was told; 0 where it was not.
func tookSince(standing []worklog.Event, e worklog.Event) (minutes float64) {
	for _, o := range standing {
		since := e.At.Sub(o.At)
		sameSession := since > 0 && since <= longestSession
		if o.Kind() == worklog.Begun && o.Coat() == e.Coat() && sameSession {
			minutes = since.Minutes()
		}
	}
	return minutes
}

func plannedProduct(p piece.Piece, e worklog.Event) int64 {
	layer := e.Coat().Layer
	if z := p.Zone(e.Zone); z != nil && layer >= 0 && layer < len(z.Layers) {
		return z.Layers[layer].Product.ID
	}
	return 0
}

// weighed fills in the litres of a coat whose tin was on the scale before and after it.
func (s *Service) weighed(ctx context.Context, home house.Workshop, laid *worklog.Laid) error {
	before, after := laid.BeforeKg, laid.AfterKg
	if before == 0 && after == 0 {
		return nil
	}
	var c problem.Check
	c.That(before > 0 && before <= mostKg, "/weighedBeforeKg", "Kilograms above 0 and up to %.0f.", mostKg)
	c.That(after > 0 && after <= before, "/weighedAfterKg", "Not more than before: what went out is the difference.")
	if err := c.Err(); err != nil {
		return err
	}
	row, err := s.store.Product(ctx, home.ID, laid.Product)
	if err != nil {
		return err
	}
	p, err := record.Product(row)
	if err != nil {
		return err
	}
	if p.DensityA == 0 {
		return problem.At("/weighedBeforeKg", "A weight needs the density, which the label of this product does not give: tell litres.")
	}
	laid.Litres = (before - after) / p.DensityA
	return nil
}

// tinOf looks whether the tin that a coat was laid from is one of its product. Where it is off the shelf by now the
// coat is told without it: a press that came late is not lost for a tin that was used up meanwhile.
func (s *Service) tinOf(ctx context.Context, home house.Workshop, laid *worklog.Laid) error {
	if laid.TinID == 0 {
		return nil
	}
	err := s.store.HoldTin(ctx, home.ID, laid.TinID) // or it might be forgotten as a slip meanwhile
	if err == nil {
		var t store.Tin
		if t, err = s.store.Tin(ctx, home.ID, laid.TinID); err == nil && t.ProductID != laid.Product {
			return problem.At("/tinId", "That tin is of another product.")
		}
	}
	if errors.Is(err, store.ErrNotFound) {
		laid.TinID = 0
		return nil
	}
	return err
}

// givesBack holds the tin that a coat was laid from which is taken back: its litres are in it again.
func (s *Service) givesBack(ctx context.Context, home house.Workshop, p piece.Piece, e worklog.Event) error {
	at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of() })
	if e.Kind() != worklog.TakenBack || at < 0 || p.Standing[at].Tin() == 0 {
		return nil
	}
	err := s.store.HoldTin(ctx, home.ID, p.Standing[at].Tin())
	if errors.Is(err, store.ErrNotFound) {
		return nil // it is off the shelf
	}
	return err
}

// jobKeys are the keys of all work besides coats: the preparation, and what faults ask for.
func jobKeys(p piece.Piece, brief schedule.Brief) []string {
	var out []string
	for _, j := range brief.Jobs() {
		out = append(out, j.Key)
	}
	for _, z := range brief.Zones {
		for _, m := range z.Mends {
			out = append(out, worklog.MendKey(m.Fault.ID))
		}
	}
	return out
}

// More than any coat takes of these; typing slips do.
const (
	mostLitres  = 200.0
	mostWetUM   = 5_000.0 // a poured flood
	mostKg      = 200.0
	mostMinutes = 24 * 60.0
)

// checkLaying checks what is told of how a coat went on, and of minutes.
func checkLaying(c *problem.Check, p piece.Piece, e worklog.Event) {
	h := e.Laid()
	c.That(h.Litres >= 0 && h.Litres <= mostLitres, "/litres", "Litres from 0 to %.0f.", mostLitres)
	c.That(h.WetUM >= 0 && h.WetUM <= mostWetUM, "/wetUm", "Micrometres from 0 to %.0f.", mostWetUM)
	c.That(h.Share >= 0 && h.Share <= 1, "/share", "A share from 0 to 1.")
	c.Listed(h.Build == "" || slices.Contains(worklog.Builds, h.Build), "/build", "a build", string(h.Build))
	c.Listed(h.Method == "" || slices.Contains(schedule.Methods, h.Method), "/method", "a way", h.Method)
	c.That(e.Worked().Took >= 0 && e.Worked().Took <= mostMinutes, "/tookMin", "Minutes from 0 to %.0f.", mostMinutes)
}

// checkFaultTold checks what a fault is said to be, come from, and have done about it; all of it may be left to words.
func checkFaultTold(c *problem.Check, e worklog.Event) {
	seen := e.Fault()
	f := fault.Find(seen.Fault)
	c.Listed(seen.Fault == "" || f != nil, "/fault", "a fault", seen.Fault)
	c.Listed(seen.Cause == "" || fault.Causes[seen.Cause] != nil, "/cause", "a cause", seen.Cause)
	known := seen.Remedy == "" || slices.Contains(worklog.Remedies, seen.Remedy)
	c.Listed(known, "/remedy", "a remedy", string(seen.Remedy))
	if f != nil && seen.Remedy != "" {
		c.That(f.What(seen.Remedy) != "", "/remedy", "Nothing is known that would help then.")
	}
}

// coatWords tell of a coat what became of it.
func coatWords(p piece.Piece, e worklog.Event, became string) string {
	z := p.Zone(e.Coat().Zone)
	if z == nil || e.Coat().Layer >= len(z.Layers) {
		return "A coat that is no longer in the plan."
	}
	l := z.Layers[e.Coat().Layer]
	return fmt.Sprintf("%s, coat %d of %d: %s.", l.Product.Name, e.Coat().N, l.Coats, became)
}
