package schedule

import (
	"fmt"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
	"firmitas/core/workday"

	"firmitas/core/coating"
	"firmitas/core/fault"
	"firmitas/core/worklog"
)

// mend places the work that faults ask for: each once what it is done to has hardened, and the next coat after it. What
// shows on the last coat is left to mendLast.
func (b Brief) mend(plan *Plan, lanes []lane, h *hands.Hands) {
	for i := range lanes {
		l := &lanes[i]
		for _, m := range b.Zones[l.zone].Mends {
			f := fault.Find(m.Fault.Fault().Fault)
			next, below := l.over(m.Fault.At, b, h.Alone())
			if f == nil || next == len(l.sessions) {
				continue
			}
			l.sessions[next].hold(b.placeMend(plan, f, m, l.zone, below, h))
		}
	}
}

// placeMend adds a fault's work to the plan, and returns when the next coat may follow it.
func (b Brief) placeMend(
	plan *Plan, f *fault.Fault, m worklog.Mend, zone int, below *coating.Product, h *hands.Hands,
) (after time.Time) {
	step, after := b.mendStep(f, m, zone, below, h)
	if len(step.Work) > 0 {
		plan.book(step, h)
		return after
	}
	if after.After(b.Log.Asked) {
		plan.Notes = append(plan.Notes, fmt.Sprintf(
			"%s, %s: what was seen is left alone until %s, and looked at again then.",
			b.Zones[zone].Name, f.Name, onTheClock(after, h.Zone()),
		))
	}
	return after
}

// over is the first of a lane's coats that was not on at a moment, and what lay there by then: by what was told, or by
// the plan while nothing is.
func (l *lane) over(at time.Time, b Brief, alone *hands.Hands) (next int, below *coating.Product) {
	placed := place(l.sessions, alone, l.from, deadline{})
	lies := func(i int) bool { return l.sessions[i].told != nil || b.Log.Now.IsZero() }
	for next < len(placed) && lies(next) && !l.sessions[next].lays(placed[next].work).After(at) {
		below = l.sessions[next].coat.Product
		next++
	}
	return next, below
}

// mendStep is a fault's work and when the next coat may follow it. Left alone it is no work, and it is looked at again
// when the time has passed that it asks for.
func (b Brief) mendStep(
	f *fault.Fault, m worklog.Mend, zone int, below *coating.Product, h *hands.Hands,
) (step Step, after time.Time) {
	var over *coating.Family
	if below != nil {
		over = below.Family
	}
	hardens := m.Fault.At.Add(drying.AtLeast(f.WaitH(over)))
	if m.Fault.Fault().Remedy == worklog.LeaveIt {
		return step, hardens
	}
	z := b.Zones[zone]
	minutesByHand := f.Minutes(z.AreaM2 * float64(b.alike()))
	length := roundUp(minutes(minutesByHand))
	step = Step{
		Kind: Preparation, Title: MendTitle(f), Zones: []int{zone}, Job: worklog.MendKey(m.Fault.ID),
		Tasks: []Task{{f.What(m.Fault.Fault().Remedy), minutesByHand}}, Cautions: f.Cautions(),
	}
	if z.Wish.Seen.LeadOpen() || z.Wish.Seen.LeadFound() {
		step.Cautions = append([]coating.Caution{fault.Old}, step.Cautions...)
	}
	if m.Done.ID != 0 {
		step.Work, step.Told = []workday.Span{{From: m.Done.At.Add(-length), To: m.Done.At}}, &m.Done
	} else {
		step.Work, step.By = h.Spread(workday.Latest(hardens, b.Log.Asked), max(length, roundTo), hands.Need{})
	}
	return step, step.End().Add(drying.AtLeast(f.AfterH))
}

// MendTitle is what the work on a fault is called.
func MendTitle(f *fault.Fault) string { return "Mend: " + f.Name }

// mendLast places what the last coats ask for, after all of them; no zone is in use before it.
func (b Brief) mendLast(plan *Plan, h *hands.Hands) {
	for i, z := range b.Zones {
		of := &plan.Zones[i]
		for _, m := range z.Mends {
			f := fault.Find(m.Fault.Fault().Fault)
			planned := plan.StepOf(worklog.Event{Body: worklog.Job{Job: worklog.MendKey(m.Fault.ID)}}) != nil
			onTheLast := of.Coated && !m.Fault.At.Before(of.LastCoat)
			if f == nil || planned || !onTheLast {
				continue
			}
			after := b.placeMend(plan, f, m, i, plan.lastOn(i), h)
			of.LightUse, of.FullCure = workday.Latest(of.LightUse, after), workday.Latest(of.FullCure, after)
			plan.LightUse, plan.FullCure = workday.Latest(plan.LightUse, after), workday.Latest(plan.FullCure, after)
		}
	}
}

// lastOn is the product of the last coat that is planned on a zone.
func (p *Plan) lastOn(zone int) *coating.Product {
	var out *coating.Product
	for _, s := range p.Steps {
		if s.Kind == Coating && s.Zones[0] == zone {
			out = s.Product
		}
	}
	return out
}
