package coating

import (
	"fmt"
	"slices"
)

// Sheet holds the numbers of a data sheet. A family's sheet is typical (practice); a product's label overrides
// it field by field. Zero means "none" where a field says so.
type Sheet struct {
	TouchH       float64 // hours to touch-dry, in the reference climate
	RecoatMinH   float64 // hours until the next coat of its own kind may go on
	RecoatMaxH   float64 // hours until it must be keyed first; 0 = no limit
	CrossWaitH   float64 // hours before a coat of another carrier; 0 = as RecoatMinH
	SandH        float64 // hours until it may be sanded; 0 = as RecoatMinH
	LightUseH    float64 // hours until it may be handled and lightly set
	FullCureD    float64 // days until fully hardened
	RefC         float64 // °C that the label's times hold at; 0 = the usual reference climate
	RefRH        float64 // % RH of the same
	SpreadM2L    float64 // m² per litre and coat
	SolidsPct    float64 // volume solids, %
	DryFilmUM    float64 // dry film of one coat as the label gives it, µm; 0 = from spread and solids
	Coats        float64 // the label's number of coats
	MaxDryUM     float64 // thickest total dry film of this product, µm; 0 = no limit
	Amber        float64 // 0 stays clear – 3 strong amber
	UV           float64 // 0 none – 4 high
	Water        float64 // resistance 0–5 on the scale of enduse
	Alcohol      float64
	Cleaner      float64
	Heat         float64
	Abrasion     float64
	Exterior     float64 // No, Partly or Yes
	Floor        float64
	GripsSlick   float64 // on slick faces: from 0, GripsSome, to GripsWell
	Blocks       float64 // keeps tannin, knots and stain back: No, Partly or Yes
	MinC         float64 // °C
	MaxC         float64 // °C; 0 = the label is silent
	MaxRH        float64 // %
	MixRatio     float64 // parts A to one part B by volume; 0 = one part
	DensityA     float64 // kg/L of the product, or of its part A
	DensityB     float64 // kg/L of part B
	PotLifeH     float64 // hours once mixed, in the reference climate; 0 = does not go off
	ShelfMonths  float64 // months in the closed tin; 0 = not told
	FlashC       float64 // °C; 0 = not told
	VOCGramsPerL float64 // g/L, counted as VOCBasis says; 0 = not told
}

// Degrees of a yes-or-no property.
const (
	No     = 0
	Partly = 0.5
	Yes    = 1
)

// How a coat holds on a slick face once it is keyed and degreased.
const (
	GripsSome = 1
	GripsWell = 2
)

// End is which end of a range a careful finisher counts with.
type End int

const (
	Low  End = iota // a rating, a latest time, an upper limit
	High            // a lower limit
	Mid             // what is spread or used on average
)

// Field names one number of a Sheet, in JSON and on screen.
type Field struct {
	Name      string // as in JSON and CSV
	Title     string // as on screen
	column    string // in families.csv
	Dimension Dimension
	Min, Max  float64
	Counts    End
	Of        func(*Sheet) *float64
}

// Unit of the field's numbers; "" where there is none.
func (f *Field) Unit() string {
	if names := f.Dimension.UnitNames(); len(names) > 0 && f.Dimension != Ratio {
		return names[0]
	}
	return ""
}

