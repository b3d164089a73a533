package care

import (
	"fmt"
	"maps"
	"os"
	"slices"
	"strings"
	"testing"
)

// What the tables of a card say is entered twice, as books are (HELD=1 writes it anew).
func TestWhatCardsAreMadeOfIsEnteredTwice(t *testing.T) {
	var got strings.Builder
	for _, id := range slices.Sorted(maps.Keys(finishes)) {
		f := finishes[id]
		fmt.Fprintf(&got, "%s is %s, %s, days %g %g rain %g; opaque %s %s\n",
			id, f.Surface.ID, f.Kind, f.D1, f.D3, f.Rain, f.opaqueSurface, f.opaqueKind)
	}
	for _, id := range slices.Sorted(maps.Keys(surfaces)) {
		s := surfaces[id]
		fmt.Fprintf(&got, "%s bears %g, wiped %d, soaks %t, owner %t, hurt by", id, s.HeatC, s.Wipe, s.Soaks, s.Owner)
		for _, h := range s.Hurts {
			fmt.Fprintf(&got, " %s (%s: %v)", h.id, h.group, h.meets)
		}
		got.WriteString("\n")
	}
	for _, id := range slices.Sorted(maps.Keys(uses)) {
		fmt.Fprintf(&got, "%s %v\n", id, uses[id])
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
		t.Errorf("what cards are made of:\n%s\nwas\n%s", got.String(), want)
	}
}
