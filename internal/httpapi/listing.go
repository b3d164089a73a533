package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/internal/document"
)

func (h *handlers) GetListing(
	ctx context.Context, r api.GetListingRequestObject,
) (api.GetListingResponseObject, error) {
	card, err := h.service.CardOf(ctx, r.ID, "")
	if err != nil {
		return nil, err
	}
	marks, err := h.service.Marks(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	doc := document.Card{
		Facts: card.Facts, Card: card.At(h.service.Now()), Lang: langOf(r.Params.Lang), Zone: card.Facts.Location,
	}
	return api.GetListing200JSONResponse{Text: doc.Listing(marks)}, nil
}
