package httpapi

import (
	"context"

	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/worklog"
	"firmitas/internal/workshop/books"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

func (h *handlers) GetLedger(ctx context.Context, r api.GetLedgerRequestObject) (api.GetLedgerResponseObject, error) {
	l, err := h.rooms.Books.Ledger(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetLedger200JSONResponse(toLedger(l)), nil
}

func (h *handlers) PutExtras(ctx context.Context, r api.PutExtrasRequestObject) (api.PutExtrasResponseObject, error) {
	all := each(r.Body.Extras, func(e api.ExtraInput) books.ExtraDraft {
		return books.ExtraDraft{Name: e.Name, Cost: e.Cost, Minutes: e.Minutes, Price: e.Price, Taken: e.Taken}
	})
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.PutExtras200JSONResponse, error) {
		l, err := h.rooms.Books.SaveExtras(ctx, r.ID, r.Body.Version, all)
		if err != nil {
			return api.PutExtras200JSONResponse{}, err
		}
		return api.PutExtras200JSONResponse(toLedger(l)), nil
	})
}

func toLedger(l books.Ledger) api.Ledger {
	out := api.Ledger{
		Lines: each(l.Lines, func(line ledger.Line) api.LedgerLine {
			return api.LedgerLine{
				Kind: api.LedgerLineKind(line.Kind), Title: line.Title,
				Amount:   money.Text(line.Amount),
				Estimate: line.Estimate,
				Note:     line.Note, Minutes: line.Minutes, Facts: append([]int64{}, line.Facts...),
			}
		}),
		Without: money.Text(l.Without), With: money.Text(l.With), Minutes: l.Minutes,
		Unpriced: append([]string{}, l.Unpriced...), Fees: money.Text(l.Fees), Tax: money.Text(l.Tax),
		Extras: each(l.Extras, func(e ledger.Extra) api.Extra { return toExtra(e, l.Rate) }),
		Rate:   toRate(l.Rate), StandingDays: l.Days, Reprice: l.Days >= ledger.RepriceAfter, SoldAt: when(l.SoldAt),
		Matches: each(l.Matches, func(p piece.Piece) api.ShoppingPiece {
			return api.ShoppingPiece{ID: p.ID, Name: p.Name}
		}),
		Wanted: each(worklog.ToBuy(l.Piece.Standing), toWantedPart),
		Alike:  l.Piece.Alike, Version: l.Piece.Version,
		AheadMaterial: money.Text(l.AheadMaterial), AheadHours: money.Text(l.AheadHours), AheadMinutes: l.AheadMinutes,
	}
	price, gain := ledger.Taken(l.Extras, l.Rate)
	out.ExtrasPrice, out.ExtrasGain = money.Text(price), money.Text(gain)
	if l.PriceIs != "" {
		is := api.LedgerPriceIs(l.PriceIs)
		out.PriceIs, out.Price = &is, told(money.Text(l.Price))
		out.Margin, out.Profit = told(money.Text(l.Margin)), told(money.Text(l.Profit))
		if l.Minutes+l.AheadMinutes > 0 {
			out.PerHour = told(money.Text(l.PerHour))
		}
	}
	return out
}

func toExtra(e ledger.Extra, r ledger.Rate) api.Extra {
	gain := e.Gain(r)
	out := api.Extra{
		Input: api.ExtraInput{
			Name: e.Name, Cost: money.Text(e.Cost), Minutes: e.Minutes, Price: money.Text(e.Price), Taken: e.Taken,
		},
		Gain: money.Text(gain), Pays: !gain.IsNegative(),
	}
	if perHour, ok := e.PerHour(r); ok {
		out.PerHour = told(money.Text(perHour))
	}
	return out
}

func toRate(r ledger.Rate) api.MoneyRate {
	return api.MoneyRate{
		From: openapi_types.Date{Time: r.From}, Hour: money.Text(r.Hour), Overhead: money.Text(r.Overhead),
		FeePct: money.Text(r.FeePct), TaxPct: money.Text(r.TaxPct), TaxShown: r.TaxShown,
	}
}

func fromRate(r api.MoneyRate) house.RateDraft {
	return house.RateDraft{
		From: r.From.Time, Hour: r.Hour, Overhead: r.Overhead, FeePct: r.FeePct, TaxPct: r.TaxPct, TaxShown: r.TaxShown,
	}
}
