package main

import (
	"bytes"
	"cmp"
	"compress/gzip"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"firmitas/internal/soak"
)

var (
	firstStartKills = soak.Rounds(2, 40)  // within the first two seconds of a first start
	writingKills    = soak.Rounds(4, 200) // while pieces and photos are saved, of the server or its database
	savePause       = time.Duration(soak.Rounds(20, 300)) * time.Millisecond
	backupKills     = soak.Rounds(3, 100) // while a backup is made, and while it is restored
	killSeed        = soak.Seed(3)
)

const runAs = "FIRMITAS_TEST_RUN" // set: this process is the program, with these arguments

func TestMain(m *testing.M) {
	if args := os.Getenv(runAs); args != "" {
		os.Args = append([]string{"firmitas"}, strings.Fields(args)...)
		main()
		return
	}
	os.Exit(m.Run())
}

// program is the program in a process of its own: the demo, where no other arguments are given.
type program struct {
	t         *testing.T
	args      string
	addr, dir string
	process   *exec.Cmd
	said      bytes.Buffer
}

func (p *program) start() {
	p.t.Helper()
	self, err := os.Executable()
	if err != nil {
		p.t.Fatal(err)
	}
	p.process = exec.Command(self)
	p.process.Env = append(os.Environ(), runAs+"="+cmp.Or(p.args, "demo -data "+p.dir+" -addr "+p.addr),
		"FIRMITAS_PHOTOS="+filepath.Join(p.dir, "photos"))
	p.process.Stderr = &p.said
	p.process.SysProcAttr = &syscall.SysProcAttr{Pdeathsig: syscall.SIGKILL} // it ends with the test, however that ends
	if err := p.process.Start(); err != nil {
		p.t.Fatal(err)
	}
}

func (p *program) kill() {
	_ = p.process.Process.Kill()
	_ = p.process.Wait()
}

// stop asks it to end, as whoever runs it would, and waits.
func (p *program) stop() {
	_ = p.process.Process.Signal(syscall.SIGTERM)
	_ = p.process.Wait()
}

// killDatabase kills the server's MariaDB, which it has to bring back by itself.
func (p *program) killDatabase() {
	text, err := os.ReadFile(filepath.Join(p.dir, "pid"))
	if err != nil {
		return // not up at the moment
	}
	var pid int
	if _, err := fmt.Sscan(string(text), &pid); err == nil {
		_ = syscall.Kill(pid, syscall.SIGKILL)
	}
}

func (p *program) url(path string) string { return "http://" + p.addr + path }

func (p *program) ready() bool { status, _ := fetch("GET", p.url("/readyz"), ""); return status == 200 }

func (p *program) untilReady() {
	p.t.Helper()
	for deadline := time.Now().Add(5 * time.Minute); time.Now().Before(deadline); time.Sleep(50 * time.Millisecond) {
		if p.ready() {
			return
		}
	}
	p.t.Fatalf("it does not come up:\n%s", p.said.String())
}

const onTheBench = 8 // pieces of the demo that are not handed over

// A first start that is killed at any moment is taken up by the next: nothing is bricked, and the demo is whole.
func TestAFirstStartMayBeKilledAtAnyMoment(t *testing.T) {
	r := rand.New(rand.NewPCG(killSeed, 1))
	for n := range firstStartKills {
		p := &program{t: t, addr: freeAddr(t), dir: t.TempDir()}
		for range 1 + n%2 { // some are killed twice in a row
			p.start()
			time.Sleep(time.Duration(r.IntN(2000)) * time.Millisecond)
			p.kill()
		}
		p.start()
		p.untilReady()
		if _, bench := fetch("GET", p.url("/api/bench"), ""); strings.Count(bench, `"number"`) != onTheBench {
			t.Errorf("kill %d: the demo has %d pieces on the bench, want %d", n, strings.Count(bench, `"number"`), onTheBench)
		}
		p.stop()
	}
}

// rowsOf are a backup's lines but the first, which says when it was made, and the last, which sums that up.
func rowsOf(t *testing.T, file string) string {
	t.Helper()
	f, err := os.Open(file)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	unpacked, err := gzip.NewReader(f)
	if err != nil {
		t.Fatal(err)
	}
	text, err := io.ReadAll(unpacked)
	if err != nil {
		t.Fatalf("%s is not whole: %v", file, err)
	}
	lines := strings.Split(strings.TrimSpace(string(text)), "\n")
	return strings.Join(lines[1:len(lines)-1], "\n")
}

