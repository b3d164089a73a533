package httpapi

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	goical "github.com/emersion/go-ical"
	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/santhosh-tekuri/jsonschema/v6"

	"firmitas/api"
	"firmitas/internal/workshop"
)

// reasons answer every question that stands against letting a piece leave.
func (c *client) reasons(piece int64) *map[string]string {
	out := map[string]string{"early": "It was laid in two shifts."}
	for _, q := range get[api.CareCard](c, fmt.Sprintf("/api/pieces/%d/care", piece)).Questions {
		out[q.ID] = "Its buyer was told, and wants it."
	}
	return &out
}

// page sends a buyer's request and follows where it leads.
func (c *client) page(method, path, form string) (int, string, http.Header) {
	c.t.Helper()
	r := httptest.NewRequest(method, "http://127.0.0.1"+path, strings.NewReader(form))
	if form != "" {
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	}
	w := httptest.NewRecorder()
	c.server.ServeHTTP(w, r)
	if w.Code == http.StatusSeeOther {
		to, _ := url.Parse(w.Header().Get("Location"))
		return c.page("GET", to.RequestURI(), "")
	}
	return w.Code, w.Body.String(), w.Header()
}

// left hands a desk over, and returns its number and the card's token.
func (c *client) left(more func(*api.HandOverInput)) (int64, string) {
	c.t.Helper()
	in := input()
	in.Name, in.Start, in.Promised = "Desk for M., paid", now.AddDate(0, 0, -20), nil
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(c.t, in), 201)
	piece = c.choose(piece, 0, []api.LayerChoice{
		{Role: "protect", ProductID: c.products()["Mizzen Clear"].Ref.ID, Coats: 3},
	})
	body := api.HandOverInput{
		Version: piece.Version, LastCoat: told(now.AddDate(0, 0, -3)), Reasons: c.reasons(piece.ID),
		Title: told("Writing desk"),
	}
	if more != nil {
		more(&body)
	}
	card := answer[api.CareCard](c, "POST", fmt.Sprintf("/api/pieces/%d/hand-over", piece.ID), encode(c.t, body), 200)
	return piece.ID, *card.Token
}

// What stands against a piece's leaving is told, and each of it answered, before it leaves.
func TestAPieceLeavesOnceItsQuestionsAreAnswered(t *testing.T) {
	if testing.Short() {
		t.Skip("told once without the race detector")
	}
	c := start(t)
	in := input()
	in.Start, in.Promised = now.AddDate(0, 0, -6), nil
	in.Zones[0].EndUse = "cot"
	piece := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	best := c.chooseFor(brief(in)).Systems[0]
	piece = c.choose(piece, 0, each(best.Layers, func(l api.Layer) api.LayerChoice {
		return api.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats}
	}))
	path := fmt.Sprintf("/api/pieces/%d", piece.ID)
	card := get[api.CareCard](c, path+"/care?lang=de")
	if len(card.Questions) == 0 || card.Issued || !strings.Contains(encode(t, card.Sections), "darf das Kind es nicht benutzen") {
		t.Fatalf("before it leaves: %+v", card)
	}
	body := api.HandOverInput{Version: piece.Version, LastCoat: told(now.AddDate(0, 0, -1))}
	refused := answer[api.Problem](c, "POST", path+"/hand-over", encode(t, body), 422)
	if field := (*refused.Errors)[0].Field; !strings.HasPrefix(field, "/reasons/") {
		t.Errorf("left with a question open: %+v", refused)
	}
	body.Reasons = c.reasons(piece.ID)
	got := answer[api.CareCard](c, "POST", path+"/hand-over", encode(t, body), 200)
	if !got.Issued || !got.Urgent || len(got.Issues) > 0 && got.Issues[0].Number != 1 {
		t.Errorf("left: %+v", got)
	}
	events := encode(t, get[[]api.Event](c, path+"/events"))
	if !strings.Contains(events, "Its buyer was told") {
		t.Errorf("the reasons are not on its record: %s", events)
	}
	if public := encode(t, get[api.CareCard](c, "/api/care/"+*got.Token)); strings.Contains(public, "wants it") {
		t.Error("the reasons are on the card")
	}
}

