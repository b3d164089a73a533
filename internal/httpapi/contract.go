package httpapi

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers/gorillamux"
	"github.com/gin-gonic/gin"

	"firmitas/api"
)

// contract refuses requests that do not fit api/openapi.yaml, before any handler sees them.
func contract() (gin.HandlerFunc, error) {
	spec, err := api.Contract()
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
			write(c, noSuchPath)
			return
		}
		if err := plainText(c.Request); err != nil {
			fail(c, err)
			return
		}
		in := &openapi3filter.RequestValidationInput{
			Request:    c.Request,
			PathParams: params,
			Route:      route,
			Options:    options,
		}
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

// badText is text that no field may hold.
type badText struct{ fields []string }

func (e *badText) Error() string { return "control characters in " + strings.Join(e.fields, ", ") }

// plainText refuses control characters and broken text in what is typed: they poison every file they are written to.
func plainText(r *http.Request) error {
	if !strings.HasPrefix(r.Header.Get("Content-Type"), "application/json") {
		return nil
	}
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return err
	}
	r.Body = io.NopCloser(bytes.NewReader(body))
	if plainly(body) {
		return nil
	}
	var whole any
	if json.Unmarshal(body, &whole) != nil {
		return nil // the contract says what is wrong with it
	}
	bad := &badText{}
	bad.walk("", whole)
	if len(bad.fields) == 0 {
		return nil
	}
	return bad
}

// plainly tells, without reading it as JSON, that a body can hold nothing of the kind.
func plainly(body []byte) bool {
	if bytes.Contains(body, []byte(`\u`)) || !utf8.Valid(body) {
		return false
	}
	return !bytes.ContainsFunc(body,
		func(r rune) bool { return unicode.IsControl(r) && r > ' ' || r == unicode.ReplacementChar })
}

func (e *badText) walk(at string, value any) {
	switch v := value.(type) {
	case string:
		if strings.ContainsFunc(v, unprintable) {
			e.fields = append(e.fields, at)
		}
	case []any:
		for i, one := range v {
			e.walk(fmt.Sprintf("%s/%d", at, i), one)
		}
	case map[string]any:
		for name, one := range v {
			if strings.ContainsFunc(name, unprintable) {
				e.fields = append(e.fields, at)
			}
			e.walk(at+"/"+name, one)
		}
	}
}

func unprintable(r rune) bool {
	lineBreak := r == '\n' || r == '\r' || r == '\t'
	return unicode.IsControl(r) && !lineBreak || r == unicode.ReplacementChar
}
