package httpapi

import (
	"encoding/json"
	"fmt"
	"maps"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/internal/localdb/dbtest"
	"firmitas/internal/soak"
)

// room are several servers over one database, each with connections and memories of its own.
type room struct {
	*client
	servers []*client
}

func startRoom(t *testing.T, servers int) room {
	t.Helper()
	t.Parallel()
	dsn := dbtest.Copy(t, "demo", seeded)
	out := room{client: serving(t, dsn)}
	out.servers = []*client{out.client}
	for len(out.servers) < servers {
		out.servers = append(out.servers, serving(t, dsn))
	}
	return out
}

// ask is one request of a race; a key makes it a press that is known again.
type asking struct{ method, path, body, key string }

// sent asks a server, and says what it answered.
func (c *client) sent(a asking) (int, []byte) {
	r := httptest.NewRequest(a.method, "http://127.0.0.1"+a.path, strings.NewReader(a.body))
	if a.body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	if a.key != "" {
		r.Header.Set("Idempotency-Key", a.key)
	}
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	return w.Code, w.Body.Bytes()
}

// race sends all at the same moment, turn by turn to each server, and counts the answers by status. An answer that blames
// the server fails the test: whoever comes second is told what is so.
func (r room) race(all ...asking) map[int]int {
	r.t.Helper()
	begin := make(chan struct{})
	var wg sync.WaitGroup
	var mu sync.Mutex
	got := map[int]int{}
	for i, a := range all {
		wg.Go(func() {
			<-begin
			status, answer := r.servers[i%len(r.servers)].sent(a)
			mu.Lock()
			defer mu.Unlock()
			got[status]++
			if status >= 500 {
				r.t.Errorf("%s %s: %d %s", a.method, a.path, status, answer)
			}
		})
	}
	close(begin)
	wg.Wait()
	return got
}

// again is one request, so many times.
func again(n int, a asking) []asking { return slices.Repeat([]asking{a}, n) }

func telling(t testing.TB, piece int64, e toTell) asking {
	return asking{method: "POST", path: fmt.Sprintf("/api/pieces/%d/events", piece), body: encode(t, e)}
}

// standing are the facts of a kind that a piece's log tells.
func (c *client) standing(piece int64, kind api.EventKind) (out []api.Event) {
	c.t.Helper()
	for _, e := range get[[]api.Event](c, fmt.Sprintf("/api/pieces/%d/events", piece)) {
		if e.Kind == kind {
			out = append(out, e)
		}
	}
	return out
}

// once fails unless exactly one of a race was kept, and the rest were told so.
func (r room) once(what string, got map[int]int, refused ...int) {
	r.t.Helper()
	kept := got[http.StatusCreated] + got[http.StatusOK]
	for status := range got {
		if status >= 300 && !slices.Contains(refused, status) {
			r.t.Errorf("%s: answers %v, want the others %v", what, got, refused)
		}
	}
	if kept != 1 {
		r.t.Errorf("%s: %d kept, want one: %v", what, kept, got)
	}
}

const devices = 6

// raceRounds is how often each race is run; over one and over two servers.
func raceRounds() int { return soak.Rounds(3, 200) }

// fewRounds are raced on one piece: its log grows with each.
const fewRounds = 10

// anotherDesk begins another piece in place of one.
func (r room) anotherDesk(old api.Piece) api.Piece {
	r.t.Helper()
	was := get[api.Piece](r.client, fmt.Sprintf("/api/pieces/%d", old.ID))
	if status, said := r.call("DELETE", fmt.Sprintf("/api/pieces/%d?version=%d", was.ID, was.Version), ""); status != 204 {
		r.t.Fatalf("deleted: %d %s", status, said)
	}
	p, _ := r.begunDesk()
	return p
}

func overServers(t *testing.T, race func(*testing.T, room)) {
	for n := 1; n <= 2; n++ {
		t.Run(fmt.Sprintf("%d servers", n), func(t *testing.T) { race(t, startRoom(t, n)) })
	}
}

