package workshop

import (
	"fmt"
	"math"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/system"
	"firmitas/internal/store"
)

// wants checks what is asked of a zone besides end use, look and sheen, and puts it into the wish.
func (c *check) wants(in *store.Wants, w *system.Wish, at string) {
	if in == nil || w.Use == nil {
		return
	}
	at += "/wants"
	c.that(enduse.FindPlace(enduse.Place(in.Place)) != nil, at+"/place", "There is no place %q; pick one from the list.", in.Place)
	w.Use = w.Use.At(enduse.Place(in.Place))
	if len(in.Asks) == len(w.Use.Asks) {
		var asks enduse.Levels
		for d, level := range in.Asks {
			c.that(level >= 1 && level <= 5, fmt.Sprintf("%s/asks/%d", at, d), "A level from 1 to 5.")
			asks[d] = level
		}
		w.Use = w.Use.Asking(asks)
	}
	for i, id := range in.Without {
		c.that(coating.Families[id] != nil, fmt.Sprintf("%s/without/%d", at, i), "There is no kind of coating %q.", id)
	}
	weight := func(name string) float64 {
		v := in.Weights[name]
		c.that(v >= 0 && v <= system.MostWeight && !math.IsNaN(v), at+"/weights/"+name, "From 0 to %.0f.", system.MostWeight)
		return v
	}
	w.Wants = system.Wants{NoSolvent: in.NoSolvent, NoTwoPart: in.NoTwoPart, NoSpray: in.NoSpray, LowSmell: in.LowSmell, Without: in.Without, WithoutID: in.WithoutIDs, With: in.WithID}
	if len(in.Weights) > 0 {
		w.Wants.Weights = system.Weights{Wear: weight("wear"), Soon: weight("soon"), Repair: weight("repair"), Smell: weight("smell"), Coats: weight("coats")}
	}
}

// sameLife tells whether two wants ask the same of a surface: the rest only steers the choice.
func sameLife(a, b *store.Wants) bool {
	life := func(w *store.Wants) (string, []int) {
		if w == nil || w.Place == "" {
			return string(enduse.Heated), nil
		}
		return w.Place, w.Asks
	}
	placeA, asksA := life(a)
	placeB, asksB := life(b)
	return placeA == placeB && slices.Equal(asksA, asksB)
}
