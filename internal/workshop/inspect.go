package workshop

import (
	"context"
	"slices"

	"firmitas/core/climate"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/store"
)

// Inspected is what an inspection comes to.
type Inspected struct {
	Identified substrate.Finding
	Options    []substrate.Option
	Action     substrate.Action // as asked, or the recommended one where that is ruled out
	Jobs       []preparation.Job
	LeadOpen   bool
	Moisture   float64 // %, 0 when nothing is known
	Estimate   bool
	AreaM2     float64 // of all pieces alike
}

// Inspect says what remains possible, what may be done with the old finish, and the preparation that follows. It saves
// nothing.
func (s *Service) Inspect(ctx context.Context, b Brief) (Inspected, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Inspected{}, err
	}
	brief, err := b.checked(home, s.Now(), false)
	if err != nil {
		return Inspected{}, err
	}
	wish := &brief.Zones[0].Wish
	out := Inspected{
		Options:  wish.Seen.Options(wish.ForOld()),
		LeadOpen: wish.Seen.LeadOpen(),
		AreaM2:   brief.Zones[0].AreaM2 * float64(b.Alike),
	}
	if in := b.Zones[0].Inspection; in != nil {
		out.Identified = substrate.Identify(answersOf(in))
	}
	out.Moisture, out.Estimate = wish.Seen.Moisture()
	if !allowed(out.Options, wish.Action) {
		wish.Action = out.Options[0].Action
	}
	out.Action = wish.Action
	out.Jobs = brief.Jobs()
	return out, nil
}

func allowed(options []substrate.Option, action substrate.Action) bool {
	return slices.ContainsFunc(options,
		func(o substrate.Option) bool { return o.Action == action && o.Standing != substrate.Ruled })
}

func answersOf(in *store.Inspection) map[substrate.Test]substrate.Outcome {
	out := map[substrate.Test]substrate.Outcome{}
	for test, outcome := range in.Answers {
		out[substrate.Test(test)] = substrate.Outcome(outcome)
	}
	return out
}

// inspection checks what was seen and turns it into what the core works with; the zero value while nothing was. What is
// done with the old finish is checked only when it is to be kept, so that a preview can answer with what is right.
func (c *check) inspection(
	in *store.Inspection, m *substrate.Material, w system.Wish, at string, toKeep bool,
) (substrate.Inspection, substrate.Action) {
	if in == nil {
		return substrate.Inspection{}, substrate.Nothing
	}
	at += "/inspection/"
	seen := substrate.Inspection{
		Material:    m,
		Finish:      substrate.FindFinish(in.Finish),
		Unknown:     in.Finish == substrate.UnknownFinish,
		Condition:   substrate.Condition(in.Condition),
		Repairs:     in.Repairs,
		MoisturePct: in.MoisturePct,
		StoodIn:     climate.Air{TempC: in.StoodInTempC, RH: in.StoodInRH},
		VeneerMM:    in.VeneerMM,
		Age:         substrate.Age(in.Age),
		Lead:        substrate.LeadTest(in.Lead),
		Valued:      in.Valued,
	}
	c.listed(seen.Finish != nil || seen.Unknown, at+"finish", "an old finish", in.Finish)
	for _, name := range in.Contaminations {
		c.that(slices.Contains(substrate.Contaminations, substrate.Contamination(name)), at+"contaminations",
			"There is no contamination %q.", name)
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
		c.that(in.StoodInRH > 0 && in.StoodInRH <= 100 && within(in.StoodInTempC, -20, 50), at+"stoodIn",
			"Between −20 and 50 °C, and above 0 to 100 %% RH.")
	}
	for _, p := range seen.Contradictions(w.ForOld()) {
		c.that(false, at+p.Field, "%s", p.Detail)
	}
	if options := seen.Options(w.ForOld()); toKeep && !seen.LeadOpen() &&
		!allowed(options, substrate.Action(in.Action)) {
		// An open question of lead rules out much, but is told by the plan, which then holds no steps.
		c.that(false, at+"action", "What was seen rules that out. The way to go: %s", options[0].Why)
	}
	return seen, substrate.Action(in.Action)
}
