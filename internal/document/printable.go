package document

import (
	"strings"
	"unicode"

	"golang.org/x/text/unicode/norm"
	"golang.org/x/text/unicode/runenames"
)

// Spaces that no line breaks at.
const narrowSpace, wideSpace = '\u202f', '\u00a0'

// printable is a text as paper can have it: a sign that no typeface knows is named, "(grinning face)", in the words of
// the Unicode standard, and what only changes how the one before it looks is left out. A letter that none knows keeps
// its place as a box.
func printable(text string) string {
	var out strings.Builder
	for _, r := range norm.NFC.String(text) {
		if r == narrowSpace {
			r = wideSpace // our typeface has no narrow one
		}
		shaped := faceOf(r) != nil && !unicode.Is(unicode.Cf, r)
		switch {
		case r == '\n', r == '\t', shaped:
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
