package httpapi

import (
	"context"
	"encoding/json"
	"errors"
	"regexp"
	"strings"
	"time"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/fault"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/air"
	"firmitas/internal/workshop/record"
)

func (h *handlers) ReadAir(ctx context.Context, r api.ReadAirRequestObject) (api.ReadAirResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.ReadAir201JSONResponse, error) {
		read, err := h.rooms.Air.ReadAir(ctx, air.Reading{
			Air: climate.Air{TempC: r.Body.Air.TempC, RH: r.Body.Air.Rh}, At: or(r.Body.ReadAt), Who: r.Body.Who,
			PieceID: or(r.Body.PieceID),
		})
		return api.ReadAir201JSONResponse(toRoomAir(read)), err
	})
}

// ofEvery are the fields that a fact of every kind has, besides its body.
var ofEvery = []string{"kind", "zoneId", "happenedAt", "who", "plannedId"}

// embedded are the names of embedded types, which the JSON of a body does not have.
var embedded = regexp.MustCompile(`\b[A-Z]\w*\.`)

// fromEventInput reads a fact, and the product that the plan showed for its coat. The body has the fields of the
// contract under their own names.
func fromEventInput(data json.RawMessage) (out worklog.Event, shown int64, err error) {
	var told struct {
		Kind       worklog.Kind `json:"kind"`
		ZoneID     int64        `json:"zoneId"`
		HappenedAt time.Time    `json:"happenedAt"`
		Who        string       `json:"who"`
		PlannedID  int64        `json:"plannedId"`
		Text       *string      `json:"text"`
		Amount     string       `json:"amount"`
	}
	fields := map[string]json.RawMessage{}
	if err := errors.Join(json.Unmarshal(data, &told), json.Unmarshal(data, &fields)); err != nil {
		return out, 0, err
	}
	for _, name := range ofEvery {
		delete(fields, name)
	}
	if told.Text != nil {
		if fields["text"], err = json.Marshal(strings.TrimSpace(*told.Text)); err != nil {
			return out, 0, err
		}
	}
	delete(fields, "amount")
	if told.Amount != "" {
		amount, err := money.Read(told.Amount)
		if err != nil {
			return out, 0, invalid("/amount", "A sum such as 24.50 or 1 240,00.")
		}
		if fields["amount"], err = json.Marshal(amount); err != nil {
			return out, 0, err
		}
	}
	if data, err = json.Marshal(fields); err != nil {
		return out, 0, err
	}
	out = worklog.Event{Zone: told.ZoneID, At: told.HappenedAt, Who: told.Who}
	out.Body, err = worklog.ReadTold(told.Kind, data)
	if number, is := errors.AsType[*json.UnmarshalTypeError](err); is {
		at := embedded.ReplaceAllString(number.Field, "")
		return out, 0, invalid("/"+strings.ReplaceAll(at, ".", "/"), "A number within reason is wanted here.")
	}
	return out, told.PlannedID, err
}

func invalid(field, detail string) error {
	return &problem.Invalid{Fields: []problem.FieldError{{Field: field, Detail: detail}}}
}

func toRoomAir(r air.Reading) api.RoomAir {
	return api.RoomAir{
		ID: r.ID, Air: toAir(r.Air), ReadAt: r.At.UTC(), Who: r.Who, Doubted: told(r.Doubted),
	}
}

func (h *handlers) GetAir(ctx context.Context, _ api.GetAirRequestObject) (api.GetAirResponseObject, error) {
	a, err := h.rooms.Air.Air(ctx)
	if err != nil {
		return nil, err
	}
	out := api.GetAir200JSONResponse{
		Now: h.rooms.House.Now().UTC(), Readings: each(a.Readings, toRoomAir), HeardForecast: when(a.Heard),
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
	back := func(ctx context.Context) error { return h.rooms.Air.TakeBackReading(ctx, r.ReadingID, r.Params.Who) }
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
	learned, err := h.rooms.Logbook.Learned(ctx)
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
	notes, err := h.rooms.Logbook.CardNotes(ctx)
	return api.GetTechniqueNotes200JSONResponse(each(notes, toTechniqueNote)), err
}

func (h *handlers) PutTechniqueNote(
	ctx context.Context, r api.PutTechniqueNoteRequestObject,
) (api.PutTechniqueNoteResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r,
		func(ctx context.Context) (api.PutTechniqueNote200JSONResponse, error) {
			n, err := h.rooms.Logbook.PutCardNote(ctx, r.Body.Card, r.Body.Note, r.Body.Version)
			return api.PutTechniqueNote200JSONResponse(toTechniqueNote(n)), err
		})
}

func toTechniqueNote(n store.CardNote) api.TechniqueNote {
	return api.TechniqueNote{Card: n.Card, Note: n.Note, Version: n.Version}
}

func toProductFault(f record.PieceFact) api.ProductFault {
	out := api.ProductFault{
		At: f.At.UTC(), Piece: f.Piece, PieceID: f.PieceID, Words: f.Text(), Who: f.Who,
	}
	if cause := fault.Causes[f.Fault().Cause]; cause != nil {
		out.Cause = &cause.Words
	}
	return out
}
