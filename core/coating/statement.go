package coating

import "slices"

// Kinds of statement a label may make. A missing statement means "not stated", never "unsafe".
const (
	StatesToys     = "toys"     // conformity for toys or children's products
	StatesFood     = "food"     // food contact
	StatesSlip     = "slip"     // slip resistance
	StatesFloor    = "floor"    // use on floors
	StatesExterior = "exterior" // use outdoors
	StatesUV       = "uv"       // protection from sunlight
	StatesMildew   = "mildew"   // film protected against mould and mildew
)

// StatementKind is one kind of statement, with its name on screen.
type StatementKind struct{ ID, Name string }

// StatementKinds there are.
var StatementKinds = []StatementKind{
	{
		StatesToys,
		"Toys or children's products",
	}, {StatesFood, "Food contact"}, {StatesSlip, "Slip resistance"}, {StatesFloor, "Floors"},
	{StatesExterior, "Outdoors"}, {StatesUV, "Sunlight"}, {StatesMildew, "Mildew"},
}

// Statement is the sense of what a label says, and where it says so: the tin, the data sheet, a letter.
type Statement struct {
	Sense  string `json:"sense"`
	Source string `json:"source"`
}

// Pairing is what a label says about this product over or under another kind. It wins over the trade's doubts, never
// over physics or safety.
type Pairing struct {
	Over   bool   `json:"over"` // this product over What; else What over this product
	What   string `json:"what"` // a family id or a group such as "paint"
	May    bool   `json:"may"`
	Sense  string `json:"sense"`
	Source string `json:"source"`
}

// Names tells whether the pairing speaks of f.
func (p Pairing) Names(f *Family) bool { return p.What == f.ID || f.Is(Group(p.What)) }

// VOCBasis says how a VOC content is counted: the two are not comparable. Source: EU 2004/42/EC counts the ready-to-use
// product with its water, US 40 CFR 59 subpart D leaves water and exempt solvents out (values from memory).
type VOCBasis string

const (
	VOCNotTold VOCBasis = ""
	VOCReady   VOCBasis = "ready_to_use"
	VOCNoWater VOCBasis = "less_water"
)

// VOCLessWater turns a content per litre of product into one per litre less its water, given water as a volume share.
func VOCLessWater(gramsPerL, waterShare float64) float64 { return gramsPerL / (1 - waterShare) }

// Depth is how much a stain, a glaze or an oil that carries colour deepens wood.
type Depth string

// Depths there are, from light to deep; "" is not told.
var Depths = []Depth{"light", "medium", "deep"}

// From is by how many steps two depths differ; 0 where either is not told.
func (d Depth) From(o Depth) int {
	a, b := slices.Index(Depths, d), slices.Index(Depths, o)
	if a < 0 || b < 0 {
		return 0
	}
	return max(a-b, b-a)
}

// Hue is the colour that it gives.
type Hue string

// Hues there are; "" is not told.
var Hues = []Hue{"honey", "red", "brown", "grey", "black"}

// Facts are what a data sheet says in words. What it leaves out is typical for the family.
type Facts struct {
	Tools    string   `json:"tools"`
	Thinner  string   `json:"thinner"`
	CleanUp  string   `json:"cleanUp"`
	Hazards  string   `json:"hazards"`
	VOCBasis VOCBasis `json:"vocBasis"`
	Depth    Depth    `json:"depth"`
	Hue      Hue      `json:"hue"`
	SoldIn   string   `json:"soldIn"` // sizes and prices, as ReadSold reads them
}

var thinners = map[Carrier][2]string{
	Water:          {"clean water, sparingly", "water and soap while wet"},
	Alcohol:        {"denatured alcohol", "denatured alcohol"},
	MineralSpirits: {"mineral spirits", "mineral spirits, then soap"},
	LacquerSolvent: {"the thinner its data sheet names", "lacquer thinner"},
	NoCarrier:      {"none", "a cloth; the solvent its data sheet names"},
}

var toolsFor = map[Method]string{
	Brush:   "brush, pad or roller",
	Cloth:   "lint-free cloth",
	Spray:   "spray gun",
	Aerosol: "its own can",
}

// AllFacts are the label's, with the family's typical ones where it is silent.
func (p *Product) AllFacts() Facts {
	f, typical := p.Facts, p.Family.TypicalFacts()
	for _, fill := range []struct{ at, with *string }{
		{&f.Tools, &typical.Tools},
		{&f.Thinner, &typical.Thinner},
		{&f.CleanUp, &typical.CleanUp},
	} {
		if *fill.at == "" {
			*fill.at = *fill.with
		}
	}
	return f
}

// TypicalFacts of a family (practice).
func (f *Family) TypicalFacts() Facts {
	t := thinners[f.Carrier]
	return Facts{Tools: toolsFor[f.AppliedBy], Thinner: t[0], CleanUp: t[1]}
}
