package httpapi

import (
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"sync"
	"time"

	"github.com/gin-gonic/gin"

	"firmitas/api"
)

// kept is an answer that changes only with the program: encoded once, and asked for again by its mark.
type kept struct {
	mark          string
	plain, zipped []byte
}

func keep(answer any) (kept, error) {
	plain, err := json.Marshal(answer)
	if err != nil {
		return kept{}, err
	}
	var zipped bytes.Buffer
	w, err := gzip.NewWriterLevel(&zipped, gzip.BestCompression)
	if err != nil {
		return kept{}, err
	}
	if _, err := w.Write(plain); err != nil {
		return kept{}, err
	}
	if err := w.Close(); err != nil {
		return kept{}, err
	}
	sum := sha256.Sum256(plain)
	return kept{fmt.Sprintf("%x", sum[:8]), plain, zipped.Bytes()}, nil
}

func (k kept) serve(c *gin.Context) {
	body, mark := k.plain, k.mark
	c.Header("Vary", "Accept-Encoding")
	if strings.Contains(c.GetHeader("Accept-Encoding"), "gzip") {
		body, mark = k.zipped, k.mark+"-z"
		c.Header("Content-Encoding", "gzip")
	}
	c.Header("Content-Type", "application/json; charset=utf-8")
	c.Header("Cache-Control", "no-cache") // kept, and asked each time whether it is still the same
	c.Header("ETag", `"`+mark+`"`)
	http.ServeContent(c.Writer, c.Request, "", time.Time{}, bytes.NewReader(body))
	c.Abort()
}

// unchanging answers for the catalogue, the handbook's rules and the technique cards and the faults, which ship with
// the program.
func unchanging() gin.HandlerFunc {
	answers := map[string]func() (kept, error){
		"/api/catalogue":   sync.OnceValues(func() (kept, error) { return keep(catalogue()) }),
		"/api/faults":      sync.OnceValues(func() (kept, error) { return keep(faults()) }),
		"/api/techniques":  sync.OnceValues(func() (kept, error) { return keep(techniqueCards()) }),
		"/api/calculators": sync.OnceValues(func() (kept, error) { return keep(calculators()) }),
		"/api/rules": sync.OnceValues(func() (kept, error) {
			all, err := rules()
			if err != nil {
				return kept{}, err
			}
			return keep(api.GetRules200JSONResponse(all))
		}),
	}
	return func(c *gin.Context) {
		if answer, known := answers[c.Request.URL.Path]; known && c.Request.Method == http.MethodGet {
			k, err := answer()
			if err != nil {
				fail(c, err)
				return
			}
			k.serve(c)
		}
	}
}
