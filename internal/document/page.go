package document

import (
	"bytes"
	_ "embed"
	"html/template"
	"time"

	"firmitas/core/care"
)

//go:embed page.html
var pageHTML string

// PageCSS is the style sheet of the buyer's page.
//
//go:embed page.css
var PageCSS []byte

var pageTemplate = template.Must(template.New("page").Parse(pageHTML))

// Page is the buyer's page: the card, and what its buyer may do from it.
type Page struct {
	Card
	Base     string    // its address without a query; "" where it is only looked at
	Ended    time.Time // replaced, or withdrawn; zero while it stands
	NewerAt  string    // the address of the one that stands
	Photos   []Photo
	Answer   []string // to what was just sent
	Asked    string   // which of its forms was
	Reminded bool     // a reminder runs
	Facts    bool     // each sentence with the fact that it stands for
	Missing  bool     // there is no card
}

// Photo of a page.
type Photo struct{ Address, Caption string }

type option struct{ Value, Name string }

type language struct {
	Lang          care.Lang
	Name, Address string
	Here          bool
}

type pageLine struct{ Text, Because string }

type pageSection struct {
	Title string
	First bool
	Lines []pageLine
}

// shown is what the template reads.
type shown struct{ Page }

// HTML is the page, whole.
func (p Page) HTML() ([]byte, error) {
	var out bytes.Buffer
	err := pageTemplate.Execute(&out, shown{p})
	return out.Bytes(), err
}

// Say is one of the page's own words.
func (s shown) Say(id string) string { return s.words("page."+id, s.args()) }

func (s shown) args() map[string]care.Arg {
	ended := s.Ended
	if s.Zone != nil {
		ended = ended.In(s.Zone)
	}
	return map[string]care.Arg{"day": {Day: &ended}, "workshop": {Text: s.Card.Facts.Workshop}}
}

func (s shown) Heading() string {
	if s.Missing {
		return s.Say("none")
	}
	return s.heading()
}

func (s shown) Number() string {
	return s.words("page.number", map[string]care.Arg{"number": {Text: s.Card.Facts.Number}})
}

func (s shown) Issue() string { return s.issue() }

func (s shown) Withdrawn() string {
	if !s.Card.Withdrawn {
		return ""
	}
	return s.Say("withdrawn")
}

func (s shown) Replaced() string {
	if s.Ended.IsZero() || s.Card.Withdrawn {
		return ""
	}
	return s.Say("replaced")
}

func (s shown) Newer() string { return s.NewerAt }

// Open tells whether its buyer may keep it and answer from it.
func (s shown) Open() bool { return s.Base != "" && s.Ended.IsZero() }

// Form is the address of another form of the card, or of what is sent from it.
func (s shown) Form(name string) string { return s.Base + "/" + name + "?lang=" + string(s.Lang) }

func (s shown) Languages() (out []language) {
	if s.Base == "" {
		return nil // where it is shown, the language is chosen
	}
	for _, l := range care.Languages {
		out = append(out, language{l, l.Name(), s.Base + "?lang=" + string(l), l == s.Lang})
	}
	return out
}

func (s shown) Sections() (out []pageSection) {
	if s.Card.Withdrawn {
		return nil
	}
	for i, told := range s.Card.Card.In(s.Lang) {
		due := told.ID == "look_after" && s.Card.Card.Due
		first := i == 0 && (told.ID == "today" || due)
		section := pageSection{Title: told.Title, First: first}
		for _, l := range told.Lines {
			line := pageLine{Text: said(l)}
			if s.Page.Facts {
				line.Because = s.words("page.facts", map[string]care.Arg{"text": {Text: l.Fact}})
			}
			section.Lines = append(section.Lines, line)
		}
		out = append(out, section)
	}
	return out
}

func (s shown) options(prefix string, ids []string) (out []option) {
	for _, id := range ids {
		out = append(out, option{id, s.words(prefix+id, nil)})
	}
	return out
}

func (s shown) Hurts() []option  { return s.options("page.hurt_", care.Hurts) }
func (s shown) Lives() []option  { return s.options("life.", care.OtherLives()) }
func (s shown) Places() []option { return s.options("place.", care.OtherPlaces()) }

// Renews tells whether anything is renewed as routine.
func (s shown) Renews() bool { return len(s.Card.Card.Renewals) > 0 }
