// Package problem says what is wrong with what was asked: with which field, and what would be right; or that it cannot
// be done now.
package problem

import (
	"errors"
	"fmt"
	"strings"
	"unicode"
)

// What is written, in characters at most.
const (
	LongestName  = 120
	LongestStory = 2000
)

// Check collects what is wrong, by JSON pointer.
type Check struct{ Fields []FieldError }

// That keeps what is wrong with a field unless something holds.
func (c *Check) That(holds bool, field, format string, args ...any) {
	if !holds {
		c.Fields = append(c.Fields, FieldError{field, fmt.Sprintf(format, args...)})
	}
}

// Listed asks for one of a list, by what it is called ("an end use").
func (c *Check) Listed(known bool, field, what, id string) {
	if id == "" {
		c.That(known, field, "Pick %s from the list.", what)
		return
	}
	c.That(known, field, "%q is not on the list; pick %s from it.", id, what)
}

// Name asks for one line of plain text, not too long.
func (c *Check) Name(field, text string) {
	c.That(strings.TrimSpace(text) != "", field, "Give it a name.")
	c.That(len([]rune(text)) <= LongestName, field, "At most %d characters; this has %d.", LongestName,
		len([]rune(text)))
	c.That(!strings.ContainsFunc(text, unicode.IsControl), field, "One line of plain text, without control characters.")
}

// Err is Invalid with all that was found wrong; nil where nothing was.
func (c *Check) Err() error {
	if len(c.Fields) == 0 {
		return nil
	}
	return &Invalid{c.Fields}
}

// Within tells whether a number lies from one to another, both included.
func Within(v, low, high float64) bool { return v >= low && v <= high } // false for NaN

// SentenceOf turns an error into a sentence.
func SentenceOf(err error) string {
	text := err.Error()
	return strings.ToUpper(text[:1]) + text[1:] + "."
}

// Prefixed puts what is wrong below another pointer.
func Prefixed(err error, prefix string) error {
	var invalid *Invalid
	if errors.As(err, &invalid) {
		for i := range invalid.Fields {
			invalid.Fields[i].Field = prefix + invalid.Fields[i].Field
		}
	}
	return err
}

// Forbidden tells of a rune that no text may hold: line breaks and tabs it may.
func Forbidden(r rune) bool {
	return unicode.IsControl(r) && !strings.ContainsRune("\n\r\t", r) || r == unicode.ReplacementChar
}

// FieldError says what is wrong with one field and what would be right.
type FieldError struct{ Field, Detail string }

// Invalid is an error about fields of a request.
type Invalid struct{ Fields []FieldError }

func (e *Invalid) Error() string {
	var all []string
	for _, f := range e.Fields {
		all = append(all, f.Field+": "+f.Detail)
	}
	return strings.Join(all, "; ")
}

// Refused is an error about the state of things: the request was well formed, but cannot be done now.
type Refused struct{ Detail string }

func (e *Refused) Error() string { return e.Detail }

// At is what is wrong with one field.
func At(field, detail string) *Invalid { return &Invalid{[]FieldError{{field, detail}}} }

// Refuse says why it cannot be done now.
func Refuse(detail string) *Refused { return &Refused{detail} }
