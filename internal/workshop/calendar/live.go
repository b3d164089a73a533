package calendar

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
	"firmitas/internal/workshop/shelf"
)

// warnedFor is how long a fault on one piece is told of at others that take the same product (practice).
const warnedFor = 30 * 24 * time.Hour

// elsewhere are the faults that showed of late, by the product they showed on.
func (s *Service) elsewhere(ctx context.Context, home house.Workshop) (map[int64][]record.PieceFact, error) {
	shown, err := record.PieceFacts(s.store.FaultsSince(ctx, home.ID, s.house.Now().Add(-warnedFor)))
	out := map[int64][]record.PieceFact{}
	for _, f := range shown {
		out[f.Fault().Product] = append(out[f.Fault().Product], f)
	}
	return out, err
}

// warnings tell at a piece what showed on another from what it takes too.
func warnings(p piece.Piece, plan *Plan, elsewhere map[int64][]record.PieceFact) []string {
	var out []string
	told := map[int64]bool{}
	for _, z := range plan.Brief.Zones {
		if z.System == nil {
			continue
		}
		for _, l := range z.System.Layers {
			for _, f := range elsewhere[l.Product.ID] {
				seen := fault.Find(f.Fault().Fault)
				if f.PieceID == p.ID || seen == nil || told[f.ID] {
					continue
				}
				told[f.ID] = true
				out = append(out, fmt.Sprintf(
					"%s showed on %s at another piece, %s, on %s: look for it here before the next coat.",
					capital(seen.Name), l.Product.Name, f.Piece, f.At.In(plan.Home.Zone).Format(piece.DateForHuman),
				))
			}
		}
	}
	return out
}

func capital(name string) string { return strings.ToUpper(name[:1]) + name[1:] }

// around is what the rest of the workshop has to tell a piece.
type around struct {
	room   []worklog.Event // read of late
	tins   []shelf.Counted
	faults map[int64][]record.PieceFact
}

func (s *Service) around(ctx context.Context, home house.Workshop) (out around, err error) {
	if out.room, err = s.air.Room(ctx, home, s.house.Now()); err != nil {
		return out, err
	}
	if out.tins, err = s.shelf.Tins(ctx, home.ID, 0); err != nil {
		return out, err
	}
	out.faults, err = s.elsewhere(ctx, home)
	return out, err
}

// live adds to a plan what changes by the minute: timers, the tins that its coats may be laid from, and what showed
// elsewhere on what it takes.
func (s *Service) live(p piece.Piece, plan *Plan, so around) {
	if plan == nil {
		return
	}
	plan.Plan.Notes = append(plan.Plan.Notes, warnings(p, plan, so.faults)...)
	facts := p.Standing
	if !p.Site.OnSite {
		facts = slices.Concat(so.room, facts)
	}
	plan.Timers = plan.Brief.Timers(plan.Plan, facts, s.house.Now())
	for _, n := range plan.Plan.Needs {
		plan.Tins = append(plan.Tins, s.openTins(n.Product, so.tins)...)
	}
	if air := air.LastReading(so.room); air != nil && !p.StandsApart() && schedule.AirOff(p.Air, air.Air) {
		plan.OtherAir = air
	}
}

// openTins are the tins of a product that a coat may be laid from: those that were opened come first, as they are used
// up first.
func (s *Service) openTins(p *coating.Product, held []shelf.Counted) []OpenTin {
	var opened, shut []OpenTin
	for _, c := range held {
		if c.ProductID != p.ID {
			continue
		}
		t := OpenTin{
			ID: c.ID, ProductID: p.ID, LeftL: s.shelf.Tin(p, c).LeftL, Lot: c.Lot,
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
