package httpapi

import (
	"bytes"
	"context"

	"firmitas/api"
	"firmitas/core/furniture"
	"firmitas/core/money"
	"firmitas/core/report"
	"firmitas/core/worklog"
	"firmitas/internal/document"
	"firmitas/internal/workshop/books"
)

func (h *handlers) GetReports(
	ctx context.Context, _ api.GetReportsRequestObject,
) (api.GetReportsResponseObject, error) {
	r, err := h.rooms.Books.Reports(ctx)
	if err != nil {
		return nil, err
	}
	return api.GetReports200JSONResponse{
		Kinds: each(r.Kinds, func(k report.Kind) api.KindReport {
			out := api.KindReport{
				Name: k.Kind, Pieces: k.Pieces, Minutes: k.Minutes,
				Margin: money.Text(k.Margin), PerHour: money.Text(k.PerHour),
				Of: each(k.IDs, func(id int64) api.ShoppingPiece {
					return api.ShoppingPiece{ID: id, Name: r.Names[id]}
				}),
			}
			if kind := furniture.Find(k.Kind); kind != nil {
				out.Name = kind.Name
			}
			return out
		}),
		Works: each(r.Works, func(w report.Work) api.WorkReport {
			return api.WorkReport{Work: w.Work, Jobs: w.Jobs, Planned: w.Planned, Took: w.Took, OverPct: w.OverPct}
		}),
		Covered: each(r.Covered, func(c books.CoveredProduct) api.CoveredReport {
			return api.CoveredReport{
				Product: toRef(c.Product), LabelM2PerL: c.Product.SpreadM2L,
				By: each(c.By, toCovered),
			}
		}),
		Tied: each(r.Tied, func(t report.Tied) api.TiedReport {
			return api.TiedReport{ID: t.ID, Name: t.Name, Cost: money.Text(t.Cost), Days: t.Days, Reprice: t.Reprice}
		}),
		TiedUp: money.Text(r.Sum),
	}, nil
}

func toCovered(c worklog.Covered) api.Covered {
	return api.Covered{Method: c.Method, M2PerL: c.M2PerL, Jobs: c.Jobs}
}

func (h *handlers) ExportBookings(
	ctx context.Context, r api.ExportBookingsRequestObject,
) (api.ExportBookingsResponseObject, error) {
	all, err := h.rooms.Books.Bookings(ctx)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = document.WriteBookingsCSV(&out, each(all, func(b books.Booking) document.Booking {
		return document.Booking{
			At: b.At, Number: b.Number, Piece: b.Piece, Kind: string(b.Kind), Text: b.Text,
			Amount: money.Text(b.Amount),
		}
	}), or(r.Params.ByteOrderMark))
	return api.ExportBookings200TextCsvCharsetUTF8Response{Body: &out, ContentLength: int64(out.Len())}, err
}

func (h *handlers) ExportEverything(
	ctx context.Context, _ api.ExportEverythingRequestObject,
) (api.ExportEverythingResponseObject, error) {
	all, err := h.rooms.Books.Everything(ctx)
	if err != nil {
		return nil, err
	}
	out := api.ExportEverything200JSONResponse{}
	for table, rows := range all {
		out[table] = rows
	}
	return out, nil
}
