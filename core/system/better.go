package system

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// Better is one change to a system and what it would gain.
type Better struct{ Change, Gain string }

const (
	airGainH = 24.0 // from when a better room is worth a word
	laterH   = 2.0  // from when a delay is
)

// Improve names the changes that would make a legal system fall less short or be ready sooner: a coat more, a coat over
// it or another last coat out of tops, better air. At most one of each; none when there is nothing to gain.
func Improve(w Wish, s System, tops []*coating.Product) []Better {
	if !s.Legal() || s.Coats == 0 { // a coat over what lies bare is another answer, not a better one
		return nil
	}
	var out []Better
	top := protectionAt(s.Layers)
	below, accents := s.Layers[:top], s.Layers[top+1:]
	if s.Shortfall() > 0 {
		more := slices.Clone(s.Layers)
		more[top].Coats++
		if next := Assess(w, more); next.Legal() && next.Shortfall() < s.Shortfall() {
			out = append(out, Better{fmt.Sprintf("A coat more of %s.", more[top].Product.Name), gain(s, next)})
		}
		kinds, _ := newSearch(context.Background(), w, tops).kinds()
		protectors := slices.DeleteFunc(kinds.protectors,
			func(p *coating.Product) bool { return p == s.Layers[top].Product })
		if next, ok := w.bestEnd(s, s.Layers[:top+1], accents, protectors); ok {
			out = append(out, Better{fmt.Sprintf("%s over it.", coatsOf(next.Protection())), gain(s, next)})
		}
		if next, ok := w.bestEnd(s, below, accents, protectors); ok && top > 0 {
			out = append(out, Better{
				fmt.Sprintf("%s in place of %s.", coatsOf(next.Protection()), s.Layers[top].Product.Name),
				gain(s, next),
			})
		}
	}
	good := w
	good.Air = climate.Reference
	if sooner := s.LightUseH - Assess(good, s.Layers).LightUseH; sooner >= airGainH {
		out = append(out, Better{
			fmt.Sprintf("A room at %.0f °C and %.0f %% RH.", good.Air.TempC, good.Air.RH),
			fmt.Sprintf("Light use %s sooner.", days(sooner)),
		})
	}
	return out
}

// bestEnd lays each protector over layers, under what is laid over it for its looks, and gives the legal system of the
// lowest rank that falls less short than s.
func (w Wish) bestEnd(s System, layers, accents []Layer, protectors []*coating.Product) (best System, ok bool) {
	ground := w.groundOver(layers)
	for _, p := range protectors {
		if p.Shade != coating.Clear && len(layers) > protectionAt(s.Layers) {
			continue // another paint over it is another system, not a better one
		}
		coats, _ := CoatsWanted(&w, Protect, ground, p)
		next := Assess(w, slices.Concat(layers, []Layer{{Role: Protect, Product: p, Coats: coats}}, accents))
		better := next.Legal() && next.Shortfall() < s.Shortfall()
		if better && (!ok || next.Rank < best.Rank) {
			best, ok = next, true
		}
	}
	return best, ok
}

// gain says on what a falls less short than before, and what that costs in time.
func gain(before, after System) string {
	var parts []string
	for i, d := range before.Demands {
		if now := after.Demands[i]; now.Shortfall() < d.Shortfall() {
			parts = append(parts, fmt.Sprintf("%s %d instead of %d", enduse.DemandNames[d.Demand], now.Given, d.Given))
		}
	}
	if filmLevels(after.AskedUM, after.FilmUM) < filmLevels(before.AskedUM, before.FilmUM) {
		parts = append(parts, "a film nearer to what is asked")
	}
	text := strings.Join(parts, ", ")
	if later := after.LightUseH - before.LightUseH; later >= laterH {
		text += fmt.Sprintf("; light use %s later", days(later))
	}
	return strings.ToUpper(text[:1]) + text[1:] + "."
}

func coatsOf(l Layer) string {
	if l.Coats == 1 {
		return "A coat of " + l.Product.Name
	}
	return fmt.Sprintf("%d coats of %s", l.Coats, l.Product.Name)
}

// days puts hours into words, in days from two days on.
func days(h float64) string {
	if h < 2*hoursInDay {
		return fmt.Sprintf("%.0f hours", h)
	}
	return fmt.Sprintf("%.0f days", h/hoursInDay)
}
