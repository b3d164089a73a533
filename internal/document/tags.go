package document

import (
	"bytes"
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf16"

	"codeberg.org/go-pdf/fpdf"
)

// tags are what a PDF's text is, in reading order, for those who have it read to them (ISO 32000-1, 14.7 and 14.8:
// marked content and its structure tree). The PDF library draws and knows of no tags: they are appended to what it
// made, as an incremental update (7.5.6).
type tags struct {
	marked []mark
	links  []link
}

type mark struct {
	kind string // H1, H2, P, LBody of an item in a list, or Link
	page int    // 1 for the first
	id   int    // within the page
}

// link is a place on a page that leads somewhere: a part of the mark that was last before it.
type link struct {
	mark         int
	page         int
	rect         string // in points, from the lower left
	uri, instead string // where it leads, and what is read out
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

// link makes a place on this page, in mm from its top left, lead to an address; the Link that was just written is read
// out for it.
func (t *tags) link(pdf *fpdf.Fpdf, x, y, width, height float64, uri, instead string) {
	_, full := pdf.GetPageSize()
	pt := pdf.GetConversionRatio()
	rect := fmt.Sprintf("%.2f %.2f %.2f %.2f", x*pt, (full-y-height)*pt, (x+width)*pt, (full-y)*pt)
	t.links = append(t.links, link{len(t.marked) - 1, pdf.PageNo(), rect, uri, instead})
}

// artifact begins what is not read out: a picture of what stands in words beside it.
func (t *tags) artifact(pdf *fpdf.Fpdf) { pdf.RawWriteStr("/Artifact BMC\n") }

func (t *tags) close(pdf *fpdf.Fpdf) { pdf.RawWriteStr("EMC\n") }

var (
	pdfObject  = regexp.MustCompile(`(?s)(\d+) 0 obj\n(.*?)\nendobj`)
	pdfTrailer = regexp.MustCompile(`(?s)trailer\n<<\n(.*?)\n>>\nstartxref\n(\d+)`)
	pdfSize    = regexp.MustCompile(`/Size (\d+)`)
)

// tagged appends the structure to a PDF as the library writes it, and says the version that knows it. What it cannot
// find its way in it leaves as it is: a sheet without tags is still a sheet.
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
	tree := structure{tags: t, pages: pages, next: next, objects: map[int]string{}}
	root := tree.grow()
	for i, page := range pages {
		more := fmt.Sprintf("<</Type /Page\n/StructParents %d\n/Tabs /S\n", i)
		if len(tree.annots[i]) > 0 {
			more += "/Annots [" + strings.Join(tree.annots[i], " ") + "]\n"
		}
		tree.objects[page] = strings.Replace(bodies[page], "<</Type /Page\n", more, 1)
	}
	tree.objects[catalog] = strings.Replace(bodies[catalog], "/Type /Catalog", fmt.Sprintf("/Type /Catalog\n"+
		"/MarkInfo <</Marked true>>\n/StructTreeRoot %d 0 R\n/ViewerPreferences <</DisplayDocTitle true>>", root), 1)
	out := appended(pdf, tree.objects, string(trailer[1]), string(trailer[2]), tree.next)
	copy(out, "%PDF-1.7")
	return out
}

// structure is the tree of a document's parts in the making.
type structure struct {
	*tags
	pages   []int // their objects
	next    int   // the first object number that is free
	objects map[int]string
	annots  [][]string // by page
}

func (t *structure) object() (number int, ref string) {
	t.next++
	return t.next - 1, fmt.Sprintf("%d 0 R", t.next-1)
}

// element is a part of another, with what it holds.
func (t *structure) element(number int, kind, parent, more string) {
	t.objects[number] = fmt.Sprintf("<</Type /StructElem /S /%s /P %s %s>>", kind, parent, more)
}

