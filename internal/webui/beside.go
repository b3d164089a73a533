package webui

import (
	"encoding/json"
	"fmt"
	"io/fs"
	"regexp"
)

// views are where each begins, which script draws it, and what it asks the server first: all of it is sent for beside
// the page's own script, not after it. $1 is the number in the address.
var views = []struct {
	path   *regexp.Regexp // without the leading slash
	source string         // below web/
	asks   []string
}{
	{regexp.MustCompile(`^$`), "src/bench/Bench.tsx", []string{"/api/workshop", "/api/bench"}},
	{regexp.MustCompile(`^may-i$`), "src/mayi/MayI.tsx", []string{"/api/workshop", "/api/catalogue", "/api/products"}},
	{regexp.MustCompile(`^shelf$`), "src/shelf/Shelf.tsx", []string{"/api/workshop", "/api/products"}},
	{regexp.MustCompile(`^take-in$`), "src/takein/TakeIn.tsx", []string{"/api/workshop", "/api/catalogue"}},
	{regexp.MustCompile(`^pieces/(\d{1,18})/plan$`), "src/plan/Plan.tsx", []string{"/api/workshop", "/api/pieces/$1"}},
	{regexp.MustCompile(`^pieces/(\d{1,18})/`), "", []string{"/api/workshop", "/api/pieces/$1", "/api/catalogue"}},
}

// chunk is one entry of the build's manifest.
type chunk struct {
	File    string   `json:"file"`
	Imports []string `json:"imports"`
}

// besideFrom reads the build's manifest, and returns what a page's address asks for as Link headers (RFC 8288).
func besideFrom(dist fs.FS) func(path string) []string {
	chunks := map[string]chunk{}
	if data, err := fs.ReadFile(dist, ".vite/manifest.json"); err == nil {
		_ = json.Unmarshal(data, &chunks) // without it pages load as well, only later
	}
	return func(path string) (links []string) {
		for _, v := range views {
			match := v.path.FindStringSubmatchIndex(path)
			if match == nil {
				continue
			}
			for _, ask := range v.asks {
				url := v.path.ExpandString(nil, ask, path, match)
				links = append(links, fmt.Sprintf("<%s>; rel=preload; as=fetch; crossorigin", url))
			}
			if c, built := chunks[v.source]; built {
				links = append(links, fmt.Sprintf("</%s>; rel=modulepreload", c.File))
				for _, name := range c.Imports {
					links = append(links, fmt.Sprintf("</%s>; rel=modulepreload", chunks[name].File))
				}
			}
			return links
		}
		return nil
	}
}
