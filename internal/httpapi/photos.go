package httpapi

import (
	"bytes"
	"context"
	"crypto/sha256"

	"firmitas/api"
	"firmitas/internal/store"
)

func toPhoto(p store.Photo) api.Photo {
	out := api.Photo{ID: p.ID, Moment: api.PhotoMoment(p.Moment), Width: p.Width, Height: p.Height}
	if p.ZoneID.Valid {
		out.ZoneID = &p.ZoneID.Int64
	}
	return out
}

func (h *handlers) GetPhotos(ctx context.Context, r api.GetPhotosRequestObject) (api.GetPhotosResponseObject, error) {
	photos, err := h.rooms.Intake.Photos(ctx, r.ID)
	return api.GetPhotos200JSONResponse(each(photos, toPhoto)), err
}

// shown tells one photo from another.
type shown struct {
	ID, Zone int64
	Moment   string
	Picture  [sha256.Size]byte
}

func (h *handlers) AddPhoto(ctx context.Context, r api.AddPhotoRequestObject) (api.AddPhotoResponseObject, error) {
	taken, err := h.rooms.Intake.TakePhoto(ctx, r.Body)
	if err != nil {
		return nil, err
	}
	zone, moment := or(r.Params.ZoneID), string(r.Params.Moment)
	asked := shown{r.ID, zone, moment, sha256.Sum256(taken.JPEG)}
	return once(ctx, h, r.Params.IdempotencyKey, asked, func(ctx context.Context) (api.AddPhoto201JSONResponse, error) {
		p, err := h.rooms.Intake.AddPhoto(ctx, r.ID, zone, moment, taken)
		return api.AddPhoto201JSONResponse(toPhoto(p)), err
	})
}

func (h *handlers) GetPhoto(ctx context.Context, r api.GetPhotoRequestObject) (api.GetPhotoResponseObject, error) {
	p, err := h.rooms.Intake.Photo(ctx, r.ID, r.PhotoID)
	return api.GetPhoto200ImageJpegResponse{Body: bytes.NewReader(p.JPEG), ContentLength: int64(len(p.JPEG))}, err
}

func (h *handlers) DeletePhoto(
	ctx context.Context, r api.DeletePhotoRequestObject,
) (api.DeletePhotoResponseObject, error) {
	return onceGone[api.DeletePhoto204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Intake.RemovePhoto(ctx, r.ID, r.PhotoID)
	})
}
