// Package webui serves the built front end from inside the binary.
package webui

import (
	"embed"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"slices"
	"strings"

	"github.com/gin-gonic/gin"
)

//go:embed all:dist
var built embed.FS

func init() {
	// Do not depend on the host's table for what we ship.
	for ext, kind := range map[string]string{
		".woff2": "font/woff2",
		".js":    "text/javascript; charset=utf-8",
		".css":   "text/css; charset=utf-8",
		".svg":   "image/svg+xml",

		".webmanifest": "application/manifest+json",
	} {
		_ = mime.AddExtensionType(ext, kind)
	}
}

// Handler serves files of the build; any other path that names no file is the app itself, which finds its view by it.
// Assets carry their hash in the name and are kept for good; the page itself is asked for again each time.
func Handler() gin.HandlerFunc {
	dist, err := fs.Sub(built, "dist")
	if err != nil {
		panic(err) // the folder is embedded above
	}
	beside := besideFrom(dist)
	return func(c *gin.Context) {
		name := strings.TrimPrefix(path.Clean(c.Request.URL.Path), "/")
		if strings.HasPrefix(name, "assets/") || name == "icon.svg" {
			serve(c, dist, name)
			return
		}
		c.Header("Cache-Control", "no-cache")
		if file, err := fs.ReadFile(dist, name); err == nil && slices.Contains(atTheRoot, name) {
			c.Data(http.StatusOK, mime.TypeByExtension(path.Ext(name)), file)
			return
		}
		if path.Ext(name) != "" && name != "index.html" { // a file, and no view: none of those has a dot
			c.String(http.StatusNotFound, "Not here.")
			return
		}
		for _, link := range beside(name) {
			c.Writer.Header().Add("Link", link)
		}
		page, err := fs.ReadFile(dist, "index.html")
		if err != nil {
			c.String(http.StatusServiceUnavailable, "The screens are not built into this binary. Run make build.")
			return
		}
		c.Data(http.StatusOK, "text/html; charset=utf-8", page)
	}
}

// atTheRoot are files that a browser asks for by a fixed name.
var atTheRoot = []string{"sw.js", "manifest.webmanifest", "robots.txt", "icon-192.png", "icon-512.png"}

func serve(c *gin.Context, dist fs.FS, name string) {
	zipped := name + ".gz"
	if _, err := fs.Stat(dist, zipped); err == nil && strings.Contains(c.GetHeader("Accept-Encoding"), "gzip") {
		c.Header("Content-Encoding", "gzip")
		c.Writer.Header().Add("Vary", "Accept-Encoding")
		c.Header("Content-Type", mime.TypeByExtension(path.Ext(name)))
		name = zipped
	}
	data, err := fs.ReadFile(dist, name)
	if err != nil {
		c.String(http.StatusNotFound, "Not here.")
		return
	}
	c.Header("Cache-Control", "public, max-age=31536000, immutable")
	c.Data(http.StatusOK, mime.TypeByExtension(path.Ext(strings.TrimSuffix(name, ".gz"))), data)
}
