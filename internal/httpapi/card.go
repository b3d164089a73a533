package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/core/care"
	"firmitas/internal/store"
	"firmitas/internal/workshop/handover"
	"firmitas/internal/workshop/record"
)

func (h *handlers) HandOver(ctx context.Context, r api.HandOverRequestObject) (api.HandOverResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.HandOver200JSONResponse, error) {
		b := r.Body
		out, err := h.rooms.Handover.HandOver(ctx, r.ID, handover.Leaving{
			Version: b.Version, LastCoat: or(b.LastCoat), Title: or(b.Title), Reasons: or(b.Reasons),
			Photos: or(b.Photos), Mail: or(b.Mail), Lang: langOf(b.Lang),
		})
		if err != nil {
			return api.HandOver200JSONResponse{}, err
		}
		return api.HandOver200JSONResponse(h.toCard(out, care.Languages[0])), nil
	})
}

func (h *handlers) GetPieceCare(
	ctx context.Context, r api.GetPieceCareRequestObject,
) (api.GetPieceCareResponseObject, error) {
	card, err := h.rooms.Handover.CardOf(ctx, r.ID, or(r.Params.Title))
	if err != nil {
		return nil, err
	}
	return api.GetPieceCare200JSONResponse(h.toCard(card, langOf(r.Params.Lang))), nil
}

// GetCare is the card for whoever holds its link: nothing of the workshop's own goes with it.
func (h *handlers) GetCare(ctx context.Context, r api.GetCareRequestObject) (api.GetCareResponseObject, error) {
	card, err := h.rooms.Handover.Card(ctx, r.Token)
	if err != nil {
		return nil, err
	}
	card.Issues, card.Questions, card.Reason, card.Reminders = nil, nil, "", 0
	return api.GetCare200JSONResponse(h.toCard(card, langOf(r.Params.Lang))), nil
}

func (h *handlers) ReissueCard(
	ctx context.Context, r api.ReissueCardRequestObject,
) (api.ReissueCardResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.ReissueCard200JSONResponse, error) {
		out, err := h.rooms.Handover.Reissue(ctx, r.ID, handover.Correction{
			Number: r.Body.Number, Title: r.Body.Title, Contact: or(r.Body.Contact), Reason: r.Body.Reason,
			Photos: or(r.Body.Photos),
		})
		if err != nil {
			return api.ReissueCard200JSONResponse{}, err
		}
		return api.ReissueCard200JSONResponse(h.toCard(out, care.Languages[0])), nil
	})
}

func (h *handlers) WithdrawCard(
	ctx context.Context, r api.WithdrawCardRequestObject,
) (api.WithdrawCardResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.WithdrawCard200JSONResponse, error) {
		out, err := h.rooms.Handover.Withdraw(ctx, r.ID, r.Number, r.Body.Reason)
		if err != nil {
			return api.WithdrawCard200JSONResponse{}, err
		}
		return api.WithdrawCard200JSONResponse(h.toCard(out, care.Languages[0])), nil
	})
}

func (h *handlers) GetBuyerNotes(
	ctx context.Context, _ api.GetBuyerNotesRequestObject,
) (api.GetBuyerNotesResponseObject, error) {
	notes, err := h.rooms.Handover.FromBuyers(ctx)
	return api.GetBuyerNotes200JSONResponse(each(notes, func(n record.PieceFact) api.BuyerNote {
		return api.BuyerNote{
			ID: n.ID, PieceID: n.PieceID, Piece: n.Piece, Number: n.Number, At: n.At, Text: n.Text(),
		}
	})), err
}

func (h *handlers) AnswerBuyer(
	ctx context.Context, r api.AnswerBuyerRequestObject,
) (api.AnswerBuyerResponseObject, error) {
	return onceGone[api.AnswerBuyer204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Handover.AnswerBuyer(ctx, r.ID)
	})
}

func (h *handlers) GetOutbox(ctx context.Context, _ api.GetOutboxRequestObject) (api.GetOutboxResponseObject, error) {
	mails, err := h.rooms.Handover.Outbox(ctx)
	return api.GetOutbox200JSONResponse(each(mails, func(m store.Mail) api.Mail {
		out := api.Mail{ID: m.ID, To: m.To, Subject: m.Subject, Body: m.Body, SentAt: m.Sent}
		if m.PieceID.Valid {
			out.PieceID = &m.PieceID.Int64
		}
		return out
	})), err
}

func langOf(l *api.CardLang) care.Lang {
	if l == nil {
		return care.Languages[0]
	}
	return care.Lang(*l)
}

func (h *handlers) toCard(c handover.IssuedCard, l care.Lang) api.CareCard {
	read := c.At(h.rooms.House.Now())
	out := api.CareCard{
		Title:      c.Facts.Title,
		Number:     c.Facts.Number,
		Workshop:   c.Facts.Workshop,
		Contact:    c.Facts.Contact,
		Urgent:     read.Urgent,
		Due:        read.Due,
		Issued:     c.Token != "",
		HandedOver: c.Facts.HandedOver.UTC(),
		FullCure:   when(read.Hard),
		Reminders:  c.Reminders,
		Sections: each(read.In(l), func(s care.Told) api.CareSection {
			return api.CareSection{ID: s.ID, Title: s.Title, Lines: each(s.Lines, func(l care.Said) api.CareLine {
				return api.CareLine{ID: l.ID, Text: l.Text, Fact: l.Fact, Zones: each(l.Zones, as[string])}
			})}
		}),
		Questions: each(c.Questions, func(q care.Question) api.CardQuestion {
			return api.CardQuestion{ID: q.ID, Zone: q.Zone, Text: q.Text, Stops: q.Stops}
		}),
		Issues: each(c.Issues, func(i handover.IssuedCard) api.CardIssue {
			return api.CardIssue{
				Number: i.Number, Token: i.Token, IssuedAt: i.Issued, EndedAt: when(i.Ended), Title: i.Facts.Title,
				Reason: i.Reason, Withdrawn: i.Withdrawn,
			}
		}),
		Photos: each(c.Record.Photos, func(p care.PhotoOf) int64 { return p.ID }),
	}
	if c.Token != "" {
		out.Token = &c.Token
	}
	if c.Withdrawn {
		out.Withdrawn, out.Sections = &c.Withdrawn, []api.CareSection{}
	}
	return out
}
