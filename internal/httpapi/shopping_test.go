package httpapi

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"firmitas/api"
)

// One list over three pieces: what a coat that was told took is not bought again, a tin on the shelf is used first, packs
// are those that the product was bought in, at the price that was paid last, and it all adds up.
func TestOneShoppingListOverAllPieces(t *testing.T) {
	c := start(t)
	clear := c.products()["Mizzen Clear"].Ref.ID
	lineOf := func() (out api.ShoppingLine) {
		list := get[api.Shopping](c, "/api/shopping")
		at := slices.IndexFunc(list.Lines, func(l api.ShoppingLine) bool { return l.Product.ID == clear })
		if at < 0 {
			return out
		}
		return list.Lines[at]
	}
	before := lineOf()
	var last api.Piece
	for n := range 3 {
		in := input()
		in.Name, in.Start = fmt.Sprintf("Table %d", n+1), now.AddDate(0, 0, 20+n)
		in.Promised, in.Zones[0].AreaM2 = ptr(now.AddDate(0, 2, 0)), 10
		last = answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
		last = c.choose(last, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}})
	}
	with := lineOf()
	each := get[api.PlanAnswer](c, pathOf(last.ID)+"/plan").Plan.Needs[0].Litres
	if got := with.Litres - before.Litres; got < 3*each-0.001 || got > 3*each+0.001 {
		t.Errorf("three tables take %.3f L, one %.3f", got, each)
	}
	for _, price := range []string{"31.50", "29,90"} {
		tin := api.TinInput{Size: "750 mL", Price: price, Left: "0 %"}
		answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, tin), 201)
	}
	bought := lineOf()
	held := 0.0
	for _, b := range bought.Buy {
		held += float64(b.Count) * b.SizeL
	}
	if bought.LacksL <= 0 || held < bought.LacksL || bought.OverL == nil || bought.Cost == nil {
		t.Errorf("%.3f L lack: %+v for %v", bought.LacksL, bought.Buy, bought.Cost)
	}
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", clear), encode(t, api.TinInput{Size: "20 L"}), 201)
	full := lineOf()
	if full.LacksL > 0 || full.Cost != nil || !slices.ContainsFunc(full.From, func(d api.DrawnTin) bool { return d.TinID == tin.ID }) {
		t.Errorf("with 20 L on the shelf: %+v", full)
	}
	code, csv := c.call("GET", "/api/shopping/export", "")
	if code != 200 || !strings.Contains(string(csv), "Mizzen Clear") || !strings.Contains(string(csv), "Table 3") {
		t.Errorf("%d: %s", code, csv)
	}
	coat := coatOf(last, 1, now, "coat_laid")
	c.tellOf(last.ID, coat, 201)
	if told := lineOf(); told.Litres > full.Litres-each/4 {
		t.Errorf("a coat was told, and %.3f L are still taken, as %.3f before", told.Litres, full.Litres)
	}
}

// Where a product cannot be had, only what the judge accepts in its place is named, and the zones that it may not serve.
func TestWhatMayBeLaidInstead(t *testing.T) {
	c := start(t)
	clear := c.products()["Mizzen Clear"].Ref.ID
	in := input()
	in.Name, in.Start = "Table without its tin", now.AddDate(0, 0, 40)
	in.Promised = ptr(now.AddDate(0, 3, 0))
	p := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	p = c.choose(p, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}})
	subs := get[[]api.Substitute](c, fmt.Sprintf("/api/shopping/%d/instead", clear))
	served := false
	for _, s := range subs {
		if s.Product.ID == clear || len(s.Zones) == 0 || s.Litres <= 0 {
			t.Errorf("%+v", s)
		}
		if !slices.Contains(s.Zones, in.Name) {
			continue
		}
		served = true
		other := c.choose(p, 0, []api.LayerChoice{{Role: "protect", ProductID: s.Product.ID, Coats: 3}}) // or it is refused
		p = c.choose(other, 0, []api.LayerChoice{{Role: "protect", ProductID: clear, Coats: 3}})
	}
	if !served {
		t.Errorf("nothing may take its place: %+v", subs)
	}
	if status, _ := c.call("GET", "/api/shopping/999999/instead", ""); status != 404 {
		t.Errorf("no such product: %d", status)
	}
}

