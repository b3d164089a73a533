package sums

import (
	"errors"
	"fmt"

	"firmitas/core/calculate"
	"firmitas/core/decoration"
	"firmitas/core/furniture"
	"firmitas/core/quantity"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// SizeError is what is wrong with one of some measured shapes.
func SizeError(err error, at string) problem.FieldError {
	var wrong *quantity.SizeError
	if !errors.As(err, &wrong) {
		return problem.FieldError{Field: at + "/measured", Detail: err.Error()}
	}
	where := fmt.Sprintf("%s/measured/%d", at, wrong.At)
	switch wrong.Size {
	case "":
	case "shape", "count":
		where += "/" + wrong.Size
	default:
		where += "/sizes/" + wrong.Size
	}
	return problem.FieldError{Field: where, Detail: wrong.Detail}
}

// LayOut gives the usual zones and parts of a kind of piece, or says which measurement cannot be.
func LayOut(kind string, measures map[string]string, inches bool) ([]furniture.Zone, []furniture.Part, error) {
	k := furniture.Find(kind)
	if k == nil {
		return nil, nil, problem.At("/kind", "There is no such kind of piece; pick one from the list.")
	}
	zones, parts, err := k.LayOut(measures, inches)
	var wrong *furniture.MeasureError
	if errors.As(err, &wrong) {
		err = problem.At("/measures/"+wrong.Measure, wrong.Detail)
	}
	return zones, parts, err
}

// Unfold lays what was measured flat, or says which size of which shape cannot be.
func Unfold(measured []quantity.Measured) (flats [][]quantity.Flat, m2 float64, err error) {
	flats, m2, err = quantity.Unfold(measured)
	if err != nil {
		err = &problem.Invalid{Fields: []problem.FieldError{SizeError(err, "")}}
	}
	return flats, m2, err
}

// Calculate does one of the small sums at the bench, or says which of what was typed cannot be.
func Calculate(id string, values map[string]string, inches bool) (calculate.Answer, error) {
	c := calculate.Find(id)
	if c == nil {
		return calculate.Answer{}, store.ErrNotFound
	}
	a, err := c.Do(values, inches)
	var wrong *calculate.InputError
	if errors.As(err, &wrong) {
		err = problem.At("/values/"+wrong.Input, wrong.Detail)
	}
	return a, err
}

// MeasureDecoration does the sums of a decoration.
func MeasureDecoration(kind string, measures map[string]float64, shares []decoration.Share) (decoration.Layout, error) {
	k := decoration.Find(kind)
	if k == nil {
		return decoration.Layout{}, problem.At("/kind", "There is no such decoration; pick one from the list.")
	}
	layout, err := k.Measure(measures, shares)
	var wrong *decoration.Wrong
	if errors.As(err, &wrong) {
		err = problem.At("/measures/"+wrong.Measure, wrong.Why)
	}
	return layout, err
}
