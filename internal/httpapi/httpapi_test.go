package httpapi

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers/gorillamux"

	"firmitas/api"
	"firmitas/core/coating"
	"firmitas/internal/demo"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

func TestMain(m *testing.M) { dbtest.Run(m) }

var now = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

type client struct {
	t      testing.TB
	server *Server
	store  *store.Store
	dsn    string
}

// start serves the demo workshop on a database of its own.
func start(t testing.TB) *client {
	t.Helper()
	dsn := dbtest.Fresh(t)
	s, err := store.Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	server, err := New(workshop.New(s, func() time.Time { return now }), s.Ping, "https://finishing.example")
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Migrate(context.Background()); err != nil {
		t.Fatal(err)
	}
	if err := demo.Seed(context.Background(), s, now); err != nil {
		t.Fatal(err)
	}
	server.Ready()
	return &client{t, server, s, dsn}
}

// call sends a request and holds the answer against the contract.
func (c *client) call(method, path, body string) (int, []byte) {
	c.t.Helper()
	r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	if strings.HasPrefix(path, "/api/") {
		c.keepsContract(r, w)
	}
	return w.Code, w.Body.Bytes()
}

func (c *client) keepsContract(r *http.Request, w *httptest.ResponseRecorder) {
	c.t.Helper()
	spec, err := api.GetSpec()
	if err != nil {
		c.t.Fatal(err)
	}
	router, err := gorillamux.NewRouter(spec)
	if err != nil {
		c.t.Fatal(err)
	}
	route, params, err := router.FindRoute(r)
	if err != nil {
		return // no such path: nothing was promised
	}
	in := &openapi3filter.RequestValidationInput{Request: r, PathParams: params, Route: route}
	out := &openapi3filter.ResponseValidationInput{RequestValidationInput: in, Status: w.Code, Header: w.Header(), Body: io.NopCloser(bytes.NewReader(w.Body.Bytes()))}
	if err := openapi3filter.ValidateResponse(r.Context(), out); err != nil && w.Code != http.StatusNoContent {
		c.t.Errorf("%s %s answers %d against the contract: %v", r.Method, r.URL.Path, w.Code, err)
	}
}

func get[T any](c *client, path string) T {
	c.t.Helper()
	return answer[T](c, "GET", path, "", http.StatusOK)
}

func answer[T any](c *client, method, path, body string, want int) T {
	c.t.Helper()
	status, data := c.call(method, path, body)
	if status != want {
		c.t.Fatalf("%s %s: %d, want %d: %s", method, path, status, want, data)
	}
	var out T
	if err := json.Unmarshal(data, &out); err != nil {
		c.t.Fatal(err)
	}
	return out
}

func encode(t testing.TB, v any) string {
	t.Helper()
	data, err := json.Marshal(v)
	if err != nil {
		t.Fatal(err)
	}
	return string(data)
}

func input() api.PieceInput {
	promised := now.AddDate(0, 0, 20)
	return api.PieceInput{Name: "Reading desk", Start: now, Promised: &promised, Air: api.Air{TempC: 20, Rh: 50},
		Zone: api.ZoneInput{Name: "top", EndUse: "desk", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 1.2}}
}

func brief(p api.PieceInput) api.Brief {
	return api.Brief{Zone: p.Zone, Air: p.Air, Start: p.Start, Promised: p.Promised}
}

func layersOf(s api.System) []api.LayerChoice {
	return each(s.Layers, func(l api.Layer) api.LayerChoice {
		return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
	})
}

