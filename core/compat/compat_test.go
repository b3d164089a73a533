package compat

import (
	"strings"
	"testing"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

var heated = climate.Air{TempC: 23, RH: 50}

// product reads "family", "family pale" or "family gloss".
func product(t testing.TB, words string) *coating.Product {
	t.Helper()
	p := coating.Product{Name: words, Shade: coating.Clear, Sheen: coating.Satin}
	family, more, _ := strings.Cut(words, " ")
	switch more {
	case "pale", "dark", "tone":
		p.Shade = coating.Shade(more)
	case "gloss":
		p.Sheen = coating.Gloss
	}
	made, err := coating.New(p, family)
	if err != nil {
		t.Fatal(err)
	}
	return made
}

// join reads "oak + primer_shellac > paint_chalk pale ! cot": the ground from the material up, the coat, the end use.
// An empty coat asks about the finished surface.
func join(t testing.TB, text string) Join {
	t.Helper()
	text, use, _ := strings.Cut(text, "!")
	below, coat, _ := strings.Cut(text, ">")
	j := Join{Coats: 1, Context: Context{Air: heated, Use: enduse.Find(strings.TrimSpace(use)), FoodPolicy: enduse.StrictFood}}
	for i, words := range strings.Split(below, "+") {
		words = strings.TrimSpace(words)
		if i == 0 {
			j.Ground = Bare(substrate.Find(words))
			continue
		}
		if old, isOld := strings.CutPrefix(words, "old:"); isOld {
			finish := substrate.FindFinish(old)
			j.Ground = GroundOf(j.Ground.Material, substrate.Inspection{Finish: finish, Unknown: finish == nil}, substrate.Keep)
			continue
		}
		j.Ground = j.Ground.Under(product(t, words), 1)
	}
	if coat = strings.TrimSpace(coat); coat != "" {
		j.Coat = product(t, coat)
	}
	return j
}

// Every rule with a join that it speaks at and one, close by, where it keeps silent. Basis: practice.
var ruleCases = []struct{ rule, speaks, silent string }{
	{"W1", "oak + wax_clear > clear_wb_pu", "oak + wax_clear > wax_clear"},
	{"W2", "oak + clear_wb_pu > wax_clear", "oak + paint_chalk pale > wax_clear"},
	{"W2p", "beech + paint_chalk pale > wax_clear", "beech + clear_wb_pu > wax_clear"},
	{"W3", "beech + paint_chalk pale > wax_dark", "beech + stain_oil > wax_dark"},
	{"W4", "oak + shellac_waxed > clear_wb_pu", "oak + shellac_dewaxed > clear_wb_pu"},
	{"W6", "oak + oil_board > varnish_oil_pu", "oak + oil_board > oil_wax_paste_board"},
	{"P1", "oak + clear_wb_pu > oil_hardwax", "oak + stain_wb > oil_hardwax"},
	{"P1s", "oak + shellac_dewaxed > stain_oil", "oak + shellac_dewaxed > stain_gel_oil"},
	{"P2", "oak + oil_danish > clear_wb_pu", "oak + oil_hardwax > clear_wb_pu"},
	{"P3", "oak + oil_hardwax > clear_wb_pu", "oak + oil_danish > clear_wb_pu"},
	{"P3s", "oak + oil_hardwax > oil_hardwax", "oak + oil_hardwax > oil_danish"},
	{"P4", "rosewood > oil_danish", "teak > oil_danish"},
	{"C1", "oak + primer_alkyd > enamel_wb pale", "oak + primer_alkyd > enamel_alkyd pale"},
	{"C1s", "oak + stain_gel_oil > clear_wb_pu", "oak + stain_gel_oil > varnish_oil_pu"},
	{"C2", "oak + clear_wb_pu > varnish_oil_pu", "oak + stain_wb > varnish_oil_pu"},
	{"C3", "oak + varnish_oil_pu > lacquer_cab", "oak + stain_oil > lacquer_cab"},
	{"C4", "oak + shellac_dewaxed > lacquer_nc", "oak + lacquer_nc > lacquer_nc"},
	{"C5", "oak + dye_water > clear_wb_pu", "oak + dye_water > shellac_dewaxed"},
	{"C6", "oak + lacquer_nc > varnish_conversion", "oak + sealer_vinyl > varnish_conversion"},
	{"C6s", "oak + shellac_dewaxed > varnish_conversion", "oak + sealer_vinyl > varnish_conversion"},
	{"C6p", "oak + stain_oil > varnish_conversion", "oak > varnish_conversion"},
	{"C6o", "oak + old:oil_varnish > varnish_conversion", "oak + old:catalysed > varnish_conversion"},
	{"C7", "oak + varnish_conversion > clear_wb_pu", "oak + varnish_conversion > varnish_conversion"},
	{"C9", "oak + stain_gel_oil > shellac_dewaxed", "oak + wax_clear > shellac_dewaxed"},
	{"C10", "oak + paint_aerosol dark > paint_aerosol dark", "oak + primer_shellac pale > paint_aerosol dark"},
	{"T3", "oak + shellac_dewaxed > shellac_dewaxed", "oak + clear_wb_pu > clear_wb_pu"},
	{"T5", "beech + paint_chalk pale > clear_wb_pu", "beech + paint_chalk pale > paint_chalk pale"},
	{"T4", "oak + old:oil_varnish > clear_wb_pu", "oak + varnish_oil_pu > clear_wb_pu"},
	{"T4u", "oak + old:unknown > clear_wb_pu", "oak + old:unknown > shellac_dewaxed"},
	{"C3o", "oak + old:oil_varnish > lacquer_cab", "oak + old:lacquer > lacquer_cab"},
	{"S1", "melamine > primer_wb_bonding pale", "oak > primer_wb_bonding pale"},
	{"S1t", "melamine > paint_chalk pale", "melamine + primer_wb_bonding pale > paint_chalk pale"},
	{"S1n", "melamine > clear_wb_pu", "melamine > primer_wb_bonding pale"},
	{"S1r", "laminate > stain_oil", "oak > stain_oil"},
	{"S2", "oak > paint_chalk pale", "oak + primer_shellac pale > paint_chalk pale"},
	{"S2p", "pine > primer_wb_blocking pale", "beech > primer_wb_blocking pale"},
	{"S2n", "pine + primer_wb_blocking pale > paint_chalk pale", "pine + primer_shellac pale > paint_chalk pale"},
	{"S3", "teak > oil_exterior", "oak > oil_exterior"},
	{"S3x", "teak > varnish_spar ! outdoors_coast", "teak > oil_exterior ! outdoors_coast"},
	{"S5", "pine > stain_oil", "pine > stain_gel_oil"},
	{"S10", "ash > clear_wb_pu", "ash > varnish_oil_pu"},
	{"L1", "beech + paint_chalk pale > clear_wb_pu gloss", "beech + paint_chalk pale > clear_wb_pu"},
	{"L2", "beech + paint_chalk pale > varnish_oil_pu", "beech + paint_chalk dark > varnish_oil_pu"},
	{"L2t", "beech + enamel_wb pale > lacquer_precat", "beech + enamel_wb pale > lacquer_cab"},
	{"U1", "teak > shellac_dewaxed ! outdoors_covered", "teak > varnish_spar ! outdoors_covered"},
	{"U2", "oak + clear_wb_pu ! floor_home", "oak + floor_wb ! floor_home"},
	{"U2w", "oak + floor_wb > wax_clear ! floor_home", "oak + clear_wb_pu > wax_clear ! dining_table"},
	{"U3", "beech > clear_wb_pu ! cot", "beech > shellac_dewaxed ! cot"},
	{"U3s", "oak + floor_wb ! floor_public", "oak + floor_wb ! floor_home"},
	{"U1s", "teak + paint_chalk ! outdoors_exposed", "teak + varnish_spar ! outdoors_exposed"},
	{"N1", "beech + paint_chalk pale", "beech + enamel_wb pale"},
	{"S12", "melamine + shellac_dewaxed", "melamine + primer_wb_bonding pale + enamel_wb pale"},
	{"B1", "beech + paint_acrylic pale ! shelf", "beech + enamel_wb pale ! shelf"},
}

func TestEveryRuleSpeaksAndKeepsSilent(t *testing.T) {
	spoke := func(id, text string) bool {
		for _, f := range Judge(join(t, text)).Findings {
			if f.Rule.ID == id {
				return true
			}
		}
		return false
	}
	tested := map[string]bool{"F1": true, "C6f": true} // film limits have a test of their own below
	for _, c := range ruleCases {
		tested[c.rule] = true
		if !spoke(c.rule, c.speaks) {
			t.Errorf("%s should speak at %q", c.rule, c.speaks)
		}
		if spoke(c.rule, c.silent) {
			t.Errorf("%s should keep silent at %q", c.rule, c.silent)
		}
	}
	for _, r := range Rules {
		if !tested[r.ID] {
			t.Errorf("rule %s has no case for and against", r.ID)
		}
		if r.Title == "" || r.Theme == "" || r.Basis == "" || (r.Reason == "" && r.Because == nil) {
			t.Errorf("rule %s lacks a title, theme, basis or reason", r.ID)
		}
		if r.Verdict != Sound && r.Failure == "" {
			t.Errorf("rule %s does not say how it fails", r.ID)
		}
		if r.Verdict == Refuse && r.WayOut == "" {
			t.Errorf("rule %s refuses without a way out", r.ID)
		}
	}
}

// The verdict as a whole, and whether the coat may be planned as it stands. Basis: practice.
func TestVerdicts(t *testing.T) {
	for _, c := range []struct {
		join  string
		want  Verdict
		legal bool
	}{
		{"oak + clear_wb_pu > clear_wb_pu", Sound, true},
		{"oak + old:oil_varnish > clear_wb_pu", Prepare, true},
		{"oak + old:unknown > clear_wb_pu", Test, true},
		{"oak + old:unknown > shellac_dewaxed", Sound, true},
		{"oak + old:wax > clear_wb_pu", Refuse, false},
		{"oak + old:shellac > clear_wb_pu", Refuse, false}, // natural shellac holds wax: dewaxed between
		{"oak + old:oil_varnish > oil_hardwax", Refuse, false},
		{"oak + old:latex_paint > enamel_wb pale", Prepare, true},
		{"oak + shellac_dewaxed > clear_wb_pu", Sound, true},
		{"oak + stain_gel_oil > clear_wb_pu", Prepare, true},
		{"oak > paint_chalk pale", Prepare, false},
		{"oak + primer_shellac pale > paint_chalk pale", Sound, true},
		{"oak + shellac_dewaxed > varnish_conversion", Test, true},
		{"oak + wax_clear > clear_wb_pu", Refuse, false},
		{"melamine > clear_wb_pu", Prepare, false},
		{"melamine > primer_wb_bonding pale", Prepare, true},
		{"mdf > primer_wb_blocking pale", Sound, true},
	} {
		got := Judge(join(t, c.join))
		if got.Verdict != c.want || got.Legal() != c.legal {
			t.Errorf("%s: %s, legal %v; want %s, %v", c.join, got.Verdict, got.Legal(), c.want, c.legal)
		}
		if len(got.Findings) > 0 && got.Findings[0].Rule.Verdict != got.Verdict {
			t.Errorf("%s: %s is told first, though the verdict is %s", c.join, got.Findings[0].Rule.ID, got.Verdict)
		}
	}
}

func TestFilmLimits(t *testing.T) {
	thick := func(id, text string, coats int) bool {
		j := join(t, text)
		j.Coats = coats
		for _, f := range Judge(j).Findings {
			if f.Rule.ID == id {
				return true
			}
		}
		return false
	}
	// 40 µm a coat on 20 of vinyl sealer: two make 100 µm in all, three would make 140.
	if thick("C6f", "oak + sealer_vinyl > varnish_conversion", 2) || !thick("C6f", "oak + sealer_vinyl > varnish_conversion", 3) {
		t.Error("conversion varnish should be refused above 125 µm in all, and only there")
	}
	if thick("F1", "oak > clear_wb_pu", 4) || !thick("F1", "oak > clear_wb_pu", 5) {
		t.Error("waterborne polyurethane at 32 µm a coat carries four coats in 150 µm, not five")
	}
}

// Waits in hours after the coat below, in a heated room and in a cold damp one. Basis: practice, stretched by estimate.
func TestWaits(t *testing.T) {
	shed := climate.Air{TempC: 13, RH: 75}
	for _, c := range []struct {
		join      string
		air       climate.Air
		low, high float64
		basis     core.Basis
	}{
		{"oak + clear_wb_pu > clear_wb_pu", heated, 2, 2, core.Practice},
		{"oak + clear_wb_pu > clear_wb_pu", shed, 6, 12, core.Estimate},
		{"oak + stain_gel_oil > stain_gel_oil", heated, 6, 6, core.Practice},
		{"oak + stain_gel_oil > stain_gel_oil", shed, 12, 24, core.Estimate},
		{"oak + stain_gel_oil > clear_wb_pu", heated, 24, 24, core.Practice},
		{"oak + stain_gel_oil > clear_wb_pu", shed, 48, 72, core.Estimate},
		{"oak + stain_gel_oil > shellac_dewaxed", heated, 6, 6, core.Practice}, // the barrier shortens it to the stain's own time
		{"oak + oil_danish > clear_wb_pu", heated, 168, 168, core.Practice},
		{"oak + oil_danish > varnish_oil_pu", heated, 72, 72, core.Practice},
		{"beech + paint_chalk pale > clear_wb_pu", heated, 12, 12, core.Practice},
		{"oak + old:oil_varnish > clear_wb_pu", shed, 0, 0, core.Practice}, // cured long ago
		{"pine + primer_wb_blocking pale > enamel_wb pale", heated, 12, 12, core.Practice},
	} {
		j := join(t, c.join)
		j.Context.Air = c.air
		got := Judge(j)
		if got.EarliestH < c.low || got.EarliestH > c.high || got.WaitBasis != c.basis {
			t.Errorf("%s at %v: %.1f h (%s), want %v–%v (%s)", c.join, c.air, got.EarliestH, got.WaitBasis, c.low, c.high, c.basis)
		}
	}
}

func TestMomentInTheWindow(t *testing.T) {
	for _, c := range []struct {
		join  string
		since float64
		keyed bool
		rule  string
		want  Verdict
	}{
		{"oak + clear_wb_pu > clear_wb_pu", 1.9, false, "T1", Refuse},
		{"oak + clear_wb_pu > clear_wb_pu", 2.0, false, "", Sound},
		{"oak + clear_wb_pu > clear_wb_pu", 24.0, false, "", Sound},
		{"oak + clear_wb_pu > clear_wb_pu", 24.1, false, "T2", Prepare},
		{"oak + clear_wb_pu > clear_wb_pu", 24.1, true, "", Sound},
		{"oak + shellac_dewaxed > shellac_dewaxed", 9000, false, "T3", Sound}, // it melts in: no latest time
	} {
		j := join(t, c.join)
		j.SinceH, j.Keyed = &c.since, c.keyed
		got := Judge(j)
		rule := ""
		if len(got.Findings) > 0 {
			rule = got.Findings[0].Rule.ID
		}
		if got.Verdict != c.want || rule != c.rule {
			t.Errorf("%s after %v h (keyed %v): %s by %q, want %s by %q", c.join, c.since, c.keyed, got.Verdict, rule, c.want, c.rule)
		}
	}
}

// What coats leave behind for the next one to meet.
func TestGroundRemembersWhatRulesAsk(t *testing.T) {
	for _, c := range []struct {
		below                                 string
		blocked, watch, gripped, pale, hidden bool
		film                                  float64
	}{
		{"oak", false, false, false, false, false, 0},
		{"oak + stain_oil tone", false, false, false, false, false, 0},
		{"oak + shellac_dewaxed", true, false, true, false, false, 16.4},
		{"oak + primer_wb_blocking pale", true, true, true, true, true, 38},
		{"oak + shellac_dewaxed + primer_wb_blocking pale", true, false, true, true, true, 54.4},
		{"oak + paint_chalk pale", false, false, true, true, true, 26.9},
		{"oak + paint_chalk pale + clear_wb_pu", false, false, true, true, true, 58.9},
		{"oak + paint_chalk pale + paint_chalk dark", false, false, true, false, true, 53.8},
	} {
		g := join(t, c.below).Ground
		if g.Blocked != c.blocked || g.Watch != c.watch || g.Gripped != c.gripped || g.Pale != c.pale || g.Hidden != c.hidden {
			t.Errorf("%s: %+v", c.below, g)
		}
		if diff := g.FilmUM - c.film; diff > 0.1 || diff < -0.1 {
			t.Errorf("%s: %.1f µm of film, want %.1f", c.below, g.FilmUM, c.film)
		}
	}
}

func BenchmarkJudge(b *testing.B) {
	j := join(b, "oak + stain_gel_oil > clear_wb_pu ! dining_table")
	for b.Loop() {
		Judge(j)
	}
}
