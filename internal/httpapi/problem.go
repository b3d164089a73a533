package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"maps"
	"net/http"
	"regexp"
	"slices"
	"strings"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/gin-gonic/gin"

	"firmitas/api"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
)

// write answers with problem details (RFC 9457) and ends the request.
func write(c *gin.Context, p api.Problem) {
	if p.Type == "" {
		p.Type = "about:blank"
	}
	c.Header("Content-Type", "application/problem+json")
	if p.Status == http.StatusServiceUnavailable {
		c.Header("Retry-After", secondsToRetry)
	}
	c.AbortWithStatusJSON(p.Status, p)
}

// fail answers for any error; what the caller cannot act on goes to the log and not to the screen.
func fail(c *gin.Context, err error) {
	write(c, problemFor(c.Request, err))
}

func problemFor(r *http.Request, err error) api.Problem {
	var invalid *problem.Invalid
	var refused *problem.Refused
	var tooLarge *http.MaxBytesError
	var text *badText
	switch {
	case errors.As(err, &invalid):
		fields := each(invalid.Fields,
			func(f problem.FieldError) api.FieldError { return api.FieldError{Field: f.Field, Detail: f.Detail} })
		return api.Problem{
			Status: http.StatusUnprocessableEntity,
			Title:  "Something typed cannot be right",
			Detail: "Nothing was saved. See what is marked below.",
			Errors: &fields,
		}
	case errors.As(err, &text):
		fields := each(text.fields, func(field string) api.FieldError {
			return api.FieldError{Field: field, Detail: "Plain text, without control characters."}
		})
		return api.Problem{
			Status: http.StatusUnprocessableEntity,
			Title:  "Something typed cannot be right",
			Detail: "Nothing was saved. See what is marked below.",
			Errors: &fields,
		}
	case errors.As(err, &refused):
		return api.Problem{Status: http.StatusConflict, Title: "Not possible now", Detail: refused.Detail}
	case errors.As(err, &tooLarge):
		detail := fmt.Sprintf("At most %d MB are taken here. Nothing was saved.", tooLarge.Limit>>20)
		return api.Problem{Status: http.StatusRequestEntityTooLarge, Title: "Too large", Detail: detail}
	case errors.Is(err, house.ErrNoWorkshop):
		return api.Problem{Status: http.StatusNotFound, Title: "No workshop yet", Detail: problem.SentenceOf(err)}
	}
	if p, known := storeProblem(err); known {
		if p.Status >= http.StatusInternalServerError {
			throttled.warn(p.Title, "path", r.URL.Path, "error", err)
		}
		return p
	}
	slog.Error("request failed", "method", r.Method, "path", r.URL.Path, "error", err)
	return ourMistake
}

// storeProblem is what the database's answers come to.
func storeProblem(err error) (api.Problem, bool) {
	for _, known := range []struct {
		err error
		is  api.Problem
	}{
		{store.ErrUnknown, unknownOutcome},
		{store.ErrFull, diskFull},
		{store.ErrNotFound, notFound},
		{store.ErrConflict, changedMeanwhile},
		{store.ErrOtherUse, otherUse},
		{store.ErrUnavailable, unavailable},
		{errBusy, busy},
		{context.DeadlineExceeded, tooLong},
		{context.Canceled, nobodyWaits},
	} {
		if errors.Is(err, known.err) {
			return known.is, true
		}
	}
	return api.Problem{}, false
}

const statusNobodyWaits = 499 // the client has gone; nobody reads the answer

// What the server may have to say of itself. Each says what became of the request.
var (
	unavailable = api.Problem{
		Status: http.StatusServiceUnavailable,
		Type:   "urn:firmitas:database-unavailable",
		Title:  "The database is not answering",
		Detail: "Nothing was saved and nothing is lost. Trying again in a moment usually helps.",
	}
	tooLong = api.Problem{
		Status: http.StatusServiceUnavailable,
		Type:   "urn:firmitas:database-unavailable",
		Title:  "It took too long",
		Detail: "The server gave up on it. Nothing was saved; try again in a moment.",
	}
	unknownOutcome = api.Problem{
		Status: http.StatusServiceUnavailable,
		Type:   "urn:firmitas:unknown-outcome",
		Title:  "Nobody can say yet whether it was saved",
		Detail: "The connection to the database broke at the very end. Press again: it is not done twice.",
	}
	diskFull = api.Problem{
		Status: http.StatusInsufficientStorage,
		Title:  "The disk is full",
		Detail: "Nothing was saved. Make room on the server's disk, then try again.",
	}
	notFound = api.Problem{
		Status: http.StatusNotFound,
		Title:  "Not found",
		Detail: "There is nothing here by this number or link. It may have been removed.",
	}
	noSuchPath = api.Problem{
		Status: http.StatusNotFound,
		Title:  "Not found",
		Detail: "The contract has no such path.",
	}
	notAllowed = api.Problem{
		Status: http.StatusMethodNotAllowed,
		Title:  "Not allowed",
		Detail: "There is such a path, but not with that method.",
	}
	changedMeanwhile = api.Problem{
		Status: http.StatusConflict,
		Type:   "urn:firmitas:changed-meanwhile",
		Title:  "Changed meanwhile",
		Detail: "Somebody saved a newer version. Nothing of yours was saved; load it again and look at what changed.",
	}
	otherUse = api.Problem{
		Status: http.StatusUnprocessableEntity,
		Title:  "The key was used before",
		Detail: "This Idempotency-Key came with another request. Nothing was saved; make up a new one.",
	}
	nobodyWaits = api.Problem{
		Status: statusNobodyWaits,
		Title:  "Given up",
		Detail: "Whoever asked has gone. Nothing was saved.",
	}
	wrongType = api.Problem{
		Status: http.StatusUnsupportedMediaType,
		Title:  "Another kind of content is wanted",
	}
	ourMistake = api.Problem{
		Status: http.StatusInternalServerError,
		Title:  "Our mistake",
		Detail: "The server met an error it did not expect and wrote it to its log. Nothing was saved.",
	}
)