// Fields are all numbers a label may state, in data-sheet order, with the range that is believable. Of a time the low
// end counts in the label's own climate; see Product.Late for the high end.
var Fields = []Field{
	{"touchH", "Touch-dry", "touch_h", Hours, 0, 240, Low, func(s *Sheet) *float64 { return &s.TouchH }},
	{"recoatMinH", "Recoat from", "recoat_min_h", Hours, 0, 720, Low, func(s *Sheet) *float64 { return &s.RecoatMinH }},
	{
		"recoatMaxH",
		"Recoat before, else key",
		"recoat_max_h",
		Hours,
		0,
		2000,
		Low,
		func(s *Sheet) *float64 { return &s.RecoatMaxH },
	},
	{
		"crossWaitH",
		"Before a coat of another carrier",
		"cross_wait_h",
		Hours,
		0,
		999,
		Low,
		func(s *Sheet) *float64 { return &s.CrossWaitH },
	},
	{"sandH", "Sand from", "", Hours, 0, 720, Low, func(s *Sheet) *float64 { return &s.SandH }},
	{"lightUseH", "Light use", "light_use_h", Hours, 0, 720, Low, func(s *Sheet) *float64 { return &s.LightUseH }},
	{"fullCureD", "Full cure", "full_cure_d", Days, 0, 180, Low, func(s *Sheet) *float64 { return &s.FullCureD }},
	{"refC", "Times hold at", "", Temperature, 0, 40, Mid, func(s *Sheet) *float64 { return &s.RefC }},
	{"refRH", "and at a humidity of", "", Percent, 0, 95, Mid, func(s *Sheet) *float64 { return &s.RefRH }},
	{"minC", "Not below", "min_c", Temperature, -10, 40, High, func(s *Sheet) *float64 { return &s.MinC }},
	{"maxC", "Not above", "max_c", Temperature, 0, 50, Low, func(s *Sheet) *float64 { return &s.MaxC }},
	{"maxRH", "Humidity up to", "max_rh", Percent, 0, 100, Low, func(s *Sheet) *float64 { return &s.MaxRH }},
	{"spreadM2L", "Spreading rate", "spread_m2_l", Spread, 0, 60, Mid, func(s *Sheet) *float64 { return &s.SpreadM2L }},
	{
		"solidsPct",
		"Volume solids",
		"solids_vol_pct",
		Percent,
		0,
		100,
		Mid,
		func(s *Sheet) *float64 { return &s.SolidsPct },
	},
	{
		"dryFilmUM",
		"Dry film of one coat",
		"",
		Thickness,
		0,
		10000,
		Mid,
		func(s *Sheet) *float64 { return &s.DryFilmUM },
	},
	{
		"maxDryUM",
		"Thickest dry film",
		"max_dft_um",
		Thickness,
		0,
		10000,
		Low,
		func(s *Sheet) *float64 { return &s.MaxDryUM },
	},
	{"coats", "Coats", "coats_usual", Count, 1, 12, Low, func(s *Sheet) *float64 { return &s.Coats }},
	{"amber", "Ambers (0–3)", "amber", Number, 0, 3, High, func(s *Sheet) *float64 { return &s.Amber }},
	{"uv", "UV absorbers (0–4)", "uv", Number, 0, 4, Low, func(s *Sheet) *float64 { return &s.UV }},
	{"water", "Withstands water (0–5)", "water", Number, 0, 5, Low, func(s *Sheet) *float64 { return &s.Water }},
	{"alcohol", "Alcohol and food (0–5)", "alcohol", Number, 0, 5, Low, func(s *Sheet) *float64 { return &s.Alcohol }},
	{"cleaner", "Cleaner (0–5)", "cleaner", Number, 0, 5, Low, func(s *Sheet) *float64 { return &s.Cleaner }},
	{"heat", "Heat (0–5)", "heat", Number, 0, 5, Low, func(s *Sheet) *float64 { return &s.Heat }},
	{"abrasion", "Abrasion (0–5)", "abrasion", Number, 0, 5, Low, func(s *Sheet) *float64 { return &s.Abrasion }},
	{"exterior", "For outdoors", "exterior", Degree, No, Yes, Low, func(s *Sheet) *float64 { return &s.Exterior }},
	{"floor", "For floors", "floor", Degree, No, Yes, Low, func(s *Sheet) *float64 { return &s.Floor }},
	{
		"gripsSlick",
		"Grips slick surfaces (0–2)",
		"grips_slick",
		Number,
		0,
		2,
		Low,
		func(s *Sheet) *float64 { return &s.GripsSlick },
	},
	{
		"blocks",
		"Holds tannin and stain back",
		"blocks_stain",
		Degree,
		No,
		Yes,
		Low,
		func(s *Sheet) *float64 { return &s.Blocks },
	},
	{"mixRatio", "Mix, parts A to B by volume", "", Ratio, 0, 100, Mid, func(s *Sheet) *float64 { return &s.MixRatio }},
	{
		"densityA",
		"Density (part A)",
		"density_kg_l",
		Density,
		0,
		3,
		Mid,
		func(s *Sheet) *float64 { return &s.DensityA },
	},
	{"densityB", "Density of part B", "", Density, 0, 3, Mid, func(s *Sheet) *float64 { return &s.DensityB }},
	{"potLifeH", "Pot life", "pot_life_h", Hours, 0, 240, Low, func(s *Sheet) *float64 { return &s.PotLifeH }},
	{
		"shelfMonths",
		"Keeps in the closed tin",
		"shelf_months",
		Months,
		0,
		240,
		Low,
		func(s *Sheet) *float64 { return &s.ShelfMonths },
	},
	{"flashC", "Flash point", "", Temperature, -50, 400, Low, func(s *Sheet) *float64 { return &s.FlashC }},
	{"vocGL", "VOC", "", VOCContent, 0, 950, High, func(s *Sheet) *float64 { return &s.VOCGramsPerL }},
}

