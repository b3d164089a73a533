package substrate

import (
	"fmt"
	"slices"

	"firmitas/core/climate"
)

// Condition of an old finish.
type Condition string

const (
	Intact  Condition = "intact"
	Worn    Condition = "worn"
	Cracked Condition = "cracked"
	Flaking Condition = "flaking"
	Chalky  Condition = "chalky"
)

// Contamination on a surface.
type Contamination string

const (
	WaxPolish Contamination = "wax"
	Silicone  Contamination = "silicone"
	Grease    Contamination = "grease"
	Nicotine  Contamination = "nicotine"
	Adhesive  Contamination = "adhesive"
	Mildew    Contamination = "mildew"
	Bitumen   Contamination = "bitumen" // creosote and asphalt paint too
)

// Contaminations there are.
var Contaminations = []Contamination{WaxPolish, Silicone, Grease, Nicotine, Adhesive, Mildew, Bitumen}

// Age of an old paint or varnish, as far as lead goes (US limit of 1978; earlier and later elsewhere).
type Age string

const (
	AgeUnknown Age = "unknown"
	Before1978 Age = "before_1978"
	Later      Age = "later"
)

// LeadTest is what a test on the old finish gave.
type LeadTest string

const (
	NotTested LeadTest = "not_tested"
	Negative  LeadTest = "negative"
	Positive  LeadTest = "positive"
)

// Inspection is what was seen of a zone.
type Inspection struct {
	Material       *Material
	Finish         *OldFinish // nil with Unknown set: nobody knows
	Unknown        bool
	Condition      Condition
	Contaminations []Contamination
	Valued         bool        // old, signed or of value: nothing that cannot come off again
	Repairs        []string    // ids of Repairs
	MoisturePct    float64     // a meter's reading; 0 when none was taken
	StoodIn        climate.Air // where it stood for weeks, for an estimate; zero when not told
	VeneerMM       float64     // 0 when not veneered or not measured
	Age            Age
	Lead           LeadTest
}

// Finished tells whether there is an old finish, known or not.
func (i Inspection) Finished() bool { return i.Unknown || (i.Finish != nil && i.Finish.ID != "bare") }

// found tells of a known old finish by its id.
func (i Inspection) found(id string) bool { return i.Finish != nil && i.Finish.ID == id }

func (i Inspection) film() bool   { return i.Unknown || (i.Finish != nil && i.Finish.Film) }
func (i Inspection) opaque() bool { return i.Finish != nil && i.Finish.Opaque }
func (i Inspection) waxed() bool {
	return i.found("wax") || slices.Contains(i.Contaminations, WaxPolish)
}

// LeadOpen: an old paint or varnish that may hold lead and has not been tested. Until it is, nothing may be sanded,
// scraped or heated.
func (i Inspection) LeadOpen() bool {
	tested := i.Lead == Negative || i.Lead == Positive
	return i.film() && i.Age != Later && !tested
}

// LeadFound: lead is in the old film. Then nothing is abraded or heated here at all.
func (i Inspection) LeadFound() bool { return i.film() && i.Lead == Positive }

// Moisture is the wood's moisture in %, and whether it is an estimate from where it stood; 0 when nothing is known.
func (i Inspection) Moisture() (pct float64, estimate bool) {
	switch {
	case i.MoisturePct > 0:
		return i.MoisturePct, false
	case i.StoodIn != (climate.Air{}):
		return i.StoodIn.WoodMoisture(), true
	}
	return 0, false
}

// Problem is one field of an inspection that cannot be right, or contradicts another.
type Problem struct{ Field, Detail string }

const (
	driestWood     = 2.0
	wettestWood    = 40.0
	thickestVeneer = 6.0
)

// Contradictions within what was seen, and with the look that is wanted, are told, not swallowed.
func (i Inspection) Contradictions(w Wish) []Problem {
	var out []Problem
	say := func(holds bool, field, format string, args ...any) {
		if holds {
			out = append(out, Problem{field, fmt.Sprintf(format, args...)})
		}
	}
	say(i.MoisturePct != 0 && (i.MoisturePct < driestWood || i.MoisturePct > wettestWood), "moisturePct",
		"Wood moisture lies between %.0f and %.0f %%; %.0f is no reading of wood.", driestWood, wettestWood,
		i.MoisturePct)
	say(i.VeneerMM < 0 || i.VeneerMM > thickestVeneer, "veneerMm", "Veneer is up to %.0f mm thick.", thickestVeneer)
	if m := i.Material; m != nil {
		say(i.VeneerMM > 0 && m.Kind != Veneer, "veneerMm", "%s is not veneered.", m.Name)
		say(i.MoisturePct > 0 && m.Slick, "moisturePct", "%s holds no moisture that a meter reads.", m.Name)
		say(m.Slick && (i.found("oil") || i.found("shellac")), "finish",
			"%s is not wood and takes neither oil nor shellac. Look again.", m.Name)
	}
	for at, id := range i.Repairs {
		r := FindRepair(id)
		if r == nil || slices.Index(i.Repairs, id) < at {
			continue
		}
		if m := i.Material; m != nil && r.Only != nil {
			say(!r.Only(m), "repairs", "%s cannot be on the material chosen, %s. Look again, or mend the material.",
				r.Damage, m.Name)
		}
		say(r.Painted && w.ShowsWood, "repairs",
			"Caulk must be painted over, and this zone shows its wood: take filler, or a wax stick after the coats.")
	}
	say(i.found("bare") && (i.Condition == Flaking || i.Condition == Chalky), "condition",
		"Bare wood does not flake or chalk.")
	say(i.Unknown && i.Finish != nil, "finish", "It is either known or not.")
	return out
}