// A card is corrected and withdrawn; each issue keeps its number, and the old link says what became of it.
func TestACardIsCorrectedAndWithdrawn(t *testing.T) {
	c := start(t)
	id, first := c.left(nil)
	path := fmt.Sprintf("/api/pieces/%d", id)
	c.refuses(path+"/cards", encode(t, api.CardCorrection{Number: 1, Title: " ", Reason: "x"}), "/title")
	c.refuses(path+"/cards", encode(t, api.CardCorrection{Number: 1, Title: "Desk", Reason: ""}), "/reason")
	fixed := answer[api.CareCard](c, "POST", path+"/cards", encode(t, api.CardCorrection{
		Number: 1, Title: "Oak writing desk", Contact: told("ask at the ferry steps"), Reason: "The wood was not named.",
	}), 200)
	if *fixed.Token == first || len(fixed.Issues) != 2 || fixed.Title != "Oak writing desk" || fixed.Issues[1].Number != 2 {
		t.Fatalf("corrected: %+v", fixed)
	}
	if status, _ := c.call("POST", path+"/cards", encode(t, api.CardCorrection{Number: 1, Title: "x", Reason: "y"})); status != 409 {
		t.Errorf("the first is corrected once more: %d", status)
	}
	status, page, header := c.page("GET", "/care/"+first+"?lang=en", "")
	if status != 200 || !strings.Contains(page, "A newer card replaced this one") || !strings.Contains(page, *fixed.Token) {
		t.Errorf("the old link: %d %s", status, page)
	}
	if strings.Contains(page, "<form") || !strings.Contains(header.Get("X-Robots-Tag"), "noindex") ||
		header.Get("Cache-Control") != "no-store" {
		t.Errorf("a replaced card takes answers, or may be indexed: %v", header)
	}
	if _, page, _ := c.page("GET", "/care/"+*fixed.Token, ""); !strings.Contains(page, "ask at the ferry steps") {
		t.Errorf("its contact: %s", page)
	}
	gone := answer[api.CareCard](c, "POST", path+"/cards/2/withdraw", encode(t, api.CardWithdrawal{Reason: "Wrong piece."}), 200)
	if !gone.Issues[1].Withdrawn || gone.Issues[1].Reason != "Wrong piece." {
		t.Errorf("withdrawn: %+v", gone.Issues)
	}
	_, page, _ = c.page("GET", "/care/"+*fixed.Token+"?lang=fr", "")
	if !strings.Contains(page, "Cette fiche a été retirée") || strings.Contains(page, "chiffon") || strings.Contains(page, "Wrong piece") {
		t.Errorf("a withdrawn card still tells: %s", page)
	}
	for _, form := range []string{"sheet.pdf", "dates.ics", "record.json", "card.txt"} {
		if status, _, _ := c.page("GET", "/care/"+*fixed.Token+"/"+form, ""); status != 404 {
			t.Errorf("%s of a withdrawn card: %d", form, status)
		}
	}
	if status, page, _ := c.page("GET", "/care/"+strings.Repeat("x", 43)+"?lang=es", ""); status != 404 ||
		!strings.Contains(page, "No lleva a ninguna ficha ni a ningún presupuesto") {
		t.Errorf("a link that leads nowhere: %d %s", status, page)
	}
}

