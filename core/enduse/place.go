package enduse

import "slices"

// Place is where the piece will stand. It adds to what the end use asks, and never takes away.
type Place string

const (
	Heated   Place = "heated" // a heated room; adds nothing
	Unheated Place = "unheated"
	Porch    Place = "porch" // outdoors, under cover
	Open     Place = "open"  // outdoors, exposed
	Coast    Place = "coast" // the same by the sea or in full sun
)

// PlaceAsks is what a place adds. Basis: practice. Classes: published, EN 927-1 (sheltered, not
// sheltered, and not sheltered in a severe climate; values from memory).
type PlaceAsks struct {
	Place  Place
	Name   string
	Class  string // of exposure, by EN 927-1 for a coating on wood; "" indoors
	Asks   Levels // at least these
	FilmUM float64
	Gates  []GateID
}

// Places there are.
var Places = []PlaceAsks{
	{Heated, "in a heated room", "", Levels{1, 1, 1, 1, 1, 1}, 0, nil},
	{Unheated, "in an unheated room", "", Levels{3, 1, 1, 1, 1, 1}, 0, []GateID{Mildew}},
	{Porch, "outdoors, under cover", "mild", Levels{4, 1, 1, 1, 1, 3}, 90, []GateID{Exterior}},
	{Open, "outdoors, exposed", "medium", Levels{4, 1, 1, 1, 1, 5}, 110, []GateID{Exterior, UV}},
	{Coast, "outdoors, by the sea or in full sun", "severe", Levels{4, 1, 1, 1, 1, 5}, 120, []GateID{Exterior, UV}},
}

// FindPlace returns what a place adds, or nil.
func FindPlace(p Place) *PlaceAsks {
	if i := slices.IndexFunc(Places, func(a PlaceAsks) bool { return a.Place == p }); i >= 0 {
		return &Places[i]
	}
	return nil
}

// At is u in a place. Where a film is wanted it is no thinner than the place wants it; what is counted in coats stays
// so.
func (u *EndUse) At(p Place) *EndUse {
	add := FindPlace(p)
	if add == nil || p == Heated {
		return u
	}
	at := *u
	at.Place = p
	for d := range at.Asks {
		at.Asks[d] = max(at.Asks[d], add.Asks[d])
	}
	if at.FilmUM > 0 {
		at.FilmUM = max(at.FilmUM, add.FilmUM)
	}
	at.Gates = slices.Clone(u.Gates)
	for _, g := range add.Gates {
		if !at.Has(g) {
			at.Gates = append(at.Gates, g)
		}
	}
	return &at
}

// Asking is u with every demand as a finisher set it, 1 to 5.
func (u *EndUse) Asking(asks Levels) *EndUse {
	if asks == u.Asks {
		return u
	}
	own := *u
	own.Asks, own.ByHand = asks, true
	return &own
}
