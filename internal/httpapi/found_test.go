package httpapi

import (
	"context"
	"encoding/json"
	"net/http"
	"strings"
	"sync"
	"testing"

	"firmitas/api"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/store"
)

// migrated brings an empty database to where a program finds it that was never used.
func migrated(dsn string) error {
	s, err := store.Open(dsn)
	if err != nil {
		return err
	}
	defer s.Close()
	return s.Migrate(context.Background(), func(string) {})
}

const founding = `{"name":"Two Planes","town":"Hafen","timeZone":"Europe/Berlin","units":"metric","clock":"h24","numbers":"comma",` +
	`"currency":"EUR","usualTins":true,"hours":[{"open":0,"close":0},{"open":480,"close":1020},` +
	`{"open":480,"close":1020},{"open":480,"close":1020},{"open":480,"close":1020},{"open":480,"close":960},{"open":0,"close":0}]}`

// On an empty database there is no workshop, and it is said so; then one is made, once, with its shelf.
func TestAWorkshopOfOnesOwn(t *testing.T) {
	t.Parallel()
	c := serving(t, dbtest.Copy(t, "empty", migrated))
	if status, data := c.call("GET", "/api/workshop", ""); status != 404 || !strings.Contains(string(data), "No workshop yet") {
		t.Fatalf("before: %d %s", status, data)
	}
	for field, wrong := range map[string]string{
		"/name":     strings.Replace(founding, "Two Planes", " ", 1),
		"/timeZone": strings.Replace(founding, "Europe/Berlin", "Local", 1),
		"/currency": strings.Replace(founding, "EUR", "Euro", 1),
		"/hours":    strings.ReplaceAll(strings.ReplaceAll(founding, "1020", "0"), "960", "0"),
	} {
		if status, data := c.call("POST", "/api/workshop", wrong); status != 422 || !strings.Contains(string(data), field) {
			t.Errorf("%s: %d %s", field, status, data)
		}
	}
	var w api.Workshop
	status, data := c.call("POST", "/api/workshop", founding)
	if err := json.Unmarshal(data, &w); err != nil || status != http.StatusCreated || w.Name != "Two Planes" || w.Currency != "EUR" {
		t.Fatalf("made: %d %s", status, data)
	}
	if status, data := c.call("POST", "/api/workshop", founding); status != 409 {
		t.Errorf("a second: %d %s", status, data)
	}
	shelf := get[[]api.Product](c, "/api/products")
	if len(shelf) < 40 {
		t.Errorf("%d usual tins", len(shelf))
	}
	for _, p := range shelf {
		for _, v := range p.Values {
			if v.Basis == "label" {
				t.Errorf("%s states %s, which no label did", p.Ref.Name, v.Field)
			}
		}
	}
	bench := get[api.Bench](c, "/api/bench")
	if len(bench.Pieces) != 0 {
		t.Errorf("%d pieces", len(bench.Pieces))
	}
	if systems := c.chooseFor(brief(input())).Systems; len(systems) == 0 {
		t.Error("the usual tins make no table top")
	}
}

// Of two who found at the same moment one does.
func TestTwoFoundAtOnce(t *testing.T) {
	t.Parallel()
	dsn := dbtest.Copy(t, "empty", migrated)
	servers := []*client{serving(t, dsn), serving(t, dsn)}
	for range 10 {
		var all sync.WaitGroup
		made := make(chan int, len(servers))
		for _, c := range servers {
			all.Go(func() {
				status, _ := c.sent(asking{method: "POST", path: "/api/workshop", body: founding})
				made <- status
			})
		}
		all.Wait()
		close(made)
		seen := map[int]int{}
		for status := range made {
			seen[status]++
		}
		if seen[201] > 1 || seen[201]+seen[409] != len(servers) {
			t.Fatalf("answers %v", seen)
		}
	}
}
