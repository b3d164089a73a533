package compat

import (
	"fmt"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

const classTheme = "How it hardens"

// What a class of coat lets on itself, and when (coating.Classes). Basis: practice.
var classRules = []Rule{
	{
		ID:      "A1",
		Theme:   classTheme,
		Title:   "Each kind of coat has its own wait over each",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "oak + lacquer_nc > varnish_oil_pu",
		Silent:  "oak > varnish_oil_pu",
		When:    func(j *Join) bool { return terms(j) != nil && careful(j) > sheetWait(j) },
		Wait:    careful,
		Soonest: func(j *Join) float64 { return waited(j, terms(j).SoonestH) },
		Because: func(j *Join) string {
			return fmt.Sprintf("%s takes this kind of coat once it has hardened far enough for it.", sentence(on(j).Class.Name))
		},
	},
	{
		ID:          "A2",
		Theme:       classTheme,
		Title:       "Keyed whatever the hour",
		Verdict:     Prepare,
		Preparation: scuff,
		Basis:       core.Practice,
		Speaks:      "oak + varnish_conversion > clear_wb_pu",
		Silent:      "oak + varnish_conversion > clear_wb_pu ; key=keyed",
		When:        func(j *Join) bool { t := terms(j); return t != nil && t.WantsKey() && notKeyed(j) },
		Failure:     "peels",
		Because: func(j *Join) string {
			return fmt.Sprintf("This coat does not bite into %s by itself: dull all over, it has a hold.", on(j).Class.Name)
		},
	},
	{
		ID:          "A3",
		Theme:       classTheme,
		Title:       "Mist coats first",
		Verdict:     Prepare,
		Preparation: mist,
		Basis:       core.Practice,
		Speaks:      "oak + stain_oil > lacquer_nc",
		Silent:      "oak + stain_oil > varnish_oil_pu",
		When:        func(j *Join) bool { t := terms(j); return t != nil && t.Mist },
		Failure:     "bites in, lifts",
		Because: func(j *Join) string {
			return fmt.Sprintf("Strong solvent softens %s: a wet first coat lifts it.", on(j).Class.Name)
		},
	},
	{
		ID:      "A4",
		Theme:   classTheme,
		Title:   "A join that depends on the product",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak + epoxy_flood > varnish_oil_pu",
		Silent:  "oak + epoxy_flood > clear_wb_pu",
		When:    func(j *Join) bool { t := terms(j); return t != nil && t.Doubtful },
		Failure: "peels, clouds or stays soft",
		Because: func(j *Join) string {
			return fmt.Sprintf("Over %s this kind of coat holds for some products and lets go for others.", on(j).Class.Name)
		},
		WayOut: "A test board, or what its data sheet says of the pair.",
	},
	{
		ID:      "A5",
		Theme:   classTheme,
		Physics: true,
		Title:   "A ground that does not take this kind of coat",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + lacquer_precat > varnish_conversion",
		Silent:  "oak + lacquer_precat > clear_wb_pu",
		When:    func(j *Join) bool { t := terms(j); return t != nil && t.Refused },
		Failure: "wrinkles, peels or stays soft",
		Because: refusedByClass,
		WayOut:  "A coat between that both take, dewaxed shellac where it may lie; or another last coat.",
	},
	{
		ID:      "A6",
		Theme:   classTheme,
		Shows:   true,
		Ends:    func(j *Join, out *Judgement) float64 { return out.ReopensH - *j.State.SinceH },
		Window:  true,
		Title:   "Half-cured: too hard to bite, too soft to bear it",
		Verdict: Refuse,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + varnish_conversion @12h > varnish_conversion ; key=keyed",
		Silent:  "oak + varnish_conversion @30h > varnish_conversion ; key=keyed",
		Moment: func(j *Join, _ *Judgement) bool {
			t := terms(j)
			return t != nil && halfCured(j, t.Red)
		},
		Failure: "wrinkles, tears",
		Reason:  "Half-cured it swells and wrinkles under the next coat, and a key does not help.",
		WayOut:  "Leave it until it has hardened through, then key it.",
	},
	{
		ID:      "A7",
		Theme:   classTheme,
		Shows:   true,
		Window:  true,
		Title:   "Perhaps half-cured",
		Verdict: Test,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + lacquer_precat @30h > lacquer_precat",
		Silent:  "oak + lacquer_precat @80h > lacquer_precat",
		Moment: func(j *Join, _ *Judgement) bool {
			t := terms(j)
			return t != nil && halfCured(j, t.Amber)
		},
		Failure: "swells, wrinkles",
		Reason:  "Some products are half-cured by now and swell under a wet coat; others still take it.",
		WayOut:  "Try it where it does not show, or leave it until it has hardened through.",
	},
	{
		ID:      "A8",
		Theme:   classTheme,
		Title:   "Its solvent softens a young film",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:    "one_pass",
			Title: "Spray it, or lay it on in one quick pass; do not brush back",
		},
		Basis:   core.Practice,
		Speaks:  "oak + lacquer_nc > shellac_dewaxed",
		Silent:  "oak + lacquer_nc > shellac_dewaxed ; sprayed",
		When:    func(j *Join) bool { return overFreshLacquer(j) && dewaxed(j) && !sprayed(j) },
		Failure: "drags, lifts",
		Reason:  "Alcohol softens a lacquer that is still young.",
	},
}

