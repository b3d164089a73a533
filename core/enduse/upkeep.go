package enduse

import (
	_ "embed"
	"fmt"
	"strconv"

	"firmitas/core/coating"
	"firmitas/core/table"
)

//go:embed upkeep.csv
var upkeepFile []byte

// notHere marks a family that is no answer in a life: where it is laid all the same, it is renewed as its sheet says.
const notHere = -1

// upkeep are months by family, then by the kind of wear; 0 = not renewed as routine. Basis: practice, the short end.
var upkeep = func() map[string]map[string]int {
	out, err := readUpkeep(upkeepFile)
	if err != nil {
		panic(err) // it ships with the core
	}
	return out
}()

func readUpkeep(file []byte) (map[string]map[string]int, error) {
	rows, err := table.Read("upkeep.csv", file)
	if err != nil {
		return nil, err
	}
	out := map[string]map[string]int{}
	for _, cell := range rows {
		id := cell["family"]
		if coating.Families[id] == nil {
			return nil, fmt.Errorf("upkeep.csv: there is no family %q", id)
		}
		out[id] = map[string]int{}
		for name, text := range cell {
			if name == "family" {
				continue
			}
			months, err := strconv.Atoi(text)
			if text == "-" {
				months, err = notHere, nil
			}
			if err != nil {
				return nil, fmt.Errorf("upkeep.csv, %s: %q of %s is no number of months", id, text, name)
			}
			out[id][name] = months
		}
	}
	return out, nil
}

// wear is the kind of wear by which upkeep goes: outdoors the place decides.
func (u *EndUse) wear() string {
	switch {
	case u.Place == "" || (u.IsA(traitOutdoors) && u.Place != Coast):
		return u.Upkeep
	case u.Place == Porch:
		return "covered"
	case u.Place == Open:
		return "exposed"
	case u.Place == Coast:
		return "coast"
	}
	return u.Upkeep
}

// RenewMonths is how often a last coat of a family is renewed in u; 0 when not as routine.
func (u *EndUse) RenewMonths(f *coating.Family) int {
	months, told := upkeep[f.ID][u.wear()]
	if !told || months == notHere {
		return f.RenewMonths
	}
	return months
}
