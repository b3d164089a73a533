package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

var penetratingRules = []Rule{
	{
		ID:      "P1",
		Theme:   "Penetrating coats",
		Title:   "Oil over a film",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + clear_wb_pu > oil_hardwax",
		Silent:  "oak + stain_wb > oil_hardwax",
		When: func(j *Join) bool {
			return overFilm(j) && wipingOil(coat(j)) && !oilMayFollow(j)
		},
		Failure: "stays soft and rubs off",
		Reason:  "A penetrating oil needs bare wood to soak into; over a film it only lies there.",
		WayOut:  "Take the film off, or choose a film finish.",
	},
	{
		ID:      "P1t",
		Theme:   "Penetrating coats",
		Title:   "Hardwax oil over one thin sealer",
		School:  true,
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed > oil_hardwax ; school=hardwax_over_sealer",
		Silent:  "oak + shellac_dewaxed x2 > oil_hardwax ; school=hardwax_over_sealer",
		When:    func(j *Join) bool { return overFilm(j) && soaksIn(coat(j)) && thinSealerSchool(j) },
		Failure: "stays sticky, rubs off",
		Reason:  "This workshop lays hardwax oil over a single thin sealer coat: it must be so thin that the oil still finds the wood. On a board first.",
		WayOut:  "Bare wood is the sure ground.",
	},
	{
		ID:      "P1m",
		Theme:   "Penetrating coats",
		Title:   "Oil into open milk paint",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "beech + paint_milk dark > oil_tung",
		Silent:  "beech + paint_chalk dark > oil_tung",
		When:    func(j *Join) bool { return overTag(j, coating.Casein) && plainOil(coat(j)) },
		Failure: "stays soft, darkens in patches",
		Reason:  "Old practice: open milk paint drinks oil. How far it darkens and whether it dries shows on a board.",
		WayOut:  "Wax, or a water-carried clear.",
	},
	{
		ID:      "P1l",
		Theme:   "Penetrating coats",
		Title:   "Linseed oil into chalked linseed paint",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "pine + old:linseed_paint > oil_linseed_boiled",
		Silent:  "pine + old:oil_paint > oil_linseed_boiled",
		When:    feedsLinseedPaint,
		Reason:  "Its upkeep: the oil binds what has chalked.",
	},
	{
		ID:      "P7",
		Theme:   "Penetrating coats",
		Title:   "Stain over oil",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + oil_danish > stain_oil tone",
		Silent:  "oak + oil_danish > stain_gel_oil tone",
		When: func(j *Join) bool {
			return covered(j) && oily(on(j)) && wipingStain(coat(j))
		},
		Failure: "takes in patches",
		Reason:  "The pores are full: colour cannot soak in evenly.",
		WayOut:  "Stain before the oil, or an oil that carries its colour.",
	},
	{
		ID:      "P1s",
		Theme:   "Penetrating coats",
		Title:   "Penetrating stain over a film",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed > stain_oil",
		Silent:  "oak + shellac_dewaxed > stain_gel_oil",
		When: func(j *Join) bool {
			return overFilm(j) && wipingStain(coat(j)) && !j.Ground.Washed
		},
		Failure: "wipes straight off, or lies blotched and soft",
		Reason:  "A wiping stain colours wood by soaking in; a film stops it.",
		WayOut:  "Stain first; a gel stain, which lies on the surface; or a washcoat thinned to a third in place of the film.",
	},
	{
		ID:      "P1w",
		Theme:   "Penetrating coats",
		Title:   "Stain over a washcoat",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:           "open_wash",
			Title:        "Sand the washcoat open with worn P320, dust off",
			MinutesPerM2: 5,
		},
		Basis:   core.Practice,
		Speaks:  "pine + shellac_dewaxed wash > stain_oil tone",
		Silent:  "pine + shellac_dewaxed > stain_oil tone",
		When:    func(j *Join) bool { return covered(j) && j.Ground.Washed && wipingStain(coat(j)) },
		Failure: "blotches, or takes no colour",
		Reason:  "So thin a coat evens out what the wood drinks, and lets the stain in once it is sanded open.",
	},
	{
		ID:          "P2",
		Theme:       "Penetrating coats",
		Title:       "Film over a penetrating oil",
		Verdict:     Prepare,
		Preparation: smell,
		Basis:       core.Practice,
		Speaks:      "oak + oil_danish > clear_wb_pu",
		Silent:      "oak + oil_hardwax > clear_wb_pu",
		When: func(j *Join) bool {
			return fresh(j) && plainOil(on(j)) && film(coat(j))
		},
		Wait: func(j *Join) float64 {
			least := 72.0 // oil-based varnish, lacquer
			switch {
			case waterCarried(coat(j)):
				least = 168
			case coat(j).Carrier == coating.Alcohol:
				least = 24
			}
			return max(least*top(j).Slowdown(j.Context.Air), top(j).RecoatAfterH(j.Context.Air))
		},
		Failure: "peels, stays sticky",
		Reason:  "The oil must be dry right through before a film seals it in.",
	},
	{
		ID:      "P3",
		Theme:   "Penetrating coats",
		Title:   "Film over hardwax oil",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + oil_hardwax > clear_wb_pu",
		Silent:  "oak + oil_danish > clear_wb_pu",
		When:    func(j *Join) bool { return covered(j) && hardwax(on(j)) && film(coat(j)) },
		Failure: "peels",
		Reason:  "The waxes in it spoil adhesion; makers differ.",
		WayOut:  "Make a test board, or renew with the same oil.",
	},
	{
		ID:      "P3s",
		Theme:   "Penetrating coats",
		Title:   "The same oil over itself",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "oak + oil_hardwax > oil_hardwax",
		Silent:  "oak + oil_hardwax > oil_danish",
		When:    func(j *Join) bool { return same(j) && soaksIn(coat(j)) },
		Reason:  "It soaks into and joins its own kind.",
	},
	{
		ID:      "P4",
		Theme:   "Penetrating coats",
		Title:   "Oil-based film on woods that stop it drying",
		Verdict: Prepare,
		Insert:  "dewaxed shellac",
		Basis:   core.Practice,
		Speaks:  "rosewood > varnish_oil_pu",
		Silent:  "teak > varnish_oil_pu",
		When: func(j *Join) bool {
			return stopsOil(j) && film(coat(j))
		},
		Failure: "may never dry",
		Reason:  "Extractives of rosewood-type and aromatic woods keep oxidising oils from drying.",
		WayOut:  "Seal with dewaxed shellac first.",
	},
	{
		ID:      "P4t",
		Theme:   "Penetrating coats",
		Title:   "Penetrating oil on woods that stop it drying",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "rosewood > oil_danish",
		Silent:  "teak > oil_danish",
		When:    func(j *Join) bool { return stopsOil(j) && !film(coat(j)) },
		Failure: "may never dry",
		Reason:  "Extractives of these woods keep oil from drying, and shellac below would keep it from soaking in.",
		WayOut:  "Try it on the piece itself where it does not show; or shellac, or lacquer.",
	},
}

// thinSealer is the film below which some finishers still lay hardwax oil, in µm (practice).
const thinSealer = 20.0

func stopsOil(j *Join) bool { return bare(j) && j.Ground.Material.StopsOil && oxidises(coat(j)) }

// oilMayFollow names the exceptions to P1.
func oilMayFollow(j *Join) bool {
	openMilk := on(j).Has(coating.Casein) && plainOil(coat(j))
	return thinSealerSchool(j) || openMilk || feedsLinseedPaint(j)
}

// feedsLinseedPaint is linseed oil as upkeep of its own paint, once that is old.
func feedsLinseedPaint(j *Join) bool {
	if !covered(j) {
		return false
	}
	aged := old(j) || yearOld(j)
	linseedPaint := on(j).Is(coating.GroupPaint) && on(j).Has(coating.Linseed)
	return aged && linseedPaint && coat(j).Has(coating.Linseed)
}

func thinSealerSchool(j *Join) bool {
	return j.Context.Schools.HardwaxOverSealer && hardwax(coat(j)) && overThinSealer(j)
}
