// Package decoration holds what may be done to a surface for its looks alone: each kind's place in the order of
// layers, what it is laid with, what it waits for, whether it wants a seal, what it does to what the zone withstands,
// and its sums. Basis: practice.
package decoration

import "slices"

// Place is where a decoration stands in the order of layers.
type Place string

const (
	Before Place = "before" // on the bare piece, before the first coat
	Under  Place = "under"  // below the colour, which it shows through or cracks
	Over   Place = "over"   // over the colour, under the protection; covers in part
	Worn   Place = "worn"   // taken off again by hand, once the colour is on
	Poured Place = "poured" // a thick coat over everything
	Last   Place = "last"   // over the protection
)

// Places in the order that hands reach them.
var Places = []Place{Before, Under, Over, Worn, Poured, Last}

// Kind is one way to decorate.
type Kind struct {
	ID       string
	Name     string
	Place    Place
	Families []string // what it is laid with; empty = nothing from a tin
	AnyPaint bool     // any water-carried paint will do, where it is named or none of Families is there
	Opaque   bool     // makes sense on a painted surface only
	Touches  bool     // lies here and there only, whatever its place
	Border   bool     // may run along an edge: then it has no width
	OnBase   bool     // wants a base colour under it
	Damp     bool     // done with water
	How      string   // technique, in a line or two
	Waits    string   // what it waits for
	Seal     string   // what it needs over it
	Effect   string   // what it does to what the zone withstands
	Caution  string
	Minutes  float64  // by hand for each m² that is decorated
	Measures []string // what its sums ask for; see Measure
}

