package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// Rule is one thing the trade knows about a coat over a ground. Adding knowledge is adding an entry and its test.
type Rule struct {
	ID          string
	Theme       string
	Title       string
	Gate        bool // it speaks for a gate of the end use
	Surface     bool // judges the ground as the finished surface, with nothing over it
	When        func(Join) bool
	Verdict     Verdict
	Preparation Preparation        // work at this join; zero when none
	Insert      string             // the coat that is missing between, in words; "" when none
	Wait        func(Join) float64 // hours in this join's air; nil when the sheet's own wait is enough
	Failure     string             // how it fails when ignored
	Reason      string
	Because     func(Join) string // a reason that depends on the join; replaces Reason
	WayOut      string            // what to do instead; "" when the verdict says it
	Basis       core.Basis
}

// Preparations at a join (minutes: practice).
var (
	scuff      = Preparation{"scuff", "Scuff the film dull with P320, dust off", 5}
	key        = Preparation{"key", "Key with P220–P320 until no gloss is left, dust off", 10}
	mist       = Preparation{"mist", "Spray thin mist coats first; a wet coat bites in", 2}
	bleedWatch = Preparation{"bleed_watch", "Leave overnight and look for yellow-brown bleed before going on", 0}
	keyOld     = Preparation{"key_old", "Clean the old finish, key it dull with P180–P220, dust off", 0} // its minutes stand in the preparation
	keySlick   = Preparation{"key_slick", "Key with P180–P220 and degrease", 0}                          // its minutes stand in the bare preparation
	wipe       = Preparation{"solvent_wipe", "Wipe with solvent directly before the coat", 0}
	grain      = Preparation{"raise_grain", "Damp and sand the raised grain first, or sand the first coat", 0}
	smell      = Preparation{"smell", "Wait until no oil smell is left", 0}
	dullWax    = Preparation{"dull_for_wax", "Rub dull with a fine synthetic pad, or the wax has nothing to hold", 4}
)

// Short names for what rules ask.

func top(j Join) *coating.Product         { return j.Ground.Top }
func on(j Join) *coating.Family           { return j.Ground.Top.Family }
func coat(j Join) *coating.Family         { return j.Coat.Family }
func covered(j Join) bool                 { return j.Ground.Top != nil }
func fresh(j Join) bool                   { return covered(j) && j.Ground.Old == NotOld } // a coat of ours, not an old finish
func bare(j Join) bool                    { return j.Ground.Top == nil }
func same(j Join) bool                    { return covered(j) && j.Ground.Top.Family == j.Coat.Family }
func over(j Join, id string) bool         { return covered(j) && on(j).ID == id }
func waterCarried(f *coating.Family) bool { return f.Carrier == coating.Water }
func strong(f *coating.Family) bool       { return f.Carrier == coating.LacquerSolvent }
func soaksIn(f *coating.Family) bool      { return f.Body == coating.Penetrating }
func isOil(f *coating.Family) bool        { return f.Is("oil") && soaksIn(f) && f.Cure != coating.NoCure }
func nonDrying(f *coating.Family) bool {
	return f.Cure == coating.NoCure && (f.Is("oil") || f.Is("wax")) && f.ID != "bare"
}
func hardwax(f *coating.Family) bool { return soaksIn(f) && f.Has(coating.ContainsWax) }
func uncatalysedLacquer(f *coating.Family) bool {
	return strong(f) && f.Cure == coating.Evaporation && f.Is("clear")
}
func outdoors(j Join) bool   { return j.Context.Use != nil && j.Context.Use.Outdoors() }
func isFloor(j Join) bool    { return j.Context.Use != nil && j.Context.Use.Has(enduse.Floor) }
func slickBelow(j Join) bool { return j.Ground.Material.Slick && !j.Ground.Gripped }

// crossWait is the ground's cross-carrier time or the practice of the trade, whichever is longer, in this air.
func crossWait(least float64) func(Join) float64 {
	return func(j Join) float64 {
		return max(least, top(j).CrossWaitH) * top(j).Slowdown(j.Context.Air)
	}
}

