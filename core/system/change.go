package system

import (
	"context"
	"errors"
	"fmt"

	"firmitas/core/coating"
	"firmitas/core/substrate"
)

// Change is what becomes of a finished zone that is to lead another life.
type Change struct {
	Now      System   // as it is, judged for the new life
	Unfit    string   // what it is made for, where that is another life; "" when it fits
	Dewax    []string // how its wax comes off before anything else goes on, in sentences; empty when it has none
	Over     Answer   // what may go over it, cleaned and keyed
	OverWish Wish     // what Over answers
	Anew     Answer   // once what is there has been taken off
	AnewWish Wish     // what Anew answers
}

// Enough tells whether it may stay as it is.
func (c Change) Enough() bool { return c.Now.Legal() && c.Now.Shortfall() == 0 && c.Unfit == "" }

// ChangeUse judges layers that lie on a zone for a new wish, and searches what would put it right: over what is there,
// and from the bare material once that is off. Layers must not be empty.
func ChangeUse(ctx context.Context, w Wish, layers []Layer, shelf []*coating.Product) (Change, error) {
	out := Change{Now: Assess(w, layers), OverWish: w}
	out.Unfit = w.Use.WhyUnfit(protection(layers).Product.Family, w.Seen.Valued)
	kept := layers
	for len(kept) > 0 && kept[len(kept)-1].Product.Family.Body == coating.Wax {
		kept = kept[:len(kept)-1]
	}
	waxed := len(kept) < len(layers)
	seen := substrate.Inspection{Material: w.Material, Condition: substrate.Intact, Age: substrate.Later}
	if len(kept) > 0 {
		seen.Finish = substrate.FindFinish(substrate.LeftBy(protection(kept).Product))
	}
	if waxed {
		seen.Contaminations = []substrate.Contamination{substrate.WaxPolish}
	}
	out.OverWish.Seen, out.OverWish.Action = seen, substrate.Keep
	if !seen.Finished() {
		out.OverWish.Action = substrate.Nothing
	}
	for _, t := range out.OverWish.Preparation(layers[0].Product) {
		if t.ID == substrate.WaxOff.ID {
			out.Dewax = []string{
				t.Title + ".",
				t.Detail,
				t.Caution,
				"Or leave it waxed, with mats on it, and wax it more often.",
			}
		}
	}
	out.AnewWish = out.OverWish
	for _, o := range seen.Options(w.ForOld()) {
		if o.Action != substrate.Keep && o.Standing != substrate.Ruled {
			out.AnewWish.Action = o.Action
			break
		}
	}
	var errOver, errAnew error
	out.Over, errOver = Search(ctx, out.OverWish, shelf)
	out.Anew, errAnew = Search(ctx, out.AnewWish, shelf)
	return out, errors.Join(errOver, errAnew)
}

// Undone is why layers that were chosen have to be chosen anew; "" where they stay. Moved tells that the zone is now
// asked for otherwise than when they were chosen: then even what would do is chosen again, with open eyes. The air is
// not asked: it changes from day to day.
func (w Wish) Undone(layers []Layer, moved bool) string {
	judged := Assess(w, layers)
	judged.Obstacles = nil
	switch {
	case !judged.Legal():
		return judged.WhyIllegal()
	case !moved:
		return ""
	case judged.Shortfall() > 0:
		return fmt.Sprintf("It was chosen for something else, and here falls short on %s.", shortOn(judged))
	case w.Use.WhyUnfit(judged.Protection().Product.Family, w.Seen.Valued) != "":
		return w.Use.WhyUnfit(judged.Protection().Product.Family, w.Seen.Valued)
	}
	return "It was chosen for something else. It would do here too, and may be chosen again."
}
