package httpapi

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"reflect"
	"strings"
	"testing"
	"time"

	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
)

// filled gives every field of an input a value of its own that fits; what fits is told by the field's name.
type filled struct {
	t    *testing.T
	fits map[string]any // by "Type.Field", else by "Field"
}

func (f filled) fill(v reflect.Value, name string) {
	f.t.Helper()
	if given, known := f.fits[name]; known {
		set(v, reflect.ValueOf(given))
		return
	}
	if _, field, cut := strings.Cut(name, "."); cut {
		if given, known := f.fits[field]; known {
			set(v, reflect.ValueOf(given))
			return
		}
	}
	switch v.Kind() {
	case reflect.Struct:
		for i := range v.NumField() {
			f.fill(v.Field(i), v.Type().Name()+"."+v.Type().Field(i).Name)
		}
	case reflect.Pointer:
		v.Set(reflect.New(v.Type().Elem()))
		f.fill(v.Elem(), name)
	case reflect.Slice:
		v.Set(reflect.MakeSlice(v.Type(), 1, 1))
		f.fill(v.Index(0), name)
	case reflect.Bool:
		v.SetBool(true)
	default:
		f.t.Fatalf("%s (%s) is a new field: say here what fits it, and carry it through the store", name, v.Type())
	}
}

func set(v, given reflect.Value) {
	if v.Kind() == reflect.Pointer && given.Kind() != reflect.Pointer {
		v.Set(reflect.New(v.Type().Elem()))
		v = v.Elem()
	}
	v.Set(given.Convert(v.Type()))
}

var tomorrow = openapi_types.Date{Time: time.Date(2026, 3, 1, 0, 0, 0, 0, time.UTC)}

