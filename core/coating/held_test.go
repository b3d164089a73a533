package coating

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
)

// told writes out every typical value of a family, and on what terms its class takes other coats.
func told(f *Family) string {
	var out strings.Builder
	fmt.Fprintf(&out, "%s %s %s %s renew %d", f.ID, f.Carrier, f.Cure, f.Body, f.RenewMonths)
	for i := range Fields {
		if v := *Fields[i].Of(&f.Typical); v != 0 {
			fmt.Fprintf(&out, " %s=%g", Fields[i].Name, v)
		}
	}
	return out.String()
}

func toldClass(c *Class) string {
	var out strings.Builder
	fmt.Fprintf(&out, "class %s a day %d", c.ID, c.ADay)
	for k, t := range c.terms {
		if t == nil {
			continue
		}
		fmt.Fprintf(&out, "; %s%s", kindColumns[k], toldTerms(t))
	}
	return out.String()
}

func toldTerms(t *Terms) string {
	text := ""
	for word, holds := range map[string]bool{" refused": t.Refused, " board": t.Doubtful, " keyed": t.Key, " mist": t.Mist} {
		if holds {
			text += word
		}
	}
	words := strings.Fields(text)
	slices.Sort(words)
	text = fmt.Sprintf(" %g/%g h %s", t.SoonestH, t.PlanH, strings.Join(words, " "))
	if t.ClosesH > 0 {
		text += fmt.Sprintf(" closes %g", t.ClosesH)
	}
	if t.Red.ToH+t.Amber.ToH > 0 {
		text += fmt.Sprintf(" half-cured %v %v", t.Red, t.Amber)
	}
	if t.Later != nil {
		text += fmt.Sprintf(" from %g%s", t.LaterH, toldTerms(t.Later))
	}
	return text
}

// The tables are entered twice, as books are: a figure that is changed in one place only is found here. When a value is
// meant to change, change it in both: HELD=1 writes the second entry anew, and its diff is what a reader argues with.
func TestTheTablesAreEnteredTwice(t *testing.T) {
	var lines []string
	for _, f := range FamiliesInOrder() {
		lines = append(lines, told(f))
	}
	var classes []string
	for _, c := range Classes {
		classes = append(classes, toldClass(c))
	}
	slices.Sort(classes)
	got := strings.Join(append(lines, classes...), "\n") + "\n"
	const file = "testdata/held.txt"
	if os.Getenv("HELD") != "" {
		if err := os.WriteFile(file, []byte(got), 0o600); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	a, b := strings.Split(got, "\n"), strings.Split(string(want), "\n")
	for i := range max(len(a), len(b)) {
		if i >= len(a) || i >= len(b) || a[i] != b[i] {
			t.Fatalf("line %d differs:\n%s\nwas\n%s", i+1, at(a, i), at(b, i))
		}
	}
}

func at(lines []string, i int) string {
	if i < len(lines) {
		return lines[i]
	}
	return "(none)"
}
