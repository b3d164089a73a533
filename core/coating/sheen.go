package coating

import (
	"fmt"
	"strings"
)

// Sheen is how a dry coat shines, from dead flat to gloss.
type Sheen int

const (
	DeadFlat Sheen = iota
	Matte
	Eggshell
	Satin
	SemiGloss
	Gloss
)

// SheenNames in order; the index is the Sheen.
var SheenNames = []string{"dead-flat", "matte", "eggshell", "satin", "semi-gloss", "gloss"}

// gloss60 in gloss units at 60°, by sheen. Basis: published, MPI gloss levels 1 to 6 (method ASTM D523, ISO 2813);
// values from memory. Neighbouring levels overlap on purpose: at 85° they part.
var gloss60 = [...][2]float64{{0, 5}, {5, 10}, {10, 25}, {20, 35}, {35, 70}, {70, 85}}

// Gloss60 is the range of gloss units that a label of this sheen usually means, measured at 60°.
func (s Sheen) Gloss60() (low, high float64) { return gloss60[s][0], gloss60[s][1] }

func (s Sheen) String() string { return SheenNames[s] }

// ParseSheen reads a name; the error lists the names there are.
func ParseSheen(name string) (Sheen, error) {
	for i, n := range SheenNames {
		if n == name {
			return Sheen(i), nil
		}
	}
	return 0, fmt.Errorf("no sheen %q; there are %s", name, strings.Join(SheenNames, ", "))
}

// sheenRange reads "satin" or "matte-gloss" from families.csv ("dead-flat" is one sheen, "satin-semi" ends at
// semi-gloss).
func sheenRange(cell string) ([]Sheen, error) {
	if cell == "" {
		return nil, nil
	}
	if s, err := ParseSheen(cell); err == nil {
		return []Sheen{s}, nil
	}
	from, to, _ := strings.Cut(cell, "-")
	if to == "semi" {
		to = SemiGloss.String()
	}
	low, err := ParseSheen(from)
	if err != nil {
		return nil, err
	}
	high, err := ParseSheen(to)
	if err != nil {
		return nil, err
	}
	var all []Sheen
	for s := low; s <= high; s++ {
		all = append(all, s)
	}
	return all, nil
}