// What its buyer tells reaches the workshop, in so many words an hour, and what to do meanwhile is answered.
func TestABuyerTellsFromTheCard(t *testing.T) {
	c := start(t)
	id, token := c.left(nil)
	base := "/care/" + token
	status, page, _ := c.page("POST", base+"/hurt?lang=de", url.Values{"what": {"chip"}, "words": {"links\nvorn <b>"}}.Encode())
	if status != 200 || !strings.Contains(page, "weiß jetzt davon") || !strings.Contains(page, "Aufheben, was abgegangen ist") {
		t.Errorf("told: %d %s", status, page)
	}
	status, page, _ = c.page("POST", base+"/hurt?lang=de", "what=boredom")
	if status != 422 || !strings.Contains(page, "Bitte eines auswählen") {
		t.Errorf("told of nothing: %d", status)
	}
	status, page, _ = c.page("POST", base+"/moved?lang=en", "use=outdoors_exposed&place=open")
	if status != 200 || !strings.Contains(page, "falls short: ") || !strings.Contains(page, "weather and sun") {
		t.Errorf("moved out of doors: %d %s", status, page)
	}
	if _, page, _ := c.page("POST", base+"/moved?lang=en", "use=shelf&place=heated"); !strings.Contains(page, "bears that too") {
		t.Errorf("moved to a lighter life: %s", page)
	}
	notes := get[[]api.BuyerNote](c, "/api/buyers")
	if len(notes) != 3 || notes[2].PieceID != id || notes[2].Text != "a chip, flake or crack: links vorn <b>" {
		t.Fatalf("told the workshop: %+v", notes)
	}
	for range 4 {
		status, page, _ = c.page("POST", base+"/hurt?lang=es", "what=ring")
	}
	if status != http.StatusTooManyRequests || !strings.Contains(page, "demasiadas veces") {
		t.Errorf("the sixth in an hour: %d", status)
	}
	if status, _ := c.call("POST", fmt.Sprintf("/api/buyers/%d/answered", notes[2].ID), ""); status != 204 {
		t.Errorf("answered: %d", status)
	}
	if left := get[[]api.BuyerNote](c, "/api/buyers"); slices.ContainsFunc(left, func(n api.BuyerNote) bool { return n.ID == notes[2].ID }) {
		t.Error("answered, and still asked for")
	}
}

// Mail goes to whom it was asked for: the card at hand-over, and one for each renewal that is due, until it is stopped.
func TestMailsAboutACard(t *testing.T) {
	if testing.Short() {
		t.Skip("told once without the race detector")
	}
	c := start(t)
	_, token := c.left(func(in *api.HandOverInput) {
		de := api.De
		in.Mail, in.Lang = told("m@example.org"), &de
	})
	mails := get[[]api.Mail](c, "/api/outbox")
	if len(mails) != 1 || mails[0].To != "m@example.org" || !strings.Contains(mails[0].Body, "/care/"+token) ||
		mails[0].Subject != "Pflege: Writing desk" {
		t.Fatalf("the card's mail: %+v", mails)
	}
	if status, page, _ := c.page("POST", "/care/"+token+"/remind?lang=fr", "mail=nobody"); status != 422 ||
		!strings.Contains(page, "Écrivez une adresse") {
		t.Errorf("no address: %d", status)
	}
	if _, page, _ := c.page("POST", "/care/"+token+"/remind?lang=fr", "mail=m%40example.org"); !strings.Contains(page, "Arrêter le rappel") {
		t.Errorf("reminded: %s", page)
	}
	in := func(years int) *workshop.Rooms {
		return workshop.New(c.store, func() time.Time { return now.AddDate(years, 0, 0) })
	}
	for _, step := range []struct{ years, sent int }{{0, 0}, {5, 1}, {5, 0}, {10, 1}} {
		if sent, err := in(step.years).Handover.RemindDue(t.Context()); err != nil || sent != step.sent {
			t.Errorf("after %d years %d were sent, %v, want %d", step.years, sent, err, step.sent)
		}
	}
	if _, page, _ := c.page("POST", "/care/"+token+"/remind-stop?lang=fr", "x=1"); !strings.Contains(page, "ne recevrez pas") {
		t.Errorf("stopped: %s", page)
	}
	if sent, err := in(15).Handover.RemindDue(t.Context()); err != nil || sent != 0 {
		t.Errorf("stopped, and %d were sent, %v", sent, err)
	}
	if len(get[[]api.Mail](c, "/api/outbox")) != 3 {
		t.Error("the outbox keeps what was sent")
	}
}

