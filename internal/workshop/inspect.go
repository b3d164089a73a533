package workshop

import (
	"context"
	"fmt"
	"slices"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/store"
)

// Inspected is what an inspection comes to.
type Inspected struct {
	Identified substrate.Finding
	Options    []substrate.Option
	Tasks      []substrate.Task
	LeadOpen   bool
	Moisture   float64 // %, 0 when nothing is known
	Estimate   bool
	Brief      Brief
}

// firstCoatUnknown stands for the first coat in a preparation plan while no system is chosen: a water-carried clear,
// which asks the most of the surface.
const firstCoatUnknown = "clear_wb_pu"

// Inspect says what remains possible, what may be done with the old finish, and the preparation that follows. It saves nothing.
func (s *Service) Inspect(ctx context.Context, b Brief) (Inspected, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Inspected{}, err
	}
	wish, _, err := b.checked(home, s.Now(), false)
	if err != nil {
		return Inspected{}, err
	}
	out := Inspected{Options: wish.Seen.Options(wishFor(wish)), LeadOpen: wish.Seen.LeadOpen(), Brief: b}
	if b.Zone.Inspection != nil {
		out.Identified = substrate.Identify(answersOf(b.Zone.Inspection))
	}
	out.Moisture, out.Estimate = wish.Seen.Moisture()
	first, err := coating.New(coating.Product{Name: "first coat", Shade: coating.Clear}, firstCoatUnknown)
	if err != nil {
		return out, err
	}
	out.Tasks = wish.Preparation(first)
	return out, nil
}

func wishFor(w system.Wish) substrate.Wish {
	return substrate.Wish{ShowsWood: !w.Look.Opaque(), Stained: w.Look == system.Stained, Child: w.Use.Has(enduse.Child)}
}

func answersOf(in *store.Inspection) map[substrate.Test]substrate.Outcome {
	out := map[substrate.Test]substrate.Outcome{}
	for test, outcome := range in.Answers {
		out[substrate.Test(test)] = substrate.Outcome(outcome)
	}
	return out
}

// inspection checks what was seen and turns it into what the core works with; the zero value while nothing was.
func (c *check) inspection(in *store.Inspection, m *substrate.Material, w system.Wish) (substrate.Inspection, substrate.Action) {
	if in == nil {
		return substrate.Inspection{}, substrate.Nothing
	}
	const at = "/zone/inspection/"
	seen := substrate.Inspection{Material: m, Finish: substrate.FindFinish(in.Finish), Unknown: in.Finish == substrate.UnknownFinish, Condition: substrate.Condition(in.Condition),
		Repairs: in.Repairs, MoisturePct: in.MoisturePct, StoodIn: climate.Air{TempC: in.StoodInTempC, RH: in.StoodInRH}, VeneerMM: in.VeneerMM,
		Age: substrate.Age(in.Age), Lead: substrate.LeadTest(in.Lead)}
	c.that(seen.Finish != nil || seen.Unknown, at+"finish", "There is no old finish %q; pick one from the list.", in.Finish)
	for _, name := range in.Contaminations {
		c.that(slices.Contains(substrate.Contaminations, substrate.Contamination(name)), at+"contaminations", "There is no contamination %q.", name)
		seen.Contaminations = append(seen.Contaminations, substrate.Contamination(name))
	}
	for _, id := range in.Repairs {
		c.that(substrate.FindRepair(id) != nil, at+"repairs", "There is no repair %q.", id)
	}
	for test, outcome := range in.Answers {
		known := slices.ContainsFunc(substrate.Tests, func(t substrate.TestGuide) bool {
			return string(t.ID) == test && slices.Contains(t.Outcomes, substrate.Outcome(outcome))
		})
		c.that(known, at+"answers", "No test %q has the outcome %q.", test, outcome)
	}
	if in.StoodInRH != 0 || in.StoodInTempC != 0 {
		c.that(in.StoodInRH > 0 && in.StoodInRH <= 100 && within(in.StoodInTempC, -20, 50), at+"stoodIn", "Between −20 and 50 °C, and above 0 to 100 %% RH.")
	}
	for _, p := range seen.Contradictions() {
		c.that(false, at+p.Field, "%s", p.Detail)
	}
	if m != nil && w.Use != nil && len(c.fields) == 0 {
		c.action(seen, substrate.Action(in.Action), w, at)
	}
	return seen, substrate.Action(in.Action)
}

// action must be one that what was seen allows.
func (c *check) action(seen substrate.Inspection, action substrate.Action, w system.Wish, at string) {
	options := seen.Options(wishFor(w))
	i := slices.IndexFunc(options, func(o substrate.Option) bool { return o.Action == action })
	if i < 0 {
		c.that(false, at+"action", "With this finish, that is none of the ways; the first would be: %s", options[0].Why)
		return
	}
	// An open question of lead is told by the plan, which then holds no steps; it does not keep the inspection from being saved.
	c.that(options[i].Standing != substrate.Ruled || seen.LeadOpen(), at+"action", "%s", fmt.Sprint(options[i].Why))
}
