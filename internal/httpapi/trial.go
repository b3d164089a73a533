package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/core/workday"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
)

func (h *handlers) TryCalendar(
	ctx context.Context, r api.TryCalendarRequestObject,
) (api.TryCalendarResponseObject, error) {
	tried, err := h.rooms.Calendar.Try(ctx, fromTrial(*r.Body))
	if err != nil {
		return nil, err
	}
	return api.TryCalendar200JSONResponse{
		Bench: toBench(tried.Bench, h.rooms.House.Now()),
		Moved: each(tried.Moved, func(m calendar.Moved) api.Moved {
			return api.Moved{
				PieceID: m.Piece.ID, Piece: m.Piece.Name, LaterH: m.Later.Hours(), Ready: m.Ready.UTC(),
				LateH: m.Late.Hours(), WasLateH: m.Was.Hours(),
			}
		}),
	}, nil
}

func (h *handlers) TakeTrial(ctx context.Context, r api.TakeTrialRequestObject) (api.TakeTrialResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.TakeTrial200JSONResponse, error) {
		bench, err := h.rooms.Calendar.Take(ctx, fromTrial(r.Body.Trial), r.Body.Version)
		if err != nil {
			return api.TakeTrial200JSONResponse{}, err
		}
		return api.TakeTrial200JSONResponse(toBench(bench, h.rooms.House.Now())), nil
	})
}

func fromTrial(t api.Trial) calendar.Trial {
	day := func(d api.OwnDay) house.OwnDay {
		return house.OwnDay{
			Day: workday.Day{Open: d.Open, Close: d.Close}, Date: workday.DateOf(d.Date.Time),
			Name: d.Name, Person: or(d.Person),
		}
	}
	return calendar.Trial{
		Moves: each(t.Moves, func(m api.Move) calendar.Move {
			return calendar.Move{PieceID: m.PieceID, Version: m.Version, At: m.At}
		}),
		Off: each(t.Off, day), Helpers: each(t.Helpers, day), LeastDayC: t.LeastDayC, LeastNightC: t.LeastNightC,
	}
}
