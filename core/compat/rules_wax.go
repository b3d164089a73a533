package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
)

var waxRules = []Rule{
	{ID: "W1", Theme: "Wax and oil", Title: "Nothing but wax over wax", Verdict: Refuse, Basis: core.Practice,
		Speaks: "oak + wax_clear > clear_wb_pu", Silent: "oak + wax_clear > wax_clear", Firm: true,
		When:    func(j *Join) bool { return covered(j) && on(j).Body == coating.Wax && coat(j).Body != coating.Wax },
		Failure: "peels, fish-eyes, stays soft", Reason: "Nothing grips wax.",
		WayOut: "Take off all the wax (scrape, then mineral spirits and clean cloths), then dewaxed shellac as insurance."},
	{ID: "W1d", Theme: "Wax and oil", Title: "Wax further down", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "oak + wax_clear + shellac_dewaxed > clear_wb_pu", Silent: "oak + shellac_dewaxed > clear_wb_pu",
		When: func(j *Join) bool {
			return covered(j) && j.Ground.Waxed && on(j).Body != coating.Wax && coat(j).Body != coating.Wax
		},
		Failure: "the whole stack slides off", Reason: "There is wax below the coat below: whatever lies on it lies loose.", WayOut: "Down to the wax, take it off, start again."},
	{ID: "W7", Theme: "Wax and oil", Title: "Over a soap finish", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "beech + soap > clear_wb_pu", Silent: "beech + soap > soap",
		When:    func(j *Join) bool { return over(j, "soap") && !same(j) },
		Failure: "peels, fish-eyes", Reason: "Soap in the pores keeps everything else out.", WayOut: "Wash it out with hot water, rinse, dry, sand; or stay with soap."},
	{ID: "W8", Theme: "Wax and oil", Title: "A film over an oil and wax polish", Verdict: Refuse, Basis: core.Practice, Firm: true,
		Speaks: "oak + paste_oil_finish > clear_wb_pu", Silent: "oak + oil_danish > clear_wb_pu",
		When:    func(j *Join) bool { return over(j, "paste_oil_finish") && film(coat(j)) },
		Failure: "peels, fish-eyes", Reason: "The wax in it lies in and on the wood: nothing grips it.", WayOut: "Take it off as wax, then dewaxed shellac."},
	{ID: "W2", Theme: "Wax and oil", Title: "Wax over a film is rubbed on once the film is in use", Verdict: Prepare, Preparation: dullWax, Basis: core.Practice,
		Speaks: "oak + clear_wb_pu > wax_clear", Silent: "oak + paint_chalk pale > wax_clear",
		When: func(j *Join) bool {
			return covered(j) && coat(j).Body == coating.Wax && !gilding(coat(j)) && !on(j).Is("decor") && on(j).Body == coating.Film && !on(j).Porous()
		},
		Wait:    func(j *Join) float64 { return top(j).LightUseAfterH(j.Context.Air) },
		Failure: "rubs off, and marks a soft film", Reason: "Wax needs a film that has hardened to light use, rubbed dull."},
	{ID: "W2p", Theme: "Wax and oil", Title: "Wax into porous paint or over dried oil", Verdict: Sound, Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > wax_clear", Silent: "beech + clear_wb_pu > wax_clear",
		When: func(j *Join) bool {
			return covered(j) && coat(j).Body == coating.Wax && (on(j).Porous() || on(j).Body == coating.Wax || isOil(on(j))) && coat(j).ID != "wax_dark"
		},
		Reason: "Wax sinks into it and holds."},
	{ID: "W3", Theme: "Wax and oil", Title: "Dark wax blotches on unsealed porous paint", Verdict: Prepare, Insert: "clear wax or a clear coat", Basis: core.Practice,
		Speaks: "beech + paint_chalk pale > wax_dark", Silent: "beech + stain_oil > wax_dark",
		When:    func(j *Join) bool { return covered(j) && coat(j).ID == "wax_dark" && on(j).Porous() },
		Failure: "blotches", Reason: "Porous paint drinks the colour unevenly.", WayOut: "Clear wax or a clear coat first."},
	{ID: "W4", Theme: "Wax and oil", Title: "Waxy shellac or stearate under urethane, water-carried or catalysed coats", Verdict: Refuse, Basis: core.Practice,
		Speaks: "oak + shellac_waxed > clear_wb_pu", Silent: "oak + shellac_dewaxed > clear_wb_pu",
		When: func(j *Join) bool {
			return covered(j) && on(j).Body == coating.Film && (on(j).Has(coating.ContainsWax) || on(j).Has(coating.Stearate)) &&
				(waterCarried(coat(j)) || coat(j).Has(coating.Urethane) || coat(j).Catalysed())
		},
		Failure: "peels", Reason: "The wax or stearate in the coat below spoils the grip of this kind of coat.", WayOut: "Use dewaxed shellac or vinyl sealer instead."},
	{ID: "W6", Theme: "Wax and oil", Title: "Oil that never dries", Verdict: Refuse, Basis: core.Practice,
		Speaks: "oak + oil_board > varnish_oil_pu", Silent: "oak + oil_board > oil_wax_paste_board", Firm: true,
		When:    func(j *Join) bool { return covered(j) && nonDrying(on(j)) && !nonDrying(coat(j)) },
		Failure: "stays sticky, peels", Reason: "The oil below never dries, so nothing sticks over it but more of its kind or board wax.",
		WayOut: "Stay with board oil and board wax, or start again from clean wood."},
}
