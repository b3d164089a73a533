package compat

import (
	"fmt"
	"strings"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/substrate"
)

const nowTheme = "Seen, felt, and the air at this moment"

// What is seen outranks the clock, and the air of this moment outranks the plan.
var nowRules = []Rule{
	{
		ID:      "V1",
		Theme:   nowTheme,
		Ends:    func(j *Join, _ *Judgement) float64 { _, m := stopped(j); return m.againH },
		Told:    true,
		Window:  true,
		Title:   "A bad sign stops, whatever the clock says",
		Verdict: Refuse,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + clear_wb_pu @10h > clear_wb_pu ; seen=gums",
		Silent:  "oak + clear_wb_pu @10h > clear_wb_pu ; seen=dents",
		When:    func(j *Join) bool { s, _ := stopped(j); return s != nil },
		Failure: "wrinkles, stays soft, peels",
		Because: func(j *Join) string {
			s, m := stopped(j)
			return fmt.Sprintf("On the last coat: %s. %s", s.Name, m.do)
		},
		WayOut: "Leave it, and try it again by hand where it is thickest and coolest.",
	},
	{
		ID:      "V2",
		Theme:   nowTheme,
		ByHand:  true,
		Told:    true,
		Window:  true,
		Title:   "Nobody knows how long it has dried",
		Verdict: Test,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + clear_wb_pu > clear_wb_pu ; hours=unknown",
		Silent:  "oak + clear_wb_pu @3h > clear_wb_pu",
		When:    func(j *Join) bool { return fresh(j) && j.State.HoursUnknown && !handSaysHard(j) },
		Failure: "stays soft underneath, or peels",
		Reason:  "It may be too young, which only the hand can tell, and too old to bite without a key.",
		WayOut:  "P320 must powder, no nail may mark it, no smell under a cup. This morning, yesterday, last week?",
	},
	{
		ID:          "V3",
		Theme:       nowTheme,
		Told:        true,
		Window:      true,
		Title:       "Of unknown age, keyed in any case",
		Verdict:     Prepare,
		Preparation: scuff,
		Basis:       core.Practice,
		Speaks:      "oak + clear_wb_pu > clear_wb_pu ; hours=unknown seen=powders",
		Silent:      "oak + clear_wb_pu > clear_wb_pu ; hours=unknown seen=powders key=keyed",
		When: func(j *Join) bool {
			return unkeyedFilm(j) && j.State.HoursUnknown && film(coat(j))
		},
		Failure: "peels between the coats",
		Reason:  "Its window may have closed: a key makes sure.",
	},
	{
		ID:      "V4",
		Theme:   nowTheme,
		Room:    true,
		Told:    true,
		Title:   "The air does not allow this coat now",
		Verdict: Refuse,
		Basis:   core.Label,
		Firm:    true,
		Speaks:  "oak > clear_wb_pu ; now air=8/60",
		Silent:  "oak > clear_wb_pu ; now air=20/50",
		When:    func(j *Join) bool { return j.Context.Now && len(airSays(j)) > 0 },
		Because: func(j *Join) string { return strings.Join(airSays(j), " ") },
		Failure: "stays soft, blushes, does not knit",
		WayOut:  "Warm or dry the room first, and keep it so until the coat is touch-dry.",
	},
	{
		ID:      "V5",
		Theme:   nowTheme,
		ByHand:  true,
		Told:    true,
		Title:   "The coat below is drying in air that its label does not allow",
		Verdict: Test,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + primer_wb_bonding pale @80h > enamel_alkyd dark ; now air=8/60",
		Silent:  "oak + primer_wb_bonding pale @80h > enamel_alkyd dark ; now air=20/50",
		When: func(j *Join) bool {
			hardening := fresh(j) && !cured(j)
			return j.Context.Now && hardening && !top(j).Limits().Allow(j.Context.Air)
		},
		Failure: "never hardens right",
		Reason:  "Outside its limits no number of hours holds: some coats go on when warmed, some never recover.",
		WayOut:  "Warm the room, give it its full time again, and try it by hand.",
	},
	{
		ID:      "V6",
		Theme:   nowTheme,
		Ends:    func(j *Join, _ *Judgement) float64 { return warmCaseH - *j.State.WarmingH },
		Told:    true,
		Title:   "Work that came in from the cold",
		Verdict: Refuse,
		Basis:   core.Estimate,
		Firm:    true,
		Speaks:  "oak > clear_wb_pu ; warming=1",
		Silent:  "oak > clear_wb_pu ; warming=14",
		When:    func(j *Join) bool { return warmingUp(j, warmBoardH) },
		Failure: "sweats, blushes, does not grip",
		Reason:  "It is still cold enough to draw water from the air: a 25 mm board takes two hours, a case overnight.",
		WayOut:  "Leave it in the warm until it feels no colder than the room.",
	},
	{
		ID:      "V6t",
		Theme:   nowTheme,
		ByHand:  true,
		Told:    true,
		Title:   "Work that came in from the cold today",
		Verdict: Test,
		Basis:   core.Estimate,
		Firm:    true,
		Speaks:  "oak > clear_wb_pu ; warming=4",
		Silent:  "oak > clear_wb_pu ; warming=14",
		When:    func(j *Join) bool { return !warmingUp(j, warmBoardH) && warmingUp(j, warmCaseH) },
		Failure: "sweats, blushes",
		Reason:  "A board is warm by now, a thick top or a closed case is not.",
		WayOut:  "The back of the hand decides: as warm as the room, or wait until tomorrow.",
	},
	{
		ID:      "V8",
		Theme:   nowTheme,
		Told:    true,
		Title:   "Work nearly as cold as the dew point",
		Verdict: Refuse,
		Basis:   core.Published,
		Source:  "ISO 8502-4 (value from memory)",
		Firm:    true,
		Speaks:  "oak > varnish_oil_pu ; now air=20/70 work=15",
		Silent:  "oak > varnish_oil_pu ; now air=20/70 work=19",
		When:    func(j *Join) bool { return j.Context.Now && nearDew(j) },
		Because: func(j *Join) string {
			return fmt.Sprintf("The work is at %.0f °C and dew falls at %.0f °C: it must be at least %d °C warmer.",
				*j.Context.WorkC, j.Context.Air.DewPoint(), climate.DewMargin)
		},
		Failure: "blushes, whitens, does not grip",
		WayOut:  "Let the work warm up in the room, or dry the air.",
	},
	{
		ID:      "V9",
		Theme:   nowTheme,
		ByHand:  true,
		Told:    true,
		Window:  true,
		Title:   "More than twice as thick as its label has it",
		Verdict: Test,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + clear_wb_pu @300h > clear_wb_pu ; heavy=3 key=keyed",
		Silent:  "oak + clear_wb_pu @20h > clear_wb_pu ; heavy=2",
		When:    func(j *Join) bool { return fresh(j) && j.State.Heavy > thickestReckoned && !handSaysHard(j) },
		Failure: "a skin shuts the rest in: stays soft for weeks",
		Reason:  "So thick a coat skins over, and no number of hours holds for what is below the skin.",
		WayOut:  "The hand decides in the thickest place; a skin over soft is cut and left a week, or comes off.",
	},
	{
		ID:      "V7",
		Theme:   nowTheme,
		Ends:    func(*Join, *Judgement) float64 { return overnight },
		Told:    true,
		Window:  true,
		Title:   "Enough coats for one day",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + lacquer_nc x3 @2h > lacquer_nc ; today=3",
		Silent:  "oak + lacquer_nc x2 @2h > lacquer_nc ; today=2",
		When: func(j *Join) bool {
			if !fresh(j) || !same(j) {
				return false
			}
			most := on(j).Class.ADay
			return most > 0 && j.State.CoatsToday >= most
		},
		Failure: "traps solvent, stays soft for weeks",
		Reason:  "What one day's coats hold back must leave before the next.",
		WayOut:  "Leave it until tomorrow.",
	},
	{
		ID:      "R1",
		Theme:   nowTheme,
		Ends:    func(j *Join, _ *Judgement) float64 { return treated(j).dryAfter(j) - *j.State.TreatedH },
		Told:    true,
		Title:   "Too soon after what was done to the wood",
		Verdict: Refuse,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak > varnish_oil_pu ; done=bleach_two_part@24",
		Silent:  "oak > varnish_oil_pu ; done=bleach_two_part@100 rinsed",
		When: func(j *Join) bool {
			t := treated(j)
			return t != nil && j.State.TreatedH != nil && *j.State.TreatedH < t.dryAfter(j)
		},
		Because: func(j *Join) string {
			t := treated(j)
			return fmt.Sprintf("The wood was %s and needs %.0f h to dry: too soon a coat %s.", t.Name, t.dryAfter(j), t.Before)
		},
		Failure: "blisters, peels, stays soft",
		WayOut:  "Let it dry with air on all sides.",
	},
	{
		ID:      "R2",
		Theme:   nowTheme,
		Told:    true,
		Title:   "Left to dry after what was done to the wood",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:    "dry_out",
			Title: "Let the wood dry from what was done to it",
		},
		Basis:  core.Practice,
		Speaks: "oak > varnish_oil_pu ; done=washed",
		Silent: "oak > varnish_oil_pu ; done=washed@30",
		When:   func(j *Join) bool { return treated(j) != nil && j.State.TreatedH == nil },
		Because: func(j *Join) string {
			t := treated(j)
			return fmt.Sprintf("The wood was %s: count %.0f h from then.", t.Name, t.dryAfter(j))
		},
		Failure: "blisters, peels, stays soft",
	},
	{
		ID:      "R3",
		Theme:   nowTheme,
		Told:    true,
		Title:   "Not rinsed or neutralised",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:           "rinse_out",
			Title:        "Neutralise and rinse as the treatment wants it, then dry again",
			MinutesPerM2: 8,
		},
		Basis:   core.Practice,
		Speaks:  "oak > varnish_oil_pu ; done=bleach_oxalic@60",
		Silent:  "oak > varnish_oil_pu ; done=bleach_oxalic@60 rinsed",
		When:    func(j *Join) bool { t := treated(j); return t != nil && t.Rinse != "" && !j.State.Rinsed },
		Because: func(j *Join) string { return treated(j).Rinse + "." },
		Failure: "blooms, yellows, peels",
	},
	{
		ID:      "R4",
		Theme:   nowTheme,
		Told:    true,
		Title:   "Water over what was done to the wood",
		Verdict: Test,
		Basis:   core.Practice,
		Speaks:  "oak > clear_wb_pu ; done=iron@60 rinsed",
		Silent:  "oak > varnish_oil_pu ; done=iron@60 rinsed",
		When: func(j *Join) bool {
			t := treated(j)
			if t == nil {
				return false
			}
			wakes, shows := t.Water && waterCarried(coat(j)), t.Pale && j.Coat.MayBePale()
			return wakes || shows
		},
		Failure: "specks, turns in colour",
		Reason:  "Water wakes what is left in the wood, and a pale colour shows it.",
		WayOut:  "Dewaxed shellac, oil or oil varnish; or see it on an offcut treated the same way.",
	},
}

const (
	thickestReckoned = 2.0 // times the label's film; beyond it no hours are reckoned (practice)

	warmBoardH = 2  // a 25 mm board in a warm room (estimate)
	warmCaseH  = 12 // a closed case, a thick top, tins: overnight (estimate)
)

func nearDew(j *Join) bool {
	if j.Context.WorkC == nil || j.Coat == nil {
		return false
	}
	return *j.Context.WorkC < j.Context.Air.DewPoint()+climate.DewMargin
}

func warmingUp(j *Join, needs float64) bool {
	return j.Coat != nil && j.State.WarmingH != nil && *j.State.WarmingH < needs
}

// airSays is what the air of this moment says against the coat: its limits now, and by night where it is still wet
// then.
func airSays(j *Join) []string {
	why := j.Coat.Limits().Obstacles(j.Context.Air)
	if len(why) == 0 && j.Context.NightInH > 0 && j.Coat.TouchDryH(j.Context.Air) > j.Context.NightInH {
		for _, o := range j.Coat.Limits().Obstacles(j.Context.Night) {
			why = append(why, "It would still be wet when the night comes. "+o)
		}
	}
	return why
}