// A coat that several devices tell at the same moment lies there once, and its litres leave the tin once.
func TestACoatToldAtOnceLiesThereOnce(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		p, clear := r.begunDesk()
		tin := answer[api.Tin](r.client, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, api.TinInput{Size: "5 L"}), 201)
		for n := range raceRounds() {
			if n%fewRounds == fewRounds-1 {
				p = r.anotherDesk(p)
			}
			coat := coatOf(p, 1, now, "coat_laid")
			coat["tinId"], coat["litres"], coat["plannedId"] = tin.ID, 0.25, clear
			r.once("a coat", r.race(again(devices, telling(t, p.ID, coat))...), 422)
			laid := r.standing(p.ID, api.EventKindCoatLaid)
			if left := r.tin(clear, tin.ID).LeftL; len(laid) != 1 || left != 4.75 {
				t.Fatalf("round %d: it stands %d times, and %.2f L are left of 5", n, len(laid), left)
			}
			back := toTell{"kind": "taken_back", "of": laid[0].ID, "who": "JT"}
			r.once("taken back", r.race(again(devices, telling(t, p.ID, back))...), 422)
		}
	})
}

// A job's minutes count once, a part is bought once, and a quote is accepted once.
func TestWorkAndMoneyToldAtOnceCountOnce(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		p, _ := r.begunDesk()
		var job string
		var accept asking
		for n := range raceRounds() {
			if n%fewRounds == 0 {
				p = r.anotherDesk(p)
				path := fmt.Sprintf("/api/pieces/%d", p.ID)
				job = get[api.Preparation](r.client, path+"/preparation").Jobs[0].Key
				quote := encode(t, api.QuoteInput{Firm: "400", Until: now.AddDate(0, 0, 20)})
				given := answer[api.Quoting](r.client, "POST", path+"/quotes", quote, 201)
				accepted := fmt.Sprintf("%s/quotes/%d/accept", path, given.Quotes[0].ID)
				accept = asking{method: "POST", path: accepted, body: `{"sample":"","who":"JT"}`}
			}
			done := toTell{"kind": "job_done", "job": job, "tookMin": 30.0, "who": "JT"}
			r.once("a job", r.race(again(devices, telling(t, p.ID, done))...), 422)
			wanted := r.tellOf(p.ID, toTell{"kind": "part_wanted", "text": "Hinge", "qty": 1.0, "unit": api.PartUnitCount, "who": "JT"}, 201)
			bought := toTell{"kind": "part_bought", "of": wanted.ID, "text": "Hinge", "amount": "4.20", "who": "JT"}
			r.once("a hinge", r.race(again(devices, telling(t, p.ID, bought))...), 422)
			r.once("a quote", r.race(again(devices, accept)...), 409)
			for _, kind := range []api.EventKind{api.EventKindJobDone, api.EventKindPartBought, api.EventKindAgreed} {
				facts := r.standing(p.ID, kind)
				if len(facts) != 1 {
					t.Fatalf("%s stands %d times", kind, len(facts))
				}
				r.tellOf(p.ID, toTell{"kind": "taken_back", "of": facts[0].ID}, 201)
			}
		}
	})
}

// A coat and another system at the same moment: whichever comes first, the log says what was laid, and the system that
// is planned from then on begins with it.
func TestACoatAndAnotherSystemAtOnceStayTrue(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		p, clear := r.begunDesk()
		heavy := r.products()["Mizzen Heavy"].Ref.ID
		path := fmt.Sprintf("/api/pieces/%d", p.ID)
		for n := range raceRounds() {
			p = get[api.Piece](r.client, path)
			was, next := clear, heavy
			if n%2 == 1 {
				was, next = heavy, clear
			}
			coat := coatOf(p, 1, now, "coat_laid")
			coat["plannedId"] = was
			change := encode(t, api.SystemChoice{Version: p.Version, Layers: []api.LayerChoice{{Role: "protect", ProductID: next, Coats: 3}}})
			got := r.race(telling(t, p.ID, coat), asking{method: "PUT", path: systemPath(p, 0), body: change})
			p = get[api.Piece](r.client, path)
			planned := p.Systems[0][0].ProductID
			laid := r.standing(p.ID, api.EventKindCoatLaid)
			switch {
			case len(laid) == 1 && planned == was && got[409] == 1:
				r.tellOf(p.ID, toTell{"kind": "taken_back", "of": laid[0].ID}, 201)
				r.choose(p, 0, []api.LayerChoice{{Role: "protect", ProductID: next, Coats: 3}})
			case len(laid) == 0 && planned == next && got[409] == 1:
			default:
				t.Fatalf("round %d: %v; %d coats told, product %d planned where %d was and %d came", n, got, len(laid), planned, was, next)
			}
		}
	})
}

