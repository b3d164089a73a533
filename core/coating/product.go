package coating

import (
	"fmt"
	"math"
	"slices"
	"strings"

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
	Statements map[string]Statement // by kind
	Pairings   []Pairing
	Facts      Facts
	Sheet            // the family's values with the label over them
	Late       Sheet // the high end of times that the label gives as a range; 0 elsewhere
}

// Invalid lists what of a product cannot be right, field by field.
type Invalid struct {
	Product  string
	Problems []Problem
}

func (e *Invalid) Error() string {
	var all []string
	for _, p := range e.Problems {
		all = append(all, p.Field+": "+p.Detail)
	}
	return e.Product + ": " + strings.Join(all, " ")
}

// noFamily says that there is no such kind, and which come nearest.
func noFamily(words string) string {
	const offered = 3
	if strings.TrimSpace(words) == "" {
		return "Say its kind, such as “Waterborne polyurethane”."
	}
	var names []string
	for _, f := range NearestFamilies(words, offered) {
		names = append(names, "“"+f.Name+"”")
	}
	if len(names) == 0 {
		return fmt.Sprintf("There is no kind “%s”; the list of kinds stands beside the format.", words)
	}
	return fmt.Sprintf("There is no kind “%s”. Nearest: %s.", words, strings.Join(names, ", "))
}

