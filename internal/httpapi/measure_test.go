package httpapi

import (
	"bytes"
	"context"
	"database/sql"
	"flag"
	"fmt"
	"math"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/internal/store"
)

var measure = flag.Bool("measure", false, "print the table of docs/performance.md")

// measured is one thing to ask, and the least that an answer to it takes: the same rows read, the same bytes written.
type measured struct {
	name         string
	method, path string
	body         func(products int) any
	reads        func(ctx context.Context, s *store.Store, home int64) error
}

func everyRead(ctx context.Context, s *store.Store, home int64) error {
	if _, err := s.Home(ctx); err != nil {
		return err
	}
	_, err := s.Boards(ctx, home, 0)
	return err
}

func shelfReads(ctx context.Context, s *store.Store, home int64) error {
	if err := everyRead(ctx, s, home); err != nil {
		return err
	}
	_, err := s.ShelfMark(ctx, home)
	return err
}

var things = []measured{
	{"judge", "POST", "/api/judge", func(int) any {
		return map[string]any{
			"material": "oak",
			"layers":   []any{map[string]any{"productId": 3}},
			"coat":     map[string]any{"productId": 7},
			"air": api.Air{
				TempC: 20,
				Rh:    50,
			},
			"state": map[string]any{"key": "", "cured": false, "unsound": false, "distress": "", "soiled": []string{}},
		}
	}, shelfReads},
	{"the whole answer, with ways", "POST", "/api/judge", func(int) any {
		return map[string]any{
			"material": "oak",
			"layers": []any{
				map[string]any{"family": "stain_gel_oil", "sinceH": 60},
				map[string]any{"family": "varnish_oil_pu", "coats": 2, "sinceH": 30},
			},
			"coat":   map[string]any{"family": "lacquer_precat", "coats": 2},
			"air":    api.Air{TempC: 14, Rh: 70},
			"night":  api.Air{TempC: 9, Rh: 85},
			"endUse": "dining_table",
			"state":  map[string]any{"seen": []string{"smells"}},
		}
	}, shelfReads},
	{
		"choose",
		"POST",
		"/api/choose",
		func(int) any { return brief(input()) },
		func(ctx context.Context, s *store.Store, home int64) error {
			if err := shelfReads(ctx, s, home); err != nil {
				return err
			}
			if _, err := s.Tins(ctx, home, 0); err != nil {
				return err
			}
			_, err := s.UsedProducts(ctx, home)
			return err
		},
	},
	{"grid", "GET", "/api/grid?material=oak", nil, shelfReads},
	{"shelf", "GET", "/api/products", nil, func(ctx context.Context, s *store.Store, home int64) error {
		if _, err := s.Shelf(ctx, home); err != nil {
			return err
		}
		_, err := s.Tins(ctx, home, 0)
		return err
	}},
	{"a product", "GET", "/api/products/3", nil, func(ctx context.Context, s *store.Store, home int64) error {
		if _, err := s.Product(ctx, home, 3); err != nil {
			return err
		}
		if _, err := s.Tins(ctx, home, 3); err != nil {
			return err
		}
		if _, err := s.Notes(ctx, home, 3); err != nil {
			return err
		}
		_, err := s.Boards(ctx, home, 3)
		return err
	}},
}

func quickest(n int, do func()) time.Duration {
	var all []time.Duration
	for range n {
		began := time.Now()
		do()
		all = append(all, time.Since(began))
	}
	slices.Sort(all)
	return all[len(all)/2]
}

// TestMeasure prints medians, how they compare with a bare handler, and how they grow; it judges nothing. Run it with
// make measure.
func TestMeasure(t *testing.T) {
	if !*measure {
		t.Skip("run with -measure")
	}
	const rounds = 25
	sizes := []int{100, 200, 400}
	fmt.Println("| thing | median at 200 products | bare handler | ratio | grows with the shelf to the power of |")
	fmt.Println("| --- | --- | --- | --- | --- |")
	medians := map[string][]float64{}
	for _, n := range sizes {
		s, server := serve(t, n)
		for _, m := range things {
			body := ""
			if m.body != nil {
				body = encode(t, m.body(n))
			}
			var answer []byte
			ask := func() { answer = ask(t, server, m.method, m.path, body) }
			ask() // the shelf is read once
			took := quickest(rounds, ask)
			medians[m.name] = append(medians[m.name], took.Seconds())
			if n != 200 {
				continue
			}
			floor := quickest(rounds, func() {
				if err := s.Read(t.Context(), func(ctx context.Context) error { return m.reads(ctx, s, 1) }); err != nil {
					t.Fatal(err)
				}
				_, _ = new(bytes.Buffer).Write(answer)
			})
			defer func(name string, took, floor time.Duration) {
				all := medians[name]
				power := math.Log(all[len(all)-1]/all[0]) / math.Log(float64(sizes[len(sizes)-1])/float64(sizes[0]))
				fmt.Printf("| %s | %.1f ms | %.1f ms | %.1f | %.1f |\n", name, ms(took), ms(floor),
					float64(took)/float64(floor), power)
			}(m.name, took, floor)
		}
	}
	measureDemo(t, rounds)
	measureCard(t, rounds)
	measureGrown(t, rounds)
	measureAbandoned(t, rounds)
	measureClients(t, rounds)
}