// The path of the first issue: end use → systems → choice → plan → hand-over → the buyer's page.
func TestFromEndUseToCareCard(t *testing.T) {
	c := start(t)
	in := input()
	choice := answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(in)), 200)
	if n := len(choice.Systems); n < 3 || n > 8 {
		t.Fatalf("%d systems for a desk, want three to eight", n)
	}
	for _, s := range choice.Systems {
		if !s.Legal || s.LightUse == nil || s.FullCure == nil || len(s.Demands) != 6 {
			t.Errorf("%s: not a whole answer", s.Layers[len(s.Layers)-1].Product.Name)
		}
	}
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	if piece.Stage != "choose" || piece.Number != "26-005" {
		t.Errorf("stage %s, number %s", piece.Stage, piece.Number)
	}
	piece = answer[api.Piece](c, "PUT", path+"/system", encode(t, api.SystemChoice{Version: piece.Version, Layers: layersOf(choice.Systems[0])}), 200)
	plan := get[api.PlanAnswer](c, path+"/plan")
	if plan.Plan.Promise == nil || !plan.Plan.Promise.Met || len(plan.Plan.Steps) == 0 {
		t.Fatalf("plan %+v", plan.Plan)
	}
	damp := get[api.PlanAnswer](c, path+"/plan?rh=74&tempC=16")
	if !damp.Plan.LightUse.After(*plan.Plan.LightUse) {
		t.Error("cool damp air must put light use off")
	}
	refused := answer[api.Problem](c, "POST", path+"/hand-over", encode(t, api.HandOverInput{Version: piece.Version, LastCoat: now.Add(time.Hour)}), 422)
	if (*refused.Errors)[0].Field != "/lastCoat" {
		t.Errorf("hand-over ahead of the last coat: %+v", refused)
	}
	card := answer[api.CareCard](c, "POST", path+"/hand-over", encode(t, api.HandOverInput{Version: piece.Version, LastCoat: now}), 200)
	if card.Token == nil || len(*card.Token) != 43 || !card.Urgent {
		t.Fatalf("card %+v", card)
	}
	public := get[api.CareCard](c, "/api/care/"+*card.Token)
	if public.Piece != "Reading desk" || len(public.Sections) < 6 {
		t.Errorf("the buyer's page: %+v", public)
	}
	again := answer[api.CareCard](c, "POST", path+"/hand-over", encode(t, api.HandOverInput{Version: 1, LastCoat: now}), 200)
	if *again.Token != *card.Token {
		t.Error("handing over twice made a second card")
	}
	if status, _ := c.call("PUT", path, encode(t, api.PieceUpdate{Version: piece.Version + 1, Piece: in})); status != http.StatusConflict {
		t.Errorf("changing after hand-over: %d", status)
	}
	if status, _ := c.call("DELETE", path, ""); status != http.StatusConflict {
		t.Errorf("deleting after hand-over: %d; the buyer's page would be gone", status)
	}
}

func (c *client) treads() api.BenchPiece {
	c.t.Helper()
	bench := get[api.Bench](c, "/api/bench")
	return bench.Pieces[slices.IndexFunc(bench.Pieces, func(b api.BenchPiece) bool { return b.Piece.Zone.EndUse == "floor_public" })]
}

func TestChosenSystemKeepsTheProductsItWasMadeWith(t *testing.T) {
	c := start(t)
	before := encode(t, c.treads().Plan)
	db, err := sql.Open("mysql", c.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec(`UPDATE products SET label = '{"recoatMinH": 60}'`); err != nil {
		t.Fatal(err)
	}
	if after := encode(t, c.treads().Plan); after != before {
		t.Error("a label that changed afterwards changed a plan made before")
	}
}

// New dates keep a chosen system; a new end use drops it, because it was judged for another life.
func TestNewDatesKeepTheSystemANewUseDropsIt(t *testing.T) {
	c := start(t)
	was := c.treads()
	piece := was.Piece
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	moved := api.PieceInput{Name: piece.Name, Zone: piece.Zone, Air: piece.Air, Start: piece.Start.AddDate(0, 0, 1), Promised: piece.Promised}
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: moved}), 200)
	if len(piece.Layers) == 0 {
		t.Error("moving the start dropped the system")
	}
	if !c.treads().Plan.LightUse.After(*was.Plan.LightUse) {
		t.Error("moving the start did not move the plan")
	}
	moved.Zone.EndUse = "desk"
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: moved}), 200)
	if len(piece.Layers) != 0 || piece.Stage != "choose" {
		t.Error("a system chosen for stair treads was kept for a desk")
	}
}

