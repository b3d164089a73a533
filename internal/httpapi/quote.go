package httpapi

import (
	"context"
	"net/http"
	"strings"

	"github.com/gin-gonic/gin"

	"firmitas/api"
	"firmitas/core/care"
	"firmitas/core/money"
	"firmitas/core/quote"
	"firmitas/internal/document"
	"firmitas/internal/workshop/books"
)

func (h *handlers) GetQuoting(
	ctx context.Context, r api.GetQuotingRequestObject,
) (api.GetQuotingResponseObject, error) {
	q, err := h.rooms.Books.Quoting(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetQuoting200JSONResponse(toQuoting(q)), nil
}

func (h *handlers) GiveQuote(ctx context.Context, r api.GiveQuoteRequestObject) (api.GiveQuoteResponseObject, error) {
	draft := books.QuoteDraft{Firm: r.Body.Firm, Scope: r.Body.Scope, Until: r.Body.Until, Patch: r.Body.Patch}
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.GiveQuote201JSONResponse, error) {
		q, err := h.rooms.Books.GiveQuote(ctx, r.ID, draft)
		if err != nil {
			return api.GiveQuote201JSONResponse{}, err
		}
		return api.GiveQuote201JSONResponse(toQuoting(q)), nil
	})
}

func (h *handlers) AcceptQuote(
	ctx context.Context, r api.AcceptQuoteRequestObject,
) (api.AcceptQuoteResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AcceptQuote200JSONResponse, error) {
		q, err := h.rooms.Books.AcceptQuote(ctx, r.ID, r.QuoteID, r.Body.Sample, r.Body.Who, or(r.Body.On))
		if err != nil {
			return api.AcceptQuote200JSONResponse{}, err
		}
		return api.AcceptQuote200JSONResponse(toQuoting(q)), nil
	})
}

func toQuoting(q books.Quoting) api.Quoting {
	e, p := q.Estimate, q.Prices
	out := api.Quoting{
		Low: money.Text(p.Low), Likely: money.Text(p.Likely), High: money.Text(p.High), Patched: money.Text(p.Patched),
		LowMin: e.Low, LikelyMin: e.Likely, HighMin: e.High, PatchedMin: e.Patched,
		Material: money.Text(p.Material), WantPatch: e.WantPatch,
		Kinds: each(e.Kinds, func(k quote.Kind) api.QuoteKind {
			return api.QuoteKind{
				Work: k.Work, Planned: k.Planned, Low: k.Low, Likely: k.Likely, High: k.High, Jobs: k.Jobs,
			}
		}),
		Risks: each(e.Risks, func(r quote.Risk) api.QuoteRisk {
			zones := map[string]care.Arg{"zones": {Text: strings.Join(r.Zones, ", ")}}
			text := care.Message{ID: "quote." + r.ID, Args: zones}.In(care.Languages[0])
			return api.QuoteRisk{Text: text, Minutes: r.Minutes, Patch: r.Patch}
		}),
		Quotes: each(q.Quotes, toQuote),
	}
	if w := q.Watch; w != nil {
		out.Watch = &api.QuoteWatch{
			Quoted: w.Quoted, Told: w.Told, Ahead: w.Ahead, OverPct: w.OverPct, State: api.QuoteWatchState(w.State),
			Where: each(w.Where, func(o quote.Over) api.QuoteOver {
				return api.QuoteOver{Work: o.Work, Quoted: o.Quoted, Told: o.Told, Ahead: o.Ahead}
			}),
		}
	}
	return out
}

func toQuote(q books.Quote) api.Quote {
	f := q.Facts
	out := api.Quote{ID: q.ID, Number: f.Number, Made: f.Made.UTC(), Until: f.Until.UTC(), Price: f.Firm, Link: q.Link}
	if f.Firm == "" {
		out.Price, out.Low, out.High = f.Likely, &f.Low, &f.High
	}
	if q.Accepted != nil {
		out.Accepted, out.Sample = when(q.Accepted.At), told(q.Accepted.Text())
	}
	return out
}

// quotePages are what a quote's customer opens.
func (s *Server) quotePages(router gin.IRouter) {
	pages := router.Group("/quote/:token", private, s.pageUntilReady)
	pages.GET("", func(c *gin.Context) {
		letter, ok := s.letterOf(c)
		if !ok {
			return
		}
		page, err := letter.HTML(c.Request.URL.Path)
		if err != nil {
			fail(c, err)
			return
		}
		c.Data(http.StatusOK, "text/html; charset=utf-8", page)
	})
	pages.GET("/sheet.pdf", func(c *gin.Context) {
		letter, ok := s.letterOf(c)
		if !ok {
			return
		}
		sheet, err := letter.Sheet(paperOf(c))
		if err != nil {
			fail(c, err)
			return
		}
		c.Header("Content-Disposition", `inline; filename="quote.pdf"`)
		c.Data(http.StatusOK, "application/pdf", sheet)
	})
}

// letterOf is the quote that a request names; where there is none, that is said.
func (s *Server) letterOf(c *gin.Context) (document.Letter, bool) {
	q, err := s.rooms.Books.QuoteByLink(c.Request.Context(), c.Param("token"))
	if err != nil {
		s.pageFails(c, err)
		return document.Letter{}, false
	}
	return document.Letter{Facts: q.Facts, Lang: cardLang(c)}, true
}
