package httpapi

import (
	"bytes"
	"context"

	"firmitas/api"
	"firmitas/core/shopping"
	"firmitas/internal/document"
	"firmitas/internal/workshop"
)

func (h *handlers) GetShopping(
	ctx context.Context, _ api.GetShoppingRequestObject,
) (api.GetShoppingResponseObject, error) {
	list, err := h.service.Shopping(ctx)
	if err != nil {
		return nil, err
	}
	return api.GetShopping200JSONResponse(toShopping(list)), nil
}

func (h *handlers) GetInstead(
	ctx context.Context, r api.GetInsteadRequestObject,
) (api.GetInsteadResponseObject, error) {
	subs, err := h.service.Instead(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetInstead200JSONResponse(each(subs, func(s workshop.Substitute) api.Substitute {
		return api.Substitute{
			Product: toRef(s.Product), LeftL: s.LeftL, Litres: s.Litres,
			Zones: append([]string{}, s.Zones...), Not: append([]string{}, s.Not...),
		}
	})), nil
}

func (h *handlers) ExportShopping(
	ctx context.Context, _ api.ExportShoppingRequestObject,
) (api.ExportShoppingResponseObject, error) {
	list, err := h.service.Shopping(ctx)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = document.WriteShoppingCSV(&out, each(toShopping(list).Lines, func(l api.ShoppingLine) document.ToBuy {
		row := document.ToBuy{Product: l.Product.Name, Litres: l.Litres, Lacks: l.LacksL, Cost: or(l.Cost)}
		row.By = l.LacksBy
		for _, p := range l.Pieces {
			row.Pieces = append(row.Pieces, p.Name)
		}
		for _, b := range l.Buy {
			row.Packs = append(row.Packs, document.Packs{Count: b.Count, Litres: b.SizeL})
		}
		return row
	}))
	return api.ExportShopping200TextCsvResponse{Body: &out, ContentLength: int64(out.Len())}, err
}

func toShopping(s workshop.Shopping) api.Shopping {
	out := api.Shopping{
		Lines:    each(s.Lines, func(l shopping.Line) api.ShoppingLine { return toShoppingLine(l, s) }),
		Supplies: each(s.Besides, toSupply),
	}
	var cents int64
	for _, l := range s.Lines {
		cents += l.Basket.Cents
		if l.Lacks > 0 && l.Basket.Cents == 0 {
			out.Unpriced++
		}
	}
	out.Cost = told(workshop.Money(cents))
	return out
}

func toShoppingLine(l shopping.Line, s workshop.Shopping) api.ShoppingLine {
	out := api.ShoppingLine{
		Product: toRef(l.Product), Litres: l.Litres, LacksL: l.Lacks, By: l.By.UTC(), LacksBy: when(l.LacksBy),
		Cost: told(workshop.Money(l.Basket.Cents)), Buy: []api.BoughtPack{},
		Pieces: []api.ShoppingPiece{}, KeepsMonths: told(l.Product.KeepsOpenedMonths()),
		From: each(l.From, func(d shopping.Drawn) api.DrawnTin {
			t := s.Tins[d.ID]
			return api.DrawnTin{TinID: d.ID, Size: t.Row.Size, Lot: t.Row.Lot, LeftL: t.LeftL, TakesL: d.Litres,
				Warnings: append([]string{}, t.Warnings...)}
		}),
		Stale: each(l.Stale, func(id int64) api.StaleTin {
			t := s.Tins[id]
			return api.StaleTin{TinID: id, Size: t.Row.Size, Lot: t.Row.Lot, LeftL: t.LeftL}
		}),
	}
	for i, n := range l.Basket.Counts {
		if n > 0 {
			out.Buy = append(out.Buy, api.BoughtPack{Count: n, SizeL: float64(l.Packs[i].ML) / 1000})
		}
	}
	if len(out.Buy) > 0 {
		out.OverL = told(float64(l.Basket.ML)/1000 - l.Lacks)
	}
	for _, id := range l.Pieces {
		out.Pieces = append(out.Pieces, api.ShoppingPiece{ID: int64(id), Name: s.Pieces[int64(id)].Name})
	}
	return out
}
