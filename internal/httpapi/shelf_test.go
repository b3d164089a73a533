package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http/httptest"
	"net/url"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
)

func productInput(name string) api.ProductInput {
	return api.ProductInput{
		Name:     name,
		Maker:    "Fathom Works",
		Family:   "clear_wb_pu",
		Colour:   "clear",
		Shade:    "clear",
		Sheen:    "satin",
		Pairings: []api.Pairing{},
		Facts:    api.Facts{},
		Label: map[string]string{
			"recoatMinH": "3–5 h",
			"spreadM2L":  "400–450 ft²/gal",
		},
		Statements: map[string]api.Statement{"toys": {Sense: "tested, EN 71-3", Source: "data sheet"}},
	}
}

// problem is the detail that an answer gives for a field.
func detailAt(t testing.TB, data []byte, field string) string {
	t.Helper()
	var p api.Problem
	if err := json.Unmarshal(data, &p); err != nil || p.Errors == nil {
		t.Fatalf("no problem details: %s", data)
	}
	for _, e := range *p.Errors {
		if e.Field == field {
			return e.Detail
		}
	}
	return ""
}

func value(p api.Product, field string) api.SheetValue {
	for _, v := range p.Values {
		if v.Field == field {
			return v
		}
	}
	return api.SheetValue{}
}

// A product from its tin: the label over the family, ranges and units as typed; changed, retired, and old records
// unmoved.
func TestAProductFromItsLabel(t *testing.T) {
	c := start(t)
	p := answer[api.Product](c, "POST", "/api/products", encode(t, productInput("Spindrift")), 201)
	recoat, spread, cure := value(p, "recoatMinH"), value(p, "spreadM2L"), value(p, "fullCureD")
	if recoat.Value != 3 || *recoat.Late != 5 || *recoat.Typed != "3–5 h" || recoat.Basis != "label" {
		t.Errorf("recoat %+v", recoat)
	}
	if spread.Value < 10.4 || spread.Value > 10.5 || cure.Basis != "practice" {
		t.Errorf("spread %+v, cure %+v", spread, cure)
	}
	if p.Facts.CleanUp == "" || p.Statements[0] != "Toys or children's products: tested, EN 71-3" {
		t.Errorf("facts %+v, statements %v", p.Facts, p.Statements)
	}
	bad := productInput("Spindrift")
	if status, data := c.call("POST", "/api/products", encode(t, bad)); status != 422 ||
		!strings.Contains(detailAt(t, data, "/name"), "this name and sheen already") {
		t.Errorf("the same name and sheen: %d %s", status, data)
	}
	bad.Name, bad.Label = "", map[string]string{"recoatMinH": "5–3 h", "solidsPct": "140 %", "minC": "10 furlongs"}
	_, data := c.call("POST", "/api/products", encode(t, bad))
	for field, says := range map[string]string{"/name": "Give it a name", "/label/recoatMinH": "turned round",
		"/label/solidsPct": "0 to 100", "/label/minC": "write °C or °F"} {
		if got := detailAt(t, data, field); !strings.Contains(got, says) {
			t.Errorf("%s: %q, want it to say %q", field, got, says)
		}
	}

	// A system chosen with it keeps its values; a retired product is offered no more.
	taken := answer[api.Piece](c, "POST", "/api/pieces", encode(t, input()), 201)
	taken = c.choose(taken, 0, []api.LayerChoice{{Role: "protect", ProductID: p.Ref.ID, Coats: 3}})
	path := fmt.Sprintf("/api/products/%d", p.Ref.ID)
	changed := productInput("Spindrift")
	changed.Label["recoatMinH"] = "9 h"
	p = answer[api.Product](c, "PUT", path,
		encode(t, api.ProductUpdate{Version: p.Version, Product: changed, Retired: true}), 200)
	if !p.Retired || value(p, "recoatMinH").Value != 9 {
		t.Errorf("retired and changed: %+v", p)
	}
	if status, _ := c.call("PUT", path, encode(t, api.ProductUpdate{Version: 1, Product: changed})); status != 409 {
		t.Errorf("a save on an old version: %d", status)
	}
	kept := get[api.PlanAnswer](c, fmt.Sprintf("/api/pieces/%d/plan", taken.ID))
	if len(kept.Plan.Steps) == 0 {
		t.Error("the plan made with it is gone")
	}
	choice := answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(input())), 200)
	for _, s := range choice.Systems {
		if slices.ContainsFunc(s.Layers, func(l api.Layer) bool { return l.Product.ID == p.Ref.ID }) {
			t.Error("a retired product is still offered")
		}
	}
}

