package httpapi

import (
	"firmitas/api"
	"firmitas/core/substrate"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

func fromInspection(in *api.Inspection) *store.Inspection {
	if in == nil {
		return nil
	}
	out := &store.Inspection{Finish: in.Finish, Condition: string(in.Condition), Contaminations: in.Contaminations, Repairs: in.Repairs,
		Age: string(in.Age), Lead: string(in.Lead), Answers: in.Answers, Action: string(in.Action)}
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
	out := &api.Inspection{Finish: in.Finish, Condition: api.InspectionCondition(in.Condition), Contaminations: each(in.Contaminations, same), Repairs: each(in.Repairs, same),
		Age: api.InspectionAge(in.Age), Lead: api.InspectionLead(in.Lead), Answers: in.Answers, Action: api.InspectionAction(in.Action),
		MoisturePct: some(in.MoisturePct), VeneerMm: some(in.VeneerMM)}
	if in.StoodInRH != 0 {
		out.StoodIn = &api.Air{TempC: in.StoodInTempC, Rh: in.StoodInRH}
	}
	if out.Answers == nil {
		out.Answers = map[string]string{}
	}
	return out
}

func toGuide(t substrate.TestGuide) api.TestGuide {
	return api.TestGuide{ID: string(t.ID), Title: t.Title, How: t.How, Caution: t.Caution, Outcomes: each(t.Outcomes, func(o substrate.Outcome) string { return string(o) })}
}

func toInspected(in workshop.Inspected) api.Inspected {
	out := api.Inspected{LeadOpen: in.LeadOpen, MoisturePct: some(in.Moisture), MoistureEstimate: in.Estimate, Action: api.InspectedAction(in.Action),
		Possible: each(in.Identified.Possible, func(p substrate.Possible) api.PossibleFinish {
			return api.PossibleFinish{ID: p.Finish.ID, Name: p.Finish.Name, Odds: p.Odds}
		}),
		Options: each(in.Options, func(o substrate.Option) api.FinishOption {
			return api.FinishOption{Action: api.FinishOptionAction(o.Action), Standing: api.FinishOptionStanding(o.Standing), Why: o.Why, MinutesPerM2: o.MinutesPerM2, Risk: o.Risk, Opens: o.Opens}
		}),
		Tasks: each(in.Tasks, func(t substrate.Task) api.PreparationTask {
			return api.PreparationTask{ID: t.ID, Title: t.Title, Detail: t.Detail, Reason: t.Reason, Materials: t.Materials, Caution: t.Caution, Unlocks: t.Unlocks,
				Minutes: t.HandsOn(in.Brief.Zone.AreaM2), WaitH: t.Wait(in.Brief.Air)}
		})}
	if in.Identified.Sure != nil {
		out.Sure = &in.Identified.Sure.ID
	}
	if in.Identified.Next != nil {
		next := toGuide(*in.Identified.Next)
		out.Next = &next
	}
	return out
}