// FindField returns the field by its Name, or nil.
func FindField(name string) *Field {
	if i := slices.IndexFunc(Fields, func(f Field) bool { return f.Name == name }); i >= 0 {
		return &Fields[i]
	}
	return nil
}

// Label is what a product's own data sheet states, by Field name, in the words and units it is given in. Fields it
// leaves out keep the family's value.
type Label map[string]string

// Problem is one field that cannot be right, with what would be.
type Problem struct{ Field, Detail string }

// Over lays the label over a typical sheet: counted holds the end of each range that a careful finisher counts with,
// late the high end of times that are given as a range. Problems name every field that cannot be right.
func (l Label) Over(typical Sheet) (counted, late Sheet, problems []Problem) {
	counted = typical
	known := 0
	for i := range Fields {
		f := &Fields[i]
		words, said := l[f.Name]
		if !said {
			continue
		}
		known++
		r, err := f.Read(words)
		if err != nil {
			problems = append(problems, Problem{f.Name, f.Title + ": " + err.Error() + "."})
			continue
		}
		*f.Of(&counted) = r.counts(f.Counts)
		if r.To > r.From && (f.Dimension == Hours || f.Dimension == Days) {
			*f.Of(&late) = r.To
		}
	}
	if known != len(l) {
		for name := range l {
			if FindField(name) == nil {
				problems = append(problems, Problem{name, fmt.Sprintf("No data sheet has a field “%s”.", name)})
			}
		}
	}
	return counted, late, append(problems, l.contradictions(counted)...)
}

// contradictions between fields of a sheet that the label itself states at least one side of.
func (l Label) contradictions(s Sheet) []Problem {
	var out []Problem
	say := func(holds bool, field, other, format string, args ...any) {
		_, a := l[field]
		_, b := l[other]
		if holds && (a || b) {
			if !a {
				field = other
			}
			out = append(out, Problem{field, fmt.Sprintf(format, args...)})
		}
	}
	say(s.RecoatMaxH > 0 && s.RecoatMaxH < s.RecoatMinH, "recoatMaxH", "recoatMinH",
		"The window closes after %v h but only opens after %v h.", s.RecoatMaxH, s.RecoatMinH)
	say(s.LightUseH > 0 && s.LightUseH < s.TouchH, "lightUseH", "touchH",
		"Light use after %v h lies before touch-dry at %v h.", s.LightUseH, s.TouchH)
	say(s.FullCureD > 0 && s.FullCureD*hoursPerDay < s.TouchH, "fullCureD", "touchH",
		"Full cure after %v days lies before touch-dry at %v h.", s.FullCureD, s.TouchH)
	say(s.MaxC > 0 && s.MaxC < s.MinC, "maxC", "minC", "Not above %v °C and not below %v °C leaves nothing between.",
		s.MaxC, s.MinC)
	say(s.MaxDryUM > 0 && s.DryFilmUM > s.MaxDryUM, "dryFilmUM", "maxDryUM",
		"One coat of %v µm is more than the %v µm that it carries in all.", s.DryFilmUM, s.MaxDryUM)
	return out
}

func (r Reading) counts(end End) float64 {
	switch end {
	case High:
		return r.To
	case Mid:
		return (r.From + r.To) / 2
	}
	return r.From
}
