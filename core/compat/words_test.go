package compat

import (
	_ "embed"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"firmitas/core/enduse"
)

//go:embed testdata/words.md
var wordsFile string

// words are the ways in which something is told, by kind.
func words(t *testing.T) map[string][]string {
	t.Helper()
	out := map[string][]string{}
	for line := range strings.SplitSeq(wordsFile, "\n") {
		cells := strings.Split(line, "|")
		if len(cells) != 5 || strings.Contains(line, "---") || strings.Contains(line, "how it is told") {
			continue
		}
		kind, told := strings.TrimSpace(cells[2]), strings.TrimSpace(cells[3])
		out[kind] = append(out[kind], told)
	}
	return out
}

// saying is what lies there, what goes over it, and what is told besides, put together at random.
func saying(r *rand.Rand, words map[string][]string) string {
	pick := func(kind string) string { return words[kind][r.IntN(len(words[kind]))] }
	out := pick("material")
	var besides []string
	if r.IntN(4) == 0 {
		out += " + old:" + pick("old")
	}
	for range r.IntN(4) {
		out += " + " + pick("coat")
	}
	laid := strings.Contains(out, "+")
	for range r.IntN(3) {
		switch told := pick("told"); {
		case !strings.HasPrefix(told, "@"):
			besides = append(besides, told)
		case laid && !strings.HasSuffix(out, "h") && !strings.Contains(out, "old:"):
			out += " " + told
		}
	}
	if r.IntN(3) == 0 {
		besides = append(besides, "soil="+pick("soil"))
	}
	if r.IntN(3) == 0 && laid {
		besides = append(besides, "seen="+pick("sign"))
	}
	if !laid && r.IntN(2) == 0 {
		besides = append(besides, "done="+pick("done"))
	}
	coat, _, _ := strings.Cut(pick("coat"), " + ")
	out += " > " + coat
	if r.IntN(2) == 0 {
		out += " ! " + enduse.EndUses[r.IntN(len(enduse.EndUses))].ID
	}
	if len(besides) > 0 {
		out += " ; " + strings.Join(besides, " ")
	}
	return out
}

// Sweep: whatever a finisher may say of what is under the brush can be asked, and is answered with a headline, and with
// a reason where it is less than yes; and every way out of it is one that the judge lets pass.
func TestWhateverIsUnderTheBrushCanBeAsked(t *testing.T) {
	r := rand.New(rand.NewPCG(29, 4))
	all := words(t)
	if n := len(slices.Concat(all["material"], all["old"], all["coat"])); n < 120 {
		t.Fatalf("only %d grounds and coats", n)
	}
	kinds := map[Kind]int{}
	for range 3000 {
		text := saying(r, all)
		s, l, err := ParseStack(text)
		if err != nil {
			t.Errorf("cannot be asked: %s: %v", text, err)
			continue
		}
		a := AnswerOf(s, *l)
		kinds[a.Kind]++
		if a.Headline == "" || (a.Verdict >= Test && a.Reason == "") {
			t.Errorf("%s: no answer: %+v", text, a)
		}
		for _, w := range Through(s, *l, nil) {
			for _, step := range w.Steps {
				if !step.Join.Legal() {
					t.Errorf("%s: a way that is refused: %s", text, told(w))
				}
			}
		}
	}
	for _, k := range []Kind{Yes, YesOnce, NotLast, Between, ByHand, OnABoard, NotYet, No} {
		if kinds[k] == 0 {
			t.Errorf("nothing was answered with %q: %v", k, kinds)
		}
	}
}

// Every sign, soil and treatment has its word, and so can be told.
func TestEverySignSoilAndTreatmentHasItsWord(t *testing.T) {
	all := words(t)
	for _, s := range Signs {
		if !slices.Contains(all["sign"], string(s.ID)) {
			t.Errorf("sign %s has no word", s.ID)
		}
	}
	for _, s := range Soils {
		if !slices.Contains(all["soil"], string(s)) {
			t.Errorf("soil %s has no word", s)
		}
	}
	for _, tr := range Treatments {
		if !slices.ContainsFunc(all["done"], func(w string) bool { return strings.HasPrefix(w, tr.ID+"@") }) {
			t.Errorf("treatment %s has no word", tr.ID)
		}
	}
}

// How long a sign asks to wait is what its sentence says; a wood with open pores dries no quicker than one without.
func TestHoursOfASignAreThoseOfItsWords(t *testing.T) {
	phrases := []struct {
		words string
		from  float64
		to    float64
	}{
		{"an hour more", 1, 1}, {"one or two hours", 1, 2}, {"two to four hours", 2, 4}, {"half a day", 12, 12},
		{"half a day to a day", 12, 24}, {"overnight", 12, 12}, {"as long again", 2, 2}, {"leave it a day", 24, 24},
		{"another day", 24, 24}, {"else waits a day", 24, 24}, {"yet: a day", 24, 24}, {"tomorrow", 12, 24},
		{"three to seven days", 72, 168}, {"three days to a week", 72, 168}, {"one to three weeks", 168, 504},
		{"up to four weeks", 168, 672}, {"packing: three days", 72, 72}, {"a week", 168, 168}, {"two days pass", 48, 48},
		{"bound yet: a day", 24, 24},
	}
	held := 0
	for _, s := range Signs {
		for of, m := range s.means {
			text, said, fits := strings.ToLower(m.do), false, false
			for _, p := range phrases {
				if strings.Contains(text, p.words) {
					said = true
					fits = fits || m.againH >= p.from && m.againH <= p.to
				}
			}
			if said {
				held++
			}
			if said && !fits {
				t.Errorf("%s of kind %d: %g h, and %q", s.ID, of, m.againH, m.do)
			}
		}
	}
	if held < 25 {
		t.Errorf("only %d sentences say how long", held)
	}
}

// The trade's table of grounds that are thin today (practice): how long wood dries after a treatment, and with open
// pores.
func TestTreatmentsDryAsTheTradeSays(t *testing.T) {
	for id, h := range map[string][2]float64{
		"bleach_two_part": {72, 96} /* two to three days; the longer */, "bleach_chlorine": {24, 48}, "bleach_oxalic": {24, 48}, "lye": {48, 48},
		"iron": {24, 48}, "fumed": {24, 72}, "stripped": {24, 48},
	} {
		if one := FindTreatment(id); one.DryH != h[0] || one.OpenH != h[1] {
			t.Errorf("%s dries in %g h, in open pores in %g; the trade says %v", id, one.DryH, one.OpenH, h)
		}
	}
}
