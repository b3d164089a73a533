package compat

import (
	"slices"

	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// Short names for what rules ask, of the ground, the coat, and the two together.

func top(j *Join) *coating.Product { return j.Ground.Top }
func on(j *Join) *coating.Family   { return j.Ground.Top.Family }
func coat(j *Join) *coating.Family { return j.Coat.Family }
func covered(j *Join) bool         { return j.Ground.Top != nil }

// fresh is a coat of ours, not an old finish.
func fresh(j *Join) bool { return covered(j) && j.Ground.Old == NotOld }

func bare(j *Join) bool                     { return j.Ground.Top == nil }
func same(j *Join) bool                     { return covered(j) && j.Ground.Top.Family == j.Coat.Family }
func overTag(j *Join, tag coating.Tag) bool { return covered(j) && on(j).Has(tag) }
func film(f *coating.Family) bool           { return f.Body == coating.Film }
func waterCarried(f *coating.Family) bool   { return f.Carrier == coating.Water }
func strong(f *coating.Family) bool         { return f.Carrier == coating.LacquerSolvent }
func soaksIn(f *coating.Family) bool        { return f.Body == coating.Penetrating }
func isOil(f *coating.Family) bool {
	return f.Is(coating.GroupOil) && soaksIn(f) && f.Cure != coating.NoCure
}
func nonDrying(f *coating.Family) bool {
	return f.Cure == coating.NoCure && f.Is(coating.GroupOil, coating.GroupWax)
}
func hardwax(f *coating.Family) bool { return soaksIn(f) && f.Has(coating.ContainsWax) }
func uncatalysedLacquer(f *coating.Family) bool {
	return strong(f) && f.Cure == coating.Evaporation && f.Is(coating.GroupClear)
}
func outdoors(j *Join) bool   { return j.Context.Use != nil && j.Context.Use.Outdoors() }
func isFloor(j *Join) bool    { return j.Context.Use != nil && j.Context.Use.Has(enduse.Floor) }
func slickBelow(j *Join) bool { return j.Ground.Material.Slick && !j.Ground.Gripped }
func dewaxed(j *Join) bool {
	return coat(j).Carrier == coating.Alcohol && !coat(j).Has(coating.ContainsWax) && !coat(j).Is(coating.GroupStain)
}
func sprayed(j *Join) bool {
	return j.Sprayed || coat(j).AppliedBy == coating.Spray || coat(j).AppliedBy == coating.Aerosol
}
func ironWool(j *Join) bool { return j.State.Key == SteelWool }
func soiled(s Soil) func(*Join) bool {
	return func(j *Join) bool { return slices.Contains(j.State.Soiled, s) }
}

// cured tells that the ground is known to have hardened right through.
func cured(j *Join) bool {
	if j.State.Cured || j.State.SinceH == nil {
		return j.State.Cured
	}
	return fresh(j) && min(*j.State.SinceH, *j.State.aged()) >= top(j).FullCureAfterH(j.Context.Air)
}

// crossWait is the ground's cross-carrier time or the practice of the trade, whichever is longer, in this air.
func crossWait(least float64) func(*Join) float64 {
	return func(j *Join) float64 {
		return max(least*top(j).Slowdown(j.Context.Air), top(j).CrossAfterH(j.Context.Air))
	}
}

// Of the ground.

func old(j *Join) bool           { return j.Ground.Old != NotOld }
func oldKnown(j *Join) bool      { return j.Ground.Old == OldKnown }
func notKeyed(j *Join) bool      { return j.State.Key == NotKeyed }
func bareWood(j *Join) bool      { return bare(j) && j.Ground.Material.Wood() }
func bareSlick(j *Join) bool     { return bare(j) && slickBelow(j) && !hasItsOwnRule(j) }
func hasItsOwnRule(j *Join) bool { return etchWanted(j) || brightBrass(j) }
func bareOily(j *Join) bool      { return bare(j) && j.Ground.Material.Oily }
func bareTannin(j *Join) bool    { return bare(j) && j.Ground.Material.Tannin }
func openBleed(j *Join) bool     { return j.Ground.Material.Bleeds() && !j.Ground.Blocked }
func overFilm(j *Join) bool      { return covered(j) && film(on(j)) }
func overClosedFilm(j *Join) bool {
	return overFilm(j) && !on(j).Porous()
}
func overStain(j *Join) bool        { return covered(j) && on(j).Is(coating.GroupStain) }
func overCatalysed(j *Join) bool    { return covered(j) && on(j).Catalysed() }
func overEpoxy(j *Join) bool        { return covered(j) && epoxy(on(j)) }
func freshFilm(j *Join) bool        { return fresh(j) && film(on(j)) }
func unkeyedFilm(j *Join) bool      { return freshFilm(j) && notKeyed(j) }
func unkeyedCatalysed(j *Join) bool { return overCatalysed(j) && notKeyed(j) }
func freshPaint(j *Join) bool       { return fresh(j) && on(j).Is(coating.GroupPaint) }
func freshSoftBed(j *Join) bool     { return fresh(j) && j.Ground.SoftUM > softBed }
func overThinSealer(j *Join) bool {
	return fresh(j) && j.Ground.FilmUM <= thinSealer
}
func waxDeepBelow(j *Join) bool    { return covered(j) && j.Ground.Waxed && !waxy(on(j)) }
func distressed(j *Join) bool      { return covered(j) && j.State.Distress != Undistressed }
func distressedPaint(j *Join) bool { return distressed(j) && on(j).Is(coating.GroupPaint) }
func yearOld(j *Join) bool         { return j.State.SinceH != nil && *j.State.SinceH > yearH }
func inSun(j *Join) bool           { return j.Context.Use != nil && j.Context.Use.Has(enduse.UV) }
func restedOn(j *Join) bool        { return j.Context.Use != nil && j.Context.Use.Blocking }

// Of a kind of coating.

func waxy(f *coating.Family) bool         { return f.Body == coating.Wax }
func oily(f *coating.Family) bool         { return isOil(f) || nonDrying(f) }
func oilOrWax(f *coating.Family) bool     { return waxy(f) || oily(f) }
func wipingOil(f *coating.Family) bool    { return soaksIn(f) && f.Is(coating.GroupOil) }
func plainOil(f *coating.Family) bool     { return isOil(f) && !hardwax(f) }
func wipingStain(f *coating.Family) bool  { return f.Is(coating.GroupStain) && soaksIn(f) }
func oilFilm(f *coating.Family) bool      { return f.OilBased() && film(f) && !f.Is(coating.GroupStain) }
func oilInWood(f *coating.Family) bool    { return f.OilBased() && !film(f) }
func solventFilm(f *coating.Family) bool  { return film(f) && !waterCarried(f) }
func plainFilm(f *coating.Family) bool    { return film(f) && !f.Catalysed() }
func otherFilm(f *coating.Family) bool    { return film(f) && !epoxy(f) }
func covering(f *coating.Family) bool     { return film(f) && !f.Is(coating.GroupStain) }
func plainLacquer(f *coating.Family) bool { return strong(f) && !f.Catalysed() }
func closedWaterFilm(f *coating.Family) bool {
	closed := !f.Porous() && !f.Has(coating.Gum)
	return waterCarried(f) && covering(f) && closed
}
func hardClear(f *coating.Family) bool {
	return film(f) && f.Cure == coating.Crosslinking && !f.Is(coating.GroupPaint)
}
func acidCured(f *coating.Family) bool {
	return f.Has(coating.Formaldehyde) && f.Cure == coating.Crosslinking
}

// oxidises tells of a coat that a wood's own oil may keep from ever drying.
func oxidises(f *coating.Family) bool {
	return f.Cure == coating.Oxidation && !waterCarried(f) && !f.Is(coating.GroupPrimer)
}

// slippery holds something that keeps other coats off.
func slippery(f *coating.Family) bool { return f.Has(coating.ContainsWax) || f.Has(coating.Stearate) }

// pickyAboutGround does not stick to what is slippery.
func pickyAboutGround(f *coating.Family) bool {
	closedWater := waterCarried(f) && !f.Porous()
	return closedWater || f.Has(coating.Urethane) || setsHard(f)
}

// dewaxedSealer is shellac that joins one kind to another.
func dewaxedSealer(f *coating.Family) bool {
	return f.Carrier == coating.Alcohol && f.Is(coating.GroupSealer) && !f.Has(coating.ContainsWax)
}

// softensInLacquer lets its colour or film go in lacquer solvent.
func softensInLacquer(f *coating.Family) bool {
	return f.Carrier == coating.Alcohol || f.Has(coating.Dye)
}

// tornByCatalysed cannot hold a coat that shrinks hard.
func tornByCatalysed(f *coating.Family) bool { return uncatalysedLacquer(f) || slippery(f) }

// pigmentedBed is a stain or a primer that is no sealer.
func pigmentedBed(f *coating.Family) bool {
	return f.Is(coating.GroupStain, coating.GroupPrimer) && !f.Is(coating.GroupSealer)
}

// brittle cannot follow what moves below it.
func brittle(f *coating.Family) bool { return film(f) && (strong(f) || mixed(f)) }

func twoPartWater(f *coating.Family) bool { return waterCarried(f) && mixed(f) }

func furnitureWax(f *coating.Family) bool { return waxy(f) && !gilding(f) }
func lightWax(f *coating.Family) bool     { return waxy(f) && !f.Has(coating.DarkWax) }
func takesWax(f *coating.Family) bool     { return f.Porous() || waxy(f) || isOil(f) }

// Of the two together.

// attacks tells that lacquer solvent meets a film of another kind that it bites into.
func attacks(j *Join) bool {
	if !covered(j) || same(j) {
		return false
	}
	return strong(coat(j)) && softToSolvent(on(j))
}

// liftsByHand tells that the coat's carrier dissolves what it is rubbed or brushed over.
func liftsByHand(j *Join) bool { return meltsIn(j) && !sprayed(j) }

// otherShellac is shellac over something that is not shellac.
func otherShellac(j *Join) bool {
	return !same(j) && coat(j).Carrier == coating.Alcohol && !coat(j).Is(coating.GroupStain)
}

func gripsFactoryFilm(j *Join) bool {
	return j.Coat.GripsSlick >= coating.GripsWell || coat(j).Carrier == coating.Alcohol
}

// gripsSome and gripsNot tell of a coat on a slick face.
func gripsSome(p *coating.Product) bool { return !gripsNot(p) && p.GripsSlick < coating.GripsWell }
func gripsNot(p *coating.Product) bool  { return p.GripsSlick < coating.GripsSome }

func swellsAgain(j *Join) bool { return same(j) && coat(j).Has(coating.SwellsBetween) }

func glossyClear(j *Join) bool {
	return coat(j).Is(coating.GroupClear) && j.Coat.Sheen >= coating.SemiGloss
}
func clearOverPale(j *Join) bool { return j.Ground.Pale && j.Coat.SeeThrough() }
func clearOverStain(j *Join) bool {
	return on(j).Is(coating.GroupStain) && coat(j).Is(coating.GroupClear)
}
func paleWater(j *Join) bool { return waterCarried(coat(j)) && j.Coat.MayBePale() }

// letsThrough: knots come through every paint that is no primer, whatever it blocks in part.
func letsThrough(j *Join) bool {
	paintOverKnots := j.Ground.Material.Knots && !coat(j).Is(coating.GroupPrimer)
	return j.Coat.Blocks == coating.No || (j.Coat.Blocks == coating.Partly && paintOverKnots)
}

func soaksIntoBare(j *Join) bool { return bare(j) && !film(coat(j)) }

// yellows tells of a clear coat that shows as yellow on a pale colour: shellac at once, others from a level of 2.
func yellows(p *coating.Product) bool {
	return p.Amber >= 2 || (p.Amber > 0 && p.Family.Carrier == coating.Alcohol)
}

// wantsShellac tells that the workshop lays shellac between two kinds, and there is none.
func wantsShellac(j *Join) bool {
	if !fresh(j) || same(j) {
		return false
	}
	return j.Context.Schools.ShellacBetween && !shellacked(j)
}

// filmInAll is the dry film once the coat is on, in µm.
func filmInAll(j *Join) float64 { return j.Ground.FilmUM + j.Coat.DryUM()*float64(max(j.Coats, 1)) }

// keptFromWax are coats that a single coat of dewaxed shellac does not keep safe from wax below.
func keptFromWax(f *coating.Family) bool {
	return setsHard(f) || twoPartWater(f) || f.Is(coating.GroupFloor)
}

func oldPlainFilm(j *Join) bool { return old(j) && plainFilm(on(j)) }

// primesFactoryFilm is a primer for metal and baked films on what it is made for.
func primesFactoryFilm(j *Join) bool {
	return on(j).Has(coating.Factory) && coat(j).Has(coating.MetalPrimer)
}

// slidesOffFactory tells of a coat that a baked film never takes.
func slidesOffFactory(j *Join) bool {
	lacquer := strong(coat(j)) && !coat(j).Has(coating.MetalPrimer)
	clearOnPowder := top(j).Opaque() && j.Coat.SeeThrough() && !gripsFactoryFilm(j)
	return lacquer || (clearOnPowder && film(coat(j)))
}

// brightBrass is a clear lacquer on polished brass or copper: what it is kept bright with.
func brightBrass(j *Join) bool {
	clearLacquer := plainLacquer(coat(j)) && coat(j).Is(coating.GroupClear)
	return bare(j) && j.Ground.Material.Tarnishes && clearLacquer
}

func slipperyOn(j *Join) bool             { return overFilm(j) && slippery(on(j)) }
func setsHard(f *coating.Family) bool     { return f.Catalysed() || epoxy(f) }
func slipperyBelow(j *Join) bool          { return fresh(j) && j.Ground.Slippery && !slippery(on(j)) }
func clearShellac(f *coating.Family) bool { return shellacFilm(f) && !f.Is(coating.GroupPrimer) }
func oilOrStrong(f *coating.Family) bool  { return f.OilBased() || strong(f) }
func shellacFilm(f *coating.Family) bool {
	return f.Carrier == coating.Alcohol && film(f) && !f.Is(coating.GroupStain)
}
func resinOnShellac(j *Join) bool { return overFilm(j) && shellacFilm(on(j)) && epoxy(coat(j)) }

// wetLife tells of a life in standing water or strong cleaner, which shellac does not stand.
func wetLife(j *Join) bool {
	use := j.Context.Use
	return use != nil && (use.Asks[enduse.Water] >= mostAsked || use.Asks[enduse.Cleaner] >= mostAsked)
}

const mostAsked = 5

func etchWanted(j *Join) bool {
	return bare(j) && j.Ground.Material.WantsEtch && !coat(j).Has(coating.MetalPrimer)
}
func stiff(f *coating.Family) bool {
	return setsHard(f) || mixed(f)
}

func poresUnsure(j *Join) bool { return !j.Ground.Material.OpenPores || j.Ground.Material.Unknown }
