package httpapi

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/api"
	"firmitas/core/money"
	"firmitas/core/worklog"
	"firmitas/internal/workshop"
)

// A desk from tin to till: half a tin is half its price; hours at the rate of their day; sums typed with a comma; a fact
// taken back counts nowhere and stays in the past; a piece that has left may still be paid for; an extra says whether it
// pays; and the tin's own facts tell what went in and out.
func TestTheLedgerOfAPiece(t *testing.T) {
	c := start(t)
	w := get[api.Workshop](c, "/api/workshop")
	settings := asStored(w)
	settings.Rates = []api.MoneyRate{{From: tomorrow, Hour: "42,00", Overhead: "6", FeePct: "", TaxPct: "20"}}
	settings.SupplyPrices = map[string]string{}
	answer[api.Workshop](c, "PUT", "/api/workshop/settings", encode(t, settings), 200)
	p, clear := c.begunDesk()
	path := fmt.Sprintf("/api/pieces/%d", p.ID)
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear),
		encode(t, api.TinInput{Size: "1 L", Price: "31,50"}), 201)
	coat := coatOf(p, 1, now, "coat_laid")
	coat["tinId"], coat["litres"], coat["tookMin"] = tin.ID, 0.5, 30.0
	c.tellOf(p.ID, coat, 201)
	tell := func(kind worklog.Kind, amount, text string) api.Event {
		return c.tellOf(p.ID, toTell{"kind": kind, "amount": amount, "text": text, "who": "JT"}, 201)
	}
	tell("part_bought", "24,00", "handles")
	slip := tell("part_bought", "240", "handles, a slip")
	c.tellOf(p.ID, toTell{"kind": "hours", "tookMin": 120.0, "text": "fetched", "who": "JT"}, 201)
	tell("agreed", "480,00", "")
	c.tellOf(p.ID, toTell{"kind": "taken_back", "of": slip.ID, "who": "JT"}, 201)
	ledger := get[api.Ledger](c, path+"/ledger")
	if ledger.Without != "39.75" || ledger.With != "159.75" || or(ledger.Price) != "480.00" || ledger.Tax != "80.00" {
		t.Errorf("%+v", ledger)
	}
	for field, bad := range map[string]toTell{
		"/amount":  {"kind": "sold", "amount": "a lot", "who": "JT"},
		"/text":    {"kind": "fee", "amount": "2", "who": "JT"},
		"/tookMin": {"kind": "hours", "text": "fetched", "who": "JT"},
	} {
		c.refuses(path+"/events", encode(t, bad), field)
	}
	extras := api.ExtrasInput{Version: ledger.Version, Extras: []api.ExtraInput{
		{Name: "Seat pad", Cost: "18", Minutes: 90, Price: "70,00"}, {Name: "Handles", Cost: "24", Minutes: 20, Price: "60"},
	}}
	with := answer[api.Ledger](c, "PUT", path+"/extras", encode(t, extras), 200)
	if with.Extras[0].Pays || with.Extras[0].Gain != "-31.67" || !with.Extras[1].Pays || with.Version != ledger.Version+1 {
		t.Errorf("%+v", with.Extras)
	}
	if status, _ := c.call("PUT", path+"/extras", encode(t, extras)); status != 409 {
		t.Errorf("saved over a version that is past: %d", status)
	}
	moves := get[api.ProductPage](c, fmt.Sprintf("/api/products/%d", clear)).Moves
	moves = slices.DeleteFunc(moves, func(m api.TinMove) bool { return m.TinID != tin.ID })
	if len(moves) != 2 || or(moves[0].Litres) != 0.5 || or(moves[1].Amount) != "31.50" {
		t.Errorf("in and out of the tin: %+v", moves)
	}
	tin = c.tin(clear, tin.ID)
	gone, _ := c.call("DELETE", fmt.Sprintf("/api/tins/%d?version=%d&why=slip", tin.ID, tin.Version), "")
	if gone != 409 {
		t.Errorf("a coat was laid from it, and it never was: %d", gone)
	}
	if status, _ := c.call("DELETE", fmt.Sprintf("/api/tins/%d?version=%d&why=thrown", tin.ID, tin.Version), ""); status != 204 {
		t.Errorf("thrown away: %d", status)
	}
	if after := get[api.Ledger](c, path+"/ledger"); after.Without != "39.75" {
		t.Errorf("the tin is gone, and its half costs %s", after.Without)
	}

	// Supplies at the workshop's prices: what the told coat used up is an estimate, the rest is still to come. What
	// serves again has no price, and neither has what nobody uses.
	settings = asStored(get[api.Workshop](c, "/api/workshop"))
	ahead := get[api.Ledger](c, path+"/ledger").AheadMaterial
	settings.SupplyPrices = map[string]string{"paper": "0,50", "brush": "8", "gold": "900", "cloth": "cheap"}
	status, data := c.call("PUT", "/api/workshop/settings", encode(t, settings))
	for _, field := range []string{"/supplyPrices/brush", "/supplyPrices/gold", "/supplyPrices/cloth"} {
		if status != 422 || detailAt(t, data, field) == "" {
			t.Errorf("%s: %d %s", field, status, data)
		}
	}
	settings.SupplyPrices = map[string]string{"paper": "0,50"}
	answer[api.Workshop](c, "PUT", "/api/workshop/settings", encode(t, settings), 200)
	priced := get[api.Ledger](c, path+"/ledger")
	if priced.AheadMaterial == ahead {
		t.Errorf("paper is still to come, and material ahead is %s as before", ahead)
	}
	if list := get[api.Shopping](c, "/api/shopping"); list.SuppliesCost == nil {
		t.Error("paper has a price, and the list does not count it")
	}
}