func seen() *api.Inspection {
	return &api.Inspection{Finish: "wax", Condition: "intact", Contaminations: []string{}, Repairs: []string{"joint"}, Age: "later", Lead: "not_tested", Answers: map[string]string{}, Action: "dewax"}
}

// What was seen is kept with its zone, shapes the plan, and drops a system that may not go over what has come to light.
func TestInspectionIsKeptAndJudged(t *testing.T) {
	c := start(t)
	in := input()
	in.Zone.Inspection = seen()
	told := answer[api.Inspected](c, "POST", "/api/inspect", encode(t, brief(in)), 200)
	if told.Action != "dewax" || told.LeadOpen || told.Tasks[0].ID != "joint" || len(told.Options) < 2 {
		t.Errorf("inspected: %+v", told)
	}
	in.Zone.Inspection.Action = "keep"
	if preview := answer[api.Inspected](c, "POST", "/api/inspect", encode(t, brief(in)), 200); preview.Action != "dewax" {
		t.Errorf("a preview of what is ruled out recommends %s, want dewax", preview.Action)
	}
	in.Zone.Inspection.Action = "dewax"
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	if again := get[api.Piece](c, path); again.Zone.Inspection == nil || again.Zone.Inspection.Finish != "wax" || again.Zone.Inspection.Repairs[0] != "joint" {
		t.Fatalf("kept: %+v", again.Zone.Inspection)
	}
	choice := answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(in)), 200)
	piece = answer[api.Piece](c, "PUT", path+"/system", encode(t, api.SystemChoice{Version: piece.Version, Layers: layersOf(choice.Systems[0])}), 200)
	if plan := get[api.PlanAnswer](c, path+"/plan"); plan.Plan.Steps[0].Title != "Glue and clamp the joint" {
		t.Errorf("the plan begins with %q", plan.Plan.Steps[0].Title)
	}
	// The same film, kept under an oil: it cannot soak in, so the oil chosen before is dropped.
	oil := choice.Systems[slices.IndexFunc(choice.Systems, func(s api.System) bool { return s.Legal })]
	for _, p := range get[[]api.Product](c, "/api/products") {
		if p.Ref.Name == "Larder Hard Oil" {
			oil.Layers = []api.Layer{{Role: "protect", Product: p.Ref, Coats: 2}}
		}
	}
	piece = answer[api.Piece](c, "PUT", path+"/system", encode(t, api.SystemChoice{Version: piece.Version, Layers: layersOf(oil)}), 200)
	in.Zone.Inspection.Finish, in.Zone.Inspection.Action = "oil_varnish", "keep"
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: in}), 200)
	if len(piece.Layers) != 0 {
		t.Error("a penetrating oil stayed chosen over a film that is kept")
	}
}

