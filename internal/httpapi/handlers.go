package httpapi

import (
	"cmp"
	"context"
	"fmt"
	"time"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/fault"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/supplies"
	"firmitas/core/system"
	"firmitas/core/technique"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/choosing"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/intake"
	"firmitas/internal/workshop/logbook"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/sums"
)

// handlers implement the contract. Errors go to problemFor.
type handlers struct{ rooms *workshop.Rooms }

func (h *handlers) GetWorkshop(
	ctx context.Context, _ api.GetWorkshopRequestObject,
) (api.GetWorkshopResponseObject, error) {
	w, err := h.rooms.House.Home(ctx)
	return api.GetWorkshop200JSONResponse(toWorkshop(w)), err
}

func (h *handlers) FoundWorkshop(
	ctx context.Context, r api.FoundWorkshopRequestObject,
) (api.FoundWorkshopResponseObject, error) {
	w, err := h.rooms.House.Found(ctx, house.Founding{
		Name: r.Body.Name, Town: r.Body.Town, TimeZone: r.Body.TimeZone, Units: string(r.Body.Units),
		Clock: string(r.Body.Clock), Numbers: string(r.Body.Numbers), Currency: r.Body.Currency,
		Days: fromHours(r.Body.Hours), UsualTins: r.Body.UsualTins,
	})
	if err != nil {
		return nil, err
	}
	return api.FoundWorkshop201JSONResponse(toWorkshop(w)), nil
}

func (h *handlers) PutSettings(
	ctx context.Context, r api.PutSettingsRequestObject,
) (api.PutSettingsResponseObject, error) {
	in := house.Settings{
		Version:    r.Body.Version,
		Contact:    r.Body.Contact,
		Units:      string(r.Body.Units),
		Clock:      string(r.Body.Clock),
		Numbers:    string(r.Body.Numbers),
		Currency:   r.Body.Currency,
		Rates:      each(r.Body.Rates, fromRate),
		Supplies:   r.Body.SupplyPrices,
		FoodPolicy: enduse.FoodPolicy(r.Body.FoodPolicy),
		Schools:    compat.Schools(r.Body.Schools),
		Shop:       technique.Shop{Pace: r.Body.Pace},
	}
	for _, tool := range r.Body.Lacks {
		in.Shop.Lacks = append(in.Shop.Lacks, technique.Tool(tool))
	}
	in.Days, in.Room = fromHours(r.Body.Hours), fromRoom(r.Body.Room)
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.PutSettings200JSONResponse, error) {
		w, err := h.rooms.House.SaveSettings(ctx, in)
		return api.PutSettings200JSONResponse(toWorkshop(w)), err
	})
}

func (h *handlers) GetCatalogue(
	context.Context, api.GetCatalogueRequestObject,
) (api.GetCatalogueResponseObject, error) {
	return api.GetCatalogue200JSONResponse(catalogue()), nil
}

// kindsOffered are as many as can be told apart at a glance.
const kindsOffered = 3

func (h *handlers) GetKinds(_ context.Context, r api.GetKindsRequestObject) (api.GetKindsResponseObject, error) {
	near := coating.NearestFamilies(r.Params.Called, kindsOffered)
	return api.GetKinds200JSONResponse(each(near, func(f *coating.Family) api.KindNamed {
		return api.KindNamed{ID: f.ID, Name: f.Name}
	})), nil
}

func (h *handlers) Choose(ctx context.Context, r api.ChooseRequestObject) (api.ChooseResponseObject, error) {
	c, err := h.rooms.Choosing.Choose(ctx, fromBrief(*r.Body))
	if err != nil {
		return nil, err
	}
	return api.Choose200JSONResponse(toChoice(c)), nil
}

func (h *handlers) Inspect(ctx context.Context, r api.InspectRequestObject) (api.InspectResponseObject, error) {
	in, err := h.rooms.Intake.Inspect(ctx, fromBrief(*r.Body))
	if err != nil {
		return nil, err
	}
	return api.Inspect200JSONResponse(toInspected(in)), nil
}

func (h *handlers) GetBench(ctx context.Context, _ api.GetBenchRequestObject) (api.GetBenchResponseObject, error) {
	bench, err := h.rooms.Calendar.Bench(ctx)
	if err != nil {
		return nil, err
	}
	return api.GetBench200JSONResponse(toBench(bench, h.rooms.House.Now())), nil
}

