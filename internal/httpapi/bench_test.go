package httpapi

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"maps"
	"net/http/httptest"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/core/coating"
	"firmitas/internal/demo"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

// serve is a server over a workshop with a shelf of so many products, no two of which say the same on their labels.
func serve(t testing.TB, products int) (*store.Store, *Server) {
	s, err := store.Open(dbtest.Fresh(t))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	if err := s.Migrate(t.Context(), func(string) {}); err != nil {
		t.Fatal(err)
	}
	var shelf []store.Product
	tins := demo.Shelf()
	for i := 0; len(shelf) < products; i++ {
		p := tins[i%len(tins)]
		p.Name = fmt.Sprintf("%s %d", p.Name, i)
		if typical := coating.Families[p.Family].Typical; typical.FullCureD > 0 && typical.SpreadM2L > 0 {
			p.Label.V = maps.Clone(p.Label.V)
			p.Label.V["fullCureD"] = fmt.Sprintf("%.2f", typical.FullCureD*(1+float64(i%11)/30))
			p.Label.V["spreadM2L"] = fmt.Sprintf("%.2f", typical.SpreadM2L*(1+float64(i%7)/30))
		}
		shelf = append(shelf, p)
	}
	home := store.Workshop{
		Name:       "Bench",
		TimeZone:   "UTC",
		Units:      "metric",
		Clock:      "h24",
		Numbers:    "point",
		Currency:   "EUR",
		FoodPolicy: "strict",
	}
	for i := range home.Hours.V {
		home.Hours.V[i] = store.Day{Open: 480, Close: 1080}
	}
	if _, err := s.AddWorkshop(t.Context(), home, shelf); err != nil {
		t.Fatal(err)
	}
	server, err := New(workshop.New(s, func() time.Time { return now }), s.Ping, "")
	if err != nil {
		t.Fatal(err)
	}
	server.Ready()
	return s, server
}

func ask(t testing.TB, server *Server, method, path, body string) []byte {
	r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(body))
	r.Header.Set("Content-Type", "application/json")
	w := httptest.NewRecorder()
	server.ServeHTTP(w, r)
	if w.Code != 200 {
		t.Fatal(w.Body.String())
	}
	return w.Body.Bytes()
}

// BenchmarkChoose200 is one keystroke at take-in on a shelf of 200 products, through HTTP, database and all.
func BenchmarkChoose200(b *testing.B) {
	_, server := serve(b, 200)
	for _, look := range []api.Look{"natural", "stained", "opaque_pale"} {
		b.Run(string(look), func(b *testing.B) {
			in := brief(input())
			in.Zone.Look = look
			body := encode(b, in)
			for b.Loop() {
				ask(b, server, "POST", "/api/choose", body)
			}
		})
	}
}

// BenchmarkAssess200 is one keystroke on a system put together by hand, over a shelf of 200: a bad join with the ways
// past it, and a good system with what would make it better.
func BenchmarkAssess200(b *testing.B) {
	_, server := serve(b, 200)
	w := httptest.NewRecorder()
	server.ServeHTTP(w, httptest.NewRequest("GET", "http://127.0.0.1/api/products", nil))
	var shelf []api.Product
	if err := json.Unmarshal(w.Body.Bytes(), &shelf); err != nil {
		b.Fatal(err)
	}
	of := func(family string) api.LayerAsked {
		return api.LayerAsked{
			ProductID: shelf[slices.IndexFunc(shelf, func(p api.Product) bool { return p.Input.Family == family })].Ref.ID,
			Coats:     2,
		}
	}
	for name, layers := range map[string][]api.LayerAsked{"bad_join": {of("clear_wb_pu_2k"), of("oil_hardwax")},
		"falls_short": {of("shellac_dewaxed")}} {
		b.Run(name, func(b *testing.B) {
			in := brief(input())
			in.Zone.EndUse = "counter"
			body := encode(b, api.AssessInput{Brief: in, Layers: layers})
			for b.Loop() {
				ask(b, server, "POST", "/api/assess", body)
			}
		})
	}
}

// BenchmarkGrid60 is the shelf against itself at 60 products; the bar is 100 ms.
func BenchmarkGrid60(b *testing.B) {
	_, server := serve(b, 60)
	for b.Loop() {
		ask(b, server, "GET", "/api/grid?endUse=dining_table&material=oak", "")
	}
}

// BenchmarkMayI is one press on "may I, now?" over a shelf of 200, with the ways through.
func BenchmarkMayI(b *testing.B) {
	_, server := serve(b, 200)
	for b.Loop() {
		ask(
			b,
			server,
			"POST",
			"/api/judge",
			`{"material":"oak","layers":[{"family":"varnish_oil_pu","sinceH":30}],"coat":{"family":"lacquer_cab"},
				"air":{"tempC":19,"rh":58},"state":{}}`,
		)
	}
}

