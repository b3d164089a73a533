// Command firmitas serves the finishing room's tool.
//
//	firmitas start     on a private database in a folder of one's own, empty at first, and kept
//	firmitas serve     on the database of FIRMITAS_DATABASE_DSN
//	firmitas demo      on a private database of its own, with the demo workshop
//	firmitas migrate   brings the database's schema up to date and ends
//	firmitas backup    keeps all of it in one file, while it is in use
//	firmitas restore   brings a backup into a database without a workshop
//	firmitas verify    restores a backup beside and compares
//	firmitas standin   a simulated thermo-hygrometer and forecast, to connect to the others
package main

import (
	"cmp"
	"context"
	"errors"
	"flag"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"path/filepath"
	"runtime"
	"runtime/debug"
	"syscall"
	"time"
	_ "time/tzdata" // so that a bare machine knows the workshop's zone

	"golang.org/x/sys/unix"

	"firmitas/internal/demo"
	"firmitas/internal/httpapi"
	"firmitas/internal/instruments"
	"firmitas/internal/localdb"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
	"firmitas/internal/workshop/house"
	"firmitas/standin"
)

const (
	sweepLate    = 400       // %: what lives is a few MB; what a search leaves behind need not be swept at once
	memoryWanted = 300 << 20 // but above this it is, as when photos are decoded
)

func main() {
	debug.SetGCPercent(sweepLate)
	debug.SetMemoryLimit(memoryWanted)
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
	defer stop()
	if err := run(ctx, os.Args[1:]); err != nil {
		fmt.Fprintln(os.Stderr, "firmitas:", err)
		os.Exit(1)
	}
}

func run(ctx context.Context, args []string) error {
	command := ""
	if len(args) > 0 {
		command = args[0]
	}
	flags := flag.NewFlagSet(command, flag.ContinueOnError)
	addr := flags.String("addr", address(command), "loopback address to serve on; port 0 takes a free one")
	data := flags.String("data", folder(command), "start, demo: folder of the private database")
	throwaway := flags.Bool("throwaway", false, "start, demo: a fresh database, removed when it ends")
	still := flags.Bool("still", false, "demo: without the simulated thermo-hygrometer and forecast")
	moment := flags.String("at", "", "-throwaway: the moment at which its clock begins, as 2026-03-02T09:00:00Z")
	timeZone := flags.String("zone", demo.TimeZone, "demo -throwaway: the time zone of its workshop")
	backups := flags.String("backups", "", "start, serve: folder of the nightly backups; \"off\" for none. "+
		"start has one beside its data when no other is given")
	phraseFile := flags.String("passphrase-file", "", "backups are encrypted with the pass phrase in this file")
	var at instruments.Addresses
	flags.StringVar(&at.Thermometer, "thermometer", "",
		"start, serve: address of the thermo-hygrometer, as http://192.0.2.7:8471")
	flags.StringVar(&at.Forecast, "forecast", "", "start, serve: address of the forecast")
	if len(args) > 0 {
		if err := flags.Parse(args[1:]); err != nil {
			return err
		}
	}
	passPhrase, err := secretIn(*phraseFile)
	if err != nil {
		return err
	}
	nightly := backing{folder: backupFolder(command, *backups, *data, *throwaway), passPhrase: passPhrase}
	switch command {
	case "backup", "restore", "verify":
		if flags.NArg() != 1 {
			return fmt.Errorf("usage: firmitas %s [-data folder] [-passphrase-file file] FILE", command)
		}
		return backUp(ctx, command, flags.Arg(0), *data, passPhrase)
	case "serve":
		return serve(ctx, serving{
			addr: *addr, dsn: os.Getenv("FIRMITAS_DATABASE_DSN"), at: at, clock: time.Now, nightly: nightly,
		})
	case "migrate":
		return migrate(ctx, os.Getenv("FIRMITAS_DATABASE_DSN"))
	case "start", "demo":
		if !*throwaway && (*moment != "" || *timeZone != demo.TimeZone) {
			return errors.New("-at and -zone are for what is thrown away: give -throwaway too")
		}
		clock, err := clockAt(*moment)
		if err != nil {
			return err
		}
		return runPrivate(ctx, privateRun{
			addr: *addr, data: *data, throwaway: *throwaway, demo: command == "demo", still: *still, clock: clock,
			timeZone: *timeZone, at: at, nightly: nightly,
		})
	case "standin":
		return runStandIn(ctx, *addr)
	}
	return errors.New(
		"usage: firmitas start | serve | demo | migrate | backup | restore | verify | standin   (-h after each shows its flags)",
	)
}

