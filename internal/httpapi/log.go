package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"maps"
	"slices"
	"strings"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/fault"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

func (h *handlers) ReadAir(ctx context.Context, r api.ReadAirRequestObject) (api.ReadAirResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.ReadAir201JSONResponse, error) {
		read, err := h.service.ReadAir(ctx, workshop.Reading{
			Air: climate.Air{TempC: r.Body.Air.TempC, RH: r.Body.Air.Rh}, At: or(r.Body.ReadAt), Who: r.Body.Who,
			PieceID: or(r.Body.PieceID),
		})
		return api.ReadAir201JSONResponse(toRoomAir(read)), err
	})
}

// ofEvery are the fields that a fact of every kind has, besides its body.
var ofEvery = []string{"kind", "zoneId", "happenedAt", "who", "plannedId"}

// fromEventInput reads a fact: its body has the fields of the contract under their own names.
func fromEventInput(in api.EventInput) (worklog.Event, error) {
	out := worklog.Event{Zone: or(in.ZoneID), At: or(in.HappenedAt), Who: in.Who}
	if in.Text != nil {
		in.Text = told(strings.TrimSpace(*in.Text))
	}
	if text := or(in.Amount); text != "" {
		amount, err := money.Read(text)
		if err != nil {
			return out, invalid("/amount", "A sum such as 24.50 or 1 240,00.")
		}
		in.Amount = told(money.Text(amount))
	} else {
		in.Amount = nil
	}
	data, err := json.Marshal(in)
	if err != nil {
		return out, err
	}
	var fields map[string]json.RawMessage
	if err := json.Unmarshal(data, &fields); err != nil {
		return out, err
	}
	maps.DeleteFunc(fields, func(name string, _ json.RawMessage) bool { return slices.Contains(ofEvery, name) })
	if data, err = json.Marshal(fields); err != nil {
		return out, err
	}
	out.Body, err = worklog.ReadTold(worklog.Kind(in.Kind), data)
	if unknown, is := errors.AsType[*worklog.UnknownField](err); is {
		return out, invalid("/"+unknown.Field, "Facts of this kind tell nothing of the sort.")
	}
	return out, err
}

func invalid(field, detail string) error {
	return &workshop.Invalid{Fields: []workshop.FieldError{{Field: field, Detail: detail}}}
}

func toRoomAir(r workshop.Reading) api.RoomAir {
	return api.RoomAir{
		ID: r.ID, Air: toAir(r.Air), ReadAt: r.At.UTC(), Who: r.Who, Doubted: told(r.Doubted),
	}
}

func (h *handlers) GetAir(ctx context.Context, _ api.GetAirRequestObject) (api.GetAirResponseObject, error) {
	a, err := h.service.Air(ctx)
	if err != nil {
		return nil, err
	}
	out := api.GetAir200JSONResponse{
		Now: h.service.Now().UTC(), Readings: each(a.Readings, toRoomAir), HeardForecast: when(a.Heard),
		Spells: each(a.Course, toSpell), Outdoors: each(a.Outdoors, toSpell),
	}
	out.Device.Asked, out.Device.Heard, out.Device.Silent = a.Device.Asked, when(a.Device.Heard), a.Device.Silent
	return out, nil
}

func toSpell(s climate.Spell) api.AirSpell {
	return api.AirSpell{
		From: s.From.UTC(), To: s.To.UTC(), Air: toAir(s.Air), Wet: told(s.Wet), Source: api.AirSpellSource(s.Source),
	}
}

func (h *handlers) TakeBackReading(
	ctx context.Context, r api.TakeBackReadingRequestObject,
) (api.TakeBackReadingResponseObject, error) {
	back := func(ctx context.Context) error { return h.service.TakeBackReading(ctx, r.ReadingID, r.Params.Who) }
	return onceGone[api.TakeBackReading204Response](ctx, h, r.Params.IdempotencyKey, r, back)
}

func toTimer(t schedule.Timer) api.Timer {
	return api.Timer{
		Kind: api.TimerKind(t.Kind), Zone: t.Zone, Of: t.Of, From: t.From.UTC(), Until: t.Until.UTC(), Event: t.Event,
		Layer: t.Coat.Layer, Coat: t.Coat.N,
	}
}

func toCoatName(c *worklog.Coat) *api.CoatName {
	if c == nil {
		return nil
	}
	return &api.CoatName{Layer: c.Layer, Coat: c.N}
}

func (h *handlers) GetLearned(
	ctx context.Context, _ api.GetLearnedRequestObject,
) (api.GetLearnedResponseObject, error) {
	learned, err := h.service.Learned(ctx)
	share := func(s worklog.Share) api.LearnedShare {
		return api.LearnedShare{Of: s.Of, PerM2: s.PerM2, Jobs: s.Jobs}
	}
	return api.GetLearned200JSONResponse(each(learned, func(l worklog.Learned) api.Learned {
		return api.Learned{
			Work: l.Work, PerM2: l.PerM2, Jobs: l.Jobs, Least: l.Least, Most: l.Most,
			Who: each(l.Who, share), Face: each(l.Face, share),
		}
	})), err
}

func (h *handlers) GetTechniqueNotes(
	ctx context.Context, _ api.GetTechniqueNotesRequestObject,
) (api.GetTechniqueNotesResponseObject, error) {
	notes, err := h.service.CardNotes(ctx)
	return api.GetTechniqueNotes200JSONResponse(each(notes, toTechniqueNote)), err
}

func (h *handlers) PutTechniqueNote(
	ctx context.Context, r api.PutTechniqueNoteRequestObject,
) (api.PutTechniqueNoteResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r,
		func(ctx context.Context) (api.PutTechniqueNote200JSONResponse, error) {
			n, err := h.service.PutCardNote(ctx, r.Body.Card, r.Body.Note, r.Body.Version)
			return api.PutTechniqueNote200JSONResponse(toTechniqueNote(n)), err
		})
}

func toTechniqueNote(n store.CardNote) api.TechniqueNote {
	return api.TechniqueNote{Card: n.Card, Note: n.Note, Version: n.Version}
}

func toProductFault(f workshop.PieceEvent) api.ProductFault {
	out := api.ProductFault{
		At: f.At.UTC(), Piece: f.Piece, PieceID: f.PieceID, Words: f.Text(), Who: f.Who,
	}
	if cause := fault.Causes[f.Fault().Cause]; cause != nil {
		out.Cause = &cause.Words
	}
	return out
}
