package workshop

import (
	"time"

	"firmitas/core/schedule"
)

// Stage is where a piece stands in the order of the work.
type Stage string

const (
	ToChoose   Stage = "choose"
	Planned    Stage = "plan"
	InCoats    Stage = "coat"
	Waiting    Stage = "wait"
	ToHandOver Stage = "hand_over"
	HandedOver Stage = "handed_over"
)

// Next is the next thing to do with a piece.
type Next struct {
	Text   string
	At     time.Time // zero when at any time
	Closes time.Time // the window it must be done in; zero = none
}

// stage reads off the plan and the clock where a piece stands and what comes next. Until the work itself is logged,
// the plan is taken to have been kept. Until the work begins, zones without a system come first.
func stage(p Piece, plan *Plan, now time.Time) (Stage, Next) {
	if !p.Handed.IsZero() {
		return HandedOver, Next{Text: "Handed over"}
	}
	if plan == nil {
		return ToChoose, Next{Text: "Choose a coating system"}
	}
	steps := plan.Plan.Steps
	if len(steps) == 0 {
		return Planned, Next{Text: "Nothing may be coated: " + plan.Plan.Obstacles[0]}
	}
	if z := p.unchosen(); z != nil && steps[0].Start().After(now) {
		return ToChoose, Next{Text: "Choose a system for: " + z.Name}
	}
	if zone := plan.stuck(); zone != "" {
		return InCoats, Next{Text: "Choose anew what follows on: " + zone}
	}
	if board := plan.openBoard(now); board != nil {
		return InCoats, Next{Text: "Enter what it showed: " + board.Title, At: board.Opens}
	}
	for i, step := range steps {
		if step.End().Before(now) {
			continue
		}
		next := Next{Text: step.Title, At: step.Start()}
		if len(p.Zones) > 1 && len(step.Zones) == 1 {
			next.Text = p.Zones[step.Zones[0]].Name + ": " + step.Title
		}
		if !step.Keyed {
			next.Closes = step.Due
		}
		if i == 0 && step.Start().After(now) {
			return Planned, next
		}
		return InCoats, next
	}
	if ready := plan.ready(); ready.After(now) {
		return Waiting, Next{Text: "Leave it until it may be used", At: ready}
	}
	return ToHandOver, Next{Text: "Hand it over with its care card"}
}

// stuck is the first zone that has coats of ours on which the rest of its system does not hold; "" where none has.
func (p Plan) stuck() string {
	for i, z := range p.Plan.Zones {
		if z.Coated && len(z.Obstacles) > 0 {
			return p.Brief.Zones[i].Name
		}
	}
	return ""
}

// openBoard is a test board that has had its time and whose answer nobody has entered: what hangs on it does not go on.
// One that has passed is in no plan any more.
func (p Plan) openBoard(now time.Time) *schedule.Step {
	for i, step := range p.Plan.Steps {
		if step.Kind == schedule.Testing && step.Opens.Before(now) {
			return &p.Plan.Steps[i]
		}
	}
	return nil
}

// unchosen is the first zone without a system, or nil.
func (p *Piece) unchosen() *Zone {
	for i := range p.Zones {
		if len(p.Zones[i].Layers) == 0 {
			return &p.Zones[i]
		}
	}
	return nil
}

// ready is when the whole piece may be used: in light use, and fully cured where an end use asks for that.
func (p Plan) ready() time.Time {
	out := p.Plan.LightUse
	for i, z := range p.Brief.Zones {
		if z.Wish.Use.CureFirst && p.Plan.Zones[i].FullCure.After(out) {
			out = p.Plan.Zones[i].FullCure
		}
	}
	return out
}
