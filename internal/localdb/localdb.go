// Package localdb runs a private MariaDB server on loopback, with its own data folder, for the demo and the tests.
// The server binaries come from Debian's packages. Nothing of it outlives the process that started it.
package localdb

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/go-sql-driver/mysql"
)

// Server is one private MariaDB. It is restarted when it dies by itself, until Stop.
type Server struct {
	dir       string
	throwaway bool
	port      int
	password  string
	lock      *os.File

	mu      sync.Mutex
	process *os.Process
	ended   chan struct{} // closed when the present process has ended
	stopped bool
}

// Start brings up a server whose data lives in dir, making it on first use. Throwaway trades durability for speed, and
// lets its user create databases. It errors when the binaries are missing, or the folder is in use by another process.
func Start(dir string, throwaway bool) (*Server, error) {
	dir, err := filepath.Abs(dir)
	if err != nil {
		return nil, err
	}
	if err := os.MkdirAll(filepath.Join(dir, "tmp"), 0o700); err != nil {
		return nil, err
	}
	s := &Server{dir: dir, throwaway: throwaway}
	if err := s.takeLock(); err != nil {
		return nil, err
	}
	for _, step := range []func() error{s.outlive, s.prepare, s.Up} {
		if err := step(); err != nil {
			s.lock.Close()
			return nil, err
		}
	}
	return s, nil
}

func (s *Server) takeLock() error {
	lock, err := os.OpenFile(filepath.Join(s.dir, "lock"), os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	if syscall.Flock(int(lock.Fd()), syscall.LOCK_EX|syscall.LOCK_NB) != nil {
		lock.Close()
		return fmt.Errorf("the database in %s is in use by another program that is running; stop it first", s.dir)
	}
	s.lock = lock
	return nil
}

// Reach is the DSN of a database that a program which is running keeps in dir, and "" where none is running there.
func Reach(dir, database string) (string, error) {
	dir, err := filepath.Abs(dir)
	if err != nil {
		return "", err
	}
	s := &Server{dir: dir}
	pid := s.orphan()
	if pid == 0 {
		return "", nil
	}
	line, err := os.ReadFile(fmt.Sprintf("/proc/%d/cmdline", pid))
	if err != nil {
		return "", err
	}
	for _, arg := range strings.Split(string(line), "\x00") {
		if port, is := strings.CutPrefix(arg, "--port="); is {
			s.port, err = strconv.Atoi(port)
		}
	}
	password, notRead := os.ReadFile(filepath.Join(dir, "password"))
	s.password = strings.TrimSpace(string(password))
	return s.DSN(database), errors.Join(err, notRead)
}

func asRoot(args []string) []string {
	if os.Geteuid() == 0 {
		return append(args, "--user=root")
	}
	return args
}

func find(name string) (string, error) {
	for _, dir := range []string{"/usr/sbin", "/usr/bin"} {
		if path := filepath.Join(dir, name); exec.Command(path, "--version").Run() == nil {
			return path, nil
		}
	}
	return "", fmt.Errorf("%s is not installed; Debian's package mariadb-server has it", name)
}

// env gives the server temporary files of its own: one that starts clears the folder's old tables, and in a shared one
// they may be another server's new ones.
func (s *Server) env() []string { return append(os.Environ(), "TMPDIR="+filepath.Join(s.dir, "tmp")) }

// install makes the data folder. It is made under another name and gets its own once it is whole, so that one which was
// interrupted is known, and begun again.
func (s *Server) install() error {
	data, half := filepath.Join(s.dir, "data"), filepath.Join(s.dir, "data.half")
	if _, err := os.Stat(data); !errors.Is(err, os.ErrNotExist) {
		return err
	}
	if err := os.RemoveAll(half); err != nil {
		return err
	}
	binary, err := find("mariadb-install-db")
	if err != nil {
		return err
	}
	cmd := exec.Command(binary, asRoot([]string{"--no-defaults", "--datadir=" + half, "--skip-test-db"})...)
	cmd.Env = s.env()
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGKILL}
	runtime.LockOSThread() // the kernel ties Pdeathsig to this thread
	defer runtime.UnlockOSThread()
	if out, err := cmd.CombinedOutput(); err != nil {
		return fmt.Errorf("making the database folder: %w: %s", err, out)
	}
	return os.Rename(half, data)
}

