package document

import (
	"strings"
	"sync"
	"unicode"

	"golang.org/x/image/font/sfnt"
	"golang.org/x/text/unicode/runenames"
)

var covered = sync.OnceValue(func() *sfnt.Font {
	font, err := sfnt.Parse(regular)
	if err != nil {
		panic(err) // it ships with the program
	}
	return font
})

// inFont tells whether paper has a shape for a letter.
func inFont(r rune) bool {
	var b sfnt.Buffer
	at, err := covered().GlyphIndex(&b, r)
	return err == nil && at != 0
}

// printable is a text as paper can have it: a sign that the font does not know is named, "(grinning face)", in the
// words of the Unicode standard, and what only changes how the one before it looks is left out. A letter of another
// script keeps its place as a box.
func printable(text string) string {
	var out strings.Builder
	for _, r := range text {
		switch {
		case r == '\n' || r == '\t' || inFont(r):
			out.WriteRune(r)
		case unicode.In(r, unicode.Mn, unicode.Me, unicode.Cf, unicode.Sk):
		case unicode.In(r, unicode.So, unicode.Sm, unicode.Sc):
			out.WriteString("(" + strings.ToLower(runenames.Name(r)) + ")")
		default:
			out.WriteRune(unicode.ReplacementChar)
		}
	}
	return out.String()
}
