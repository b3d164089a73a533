package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

const soilTheme = "What lies on the ground"

// What is left on a ground spoils a coat more often than the wrong coat does. Basis: practice.
var soilRules = []Rule{
	{ID: "W1s", Theme: soilTheme, Title: "Wax or wax polish on the surface", Verdict: Prepare, Preparation: Preparation{"dewax", "Scrape the thick of it, then mineral spirits and clean cloths until the cloth stays clean", 25}, Basis: core.Practice, Firm: true,
		Speaks: "oak + clear_wb_pu > clear_wb_pu ; soil=wax", Silent: "oak + clear_wb_pu > wax_clear ; soil=wax",
		When:    func(j *Join) bool { return soiled(Wax)(j) && coat(j).Body != coating.Wax },
		Failure: "peels, fish-eyes", Reason: "Nothing but wax grips wax: it must be off, and a coat of dewaxed shellac after it is good insurance.", WayOut: "Dewax, then dewaxed shellac."},
	{ID: "W5", Theme: soilTheme, Title: "Silicone from polish", Verdict: Prepare, Preparation: Preparation{"silicone", "Wash twice with mineral spirits, fresh cloths each time", 15}, Insert: "dewaxed shellac", Basis: core.Practice, Firm: true,
		Speaks: "oak + clear_wb_pu > clear_wb_pu ; soil=silicone", Silent: "oak + clear_wb_pu > shellac_dewaxed ; soil=silicone",
		When:    func(j *Join) bool { return soiled(Silicone)(j) && !dewaxed(j) },
		Failure: "fish-eyes", Reason: "Silicone pushes every coat aside into craters; washing lessens it, dewaxed shellac seals in what is left.", WayOut: "Wash twice, then dewaxed shellac."},
	{ID: "W5s", Theme: soilTheme, Title: "Shellac over washed-off silicone", Verdict: Prepare, Preparation: Preparation{"silicone", "Wash twice with mineral spirits, fresh cloths each time", 15}, Basis: core.Practice, Firm: true,
		Speaks: "oak + clear_wb_pu > shellac_dewaxed ; soil=silicone", Silent: "oak + clear_wb_pu > shellac_dewaxed",
		When:    func(j *Join) bool { return soiled(Silicone)(j) && dewaxed(j) },
		Failure: "fish-eyes", Reason: "It seals in what washing leaves, but it too needs the most of it gone."},
	{ID: "S9", Theme: soilTheme, Title: "Residue of a strong cleaner", Verdict: Prepare, Preparation: Preparation{"rinse", "Rinse twice with clean water, let it dry", 6}, Basis: core.Practice, Firm: true,
		Speaks: "oak > clear_wb_pu ; soil=lye", Silent: "oak > clear_wb_pu",
		When: soiled(Lye), Failure: "peels or yellows", Reason: "Alkali left in the surface goes on working under the coat."},
	{ID: "S9b", Theme: soilTheme, Title: "Residue of wood bleach", Verdict: Prepare, Preparation: Preparation{"neutralise", "Neutralise as the bleach's data sheet says, rinse, dry for a day, sand the raised grain", 12}, Wait: nil, Basis: core.Practice, Firm: true,
		Speaks: "oak > clear_wb_pu ; soil=bleach", Silent: "oak > clear_wb_pu ; soil=grease",
		When: soiled(Bleach), Failure: "blisters, discolours", Reason: "Bleach left in the wood attacks colour and binder."},
	{ID: "S9g", Theme: soilTheme, Title: "Grease on the surface", Verdict: Prepare, Preparation: Preparation{"degrease", "Degrease, then rinse with clean water and dry", 8}, Basis: core.Practice, Firm: true,
		Speaks: "oak > clear_wb_pu ; soil=grease", Silent: "oak > clear_wb_pu ; soil=lye",
		When: soiled(Grease), Failure: "crawls, peels", Reason: "Skipping the wash is the commonest cause of failure."},
	{ID: "S9n", Theme: soilTheme, Title: "Smoke and nicotine", Verdict: Prepare, Preparation: Preparation{"degrease", "Degrease, then rinse with clean water and dry", 8}, Basis: core.Practice, Firm: true,
		Speaks: "beech > enamel_wb dark ; soil=nicotine", Silent: "beech > enamel_wb dark",
		When: soiled(Nicotine), Failure: "bleeds brown, smells", Reason: "Tar dissolves into the coat unless it is washed off."},
	{ID: "S9p", Theme: soilTheme, Title: "Smoke under a pale water-carried coat", Verdict: Prepare, Insert: "a shellac-based blocking primer", Basis: core.Practice,
		Speaks: "beech > enamel_wb pale ; soil=nicotine", Silent: "beech > primer_shellac pale ; soil=nicotine",
		When: func(j *Join) bool {
			return soiled(Nicotine)(j) && waterCarried(coat(j)) && j.Coat.Shade == coating.Pale && j.Coat.Blocks < coating.Yes
		},
		Failure: "bleeds brown through the colour", Reason: "What washing leaves comes through pale paint.", WayOut: "A shellac-based primer first; it holds the smell too."},
	{ID: "S9a", Theme: soilTheme, Title: "Adhesive left behind", Verdict: Prepare, Preparation: Preparation{"adhesive", "Warm it, roll it off, then mineral spirits", 12}, Basis: core.Practice, Firm: true,
		Speaks: "melamine > primer_wb_bonding pale ; soil=adhesive", Silent: "melamine > primer_wb_bonding pale",
		When: soiled(Adhesive), Failure: "lifts where the adhesive lies", Reason: "The coat sticks to the adhesive and the adhesive to nothing."},
	{ID: "S9m", Theme: soilTheme, Title: "Mildew on the surface", Verdict: Prepare, Preparation: Preparation{"mildew", "Wash with a mildew cleaner as its label says, rinse, dry right through, and find the damp", 12}, Basis: core.Practice, Firm: true,
		Speaks: "pine > primer_alkyd pale ; soil=mildew", Silent: "pine > primer_alkyd pale",
		When: soiled(Mildew), Failure: "grows through the coat", Reason: "Mildew lives on under a film and comes through it."},
	{ID: "S4", Theme: soilTheme, Title: "A ground that does not hold by itself", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "oak + old:oil_varnish > clear_wb_pu ; unsound", Silent: "oak + old:oil_varnish > clear_wb_pu",
		When:    func(j *Join) bool { return j.State.Unsound },
		Failure: "comes off with what is below", Reason: "What flakes, chalks or lifts takes every coat with it.", WayOut: "Take it off down to what holds."},
	{ID: "S6", Theme: soilTheme, Title: "Steel wool before a water-carried coat, or on tannin wood", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "beech + clear_wb_pu > clear_wb_pu ; key=steel_wool", Silent: "beech + varnish_oil_pu > varnish_oil_pu ; key=steel_wool",
		When: func(j *Join) bool {
			return ironWool(j) && (waterCarried(coat(j)) || (bare(j) && j.Ground.Material.Tannin))
		},
		Failure: "rust specks, black marks", Reason: "Splinters of iron stay behind: water rusts them, tannin turns them black.", WayOut: "A synthetic pad or paper; what was rubbed already is vacuumed, wiped with a magnet and sanded again."},
	{ID: "S7", Theme: soilTheme, Title: "Wood too wet indoors", Verdict: Refuse, Basis: core.Published, Source: "USDA Wood Handbook, FPL-GTR-282 ch. 16, asks for the moisture of service; the bar of 12 % is practice (value from memory)", Firm: true,
		Speaks: "oak > clear_wb_pu ; moisture=15", Silent: "oak > clear_wb_pu ; moisture=9",
		When: func(j *Join) bool {
			return bare(j) && j.Ground.Material.Wood() && !outdoors(j) && j.State.MoisturePct > wettestInside
		},
		Failure: "peels, cracks as the wood shrinks", Reason: "Above about 12 % the wood still has to shrink to its room.", WayOut: "Dry it where it will stand, until a meter says 6 to 12 %."},
	{ID: "S7o", Theme: soilTheme, Title: "Wood too wet outdoors", Verdict: Refuse, Basis: core.Published, Source: "BFS-Merkblatt 18 and BS 6150: at most 18 % (values from memory)", Firm: true,
		Speaks: "larch > varnish_spar ! outdoors_covered ; moisture=20", Silent: "larch > varnish_spar ! outdoors_covered ; moisture=16",
		When: func(j *Join) bool {
			return bare(j) && j.Ground.Material.Wood() && outdoors(j) && j.State.MoisturePct > wettestOutside
		},
		Failure: "blisters and peels", Reason: "Water shut in behind a coat pushes it off.", WayOut: "Wait for dry weather, with air around it, until a meter says 18 % or less."},
	{ID: "S13", Theme: soilTheme, Title: "Water on bare steel", Verdict: Prepare, Insert: "a solvent-borne or shellac primer", Basis: core.Practice,
		Speaks: "steel > primer_wb_bonding pale", Silent: "steel > primer_shellac pale",
		When:    func(j *Join) bool { return bare(j) && j.Ground.Material.ID == "steel" && waterCarried(coat(j)) },
		Failure: "flash rusts through the coat", Reason: "Steel rusts while a water-carried coat dries on it.", WayOut: "An oil or shellac-based primer the same day as the steel is brightened."},
	{ID: "S14", Theme: soilTheme, Title: "A thick film on what flexes", Verdict: Test, Basis: core.Practice,
		Speaks: "cane + varnish_spar x2 > varnish_spar", Silent: "cane > shellac_dewaxed",
		When: func(j *Join) bool {
			return j.Ground.Material.ID == "cane" && film(coat(j)) && j.Ground.FilmUM+j.Coat.DryUM()*float64(max(j.Coats, 1)) > thickOnCane
		},
		Failure: "cracks where it bends", Reason: "Cane gives with every sitting; a thick film does not.", WayOut: "Thin coats, sprayed or wiped."},
}

const (
	wettestInside  = 12.0 // % moisture
	wettestOutside = 18.0
	thickOnCane    = 60.0 // µm (practice)
)

// SoilOf names a contamination found at inspection as soil on a ground.
func SoilOf(c substrate.Contamination) Soil { return Soil(c) }