// Parts that pieces want stand on one list until somebody tells that they were bought: then they are in the ledger. What is
// sold by weight is told and bought by weight, through the density of its kind where the label gives none.
func TestPartsAndPastesAreBought(t *testing.T) {
	c := start(t)
	p, _ := c.begunDesk()
	wanted := c.tellOf(p.ID, toTell{"kind": "part_wanted", "text": "Handles", "qty": 4.0, "unit": api.PartUnitCount, "who": "JT"}, 201)
	status, data := c.call("POST", pathOf(p.ID)+"/events",
		encode(t, toTell{"kind": "part_wanted", "text": "Handles", "unit": api.PartUnitCount, "who": "JT"}))
	if status != 422 || detailAt(t, data, "/qty") == "" {
		t.Errorf("none of something: %d %s", status, data)
	}
	c.refuses(pathOf(p.ID)+"/events", encode(t, toTell{
		"kind": "part_wanted", "text": "Glass", "qty": 1.0,
		"unit": api.PartUnitCount, "amount": "30", "who": "JT",
	}), "/amount")
	parts := get[api.Shopping](c, "/api/shopping").Parts
	ours := slices.IndexFunc(parts, func(p api.ShoppingPart) bool { return p.Text == "Handles" })
	if ours < 0 || parts[ours].For[0].Fact != wanted.ID || parts[ours].Qty != 4 {
		t.Fatalf("%+v", parts)
	}
	_, csv := c.call("GET", "/api/shopping/export", "")
	if !strings.Contains(string(csv), "Handles,4.000,4.000,count,") {
		t.Errorf("%s", csv)
	}
	bought := toTell{"kind": "part_bought", "of": wanted.ID, "text": "Handles", "amount": "18,40", "who": "JT"}
	c.tellOf(p.ID, bought, 201)
	status, data = c.call("POST", pathOf(p.ID)+"/events", encode(t, bought))
	if status != 422 || detailAt(t, data, "/of") == "" {
		t.Errorf("bought twice: %d %s", status, data)
	}
	l := get[api.Ledger](c, pathOf(p.ID)+"/ledger")
	paid := slices.ContainsFunc(l.Lines, func(l api.LedgerLine) bool { return l.Kind == "part" && l.Amount == "18.40" })
	if !paid || len(l.Wanted) > 0 {
		t.Errorf("paid %v, still wanted %+v", paid, l.Wanted)
	}
	paste := productInput("Loft Paste")
	paste.Family, paste.Label, paste.Statements = "wax_clear", map[string]string{}, map[string]api.Statement{}
	wax := answer[api.Product](c, "POST", "/api/products", encode(t, paste), 201)
	tin := answer[api.Tin](c, "POST", fmt.Sprintf("/api/products/%d/tins", wax.Ref.ID),
		encode(t, api.TinInput{Size: "400 g", Left: "100 g", Price: "12"}), 201)
	if wax.Ref.KgPerL == nil || tin.LeftL*(*wax.Ref.KgPerL) < 0.0999 || tin.LeftL*(*wax.Ref.KgPerL) > 0.1001 {
		t.Errorf("%v kg/L, %v L left", wax.Ref.KgPerL, tin.LeftL)
	}
	said := productInput("Loft Clear by the tin")
	said.Facts.SoldIn = "a lot"
	status, data = c.call("POST", "/api/products", encode(t, said))
	if status != 422 || detailAt(t, data, "/facts/soldIn") == "" {
		t.Errorf("sold in a lot: %d %s", status, data)
	}
	said.Facts.SoldIn = "750 mL 24,50; 2.5 L 62"
	sold := answer[api.Product](c, "POST", "/api/products", encode(t, said), 201)
	in := input()
	in.Name, in.Start, in.Promised, in.Zones[0].AreaM2 = "Table of Loft Clear", now.AddDate(0, 0, 30), nil, 5
	table := answer[api.Piece](c, "POST", "/api/pieces", encode(t, in), 201)
	table = c.choose(table, 0, []api.LayerChoice{{Role: "protect", ProductID: sold.Ref.ID, Coats: 3}})
	lines := get[api.Shopping](c, "/api/shopping").Lines
	at := slices.IndexFunc(lines, func(l api.ShoppingLine) bool { return l.Product.ID == sold.Ref.ID })
	if at < 0 || lines[at].Cost == nil || *lines[at].Cost != "62.00" || lines[at].Buy[0].SizeL != 2.5 {
		t.Errorf("what nobody bought yet is bought as it is sold: %+v", lines)
	}
	ahead := get[api.Ledger](c, pathOf(table.ID)+"/ledger")
	if slices.Contains(ahead.Unpriced, said.Name) || ahead.AheadMaterial == "0.00" {
		t.Errorf("its material is not reckoned: %s, unpriced %v", ahead.AheadMaterial, ahead.Unpriced)
	}
	light := answer[api.Product](c, "POST", "/api/products", encode(t, productInput("Loft Clear")), 201)
	status, data = c.call("POST", fmt.Sprintf("/api/products/%d/tins", light.Ref.ID), encode(t, api.TinInput{Size: "400 g"}))
	if status != 422 || !strings.Contains(detailAt(t, data, "/size"), "density") {
		t.Errorf("a varnish by weight without its density: %d %s", status, data)
	}
}
