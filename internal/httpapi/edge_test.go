package httpapi

import (
	"context"
	"errors"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"runtime"
	"strings"
	"sync"
	"testing"
)

// What is no link of a quote, a card or a calendar is not found: neither a page of the app, nor a mistake of ours.
func TestLinksThatAreNoneAreNotFound(t *testing.T) {
	c := start(t)
	for _, path := range []string{
		"/quote", "/quote/", "/quote/x", "/quote/" + strings.Repeat("x", 43), "/quote/%00", "/quote/%F0%9F%92%A5", "/quote/a/b/c",
		"/quote/'%20OR%201=1", "/care", "/care/", "/care/x", "/care/a/b/c", "/preview/", "/preview/care/", "/calendar", "/calendar/x",
	} {
		if status, page, _ := c.page("GET", path, ""); status != http.StatusNotFound || strings.Contains(page, `id="root"`) {
			t.Errorf("%s: %d", path, status)
		}
	}
	if status, page, _ := c.page("GET", "/pieces/1/plan", ""); status != http.StatusOK || !strings.Contains(page, `id="root"`) {
		t.Errorf("a page of the app: %d", status)
	}
}

// A body that is too large is answered, and whoever sends it reads the answer, however much is still to come.
func TestABodyTooLargeIsAnswered(t *testing.T) {
	c := start(t)
	served := httptest.NewServer(c.server)
	defer served.Close()
	const much = 24 << 20
	for _, told := range []int64{much, -1} { // its length told before, or not
		body := io.LimitReader(strings.NewReader(strings.Repeat(" ", much)), much)
		r, err := http.NewRequest("POST", served.URL+"/api/choose", body)
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/json")
		r.ContentLength = told
		answer, err := http.DefaultClient.Do(r)
		if err != nil {
			t.Errorf("length %d: the line was cut: %v", told, err)
			continue
		}
		said, _ := io.ReadAll(answer.Body)
		answer.Body.Close()
		if answer.StatusCode != http.StatusRequestEntityTooLarge || !strings.Contains(string(said), "At most 1 MB") {
			t.Errorf("length %d: %d %s", told, answer.StatusCode, said)
		}
	}
}

// Any address of loopback that may be served on is answered to; names that are not ours never are.
func TestAnyLoopbackAddressAnswers(t *testing.T) {
	ours, err := allowedHosts("https://finishing.example/")
	if err != nil {
		t.Fatal(err)
	}
	for host, want := range map[string]bool{
		"localhost": true, "127.0.0.1": true, "127.0.0.9": true, "127.8.7.6": true, "::1": true, "finishing.example": true,
		"": false, "192.0.2.1": false, "0.0.0.0": false, "rebound.example": false, "localhost.example": false, "127.0.0.1.example": false,
	} {
		if ours(host) != want {
			t.Errorf("%q is answered: %v", host, !want)
		}
	}
	for _, wrong := range []string{"finishing.example", "ftp://finishing.example", "https://", "://x"} {
		if _, err := allowedHosts(wrong); err == nil {
			t.Errorf("%q is taken for an address", wrong)
		}
	}
	if alone, _ := allowedHosts(""); alone("") || !alone(net.IPv6loopback.String()) {
		t.Error("without a public address")
	}
}

// Work that waits is bounded and served in its order; who finds no room is told so at once, and nothing is held by those
// who have gone.
func TestWorkWaitsInItsOrder(t *testing.T) {
	g := newGate()
	inside := 0
	for g.room.TryAcquire(1) {
		inside++
	}
	if inside != workPerCore*runtime.GOMAXPROCS(0) {
		t.Errorf("%d are worked on at once", inside)
	}
	var order []int
	var mu sync.Mutex
	var all sync.WaitGroup
	for n := range 20 {
		all.Go(func() {
			if err := g.enter(t.Context()); err != nil {
				t.Error(err)
				return
			}
			mu.Lock()
			order = append(order, n)
			mu.Unlock()
			g.leave()
		})
		for g.waiting.Load() < int64(n+1) {
		}
	}
	gone, leave := context.WithCancel(t.Context())
	leave()
	if err := g.enter(gone); !errors.Is(err, context.Canceled) {
		t.Errorf("who has gone: %v", err)
	}
	late, over := context.WithTimeout(t.Context(), 0)
	defer over()
	if err := g.enter(late); !errors.Is(err, errBusy) {
		t.Errorf("whose time is over: %v", err)
	}
	g.waiting.Add(mostWaiting)
	if err := g.enter(t.Context()); !errors.Is(err, errBusy) {
		t.Errorf("beyond %d that wait: %v", mostWaiting, err)
	}
	g.waiting.Add(-mostWaiting)
	g.leave() // one by one from here on
	all.Wait()
	for n, at := range order {
		if at != n {
			t.Fatalf("served as %v", order)
		}
	}
	if p, known := storeProblem(errBusy); !known || p.Status != http.StatusServiceUnavailable {
		t.Errorf("busy: %+v", p)
	}
}
