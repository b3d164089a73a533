package httpapi

import (
	"bytes"
	"context"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/internal/spreadsheet"
	"firmitas/internal/workshop/choosing"
)

// or gives what a pointer holds, or the zero value.
func or[T any](p *T) (v T) {
	if p != nil {
		v = *p
	}
	return v
}

func fromCoatAsked(in api.CoatAsked) choosing.CoatAsked {
	return choosing.CoatAsked{
		ProductID: or(in.ProductID),
		Family:    or(in.Family),
		Shade:     or(in.Shade),
		Coats:     or(in.Coats),
		SinceH:    in.SinceH,
		Wash:      or(in.Wash),
		Partly:    or(in.Partly),
	}
}

func (h *handlers) Judge(ctx context.Context, r api.JudgeRequestObject) (api.JudgeResponseObject, error) {
	in := r.Body
	q := choosing.Question{
		Material:  in.Material,
		OldFinish: or(in.OldFinish),
		Layers:    each(in.Layers, fromCoatAsked),
		Air:       climate.Air{TempC: in.Air.TempC, RH: in.Air.Rh},
		EndUse:    or(in.EndUse),
		Sprayed:   or(in.State.Sprayed),
		State: compat.State{
			Key:          compat.Key(or(in.State.Key)),
			Cured:        or(in.State.Cured),
			Unsound:      or(in.State.Unsound),
			Distress:     compat.Distress(or(in.State.Distress)),
			Heavy:        or(in.State.Heavy),
			MoisturePct:  or(in.State.MoisturePct),
			MixedH:       or(in.State.MixedH),
			Soiled:       each(or(in.State.Soiled), func(s string) compat.Soil { return compat.Soil(s) }),
			Seen:         each(or(in.State.Seen), func(s string) compat.Sign { return compat.Sign(s) }),
			HoursUnknown: or(in.State.HoursUnknown),
			CoatsToday:   or(in.State.CoatsToday),
			Treated:      or(in.State.Treated),
			TreatedH:     in.State.TreatedH,
			Rinsed:       or(in.State.Rinsed),
			WarmingH:     in.State.WarmingH,
		},
		Now:   in.Now == nil || *in.Now,
		WorkC: in.WorkC,
	}
	if in.Night != nil {
		q.Night = &climate.Air{TempC: in.Night.TempC, RH: in.Night.Rh}
	}
	if in.Coat != nil {
		coat := fromCoatAsked(*in.Coat)
		q.Coat = &coat
	}
	a, err := h.rooms.Choosing.Judge(ctx, q)
	if err != nil {
		return nil, err
	}
	out := api.Judge200JSONResponse{
		Ground:  a.Ground,
		Layers:  each(a.Layers, toNamedCoat),
		Join:    toJudgement(a.Join),
		Below:   each(a.Below, toJudgement),
		Surface: toJudgement(a.Surface),
		When: each(a.When, func(m compat.Moment) api.Moment {
			return api.Moment{
				FromH:   m.FromH,
				Verdict: api.Verdict(m.Verdict.String()),
				Reason:  firstReason(m.Judgement),
			}
		}),
		Ways: each(a.Ways, toWay),
	}
	if a.Coat != nil {
		coat := toNamedCoat(*a.Coat)
		out.Coat = &coat
		out.Answer = toTheAnswer(a.Answer)
		out.Aged = told(a.Aged)
	}
	return out, nil
}

func toTheAnswer(a compat.Answer) *api.TheAnswer {
	return &api.TheAnswer{
		Kind:     api.TheAnswerKind(a.Kind),
		Verdict:  api.Verdict(a.Verdict.String()),
		Headline: a.Headline,
		Reason:   a.Reason,
		Rule:     a.Rule,
		DoNow:    each(a.DoNow, as[string]),
		InH:      a.InH,
		Asks:     each(a.Asks, func(q compat.Ask) api.Ask { return api.Ask{Fact: q.Fact, Question: q.Question} }),
	}
}

func firstReason(j compat.Judgement) string {
	if len(j.Findings) == 0 {
		return ""
	}
	return j.Findings[0].Reason
}

func toNamedCoat(l compat.Laid) api.NamedCoat {
	p := l.Product
	return api.NamedCoat{
		Name:   p.Name,
		Family: p.Family.Name,
		Shade:  api.NamedCoatShade(p.Shade),
		Body:   api.NamedCoatBody(p.Family.Body),
		Coats:  l.Coats,
		DryUm:  p.DryUM(),
	}
}

func toWay(w compat.Way) api.Way {
	return api.Way{
		Removal: toRemoval(w.Removal),
		WaitH:   w.WaitH,
		Verdict: api.Verdict(w.Verdict.String()),
		ToBuy:   w.ToBuy,
		Instead: w.Instead(),
		Steps: each(w.Steps, func(s compat.Step) api.WayStep {
			out := api.WayStep{
				Coat:  toNamedCoat(compat.Laid{Product: s.Product, Coats: s.Coats}),
				Join:  toJudgement(s.Join),
				IsNew: s.New,
			}
			if s.Product.ID != 0 {
				out.ProductID = &s.Product.ID
			}
			return out
		}),
	}
}

