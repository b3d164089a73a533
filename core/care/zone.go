package care

import (
	"time"

	"firmitas/core/coating"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// ZoneOf are the facts of a zone on which a system lies, with its last coat on when finished, in light use and hard as
// planned; zero times where nothing hardens.
func ZoneOf(name string, w system.Wish, lies system.System, finished, light, hard time.Time) Zone {
	z := Zone{
		Name: name, EndUse: w.Use.ID, Place: string(w.Use.Place), Material: w.Material.ID, Finished: finished,
		FoodFilm: w.FoodPolicy == enduse.CuredFilmFood,
	}
	for _, d := range w.Decor {
		if d.Kind.Place == decoration.Worn || d.Kind.ID == "crackle" {
			z.Worn = true
		}
	}
	var touched []*coating.Product
	for i, l := range lies.Layers {
		p := l.Product
		z.Layers = append(z.Layers, Layer{
			Role: l.Role, Product: p.Name, Maker: p.Maker, Family: p.Family.ID, Colour: p.Colour, Shade: p.Shade,
			Sheen: p.Sheen, Coats: l.Coats, Water: p.Water, Heat: p.Heat,
			Says:  says(p),
			DryUM: p.DryUM() * float64(l.Coats),
		})
		if l.Role == system.Protect || i == len(lies.Layers)-1 {
			touched = append(touched, p)
		}
		for _, past := range l.Below.GoneAgainst() {
			kind := "kind." + FinishOf(p.Family, p.Opaque()).Kind
			z.Overrides = append(z.Overrides, Past{Kind: kind, Below: below(w, lies.Layers, i), Rule: past.Rule.ID})
		}
	}
	top := w.Ground().Top // what soaked in is cared for like what soaks in over it
	if top != nil && top.Family.Body == coating.Film && w.Action == substrate.Keep {
		z.OldBelow = top.Name
	}
	last := lies.Layers[len(lies.Layers)-1].Product.Family
	if last.NothingOn() || last.Cure == coating.NoCure {
		return z
	}
	z.Dates = DatesOf(touched, w.Air, finished, light, hard)
	if last.Has(coating.Soap) {
		z.Dates.Hard = time.Time{}
	}
	return z
}

func says(p *coating.Product) map[string]string {
	out := map[string]string{}
	for kind, s := range p.Statements {
		if s.Sense != "" {
			out[kind] = s.Sense
		}
	}
	return out
}

// below is the term of what a layer was laid over.
func below(w system.Wish, layers []system.Layer, i int) string {
	if i > 0 {
		p := layers[i-1].Product
		return "kind." + FinishOf(p.Family, p.Opaque()).Kind
	}
	if w.Ground().Top != nil {
		return "kind.kept"
	}
	return "material." + w.Material.ID
}