// Whatever is sent to a piece that is being deleted is told that there is none, or comes before.
func TestWhatMeetsADeletionIsTold(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		for range raceRounds() {
			p := answer[api.Piece](r.client, "POST", "/api/pieces", encode(t, input()), 201)
			path := fmt.Sprintf("/api/pieces/%d", p.ID)
			renamed := p.Input
			renamed.Name = "Another desk"
			air := api.RoomAirInput{Air: api.Air{TempC: 20, Rh: 50}, PieceID: &p.ID, Who: "JT"}
			got := r.race(
				asking{method: "DELETE", path: fmt.Sprintf("%s?version=%d", path, p.Version)},
				telling(t, p.ID, toTell{"kind": "note", "text": "Seen.", "who": "JT"}),
				asking{method: "PUT", path: path, body: encode(t, api.PieceUpdate{Version: p.Version, Piece: renamed})},
				asking{method: "POST", path: "/api/air", body: encode(t, air)},
				asking{method: "GET", path: path + "/plan"},
				asking{method: "GET", path: path + "/ledger"},
				asking{method: "GET", path: path + "/events"},
				asking{method: "PUT", path: path + "/extras", body: fmt.Sprintf(`{"version":%d,"extras":[]}`, p.Version)},
			)
			for status := range got {
				if !slices.Contains([]int{200, 201, 204, 404, 409, 422}, status) {
					t.Errorf("beside a deletion: %v", got)
				}
			}
		}
	})
}

// What a card's holder may send in an hour is as much when it is sent at once.
func TestABuyersMessagesAreCountedAtOnce(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		token := r.demoCard()
		hurt := asking{method: "POST", path: "/care/" + token + "/hurt", body: "what=ring"}
		var all []int
		var wg sync.WaitGroup
		var mu sync.Mutex
		for i := range 20 {
			wg.Go(func() {
				request := httptest.NewRequest("POST", "http://127.0.0.1"+hurt.path, strings.NewReader(hurt.body))
				request.Header.Set("Content-Type", "application/x-www-form-urlencoded")
				w := httptest.NewRecorder()
				r.servers[i%len(r.servers)].server.ServeHTTP(w, request)
				mu.Lock()
				all = append(all, w.Code)
				mu.Unlock()
			})
		}
		wg.Wait()
		if said := len(get[[]api.BuyerNote](r.client, "/api/buyers")); said != 5 {
			t.Errorf("%d messages were kept of 20 sent at once, want 5: %v", said, all)
		}
	})
}

// A tin's form that was opened before a coat was laid from it does not give the litres back.
func TestAnOldFormOfATinGivesNothingBack(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, api.TinInput{Size: "1 L"}), 201)
	form := tin.Input
	form.Lot = "B 7"
	coat := coatOf(p, 1, now, "coat_laid")
	coat["tinId"], coat["litres"] = tin.ID, 0.3
	c.tellOf(p.ID, coat, 201)
	old := encode(t, api.TinUpdate{Version: tin.Version, Tin: form})
	if status, _ := c.call("PUT", fmt.Sprintf("/api/tins/%d", tin.ID), old); status != http.StatusConflict {
		t.Errorf("a form from before the coat: %d, want 409", status)
	}
	tin = c.tin(clear, tin.ID)
	form = tin.Input // opened anew, and nobody touched what is left
	form.Lot = "B 7"
	answer[api.Tin](c, "PUT", fmt.Sprintf("/api/tins/%d", tin.ID), encode(t, api.TinUpdate{Version: tin.Version, Tin: form}), 200)
	if left := c.tin(clear, tin.ID).LeftL; left < 0.699 || left > 0.701 {
		t.Errorf("%.2f L are left of 1, 0.3 laid", left)
	}
	early := coatOf(p, 2, now, "coat_laid")
	early["happenedAt"], early["tinId"], early["litres"] = now, tin.ID, 0.2
	if note := or(c.tellOf(p.ID, early, 201).Note); note != "" {
		t.Errorf("told of now: %q", note)
	}
}

