package compat

import (
	"fmt"
	"maps"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"firmitas/core"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

var heated = climate.Air{TempC: 23, RH: 50}

// parse reads a join in the handbook's notation.
func parse(t testing.TB, text string) Join {
	t.Helper()
	j, err := Parse(text)
	if err != nil {
		t.Fatalf("%s: %v", text, err)
	}
	return j
}

func spoke(j Judgement, id string) bool {
	return slices.ContainsFunc(j.Findings, func(f Finding) bool { return f.Rule.ID == id })
}

func TestEveryRuleSpeaksKeepsSilentAndIsWhole(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range Rules {
		if !spoke(Judge(parse(t, r.Speaks)), r.ID) {
			t.Errorf("%s should speak at %q", r.ID, r.Speaks)
		}
		if spoke(Judge(parse(t, r.Silent)), r.ID) {
			t.Errorf("%s should keep silent at %q", r.ID, r.Silent)
		}
		if seen[r.ID] || (r.When == nil) == (r.Moment == nil) {
			t.Errorf("rule %s stands twice, or asks nothing", r.ID)
		}
		seen[r.ID] = true
		if r.Title == "" || r.Theme == "" || r.Basis == "" || (r.Reason == "" && r.Because == nil) ||
			(r.Basis == core.Published) != (r.Source != "") {
			t.Errorf("rule %s lacks a title, theme, basis, source or reason", r.ID)
		}
		if r.Verdict != Sound && r.Failure == "" {
			t.Errorf("rule %s does not say how it fails", r.ID)
		}
		if (r.Verdict == Refuse || r.Insert != "") && r.WayOut == "" && r.Because == nil && r.Insert == "" {
			t.Errorf("rule %s refuses without a way out", r.ID)
		}
		if r.Verdict == Prepare && r.Preparation.ID == "" && r.Insert == "" && r.Wait == nil {
			t.Errorf("rule %s asks for a preparation and names none", r.ID)
		}
	}
}

// without is the rules but one.
func without(id string) []Rule {
	return slices.DeleteFunc(slices.Clone(Rules), func(r Rule) bool { return r.ID == id })
}

func answer(j Judgement) string {
	var prep []string
	for _, p := range j.Preparations {
		prep = append(prep, p.ID)
	}
	slices.Sort(prep)
	return fmt.Sprint(j.Verdict, j.NeedsInsert, slices.Compact(prep), math.Round(j.EarliestH*10), j.LatestH)
}

// No rule is dead: taking it away changes the answer somewhere, at the join it is shown with or at one of the judged
// cases. Rules that only give a reason for a sound join are left out.
func TestNoRuleIsShadowedOrDead(t *testing.T) {
	var joins []Join
	for _, c := range readCases(t) {
		joins = append(joins, parse(t, c.join))
	}
	for _, r := range Rules {
		if r.Verdict == Sound && r.Wait == nil {
			continue
		}
		rest := newRuleSet(without(r.ID))
		decides := func(j Join) bool { return answer(Judge(j)) != answer(rest.judge(j)) }
		if !decides(parse(t, r.Speaks)) && !slices.ContainsFunc(joins, decides) {
			t.Errorf("%s changes no answer: other rules always say as much (%q)", r.ID, r.Speaks)
		}
	}
}

// randomJoins lays random coats of all families on random materials, in random states.
func randomJoins(n int, seed uint64) []Join {
	r := rand.New(rand.NewPCG(seed, 7))
	var products []*coating.Product
	for _, id := range slices.Sorted(maps.Keys(coating.Families)) {
		for _, shade := range coating.Shades {
			if p, err := coating.New(coating.Product{Name: id, Shade: shade, Sheen: coating.Sheen(r.IntN(6))}, id); err == nil {
				products = append(products, p)
			}
		}
	}
	some := func() *coating.Product { return products[r.IntN(len(products))] }
	out := make([]Join, n)
	for i := range out {
		s := Stack{
			Base: Bare(substrate.Materials[r.IntN(len(substrate.Materials))]),
			Context: Context{
				Air:        climate.Air{TempC: float64(5 + r.IntN(30)), RH: float64(20 + r.IntN(75))},
				FoodPolicy: enduse.StrictFood,
			},
		}
		if r.IntN(3) == 0 {
			f := substrate.OldFinishes[r.IntN(len(substrate.OldFinishes))]
			s.Base = GroundOf(s.Base.Material, substrate.Inspection{Finish: f}, substrate.Keep)
		}
		if r.IntN(2) == 0 {
			s.Context.Use = enduse.EndUses[r.IntN(len(enduse.EndUses))]
		}
		s.Context.Schools = Schools{r.IntN(4) == 0, r.IntN(4) == 0, r.IntN(4) == 0, r.IntN(4) == 0}
		since := r.Float64() * 500
		for range r.IntN(4) {
			h := since
			s.Laid = append(s.Laid, Laid{some(), 1 + r.IntN(4), &h, nil, r.IntN(4) == 0, r.IntN(6) == 0})
			since *= r.Float64()
		}
		if r.IntN(3) == 0 {
			s.State = State{
				Distress:    []Distress{Undistressed, DryDistress, WetDistress}[r.IntN(3)],
				Key:         []Key{NotKeyed, Keyed, SteelWool}[r.IntN(3)],
				Cured:       r.IntN(5) == 0,
				Unsound:     r.IntN(9) == 0,
				Heavy:       r.Float64() * 3,
				MoisturePct: r.Float64() * 25,
				MixedH:      r.Float64() * 9,
				Soiled:      Soils[:r.IntN(3)],
			}
		}
		out[i] = s.Over(Laid{Product: some(), Coats: 1 + r.IntN(4), Partly: r.IntN(4) == 0})
		if r.IntN(9) == 0 {
			out[i] = s.Surface()
		}
	}
	return out
}

// Property: whatever the state, an answer has a reason for every doubt, an end after its beginning, and more doubt
// never brings less caution.
func TestJudgementsHoldTogether(t *testing.T) {
	for _, j := range randomJoins(20000, 1) {
		checkJudgement(t, j)
	}
}

func checkJudgement(t *testing.T, j Join) {
	t.Helper()
	out := Judge(j)
	if out.Verdict != Sound &&
		(len(out.Findings) == 0 || out.Findings[0].Reason == "" || out.Findings[0].Rule.Verdict != out.Verdict) {
		t.Fatalf("%+v: %s without the reason first", j, out.Verdict)
	}
	if math.IsNaN(out.EarliestH) || out.EarliestH < 0 || out.LatestH < 0 ||
		(out.LatestH > 0 && out.LatestH < out.EarliestH) {
		t.Fatalf("%+v: from %v to %v", j, out.EarliestH, out.LatestH)
	}
	worse := j
	worse.State.Soiled = append(slices.Clone(j.State.Soiled), Silicone)
	worse.State.Unsound = true
	if got := Judge(worse); got.Verdict < out.Verdict {
		t.Fatalf("%+v: soiled and loose it is judged better: %s, was %s", j, got.Verdict, out.Verdict)
	}
	cooler := j
	cooler.Context.Air.TempC -= 3
	beside := j.Ground.Open[0] != nil // in cooler air what lies open had dried longer before it was decorated
	if got := Judge(cooler); !beside && got.EarliestH < out.EarliestH-1e-9 {
		t.Fatalf("%+v: cooler air shortens the wait from %v to %v", j, out.EarliestH, got.EarliestH)
	}
}

// An unknown old finish is never judged better than every known one that it might be.
func TestUnknownIsNeverTheBetterBet(t *testing.T) {
	for _, m := range substrate.Materials {
		for id := range coating.Families {
			for _, shade := range coating.Shades {
				p, err := coating.New(coating.Product{Name: id, Shade: shade, Sheen: coating.Satin}, id)
				if err != nil {
					t.Fatal(err)
				}
				judgeOver := func(seen substrate.Inspection) Judgement {
					return Judge(Join{
						Ground:  GroundOf(m, seen, substrate.Keep),
						Coat:    p,
						Coats:   1,
						Context: Context{Air: heated},
					})
				}
				unknown := judgeOver(substrate.Inspection{Unknown: true}).Verdict
				best := Refuse
				for _, f := range substrate.OldFinishes {
					if f.ID != "bare" {
						best = min(best, judgeOver(substrate.Inspection{Finish: f}).Verdict)
					}
				}
				if unknown < best {
					t.Errorf("%s, %s %s: unknown is %s, though the best of all known is %s", m.ID, id, shade, unknown,
						best)
				}
			}
		}
	}
}

// A finer rule changes only what it names.
func TestAFinerRuleChangesOnlyWhatItNames(t *testing.T) {
	finer := Rule{
		ID:      "finer",
		Verdict: Refuse,
		Reason:  "for the test",
		When:    func(j *Join) bool { return covered(j) && on(j).ID == "shellac_dewaxed" && coat(j).ID == "clear_wb_pu" },
	}
	more := newRuleSet(append(slices.Clone(Rules), finer))
	named := 0
	for _, j := range append(randomJoins(5000, 2), parse(t, "oak + shellac_dewaxed > clear_wb_pu")) {
		if j.Coat == nil {
			continue
		}
		before, after := answer(Judge(j)), answer(more.judge(j))
		if finer.When(&j) {
			named++
		} else if before != after {
			t.Fatalf("%+v: %s became %s", j, before, after)
		}
	}
	if named == 0 {
		t.Error("nothing named")
	}
}

type judgedCase struct{ theme, join, verdict, insert, rule, why string }

// readCases reads testdata/cases.md, a table that finishers can read and argue with.
func readCases(t testing.TB) []judgedCase {
	t.Helper()
	text, err := os.ReadFile("testdata/cases.md")
	if err != nil {
		t.Fatal(err)
	}
	var out []judgedCase
	theme := ""
	for line := range strings.Lines(string(text)) {
		if name, isTheme := strings.CutPrefix(line, "## "); isTheme {
			theme = strings.TrimSpace(name)
		}
		cells := strings.Split(strings.TrimSpace(line), "|")
		if len(cells) != 7 || !strings.Contains(cells[1], "`") {
			continue
		}
		for i := range cells {
			cells[i] = strings.TrimSpace(strings.Trim(strings.TrimSpace(cells[i]), "`"))
		}
		out = append(out, judgedCase{theme, cells[1], cells[2], cells[3], cells[4], cells[5]})
	}
	return out
}

func TestJudgedCases(t *testing.T) {
	cases := readCases(t)
	verdicts := map[string]int{}
	for _, c := range cases {
		got := Judge(parse(t, c.join))
		insert := ""
		if got.NeedsInsert {
			insert = "insert"
		}
		decided := "none"
		if len(got.Findings) > 0 {
			decided = got.Findings[0].Rule.ID
		}
		verdicts[got.Verdict.String()]++
		if got.Verdict.String() != c.verdict || insert != c.insert || (c.rule != "" && !spoke(got, c.rule)) {
			t.Errorf("%s: %s\n\tis judged %s %s by %s, the table says %s %s by %s", c.theme, c.join, got.Verdict,
				insert, decided, c.verdict, c.insert, c.rule)
		}
	}
	if len(cases) < 150 || verdicts["sound"] < 20 || verdicts["prepare"] < 20 || verdicts["test"] < 15 ||
		verdicts["refuse"] < 30 {
		t.Errorf("%d cases, %v; at least 150 over all four verdicts", len(cases), verdicts)
	}
}

// A new kind or a new material that nobody has judged is said by name. What ships finished comes as an old finish.
func TestEveryKindIsJudged(t *testing.T) {
	seen := map[*coating.Family]bool{}
	bare := map[*substrate.Material]bool{}
	for _, c := range readCases(t) {
		j := parse(t, c.join)
		for _, p := range append(j.Ground.Open[:], j.Ground.Top, j.Coat) {
			if p != nil {
				seen[p.Family] = true
			}
		}
		bare[j.Ground.Material] = true
	}
	for id, f := range coating.Families {
		if !seen[f] && !f.Is(coating.GroupBare) {
			t.Errorf("no judged case has %s as a coat or as what it goes over: add one to testdata/cases.md", id)
		}
	}
	for _, m := range substrate.Materials {
		if !bare[m] {
			t.Errorf("no judged case stands on %s: add one to testdata/cases.md", m.ID)
		}
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
		{"oak + stain_gel_oil > stain_gel_oil", heated, 12, 12, core.Practice},
		{"oak + stain_gel_oil > stain_gel_oil", shed, 12, 24, core.Estimate},
		{"oak + stain_gel_oil > clear_wb_pu", heated, 24, 24, core.Practice},
		{"oak + stain_gel_oil > clear_wb_pu", shed, 48, 72, core.Estimate},
		// the barrier never shortens it below the stain's own dry time
		{"oak + stain_gel_oil > shellac_dewaxed", heated, 24, 24, core.Practice},
		{"oak + varnish_oil_pu > clear_wb_pu", heated, 72, 72, core.Practice},
		{"oak + lacquer_nc > clear_wb_pu", heated, 72, 72, core.Practice},
		{"oak + oil_linseed_boiled > shellac_dewaxed", heated, 72, 72, core.Practice},
		{"oak + oil_tung > clear_wb_pu", heated, 720, 720, core.Practice},
		{"oak + epoxy_flood > varnish_oil_pu", heated, 168, 168, core.Practice},
		{"oak + varnish_oil_pu > wax_clear", heated, 720, 720, core.Practice},
		{"oak + oil_danish > clear_wb_pu", heated, 168, 168, core.Practice},
		{"oak + oil_danish > varnish_oil_pu", heated, 72, 72, core.Practice},
		{"beech + paint_chalk pale > clear_wb_pu", heated, 12, 12, core.Practice},
		{"oak + old:oil_varnish > clear_wb_pu", shed, 0, 0, core.Practice}, // cured long ago
		{"pine + primer_wb_blocking pale > enamel_wb pale", heated, 12, 12, core.Practice},
	} {
		j := parse(t, c.join)
		j.Context.Air = c.air
		got := Judge(j)
		if got.EarliestH < c.low || got.EarliestH > c.high || got.WaitBasis != c.basis {
			t.Errorf("%s at %v: %.1f h (%s), want %v–%v (%s)", c.join, c.air, got.EarliestH, got.WaitBasis, c.low,
				c.high, c.basis)
		}
	}
}

// A label's word about a pair outweighs every doubt and every refusal that is not physics or safety; a passed board
// settles doubts only; a word against always stands.
func TestWordsOverrideDoubtsNeverPhysics(t *testing.T) {
	may := func(over bool, what string) []coating.Pairing {
		return []coating.Pairing{{Over: over, What: what, May: true, Sense: "It may go over it.", Source: "data sheet"}}
	}
	for _, c := range []struct {
		join    string
		pairing []coating.Pairing
		board   *Board
		want    Verdict
	}{
		{"oak + oil_hardwax > clear_wb_pu", nil, nil, Test},
		{"oak + oil_hardwax > clear_wb_pu", may(true, "oil_hardwax"), nil, Sound},
		{"oak + oil_hardwax > clear_wb_pu", may(true, "oil"), nil, Sound},
		{"oak + oil_hardwax > clear_wb_pu", may(true, "paint"), nil, Test},
		{"oak + oil_hardwax > clear_wb_pu", nil, &Board{Passed: true}, Sound},
		{"oak + oil_hardwax > clear_wb_pu", nil, &Board{Passed: true, Material: "ash"}, Test},
		{"oak + oil_hardwax > clear_wb_pu", nil, &Board{Passed: false, CrossCut: 4}, Refuse},
		{"oak + varnish_oil_pu > lacquer_cab", may(true, "clear"), nil, Sound},
		{"oak + varnish_oil_pu > lacquer_cab", nil, &Board{Passed: true}, Refuse},
		{"oak + wax_clear > clear_wb_pu", may(true, "wax"), nil, Refuse},
		{"beech > clear_wb_pu ! cot", may(true, "clear"), nil, Refuse},
		{
			"oak + clear_wb_pu > clear_wb_pu",
			[]coating.Pairing{{Over: true, What: "clear", May: false, Sense: "Not over another clear coat."}},
			nil,
			Refuse,
		},
		{"oak + clear_wb_pu @1h > clear_wb_pu", may(true, "clear"), nil, Refuse}, // time is physics
	} {
		j := parse(t, c.join)
		j.Coat.Pairings = c.pairing
		j.Coat.ID = 2
		if j.Ground.Top != nil {
			j.Ground.Top.ID = 1
		}
		if c.board != nil {
			c.board.Ground, c.board.Coat = 1, 2
			j.Context.Boards = []Board{*c.board}
		}
		got := Judge(j)
		if got.Verdict != c.want {
			t.Errorf("%s with %v %v: %s, want %s", c.join, c.pairing, c.board, got.Verdict, c.want)
		}
		if got.Verdict == Sound && (len(got.Words) == 0 || len(got.Quieted) == 0) {
			t.Errorf("%s: it does not say who overrode what", c.join)
		}
	}
}

// A board that lay straight on the material, or on an old finish, speaks of that ground and of no other.
func TestBoardsOnTheMaterialAndOnOldFinishes(t *testing.T) {
	for _, c := range []struct {
		join  string
		board Board
		want  Verdict
	}{
		{"rosewood > oil_danish", Board{Material: "rosewood"}, Prepare}, // wiped all the same
		{"rosewood > oil_danish", Board{Material: "oak"}, Test},
		{"rosewood > oil_danish", Board{Material: "rosewood", Old: "shellac"}, Test},
		{"pine + old:oil_paint > lacquer_aerosol", Board{Material: "pine", Old: "oil_paint"}, Prepare},
		{"pine + old:oil_paint > lacquer_aerosol", Board{Material: "pine"}, Test},
		{"pine + old:oil_paint > lacquer_aerosol", Board{Material: "pine", Old: "shellac"}, Test},
		{"oak + oil_hardwax > clear_wb_pu", Board{Material: "oak"}, Test},
	} {
		j := parse(t, c.join)
		j.Coat.ID, c.board.Coat, c.board.Passed = 2, 2, true
		j.Context.Boards = []Board{c.board}
		if got := Judge(j); got.Verdict != c.want {
			t.Errorf("%s with %+v: %s, want %s", c.join, c.board, got.Verdict, c.want)
		}
	}
}

// Source: ISO 2409 and ASTM D3359 (values from memory): the two scales run opposite ways.
func TestCrossCutClasses(t *testing.T) {
	for iso, astm := range []string{"5B", "4B", "3B", "2B", "1B", "0B"} {
		if D3359(iso) != astm {
			t.Errorf("class %d is %s, want %s", iso, D3359(iso), astm)
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
		g := parse(t, c.below).Ground
		if g.Blocked != c.blocked || g.Watch != c.watch || g.Gripped != c.gripped || g.Pale != c.pale ||
			g.Hidden != c.hidden {
			t.Errorf("%s: %+v", c.below, g)
		}
		if diff := g.FilmUM - c.film; diff > 0.1 || diff < -0.1 {
			t.Errorf("%s: %.1f µm of film, want %.1f", c.below, g.FilmUM, c.film)
		}
	}
}

func BenchmarkJudge(b *testing.B) {
	j := parse(b, "oak + stain_gel_oil > clear_wb_pu ! dining_table")
	for b.Loop() {
		Judge(j)
	}
}

// A build-up of five coats from bare wood to its surface; the bar is 1 ms.
func BenchmarkJudgeFiveCoats(b *testing.B) {
	j := parse(b, "oak + stain_gel_oil tone + shellac_dewaxed > clear_wb_pu ! dining_table")
	stack := Stack{Base: Bare(j.Ground.Material), Context: j.Context}
	for _, f := range []string{"stain_gel_oil", "shellac_dewaxed", "clear_wb_pu", "clear_wb_pu", "clear_wb_pu"} {
		p, err := coating.New(coating.Product{Name: f, Shade: coating.Clear}, f)
		if err != nil {
			b.Fatal(err)
		}
		stack.Laid = append(stack.Laid, Laid{Product: p, Coats: 1})
	}
	for b.Loop() {
		stack.Judge()
	}
}

// Whatever is written in the notation, it is read or refused, and what is read is judged without harm.
func FuzzJudge(f *testing.F) {
	for _, r := range Rules {
		f.Add(r.Speaks)
		f.Add(r.Silent)
	}
	f.Fuzz(func(t *testing.T, text string) {
		j, err := Parse(text)
		if err != nil || math.Abs(j.Context.Air.TempC) > 60 || !(j.Context.Air.RH > 0 && j.Context.Air.RH <= 100) {
			return
		}
		checkJudgement(t, j)
	})
}

// The notation refuses what it does not know: a case that was mistyped would ask something else, without a word.
func TestTheNotationRefusesWhatItDoesNotKnow(t *testing.T) {
	for _, mistyped := range []string{
		"oak > varnish_oil_pu x-3", "oak > varnish_oil_pu x0", "oak > varnish_oil_pu xx2", "oak > varnish_oil_pu @-2h", "oak > varnish",
		"oak > varnish_oil_pu shiny", "oaf > varnish_oil_pu", "oak + old:vrnish > varnish_oil_pu", "oak > varnish_oil_pu ! dsk",
	} {
		if _, err := Parse(mistyped); err == nil {
			t.Errorf("%q was read", mistyped)
		}
	}
	for _, state := range []string{
		"key=scufffed", "key=", "key", "hours=unknwon", "hours=", "soil=wx", "seen=stiky", "done=sandid", "work=warm",
		"night=5", "air=cold/50", "air=20/-5", "today=two", "distress=wett", "cured=yes", "now=1", "rinsed=x", "heavy=-1",
		"moisture=-3", "mixed=old", "food=lax", "school=none", "warming=-1", "sticky",
	} {
		if _, err := Parse("oak + varnish_oil_pu > varnish_oil_pu; " + state); err == nil {
			t.Errorf("%q was read", state)
		}
	}
}

// A washcoat leaves less than half a coat, and all that it leaves is soft at first: the ground under it was bare.
func TestAWashcoatLeavesLittleAndThatIsSoft(t *testing.T) {
	for _, id := range []string{"shellac_dewaxed", "sealer_wb", "clear_wb_pu"} {
		full := parse(t, "pine + "+id+" > clear_wb_pu").Ground
		wash := parse(t, "pine + "+id+" wash > clear_wb_pu").Ground
		if wash.FilmUM <= 0 || wash.FilmUM >= full.FilmUM/2 {
			t.Errorf("%s leaves %.1f µm of a film of %.1f", id, wash.FilmUM, full.FilmUM)
		}
		if soft := wash.SoftUM; full.SoftUM > 0 && math.Abs(soft-wash.FilmUM) > 1e-9 {
			t.Errorf("%s: %.1f µm are soft of a wash of %.1f", id, soft, wash.FilmUM)
		}
	}
}

// What lies open beside a decoration goes on drying under the sky while the decoration waits to go on: the hours that it
// had by then are off its own wait, so all its hours together are what it asks for, and no more.
func TestWhatLiesOpenHasHadItsHours(t *testing.T) {
	decided := 0
	for _, below := range []string{"varnish_oil_pu", "oil_linseed_boiled", "enamel_alkyd", "oil_danish"} {
		for _, motif := range []string{"shellac_dewaxed", "paint_chalk", "enamel_wb", "varnish_oil_pu"} {
			for _, over := range []string{"varnish_oil_pu", "clear_wb_pu", "shellac_dewaxed"} {
				if coating.Families[below] == nil || coating.Families[motif] == nil || coating.Families[over] == nil {
					t.Fatalf("no kind %s, %s or %s", below, motif, over)
				}
				onMotif := Judge(parse(t, fmt.Sprintf("oak + %s + %s > %s", below, motif, over))).EarliestH
				first := Judge(parse(t, fmt.Sprintf("oak + %s > %s partly", below, motif))).EarliestH
				alone := Judge(parse(t, fmt.Sprintf("oak + %s > %s", below, over))).EarliestH
				beside := Judge(parse(t, fmt.Sprintf("oak + %s + %s partly > %s", below, motif, over))).EarliestH
				if alone <= onMotif || beside == onMotif {
					continue // the motif decides
				}
				decided++
				spared := first == 0 || beside < alone
				if !spared || beside < alone-first-1e-9 {
					t.Errorf("%s over %s beside %s: %.1f h, alone %.1f h of which it had %.1f", over, motif, below, beside, alone, first)
				}
			}
		}
	}
	if decided < 3 {
		t.Errorf("the ground decided in %d joins only: this tells nothing", decided)
	}
}

// Practice, but where a source is named: rules that turn on a number turn at that number, on the side that is told.
func TestRulesTurnWhereTheTradeSays(t *testing.T) {
	const above, below = true, false
	for _, c := range []struct {
		rule  string
		join  string // %g is the number
		at    float64
		side  bool // on which it speaks
		basis string
	}{
		{"S7", "oak > clear_wb_pu ; moisture=%g", 12, above, "indoors wood is coated up to 12 %"},
		{"S7o", "larch > varnish_spar ! outdoors_covered ; moisture=%g", 18, above, "BFS-Merkblatt 18: up to 18 %"},
		{"A6", "oak + varnish_conversion @%gh > varnish_conversion ; key=keyed", 8, above, "half cured from 8 h"},
		{"A6", "oak + varnish_conversion @%gh > varnish_conversion ; key=keyed", 24, below, "to 24 h"},
		{"A7", "oak + lacquer_precat @%gh > lacquer_precat", 24, above, "may lift from a day"},
		{"A7", "oak + lacquer_precat @%gh > lacquer_precat", 72, below, "to three"},
		{"C13", "oak > pu_2k_solvent ; mixed=%g", 6, above, "its label's pot life"},
		{"T1", "oak + clear_wb_pu @%gh > clear_wb_pu", 2, below, "its label's earliest"},
		{"T1h", "oak + varnish_oil_pu @%gh > clear_wb_pu", 24, above, "a careful plan waits three days, one is the least"},
		{"T1h", "oak + varnish_oil_pu @%gh > clear_wb_pu", 72, below, "the same"},
		{"T1w", "oak + clear_wb_pu @%gh > wax_clear", 24, above, "wax over a film in three weeks, by hand after a day"},
		{"T1w", "oak + clear_wb_pu @%gh > wax_clear", 504, below, "the same"},
		{"T2", "oak + clear_wb_pu @%gh > clear_wb_pu", 24, above, "its label's latest without keying"},
		{"T6", "oak + stain_gel_oil tone @%gh + shellac_dewaxed @2h > clear_wb_pu", 14, below, "half its own time under shellac"},
		{"T8", "oak + shellac_dewaxed @%gh > shellac_dewaxed", 8760, above, "a year old"},
		{"V4", "oak > clear_wb_pu ; now air=%g/60", 12, below, "too cold by its label"},
		{"V4", "oak > clear_wb_pu ; now air=20/%g", 80, above, "too damp"},
		{"V5", "oak + primer_wb_bonding pale @80h > enamel_alkyd dark ; now air=%g/60", 10, below, "too cold below"},
		{"V6", "oak > clear_wb_pu ; warming=%g", 2, below, "a board is as warm as the room after two hours"},
		{"V6t", "oak > clear_wb_pu ; warming=%g", 12, below, "a closed case overnight"},
		{"V9", "oak + clear_wb_pu @300h > clear_wb_pu ; heavy=%g key=keyed", 2, above, "twice as thick as meant"},
		{"R1", "oak > varnish_oil_pu ; done=bleach_two_part@%g", 96, below, "bleach goes on working for four days"},
	} {
		for _, side := range []float64{0.98, 1.02} {
			at := fmt.Sprintf(c.join, c.at*side)
			speaks := spoke(Judge(parse(t, at)), c.rule)
			if want := (side > 1) == c.side; speaks != want {
				t.Errorf("%s at %q: speaks %t, though %s", c.rule, at, speaks, c.basis)
			}
		}
	}
	for rule, edge := range map[string]string{ // what is reached, and not gone past
		"S7": "oak > clear_wb_pu ; moisture=12", "S7o": "larch > varnish_spar ! outdoors_covered ; moisture=18",
		"V4": "oak > clear_wb_pu ; now air=20/80", "T2": "oak + clear_wb_pu @24h > clear_wb_pu",
		"C13": "oak > pu_2k_solvent ; mixed=6", "V6": "oak > clear_wb_pu ; warming=2",
	} {
		if spoke(Judge(parse(t, edge)), rule) {
			t.Errorf("%s speaks at %q, where its limit is only reached", rule, edge)
		}
	}
}

// "Overnight" is twelve hours, and the label's own wait where that is longer.
func TestOvernightIsTwelveHours(t *testing.T) {
	for join, hours := range map[string]float64{
		"beech + enamel_wb dark > wax_gilding partly": 12, "beech + enamel_wb pale > paint_craft dark partly": 12,
		"beech + enamel_alkyd dark > wax_gilding partly": 16,
	} {
		if got := Judge(parse(t, join)).EarliestH; got < hours || got > 24 {
			t.Errorf("%s: after %g h, want %g at least and a day at most", join, got, hours)
		}
	}
	if h := Judge(parse(t, "beech + enamel_wb dark > wax_gilding partly")).EarliestH; h != 12 {
		t.Errorf("gilding wax after %g h, want 12", h)
	}
}