func TestTinsDiaryAndWarnings(t *testing.T) {
	c := start(t)
	p := answer[api.Product](c, "POST", "/api/products", encode(t, productInput("Spindrift")), 201)
	path := fmt.Sprintf("/api/products/%d", p.Ref.ID)
	tin := answer[api.Tin](c, "POST", path+"/tins",
		`{"size":"2.5 L","price":"48,9","lot":"A1","left":"40 %","openedOn":"2026-01-10","bestBefore":"2026-02-01"}`,
		201)
	if tin.LeftL != 1 || tin.Input.Price != "48.90" || len(tin.Warnings) != 1 ||
		!strings.Contains(tin.Warnings[0], "Past its best-before") {
		t.Errorf("%+v", tin)
	}
	for body, field := range map[string]string{
		`{"size":"a bucket","price":"","lot":"","left":""}`:    "/size",
		`{"size":"1 L","price":"dear","lot":"","left":""}`:     "/price",
		`{"size":"1 L","price":"","lot":"","left":"2 L"}`:      "/left",
		`{"size":"1 L","price":"-3","lot":"","left":""}`:       "/price",
		`{"size":"1 L","price":"","lot":"","left":"0.5 kg"}`:   "/left", // no density on its label
		`{"size":"1 L","price":"1e9","lot":"","left":"20 %"}`:  "/price",
		`{"size":"1,000 L","price":"","lot":"","left":"20 %"}`: "/size",
	} {
		if status, data := c.call("POST", path+"/tins", body); status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", body, status, data)
		}
	}
	tinPath := fmt.Sprintf("/api/tins/%d", tin.ID)
	if used := answer[api.Tin](c, "PUT", tinPath,
		`{"version":1,"tin":{"size":"2.5 L","price":"","lot":"","left":"0.1 L"}}`,
		200); used.Warnings[0] != "Nearly empty." {
		t.Errorf("%+v", used)
	}
	note := answer[api.Note](c, "POST", path+"/notes", `{"text":"It spat.","neverAgain":true}`, 201)
	page := get[api.ProductPage](c, path)
	if !page.Product.NeverAgain || len(page.Notes) != 1 || page.Product.LeftL != 0.1 || len(page.Tins) != 1 {
		t.Errorf("%+v", page)
	}
	if status, _ := c.call("DELETE", tinPath+"?version=1&why=empty", ""); status != 409 {
		t.Errorf("a tin that somebody has told of meanwhile: %d", status)
	}
	for _, gone := range []string{tinPath + "?version=2&why=thrown", fmt.Sprintf("/api/notes/%d?version=1", note.ID)} {
		if status, _ := c.call("DELETE", gone, ""); status != 204 {
			t.Errorf("%s: %d", gone, status)
		}
		if status, _ := c.call("DELETE", gone, ""); status != 404 {
			t.Errorf("%s again: %d", gone, status)
		}
	}
}

func (c *client) send(path string, file []byte) (int, []byte) {
	r := httptest.NewRequest("POST", "http://127.0.0.1"+path, bytes.NewReader(file))
	r.Header.Set("Content-Type", "application/octet-stream")
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	return w.Code, w.Body.Bytes()
}

func (c *client) imports(path string, file []byte) (r api.ImportReport) {
	c.t.Helper()
	status, data := c.send(path, file)
	if err := json.Unmarshal(data, &r); err != nil || status != 200 {
		c.t.Fatalf("%s: %d %s", path, status, data)
	}
	return r
}

