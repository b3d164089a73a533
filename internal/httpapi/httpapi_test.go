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
	"sync"
	"testing"
	"time"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/gorillamux"

	"firmitas/api"
	"firmitas/core/coating"
	"firmitas/internal/demo"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

// demoPieces is how many the demo workshop has in hand, besides one that has left.
const demoPieces = 8

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
	if test, ok := t.(*testing.T); ok {
		test.Parallel() // every test has a database of its own
	}
	return startAlone(t)
}

// startAlone is start for a test that nothing may run beside.
func startAlone(t testing.TB) *client {
	t.Helper()
	return serving(t, dbtest.Copy(t, "demo", seeded))
}

// seeded brings an empty database to what every test begins with: the demo workshop.
func seeded(dsn string) error {
	s, err := store.Open(dsn)
	if err != nil {
		return err
	}
	defer s.Close()
	if err := s.Migrate(context.Background(), func(string) {}); err != nil {
		return err
	}
	return demo.Seed(context.Background(), s, now)
}

// serving is a server on a database that is there already; several may share one.
func serving(t testing.TB, dsn string) *client {
	t.Helper()
	s, err := store.Open(dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	server, err := New(workshop.New(s, func() time.Time { return now }), s.Ping, "https://finishing.example")
	if err != nil {
		t.Fatal(err)
	}
	server.Patient()
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

// promised finds what the contract says of a request.
var promised = sync.OnceValues(func() (routers.Router, error) {
	spec, err := api.Contract()
	if err != nil {
		return nil, err
	}
	return gorillamux.NewRouter(spec)
})

func (c *client) keepsContract(r *http.Request, w *httptest.ResponseRecorder) {
	c.t.Helper()
	router, err := promised()
	if err != nil {
		c.t.Fatal(err)
	}
	route, params, err := router.FindRoute(r)
	if err != nil {
		return // no such path: nothing was promised
	}
	in := &openapi3filter.RequestValidationInput{Request: r, PathParams: params, Route: route}
	out := &openapi3filter.ResponseValidationInput{
		RequestValidationInput: in,
		Status:                 w.Code,
		Header:                 w.Header(),
		Body:                   io.NopCloser(bytes.NewReader(w.Body.Bytes())),
	}
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
	return api.PieceInput{
		Name:     "Reading desk",
		Kind:     "table",
		Owner:    "own",
		Alike:    1,
		Parts:    []api.Part{},
		Start:    now,
		Promised: &promised,
		Air:      api.Air{TempC: 20, Rh: 50},
		Zones: []api.ZoneInput{
			{Name: "top", Face: "best", EndUse: "desk", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 1.2},
		},
	}
}

func brief(p api.PieceInput) api.Brief {
	return api.Brief{Zone: p.Zones[0], Air: p.Air, Night: p.Night, Start: p.Start, Promised: p.Promised}
}

// choose takes a system for a zone, and returns the piece as it is then.
func (c *client) choose(p api.Piece, zone int, layers []api.LayerChoice) api.Piece {
	c.t.Helper()
	return answer[api.Piece](c, "PUT", systemPath(p, zone),
		encode(c.t, api.SystemChoice{Version: p.Version, Layers: layers}), 200)
}

func systemPath(p api.Piece, zone int) string {
	return fmt.Sprintf("/api/pieces/%d/zones/%d/system", p.ID, *p.Input.Zones[zone].ID)
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
	if piece.Stage != "choose" || piece.Number != "26-010" {
		t.Errorf("stage %s, number %s", piece.Stage, piece.Number)
	}
	piece = c.choose(piece, 0, layersOf(choice.Systems[0]))
	plan := get[api.PlanAnswer](c, path+"/plan")
	if plan.Plan.Promise == nil || !plan.Plan.Promise.Met || len(plan.Plan.Steps) == 0 {
		t.Fatalf("plan %+v", plan.Plan)
	}
	damp := get[api.PlanAnswer](c, path+"/plan?rh=74&tempC=16")
	if !damp.Plan.LightUse.After(*plan.Plan.LightUse) {
		t.Error("cool damp air must put light use off")
	}
	refused := answer[api.Problem](c, "POST", path+"/hand-over",
		encode(t, api.HandOverInput{Version: piece.Version, LastCoat: told(now.Add(time.Hour))}), 422)
	if (*refused.Errors)[0].Field != "/lastCoat" {
		t.Errorf("hand-over ahead of the last coat: %+v", refused)
	}
	card := answer[api.CareCard](
		c,
		"POST",
		path+"/hand-over",
		encode(t, api.HandOverInput{
			Version: piece.Version, LastCoat: told(now), Title: told("Reading desk"), Reasons: c.reasons(piece.ID),
		}),
		200,
	)
	if card.Token == nil || len(*card.Token) != 43 || !card.Urgent {
		t.Fatalf("card %+v", card)
	}
	public := get[api.CareCard](c, "/api/care/"+*card.Token)
	if public.Title != "Reading desk" || len(public.Sections) < 6 {
		t.Errorf("the buyer's page: %+v", public)
	}
	again := answer[api.CareCard](c, "POST", path+"/hand-over",
		encode(t, api.HandOverInput{Version: 1, LastCoat: told(now)}), 200)
	if *again.Token != *card.Token {
		t.Error("handing over twice made a second card")
	}
	if status, _ := c.call("PUT", path, encode(t, api.PieceUpdate{Version: piece.Version + 1, Piece: in})); status != http.StatusConflict {
		t.Errorf("changing after hand-over: %d", status)
	}
	if status, _ := c.call("DELETE", path+"?version=3", ""); status != http.StatusConflict {
		t.Errorf("deleting after hand-over: %d; the buyer's page would be gone", status)
	}
}

func (c *client) treads() api.BenchPiece {
	c.t.Helper()
	bench := get[api.Bench](c, "/api/bench")
	return bench.Pieces[slices.IndexFunc(bench.Pieces, func(b api.BenchPiece) bool { return b.Piece.Input.Zones[0].EndUse == "floor_public" })]
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
	moved := piece.Input
	moved.Start = moved.Start.AddDate(0, 0, 1)
	undoes := func(in api.PieceInput) []api.Undone {
		return answer[[]api.Undone](c, "POST", path+"/would-undo", encode(t, in), 200)
	}
	if lost := undoes(moved); len(lost) != 0 {
		t.Errorf("moving the start would undo %+v", lost)
	}
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: moved}), 200)
	if len(piece.Systems[0]) == 0 {
		t.Error("moving the start dropped the system")
	}
	if !c.treads().Plan.LightUse.After(*was.Plan.LightUse) {
		t.Error("moving the start did not move the plan")
	}
	moved.Zones[0].EndUse = "desk"
	if lost := undoes(moved); len(lost) != 1 || lost[0].ZoneID != *moved.Zones[0].ID || lost[0].Why == "" ||
		!strings.Contains(lost[0].Chosen, " × ") || len(get[api.Piece](c, path).Systems[0]) == 0 {
		t.Errorf("another life would undo %+v", lost)
	}
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: moved}), 200)
	if len(piece.Systems[0]) != 0 || piece.Stage != "choose" {
		t.Error("a system chosen for stair treads was kept for a desk")
	}
}

