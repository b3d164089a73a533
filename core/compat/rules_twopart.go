package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

const twoPartTheme = "Two-part and thick films"

func epoxy(f *coating.Family) bool { return f.Has(coating.Epoxy) }
func mixed(f *coating.Family) bool {
	return f.Has(coating.Isocyanate) || f.Has(coating.Epoxy)
}

var twoPartRules = []Rule{
	{
		ID:      "C13",
		Theme:   twoPartTheme,
		Title:   "Past its pot life",
		Verdict: Refuse,
		Basis:   core.Estimate,
		Firm:    true,
		Speaks:  "oak > pu_2k_solvent ; mixed=9",
		Silent:  "oak > pu_2k_solvent ; mixed=1",
		When: func(j *Join) bool {
			return j.State.MixedH > 0 && j.Coat.PotLifeH > 0 && j.State.MixedH > j.Coat.PotLifeAt(j.Context.Air.TempC)
		},
		Failure: "never hardens right, pulls strings",
		Reason:  "The mix has begun to set. What still looks liquid no longer joins what is below.",
		WayOut:  "Mix a fresh, smaller batch.",
	},
	{
		ID:      "C11",
		Theme:   twoPartTheme,
		Title:   "Hard over soft",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed x4 > clear_wb_pu_2k",
		Silent:  "oak + shellac_dewaxed > clear_wb_pu_2k",
		When: func(j *Join) bool {
			return freshSoftBed(j) && hardClear(coat(j))
		},
		Failure: "cracks like old ice",
		Reason:  "A hard film over a thick soft bed cannot follow it: it crazes.",
		WayOut:  "Keep the soft coat to one thin one, or stay with its kind.",
	},
	{
		ID:          "C12",
		Theme:       twoPartTheme,
		Title:       "Soft bed under an oil varnish",
		Verdict:     Prepare,
		Preparation: scuff,
		Basis:       core.Practice,
		Speaks:      "oak + shellac_dewaxed x3 > varnish_oil_pu",
		Silent:      "oak + shellac_dewaxed > varnish_oil_pu",
		When: func(j *Join) bool {
			return freshSoftBed(j) && oilFilm(coat(j)) && coat(j).Is(coating.GroupClear)
		},
		Failure: "wrinkles or crazes in heat",
		Reason:  "Several coats of shellac or lacquer stay softer than the varnish: sand them thin, and scuff.",
	},
	{
		ID:      "E1",
		Theme:   twoPartTheme,
		Title:   "Poured resin on bare wood",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:           "seal_coat",
			Title:        "Brush on a thin seal coat of the same resin, let it set, then pour",
			MinutesPerM2: 6,
		},
		Basis:   core.Practice,
		Speaks:  "oak > epoxy_flood",
		Silent:  "oak + shellac_dewaxed > epoxy_flood",
		When:    func(j *Join) bool { return bare(j) && epoxy(coat(j)) && j.Ground.Material.Wood() },
		Failure: "bubbles, dry patches",
		Reason:  "Air from the pores rises into a thick pour.",
	},
	{
		ID:      "E2",
		Theme:   twoPartTheme,
		Title:   "Resin over oil or oil stain",
		Verdict: Prepare,
		Insert:  "dewaxed shellac",
		Wait:    crossWait(72),
		Basis:   core.Practice,
		Speaks:  "oak + stain_oil tone > epoxy_flood",
		Silent:  "oak + stain_wb tone > epoxy_flood",
		When: func(j *Join) bool {
			return covered(j) && epoxy(coat(j)) && oilInWood(on(j))
		},
		Failure: "peels, stays tacky below",
		Reason:  "Resin does not grip oil: it must be dry right through and sealed.",
		WayOut:  "Three days, then dewaxed shellac, then the seal coat.",
	},
	{
		ID:      "E2w",
		Theme:   twoPartTheme,
		Title:   "Resin on oily wood",
		Verdict: Prepare,
		Insert:  "dewaxed shellac",
		Basis:   core.Practice,
		Speaks:  "teak > epoxy_flood",
		Silent:  "ash > epoxy_flood",
		When:    func(j *Join) bool { return bare(j) && epoxy(coat(j)) && j.Ground.Material.Oily },
		Failure: "lets go of the wood",
		Reason:  "The wood's own oil keeps resin from gripping.",
		WayOut:  "Solvent wipe, dewaxed shellac, then the seal coat.",
	},
	{
		ID:      "E3",
		Theme:   twoPartTheme,
		Title:   "A coat over hardened resin",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:           "blush",
			Title:        "Wash off the amine blush with clean water, then key with P220",
			MinutesPerM2: 12,
		},
		Basis:   core.Practice,
		Speaks:  "oak + epoxy_flood > varnish_oil_pu",
		Silent:  "oak + epoxy_flood > epoxy_flood",
		When:    func(j *Join) bool { return covered(j) && epoxy(on(j)) && otherFilm(coat(j)) },
		Failure: "peels, stays tacky",
		Reason:  "Blush and a glass-smooth face keep the next coat from holding.",
	},
	{
		ID:      "C14",
		Theme:   twoPartTheme,
		Title:   "A varnish that stays flexible under a clear for wear",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + varnish_spar > floor_wb",
		Silent:  "oak + varnish_spar > varnish_spar",
		When: func(j *Join) bool {
			return overTag(j, coating.Flexible) && coat(j).Is(coating.GroupClear) && !coat(j).Has(coating.Flexible)
		},
		Failure: "prints, crazes",
		Reason:  "Spar varnish is made to stay soft, and stays softer than the coat over it.",
		WayOut:  "Sand it off, or stay with its kind.",
	},
	{
		ID:      "E4",
		Theme:   twoPartTheme,
		Physics: true,
		Title:   "Resin over shellac where it must hold hard",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed > epoxy_flood ! floor_home",
		Silent:  "oak + shellac_dewaxed > epoxy_flood",
		When:    func(j *Join) bool { return resinOnShellac(j) && (isFloor(j) || outdoors(j)) },
		Failure: "lifts with the shellac",
		Reason:  "The resin holds only as well as the shellac below it, and that is not enough outdoors or underfoot.",
		WayOut:  "The resin's own thin seal coat on clean wood.",
	},
	{
		ID:      "F2",
		Theme:   "Film",
		Title:   "A very thick film on wood that moves",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + varnish_alkyd x4 + clear_wb_pu x4 > clear_wb_pu",
		Silent:  "oak + clear_wb_pu x3 > clear_wb_pu",
		When: func(j *Join) bool {
			return otherFilm(coat(j)) && !overEpoxy(j) && filmInAll(j) > thickStack
		},
		Failure: "cracks along joints and grain",
		Reason:  "So much film in all no longer follows the wood through the seasons.",
		WayOut:  "Sand some of it back before going on.",
	},
}

const (
	softBed           = 30.0  // µm of soft film under a hard one; about two coats of shellac (practice)
	thickestAcidCured = 125.0 // µm of dry film in all; beyond it an acid-cured finish cracks (practice)
	thickStack        = 300.0 // µm of dry film in all (practice; exterior prime and two coats come to 100–125)
)
