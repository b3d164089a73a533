package document

import (
	"bytes"
	_ "embed"
	"time"

	"codeberg.org/go-pdf/fpdf"
	"rsc.io/qr"

	"firmitas/core/care"
)

//go:embed fonts/plain-400.ttf
var regular []byte

//go:embed fonts/plain-700.ttf
var bold []byte

const (
	face       = "plain"
	marginMM   = 14.0
	qrMM       = 24.0
	tagQRMM    = 34.0
	largestPt  = 12.0
	smallestPt = 7.5
	stepPt     = 0.5
	leading    = 1.32
	mmPerPt    = 0.3528
)

// Papers that a sheet may be printed on.
var Papers = []string{"a4", "letter"}

var paperNames = map[string]string{"a4": "A4", "letter": "Letter"}

// Sheet is the card on paper, as PDF with its fonts embedded: one page wherever its words fit on one that can be read.
func (c Card) Sheet(paper string, made time.Time) ([]byte, error) {
	for size := largestPt; ; size -= stepPt {
		s := c.newSheet(paperNames[paper], "P", size, made)
		s.body()
		if s.pdf.PageCount() == 1 || size <= smallestPt {
			return s.bytes()
		}
	}
}

// leaf is a PDF in the making, with its fonts in it and its parts marked for a screen reader.
type leaf struct {
	tags
	pdf  *fpdf.Fpdf
	size float64
	page float64 // its width, mm
}

type sheet struct {
	Card
	leaf
}

func (c Card) newSheet(paper, way string, size float64, made time.Time) *sheet {
	return &sheet{Card: c, leaf: newLeaf(paper, way, size, made, c.Lang, c.heading(), c.Facts.Workshop)}
}

func newLeaf(paper, way string, size float64, made time.Time, lang care.Lang, title, author string) leaf {
	pdf := fpdf.New(way, "mm", paper, "")
	pdf.SetCatalogSort(true)
	pdf.SetCreationDate(made)
	pdf.SetModificationDate(made)
	pdf.SetLang(string(lang))
	pdf.SetTitle(title, true)
	pdf.SetAuthor(author, true)
	pdf.SetMargins(marginMM, marginMM, marginMM)
	pdf.SetAutoPageBreak(true, marginMM)
	pdf.AddUTF8FontFromBytes(face, "", regular)
	pdf.AddUTF8FontFromBytes(face, "B", bold)
	pdf.AddPage()
	width, _ := pdf.GetPageSize()
	return leaf{pdf: pdf, size: size, page: width}
}

// write puts a paragraph of a kind (H1, H2, P) below what stands. It begins a page rather than going over its end: what
// is marked may not.
func (s *leaf) write(kind, style string, size, width float64, text string) {
	text = printable(text)
	s.pdf.SetFont(face, style, size)
	room := width
	if room == 0 {
		room = s.page - 2*marginMM
	}
	line := size * mmPerPt * leading
	_, height := s.pdf.GetPageSize()
	needed := line * float64(len(s.pdf.SplitText(text, room-2*s.pdf.GetCellMargin())))
	if breaks, bottom := s.pdf.GetAutoPageBreak(); breaks && s.pdf.GetY()+needed > height-bottom {
		s.pdf.AddPage()
	}
	s.open(s.pdf, kind)
	s.pdf.MultiCell(width, line, text, "", "L", false)
	s.close(s.pdf)
}

func (s *sheet) body() {
	beside := s.page - 2*marginMM
	if s.Link != "" {
		s.code(s.page-marginMM-qrMM, marginMM, qrMM)
		beside -= qrMM + 4
	}
	s.write("H1", "B", s.size*1.7, beside, s.heading())
	under := s.Facts.Workshop + "  ·  " + s.words("page.number", map[string]care.Arg{"number": {Text: s.Facts.Number}})
	if at := s.issue(); at != "" {
		under += "  ·  " + at
	}
	s.write("P", "", s.size, beside, under)
	if s.Link != "" {
		s.pdf.SetFont(face, "", s.size*0.8)
		s.open(s.pdf, "P")
		s.pdf.WriteLinkString(s.size*mmPerPt*leading, printable(s.words("tag.scan", nil)), s.Link)
		s.close(s.pdf)
		s.pdf.SetY(max(s.pdf.GetY()+s.size*mmPerPt*leading, marginMM+qrMM+1))
	}
	for _, part := range s.Card.Card.In(s.Lang) {
		s.pdf.Ln(s.size * mmPerPt * 0.5)
		s.write("H2", "B", s.size*1.15, 0, part.Title)
		urgent := part.ID == "today" && s.Card.Card.Urgent
		top := s.pdf.GetY()
		for _, l := range part.Lines {
			s.write("P", "", s.size, 0, said(l))
		}
		if bottom := s.pdf.GetY(); urgent && bottom > top {
			s.pdf.SetLineWidth(0.8)
			s.pdf.Line(marginMM-3, top, marginMM-3, bottom)
		}
	}
}

// Tag is a small card to hang on the piece, A6 across: what matters most, and the way to the rest.
func (c Card) Tag(made time.Time) ([]byte, error) {
	const size = 10
	s := c.newSheet("A6", "L", size, made)
	s.pdf.SetAutoPageBreak(false, 0)
	const margin = 8.0
	s.pdf.SetMargins(margin, margin, margin)
	s.pdf.SetXY(margin, margin)
	width := s.page - 2*margin
	if c.Link != "" {
		s.code(s.page-margin-tagQRMM, margin, tagQRMM)
		width -= tagQRMM + 4
	}
	s.write("H1", "B", size*1.5, width, c.heading())
	s.write("P", "", size*0.9, width, c.Facts.Workshop+"  ·  "+
		s.words("page.number", map[string]care.Arg{"number": {Text: c.Facts.Number}}))
	s.write("P", "", size*0.9, width, s.words("tag.scan", nil))
	s.pdf.SetY(max(s.pdf.GetY(), margin+tagQRMM) + 3)
	for _, line := range s.matters() {
		s.write("P", "", size, s.page-2*margin, line)
		s.pdf.Ln(1)
	}
	return s.bytes()
}

// code draws the link as a QR code (ISO/IEC 18004), a square a module, with the quiet zone that it needs.
func (s *sheet) code(x, y, side float64) {
	code, err := qr.Encode(s.Link, qr.M)
	if err != nil {
		return // a link is never that long
	}
	const quiet = 4
	module := side / float64(code.Size+2*quiet)
	s.artifact(s.pdf)
	s.pdf.SetFillColor(0, 0, 0)
	for row := range code.Size {
		for from := 0; from < code.Size; from++ {
			to := from
			for to < code.Size && code.Black(to, row) {
				to++
			}
			if to > from {
				s.pdf.Rect(x+module*float64(quiet+from), y+module*float64(quiet+row),
					module*float64(to-from), module, "F")
				from = to
			}
		}
	}
	s.close(s.pdf)
	s.pdf.LinkString(x, y, side, side, s.Link)
}

func (s *leaf) bytes() ([]byte, error) {
	var out bytes.Buffer
	if err := s.pdf.Output(&out); err != nil {
		return nil, err
	}
	return s.tagged(out.Bytes()), nil
}
