package document

import (
	_ "embed"
	"time"

	"rsc.io/qr"

	"firmitas/core/care"
)

const (
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

type sheet struct {
	Card
	leaf
}

func (c Card) newSheet(paper, way string, size float64, made time.Time) *sheet {
	return &sheet{Card: c, leaf: newLeaf(paper, way, size, made, c.Lang, c.heading(), c.Facts.Workshop)}
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
		size := s.size * 0.8
		line := s.words("tag.scan", nil)
		top := s.pdf.GetY()
		s.write("Link", "", size, beside, line)
		s.link(s.pdf, marginMM, top, s.width("", size, printable(line)), s.pdf.GetY()-top, s.Link, line)
		s.link(s.pdf, s.page-marginMM-qrMM, marginMM, qrMM, qrMM, s.Link, line)
		s.pdf.SetY(max(s.pdf.GetY(), marginMM+qrMM+1))
	}
	for _, part := range s.Card.Card.In(s.Lang) {
		s.pdf.Ln(s.size * mmPerPt * 0.5)
		s.write("H2", "B", s.size*1.15, 0, part.Title)
		urgent := part.ID == "today" && s.Card.Card.Urgent
		top := s.pdf.GetY()
		for _, l := range part.Lines {
			s.write("LBody", "", s.size, 0, said(l))
		}
		if bottom := s.pdf.GetY(); urgent && bottom > top {
			s.artifact(s.pdf)
			s.pdf.SetLineWidth(0.8)
			s.pdf.Line(marginMM-3, top, marginMM-3, bottom)
			s.close(s.pdf)
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
	scan := s.words("tag.scan", nil)
	if c.Link == "" {
		s.write("P", "", size*0.9, width, scan)
	} else {
		s.write("Link", "", size*0.9, width, scan)
		s.link(s.pdf, s.page-margin-tagQRMM, margin, tagQRMM, tagQRMM, s.Link, scan)
	}
	s.pdf.SetY(max(s.pdf.GetY(), margin+tagQRMM) + 3)
	for _, line := range s.matters() {
		s.write("LBody", "", size, s.page-2*margin, line)
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
}
