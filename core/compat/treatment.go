package compat

import "slices"

// Treatment is what was done to bare wood before the coat. Basis of all of it: practice.
type Treatment struct {
	ID     string
	Name   string
	DryH   float64 // on closed grain, before any coat
	OpenH  float64 // on open grain and softwood
	Rinse  string  // what must follow it before a coat; "" when nothing must
	Water  bool    // a water-carried coat wakes what is left of it: a board first
	Pale   bool    // a pale paint over it shows stains: a board first
	Before string  // how a coat fails that goes on too soon
}

// Treatments that are told of bare wood.
var Treatments = []Treatment{
	{"washed", "washed", 12, 24, "", false, false, "lifts, stays soft over damp wood"},
	{"wetted", "wetted to raise the grain", 1.5, 2, "", false, false, "raises the grain again"},
	{
		"bleach_two_part", "bleached, two-part peroxide", 72, 96,
		"Neutralise with vinegar in water, rinse twice, no metal", true, false,
		"blisters and turns pink while it still gasses",
	},
	{
		"bleach_chlorine", "bleached, chlorine", 24, 48,
		"Rinse three times with clean water; never with vinegar or any acid: poison gas", false, false, "loses its colour, peels",
	},
	{
		"bleach_oxalic", "bleached, oxalic acid", 24, 48,
		"Rinse, a little baking soda in the second rinse, then clean water to pH 7; never dry-sand the crystals",
		false, false, "blooms, peels",
	},
	{
		"lye", "limed or treated with lye", 48, 48,
		"One part household vinegar in five of water, rinse until pH paper says 7 to 8", true, true, "yellows in streaks, peels",
	},
	{
		"iron", "darkened with iron or permanganate", 24, 48,
		"Rinse twice, dry, brush off the salt", true, true, "turns in colour, flash specks",
	},
	{"fumed", "fumed with ammonia", 24, 72, "", false, true, "smells, yellows"},
	{
		"stripped", "stripped with a chemical stripper", 24, 48,
		"Wash off every trace as the stripper's label says, rinse, dry", false, false, "stays soft, peels",
	},
}

// FindTreatment returns the treatment, or nil.
func FindTreatment(id string) *Treatment {
	if i := slices.IndexFunc(Treatments, func(t Treatment) bool { return t.ID == id }); i >= 0 {
		return &Treatments[i]
	}
	return nil
}

// dryAfter is the hours that this wood takes after a treatment.
func (t *Treatment) dryAfter(j *Join) float64 {
	if m := j.Ground.Material; m.OpenPores || m.Soft || m.Unknown {
		return t.OpenH
	}
	return t.DryH
}

// treated is what was done to the bare wood that the coat meets; nil when nothing was, or a coat lies on it.
func treated(j *Join) *Treatment {
	if !bare(j) || j.Coat == nil {
		return nil
	}
	return FindTreatment(j.State.Treated)
}