// Every field of every input that is kept comes back as it was told: on taking in, on reading, on saving again.
func TestEveryFieldSurvives(t *testing.T) {
	c := start(t)
	f := filled{t, map[string]any{
		"Air.TempC": 17.5, "Air.Rh": 61.5, "PieceInput.Alike": 3, "FromPieceID": int64(4), "History": "Told by its owner.",
		"PieceInput.Kind": "chest", "PieceInput.Name": "Chart chest", "Owner": "customer", "Part.Kind": "glass", "Part.Name": "Pane",
		"Part.Count": 2, "Promised": now.AddDate(0, 3, 0), "Start": now.AddDate(0, 0, 2), "AreaM2": 0.32, "EndUse": "base",
		"ZoneInput.Face": "apart", "ZoneInput.ID": (*int64)(nil), "LengthM": 0.8, "WidthM": 0.4, "Measured.Shape": "panel", "Measured.Count": 1,
		"Sizes":              map[string]string{"length": "80 cm", "width": "200 mm"}, // 0.32 m² on both sides
		"Look":               "opaque_dark",
		"ZoneInput.Material": "oak_veneer", "ZoneInput.Name": "Front", "ZoneInput.Sheen": "matte",
		"Inspection.Action": "keep", "Age": "before_1978", "Answers": map[string]string{"look": "clear"}, "Condition": "intact",
		"Contaminations": []string{"grease"}, "Finish": "oil_varnish", "Lead": "negative", "MoisturePct": 9.5,
		"Repairs": []string{
			"gouge",
		}, "VeneerMm": 0.6, "Asks": []int{1, 2, 3, 1, 2, 1}, "Budget": "45.50", "Place": "unheated",
		"Weight": 1.5, "Wear": 0.5, "Soon": 1.5, "Repair": 2.0, "Smell": 2.5, "Weights.Coats": 3.0, "Cost": 3.5,
		"WithID": int64(
			3,
		), "Without": []string{"wax_clear"}, "WithoutIds": []int64{5}, "Decor.Kind": "stencil", "Decor.ProductID": int64(3),
		"Decision.Rule": "C6s", "Decision.How": "hidden_spot", "Decision.Reason": "Held under a hot cloth.",
		"Decision.On": tomorrow,
		"Measures":    api.DecorMeasures{"lengthM": 1, "motifM": 0.1}, "Share.Name": "blue", "Share.Parts": 2.0,
		"Contact": "by the steps, 555 0100",
		"Clock":   "h12", "Numbers": "comma", "Currency": "DKK",
		"MoneyRate.From": tomorrow, "Hour": "42.50", "Overhead": "6.00", "FeePct": "2.50", "TaxPct": "25.00",
		"MoneyRate.TaxShown": true,
		"FoodPolicy":         "cured_film", "Units": "us", "Version": 1, "Hours": []api.Hours{
			{Open: 540, Close: 1000}, {Open: 541, Close: 1001}, {Open: 542, Close: 1002}, {Open: 543, Close: 1003},
			{Open: 544, Close: 1004}, {Open: 545, Close: 1005}, {Open: 546, Close: 1006}},
		"Colour": "foam", "Family": "enamel_wb", "Label": map[string]string{"recoatMinH": "2–4 h"}, "Maker": "Nobody",
		"ProductInput.Name": "Foam Front", "Shade": "pale", "ProductInput.Sheen": "satin",
		"Statements": map[string]api.Statement{"toys": {Sense: "EN 71-3", Source: "tin"}},
		"What":       "primer", "Sense": "Over primers.", "Source": "data sheet",
		"Tools": "brush", "Thinner": "water", "CleanUp": "soap", "Hazards": "none known", "VocBasis": "ready_to_use",
		"Size": "2.5 L", "Price": "48.90", "Lot": "F-1", "Left": "40 %", "OpenedOn": tomorrow, "BestBefore": tomorrow,
		"CoatID": int64(
			3,
		), "Decision.GroundID": int64(5), "BoardInput.GroundID": int64(0), "OldFinish": "shellac", "CrossCut": 1,
		"MadeOn": tomorrow, "BoardInput.Material": "oak", "Note": "Held.",
		"SolventRub": "unmoved", "WaterDrop": "no_mark", "Who": "JT", "Text": "It spat.",
		"RecipeInput.Name": "Three coats", "Lacks": []string{"spray_gun"}, "Depth": "medium", "Hue": "red", "SoldIn": "750 mL 24.50; 2.5 L 62",
		"Person.Name": "KL", "OwnDay.Name": "Fair", "OwnDay.Person": "KL", "Open": 480, "Close": 720, "Booths": 2, "RackM2": 4.5,
		"Date": tomorrow,
		"Pace": map[string]float64{"sand_by_hand": 12.5}, "SupplyPrices": map[string]string{"cloth": "0.15"},
		"LayerAsked.ProductID": int64(3), "LayerAsked.Coats": 3,
	}}
	same := func(what string, got, want any) {
		t.Helper()
		if a, b := encode(t, got), encode(t, want); a != b {
			t.Errorf("%s:\n%s\nwant\n%s", what, a, b)
		}
	}
	var in api.PieceInput
	f.fill(reflect.ValueOf(&in).Elem(), "PieceInput")
	same("translated there and back", toPieceInput(fromPieceInput(in)), in)
	made := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	path := fmt.Sprintf("/api/pieces/%d", made.ID)
	in.Zones[0].ID = made.Input.Zones[0].ID
	same("the answer", made.Input, in)
	same("read again", get[api.Piece](c, path).Input, in)
	in.Name, in.Zones[0].Name = "Chart chest II", "Fronts"
	same("saved", answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: 1, Piece: in}), 200).Input, in)
	same("saved and read", get[api.Piece](c, path).Input, in)

	var settings api.SettingsInput
	f.fill(reflect.ValueOf(&settings).Elem(), "SettingsInput")
	answer[api.Workshop](c, "PUT", "/api/workshop/settings", encode(t, settings), 200)
	stored := asStored(get[api.Workshop](c, "/api/workshop"))
	stored.Version--
	same("settings", stored, settings)

	var product api.ProductInput
	f.fill(reflect.ValueOf(&product).Elem(), "ProductInput")
	kept := answer[api.Product](c, "POST", "/api/products", encode(t, product), 201)
	productPath := fmt.Sprintf("/api/products/%d", kept.Ref.ID)
	same("a product", get[api.ProductPage](c, productPath).Product.Input, product)
	product.Name = "Foam Front II"
	answer[api.Product](c, "PUT", productPath,
		encode(t, api.ProductUpdate{Version: 1, Product: product, Retired: true}), 200)
	again := get[api.ProductPage](c, productPath).Product
	same("a product saved again", again.Input, product)
	if !again.Retired {
		t.Error("it is not retired")
	}

	var tin api.TinInput
	f.fill(reflect.ValueOf(&tin).Elem(), "TinInput")
	added := answer[api.Tin](c, "POST", productPath+"/tins", encode(t, tin), 201)
	same("a tin", get[api.ProductPage](c, productPath).Tins[0].Input, tin)
	tin.Lot = "F-2"
	answer[api.Tin](c, "PUT", fmt.Sprintf("/api/tins/%d", added.ID), encode(t, api.TinUpdate{Version: 1, Tin: tin}),
		200)
	same("a tin saved again", get[api.ProductPage](c, productPath).Tins[0].Input, tin)

	var note api.NoteInput
	f.fill(reflect.ValueOf(&note).Elem(), "NoteInput")
	answer[api.Note](c, "POST", productPath+"/notes", encode(t, note), 201)
	n := get[api.ProductPage](c, productPath).Notes[0]
	same("a note", api.NoteInput{Text: n.Text, NeverAgain: n.NeverAgain}, note)

	var board api.BoardInput
	f.fill(reflect.ValueOf(&board).Elem(), "BoardInput")
	shown := answer[api.Board](c, "POST", "/api/boards", encode(t, board), 201)
	same("a board", shown.Input, board)
	for _, b := range get[[]api.Board](c, "/api/boards") {
		if b.ID == shown.ID {
			same("a board read again", b.Input, board)
		}
	}

	var recipe api.RecipeInput
	f.fill(reflect.ValueOf(&recipe).Elem(), "RecipeInput")
	answer[api.Recipe](c, "POST", "/api/recipes", encode(t, recipe), 201)
	found := false
	for _, r := range get[[]api.Recipe](c, "/api/recipes") {
		found = found || encode(t, api.RecipeInput{Name: r.Name, Layers: r.Layers}) == encode(t, recipe)
	}
	if !found {
		t.Error("the recipe does not come back")
	}
}

