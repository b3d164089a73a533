package httpapi

import (
	"context"

	"firmitas/api"
	"firmitas/core/calculate"
	"firmitas/internal/workshop/sums"
)

func (h *handlers) GetCalculators(
	context.Context, api.GetCalculatorsRequestObject,
) (api.GetCalculatorsResponseObject, error) {
	return calculators(), nil
}

func calculators() api.GetCalculators200JSONResponse {
	return each(calculate.Calculators, func(c *calculate.Calculator) api.Calculator {
		return api.Calculator{
			ID: c.ID, Name: c.Name, Group: c.Group, Basis: c.Basis,
			Inputs: each(c.Inputs, func(i calculate.Input) api.CalculatorInput {
				takes := api.CalculatorInputTakes(i.Takes)
				return api.CalculatorInput{ID: i.ID, Name: i.Name, Takes: takes, Example: i.Example, May: i.May}
			}),
		}
	})
}

func (h *handlers) Calculate(_ context.Context, r api.CalculateRequestObject) (api.CalculateResponseObject, error) {
	a, err := sums.Calculate(r.ID, r.Body.Values, r.Body.Inches)
	return api.Calculate200JSONResponse{
		Sum: a.Sum, Note: a.Note,
		Buys: each(a.Buys, func(b calculate.Buy) api.CalculatedPart {
			return api.CalculatedPart{Text: b.Text, Qty: b.Qty, Unit: api.PartUnit(b.Unit)}
		}),
		Results: each(a.Results, func(f calculate.Result) api.CalculatedFigure {
			return api.CalculatedFigure{Name: f.Name, Value: f.Value, Unit: api.CalculatedFigureUnit(f.Unit)}
		}),
	}, err
}