// A word that changes does not keep whose word the old one was.
func TestAnImportedStatementKeepsNoOldSource(t *testing.T) {
	c := start(t)
	in := c.products()["Mizzen Clear"].Input
	if in.Statements["toys"].Source == "" {
		t.Fatalf("nothing was said of toys: %+v", in.Statements)
	}
	file := "name,family,states_toys\nMizzen Clear," + in.Family + ",not tested\n"
	report := c.imports("/api/shelf/import?dryRun=false", []byte(file))
	now := c.products()["Mizzen Clear"].Input.Statements["toys"]
	if !report.Saved || now.Sense != "not tested" || now.Source != "" {
		t.Errorf("%q stands as the word of %q: %+v", now.Sense, now.Source, report)
	}
}

// A file with only some columns changes what it says and no more: labels, the maker and what was tested stay. An empty
// cell empties only where that was asked for.
func TestAFileWithSomeColumnsLeavesTheRest(t *testing.T) {
	c := start(t)
	before := c.products()["Mizzen Clear"].Input
	if len(before.Label) < 5 || before.Maker == "" {
		t.Fatalf("nothing to lose: %+v", before)
	}
	take := func(how, file string) api.ProductInput {
		t.Helper()
		if !c.imports("/api/shelf/import?dryRun=false"+how, []byte(file)).Saved {
			t.Fatalf("%q was not taken in", file)
		}
		return c.products()["Mizzen Clear"].Input
	}
	want := before
	want.Colour = "hell"
	for name, file := range map[string]string{
		"without a sheen": "name,family,colour\nMizzen Clear," + before.Family + ",hell\n",
		"cells empty":     "name,family,sheen,colour,maker,recoatMinH\nMizzen Clear," + before.Family + "," + before.Sheen + ",hell,,\n",
	} {
		if got := take("", file); !reflect.DeepEqual(got, want) {
			t.Errorf("%s: %+v, want %+v", name, got, want)
		}
		take("", "name,family,colour\nMizzen Clear,"+before.Family+","+before.Colour+"x\n") // so that the next changes something
	}
	emptied := take("&emptyCells=true", "name,family,maker,recoatMinH\nMizzen Clear,"+before.Family+",,\n")
	if _, kept := emptied.Label["recoatMinH"]; kept || emptied.Maker != "" || len(emptied.Label) != len(before.Label)-1 {
		t.Errorf("asked to empty: %+v", emptied)
	}
}

func TestImportTellsEveryLineAndHalvesNothing(t *testing.T) {
	c := start(t)
	before := len(get[[]api.Product](c, "/api/products"))
	file := []byte(
		"name;family;sheen;recoatMinH;solidsPct\nSquall;clear_wb_pu;satin;2–4 h;33,5 %\nEbb;clear_wb_pu;satin;6–4 h;30\n" +
			"Flood;chrome;satin;2;30\nMizzen Clear;clear_wb_pu;satin;2–4 h;31 %\nSquall;clear_wb_pu;satin;2;30\n",
	)
	report := c.imports("/api/shelf/import?dryRun=true", file)
	if report.Saved || report.New != 1 || report.Change != 1 || report.Refused != 3 ||
		report.Read != "UTF-8, semicolons" {
		t.Errorf("%+v", report)
	}
	for i, want := range []struct{ column, says string }{{}, {"recoatMinH (D)", "turned round"}, {"family (B)",
		"There is no kind “chrome”"}, {}, {"name (A)", "stand in line 2"}} {
		line := report.Lines[i]
		if line.Line != i+2 || (want.says != "") != (len(line.Problems) > 0) {
			t.Errorf("line %d: %+v", i+2, line)
		} else if want.says != "" && (line.Problems[0].Column != want.column || !strings.Contains(line.Problems[0].Detail, want.says)) {
			t.Errorf("line %d: %+v, want %+v", i+2, line.Problems, want)
		}
	}
	if c.imports("/api/shelf/import?dryRun=false", file).Saved ||
		len(get[[]api.Product](c, "/api/products")) != before {
		t.Error("half a file was taken in")
	}
	if !c.imports("/api/shelf/import?dryRun=false&leaveOut=true", file).Saved ||
		len(get[[]api.Product](c, "/api/products")) != before+1 {
		t.Error("what was right was not taken in when asked to")
	}
	for _, format := range []string{"csv", "json"} {
		status, exported := c.call("GET", "/api/shelf/export?format="+format, "")
		again := c.imports("/api/shelf/import?dryRun=true", exported)
		if status != 200 || again.Same != before+1 || len(again.Lines) != before+1 {
			t.Errorf("%s: a round trip changes something: %+v", format, again)
		}
	}
	if status, data := c.send("/api/shelf/import?dryRun=true", bytes.Repeat([]byte("x"), 50<<20)); status != 413 ||
		!strings.Contains(string(data), "At most 5 MB") {
		t.Errorf("50 MB: %d %.200s", status, data)
	}
	if status, data := c.send("/api/shelf/import?dryRun=true", []byte("\x89PNG\r\n\x1a\n\x00")); status != 422 ||
		!strings.Contains(string(data), "cannot be read as text") {
		t.Errorf("a picture: %d %s", status, data)
	}
}

