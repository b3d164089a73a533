package document

import (
	_ "embed"
	"os"
	"sync"

	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/go-fonts/dejavu/dejavusansbold"
	"golang.org/x/image/font/sfnt"
)

//go:embed fonts/plain-400.ttf
var regular []byte

//go:embed fonts/plain-700.ttf
var bold []byte

// far is a face of Debian's, of fonts-droid-fallback: Chinese, Japanese and Korean. Without it they print as boxes.
const far = "/usr/share/fonts/truetype/droid/DroidSansFallbackFull.ttf"

// typeface is one of those that paper is set in.
type typeface struct {
	name          string
	regular, bold []byte
	shapes        *sfnt.Font
}

// typefaces in the order in which a letter is looked for: ours; one for Greek, Cyrillic, Hebrew, Arabic, Armenian,
// Georgian and many signs; one for East Asia where it is installed.
var typefaces = sync.OnceValue(func() []*typeface {
	out := []*typeface{
		{name: "plain", regular: regular, bold: bold},
		{name: "wide", regular: dejavusans.TTF, bold: dejavusansbold.TTF},
	}
	if file, err := os.ReadFile(far); err == nil {
		out = append(out, &typeface{name: "far", regular: file, bold: file})
	}
	for _, f := range out {
		shapes, err := sfnt.Parse(f.regular)
		if err != nil {
			panic(f.name + ": " + err.Error()) // they ship with the program, or with Debian
		}
		f.shapes = shapes
	}
	return out
})

// faceOf is the first typeface that has a letter; nil where none has. The PDF library knows the basic plane only.
func faceOf(r rune) *typeface {
	const basicPlane = 0xFFFF
	if r > basicPlane {
		return nil
	}
	for _, f := range typefaces() {
		if f.has(r) {
			return f
		}
	}
	return nil
}

func (f *typeface) has(r rune) bool {
	var b sfnt.Buffer
	at, err := f.shapes.GlyphIndex(&b, r)
	return err == nil && at != 0
}
