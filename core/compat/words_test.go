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