// A tin on the scale before and after a coat tells its litres through the label's density; without one it is refused.
func TestAWeighedCoat(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	coat := coatOf(p, 1, now, "coat_laid")
	coat["weighedBeforeKg"], coat["weighedAfterKg"] = 1.2, 1.4
	path := fmt.Sprintf("/api/pieces/%d/events", p.ID)
	c.refuses(path, encode(t, coat), "/weighedAfterKg")
	coat["weighedAfterKg"] = 1.095
	product := get[api.ProductPage](c, fmt.Sprintf("/api/products/%d", clear)).Product
	density, known := product.Input.Label["densityA"]
	delete(product.Input.Label, "densityA")
	update := api.ProductUpdate{Version: product.Version, Product: product.Input}
	answer[api.Product](c, "PUT", fmt.Sprintf("/api/products/%d", clear), encode(t, update), 200)
	c.refuses(path, encode(t, coat), "/weighedBeforeKg")
	update.Version++
	update.Product.Label["densityA"] = "1.05"
	answer[api.Product](c, "PUT", fmt.Sprintf("/api/products/%d", clear), encode(t, update), 200)
	if told := c.tellOf(p.ID, coat, 201); or(told.Litres) < 0.0999 || or(told.Litres) > 0.1001 {
		t.Errorf("105 g at 1.05 kg/L are %v L (its label said %q, %v)", or(told.Litres), density, known)
	}
}

// A quote keeps its numbers whatever happens after it, is read by its customer in four languages, is accepted once, and
// tells amber before it is overrun, and where.
func TestAQuoteFromGivenToOverrun(t *testing.T) {
	c := start(t)
	in := input()
	in.Owner = "customer"
	none := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	if status, _ := c.call("GET", pathOf(none.ID)+"/quoting", ""); status != 409 {
		t.Errorf("nothing is chosen, and it is quoted: %d", status)
	}
	p, _ := c.begunDesk()
	path := pathOf(p.ID)
	before := get[api.Quoting](c, path+"/quoting")
	if before.LowMin > before.LikelyMin || before.LikelyMin > before.HighMin || before.Watch != nil {
		t.Errorf("%+v", before)
	}
	draft := api.QuoteInput{Until: now.AddDate(0, 1, 0), Scope: "With new feet.", Patch: true}
	late := draft
	late.Until = now.AddDate(0, 0, -1)
	c.refuses(path+"/quotes", encode(t, late), "/until")
	given := answer[api.Quoting](c, "POST", path+"/quotes", encode(t, draft), 201)
	link := strings.TrimPrefix(given.Quotes[0].Link, "http://")
	link = link[strings.Index(link, "/quote/"):]
	for l, want := range map[string]string{"en": "Quote: ", "de": "Angebot: ", "fr": "Devis\u00a0: ", "es": "Presupuesto: ",
		"it": "Preventivo: ", "nl": "Offerte: "} {
		if status, page := c.call("GET", link+"?lang="+l, ""); status != 200 || !strings.Contains(string(page), want) {
			t.Errorf("%s: %d", l, status)
		}
	}
	if status, pdf := c.call("GET", link+"/sheet.pdf", ""); status != 200 || !strings.HasPrefix(string(pdf), "%PDF") {
		t.Errorf("a PDF: %d", status)
	}
	if status, _ := c.call("GET", "/quote/nobody", ""); status != 404 {
		t.Errorf("no such quote: %d", status)
	}
	accept := fmt.Sprintf("%s/quotes/%d/accept", path, given.Quotes[0].ID)
	accepted := answer[api.Quoting](c, "POST", accept, `{"sample":"Board 2 of 1 March.","who":"JT"}`, 200)
	if accepted.Watch == nil || accepted.Watch.State != "within" || or(accepted.Quotes[0].Sample) != "Board 2 of 1 March." {
		t.Errorf("%+v", accepted)
	}
	if status, _ := c.call("POST", accept, `{"sample":"","who":""}`); status != 409 {
		t.Errorf("accepted twice: %d", status)
	}
	if l := get[api.Ledger](c, path+"/ledger"); or(l.Price) != given.Quotes[0].Price {
		t.Errorf("agreed on %v, and the ledger has %v", given.Quotes[0].Price, l.Price)
	}
	coat := coatOf(p, 1, now, "coat_laid")
	coat["tookMin"] = before.LikelyMin * 0.7
	c.tellOf(p.ID, coat, 201)
	after := get[api.Quoting](c, path+"/quoting")
	if after.Watch.State != "amber" || after.Watch.Told > after.Watch.Quoted || len(after.Watch.Where) == 0 {
		t.Errorf("slow, and it is %+v", after.Watch)
	}
	if after.Quotes[0].Price != given.Quotes[0].Price || or(after.Quotes[0].High) != or(given.Quotes[0].High) {
		t.Errorf("a quote that was given changed: %+v", after.Quotes[0])
	}
}

