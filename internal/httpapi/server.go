// Package httpapi translates between the contract (api/openapi.yaml) and the use cases of workshop. No rule of the
// trade lives here.
package httpapi

import (
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"sync/atomic"
	"time"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers/gorillamux"
	"github.com/gin-gonic/gin"

	"firmitas/api"
	"firmitas/internal/document"
	"firmitas/internal/photo"
	"firmitas/internal/webui"
	"firmitas/internal/workshop"
)

const (
	mostBody     = 1 << 20 // photos and files of products may be larger
	longestServe = 15 * time.Second
)

// Server is the HTTP face of the workshop. Until Ready is called it answers that the database is not there yet.
type Server struct {
	http.Handler
	service *workshop.Service
	ping    func(context.Context) error
	ready   atomic.Bool
}

// New builds the routes. ping asks the database for a sign of life. publicURL, if any, is how the world reaches the
// server; besides loopback only its host is answered.
func New(service *workshop.Service, ping func(context.Context) error, publicURL string) (*Server, error) {
	gin.SetMode(gin.ReleaseMode)
	s := &Server{service: service, ping: ping}
	validate, err := contract()
	if err != nil {
		return nil, err
	}
	hosts, err := allowedHosts(publicURL)
	if err != nil {
		return nil, err
	}
	router := gin.New()
	router.HandleMethodNotAllowed = true
	router.NoMethod(func(c *gin.Context) {
		write(c, api.Problem{Status: http.StatusMethodNotAllowed, Title: "Not allowed", Detail: "There is such a path, but not with that method."})
	})
	router.Use(gin.CustomRecovery(func(c *gin.Context, cause any) { fail(c, fmt.Errorf("panic: %v", cause)) }), secure(hosts), limit)
	router.GET("/healthz", func(c *gin.Context) { c.String(http.StatusOK, "alive\n") })
	router.GET("/readyz", s.readyz)
	group := router.Group("/api", s.untilReady, validate)
	api.RegisterHandlersWithOptions(group, api.NewStrictHandlerWithOptions(&handlers{service}, nil, api.StrictGinServerOptions{
		RequestErrorHandlerFunc: func(c *gin.Context, err error) { write(c, contractProblem(err)) },
		HandlerErrorFunc:        fail,
	}), api.GinServerOptions{ErrorHandler: func(c *gin.Context, err error, _ int) { write(c, contractProblem(err)) }})
	ui := webui.Handler()
	router.NoRoute(func(c *gin.Context) {
		switch {
		case strings.HasPrefix(c.Request.URL.Path, "/api/"):
			write(c, api.Problem{Status: http.StatusNotFound, Title: "Not found", Detail: "The contract has no such path."})
		case c.Request.Method != http.MethodGet && c.Request.Method != http.MethodHead:
			write(c, api.Problem{Status: http.StatusMethodNotAllowed, Title: "Not allowed", Detail: "Pages are only read."})
		default:
			ui(c)
		}
	})
	s.Handler = http.NewCrossOriginProtection().Handler(router)
	return s, nil
}

// Ready tells that the database is up and migrated.
func (s *Server) Ready() { s.ready.Store(true) }

func (s *Server) readyz(c *gin.Context) {
	ctx, cancel := context.WithTimeout(c.Request.Context(), 2*time.Second)
	defer cancel()
	if !s.ready.Load() || s.ping(ctx) != nil {
		write(c, unavailable)
		return
	}
	c.String(http.StatusOK, "ready\n")
}

func (s *Server) untilReady(c *gin.Context) {
	if !s.ready.Load() {
		write(c, unavailable)
	}
}

// allowedHosts keeps other sites from reaching a loopback server by a name of theirs.
func allowedHosts(publicURL string) ([]string, error) {
	hosts := []string{"localhost", "127.0.0.1", "::1"}
	if publicURL == "" {
		return hosts, nil
	}
	u, err := url.Parse(publicURL)
	if err != nil || u.Hostname() == "" {
		return nil, errors.New("FIRMITAS_PUBLIC_URL must be an address such as https://finishing.example")
	}
	return append(hosts, u.Hostname()), nil
}

func secure(hosts []string) gin.HandlerFunc {
	return func(c *gin.Context) {
		host, _, err := net.SplitHostPort(c.Request.Host)
		if err != nil {
			host = strings.Trim(c.Request.Host, "[]")
		}
		if !slices.Contains(hosts, host) {
			write(c, api.Problem{Status: http.StatusMisdirectedRequest, Title: "Wrong address", Detail: "This server does not answer to that name. FIRMITAS_PUBLIC_URL sets one."})
			return
		}
		h := c.Writer.Header()
		h.Set("Content-Security-Policy", "default-src 'self'; img-src 'self' data:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'")
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer") // a care link is a secret
		if strings.HasPrefix(c.Request.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
	}
}

func limit(c *gin.Context) {
	most := int64(mostBody)
	switch path := c.Request.URL.Path; {
	case strings.HasSuffix(path, "/photos"), strings.HasSuffix(path, "/photo"):
		most = photo.MostBytes
	case strings.HasSuffix(path, "/import"):
		most = document.MostBytes
	}
	c.Request.Body = http.MaxBytesReader(c.Writer, c.Request.Body, most)
	ctx, cancel := context.WithTimeout(c.Request.Context(), longestServe)
	defer cancel()
	c.Request = c.Request.WithContext(ctx)
	c.Next()
}

// contract refuses requests that do not fit api/openapi.yaml, before any handler sees them.
func contract() (gin.HandlerFunc, error) {
	spec, err := api.GetSpec()
	if err != nil {
		return nil, err
	}
	router, err := gorillamux.NewRouter(spec)
	if err != nil {
		return nil, err
	}
	options := &openapi3filter.Options{MultiError: true}
	return func(c *gin.Context) {
		route, params, err := router.FindRoute(c.Request)
		if err != nil {
			write(c, api.Problem{Status: http.StatusNotFound, Title: "Not found", Detail: "The contract has no such path."})
			return
		}
		in := &openapi3filter.RequestValidationInput{Request: c.Request, PathParams: params, Route: route, Options: options}
		err = openapi3filter.ValidateRequest(c.Request.Context(), in)
		var tooLarge *http.MaxBytesError
		switch {
		case errors.As(err, &tooLarge):
			fail(c, tooLarge)
		case err != nil:
			write(c, contractProblem(err))
		}
	}, nil
}