// A coat that is dated before somebody told what its tin holds takes nothing out of it, and that is said.
func TestACoatFromBeforeItsTinSaysSo(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, api.TinInput{Size: "1 L"}), 201)
	coat := coatOf(p, 1, now.Add(-48*time.Hour), "coat_laid")
	coat["tinId"], coat["litres"] = tin.ID, 0.3
	told := c.tellOf(p.ID, coat, 201)
	if !strings.Contains(or(told.Note), "no litres leave the tin") || c.tin(clear, tin.ID).LeftL != 1 {
		t.Errorf("note %q, and %.2f L are left", or(told.Note), c.tin(clear, tin.ID).LeftL)
	}
	if log := c.standing(p.ID, api.EventKindCoatLaid); or(log[0].Note) != or(told.Note) {
		t.Errorf("the log says %q", or(log[0].Note))
	}
}

// Three devices were without the network and come back together, each sending what was pressed on it, some of it twice:
// every fact stands once, and each press is answered as it was the first time.
func TestWaitingPressesComeBackTogether(t *testing.T) {
	overServers(t, func(t *testing.T, r room) {
		random := rand.New(rand.NewPCG(soak.Seed(7), 1))
		p, clear := r.begunDesk()
		for round := range raceRounds() {
			p = r.anotherDesk(p)
			job := get[api.Preparation](r.client, fmt.Sprintf("/api/pieces/%d/preparation", p.ID)).Jobs[0].Key
			want := map[string]bool{"job": true, "coat": true}
			var wg sync.WaitGroup
			for device := range 3 {
				shared := []toTell{
					{"kind": "job_done", "job": job, "who": "JT"},
					coatOf(p, 1, now, "coat_laid"),
				}
				shared[1]["plannedId"] = clear
				own := fmt.Sprintf("Note of device %d.", device)
				want[own] = true
				shared = append(shared, toTell{"kind": "note", "text": own, "who": "JT"})
				twice := random.IntN(3)
				wg.Go(func() {
					for i, e := range shared {
						press := telling(t, p.ID, e)
						press.key = fmt.Sprintf("round-%d-device-%d-%d", round, device, i)
						first, said := r.servers[device%len(r.servers)].sent(press)
						if first >= 500 {
							t.Errorf("%s: %d %s", press.key, first, said)
						}
						if i != twice || first != 201 {
							continue
						}
						second, same := r.servers[(device+1)%len(r.servers)].sent(press)
						if second != 201 || string(same) != string(said) {
							t.Errorf("%s: %d, then %d %s", press.key, first, second, same)
						}
					}
				})
			}
			wg.Wait()
			got := map[string]int{}
			for _, e := range get[[]api.Event](r.client, fmt.Sprintf("/api/pieces/%d/events", p.ID)) {
				switch e.Kind {
				case api.EventKindJobDone:
					got["job"]++
				case api.EventKindCoatLaid:
					got["coat"]++
				case api.EventKindNote:
					got[or(e.Text)]++
				}
			}
			for fact := range want {
				if got[fact] != 1 {
					t.Errorf("round %d: %s stands %d times of %v", round, fact, got[fact], slices.Sorted(maps.Keys(got)))
				}
			}
		}
	})
}

// demoCard is the link of the card of a piece that has left.
func (c *client) demoCard() string {
	c.t.Helper()
	left := get[api.Archive](c, "/api/archive").Pieces[0]
	_, data := c.call("GET", fmt.Sprintf("/api/pieces/%d/care", left.ID), "")
	var card api.CareCard
	if err := json.Unmarshal(data, &card); err != nil || card.Token == nil {
		c.t.Fatalf("the card of %s: %s", left.Number, data)
	}
	return *card.Token
}