func ms(d time.Duration) float64 { return float64(d.Microseconds()) / 1000 }

// measureCard measures what a card and its forms take, and how large the buyer's page is.
func measureCard(t *testing.T, rounds int) {
	c := start(t)
	id, token := c.left(nil)
	number := 1
	correct := func() {
		body := encode(t, api.CardCorrection{Number: number, Title: "Writing desk", Reason: "Measured."})
		card := answer[api.CareCard](c, "POST", fmt.Sprintf("/api/pieces/%d/cards", id), body, 200)
		token, number = *card.Token, number+1
	}
	fmt.Println("\n| a card | median | bytes |\n| --- | --- | --- |")
	fmt.Printf("| issued anew | %.1f ms | |\n", ms(quickest(rounds, correct)))
	for _, form := range []string{"", "/sheet.pdf", "/tag.pdf", "/dates.ics", "/record.json"} {
		size := 0
		took := quickest(rounds, func() {
			_, body, _ := c.page("GET", "/care/"+token+form, "")
			size = len(body)
		})
		fmt.Printf("| page%s | %.1f ms | %d |\n", form, ms(took), size)
	}
}

// measureDemo measures what the demo's own pieces take.
func measureDemo(t *testing.T, rounds int) {
	c := start(t)
	for name, path := range map[string]string{"bench of 8 pieces": "/api/bench", "plan of a chest": "/api/pieces/6/plan"} {
		took := quickest(rounds, func() { ask(t, c.server, "GET", path, "") })
		floor := quickest(rounds, func() {
			if err := c.store.Read(t.Context(), func(ctx context.Context) error {
				if err := everyRead(ctx, c.store, 1); err != nil {
					return err
				}
				if strings.HasSuffix(path, "plan") {
					_, err := c.store.Piece(ctx, 1, 6)
					return err
				}
				_, err := c.store.OpenPieces(ctx, 1)
				return err
			}); err != nil {
				t.Fatal(err)
			}
		})
		fmt.Printf("| %s | %.1f ms | %.1f ms | %.1f | |\n", name, ms(took), ms(floor), float64(took)/float64(floor))
	}
}

// measureGrown measures a workshop that has handed 10,000 pieces over.
func measureGrown(t *testing.T, rounds int) {
	c := start(t)
	db, err := sql.Open("mysql", c.dsn)
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	var columns string
	if err := db.QueryRow(`SELECT GROUP_CONCAT(COLUMN_NAME) FROM information_schema.COLUMNS WHERE TABLE_NAME = 'pieces'
		AND TABLE_SCHEMA = DATABASE() AND COLUMN_NAME NOT IN ('id', 'number')`).Scan(&columns); err != nil {
		t.Fatal(err)
	}
	if _, err := db.Exec("INSERT INTO pieces (number, " + columns + ") SELECT CONCAT('20-', seq), " + columns +
		" FROM pieces JOIN seq_1_to_10000 WHERE handed_over_at IS NOT NULL LIMIT 10000"); err != nil {
		t.Fatal(err)
	}
	// The log of ten years: twenty facts a piece, of coats that took a tin and were timed, and readings of the room.
	if _, err := db.Exec(`INSERT INTO events (workshop_id, piece_id, kind, happened_at, told_at, who, data, tin_id, work)
		SELECT p.workshop_id, p.id, 'coat_laid', NOW(), NOW(), 'JT', '{"layer":0,"coat":1,"litres":0.1,"took":30,"planned":30,"perM2":12}',
			1000 + p.id % 300, 'brush' FROM pieces p JOIN seq_1_to_20 WHERE p.handed_over_at IS NOT NULL`); err != nil {
		t.Fatal(err)
	}
	if _, err := db.Exec(`INSERT INTO events (workshop_id, kind, happened_at, told_at, who, data)
		SELECT 1, 'air_read', ? - INTERVAL seq HOUR, NOW(), 'JT', '{"tempC":20,"rh":50}' FROM seq_1_to_10000`, now); err != nil {
		t.Fatal(err)
	}
	var events int
	if err := db.QueryRow("SELECT COUNT(*) FROM events").Scan(&events); err != nil {
		t.Fatal(err)
	}
	fmt.Printf("| facts in the log | %d | | | |\n", events)
	for _, row := range []struct{ name, path string }{
		{"bench beside 10,000 that left", "/api/bench"},
		{"log of one piece", "/api/pieces/2/events"},
		{"plan of one piece", "/api/pieces/2/plan"},
		{"shelf", "/api/products"},
		{"what told minutes teach", "/api/learned"},
		{"archive of 10,000, first page", "/api/archive"},
		{"archive of 10,000, searched", "/api/archive?search=settle"},
		{"archive of 10,000, nothing found", "/api/archive?search=nothing+like+it"},
	} {
		took := quickest(rounds, func() { ask(t, c.server, "GET", row.path, "") })
		fmt.Printf("| %s | %.1f ms | | | |\n", row.name, ms(took))
	}
}

