package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

const decorTheme = "Decoration and fillers"

func filler(f *coating.Family) bool { return f.Is("filler") }
func transfer(f *coating.Family) bool {
	return f.ID == "transfer_rub_on" || f.ID == "transfer_water_slide"
}

func gilding(f *coating.Family) bool { return f.ID == "wax_gilding" }

const overnight = 12.0 // hours (practice)

var decorRules = []Rule{
	{ID: "D1", Theme: decorTheme, Title: "Solvent over a transfer", Verdict: Test, Basis: core.Practice,
		Speaks: "beech + enamel_wb pale + transfer_rub_on > lacquer_aerosol", Silent: "beech + enamel_wb pale + transfer_rub_on > clear_wb_pu",
		When:    func(j *Join) bool { return covered(j) && transfer(on(j)) && !waterCarried(coat(j)) && film(coat(j)) },
		Failure: "lifts or clouds the picture", Reason: "Solvent and oil may loosen the film that carries the picture.", WayOut: "A water-carried clear, the first coat thin."},
	{ID: "D2", Theme: decorTheme, Title: "First clear coat over a transfer or paper", Verdict: Prepare, Preparation: Preparation{"thin_first", "First coat thin, laid on without brushing back and forth", 2}, Basis: core.Practice,
		Speaks: "beech + enamel_wb pale + decoupage_paper > clear_wb_pu", Silent: "beech + enamel_wb pale > clear_wb_pu",
		When: func(j *Join) bool {
			return covered(j) && (transfer(on(j)) || on(j).ID == "decoupage_paper") && waterCarried(coat(j))
		},
		Failure: "lifts an edge, traps bubbles", Reason: "A wet coat worked about lifts edges; a thin one locks them."},
	{ID: "D3", Theme: decorTheme, Title: "A transfer on wax or oil", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "beech + oil_danish > transfer_rub_on", Silent: "beech + enamel_wb pale > transfer_rub_on",
		When:    func(j *Join) bool { return covered(j) && transfer(coat(j)) && (isOil(on(j)) || nonDrying(on(j))) },
		Failure: "slides off", Reason: "Its adhesive needs a dry, smooth coat.", WayOut: "Transfers before wax and on a film; oil has to be sealed."},
	{ID: "D4", Theme: decorTheme, Title: "Water-carried clear over metal leaf", Verdict: Test, Basis: core.Practice,
		Speaks: "oak + leaf_metal > clear_wb_acrylic", Silent: "oak + leaf_metal > shellac_dewaxed",
		When:    func(j *Join) bool { return over(j, "leaf_metal") && waterCarried(coat(j)) },
		Failure: "tarnishes green or brown", Reason: "Ammonia in many water-carried coats tarnishes brass and copper leaf.", WayOut: "Dewaxed shellac first, or a clear that its label calls free of ammonia."},
	{ID: "D5", Theme: decorTheme, Title: "Leaf on open-pored bare wood", Verdict: Prepare, Insert: "a filled and sealed ground", Basis: core.Practice,
		Speaks: "oak > leaf_metal", Silent: "oak + shellac_dewaxed > leaf_metal",
		When: func(j *Join) bool {
			return bare(j) && (coat(j).ID == "leaf_metal" || coat(j).ID == "size_gilding") && j.Ground.Material.Wood()
		},
		Failure: "every pore shows, size sinks in", Reason: "Leaf shows what lies under it, and size must stand on a closed surface.", WayOut: "Fill or paint, seal, then size."},
	{ID: "D6", Theme: decorTheme, Title: "Anything but leaf on gilding size", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "oak + shellac_dewaxed + size_gilding > clear_wb_pu", Silent: "oak + shellac_dewaxed + size_gilding > leaf_metal",
		When:    func(j *Join) bool { return over(j, "size_gilding") && coat(j).ID != "leaf_metal" },
		Failure: "stays sticky for weeks", Reason: "Size is made to stay tacky: it is there for leaf and nothing else.", WayOut: "Lay the leaf, wait a day, then seal."},
	{ID: "D7", Theme: decorTheme, Title: "A decoration on bare wood", Verdict: Prepare, Insert: "a sealer or a colour", Basis: core.Practice,
		Speaks: "oak > paint_craft dark partly", Silent: "oak + shellac_dewaxed > paint_craft dark partly",
		When:    func(j *Join) bool { return bare(j) && j.Partly && j.Ground.Material.Wood() },
		Failure: "bleeds along the grain, and no slip can be wiped off", Reason: "Bare wood drinks an edge: a decoration is laid on a closed coat.", WayOut: "A sealer, a clear coat or a colour first."},
	{ID: "D8", Theme: decorTheme, Title: "Gilding wax waits for a dry coat", Verdict: Sound, Basis: core.Practice,
		Speaks: "beech + enamel_wb dark > wax_gilding partly", Silent: "beech + enamel_wb dark > wax_clear",
		When:   func(j *Join) bool { return fresh(j) && gilding(coat(j)) },
		Wait:   func(j *Join) float64 { return max(overnight, top(j).RecoatAfterH(j.Context.Air)) },
		Reason: "Rubbed over a coat still soft it drags it up: leave it overnight."},
	{ID: "D9", Theme: decorTheme, Title: "Tape on a colour just dry", Verdict: Sound, Basis: core.Practice,
		Speaks: "beech + enamel_wb pale > paint_craft dark partly", Silent: "beech + enamel_wb pale > clear_wb_pu",
		When:   func(j *Join) bool { return fresh(j) && j.Partly && on(j).Is("paint") && coat(j).Body == coating.Film },
		Wait:   func(j *Join) float64 { return max(overnight, top(j).RecoatAfterH(j.Context.Air)) },
		Reason: "Tape and stencil spray pull up a paint that is only dry to recoat: leave it overnight."},
	{ID: "K1", Theme: decorTheme, Title: "Crackle medium takes a water-carried paint", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "beech + enamel_wb dark + crackle_medium > clear_wb_pu", Silent: "beech + enamel_wb dark + crackle_medium > paint_chalk pale",
		When: func(j *Join) bool {
			return over(j, crackleMedium) && !(coat(j).Is("paint") && waterCarried(coat(j)))
		},
		Failure: "re-wets and slides, or does not crack", Reason: "The medium opens a water-carried paint laid over it, and nothing else.", WayOut: "Paint over it inside its window, then seal."},
	{ID: "K2", Theme: decorTheme, Title: "First coat over a crackled paint", Verdict: Prepare, Preparation: Preparation{"thin_first", "First coat thin, laid on without brushing back and forth", 2}, Basis: core.Practice,
		Speaks: "beech + enamel_wb dark + crackle_medium + paint_chalk pale > clear_wb_pu", Silent: "beech + enamel_wb dark + paint_chalk pale > clear_wb_pu",
		When:    func(j *Join) bool { return j.Ground.Crackled },
		Failure: "drags the pattern", Reason: "The medium in the cracks softens again as it is wetted."},
	{ID: "K3", Theme: decorTheme, Title: "Crackle medium on bare wood", Verdict: Prepare, Insert: "a base colour", Basis: core.Practice,
		Speaks: "beech > crackle_medium", Silent: "beech + enamel_wb dark > crackle_medium",
		When:    func(j *Join) bool { return bare(j) && coat(j).ID == crackleMedium },
		Failure: "does not crack", Reason: "Bare wood drinks it; cracks need a closed base, which also gives the colour in them.", WayOut: "A base coat first."},
	{ID: "Z1", Theme: decorTheme, Title: "Glaze on bare wood", Verdict: Prepare, Insert: "a sealer", Basis: core.Practice,
		Speaks: "beech > glaze_oil tone", Silent: "beech + shellac_dewaxed > glaze_oil tone",
		When:    func(j *Join) bool { return bare(j) && coat(j).ID == "glaze_oil" },
		Failure: "sinks in unevenly and cannot be wiped back", Reason: "A glaze is worked on a sealed surface, between coats.", WayOut: "Dewaxed shellac first."},
	{ID: "S8", Theme: decorTheme, Title: "Stain over filler", Verdict: Test, Basis: core.Practice,
		Speaks: "oak + filler_wood > stain_oil tone", Silent: "oak + filler_wood > enamel_wb dark",
		When:    func(j *Join) bool { return covered(j) && filler(on(j)) && coat(j).Is("stain") },
		Failure: "the mend stands out lighter or darker", Reason: "Most fillers do not take stain as wood does.", WayOut: "Colour the filler, or fill with wax sticks after the coats."},
	{ID: "S8c", Theme: decorTheme, Title: "Caulk or two-part filler under a clear coat", Verdict: Refuse, Basis: core.Practice,
		Speaks: "oak + caulk_acrylic > clear_wb_pu", Silent: "oak + caulk_acrylic > enamel_wb pale",
		When: func(j *Join) bool {
			return covered(j) && (on(j).ID == acrylicCaulk || on(j).ID == "filler_2k") && j.Coat.Shade == coating.Clear
		},
		Failure: "shows for ever", Reason: "It is made to be painted: under a clear coat every gap filled shows, and caulk yellows.", WayOut: "Paint it, or fill with wax sticks after the coats."},
	{ID: "S8b", Theme: decorTheme, Title: "A brittle coat over caulk", Verdict: Test, Basis: core.Practice,
		Speaks: "oak + caulk_acrylic > floor_paint_2k dark", Silent: "oak + caulk_acrylic > paint_acrylic pale",
		When: func(j *Join) bool {
			return over(j, acrylicCaulk) && film(coat(j)) && (strong(coat(j)) || mixed(coat(j)))
		},
		Failure: "cracks over the joint", Reason: "Caulk stays soft and moves; a brittle coat does not.", WayOut: "An acrylic paint or enamel."},
	{ID: "W9", Theme: decorTheme, Title: "Nothing over silicone sealant", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "oak + sealant_silicone > enamel_wb pale", Silent: "oak + sealant_silicone > sealant_silicone",
		When:    func(j *Join) bool { return over(j, "sealant_silicone") && !same(j) },
		Failure: "crawls off, fish-eyes around", Reason: "No coat holds on silicone, and it spreads to its neighbours.", WayOut: "Cut it out, wash twice, coat, and seal last of all."},
	{ID: "P8", Theme: decorTheme, Title: "Over an oil-based grain filler", Verdict: Prepare, Preparation: smell, Wait: crossWait(24), Basis: core.Practice,
		Speaks: "oak + grain_filler_oil > lacquer_nc", Silent: "oak + grain_filler_wb > lacquer_nc",
		When:    func(j *Join) bool { return fresh(j) && over(j, "grain_filler_oil") && film(coat(j)) },
		Failure: "greys in the pores, peels", Reason: "Filler deep in the pores dries last: 24 h under its own kind, 48 to 72 before water or lacquer, or dewaxed shellac between."},
	{ID: "L6", Theme: decorTheme, Title: "Liming wax without open pores", Verdict: Test, Basis: core.Practice,
		Speaks: "maple > wax_liming", Silent: "oak > wax_liming",
		When: func(j *Join) bool {
			return coat(j).ID == "wax_liming" && (!j.Ground.Material.OpenPores || j.Ground.Hidden)
		},
		Failure: "wipes straight off", Reason: "The white stays in brushed-out pores; here there are none.", WayOut: "Oak, ash or chestnut, brushed open first."},
	{ID: "L4", Theme: decorTheme, Title: "Distressed, then sealed", Verdict: Prepare, Preparation: Preparation{"distress_dust", "Take off every trace of dust; bare spots drink, so lay the first coat thin", 5}, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > wax_clear ; distress=dry", Silent: "beech + paint_chalk pale > wax_clear",
		When: func(j *Join) bool {
			return covered(j) && j.State.Distress != Undistressed && on(j).Is("paint") && !(coat(j).Body == coating.Wax && j.Context.Schools.DistressAfterWax)
		},
		Failure: "grey streaks, patchy sheen", Reason: "Paint dust left in the cuts shows under the seal, and bare wood drinks more than paint."},
	{ID: "L4a", Theme: decorTheme, Title: "Waxed first, then distressed", School: true, Verdict: Prepare, Preparation: Preparation{"distress_wax", "Wax first and cut through the wax: it keeps the dust down and the paper gliding; then wax the cuts again", 5}, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > wax_clear ; distress=dry school=distress_after_wax", Silent: "beech + paint_chalk pale > clear_wb_acrylic ; distress=dry school=distress_after_wax",
		When: func(j *Join) bool {
			return covered(j) && j.State.Distress != Undistressed && on(j).Is("paint") && coat(j).Body == coating.Wax && j.Context.Schools.DistressAfterWax
		},
		Failure: "dust where the wax should be", Reason: "This workshop distresses after waxing: here the paint has been cut before it."},
	{ID: "L4c", Theme: decorTheme, Title: "Waxed again over the cuts", Verdict: Prepare, Preparation: Preparation{"rewax", "Wax the cuts again, or they stay open to water and dirt", 4}, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale + wax_clear > wax_clear ; distress=dry", Silent: "beech + paint_chalk pale + wax_clear > wax_clear",
		When: func(j *Join) bool {
			return covered(j) && j.State.Distress != Undistressed && on(j).Body == coating.Wax && coat(j).Body == coating.Wax
		},
		Failure: "marks in the cuts", Reason: "Where the wax was cut through there is none."},
	{ID: "L4w", Theme: decorTheme, Title: "Distressed wet where the paint does not soften again", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "beech + enamel_wb pale > clear_wb_pu ; distress=wet", Silent: "beech + paint_clay pale > clear_wb_pu ; distress=wet",
		When: func(j *Join) bool {
			return covered(j) && j.State.Distress == WetDistress && on(j).Is("paint") && on(j).RedissolvesIn != coating.Water
		},
		Failure: "swollen edges, lifted film", Reason: "A damp cloth only distresses paint that softens again in water; this one it loosens.", WayOut: "Let it dry, sand the edges, distress dry."},
	{ID: "M1", Theme: decorTheme, Title: "Milk paint over anything that is not porous", Verdict: Prepare, Preparation: Preparation{"bonder", "Scuff, and add the bonder that its label names to the first coat", 5}, Basis: core.Practice,
		Speaks: "beech + shellac_dewaxed > paint_milk dark", Silent: "beech > paint_milk dark",
		When: func(j *Join) bool {
			return coat(j).ID == "paint_milk" && (j.Ground.Material.Kind == substrate.Faced || (covered(j) && film(on(j)) && !on(j).Porous()))
		},
		Failure: "flakes off in chips", Reason: "Milk paint grips pores; where there are none it chips, which some want and some do not."},
}
