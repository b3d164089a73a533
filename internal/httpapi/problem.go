package httpapi

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"strings"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/gin-gonic/gin"

	"firmitas/api"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

// write answers with problem details (RFC 9457) and ends the request.
func write(c *gin.Context, p api.Problem) {
	if p.Type == "" {
		p.Type = "about:blank"
	}
	c.Header("Content-Type", "application/problem+json")
	if p.Status == http.StatusServiceUnavailable {
		c.Header("Retry-After", "2")
	}
	c.AbortWithStatusJSON(p.Status, p)
}

// fail answers for any error; what the caller cannot act on goes to the log and not to the screen.
func fail(c *gin.Context, err error) {
	write(c, problemFor(c.Request, err))
}

func problemFor(r *http.Request, err error) api.Problem {
	var invalid *workshop.Invalid
	var refused *workshop.Refused
	var tooLarge *http.MaxBytesError
	switch {
	case errors.As(err, &invalid):
		fields := make([]api.FieldError, len(invalid.Fields))
		for i, f := range invalid.Fields {
			fields[i] = api.FieldError{Field: f.Field, Detail: f.Detail}
		}
		return api.Problem{Status: http.StatusUnprocessableEntity, Title: "Something typed cannot be right", Detail: "Nothing was saved. See the fields named below.", Errors: &fields}
	case errors.As(err, &refused):
		return api.Problem{Status: http.StatusConflict, Title: "Not possible now", Detail: refused.Detail}
	case errors.As(err, &tooLarge):
		return api.Problem{Status: http.StatusRequestEntityTooLarge, Title: "Too large", Detail: fmt.Sprintf("At most %d MB are taken here. Nothing was saved.", tooLarge.Limit>>20)}
	case errors.Is(err, store.ErrNotFound):
		return api.Problem{Status: http.StatusNotFound, Title: "Not found", Detail: "There is nothing here by this number or link. It may have been removed."}
	case errors.Is(err, store.ErrConflict):
		return api.Problem{Status: http.StatusConflict, Type: "urn:firmitas:changed-meanwhile", Title: "Changed meanwhile", Detail: "Somebody saved a newer version. Nothing of yours was saved; load it again and look at what changed."}
	case errors.Is(err, store.ErrUnavailable), errors.Is(err, context.DeadlineExceeded):
		slog.Warn("database unavailable", "path", r.URL.Path, "error", err)
		return unavailable
	case errors.Is(err, workshop.ErrNoWorkshop):
		return api.Problem{Status: http.StatusServiceUnavailable, Title: "No workshop yet", Detail: err.Error() + "."}
	}
	slog.Error("request failed", "method", r.Method, "path", r.URL.Path, "error", err)
	return api.Problem{Status: http.StatusInternalServerError, Title: "Our mistake", Detail: "The server met an error it did not expect and wrote it to its log. Nothing was saved."}
}

var unavailable = api.Problem{Status: http.StatusServiceUnavailable, Type: "urn:firmitas:database-unavailable", Title: "The database is not answering", Detail: "Nothing was saved and nothing is lost. Trying again in a moment usually helps."}

// contractProblem tells what in a request does not fit the contract, field by field.
func contractProblem(err error) api.Problem {
	p := api.Problem{Status: http.StatusBadRequest, Title: "The request does not fit the contract", Detail: "Nothing was saved."}
	var fields []api.FieldError
	var collect func(error, string)
	collect = func(err error, at string) {
		var many openapi3.MultiError
		var request *openapi3filter.RequestError
		var schema *openapi3.SchemaError
		switch {
		case errors.As(err, &request) && request.Parameter != nil:
			fields = append(fields, api.FieldError{Field: request.Parameter.Name, Detail: reason(request.Err)})
		case errors.As(err, &many):
			for _, one := range many {
				collect(one, at)
			}
		case errors.As(err, &schema):
			fields = append(fields, api.FieldError{Field: "/" + strings.Join(schema.JSONPointer(), "/"), Detail: sentence(schema.Reason)})
		case errors.As(err, &request):
			fields = append(fields, api.FieldError{Field: "", Detail: reason(request.Err)})
		default:
			p.Detail = "Nothing was saved: " + sentence(err.Error())
		}
	}
	collect(err, "")
	if len(fields) > 0 {
		p.Errors = &fields
	}
	return p
}

func reason(err error) string {
	var schema *openapi3.SchemaError
	if errors.As(err, &schema) {
		return sentence(schema.Reason)
	}
	if err == nil {
		return "It is missing."
	}
	return sentence("The request cannot be read: " + err.Error())
}

func sentence(text string) string {
	if text == "" {
		return "It does not fit."
	}
	return strings.ToUpper(text[:1]) + strings.TrimSuffix(text[1:], ".") + "."
}