func (h *handlers) GetArchive(
	ctx context.Context, r api.GetArchiveRequestObject,
) (api.GetArchiveResponseObject, error) {
	page, err := h.rooms.Intake.Archive(ctx, or(r.Params.Search), fromCursor(or(r.Params.Before)))
	if err != nil {
		return nil, err
	}
	out := api.GetArchive200JSONResponse{Pieces: each(page.Pieces, toPiece)}
	if page.Next != nil {
		next := toCursor(*page.Next)
		out.Next = &next
	}
	return out, nil
}

// toCursor and fromCursor write where a page ends as "seconds-id".
func toCursor(c store.Cursor) string { return fmt.Sprintf("%d-%d", c.At.Unix(), c.ID) }

func fromCursor(text string) store.Cursor {
	var seconds, id int64
	if n, _ := fmt.Sscanf(text, "%d-%d", &seconds, &id); n < 2 {
		return store.Newest
	}
	return store.Cursor{At: time.Unix(min(seconds, store.Newest.At.Unix()), 0).UTC(), ID: id}
}

func (h *handlers) CreatePiece(
	ctx context.Context, r api.CreatePieceRequestObject,
) (api.CreatePieceResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.CreatePiece201JSONResponse, error) {
		out, err := h.rooms.Intake.TakeIn(ctx, fromPieceInput(*r.Body))
		if err != nil {
			return api.CreatePiece201JSONResponse{}, err
		}
		return api.CreatePiece201JSONResponse(toPiece(out)), nil
	})
}

func (h *handlers) GetPiece(ctx context.Context, r api.GetPieceRequestObject) (api.GetPieceResponseObject, error) {
	p, err := h.rooms.Calendar.PieceOf(ctx, r.ID)
	return api.GetPiece200JSONResponse(toPiece(p)), err
}

func (h *handlers) UpdatePiece(
	ctx context.Context, r api.UpdatePieceRequestObject,
) (api.UpdatePieceResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.UpdatePiece200JSONResponse, error) {
		out, err := h.rooms.Intake.Update(ctx, r.ID, r.Body.Version, fromPieceInput(r.Body.Piece))
		if err != nil {
			return api.UpdatePiece200JSONResponse{}, err
		}
		return api.UpdatePiece200JSONResponse(toPiece(out)), nil
	})
}

func (h *handlers) DeletePiece(
	ctx context.Context, r api.DeletePieceRequestObject,
) (api.DeletePieceResponseObject, error) {
	return onceGone[api.DeletePiece204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Intake.Remove(ctx, r.ID, r.Params.Version)
	})
}

func (h *handlers) ChooseSystem(
	ctx context.Context, r api.ChooseSystemRequestObject,
) (api.ChooseSystemResponseObject, error) {
	picked := each(r.Body.Layers, func(l api.LayerChoice) choosing.LayerChoice {
		return choosing.LayerChoice{Role: system.Role(l.Role), ProductID: l.ProductID, Coats: l.Coats}
	})
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.ChooseSystem200JSONResponse, error) {
		out, err := h.rooms.Choosing.ChooseSystem(ctx, r.ID, r.ZoneID, r.Body.Version, picked)
		if err != nil {
			return api.ChooseSystem200JSONResponse{}, err
		}
		return api.ChooseSystem200JSONResponse(toPiece(out)), nil
	})
}

func (h *handlers) GetPlan(ctx context.Context, r api.GetPlanRequestObject) (api.GetPlanResponseObject, error) {
	p, err := h.rooms.Calendar.PlanOf(ctx, r.ID,
		calendar.TryOut{TempC: r.Params.TempC, RH: r.Params.Rh, Start: r.Params.Start})
	if err != nil {
		return nil, err
	}
	return api.GetPlan200JSONResponse{
		Plan:        toPlan(p),
		Air:         toAirReading(p.Brief.Zones[0].Wish.Air),
		LatestStart: when(p.Latest),
		Supplies:    each(supplies.Count(p.Brief.Takes(p.Plan)), toSupply),
		Strip:       toStrip(p.Home, []*calendar.Plan{&p}, h.rooms.House.Now(), false),
	}, nil
}

func (h *handlers) GetAgain(ctx context.Context, r api.GetAgainRequestObject) (api.GetAgainResponseObject, error) {
	b, err := h.rooms.Intake.Again(ctx, r.ID)
	return api.GetAgain200JSONResponse(toPieceInput(b)), err
}

