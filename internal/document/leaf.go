package document

import (
	"bytes"
	"fmt"
	"html"
	"strings"
	"time"
	"unicode"

	"codeberg.org/go-pdf/fpdf"
	"golang.org/x/text/unicode/bidi"

	"firmitas/core/care"
)

// leaf is a PDF in the making, with its fonts in it and its parts marked for a screen reader (PDF/UA-1, ISO 14289-1).
type leaf struct {
	tags
	pdf   *fpdf.Fpdf
	size  float64
	page  float64 // its width, mm
	faces map[string]bool
}

func newLeaf(paper, way string, size float64, made time.Time, lang care.Lang, title, author string) leaf {
	pdf := fpdf.New(way, "mm", paper, "")
	pdf.SetCatalogSort(true)
	pdf.SetCreationDate(made)
	pdf.SetModificationDate(made)
	pdf.SetLang(string(lang))
	title, author = printable(title), printable(author)
	pdf.SetTitle(title, true)
	pdf.SetAuthor(author, true)
	pdf.SetXmpMetadata(metadata(title, author, string(lang)))
	pdf.SetMargins(marginMM, marginMM, marginMM)
	pdf.SetCellMargin(0)
	pdf.SetAutoPageBreak(true, marginMM)
	pdf.AddPage()
	width, _ := pdf.GetPageSize()
	return leaf{pdf: pdf, size: size, page: width, faces: map[string]bool{}}
}

// metadata as XMP (ISO 16684-1): what it is, whose, in which language, and that it is tagged as PDF/UA-1 has it.
func metadata(title, author, lang string) []byte {
	return fmt.Appendf(nil, `<?xpacket begin="`+"\ufeff"+`" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"
 xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/">
<pdfuaid:part>1</pdfuaid:part>
<dc:title><rdf:Alt><rdf:li xml:lang="x-default">%s</rdf:li></rdf:Alt></dc:title>
<dc:creator><rdf:Seq><rdf:li>%s</rdf:li></rdf:Seq></dc:creator>
<dc:language><rdf:Bag><rdf:li>%s</rdf:li></rdf:Bag></dc:language>
</rdf:Description></rdf:RDF></x:xmpmeta>
<?xpacket end="r"?>`, html.EscapeString(title), html.EscapeString(author), lang)
}

// set takes a typeface, which goes into the file the first time.
func (s *leaf) set(f *typeface, style string, size float64) {
	if key := f.name + style; !s.faces[key] {
		file := f.regular
		if style == "B" {
			file = f.bold
		}
		s.pdf.AddUTF8FontFromBytes(f.name, style, file)
		s.faces[key] = true
	}
	s.pdf.SetFont(f.name, style, size)
}

// run is a stretch of a line in one typeface.
type run struct {
	face *typeface
	text string
}

// runsOf parts a text by the typefaces that have its letters;
// a space goes with what stands before it where that has one.
func runsOf(text string) (out []run) {
	first := typefaces()[0]
	for _, r := range text {
		f := faceOf(r)
		if f == nil {
			f = first
		}
		if last := len(out) - 1; last >= 0 {
			goesOn := unicode.IsSpace(r) && out[last].face.has(r)
			if goesOn || out[last].face == f {
				out[last].text += string(r)
				continue
			}
		}
		out = append(out, run{f, string(r)})
	}
	return out
}

func (s *leaf) width(style string, size float64, text string) (mm float64) {
	for _, r := range runsOf(text) {
		s.set(r.face, style, size)
		mm += s.pdf.GetStringWidth(r.text)
	}
	return mm
}

// lines breaks a text between words, and between the letters of scripts that put no spaces.
func (s *leaf) lines(style string, size, room float64, text string) (out []string) {
	for paragraph := range strings.SplitSeq(text, "\n") {
		line := ""
		for _, piece := range pieces(paragraph) {
			if line != "" && s.width(style, size, strings.TrimRight(line+piece, " ")) > room {
				out = append(out, strings.TrimRight(line, " "))
				line = ""
			}
			for line == "" && s.width(style, size, piece) > room { // a word wider than the page
				fits := s.fitting(style, size, room, piece)
				if fits == len(piece) {
					break
				}
				out, piece = append(out, piece[:fits]), piece[fits:]
			}
			line += piece
		}
		out = append(out, strings.TrimRight(line, " "))
	}
	return out
}

// fitting is how many bytes of a word have room in a line; one letter at least.
func (s *leaf) fitting(style string, size, room float64, word string) int {
	fits := 0
	for at, r := range word {
		end := at + len(string(r))
		if fits > 0 && s.width(style, size, word[:end]) > room {
			break
		}
		fits = end
	}
	return fits
}

// pieces are what a line may not break in, each with the space behind it.
func pieces(text string) (out []string) {
	from := 0
	for at, r := range text {
		end := at + len(string(r))
		if r == ' ' || unicode.In(r, unicode.Han, unicode.Hiragana, unicode.Katakana) {
			out, from = append(out, text[from:end]), end
		}
	}
	if from < len(text) {
		out = append(out, text[from:])
	}
	return out
}

// seen is a line as it is drawn from left to right: what is read from right to left is turned (UAX #9).
func seen(line string) string {
	var p bidi.Paragraph
	if _, err := p.SetString(line); err != nil {
		return line
	}
	order, err := p.Order()
	if err != nil {
		return line
	}
	var out strings.Builder
	for i := range order.NumRuns() {
		r := order.Run(i)
		if r.Direction() == bidi.RightToLeft {
			out.WriteString(bidi.ReverseString(r.String()))
			continue
		}
		out.WriteString(r.String())
	}
	return out.String()
}

// write puts a paragraph of a kind (H1, H2, P, LBody, Link) below what stands. It begins a page rather than going over
// its end: what is marked may not.
func (s *leaf) write(kind, style string, size, width float64, text string) {
	room := width
	if room == 0 {
		room = s.page - 2*marginMM
	}
	height := size * mmPerPt * leading
	_, full := s.pdf.GetPageSize()
	all := s.lines(style, size, room, printable(text))
	if breaks, bottom := s.pdf.GetAutoPageBreak(); breaks && s.pdf.GetY()+height*float64(len(all)) > full-bottom {
		s.pdf.AddPage()
	}
	left, _, _, _ := s.pdf.GetMargins()
	s.open(s.pdf, kind)
	for _, line := range all {
		s.pdf.SetX(left)
		for _, r := range runsOf(seen(line)) {
			s.set(r.face, style, size)
			s.pdf.CellFormat(s.pdf.GetStringWidth(r.text), height, r.text, "", 0, "L", false, 0, "")
		}
		s.pdf.SetXY(left, s.pdf.GetY()+height)
	}
	s.close(s.pdf)
}

func (s *leaf) bytes() ([]byte, error) {
	var out bytes.Buffer
	if err := s.pdf.Output(&out); err != nil {
		return nil, err
	}
	return s.tagged(out.Bytes()), nil
}
