package enduse

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"firmitas/core/table"
)

// demandColumns of lives.csv, by Demand.
var demandColumns = [demandCount]string{"water", "alcohol", "cleaner", "heat", "abrasion", "weather"}

// Tags of a life in lives.csv.
const (
	tagBlocking  = "blocking"
	tagSkinOil   = "skin_oil"
	tagCureFirst = "cure_first"
)

// mustRead reads the table that ships with the core; a mistake in it is ours.
func mustRead(file []byte) []*EndUse {
	lives, err := readLives(file)
	if err != nil {
		panic(err)
	}
	return lives
}

func readLives(file []byte) ([]*EndUse, error) {
	rows, err := table.Read("lives.csv", file)
	if err != nil {
		return nil, err
	}
	var out []*EndUse
	for n, cell := range rows {
		u, err := readLife(cell)
		if err != nil {
			return nil, fmt.Errorf("lives.csv line %d: %w", n+2, err)
		}
		out = append(out, u)
	}
	return out, nil
}

func readLife(cell map[string]string) (*EndUse, error) {
	u := &EndUse{ID: cell["id"], Name: cell["name"], Group: cell["group"], Note: cell["note"], Say: cell["say"]}
	u.Is, u.Upkeep, u.Bare = list(cell["is"]), cell["upkeep"], Never
	for name, fit := range map[string]*Fit{"bare": &u.Bare, "film": &u.Film} {
		if cell[name] == "" {
			continue
		}
		known := false
		if *fit, known = fitNames[cell[name]]; !known {
			return nil, fmt.Errorf("%s of %s: %q is no fit", name, u.ID, cell[name])
		}
	}
	for d, column := range demandColumns {
		level, err := strconv.Atoi(cell[column])
		if err != nil || level < leastLevel || level > mostLevel {
			return nil, fmt.Errorf("%s of %s: %q is no level from %d to %d", column, u.ID, cell[column], leastLevel,
				mostLevel)
		}
		u.Asks[d] = level
	}
	film, err := strconv.ParseFloat(cell["film_um"], 64)
	if err != nil {
		return nil, fmt.Errorf("film_um of %s: %w", u.ID, err)
	}
	u.FilmUM = film
	for _, id := range list(cell["gates"]) {
		if _, known := Gates[GateID(id)]; !known {
			return nil, fmt.Errorf("gates of %s: there is no gate %q", u.ID, id)
		}
		u.Gates = append(u.Gates, GateID(id))
	}
	tags := list(cell["tags"])
	u.Blocking = slices.Contains(tags, tagBlocking)
	u.SkinOil = slices.Contains(tags, tagSkinOil)
	u.CureFirst = slices.Contains(tags, tagCureFirst)
	return u, nil
}

func list(cell string) []string {
	if cell == "" {
		return nil
	}
	return strings.Split(cell, "|")
}