func TestBadInspectionsNameTheField(t *testing.T) {
	c := start(t)
	for _, bad := range []struct {
		name, field, says string
		change            func(*api.Inspection)
	}{
		{"an unknown finish", "finish", "moonshine", func(i *api.Inspection) { i.Finish = "moonshine" }},
		{"an unknown contamination", "contaminations", "glitter", func(i *api.Inspection) { i.Contaminations = []string{"glitter"} }},
		{"an unknown repair", "repairs", "magic", func(i *api.Inspection) { i.Repairs = []string{"magic"} }},
		{"an answer that no test has", "answers", "water", func(i *api.Inspection) { i.Answers = map[string]string{"water": "explodes"} }},
		{"moisture of 60", "moisturePct", "no reading of wood", func(i *api.Inspection) { m := 60.0; i.MoisturePct = &m }},
		{"veneer on solid wood", "veneerMm", "not veneered", func(i *api.Inspection) { v := 0.6; i.VeneerMm = &v }},
		{"a way that is ruled out", "action", "cloth stays clean", func(i *api.Inspection) { i.Action = "keep" }},
		{"it stood in an oven", "stoodIn", "50 °C", func(i *api.Inspection) { i.StoodIn = &api.Air{TempC: 180, Rh: 5} }},
	} {
		in := input()
		in.Zone.Inspection = seen()
		bad.change(in.Zone.Inspection)
		p := answer[api.Problem](c, "POST", "/api/pieces", encode(t, in), 422)
		if !slices.ContainsFunc(*p.Errors, func(e api.FieldError) bool {
			return e.Field == "/zone/inspection/"+bad.field && strings.Contains(e.Detail, bad.says)
		}) {
			t.Errorf("%s: %+v", bad.name, *p.Errors)
		}
	}
}

// A photo is kept as pixels only, is served as nothing but a picture, and leaves with its piece.
func TestPhotosAreTakenAndServed(t *testing.T) {
	c := start(t)
	upload := func(body []byte) *httptest.ResponseRecorder {
		r := httptest.NewRequest("POST", "http://127.0.0.1/api/pieces/4/photos?moment=before", bytes.NewReader(body))
		r.Header.Set("Content-Type", "application/octet-stream")
		w := httptest.NewRecorder()
		c.server.ServeHTTP(w, r)
		return w
	}
	var picture bytes.Buffer
	if err := png.Encode(&picture, image.NewGray(image.Rect(0, 0, 1200, 900))); err != nil {
		t.Fatal(err)
	}
	if w := upload(picture.Bytes()); w.Code != 201 {
		t.Fatalf("a PNG: %d %s", w.Code, w.Body)
	}
	photos := get[[]api.Photo](c, "/api/pieces/4/photos")
	if len(photos) != 1 || photos[0].Moment != "before" || photos[0].Width != 1200 {
		t.Fatalf("photos %+v", photos)
	}
	path := fmt.Sprintf("/api/pieces/4/photos/%d", photos[0].ID)
	r := httptest.NewRequest("GET", "http://127.0.0.1"+path, nil)
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	if w.Code != 200 || w.Header().Get("Content-Type") != "image/jpeg" || w.Header().Get("X-Content-Type-Options") != "nosniff" {
		t.Errorf("served: %d %v", w.Code, w.Header())
	}
	for name, bad := range map[string]struct {
		body []byte
		want int
		says string
	}{
		"a page in disguise": {[]byte("<script>alert(1)</script>"), 422, "only JPEG, PNG and WebP"},
		"half a picture":     {picture.Bytes()[:picture.Len()/2], 422, "breaks off"},
		"a huge one":         {make([]byte, 16<<20), 413, "15 MB"},
	} {
		if w := upload(bad.body); w.Code != bad.want || !strings.Contains(w.Body.String(), bad.says) {
			t.Errorf("%s: %d %s", name, w.Code, w.Body)
		}
	}
	if status, _ := c.call("GET", fmt.Sprintf("/api/pieces/2/photos/%d", photos[0].ID), ""); status != 404 {
		t.Errorf("read through another piece: %d", status)
	}
	if status, _ := c.call("DELETE", path, ""); status != 204 || len(get[[]api.Photo](c, "/api/pieces/4/photos")) != 0 {
		t.Errorf("deleting: %d", status)
	}
}

