package enduse

import (
	"fmt"
	"os"
	"strings"
	"testing"
)

// Lives are entered twice, as books are: what each asks stands here again (HELD=1 writes it anew).
func TestWhatLivesAskIsEnteredTwice(t *testing.T) {
	var got strings.Builder
	for _, u := range EndUses {
		fmt.Fprintf(&got, "%s %v film %g gates %v rests %t skin %t cure %t\n",
			u.ID, u.Asks, u.FilmUM, u.Gates, u.Blocking, u.SkinOil, u.CureFirst)
	}
	const file = "testdata/held.txt"
	if os.Getenv("HELD") != "" {
		if err := os.WriteFile(file, []byte(got.String()), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	if got.String() != string(want) {
		t.Errorf("what the lives ask:\n%s\nwas\n%s", got.String(), want)
	}
}
