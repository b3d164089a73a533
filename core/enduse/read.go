package enduse

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"strings"
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
	rows, err := csv.NewReader(bytes.NewReader(file)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("lives.csv: %w", err)
	}
	var out []*EndUse
	for n, row := range rows[1:] {
		cell := map[string]string{}
		for i, name := range rows[0] {
			cell[name] = row[i]
		}
		u, err := readLife(cell)
		if err != nil {
			return nil, fmt.Errorf("lives.csv line %d: %w", n+2, err)
		}
		out = append(out, u)
	}
	return out, nil
}

func readLife(cell map[string]string) (*EndUse, error) {
	u := &EndUse{ID: cell["id"], Name: cell["name"], Group: cell["group"], Note: cell["note"]}
	for d, column := range demandColumns {
		level, err := strconv.Atoi(cell[column])
		if err != nil || level < leastLevel || level > mostLevel {
			return nil, fmt.Errorf(
				"%s of %s: %q is no level from %d to %d",
				column,
				u.ID,
				cell[column],
				leastLevel,
				mostLevel,
			)
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