// Every field that can be wrong, with the name the problem must give it.
func TestBadInputNamesTheField(t *testing.T) {
	c := start(t)
	far := now.AddDate(40, 0, 0)
	early := now.Add(-time.Hour)
	for _, bad := range []struct {
		name   string
		change func(*api.PieceInput)
		field  string
		says   string
	}{
		{"no area", func(p *api.PieceInput) { p.Zone.AreaM2 = 0 }, "/zone/areaM2", "more than 0"},
		{"negative area", func(p *api.PieceInput) { p.Zone.AreaM2 = -2 }, "/zone/areaM2", "more than 0"},
		{"absurd area", func(p *api.PieceInput) { p.Zone.AreaM2 = 90000 }, "/zone/areaM2", "500"},
		{"sides that do not make the area", func(p *api.PieceInput) { l, w := 1.0, 3.0; p.Zone.LengthM, p.Zone.WidthM = &l, &w }, "/zone/areaM2", "length × width"},
		{"negative side", func(p *api.PieceInput) { l := -1.0; p.Zone.LengthM = &l }, "/zone/lengthM", "0 and 50"},
		{"humidity over 100", func(p *api.PieceInput) { p.Air.Rh = 101 }, "/air/rh", "100 %"},
		{"humidity of nothing", func(p *api.PieceInput) { p.Air.Rh = 0 }, "/air/rh", "above 0"},
		{"freezing", func(p *api.PieceInput) { p.Air.TempC = -5 }, "/air/tempC", "32 and 104"},
		{"oven", func(p *api.PieceInput) { p.Air.TempC = 90 }, "/air/tempC", "0 and 40"},
		{"promise before start", func(p *api.PieceInput) { p.Promised = &early }, "/promised", "after"},
		{"promise in another age", func(p *api.PieceInput) { p.Promised = &far }, "/promised", "year"},
		{"start in another age", func(p *api.PieceInput) { p.Start = far }, "/start", "year"},
		{"no name", func(p *api.PieceInput) { p.Name = "  " }, "/name", "name"},
		{"endless name", func(p *api.PieceInput) { p.Name = strings.Repeat("x", 300) }, "/name", "120"},
		{"name over lines", func(p *api.PieceInput) { p.Name = "a\nb" }, "/name", "One line"},
		{"unknown end use", func(p *api.PieceInput) { p.Zone.EndUse = "spaceship" }, "/zone/endUse", "spaceship"},
		{"unknown material", func(p *api.PieceInput) { p.Zone.Material = "cheese" }, "/zone/material", "cheese"},
		{"unknown sheen", func(p *api.PieceInput) { p.Zone.Sheen = "glittering" }, "/zone/sheen", "satin"},
		{"unknown look", func(p *api.PieceInput) { p.Zone.Look = "invisible" }, "/zone/look", "natural"},
	} {
		in := input()
		bad.change(&in)
		status, data := c.call("POST", "/api/pieces", encode(t, in))
		var p api.Problem
		if err := json.Unmarshal(data, &p); err != nil || p.Errors == nil || status < 400 || status >= 500 || p.Status != status {
			t.Errorf("%s: %d %s", bad.name, status, data)
			continue
		}
		if !slices.ContainsFunc(*p.Errors, func(e api.FieldError) bool { return e.Field == bad.field && strings.Contains(e.Detail, bad.says) }) {
			t.Errorf("%s: %+v, want %s to say %q", bad.name, *p.Errors, bad.field, bad.says)
		}
	}
	if bench := get[api.Bench](c, "/api/bench"); len(bench.Pieces) != 4 {
		t.Errorf("%d pieces after refused ones, want the demo's 4", len(bench.Pieces))
	}
}

