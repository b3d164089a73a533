package substrate

import "firmitas/core/coating"

// OldFinish is a kind of finish that a piece may arrive with. Basis of all of it: practice.
type OldFinish struct {
	ID     string
	Name   string
	Family string // the coating family whose nature it shares once cured, judged as ground; "" for bare wood
	Opaque bool   // it is a paint
	Film   bool   // it lies on the wood
	// said is how likely each outcome of each test is, for this finish; outcomes not named share what is left.
	said map[Test]map[Outcome]float64
}

// OldFinishes that the finger and the cotton bud can tell apart, or nearly.
var OldFinishes = []*OldFinish{
	{
		ID:   "bare",
		Name: "Bare wood",
		said: outcomes{
			Look:       {Clear: 1},
			WaterDrop:  {Sinks: 0.95},
			Spirits:    {NoChange: 0.95},
			AlcoholRub: {NoChange: 0.97},
			Thinner:    {NoChange: 0.97},
			XyleneRub:  {NoChange: 0.97},
		},
	},
	{
		ID:     "oil",
		Name:   "Oil, or a finish worn through",
		Family: "oil_danish",
		said: outcomes{
			Look:       {Clear: 1},
			WaterDrop:  {Sinks: 0.75},
			Spirits:    {NoChange: 0.8},
			AlcoholRub: {NoChange: 0.95},
			Thinner:    {NoChange: 0.85},
			XyleneRub:  {NoChange: 0.9},
		},
	},
	{
		ID:     "wax",
		Name:   "Wax",
		Family: "wax_clear",
		said: outcomes{
			Look:       {Clear: 0.97},
			WaterDrop:  {Beads: 0.8},
			Spirits:    {ComesAway: 0.95},
			AlcoholRub: {NoChange: 0.9},
			Thinner:    {NoChange: 0.6, Softens: 0.3},
			XyleneRub:  {NoChange: 0.7},
		},
	},
	{
		ID:     "shellac",
		Name:   "Shellac (French polish)",
		Family: "shellac_waxed",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.99},
			WaterDrop:  {Beads: 0.95},
			Spirits:    {NoChange: 0.9},
			AlcoholRub: {Dissolves: 0.95},
			Thinner:    {Dissolves: 0.8, Softens: 0.15},
			XyleneRub:  {NoChange: 0.9},
		},
	},
	{
		ID:     "lacquer",
		Name:   "Lacquer (nitrocellulose or acrylic)",
		Family: "lacquer_nc",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.9},
			WaterDrop:  {Beads: 0.97},
			Spirits:    {NoChange: 0.95},
			AlcoholRub: {NoChange: 0.75, Softens: 0.2},
			Thinner:    {Dissolves: 0.95},
			XyleneRub:  {Softens: 0.5},
		},
	},
	{
		ID:     "waterborne",
		Name:   "Water-carried clear",
		Family: "clear_wb_pu",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.99},
			WaterDrop:  {Beads: 0.97},
			Spirits:    {NoChange: 0.97},
			AlcoholRub: {NoChange: 0.65, Softens: 0.3},
			Thinner:    {Softens: 0.85},
			XyleneRub:  {Softens: 0.9},
		},
	},
	{
		ID:     "oil_varnish",
		Name:   "Oil varnish or oil-modified polyurethane",
		Family: "varnish_oil_pu",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.98},
			WaterDrop:  {Beads: 0.97},
			Spirits:    {NoChange: 0.97},
			AlcoholRub: {NoChange: 0.95},
			Thinner:    {Softens: 0.55, NoChange: 0.43},
			XyleneRub:  {NoChange: 0.9},
		},
	},
	{
		ID:     "catalysed",
		Name:   "Catalysed, two-part or factory-cured film",
		Family: "varnish_conversion",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.75},
			WaterDrop:  {Beads: 0.99},
			Spirits:    {NoChange: 0.99},
			AlcoholRub: {NoChange: 0.99},
			Thinner:    {NoChange: 0.95},
			XyleneRub:  {NoChange: 0.97},
		},
	},
	{
		ID:     "epoxy",
		Name:   "Epoxy or polyester resin",
		Family: "epoxy_flood",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.85},
			WaterDrop:  {Beads: 0.99},
			Spirits:    {NoChange: 0.99},
			AlcoholRub: {NoChange: 0.99},
			Thinner:    {NoChange: 0.93},
			XyleneRub:  {NoChange: 0.97},
		},
	},
	{
		ID:     "uv_cured",
		Name:   "UV-cured factory clear",
		Family: "factory_uv",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.97},
			WaterDrop:  {Beads: 0.99},
			Spirits:    {NoChange: 0.99},
			AlcoholRub: {NoChange: 0.99},
			Thinner:    {NoChange: 0.97},
			XyleneRub:  {NoChange: 0.98},
		},
	},
	{
		ID:     "polyester",
		Name:   "Polyester gloss",
		Family: "factory_polyester",
		Film:   true,
		said: outcomes{
			Look:       {Clear: 0.6},
			WaterDrop:  {Beads: 0.99},
			Spirits:    {NoChange: 0.99},
			AlcoholRub: {NoChange: 0.99},
			Thinner:    {NoChange: 0.95},
			XyleneRub:  {NoChange: 0.97},
		},
	},
	{
		ID:     "powder_coat",
		Name:   "Powder coat",
		Family: "factory_powder",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.99},
			WaterDrop:  {Beads: 0.99},
			Spirits:    {NoChange: 0.99},
			AlcoholRub: {NoChange: 0.98},
			Thinner:    {NoChange: 0.95},
			XyleneRub:  {NoChange: 0.97},
		},
	},
	{
		ID:     "latex_paint",
		Name:   "Water-carried (latex or acrylic) paint",
		Family: "paint_acrylic",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.99},
			WaterDrop:  {Beads: 0.9},
			Spirits:    {NoChange: 0.95},
			AlcoholRub: {Softens: 0.85, Dissolves: 0.1},
			Thinner:    {Softens: 0.85},
			XyleneRub:  {Softens: 0.95},
		},
	},
	{
		ID:     "oil_paint",
		Name:   "Oil paint or enamel",
		Family: "enamel_alkyd",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.99},
			WaterDrop:  {Beads: 0.97},
			Spirits:    {NoChange: 0.95},
			AlcoholRub: {NoChange: 0.93},
			Thinner:    {Softens: 0.5, NoChange: 0.48},
			XyleneRub:  {NoChange: 0.85},
		},
	},
	{
		ID:     "hardwax",
		Name:   "Hardwax oil",
		Family: "oil_hardwax",
		said: outcomes{
			Look:       {Clear: 0.97},
			WaterDrop:  {Beads: 0.7},
			Spirits:    {NoChange: 0.75},
			AlcoholRub: {NoChange: 0.95},
			Thinner:    {NoChange: 0.7, Softens: 0.25},
			XyleneRub:  {NoChange: 0.85},
		},
	},
	{
		ID:     "floor_paint",
		Name:   "Floor paint",
		Family: "floor_paint",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.99},
			WaterDrop:  {Beads: 0.97},
			Spirits:    {NoChange: 0.97},
			AlcoholRub: {NoChange: 0.7, Softens: 0.28},
			Thinner:    {Softens: 0.7},
			XyleneRub:  {Softens: 0.7},
		},
	},
	{
		ID:     "linseed_paint",
		Name:   "Linseed-oil paint",
		Family: "paint_linseed",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.99},
			WaterDrop:  {Beads: 0.7},
			Spirits:    {NoChange: 0.8},
			AlcoholRub: {NoChange: 0.9},
			Thinner:    {Softens: 0.7},
			XyleneRub:  {Softens: 0.5},
		},
	},
	{
		ID:     "chalky_paint",
		Name:   "Chalk, milk or clay paint, unsealed",
		Family: "paint_chalk",
		Opaque: true,
		Film:   true,
		said: outcomes{
			Look:       {Hides: 0.98},
			WaterDrop:  {Sinks: 0.9},
			Spirits:    {NoChange: 0.85},
			AlcoholRub: {Softens: 0.6, NoChange: 0.35},
			Thinner:    {Softens: 0.6, NoChange: 0.35},
			XyleneRub:  {Softens: 0.6},
		},
	},
}