// orphanWait is how long a server may take to end whose program was killed.
const orphanWait = 30 * time.Second

// outlive waits for a server on the same folder that its program left behind when it was killed; it is told to end as
// soon as that happens, but takes its time.
func (s *Server) outlive() error {
	deadline := time.Now().Add(orphanWait)
	for {
		pid := s.orphan()
		switch {
		case pid == 0:
			return nil
		case time.Now().After(deadline):
			_ = syscall.Kill(pid, syscall.SIGKILL)
		}
		if time.Now().After(deadline.Add(orphanWait)) {
			return fmt.Errorf("process %d still holds the database in %s", pid, s.dir)
		}
		time.Sleep(50 * time.Millisecond)
	}
}

// orphan is the process of a server on this folder that is not ours; 0 when there is none. Where the folder's lock is
// ours, no program that lives looks after it.
func (s *Server) orphan() int {
	processes, err := filepath.Glob("/proc/[0-9]*/cmdline")
	if err != nil {
		return 0
	}
	for _, path := range processes {
		line, err := os.ReadFile(path)
		if err != nil || !strings.Contains(string(line), "--datadir="+filepath.Join(s.dir, "data")) {
			continue
		}
		if pid, err := strconv.Atoi(filepath.Base(filepath.Dir(path))); err == nil {
			return pid
		}
	}
	return 0
}

// prepare makes the data folder and the file that the server reads its user from.
func (s *Server) prepare() error {
	if err := s.install(); err != nil {
		return err
	}
	secret := filepath.Join(s.dir, "password")
	known, err := os.ReadFile(secret)
	if errors.Is(err, os.ErrNotExist) {
		known = []byte(rand.Text())
		err = os.WriteFile(secret, known, 0o600)
	}
	if err != nil {
		return err
	}
	s.password = strings.TrimSpace(string(known))
	grant := "firmitas.*"
	if s.throwaway {
		grant = "*.*"
	}
	return os.WriteFile(filepath.Join(s.dir, "init.sql"), []byte(fmt.Sprintf(
		"CREATE DATABASE IF NOT EXISTS firmitas CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;\n"+
			"CREATE USER IF NOT EXISTS firmitas@'127.0.0.1' IDENTIFIED BY '%s';\n"+
			"GRANT ALL ON %s TO firmitas@'127.0.0.1';\n", s.password, grant)), 0o600)
}

// Up starts the server process and waits until it answers. The port stays the same over restarts.
func (s *Server) Up() error {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.stopped = false
	return s.up()
}

func (s *Server) up() error {
	if s.port == 0 {
		probe, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			return err
		}
		s.port = probe.Addr().(*net.TCPAddr).Port
		probe.Close()
	}
	binary, err := find("mariadbd")
	if err != nil {
		return err
	}
	cmd := exec.Command(binary, s.args()...)
	cmd.Env = s.env()
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGTERM}
	started := make(chan error)
	ended := make(chan struct{})
	go func() {
		// The kernel ties Pdeathsig to this thread: it must live as long as the server.
		runtime.LockOSThread()
		err := cmd.Start()
		started <- err
		if err == nil {
			_ = cmd.Wait()
			close(ended)
		}
	}()
	if err := <-started; err != nil {
		return err
	}
	s.process, s.ended = cmd.Process, ended
	if err := s.answers(ended); err != nil {
		_ = cmd.Process.Kill()
		<-ended
		return err
	}
	go s.restart(ended)
	return nil
}