func toRemoval(r *compat.Removal) *api.Removal {
	if r == nil {
		return nil
	}
	return &api.Removal{Title: r.Work.Title, MinutesPerM2: r.Work.MinutesPerM2, ThenH: r.ThenH, Risk: r.Risk}
}

// material that the grid lies on when none is named: one that neither bleeds nor oils.
const plainMaterial = "beech"

func (h *handlers) grid(ctx context.Context, endUse, material *string) (choosing.Grid, error) {
	on := or(material)
	if on == "" {
		on = plainMaterial
	}
	return h.rooms.Choosing.Grid(ctx, or(endUse), on)
}

var cellLetters = map[compat.Verdict]byte{compat.Sound: 's', compat.Prepare: 'p', compat.Test: 't', compat.Refuse: 'r'}

func cellLetter(j choosing.Cell) byte {
	if j.Verdict == compat.Prepare && j.NeedsInsert {
		return 'i'
	}
	return cellLetters[j.Verdict]
}

func (h *handlers) GetGrid(ctx context.Context, r api.GetGridRequestObject) (api.GetGridResponseObject, error) {
	g, err := h.grid(ctx, r.Params.EndUse, r.Params.Material)
	if err != nil {
		return nil, err
	}
	out := api.GetGrid200JSONResponse{
		Products: each(g.Products, toRef),
		LeftOut:  g.LeftOut,
		Cells:    make([]string, len(g.Cells)),
		Rules:    make([][]string, len(g.Cells)),
	}
	for i, row := range g.Cells {
		letters := make([]byte, len(row))
		out.Rules[i] = make([]string, len(row))
		for k, j := range row {
			letters[k] = cellLetter(j)
			out.Rules[i][k] = j.Rule
		}
		out.Cells[i] = string(letters)
	}
	return out, nil
}

func (h *handlers) ExportGrid(
	ctx context.Context, r api.ExportGridRequestObject,
) (api.ExportGridResponseObject, error) {
	g, err := h.grid(ctx, r.Params.EndUse, r.Params.Material)
	if err != nil {
		return nil, err
	}
	rows := [][]string{append([]string{"coat \\ over"},
		each(g.Products, func(p *coating.Product) string { return p.Name })...)}
	for i, row := range g.Cells {
		rows = append(rows, append([]string{g.Products[i].Name}, each(row, func(j choosing.Cell) string {
			if j.NeedsInsert && j.Verdict == compat.Prepare {
				return "prepare: a coat between"
			}
			return j.Verdict.String()
		})...))
	}
	var out bytes.Buffer
	err = spreadsheet.Write(&out, rows, or(r.Params.ByteOrderMark))
	return api.ExportGrid200TextCsvCharsetUTF8Response{Body: &out, ContentLength: int64(out.Len())}, err
}

func (h *handlers) GetRules(context.Context, api.GetRulesRequestObject) (api.GetRulesResponseObject, error) {
	all, err := rules()
	return api.GetRules200JSONResponse(all), err
}

// rules are those of the trade, each with an example, judged.
func rules() ([]api.Rule, error) {
	out := make([]api.Rule, 0, len(compat.Rules))
	for _, r := range compat.Rules {
		example, err := toExample(r.Speaks)
		if err != nil {
			return nil, err
		}
		out = append(out, api.Rule{
			ID:          r.ID,
			Theme:       r.Theme,
			Title:       r.Title,
			Verdict:     api.Verdict(r.Verdict.String()),
			Firm:        r.Firm,
			School:      r.School,
			Surface:     r.Surface,
			Gate:        r.Gate,
			Reason:      r.Reason,
			Failure:     r.Failure,
			WayOut:      r.WayOut,
			Insert:      r.Insert,
			Preparation: r.Preparation.Title,
			Basis:       api.Basis(r.Basis),
			Source:      r.Source,
			Example:     example,
		})
	}
	return out, nil
}

func toExample(notation string) (api.RuleExample, error) {
	s, err := compat.ReadExample(notation)
	if err != nil {
		return api.RuleExample{}, err
	}
	out := api.RuleExample{Join: toJudgement(s.Join), Material: s.Base.Material.Name, Layers: each(s.Laid, toNamedCoat)}
	if s.Base.Top != nil {
		out.OldFinish = &s.Base.Top.Name
	}
	if use := s.Context.Use; use != nil {
		out.EndUse = &use.Name
	}
	if s.Coat != nil {
		named := toNamedCoat(*s.Coat)
		out.Coat = &named
	}
	return out, nil
}
