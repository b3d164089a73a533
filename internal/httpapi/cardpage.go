package httpapi

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"
	"golang.org/x/text/language"

	"firmitas/core/care"
	"firmitas/internal/document"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/handover"
)

// The buyer's side: pages and files behind a card's link. They are no part of the contract, since no program of ours
// reads them, and stand outside /api. A use case gets the request's own context, never gin's, which is used again for
// the next request while the database may still be looking at this one's.

// cardRoutes are the buyer's, and what the workshop sees of them before they are.
func (s *Server) cardRoutes(router gin.IRouter) {
	router.GET("/care/page.css", func(c *gin.Context) {
		c.Header("Cache-Control", "public, max-age=3600")
		c.Data(http.StatusOK, "text/css; charset=utf-8", document.PageCSS)
	})
	pages := router.Group("/care/:token", private, s.pageUntilReady)
	pages.GET("", s.cardPage)
	pages.GET("/:form", s.cardForm)
	pages.POST("/:form", s.cardSaid)
	s.quotePages(router)
	router.GET("/preview/care/:id", private, s.pageUntilReady, s.cardPreview)
}

// private keeps a page out of caches and search engines.
func private(c *gin.Context) {
	c.Header("Cache-Control", "no-store")
	c.Header("X-Robots-Tag", "noindex, nofollow, noarchive")
}

var cardLanguages = language.NewMatcher(each(care.Languages, func(l care.Lang) language.Tag {
	return language.MustParse(string(l))
}))

// cardLang is the language that was asked for, or the one that the reader's browser prefers.
func cardLang(c *gin.Context) care.Lang {
	if asked := care.Lang(c.Query("lang")); asked.Known() {
		return asked
	}
	preferred, _, _ := language.ParseAcceptLanguage(c.GetHeader("Accept-Language"))
	_, at, _ := cardLanguages.Match(preferred...)
	return care.Languages[at]
}

const secondsToReload = "5"

// paperOf is the paper that was asked for.
func paperOf(c *gin.Context) string {
	paper := c.DefaultQuery("paper", document.Papers[0])
	if !slices.Contains(document.Papers, paper) {
		return document.Papers[0]
	}
	return paper
}

func (s *Server) pageUntilReady(c *gin.Context) {
	if !s.ready.Load() {
		s.pageFails(c, store.ErrUnavailable)
	}
}

// pageFails says what is wrong, as a page: there is no such card, or the database does not answer.
func (s *Server) pageFails(c *gin.Context, err error) {
	l := cardLang(c)
	if errors.Is(err, store.ErrNotFound) {
		nothing := document.Page{Card: document.Card{Lang: l}, Missing: true, Base: c.Request.URL.Path}
		s.show(c, http.StatusNotFound, nothing)
		c.Abort()
		return
	}
	if nobodyWaits := errors.Is(err, context.Canceled); !nobodyWaits && !errors.Is(err, store.ErrUnavailable) {
		slog.Error("a buyer's page", "error", err)
	}
	c.Header("Refresh", secondsToReload)
	c.String(http.StatusServiceUnavailable, "%s", care.Message{ID: "page.later"}.In(l))
	c.Abort()
}

func (s *Server) show(c *gin.Context, status int, p document.Page) {
	page, err := p.HTML()
	if err != nil {
		fail(c, err)
		return
	}
	c.Data(status, "text/html; charset=utf-8", page)
}

// documentOf is an issue for its forms.
func (s *Server) documentOf(c handover.IssuedCard, l care.Lang) document.Card {
	out := document.Card{
		Facts: c.Facts, Card: c.At(s.rooms.House.Now()), Lang: l, Number: c.Number, Issued: c.Issued,
		Zone: c.Facts.Location, World: c.World, Withdrawn: c.Withdrawn,
	}
	if c.Token != "" {
		out.Link = s.rooms.Handover.LinkTo(c.Token)
	}
	return out
}

