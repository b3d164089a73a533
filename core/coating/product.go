package coating

import (
	"fmt"
	"slices"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/quantity"
)

// Shade is what a coat does to what lies under it.
type Shade string

const (
	Clear Shade = "clear" // the wood shows
	Tone  Shade = "tone"  // the wood shows through a colour
	Pale  Shade = "pale"  // hides the wood: white, pale or grey, which must not yellow
	Dark  Shade = "dark"  // hides the wood in a deeper colour
)

// Shades there are.
var Shades = []Shade{Clear, Tone, Pale, Dark}

// Kinds of statement a label may make. A missing statement means "not stated", never "unsafe".
const (
	StatesToys = "toys" // conformity for toys or children's products
	StatesFood = "food" // food contact
	StatesSlip = "slip" // slip resistance
)

// Product is one thing on the shelf.
type Product struct {
	ID         int64
	Name       string
	Maker      string
	Family     *Family
	Colour     string // as the tin calls it
	Shade      Shade
	Sheen      Sheen
	Label      Label
	Statements map[string]string // kind → the sense of the label's wording
	Sheet                        // the family's values with the label over them
}

// New lays the label over the family's typical sheet. It errors when the family is unknown or the label is not believable.
func New(p Product, familyID string) (*Product, error) {
	p.Family = Families[familyID]
	if p.Family == nil {
		return nil, fmt.Errorf("%s: no coating family %q", p.Name, familyID)
	}
	if !slices.Contains(Shades, p.Shade) {
		return nil, fmt.Errorf("%s: no shade %q; there are %v", p.Name, p.Shade, Shades)
	}
	sheet, err := p.Label.Over(p.Family.Typical)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", p.Name, err)
	}
	p.Sheet = sheet
	return &p, nil
}

// Basis of a sheet field, by Field name.
func (p *Product) Basis(field string) core.Basis {
	if _, said := p.Label[field]; said {
		return core.Label
	}
	return core.Practice
}

// States tells whether the label makes a kind of statement.
func (p *Product) States(kind string) bool { return p.Statements[kind] != "" }

// Opaque coats hide the wood.
func (p *Product) Opaque() bool { return p.Shade == Pale || p.Shade == Dark }

// DryUM is the dry film one coat leaves on the surface, in µm; 0 for what goes into the wood.
func (p *Product) DryUM() float64 {
	if p.Family.Body == Penetrating || p.SpreadM2L == 0 {
		return 0
	}
	return quantity.DryFilm(quantity.WetFilm(p.SpreadM2L), p.SolidsPct)
}

// Limits is the air it may go on in.
func (p *Product) Limits() climate.Limits {
	return climate.Limits{MinC: p.MinC, MaxC: p.MaxC, MaxRH: p.MaxRH}
}

// Slowdown is how many times longer than its label it takes to dry in air. Basis: estimate.
func (p *Product) Slowdown(air climate.Air) float64 {
	return p.Family.Drying().Slowdown(climate.Reference, air)
}

// TouchDryH is the estimate of hours until dust no longer sticks, in air.
func (p *Product) TouchDryH(air climate.Air) float64 { return p.TouchH * p.Slowdown(air) }

// LightUseAfterH is the estimate of hours, in air, until it may be handled and lightly used. A coat that no label
// or family gives a time for is ready when it may be recoated.
func (p *Product) LightUseAfterH(air climate.Air) float64 {
	return p.afterDrying(p.LightUseH, air)
}

// FullCureAfterH is the estimate of hours, in air, until it is fully hardened.
func (p *Product) FullCureAfterH(air climate.Air) float64 {
	return p.afterDrying(p.FullCureD*24, air)
}

// afterDrying stretches the wet part of a time like drying and the rest like curing.
func (p *Product) afterDrying(hours float64, air climate.Air) float64 {
	dry := p.RecoatMinH * p.Slowdown(air)
	return dry + max(0, hours-p.RecoatMinH)*climate.CureSlowdown(climate.Reference, air)
}
