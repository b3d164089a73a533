package compat

import (
	"firmitas/core"
	"firmitas/core/coating"
	"firmitas/core/substrate"
)

var windowRules = []Rule{
	{
		ID:      "T1",
		Theme:   "Windows",
		Ends:    func(j *Join, out *Judgement) float64 { return out.EarliestH - *j.State.aged() },
		Window:  true,
		Title:   "Before the earliest recoat time",
		Verdict: Refuse,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + clear_wb_pu @1h > clear_wb_pu",
		Silent:  "oak + clear_wb_pu @3h > clear_wb_pu",
		Moment: func(j *Join, out *Judgement) bool {
			return j.State.SinceH != nil && !j.State.Cured && *j.State.aged() < out.SoonestH
		},
		Failure: "stays soft underneath, wrinkles, cures slowly",
		Reason:  "The coat below has not dried long enough in this air.",
		WayOut:  "Wait.",
	},
	{
		ID:      "T1h",
		Theme:   "Windows",
		ByHand:  true,
		Window:  true,
		Title:   "Between the shortest time and the careful one",
		Verdict: Test,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + varnish_oil_pu @30h > clear_wb_pu",
		Silent:  "oak + varnish_oil_pu @80h > clear_wb_pu",
		Moment:  func(j *Join, out *Judgement) bool { return dryOrNot(j, out) && !waxy(coat(j)) && !handSaysHard(j) },
		Failure: "stays soft underneath, wrinkles, clouds",
		Reason:  "A thin coat in warm moving air is ready by now, a full one is not: the hand decides.",
		WayOut:  "P320 must powder, no nail may mark it, no smell under a cup; or wait for the careful time.",
	},
	{
		ID:      "T1w",
		Theme:   "Windows",
		Window:  true,
		Title:   "Wax over a film in use, not yet hardened through",
		Verdict: Prepare,
		Preparation: substrate.Work{
			ID:    "wait_for_cure",
			Title: "Better leave it to harden first: wax shuts in what still has to leave",
		},
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + clear_wb_pu @100h > wax_clear",
		Silent:  "oak + clear_wb_pu @600h > wax_clear",
		Moment:  func(j *Join, out *Judgement) bool { return dryOrNot(j, out) && waxy(coat(j)) },
		Failure: "prints, smears, stays soft",
		Reason:  "Wax solvent softens a young film, and the wax then shuts in what still has to leave. Shops that must ship wax at light use; weeks are surer.",
	},
	{
		ID:          "T2",
		Theme:       "Windows",
		Window:      true,
		Title:       "After the latest time without keying",
		Verdict:     Prepare,
		Preparation: Rekeying,
		Basis:       core.Practice,
		Firm:        true,
		Speaks:      "oak + clear_wb_pu @30h > clear_wb_pu",
		Silent:      "oak + clear_wb_pu @30h > clear_wb_pu ; key=keyed",
		Moment: func(j *Join, out *Judgement) bool {
			late := j.State.Cured || (j.State.SinceH != nil && *j.State.SinceH > out.LatestH)
			return late && out.closes() && notKeyed(j)
		},
		Failure: "peels between the coats",
		Reason:  "The window has closed: the coat below has hardened too far for the next to bite without a key.",
	},
	{
		ID:          "T2s",
		Theme:       "Windows",
		Window:      true,
		Title:       "The window closes before this coat may go on",
		Verdict:     Prepare,
		Preparation: Rekeying,
		Basis:       core.Practice,
		Firm:        true,
		Speaks:      "oak + clear_wb_pu_heavy > clear_wb_pu_heavy ; air=13/78",
		Silent:      "oak + clear_wb_pu_heavy > clear_wb_pu_heavy",
		Moment:      func(j *Join, out *Judgement) bool { return out.shut() && j.State.Key == NotKeyed },
		Failure:     "peels between the coats",
		Reason:      "By the time it may go on, the coat below has hardened past its window: key it in any case.",
	},
	{
		ID:      "T6",
		Theme:   "Windows",
		Window:  true,
		Title:   "A barrier over a coat that was still wet",
		Verdict: Refuse,
		Basis:   core.Practice,
		Firm:    true,
		Speaks:  "oak + stain_gel_oil tone @4h + shellac_dewaxed @2h > clear_wb_pu",
		Silent:  "oak + stain_gel_oil tone @26h + shellac_dewaxed @2h > clear_wb_pu",
		Moment: func(j *Join, _ *Judgement) bool {
			return j.State.OpenH != nil && *j.State.OpenH < j.State.UnderneathH
		},
		Failure: "stays soft, prints, peels",
		Reason:  "The barrier went on before the coat under it was dry: it seals the trouble in and helps nothing yet.",
		WayOut:  "Leave it until no smell comes through it, several times the wait that was missed, or take the barrier off.",
	},
	{
		ID:          "T8",
		Theme:       "Windows",
		Window:      true,
		Title:       "A coat that has lain for a year or more",
		Verdict:     Prepare,
		Preparation: substrate.KeyOld,
		Basis:       core.Practice,
		Firm:        true,
		Speaks:      "oak + shellac_dewaxed @10000h > shellac_dewaxed",
		Silent:      "oak + shellac_dewaxed @200h > shellac_dewaxed",
		Moment: func(j *Join, _ *Judgement) bool {
			return yearOld(j) && film(on(j)) && notKeyed(j)
		},
		Failure: "peels off the grime",
		Reason:  "A year of dust, polish and hands lies on it: wash it and key it, as an old finish.",
	},
	{
		ID:      "T3",
		Theme:   "Windows",
		Window:  true,
		Title:   "A coat that melts into the one below has no latest time",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "oak + shellac_dewaxed > shellac_dewaxed",
		Silent:  "oak + clear_wb_pu > clear_wb_pu",
		When: func(j *Join) bool {
			return overFilm(j) && meltsIn(j) && !strongOverShellac(j)
		},
		Reason: "It dissolves into the coat below, so the window never closes.",
	},
	{
		ID:          "T4",
		Theme:       "Windows",
		Window:      true,
		Title:       "First coat over an old, sound film",
		Verdict:     Prepare,
		Preparation: substrate.KeyOld,
		Basis:       core.Practice,
		Speaks:      "oak + old:oil_varnish > clear_wb_pu",
		Silent:      "oak + varnish_oil_pu > clear_wb_pu",
		When:        func(j *Join) bool { return oldKnown(j) && film(coat(j)) },
		Failure:     "peels",
		Reason:      "An old finish has hardened: it must be clean and dull, or the new coat has nothing to hold.",
	},
	{
		ID:          "T4s",
		Theme:       "Windows",
		Window:      true,
		Title:       "Shellac over a film that nobody knows",
		Verdict:     Test,
		Preparation: substrate.Dewaxing,
		Basis:       core.Practice,
		Speaks:      "oak + old:unknown > shellac_dewaxed",
		Silent:      "oak + old:unknown > clear_wb_pu",
		When: func(j *Join) bool {
			return unknownFilm(j) && coat(j).Carrier == coating.Alcohol
		},
		Failure: "peels off grime or wax",
		Reason:  "Shellac joins nearly anything that is clean, free of wax and dull; of a film that nobody knows that shows on a hidden spot.",
	},
	{
		ID:          "T4u",
		Theme:       "Windows",
		Window:      true,
		Title:       "A coat over a film that nobody knows",
		Verdict:     Test,
		Preparation: substrate.KeyOld,
		Insert:      "dewaxed shellac",
		Basis:       core.Practice,
		Speaks:      "oak + old:unknown > clear_wb_pu",
		Silent:      "oak + old:unknown > shellac_dewaxed",
		When: func(j *Join) bool {
			return unknownFilm(j) && coat(j).Carrier != coating.Alcohol
		},
		Failure: "peels or wrinkles",
		Reason:  "What lies below is not known, and may be waxed: washed, dulled, and shellac between, tried on a hidden spot first.",
		WayOut:  "A rag with spirits, then a cotton bud with alcohol for a minute, tell most of it.",
	},
	{
		ID:      "T4x",
		Theme:   "Windows",
		Physics: true,
		Title:   "Strong solvent or a hardener over a film that nobody knows",
		Verdict: Refuse,
		Basis:   core.Practice,
		Speaks:  "oak + old:unknown > lacquer_nc",
		Silent:  "oak + old:unknown > varnish_oil_pu",
		When:    func(j *Join) bool { return unknownFilm(j) && (strong(coat(j)) || keptFromWax(coat(j))) },
		Failure: "lifts, wrinkles, peels in sheets",
		Reason:  "Of all that it may be, most does not bear this coat.",
		WayOut:  "Find out what it is, or take it off.",
	},
	{
		ID:      "T5",
		Theme:   "Windows",
		Window:  true,
		Title:   "Paint is left overnight before a clear coat",
		Verdict: Sound,
		Basis:   core.Practice,
		Speaks:  "beech + paint_chalk pale > clear_wb_pu",
		Silent:  "beech + paint_chalk pale > paint_chalk pale",
		When: func(j *Join) bool {
			return freshPaint(j) && coat(j).Is(coating.GroupClear) && !same(j)
		},
		Wait:    func(*Join) float64 { return 12 },
		Failure: "drags the colour, clouds",
		Reason:  "Water still in the paint clouds a clear coat: leave it overnight.",
	},
}

const yearH = 365 * 24

func unknownFilm(j *Join) bool { return covered(j) && j.Ground.Old == OldUnknown }

// dryOrNot tells that the shortest time has passed and the careful one has not.
func dryOrNot(j *Join, out *Judgement) bool {
	h := j.State.aged()
	if h == nil || j.State.Cured {
		return false
	}
	return *h >= out.SoonestH && *h < out.EarliestH
}

// strongOverShellac keeps T3 to coats of one kind: lacquer over shellac is C4's.
func strongOverShellac(j *Join) bool { return strong(coat(j)) && on(j).Carrier == coating.Alcohol }
