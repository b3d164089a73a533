package report

import (
	"testing"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/ledger"
	"firmitas/core/worklog"
)

var now = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

var sum = decimal.RequireFromString

// By hand: chests sold for 480.00 and 300.00 with 20 % tax within leave 400 − 120 and 250 − 90 over their cost, 440.00 in
// 10 hours; a table 100 − 40 in one. What nobody sold, or told no hours of, counts nowhere.
func TestWhichKindsEarn(t *testing.T) {
	sold := func(kind, price, cost string, minutes float64) Piece {
		return Piece{Kind: kind, Price: sum(price), Cost: sum(cost), Minutes: minutes, PriceIs: worklog.Sold, PricedAt: now}
	}
	asked := sold("chest", "900", "10", 60)
	asked.PriceIs = worklog.Asked
	kinds := Kinds([]Piece{
		sold("chest", "480", "120", 420), sold("chest", "300", "90", 180), sold("table", "120", "40", 60), asked,
		sold("toy", "90", "20", 0),
	}, []ledger.Rate{{TaxPct: sum("20")}})
	if len(kinds) != 2 || kinds[0].Kind != "table" || !kinds[0].PerHour.Equal(sum("60")) {
		t.Fatalf("%+v", kinds)
	}
	if k := kinds[1]; k.Pieces != 2 || !k.Margin.Equal(sum("440")) || !k.PerHour.Equal(sum("44")) {
		t.Errorf("%+v", k)
	}
}

// Two days planned that took three are 50 % over (practice); two jobs say nothing.
func TestWhichEstimatesAreWrong(t *testing.T) {
	got := Works([]Work{{"brush", 5, 100, 90, 0}, {"scrape", 3, 960, 1440, 0}, {"strip", 2, 10, 100, 0}})
	if len(got) != 2 || got[0].Work != "scrape" || got[0].OverPct != 50 || got[1].OverPct > -9.9 {
		t.Errorf("%+v", got)
	}
}

func TestWhatIsTiedUp(t *testing.T) {
	own := Piece{ID: 1, Own: true, Cost: sum("80"), Taken: now.AddDate(0, 0, -10)}
	dear := Piece{ID: 2, Own: true, Cost: sum("200"), Taken: now.AddDate(0, 0, -100), AskedAt: now.AddDate(0, 0, -70)}
	gone := Piece{ID: 3, Own: true, Cost: sum("500"), PriceIs: worklog.Sold}
	tied, all := TiedUp([]Piece{own, dear, gone, {ID: 4, Cost: sum("9")}}, now)
	if len(tied) != 2 || tied[0].ID != 2 || tied[0].Days != 70 || !tied[0].Reprice || tied[1].Reprice || !all.Equal(sum("280")) {
		t.Errorf("%+v, %s", tied, all)
	}
}