// address is where a command serves when no other is given. One's own workshop has another than the demo: a browser
// keeps what it has seen, and what it has not sent yet, by address.
func address(command string) string {
	if command == "start" {
		return "127.0.0.1:8480"
	}
	return "127.0.0.1:8470"
}

// folder is where a command keeps its database when no other is given: one's own lies in one's home.
func folder(command string) string {
	home, err := os.UserHomeDir()
	if command == "demo" || err != nil {
		return "var/" + command
	}
	return filepath.Join(home, "firmitas-data")
}

// clockAt runs from a moment on, or is the machine's own where none is told.
func clockAt(moment string) (func() time.Time, error) {
	if moment == "" {
		return time.Now, nil
	}
	at, err := time.Parse(time.RFC3339, moment)
	if err != nil {
		return nil, fmt.Errorf("-at: %w", err)
	}
	began := time.Now()
	return func() time.Time { return at.Add(time.Since(began)) }, nil
}

// privateRun is how a program runs on a private database: the demo's, or one's own.
type privateRun struct {
	addr, data string
	throwaway  bool
	demo       bool // it is filled with the demo workshop; else it is empty at first
	still      bool
	clock      func() time.Time
	timeZone   string
	at         instruments.Addresses
	nightly    backing
}

func runPrivate(ctx context.Context, r privateRun) error {
	data := r.data
	if r.throwaway {
		endsWithItsParent()
		dir, err := os.MkdirTemp("", "firmitas-demo-")
		if err != nil {
			return err
		}
		defer os.RemoveAll(dir)
		data = filepath.Join(dir, "db")
	}
	db, err := localdb.Start(data, r.throwaway)
	if err != nil {
		return err
	}
	defer db.Stop()
	w := serving{
		addr: r.addr, dsn: db.DSN("firmitas"), at: r.at, clock: r.clock, patient: r.throwaway, nightly: r.nightly,
	}
	if !r.demo {
		fmt.Printf("All that you enter is kept in %s\n", data)
		if r.nightly.folder != "" {
			fmt.Printf("A backup a day is kept in %s\n", r.nightly.folder)
		}
		return serve(ctx, w)
	}
	if !r.still {
		outside, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			return err
		}
		world := &http.Server{Handler: outsideWorld(r.clock), ReadHeaderTimeout: 5 * time.Second}
		go func() { _ = world.Serve(outside) }()
		defer world.Close()
		w.at.Thermometer = "http://" + outside.Addr().String()
		w.at.Forecast = w.at.Thermometer
	}
	w.fill = func(ctx context.Context, s *store.Store) error { return demo.SeedIn(ctx, s, r.clock(), r.timeZone) }
	return serve(ctx, w)
}

// endsWithItsParent lets a demo that is thrown away end, and take its database with it, when whoever started it is
// killed. The kernel ties that to this thread, which is kept for it.
func endsWithItsParent() {
	runtime.LockOSThread()
	_ = unix.Prctl(unix.PR_SET_PDEATHSIG, uintptr(unix.SIGTERM), 0, 0, 0) // where it cannot be asked, it lives on
}

// outsideWorld is a heated room's thermo-hygrometer, and the forecast of the air around it.
func outsideWorld(now func() time.Time) http.Handler {
	zone, err := time.LoadLocation(demo.TimeZone)
	if err != nil {
		panic(err) // zones ship with the program
	}
	weather := standin.Weather{Seed: 1, Zone: zone}
	mux := http.NewServeMux()
	mux.Handle("/readings", &standin.Thermometer{
		Device: "Finishing room meter", Weather: weather, DayC: 20.5, NightC: 19.5, Now: now,
	})
	mux.Handle("/forecast", &standin.Forecast{Weather: weather, Now: now})
	return mux
}

func runStandIn(ctx context.Context, addr string) error {
	listener, err := listen(addr)
	if err != nil {
		return err
	}
	world := &http.Server{Handler: outsideWorld(time.Now), ReadHeaderTimeout: 5 * time.Second}
	go func() {
		<-ctx.Done()
		_ = world.Close()
	}()
	fmt.Printf("Simulated instruments answer at http://%s/readings and /forecast\n", listener.Addr())
	if err := world.Serve(listener); !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	return nil
}