// A dry run shows every value old and new, what stands empty by itself, what it sets aside; and asks how numbers are
// meant before anything is kept.
func TestImportShowsWhatItChangesAndAsks(t *testing.T) {
	c := start(t)
	before := c.products()["Mizzen Clear"].Input
	file := "Our shelf\n\nName;Kind;Rack;Maker;Recoat from;VOC\n" +
		"Mizzen Clear;Waterborne Polyurethane;3;;3 h;1.250 g/L\n;;4;;;\nNew Clear;waterborn PU;;;;\n"
	asked := c.imports("/api/shelf/import?dryRun=false&leaveOut=true", []byte(file))
	if asked.Saved || len(asked.Lines) != 2 || len(asked.Lines[0].Unclear) != 1 || asked.Lines[0].Unclear[0].Column != "VOC (F)" {
		t.Fatalf("1.250 was not asked about: %+v", asked)
	}
	if len(asked.Aside) != 1 || asked.Aside[0].Column != "Rack (C)" {
		t.Errorf("set aside: %+v", asked.Aside)
	}
	if p := asked.Lines[1].Problems; len(p) != 1 || !strings.Contains(p[0].Detail, "“Waterborne polyurethane”") {
		t.Errorf("the nearest kind is not offered: %+v", p)
	}
	byPoint := c.imports("/api/shelf/import?dryRun=false&leaveOut=true&decimal=point", []byte(file))
	line := byPoint.Lines[0]
	if !byPoint.Saved || line.What != "change" || len(line.Changes) != 2 || len(line.Empty) != 1 || line.Empty[0].Was != before.Maker {
		t.Fatalf("%+v", byPoint)
	}
	if c := line.Changes[0]; c.Title != "Recoat from" || c.Was != before.Label["recoatMinH"] || c.Is != "3 h" {
		t.Errorf("old and new: %+v", c)
	}
	now := c.products()["Mizzen Clear"].Input
	if now.Maker != before.Maker || now.Label["vocGL"] != "1.250 g/L" {
		t.Errorf("kept as %+v", now)
	}
	if byComma := c.imports("/api/shelf/import?dryRun=true&decimal=comma", []byte(file)); byComma.Lines[0].What != "refused" ||
		byComma.Lines[0].Problems[0].Column != "VOC (F)" {
		t.Errorf("1250 g/L is more than there is: %+v", byComma.Lines[0])
	}
	again := c.imports("/api/shelf/import?dryRun=true", []byte(file))
	if len(again.Lines[0].Unclear) > 0 || again.Lines[0].What != "same" {
		t.Errorf("what stands so already is asked about: %+v", again.Lines[0])
	}
}

// What a tin calls itself is matched to a kind.
func TestKindsThatATinMayMean(t *testing.T) {
	c := start(t)
	for called, want := range map[string]string{
		"Water-based PU satin": "clear_wb_pu", "Hardwax Oil Extra": "oil_hardwax", "chalk paint, mint": "paint_chalk", "xyz": "",
	} {
		got := ""
		for _, k := range get[[]api.KindNamed](c, "/api/kinds?called="+url.QueryEscape(called)) {
			got += k.ID + " "
		}
		if !strings.Contains(got, want) || (want == "") != (got == "") {
			t.Errorf("%q: %s, want %s", called, got, want)
		}
	}
}

