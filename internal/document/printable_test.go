package document

import (
	"math/rand/v2"
	"os"
	"os/exec"
	"regexp"
	"strings"
	"testing"
	"time"

	"firmitas/core/care"
)

// Whatever somebody types comes out on paper, as read by a program that is not ours: what the font does not know is
// named, and no text spoils the sheet.
func TestAnyTextPrints(t *testing.T) {
	for typed, reads := range map[string]string{
		"Stool":              "Stool",
		"Ähre, œuvre, señal": "Ähre, œuvre, señal",
		"Stool 🪑":            "Stool (chair)",
		"Thumbs 👍🏽 up":       "Thumbs (thumbs up sign) up",
		"Heart ❤️ and 𝒳":     "Heart",
		"家具 かぐ":              "家具 かぐ",
		"Ελένη, Шура":        "Ελένη, Шура",
		"שלום":               "שלום",
		"e\u0301te\u0301":    "été",
		"\U0010FFFF private": "private",
	} {
		card := Card{
			Lang: "en", Zone: time.UTC, Number: 1,
			Facts: care.Facts{Title: typed, Workshop: typed, Number: "26-001"},
		}
		for name, make := range map[string]func() ([]byte, error){
			"sheet": func() ([]byte, error) { return card.Sheet("a4", time.Now()) },
			"tag":   func() ([]byte, error) { return card.Tag(time.Now()) },
		} {
			pdf, err := make()
			if err != nil {
				t.Errorf("%s of %q: %v", name, typed, err)
				continue
			}
			at := t.TempDir() + "/a.pdf"
			if err := os.WriteFile(at, pdf, 0o600); err != nil {
				t.Fatal(err)
			}
			text, err := exec.Command("pdftotext", at, "-").CombinedOutput()
			if err != nil || !strings.Contains(strings.Join(strings.Fields(string(text)), " "), reads) {
				t.Errorf("%s of %q reads %q (%v), want %q in it", name, typed, text, err, reads)
			}
		}
	}
}

// Every letter that is printed has a shape in the typeface that it is set in: of every sentence and term in every
// language, of sums, and of spaces of one script beside letters of another. What needs one typeface is set in one.
func TestEveryLetterHasAShape(t *testing.T) {
	one, two := care.Arg{Sum: &care.Sum{Amount: "1234567.50", Currency: "EUR"}}, care.Arg{Text: "山田\u00a0さん, Ελένη\u3000山"}
	read := 0
	for _, l := range care.Languages {
		texts := care.Texts(l)
		for _, arg := range []care.Arg{one, two} {
			texts = append(texts, care.Message{ID: "quote.scope", Args: map[string]care.Arg{"text": arg}}.In(l))
		}
		for _, text := range texts {
			runs := runsOf(printable(text))
			if len(runs) > 1 && !strings.Contains(text, two.Text) {
				t.Errorf("%q is set in %d stretches", text, len(runs))
			}
			for _, run := range runs {
				for _, r := range run.text {
					read++
					if !run.face.has(r) {
						t.Fatalf("%q (%U) in %q has no shape in %s", r, r, text, run.face.name)
					}
				}
			}
		}
	}
	if read < 100_000 {
		t.Errorf("only %d letters were read", read)
	}
}

// Paper as it is read out, by programs that are not ours and by our own reading of what they unpack: a document of
// headings, paragraphs, lists and links, in its language, with nothing that is neither tagged nor set aside. Basis: what
// of PDF/UA-1 (ISO 14289-1) can be seen so; no validator of it comes from where our packages do.
func TestPaperIsReadOut(t *testing.T) {
	r := rand.New(rand.NewPCG(26, 3))
	for n := range 12 {
		card, made := someCard(t, r)
		card.Card, card.Link = care.Write(card.Facts, made), "http://127.0.0.1:8470/care/abc(def)"
		card.Lang = care.Languages[n%len(care.Languages)]
		sheet, err := card.Sheet(Papers[n%len(Papers)], made)
		if err != nil {
			t.Fatal(err)
		}
		tag, err := card.Tag(made)
		if err != nil {
			t.Fatal(err)
		}
		for _, pdf := range [][]byte{sheet, tag} {
			at := t.TempDir() + "/a.pdf"
			if err := os.WriteFile(at, pdf, 0o600); err != nil {
				t.Fatal(err)
			}
			tree := output(t, "pdfinfo", "-struct", at)
			for _, part := range []string{"Document", "  H1", "  L (", "    LI", "      LBody", "    Link", "Object"} {
				if !strings.Contains(tree, part) {
					t.Errorf("its tree has no %q:\n%s", part, tree)
				}
			}
			info := output(t, "pdfinfo", at)
			if !strings.Contains(info, "PDF version:     1.7") || !regexp.MustCompile(`Tagged: +yes`).MatchString(info) {
				t.Errorf("%s", info)
			}
			for _, font := range strings.Split(strings.TrimSpace(output(t, "pdffonts", at)), "\n")[2:] {
				if !regexp.MustCompile(`yes (yes|no ) yes`).MatchString(font) {
					t.Errorf("not in the file, or without its letters: %s", font)
				}
			}
			if checked := output(t, "qpdf", "--check", at); !strings.Contains(checked, "No syntax or stream encoding errors") {
				t.Errorf("%s", checked)
			}
			plain := output(t, "qpdf", "--qdf", "--object-streams=disable", at, "-")
			for _, must := range []string{"<pdfuaid:part>1<", "/Lang (" + string(card.Lang) + ")", "/DisplayDocTitle true"} {
				if !strings.Contains(plain, must) {
					t.Errorf("there is no %s", must)
				}
			}
			untagged(t, plain)
		}
	}
}

// untagged finds what is drawn outside any mark.
func untagged(t *testing.T, plain string) {
	t.Helper()
	open, drawn := false, 0
	for _, line := range strings.Split(plain, "\n") {
		switch {
		case strings.HasSuffix(line, " BDC"), strings.HasSuffix(line, " BMC"):
			open = true
		case line == "EMC":
			open = false
		case strings.HasSuffix(line, " Tj ET"), strings.HasSuffix(line, " re f"), strings.HasSuffix(line, " l S"):
			drawn++
			if !open {
				t.Errorf("drawn outside any mark: %.80q", line)
				return
			}
		}
	}
	if drawn < 10 {
		t.Errorf("only %d things were seen", drawn)
	}
}

func output(t *testing.T, program string, args ...string) string {
	t.Helper()
	out, err := exec.Command(program, args...).CombinedOutput()
	if err != nil {
		t.Fatalf("%s %v: %v %.300s", program, args, err, out)
	}
	return string(out)
}