// Words for a sale page come from the card's facts in every language, claim nothing that the card does not, and tell the
// faults that were left.
func TestWordsForASalePage(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	path := pathOf(p.ID)
	fault := toTell{"kind": "fault", "zoneId": *p.Input.Zones[0].ID, "who": "JT", "text": "A burn at the back edge, 2 cm", "remedy": "leave"}
	c.tellOf(p.ID, fault, 201)
	card := get[api.CareCard](c, path+"/care?lang=en")
	for _, lang := range []string{"en", "de", "fr", "es"} {
		text := get[api.Listing](c, path+"/listing?lang="+lang).Text
		if !strings.Contains(text, "A burn at the back edge, 2 cm") {
			t.Errorf("%s: %s", lang, text)
		}
		for _, claim := range []string{"food safe", "child safe", "waterproof"} {
			if strings.Contains(strings.ToLower(text), claim) {
				t.Errorf("%s claims %s", lang, claim)
			}
		}
	}
	text := get[api.Listing](c, path+"/listing?lang=en").Text
	for _, s := range card.Sections {
		if s.ID != "what" {
			continue
		}
		for _, l := range s.Lines {
			if !strings.Contains(text, l.Text) {
				t.Errorf("the card says %q, and the sale page does not", l.Text)
			}
		}
	}
}

// Reports rest on what was told: a desk that was sold earns by the hour what its ledger says, its coat tells how far the
// product went, own stock is tied up until it is sold; the bookkeeper's sums and everything as JSON name it.
func TestWhatTheRecordSays(t *testing.T) {
	c := start(t)
	settings := asStored(get[api.Workshop](c, "/api/workshop"))
	settings.SupplyPrices = map[string]string{} // which only ever estimate
	answer[api.Workshop](c, "PUT", "/api/workshop/settings", encode(t, settings), 200)
	p, clear := c.begunDesk()
	path := pathOf(p.ID)
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear),
		encode(t, api.TinInput{Size: "1 L", Price: "30"}), 201)
	coat := coatOf(p, 1, now, "coat_laid")
	coat["tinId"], coat["litres"], coat["tookMin"] = tin.ID, 0.5, 90.0
	c.tellOf(p.ID, coat, 201)
	tell := func(kind worklog.Kind, amount string) {
		c.tellOf(p.ID, toTell{"kind": kind, "amount": amount, "text": "a house, cleared", "who": "JT"}, 201)
	}
	tell("bought", "40,00")
	before := get[api.Reports](c, "/api/reports")
	mine := slices.IndexFunc(before.Tied, func(t api.TiedReport) bool { return t.ID == p.ID })
	if mine < 0 || before.Tied[mine].Cost != "55.00" {
		t.Fatalf("tied up: %+v", before.Tied)
	}
	tell("sold", "205,00")
	after := get[api.Reports](c, "/api/reports")
	ledger := get[api.Ledger](c, path+"/ledger")
	if ledger.Without != "55.00" {
		t.Errorf("its ledger: %+v", ledger)
	}
	kind := slices.IndexFunc(after.Kinds, func(k api.KindReport) bool { return len(k.Of) == 1 && k.Of[0].ID == p.ID })
	if kind < 0 || after.Kinds[kind].Minutes != 90 {
		t.Fatalf("by the hour: %+v", after.Kinds)
	}
	if slices.ContainsFunc(after.Tied, func(t api.TiedReport) bool { return t.ID == p.ID }) {
		t.Error("it is sold, and tied up")
	}
	went := slices.IndexFunc(after.Covered, func(r api.CoveredReport) bool { return r.Product.ID == clear })
	if went < 0 || after.Covered[went].By[0].M2PerL != p.Input.Zones[0].AreaM2/0.5 {
		t.Errorf("how far it went: %+v", after.Covered)
	}
	_, csv := c.call("GET", "/api/reports/bookings", "")
	if !strings.Contains(string(csv), ",bought,") || !strings.Contains(string(csv), ",205.00") {
		t.Errorf("%s", csv)
	}
	_, all := c.call("GET", "/api/reports/everything", "")
	if !strings.Contains(string(all), `"quotes":[]`) || !strings.Contains(string(all), "205.00") {
		t.Errorf("everything: %.300s", all)
	}
}