func seen() *api.Inspection {
	return &api.Inspection{
		Finish:         "wax",
		Condition:      "intact",
		Contaminations: []string{},
		Repairs:        []string{"joint"},
		Age:            "later",
		Lead:           "not_tested",
		Answers:        map[string]string{},
		Action:         "dewax",
	}
}

// What was seen is kept with its zone, shapes the plan, and drops a system that may not go over what has come to light.
func TestInspectionIsKeptAndJudged(t *testing.T) {
	c := start(t)
	in := input()
	in.Zones[0].Inspection = seen()
	told := answer[api.Inspected](c, "POST", "/api/inspect", encode(t, brief(in)), 200)
	if told.Action != "dewax" || told.LeadOpen || told.Jobs[0].Key != "joint" || len(told.Options) < 2 {
		t.Errorf("inspected: %+v", told)
	}
	in.Zones[0].Inspection.Action = "keep"
	if preview := answer[api.Inspected](c, "POST", "/api/inspect", encode(t, brief(in)), 200); preview.Action != "dewax" {
		t.Errorf("a preview of what is ruled out recommends %s, want dewax", preview.Action)
	}
	in.Zones[0].Inspection.Action = "dewax"
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	if again := get[api.Piece](c, path).Input.Zones[0].Inspection; again == nil || again.Finish != "wax" ||
		again.Repairs[0] != "joint" {
		t.Fatalf("kept: %+v", again)
	}
	choice := answer[api.Choice](c, "POST", "/api/choose", encode(t, brief(in)), 200)
	piece = c.choose(piece, 0, layersOf(choice.Systems[0]))
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
	piece = c.choose(piece, 0, layersOf(oil))
	in = piece.Input
	in.Zones[0].Inspection.Finish, in.Zones[0].Inspection.Action = "oil_varnish", "keep"
	lost := answer[[]api.Undone](c, "POST", path+"/would-undo", encode(t, in), 200)
	if len(lost) != 1 || !strings.Contains(lost[0].Why, "Larder Hard Oil") {
		t.Errorf("what was seen would undo %+v", lost)
	}
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: in}), 200)
	if len(piece.Systems[0]) != 0 {
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
		in.Zones[0].Inspection = seen()
		bad.change(in.Zones[0].Inspection)
		p := answer[api.Problem](c, "POST", "/api/pieces", encode(t, in), 422)
		if !slices.ContainsFunc(*p.Errors, func(e api.FieldError) bool {
			return e.Field == "/zones/0/inspection/"+bad.field && strings.Contains(e.Detail, bad.says)
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
	if w.Code != 200 || w.Header().Get("Content-Type") != "image/jpeg" ||
		w.Header().Get("X-Content-Type-Options") != "nosniff" {
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

// settingsOf is the body of settings that were read at a version, with the same hours each day.
func settingsOf(version int, day string) string {
	schools := `{"distressAfterWax":false,"hardwaxOverSealer":false,"shellacBetween":false,"noWaxOverFilm":false}`
	return fmt.Sprintf(`{"version":%d,"contact":"by the steps","units":"metric","clock":"h24","numbers":"point",
		"currency":"EUR","rates":[],"foodPolicy":"strict","schools":%s,"hours":[%s%s],
		"room":{"people":[],"dates":[],"booths":0,"rackM2":0,"dustApart":false,"unheated":false},
		"lacks":[],"pace":{},"supplyPrices":{}}`, version, schools, strings.Repeat(day+",", 6), day)
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
		{"no area", func(p *api.PieceInput) { p.Zones[0].AreaM2 = 0 }, "/zones/0/areaM2", "more than 0"},
		{"negative area", func(p *api.PieceInput) { p.Zones[0].AreaM2 = -2 }, "/zones/0/areaM2", "more than 0"},
		{"absurd area", func(p *api.PieceInput) { p.Zones[0].AreaM2 = 90000 }, "/zones/0/areaM2", "500"},
		{
			"sides that do not make the area",
			func(p *api.PieceInput) { l, w := 1.0, 3.0; p.Zones[0].LengthM, p.Zones[0].WidthM = &l, &w },
			"/zones/0/areaM2",
			"length × width",
		},
		{"negative side", func(p *api.PieceInput) { l := -1.0; p.Zones[0].LengthM = &l }, "/zones/0/lengthM", "0 and 50"},
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
		{"unknown end use", func(p *api.PieceInput) { p.Zones[0].EndUse = "spaceship" }, "/zones/0/endUse", "spaceship"},
		{"unknown material", func(p *api.PieceInput) { p.Zones[0].Material = "cheese" }, "/zones/0/material", "cheese"},
		{"unknown sheen", func(p *api.PieceInput) { p.Zones[0].Sheen = "glittering" }, "/zones/0/sheen", "satin"},
		{"unknown face", func(p *api.PieceInput) { p.Zones[0].Face = "moon" }, "/zones/0/face", "moon"},
		{
			"stain on laminate",
			func(p *api.PieceInput) { p.Zones[0].Material, p.Zones[0].Look = "laminate", "stained" },
			"/zones/0/look",
			"not wood on its face",
		},
		{"no zones", func(p *api.PieceInput) { p.Zones = []api.ZoneInput{} }, "/zones", "1 to 24"},
		{"two zones of one name", func(p *api.PieceInput) { p.Zones = append(p.Zones, p.Zones[0]) }, "/zones/1/name", "called"},
		{"unknown kind of piece", func(p *api.PieceInput) { p.Kind = "boat" }, "/kind", "boat"},
		{"none of them alike", func(p *api.PieceInput) { p.Alike = 0 }, "/alike", "1 to 200"},
		{"unknown part", func(p *api.PieceInput) { p.Parts = []api.Part{{Kind: "engine", Name: "engine", Count: 1}} }, "/parts/0/kind", "engine"},
		{"no part at all", func(p *api.PieceInput) { p.Parts = []api.Part{{Kind: "glass", Name: "pane", Count: 0}} }, "/parts/0/count", "1 to"},
		{"an endless story", func(p *api.PieceInput) { p.History = strings.Repeat("x", 3000) }, "/history", "2000"},
		{"an earlier piece that is none", func(p *api.PieceInput) { id := int64(999); p.FromPieceID = &id }, "/fromPieceId", "earlier"},
		{"unknown look", func(p *api.PieceInput) { p.Zones[0].Look = "invisible" }, "/zones/0/look", "natural"},
	} {
		in := input()
		bad.change(&in)
		status, data := c.call("POST", "/api/pieces", encode(t, in))
		var p api.Problem
		if err := json.Unmarshal(data, &p); err != nil || p.Errors == nil || status < 400 || status >= 500 ||
			p.Status != status {
			t.Errorf("%s: %d %s", bad.name, status, data)
			continue
		}
		if !slices.ContainsFunc(*p.Errors,
			func(e api.FieldError) bool { return e.Field == bad.field && strings.Contains(e.Detail, bad.says) }) {
			t.Errorf("%s: %+v, want %s to say %q", bad.name, *p.Errors, bad.field, bad.says)
		}
	}
	if bench := get[api.Bench](c, "/api/bench"); len(bench.Pieces) != demoPieces {
		t.Errorf("%d pieces after refused ones, want the demo's %d", len(bench.Pieces), demoPieces)
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
		{
			"unknown product",
			"PUT",
			"/api/pieces/4/zones/5/system",
			`{"version":1,"layers":[{"role":"protect","productId":99999,"coats":2}]}`,
			422,
		},
		{"no coats", "PUT", "/api/pieces/4/zones/5/system", `{"version":1,"layers":[{"role":"protect","productId":1,"coats":0}]}`, 422},
		{"a plan without a choice", "GET", "/api/pieces/4/plan", "", 409},
		{
			"a workshop that never opens",
			"PUT",
			"/api/workshop/settings",
			settingsOf(1, `{"open":0,"close":0}`),
			422,
		},
		{
			"settings on an old version",
			"PUT",
			"/api/workshop/settings",
			settingsOf(77, `{"open":480,"close":900}`),
			409,
		},
	} {
		status, data := c.call(bad.method, bad.path, bad.body)
		var p api.Problem
		if err := json.Unmarshal(data, &p); err != nil || status != bad.want || p.Status != status || p.Title == "" ||
			p.Detail == "" {
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
	p := answer[api.Problem](
		c,
		"PUT",
		systemPath(treads, 0),
		encode(t, api.SystemChoice{
			Version: treads.Version,
			Layers:  []api.LayerChoice{{Role: "protect", ProductID: wax, Coats: 2}},
		}),
		409,
	)
	if !strings.Contains(p.Detail, "floors") && !strings.Contains(p.Detail, "slip") {
		t.Errorf("wax on a public stair: %q gives no reason", p.Detail)
	}
}

func TestDatabaseGoneIsSaidAndSurvived(t *testing.T) {
	c := startAlone(t)
	dbtest.Server.Down()
	status, data := c.call("POST", "/api/pieces", encode(t, input()))
	ready, _ := c.call("GET", "/readyz", "")
	alive, _ := c.call("GET", "/healthz", "")
	if err := dbtest.Server.Up(); err != nil {
		t.Fatal(err)
	}
	var p api.Problem
	if err := json.Unmarshal(data, &p); err != nil || status != 503 ||
		!strings.Contains(p.Detail, "Nothing was saved") {
		t.Errorf("without a database: %d %s", status, data)
	}
	if ready != 503 || alive != 200 {
		t.Errorf("readyz %d, healthz %d without a database", ready, alive)
	}
	if bench := get[api.Bench](c, "/api/bench"); len(bench.Pieces) != demoPieces {
		t.Errorf("%d pieces after it came back, want %d: half a piece was saved", len(bench.Pieces), demoPieces)
	}
}

func TestBeforeTheDatabaseIsThere(t *testing.T) {
	c := start(t)
	c.server.ready.Store(false)
	if status, data := c.call("GET", "/api/bench", ""); status != 503 ||
		!strings.Contains(string(data), "not answering") {
		t.Errorf("%d %s", status, data)
	}
	if status, _ := c.call("GET", "/pieces/1/plan", ""); status != 200 && status != 503 {
		t.Errorf("the page itself: %d", status)
	}
}

func TestOnlyItsOwnNamesAndSites(t *testing.T) {
	c := start(t)
	for host, want := range map[string]int{"127.0.0.1:8470": 200, "localhost": 200, "[::1]:80": 200,
		"finishing.example": 200, "evil.example": 421} {
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
	if len(demo.Shelf()) < 60 || len(families) < 50 {
		t.Errorf("%d products over %d families", len(demo.Shelf()), len(families))
	}
}

// A kind of piece is laid out from its measurements, taken in, inspected and prepared as one; zones go and come back.
func TestAPieceOfSeveralZones(t *testing.T) {
	c := start(t)
	out := answer[api.LayOut](c, "POST", "/api/lay-out", `{"kind":"chest","inches":false,"measures":{"drawers":"3"}}`, 200)
	if len(out.Zones) != 5 || out.Parts[0].Count != 6 {
		t.Fatalf("laid out: %+v", out)
	}
	bad := answer[api.Problem](c, "POST", "/api/lay-out", `{"kind":"chest","inches":false,"measures":{"height":"-1"}}`, 422)
	if (*bad.Errors)[0].Field != "/measures/height" {
		t.Errorf("a negative height: %+v", bad)
	}
	in := input()
	in.Kind, in.Parts = "chest", out.Parts
	in.Zones = each(out.Zones, func(z api.LayOutZone) api.ZoneInput {
		zone := api.ZoneInput{
			Name:     z.Name,
			Face:     z.Face,
			EndUse:   z.EndUse,
			AreaM2:   z.AreaM2,
			Material: "pine",
			Look:     "natural",
			Sheen:    "satin",
		}
		if z.Face != "inside" {
			zone.Inspection = seen()
		}
		return zone
	})
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	prep := get[api.Preparation](c, path+"/preparation")
	wash := prep.Jobs[slices.IndexFunc(prep.Jobs, func(j api.Job) bool { return j.Key == "degrease" })]
	if !strings.HasPrefix(prep.Jobs[0].Title, "Take off: Handles (6)") || len(wash.Zones) != 4 ||
		wash.Dilution == nil ||
		prep.Jobs[len(prep.Jobs)-1].Key != "on_hardware" {
		t.Errorf("prepared: %+v", prep.Jobs)
	}
	// An order that spoils work is refused with its reason; one that does not is kept.
	keys := each(prep.Jobs, func(j api.Job) string { return j.Key })
	sand := slices.IndexFunc(keys, func(k string) bool { return strings.HasPrefix(k, "sand") })
	spoilt := append([]string{keys[sand]}, slices.Delete(slices.Clone(keys), sand, sand+1)...)
	p := answer[api.Problem](c, "PUT", path+"/preparation",
		encode(t, api.OrderInput{Version: piece.Version, Order: spoilt}), 422)
	if (*p.Errors)[0].Field != "/order" || !strings.Contains((*p.Errors)[0].Detail, "cannot come before") {
		t.Errorf("sanding first of all: %+v", p)
	}
	if kept := answer[api.Preparation](c, "PUT", path+"/preparation", encode(t,
		api.OrderInput{Version: piece.Version, Order: keys}), 200); kept.Version != piece.Version+1 ||
		kept.UsualOrder {
		t.Errorf("kept: version %d", kept.Version)
	}
	// One system for each zone; the plan says when the whole piece is ready.
	piece = get[api.Piece](c, path)
	for i := range piece.Input.Zones {
		one := brief(piece.Input)
		one.Zone = piece.Input.Zones[i]
		piece = c.choose(piece, i,
			layersOf(answer[api.Choice](c, "POST", "/api/choose", encode(t, one), 200).Systems[0]))
	}
	plan := get[api.PlanAnswer](c, path+"/plan").Plan
	if len(plan.Zones) != 5 ||
		slices.ContainsFunc(plan.Zones,
			func(z api.ZonePlan) bool { return !z.Coated || z.LightUse.After(*plan.LightUse) }) {
		t.Errorf("planned zones: %+v", plan.Zones)
	}
	// A removed zone is out of the plan, and comes back with its system.
	all := piece.Input
	less := all
	less.Zones = all.Zones[:4]
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: less}), 200)
	if len(piece.Input.Zones) != 4 || len(piece.Removed) != 1 || piece.Removed[0].Name != "Plinth and feet" {
		t.Fatalf("removed: %+v", piece.Removed)
	}
	piece = answer[api.Piece](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: all}), 200)
	if len(piece.Systems[4]) == 0 || len(piece.Removed) != 0 {
		t.Error("a zone put back lost its system")
	}
	less.Zones = slices.Clone(all.Zones)
	strange := int64(1)
	less.Zones[0].ID = &strange
	if p := answer[api.Problem](c, "PUT", path, encode(t, api.PieceUpdate{Version: piece.Version, Piece: less}),
		422); (*p.Errors)[0].Field != "/piece/zones/0/id" {
		t.Errorf("another piece's zone: %+v", p)
	}
}

// Unsold, to be done again: the draft starts from our own record, and is one that can be taken in.
func TestDoneAgainFromItsOwnRecord(t *testing.T) {
	c := start(t)
	draft := get[api.PieceInput](c, "/api/pieces/1/again")
	in := draft.Zones[0].Inspection
	if draft.FromPieceID == nil || *draft.FromPieceID != 1 || draft.Zones[0].ID != nil {
		t.Fatalf("draft %+v", draft)
	}
	if in == nil || in.Finish != "oil" || in.Lead != "not_tested" {
		t.Fatalf("seen %+v", in)
	}
	before := get[api.Piece](c, "/api/pieces/1").Input.History
	if !strings.Contains(draft.History, "no. 26-001") || !strings.HasPrefix(draft.History, before) {
		t.Fatalf("its story %q", draft.History)
	}
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, draft), 201)
	if *piece.Input.FromPieceID != 1 {
		t.Error("the link to the earlier work is lost")
	}
	again := get[api.PieceInput](c, "/api/pieces/2/again")
	if first := again.Zones[0].Inspection; first.Finish != "latex_paint" || first.Action != "keep" {
		t.Errorf("a cot in enamel comes back as %+v", first)
	}
}
