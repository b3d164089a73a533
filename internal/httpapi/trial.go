package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/core/schedule"
	"firmitas/internal/workshop"
)

func (h *handlers) TryCalendar(
	ctx context.Context, r api.TryCalendarRequestObject,
) (api.TryCalendarResponseObject, error) {
	tried, err := h.service.Try(ctx, fromTrial(*r.Body))
	if err != nil {
		return nil, err
	}
	return api.TryCalendar200JSONResponse{
		Bench: toBench(tried.Bench, h.service.Now()),
		Moved: each(tried.Moved, func(m workshop.Moved) api.Moved {
			return api.Moved{
				PieceID: m.Piece.ID, Piece: m.Piece.Name, LaterH: m.Later.Hours(), Ready: m.Ready.UTC(),
				LateH: m.Late.Hours(), WasLateH: m.Was.Hours(),
			}
		}),
	}, nil
}

func (h *handlers) TakeTrial(ctx context.Context, r api.TakeTrialRequestObject) (api.TakeTrialResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.TakeTrial200JSONResponse, error) {
		bench, err := h.service.Take(ctx, fromTrial(r.Body.Trial), r.Body.Version)
		if err != nil {
			return api.TakeTrial200JSONResponse{}, err
		}
		return api.TakeTrial200JSONResponse(toBench(bench, h.service.Now())), nil
	})
}

func fromTrial(t api.Trial) workshop.Trial {
	day := func(d api.OwnDay) workshop.OwnDay {
		return workshop.OwnDay{
			Day: schedule.Day{Open: d.Open, Close: d.Close}, Date: schedule.DateOf(d.Date.Time),
			Name: d.Name, Person: or(d.Person),
		}
	}
	return workshop.Trial{
		Moves: each(t.Moves, func(m api.Move) workshop.Move {
			return workshop.Move{PieceID: m.PieceID, Version: m.Version, At: m.At}
		}),
		Off: each(t.Off, day), Helpers: each(t.Helpers, day), LeastDayC: t.LeastDayC, LeastNightC: t.LeastNightC,
	}
}
