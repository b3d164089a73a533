package main

import (
	"context"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"
)

// freeAddr is a loopback address that was free a moment ago.
func freeAddr(t *testing.T) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	return l.Addr().String()
}

func fetch(method, url, body string) (int, string) {
	r, err := http.NewRequest(method, url, strings.NewReader(body))
	if err != nil {
		return 0, err.Error()
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := http.DefaultClient.Do(r)
	if err != nil {
		return 0, err.Error()
	}
	defer answer.Body.Close()
	data, _ := io.ReadAll(answer.Body)
	return answer.StatusCode, string(data)
}

func eventually(t *testing.T, what string, holds func() bool) {
	t.Helper()
	for deadline := time.Now().Add(5 * time.Minute); time.Now().Before(deadline); time.Sleep(50 * time.Millisecond) {
		if holds() {
			return
		}
	}
	t.Fatalf("%s: not within five minutes", what)
}

// The demo keeps its data over a restart, seeds once, and leaves no process behind.
func TestDemoRestartsWithItsDataAndStopsCleanly(t *testing.T) {
	data := t.TempDir()
	for round := range 2 {
		addr := freeAddr(t)
		ctx, stop := context.WithCancel(t.Context())
		ended := make(chan error, 1)
		go func() { ended <- run(ctx, []string{"demo", "-data", data, "-addr", addr}) }()
		eventually(t, "ready",
			func() bool { status, _ := fetch("GET", "http://"+addr+"/readyz", ""); return status == 200 })
		if round == 0 {
			body := pieceBody("Paddle rack")
			if status, text := fetch("POST", "http://"+addr+"/api/pieces", body); status != 201 {
				t.Fatalf("taking in: %d %s", status, text)
			}
		}
		_, bench := fetch("GET", "http://"+addr+"/api/bench", "")
		if strings.Count(bench, "Paddle rack") != 1 || strings.Count(bench, "Cot for a nursery") != 1 {
			t.Errorf("round %d: the bench is %s", round, bench)
		}
		pid, err := os.ReadFile(filepath.Join(data, "pid"))
		if err != nil {
			t.Fatal(err)
		}
		stop()
		if err := <-ended; err != nil {
			t.Fatal(err)
		}
		var number int
		if _, err := fmt.Sscan(string(pid), &number); err != nil || syscall.Kill(number, 0) == nil {
			t.Errorf("round %d: the database process %q is still there (%v)", round, pid, err)
		}
	}
}

// A workshop of one's own begins empty, is made once, and is there after a restart; no process stays behind.
func TestOwnWorkshopIsKept(t *testing.T) {
	data := t.TempDir()
	made := `{"name":"Two Planes","town":"","timeZone":"UTC","units":"metric","clock":"h24","numbers":"point","currency":"EUR",` +
		`"usualTins":false,"hours":[` + strings.Repeat(`{"open":480,"close":1020},`, 6) + `{"open":0,"close":0}]}`
	for round := range 2 {
		addr := freeAddr(t)
		ctx, stop := context.WithCancel(t.Context())
		ended := make(chan error, 1)
		go func() { ended <- run(ctx, []string{"start", "-data", data, "-addr", addr}) }()
		eventually(t, "ready",
			func() bool { status, _ := fetch("GET", "http://"+addr+"/readyz", ""); return status == 200 })
		status, text := fetch("GET", "http://"+addr+"/api/workshop", "")
		if found := status == 200 && strings.Contains(text, "Two Planes"); found != (round == 1) {
			t.Errorf("round %d: %d %s", round, status, text)
		}
		if status, text := fetch("POST", "http://"+addr+"/api/workshop", made); status != []int{201, 409}[round] {
			t.Errorf("round %d: making it: %d %s", round, status, text)
		}
		if round == 1 {
			backedUp(t, data)
		}
		stop()
		if err := <-ended; err != nil {
			t.Fatal(err)
		}
	}
}

// backedUp keeps a workshop that is in use in a file, and brings it back in another folder; the night's is there too.
func backedUp(t *testing.T, data string) {
	t.Helper()
	t.Setenv("FIRMITAS_DATABASE_DSN", "")
	phrase, file, other := filepath.Join(t.TempDir(), "phrase"), filepath.Join(t.TempDir(), "kept"), t.TempDir()
	if err := os.WriteFile(phrase, []byte("two planes and a spokeshave\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	sealed := []string{"-passphrase-file", phrase}
	for _, c := range []struct {
		command string
		args    []string
		says    string // "" = it works
	}{
		{"backup", append(sealed, "-data", data, file), ""},
		{"backup", append(sealed, "-data", data, file), "is there already"},
		{"backup", []string{"-data", filepath.Join(data, "nowhere"), file + "2"}, "no database of Firmitas"},
		{"verify", []string{file}, "pass phrase is asked for"},
		{"verify", append(sealed, file), ""},
		{"restore", append(sealed, "-data", data, file), "in use by another program"},
		{"restore", append(sealed, "-data", other, file), ""},
		{"restore", append(sealed, "-data", other, file), "a workshop in this database already"},
		{"verify", []string{"-data", data}, "usage: firmitas verify"},
	} {
		err := run(t.Context(), append([]string{c.command}, c.args...))
		if c.says == "" && err != nil || c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)) {
			t.Errorf("%s %v: %v, want it to say %q", c.command, c.args, err, c.says)
		}
	}
	again := filepath.Join(t.TempDir(), "again")
	if err := run(t.Context(), []string{"backup", "-data", other, again}); err != nil {
		t.Error(err)
	}
	eventually(t, "the night's backup", func() bool {
		nightly, _ := filepath.Glob(data + "-backups/firmitas-????-??-??.jsonl.gz")
		return len(nightly) == 1
	})
}

// The server starts before the database does, says so, and is ready once it can be reached.
func TestServesBeforeItsDatabase(t *testing.T) {
	t.Setenv("FIRMITAS_DATABASE_DSN", "nobody:nothing@tcp("+freeAddr(t)+")/nowhere")
	addr := freeAddr(t)
	ctx, stop := context.WithCancel(t.Context())
	ended := make(chan error, 1)
	go func() { ended <- run(ctx, []string{"serve", "-addr", addr}) }()
	eventually(t, "alive",
		func() bool { status, _ := fetch("GET", "http://"+addr+"/healthz", ""); return status == 200 })
	if status, text := fetch("GET", "http://"+addr+"/api/bench", ""); status != 503 ||
		!strings.Contains(text, "not answering") {
		t.Errorf("the bench: %d %s", status, text)
	}
	if status, _ := fetch("GET", "http://"+addr+"/readyz", ""); status != 503 {
		t.Errorf("readyz: %d", status)
	}
	stop()
	if err := <-ended; err != nil {
		t.Error(err)
	}
}

func TestCommandLineSaysWhatIsWrong(t *testing.T) {
	t.Setenv("FIRMITAS_DATABASE_DSN", "")
	taken, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer taken.Close()
	for _, c := range []struct {
		args []string
		dsn  string
		says string
	}{
		{nil, "", "usage"},
		{[]string{"dance"}, "", "usage"},
		{[]string{"serve"}, "", "FIRMITAS_DATABASE_DSN is not set"},
		{[]string{"migrate"}, "", "FIRMITAS_DATABASE_DSN is not set"},
		{[]string{"demo", "-at", "2026-03-02T09:00:00Z"}, "", "give -throwaway too"},
		{[]string{"demo", "-zone", "Pacific/Auckland"}, "", "give -throwaway too"},
		{[]string{"demo", "-throwaway", "-at", "tomorrow"}, "", "-at: "},
		{[]string{"serve"}, "not a dsn", "FIRMITAS_DATABASE_DSN"},
		{[]string{"serve", "-addr", "0.0.0.0:1"}, "a:b@tcp(127.0.0.1:1)/x", "only loopback"},
		{[]string{"serve", "-addr", taken.Addr().String()}, "a:b@tcp(127.0.0.1:1)/x", "is taken"},
	} {
		os.Setenv("FIRMITAS_DATABASE_DSN", c.dsn)
		if err := run(t.Context(), c.args); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%v: %v, want it to say %q", c.args, err, c.says)
		}
	}
}

// pieceBody is a piece as a browser would send it.
func pieceBody(name string) string {
	return fmt.Sprintf(
		`{"name":%q,"kind":"toy","owner":"own","alike":1,"parts":[],"history":"",
		"site":{"onSite":false,"livedIn":false,"poorlyAired":false,"coverFloors":false},
		"zones":[{"name":"all","face":"best","endUse":"toy","material":"beech",
			"look":"natural","sheen":"satin","areaM2":0.6}],
		"air":{"tempC":20,"rh":50},"start":%q}`,
		name,
		time.Now().UTC().Format(time.RFC3339),
	)
}
