package care

import (
	"embed"
	"fmt"
	"maps"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"
)

// MailArgs fill the mails about a card.
func MailArgs(f Facts, link string) map[string]Arg {
	return map[string]Arg{"title": verbatim(f.Title), "workshop": verbatim(f.Workshop), "link": verbatim(link)}
}

// WordsVersion of the sentences. It is kept with each card that is issued; a sentence that comes to mean something else
// makes a new one.
const WordsVersion = 1

// Message is a whole sentence, or a term, by its id in the words of each language, with what is filled in.
type Message struct {
	ID   string         `json:"id"`
	Args map[string]Arg `json:"args,omitempty"`
}

// Arg is one thing that is filled in. Exactly one field is set.
type Arg struct {
	Day   *time.Time `json:"day,omitempty"`
	Month *time.Time `json:"month,omitempty"`
	N     *int       `json:"n,omitempty"`
	Every *int       `json:"every,omitempty"` // months between
	TempC *float64   `json:"tempC,omitempty"`
	Term  string     `json:"term,omitempty"` // the id of a term
	Sum   *Sum       `json:"sum,omitempty"`
	Text  string     `json:"text,omitempty"` // somebody's own words or a name, the same in every language
}

// Sum of money, as a decimal with a point, and its currency by ISO 4217.
type Sum struct {
	Amount   string `json:"amount"`
	Currency string `json:"currency"`
}

// in a language: the currency stands before the figure or behind it.
func (s Sum) in(l Lang) string {
	of := l.locale()
	whole, part, _ := strings.Cut(s.Amount, ".")
	sign := ""
	if rest, negative := strings.CutPrefix(whole, "-"); negative {
		sign, whole = "−", rest
	}
	const group = 3
	for at := len(whole) - group; at > 0; at -= group {
		whole = whole[:at] + of.group + whole[at:]
	}
	figure := sign + whole + of.decimals + part
	if of.behind {
		return figure + nbsp + s.Currency
	}
	return s.Currency + nbsp + figure
}

// moment at which a day begins.
func (a Arg) moment() time.Time {
	if a.Day != nil {
		return *a.Day
	}
	return time.Time{}
}

func day(t time.Time) Arg             { return Arg{Day: &t} }
func month(t time.Time) Arg           { return Arg{Month: &t} }
func n(count int) Arg                 { return Arg{N: &count} }
func every(months int) Arg            { return Arg{Every: &months} }
func temp(c float64) Arg              { return Arg{TempC: &c} }
func term(id string) Arg              { return Arg{Term: id} }
func verbatim(s string) Arg           { return Arg{Text: s} }
func kind(finish Finish) Arg          { return term("kind." + finish.Kind) }
func (m Message) same(o Message) bool { return m.In(Languages[0]) == o.In(Languages[0]) }

//go:embed words/*.txt
var wordsFiles embed.FS

// words by language and id.
var words = func() map[Lang]map[string]string {
	out := map[Lang]map[string]string{}
	for _, l := range Languages {
		file, err := wordsFiles.ReadFile("words/" + string(l) + ".txt")
		if err != nil {
			panic(err) // they ship with the core
		}
		if out[l], err = readWords(l, string(file)); err != nil {
			panic(fmt.Sprintf("words/%s.txt, %v", l, err))
		}
	}
	return out
}()

func readWords(l Lang, file string) (map[string]string, error) {
	out := map[string]string{}
	for i, line := range strings.Split(file, "\n") {
		line = strings.TrimSpace(line)
		if line == "" || strings.HasPrefix(line, "#") {
			continue
		}
		id, text, ok := strings.Cut(line, " = ")
		switch {
		case !ok:
			return nil, fmt.Errorf("line %d: there is no “ = ” between id and words", i+1)
		case out[id] != "":
			return nil, fmt.Errorf("line %d: %s stands twice", i+1, id)
		}
		out[id] = spaced(l, text)
	}
	return out, nil
}

// Texts are all sentences and terms of a language, as they stand before anything is filled in.
func Texts(l Lang) []string { return slices.Sorted(maps.Values(words[l])) }

// Known tells whether there are words for a message.
func Known(id string) bool { return words[Languages[0]][id] != "" }

// placeholder is {name} or {name:one form|another}.
var placeholder = regexp.MustCompile(`\{([a-z]+)(?::([^{}]*))?\}`)

// In is the message in a language. An id without words, or a placeholder that nothing fills, is a mistake in the core:
// both panic, and a test reads every sentence there is.
func (m Message) In(l Lang) string {
	text, ok := words[l][m.ID]
	if !ok {
		panic(fmt.Sprintf("care: no words for %q in %q", m.ID, l))
	}
	return placeholder.ReplaceAllStringFunc(text, func(found string) string {
		part := placeholder.FindStringSubmatch(found)
		arg, ok := m.Args[part[1]]
		if !ok {
			panic(fmt.Sprintf("care: %q wants %q", m.ID, part[1]))
		}
		if part[2] != "" {
			return plural(l, *arg.N, part[2])
		}
		return arg.in(l)
	})
}

// plural picks the form for a count, and puts the count for its #.
func plural(l Lang, count int, forms string) string {
	all := strings.Split(forms, "|")
	if l.locale().one(count) {
		return all[0]
	}
	return strings.ReplaceAll(all[len(all)-1], "#", strconv.Itoa(count))
}

func (a Arg) in(l Lang) string {
	switch {
	case a.Day != nil:
		return l.locale().day(*a.Day)
	case a.Month != nil:
		return l.locale().month(*a.Month)
	case a.N != nil:
		return strconv.Itoa(*a.N)
	case a.Every != nil:
		return interval(*a.Every).In(l)
	case a.TempC != nil:
		return degrees(l, *a.TempC)
	case a.Term != "":
		return Message{ID: a.Term}.In(l)
	case a.Sum != nil:
		return a.Sum.in(l)
	}
	return a.Text
}

const monthsInYear = 12

// interval says how often, in months or whole years.
func interval(months int) Message {
	if months%monthsInYear == 0 {
		return Message{"every_years", map[string]Arg{"n": n(months / monthsInYear)}}
	}
	return Message{"every", map[string]Arg{"n": n(months)}}
}

// Above a room's warmth a figure is itself rough, and told to the nearest five in Fahrenheit.
const roughF, nearestF = 105, 5

// degrees in both scales where both are in use.
func degrees(l Lang, c float64) string {
	out := strconv.FormatFloat(math.Round(c), 'f', 0, 64) + nbsp + "°C"
	if l == "en" {
		f := c*9/5 + 32
		if f > roughF {
			f = nearestF * math.Round(f/nearestF)
		}
		out += " (" + strconv.FormatFloat(math.Round(f), 'f', 0, 64) + nbsp + "°F)"
	}
	return out
}