// UnknownFinish stands for a finish that nobody has told or found out.
const UnknownFinish = "unknown"

var finishByID = func() map[string]*OldFinish {
	m := map[string]*OldFinish{}
	for _, f := range OldFinishes {
		m[f.ID] = f
	}
	return m
}()

// factoryFinish is the old finish that a factory coating is, by family.
var factoryFinish = map[string]string{
	"factory_uv":        "uv_cured",
	"factory_powder":    "powder_coat",
	"factory_polyester": "polyester",
}

// LeftBy is the old finish that a piece comes back with after p was its last coat; "" when p leaves none of these.
func LeftBy(p *coating.Product) string {
	f := p.Family
	switch {
	case f.Is(coating.GroupTextile), f.Is(coating.GroupDecor), f.Is(coating.GroupFiller), f.Is(coating.GroupBare):
		return ""
	case f.Has(coating.Factory):
		return factoryFinish[f.ID]
	case f.Body == coating.Wax:
		return "wax"
	case f.Has(coating.Hardwax):
		return "hardwax"
	case f.Body == coating.Penetrating:
		return "oil"
	case f.Is(coating.GroupResin):
		return "epoxy"
	case f.Porous():
		return "chalky_paint"
	case f.Is(coating.GroupPaint) && f.Is(coating.GroupFloor):
		return "floor_paint"
	case f.Is(coating.GroupPaint) && f.Has(coating.Linseed):
		return "linseed_paint"
	case f.Is(coating.GroupPaint) && f.Carrier == coating.Water:
		return "latex_paint"
	case f.Is(coating.GroupPaint):
		return "oil_paint"
	case f.Carrier == coating.Alcohol:
		return "shellac"
	case f.Cure == coating.Crosslinking:
		return "catalysed"
	case f.Carrier == coating.LacquerSolvent:
		return "lacquer"
	case f.Carrier == coating.Water:
		return "waterborne"
	}
	return "oil_varnish"
}

// FindFinish returns the old finish, or nil, which also stands for unknown.
func FindFinish(id string) *OldFinish { return finishByID[id] }
