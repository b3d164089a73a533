package compat

import "firmitas/core/coating"

// Laid is a product that has gone on, or is planned to.
type Laid struct {
	Product *coating.Product
	Coats   int
	SinceH  *float64 // hours since the last of its coats; nil in a plan
	AgeH    *float64 // hours in the question's air that it dried for, until it was covered or now; nil = SinceH tells
	Partly  bool     // a decoration that covers only in part
	Wash    bool     // a washcoat, thinned to a third or less
}

// on is the ground that it leaves.
func (l Laid) on(g Ground) Ground {
	switch {
	case l.Partly:
		return g.UnderPartly(l.Product, l.Coats)
	case l.Wash:
		return g.UnderWash(l.Product)
	}
	return g.Under(l.Product, l.Coats)
}

// Stack is a build-up from the material to where it stands now.
type Stack struct {
	Base    Ground // the bare material, or an old finish that is kept
	Laid    []Laid // from the ground up
	State   State  // of its top, except what follows from Laid
	Sprayed bool   // the next coat is sprayed, whatever its kind is usually put on with
	Context Context
}

// Ground is what the next coat meets.
func (s Stack) Ground() Ground {
	g := s.Base
	for _, l := range s.Laid {
		g = l.on(g)
	}
	return g
}

// Surface asks whether the stack may be left as it is.
func (s Stack) Surface() Join { return Join{Ground: s.Ground(), State: s.state(), Context: s.Context} }

// Over is a coat about to go over the stack.
func (s Stack) Over(l Laid) Join {
	return Join{
		Ground:  s.Ground(),
		State:   s.state(),
		Coat:    l.Product,
		Coats:   l.Coats,
		Partly:  l.Partly,
		Sprayed: s.Sprayed,
		Context: s.Context,
	}
}

// state adds to State what the hours of the laid coats say: how long the top has dried, and whether what it covers had
// been given its time.
func (s Stack) state() State {
	out := s.State
	n := len(s.Laid)
	if n == 0 {
		return out
	}
	top := s.Laid[n-1]
	out.SinceH, out.AgeH = top.SinceH, top.AgeH
	if n < 2 || top.SinceH == nil || s.Laid[n-2].SinceH == nil {
		return out
	}
	open := *s.Laid[n-2].SinceH - *top.SinceH
	if age := s.Laid[n-2].AgeH; age != nil {
		open = *age
	}
	below := Stack{Base: s.Base, Laid: s.Laid[:n-1], Context: s.Context}
	plan := Join{Ground: below.Ground(), Coat: top.Product, Coats: top.Coats, Context: s.Context}
	out.OpenH, out.UnderneathH = &open, Judge(plan).SoonestH
	return out
}

// aged is for how many hours in this join's air the ground's top has dried; nil where nobody knows.
func (s State) aged() *float64 {
	if s.AgeH != nil {
		return s.AgeH
	}
	return s.SinceH
}

// Judge answers every join of the stack from the ground up as it would be planned, and then its surface.
func (s Stack) Judge() []Judgement {
	out := make([]Judgement, 0, len(s.Laid)+1)
	g := s.Base
	for i, l := range s.Laid {
		j := Join{Ground: g, Coat: l.Product, Coats: l.Coats, Partly: l.Partly, Context: s.Context}
		if i == 0 {
			j.State.Soiled, j.State.MoisturePct, j.State.Unsound = s.State.Soiled, s.State.MoisturePct, s.State.Unsound
		}
		out = append(out, Judge(j))
		g = l.on(g)
	}
	return append(out, Judge(Join{Ground: g, Context: s.Context}))
}
