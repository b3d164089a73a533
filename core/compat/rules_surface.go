package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

var surfaceRules = []Rule{
	{
		ID:      "N1",
		Theme:   "Finished surface",
		Title:   "A coat that needs a topcoat is left bare",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "beech + paint_chalk pale",
		Silent:  "beech + enamel_wb pale",
		When:    func(j *Join) bool { return covered(j) && on(j).NeedsTopcoat },
		Failure: "marks, wears through",
		Reason:  "It is made to be covered: on its own it marks and wears through.",
		WayOut:  "A clear coat, wax or paint over it.",
	},
	{
		ID:      "U1s",
		Gate:    true,
		Theme:   "Finished surface",
		Title:   "Clear film in full sun without UV absorbers",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "teak + clear_wb_pu ! outdoors_exposed",
		Silent:  "teak + varnish_spar ! outdoors_exposed",
		Firm:    true,
		When: func(j *Join) bool {
			return covered(j) && inSun(j) && enduse.Gates[enduse.UV].Last(top(j)) != ""
		},
		Failure: "cracks and peels within the season",
		Reason:  "A clear film without UV absorbers lets the sun loosen it from the wood.",
		WayOut:  "An exterior clear with UV absorbers, an opaque paint, or an oil renewed within the year.",
	},
	{
		ID:      "U2",
		Gate:    true,
		Theme:   "Finished surface",
		Title:   "Floors take a floor-rated last coat",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + clear_wb_pu ! floor_home",
		Silent:  "oak + floor_wb ! floor_home",
		Firm:    true,
		When:    func(j *Join) bool { return covered(j) && isFloor(j) && top(j).Floor != coating.Yes },
		Failure: "wears through, slips",
		Reason:  "Its label does not say floors.",
		WayOut:  "A floor finish.",
	},
	{
		ID:      "U3s",
		Gate:    true,
		Theme:   "Finished surface",
		Title:   "A gate asks something of the last coat",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + floor_wb ! floor_public",
		Silent:  "oak + floor_wb ! floor_home",
		Firm:    true,
		When: func(j *Join) bool {
			if !covered(j) || j.Context.Use == nil {
				return false
			}
			gate, _, ok := j.Context.Use.LastFails(top(j))
			return !ok && gate != enduse.UV && gate != enduse.Floor
		},
		Because: func(j *Join) string { _, why, _ := j.Context.Use.LastFails(top(j)); return why },
		Failure: "is unfit for its use",
		WayOut:  "A last coat whose label states it.",
	},
	{
		ID:      "S12",
		Theme:   "Finished surface",
		Title:   "A plastic face under clear coats",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "melamine + shellac_dewaxed",
		Silent:  "melamine + primer_wb_bonding pale + enamel_wb pale",
		When:    func(j *Join) bool { return j.Ground.Material.Kind == substrate.Faced && !j.Ground.Hidden },
		Failure: "shows every scratch of the key",
		Reason:  "The face is not wood, and keying dulls it: under a clear coat that shows.",
		WayOut:  "Paint it.",
	},
	{
		ID:      "B1",
		Theme:   "Finished surface",
		Title:   "A tacky surface where things rest or close",
		Surface: true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "beech + paint_acrylic pale ! shelf",
		Silent:  "beech + enamel_wb pale ! shelf",
		When: func(j *Join) bool {
			return covered(j) && restedOn(j) && on(j).Has(coating.Tacky)
		},
		Failure: "sticks to what rests on it",
		Reason:  "It stays slightly tacky, and books, doors and drawers stick to it.",
		WayOut:  "An enamel, or a clear coat over it.",
	},
}
