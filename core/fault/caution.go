package fault

import (
	"slices"

	"firmitas/core/coating"
)

// Old stands before every remedy over an old finish that may hold lead.
var Old = coating.Caution{
	ID: "lead",
	Text: "There may be lead in what lies below: the lead question comes before anything is sanded, scraped or heated." +
		" Local rules and licensed practice decide.",
}

// cautions by what a remedy has the hand do, in the order in which they are told.
var cautions = []coating.Caution{
	coating.Vapour,
	coating.Rags,
	{
		ID: "acid",
		Text: "Oxalic acid is a poison: gloves and goggles, never dry-sanded, rinsed off. Never together with a bleach." +
			" The safety data sheet decides.",
	},
	{
		ID: "bleach",
		Text: "Bleach: gloves, goggles, air. Never together with an acid, vinegar or ammonia: poison gas. The label" +
			" decides.",
	},
	{
		ID: "heat",
		Text: "Heat: not where solvent has been in the last hour or its vapour stands, not over a rag, an old paint or a" +
			" nitro lacquer; never left alone.",
	},
	{
		ID: "dust",
		Text: "Mask (P2 or N95 at least) and extraction for dust; what may hold lead is tested before it is sanded or" +
			" scraped. Dust of a coat that is not hard may catch fire by itself: out of the shop the same day.",
	},
	{ID: "blades", Text: "Blades are led away from you, with the other hand behind the edge."},
	coating.EpoxySkin,
}

// Cautions to tell before a remedy of the fault.
func (f *Fault) Cautions() []coating.Caution {
	var out []coating.Caution
	for _, c := range cautions {
		if slices.Contains(f.hazards, c.ID) {
			out = append(out, c)
		}
	}
	return out
}
