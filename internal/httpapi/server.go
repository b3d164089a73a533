// Package httpapi translates between the contract (api/openapi.yaml) and the use cases of workshop. No rule of the
// trade lives here.
package httpapi

import (
	"context"
	"fmt"
	"io"
	"net/http"
	"regexp"
	"strings"
	"sync/atomic"
	"time"

	"github.com/gin-gonic/gin"
	"github.com/klauspost/compress/gzhttp"

	"firmitas/api"
	"firmitas/internal/document"
	"firmitas/internal/photo"
	"firmitas/internal/store"
	"firmitas/internal/webui"
	"firmitas/internal/workshop"
)

const (
	mostBody       = 1 << 20 // photos and files of products may be larger
	longestServe   = 15 * time.Second
	longestUpload  = 3 * time.Minute // a photo waits until those before it are decoded
	worthZipping   = 1 << 10
	pingAtTheMost  = 2 * time.Second
	secondsToRetry = "2"
)

// Server is the HTTP face of the workshop. Until Ready is called it answers that the database is not there yet, and at
// which step it stands.
type Server struct {
	http.Handler
	rooms    *workshop.Rooms
	gate     *gate
	ping     func(context.Context) error
	longest  time.Duration // that a request may take
	ready    atomic.Bool
	standing atomic.Value // string: the step of coming up
}

// New builds the routes. ping asks the database for a sign of life. publicURL, if any, is how the world reaches the
// server; besides loopback only its host is answered.
func New(rooms *workshop.Rooms, ping func(context.Context) error, publicURL string) (*Server, error) {
	gin.SetMode(gin.ReleaseMode)
	s := &Server{rooms: rooms, gate: newGate(), ping: ping, longest: longestServe}
	s.standing.Store("")
	validate, err := contract()
	if err != nil {
		return nil, err
	}
	hosts, err := allowedHosts(publicURL)
	if err != nil {
		return nil, err
	}
	zip, err := gzhttp.NewWrapper(gzhttp.MinSize(worthZipping))
	if err != nil {
		return nil, err
	}
	router := gin.New()
	router.ContextWithFallback = true // so that a use case ends when nobody waits for it any more
	router.RedirectTrailingSlash = false
	router.HandleMethodNotAllowed = true
	router.Use(gin.CustomRecovery(func(c *gin.Context, cause any) { fail(c, fmt.Errorf("panic: %v", cause)) }))
	router.Use(secure(hosts), sameSite(), s.limit)
	router.NoMethod(func(c *gin.Context) { write(c, notAllowed) })
	router.GET("/healthz", func(c *gin.Context) { c.String(http.StatusOK, "alive\n") })
	router.GET("/readyz", s.readyz)
	group := router.Group("/api", s.untilReady, validate, unchanging())
	api.RegisterHandlersWithOptions(
		group,
		api.NewStrictHandlerWithOptions(
			&handlers{rooms},
			[]api.StrictMiddlewareFunc{ownContext, s.gate.through},
			api.StrictGinServerOptions{
				RequestErrorHandlerFunc: func(c *gin.Context, err error) { write(c, contractProblem(err)) },
				HandlerErrorFunc:        fail,
			},
		),
		api.GinServerOptions{ErrorHandler: func(c *gin.Context, err error, _ int) { write(c, contractProblem(err)) }},
	)
	pages := router.Group("", s.gate.page)
	s.cardRoutes(pages)
	s.calendarRoutes(pages)
	if err := formatRoutes(router); err != nil {
		return nil, err
	}
	ui := webui.Handler()
	router.NoRoute(func(c *gin.Context) {
		switch {
		case strings.HasPrefix(c.Request.URL.Path, "/api/"):
			write(c, noSuchPath)
		case c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead:
			write(c,
				api.Problem{Status: http.StatusMethodNotAllowed, Title: "Not allowed", Detail: "Pages are only read."})
		case public.MatchString(c.Request.URL.Path):
			s.pageFails(c, store.ErrNotFound)
		default:
			ui(c)
		}
	})
	s.Handler = zip(router)
	return s, nil
}

// public are the pages that strangers open. What is none of them is no view of the app either.
var public = regexp.MustCompile(`^/(care|quote|preview|calendar)(/|$)`)

// Patient lets a request take as long as a photo may: for tests, on a machine that has no time.
func (s *Server) Patient() { s.longest = longestUpload }

// Ready tells that the database is up and migrated.
func (s *Server) Ready() { s.ready.Store(true) }

// Standing tells at which step the server's coming up stands, in a few words.
func (s *Server) Standing(step string) { s.standing.Store(step) }

func (s *Server) readyz(c *gin.Context) {
	ctx, cancel := context.WithTimeout(c.Request.Context(), pingAtTheMost)
	defer cancel()
	if !s.ready.Load() {
		write(c, s.comingUp())
		return
	}
	if s.ping(ctx) != nil {
		write(c, unavailable)
		return
	}
	c.String(http.StatusOK, "ready\n")
}

func (s *Server) untilReady(c *gin.Context) {
	if !s.ready.Load() {
		write(c, s.comingUp())
	}
}

// comingUp says that the database is not there yet, and at which step it stands once one is known.
func (s *Server) comingUp() api.Problem {
	p := unavailable
	if step := s.standing.Load().(string); step != "" {
		p.Title = "Getting ready"
		p.Detail = "The database is being brought up to date: " + step + ". Nothing is lost; it goes on by itself."
	}
	return p
}

// ownContext gives each call a context of its own: gin's is used again for the next request, while the database may
// still be looking at this one's.
func ownContext(call api.StrictHandlerFunc, _ string) api.StrictHandlerFunc {
	return func(c *gin.Context, request any) (any, error) { return call(c.Copy(), request) }
}

// limit bounds what a request may send, and how long it may take.
func (s *Server) limit(c *gin.Context) {
	most, longest := int64(mostBody), s.longest
	switch path := c.Request.URL.Path; {
	case strings.HasSuffix(path, "/photos"), strings.HasSuffix(path, "/photo"):
		most, longest = photo.MostBytes, longestUpload
		control := http.NewResponseController(c.Writer)
		until := time.Now().Add(longestUpload)
		_ = control.SetReadDeadline(until) // where there is none to move, the server's own stands
		_ = control.SetWriteDeadline(until)
	case strings.HasSuffix(path, "/import"):
		most = document.MostBytes
	}
	body := c.Request.Body
	c.Request.Body = http.MaxBytesReader(c.Writer, body, most)
	ctx, cancel := context.WithTimeout(c.Request.Context(), longest)
	defer cancel()
	c.Request = c.Request.WithContext(ctx)
	c.Next()
	if c.Writer.Status() == http.StatusRequestEntityTooLarge {
		hearOut(c, body)
	}
}

// What is read of a body that is too large, once that was answered: whoever still sends does not look at the answer,
// and a line that is cut meanwhile looks like a broken server.
const (
	heardOut     = 256 << 20
	longestHeard = 20 * time.Second
)

func hearOut(c *gin.Context, body io.Reader) {
	c.Writer.Flush()
	control := http.NewResponseController(c.Writer)
	_ = control.SetReadDeadline(time.Now().Add(longestHeard)) // where there is none to move, the server's own stands
	_, _ = io.CopyN(io.Discard, body, heardOut)
}