// press sends a request under a key, as a press of a button does.
func (c *client) press(method, path, body, key string) (int, []byte) {
	r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Idempotency-Key", key)
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	return w.Code, w.Body.Bytes()
}

// A press whose answer got lost is repeated under its key: done once, answered alike, also where a version would by then
// be an old one. What was refused may be put right and sent under the same key.
func TestAPressCountsOnce(t *testing.T) {
	c := start(t)
	in := encode(t, input())
	status, first := c.press("POST", "/api/pieces", in, "press-one")
	again, second := c.press("POST", "/api/pieces", in, "press-one")
	if status != 201 || again != 201 || string(first) != string(second) {
		t.Fatalf("%d %s\n%d %s", status, first, again, second)
	}
	if n := len(get[api.Bench](c, "/api/bench").Pieces); n != demoPieces+1 {
		t.Errorf("%d pieces, want %d", n, demoPieces+1)
	}
	id := get[api.Bench](c, "/api/bench").Pieces
	var path string
	for _, p := range id {
		if p.Piece.Input.Name == "Reading desk" {
			path = fmt.Sprintf("/api/pieces/%d", p.Piece.ID)
		}
	}
	changed := input()
	changed.Zones[0].ID = get[api.Piece](c, path).Input.Zones[0].ID
	changed.Name = "Writing desk"
	update := encode(t, api.PieceUpdate{Version: 1, Piece: changed})
	for range 2 {
		if status, data := c.press("PUT", path, update, "press-two"); status != 200 {
			t.Errorf("saved again: %d %s", status, data)
		}
	}
	if status, _ := c.press("PUT", path, update, "press-three"); status != http.StatusConflict {
		t.Errorf("another press on an old version: %d", status)
	}
	for range 2 {
		if status, data := c.press("DELETE", path+"?version=2", "", "press-four"); status != 204 {
			t.Errorf("removed again: %d %s", status, data)
		}
	}
	if status, data := c.press("POST", "/api/pieces", strings.Replace(in, "Reading", "Standing", 1), "press-one"); status != 422 ||
		!strings.Contains(string(data), "key was used") {
		t.Errorf("the key of another request: %d %s", status, data)
	}
	if status, _ := c.press("POST", "/api/pieces", strings.Replace(in, `"oak"`, `"soap"`, 1), "press-five"); status != 422 {
		t.Errorf("what cannot be right: %d", status)
	}
	if status, data := c.press("POST", "/api/pieces", in, "press-five"); status != 201 {
		t.Errorf("put right, under the same key: %d %s", status, data)
	}
}

