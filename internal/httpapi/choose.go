package httpapi

import (
	"context"
	"time"

	openapi_types "github.com/oapi-codegen/runtime/types"

	"firmitas/api"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/internal/store"
	"firmitas/internal/workshop/shelf"
	"firmitas/internal/workshop/sums"
)

func fromWants(in *api.Wants) *store.Wants {
	if in == nil {
		return nil
	}
	k := in.Weights
	return &store.Wants{
		OverDark:    in.OverDark,
		Depth:       string(in.Depth),
		Hue:         string(in.Hue),
		MeasureSlip: in.MeasureSlip,
		Budget:      in.Budget,
		Decor:       each(in.Decor, fromDecor),
		Decisions: each(in.Decisions, func(d api.Decision) store.Decision {
			return store.Decision{
				Rule: d.Rule, CoatID: d.CoatID, GroundID: d.GroundID, How: string(d.How),
				Reason: d.Reason, Who: d.Who, On: d.On.Format(time.DateOnly),
			}
		}),
		Place:      in.Place,
		Asks:       or(in.Asks),
		NoSolvent:  in.NoSolvent,
		NoTwoPart:  in.NoTwoPart,
		NoSpray:    in.NoSpray,
		LowSmell:   in.LowSmell,
		OnlyStock:  in.OnlyStock,
		DateMoves:  in.DateMoves,
		Without:    in.Without,
		WithoutIDs: in.WithoutIds,
		WithID:     in.WithID,
		Weights: map[string]float64{
			"wear":   k.Wear,
			"soon":   k.Soon,
			"repair": k.Repair,
			"smell":  k.Smell,
			"coats":  k.Coats,
			"cost":   k.Cost,
		},
	}
}

func toWants(w *store.Wants) *api.Wants {
	if w == nil {
		return nil
	}
	k := w.Weights
	out := &api.Wants{
		OverDark:    w.OverDark,
		Depth:       api.Depth(w.Depth),
		Hue:         api.Hue(w.Hue),
		MeasureSlip: w.MeasureSlip,
		Budget:      w.Budget,
		Decor:       each(w.Decor, toDecor),
		Decisions:   each(w.Decisions, toDecision),
		Place:       w.Place,
		NoSolvent:   w.NoSolvent,
		NoTwoPart:   w.NoTwoPart,
		NoSpray:     w.NoSpray,
		LowSmell:    w.LowSmell,
		OnlyStock:   w.OnlyStock,
		DateMoves:   w.DateMoves,
		Without:     append([]string{}, w.Without...),
		WithoutIds:  append([]int64{}, w.WithoutIDs...),
		WithID:      w.WithID,
		Weights: api.Weights{
			Wear:   k["wear"],
			Soon:   k["soon"],
			Repair: k["repair"],
			Smell:  k["smell"],
			Coats:  k["coats"],
			Cost:   k["cost"],
		},
	}
	if len(w.Asks) > 0 {
		out.Asks = &w.Asks
	}
	return out
}

func toDecision(d store.Decision) api.Decision {
	on, _ := time.Parse(time.DateOnly, d.On) // as it was written
	return api.Decision{
		Rule: d.Rule, CoatID: d.CoatID, GroundID: d.GroundID, How: api.DecisionHow(d.How),
		Reason: d.Reason, Who: d.Who, On: openapi_types.Date{Time: on},
	}
}

func fromDecor(d api.Decor) store.Decor {
	return store.Decor{
		Kind:      d.Kind,
		ProductID: or(d.ProductID),
		Measures:  d.Measures,
		Shares:    each(d.Shares, func(s api.Share) store.Share { return store.Share(s) }),
	}
}

func toDecor(d store.Decor) api.Decor {
	out := api.Decor{
		Kind:     d.Kind,
		Measures: d.Measures,
		Shares:   each(d.Shares, func(s store.Share) api.Share { return api.Share(s) }),
	}
	if out.Measures == nil {
		out.Measures = api.DecorMeasures{}
	}
	if d.ProductID != 0 {
		out.ProductID = &d.ProductID
	}
	return out
}