func TestAThousandRowsAtOnce(t *testing.T) {
	c := start(t)
	var file bytes.Buffer
	file.WriteString("name,family,recoatMinH\n")
	for i := range 1000 {
		fmt.Fprintf(&file, "Row %d,clear_wb_pu,%d h\n", i, 2+i%3)
	}
	began := time.Now()
	report := c.imports("/api/shelf/import?dryRun=false", file.Bytes())
	if !report.Saved || report.New != 1000 {
		t.Errorf("%+v", report.New)
	}
	t.Logf("1000 rows in %v", time.Since(began))
}

const asked = `{"material":"oak","layers":[%s],"coat":%s,"air":{"tempC":21,"rh":50},"state":{%s}}`

func TestMayINow(t *testing.T) {
	c := start(t)
	judge := func(layers, coat, state string) api.Judged {
		return answer[api.Judged](c, "POST", "/api/judge", fmt.Sprintf(asked, layers, coat, state), 200)
	}
	early := judge(`{"family":"clear_wb_pu","sinceH":1}`, `{"family":"clear_wb_pu"}`, "")
	if early.Join.Verdict != "refuse" || early.Join.Findings[0].Rule != "T1" || len(early.When) < 3 ||
		len(early.Ways) == 0 ||
		early.Ways[0].WaitH <= 0 {
		t.Errorf("too early: %+v", early.Join)
	}
	if open := judge(`{"family":"clear_wb_pu","sinceH":4}`, `{"family":"clear_wb_pu"}`, ""); open.Join.Verdict != "sound" ||
		!open.Join.Legal {
		t.Errorf("in its window: %+v", open.Join)
	}
	if late := judge(`{"family":"clear_wb_pu","sinceH":40}`, `{"family":"clear_wb_pu"}`, ""); late.Join.Preparations[0] == "" ||
		late.Join.Verdict != "prepare" {
		t.Errorf("past it: %+v", late.Join)
	}
	waxed := judge(`{"family":"wax_clear","sinceH":900}`, `{"family":"clear_wb_pu"}`, "")
	if waxed.Join.Verdict != "refuse" || waxed.Ground != "Furniture wax, clear" {
		t.Errorf("on wax: %+v", waxed.Join)
	}
	hot := judge(`{"family":"varnish_oil_pu","sinceH":200}`, `{"family":"lacquer_cab"}`, "")
	if len(hot.Ways) == 0 || hot.Ways[0].Steps[0].Coat.Family != "Shellac, dewaxed" ||
		hot.Ways[0].Steps[0].ProductID == nil {
		t.Errorf("the way through, from the shelf: %+v", hot.Ways)
	}
	if soiled := judge(`{"family":"clear_wb_pu","sinceH":4}`, `{"family":"clear_wb_pu"}`, `"soiled":["silicone"]`); soiled.Join.Legal {
		t.Errorf("silicone: %+v", soiled.Join)
	}
	for body, field := range map[string]string{
		fmt.Sprintf(asked, `{"family":"clear_wb_pu","sinceH":2},{"family":"clear_wb_pu","sinceH":5}`,
			`{"family":"clear_wb_pu"}`, ""): "/layers/1/sinceH",
		fmt.Sprintf(asked, `{"family":"syrup"}`, `{"family":"clear_wb_pu"}`,
			""): "/layers/0/family",
		fmt.Sprintf(asked, "", `{"productId":999999}`,
			""): "/coat/productId",
		fmt.Sprintf(asked, "", `{"family":"clear_wb_pu"}`,
			`"soiled":["jam"]`): "/state/soiled/0",
		strings.Replace(fmt.Sprintf(asked, "", `{"family":"wax_clear"}`, ""), `"oak"`, `"basalt"`,
			1): "/material",
	} {
		if status, data := c.call("POST", "/api/judge", body); status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", body, status, data)
		}
	}
}

