package httpapi

import (
	"context"
	"slices"
	"time"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/workshop"
)

// handlers implement the contract. Errors go to problemFor.
type handlers struct{ service *workshop.Service }

func (h *handlers) GetWorkshop(ctx context.Context, _ api.GetWorkshopRequestObject) (api.GetWorkshopResponseObject, error) {
	w, err := h.service.Home(ctx)
	return api.GetWorkshop200JSONResponse(toWorkshop(w)), err
}

func (h *handlers) PutSettings(ctx context.Context, r api.PutSettingsRequestObject) (api.PutSettingsResponseObject, error) {
	in := workshop.Settings{Version: r.Body.Version, Units: string(r.Body.Units), Clock: string(r.Body.Clock), FoodPolicy: enduse.FoodPolicy(r.Body.FoodPolicy)}
	for i, d := range r.Body.Hours {
		in.Days[i] = schedule.Day{Open: d.Open, Close: d.Close}
	}
	w, err := h.service.SaveSettings(ctx, in)
	return api.PutSettings200JSONResponse(toWorkshop(w)), err
}

func (h *handlers) GetCatalogue(context.Context, api.GetCatalogueRequestObject) (api.GetCatalogueResponseObject, error) {
	return api.GetCatalogue200JSONResponse(catalogue()), nil
}

func (h *handlers) GetProducts(ctx context.Context, _ api.GetProductsRequestObject) (api.GetProductsResponseObject, error) {
	shelf, err := h.service.Shelf(ctx)
	return api.GetProducts200JSONResponse(each(shelf, toProduct)), err
}

func (h *handlers) Choose(ctx context.Context, r api.ChooseRequestObject) (api.ChooseResponseObject, error) {
	c, err := h.service.Choose(ctx, fromBrief("", r.Body.Zone, r.Body.Air, r.Body.Start, r.Body.Promised))
	if err != nil {
		return nil, err
	}
	return api.Choose200JSONResponse(toChoice(c)), nil
}

func (h *handlers) Inspect(ctx context.Context, r api.InspectRequestObject) (api.InspectResponseObject, error) {
	in, err := h.service.Inspect(ctx, fromBrief("", r.Body.Zone, r.Body.Air, r.Body.Start, r.Body.Promised))
	if err != nil {
		return nil, err
	}
	return api.Inspect200JSONResponse(toInspected(in)), nil
}

func (h *handlers) GetBench(ctx context.Context, _ api.GetBenchRequestObject) (api.GetBenchResponseObject, error) {
	home, pieces, err := h.service.Bench(ctx)
	if err != nil {
		return nil, err
	}
	return api.GetBench200JSONResponse(toBench(home, pieces, h.service.Now())), nil
}

func (h *handlers) CreatePiece(ctx context.Context, r api.CreatePieceRequestObject) (api.CreatePieceResponseObject, error) {
	p, err := h.service.TakeIn(ctx, fromPieceInput(*r.Body))
	return api.CreatePiece201JSONResponse(toPiece(p)), err
}

func (h *handlers) GetPiece(ctx context.Context, r api.GetPieceRequestObject) (api.GetPieceResponseObject, error) {
	p, err := h.service.Piece(ctx, r.ID)
	return api.GetPiece200JSONResponse(toPiece(p)), err
}

func (h *handlers) UpdatePiece(ctx context.Context, r api.UpdatePieceRequestObject) (api.UpdatePieceResponseObject, error) {
	p, err := h.service.Update(ctx, r.ID, r.Body.Version, fromPieceInput(r.Body.Piece))
	return api.UpdatePiece200JSONResponse(toPiece(p)), err
}

func (h *handlers) DeletePiece(ctx context.Context, r api.DeletePieceRequestObject) (api.DeletePieceResponseObject, error) {
	return api.DeletePiece204Response{}, h.service.Remove(ctx, r.ID)
}

func (h *handlers) ChooseSystem(ctx context.Context, r api.ChooseSystemRequestObject) (api.ChooseSystemResponseObject, error) {
	picked := each(r.Body.Layers, func(l api.LayerChoice) workshop.LayerChoice {
		return workshop.LayerChoice{Role: system.Role(l.Role), ProductID: l.ProductID, Coats: l.Coats}
	})
	p, err := h.service.ChooseSystem(ctx, r.ID, r.Body.Version, picked)
	return api.ChooseSystem200JSONResponse(toPiece(p)), err
}

func (h *handlers) GetPlan(ctx context.Context, r api.GetPlanRequestObject) (api.GetPlanResponseObject, error) {
	home, p, err := h.service.PlanOf(ctx, r.ID, workshop.TryOut{TempC: r.Params.TempC, RH: r.Params.Rh, Start: r.Params.Start})
	if err != nil {
		return nil, err
	}
	return api.GetPlan200JSONResponse{System: toSystem(p.System, p.Plan), Plan: toPlan(p.Plan), Air: toAirReading(p.Wish.Air), LatestStart: when(p.Latest),
		Strip: toStrip(home, []*workshop.Plan{&p}, h.service.Now(), false)}, nil
}

func (h *handlers) HandOver(ctx context.Context, r api.HandOverRequestObject) (api.HandOverResponseObject, error) {
	card, err := h.service.HandOver(ctx, r.ID, r.Body.Version, r.Body.LastCoat)
	return api.HandOver200JSONResponse(toCard(card)), err
}

func (h *handlers) GetPieceCare(ctx context.Context, r api.GetPieceCareRequestObject) (api.GetPieceCareResponseObject, error) {
	card, err := h.service.CardOf(ctx, r.ID)
	return api.GetPieceCare200JSONResponse(toCard(card)), err
}

func (h *handlers) GetCare(ctx context.Context, r api.GetCareRequestObject) (api.GetCareResponseObject, error) {
	card, err := h.service.Card(ctx, r.Token)
	return api.GetCare200JSONResponse(toCard(card)), err
}

func fromPieceInput(in api.PieceInput) workshop.Brief {
	return fromBrief(in.Name, in.Zone, in.Air, in.Start, in.Promised)
}

func fromBrief(name string, z api.ZoneInput, air api.Air, start time.Time, promised *time.Time) workshop.Brief {
	b := workshop.Brief{Name: name, Air: climate.Air{TempC: air.TempC, RH: air.Rh}, Start: start,
		Zone: workshop.Zone{Name: z.Name, EndUse: z.EndUse, Material: z.Material, Look: system.Look(z.Look), Sheen: z.Sheen, AreaM2: z.AreaM2, LengthM: z.LengthM, WidthM: z.WidthM, Inspection: fromInspection(z.Inspection)}}
	if promised != nil {
		b.Promised = *promised
	}
	return b
}

// shownFields are the sheet values worth showing for a product: those that say something.
func shownFields(p *coating.Product) []api.SheetValue {
	var out []api.SheetValue
	for _, f := range coating.Fields {
		if v := *f.Of(&p.Sheet); v != 0 || p.Label[f.Name] != 0 {
			out = append(out, api.SheetValue{Field: f.Name, Unit: f.Unit, Value: v, Basis: api.Basis(p.Basis(f.Name))})
		}
	}
	return slices.Clip(out)
}
