package document

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
)

// Card is one issue of a card, read at a moment in a language, for every form that it goes out in.
type Card struct {
	Facts     care.Facts
	Card      care.Card
	Lang      care.Lang
	Number    int       // of the issue; 0 = it is not issued yet
	Issued    time.Time // zero likewise
	Link      string    // the address of its page; "" likewise
	Zone      *time.Location
	World     string // the workshop's id in the whole world
	Withdrawn bool
}

// words are the page's own, filled in.
func (c Card) words(id string, args map[string]care.Arg) string {
	return care.Message{ID: id, Args: args}.In(c.Lang)
}

func (c Card) heading() string {
	return c.words("page.title", map[string]care.Arg{"title": {Text: c.Facts.Title}})
}

// issue is its number and day; "" on one that is not issued yet.
func (c Card) issue() string {
	if c.Number == 0 {
		return ""
	}
	day := c.Issued.In(c.Zone)
	return c.words("page.issue", map[string]care.Arg{"n": {N: &c.Number}, "day": {Day: &day}})
}

// said is a line with the zones that it is about.
func said(l care.Said) string {
	if len(l.Zones) == 0 {
		return l.Text
	}
	return strings.Join(l.Zones, ", ") + ": " + l.Text
}

// Text is the card as plain text, a line a sentence.
func (c Card) Text() []byte { return c.plain("", "", "- ") }

// Markdown is the card for a listing.
func (c Card) Markdown() []byte { return c.plain("# ", "## ", "- ") }

// onSale are the sections of a card that a sale page tells, in its order.
var onSale = []string{"what", "history", "every_day", "cautions"}

// Listing is the piece for a sale page, as plain text: what it is, its finish, its care and what labels state, and the
// marks that stay, in the workshop's own words.
func (c Card) Listing(marks []string) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s\n", c.Facts.Title)
	told := c.Card.In(c.Lang)
	for _, id := range onSale {
		for _, s := range told {
			if s.ID != id {
				continue
			}
			fmt.Fprintf(&b, "\n%s\n", s.Title)
			for _, l := range s.Lines {
				fmt.Fprintf(&b, "- %s\n", said(l))
			}
		}
	}
	if len(marks) > 0 {
		fmt.Fprintf(&b, "\n%s\n", c.words("listing.faults", nil))
		for _, m := range marks {
			fmt.Fprintf(&b, "- %s\n", c.words("listing.fault", map[string]care.Arg{"text": {Text: m}}))
		}
	}
	return b.String()
}

func (c Card) plain(title, section, item string) []byte {
	var b strings.Builder
	escape := func(s string) string { return s }
	if title != "" {
		escape = markdown.Replace
	}
	fmt.Fprintf(&b, "%s%s\n", title, escape(c.heading()))
	for _, s := range c.Card.In(c.Lang) {
		fmt.Fprintf(&b, "\n%s%s\n\n", section, escape(s.Title))
		for _, l := range s.Lines {
			fmt.Fprintf(&b, "%s%s\n", item, escape(said(l)))
		}
	}
	if at := c.issue(); at != "" {
		fmt.Fprintf(&b, "\n%s\n%s\n", escape(at), c.Link)
	}
	return []byte(b.String())
}

// markdown keeps what somebody typed from being read as a mark.
var markdown = strings.NewReplacer(`\`, `\\`, "*", `\*`, "_", `\_`, "#", `\#`, "`", "\\`", "[", `\[`, "]", `\]`, "<",
	`\<`, "|", `\|`)

// matters are the lines that a tag has room for: when it has hardened, and what must not happen to it.
func (c Card) matters() []string {
	const lines = 3
	var first, avoid []string
	for _, s := range c.Card.In(c.Lang) {
		for _, l := range s.Lines {
			switch {
			case s.ID == "today" && !strings.HasPrefix(l.ID, "today.reckoned"):
				first = append(first, said(l))
			case s.ID == "avoid", s.ID == "every_day":
				avoid = append(avoid, said(l))
			}
		}
	}
	all := slices.Concat(first[:min(len(first), 1)], avoid)
	return all[:min(len(all), lines)]
}
