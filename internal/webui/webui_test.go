package webui

import (
	"net/http"
	"net/http/httptest"
	"testing"

	"github.com/gin-gonic/gin"
)

func TestPagesAndAssets(t *testing.T) {
	router := gin.New()
	router.NoRoute(Handler())
	for _, c := range []struct {
		name, path string
		want       []int
		cache      string
	}{
		{"a deep link is the app", "/pieces/3/plan", []int{200, 503}, "no-cache"},
		{"a missing asset is no page", "/assets/gone-123.js", []int{404}, ""},
		{"climbing out stays inside", "/assets/../../../etc/passwd", []int{200, 503}, "no-cache"},
	} {
		w := httptest.NewRecorder()
		router.ServeHTTP(w, httptest.NewRequest(http.MethodGet, c.path, nil))
		ok := false
		for _, code := range c.want {
			ok = ok || w.Code == code
		}
		if !ok || w.Header().Get("Cache-Control") != c.cache {
			t.Errorf("%s: %d, Cache-Control %q", c.name, w.Code, w.Header().Get("Cache-Control"))
		}
	}
}
