package workshop

import (
	"errors"

	"firmitas/core/calculate"
	"firmitas/core/furniture"
	"firmitas/core/quantity"
	"firmitas/internal/store"
)

// LayOut gives the usual zones and parts of a kind of piece, or says which measurement cannot be.
func LayOut(kind string, measures map[string]string, inches bool) ([]furniture.Zone, []furniture.Part, error) {
	k := furniture.Find(kind)
	if k == nil {
		return nil, nil, &Invalid{[]FieldError{{"/kind", "There is no such kind of piece; pick one from the list."}}}
	}
	zones, parts, err := k.LayOut(measures, inches)
	var wrong *furniture.MeasureError
	if errors.As(err, &wrong) {
		err = &Invalid{[]FieldError{{"/measures/" + wrong.Measure, wrong.Detail}}}
	}
	return zones, parts, err
}

// Unfold lays what was measured flat, or says which size of which shape cannot be.
func Unfold(measured []quantity.Measured) (flats [][]quantity.Flat, m2 float64, err error) {
	flats, m2, err = quantity.Unfold(measured)
	if err != nil {
		err = &Invalid{[]FieldError{sizeError(err, "")}}
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
		err = &Invalid{[]FieldError{{"/values/" + wrong.Input, wrong.Detail}}}
	}
	return a, err
}
