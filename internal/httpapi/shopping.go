package httpapi

import (
	"bytes"
	"context"
	"fmt"

	"firmitas/api"
	"firmitas/core/money"
	"firmitas/core/shopping"
	"firmitas/core/supplies"
	"firmitas/core/worklog"
	"firmitas/internal/document"
	"firmitas/internal/workshop/books"
)

func (h *handlers) GetShopping(
	ctx context.Context, _ api.GetShoppingRequestObject,
) (api.GetShoppingResponseObject, error) {
	list, err := h.rooms.Books.Shopping(ctx)
	if err != nil {
		return nil, err
	}
	return api.GetShopping200JSONResponse(toShopping(list)), nil
}

func (h *handlers) GetInstead(
	ctx context.Context, r api.GetInsteadRequestObject,
) (api.GetInsteadResponseObject, error) {
	subs, err := h.rooms.Books.Instead(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetInstead200JSONResponse(each(subs, func(s books.Substitute) api.Substitute {
		return api.Substitute{
			Product: toRef(s.Product), LeftL: s.LeftL, Litres: s.Litres,
			Zones: append([]string{}, s.Zones...), Not: append([]string{}, s.Not...),
		}
	})), nil
}

func (h *handlers) ExportShopping(
	ctx context.Context, r api.ExportShoppingRequestObject,
) (api.ExportShoppingResponseObject, error) {
	list, err := h.rooms.Books.Shopping(ctx)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = document.WriteShoppingCSV(&out, toBuy(list), or(r.Params.ByteOrderMark))
	return api.ExportShopping200TextCsvCharsetUTF8Response{Body: &out, ContentLength: int64(out.Len())}, err
}

// toBuy is everything on the list, line by line: what coats take, what single pieces want, and what the work takes
// besides. What is no coat stands on no shelf, and lacks as a whole.
func toBuy(s books.Shopping) []document.ToBuy {
	out := each(s.Lines, func(l shopping.Line) document.ToBuy {
		row := document.ToBuy{
			What: l.Product.Name, Takes: l.Litres, Lacks: l.Lacks, Unit: "L", By: when(l.LacksBy),
			Cost: books.Money(l.Basket.Cents),
		}
		if row.By != nil {
			*row.By = row.By.In(s.Home.Zone)
		}
		for _, id := range l.Pieces {
			row.For = append(row.For, s.Pieces[int64(id)].Name)
		}
		for i, n := range l.Basket.Counts {
			if n > 0 {
				size := l.Product.Amount(float64(l.Packs[i].ML) / 1000)
				row.Packs = append(row.Packs, fmt.Sprintf("%d x %s", n, size))
			}
		}
		return row
	})
	for _, p := range s.Parts {
		row := document.ToBuy{What: p.Text, Takes: p.Qty, Lacks: p.Qty, Unit: string(p.Unit)}
		for _, f := range p.For {
			row.For = append(row.For, s.Pieces[int64(f.Piece)].Name)
		}
		out = append(out, row)
	}
	for _, l := range s.Besides {
		row := document.ToBuy{What: l.Supply.Name, Takes: l.Amount, Lacks: l.Amount, Unit: string(l.Supply.Unit)}
		if cost, known := l.Cost(s.Home.Supplies); known {
			row.Cost = money.Text(cost)
		}
		if l.Grit > 0 {
			row.What += fmt.Sprintf(", P%d", l.Grit)
		}
		for _, share := range l.For {
			row.For = append(row.For, share.Title)
		}
		out = append(out, row)
	}
	return out
}

func toShopping(s books.Shopping) api.Shopping {
	out := api.Shopping{
		Lines:    each(s.Lines, func(l shopping.Line) api.ShoppingLine { return toShoppingLine(l, s) }),
		Supplies: each(s.Besides, func(l supplies.Line) api.SupplyLine { return toPricedSupply(l, s.Home.Supplies) }),
		Parts:    each(s.Parts, func(p shopping.Part) api.ShoppingPart { return toShoppingPart(p, s) }),
	}
	out.Low = each(s.Low, func(l shopping.Scarce) api.ScarceProduct {
		return api.ScarceProduct{Product: toRef(l.Product), LeftL: l.Left, APieceL: l.APiece}
	})
	if sum := supplies.Cost(s.Besides, s.Home.Supplies); sum.IsPositive() {
		out.SuppliesCost = told(money.Text(sum))
	}
	var cents int64
	for _, l := range s.Lines {
		cents += l.Basket.Cents
		if l.Lacks > 0 && l.Basket.Cents == 0 {
			out.Unpriced++
		}
	}
	out.Cost = told(books.Money(cents))
	return out
}

func toShoppingPart(p shopping.Part, s books.Shopping) api.ShoppingPart {
	return api.ShoppingPart{
		Text: p.Text, Qty: p.Qty, Unit: api.PartUnit(p.Unit),
		For: each(p.For, func(f shopping.PartFor) api.PartShare {
			id := int64(f.Piece)
			return api.PartShare{
				Fact: f.Fact, Qty: f.Qty, Piece: api.ShoppingPiece{ID: id, Name: s.Pieces[id].Name},
			}
		}),
	}
}

func toWantedPart(e worklog.Event) api.WantedPart {
	return api.WantedPart{Fact: e.ID, Text: e.Text(), Qty: e.Part().Qty, Unit: api.PartUnit(e.Part().Unit)}
}

func toShoppingLine(l shopping.Line, s books.Shopping) api.ShoppingLine {
	out := api.ShoppingLine{
		Product: toRef(l.Product), Litres: l.Litres, LacksL: l.Lacks, By: l.By.UTC(), LacksBy: when(l.LacksBy),
		Cost: told(books.Money(l.Basket.Cents)), Buy: []api.BoughtPack{},
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
