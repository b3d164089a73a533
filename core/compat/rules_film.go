package compat

import (
	"firmitas/core"
)

var filmRules = []Rule{
	{
		ID:      "F1",
		Theme:   "Film",
		Title:   "Thicker than its label allows",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak > clear_wb_pu x5",
		Silent:  "oak > clear_wb_pu x4",
		Firm:    true,
		When: func(j *Join) bool {
			return j.Coat.MaxDryUM > 0 && j.Coat.DryUM()*float64(j.Coats) > j.Coat.MaxDryUM
		},
		Failure: "cracks, stays soft",
		Reason:  "That many coats build more film than the product carries.",
		WayOut:  "Fewer coats, or a harder-wearing product.",
	},
}
