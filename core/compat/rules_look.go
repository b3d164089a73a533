package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
)

var lookRules = []Rule{
	{ID: "L1", Theme: "Look", Title: "Shiny clear over flat porous paint", Verdict: Test, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > clear_wb_pu gloss", Silent: "beech + paint_chalk pale > clear_wb_pu",
		When: func(j *Join) bool {
			return covered(j) && on(j).Porous() && coat(j).Is("clear") && j.Coat.Sheen >= coating.SemiGloss
		},
		Failure: "looks uneven and like plastic", Reason: "The last coat sets the sheen; gloss over dead-flat paint shows every lap.", WayOut: "A matte or satin clear."},
	{ID: "L2", Firm: true, Theme: "Look", Title: "Ambering coat over a pale colour", Verdict: Refuse, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > varnish_oil_pu", Silent: "beech + paint_chalk dark > varnish_oil_pu",
		When: func(j *Join) bool {
			return j.Ground.Pale && j.Coat.Shade == coating.Clear && (j.Coat.Amber >= 2 || (j.Coat.Amber > 0 && coat(j).Carrier == coating.Alcohol))
		},
		Failure: "yellows", Reason: "White, pale or grey must stay so, and this coat ambers.", WayOut: "A water-carried clear that does not amber."},
	{ID: "L2t", Theme: "Look", Title: "Slightly tinting clear over a pale colour", Verdict: Test, Basis: core.Practice,
		Speaks: "beech + enamel_wb pale > lacquer_precat", Silent: "beech + enamel_wb pale > lacquer_cab",
		When: func(j *Join) bool {
			return j.Ground.Pale && j.Coat.Shade == coating.Clear && j.Coat.Amber == 1 && coat(j).Carrier != coating.Alcohol
		},
		Failure: "yellows a little", Reason: "It warms the colour slightly: see it on a board first."},
}
