package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"net/url"
	"path"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/getkin/kin-openapi/openapi3"

	"firmitas/api"
	"firmitas/internal/soak"
)

// requests makes up requests that fit the contract, nearly.
type requests struct {
	*rand.Rand
	seeds map[string][]any // requests that fit, by operation
	words []string         // ids that mean something somewhere
}

var nasty = []any{
	nil, true, -1, 0, 1e300, -1e300, 3.7, "9223372036854775808", "", " ", "\x00", "\u202e", "💥", "'; DROP TABLE pieces;--",
	"%00", "../../etc/passwd", "<script>", "NaN", []any{}, map[string]any{}, strings.Repeat("x", 3000), json.Number("1e999"),
	json.Number("99999999999999999999999"), "2026-02-30T25:61:00Z", "0000-00-00", "Żółw 桌",
}

func (r *requests) pick(all []string) string { return all[r.IntN(len(all))] }

func (r *requests) value(ref *openapi3.SchemaRef, depth int) any {
	s := ref.Value
	switch {
	case r.IntN(40) == 0:
		return nasty[r.IntN(len(nasty))]
	case len(s.Enum) > 0:
		return s.Enum[r.IntN(len(s.Enum))]
	case s.Type.Is("integer"):
		return []any{0, 1, 2, 3, 5, 12, 100, -1, 1 << 40}[r.IntN(9)]
	case s.Type.Is("number"):
		return []any{0.0, 0.5, 1.0, 20.0, 50.0, 99.9, -5.0, 1e9}[r.IntN(8)]
	case s.Type.Is("boolean"):
		return r.IntN(2) == 0
	case s.Type.Is("array"):
		out := []any{}
		for range r.IntN(4) {
			out = append(out, r.value(s.Items, depth+1))
		}
		return out
	case s.Type.Is("object"):
		return r.object(s, depth)
	case s.Format == "date-time":
		return r.pick([]string{
			"2026-03-02T08:00:00Z",
			"2026-03-20T08:00:00+02:00",
			"1970-01-01T00:00:00Z",
			"9999-12-31T00:00:00Z",
		})
	case s.Format == "date":
		return r.pick([]string{"2026-03-02", "1900-01-01", "9999-12-31"})
	}
	return r.pick(r.words)
}

func (r *requests) object(s *openapi3.Schema, depth int) any {
	out := map[string]any{}
	for _, name := range slices.Sorted(maps.Keys(s.Properties)) { // the same requests from the same seed
		property := s.Properties[name]
		if depth > 8 || !slices.Contains(s.Required, name) && r.IntN(2) == 0 || r.IntN(60) == 0 {
			continue
		}
		out[name] = r.value(property, depth+1)
	}
	if s.AdditionalProperties.Schema != nil {
		out[r.pick(r.words)] = r.value(s.AdditionalProperties.Schema, depth+1)
	}
	return out
}

// mutated is a request that fits, with a few of its values changed for others.
func (r *requests) mutated(seed any) any {
	data, _ := json.Marshal(seed)
	var whole any
	_ = json.Unmarshal(data, &whole)
	for range r.IntN(3) {
		r.mutate(whole)
	}
	return whole
}

func (r *requests) mutate(value any) {
	switch v := value.(type) {
	case map[string]any:
		if len(v) == 0 {
			return
		}
		names := make([]string, 0, len(v))
		for name := range v {
			names = append(names, name)
		}
		slices.Sort(names)
		v[r.pick(names)] = r.instead(v[r.pick(names)])
	case []any:
		if len(v) > 0 {
			i := r.IntN(len(v))
			v[i] = r.instead(v[i])
		}
	}
}

func (r *requests) instead(was any) any {
	switch was.(type) {
	case map[string]any, []any:
		if r.IntN(4) > 0 {
			r.mutate(was)
			return was
		}
	case string:
		if r.IntN(2) == 0 {
			return r.pick(r.words)
		}
	case float64:
		if r.IntN(2) == 0 {
			return []float64{0, 0.01, 1, 3, 7, 40, 99, 500, -1}[r.IntN(9)]
		}
	}
	return nasty[r.IntN(len(nasty))]
}