// unsupported is how the validator says that a field is none of what is asked.
var unsupported = regexp.MustCompile(`^property "(\w+)" is unsupported$`)

// contractProblem tells what in a request does not fit the contract, field by field.
func contractProblem(err error) api.Problem {
	p := api.Problem{
		Status: http.StatusBadRequest,
		Title:  "The request does not fit the contract",
		Detail: "Nothing was saved.",
	}
	if text, wrong := wrongContent(err); wrong {
		p = wrongType
		p.Detail = text
		return p
	}
	var fields []api.FieldError
	var collect func(error)
	collect = func(err error) {
		var many openapi3.MultiError
		var request *openapi3filter.RequestError
		var schema *openapi3.SchemaError
		var value *json.UnmarshalTypeError
		switch {
		case errors.As(err, &request) && request.Parameter != nil:
			fields = append(fields, api.FieldError{Field: request.Parameter.Name, Detail: reason(request)})
		case errors.As(err, &many):
			for _, one := range many {
				collect(one)
			}
		case errors.As(err, &schema):
			at := "/" + strings.Join(schema.JSONPointer(), "/")
			if name := unsupported.FindStringSubmatch(schema.Reason); name != nil {
				at = strings.TrimSuffix(at, "/") + "/" + name[1]
				fields = append(fields, api.FieldError{Field: at, Detail: "Nothing of the sort is taken here."})
				return
			}
			if schema.SchemaField == "discriminator" {
				at, detail := strings.TrimSuffix(at, "/")+"/kind", "The contract names the kinds that there are."
				fields = append(fields, api.FieldError{Field: at, Detail: detail})
				return
			}
			fields = append(fields, api.FieldError{Field: at, Detail: sentence(schema.Reason)})
		case errors.As(err, &request):
			fields = append(fields, api.FieldError{Field: "", Detail: reason(request)})
		case errors.As(err, &value):
			at := "/" + strings.ReplaceAll(value.Field, ".", "/")
			fields = append(fields, api.FieldError{Field: at, Detail: "A number within reason is wanted here."})
		default:
			p.Detail = "Nothing was saved: the request cannot be read."
		}
	}
	collect(err)
	if len(fields) > 0 {
		p.Errors = &fields
	}
	return p
}

// wrongContent tells of a request whose body is of another kind than the contract has.
func wrongContent(err error) (detail string, wrong bool) {
	var request *openapi3filter.RequestError
	if !errors.As(err, &request) || !strings.HasPrefix(request.Reason, `header Content-Type has unexpected value`) {
		return "", false
	}
	var kinds []string
	if request.RequestBody != nil {
		kinds = slices.Sorted(maps.Keys(request.RequestBody.Content))
	}
	return "Nothing was saved. This takes " + strings.Join(kinds, " or ") + ".", true
}

// reason says what is wrong with a parameter or a body, in our own words: those of the libraries are for programmers.
func reason(request *openapi3filter.RequestError) string {
	var schema *openapi3.SchemaError
	var parse *openapi3filter.ParseError
	switch {
	case errors.As(request.Err, &schema):
		return sentence(schema.Reason)
	case errors.As(request.Err, &parse) && request.Parameter != nil:
		return wanted(request.Parameter.Schema)
	case errors.As(request.Err, &parse):
		return "It is no JSON that can be read: it breaks off, or a sign is missing."
	}
	return "It is missing."
}

// wanted says what a parameter may be.
func wanted(ref *openapi3.SchemaRef) string {
	switch {
	case ref == nil || ref.Value == nil:
		return "It cannot be read."
	case ref.Value.Type.Is("integer"):
		return "A whole number, of not more than eighteen digits."
	case ref.Value.Type.Is("number"):
		return "A number such as 20 or 20.5."
	case ref.Value.Type.Is("boolean"):
		return "Either true or false."
	}
	return "It cannot be read."
}

func sentence(text string) string {
	if text == "" {
		return "It does not fit."
	}
	return strings.ToUpper(text[:1]) + strings.TrimSuffix(text[1:], ".") + "."
}
