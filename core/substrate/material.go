// Package substrate knows what a coat is put on: woods, boards and slick materials, with the traits that
// decide what they do to a coat, and how their bare surface is prepared.
package substrate

import (
	"slices"

	"firmitas/core"
)

// Kind of material, which decides how it is prepared.
type Kind string

const (
	Hardwood Kind = "hardwood"
	Softwood Kind = "softwood"
	Board    Kind = "board"  // made of wood, no grain to follow or only a thin face
	Veneer   Kind = "veneer" // a thin face over a board: never sanded hard, never near an edge
	Faced    Kind = "faced"  // plastic-faced: not wood on its surface
	Metal    Kind = "metal"
	Textile  Kind = "textile" // takes coats of its own, and no others
	Mineral  Kind = "mineral" // plaster, gesso: drinks, and some of it softens in water
	Leather  Kind = "leather" // bends, and solvents lift its dye
	Glass    Kind = "glass"   // nothing keys it in sight
)

// Material is a wood or board with its traits.
type Material struct {
	ID         string
	Name       string
	Kind       Kind
	Tannin     bool   // water wakes it and it bleeds through pale coats
	Knots      bool   // resin and knots bleed and push coats off
	Oily       bool   // its own oil keeps coats from gripping
	StopsOil   bool   // its extractives keep oxidising oils from drying
	OpenPores  bool   // grain that shows through a film unless filled
	Blotches   bool   // takes penetrating stain unevenly
	Slick      bool   // nothing soaks in and little grips
	Durable    bool   // lasts outdoors without preservative above ground
	Soft       bool   // dents under a hard film
	Uniform    bool   // no grain at all: one grit does
	Rusts      bool   // under water that dries slowly
	WantsEtch  bool   // only a primer made for it holds: zinc, aluminium
	Zinc       bool   // makes soap of oil, under the coat
	Tarnishes  bool   // ammonia and acid turn it green
	Plastic    bool   // its softener creeps into oil, and strong solvent eats it
	Binder     bool   // strong solvent takes the glue out of it
	Swells     bool   // where water gets in
	Dense      bool   // its face is smooth: it wants a key
	Rewets     bool   // softens in water again
	Alkaline   bool   // while it is young
	Unknown    bool   // stands for any wood
	Irritant   bool   // poisonous, or known to irritate: not into mouths, not under food
	Flexes     bool   // gives with every use: thick films crack
	PaleInSelf bool   // white or blond: ambering shows
	Light      string // what light does to its colour, in a word; "" when little
	Note       string
}

// Wood tells whether there is real wood at its surface, which can be stained and oiled.
func (m *Material) Wood() bool {
	return slices.Contains([]Kind{Hardwood, Softwood, Board, Veneer}, m.Kind)
}

// Bleeds tells whether something in it comes up through a pale water-carried coat.
func (m *Material) Bleeds() bool { return m.Tannin || m.Knots }

// Trait is one peculiarity of a material in words, with where it is known from.
type Trait struct {
	Name  string
	Basis core.Basis
}

const durable = "durable outdoors"

// Traits are its peculiarities, as far as a finisher must mind them. All are practice, but durability outdoors, which
// follows the classes 1 and 2 of EN 350 (value from memory) where the standard rates the wood.
func (m *Material) Traits() []Trait {
	out := []Trait{}
	for _, t := range []struct {
		holds bool
		name  string
	}{
		{m.Tannin, "tannin"},
		{m.Knots, "knots and resin"},
		{m.Oily, "oily"},
		{m.StopsOil, "keeps oils from drying"},
		{m.OpenPores, "open pores"},
		{m.Blotches, "blotches under stain"},
		{m.Slick, "slick, not wood"},
		{m.Durable, durable},
		{m.Soft, "soft"},
	} {
		if t.holds {
			basis := core.Practice
			if t.name == durable {
				basis = core.Published
			}
			out = append(out, Trait{t.name, basis})
		}
	}
	return out
}

