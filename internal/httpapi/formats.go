package httpapi

import (
	"net/http"
	"path"

	"github.com/gin-gonic/gin"

	"firmitas/docs"
	"firmitas/internal/document"
)

// formatRoutes are the page that tells what files may say, and the schemas of those that programs read.
func formatRoutes(router gin.IRouter) error {
	page, err := document.FormatsPage()
	if err != nil {
		return err
	}
	router.GET("/formats", func(c *gin.Context) { c.Data(http.StatusOK, "text/html; charset=utf-8", page) })
	router.GET("/formats/:schema", func(c *gin.Context) {
		schema, err := docs.Formats.ReadFile("formats/" + path.Base(c.Param("schema")))
		if err != nil {
			c.String(http.StatusNotFound, "Not here.")
			return
		}
		c.Data(http.StatusOK, "application/schema+json", schema)
	})
	return nil
}
