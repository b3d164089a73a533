package ledger

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/coating"
	"firmitas/core/money"
	"firmitas/core/worklog"
)

var today = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

func sum(text string) money.Amount { return decimal.RequireFromString(text) }

// product of a family, named after it.
func product(id int64, family string) *coating.Product {
	p, err := coating.New(coating.Product{ID: id, Name: family, Shade: coating.Clear}, family)
	if err != nil {
		panic(err)
	}
	return p
}

// What goes off a price is what went off it on the day of the sale: 2.5 % of 480.00 are 12.00 and a sixth of it 80.00,
// whatever cards and taxes take since. A price that is only asked goes by today's.
func TestASaleKeepsTheRatesOfItsDay(t *testing.T) {
	rates := []Rate{
		{From: today.AddDate(0, -2, 0), FeePct: sum("2.5"), TaxPct: sum("20")},
		{From: today.AddDate(0, 0, 10), FeePct: sum("5"), TaxPct: sum("25")},
	}
	later := today.AddDate(0, 1, 0)
	for kind, want := range map[worklog.Kind][2]string{worklog.Sold: {"12", "80"}, worklog.Asked: {"24", "96"}} {
		l := Make(Account{Standing: []worklog.Event{paid(1, kind, "480")}, Rates: rates, Now: later})
		if !l.Fees.Equal(sum(want[0])) || !l.Tax.Equal(sum(want[1])) {
			t.Errorf("%s: fees %s and tax %s, want %s and %s", kind, l.Fees, l.Tax, want[0], want[1])
		}
	}
}

func paid(id int64, kind worklog.Kind, amount string) worklog.Event {
	body, err := worklog.Decode(kind, fmt.Appendf(nil, `{"text": "handles", "amount": %q}`, amount))
	if err != nil {
		panic(err)
	}
	return worklog.Event{ID: id, At: today, Body: body}
}

// By hand: a chest bought for 80.00; half a tin of 1 L at 31.50 is 15.75 (practice: half a tin, half its price); handles at
// 24.00; 150 minutes at 42.00 are 105.00, and at 6.00 of overhead 15.00. Sold for 480.00 with 20 % tax and 2.5 % fees: 80.00
// of tax, 12.00 of fees. Left without hours 480 − 80 − 12 − 119.75 = 268.25, with them 148.25, by the hour 107.30.
func TestALedgerByHand(t *testing.T) {
	varnish := product(7, "clear_wb_pu")
	coat := worklog.Event{ID: 3, At: today, Body: worklog.Laid{
		Worked: worklog.Worked{Took: 30, Kin: worklog.Kin{Work: "brush"}}, Laying: worklog.Laying{TinID: 5, Litres: 0.5},
	}}
	standing := []worklog.Event{
		paid(1, worklog.Bought, "80"), paid(2, worklog.PartBought, "24"), coat,
		{ID: 4, At: today, Body: worklog.Hours{Worked: worklog.Worked{Took: 120}, Text: "fetched"}}, paid(5, worklog.Sold, "480"),
	}
	l := Make(Account{
		Standing: standing,
		Laid:     []Laid{{Event: coat, Product: varnish, Litres: 0.3, Title: "Clear, coat 1"}},
		Tins:     map[int64]Priced{5: {1, sum("31.50"), true}},
		Rates: []Rate{
			{From: today.AddDate(0, -1, 0), Hour: sum("42"), Overhead: sum("6"), FeePct: sum("2.5"), TaxPct: sum("20")},
			{From: today.AddDate(0, 1, 0), Hour: sum("60")},
		},
		Now: today,
	})
	for name, c := range map[string]struct {
		got  money.Amount
		want string
	}{
		"without hours": {l.Without, "119.75"}, "with": {l.With, "239.75"}, "fees": {l.Fees, "12"}, "tax": {l.Tax, "80"},
		"margin": {l.Margin, "268.25"}, "profit": {l.Profit, "148.25"}, "by the hour": {l.PerHour, "107.30"},
	} {
		if !c.got.Equal(sum(c.want)) {
			t.Errorf("%s: %s, want %s", name, c.got, c.want)
		}
	}
	if l.Minutes != 150 || l.PriceIs != worklog.Sold {
		t.Errorf("%.0f minutes, %s", l.Minutes, l.PriceIs)
	}
}

// What nobody told is an estimate and says so: a coat without litres as planned, at the price of the newest tin; minutes
// as planned; a product without a price is named and not counted.
func TestWhatNobodyToldIsAnEstimate(t *testing.T) {
	varnish := product(7, "clear_wb_pu")
	wax := product(8, "wax_clear")
	first := worklog.Event{ID: 1, At: today, Body: worklog.Laid{}}
	second := worklog.Event{ID: 2, At: today, Body: worklog.Laid{Laying: worklog.Laying{Litres: 0.1}}}
	l := Make(Account{
		Standing: []worklog.Event{first, second},
		Laid: []Laid{
			{Event: first, Product: varnish, Litres: 0.25, Minutes: 60, Title: "Clear"}, {Event: second, Product: wax, Title: "Wax"},
		},
		PerL:     map[int64]money.Amount{7: sum("20")},
		Rates:    []Rate{{Hour: sum("40")}},
		Supplies: SuppliesCost{InAll: sum("9"), Ahead: sum("6")}, // so that 3 are used up
	})
	if !l.AheadMaterial.Equal(sum("6")) {
		t.Errorf("%s of material still to come", l.AheadMaterial)
	}
	if !l.Without.Equal(sum("8")) || !l.With.Equal(sum("48")) || len(l.Unpriced) != 1 || l.Unpriced[0] != "wax_clear" {
		t.Errorf("%+v", l)
	}
	for _, line := range l.Lines {
		if !line.Estimate || len(line.Facts) == 0 {
			t.Errorf("%+v passes for told", line)
		}
	}
}