// grow makes the tree: a document; in it headings, paragraphs with their links, and lists with their items.
func (t *structure) grow() (root int) {
	root, rootRef := t.object()
	parents, parentsRef := t.object()
	document, documentRef := t.object()
	t.annots = make([][]string, len(t.pages))
	byPage := make([][]string, len(t.pages))
	var kids, items, ofLinks []string
	list, listRef := 0, ""
	endList := func() {
		if list > 0 {
			t.element(list, "L", documentRef, "/K ["+strings.Join(items, " ")+"]")
		}
		list, items = 0, nil
	}
	for i, m := range t.marked {
		leaf, leafRef := t.object()
		byPage[m.page-1] = append(byPage[m.page-1], leafRef)
		content := fmt.Sprintf("/Pg %d 0 R /K %d", t.pages[m.page-1], m.id)
		if m.kind != "LBody" {
			endList()
		}
		switch m.kind {
		case "LBody":
			if list == 0 {
				list, listRef = t.object()
				kids = append(kids, listRef)
			}
			item, itemRef := t.object()
			items = append(items, itemRef)
			t.element(item, "LI", listRef, "/K "+leafRef)
			t.element(leaf, "LBody", itemRef, content)
		case "Link":
			paragraph, ref := t.object()
			kids = append(kids, ref)
			t.element(paragraph, "P", documentRef, "/K "+leafRef)
			held := []string{strconv.Itoa(m.id)}
			for _, l := range t.links {
				if l.mark == i {
					ofLinks = append(ofLinks, leafRef)
					held = append(held, t.annotation(l, len(t.pages)+len(ofLinks)-1))
				}
			}
			t.element(leaf, "Link", ref, fmt.Sprintf("/Pg %d 0 R /K [%s]", t.pages[m.page-1], strings.Join(held, " ")))
		default:
			kids = append(kids, leafRef)
			t.element(leaf, m.kind, documentRef, content)
		}
	}
	endList()
	t.element(document, "Document", rootRef, "/K ["+strings.Join(kids, " ")+"]")
	var nums strings.Builder
	for i := range t.pages {
		fmt.Fprintf(&nums, "%d [%s] ", i, strings.Join(byPage[i], " "))
	}
	for i, ref := range ofLinks {
		fmt.Fprintf(&nums, "%d %s ", len(t.pages)+i, ref)
	}
	t.objects[parents] = fmt.Sprintf("<</Nums [%s]>>", nums.String())
	t.objects[root] = fmt.Sprintf("<</Type /StructTreeRoot /K %s /ParentTree %s /ParentTreeNextKey %d>>",
		documentRef, parentsRef, len(t.pages)+len(ofLinks))
	return root
}

// annotation makes a link's place on its page, and returns what the tree holds of it.
func (t *structure) annotation(l link, parent int) string {
	number, ref := t.object()
	t.annots[l.page-1] = append(t.annots[l.page-1], ref)
	t.objects[number] = fmt.Sprintf("<</Type /Annot /Subtype /Link /F 4 /Rect [%s] /Border [0 0 0] /StructParent %d "+
		"/Contents %s /A <</S /URI /URI %s>>>>", l.rect, parent, pdfText(l.instead), pdfText(l.uri))
	return fmt.Sprintf("<</Type /OBJR /Pg %d 0 R /Obj %s>>", t.pages[l.page-1], ref)
}

// pdfText is a text string (ISO 32000-1, 7.9.2.2): plain where it is ASCII, else UTF-16 in hexadecimal.
func pdfText(text string) string {
	if strings.IndexFunc(text, func(r rune) bool { return r > unicode.MaxASCII || r < ' ' }) < 0 {
		return "(" + strings.NewReplacer(`\`, `\\`, "(", `\(`, ")", `\)`).Replace(text) + ")"
	}
	var out strings.Builder
	out.WriteString("<FEFF")
	for _, u := range utf16.Encode([]rune(text)) {
		fmt.Fprintf(&out, "%04X", u)
	}
	return out.String() + ">"
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
