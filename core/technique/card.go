package technique

import (
	_ "embed"
	"slices"
	"strings"

	"firmitas/core/coating"
	"firmitas/core/table"
)

// Card is what the hand does at a coat, in short lines, and what apprentices do wrong. Basis: practice, at 20 °C and
// 50 % RH; a label wins.
type Card struct {
	ID       string // its method, and the first kind that it is for
	Tool     string // and the tin
	Load     string // load, order, turning
	Stroke   string // and the wet edge
	Right    string // what it looks like when it is right, and from when hands stay off
	After    string // between coats, and cleaning up
	Caution  string // "" where there is none besides the product's own
	Wrong    string // what not to do
	method   string
	families []string // "*" = whatever has no card of its own
}

//go:embed cards.csv
var cardTable []byte

// Cards there are.
var Cards = readCards(cardTable)

// readCards panics on a faulty table: it ships with the core.
func readCards(file []byte) []Card {
	var out []Card
	for _, l := range table.Must("cards.csv", file) {
		families := strings.Fields(l["families"])
		out = append(out, Card{
			ID:   l["method"] + "/" + strings.Replace(families[0], "*", "any", 1),
			Tool: l["tool"], Load: l["load"], Stroke: l["stroke"], Right: l["right"], After: l["after"],
			Caution: l["caution"], Wrong: l["wrong"],
			method: l["method"], families: families,
		})
	}
	return out
}

// methodOf is the sort of card that a technique goes by.
var methodOf = map[string]string{
	"brush": "brush", "outdoor_brush": "brush", "foam_roller": "roller", "cloth": "cloth", "floor_cloth": "cloth",
	"gun": "gun", "gun_on_racks": "gun", "can": "can", "floor_roller": "floor", "pad_machine": "floor_oil",
	"floor_pad": "floor_oil", "deck_pad": "deck",
}

// CardFor is how a coat of a kind is laid in a technique; nil where nothing is laid.
func (t Technique) CardFor(f *coating.Family) *Card {
	if f.NothingOn() {
		return nil
	}
	for _, kind := range []string{f.ID, "*"} {
		at := slices.IndexFunc(Cards, func(c Card) bool {
			return c.method == methodOf[t.ID] && slices.Contains(c.families, kind)
		})
		if at >= 0 {
			return &Cards[at]
		}
	}
	return nil
}
