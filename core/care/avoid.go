package care

import (
	"fmt"
	"slices"

	"firmitas/core/coating"
)

// comes tells whether what hurts comes to the zone: always, in any life that anything comes to, or in this one.
func (z *reader) comes(what string) bool {
	switch what {
	case "always":
		return true
	case "any":
		return !z.meets("none")
	}
	return z.meets(what)
}

func (z *reader) avoid() {
	z.heat()
	z.water()
	told := map[string]bool{}
	hurts := z.surface.Hurts
	for _, l := range z.onTop {
		hurts = append(slices.Clone(hurts), l.finish().Surface.Hurts...)
	}
	for _, h := range hurts {
		occurs := slices.ContainsFunc(h.meets, z.comes)
		if told[h.group] || !occurs {
			continue
		}
		told[h.group] = true
		z.say("avoid", "touched layer: "+z.surface.ID, "avoid."+h.id, nil)
	}
	toldOtherwise := told["clean"] && z.surface.is(noBleach) || z.isA("counter_dry", "counter", "school")
	z.when(z.meets("sanitiser") && !toldOtherwise, "avoid", "life: wiped with disinfectant", "avoid.bleach", nil)
	reached := z.clear() && !z.surface.is(poured)
	z.when(z.wood.Tannin && reached && z.meets("iron"), "avoid", "tannin in the wood", "avoid.iron", nil)
	peels := z.wood.Oily && z.main.family().Is(coating.GroupBare) && z.life.Outdoors()
	z.when(peels, "avoid", "oily wood", "avoid.varnish", nil)
	z.sun()
}

// Degrees that tell what is put down hot from another: practice, with the tests of EN 12721 (wet) and EN 12722 (dry
// heat) behind the words; titles from memory.
const (
	cupC = 65 // up to here a hot cup, about 60, is already too near
	panC = 90 // from here a plate from the oven does no harm
)

// heatByRating caps what a surface usually bears where this product's own rating is lower, by rating (practice).
var heatByRating = [...]float64{45, 45, 55, 65, 80, 90}

// heatC is what may stand on it before a mark is likely.
func (z *reader) heatC() float64 {
	usual := z.main.family().Typical.Heat
	if z.main.Heat < usual && !z.nothingOn() {
		return min(z.surface.HeatC, heatByRating[int(z.main.Heat)])
	}
	return z.surface.HeatC
}

func (z *reader) heat() {
	c := z.heatC()
	args, fact := map[string]Arg{"temp": temp(c)}, fmt.Sprintf("bears about %.0f °C", c)
	switch {
	case c == 0:
	case z.meets("cup") && z.meets("dish") && c <= cupC:
		z.say("avoid", fact, "heat.cup", args)
	case z.meets("cup") && c <= cupC:
		z.say("avoid", fact, "heat.cup_only", args)
	case z.meets("dish") && c < panC:
		z.say("avoid", fact, "heat.dish", args)
	case z.meets("dish"):
		z.say("avoid", fact, "heat.pan", args)
	case z.isA("lamp", "radiator", "mantel", "conservatory") && c < panC:
		z.say("avoid", fact, "heat.quiet", args)
	}
}

// waterAtOnce is the rating up to which water leaves rings within minutes (practice).
const waterAtOnce = 2

func (z *reader) water() {
	fact := fmt.Sprintf("water: %.0f of 5", z.main.Water)
	tells := z.meets("spill") && z.wipe() > brushOnly
	switch {
	case !tells:
	case z.floor():
		z.say("every_day", fact, "water.floor", nil)
	case z.main.Water <= waterAtOnce && !z.surface.is(renewedInUse):
		z.say("every_day", fact, "water.at_once", nil)
	default:
		z.say("every_day", fact, "water.wipe", nil)
	}
}

func (z *reader) sun() {
	dyed := slices.ContainsFunc(z.Layers, func(l Layer) bool { return l.family().Has(coating.Dye) })
	if !z.meets("sun") || !z.clear() || z.life.Outdoors() {
		return
	}
	change := z.wood.Light
	moves := z.meets("stand") || z.floor()
	switch {
	case dyed:
		z.say("avoid", "dye", "sun.dye", nil)
	case change == "":
	case !moves, change != "yellows" && change != "darkens" && change != "fades":
		z.say("avoid", "material: "+z.wood.Name, "sun.plain", nil)
	default:
		z.say("avoid", "material: "+z.wood.Name, "sun."+change, nil)
	}
}
