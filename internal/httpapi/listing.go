package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/internal/document"
)

func (h *handlers) GetListing(
	ctx context.Context, r api.GetListingRequestObject,
) (api.GetListingResponseObject, error) {
	card, err := h.rooms.Handover.CardOf(ctx, r.ID, "")
	if err != nil {
		return nil, err
	}
	marks, err := h.rooms.Handover.Marks(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	doc := document.Card{
		Facts: card.Facts, Card: card.At(h.rooms.House.Now()), Lang: langOf(r.Params.Lang), Zone: card.Facts.Location,
	}
	return api.GetListing200JSONResponse{Text: doc.Listing(marks)}, nil
}