// New lays the label over the family's typical sheet. The error is an *Invalid that names every field.
func New(p Product, familyID string) (*Product, error) {
	var problems []Problem
	say := func(holds bool, field, format string, args ...any) {
		if holds {
			problems = append(problems, Problem{field, fmt.Sprintf(format, args...)})
		}
	}
	say(!slices.Contains(Shades, p.Shade), "shade", "There is no shade “%s”; write one of %v.", p.Shade, Shades)
	p.Family = Families[familyID]
	if p.Family == nil {
		say(true, "family", "%s", noFamily(familyID))
		return nil, &Invalid{p.Name, problems}
	}
	var wrong []Problem
	p.Sheet, p.Late, wrong = p.Label.Over(p.Family.Typical)
	problems = append(problems, wrong...)
	depth, hue := p.Facts.Depth, p.Facts.Hue
	say(depth != "" && !slices.Contains(Depths, depth), "facts/depth", "Write one of %v, or nothing.", Depths)
	say(hue != "" && !slices.Contains(Hues, hue), "facts/hue", "Write one of %v, or nothing.", Hues)
	for kind, s := range p.Statements {
		known := slices.ContainsFunc(StatementKinds, func(k StatementKind) bool { return k.ID == kind })
		say(!known, "statements/"+kind, "There is no kind of statement “%s”.", kind)
		say(known && s.Sense == "", "statements/"+kind, "Say what the label states, in its sense.")
	}
	for i, pair := range p.Pairings {
		known := Families[pair.What] != nil || slices.Contains(Groups, Group(pair.What))
		at := fmt.Sprintf("pairings/%d/what", i)
		say(!known, at, "“%s” is neither a coating family nor a group of them.", pair.What)
	}
	if len(problems) > 0 {
		return nil, &Invalid{p.Name, problems}
	}
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
func (p *Product) States(kind string) bool { return p.Statements[kind].Sense != "" }

// Opaque coats hide the wood. A white stain or a liming wax whitens it and lets it show.
func (p *Product) Opaque() bool {
	coloured := p.Shade == Pale || p.Shade == Dark || p.ColourUntold()
	f := p.Family
	soaksIn := f.Is(GroupStain, GroupWax, GroupOil) // and shows the wood, whatever colour it carries
	return coloured && !soaksIn && !f.NothingOn()
}

// ColourUntold tells of a paint or a pigmented primer that nobody has told the colour of: it is none of them clear.
func (p *Product) ColourUntold() bool { return p.Shade == Clear && p.Family.Pigmented() }

// MayBePale tells whether a yellow tinge may show on it.
func (p *Product) MayBePale() bool { return p.Shade == Pale || p.ColourUntold() }

// SeeThrough coats let what lies below be seen in its own colour.
func (p *Product) SeeThrough() bool { return p.Shade == Clear && !p.Family.Pigmented() }

// DryUM is the dry film one coat leaves on the surface, in µm; 0 for what goes into the wood.
func (p *Product) DryUM() float64 {
	switch {
	case p.Family.Body == Penetrating:
		return 0
	case p.DryFilmUM > 0:
		return p.DryFilmUM
	case p.SpreadM2L == 0:
		return 0
	}
	return quantity.DryFilm(quantity.WetFilm(p.SpreadM2L), p.SolidsPct)
}

// Limits is the air it may go on in.
func (p *Product) Limits() climate.Limits {
	return climate.Limits{MinC: p.MinC, MaxC: p.MaxC, MaxRH: p.MaxRH}
}

// Reference is the air its times hold in: its label's, or the usual one (ISO 3270: 23 °C, 50 % RH).
func (p *Product) Reference() climate.Air {
	ref := climate.Reference
	if p.RefC != 0 {
		ref.TempC = p.RefC
	}
	if p.RefRH != 0 {
		ref.RH = p.RefRH
	}
	return ref
}

// typical tells that no label gives its times a climate.
func (p *Product) typical() bool { return p.RefC == 0 && p.RefRH == 0 }

// Slowdown is how many times longer than its label it takes to dry in air. Basis: estimate.
func (p *Product) Slowdown(air climate.Air) float64 {
	if p.typical() {
		return p.Family.Drying().TypicalSlowdown(air)
	}
	return p.Family.Drying().Slowdown(p.Reference(), air)
}

// CureSlowdown is the same for the long tail of hardening. Basis: estimate.
func (p *Product) CureSlowdown(air climate.Air) float64 {
	if p.typical() {
		return climate.TypicalCureSlowdown(air)
	}
	return climate.CureSlowdown(p.Reference(), air)
}

// stretch is a label's time in air: the time itself times Slowdown, or, where the label gives a range, between its
// ends: the short one in the reference climate, the long one in the coolest and dampest air it allows, and never less
// than the short one stretched (practice).
func (p *Product) stretch(short, long float64, air climate.Air) float64 {
	slow := p.Slowdown(air)
	if long <= short {
		return short * slow
	}
	worst := p.Slowdown(climate.Air{TempC: p.MinC, RH: p.MaxRH})
	if worst <= 1 {
		return short
	}
	return max(short*slow, short+(long-short)*min(1, (slow-1)/(worst-1)))
}

// TouchDryH is the estimate of hours until dust no longer sticks, in air.
func (p *Product) TouchDryH(air climate.Air) float64 { return p.stretch(p.TouchH, p.Late.TouchH, air) }

// RecoatAfterH is the estimate of hours until the next coat of its own carrier, in air; never before it is touch-dry,
// where anything is said of that by the same voice.
func (p *Product) RecoatAfterH(air climate.Air) float64 {
	after := p.stretch(p.RecoatMinH, p.Late.RecoatMinH, air)
	if p.Basis("touchH") == core.Label {
		after = max(after, p.TouchDryH(air))
	}
	return after
}

// CrossAfterH is the estimate of hours until a coat of another carrier, in air.
func (p *Product) CrossAfterH(air climate.Air) float64 {
	if p.CrossWaitH == 0 {
		return p.RecoatAfterH(air)
	}
	return p.stretch(p.CrossWaitH, p.Late.CrossWaitH, air)
}

// LightUseAfterH is the estimate of hours, in air, until it may be handled and lightly used. A coat that no label
// or family gives a time for is ready when it may be recoated.
func (p *Product) LightUseAfterH(air climate.Air) float64 {
	return p.afterDrying(p.LightUseH, p.Late.LightUseH, air)
}

// FullCureAfterH is the estimate of hours, in air, until it is fully hardened.
func (p *Product) FullCureAfterH(air climate.Air) float64 {
	return p.afterDrying(p.FullCureD*hoursPerDay, p.Late.FullCureD*hoursPerDay, air)
}

// afterDrying stretches the wet part of a time like drying and the rest like curing; a range never ends before its
// long end.
func (p *Product) afterDrying(hours, long float64, air climate.Air) float64 {
	after := p.RecoatAfterH(air) + max(0, hours-p.RecoatMinH)*p.CureSlowdown(air)
	if long > hours && after > hours {
		return max(after, p.stretch(hours, long, air))
	}
	return after
}

// PotLifeAt is the estimate of hours that a mix stays usable at tempC: halved for every 10 °C warmer than the label's
// climate and never longer than it says. Source of the rule of thumb: van 't Hoff; basis: estimate.
func (p *Product) PotLifeAt(tempC float64) float64 {
	return p.PotLifeH * min(1, math.Pow(2, (p.Reference().TempC-tempC)/10))
}
