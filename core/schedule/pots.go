package schedule

import (
	"slices"
	"time"

	"firmitas/core/drying"
	"firmitas/core/hands"
)

// Pot is a mix of two parts that a coat is laid from.
type Pot struct {
	Mixed  time.Time
	Until  time.Time // it goes off
	Shared bool      // it was mixed for another coat, and serves here too
}

// pots tells of every coat of what goes off from which pot it is laid: from that of the coat that the same hands laid
// right before, as long as it lasts, or from one mixed for it.
func pots(plans []Plan) {
	var coats []*Step
	for i := range plans {
		for k := range plans[i].Steps {
			s := &plans[i].Steps[k]
			if s.Kind == Coating && s.PotH > 0 && s.Told == nil {
				coats = append(coats, s)
			}
		}
	}
	slices.SortStableFunc(coats, func(a, b *Step) int { return a.Start().Compare(b.Start()) })
	for i, s := range coats {
		if s.Pot != nil {
			continue // of a plan that stays as it is, and that others read
		}
		fresh := Pot{Mixed: s.Start(), Until: s.Start().Add(drying.AtMost(s.PotH))}
		s.Pot = &fresh
		for _, before := range slices.Backward(coats[:i]) {
			soon := s.Start().Sub(before.End()) <= hands.StaysWet
			follows := before.By == s.By && same(before.Product, s.Product) && soon
			fresh := before.End().Sub(before.Pot.Mixed) <= drying.AtMost(before.PotH)
			lasts := !s.End().After(before.Pot.Until) && fresh
			if follows && lasts && !before.End().After(s.Start()) {
				s.Pot = &Pot{before.Pot.Mixed, before.Pot.Until, true}
				break
			}
		}
	}
}