// Every form that a card goes out in.
func TestFormsOfACard(t *testing.T) {
	c := start(t)
	_, token := c.left(nil)
	for name, holds := range map[string]func(*testing.T, *client, string){
		"nothing private": nothingPrivateLeaks, "on paper": sheetsOnPaper, "dates": datesForOtherCalendars,
		"finish record": finishRecordKeepsItsForm, "page": buyersPageIsSmall,
	} {
		t.Run(name, func(t *testing.T) { holds(t, c, token) })
	}
}

// Nothing of the workshop's own is on what a buyer gets, in any form.
func nothingPrivateLeaks(t *testing.T, c *client, token string) {
	for _, form := range []string{"", "/card.txt", "/card.md", "/dates.ics", "/record.json"} {
		_, page, _ := c.page("GET", "/care/"+token+form, "")
		for _, own := range []string{"Desk for M.", "paid", "wants it", "price", "cost"} {
			if strings.Contains(page, own) {
				t.Errorf("%q is told by %q", own, form)
			}
		}
		if !strings.Contains(page, "Writing desk") && form != "" {
			t.Errorf("%s does not name the piece", form)
		}
	}
}

// tool finds a program of Debian's.
func tool(t *testing.T, name string) string {
	t.Helper()
	path, err := exec.LookPath(name)
	if err != nil {
		t.Fatalf("%s is missing: make test installs it", name)
	}
	return path
}

// The sheet and the tag: fonts embedded, text that comes out in order, one page, and a code that leads to the card.
func sheetsOnPaper(t *testing.T, c *client, token string) {
	for _, l := range []string{"en", "de", "fr", "es"} {
		for _, form := range []string{"sheet.pdf?paper=a4&", "sheet.pdf?paper=letter&", "tag.pdf?"} {
			_, file, _ := c.page("GET", "/care/"+token+"/"+form+"lang="+l, "")
			path := filepath.Join(t.TempDir(), "card.pdf")
			if err := os.WriteFile(path, []byte(file), 0o600); err != nil {
				t.Fatal(err)
			}
			run := func(name string, args ...string) string {
				out, err := exec.Command(tool(t, name), args...).CombinedOutput()
				if err != nil {
					t.Fatalf("%s of %s in %s: %v %s", name, form, l, err, out)
				}
				return string(out)
			}
			info := run("pdfinfo", path)
			if !regexp.MustCompile(`Pages: +1\b`).MatchString(info) || !regexp.MustCompile(`Tagged: +yes`).MatchString(info) {
				t.Errorf("%s in %s:\n%s", form, l, info)
			}
			for _, font := range strings.Split(strings.TrimSpace(run("pdffonts", path)), "\n")[2:] {
				if !regexp.MustCompile(` yes +\w+ +yes `).MatchString(font) { // embedded, and with what its glyphs mean
					t.Errorf("%s in %s: a font that is not embedded: %s", form, l, font)
				}
			}
			card := get[api.CareCard](c, "/api/care/"+token+"?lang="+l)
			text := strings.Join(strings.Fields(run("pdftotext", "-raw", path, "-")), " ")
			at := 0
			for _, s := range card.Sections {
				for _, line := range s.Lines {
					if strings.HasPrefix(form, "tag") {
						continue
					}
					found := strings.Index(text[at:], strings.Join(strings.Fields(line.Text), " "))
					if found < 0 {
						t.Fatalf("%s in %s: %q is missing, or out of order:\n%s", form, l, line.Text, text)
					}
					at += found
				}
			}
			if warned := run("pdftoppm", "-r", "200", "-png", "-singlefile", path, strings.TrimSuffix(path, ".pdf")); warned != "" {
				t.Errorf("%s in %s: %s", form, l, warned)
			}
			if got := decoded(t, strings.TrimSuffix(path, ".pdf")+".png"); !strings.HasSuffix(got, "/care/"+token) {
				t.Errorf("%s in %s: the code leads to %q", form, l, got)
			}
		}
	}
}