// A doubt is settled by a board, a label's word is told with who says it, and the grid shows both.
func TestBoardsLabelsAndTheGrid(t *testing.T) {
	c := start(t)
	id := map[string]int64{}
	for _, p := range get[[]api.Product](c, "/api/products") {
		id[p.Ref.Name] = p.Ref.ID
	}
	over := func(ground, coat string) api.Judgement {
		return answer[api.Judged](
			c,
			"POST",
			"/api/judge",
			fmt.Sprintf(asked, fmt.Sprintf(`{"productId":%d}`, id[ground]), fmt.Sprintf(`{"productId":%d}`, id[coat]),
				""),
			200,
		).Join
	}
	cell := func(ground, coat string) byte {
		g := get[api.Grid](c, "/api/grid?material=oak")
		at := func(name string) int {
			return slices.IndexFunc(g.Products, func(p api.ProductRef) bool { return p.Name == name })
		}
		return g.Cells[at(coat)][at(ground)]
	}
	if j := over("Tread Hard Oil", "Mizzen Clear"); j.Verdict != "test" ||
		cell("Tread Hard Oil", "Mizzen Clear") != 't' {
		t.Fatalf("before the board: %+v", j)
	}
	board := func(class int, passed bool) string {
		return encode(t, map[string]any{
			"groundId":   id["Tread Hard Oil"],
			"coatId":     id["Mizzen Clear"],
			"material":   "",
			"oldFinish":  "",
			"crossCut":   class,
			"solventRub": "unmoved",
			"waterDrop":  "no_mark",
			"passed":     passed,
			"who":        "JT",
			"madeOn":     "2026-02-20",
			"note":       "",
		})
	}
	if status, data := c.call("POST", "/api/boards", board(3, true)); status != 422 ||
		detailAt(t, data, "/passed") == "" {
		t.Errorf("passed at class 3: %d %s", status, data)
	}
	kept := answer[api.Board](c, "POST", "/api/boards", board(1, true), 201)
	j := over("Tread Hard Oil", "Mizzen Clear")
	if j.Verdict != "sound" || len(j.Quieted) == 0 || cell("Tread Hard Oil", "Mizzen Clear") != 's' {
		t.Errorf("after it: %+v", j)
	}
	if kept.D3359 != "4B" || len(j.Words) != 1 || j.Words[0].Who != "JT" || j.Words[0].When != "2026-02-20" {
		t.Errorf("the word that settles it: %+v, %+v", kept, j.Words)
	}
	if j := over("Tread Hard Oil", "Amber Reach"); j.Verdict != "refuse" || j.Findings[0].Rule != "TB" {
		t.Errorf("a failed board of the demo: %+v", j)
	}
	if j := over("Larder Hard Oil", "Mizzen Clear"); j.Verdict != "refuse" || j.Findings[0].Rule != "LB" ||
		j.Words[0].By != "label" {
		t.Errorf("a label that says no: %+v", j)
	}
	if status, _ := c.call("DELETE", fmt.Sprintf("/api/boards/%d?version=1", kept.ID), ""); status != 204 ||
		over("Tread Hard Oil", "Mizzen Clear").Verdict != "test" {
		t.Error("the doubt should be open again")
	}
	if status, data := c.call("GET", "/api/grid/export?material=oak", ""); status != 200 ||
		!strings.Contains(string(data), "prepare: a coat between") {
		t.Errorf("the grid as CSV: %d %.200s", status, data)
	}
	if status, data := c.call("GET", "/api/grid?material=basalt", ""); status != 422 {
		t.Errorf("a grid on basalt: %d %s", status, data)
	}
}

func TestTheHandbookShowsEveryRuleAtWork(t *testing.T) {
	c := start(t)
	rules := get[[]api.Rule](c, "/api/rules")
	if len(rules) < 90 {
		t.Errorf("%d rules", len(rules))
	}
	for _, r := range rules {
		if !slices.ContainsFunc(r.Example.Join.Findings, func(f api.Finding) bool { return f.Rule == r.ID }) ||
			r.Example.Material == "" {
			t.Errorf("%s: its example does not show it", r.ID)
		}
	}
}