// seeds are requests that fit, by operation.
func (c *client) seeds(spec *openapi3.T) map[string][]any {
	in := input()
	in.Zones[0].Inspection = &api.Inspection{
		Finish: "oil_varnish", Condition: "intact", Contaminations: []string{"wax"}, Repairs: []string{"gouge"},
		Age: "later", Lead: "not_tested", Answers: map[string]string{}, Action: "keep",
	}
	in.Zones[0].Wants = &api.Wants{
		Place: "heated", Without: []string{"wax_clear"}, WithoutIds: []int64{},
		Decisions: []api.Decision{},
		Decor: []api.Decor{
			{
				Kind:     "stripes",
				Measures: api.DecorMeasures{"lengthM": 1, "widthM": 0.5, "bandM": 0.1},
				Shares:   []api.Share{},
			},
		},
	}
	piece := get[api.Piece](c, "/api/pieces/4")
	product := get[api.ProductPage](c, "/api/products/3").Product
	h := 3.0
	layers := []api.LayerAsked{{ProductID: 3, Coats: 2}, {ProductID: 5, Coats: 1}}
	facts := []any{}
	for kind, ref := range spec.Components.Schemas["EventInput"].Value.Discriminator.Mapping {
		fact := map[string]any{
			"kind": kind, "zoneId": *piece.Input.Zones[0].ID, "who": "JT", "layer": 0, "coat": 1, "text": "told",
			"of": 1, "sign": "sticky", "photoId": 1, "fault": "drips", "check": "board", "passed": true,
			"air": map[string]any{"tempC": 19, "rh": 55}, "tinId": 1, "litres": 0.1, "tookMin": 5, "amount": "12.50",
		}
		of := spec.Components.Schemas[path.Base(ref.Ref)].Value.Properties
		maps.DeleteFunc(fact, func(field string, _ any) bool { return of[field] == nil })
		facts = append(facts, fact)
	}
	return map[string][]any{
		"createPiece": {in}, "choose": {brief(in)}, "inspect": {brief(in)},
		"createProduct": {product.Input}, "readProduct": {product.Input},
		"updatePiece":   {api.PieceUpdate{Version: piece.Version, Piece: piece.Input}},
		"updateProduct": {api.ProductUpdate{Version: product.Version, Product: product.Input}},
		"assess":        {api.AssessInput{Brief: brief(in), Layers: layers}},
		"addRecipe":     {api.RecipeInput{Name: "kept", Layers: layers}},
		"judge": {map[string]any{
			"material": "oak", "layers": []any{map[string]any{"family": "clear_wb_pu", "sinceH": h, "coats": 2}},
			"coat": map[string]any{"family": "varnish_oil_pu"}, "air": map[string]any{"tempC": 19, "rh": 55},
			"endUse": "desk", "oldFinish": "shellac", "state": map[string]any{"key": "", "cured": false,
				"unsound": false, "distress": "", "soiled": []string{"wax"}},
		}},
		"changeUse": {api.UseChangeInput{EndUse: "board", Place: "heated"}},
		"layOut":    {map[string]any{"kind": "chest", "measures": map[string]any{"width": 0.9, "drawers": 3}}},
		"tellEvent": facts,
	}
}

// request for an operation of the contract.
func (r *requests) request(path, method string, op *openapi3.Operation, shared openapi3.Parameters) *http.Request {
	query := []string{}
	header := http.Header{}
	for _, p := range append(slices.Clone(shared), op.Parameters...) {
		text := fmt.Sprint(r.value(p.Value.Schema, 0))
		switch p.Value.In {
		case "path":
			if r.IntN(9) > 0 && p.Value.Schema.Value.Type.Is("integer") {
				text = fmt.Sprint(1 + r.IntN(12))
			}
			path = strings.Replace(path, "{"+p.Value.Name+"}", url.PathEscape(text), 1)
		case "query":
			if p.Value.Required || r.IntN(2) == 0 {
				query = append(query, p.Value.Name+"="+url.QueryEscape(text))
			}
		case "header":
			header.Set(p.Value.Name, fmt.Sprintf("key-%08d", r.IntN(1000)))
		}
	}
	var body []byte
	if op.RequestBody != nil {
		for kind, content := range op.RequestBody.Value.Content {
			header.Set("Content-Type", kind)
			made := r.value(content.Schema, 0)
			if fitting := r.seeds[op.OperationID]; len(fitting) > 0 && r.IntN(5) > 0 {
				made = r.mutated(fitting[r.IntN(len(fitting))])
			}
			body, _ = json.Marshal(made)
			if kind == "application/octet-stream" {
				body = []byte(fmt.Sprint("name,family\n", r.pick(r.words), ",wax_clear,", r.IntN(99), "\n"))
			}
		}
	}
	switch r.IntN(50) {
	case 0:
		body = body[:len(body)/2]
	case 1:
		header.Set("Content-Type", "text/plain")
	case 2:
		body = append(body, 0xff, 0xfe)
	}
	out := httptest.NewRequest(method, "http://127.0.0.1/api"+path+"?"+strings.Join(query, "&"), bytes.NewReader(body))
	out.Header = header
	return out
}

// requests knows every word that a field may hold.
func (c *client) requests(spec *openapi3.T) *requests {
	cat := get[api.Catalogue](c, "/api/catalogue")
	r := &requests{
		rand.New(rand.NewPCG(soak.Seed(9), 1)),
		c.seeds(spec),
		[]string{"", "x", "top", "best", "own", "table", "satin", "20 %", "1 L", "2 h", "csv"},
	}
	for _, f := range cat.Families {
		r.words = append(r.words, f.ID)
	}
	for _, m := range cat.Materials {
		r.words = append(r.words, m.ID)
	}
	for _, u := range cat.EndUses {
		r.words = append(r.words, u.ID)
	}
	for _, f := range cat.Finishes {
		r.words = append(r.words, f.ID)
	}
	for _, p := range cat.Repairs {
		r.words = append(r.words, p.ID)
	}
	return r
}