func TestRequestsThatAreNone(t *testing.T) {
	c := start(t)
	for _, bad := range []struct {
		name, method, path, body string
		want                     int
	}{
		{"malformed JSON", "POST", "/api/pieces", `{"name": "x"`, 400},
		{"a field that is none", "POST", "/api/choose", `{"zone":{},"paint":"all"}`, 400},
		{"a number as text", "POST", "/api/choose", `{"zone":{"areaM2":"two"}}`, 400},
		{"oversized", "POST", "/api/pieces", `{"name":"` + strings.Repeat("x", 2<<20) + `"}`, 413},
		{"unknown piece", "GET", "/api/pieces/99999", "", 404},
		{"piece that is no number", "GET", "/api/pieces/abc", "", 400},
		{"unknown path", "GET", "/api/nowhere", "", 404},
		{"wrong method", "DELETE", "/api/bench", "", 405},
		{"guessed care token", "GET", "/api/care/" + strings.Repeat("A", 43), "", 404},
		{"SQL for a token", "GET", "/api/care/'%20OR%201=1--", "", 404},
		{"air that is text", "GET", "/api/pieces/2/plan?rh=wet", "", 400},
		{"air beyond measure", "GET", "/api/pieces/2/plan?rh=500", "", 422},
		{"unknown product", "PUT", "/api/pieces/4/system", `{"version":1,"layers":[{"role":"protect","productId":99999,"coats":2}]}`, 422},
		{"no coats", "PUT", "/api/pieces/4/system", `{"version":1,"layers":[{"role":"protect","productId":1,"coats":0}]}`, 422},
		{"a plan without a choice", "GET", "/api/pieces/4/plan", "", 409},
		{"a workshop that never opens", "PUT", "/api/workshop/settings", `{"version":1,"units":"metric","clock":"h24","foodPolicy":"strict","hours":[` + strings.TrimSuffix(strings.Repeat(`{"open":0,"close":0},`, 7), ",") + `]}`, 422},
		{"settings on an old version", "PUT", "/api/workshop/settings", `{"version":77,"units":"us","clock":"h12","foodPolicy":"strict","hours":[` + strings.TrimSuffix(strings.Repeat(`{"open":480,"close":900},`, 7), ",") + `]}`, 409},
	} {
		status, data := c.call(bad.method, bad.path, bad.body)
		var p api.Problem
		if err := json.Unmarshal(data, &p); err != nil || status != bad.want || p.Status != status || p.Title == "" || p.Detail == "" {
			t.Errorf("%s: %d %s, want a problem of %d", bad.name, status, data, bad.want)
		}
	}
}

// A product that must not go there is refused by the server too, whatever a client sends.
func TestIllegalSystemIsRefusedWithItsReason(t *testing.T) {
	c := start(t)
	var wax int64
	for _, p := range get[[]api.Product](c, "/api/products") {
		if p.Ref.Body == "wax" {
			wax = p.Ref.ID
		}
	}
	treads := c.treads().Piece
	p := answer[api.Problem](c, "PUT", fmt.Sprintf("/api/pieces/%d/system", treads.ID),
		encode(t, api.SystemChoice{Version: treads.Version, Layers: []api.LayerChoice{{Role: "protect", ProductID: wax, Coats: 2}}}), 409)
	if !strings.Contains(p.Detail, "floors") && !strings.Contains(p.Detail, "slip") {
		t.Errorf("wax on a public stair: %q gives no reason", p.Detail)
	}
}

func TestDatabaseGoneIsSaidAndSurvived(t *testing.T) {
	c := start(t)
	dbtest.Server.Down()
	status, data := c.call("POST", "/api/pieces", encode(t, input()))
	ready, _ := c.call("GET", "/readyz", "")
	alive, _ := c.call("GET", "/healthz", "")
	if err := dbtest.Server.Up(); err != nil {
		t.Fatal(err)
	}
	var p api.Problem
	if err := json.Unmarshal(data, &p); err != nil || status != 503 || !strings.Contains(p.Detail, "Nothing was saved") {
		t.Errorf("without a database: %d %s", status, data)
	}
	if ready != 503 || alive != 200 {
		t.Errorf("readyz %d, healthz %d without a database", ready, alive)
	}
	if bench := get[api.Bench](c, "/api/bench"); len(bench.Pieces) != 4 {
		t.Errorf("%d pieces after it came back, want 4: half a piece was saved", len(bench.Pieces))
	}
}