func overFreshLacquer(j *Join) bool { return fresh(j) && lacquerFilm(on(j)) }

func lacquerFilm(f *coating.Family) bool { return film(f) && f.RedissolvesIn == coating.LacquerSolvent }

// terms are what the class of the ground says of this kind of coat, at this hour. An old finish has hardened long ago,
// and rules of its own speak of it.
func terms(j *Join) *coating.Terms {
	if !fresh(j) || j.Coat == nil {
		return nil
	}
	t := coat(j).TermsFor(on(j))
	if t == nil || t.Later == nil {
		return t
	}
	late := j.State.SinceH != nil && *j.State.SinceH >= stretched(j, t.LaterH)
	if late || j.State.Cured {
		return t.Later
	}
	return t
}

// careful is what a careful plan waits by the class of the ground, in this air.
func careful(j *Join) float64 {
	t := terms(j)
	if t == nil {
		return 0
	}
	full := waited(j, t.SoonestH)
	if t.PlanH > t.SoonestH && full > 0 {
		// The long end is for a full coat, or for air that slows a thin one as much.
		full = max(full, t.PlanH*heavier(j))
	}
	return full
}

// waited is a class's time in this join's air, or what the ground's own label says in its place. A label speaks of
// coats, not of wax.
func waited(j *Join, hours float64) float64 {
	said := "crossWaitH"
	if same(j) {
		said = "recoatMinH"
	}
	spokenOf := same(j) || crosses(top(j), j.Coat)
	if top(j).Basis(said) == core.Label && !waxy(coat(j)) && spokenOf {
		return 0 // the sheet's own wait stands
	}
	return stretched(j, hours)
}

// sheetWait is the wait that the ground's own sheet gives for this coat, in this air.
func sheetWait(j *Join) float64 {
	if crosses(top(j), j.Coat) {
		return top(j).CrossAfterH(j.Context.Air)
	}
	return top(j).RecoatAfterH(j.Context.Air)
}

// longWait parts what dries from what cures, in hours (practice).
const longWait = 96

// stretched is a typical time of the ground's class in this join's air. Basis: estimate.
func stretched(j *Join, hours float64) float64 {
	slow := on(j).Drying().TypicalSlowdown(j.Context.Air)
	if hours > longWait {
		slow = min(slow, climate.TypicalCureSlowdown(j.Context.Air))
	}
	return hours * slow * heavier(j)
}

// heavier is how much longer a heavy coat takes: a film twice as thick dries four times as long (practice).
func heavier(j *Join) float64 { return max(1, j.State.Heavy*j.State.Heavy) }

// halfCured tells that the ground's age lies in a span. Its label may say when the window closes, and so when it
// begins; cool air makes it last longer.
func halfCured(j *Join, s coating.Span) bool {
	if j.State.SinceH == nil || j.State.Cured || s.ToH == 0 {
		return false
	}
	s.ToH = stretched(j, s.ToH)
	if same(j) && top(j).Basis("recoatMaxH") == core.Label {
		s.FromH = top(j).RecoatMaxH
	}
	return *j.State.SinceH > s.FromH && *j.State.SinceH < s.ToH
}

func refusedByClass(j *Join) string {
	t := coat(j).TermsFor(on(j))
	if t.Later != nil {
		return fmt.Sprintf(
			"Under this kind of coat %s swells, wrinkles or stays soft until it has hardened right through.", on(j).Class.Name)
	}
	return fmt.Sprintf("This kind of coat does not hold on %s, or spoils it.", on(j).Class.Name)
}

// sentence begins a sentence with a class's name.
func sentence(name string) string { return string(name[0]-'a'+'A') + name[1:] }
