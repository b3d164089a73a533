package quantity

// Part is how much of something is to be bought.
type Part struct {
	Qty  float64  `json:"qty"`
	Unit PartUnit `json:"unit"`
}

// PartUnit is what a part is counted in.
type PartUnit string

// PartUnits that may be told.
var PartUnits = []PartUnit{"count", "m", "m2", "L", "kg"}
