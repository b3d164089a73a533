package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

var useRules = []Rule{
	{
		ID:      "U1",
		Gate:    true,
		Theme:   "Use",
		Title:   "Outdoors every coat is exterior-rated",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "teak > shellac_dewaxed ! outdoors_covered",
		Silent:  "teak > varnish_spar ! outdoors_covered",
		Firm:    true,
		When:    func(j *Join) bool { return outdoors(j) && j.Coat.Exterior != coating.Yes },
		Failure: "cracks, peels, goes white",
		Reason:  "It is not rated for outdoors, and one indoor coat takes the rest with it.",
		WayOut:  "An exterior primer, paint, varnish or oil throughout.",
	},
	{
		ID:      "U3",
		Gate:    true,
		Theme:   "Use",
		Title:   "A gate of the end use stops this coat",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "beech > clear_wb_pu ! cot",
		Silent:  "beech > shellac_dewaxed ! cot",
		Firm:    true,
		When: func(j *Join) bool {
			if j.Context.Use == nil {
				return false
			}
			gate, _, ok := j.Context.Use.CoatFails(j.Coat, j.Context.FoodPolicy)
			return !ok && gate != enduse.Exterior
		},
		Because: func(j *Join) string {
			_, why, _ := j.Context.Use.CoatFails(j.Coat, j.Context.FoodPolicy)
			return why
		},
		Failure: "is unfit for its use",
		WayOut:  "A product whose label states it.",
	},
	{
		ID:      "U5",
		Theme:   "Use",
		Title:   "Shellac where water stands or strong cleaner comes, or underfoot",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + stain_oil > shellac_dewaxed ! counter",
		Silent:  "oak + stain_oil > shellac_dewaxed ! desk",
		When: func(j *Join) bool {
			return clearShellac(coat(j)) && (wetLife(j) || isFloor(j))
		},
		Failure: "whitens, lifts at edges",
		Reason:  "Water, alkali and heat reach shellac at every edge and lift what lies on it.",
		WayOut:  "Leave the coat below its full time instead, or a sealer that the last coat's label names.",
	},
	{
		ID:      "U6",
		Theme:   "Use",
		Title:   "Fibre and particle board in the weather",
		Verdict: Refuse,
		Physics: true,
		Basis:   core.Practice,
		Speaks:  "mdf > paint_exterior_acrylic dark ! front_door",
		Silent:  "pine > paint_exterior_acrylic dark ! front_door",
		When:    func(j *Join) bool { return outdoors(j) && j.Ground.Material.Kind == substrate.Board },
		Failure: "swells, wrinkles",
		Reason:  "One scratch, and the board swells for good: no coat makes it stand outdoors.",
		WayOut:  "Another material: solid wood, or plywood glued for outdoors.",
	},
	{
		ID:      "U2w",
		Theme:   "Use",
		Title:   "Wax over a film on a floor",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + floor_wb > wax_clear ! floor_home",
		Silent:  "oak + clear_wb_pu > wax_clear ! dining_table",
		Firm:    true,
		When: func(j *Join) bool {
			return isFloor(j) && waxy(coat(j)) && overFilm(j)
		},
		Failure: "slips, and spoils recoating",
		Reason:  "Paste wax over a urethane floor is slippery and nothing will stick there again.",
		WayOut:  "Leave it unwaxed; screen and recoat when it wears.",
	},
}