// A backup that is killed has its name and is whole, or has none; a restore that is killed has left nothing, or all.
func TestBackupAndRestoreMayBeKilledAtAnyMoment(t *testing.T) {
	t.Setenv("FIRMITAS_DATABASE_DSN", "")
	r := rand.New(rand.NewPCG(killSeed, 5))
	demo := &program{t: t, addr: freeAddr(t), dir: t.TempDir()}
	demo.args = "demo -still -data " + demo.dir + " -addr " + demo.addr // no reading comes meanwhile
	demo.start()
	defer demo.stop()
	demo.untilReady()
	ask := func(args ...string) error { return run(t.Context(), args) }
	kept := filepath.Join(t.TempDir(), "kept")
	if err := ask("backup", "-data", demo.dir, kept); err != nil {
		t.Fatal(err)
	}
	killed := func(within int, args string) {
		p := &program{t: t, args: args, dir: demo.dir}
		p.start()
		time.Sleep(time.Duration(r.IntN(within)) * time.Millisecond)
		p.kill()
	}
	for n := range backupKills {
		file := filepath.Join(t.TempDir(), "killed")
		killed(200, "backup -data "+demo.dir+" "+file)
		if _, err := os.Stat(file); err == nil && rowsOf(t, file) != rowsOf(t, kept) {
			t.Errorf("kill %d: a backup that was killed is there, and not the same", n)
		}
		other, again := t.TempDir(), filepath.Join(t.TempDir(), "again")
		killed(3000, "restore -data "+other+" "+kept)
		err := ask("restore", "-data", other, kept)
		if err != nil && !strings.Contains(err.Error(), "a workshop in this database already") {
			t.Errorf("kill %d: restoring again: %v", n, err)
		}
		if err := ask("backup", "-data", other, again); err != nil || rowsOf(t, again) != rowsOf(t, kept) {
			t.Errorf("kill %d: what was restored is not the same; %v", n, err)
		}
	}
}

// ledger is what a writer was told.
type ledger struct {
	mu           sync.Mutex
	tried, acked map[string]bool
	photos       int             // acknowledged
	told         map[string]bool // facts that were pressed; true once acknowledged
}

// longestPress is how long a press is sent again: longer than any start takes, on a machine that is busy with others too.
const longestPress = 4 * time.Minute

// press sends one request under a key until it is answered for good, or nobody wants it any more. It fails the test where
// no answer comes.
func press(ctx context.Context, t *testing.T, url, key, kind string, body []byte) (status int, answer []byte) {
	for deadline := time.Now().Add(longestPress); ctx.Err() == nil; {
		if time.Now().After(deadline) {
			t.Errorf("%s under %s was not answered within %v", url, key, longestPress)
			return 0, nil
		}
		r, err := http.NewRequestWithContext(ctx, "POST", url, bytes.NewReader(body))
		if err != nil {
			return 0, nil
		}
		r.Header.Set("Content-Type", kind)
		r.Header.Set("Idempotency-Key", key)
		response, err := http.DefaultClient.Do(r)
		if err == nil {
			answer, err = io.ReadAll(response.Body)
			response.Body.Close()
		}
		if err == nil && response.StatusCode < 500 {
			return response.StatusCode, answer
		}
		time.Sleep(40 * time.Millisecond)
	}
	return 0, nil
}

// save takes pieces in, one after another, with a photo of each.
func (l *ledger) save(ctx context.Context, t *testing.T, p *program, writer int) {
	var picture bytes.Buffer
	if err := png.Encode(&picture, image.NewGray(image.Rect(0, 0, 40, 30))); err != nil {
		t.Error(err)
	}
	for n := 0; ctx.Err() == nil; n++ {
		time.Sleep(savePause)
		name := fmt.Sprintf("Piece %d of %d", n, writer)
		body := pieceBody(name)
		l.mu.Lock()
		l.tried[name] = true
		l.mu.Unlock()
		status, answer := press(ctx, t, p.url("/api/pieces"), fmt.Sprintf("piece-%d-%d", writer, n), "application/json",
			[]byte(body))
		if status == 0 {
			return
		}
		var made struct{ ID int64 }
		if err := json.Unmarshal(answer, &made); err != nil || status != 201 {
			t.Errorf("%s: %d %s", name, status, answer)
			return
		}
		l.mu.Lock()
		l.acked[name] = true
		l.mu.Unlock()
		status, answer = press(ctx, t, p.url(fmt.Sprintf("/api/pieces/%d/photos?moment=before", made.ID)),
			fmt.Sprintf("photo-%d-%d", writer, n), "application/octet-stream", picture.Bytes())
		if status == 201 {
			l.mu.Lock()
			l.photos++
			l.mu.Unlock()
		} else if status != 0 {
			t.Errorf("photo of %s: %d %s", name, status, answer)
		}
	}
}

// onePiece of the demo, of which facts are told.
const onePiece = "/api/pieces/2/events"

// startClock begins a coat of the demo's cot, and returns what the bench says of the clock that runs from then.
func startClock(t *testing.T, p *program) string {
	t.Helper()
	var cot struct {
		Input struct{ Zones []struct{ ID int64 } }
	}
	_, text := fetch("GET", p.url("/api/pieces/2"), "")
	if err := json.Unmarshal([]byte(text), &cot); err != nil {
		t.Fatal(err)
	}
	begun := fmt.Sprintf(`{"kind":"begun","who":"JT","zoneId":%d,"layer":0,"coat":1}`, cot.Input.Zones[0].ID)
	status, answer := press(t.Context(), t, p.url(onePiece), "clock-begun", "application/json", []byte(begun))
	var told struct{ ID int64 }
	if err := json.Unmarshal(answer, &told); err != nil || status != 201 {
		t.Fatalf("begun: %d %s", status, answer)
	}
	return fmt.Sprintf(`"event":%d`, told.ID)
}