// Property over random ledgers: the lines add up to the whole to the hundredth, every line rests on facts, and taking a
// fact back takes off exactly its own lines and leaves those of the others as they were.
func TestLinesAreTheWhole(t *testing.T) {
	r := rand.New(rand.NewPCG(15, 3))
	varnish := product(7, "clear_wb_pu")
	for range 300 {
		var all []worklog.Event
		var laid []Laid
		for id := range int64(1 + r.IntN(12)) {
			name, amount := string(rune('a'+id)), decimal.New(r.Int64N(100_000), -2)
			e := worklog.Event{ID: id + 1, At: today}
			switch r.IntN(5) {
			case 0:
				e.Body = worklog.Purchase{Text: name, Amount: amount}
			case 1:
				e.Body = worklog.PartPurchase{Text: name, Amount: amount}
			case 2:
				e.Body = worklog.Asking{Amount: amount}
			case 3:
				e.Body = worklog.Hours{Text: name, Worked: worklog.Worked{Took: r.Float64() * 300}}
			case 4:
				e.Body = worklog.Laid{
					Laying: worklog.Laying{TinID: 5, Litres: r.Float64()},
					Worked: worklog.Worked{Took: r.Float64() * 90, Kin: worklog.Kin{Work: name}},
				}
				laid = append(laid, Laid{Event: e, Product: varnish, Title: name})
			}
			all = append(all, e)
		}
		account := Account{
			Standing: all, Laid: laid, Tins: map[int64]Priced{5: {0.75, sum("22.90"), true}},
			Rates: []Rate{{Hour: sum("37.77"), Overhead: sum("5.55")}},
		}
		l := Make(account)
		total := money.Zero
		for _, line := range l.Lines {
			total = total.Add(line.Amount)
			if !line.Amount.Equal(money.Round(line.Amount)) || len(line.Facts) == 0 && line.Kind != Overhead {
				t.Fatalf("%+v", line)
			}
		}
		if !total.Equal(l.With) {
			t.Fatalf("lines come to %s, the whole is %s", total, l.With)
		}
		back := worklog.Event{ID: 99, Body: worklog.Back{Of: all[0].ID}}
		account.Standing = worklog.Standing(append(all, back))
		account.Laid = nil
		for _, of := range laid {
			if of.Event.ID != all[0].ID {
				account.Laid = append(account.Laid, of)
			}
		}
		for _, line := range Make(account).Lines {
			for _, was := range l.Lines {
				same := line.Kind == was.Kind && line.Title == was.Title && line.Kind != Overhead
				if same && len(was.Facts) == 1 && !line.Amount.Equal(was.Amount) {
					t.Fatalf("taken back another fact, and %+v was %+v", line, was)
				}
			}
		}
	}
}

// By hand: a pad that costs 18.00 and an hour and a half at 48.00 an hour all in, and adds 70.00 with 20 % tax in it, leaves
// 70 − 11.67 − 18 − 72 = −31.67: it does not pay. Handles for 24.00 and 20 minutes that add 60.00 leave 10.00.
func TestAnExtraThatDoesNotPay(t *testing.T) {
	rate := Rate{Hour: sum("42"), Overhead: sum("6"), TaxPct: sum("20")}
	pad := Extra{Name: "Pad", Cost: sum("18"), Minutes: 90, Price: sum("70")}
	handles := Extra{Name: "Handles", Cost: sum("24"), Minutes: 20, Price: sum("60")}
	if got := pad.Gain(rate); !got.Equal(sum("-31.67")) {
		t.Errorf("the pad leaves %s", got)
	}
	if got := handles.Gain(rate); !got.Equal(sum("10")) {
		t.Errorf("handles leave %s", got)
	}
	if perHour, ok := pad.PerHour(rate); !ok || !perHour.Equal(sum("26.89")) {
		t.Errorf("an hour on the pad brings %s", perHour)
	}
	if _, ok := (Extra{}).PerHour(rate); ok {
		t.Error("no hours, and an hour brings something")
	}
}

func TestHowLongItStands(t *testing.T) {
	l := Make(Account{Standing: []worklog.Event{paid(1, worklog.Asked, "300"), paid(2, worklog.Asked, "280")}, Now: today})
	if got := l.Standing(today.AddDate(0, 0, RepriceAfter)); got != RepriceAfter || !l.Price.Equal(sum("280")) {
		t.Errorf("%d days at %s", got, l.Price)
	}
	sold := Make(Account{Standing: []worklog.Event{paid(1, worklog.Asked, "300"), paid(2, worklog.Sold, "280")}, Now: today})
	if sold.Standing(today.AddDate(1, 0, 0)) != 0 {
		t.Error("sold, and it stands")
	}
}

// Only what is taken into the price adds to it: of a pad at 48 with 14 of cost and a name at 30, the pad alone.
func TestOnlyWhatIsTakenAddsToThePrice(t *testing.T) {
	pad := Extra{Name: "pad", Price: sum("48"), Cost: sum("14"), Minutes: 35, Taken: true}
	name := Extra{Name: "name", Price: sum("30"), Cost: sum("2.50"), Minutes: 75}
	if price, gain := Taken([]Extra{pad, name}, Rate{}); !price.Equal(sum("48")) || !gain.Equal(pad.Gain(Rate{})) {
		t.Errorf("%s more, of which %s stay", price, gain)
	}
}
