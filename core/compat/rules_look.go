package compat

import (
	"firmitas/core"
)

const lookTheme = "Look"

var lookRules = []Rule{
	{
		ID:      "L1",
		Theme:   lookTheme,
		Title:   "Shiny clear over flat porous paint",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "beech + paint_chalk pale > clear_wb_pu gloss",
		Silent:  "beech + paint_chalk pale > clear_wb_pu",
		When: func(j *Join) bool {
			return covered(j) && on(j).Porous() && glossyClear(j)
		},
		Failure: "looks uneven and like plastic",
		Reason:  "The last coat sets the sheen; gloss over dead-flat paint shows every lap.",
		WayOut:  "A matte or satin clear.",
	},
	{
		ID:      "L2",
		Firm:    true,
		Theme:   lookTheme,
		Title:   "Ambering coat over a pale colour",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "beech + paint_chalk pale > varnish_oil_pu",
		Silent:  "beech + paint_chalk dark > varnish_oil_pu",
		When: func(j *Join) bool {
			return clearOverPale(j) && yellows(j.Coat)
		},
		Failure: "yellows",
		Reason:  "White, pale or grey must stay so, and this coat ambers.",
		WayOut:  "A water-carried clear that does not amber.",
	},
	{
		ID:      "L2t",
		Theme:   lookTheme,
		Title:   "Slightly tinting clear over a pale colour",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + pu_2k_solvent pale > pu_2k_solvent",
		Silent:  "beech + enamel_wb pale > lacquer_cab",
		When: func(j *Join) bool {
			return clearOverPale(j) && j.Coat.Amber == 1 && !yellows(j.Coat)
		},
		Failure: "yellows a little",
		Reason:  "It warms the colour slightly: see it on a board first.",
	},
}
