package piece

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// checkWants checks what is asked of a zone besides end use, look and sheen, and puts it into the wish.
func checkWants(c *problem.Check, in *store.Wants, w *system.Wish, at string) {
	if in == nil || w.Use == nil {
		return
	}
	at += "/wants"
	c.Listed(enduse.FindPlace(enduse.Place(in.Place)) != nil, at+"/place", "a place", in.Place)
	w.Use = w.Use.At(enduse.Place(in.Place))
	if in.MeasureSlip {
		w.Use = w.Use.MeasuringSlip()
	}
	if len(in.Asks) == len(w.Use.Asks) {
		var asks enduse.Levels
		for d, level := range in.Asks {
			c.That(level >= 1 && level <= 5, fmt.Sprintf("%s/asks/%d", at, d), "A level from 1 to 5.")
			asks[d] = level
		}
		w.Use = w.Use.Asking(asks)
	}
	for i, id := range in.Without {
		c.That(coating.Families[id] != nil, fmt.Sprintf("%s/without/%d", at, i), "There is no kind of coating %q.", id)
	}
	weight := func(name string) float64 {
		v := in.Weights[name]
		c.That(v >= 0 && v <= system.MostWeight && !math.IsNaN(v), at+"/weights/"+name, "From 0 to %.0f.",
			system.MostWeight)
		return v
	}
	checkDecor(c, in.Decor, w, at+"/decor")
	budget, err := decimal.NewFromString(cmp.Or(in.Budget, "0"))
	c.That(err == nil && !budget.IsNegative() && budget.LessThan(decimal.NewFromInt(mostBudget)), at+"/budget",
		"An amount such as 45 or 45.50.")
	w.Wants = system.Wants{
		NoSolvent: in.NoSolvent,
		NoTwoPart: in.NoTwoPart,
		NoSpray:   in.NoSpray,
		LowSmell:  in.LowSmell,
		Without:   in.Without,
		WithoutID: in.WithoutIDs,
		With:      in.WithID,
		OverDark:  in.OverDark,
		Depth:     coating.Depth(in.Depth),
		Hue:       coating.Hue(in.Hue),
		Budget:    budget.InexactFloat64(),
	}
	checkDecisions(c, in.Decisions, w, at+"/decisions")
	if len(in.Weights) > 0 {
		w.Wants.Weights = system.Weights{
			Wear:   weight("wear"),
			Soon:   weight("soon"),
			Repair: weight("repair"),
			Smell:  weight("smell"),
			Coats:  weight("coats"),
			Cost:   weight("cost"),
		}
	}
}

// How a decision was come to.
const (
	hiddenSpot = "hidden_spot"
	allTheSame = "all_the_same"
)

// checkDecisions checks what the finisher decided against the judge, and puts it into the wish.
func checkDecisions(c *problem.Check, in []store.Decision, w *system.Wish, at string) {
	for i, d := range in {
		at := fmt.Sprintf("%s/%d", at, i)
		rule := compat.FindRule(d.Rule)
		c.Listed(rule != nil, at+"/rule", "a rule", d.Rule)
		if rule != nil {
			c.That(rule.Overridable(), at+"/rule", "No reason goes past this rule: it is physics, safety or a gate.")
			settles := d.How != hiddenSpot || rule.Verdict < compat.Refuse
			c.That(settles, at+"/how", "A hidden spot settles a doubt, not a refusal: say why you go on all the same.")
		}
		how := d.How == hiddenSpot || d.How == allTheSame
		c.That(how, at+"/how", "Tried on a hidden spot, or gone on all the same.")
		c.That(strings.TrimSpace(d.Reason) != "", at+"/reason", "Say in a sentence what was tried, or why you go on.")
		c.That(strings.TrimSpace(d.Who) != "", at+"/who", "Say who decided it: initials will do.")
		w.Wants.Decisions = append(w.Wants.Decisions, compat.Decision{
			Rule: d.Rule, Coat: d.CoatID, Ground: d.GroundID, Tried: d.How == hiddenSpot,
			Reason: d.Reason, Who: d.Who, On: d.On,
		})
	}
}

const mostBudget = 1_000_000

// checkDecor checks the decorations that are wished for and puts them into the wish, each in its place in the order of
// layers.
func checkDecor(c *problem.Check, in []store.Decor, w *system.Wish, at string) {
	partly := 0
	for i, d := range in {
		at := fmt.Sprintf("%s/%d", at, i)
		kind := decoration.Find(d.Kind)
		c.Listed(kind != nil, at+"/kind", "a decoration", d.Kind)
		twin := slices.IndexFunc(in, func(o store.Decor) bool { return o.Kind == d.Kind })
		c.That(twin == i, at+"/kind", "It is among the decorations already.")
		if kind == nil {
			continue
		}
		if kind.Partly() {
			partly++
			c.That(partly <= compat.MostPartly, at+"/kind", "At most %d decorations of this sort on one zone.",
				compat.MostPartly)
		}
		out := system.Decor{Kind: kind, Product: d.ProductID, Measures: d.Measures}
		for _, s := range d.Shares {
			out.Shares = append(out.Shares, decoration.Share(s))
		}
		if len(d.Measures) > 0 {
			_, err := kind.Measure(d.Measures, out.Shares)
			if wrong := (*decoration.Wrong)(nil); errors.As(err, &wrong) {
				c.That(false, at+"/measures/"+wrong.Measure, "%s", wrong.Why)
			}
		}
		w.Decor = append(w.Decor, out)
	}
}

// SameLife tells whether two wants ask the same of a surface: the rest only steers the choice.
func SameLife(a, b *store.Wants) bool {
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