// What was found to break it once.
func TestWhatOnceBrokeIt(t *testing.T) {
	c := start(t)
	unknown := input()
	unknown.Zones[0].Material = "mithril"
	unknown.Zones[0].Inspection = &api.Inspection{
		Finish:         "bare",
		Condition:      "intact",
		Age:            "later",
		Lead:           "not_tested",
		Action:         "nothing",
		Contaminations: []string{},
		Repairs:        []string{"veneer_loose"},
		Answers:        map[string]string{},
	}
	token := strings.Repeat("ä", 11) + strings.Repeat("x", 32)
	for _, bad := range []struct {
		name, method, path, body string
		status                   int
		says                     string
	}{
		{"an unknown material with a repair", "POST", "/api/inspect", encode(t, brief(unknown)), 422, "not on the list"},
		{"a token of other letters", "GET", "/api/care/" + token, "", 404, "Not found"},
		{"a control character", "POST", "/api/products/3/notes", `{"text":"a\u0000b","neverAgain":false}`, 422, "/text"},
		{"one by its byte", "POST", "/api/products/3/notes", "{\"text\":\"a\x7fb\",\"neverAgain\":false}", 422, "/text"},
		{"half a character", "POST", "/api/products/3/notes", `{"text":"a\ud800b","neverAgain":false}`, 422, "/text"},
		{"a number beyond all", "GET", "/api/pieces/99999999999999999999999", "", 400, "whole number"},
		{"a number beyond all in a body", "POST", "/api/layout", "", 404, "no such path"},
		{"a count beyond all", "POST", "/api/pieces", strings.Replace(encode(t, input()), `"alike":1`, `"alike":1e30`, 1), 400, "/alike"},
		{"another kind of content", "POST", "/api/pieces?x=1", "", 400, "missing"},
		{"a slash too many", "GET", "/api/bench/", "", 404, "no such path"},
		{"a version beyond all", "DELETE", "/api/pieces/1?version=99999999999", "", 400, "version"},
	} {
		status, data := c.call(bad.method, bad.path, bad.body)
		if status != bad.status || !strings.Contains(string(data), bad.says) {
			t.Errorf("%s: %d %s, want %d saying %q", bad.name, status, data, bad.status, bad.says)
		}
	}
	for name, change := range map[string]func(*http.Request){
		"text in place of JSON": func(r *http.Request) { r.Header.Set("Content-Type", "text/plain") },
		"a page of another site": func(r *http.Request) {
			r.Header.Set("Origin", "https://elsewhere.example")
			r.Header.Set("Sec-Fetch-Site", "cross-site")
		},
		"another name": func(r *http.Request) { r.Host = "elsewhere.example" },
	} {
		r := httptest.NewRequest("POST", "http://LOCALHOST/api/pieces", strings.NewReader(encode(t, input())))
		r.Header.Set("Content-Type", "application/json")
		change(r)
		w := httptest.NewRecorder()
		c.server.ServeHTTP(w, r)
		want := map[string]int{"text in place of JSON": 415, "a page of another site": 403, "another name": 421}[name]
		if w.Code != want || w.Header().Get("Content-Type") != "application/problem+json" ||
			w.Header().Get("X-Content-Type-Options") == "" {
			t.Errorf("%s: %d %v %s", name, w.Code, w.Header(), w.Body)
		}
	}
	r := httptest.NewRequest("GET", "http://LOCALHOST:8470/api/workshop", nil)
	w := httptest.NewRecorder()
	if c.server.ServeHTTP(w, r); w.Code != 200 {
		t.Errorf("LOCALHOST is refused: %d", w.Code)
	}
}

// What never changes is sent once, small, and then only asked about.
func TestTheCatalogueIsKept(t *testing.T) {
	c := start(t)
	ask := func(mark string) *httptest.ResponseRecorder {
		r := httptest.NewRequest("GET", "http://127.0.0.1/api/catalogue", nil)
		r.Header.Set("Accept-Encoding", "gzip")
		r.Header.Set("If-None-Match", mark)
		w := httptest.NewRecorder()
		c.server.ServeHTTP(w, r)
		return w
	}
	first := ask("")
	if first.Code != 200 || first.Header().Get("Content-Encoding") != "gzip" || first.Body.Len() > 40_000 {
		t.Errorf("%d, %d bytes, %v", first.Code, first.Body.Len(), first.Header())
	}
	if again := ask(first.Header().Get("ETag")); again.Code != http.StatusNotModified || again.Body.Len() > 0 {
		t.Errorf("asked again: %d, %d bytes", again.Code, again.Body.Len())
	}
}
