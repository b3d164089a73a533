package document

import (
	"bytes"
	_ "embed"
	"html/template"

	"firmitas/core/care"
	"firmitas/core/quote"
)

//go:embed letter.html
var letterHTML string

var letterTemplate = template.Must(template.New("letter").Parse(letterHTML))

// Letter is a quote as its customer reads it, in a language.
type Letter struct {
	Facts quote.Facts
	Lang  care.Lang
}

// shownLetter is what the template reads.
type shownLetter struct {
	Letter
	Base string
}

// HTML is the quote as a page at an address.
func (l Letter) HTML(address string) ([]byte, error) {
	var out bytes.Buffer
	err := letterTemplate.Execute(&out, shownLetter{l, address})
	return out.Bytes(), err
}

func (l shownLetter) Heading() string { return l.Facts.Heading().In(l.Lang) }
func (l shownLetter) Issue() string   { return l.Facts.Issue().In(l.Lang) }
func (l shownLetter) Say(id string) string {
	return care.Message{ID: "page." + id}.In(l.Lang)
}

func (l shownLetter) Languages() (out []language) {
	for _, of := range care.Languages {
		out = append(out, language{of, of.Name(), l.Base + "?lang=" + string(of), of == l.Lang})
	}
	return out
}

func (l shownLetter) Sections() (out []pageSection) {
	for i, s := range l.Facts.Letter() {
		section := pageSection{Title: s.Title.In(l.Lang), First: i == 1} // the price
		for _, line := range s.Lines {
			section.Lines = append(section.Lines, pageLine{Text: line.In(l.Lang)})
		}
		out = append(out, section)
	}
	return out
}

// Sheet is the quote on paper, as PDF with its fonts embedded.
func (l Letter) Sheet(paper string) ([]byte, error) {
	const size = 10.5
	shown := shownLetter{Letter: l}
	f := newLeaf(paperNames[paper], "P", size, l.Facts.Made, l.Lang, shown.Heading(), l.Facts.Workshop)
	f.write("H1", "B", size*1.7, 0, shown.Heading())
	f.write("P", "", size, 0, l.Facts.Workshop+"  ·  "+shown.Issue())
	for _, s := range shown.Sections() {
		f.pdf.Ln(size * mmPerPt * 0.6)
		f.write("H2", "B", size*1.15, 0, s.Title)
		for _, line := range s.Lines {
			f.write("LBody", "", size, 0, line.Text)
		}
	}
	if l.Facts.Contact != "" {
		f.pdf.Ln(size * mmPerPt * 0.6)
		f.write("P", "", size, 0, l.Facts.Contact)
	}
	return f.bytes()
}
