package document

import (
	"os"
	"os/exec"
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
		"家具":                 "",
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