func toDecorationKind(k *decoration.Kind) api.DecorationKind {
	return api.DecorationKind{
		ID:       k.ID,
		Name:     k.Name,
		Order:    api.DecorationKindOrder(k.Place),
		How:      k.How,
		Waits:    k.Waits,
		Seal:     k.Seal,
		Effect:   k.Effect,
		Caution:  k.Caution,
		Opaque:   k.Opaque,
		Families: append([]string{}, k.Families...),
		AnyPaint: k.AnyPaint,
		Measures: append([]string{}, k.Measures...),
	}
}

func (h *handlers) MeasureDecoration(
	_ context.Context, r api.MeasureDecorationRequestObject,
) (api.MeasureDecorationResponseObject, error) {
	l, err := sums.MeasureDecoration(r.Body.Kind, r.Body.Measures,
		each(r.Body.Shares, func(s api.Share) decoration.Share { return decoration.Share(s) }))
	return api.MeasureDecoration200JSONResponse{
		SpanM: l.SpanM,
		Cuts:  append([]float64{}, l.Cuts...),
		Facts: each(l.Facts, func(f decoration.Fact) api.Fact {
			return api.Fact{Name: f.Name, Value: f.Value, Unit: api.FactUnit(f.Unit)}
		}),
		Bands: each(l.Bands, func(b decoration.Band) api.Band { return api.Band(b) }),
	}, err
}

func fromLayerAsked(l api.LayerAsked) shelf.LayerAsked {
	return shelf.LayerAsked{ProductID: l.ProductID, Coats: l.Coats}
}

func (h *handlers) Assess(ctx context.Context, r api.AssessRequestObject) (api.AssessResponseObject, error) {
	a, err := h.rooms.Choosing.Assess(ctx, fromBrief(r.Body.Brief), each(r.Body.Layers, fromLayerAsked))
	if err != nil {
		return nil, err
	}
	return api.Assess200JSONResponse{
		System:  toSystem(a.Suggestion),
		Why:     a.Why,
		Ways:    each(a.Ways, func(ways []compat.Way) []api.Way { return each(ways, toWay) }),
		Earlier: each(a.Earlier, toDecision),
	}, nil
}

func toRecipe(r store.Recipe) api.Recipe {
	return api.Recipe{
		ID:      r.ID,
		Version: r.Version,
		Name:    r.Name,
		Layers: each(r.Layers.V, func(l store.RecipeLayer) api.LayerAsked {
			return api.LayerAsked{ProductID: l.ProductID, Coats: l.Coats}
		}),
	}
}

func (h *handlers) GetRecipes(
	ctx context.Context, _ api.GetRecipesRequestObject,
) (api.GetRecipesResponseObject, error) {
	recipes, err := h.rooms.Shelf.Recipes(ctx)
	return api.GetRecipes200JSONResponse(each(recipes, toRecipe)), err
}

func (h *handlers) AddRecipe(ctx context.Context, r api.AddRecipeRequestObject) (api.AddRecipeResponseObject, error) {
	return once(ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) (api.AddRecipe201JSONResponse, error) {
		kept, err := h.rooms.Shelf.AddRecipe(ctx, r.Body.Name, each(r.Body.Layers, fromLayerAsked))
		return api.AddRecipe201JSONResponse(toRecipe(kept)), err
	})
}

func (h *handlers) DeleteRecipe(
	ctx context.Context, r api.DeleteRecipeRequestObject,
) (api.DeleteRecipeResponseObject, error) {
	return onceGone[api.DeleteRecipe204Response](ctx, h, r.Params.IdempotencyKey, r, func(ctx context.Context) error {
		return h.rooms.Shelf.RemoveRecipe(ctx, r.ID, r.Params.Version)
	})
}

func (h *handlers) ChangeUse(ctx context.Context, r api.ChangeUseRequestObject) (api.ChangeUseResponseObject, error) {
	c, err := h.rooms.Choosing.ChangeUse(ctx, r.ID, r.ZoneID, r.Body.EndUse, r.Body.Place)
	if err != nil {
		return nil, err
	}
	return api.ChangeUse200JSONResponse{
		Now:    toSystem(c.Now),
		Why:    c.Why,
		Enough: c.Enough,
		Dewax:  append([]string{}, c.Dewax...),
		Over:   each(c.Over, toSystem),
		Anew:   each(c.Anew, toSystem),
	}, nil
}
