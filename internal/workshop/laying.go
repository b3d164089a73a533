package workshop

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// asPlanned fills in what nobody told of some work: the air as it was read or is planned, what it was laid with, what
// its minutes were spent on, and how many where its beginning was told.
func (s *Service) asPlanned(
	ctx context.Context, home Workshop, p Piece, plan *Plan, e worklog.Event,
) (worklog.Event, error) {
	switch e.Kind {
	case worklog.CoatLaid:
		if e.Air == (climate.Air{}) {
			read, err := s.airAt(ctx, home, p, e.At)
			if err != nil {
				return e, err
			}
			e.Air = p.Air
			if read != nil {
				e.Air = *read
			}
		}
		planned := p.plannedProduct(e)
		if e.Product != 0 && e.Product != planned {
			row, err := s.store.Product(ctx, home.ID, e.Product)
			if errors.Is(err, store.ErrNotFound) {
				return e, &Invalid{[]FieldError{{"/productId", "No product of the shelf has that number."}}}
			}
			if err != nil {
				return e, err
			}
			if e.How.Instead, err = fromRow(row); err != nil {
				return e, err
			}
		} else {
			e.Product = planned
		}
		var err error
		if e.How.Tin, err = s.tinOf(ctx, home, e); err != nil {
			return e, err
		}
		if e, err = s.weighed(ctx, home, e); err != nil {
			return e, err
		}
	case worklog.JobDone, worklog.FaultSeen:
	default:
		return e, nil
	}
	if plan == nil {
		return e, nil
	}
	if e.Kind == worklog.FaultSeen {
		zone := slices.IndexFunc(p.Zones, func(z Zone) bool { return z.ID == e.Zone })
		if zone < 0 {
			return e, nil
		}
		if last := plan.Plan.LastLaid(plan.Brief, zone, e.At); last != nil {
			e.Product = last.Product.ID
		}
		return e, nil
	}
	if step := plan.Plan.StepOf(e); step != nil {
		e.Kin = step.Kin
		e.How.AsMeant = step.Litres
	}
	if e.Took == 0 {
		e.Took = tookSince(p.Standing, e)
	}
	return e, nil
}

// longestSession beyond which a beginning that was told is taken to be of another day's work.
const longestSession = 10 * time.Hour

// tookSince are the minutes since a coat's beginning was told; 0 where it was not.
func tookSince(standing []worklog.Event, e worklog.Event) (minutes float64) {
	for _, o := range standing {
		since := e.At.Sub(o.At)
		sameSession := since > 0 && since <= longestSession
		if o.Kind == worklog.Begun && o.Coat == e.Coat && sameSession {
			minutes = since.Minutes()
		}
	}
	return minutes
}

func (p Piece) plannedProduct(e worklog.Event) int64 {
	if z := p.zone(e.Zone); z != nil && e.Coat.Layer >= 0 && e.Coat.Layer < len(z.Layers) {
		return z.Layers[e.Coat.Layer].Product.ID
	}
	return 0
}

// weighed fills in the litres of a coat whose tin was on the scale before and after it.
func (s *Service) weighed(ctx context.Context, home Workshop, e worklog.Event) (worklog.Event, error) {
	before, after := e.How.BeforeKg, e.How.AfterKg
	if before == 0 && after == 0 {
		return e, nil
	}
	var c check
	c.that(before > 0 && before <= mostKg, "/weighedBeforeKg", "Kilograms above 0 and up to %.0f.", mostKg)
	c.that(after > 0 && after <= before, "/weighedAfterKg", "Not more than before: what went out is the difference.")
	if err := c.err(); err != nil {
		return e, err
	}
	row, err := s.store.Product(ctx, home.ID, e.Product)
	if err != nil {
		return e, err
	}
	p, err := fromRow(row)
	if err != nil {
		return e, err
	}
	if p.DensityA == 0 {
		return e, &Invalid{[]FieldError{{
			"/weighedBeforeKg", "A weight needs the density, which the label of this product does not give: tell litres.",
		}}}
	}
	e.How.Litres = (before - after) / p.DensityA
	return e, nil
}

// tinOf is the tin that a coat was laid from, one of its product. Where it is off the shelf by now the coat is told
// without it: a press that came late is not lost for a tin that was used up meanwhile.
func (s *Service) tinOf(ctx context.Context, home Workshop, e worklog.Event) (int64, error) {
	if e.How.Tin == 0 {
		return 0, nil
	}
	err := s.store.HoldTin(ctx, home.ID, e.How.Tin) // or it might be forgotten as a slip meanwhile
	if errors.Is(err, store.ErrNotFound) {
		return 0, nil
	}
	if err != nil {
		return 0, err
	}
	t, err := s.store.Tin(ctx, home.ID, e.How.Tin)
	switch {
	case errors.Is(err, store.ErrNotFound):
		return 0, nil
	case err != nil:
		return 0, err
	case t.ProductID != e.Product:
		return 0, &Invalid{[]FieldError{{"/tinId", "That tin is of another product."}}}
	}
	return t.ID, nil
}