// What is kept from one report to the next says what adding up the whole log says: after every fact, after one is taken
// back, and after a tin's price is corrected.
func TestReportsGoOnFromTheLast(t *testing.T) {
	c := start(t)
	p, clear := c.begunDesk()
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear),
		encode(t, api.TinInput{Size: "1 L", Price: "30"}), 201)
	same := func(after string) {
		t.Helper()
		fresh, err := New(workshop.New(c.store, func() time.Time { return now }), c.store.Ping, "")
		if err != nil {
			t.Fatal(err)
		}
		fresh.Ready()
		kept := get[api.Reports](c, "/api/reports")
		if a, b := encode(t, kept), string(ask(t, fresh, "GET", "/api/reports", "")); a != strings.TrimSpace(b) {
			t.Errorf("after %s:\n%s\nadded up anew\n%s", after, a, b)
		}
	}
	same("nothing")
	coat := coatOf(p, 1, now, "coat_laid")
	coat["tinId"], coat["litres"], coat["tookMin"] = tin.ID, 0.37, 55.0
	first := c.tellOf(p.ID, coat, 201)
	same("a coat")
	c.tellOf(p.ID, toTell{"kind": "hours", "tookMin": 20.0, "text": "fetched", "who": "JT"}, 201)
	c.tellOf(p.ID, toTell{"kind": "bought", "amount": "80", "who": "JT"}, 201)
	same("hours, and what it was bought for")
	c.tellOf(p.ID, toTell{"kind": "taken_back", "of": first.ID, "who": "JT"}, 201)
	same("a coat that was taken back")
	c.tellOf(p.ID, coat, 201)
	same("the coat told again")
	dearer := api.TinUpdate{Version: c.tin(clear, tin.ID).Version, Tin: api.TinInput{Size: "1 L", Price: "42"}}
	answer[api.Tin](c, "PUT", fmt.Sprintf("/api/tins/%d", tin.ID), encode(t, dearer), 200)
	same("a price that was corrected")

	// A share is rounded twice, here and in SQL: both come to the cent to what the ledger says, also where it falls halfway.
	for n, litres := range []float64{0.3337, 0.0625} {
		odd := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear),
			encode(t, api.TinInput{Size: "750 mL", Price: "29.94"}), 201)
		next := coatOf(p, n+2, now, "coat_laid")
		next["tinId"], next["litres"] = odd.ID, litres
		c.tellOf(p.ID, next, 201)
	}
	same("shares that fall halfway")
	told := money.Zero
	for _, l := range get[api.Ledger](c, pathOf(p.ID)+"/ledger").Lines {
		if l.Kind == "bought" || l.Kind == "material" && !l.Estimate {
			a, _ := money.Read(l.Amount)
			told = told.Add(a)
		}
	}
	tied := get[api.Reports](c, "/api/reports").Tied
	at := slices.IndexFunc(tied, func(o api.TiedReport) bool { return o.ID == p.ID })
	if at < 0 || tied[at].Cost != money.Text(told) {
		t.Errorf("%s by the ledger, the report says %+v", money.Text(told), tied)
	}
}
