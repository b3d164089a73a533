package care

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// write says all that is to be said of a zone.
func (z *reader) write(card *Card) {
	z.card = card
	if len(z.Layers) == 0 {
		z.say("what", "left as it was", "what.undone", nil)
		return
	}
	z.whatThisIs()
	z.today()
	z.everyDay()
	z.avoid()
	z.living()
	z.ifItHappens()
	z.lookAfter()
	z.cautions()
	z.history()
}

func (z *reader) whatThisIs() {
	args := map[string]Arg{"kind": kind(z.finish), "n": n(z.main.Coats), "sheen": term(sheen(z.main.Sheen))}
	fact := fmt.Sprintf("%s, %d × (%s)", z.main.Product, z.main.Coats, z.main.family().Name)
	switch {
	case z.main.family().Is(coating.GroupBare) && z.wood.Wood():
		z.say("what", "left bare", "what.bare", nil)
	case z.main.family().Is(coating.GroupBare):
		z.say("what", "left bare", "what.bare_thing", nil)
	case z.main.family().Is(coating.GroupKept):
		z.say("what", "kept as it is", "what.kept", nil)
	case z.finish.Counted == inCoats:
		z.say("what", fact, "what.coats", args)
	case z.finish.Counted == inTimes:
		z.say("what", fact, "what.times", args)
	default:
		z.say("what", fact, "what.thing", args)
	}
	for _, l := range z.onTop {
		z.say("what", "decoration over the last coat", "what.on_top", map[string]Arg{"kind": kind(l.finish())})
	}
	for _, l := range z.below {
		z.say("what", "layer: "+l.Product, "what.below", map[string]Arg{"kind": kind(l.finish())})
	}
	z.when(z.OldBelow != "" && !z.nothingOn(), "what", "old finish kept: "+z.OldBelow, "what.old_below", nil)
	z.say("what", "material", "what.material", map[string]Arg{"material": term("material." + z.wood.ID)})
	nuts := slices.ContainsFunc(z.Layers, func(l Layer) bool { return l.family().Has(coating.NutOil) })
	z.when(nuts, "what", "made with a nut oil", "caution.nut", nil)
}

func sheen(s coating.Sheen) string { return fmt.Sprintf("sheen.%d", s) }

// softOilDays are those in which oil still comes up (practice).
const softOilDays = 14

// today says what may be done from when. What has passed is not said; once all has, it is hardened since.
func (z *reader) today() {
	d, cure := z.Dates, "full cure of the slowest coat"
	if z.surface.is(staysWet) {
		fresh := z.at.Before(z.Finished.AddDate(0, 0, softOilDays))
		z.when(fresh, "today", "the oil never hardens", "today.soft_oil", nil)
		return
	}
	if d.Light.IsZero() || z.nothingOn() {
		return
	}
	if z.surface.is(renewedInUse) {
		z.when(z.at.Before(d.Light), "today", "light use", "today.light."+z.use.group, z.on(d.Light))
		z.when(z.at.Before(d.Ordinary), "today", "last coat: soap", "today.first_soap", z.on(d.Ordinary))
		return
	}
	if !z.at.Before(d.Hard) {
		z.say("history", cure, "today.hardened", z.on(d.Hard))
		return
	}
	group := z.use.group
	fresh := func(until time.Time) bool { return z.at.Before(until) }
	switch {
	case z.life.CureFirst:
		z.say("today", "end use: fully cured before use", "today.child", z.on(d.Hard))
	case z.food():
		z.say("today", "end use: food", "today.food", z.on(d.Hard))
	default:
		z.say("today", cure, "today.not_hard", z.on(d.Hard))
	}
	stands := !z.floor() && group != "outdoor_floor"
	z.when(fresh(d.Move) && stands, "today", "last coat: "+z.finish.Kind, "today.stand", z.on(d.Move))
	z.when(fresh(d.Light), "today", "light use of the slowest coat", "today.light."+group, z.on(d.Light))
	rain := z.life.Outdoors() && !d.Rain.IsZero() && fresh(d.Rain)
	z.when(rain, "today", "last coat: "+z.finish.Kind, "today.rain", z.on(d.Rain))
	if first := z.firstCleaning(); first != "" && fresh(d.Ordinary) && !z.life.CureFirst {
		z.say("today", "last coat: "+z.finish.Kind, first, z.on(d.Ordinary))
	}
	until := "today.until." + group
	switch {
	case z.surface.is(onCloth):
		until = "today.until.cloth"
	case z.isA("cot"):
		until = "today.until.cot"
	}
	z.say("today", cure, until, z.on(d.Hard))
	z.when(slices.Contains(carried, group), "today", cure, "today.travel", z.on(d.Hard))
	z.when(z.life.Has(enduse.LowOdour), "today", "end use: inside", "today.air_out", nil)
}