// Repair is one kind of damage with what is done about it. Minutes and waits: practice.
type Repair struct {
	ID        string
	Damage    string
	Title     string
	How       string
	Materials string
	Minutes   float64
	WaitH     float64
	Damp      bool // it dries by water, so the air stretches the wait
	Phase     Phase
	Only      func(*Material) bool // where it can be; nil = anywhere
	Painted   bool                 // it must end up under paint
}

func wooden(m *Material) bool   { return m.Wood() }
func veneered(m *Material) bool { return m.Kind == Veneer }
func knotty(m *Material) bool   { return m.Kind == Softwood || m.Kind == Hardwood || m.Kind == Veneer }

// Repairs there are, each at its place in the order.
var Repairs = []Repair{
	{
		"joint",
		"Loose joint",
		"Glue and clamp the joint",
		"Old glue out, dry fit, glue, clamp one to two hours, work it the next day.",
		"wood glue, clamps",
		25,
		24,
		false,
		Mend,
		nil,
		false,
	},
	{
		"veneer_loose",
		"Loose veneer",
		"Re-lay the veneer",
		"Tap with a fingernail to find all of it; glue below, press with taped blocks two hours, leave overnight before sanding.",
		"wood glue, taped blocks",
		25,
		14,
		false,
		Mend,
		veneered,
		false,
	},
	{
		"veneer_missing",
		"Missing veneer",
		"Patch the veneer",
		"Cut the patch along the grain, taped as a hinge; press two hours, overnight before sanding.",
		"veneer, wood glue",
		45,
		14,
		false,
		Mend,
		veneered,
		false,
	},
	{
		"gouge",
		"Gouge or scratch",
		"Fill",
		"Thin layers of filler, a little proud; sand level when hard. Many fillers do not take stain as wood does.",
		"wood filler",
		12,
		3,
		true,
		Fill,
		nil,
		false,
	},
	{
		"corner",
		"Broken corner or trim",
		"Rebuild in two-part filler",
		"Roughen, build up in a taped mould, overnight; shape with file and P80. Gloves: a sensitiser.",
		"two-part filler, mould tape",
		40,
		12,
		false,
		Fill,
		nil,
		false,
	},
	{
		"dent",
		"Dent",
		"Lift the dent",
		"Bare solid wood: damp cloth and a warm iron; dry before sanding. Bare veneer: a drop of water, the iron barely warm, for seconds, or its glue lets go. Over a film that is kept: fill it.",
		"cloth, iron",
		10,
		3,
		true,
		Fill,
		wooden,
		false,
	},
	{
		"ring",
		"Water ring or stain in the wood",
		"Bleach the stain",
		"On bare wood only; rinse, let it dry well. Gloves and eyes; follow the product's data sheet.",
		"wood bleach",
		20,
		12,
		true,
		Fill,
		wooden,
		false,
	},
	{
		"runner",
		"Sticking runner",
		"Wax the runners",
		"Plain wax on the runners, last of all: it spoils every coat it touches.",
		"candle or paste wax",
		8,
		0,
		false,
		Last,
		nil,
		false,
	},
	{
		"knot",
		"Resin bleeding from a knot",
		"Draw the resin and seal the knot",
		"Warm the resin out, scrape, wipe with alcohol; two thin coats of dewaxed shellac over the knot and a finger's breadth around it.",
		"dewaxed shellac, alcohol",
		12,
		1,
		false,
		Fill,
		knotty,
		false,
	},
	{
		"nick",
		"Nick or hole that stays visible",
		"Fill with a wax stick",
		"After the coats, matched to their colour, scraped level. No film holds over it.",
		"wax filler stick",
		8,
		0,
		false,
		Last,
		nil,
		false,
	},
	{
		"screw",
		"Stripped screw holes",
		"Plug the screw holes",
		"Glued slivers or a plug, cut flush when dry.",
		"wood glue, plugs",
		12,
		2,
		false,
		Mend,
		nil,
		false,
	},
	{
		"gap",
		"Gap to be painted over",
		"Caulk the gaps",
		"Thin bead of acrylic caulk, smoothed wet; it must be painted.",
		"acrylic caulk",
		10,
		2,
		true,
		Fill,
		nil,
		true,
	},
}

// FindRepair returns the repair, or nil.
func FindRepair(id string) *Repair {
	for i := range Repairs {
		if Repairs[i].ID == id {
			return &Repairs[i]
		}
	}
	return nil
}
