package care

import (
	"strings"

	"firmitas/core/enduse"
)

// Hurts are what a buyer may see happen to a piece, each with its words.
var Hurts = []string{"ring", "scratch", "chip", "sticky", "grey"}

// OtherLives are those that a buyer is asked about, in the order of the end uses.
func OtherLives() (out []string) {
	for _, u := range enduse.EndUses {
		if Known("life." + u.ID) {
			out = append(out, u.ID)
		}
	}
	return out
}

// OtherPlaces likewise.
func OtherPlaces() (out []string) {
	for _, p := range enduse.Places {
		out = append(out, string(p.Place))
	}
	return out
}

// Meanwhile is what whoever saw something happen may do, and must not, until the workshop answers: for that, and for
// what the piece is finished with.
func (c Card) Meanwhile(hurt string) (out []Message) {
	switch hurt {
	case "chip", "sticky":
		out = append(out, Message{ID: "hurt." + hurt})
	}
	if hurt == "sticky" {
		return out // nothing is to be done to what has not hardened
	}
	for _, s := range c.Sections {
		for _, l := range s.Lines {
			if s.ID == "damage" && (strings.HasPrefix(l.ID, "damage.") || strings.HasPrefix(l.ID, "below.")) {
				out = append(out, l.Message)
			}
		}
	}
	return out
}