// tell presses notes into the log of one piece, as a phone does that comes and goes: each until it is answered.
func (l *ledger) tell(ctx context.Context, t *testing.T, p *program) {
	for n := 0; ctx.Err() == nil; n++ {
		time.Sleep(savePause)
		text := fmt.Sprintf("Press %d.", n)
		l.mu.Lock()
		l.told[text] = false
		l.mu.Unlock()
		body := fmt.Sprintf(`{"kind":"note","who":"JT","text":%q}`, text)
		status, answer := press(ctx, t, p.url(onePiece), fmt.Sprintf("press-%d-%d", killSeed, n), "application/json", []byte(body))
		if status == 0 {
			return
		}
		if status != 201 {
			t.Errorf("%s: %d %s", text, status, answer)
			return
		}
		l.mu.Lock()
		l.told[text] = true
		l.mu.Unlock()
	}
}

// enough tells whether as much was acknowledged as there were kills, however slow the machine is.
func (l *ledger) enough() bool {
	l.mu.Lock()
	defer l.mu.Unlock()
	presses := 0
	for _, known := range l.told {
		if known {
			presses++
		}
	}
	return presses >= writingKills && len(l.acked) >= writingKills
}

// checkLog asks that every acknowledged press stands in the log, and none of them twice.
func (l *ledger) checkLog(t *testing.T, p *program) {
	_, log := fetch("GET", p.url(onePiece), "")
	for text, known := range l.told {
		n := strings.Count(log, fmt.Sprintf(`"text":%q`, text))
		if n > 1 || known && n == 0 {
			t.Errorf("%s acknowledged: %v, and it stands %d times in the log", text, known, n)
		}
	}
}

// Server and database are killed while pieces, photos and facts are saved: what was acknowledged is there, once, and what was
// tried again is not there twice.
func TestNothingAcknowledgedIsLost(t *testing.T) {
	r := rand.New(rand.NewPCG(killSeed, 2))
	p := &program{t: t, addr: freeAddr(t), dir: t.TempDir()}
	p.start()
	p.untilReady()
	ctx, stop := context.WithCancel(t.Context())
	l := &ledger{tried: map[string]bool{}, acked: map[string]bool{}, told: map[string]bool{}}
	var writers sync.WaitGroup
	for w := range 3 {
		writers.Go(func() { l.save(ctx, t, p, w) })
	}
	clock := startClock(t, p)
	writers.Go(func() { l.tell(ctx, t, p) })
	for n := range writingKills {
		time.Sleep(time.Duration(150+r.IntN(700)) * time.Millisecond)
		if n%4 == 3 {
			p.killDatabase()
			eventually(t, "it has noticed", func() bool { return !p.ready() })
		} else {
			p.kill()
			p.start()
		}
		p.untilReady()
	}
	eventually(t, "as much is acknowledged as there were kills", l.enough)
	stop()
	writers.Wait()
	if _, bench := fetch("GET", p.url("/api/bench"), ""); !strings.Contains(bench, clock) {
		t.Errorf("the clock that was started before all kills does not run any more: %s", clock)
	}
	l.checkLog(t, p)
	var bench struct {
		Pieces []struct {
			Piece struct {
				ID    int64
				Input struct{ Name string }
			}
		}
	}
	_, text := fetch("GET", p.url("/api/bench"), "")
	if err := json.Unmarshal([]byte(text), &bench); err != nil {
		t.Fatal(err)
	}
	times, photos := map[string]int{}, 0
	for _, b := range bench.Pieces {
		times[b.Piece.Input.Name]++
		if !strings.HasPrefix(b.Piece.Input.Name, "Piece ") {
			continue
		}
		_, list := fetch("GET", p.url(fmt.Sprintf("/api/pieces/%d/photos", b.Piece.ID)), "")
		if n := strings.Count(list, `"moment"`); n > 1 {
			t.Errorf("%s has %d photos", b.Piece.Input.Name, n)
		} else if n == 1 {
			photos++
			var id int64
			if _, err := fmt.Sscanf(list[strings.Index(list, `"id":`):], `"id":%d`, &id); err != nil {
				t.Fatal(err)
			}
			if status, _ := fetch("GET", p.url(fmt.Sprintf("/api/pieces/%d/photos/%d", b.Piece.ID, id)), ""); status != 200 {
				t.Errorf("the picture of %s: %d", b.Piece.Input.Name, status)
			}
		}
	}
	for name := range l.acked {
		if times[name] != 1 {
			t.Errorf("%s was acknowledged and is there %d times", name, times[name])
		}
	}
	for name := range l.tried {
		if times[name] > 1 {
			t.Errorf("%s is there %d times", name, times[name])
		}
	}
	if photos < l.photos {
		t.Errorf("%d photos of %d acknowledged", photos, l.photos)
	}
	t.Logf("%d kills: %d pieces acknowledged of %d tried, %d photos", writingKills, len(l.acked), len(l.tried),
		l.photos)
	p.stop()
}