// TooEarly and TooLate speak when the age of the ground is known.
var (
	TooEarly = Rule{ID: "T1", Theme: "Windows", Title: "Before the earliest recoat time", Verdict: Refuse, Basis: core.Practice,
		Failure: "stays soft underneath, wrinkles, cures slowly", Reason: "The coat below has not dried long enough in this air.", WayOut: "Wait."}
	TooLate = Rule{ID: "T2", Theme: "Windows", Title: "After the latest time without keying", Verdict: Prepare, Preparation: key, Basis: core.Practice,
		Failure: "peels between the coats", Reason: "The window has closed: the coat below has hardened too far for the next to bite without a key."}
)

// Rules are judged in this order; the order changes nothing but which of two equal findings is told first.
var Rules = []Rule{
	// Wax, oil, silicone
	{ID: "W1", Theme: "Wax and oil", Title: "Nothing but wax over wax", Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && on(j).Body == coating.Wax && coat(j).Body != coating.Wax },
		Failure: "peels, fish-eyes, stays soft", Reason: "Nothing grips wax.",
		WayOut: "Take off all the wax (scrape, then mineral spirits and clean cloths), then dewaxed shellac as insurance."},
	{ID: "W2", Theme: "Wax and oil", Title: "Wax over a film is rubbed on once the film is in use", Verdict: Prepare, Preparation: dullWax, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && coat(j).Body == coating.Wax && on(j).Body == coating.Film && !on(j).Porous()
		},
		Wait:    func(j Join) float64 { return top(j).LightUseAfterH(j.Context.Air) },
		Failure: "rubs off, and marks a soft film", Reason: "Wax needs a film that has hardened to light use, rubbed dull."},
	{ID: "W2p", Theme: "Wax and oil", Title: "Wax into porous paint or over dried oil", Verdict: Sound, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && coat(j).Body == coating.Wax && (on(j).Porous() || on(j).Body == coating.Wax || isOil(on(j))) && coat(j).ID != "wax_dark"
		},
		Reason: "Wax sinks into it and holds."},
	{ID: "W3", Theme: "Wax and oil", Title: "Dark wax blotches on unsealed porous paint", Verdict: Prepare, Insert: "clear wax or a clear coat", Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && coat(j).ID == "wax_dark" && on(j).Porous() },
		Failure: "blotches", Reason: "Porous paint drinks the colour unevenly.", WayOut: "Clear wax or a clear coat first."},
	{ID: "W4", Theme: "Wax and oil", Title: "Waxy shellac or stearate under urethane, water-carried or catalysed coats", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).Body == coating.Film && (on(j).Has(coating.ContainsWax) || on(j).Has(coating.Stearate)) &&
				(waterCarried(coat(j)) || coat(j).Has(coating.Urethane) || coat(j).Catalysed())
		},
		Failure: "peels", Reason: "The wax or stearate in the coat below spoils the grip of this kind of coat.", WayOut: "Use dewaxed shellac or vinyl sealer instead."},
	{ID: "W6", Theme: "Wax and oil", Title: "Oil that never dries", Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && nonDrying(on(j)) && !nonDrying(coat(j)) },
		Failure: "stays sticky, peels", Reason: "The oil below never dries, so nothing sticks over it but more of its kind or board wax.",
		WayOut: "Stay with board oil and board wax, or start again from clean wood."},

	// Penetrating coats
	{ID: "P1", Theme: "Penetrating coats", Title: "Oil over a film", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).Body == coating.Film && soaksIn(coat(j)) && coat(j).Is("oil")
		},
		Failure: "stays soft and rubs off", Reason: "A penetrating oil needs bare wood to soak into; over a film it only lies there.",
		WayOut: "Take the film off, or choose a film finish."},
	{ID: "P1s", Theme: "Penetrating coats", Title: "Penetrating stain over a film", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).Body == coating.Film && soaksIn(coat(j)) && coat(j).Is("stain")
		},
		Failure: "wipes straight off, or lies blotched and soft", Reason: "A wiping stain colours wood by soaking in; a film stops it.", WayOut: "Stain first, or use a gel stain, which lies on the surface."},
	{ID: "P2", Theme: "Penetrating coats", Title: "Film over a penetrating oil", Verdict: Prepare, Preparation: smell, Basis: core.Practice,
		When: func(j Join) bool {
			return fresh(j) && isOil(on(j)) && !hardwax(on(j)) && coat(j).Body == coating.Film
		},
		Wait: func(j Join) float64 {
			least := 72.0 // oil-based varnish, lacquer
			switch {
			case waterCarried(coat(j)):
				least = 168
			case coat(j).Carrier == coating.Alcohol:
				least = 24
			}
			return max(least, top(j).RecoatMinH) * top(j).Slowdown(j.Context.Air)
		},
		Failure: "peels, stays sticky", Reason: "The oil must be dry right through before a film seals it in."},
	{ID: "P3", Theme: "Penetrating coats", Title: "Film over hardwax oil", Verdict: Test, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && hardwax(on(j)) && coat(j).Body == coating.Film },
		Failure: "peels", Reason: "The waxes in it spoil adhesion; makers differ.", WayOut: "Make a test board, or renew with the same oil."},
	{ID: "P3s", Theme: "Penetrating coats", Title: "The same oil over itself", Verdict: Sound, Basis: core.Practice,
		When:   func(j Join) bool { return same(j) && soaksIn(coat(j)) },
		Reason: "It soaks into and joins its own kind."},
	{ID: "P4", Theme: "Penetrating coats", Title: "Oil on woods that stop it drying", Verdict: Prepare, Insert: "dewaxed shellac", Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && j.Ground.Material.StopsOil && coat(j).Cure == coating.Oxidation && !waterCarried(coat(j)) && !coat(j).Is("primer")
		},
		Failure: "may never dry", Reason: "Extractives of rosewood-type and aromatic woods keep oxidising oils from drying.", WayOut: "Seal with dewaxed shellac first."},

	// Carrier and cure
	{ID: "C1", Theme: "Carrier and cure", Title: "Water-carried over an oil-based film", Verdict: Prepare, Preparation: scuff, Basis: core.Practice,
		When: func(j Join) bool {
			return fresh(j) && on(j).OilBased() && on(j).Body == coating.Film && !on(j).Is("stain") && waterCarried(coat(j))
		},
		Wait: crossWait(0), Failure: "crawls, clouds, peels", Reason: "Oil still drying pushes water off: wait its cross-carrier time, then give it a key."},
	{ID: "C1s", Theme: "Carrier and cure", Title: "Water-carried over an oil stain", Verdict: Prepare, Preparation: smell, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).OilBased() && on(j).Is("stain") && waterCarried(coat(j))
		},
		Wait: crossWait(24), Failure: "crawls, clouds, peels", Reason: "Oil stain needs its cross-carrier time, 24 to 72 h by climate, before anything water-carried. Do not scuff it: you would cut the colour."},
	{ID: "C2", Theme: "Carrier and cure", Title: "Oil-based over a dry water-carried film", Verdict: Prepare, Preparation: scuff, Basis: core.Practice,
		When: func(j Join) bool {
			return fresh(j) && waterCarried(on(j)) && on(j).Body == coating.Film && !on(j).Porous() && coat(j).OilBased() && !soaksIn(coat(j)) && coat(j).Body == coating.Film
		},
		Wait: crossWait(0), Failure: "peels", Reason: "Sound once the water has left; a scuff gives it a hold."},
	{ID: "C3", Theme: "Carrier and cure", Title: "Strong solvent over an oxidising or coalescing film", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return fresh(j) && !same(j) && strong(coat(j)) && on(j).Body == coating.Film && (on(j).Cure == coating.Oxidation || on(j).Cure == coating.Coalescence)
		},
		Failure: "wrinkles, lifts", Reason: "Lacquer solvent bites into a film that only sticks together or is still taking oxygen.",
		WayOut: "A barrier of dewaxed shellac, then mist coats; or a milder clear coat."},
	{ID: "C4", Theme: "Carrier and cure", Title: "Strong solvent over shellac or dye", Verdict: Prepare, Preparation: mist, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && strong(coat(j)) && !coat(j).Catalysed() && (on(j).Carrier == coating.Alcohol || on(j).ID == "dye_water")
		},
		Failure: "bites in, lifts the colour", Reason: "Lacquer solvent softens what lies below: start with mist coats."},
	{ID: "C5", Theme: "Carrier and cure", Title: "A coat that lifts the colour below", Verdict: Prepare, Insert: "a barrier of another carrier", Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && !same(j) && on(j).Is("stain") && meltsIn(j) && j.Coat.Family.AppliedBy != coating.Spray
		},
		Failure: "streaks, lifts the dye", Reason: "Its carrier dissolves the colour it is brushed over.", WayOut: "A barrier of another carrier, or spray."},
	{ID: "C6", Theme: "Carrier and cure", Title: "Catalysed over lacquer, waxy shellac, wax or stearate", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && coat(j).Catalysed() && (uncatalysedLacquer(on(j)) || on(j).Has(coating.ContainsWax) || on(j).Has(coating.Stearate))
		},
		Failure: "wrinkles, peels, crazes", Reason: "A catalysed coat shrinks hard and tears what it cannot join.", WayOut: "Vinyl sealer, or bare wood."},
	{ID: "C6s", Theme: "Carrier and cure", Title: "Catalysed over dewaxed shellac", Verdict: Test, Basis: core.Practice,
		When:    func(j Join) bool { return over(j, "shellac_dewaxed") && coat(j).Catalysed() },
		Failure: "wrinkles or peels", Reason: "Only over a thin washcoat, and only where its label allows: make a test board.", WayOut: "Vinyl sealer is the usual one."},
	{ID: "C6p", Theme: "Carrier and cure", Title: "Catalysed over pigmented primer or stain", Verdict: Test, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && coat(j).Catalysed() && (on(j).Is("stain") || on(j).Is("primer")) && !on(j).Is("sealer")
		},
		Failure: "peels, stays soft", Reason: "A catalysed coat goes only over stains and primers that its data sheet names.", WayOut: "Read the data sheet, make a test board."},
	{ID: "C6o", Theme: "Carrier and cure", Title: "Catalysed over an old film of another kind", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && j.Ground.Old != NotOld && coat(j).Catalysed() && on(j).Body == coating.Film && !on(j).Catalysed()
		},
		Failure: "wrinkles, peels, crazes", Reason: "A catalysed coat belongs on bare wood, its own kind or a sealer its data sheet names, not on an old film.", WayOut: "Take the old finish off, or choose another clear coat."},
	{ID: "C6f", Theme: "Carrier and cure", Title: "Conversion varnish over 125 µm in all", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return coat(j).Has(coating.Formaldehyde) && coat(j).Cure == coating.Crosslinking && j.Ground.FilmUM+j.Coat.DryUM()*float64(j.Coats) > 125
		},
		Failure: "cracks", Reason: "An acid-catalysed finish cracks when the whole dry film is thicker than 125 µm.", WayOut: "Fewer coats, or another finish."},
	{ID: "C7", Theme: "Carrier and cure", Title: "Another coat over a catalysed film", Verdict: Prepare, Preparation: key, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).Catalysed() && !same(j) && coat(j).Body == coating.Film
		},
		Failure: "peels", Reason: "Nothing bites into a catalysed film: key it first, and try it on a board."},
	{ID: "C9", Theme: "Carrier and cure", Title: "Shellac over anything clean and dry", Verdict: Sound, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && !same(j) && coat(j).Carrier == coating.Alcohol && !coat(j).Is("stain") && on(j).Body != coating.Wax && !nonDrying(on(j)) && !isOil(on(j))
		},
		Reason: "Shellac is the barrier that joins what will not join, once the coat below is dry."},
	{ID: "C10", Theme: "Carrier and cure", Title: "Aerosol colour, again within the hour or after 48 h", Verdict: Prepare, Preparation: Preparation{"aerosol_window", "Next coat inside 1 h or after 48 h, never between", 0}, Basis: core.Practice,
		When:    func(j Join) bool { return same(j) && coat(j).ID == "paint_aerosol" },
		Failure: "wrinkles", Reason: "Between the two the fresh solvent swells the half-dry film."},

	// Windows
	{ID: "T3", Theme: "Windows", Title: "A coat that melts into the one below has no latest time", Verdict: Sound, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && meltsIn(j) && on(j).Body == coating.Film && !strongOverShellac(j)
		},
		Reason: "It dissolves into the coat below, so the window never closes."},
	{ID: "T4", Theme: "Windows", Title: "First coat over an old, sound film", Verdict: Prepare, Preparation: keyOld, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && j.Ground.Old == OldKnown && coat(j).Body == coating.Film },
		Failure: "peels", Reason: "An old finish has hardened: it must be clean and dull, or the new coat has nothing to hold."},
	{ID: "T4u", Theme: "Windows", Title: "A coat over a film that nobody knows", Verdict: Test, Preparation: keyOld, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && j.Ground.Old == OldUnknown && coat(j).Carrier != coating.Alcohol
		},
		Failure: "peels or wrinkles", Reason: "What lies below is not known: try it on a hidden spot first.", WayOut: "Dewaxed shellac between, or find out with the finger tests."},
	{ID: "C3o", Theme: "Carrier and cure", Title: "Strong solvent over an old film", Verdict: Test, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && j.Ground.Old != NotOld && strong(coat(j)) && on(j).Body == coating.Film && (on(j).Cure == coating.Oxidation || on(j).Cure == coating.Coalescence)
		},
		Failure: "wrinkles, lifts", Reason: "Even a cured film may lift under lacquer solvent.", WayOut: "A barrier of dewaxed shellac, then mist coats."},
	{ID: "T5", Theme: "Windows", Title: "Paint is left overnight before a clear coat", Verdict: Sound, Basis: core.Practice,
		When: func(j Join) bool {
			return fresh(j) && on(j).Is("paint") && coat(j).Is("clear") && !same(j)
		},
		Wait:    func(Join) float64 { return 12 },
		Failure: "drags the colour, clouds", Reason: "Water still in the paint clouds a clear coat: leave it overnight."},

	// Substrate
	{ID: "S1", Theme: "Substrate", Title: "Slick surface under a coat that grips it", Verdict: Prepare, Preparation: keySlick, Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && slickBelow(j) && j.Coat.GripsSlick >= 2 && coat(j).Body == coating.Film
		},
		Failure: "peels", Reason: "It grips slick surfaces, once keyed and degreased."},
	{ID: "S1t", Theme: "Substrate", Title: "Slick surface under a coat that grips a little", Verdict: Test, Preparation: keySlick, Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && slickBelow(j) && j.Coat.GripsSlick >= 1 && j.Coat.GripsSlick < 2 && coat(j).Body == coating.Film && !coat(j).Is("stain")
		},
		Failure: "peels, scratches off", Reason: "It grips a keyed slick face only fairly: cross-cut a test board after a week.", WayOut: "A bonding primer or dewaxed shellac makes it sure."},
	{ID: "S1n", Theme: "Substrate", Title: "Slick surface under a coat that does not grip", Verdict: Prepare, Insert: "a bonding primer or dewaxed shellac", Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && slickBelow(j) && j.Coat.GripsSlick < 1 && coat(j).Body == coating.Film
		},
		Failure: "peels", Reason: "It does not grip a slick face.", WayOut: "Key P180–P220, degrease, then a bonding primer or dewaxed shellac."},
	{ID: "S1r", Theme: "Substrate", Title: "Stain or oil on a slick surface", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return j.Ground.Material.Slick && (coat(j).Is("stain") || (bare(j) && coat(j).Body != coating.Film))
		},
		Failure: "wipes off", Reason: "The face is not wood: nothing soaks in.", WayOut: "Key it, prime it and paint it."},
	{ID: "S2", Theme: "Substrate", Title: "Tannin or knots under a pale water-carried coat", Verdict: Prepare, Insert: "a shellac-based or oil blocking primer", Basis: core.Practice,
		When: func(j Join) bool {
			return j.Ground.Material.Bleeds() && !j.Ground.Blocked && waterCarried(coat(j)) && j.Coat.Shade == coating.Pale && j.Coat.Blocks == coating.No
		},
		Failure: "bleeds yellow-brown through the colour", Reason: "Water wakes tannin and knots, and pale colour shows it.", WayOut: "A shellac-based or oil blocking primer first."},
	{ID: "S2p", Theme: "Substrate", Title: "Tannin or knots under a pale coat that blocks in part", Verdict: Prepare, Preparation: bleedWatch, Basis: core.Practice,
		When: func(j Join) bool {
			return j.Ground.Material.Bleeds() && !j.Ground.Blocked && waterCarried(coat(j)) && j.Coat.Shade == coating.Pale && j.Coat.Blocks == coating.Partly
		},
		Failure: "bleeds yellow-brown through the colour", Reason: "It holds tannin and knots back only in part: give it a night and look before going on."},
	{ID: "S2n", Theme: "Substrate", Title: "Next coat over one that may still bleed", Verdict: Sound, Basis: core.Practice,
		When:    func(j Join) bool { return j.Ground.Watch },
		Wait:    func(Join) float64 { return 12 },
		Failure: "bleeds through the colour", Reason: "Overnight shows whether the coat below holds the stain back; a second coat of it is common."},
	{ID: "S3", Theme: "Substrate", Title: "Oily wood", Verdict: Prepare, Preparation: wipe, Basis: core.Practice,
		When:    func(j Join) bool { return bare(j) && j.Ground.Material.Oily },
		Failure: "peels, dries slowly", Reason: "The wood's own oil comes to the surface; films indoors do better over dewaxed shellac."},
	{ID: "S3x", Theme: "Substrate", Title: "Clear film on oily wood outdoors", Verdict: Test, Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && j.Ground.Material.Oily && outdoors(j) && coat(j).Body == coating.Film
		},
		Failure: "peels in sheets", Reason: "The wood's oil keeps coming up and pushes films off; finishers disagree whether one lasts.", WayOut: "An exterior oil, renewed as it wears, is the sure way."},
	{ID: "S5", Theme: "Substrate", Title: "Penetrating stain on wood that blotches", Verdict: Prepare, Insert: "a washcoat, or take a gel stain", Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && j.Ground.Material.Blotches && coat(j).Is("stain") && soaksIn(coat(j))
		},
		Failure: "blotches", Reason: "This wood takes a penetrating stain unevenly.", WayOut: "A washcoat first, or a gel stain."},
	{ID: "S10", Theme: "Substrate", Title: "Water-carried first coat raises the grain", Verdict: Prepare, Preparation: grain, Basis: core.Practice,
		When: func(j Join) bool {
			return bare(j) && waterCarried(coat(j)) && j.Ground.Material.Kind != substrate.Board && j.Ground.Material.Wood()
		},
		Failure: "leaves a rough surface", Reason: "Water lifts cut fibres: damp and sand first, or sand the first coat."},

	// Look
	{ID: "L1", Theme: "Look", Title: "Shiny clear over flat porous paint", Verdict: Test, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && on(j).Porous() && coat(j).Is("clear") && j.Coat.Sheen >= coating.SemiGloss
		},
		Failure: "looks uneven and like plastic", Reason: "The last coat sets the sheen; gloss over dead-flat paint shows every lap.", WayOut: "A matte or satin clear."},
	{ID: "L2", Theme: "Look", Title: "Ambering coat over a pale colour", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return j.Ground.Pale && j.Coat.Shade == coating.Clear && (j.Coat.Amber >= 2 || (j.Coat.Amber > 0 && coat(j).Carrier == coating.Alcohol))
		},
		Failure: "yellows", Reason: "White, pale or grey must stay so, and this coat ambers.", WayOut: "A water-carried clear that does not amber."},
	{ID: "L2t", Theme: "Look", Title: "Slightly tinting clear over a pale colour", Verdict: Test, Basis: core.Practice,
		When: func(j Join) bool {
			return j.Ground.Pale && j.Coat.Shade == coating.Clear && j.Coat.Amber == 1 && coat(j).Carrier != coating.Alcohol
		},
		Failure: "yellows a little", Reason: "It warms the colour slightly: see it on a board first."},

	// Use
	{ID: "U1", Gate: true, Theme: "Use", Title: "Outdoors every coat is exterior-rated", Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return outdoors(j) && j.Coat.Exterior != coating.Yes },
		Failure: "cracks, peels, goes white", Reason: "It is not rated for outdoors, and one indoor coat takes the rest with it.", WayOut: "An exterior primer, paint, varnish or oil throughout."},
	{ID: "U3", Gate: true, Theme: "Use", Title: "A gate of the end use stops this coat", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			if j.Context.Use == nil {
				return false
			}
			gate, _, ok := j.Context.Use.CoatFails(j.Coat, j.Context.FoodPolicy)
			return !ok && gate != enduse.Exterior
		},
		Because: func(j Join) string { _, why, _ := j.Context.Use.CoatFails(j.Coat, j.Context.FoodPolicy); return why },
		Failure: "is unfit for its use", WayOut: "A product whose label states it."},
	{ID: "F1", Theme: "Film", Title: "Thicker than its label allows", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return j.Coat.MaxDryUM > 0 && j.Coat.DryUM()*float64(j.Coats) > j.Coat.MaxDryUM
		},
		Failure: "cracks, stays soft", Reason: "That many coats build more film than the product carries.", WayOut: "Fewer coats, or a harder-wearing product."},

	// The finished surface
	{ID: "N1", Theme: "Finished surface", Title: "A coat that needs a topcoat is left bare", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && on(j).NeedsTopcoat },
		Failure: "marks, wears through", Reason: "It is made to be covered: on its own it marks and wears through.", WayOut: "A clear coat, wax or paint over it."},
	{ID: "U1s", Gate: true, Theme: "Finished surface", Title: "Clear film in full sun without UV absorbers", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && j.Context.Use != nil && j.Context.Use.Has(enduse.UV) && enduse.Gates[enduse.UV].Last(top(j)) != ""
		},
		Failure: "cracks and peels within the season", Reason: "A clear film without UV absorbers lets the sun loosen it from the wood.", WayOut: "An exterior clear with UV absorbers, an opaque paint, or an oil renewed within the year."},
	{ID: "U2", Gate: true, Theme: "Finished surface", Title: "Floors take a floor-rated last coat", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return covered(j) && isFloor(j) && top(j).Floor != coating.Yes },
		Failure: "wears through, slips", Reason: "Its label does not say floors.", WayOut: "A floor finish."},
	{ID: "U2w", Theme: "Use", Title: "Wax over urethane on a floor", Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && isFloor(j) && coat(j).Body == coating.Wax && on(j).Has(coating.Urethane)
		},
		Failure: "slips, and spoils recoating", Reason: "Paste wax over a urethane floor is slippery and nothing will stick there again.", WayOut: "Leave it unwaxed; screen and recoat when it wears."},
	{ID: "U3s", Gate: true, Theme: "Finished surface", Title: "A gate asks something of the last coat", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			if !covered(j) || j.Context.Use == nil {
				return false
			}
			gate, _, ok := j.Context.Use.LastFails(top(j))
			return !ok && gate != enduse.UV && gate != enduse.Floor
		},
		Because: func(j Join) string { _, why, _ := j.Context.Use.LastFails(top(j)); return why },
		Failure: "is unfit for its use", WayOut: "A last coat whose label states it."},
	{ID: "S12", Theme: "Finished surface", Title: "A plastic face under clear coats", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When:    func(j Join) bool { return j.Ground.Material.Kind == substrate.Faced && !j.Ground.Hidden },
		Failure: "shows every scratch of the key", Reason: "The face is not wood, and keying dulls it: under a clear coat that shows.", WayOut: "Paint it."},
	{ID: "B1", Theme: "Finished surface", Title: "A tacky surface where things rest or close", Surface: true, Verdict: Refuse, Basis: core.Practice,
		When: func(j Join) bool {
			return covered(j) && j.Context.Use != nil && j.Context.Use.Blocking && on(j).Has(coating.Tacky)
		},
		Failure: "sticks to what rests on it", Reason: "It stays slightly tacky, and books, doors and drawers stick to it.", WayOut: "An enamel, or a clear coat over it."},
}

// strongOverShellac keeps T3 to coats of one kind: lacquer over shellac is C4's.
func strongOverShellac(j Join) bool { return strong(coat(j)) && on(j).Carrier == coating.Alcohol }