func (h *handlers) LayOut(_ context.Context, r api.LayOutRequestObject) (api.LayOutResponseObject, error) {
	zones, parts, err := sums.LayOut(r.Body.Kind, r.Body.Measures, r.Body.Inches)
	return api.LayOut200JSONResponse{
		Parts: each(parts, toPart),
		Zones: each(zones, func(z furniture.Zone) api.LayOutZone {
			return api.LayOutZone{
				Name: z.Name, Face: string(z.Face), EndUse: z.EndUse, AreaM2: z.AreaM2,
				Measured: each(z.Shapes, toMeasured),
			}
		}),
	}, err
}

func (h *handlers) Measure(_ context.Context, r api.MeasureRequestObject) (api.MeasureResponseObject, error) {
	flats, m2, err := sums.Unfold(each(r.Body.Measured, fromMeasured))
	return api.Measure200JSONResponse{
		AreaM2: m2,
		Shapes: each(flats, func(of []quantity.Flat) api.UnfoldedShape {
			out := api.UnfoldedShape{Flats: []api.Flat{}}
			for _, f := range of {
				out.AreaM2 += f.M2()
				out.Flats = append(out.Flats, toFlat(f))
			}
			return out
		}),
	}, err
}

func toFlat(f quantity.Flat) api.Flat {
	return api.Flat{Name: f.Name, LengthM: f.LengthM, HighM: f.HighM, Times: f.Times, Factor: f.Factor, Less: f.Less}
}

func toMeasured(m quantity.Measured) api.Measured {
	return api.Measured{Shape: m.Shape, Count: m.Count, Both: m.Both, Inches: m.Inches, Sizes: m.Sizes}
}

func fromMeasured(m api.Measured) quantity.Measured {
	return quantity.Measured{Shape: m.Shape, Count: m.Count, Both: m.Both, Inches: m.Inches, Sizes: m.Sizes}
}

func toPart(p furniture.Part) api.Part { return api.Part{Kind: p.Kind, Name: p.Name, Count: p.Count} }

func fromPart(p api.Part) furniture.Part {
	return furniture.Part{Kind: p.Kind, Name: p.Name, Count: p.Count}
}

func fromAir(a api.Air) climate.Air { return climate.Air{TempC: a.TempC, RH: a.Rh} }

func fromNight(a *api.Air) *climate.Air {
	if a == nil {
		return nil
	}
	out := fromAir(*a)
	return &out
}

func fromPieceInput(in api.PieceInput) piece.Brief {
	b := piece.Brief{
		Name:    in.Name,
		Kind:    in.Kind,
		Owner:   string(in.Owner),
		Alike:   in.Alike,
		History: in.History,
		Site:    fromSite(in.Site),
		Parts:   each(in.Parts, fromPart),
		Zones:   each(in.Zones, fromZone),
		Air:     fromAir(in.Air),
		Night:   fromNight(in.Night),
		Start:   in.Start,
	}
	if in.FromPieceID != nil {
		b.FromPiece = *in.FromPieceID
	}
	if in.Promised != nil {
		b.Promised = *in.Promised
	}
	return b
}

// fromBrief is a preview of one zone.
func fromBrief(in api.Brief) piece.Brief {
	b := piece.Brief{
		Alike: 1,
		Zones: []piece.Zone{fromZone(in.Zone)},
		Air:   fromAir(in.Air),
		Night: fromNight(in.Night),
		Start: in.Start,
	}
	if in.Alike != nil {
		b.Alike = *in.Alike
	}
	if in.Promised != nil {
		b.Promised = *in.Promised
	}
	if in.Site != nil {
		b.Site = fromSite(*in.Site)
	}
	b.PieceID = or(in.PieceID)
	return b
}

func fromSite(s api.Site) preparation.Site {
	return preparation.Site{
		OnSite: s.OnSite, LivedIn: s.LivedIn, PoorlyAired: s.PoorlyAired, CoverFloors: s.CoverFloors,
	}
}

func fromZone(z api.ZoneInput) piece.Zone {
	out := piece.Zone{
		Name:       z.Name,
		Face:       furniture.Face(z.Face),
		EndUse:     z.EndUse,
		Material:   z.Material,
		Look:       system.Look(z.Look),
		Sheen:      z.Sheen,
		AreaM2:     z.AreaM2,
		LengthM:    z.LengthM,
		WidthM:     z.WidthM,
		Measured:   each(or(z.Measured), fromMeasured),
		Inspection: fromInspection(z.Inspection),
		Wants:      fromWants(z.Wants),
	}
	if z.ID != nil {
		out.ID = *z.ID
	}
	return out
}

