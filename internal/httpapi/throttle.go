package httpapi

import (
	"log/slog"
	"sync"
	"time"
)

// throttle says the same thing once in a while, however often it happens, and how often it did.
type throttle struct {
	mu    sync.Mutex
	every time.Duration
	said  map[string]time.Time
	since map[string]int
}

var throttled = throttle{every: 10 * time.Second, said: map[string]time.Time{}, since: map[string]int{}}

func (t *throttle) warn(what string, args ...any) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if now := time.Now(); now.Sub(t.said[what]) >= t.every {
		slog.Warn(what, append(args, "unsaid", t.since[what])...)
		t.said[what], t.since[what] = now, 0
		return
	}
	t.since[what]++
}
