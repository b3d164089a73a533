// Command suites runs everything there is to test, a few suites beside each other, and ends with a table of what each
// took. Whatever it starts ends with it, however it ends: a watcher in a session of its own outlives it, kills what is
// left of its processes, and takes its folder away.
//
//	go run -C tools ./suites ..
package main

import (
	"fmt"
	"os"
	"os/exec"
	"os/signal"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"syscall"
	"time"
)

// mark is in the environment of all that a run starts; its value is the run's folder.
const mark = "FIRMITAS_SUITES"

func main() {
	root, err := filepath.Abs(os.Args[1])
	if err != nil {
		fatal(err)
	}
	os.Exit(run(root))
}

func fatal(err error) {
	fmt.Fprintln(os.Stderr, "suites:", err)
	os.Exit(2)
}

func run(root string) int {
	dir, err := os.MkdirTemp(roomiest(), "firmitas-suites-")
	if err != nil {
		fatal(err)
	}
	watched, err := watch(dir)
	if err != nil {
		fatal(err)
	}
	broken := make(chan os.Signal, 1)
	signal.Notify(broken, os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
	done := make(chan []result, 1)
	go func() { done <- runAll(root, dir) }()
	var all []result
	select {
	case all = <-done:
	case <-broken:
		fmt.Fprintln(os.Stderr, "Broken off.")
	}
	left := leftOf(dir)
	watched()
	return report(all, left)
}

// roomiest is where temporary files go: in memory where there is room for a few databases, since a database that is
// thrown away need not reach a disk.
func roomiest() string {
	const enough = 4 << 30
	var memory syscall.Statfs_t
	if syscall.Statfs("/dev/shm", &memory) == nil && memory.Bavail*uint64(memory.Bsize) > enough {
		return "/dev/shm"
	}
	return os.TempDir()
}

// watcher reads from this process until that has ended, however it did.
const watcher = `cat >/dev/null
for try in 1 2 3 4 5; do
  left=""
  for process in /proc/[0-9]*; do
    grep -qzs "^` + mark + `=$1$" "$process/environ" && left="$left ${process#/proc/}"
  done
  [ -n "$left" ] || break
  kill -9 $left 2>/dev/null
  sleep 0.2
done
rm -rf "$1"`

// watch starts the watcher of a folder; what it returns lets it do its work, and waits for it.
func watch(dir string) (end func(), err error) {
	cmd := exec.Command("sh", "-c", watcher, "sh", dir)
	cmd.SysProcAttr = &syscall.SysProcAttr{Setsid: true}
	held, err := cmd.StdinPipe()
	if err != nil {
		return nil, err
	}
	if err := cmd.Start(); err != nil {
		return nil, err
	}
	return func() {
		_ = held.Close()
		_ = cmd.Wait()
	}, nil
}

// leftOf are the processes of a run that are still there, by what they were started as.
func leftOf(dir string) (left []string) {
	all, _ := filepath.Glob("/proc/[0-9]*/environ")
	for _, path := range all {
		environ, err := os.ReadFile(path)
		if err != nil || !strings.Contains("\x00"+string(environ), "\x00"+mark+"="+dir+"\x00") {
			continue
		}
		line, _ := os.ReadFile(filepath.Join(filepath.Dir(path), "cmdline"))
		left = append(left, strings.ReplaceAll(string(line), "\x00", " "))
	}
	return left
}

// result is what became of a suite.
type result struct {
	suite
	passed, failed int
	wall, cpu      time.Duration
	err            error
	said           string   // where it failed
	fails          []string // the tests that did, each with what it said first
}

// runAll runs the suites in their order, one more beside each other than there are cores: a browser waits as much as it
// works.
func runAll(root, dir string) []result {
	all := suites()
	results := make([]result, len(all))
	next := make(chan int)
	var lanes sync.WaitGroup
	for range runtime.NumCPU() + 1 {
		lanes.Go(func() {
			for i := range next {
				fmt.Printf("%s  %s …\n", time.Now().Format(time.TimeOnly), all[i].name)
				results[i] = all[i].run(root, dir)
				fmt.Printf("%s  %s: %s\n", time.Now().Format(time.TimeOnly), all[i].name, results[i].verdict())
				if results[i].err != nil {
					fmt.Println(results[i].said)
				}
			}
		})
	}
	for i := range all {
		next <- i
	}
	close(next)
	lanes.Wait()
	return results
}

func (r result) verdict() string {
	if r.err != nil {
		return "FAILED, " + r.err.Error()
	}
	return fmt.Sprintf("passed in %.0f s", r.wall.Seconds())
}

// run starts a suite in a process group of its own, and ends the whole of it when its time is over.
func (s suite) run(root, dir string) result {
	out := filepath.Join(dir, strings.ReplaceAll(s.name, " ", "-"))
	_ = os.MkdirAll(out, 0o700)
	args := make([]string, len(s.args))
	for i, arg := range s.args {
		args[i] = strings.ReplaceAll(arg, "$OUT", out)
	}
	cmd := exec.Command(args[0], args[1:]...)
	cmd.Dir = filepath.Join(root, s.in)
	report := "PLAYWRIGHT_JSON_OUTPUT_NAME=" + filepath.Join(out, "report.json")
	cmd.Env = append(os.Environ(), "TMPDIR="+dir, mark+"="+dir, report)
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
	log, err := os.Create(filepath.Join(out, "log"))
	if err != nil {
		return result{suite: s, err: err}
	}
	defer log.Close()
	cmd.Stdout, cmd.Stderr = log, log
	began := time.Now()
	r := result{suite: s}
	if r.err = cmd.Start(); r.err != nil {
		return r
	}
	over := time.AfterFunc(longest, func() { _ = syscall.Kill(-cmd.Process.Pid, syscall.SIGKILL) })
	r.err = cmd.Wait()
	if !over.Stop() {
		r.err = fmt.Errorf("not done within %v", longest)
	}
	_ = syscall.Kill(-cmd.Process.Pid, syscall.SIGKILL) // what it left behind
	r.wall, r.cpu = time.Since(began), cmd.ProcessState.UserTime()+cmd.ProcessState.SystemTime()
	said, _ := os.ReadFile(log.Name())
	r.said = string(said)
	if s.count != nil {
		s.count(&r, out)
	}
	if r.err == nil && s.count != nil && r.passed == 0 {
		r.err = fmt.Errorf("no test was run")
	}
	return r
}

// report prints the table, and the closing line; what it returns is the exit status.
func report(all []result, left []string) int {
	status, passed, failed := 0, 0, 0
	fmt.Printf("\n%-34s %7s %7s %9s %9s\n", "suite", "passed", "failed", "seconds", "CPU s")
	for _, r := range all {
		passedHere, failedHere := tests(r, r.passed), tests(r, r.failed)
		fmt.Printf("%-34s %7s %7s %9.0f %9.0f", r.name, passedHere, failedHere, r.wall.Seconds(), r.cpu.Seconds())
		if r.err != nil {
			status = 1
			fmt.Printf("   FAILED: %v", r.err)
		}
		fmt.Println()
		passed, failed = passed+r.passed, failed+r.failed
	}
	if len(all) == 0 {
		return 1
	}
	for _, r := range all {
		for _, fail := range r.fails {
			fmt.Printf("\n%s: %s", r.name, fail)
		}
	}
	for _, process := range left {
		status = 1
		fmt.Println("left running:", process)
	}
	fmt.Printf("\n%d passed, %d failed\n", passed, failed)
	return status
}

func tests(r result, n int) string {
	if r.count == nil {
		return "-"
	}
	return fmt.Sprint(n)
}