func (s *Server) pageOf(c handover.IssuedCard, l care.Lang) document.Page {
	out := document.Page{
		Card: s.documentOf(c, l), Base: "/care/" + c.Token, Ended: c.Ended, Reminded: c.Reminders > 0,
	}
	if c.Newer != "" {
		out.NewerAt = "/care/" + c.Newer + "?lang=" + string(l)
	}
	if c.Ended.IsZero() {
		for _, p := range c.Record.Photos {
			out.Photos = append(out.Photos, document.Photo{
				Address: fmt.Sprintf("/care/%s/photo-%d", c.Token, p.ID), Caption: caption(p, l),
			})
		}
	}
	return out
}

func caption(p care.PhotoOf, l care.Lang) string {
	if p.Moment == "before" {
		return care.Message{ID: "page.before"}.In(l)
	}
	return care.Message{ID: "page.after"}.In(l)
}

func (s *Server) cardPage(c *gin.Context) {
	l := cardLang(c)
	card, err := s.rooms.Handover.Card(c.Request.Context(), c.Param("token"))
	if err != nil {
		s.pageFails(c, err)
		return
	}
	page := s.pageOf(card, l)
	if page.Asked = c.Query("told"); page.Asked != "" && card.Ended.IsZero() {
		page.Answer = s.answerTo(c, card, l)
	}
	s.show(c, http.StatusOK, page)
}

// answerTo is what the page says after something was sent from it, as its address tells.
func (s *Server) answerTo(c *gin.Context, card handover.IssuedCard, l care.Lang) []string {
	say := func(id string, args map[string]care.Arg) string { return care.Message{ID: id, Args: args}.In(l) }
	args := map[string]care.Arg{"workshop": {Text: card.Facts.Workshop}}
	switch c.Query("told") {
	case "hurt":
		out := []string{say("page.hurt_told", args)}
		for _, m := range card.At(s.rooms.House.Now()).Meanwhile(c.Query("what")) {
			out = append(out, m.In(l))
		}
		return out
	case "moved":
		found, err := s.rooms.Handover.Elsewhere(c.Request.Context(), card.Token, c.Query("use"), c.Query("place"))
		if err != nil {
			return nil
		}
		return elsewhere(found, args, say)
	case "remind":
		return []string{say("page.remind_set", nil)}
	case "remind-stop":
		return []string{say("page.remind_stopped", nil)}
	}
	return nil
}

func elsewhere(
	found handover.Elsewhere, args map[string]care.Arg, say func(string, map[string]care.Arg,
	) string) (out []string) {
	if len(found.Short) > 0 {
		var what []string
		for _, d := range found.Short {
			what = append(what, say(fmt.Sprintf("demand.%d", d), nil))
		}
		args["what"] = care.Arg{Text: strings.Join(what, ", ")}
		out = append(out, say("page.moved_short", args))
	}
	if found.Gate {
		out = append(out, say("page.moved_gate", args))
	}
	if len(out) == 0 {
		out = append(out, say("page.moved_well", args))
	}
	return out
}

// cardSaid takes what a buyer sends, and leads back to the page, so that a reload sends nothing twice.
func (s *Server) cardSaid(c *gin.Context) {
	token, l, what := c.Param("token"), cardLang(c), c.Param("form")
	back := url.Values{"lang": {string(l)}, "told": {what}}
	var err error
	switch what {
	case "hurt":
		back.Set("what", c.PostForm("what"))
		err = s.rooms.Handover.BuyerHurt(c.Request.Context(), token, c.PostForm("what"), c.PostForm("words"))
	case "moved":
		back.Set("use", c.PostForm("use"))
		back.Set("place", c.PostForm("place"))
		err = s.rooms.Handover.BuyerMoves(c.Request.Context(), token, c.PostForm("use"), c.PostForm("place"))
	case "remind":
		err = s.rooms.Handover.BuyerReminded(c.Request.Context(), token, strings.TrimSpace(c.PostForm("mail")), l)
	case "remind-stop":
		err = s.rooms.Handover.BuyerStops(c.Request.Context(), token)
	default:
		err = store.ErrNotFound
	}
	if err == nil {
		c.Redirect(http.StatusSeeOther, "/care/"+token+"?"+back.Encode()+"#answer")
		return
	}
	s.notSaid(c, err, l, what)
}

