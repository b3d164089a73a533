package document

import (
	"bytes"
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"codeberg.org/go-pdf/fpdf"
)

// tags are what a PDF's text is, in reading order, for those who have it read to them (ISO 32000-1, 14.7 and 14.8:
// marked content and its structure tree). The PDF library draws and knows of no tags: they are appended to what it
// made, as an incremental update (7.5.6).
type tags struct {
	marked []mark
}

type mark struct {
	kind string // H1, H2 or P
	page int    // 1 for the first
	id   int    // within the page
}

// open begins a paragraph of a kind; close ends it, or an artifact.
func (t *tags) open(pdf *fpdf.Fpdf, kind string) {
	page, id := pdf.PageNo(), 0
	for _, m := range t.marked {
		if m.page == page {
			id++
		}
	}
	t.marked = append(t.marked, mark{kind, page, id})
	pdf.RawWriteStr(fmt.Sprintf("/%s <</MCID %d>> BDC\n", kind, id))
}

// artifact begins what is not read out: a picture of what stands in words beside it.
func (t *tags) artifact(pdf *fpdf.Fpdf) { pdf.RawWriteStr("/Artifact BMC\n") }

func (t *tags) close(pdf *fpdf.Fpdf) { pdf.RawWriteStr("EMC\n") }

var (
	pdfObject  = regexp.MustCompile(`(?s)(\d+) 0 obj\n(.*?)\nendobj`)
	pdfTrailer = regexp.MustCompile(`(?s)trailer\n<<\n(.*?)\n>>\nstartxref\n(\d+)`)
	pdfSize    = regexp.MustCompile(`/Size (\d+)`)
)

// tagged appends the structure to a PDF as the library writes it. What it cannot find its way in it leaves as it is: a
// sheet without tags is still a sheet.
func (t *tags) tagged(pdf []byte) []byte {
	trailer := pdfTrailer.FindSubmatch(pdf)
	if trailer == nil {
		return pdf
	}
	size := pdfSize.FindSubmatch(trailer[1])
	if size == nil {
		return pdf
	}
	next, _ := strconv.Atoi(string(size[1]))
	var pages []int // object numbers, in order
	catalog, bodies := 0, map[int]string{}
	for _, m := range pdfObject.FindAllSubmatch(pdf, -1) {
		number, _ := strconv.Atoi(string(m[1]))
		body := string(m[2])
		switch {
		case strings.Contains(body, "/Type /Catalog"):
			catalog, bodies[number] = number, body
		case strings.HasPrefix(body, "<</Type /Page\n"):
			pages, bodies[number] = append(pages, number), body
		}
	}
	if catalog == 0 || len(pages) == 0 {
		return pdf
	}
	root, parents := next, next+1
	first := next + 2
	update := map[int]string{}
	var kids []string
	byPage := make([][]string, len(pages))
	for i, m := range t.marked {
		at := first + i
		kids = append(kids, fmt.Sprintf("%d 0 R", at))
		byPage[m.page-1] = append(byPage[m.page-1], fmt.Sprintf("%d 0 R", at))
		update[at] = fmt.Sprintf("<</Type /StructElem /S /%s /P %d 0 R /Pg %d 0 R /K %d>>",
			m.kind, root, pages[m.page-1], m.id)
	}
	update[root] = fmt.Sprintf("<</Type /StructTreeRoot /K [%s] /ParentTree %d 0 R /ParentTreeNextKey %d>>",
		strings.Join(kids, " "), parents, len(pages))
	var tree strings.Builder
	for i, page := range pages {
		fmt.Fprintf(&tree, "%d [%s] ", i, strings.Join(byPage[i], " "))
		update[page] = strings.Replace(bodies[page], "<</Type /Page\n",
			fmt.Sprintf("<</Type /Page\n/StructParents %d\n/Tabs /S\n", i), 1)
	}
	update[parents] = fmt.Sprintf("<</Nums [%s]>>", tree.String())
	update[catalog] = strings.Replace(bodies[catalog], "/Type /Catalog",
		fmt.Sprintf("/Type /Catalog\n/MarkInfo <</Marked true>>\n/StructTreeRoot %d 0 R\n/ViewerPreferences <</DisplayDocTitle true>>", root), 1)
	return appended(pdf, update, string(trailer[1]), string(trailer[2]), first+len(t.marked))
}

// appended writes objects and their cross-references behind a PDF.
func appended(pdf []byte, objects map[int]string, trailer, before string, size int) []byte {
	out := bytes.NewBuffer(bytes.Clone(pdf))
	if !bytes.HasSuffix(pdf, []byte("\n")) {
		out.WriteByte('\n')
	}
	at := map[int]int{}
	for n := range size {
		if body, is := objects[n]; is {
			at[n] = out.Len()
			fmt.Fprintf(out, "%d 0 obj\n%s\nendobj\n", n, body)
		}
	}
	start := out.Len()
	out.WriteString("xref\n")
	for n := range size {
		if offset, is := at[n]; is {
			fmt.Fprintf(out, "%d 1\n%010d 00000 n \n", n, offset)
		}
	}
	trailer = pdfSize.ReplaceAllString(trailer, fmt.Sprintf("/Size %d", size))
	fmt.Fprintf(out, "trailer\n<<\n%s\n/Prev %s\n>>\nstartxref\n%d\n%%%%EOF\n", trailer, before, start)
	return out.Bytes()
}
