package httpapi

import (
	"context"
	"errors"
	"net/http"
	"runtime"
	"sync/atomic"

	"github.com/gin-gonic/gin"
	"golang.org/x/sync/semaphore"

	"firmitas/api"
)

// gate lets so many requests be worked on at once, and the others wait in the order in which they came. Without it many
// at once share cores, caches and memory until all of them together get less done than a few would (measured; see
// docs/performance.md).
type gate struct {
	room    *semaphore.Weighted // first come, first served
	waiting atomic.Int64
}

const (
	workPerCore = 3   // requests: while one computes, others wait for the database
	mostWaiting = 200 // beyond which nobody is answered in time
)

func newGate() *gate {
	return &gate{room: semaphore.NewWeighted(int64(workPerCore * runtime.GOMAXPROCS(0)))}
}

// errBusy: nothing was begun.
var errBusy = errors.New("too many wait already")

// enter waits for a turn, which the caller has to leave again. It fails with errBusy where too many wait already, or no
// turn came in time.
func (g *gate) enter(ctx context.Context) error {
	if g.room.TryAcquire(1) {
		return nil
	}
	defer g.waiting.Add(-1)
	if g.waiting.Add(1) > mostWaiting {
		return errBusy
	}
	err := g.room.Acquire(ctx, 1)
	if errors.Is(err, context.DeadlineExceeded) {
		return errBusy
	}
	return err
}

func (g *gate) leave() { g.room.Release(1) }

// through is the gate around what a call does: its request was read before, and its answer is written after.
func (g *gate) through(call api.StrictHandlerFunc, operation string) api.StrictHandlerFunc {
	if operation == "AddPhoto" || operation == "PutBoardPhoto" {
		return call // pictures are read one after another, and may take their time
	}
	return func(c *gin.Context, request any) (any, error) {
		if err := g.enter(c.Request.Context()); err != nil {
			return nil, err
		}
		defer g.leave()
		return call(c, request)
	}
}

// page is the gate around a page.
func (g *gate) page(c *gin.Context) {
	if err := g.enter(c.Request.Context()); err != nil {
		fail(c, err)
		return
	}
	defer g.leave()
	c.Next()
}

var busy = api.Problem{
	Status: http.StatusServiceUnavailable,
	Type:   "urn:firmitas:busy",
	Title:  "Busy just now",
	Detail: "Too many ask at once. Nothing was saved and nothing is lost: it is asked again in a moment.",
}