// givesBack holds the tin that a coat was laid from which is taken back: its litres are in it again.
func (s *Service) givesBack(ctx context.Context, home Workshop, p Piece, e worklog.Event) error {
	at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of })
	if e.Kind != worklog.TakenBack || at < 0 || p.Standing[at].How.Tin == 0 {
		return nil
	}
	err := s.store.HoldTin(ctx, home.ID, p.Standing[at].How.Tin)
	if errors.Is(err, store.ErrNotFound) {
		return nil // it is off the shelf
	}
	return err
}

// jobKeys are the keys of all work besides coats: the preparation, and what faults ask for.
func (p Piece) jobKeys(brief schedule.Brief) []string {
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

// laying checks what is told of how a coat went on, and of minutes.
func (c *check) laying(p Piece, e worklog.Event) {
	h := e.How
	c.that(h.Litres >= 0 && h.Litres <= mostLitres, "/litres", "Litres from 0 to %.0f.", mostLitres)
	c.that(h.WetUM >= 0 && h.WetUM <= mostWetUM, "/wetUm", "Micrometres from 0 to %.0f.", mostWetUM)
	c.that(h.Share >= 0 && h.Share <= 1, "/share", "A share from 0 to 1.")
	c.listed(h.Build == "" || slices.Contains(worklog.Builds, h.Build), "/build", "a build", string(h.Build))
	c.listed(h.Method == "" || slices.Contains(schedule.Methods, h.Method), "/method", "a way", h.Method)
	c.that(e.Took >= 0 && e.Took <= mostMinutes, "/tookMin", "Minutes from 0 to %.0f.", mostMinutes)
}

// faultTold checks what a fault is said to be, come from, and have done about it; all of it may be left to words.
func (c *check) faultTold(e worklog.Event) {
	f := fault.Find(e.Fault)
	c.listed(e.Fault == "" || f != nil, "/fault", "a fault", e.Fault)
	c.listed(e.Cause == "" || fault.Causes[e.Cause] != nil, "/cause", "a cause", e.Cause)
	c.listed(e.Remedy == "" || slices.Contains(worklog.Remedies, e.Remedy), "/remedy", "a remedy", string(e.Remedy))
	if f != nil && e.Remedy != "" {
		c.that(f.What(e.Remedy) != "", "/remedy", "Nothing is known that would help then.")
	}
}

// coatWords tell of a coat what became of it.
func (p Piece) coatWords(e worklog.Event, became string) string {
	z := p.zone(e.Coat.Zone)
	if z == nil || e.Coat.Layer >= len(z.Layers) {
		return "A coat that is no longer in the plan."
	}
	l := z.Layers[e.Coat.Layer]
	return fmt.Sprintf("%s, coat %d of %d: %s.", l.Product.Name, e.Coat.N, l.Coats, became)
}

// ofFault is the product that a fault shows on; 0 for other facts.
func ofFault(e worklog.Event) int64 {
	if e.Kind == worklog.FaultSeen {
		return e.Product
	}
	return 0
}

// around is what the rest of the workshop has to tell a piece.
type around struct {
	room   []worklog.Event // read of late
	tins   []counted
	faults map[int64][]store.ShownFault
}

func (s *Service) around(ctx context.Context, home Workshop) (out around, err error) {
	if out.room, err = s.room(ctx, home, s.Now()); err != nil {
		return out, err
	}
	if out.tins, err = s.tins(ctx, home.ID, 0); err != nil {
		return out, err
	}
	out.faults, err = s.elsewhere(ctx, home)
	return out, err
}

// live adds to a plan what changes by the minute: timers, the tins that its coats may be laid from, and what showed
// elsewhere on what it takes.
func (s *Service) live(p Piece, plan *Plan, so around) {
	if plan == nil {
		return
	}
	plan.Plan.Notes = append(plan.Plan.Notes, p.warnings(plan, so.faults)...)
	facts := p.Standing
	if !p.Site.OnSite {
		facts = slices.Concat(so.room, facts)
	}
	plan.Timers = plan.Brief.Timers(plan.Plan, facts, s.Now())
	for _, n := range plan.Plan.Needs {
		plan.Tins = append(plan.Tins, s.openTins(n.Product, so.tins)...)
	}
	if air := lastReading(so.room); air != nil && !p.standsApart() && schedule.AirOff(p.Air, air.Air) {
		plan.OtherAir = air
	}
}

// openTins are the tins of a product that a coat may be laid from: those that were opened come first, as they are used
// up first.
func (s *Service) openTins(p *coating.Product, held []counted) []OpenTin {
	var opened, shut []OpenTin
	for _, c := range held {
		if c.ProductID != p.ID {
			continue
		}
		t := OpenTin{
			ID: c.ID, ProductID: p.ID, LeftL: s.tin(p, c).LeftL, Lot: c.Lot,
			Opened: c.Opened.Valid, Told: c.LeftTold.Time,
		}
		if t.Opened {
			opened = append(opened, t)
		} else {
			shut = append(shut, t)
		}
	}
	return append(opened, shut...)
}
