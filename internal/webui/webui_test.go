package webui

import (
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
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
		{"a file that is not there is no page", "/favicon.ico", []int{404}, "no-cache"},
		{"the page by its name, as a device keeps it", "/index.html", []int{200, 503}, "no-cache"},
		{"nor is one below a view", "/pieces/3/photo.jpg", []int{404}, "no-cache"},
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

// What is sent for beside a page is there: its script is a file of the screens, its address one of their routes.
func TestViewsAreThoseOfTheScreens(t *testing.T) {
	const screens = "../../web/"
	main, err := os.ReadFile(screens + "src/main.tsx")
	if err != nil {
		t.Fatal(err)
	}
	for _, v := range views {
		if v.source == "" {
			continue
		}
		if _, err := os.Stat(screens + v.source); err != nil {
			t.Errorf("%v: %v", v.path, err)
		}
		drawn := strings.TrimSuffix(strings.TrimPrefix(v.source, "src/"), ".tsx")
		if !strings.Contains(string(main), "import('./"+drawn+"')") {
			t.Errorf("%v: no route draws %s", v.path, v.source)
		}
	}
}
