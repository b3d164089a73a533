package furniture

// Part comes off before the work and goes back on after it: it is not coated where it sits.
type Part struct {
	Kind  string // id of a PartKind
	Name  string
	Count int
}

// PartKind says how parts of a kind are taken off, kept and refitted. Minutes by hand are practice, for one part.
type PartKind struct {
	ID           string
	Name         string
	Off          string
	Refit        string
	Caution      string
	OffMinutes   float64
	RefitMinutes float64
}

// PartKinds there are.
var PartKinds = []*PartKind{
	{
		ID:           "hardware",
		Name:         "Handles, hinges, screws",
		OffMinutes:   2,
		RefitMinutes: 3,
		Off:          "Unscrew, bag and label by place, screws with their part; a photo first helps. Plug worn screw holes.",
		Refit:        "Screws by hand; turn them back until they drop into their old thread.",
	},
	{
		ID:           "glass",
		Name:         "Glass",
		OffMinutes:   15,
		RefitMinutes: 15,
		Off:          "Pins or beads out with a thin blade, glass out upright, wrapped and labelled, beads kept in order.",
		Refit:        "Clean it first; beads back in their order.",
		Caution:      "Gloves and eye protection; carry glass on edge. Old putty may hold lead or asbestos: no dry sanding or heat on it.",
	},
	{
		ID:           "mirror",
		Name:         "Mirror",
		OffMinutes:   15,
		RefitMinutes: 15,
		Off:          "Out of its frame, wrapped, stood on edge away from damp: solvent and water creep behind the silvering.",
		Refit:        "Spacers against the glass, back paper last.",
		Caution:      "Gloves; carry it on edge. Very old silvering may hold mercury: do not scrape or heat the back.",
	},
	{
		ID:           "electrical",
		Name:         "Electrical parts",
		OffMinutes:   20,
		RefitMinutes: 25,
		Off:          "Unplugged, photographed, taken out whole; keep every washer.",
		Refit:        "As it was. Rewiring and the safety test afterwards belong to a licensed trade, as local codes ask.",
		Caution:      "Unplug it first. Wiring that is cracked, cloth-covered or without earth is not put back.",
	},
	{
		ID:           "upholstery",
		Name:         "Upholstery, seat pads",
		OffMinutes:   20,
		RefitMinutes: 25,
		Off:          "Seat off in one piece, staples or tacks drawn, cover bagged against dust; label which way round.",
		Refit:        "Only once the finish is in light use: pads and cloth stick to a soft film.",
		Caution:      "Old fillings may need to meet fire rules for furniture before they are sold again; local law decides.",
	},
}

// FindPart returns the kind of part, or nil.
func FindPart(id string) *PartKind {
	for _, k := range PartKinds {
		if k.ID == id {
			return k
		}
	}
	return nil
}
