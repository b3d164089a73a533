package httpapi

import (
	"bytes"
	"context"

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
	photos, err := h.service.Photos(ctx, r.ID)
	return api.GetPhotos200JSONResponse(each(photos, toPhoto)), err
}

func (h *handlers) AddPhoto(ctx context.Context, r api.AddPhotoRequestObject) (api.AddPhotoResponseObject, error) {
	zone := int64(0)
	if r.Params.ZoneID != nil {
		zone = *r.Params.ZoneID
	}
	p, err := h.service.AddPhoto(ctx, r.ID, zone, string(r.Params.Moment), r.Body)
	return api.AddPhoto201JSONResponse(toPhoto(p)), err
}

func (h *handlers) GetPhoto(ctx context.Context, r api.GetPhotoRequestObject) (api.GetPhotoResponseObject, error) {
	p, err := h.service.Photo(ctx, r.ID, r.PhotoID)
	return api.GetPhoto200ImageJpegResponse{Body: bytes.NewReader(p.JPEG), ContentLength: int64(len(p.JPEG))}, err
}

func (h *handlers) DeletePhoto(ctx context.Context, r api.DeletePhotoRequestObject) (api.DeletePhotoResponseObject, error) {
	return api.DeletePhoto204Response{}, h.service.RemovePhoto(ctx, r.ID, r.PhotoID)
}