// carried are pieces that may travel before they have hardened, by how they are used in their first weeks.
var carried = []string{"top", "shelf", "front", "seat", "child", "inside", "quiet", "outdoor"}

// firstCleaning is what the third date opens; "" where it opens nothing.
func (z *reader) firstCleaning() string {
	switch {
	case z.surface.is(isWax):
		return "today.wax"
	case z.use.group == "inside":
		return ""
	case z.trim():
		return "today.first_dry"
	case z.floor() && z.wipe() >= dampCloth:
		return "today.first_mop"
	case z.life.Outdoors() && z.wipe() >= dampCloth:
		return "today.first_wash"
	}
	return map[wipe]string{
		brushOnly: "today.first_brush", dryCloth: "today.first_dry", barelyDamp: "today.first_dry",
		dampCloth: "today.first_wipe", washed: "today.first_wipe", clothDab: "today.first_spot",
	}[z.wipe()]
}

// everyDay is one sentence: how it is cleaned. The most tender layer that can be touched decides.
func (z *reader) everyDay() {
	fact := "touched layer: " + z.surface.ID
	if z.trim() && z.surface.Wipe > z.wipe() && z.surface.Wipe != clothDab {
		z.say("every_day", fact, "daily.beside", map[string]Arg{"kind": kind(z.onTop[0].finish())})
		return
	}
	z.say("every_day", fact, "daily."+z.daily(), nil)
}

func (z *reader) daily() string {
	bare := z.main.family().Is(coating.GroupBare)
	soaked := z.finish.Counted == inTimes && z.surface.Wipe >= dampCloth && !z.surface.is(poured)
	switch level := z.wipe(); {
	case level == brushOnly, level == clothDab && !z.surface.is(onCloth):
		return "brush"
	case level == clothDab:
		return "cloth"
	case z.isA("sauna") && bare:
		return "sauna"
	case z.use.group == "wet" && bare:
		return "wet"
	case z.floor():
		return z.dailyFloor()
	case z.isA("inside", "scent"):
		return "inside"
	case z.life.Outdoors() && bare:
		return "outdoors_bare"
	case z.life.Outdoors() && level >= dampCloth:
		return "outdoors"
	case z.EndUse == "spoon" && level >= barelyDamp:
		return "spoon"
	case z.use.group == "food" && level >= barelyDamp:
		return "board"
	case level == dryCloth:
		return "dry"
	case level == barelyDamp:
		return "barely"
	case z.life.Has(enduse.Child):
		return "child"
	case z.isA("worktop", "sink", "hob"):
		return "worktop"
	case z.surface.is(renewedInUse):
		return "soap"
	case bare:
		return "bare"
	case soaked:
		return "oil"
	}
	return "damp"
}

func (z *reader) dailyFloor() string {
	switch {
	case z.surface.is(renewedInUse):
		return "floor_soap"
	case z.main.family().Is(coating.GroupBare):
		return "floor_bare"
	case z.wipe() < dampCloth:
		return "floor_wax"
	case z.finish.Counted == inTimes && !z.surface.is(poured):
		return "floor_oil"
	}
	return "floor_film"
}