// decoded is what a QR code on a picture says, read by a decoder of its own.
func decoded(t *testing.T, path string) string {
	t.Helper()
	file, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	var picture image.Image
	if picture, err = png.Decode(file); err != nil {
		t.Fatal(err)
	}
	bits, err := gozxing.NewBinaryBitmapFromImage(picture)
	if err != nil {
		t.Fatal(err)
	}
	found, err := qrcode.NewQRCodeReader().Decode(bits, map[gozxing.DecodeHintType]any{gozxing.DecodeHintType_TRY_HARDER: true})
	if err != nil {
		t.Fatalf("no code on it: %v", err)
	}
	return found.GetText()
}

// The dates are read by another calendar: those of hardening, and renewals that come again.
func datesForOtherCalendars(t *testing.T, c *client, token string) {
	_, file, header := c.page("GET", "/care/"+token+"/dates.ics?lang=de", "")
	if !strings.HasPrefix(header.Get("Content-Type"), "text/calendar") {
		t.Errorf("it is %s", header.Get("Content-Type"))
	}
	cal, err := goical.NewDecoder(strings.NewReader(file)).Decode()
	if err != nil {
		t.Fatal(err)
	}
	var what []string
	for _, e := range cal.Events() {
		text, _ := e.Props.Text(goical.PropSummary)
		start, err := e.DateTimeStart(time.UTC)
		if err != nil || start.Before(now.AddDate(0, 0, -1)) || e.Props.Get(goical.PropUID) == nil {
			t.Errorf("%s starts %v, %v", text, start, err)
		}
		if strings.Contains(text, "pflegen") {
			rule, err := e.RecurrenceSet(time.UTC)
			if err != nil || rule == nil || len(rule.Between(now, now.AddDate(11, 0, 0), true)) != 2 {
				t.Errorf("%s does not come again: %v", text, err)
			}
		}
		what = append(what, text)
	}
	slices.Sort(what)
	want := []string{
		"Writing desk: Oberfläche pflegen", "Writing desk: ganz durchgehärtet", "Writing desk: üblicher Gebrauch",
	}
	if !slices.Equal(what, want) {
		t.Errorf("entries %v", what)
	}
}

// The finish record keeps to its schema, and tells a restorer what lies there.
func finishRecordKeepsItsForm(t *testing.T, c *client, token string) {
	_, file, _ := c.page("GET", "/care/"+token+"/record.json", "")
	schema, err := jsonschema.NewCompiler().Compile("../../docs/formats/finish-record.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	data, err := jsonschema.UnmarshalJSON(bytes.NewReader([]byte(file)))
	if err != nil {
		t.Fatal(err)
	}
	if err := schema.Validate(data); err != nil {
		t.Errorf("%v", err)
	}
	var record struct {
		Zones []struct {
			Layers []struct {
				Product, Maker, Family string
				Coats                  int
			}
		}
	}
	if err := json.Unmarshal([]byte(file), &record); err != nil || record.Zones[0].Layers[0].Product != "Mizzen Clear" ||
		record.Zones[0].Layers[0].Coats != 3 || record.Zones[0].Layers[0].Family != "clear_wb_pu" {
		t.Errorf("record %+v, %v", record, err)
	}
}

// The buyer's page is small.
func buyersPageIsSmall(t *testing.T, c *client, token string) {
	total := 0
	for _, part := range []string{"/care/" + token, "/care/page.css"} {
		_, body, _ := c.page("GET", part, "")
		total += len(body)
	}
	const most = 60_000
	if total > most {
		t.Errorf("%d bytes before pictures", total)
	}
}
