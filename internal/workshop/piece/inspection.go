package piece

import (
	"slices"

	"firmitas/core/climate"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// Allowed tells whether something may be done with an old finish: it is among what there is to do, and not ruled out.
func Allowed(options []substrate.Option, action substrate.Action) bool {
	return slices.ContainsFunc(options,
		func(o substrate.Option) bool { return o.Action == action && o.Standing != substrate.Ruled })
}

// AnswersOf are the finger tests with what they showed, in the words of the core.
func AnswersOf(in *store.Inspection) map[substrate.Test]substrate.Outcome {
	out := map[substrate.Test]substrate.Outcome{}
	for test, outcome := range in.Answers {
		out[substrate.Test(test)] = substrate.Outcome(outcome)
	}
	return out
}

// checkInspection checks what was seen and turns it into what the core works with; the zero value while nothing was.
// What is done with the old finish is checked only when it is to be kept, so that a preview can answer with what is
// right.
func checkInspection(
	c *problem.Check, in *store.Inspection, m *substrate.Material, w system.Wish, at string, toKeep bool,
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
	c.Listed(seen.Finish != nil || seen.Unknown, at+"finish", "an old finish", in.Finish)
	for _, name := range in.Contaminations {
		c.That(slices.Contains(substrate.Contaminations, substrate.Contamination(name)), at+"contaminations",
			"There is no contamination %q.", name)
		seen.Contaminations = append(seen.Contaminations, substrate.Contamination(name))
	}
	for _, id := range in.Repairs {
		c.That(substrate.FindRepair(id) != nil, at+"repairs", "There is no repair %q.", id)
	}
	for test, outcome := range in.Answers {
		known := slices.ContainsFunc(substrate.Tests, func(t substrate.TestGuide) bool {
			return string(t.ID) == test && slices.Contains(t.Outcomes, substrate.Outcome(outcome))
		})
		c.That(known, at+"answers", "No test %q has the outcome %q.", test, outcome)
	}
	if in.StoodInRH != 0 || in.StoodInTempC != 0 {
		c.That(in.StoodInRH > 0 && in.StoodInRH <= 100 && problem.Within(in.StoodInTempC, -20, 50), at+"stoodIn",
			"Between −20 and 50 °C, and above 0 to 100 %% RH.")
	}
	for _, p := range seen.Contradictions(w.ForOld()) {
		c.That(false, at+p.Field, "%s", p.Detail)
	}
	if options := seen.Options(w.ForOld()); toKeep && !seen.LeadOpen() &&
		!Allowed(options, substrate.Action(in.Action)) {
		// An open question of lead rules out much, but is told by the plan, which then holds no steps.
		c.That(false, at+"action", "What was seen rules that out. The way to go: %s", options[0].Why)
	}
	return seen, substrate.Action(in.Action)
}