// years of a workshop: 2,000 pieces, 25 facts each, 40 of the pieces still open; and a piece of own stock among those.
func years(b *testing.B) (*Server, int64) {
	s, server := serve(b, 60)
	home, err := s.Home(b.Context())
	if err != nil {
		b.Fatal(err)
	}
	shelf, _ := s.Shelf(b.Context(), home.ID)
	in := input()
	in.Start, in.Promised = now.AddDate(0, 0, 3), nil
	var last int64
	const pieces, facts, open = 2000, 25, 40
	err = s.Write(b.Context(), func(ctx context.Context) error {
		tins := make([]store.Tin, 40) // that stand on the shelf; each holds ten coats, and is used up then
		laid := 0
		for n := range pieces {
			row := store.Piece{WorkshopID: home.ID, Name: fmt.Sprintf("Piece %d", n), Kind: "table", Owner: "own", Alike: 1,
				Start: in.Start, TempC: 20, RH: 50, Created: now.AddDate(0, 0, -n%900)}
			row.Parts.V = []store.Part{}
			zone := store.Zone{Name: "Top", Face: "best", EndUse: "desk", Material: "oak", Look: "natural", Sheen: "satin", AreaM2: 1.2}
			zone.Measured.V = []store.Measured{}
			row.Zones = []store.Zone{zone}
			id, err := s.AddPiece(ctx, row)
			if err != nil {
				return err
			}
			last = id
			for k := range facts {
				t := &tins[laid%len(tins)]
				if laid++; t.ID == 0 || laid/len(tins)%10 == 0 {
					if err := nextTin(ctx, s, t, home.ID, shelf[laid%len(tins)].ID); err != nil {
						return err
					}
				}
				e := store.Event{WorkshopID: home.ID, Kind: "coat_laid", At: now.AddDate(0, 0, -k), Told: now, Who: "JT"}
				e.PieceID.Int64, e.PieceID.Valid, e.Data = id, true, "{}"
				switch k {
				case 0:
					e.Kind, e.Amount.String, e.Amount.Valid, e.Data = "bought", "80.00", true, `{"amount": "80.00"}`
				case 1:
					e.Kind, e.Amount.String, e.Amount.Valid, e.Data = "sold", "420.00", n%3 > 0, `{"amount": "420.00"}`
				default:
					e.TinID.Int64, e.TinID.Valid = t.ID, true
					e.Work.String, e.Work.Valid = "brush", true
					e.Data = fmt.Sprintf(`{"layer": 0, "coat": 1, "productId": %d, "litres": 0.1, "tinId": %d,
						"tookMin": 20, "work": "brush", "m2": 1.2, "perM2": 15, "planned": 18}`, shelf[k].ID, t.ID)
				}
				if _, err := s.AddEvent(ctx, e); err != nil {
					return err
				}
			}
			if n >= pieces-open {
				if err := chosen(ctx, s, home.ID, id, shelf[n%8].ID); err != nil {
					return err
				}
			} else {
				if err := s.HandOver(ctx, leftPiece(home.ID, id), leftCard(home.ID, id, n)); err != nil {
					return err
				}
			}
		}
		return nil
	})
	if err != nil {
		b.Fatal(err)
	}
	return server, last
}

// nextTin takes a tin off the shelf that is used up, and opens the next.
func nextTin(ctx context.Context, s *store.Store, t *store.Tin, home, product int64) error {
	if t.ID != 0 {
		t.Gone = sql.NullTime{Time: now, Valid: true}
		if err := s.TakeTin(ctx, *t); err != nil {
			return err
		}
	}
	*t = store.Tin{WorkshopID: home, ProductID: product, Size: "1 L", Version: 1}
	t.LeftTold = sql.NullTime{Time: now.AddDate(0, 0, -30), Valid: true} // as adding a tin tells it
	t.Price = sql.NullString{String: "31.50", Valid: true}
	var err error
	t.ID, err = s.AddTin(ctx, *t)
	return err
}

// chosen gives a piece three coats of a product of the shelf.
func chosen(ctx context.Context, s *store.Store, home, piece, product int64) error {
	p, err := s.Piece(ctx, home, piece)
	if err != nil {
		return err
	}
	row, err := s.Product(ctx, home, product)
	if err != nil {
		return err
	}
	layers := []store.Layer{{Role: "protect", Product: store.JSON[store.Product]{V: row}, Coats: 3}}
	return s.ReplaceLayers(ctx, p, p.Zones[0].ID, layers)
}

func leftPiece(home, id int64) store.Piece {
	p := store.Piece{ID: id, WorkshopID: home, Version: 1}
	p.HandedOver.Time, p.HandedOver.Valid = now, true
	p.LastCoat = p.HandedOver
	return p
}

func leftCard(home, id int64, n int) store.Card {
	c := store.Card{WorkshopID: home, PieceID: id, Number: 1, Token: fmt.Sprintf("token-%037d", n), Issued: now}
	c.Facts.V, c.Record.V = json.RawMessage("{}"), json.RawMessage("{}")
	return c
}

// BenchmarkMoney is a ledger, the shopping list and the reports over 2,000 pieces and 50,000 facts; the bar is 100 ms each.
func BenchmarkMoney(b *testing.B) {
	server, piece := years(b)
	for name, path := range map[string]string{
		"ledger": fmt.Sprintf("/api/pieces/%d/ledger", piece), "shopping": "/api/shopping", "reports": "/api/reports",
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				ask(b, server, "GET", path, "")
			}
		})
	}
}