// Kinds in the order that hands take them.
var Kinds = []*Kind{
	{
		ID:       "mouldings",
		Name:     "Mouldings glued on",
		Place:    Before,
		Minutes:  30,
		Measures: []string{"lengthM", "widthM", "count", "stockM"},
		How:      "Mitre, dry-fit, glue, pin or tape; fill pins and gaps, sand flush once the glue is hard.",
		Waits:    "Glue overnight, filler two to four hours.",
		Seal:     "Primed and coated with everything else.",
		Effect:   "Dust and cleaner gather in the corners; not for a surface that things stand on.",
	},
	{
		ID:       "undercoat",
		Name:     "Undercoat that is to show",
		Place:    Under,
		AnyPaint: true,
		Opaque:   true,
		How:      "A coat in another colour, over all or only where hands would wear it: edges, corners, round the knobs.",
		Waits:    "Dry as its label says. No candle wax as a resist where a coat must hold: nothing grips it.",
		Seal:     "None of its own.",
		Effect:   "None: it lies below the colour.",
	},
	{
		ID:       "crackle",
		OnBase:   true,
		Name:     "Crackle",
		Place:    Under,
		Families: []string{"crackle_medium"},
		Opaque:   true,
		Minutes:  6,
		How:      "A base colour, the medium in one direction, then the top paint in one pass across it: thick makes wide cracks, thin makes fine ones.",
		Waits:    "The medium dry to the touch, the paint on inside its window.",
		Seal:     "At once when dry, first coat thin and not brushed back and forth.",
		Effect:   "None once sealed; open cracks hold dirt.",
	},
	{
		ID:       "stripes",
		Name:     "Stripes over tape",
		Place:    Over,
		Families: []string{"paint_craft", "paint_metallic"},
		AnyPaint: true,
		Minutes:  12,
		Measures: []string{"lengthM", "widthM", "bandM"},
		How:      "Mark from the centre out, tape outside the marks, seal the tape's edge with the colour below or a clear coat, then paint; pull the tape while the paint is damp.",
		Waits:    "The colour below hard enough for tape: a day is safer than its recoat time.",
		Seal:     "A clear coat over it.",
		Effect:   "None once sealed; over a self-sealing paint it lies unprotected.",
	},
	{
		ID:       "stencil",
		Border:   true,
		Name:     "Stencil",
		Place:    Over,
		Families: []string{"paint_craft", "paint_metallic"},
		AnyPaint: true,
		Minutes:  20,
		Measures: []string{"lengthM", "widthM", "motifM", "motifWidthM", "gapM"},
		How:      "Almost dry brush or sponge, two light passes rather than one wet one; from the centre out, wipe the back of the stencil often.",
		Waits:    "Lightly loaded it dries in five to ten minutes between repeats.",
		Seal:     "A clear coat over it, the first one thin.",
		Effect:   "None once sealed; over a self-sealing paint it lies unprotected.",
	},
	{
		ID:       "hand_painting",
		Name:     "Hand painting",
		Place:    Over,
		Families: []string{"paint_craft", "paint_metallic"},
		AnyPaint: true,
		Minutes:  60,
		How:      "Chalk the drawing on, thin paint in layers; a coat of clear below lets a slip be wiped off.",
		Waits:    "Thin paint an hour, thick strokes overnight.",
		Seal:     "A clear coat over it, the first one thin.",
		Effect:   "None once sealed; over a self-sealing paint it lies unprotected.",
	},
	{
		ID:       "metal_paint",
		Name:     "Metal-effect paint",
		Place:    Over,
		Families: []string{"paint_metallic"},
		Minutes:  15,
		How:      "Stir often, even strokes in one direction; on edges and trim, or all over a closed base colour.",
		Waits:    "As its label says.",
		Seal:     "A clear coat where it is touched; most clears dull the metal a little.",
		Effect:   "None once sealed.",
	},
	{
		ID:       "decoupage",
		Name:     "Decoupage",
		Place:    Over,
		Families: []string{"decoupage_paper"},
		Minutes:  25,
		Measures: []string{"lengthM", "widthM", "motifM", "motifWidthM", "gapM"},
		How:      "Bed the paper in wet clear coat from the middle out, press out air and wrinkles, trim when dry.",
		Waits:    "Overnight under thick paper.",
		Seal:     "Clear coats until the edge can no longer be felt: four to six.",
		Effect:   "None once buried; an edge that is felt will lift.",
	},
	{
		ID:       "transfer_rub_on",
		Name:     "Rub-on transfer",
		Place:    Over,
		Families: []string{"transfer_rub_on"},
		Minutes:  15,
		Measures: []string{"lengthM", "widthM", "motifM", "motifWidthM", "gapM"},
		How:      "Dry, smooth, dust-free coat; tape it in place, rub evenly, peel slowly, burnish under its liner.",
		Waits:    "None of its own.",
		Seal:     "A water-carried clear, thin first; before any wax, never after.",
		Effect:   "None once sealed.",
	},
	{
		ID:       "transfer_water_slide",
		Name:     "Water-slide transfer",
		Place:    Over,
		Families: []string{"transfer_water_slide"},
		Minutes:  20,
		Measures: []string{"lengthM", "widthM", "motifM", "motifWidthM", "gapM"},
		How:      "Soak, slide, press out the water from the middle.",
		Waits:    "Dry overnight.",
		Seal:     "A water-carried clear, thin first.",
		Effect:   "None once sealed.",
	},
	{
		ID:       "leaf",
		Name:     "Metal leaf",
		Place:    Over,
		Families: []string{"leaf_metal"},
		Minutes:  60,
		Measures: []string{"lengthM", "widthM", "motifM"},
		How:      "Thin size on a closed, smooth ground; lay the leaf when a knuckle just squeaks on it, overlap, press with cotton, brush off the skewings.",
		Waits:    "A day before sealing.",
		Seal:     "Dewaxed shellac, or a clear that its label calls free of ammonia: brass and copper leaf tarnish bare.",
		Effect:   "Thin and soft: sealed it is for looking at, not for leaning on.",
	},
	{
		ID:      "distress_dry",
		Name:    "Distressed dry",
		Place:   Worn,
		Opaque:  true,
		Minutes: 15,
		How:     "P60 to P80 where bare wood is to show, P220 where an undercoat is; edges and handling spots first, and step back often.",
		Waits:   "The paint dry right through: a day rather than its recoat time.",
		Seal:    "Clear coat or wax: every cut is open wood.",
		Effect:  "Cuts drink and stain until they are sealed.",
		Caution: "Dust mask and vacuum. Never where an old coat may hold lead.",
	},
	{
		ID:      "distress_wet",
		Damp:    true,
		Name:    "Distressed with a damp cloth",
		Place:   Worn,
		Opaque:  true,
		Minutes: 12,
		How:     "A damp, not wet, cloth over paint that softens again in water; rinse it often.",
		Waits:   "Within a day or so of the last coat, before the paint has hardened.",
		Seal:    "Clear coat or wax.",
		Effect:  "Cuts drink and stain until they are sealed.",
	},
	{
		ID:       "resin",
		Name:     "Resin pour",
		Place:    Poured,
		Families: []string{"epoxy_flood"},
		Minutes:  20,
		Measures: []string{"lengthM", "widthM", "depthM"},
		How:      "Level the piece, dam the edges, seal the wood first; mix exactly, tint each share before pouring, pass a flame or hot air once over the bubbles.",
		Waits:    "The next pour within its window, or keyed.",
		Seal:     "None indoors; outdoors a UV-stable clear.",
		Effect:   "Water and alcohol stand well; heat softens it and grit scratches it.",
		Caution:  "Uncured resin sensitises: gloves, sleeves, air. A deep pour heats itself; keep within its label's depth.",
	},
	{
		ID:       "dark_wax",
		Name:     "Aged with dark wax",
		Place:    Last,
		Families: []string{"wax_dark"},
		Minutes:  8,
		How:      "A little on a brush into corners and carving, wipe the rest off at once; clear wax takes too much back off.",
		Waits:    "Clear wax or a clear coat below it on porous paint, or it blotches.",
		Seal:     "None: it is the last.",
		Effect:   "Wax on the surface: nothing else holds on it again, and heat marks it.",
	},
	{
		ID:       "gilding_wax",
		Touches:  true,
		Name:     "Gilding wax",
		Place:    Last,
		Families: []string{"wax_gilding"},
		Minutes:  10,
		How:      "On a fingertip or soft brush along edges and carving; buff the next day.",
		Waits:    "The coat below in light use.",
		Seal:     "None: it goes last, over everything.",
		Effect:   "Wears where hands go.",
	},
}

// Find returns the kind with this id, or nil.
func Find(id string) *Kind {
	if i := slices.IndexFunc(Kinds, func(k *Kind) bool { return k.ID == id }); i >= 0 {
		return Kinds[i]
	}
	return nil
}

// Partly tells whether it leaves open what lies below it, in part.
func (k *Kind) Partly() bool { return k.Place == Over || k.Touches }

// FromTin tells whether it is laid with a product.
func (k *Kind) FromTin() bool { return len(k.Families) > 0 || k.AnyPaint }
