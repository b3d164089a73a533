package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
)

const schoolTheme = "Schools of practice"

// Where competent finishers differ, the workshop says which school it follows.
var schoolRules = []Rule{
	{
		ID:      "H1",
		Theme:   schoolTheme,
		Title:   "Dewaxed shellac between coats of different kinds",
		School:  true,
		Verdict: Prepare,
		Insert:  "dewaxed shellac",
		Basis:   core.Practice,
		Speaks:  "oak + stain_wb tone > varnish_oil_pu ; school=shellac_between",
		Silent:  "oak + stain_wb tone > varnish_oil_pu",
		When: func(j *Join) bool {
			return wantsShellac(j) && on(j).Carrier != coat(j).Carrier && film(coat(j))
		},
		Failure: "may lift or bleed",
		Reason:  "This workshop lays dewaxed shellac between coats of different carriers, whatever their labels allow: one more coat, one doubt less.",
		WayOut:  "Dewaxed shellac between.",
	},
	{
		ID:      "H1w",
		Theme:   schoolTheme,
		Title:   "Dewaxed shellac between stain and clear of one carrier",
		School:  true,
		Verdict: Prepare,
		Insert:  "dewaxed shellac",
		Basis:   core.Practice,
		Speaks:  "oak + stain_gel_oil tone > varnish_oil_pu ; school=shellac_between",
		Silent:  "oak + shellac_dewaxed > varnish_oil_pu ; school=shellac_between",
		When: func(j *Join) bool {
			return wantsShellac(j) && on(j).Carrier == coat(j).Carrier && clearOverStain(j)
		},
		Failure: "may lift the colour",
		Reason:  "This workshop locks every stain under dewaxed shellac.",
		WayOut:  "Dewaxed shellac between.",
	},
	{
		ID:      "H2",
		Theme:   schoolTheme,
		Title:   "Films are left unwaxed",
		School:  true,
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + clear_wb_pu > wax_clear ; school=no_wax_over_film",
		Silent:  "oak + clear_wb_pu > wax_clear",
		When: func(j *Join) bool {
			return j.Context.Schools.NoWaxOverFilm && overClosedFilm(j) && coat(j).Is(coating.GroupWax)
		},
		Failure: "makes the next renewal a dewaxing",
		Reason:  "This workshop leaves films unwaxed, so that a new coat can go on without stripping wax first.",
		WayOut:  "Choose the sheen in the last coat.",
	},
}

func shellacked(j *Join) bool {
	return on(j).Carrier == coating.Alcohol || coat(j).Carrier == coating.Alcohol
}
