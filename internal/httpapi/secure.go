package httpapi

import (
	"errors"
	"net"
	"net/http"
	"net/url"
	"strings"

	"github.com/gin-gonic/gin"

	"firmitas/api"
)

// allowedHosts keeps other sites from reaching a loopback server by a name of theirs. Any loopback address may be
// served on, so any is answered to.
func allowedHosts(publicURL string) (func(host string) bool, error) {
	public := ""
	if publicURL != "" {
		u, err := url.Parse(publicURL)
		onTheWeb := err == nil && (u.Scheme == "http" || u.Scheme == "https")
		if !onTheWeb || u.Hostname() == "" {
			return nil, errors.New("FIRMITAS_PUBLIC_URL must be an address such as https://finishing.example")
		}
		public = strings.ToLower(u.Hostname())
	}
	return func(host string) bool {
		if ip := net.ParseIP(host); ip != nil {
			return ip.IsLoopback() || host == public
		}
		return host == "localhost" || host != "" && host == public
	}, nil
}

const contentPolicy = "default-src 'self'; img-src 'self' data:; object-src 'none'; base-uri 'none'; " +
	"frame-ancestors 'none'; form-action 'self'"

// secure sets the headers of every answer, refusals among them, and answers only to the server's own names.
func secure(ours func(host string) bool) gin.HandlerFunc {
	return func(c *gin.Context) {
		h := c.Writer.Header()
		h.Set("Content-Security-Policy", contentPolicy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer") // a care link is a secret
		if strings.HasPrefix(c.Request.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		host, _, err := net.SplitHostPort(c.Request.Host)
		if err != nil {
			host = strings.Trim(c.Request.Host, "[]")
		}
		if !ours(strings.ToLower(host)) {
			write(c, api.Problem{
				Status: http.StatusMisdirectedRequest,
				Title:  "Wrong address",
				Detail: "This server does not answer to that name. FIRMITAS_PUBLIC_URL sets one.",
			})
		}
	}
}

// sameSite refuses what another site makes a browser send.
func sameSite() gin.HandlerFunc {
	protection := http.NewCrossOriginProtection()
	return func(c *gin.Context) {
		if protection.Check(c.Request) != nil {
			write(c, api.Problem{
				Status: http.StatusForbidden,
				Title:  "From another site",
				Detail: "Another site asked for this. Nothing was saved.",
			})
		}
	}
}
