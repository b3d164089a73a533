package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

var carrierRules = []Rule{
	{
		ID:          "C1",
		Theme:       "Carrier and cure",
		Title:       "Water-carried over an oil-based film",
		Verdict:     Prepare,
		Preparation: scuff,
		Basis:       core.Practice,
		Speaks:      "oak + primer_alkyd > enamel_wb pale",
		Silent:      "oak + primer_alkyd > enamel_alkyd pale",
		When: func(j *Join) bool {
			return unkeyedFilm(j) && oilFilm(on(j)) && waterCarried(coat(j))
		},
		Wait:    crossWait(0),
		Failure: "crawls, clouds, peels",
		Reason:  "Oil still drying pushes water off: wait its cross-carrier time, then give it a key.",
	},
	{
		ID:          "C1s",
		Theme:       "Carrier and cure",
		Title:       "Water-carried over an oil stain",
		Verdict:     Prepare,
		Preparation: smell,
		Basis:       core.Practice,
		Speaks:      "oak + stain_gel_oil > clear_wb_pu",
		Silent:      "oak + stain_gel_oil > varnish_oil_pu",
		When: func(j *Join) bool {
			return overStain(j) && on(j).OilBased() && waterCarried(coat(j))
		},
		Wait:    crossWait(24),
		Failure: "crawls, clouds, peels",
		Reason:  "Oil stain needs its cross-carrier time, 24 to 72 h by climate, before anything water-carried. Do not scuff it: you would cut the colour.",
	},
	{
		ID:          "C2",
		Theme:       "Carrier and cure",
		Title:       "Oil-based over a dry water-carried film",
		Verdict:     Prepare,
		Preparation: scuff,
		Basis:       core.Practice,
		Speaks:      "oak + clear_wb_pu > varnish_oil_pu",
		Silent:      "oak + stain_wb > varnish_oil_pu",
		When: func(j *Join) bool {
			return unkeyedFilm(j) && closedWaterFilm(on(j)) && oilFilm(coat(j))
		},
		Wait:    crossWait(0),
		Failure: "peels",
		Reason:  "Sound once the water has left; a scuff gives it a hold.",
	},
	{
		ID:          "C4",
		Theme:       "Carrier and cure",
		Title:       "Strong solvent over shellac or dye",
		Verdict:     Prepare,
		Preparation: mist,
		Basis:       core.Practice,
		Speaks:      "oak + shellac_dewaxed > lacquer_nc",
		Silent:      "oak + lacquer_nc > lacquer_nc",
		When: func(j *Join) bool {
			return covered(j) && plainLacquer(coat(j)) && softensInLacquer(on(j))
		},
		Failure: "bites in, lifts the colour",
		Reason:  "Lacquer solvent softens what lies below: start with mist coats.",
	},
	{
		ID:      "C5",
		Theme:   "Carrier and cure",
		Title:   "A coat that lifts the colour below",
		Verdict: Prepare,
		Insert:  "a barrier of another carrier",
		Basis:   core.Practice,
		Speaks:  "oak + dye_water > clear_wb_pu",
		Silent:  "oak + dye_water > shellac_dewaxed",
		When: func(j *Join) bool {
			return overStain(j) && !same(j) && liftsByHand(j)
		},
		Failure: "streaks, lifts the dye",
		Reason:  "Its carrier dissolves the colour it is brushed over.",
		WayOut:  "A barrier of another carrier, or spray.",
	},
	{
		ID:      "C6",
		Theme:   "Carrier and cure",
		Title:   "Catalysed over lacquer, waxy shellac, wax or stearate",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + lacquer_nc > varnish_conversion",
		Silent:  "oak + sealer_vinyl > varnish_conversion",
		Firm:    true,
		When: func(j *Join) bool {
			return covered(j) && coat(j).Catalysed() && tornByCatalysed(on(j))
		},
		Failure: "wrinkles, peels, crazes",
		Reason:  "A catalysed coat shrinks hard and tears what it cannot join.",
		WayOut:  "Vinyl sealer, or bare wood.",
	},
	{
		ID:      "C6s",
		Theme:   "Carrier and cure",
		Title:   "Catalysed over dewaxed shellac",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed > varnish_conversion",
		Silent:  "oak + sealer_vinyl > varnish_conversion",
		When:    func(j *Join) bool { return covered(j) && dewaxedSealer(on(j)) && coat(j).Catalysed() },
		Failure: "wrinkles or peels",
		Reason:  "Only over a thin washcoat, and only where its label allows: make a test board.",
		WayOut:  "Vinyl sealer is the usual one.",
	},
	{
		ID:      "C6p",
		Theme:   "Carrier and cure",
		Title:   "Catalysed over pigmented primer or stain",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + stain_oil > varnish_conversion",
		Silent:  "oak > varnish_conversion",
		When: func(j *Join) bool {
			return covered(j) && coat(j).Catalysed() && pigmentedBed(on(j))
		},
		Failure: "peels, stays soft",
		Reason:  "A catalysed coat goes only over stains and primers that its data sheet names.",
		WayOut:  "Read the data sheet, make a test board.",
	},
	{
		ID:      "C6o",
		Theme:   "Carrier and cure",
		Physics: true,
		Title:   "Catalysed over an old film of another kind",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + old:oil_varnish > varnish_conversion",
		Silent:  "oak + old:catalysed > varnish_conversion",
		When: func(j *Join) bool {
			return oldPlainFilm(j) && coat(j).Catalysed() && !primesFactoryFilm(j)
		},
		Failure: "wrinkles, peels, crazes",
		Reason:  "A catalysed coat belongs on bare wood, its own kind or a sealer its data sheet names, not on an old film.",
		WayOut:  "Take the old finish off, or choose another clear coat.",
	},
	{
		ID:      "C6f",
		Theme:   "Carrier and cure",
		Title:   "Conversion varnish over 125 µm in all",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + sealer_vinyl > varnish_conversion x3",
		Silent:  "oak + sealer_vinyl > varnish_conversion x2",
		Firm:    true,
		When: func(j *Join) bool {
			return acidCured(coat(j)) && filmInAll(j) > thickestAcidCured
		},
		Failure: "cracks",
		Reason:  "An acid-catalysed finish cracks when the whole dry film is thicker than 125 µm.",
		WayOut:  "Fewer coats, or another finish.",
	},
	{
		ID:          "C7",
		Theme:       "Carrier and cure",
		Title:       "Another coat over a catalysed film",
		Verdict:     Prepare,
		Preparation: Rekeying,
		Basis:       core.Practice,
		Speaks:      "oak + varnish_conversion > clear_wb_pu",
		Silent:      "oak + varnish_conversion > varnish_conversion",
		When: func(j *Join) bool {
			return unkeyedCatalysed(j) && !same(j) && film(coat(j))
		},
		Failure: "peels",
		Reason:  "Nothing bites into a catalysed film: key it first, and try it on a board.",
	},
	{
		ID:      "C7x",
		Theme:   "Carrier and cure",
		Physics: true,
		Title:   "Strong solvent, or a clear by itself, over a factory finish",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + old:uv_cured > lacquer_nc",
		Silent:  "oak + old:uv_cured > clear_wb_pu_2k",
		When:    func(j *Join) bool { return oldKnown(j) && on(j).Has(coating.Factory) && slidesOffFactory(j) },
		Failure: "flakes at edges, comes off in ribbons",
		Reason:  "Lacquer solvent takes nothing in there, and on powder coat no clear holds without a primer.",
		WayOut:  "Key it, then a bonding primer or dewaxed shellac; or have it taken off.",
	},
	{
		ID:      "C7o",
		Theme:   "Carrier and cure",
		Title:   "Another coat over an old acid-cured film",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + old:catalysed > clear_wb_pu",
		Silent:  "oak + old:catalysed > varnish_conversion",
		When:    func(j *Join) bool { return oldKnown(j) && acidCured(on(j)) && plainFilm(coat(j)) },
		Failure: "peels",
		Reason:  "However old, it is hard and slick, and its acid disturbs some coats: keyed, on a board.",
		WayOut:  "Dewaxed shellac or a bonding primer between, tried on a hidden spot.",
	},
	{
		ID:      "C9",
		Theme:   "Carrier and cure",
		Title:   "Shellac over anything clean and dry",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "oak + stain_gel_oil > shellac_dewaxed",
		Silent:  "oak + wax_clear > shellac_dewaxed",
		When: func(j *Join) bool {
			return covered(j) && otherShellac(j) && !oilOrWax(on(j))
		},
		Reason: "Shellac is the barrier that joins what will not join, once the coat below is dry.",
	},
	{
		ID:          "C7f",
		Theme:       "Carrier and cure",
		Title:       "Over a factory finish",
		Verdict:     Test,
		Preparation: substrate.KeySlick,
		Basis:       core.Practice,
		Speaks:      "steel + old:powder_coat > enamel_wb dark",
		Silent:      "steel + old:powder_coat > primer_wb_bonding pale",
		When: func(j *Join) bool {
			return oldKnown(j) && on(j).Has(coating.Factory) && !gripsFactoryFilm(j)
		},
		Failure: "scratches off",
		Reason:  "UV-cured, baked and polyester films take no solvent in: only a key and a primer that grips slick faces hold on them.",
		WayOut:  "Key it, then a bonding primer or dewaxed shellac.",
	},
	{
		ID:          "C10",
		Theme:       "Carrier and cure",
		Title:       "Aerosol colour, again within the hour or after 48 h",
		Verdict:     Prepare,
		Preparation: substrate.Work{ID: "aerosol_window", Title: "Next coat inside 1 h or after 48 h, never between"},
		Basis:       core.Practice,
		Speaks:      "oak + paint_aerosol dark > paint_aerosol dark",
		Silent:      "oak + primer_shellac pale > paint_aerosol dark",
		When:        func(j *Join) bool { return swellsAgain(j) && j.State.SinceH == nil },
		Failure:     "wrinkles",
		Reason:      "Between the two the fresh solvent swells the half-dry film.",
	},
	{
		ID:      "C3o",
		Theme:   "Carrier and cure",
		Title:   "Strong solvent over an old film",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + old:oil_varnish > lacquer_cab",
		Silent:  "oak + old:lacquer > lacquer_cab",
		When: func(j *Join) bool {
			return attacks(j) && old(j)
		},
		Failure: "wrinkles, lifts",
		Reason:  "Even an old film may lift under lacquer solvent.",
		WayOut:  "A barrier of dewaxed shellac, then mist coats.",
	},
}

// softToSolvent films swell or lift under lacquer solvent.
func softToSolvent(f *coating.Family) bool {
	return film(f) && (f.Cure == coating.Oxidation || f.Cure == coating.Coalescence)
}
