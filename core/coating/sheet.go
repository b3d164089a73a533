package coating

import "fmt"

// Sheet holds the numbers of a data sheet. A family's sheet is typical (practice); a product's label overrides
// it field by field. Zero means "none" where a field says so.
type Sheet struct {
	TouchH     float64 // hours to touch-dry, in the reference climate
	RecoatMinH float64 // hours until the next coat of its own kind may go on
	RecoatMaxH float64 // hours until it must be keyed first; 0 = no limit
	CrossWaitH float64 // hours before a coat of another carrier; 0 = as RecoatMinH
	LightUseH  float64 // hours until it may be handled and lightly set
	FullCureD  float64 // days until fully hardened
	SpreadM2L  float64 // m² per litre and coat
	SolidsPct  float64 // volume solids, %
	Coats      float64 // the label's number of coats
	MaxDryUM   float64 // thickest total dry film of this product, µm; 0 = no limit
	Amber      float64 // 0 stays clear – 3 strong amber
	UV         float64 // 0 none – 4 high
	Water      float64 // resistance 0–5 on the scale of enduse
	Alcohol    float64
	Cleaner    float64
	Heat       float64
	Abrasion   float64
	Exterior   float64 // No, Partly or Yes
	Floor      float64
	GripsSlick float64 // 0 not – 2 well
	Blocks     float64 // keeps tannin, knots and stain back: No, Partly or Yes
	MinC       float64 // °C
	MaxC       float64 // °C; 0 = the label is silent
	MaxRH      float64 // %
}

// Degrees of a yes-or-no property.
const (
	No     = 0
	Partly = 0.5
	Yes    = 1
)

// Field names one number of a Sheet, in JSON and on screen.
type Field struct {
	Name     string // as in JSON
	column   string // in families.csv
	Unit     string
	Min, Max float64
	Of       func(*Sheet) *float64
}

// Fields are all numbers a label may state, in data-sheet order, with the range that is believable.
var Fields = []Field{
	{"touchH", "touch_h", "h", 0, 240, func(s *Sheet) *float64 { return &s.TouchH }},
	{"recoatMinH", "recoat_min_h", "h", 0, 720, func(s *Sheet) *float64 { return &s.RecoatMinH }},
	{"recoatMaxH", "recoat_max_h", "h", 0, 2000, func(s *Sheet) *float64 { return &s.RecoatMaxH }},
	{"crossWaitH", "cross_wait_h", "h", 0, 999, func(s *Sheet) *float64 { return &s.CrossWaitH }},
	{"lightUseH", "light_use_h", "h", 0, 720, func(s *Sheet) *float64 { return &s.LightUseH }},
	{"fullCureD", "full_cure_d", "d", 0, 180, func(s *Sheet) *float64 { return &s.FullCureD }},
	{"spreadM2L", "spread_m2_l", "m²/L", 0, 60, func(s *Sheet) *float64 { return &s.SpreadM2L }},
	{"solidsPct", "solids_vol_pct", "%", 0, 100, func(s *Sheet) *float64 { return &s.SolidsPct }},
	{"coats", "coats_usual", "", 0, 12, func(s *Sheet) *float64 { return &s.Coats }},
	{"maxDryUM", "max_dft_um", "µm", 0, 10000, func(s *Sheet) *float64 { return &s.MaxDryUM }},
	{"amber", "amber", "", 0, 3, func(s *Sheet) *float64 { return &s.Amber }},
	{"uv", "uv", "", 0, 4, func(s *Sheet) *float64 { return &s.UV }},
	{"water", "water", "", 0, 5, func(s *Sheet) *float64 { return &s.Water }},
	{"alcohol", "alcohol", "", 0, 5, func(s *Sheet) *float64 { return &s.Alcohol }},
	{"cleaner", "cleaner", "", 0, 5, func(s *Sheet) *float64 { return &s.Cleaner }},
	{"heat", "heat", "", 0, 5, func(s *Sheet) *float64 { return &s.Heat }},
	{"abrasion", "abrasion", "", 0, 5, func(s *Sheet) *float64 { return &s.Abrasion }},
	{"exterior", "exterior", "", No, Yes, func(s *Sheet) *float64 { return &s.Exterior }},
	{"floor", "floor", "", No, Yes, func(s *Sheet) *float64 { return &s.Floor }},
	{"gripsSlick", "grips_slick", "", 0, 2, func(s *Sheet) *float64 { return &s.GripsSlick }},
	{"blocks", "blocks_stain", "", No, Yes, func(s *Sheet) *float64 { return &s.Blocks }},
	{"minC", "min_c", "°C", -10, 40, func(s *Sheet) *float64 { return &s.MinC }},
	{"maxC", "", "°C", 0, 50, func(s *Sheet) *float64 { return &s.MaxC }},
	{"maxRH", "max_rh", "%", 0, 100, func(s *Sheet) *float64 { return &s.MaxRH }},
}

// Label is what a product's own data sheet states, by Field name. Fields it leaves out keep the family's value.
type Label map[string]float64

// Over lays the label over a typical sheet. It errors on a field that does not exist or a value no sheet has.
func (l Label) Over(typical Sheet) (Sheet, error) {
	sheet, known := typical, 0
	for _, f := range Fields {
		v, said := l[f.Name]
		if !said {
			continue
		}
		known++
		if !(v >= f.Min && v <= f.Max) { // also catches NaN
			return Sheet{}, fmt.Errorf("label %s: %v is outside %v to %v %s", f.Name, v, f.Min, f.Max, f.Unit)
		}
		*f.Of(&sheet) = v
	}
	if known != len(l) {
		return Sheet{}, fmt.Errorf("the label has a field that no data sheet has: %v", l)
	}
	if sheet.RecoatMaxH > 0 && sheet.RecoatMaxH < sheet.RecoatMinH {
		return Sheet{}, fmt.Errorf("label recoatMaxH: the window closes after %v h but only opens after %v h", sheet.RecoatMaxH, sheet.RecoatMinH)
	}
	return sheet, nil
}
