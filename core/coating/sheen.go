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

// sheenRange reads "satin" or "matte-gloss" from families.csv ("dead-flat" is one sheen, "satin-semi" ends at semi-gloss).
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