// Materials in the order a finisher would look for them.
var Materials = []*Material{
	{ID: "oak", Name: "Oak", Kind: Hardwood, Tannin: true, OpenPores: true, Durable: true, Light: "yellows"},
	{ID: "ash", Name: "Ash", Kind: Hardwood, OpenPores: true, PaleInSelf: true, Light: "yellows"},
	{ID: "beech", Name: "Beech", Kind: Hardwood, Blotches: true, PaleInSelf: true},
	{ID: "maple", Name: "Maple", Kind: Hardwood, Blotches: true, PaleInSelf: true, Light: "yellows"},
	{ID: "birch", Name: "Birch", Kind: Hardwood, Blotches: true, PaleInSelf: true},
	{ID: "cherry", Name: "Cherry", Kind: Hardwood, Blotches: true, Light: "darkens"},
	{ID: "walnut", Name: "Walnut", Kind: Hardwood, Tannin: true, OpenPores: true, Light: "fades"},
	{ID: "mahogany", Name: "Mahogany", Kind: Hardwood, Tannin: true, OpenPores: true, Durable: true, Light: "darkens"},
	{ID: "sapele", Name: "Sapele", Kind: Hardwood, Tannin: true, OpenPores: true, Light: "darkens"},
	{ID: "chestnut", Name: "Sweet chestnut", Kind: Hardwood, Tannin: true, OpenPores: true, Durable: true},
	{ID: "poplar", Name: "Poplar or tulipwood", Kind: Hardwood, Blotches: true, PaleInSelf: true, Soft: true},
	{ID: "teak", Name: "Teak", Kind: Hardwood, Oily: true, Durable: true, Light: "silvers outdoors"},
	{ID: "iroko", Name: "Iroko", Kind: Hardwood, Oily: true, OpenPores: true, Durable: true, Light: "darkens"},
	{
		ID:        "rosewood",
		Name:      "Rosewood kind",
		Kind:      Hardwood,
		Oily:      true,
		StopsOil:  true,
		OpenPores: true,
		Durable:   true,
		Irritant:  true,
	},
	{ID: "alder", Name: "Alder", Kind: Hardwood, Blotches: true, Soft: true},
	{
		ID:         "bamboo",
		Name:       "Bamboo board",
		Kind:       Hardwood,
		PaleInSelf: true,
		Note:       "A grass: hard, dense skin that takes penetrating stain poorly.",
	},
	{
		ID: "cocobolo", Name: "Cocobolo", Kind: Hardwood,
		Oily: true, StopsOil: true, Durable: true, Irritant: true, Light: "darkens",
	},
	{ID: "ebony", Name: "Ebony", Kind: Hardwood, Oily: true, Durable: true},
	{ID: "elm", Name: "Elm", Kind: Hardwood, OpenPores: true},
	{ID: "hickory", Name: "Hickory", Kind: Hardwood, OpenPores: true, PaleInSelf: true},
	{ID: "ipe", Name: "Ipe", Kind: Hardwood, Oily: true, Tannin: true, Durable: true, Light: "silvers outdoors"},
	{ID: "lime", Name: "Lime or basswood", Kind: Hardwood, Blotches: true, PaleInSelf: true, Soft: true},
	{
		ID:        "merbau",
		Name:      "Merbau",
		Kind:      Hardwood,
		Tannin:    true,
		Oily:      true,
		OpenPores: true,
		Durable:   true,
		Light:     "darkens",
	},
	{ID: "olive", Name: "Olive", Kind: Hardwood, Oily: true},
	{ID: "rubberwood", Name: "Rubberwood", Kind: Hardwood, OpenPores: true, PaleInSelf: true, Light: "yellows"},
	{ID: "sycamore", Name: "Sycamore or plane", Kind: Hardwood, Blotches: true, PaleInSelf: true, Light: "yellows"},
	{
		ID:         "pine",
		Name:       "Pine",
		Kind:       Softwood,
		Knots:      true,
		Blotches:   true,
		Soft:       true,
		PaleInSelf: true,
		Light:      "yellows",
	},
	{
		ID:         "spruce",
		Name:       "Spruce or fir",
		Kind:       Softwood,
		Knots:      true,
		Blotches:   true,
		Soft:       true,
		PaleInSelf: true,
		Light:      "yellows",
	},
	{ID: "larch", Name: "Larch", Kind: Softwood, Knots: true, Durable: true, Light: "silvers outdoors"},
	{
		ID:       "red_cedar",
		Name:     "Red cedar",
		Kind:     Softwood,
		Tannin:   true,
		StopsOil: true,
		Soft:     true,
		Durable:  true,
		Light:    "silvers outdoors",
	},
	{ID: "douglas_fir", Name: "Douglas fir", Kind: Softwood, Knots: true, Blotches: true, Light: "darkens"},
	{
		ID:      "redwood",
		Name:    "Coast redwood",
		Kind:    Softwood,
		Tannin:  true,
		Soft:    true,
		Durable: true,
		Light:   "silvers outdoors",
	},
	{ID: "yew", Name: "Yew", Kind: Softwood, Oily: true, Irritant: true, Light: "darkens"},
	{ID: "oak_veneer", Name: "Oak veneer on board", Kind: Veneer, Tannin: true, OpenPores: true, Light: "yellows"},
	{
		ID:        "mahogany_veneer",
		Name:      "Mahogany veneer on board",
		Kind:      Veneer,
		Tannin:    true,
		OpenPores: true,
		Light:     "darkens",
	},
	{ID: "birch_plywood", Name: "Birch plywood", Kind: Veneer, Blotches: true, PaleInSelf: true},
	{
		ID:      "mdf",
		Uniform: true,
		Name:    "MDF",
		Kind:    Board,
		Note:    "Cut edges drink: seal them first, and keep them out of the wet.",
	},
	{ID: "chipboard", Name: "Raw chipboard", Kind: Board, Swells: true, Note: "Swells where water reaches an edge."},
	{ID: "walnut_veneer", Name: "Walnut veneer on board", Kind: Veneer, Tannin: true, OpenPores: true, Light: "fades"},
	{ID: "blockboard", Name: "Blockboard, plain face", Kind: Veneer, Blotches: true, PaleInSelf: true},
	{
		ID:    "osb",
		Name:  "Strand board",
		Kind:  Board,
		Knots: true,
		Note:  "Resin and strands telegraph through thin coats.",
	},
	{ID: "hardboard", Name: "Hardboard", Kind: Board, Dense: true, Note: "Its smooth face is dense: key it."},
	{ID: "cane", Flexes: true, Name: "Cane or rattan", Kind: Board, Note: "Flexes: thin coats only, sprayed or wiped."},
	{
		ID:    "steel",
		Rusts: true,
		Name:  "Steel",
		Kind:  Metal,
		Slick: true,
		Note:  "Rust off, degreased, primed the same day.",
	},
	{
		ID:        "brass",
		Tarnishes: true,
		Name:      "Brass or copper",
		Kind:      Metal,
		Slick:     true,
		Note:      "Tarnishes unless sealed; keep ammonia away.",
	},
	{
		ID:    "melamine",
		Name:  "Melamine or foil-faced board",
		Kind:  Faced,
		Slick: true,
		Note:  "Not wood on its face: it cannot be stained, only keyed and painted.",
	},
	{
		ID:    "laminate",
		Name:  "Hard laminate",
		Kind:  Faced,
		Slick: true,
		Note:  "Not wood on its face: it cannot be stained, only keyed and painted.",
	},
	{
		ID:        "galvanised",
		Name:      "Galvanised or zinc-coated metal",
		Kind:      Metal,
		Slick:     true,
		WantsEtch: true,
		Zinc:      true,
		Note:      "Oil and alkyd on zinc turn to soap under the coat and peel in sheets after months. Primer the same day.",
	},
	{
		ID:        "aluminium",
		Name:      "Aluminium",
		Kind:      Metal,
		Slick:     true,
		WantsEtch: true,
		Note:      "Key it and prime it within the day; anodised faces only after a trial.",
	},
	{
		ID:      "thermofoil",
		Name:    "Vinyl-wrapped board or soft vinyl",
		Kind:    Faced,
		Slick:   true,
		Plastic: true,
		Note:    "The softener in the vinyl keeps oil and alkyd tacky for good. Loose foil comes off whole; then it is MDF.",
	},
	{
		ID:    "glass",
		Name:  "Glass, glazed tile or mirror back",
		Kind:  Glass,
		Slick: true,
		Note:  "For show only: what is washed daily sheets off.",
	},
	{
		ID:     "leather",
		Name:   "Leather",
		Kind:   Leather,
		Flexes: true,
		Note:   "Finish the wood first with the leather masked; strippers and alcohol lift its dye and gold.",
	},
	{
		ID:       "plaster",
		Name:     "Plaster or lime putty",
		Kind:     Mineral,
		Alkaline: true,
		Note:     "Dry before anything: about a day a millimetre, lime four weeks. It drinks: the first coat thinned.",
	},
	{
		ID:     "gesso",
		Name:   "Gesso (glue and chalk)",
		Kind:   Mineral,
		Rewets: true,
		Note:   "Water softens it again: seal it with thin shellac first.",
	},
	{
		ID:     "cork",
		Name:   "Cork",
		Kind:   Board,
		Flexes: true,
		Binder: true,
		Note:   "Drinks two to three times as much. Strong solvent takes its binder out, stiff coats crack.",
	},
	{
		ID:     "rush",
		Name:   "Rush, seagrass or woven seat",
		Kind:   Board,
		Flexes: true,
		Note:   "Flexes at every sitting: thin coats only. A sagging seat is wetted and dried tight before any coat.",
	},
	{
		ID:   "cloth",
		Name: "Cloth: cotton, linen, canvas",
		Kind: Textile,
		Note: "Takes fabric paint and fabric protector only; seat pads stay on or come off first.",
	},
	{
		ID:        "unknown_wood",
		Unknown:   true,
		StopsOil:  true,
		Name:      "Unknown wood",
		Kind:      Hardwood,
		Tannin:    true,
		Knots:     true,
		Oily:      true,
		OpenPores: true,
		Blotches:  true,
		Note:      "Unknown makes the careful choice: taken to bleed, blotch and be oily.",
	},
}

var byID = func() map[string]*Material {
	m := make(map[string]*Material, len(Materials))
	for _, material := range Materials {
		m[material.ID] = material
	}
	return m
}()

// Find returns the material, or nil.
func Find(id string) *Material { return byID[id] }