// measureAbandoned measures judging while six searches run that nobody waits for any more.
func measureAbandoned(t *testing.T, rounds int) {
	_, server := serve(t, 400)
	judge, choose := encode(t, things[0].body(400)), encode(t, brief(input()))
	alone := quickest(rounds, func() { ask(t, server, "POST", "/api/judge", judge) })
	beside := quickest(rounds, func() {
		for range 6 {
			ctx, giveUp := context.WithCancel(t.Context())
			r := httptest.NewRequestWithContext(ctx, "POST", "http://127.0.0.1/api/choose", strings.NewReader(choose))
			r.Header.Set("Content-Type", "application/json")
			go server.ServeHTTP(httptest.NewRecorder(), r)
			time.AfterFunc(time.Millisecond, giveUp)
		}
		time.Sleep(time.Millisecond) // the searches have begun
		ask(t, server, "POST", "/api/judge", judge)
	}) - time.Millisecond
	fmt.Printf("| judge, 400 products | %.1f ms | | | |\n", ms(alone))
	fmt.Printf("| judge beside six abandoned searches, 400 products | %.1f ms | | | |\n", ms(beside))
}

// asksOf are wishes as zones of one piece, and pieces of one day, have them.
func asksOf(t *testing.T) (bodies []string) {
	for _, z := range []struct{ use, material, look string }{
		{"dining_table", "oak", "natural"}, {"desk", "walnut", "natural"}, {"cabinet_front", "mdf", "opaque_pale"},
		{"base", "pine", "opaque_dark"}, {"shelf", "beech", "stained"}, {"outdoors_exposed", "larch", "natural"},
		{"kitchen_top", "oak", "natural"}, {"floor_home", "oak", "natural"},
	} {
		b := brief(input())
		b.Zone.EndUse, b.Zone.Material, b.Zone.Look = z.use, z.material, api.Look(z.look)
		bodies = append(bodies, encode(t, b))
	}
	return bodies
}

// measureClients measures choosing on 200 products by one, eight and 32 clients at once, and six zones asked for at once.
func measureClients(t *testing.T, rounds int) {
	_, server := serve(t, 200)
	bodies := asksOf(t)
	ask(t, server, "POST", "/api/choose", bodies[0]) // the shelf is read once
	for _, clients := range []int{1, 8, 32} {
		took := make(chan time.Duration)
		each := 8 * rounds / min(clients, 8)
		began := time.Now()
		for client := range clients {
			go func() {
				for i := range each {
					began := time.Now()
					ask(t, server, "POST", "/api/choose", bodies[(client+i)%len(bodies)])
					took <- time.Since(began)
				}
			}()
		}
		var all []time.Duration
		for range clients * each {
			all = append(all, <-took)
		}
		slices.Sort(all)
		fmt.Printf("| choose, eight wishes, 200 products, %d clients: median, 95 of 100; a second | %.1f ms | %.1f ms | %.0f | |\n",
			clients, ms(all[len(all)/2]), ms(all[len(all)*95/100]), float64(len(all))/time.Since(began).Seconds())
	}
	six := quickest(rounds, func() {
		var all sync.WaitGroup
		for _, body := range bodies[:6] {
			all.Go(func() { ask(t, server, "POST", "/api/choose", body) })
		}
		all.Wait()
	})
	fmt.Printf("| six zones at once, 200 products | %.1f ms | | | |\n", ms(six))
}
