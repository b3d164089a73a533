package system

import (
	"slices"

	"firmitas/core/compat"
)

// severity orders answers from the best on.
var severity = []compat.Kind{
	compat.Yes, compat.NotLast, compat.YesOnce, compat.ByHand, compat.OnABoard,
	compat.Between, compat.NotYet, compat.No,
}

// headlines of a whole system; other kinds keep the headline of the coat that they are about.
var headlines = map[compat.Kind]string{
	compat.Yes:     "Every coat may go on as planned.",
	compat.YesOnce: "Every coat may go on, once prepared as planned.",
}

// bareHeadlines are those of a system that lays nothing.
var bareHeadlines = map[compat.Kind]string{
	compat.Yes:     "It may stay as it is: nothing goes on.",
	compat.YesOnce: "It may stay as it is, once prepared as planned: nothing goes on.",
}

// Answer is the one answer to "may this system go on?": the worst of its coats, of the air, and of the surface that is
// left. It names the coat that it is about; in a plan nothing has been seen and nothing waited for yet.
func (w Wish) Answer(s System) compat.Answer {
	stack := compat.Stack{Base: w.Ground(), State: w.state(), Context: w.Context()}
	worst := compat.Answer{Kind: compat.Yes}
	for i, l := range s.Layers {
		laid := compat.Laid{Product: l.Product, Coats: l.Coats, Partly: l.Partly()}
		a := compat.AnswerOf(stack, laid)
		if last := i == len(s.Layers)-1; a.Kind == compat.NotLast && !last {
			a.Kind = compat.Yes // another one follows
			if l.Below.Verdict == compat.Prepare {
				a.Kind = compat.YesOnce
			}
		}
		if slices.Index(severity, a.Kind) > slices.Index(severity, worst.Kind) {
			a.Reason = l.Product.Name + ": " + a.Reason
			worst = a
		}
		stack.Laid, stack.State = append(stack.Laid, laid), compat.State{}
	}
	said := headlines
	if s.Coats == 0 {
		said = bareHeadlines
	}
	if whole := said[worst.Kind]; whole != "" {
		worst.Headline, worst.Reason, worst.InH = whole, "", 0
	}
	switch {
	case len(s.Obstacles) > 0:
		return compat.Answer{
			Kind: compat.No, Verdict: compat.Refuse, Headline: "Not in this air.", Reason: s.Obstacles[0],
		}
	case !s.Legal() && worst.Verdict < compat.Refuse:
		return compat.Answer{Kind: compat.No, Verdict: compat.Refuse, Headline: "No.", Reason: s.WhyIllegal()}
	}
	return worst
}
