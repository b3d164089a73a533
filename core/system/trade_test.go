package system

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/substrate"
)

// stated are the statements on the labels of tradeShelf.
var stated = map[string]string{
	"enamel_wb": "toys", "paint_all_in_one": "toys", "clear_wb_pu": "toys", "oil_polymerised": "toys food",
	"oil_worktop": "food", "oil_hardwax": "food", "floor_wb_2k": "slip",
}

// tradeShelf is one tin of every kind that goes on furniture, with typical labels, and the answers that lay nothing.
func tradeShelf(t testing.TB) []*coating.Product {
	t.Helper()
	var lines []string
	for _, f := range coating.FamiliesInOrder() {
		if f.Is(coating.GroupFactory, coating.GroupFiller) || f.NothingOn() || f.Has(coating.KindUnknown) {
			continue
		}
		shades := []string{"clear"}
		switch {
		case f.Is(coating.GroupPaint):
			shades = []string{"pale", "dark"}
		case f.Is(coating.GroupPrimer):
			shades = []string{"pale"}
		case f.ID == "paint_craft", f.ID == "paint_metallic":
			shades = []string{"dark"}
		case f.Is(coating.GroupStain), f.ID == "wax_dark", f.ID == "oil_exterior_pigmented", f.ID == "stain_exterior_translucent":
			shades = []string{"tone"}
		}
		if f.ID == "stain_wb" {
			shades = append(shades, "pale")
		}
		for _, shade := range shades {
			lines = append(lines, f.ID+" "+shade+" "+stated[f.ID])
		}
	}
	out := shelf(t, lines...)
	for _, p := range out {
		if len(p.Family.Sheens) > 0 && !slices.Contains(p.Family.Sheens, p.Sheen) {
			p.Sheen = p.Family.Sheens[0]
		}
	}
	return append(out, coating.Nothing...)
}

// lifeCase is a line of testdata/lives.md: what a veteran would lay first, what may be among it, what never.
type lifeCase struct{ use, place, material, look, first, may, never string }

func readLifeCases(t testing.TB) (out []lifeCase) {
	t.Helper()
	text, err := os.ReadFile("testdata/lives.md")
	if err != nil {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(text)) {
		c := strings.Split(strings.TrimSpace(line), "|")
		if len(c) != 9 || enduse.Find(strings.TrimSpace(c[1])) == nil {
			continue
		}
		for i := range c {
			c[i] = strings.TrimSpace(c[i])
		}
		out = append(out, lifeCase{c[1], c[2], c[3], c[4], c[5], c[6], c[7]})
	}
	return out
}

// wish of a case; a material may carry an old finish that is kept: oak+shellac.
func (c lifeCase) wish() Wish {
	material, old, kept := strings.Cut(c.material, "+")
	w := wish(c.use, material, Look(c.look))
	w.Use = w.Use.At(enduse.Place(c.place))
	if kept {
		w.Seen.Finish, w.Action = substrate.FindFinish(old), substrate.Keep
		w.Seen.Age, w.Seen.Lead = substrate.Later, substrate.Negative
	}
	return w
}

// Practice: the first answer is one that a veteran would give, none that is shown is one of those that are wrong there,
// and what is a fair answer suits. "-" first: nothing on this shelf is an answer, and it is said why.
func TestLivesAsAVeteranWouldAnswer(t *testing.T) {
	shelf := tradeShelf(t)
	cases := readLifeCases(t)
	seen := map[string]bool{}
	for _, c := range cases {
		w := c.wish()
		seen[c.use] = true
		name := fmt.Sprintf("%s %s in %s, %s", c.use, c.place, c.material, c.look)
		answer := searched(t, w, shelf)
		checkAnswer(t, name, answer, shelf)
		if c.first == "-" {
			if len(answer.Systems) > 0 || len(answer.LeftOut) == 0 {
				t.Errorf("%s: %v, and nothing is an answer", name, lastFamilies(answer))
			}
			continue
		}
		if len(answer.Systems) == 0 {
			t.Errorf("%s: nothing suits, want %s", name, c.first)
			continue
		}
		shown := lastFamilies(answer)
		if !slices.Contains(strings.Fields(c.first), shown[0]) {
			t.Errorf("%s: %s first, want one of %s", name, shown[0], c.first)
		}
		if short := answer.Systems[0].Shortfall(); short > 0 && c.place == "heated" {
			t.Errorf("%s: the first answer falls %d short on its own preset", name, short)
		}
		suits := map[string]bool{}
		for p := range newSearch(t.Context(), w, shelf).run().best {
			suits[p.Family.ID] = true
		}
		for _, id := range strings.Fields(c.may) {
			if !suits[id] {
				t.Errorf("%s: %s does not suit, though it may", name, id)
			}
		}
		for _, id := range strings.Fields(c.never) {
			if slices.Contains(shown, id) {
				t.Errorf("%s: %s is shown, though it is wrong there", name, id)
			}
		}
	}
	for _, u := range enduse.EndUses {
		if !seen[u.ID] {
			t.Errorf("end use %s has no case", u.ID)
		}
	}
	if len(cases) < 220 {
		t.Errorf("%d cases, at least 220", len(cases))
	}
}

// What is said of a silent label must be true: the same tin with these words on it is stopped by no gate.
func TestALabelThatSpokeWouldOpenTheGate(t *testing.T) {
	shelf := tradeShelf(t)
	spoken := map[string]bool{}
	for _, u := range enduse.EndUses {
		w := wish(u.ID, "oak", Natural)
		for _, l := range searched(t, w, shelf).LeftOut {
			if l.Kind != "silent" {
				continue
			}
			told := *l.Product
			told.Floor, told.Exterior = coating.Yes, coating.Yes
			told.Statements = map[string]coating.Statement{}
			for _, kind := range []string{coating.StatesToys, coating.StatesFood, coating.StatesSlip} {
				told.Statements[kind] = coating.Statement{Sense: "stated"}
			}
			for _, again := range searched(t, w, []*coating.Product{&told}).LeftOut {
				if again.Product == &told && (again.Kind == "silent" || again.Kind == "gate") {
					t.Errorf("%s: %s with its words on is still stopped: %s", u.ID, told.Name, again.Reason)
				}
			}
			spoken[u.ID+" "+l.Product.Family.ID] = true
		}
	}
	for _, want := range []string{"floor_public floor_wb", "cot clear_wb_pu_heavy", "kitchen_top oil_hardwax_2k"} {
		if !spoken[want] {
			t.Errorf("%s is the right kind, and nothing says so", want)
		}
	}
	if spoken["toy varnish_spar"] || spoken["floor_public wax_clear"] {
		t.Error("no label makes spar varnish a toy's finish, or wax a floor's")
	}
}