func (h *handlers) TellEvent(ctx context.Context, r api.TellEventRequestObject) (api.TellEventResponseObject, error) {
	in, shown, err := fromEventInput(*r.Body)
	if err != nil {
		return nil, err
	}
	h.rooms.Calendar.Foresee(ctx)
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.TellEvent201JSONResponse, error) {
		e, err := h.rooms.Logbook.Tell(ctx, r.ID, in, shown)
		out := toEvent(e.Event)
		out.Note = told(e.Note)
		return api.TellEvent201JSONResponse(out), err
	})
}

func (h *handlers) GetEvents(ctx context.Context, r api.GetEventsRequestObject) (api.GetEventsResponseObject, error) {
	log, err := h.rooms.Logbook.Log(ctx, r.ID)
	return api.GetEvents200JSONResponse(each(log, func(h logbook.Happened) api.Event {
		out := toEvent(h.Event)
		out.Zone, out.Words, out.Note = told(h.Zone), told(h.Words), told(h.Note)
		return out
	})), err
}

func (h *handlers) WouldUndo(ctx context.Context, r api.WouldUndoRequestObject) (api.WouldUndoResponseObject, error) {
	lost, err := h.rooms.Intake.WouldUndo(ctx, r.ID, fromPieceInput(*r.Body))
	return api.WouldUndo200JSONResponse(each(lost, func(u intake.Undone) api.Undone {
		return api.Undone{ZoneID: u.ZoneID, Zone: u.Zone, Chosen: u.Chosen, Why: u.Why}
	})), err
}

func (h *handlers) GetTechniques(
	context.Context, api.GetTechniquesRequestObject,
) (api.GetTechniquesResponseObject, error) {
	return techniqueCards(), nil
}

func techniqueCards() api.GetTechniques200JSONResponse {
	return each(technique.Cards, func(c technique.Card) api.TechniqueCard {
		return api.TechniqueCard{
			ID: c.ID, Tool: c.Tool, Load: c.Load, Stroke: c.Stroke, Right: c.Right, After: c.After,
			Caution: told(c.Caution), Wrong: c.Wrong,
		}
	})
}

func (h *handlers) GetFaults(context.Context, api.GetFaultsRequestObject) (api.GetFaultsResponseObject, error) {
	return faults(), nil
}

func faults() api.GetFaults200JSONResponse {
	return each(fault.Faults, func(f fault.Fault) api.Fault {
		return api.Fault{
			ID: f.ID, Name: f.Name, Group: f.Group, Seen: f.Seen, Shows: told(f.Shows), Drawn: told(f.Drawn),
		}
	})
}

func (h *handlers) Diagnose(ctx context.Context, r api.DiagnoseRequestObject) (api.DiagnoseResponseObject, error) {
	d, err := h.rooms.Logbook.Diagnose(ctx, r.ID, r.ZoneID, r.Body.Fault, r.Body.Yes, r.Body.No)
	if err != nil {
		return nil, err
	}
	from := map[string]string{}
	for _, k := range d.Known {
		from[k.Fact] = k.From
	}
	f := d.Fault
	return api.Diagnose200JSONResponse{
		Name: f.Name, Seen: f.Seen, Sureness: api.DiagnosisSureness(d.Finding.Sureness),
		Suspects: each(d.Finding.Suspects, func(s fault.Suspect) api.Suspect {
			return api.Suspect{
				ID: s.Cause.ID, Words: s.Cause.Words, Share: s.Share, Settles: s.Cause.Settles, Before: told(s.Before),
				For: each(s.For, func(id string) api.Evidence {
					return api.Evidence{Words: fault.FindFact(id).Words, From: cmp.Or(from[id], "as you said")}
				}),
			}
		}),
		Ask: each(d.Finding.Ask, func(f fault.Fact) api.Named { return api.Named{ID: f.ID, Name: f.Words} }),
		Wet: f.Wet, Dry: f.Dry, Later: f.Later, Next: f.Next, Leave: f.Leave,
		Cost: f.Cost, Minutes: d.Minutes, Wait: f.Wait,
		Cautions: each(d.Cautions, func(c coating.Caution) string { return c.Text }),
		Does:     f.Does(), FirstH: d.FirstH, AfterH: f.AfterH, Over: told(d.Over), TakesOff: toCoatName(d.TakesOff),
	}, nil
}
