package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/internal/store"
	"firmitas/internal/workshop/choosing"
	"firmitas/internal/workshop/intake"
)

func fromInspection(in *api.Inspection) *store.Inspection {
	if in == nil {
		return nil
	}
	out := &store.Inspection{
		Finish:         in.Finish,
		Condition:      string(in.Condition),
		Contaminations: in.Contaminations,
		Repairs:        in.Repairs,
		Age:            string(in.Age),
		Lead:           string(in.Lead),
		Answers:        in.Answers,
		Action:         string(in.Action),
		Valued:         or(in.Valued),
	}
	if in.MoisturePct != nil {
		out.MoisturePct = *in.MoisturePct
	}
	if in.VeneerMm != nil {
		out.VeneerMM = *in.VeneerMm
	}
	if in.StoodIn != nil {
		out.StoodInTempC, out.StoodInRH = in.StoodIn.TempC, in.StoodIn.Rh
	}
	return out
}

// some leaves a zero out of the JSON.
func some(v float64) *float64 {
	if v == 0 {
		return nil
	}
	return &v
}

func toInspection(in *store.Inspection) *api.Inspection {
	if in == nil {
		return nil
	}
	out := &api.Inspection{
		Finish:         in.Finish,
		Condition:      api.InspectionCondition(in.Condition),
		Contaminations: each(in.Contaminations, as[string]),
		Repairs:        each(in.Repairs, as[string]),
		Age:            api.InspectionAge(in.Age),
		Lead:           api.InspectionLead(in.Lead),
		Answers:        in.Answers,
		Action:         api.InspectionAction(in.Action),
		Valued:         &in.Valued,
		MoisturePct:    some(in.MoisturePct),
		VeneerMm:       some(in.VeneerMM),
	}
	if in.StoodInRH != 0 {
		out.StoodIn = &api.Air{TempC: in.StoodInTempC, Rh: in.StoodInRH}
	}
	if out.Answers == nil {
		out.Answers = map[string]string{}
	}
	return out
}

func toGuide(t substrate.TestGuide) api.TestGuide {
	return api.TestGuide{
		ID:       string(t.ID),
		Title:    t.Title,
		How:      t.How,
		Caution:  t.Caution,
		Outcomes: each(t.Outcomes, func(o substrate.Outcome) string { return string(o) }),
	}
}

func toJob(j preparation.Job) api.Job {
	out := api.Job{
		Key:        j.Key,
		Title:      j.Title,
		Detail:     j.Detail,
		Reason:     j.Reason,
		Materials:  j.Materials,
		Caution:    j.Caution,
		Unlocks:    j.Unlocks,
		Grits:      each(j.Grits, func(p int) api.Grit { return api.Grit{P: p, Um: substrate.GrainUM(p)} }),
		Zones:      append([]int{}, j.Zones...),
		Minutes:    j.HandsOn,
		WaitH:      j.WaitH,
		JustBefore: j.JustBefore,
		After:      j.Phase >= substrate.Last,
	}
	if j.Dilution.WaterL > 0 {
		out.Dilution = &api.Dilution{WaterL: j.Dilution.WaterL, CleanerMl: j.Dilution.CleanerML}
	}
	return out
}

func toPreparation(p choosing.Preparation) api.Preparation {
	out := api.Preparation{Version: p.Piece.Version, Jobs: each(p.Jobs, toJob), UsualOrder: len(p.Piece.JobOrder) == 0}
	if p.Plan != nil {
		for i, j := range p.Jobs {
			if steps := p.Plan.Plan.NumbersOf(j); len(steps) > 0 {
				out.Jobs[i].Steps = &steps
			}
		}
	}
	for _, j := range out.Jobs {
		out.HandsOnMin += j.Minutes
	}
	for _, z := range p.Brief.Zones {
		zone := api.PreparedZone{
			Name:     z.Name,
			Material: z.Wish.Material.Name,
			Action:   api.PreparedZoneAction(z.Wish.Action),
		}
		switch {
		case z.Wish.Seen.Unknown:
			zone.OldFinish = "nobody knows"
		case z.Wish.Seen.Finish != nil:
			zone.OldFinish = z.Wish.Seen.Finish.Name
		}
		if z.System != nil {
			zone.FirstCoat = z.System.Layers[0].Product.Name
			zone.Answer = toTheAnswer(z.Wish.Answer(*z.System))
		}
		out.Zones = append(out.Zones, zone)
	}
	return out
}

func (h *handlers) GetPreparation(
	ctx context.Context, r api.GetPreparationRequestObject,
) (api.GetPreparationResponseObject, error) {
	p, err := h.rooms.Choosing.PreparationOf(ctx, r.ID)
	if err != nil {
		return nil, err
	}
	return api.GetPreparation200JSONResponse(toPreparation(p)), nil
}

func (h *handlers) OrderPreparation(
	ctx context.Context, r api.OrderPreparationRequestObject,
) (api.OrderPreparationResponseObject, error) {
	key := r.Params.IdempotencyKey
	return once(ctx, h, key, r, func(ctx context.Context) (api.OrderPreparation200JSONResponse, error) {
		p, err := h.rooms.Choosing.OrderPreparation(ctx, r.ID, r.Body.Version, r.Body.Order)
		if err != nil {
			return api.OrderPreparation200JSONResponse{}, err
		}
		return api.OrderPreparation200JSONResponse(toPreparation(p)), nil
	})
}

func toInspected(in intake.Inspected) api.Inspected {
	out := api.Inspected{
		LeadOpen:         in.LeadOpen,
		MoisturePct:      some(in.Moisture),
		MoistureEstimate: in.Estimate,
		Action:           api.InspectedAction(in.Action),
		Possible: each(in.Identified.Possible, func(p substrate.Possible) api.PossibleFinish {
			return api.PossibleFinish{ID: p.Finish.ID, Name: p.Finish.Name, Odds: p.Odds}
		}),
		Options: each(in.Options, func(o substrate.Option) api.FinishOption {
			return api.FinishOption{
				Action:   api.FinishOptionAction(o.Action),
				Standing: api.FinishOptionStanding(o.Standing),
				Why:      o.Why,
				Minutes:  o.MinutesPerM2 * in.AreaM2,
				Risk:     o.Risk,
				Opens:    o.Opens,
			}
		}),
		Jobs: each(in.Jobs, toJob),
	}
	if in.Identified.Sure != nil {
		out.Sure = &in.Identified.Sure.ID
	}
	if in.Identified.Next != nil {
		next := toGuide(*in.Identified.Next)
		out.Next = &next
	}
	return out
}
