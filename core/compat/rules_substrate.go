package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

var substrateRules = []Rule{
	{
		ID:      "X1",
		Theme:   "Substrate",
		Title:   "Cloth and wood each take coats of their own",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "cloth > enamel_wb pale",
		Silent:  "cloth > textile_paint pale",
		Firm:    true,
		When: func(j *Join) bool {
			return (j.Ground.Material.Kind == substrate.Textile) != coat(j).Is(coating.GroupTextile)
		},
		Failure: "cracks off, or never takes",
		Reason:  "Fabric paint and protector are made for cloth, everything else for wood, board and metal.",
		WayOut:  "On cloth: fabric paint, fabric protector. On all else: none of these.",
	},
	{
		ID:          "S1",
		Theme:       "Substrate",
		Title:       "Slick surface under a coat that grips it",
		Verdict:     Prepare,
		Preparation: substrate.KeySlick,
		Basis:       core.Practice,
		Speaks:      "melamine > primer_wb_bonding pale",
		Silent:      "oak > primer_wb_bonding pale",
		When: func(j *Join) bool {
			return bareSlick(j) && film(coat(j)) && j.Coat.GripsSlick >= coating.GripsWell
		},
		Failure: "peels",
		Reason:  "It grips slick surfaces, once keyed and degreased.",
	},
	{
		ID:          "S1t",
		Theme:       "Substrate",
		Title:       "Slick surface under a coat that grips a little",
		Verdict:     Test,
		Preparation: substrate.KeySlick,
		Basis:       core.Practice,
		Speaks:      "melamine > paint_chalk pale",
		Silent:      "melamine + primer_wb_bonding pale > paint_chalk pale",
		When: func(j *Join) bool {
			return bareSlick(j) && covering(coat(j)) && gripsSome(j.Coat)
		},
		Failure: "peels, scratches off",
		Reason:  "It grips a keyed slick face only fairly: cross-cut a test board after a week.",
		WayOut:  "A bonding primer or dewaxed shellac makes it sure.",
	},
	{
		ID:      "S1n",
		Theme:   "Substrate",
		Title:   "Slick surface under a coat that does not grip",
		Verdict: Prepare,
		Insert:  "a bonding primer or dewaxed shellac",
		Basis:   core.Practice,
		Speaks:  "melamine > clear_wb_pu",
		Silent:  "melamine > primer_wb_bonding pale",
		When: func(j *Join) bool {
			return bareSlick(j) && film(coat(j)) && gripsNot(j.Coat)
		},
		Failure: "peels",
		Reason:  "It does not grip a slick face.",
		WayOut:  "Key P180–P220, degrease, then a bonding primer or dewaxed shellac.",
	},
	{
		ID:      "S1r",
		Theme:   "Substrate",
		Title:   "Stain or oil on a slick surface",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "laminate > stain_oil",
		Silent:  "oak > stain_oil",
		Firm:    true,
		When: func(j *Join) bool {
			waxedMetal := waxy(coat(j)) && j.Ground.Material.Kind == substrate.Metal
			wipesOff := coat(j).Is(coating.GroupStain) || soaksIntoBare(j)
			return j.Ground.Material.Slick && wipesOff && !waxedMetal
		},
		Failure: "wipes off",
		Reason:  "The face is not wood: nothing soaks in.",
		WayOut:  "Key it, prime it and paint it.",
	},
	{
		ID:      "S2",
		Theme:   "Substrate",
		Title:   "Tannin or knots under a pale water-carried coat",
		Verdict: Prepare,
		Insert:  "a shellac-based or oil blocking primer",
		Basis:   core.Practice,
		Speaks:  "oak > paint_chalk pale",
		Silent:  "oak + primer_shellac pale > paint_chalk pale",
		When: func(j *Join) bool {
			return openBleed(j) && paleWater(j) && letsThrough(j)
		},
		Failure: "bleeds yellow-brown through the colour",
		Reason:  "Water wakes tannin and knots, and pale colour shows it.",
		WayOut:  "A shellac-based or oil blocking primer first.",
	},
	{
		ID:          "S2p",
		Theme:       "Substrate",
		Title:       "Tannin or knots under a pale coat that blocks in part",
		Verdict:     Prepare,
		Preparation: BleedWatch,
		Basis:       core.Practice,
		Speaks:      "pine > primer_wb_blocking pale",
		Silent:      "beech > primer_wb_blocking pale",
		When: func(j *Join) bool {
			blocksInPart := j.Coat.Blocks == coating.Partly && !letsThrough(j)
			return openBleed(j) && paleWater(j) && blocksInPart
		},
		Failure: "bleeds yellow-brown through the colour",
		Reason:  "It holds tannin and knots back only in part: give it a night and look before going on.",
	},
	{
		ID:      "S2n",
		Theme:   "Substrate",
		Title:   "Next coat over one that may still bleed",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "pine + primer_wb_blocking pale > paint_chalk pale",
		Silent:  "pine + primer_shellac pale > paint_chalk pale",
		When:    func(j *Join) bool { return j.Ground.Watch },
		Wait:    func(*Join) float64 { return 12 },
		Failure: "bleeds through the colour",
		Reason:  "Overnight shows whether the coat below holds the stain back; a second coat of it is common.",
	},
	{
		ID:          "S3",
		Theme:       "Substrate",
		Title:       "Oily wood",
		Verdict:     Prepare,
		Preparation: substrate.SolventWipe,
		Basis:       core.Practice,
		Speaks:      "teak > oil_exterior",
		Silent:      "oak > oil_exterior",
		When:        func(j *Join) bool { return bare(j) && j.Ground.Material.Oily },
		Failure:     "peels, dries slowly",
		Reason:      "The wood's own oil comes to the surface; films indoors do better over dewaxed shellac.",
	},
	{
		ID:      "S3x",
		Theme:   "Substrate",
		Title:   "Clear film on oily wood outdoors",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "teak > varnish_spar ! outdoors_coast",
		Silent:  "teak > oil_exterior ! outdoors_coast",
		When: func(j *Join) bool {
			lasting := outdoors(j) && !lives(j, "boat") // there it is renewed each season
			return bareOily(j) && lasting && film(coat(j))
		},
		Failure: "peels in sheets",
		Reason:  "The wood's oil keeps coming up and pushes films off; finishers disagree whether one lasts.",
		WayOut:  "An exterior oil, renewed as it wears, is the sure way.",
	},
	{
		ID:      "S5",
		Theme:   "Substrate",
		Title:   "Penetrating stain on wood that blotches",
		Verdict: Prepare,
		Insert:  "a washcoat, or take a gel stain",
		Basis:   core.Practice,
		Speaks:  "pine > stain_oil",
		Silent:  "pine > stain_gel_oil",
		When: func(j *Join) bool {
			return bare(j) && j.Ground.Material.Blotches && wipingStain(coat(j))
		},
		Failure: "blotches",
		Reason:  "This wood takes a penetrating stain unevenly.",
		WayOut:  "A washcoat first, or a gel stain.",
	},
	{
		ID:          "S10",
		Theme:       "Substrate",
		Title:       "Water-carried first coat raises the grain",
		Verdict:     Prepare,
		Preparation: substrate.RaiseGrain,
		Basis:       core.Practice,
		Speaks:      "ash > clear_wb_pu",
		Silent:      "ash > varnish_oil_pu",
		When: func(j *Join) bool {
			return bareWood(j) && waterCarried(coat(j)) && j.Ground.Material.Kind != substrate.Board
		},
		Failure: "leaves a rough surface",
		Reason:  "Water lifts cut fibres: damp and sand first, or sand the first coat.",
	},
}
