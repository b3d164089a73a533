package main

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"os"
	"strings"
	"sync"
	"testing"

	"firmitas/internal/soak"
)

// mostUploadMB is what many uploads at once may take of memory above idle: one is read at a time, and a second one of
// these is another 135 MB.
const mostUploadMB = 400

// peakMB is the most memory that a process has held since it was last reset.
func peakMB(t *testing.T, pid int) int {
	t.Helper()
	status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if err != nil {
		t.Fatal(err)
	}
	_, peak, _ := strings.Cut(string(status), "VmHWM:")
	var kB int
	if _, err := fmt.Sscan(peak, &kB); err != nil {
		t.Fatal(err)
	}
	return kB / 1024
}

// Many pictures at once, small as files and as large as may be when they are read: each is taken, one after another.
func TestUploadsAtOnceStayWithinTheirMemory(t *testing.T) {
	var picture bytes.Buffer
	deep := image.NewNRGBA64(image.Rect(0, 0, 4100, 4100))
	deep.SetNRGBA64(7, 7, color.NRGBA64{R: 40_000, A: 60_000})
	if err := png.Encode(&picture, deep); err != nil {
		t.Fatal(err)
	}
	p := &program{t: t, addr: freeAddr(t), dir: t.TempDir()}
	p.start()
	p.untilReady()
	pid := p.process.Process.Pid
	if err := os.WriteFile(fmt.Sprintf("/proc/%d/clear_refs", pid), []byte("5"), 0); err != nil {
		t.Skip("the peak of a process cannot be reset here:", err)
	}
	idle := peakMB(t, pid)
	uploads := soak.Rounds(8, 32)
	var all sync.WaitGroup
	for n := range uploads {
		all.Go(func() {
			status, answer := press(t.Context(), t, p.url("/api/pieces/2/photos?moment=before"),
				fmt.Sprintf("upload-%d", n), "application/octet-stream", picture.Bytes())
			if status != 201 {
				t.Errorf("upload %d: %d %s", n, status, answer)
			}
		})
	}
	all.Wait()
	above := peakMB(t, pid) - idle
	t.Logf("%d uploads of %d kB and %d MP: %d MB above the idle %d MB", uploads, picture.Len()>>10, 4100*4100/1_000_000,
		above, idle)
	if above > mostUploadMB {
		t.Errorf("%d uploads take %d MB above idle, want at most %d", uploads, above, mostUploadMB)
	}
	p.stop()
}