type operation struct {
	path, method string
	op           *openapi3.Operation
	shared       openapi3.Parameters
}

// operations are all routes of the contract, in one order.
func operations(spec *openapi3.T) (all []operation) {
	for _, path := range spec.Paths.InMatchingOrder() {
		item := spec.Paths.Value(path)
		for method, op := range item.Operations() {
			all = append(all, operation{path, method, op, item.Parameters})
		}
	}
	slices.SortFunc(all, func(a, b operation) int { return strings.Compare(a.path+a.method, b.path+b.method) })
	return all
}

// Whatever is sent to whichever route: no panic and no mistake of ours, and every refusal says so as
// problem details.
func TestRoutesWithstandAnything(t *testing.T) {
	c := start(t)
	spec, err := api.Contract()
	if err != nil {
		t.Fatal(err)
	}
	r, all := c.requests(spec), operations(spec)
	asked, statuses, fits := 0, map[int]int{}, map[string]int{}
	for range soak.Rounds(8, 1500) {
		for _, o := range all {
			request := r.request(o.path, o.method, o.op, o.shared)
			shown := fmt.Sprintf("%s %s", request.Method, request.URL)
			w := httptest.NewRecorder()
			c.server.ServeHTTP(w, request)
			asked++
			statuses[w.Code]++
			if w.Code < 300 {
				fits[o.op.OperationID]++
			}
			problem := strings.HasPrefix(w.Header().Get("Content-Type"), "application/problem+json")
			var p api.Problem
			switch {
			case w.Code >= 500:
				t.Errorf("%s: %d %s", shown, w.Code, w.Body)
			case w.Code >= 400 && (!problem || json.Unmarshal(w.Body.Bytes(), &p) != nil || p.Status != w.Code):
				t.Errorf("%s: %d is no problem details: %s", shown, w.Code, w.Body)
			case strings.Contains(w.Body.String(), "strconv.") || strings.Contains(w.Body.String(), "json: cannot"):
				t.Errorf("%s: speaks Go: %s", shown, w.Body)
			}
		}
		if t.Failed() {
			break
		}
	}
	t.Logf("%d requests to %d routes: %v; that fitted: %v", asked, len(all), statuses, fits)
	if asked < len(all) || statuses[200] == 0 || statuses[422] == 0 {
		t.Errorf("the requests tell nothing: %v", statuses)
	}
	// What was let in can be read again: the shelf's own export, the bench, the plan of every piece.
	export := func(format string) []byte {
		_, data := c.call("GET", "/api/shelf/export?format="+format, "")
		return data
	}
	for _, format := range []string{"csv", "json"} {
		status, data := c.send("/api/shelf/import?dryRun=true", export(format))
		if report := (api.ImportReport{}); status != 200 || json.Unmarshal(data, &report) != nil ||
			report.Refused > 0 ||
			report.Change > 0 {
			t.Errorf("the shelf's own %s: %d %.300s", format, status, data)
		}
	}
	for _, p := range get[api.Bench](c, "/api/bench").Pieces {
		if status, data := c.call("GET", fmt.Sprintf("/api/pieces/%d", p.Piece.ID), ""); status != 200 {
			t.Errorf("piece %d: %d %s", p.Piece.ID, status, data)
		}
	}
}

// Eight clients at once send whatever to all routes of one server: nothing breaks, and under the race detector nothing is
// read while it is written.
func TestRoutesAtOnce(t *testing.T) {
	c := start(t)
	spec, err := api.Contract()
	if err != nil {
		t.Fatal(err)
	}
	r := c.requests(spec)
	var all []*http.Request
	for range soak.Rounds(4, 200) {
		for _, o := range operations(spec) {
			all = append(all, r.request(o.path, o.method, o.op, o.shared))
		}
	}
	r.Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	next := make(chan *http.Request)
	var clients sync.WaitGroup
	var fitted atomic.Int32
	for range 8 {
		clients.Go(func() {
			for request := range next {
				w := httptest.NewRecorder()
				c.server.ServeHTTP(w, request)
				switch {
				case w.Code >= 500:
					t.Errorf("%s %s: %d %s", request.Method, request.URL, w.Code, w.Body)
				case w.Code < 300:
					fitted.Add(1)
				}
			}
		})
	}
	for _, request := range all {
		next <- request
	}
	close(next)
	clients.Wait()
	t.Logf("%d of %d requests fitted", fitted.Load(), len(all))
	if int(fitted.Load()) < len(all)/10 {
		t.Errorf("only %d of %d requests fitted", fitted.Load(), len(all))
	}
}