func (s *Server) args() []string {
	socket := filepath.Join(s.dir, "socket")
	if len(socket) > 100 { // the kernel's limit is 107
		socket = filepath.Join(os.TempDir(), fmt.Sprintf("firmitas-%d.sock", s.port))
	}
	args := asRoot([]string{"--no-defaults", "--datadir=" + filepath.Join(s.dir, "data"), "--socket=" + socket,
		"--pid-file=" + filepath.Join(
			s.dir,
			"pid",
		), "--log-error=" + filepath.Join(s.dir, "error.log"), "--init-file=" + filepath.Join(s.dir, "init.sql"),
		"--port=" + strconv.Itoa(
			s.port,
		), "--bind-address=127.0.0.1", "--skip-log-bin", "--skip-name-resolve", "--performance-schema=OFF",
		"--character-set-server=utf8mb4", "--collation-server=utf8mb4_unicode_ci", "--default-time-zone=+00:00",
		"--innodb-buffer-pool-size=64M"})
	if s.throwaway {
		// 2 keeps committed rows when a test kills the server; 0 would lose them.
		return append(
			args,
			"--innodb-flush-log-at-trx-commit=2",
			"--innodb-flush-method=nosync",
			"--innodb-doublewrite=0",
			"--innodb-log-file-size=16M",
		)
	}
	return append(args, "--innodb-flush-log-at-trx-commit=1")
}

func (s *Server) answers(ended <-chan struct{}) error {
	db, err := sql.Open("mysql", s.DSN("firmitas"))
	if err != nil {
		return err
	}
	defer db.Close()
	deadline := time.After(60 * time.Second)
	for {
		ctx, cancel := context.WithTimeout(context.Background(), time.Second)
		err := db.PingContext(ctx)
		cancel()
		if err == nil {
			return nil
		}
		select {
		case <-ended:
			return fmt.Errorf("the database stopped while starting; see %s", filepath.Join(s.dir, "error.log"))
		case <-deadline:
			return fmt.Errorf("the database did not answer within a minute: %w", err)
		case <-time.After(50 * time.Millisecond):
		}
	}
}

// restartAfter leaves time for people and tests to notice that the database was gone.
const restartAfter = 8 * time.Second

// restart brings the server back when it has ended by itself, for as long as it takes, until Stop.
func (s *Server) restart(ended <-chan struct{}) {
	<-ended
	for told := false; !s.isStopped(); {
		if !told {
			slog.Warn("the private database ended by itself; starting it again", "in", restartAfter)
		}
		time.Sleep(restartAfter)
		err := s.revive()
		if err == nil {
			return
		}
		if !told {
			slog.Error("the private database does not come back yet; trying on", "error", err)
			told = true
		}
	}
}

// revive is Up, unless somebody has stopped the server or brought it up meanwhile.
func (s *Server) revive() error {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.stopped || s.running() {
		return nil
	}
	return s.up()
}

func (s *Server) isStopped() bool {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.stopped
}

func (s *Server) running() bool {
	if s.process == nil {
		return false
	}
	select {
	case <-s.ended:
		return false
	default:
		return true
	}
}

// patience with a throwaway server: a test is not red because its machine has no time.
const patience = 3 * time.Minute

// DSN is how to reach one of its databases.
func (s *Server) DSN(database string) string {
	c := mysql.NewConfig()
	c.User, c.Passwd, c.Net, c.Addr, c.DBName = "firmitas", s.password, "tcp", fmt.Sprintf(
		"127.0.0.1:%d",
		s.port,
	), database
	if s.throwaway {
		c.ReadTimeout, c.WriteTimeout = patience, patience
	}
	return c.FormatDSN()
}

// Down ends the server process and waits for it; Up may bring it back.
func (s *Server) Down() {
	s.mu.Lock()
	defer s.mu.Unlock()
	s.stopped = true
	if s.process == nil {
		return
	}
	_ = s.process.Signal(syscall.SIGTERM)
	select {
	case <-s.ended:
	case <-time.After(20 * time.Second):
		_ = s.process.Kill()
		<-s.ended
	}
	s.process = nil
}

// Stop ends the server for good.
func (s *Server) Stop() {
	s.Down()
	_ = s.lock.Close()
}