func (z *reader) living() {
	fact := "life: " + z.life.Name
	class := z.use.class
	switch {
	case class == "heirloom":
	case z.EndUse == "spoon":
		class = "spoon"
	case z.floor() && z.Steps:
		z.say("use", fact, "use.stair", nil)
	case z.life.Outdoors() && !slices.Contains(uses[z.life.ID].meets, "outdoors"):
		class = "garden" // an inside life in an outside place
	}
	bare := z.main.family().Is(coating.GroupBare)
	z.when(z.surface.is(onCloth), "use", "on cloth", "use.cloth", nil)
	z.when(!(z.isA("sauna") && !bare), "use", fact, "use."+class, nil)
	z.when(bare && z.life.Outdoors() && z.wood.Wood(), "use", "left bare outdoors", "use.greys", nil)
}

// ownerOils tells whether cloths of what the owner lays on heat by themselves.
func (z *reader) ownerOils() bool {
	f := z.main.family()
	owner := z.surface.Owner && f.Is(coating.GroupOil) || z.surface.is(oiledByOwner)
	return owner && f.SelfHeats() && !z.noOil()
}

func (z *reader) cautions() {
	if !z.nothingOn() {
		z.when(z.ownerOils(), "cautions", "cloths with it heat by themselves", "caution.rags", nil)
		z.when(z.finish.Counted == inCoats && twoPart(z.main.family()), "cautions", "two-part", "caution.mix", nil)
		z.labels(z.life.Has(enduse.Child), coating.StatesToys, "child")
		if z.food() && !z.surface.is(renewedInUse) {
			z.labels(true, coating.StatesFood, "food")
		}
	}
	for _, past := range z.Overrides {
		z.say("cautions", "decision of the workshop, rule "+past.Rule, "caution.override",
			map[string]Arg{"kind": term(past.Kind), "below": term(past.Below)})
	}
	z.when(z.life.Has(enduse.Child), "cautions", "end use: child", "caution.child", nil)
}

func twoPart(f *coating.Family) bool {
	return f.Has(coating.Isocyanate) || f.Catalysed() && f.Class.ID != "precatalysed"
}

// labels tells what the labels of what can be reached state, each a claim of its own; or that the last one is silent.
func (z *reader) labels(asked bool, kind, id string) {
	if !asked {
		return
	}
	said := false
	for _, l := range z.Layers {
		if sense := l.Says[kind]; sense != "" {
			said = true
			text := strings.TrimRight(strings.TrimPrefix(sense, "states "), ".!? ") // in quotation marks
			z.say("cautions", "label statement", "caution."+id+"_says",
				map[string]Arg{"product": verbatim(l.Product), "text": verbatim(text)})
		}
	}
	silent := "caution." + id + "_silent"
	switch {
	case id == "food" && z.FoodFilm && z.main.family().Body == coating.Film:
		silent = "caution.food_film"
	case id == "food" && z.use.group == "food":
		silent = "caution.food_unknown"
	}
	z.when(!said, "cautions", "no label statement", silent, map[string]Arg{"product": verbatim(z.main.Product)})
}

func (z *reader) history() {
	args := map[string]Arg{"day": day(z.Finished.In(z.f.Location)), "workshop": verbatim(z.f.Workshop)}
	if z.nothingOn() {
		z.say("history", "date", "history.done", args)
	} else {
		z.say("history", "date of the last coat", "history.finished", args)
	}
	own := func(words string) map[string]Arg { return map[string]Arg{"text": verbatim(sentence(words))} }
	for _, p := range z.Patches {
		z.say("history", "patch, as kept by the workshop", "history.patch", own(p))
	}
	for _, s := range z.Slip {
		z.say("history", "measured on the finished floor", "history.slip", own(s))
	}
}

// sentence ends what somebody typed as a sentence does.
func sentence(text string) string { return strings.TrimRight(text, ".!? ") + "." }