// notSaid shows the page once more, with what was wrong.
func (s *Server) notSaid(c *gin.Context, err error, l care.Lang, what string) {
	status, id := http.StatusUnprocessableEntity, "page.choose"
	var invalid *problem.Invalid
	switch {
	case errors.Is(err, handover.ErrTooOften):
		status, id = http.StatusTooManyRequests, "page.again"
	case !errors.As(err, &invalid):
		s.pageFails(c, err)
		return
	case what == "remind":
		id = "page.remind_wrong"
	}
	card, err := s.rooms.Handover.Card(c.Request.Context(), c.Param("token"))
	if err != nil {
		s.pageFails(c, err)
		return
	}
	page := s.pageOf(card, l)
	page.Asked, page.Answer = what, []string{care.Message{ID: id}.In(l)}
	s.show(c, status, page)
}

// cardForm is the card in another form. One that was withdrawn or replaced has none: its page says why.
func (s *Server) cardForm(c *gin.Context) {
	card, err := s.rooms.Handover.Card(c.Request.Context(), c.Param("token"))
	if err == nil && !card.Ended.IsZero() {
		err = store.ErrNotFound
	}
	if err != nil {
		s.pageFails(c, err)
		return
	}
	doc := s.documentOf(card, cardLang(c))
	name, now := c.Param("form"), s.rooms.House.Now()
	paper := paperOf(c)
	switch id, photo := strings.CutPrefix(name, "photo-"); {
	case photo:
		s.cardPhoto(c, id)
	case name == "sheet.pdf":
		file, err := doc.Sheet(paper, now)
		download(c, "application/pdf", "card-"+card.Facts.Number+".pdf", file, err)
	case name == "tag.pdf":
		file, err := doc.Tag(now)
		download(c, "application/pdf", "tag-"+card.Facts.Number+".pdf", file, err)
	case name == "dates.ics":
		download(c, "text/calendar; charset=utf-8", "dates-"+card.Facts.Number+".ics", doc.Calendar(now), nil)
	case name == "card.txt":
		c.Data(http.StatusOK, "text/plain; charset=utf-8", doc.Text())
	case name == "card.md":
		c.Data(http.StatusOK, "text/markdown; charset=utf-8", doc.Markdown())
	case name == "record.json":
		c.JSON(http.StatusOK, card.Record)
	default:
		s.pageFails(c, store.ErrNotFound)
	}
}

func download(c *gin.Context, kind, name string, file []byte, err error) {
	if err != nil {
		fail(c, err)
		return
	}
	c.Header("Content-Disposition", `inline; filename="`+name+`"`)
	c.Data(http.StatusOK, kind, file)
}

func (s *Server) cardPhoto(c *gin.Context, number string) {
	id, err := strconv.ParseInt(number, 10, 64)
	if err != nil {
		s.pageFails(c, store.ErrNotFound)
		return
	}
	p, err := s.rooms.Handover.CardPhoto(c.Request.Context(), c.Param("token"), id)
	if err != nil {
		s.pageFails(c, err)
		return
	}
	c.Data(http.StatusOK, "image/jpeg", p.JPEG)
}

// cardPreview is the page exactly as its buyer will see it, for the workshop's own screens. It may stand in a frame of
// theirs.
func (s *Server) cardPreview(c *gin.Context) {
	id, err := strconv.ParseInt(c.Param("id"), 10, 64)
	if err != nil {
		s.pageFails(c, store.ErrNotFound)
		return
	}
	card, err := s.rooms.Handover.CardOf(c.Request.Context(), id, c.Query("title"))
	var refused *problem.Refused
	if errors.As(err, &refused) {
		c.String(http.StatusConflict, "%s", refused.Error())
		return
	}
	if err != nil {
		s.pageFails(c, err)
		return
	}
	framed := strings.Replace(contentPolicy, "frame-ancestors 'none'", "frame-ancestors 'self'", 1)
	c.Header("Content-Security-Policy", framed)
	page := s.pageOf(card, cardLang(c))
	page.Base, page.Facts = "", c.Query("facts") != ""
	s.show(c, http.StatusOK, page)
}
