package workshop

import (
	"errors"

	"firmitas/core/furniture"
)

// LayOut gives the usual zones and parts of a kind of piece, or says which measurement cannot be.
func LayOut(kind string, measures map[string]float64) ([]furniture.Zone, []furniture.Part, error) {
	k := furniture.Find(kind)
	if k == nil {
		return nil, nil, &Invalid{[]FieldError{{"/kind", "There is no such kind of piece; pick one from the list."}}}
	}
	zones, parts, err := k.LayOut(measures)
	var wrong *furniture.MeasureError
	if errors.As(err, &wrong) {
		err = &Invalid{[]FieldError{{"/measures/" + wrong.Measure, wrong.Detail}}}
	}
	return zones, parts, err
}
