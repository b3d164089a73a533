package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

const nothingTheme = "Left bare, or kept"

func leftBare(j *Join) bool { return coat(j).Is(coating.GroupBare) }
func isKept(j *Join) bool   { return coat(j).Is(coating.GroupKept) }

func lives(j *Join, trait string) bool { return j.Context.Use != nil && j.Context.Use.IsA(trait) }

// touchesFood tells of a life that puts the surface into mouths.
func touchesFood(j *Join) bool {
	u := j.Context.Use
	return u != nil && (u.Has(enduse.Food) || u.Has(enduse.Mouthing))
}

// nothingRules are the only ones that speak where nothing goes on, besides the gates.
var nothingRules = []Rule{
	{
		ID:      "O1",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Bare is what nothing lies on, and wood",
		Verdict: Refuse,
		Physics: true,
		Basis:   core.Practice,
		Speaks:  "oak + clear_wb_pu > bare",
		Silent:  "oak > bare",
		When: func(j *Join) bool {
			m := j.Ground.Material
			cleanWood := j.Ground.Top == nil && m.Wood() && m.Kind != substrate.Board
			return leftBare(j) && !cleanWood
		},
		Failure: "swells, stays rough",
		Reason:  "Only clean solid wood or plywood can be left bare: boards drink, other materials mark or rust, and over a coat it is not bare.",
		WayOut:  "Take off what lies there, or choose a coat.",
	},
	{
		ID:      "O2",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Bare wood outdoors or under water must be durable",
		Verdict: Refuse,
		Basis:   core.Published,
		Source:  "EN 350, classes 1 and 2 (value from memory)",
		Speaks:  "beech > bare ! outdoors_exposed",
		Silent:  "teak > bare ! outdoors_exposed",
		When: func(j *Join) bool {
			wetWall := lives(j, "wall") && lives(j, "wet")
			wet := outdoors(j) || lives(j, "shower") || wetWall
			return leftBare(j) && wet && !j.Ground.Material.Durable
		},
		Failure: "greys in the pores, peels",
		Reason:  "Only durable heartwood lasts in the wet without a finish; the sapwood of every tree rots.",
		WayOut:  "A durable or heat-treated wood, or a pigmented oil, a stain or paint.",
	},
	{
		ID:      "O3",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Knots and resin where skin meets hot wood",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "pine > bare ! sauna",
		Silent:  "lime > bare ! sauna",
		When:    func(j *Join) bool { return leftBare(j) && lives(j, "sauna") && j.Ground.Material.Knots },
		Failure: "sweats, blushes",
		Reason:  "Resin runs and knots burn the skin at sauna heat.",
		WayOut:  "Aspen, alder, lime or heat-treated wood.",
	},
	{
		ID:      "O4",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Wood in the mouth or under food: one that is known, and known to be harmless",
		Verdict: Refuse,
		Firm:    true,
		Basis:   core.Practice,
		Speaks:  "yew > bare ! toy",
		Silent:  "maple > bare ! toy",
		When: func(j *Join) bool {
			harmless := !j.Ground.Material.Irritant && !j.Ground.Material.Unknown
			return leftBare(j) && touchesFood(j) && !harmless
		},
		Failure: "is unfit for its use",
		Reason:  "Some woods are poisonous or irritate, and of an unknown one nobody can tell.",
		WayOut:  "Maple, beech, sycamore, lime: a known, plain wood.",
	},
	{
		ID:      "O5",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Nothing is kept where nothing is",
		Verdict: Refuse,
		Physics: true,
		Basis:   core.Practice,
		Speaks:  "oak > kept ! heirloom",
		Silent:  "oak + old:shellac > kept ! heirloom",
		When:    func(j *Join) bool { return isKept(j) && j.Ground.Old == NotOld },
		Failure: "is unfit for its use",
		Reason:  "There is no old finish here to keep.",
		WayOut:  "Say at the inspection what is on it.",
	},
	{
		ID:      "O6",
		Theme:   nothingTheme,
		Nothing: true,
		Title:   "Old gold, lacquer and paint of value: a conservator before any cloth",
		Verdict: Test,
		Firm:    true,
		Basis:   core.Practice,
		Speaks:  "oak + old:oil_paint > kept ! gilded",
		Silent:  "oak + old:shellac > kept ! heirloom",
		When:    func(j *Join) bool { return isKept(j) && lives(j, "conserve") },
		Failure: "may lift the colour",
		Reason:  "Flakes come off with the dust. A conservator looks first; then dry dusting with a soft brush and no more.",
		WayOut:  "Say no, and send it to a conservator.",
	},
}

// nothingOn tells whether a rule speaks where nothing goes on: those that say so, and the gates of the life.
func nothingOn(r *Rule) bool { return r.Nothing || (r.Gate && !r.Surface) }