func TestBeforeTheDatabaseIsThere(t *testing.T) {
	c := start(t)
	c.server.ready.Store(false)
	if status, data := c.call("GET", "/api/bench", ""); status != 503 || !strings.Contains(string(data), "not answering") {
		t.Errorf("%d %s", status, data)
	}
	if status, _ := c.call("GET", "/pieces/1/plan", ""); status != 200 && status != 503 {
		t.Errorf("the page itself: %d", status)
	}
}

func TestOnlyItsOwnNamesAndSites(t *testing.T) {
	c := start(t)
	for host, want := range map[string]int{"127.0.0.1:8470": 200, "localhost": 200, "[::1]:80": 200, "finishing.example": 200, "evil.example": 421} {
		r := httptest.NewRequest("GET", "/api/workshop", nil)
		r.Host = host
		w := httptest.NewRecorder()
		c.server.ServeHTTP(w, r)
		if w.Code != want {
			t.Errorf("host %s: %d, want %d", host, w.Code, want)
		}
	}
	r := httptest.NewRequest("POST", "http://127.0.0.1/api/pieces", strings.NewReader(encode(t, input())))
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Sec-Fetch-Site", "cross-site")
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	if w.Code != http.StatusForbidden {
		t.Errorf("a form on another site: %d", w.Code)
	}
}

func TestSeedTwiceChangesNothing(t *testing.T) {
	c := start(t)
	before := encode(t, get[api.Bench](c, "/api/bench"))
	if err := demo.Seed(t.Context(), c.store, now); err != nil {
		t.Fatal(err)
	}
	if after := encode(t, get[api.Bench](c, "/api/bench")); after != before {
		t.Error("seeding again changed the demo")
	}
}

// The demo shelf is what the issue asks for, and every product on it has a plausible label.
func TestDemoShelf(t *testing.T) {
	families := map[string]bool{}
	for _, p := range demo.Shelf() {
		families[p.Family] = true
		if _, err := coating.New(coating.Product{Name: p.Name, Shade: coating.Shade(p.Shade), Label: p.Label.V}, p.Family); err != nil {
			t.Error(err)
		}
	}
	if len(demo.Shelf()) < 18 || len(families) < 14 {
		t.Errorf("%d products over %d families", len(demo.Shelf()), len(families))
	}
}

// BenchmarkChoose200 is one keystroke at take-in on a shelf of 200 products, through HTTP, database and all.
func BenchmarkChoose200(b *testing.B) {
	s, err := store.Open(dbtest.Fresh(b))
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	if err := s.Migrate(b.Context()); err != nil {
		b.Fatal(err)
	}
	var shelf []store.Product
	for i := 0; len(shelf) < 200; i++ {
		p := demo.Shelf()[i%len(demo.Shelf())]
		p.Name = fmt.Sprintf("%s %d", p.Name, i)
		shelf = append(shelf, p)
	}
	home := store.Workshop{Name: "Bench", TimeZone: "UTC", Units: "metric", Clock: "h24", FoodPolicy: "strict"}
	for i := range home.Hours.V {
		home.Hours.V[i] = store.Day{Open: 480, Close: 1080}
	}
	if _, err := s.AddWorkshop(b.Context(), home, shelf); err != nil {
		b.Fatal(err)
	}
	server, err := New(workshop.New(s, func() time.Time { return now }), s.Ping, "")
	if err != nil {
		b.Fatal(err)
	}
	server.Ready()
	for _, look := range []api.Look{"natural", "stained", "opaque_pale"} {
		b.Run(string(look), func(b *testing.B) {
			in := brief(input())
			in.Zone.Look = look
			body := encode(b, in)
			for b.Loop() {
				r := httptest.NewRequest("POST", "http://127.0.0.1/api/choose", strings.NewReader(body))
				r.Header.Set("Content-Type", "application/json")
				w := httptest.NewRecorder()
				server.ServeHTTP(w, r)
				if w.Code != 200 {
					b.Fatal(w.Body.String())
				}
			}
		})
	}
}
