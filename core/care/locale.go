package care

import (
	"strings"
	"time"

	"github.com/go-playground/locales"
	"github.com/go-playground/locales/de"
	"github.com/go-playground/locales/en_GB"
	"github.com/go-playground/locales/es"
	"github.com/go-playground/locales/fr"
	"github.com/go-playground/locales/it"
	"github.com/go-playground/locales/nl"
)

// Lang is a language that a card can be read in.
type Lang string

// locale is how a language writes what is filled in. Days, months and which form a count takes are the Unicode
// consortium's (CLDR), through a library; the rest is what that does not give.
type locale struct {
	lang            Lang
	name            string // as its readers call it
	cldr            locales.Translator
	ofYear          string // between month and year
	first           string // day of a month, where it is not 1
	group, decimals string // of a sum
	behind          bool   // the currency stands behind the figure
}

const (
	nbsp   = "\u00a0"
	narrow = "\u202f" // a narrow one
)

var byLang = []locale{
	{"en", "English", en_GB.New(), " ", "", ",", ".", false},
	{"de", "Deutsch", de.New(), " ", "", ".", ",", true},
	{"fr", "Français", fr.New(), " ", "1er", narrow, ",", true},
	{"es", "Español", es.New(), " de ", "", ".", ",", true},
	{"it", "Italiano", it.New(), " ", "", ".", ",", true},
	{"nl", "Nederlands", nl.New(), " ", "", ".", ",", false},
}

// Languages there are; the first is the one that a workshop writes in.
var Languages = func() (out []Lang) {
	for _, l := range byLang {
		out = append(out, l.lang)
	}
	return out
}()

// Known tells whether a card can be read in it.
func (l Lang) Known() bool { return l.locale() != nil }

// Name is what its readers call it.
func (l Lang) Name() string { return l.locale().name }

func (l Lang) locale() *locale {
	for i := range byLang {
		if byLang[i].lang == l {
			return &byLang[i]
		}
	}
	return nil
}

// day with its month and year; no line breaks between day and month.
func (l *locale) day(t time.Time) string {
	text := l.cldr.FmtDateLong(t)
	if first, isFirst := strings.CutPrefix(text, "1 "); isFirst && l.first != "" {
		text = l.first + " " + first
	}
	month := l.cldr.MonthWide(t.Month())
	at := strings.Index(text, month)
	return strings.ReplaceAll(text[:at], " ", nbsp) + text[at:]
}

func (l *locale) month(t time.Time) string {
	return l.cldr.MonthWide(t.Month()) + l.ofYear + t.Format("2006")
}

// one tells whether a count takes the form for one.
func (l *locale) one(count int) bool {
	return l.cldr.CardinalPluralRule(float64(count), 0) == locales.PluralRuleOne
}

// spaced are the words of a language with the spaces that no line may break at: before a per cent sign, behind "no.";
// in French before the marks that stand off, and within quotation marks.
func spaced(l Lang, text string) string {
	text = numbered.Replace(text)
	if l == "fr" {
		text = french.Replace(text)
	}
	return text
}

var numbered = strings.NewReplacer(" %", nbsp+"%", "° {", "°"+nbsp+"{", "º {", "º"+nbsp+"{", "r. {", "r."+nbsp+"{",
	"o. {", "o."+nbsp+"{", "n. {", "n."+nbsp+"{")

var french = strings.NewReplacer(" ;", narrow+";", " !", narrow+"!", " ?", narrow+"?", " :", nbsp+":", "« ", "«"+nbsp,
	" »", nbsp+"»")