func migrate(ctx context.Context, dsn string) error {
	s, err := open(dsn)
	if err != nil {
		return err
	}
	defer s.Close()
	return s.Migrate(ctx, func(step string) { slog.Info("bringing the database up to date", "at", step) })
}

func open(dsn string) (*store.Store, error) {
	if dsn == "" {
		return nil, errors.New(
			"FIRMITAS_DATABASE_DSN is not set; it reads like user:password@tcp(127.0.0.1:3306)/firmitas",
		)
	}
	s, err := store.Open(dsn)
	if dir := os.Getenv("FIRMITAS_PHOTOS"); err == nil && dir != "" {
		err = s.PhotosIn(dir)
	}
	return s, err
}

// serving is how the server is run.
type serving struct {
	addr, dsn string
	fill      func(context.Context, *store.Store) error // nil = nothing
	at        instruments.Addresses
	clock     func() time.Time
	patient   bool // requests may take their time
	nightly   backing
}

// serve answers at once, and says that the database is not there until it is, migrated and (for the demo) filled.
func serve(ctx context.Context, w serving) error {
	s, err := open(w.dsn)
	if err != nil {
		return err
	}
	defer s.Close()
	rooms := workshop.New(s, w.clock)
	server, err := httpapi.New(rooms, s.Ping, os.Getenv("FIRMITAS_PUBLIC_URL"))
	if err != nil {
		return err
	}
	listener, err := listen(w.addr)
	if err != nil {
		return err
	}
	rooms.House.ReachedAt(cmp.Or(os.Getenv("FIRMITAS_PUBLIC_URL"), "http://"+listener.Addr().String()))
	web := &http.Server{
		Handler:           server,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       20 * time.Second,
		WriteTimeout:      30 * time.Second,
	}
	if w.patient {
		server.Patient()
		web.ReadHeaderTimeout, web.ReadTimeout, web.WriteTimeout = 0, 0, 0
	}
	failed := make(chan error, 1)
	go func() { failed <- web.Serve(listener) }()
	go func() {
		if !prepare(ctx, s, w.fill, server.Standing) {
			return
		}
		server.Ready()
		fmt.Printf("Firmitas is open at http://%s\n", listener.Addr())
		go instruments.Poll(ctx, rooms, w.at)
		tidy(ctx, rooms, func() { w.nightly.tonight(ctx, s, w.clock()) })
	}()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	closing, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return web.Shutdown(closing)
}

// listen refuses addresses that others could reach: there is no sign-in yet.
func listen(addr string) (net.Listener, error) {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return nil, fmt.Errorf("-addr: %w", err)
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return nil, fmt.Errorf(
			"-addr %s: only loopback addresses, since there is no sign-in yet; put a proxy that asks who it is in front",
			addr,
		)
	}
	l, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is taken; give another with -addr, or -addr 127.0.0.1:0 for a free one", addr)
	}
	return l, err
}

const tryAgain = 500 * time.Millisecond

// prepare keeps trying until the database is there, migrated and (for the demo) filled; false when the program ends
// before it is.
func prepare(
	ctx context.Context, s *store.Store, fill func(context.Context, *store.Store) error, tell func(string),
) bool {
	for told := false; ctx.Err() == nil; time.Sleep(tryAgain) {
		err := s.Migrate(ctx, tell)
		if err == nil && fill != nil {
			tell("filling in the demo workshop")
			err = fill(ctx, s)
		}
		if err == nil {
			return true
		}
		if !told {
			slog.Warn("waiting for the database", "error", err)
			told = true
		}
	}
	return false
}

const tidyEvery = time.Hour

// tidy forgets now and then what nobody will ask for again, reminds buyers of what is due, and keeps the day's backup.
func tidy(ctx context.Context, rooms *workshop.Rooms, keep func()) {
	for {
		keep()
		if err := rooms.House.Tidy(ctx); err != nil && ctx.Err() == nil {
			slog.Warn("tidying up", "error", err)
		}
		_, err := rooms.Handover.RemindDue(ctx)
		if nobody := errors.Is(err, house.ErrNoWorkshop); err != nil && !nobody && ctx.Err() == nil {
			slog.Warn("reminding buyers", "error", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(tidyEvery):
		}
	}
}
