package coating

import (
	"slices"
	"testing"
)

// The usual tins are one of each, in a sheen that their kind comes in, and know nothing but what is typical.
func TestUsualTins(t *testing.T) {
	if n := len(UsualTins()); n < 40 || n > 50 {
		t.Errorf("%d tins", n)
	}
	names, groups := map[string]bool{}, map[Group]bool{}
	for _, p := range UsualTins() {
		if names[p.Name] || p.Maker != "" || len(p.Label)+len(p.Statements) > 0 {
			t.Errorf("%s stands twice, or says more than is typical", p.Name)
		}
		names[p.Name] = true
		if f := p.Family; len(f.Sheens) > 0 && !slices.Contains(f.Sheens, p.Sheen) {
			t.Errorf("%s does not come %s, but %v", p.Name, p.Sheen, f.Sheens)
		}
		for _, g := range p.Family.Groups {
			groups[g] = true
		}
	}
	for _, g := range []Group{GroupClear, GroupPaint, GroupPrimer, GroupSealer, GroupStain, GroupOil, GroupWax} {
		if !groups[g] {
			t.Errorf("no tin is a %s", g)
		}
	}
}
