package enduse

import (
	"maps"

	"firmitas/core/coating"
)

// FoodPolicy is the workshop's school on what may touch food.
type FoodPolicy string

const (
	StrictFood    FoodPolicy = "strict"     // only what its label states, or food-grade oil and wax
	CuredFilmFood FoodPolicy = "cured_film" // any fully cured film for incidental contact
)

// Gate is one condition with how it is checked. Coat sees every coat of a system, Last only the last one; each
// answers "" when the gate is passed and otherwise why not.
type Gate struct {
	ID   GateID
	Name string
	Asks string // what would be right, in a sentence
	Coat func(*coating.Product, FoodPolicy) string
	Last func(*coating.Product) string
}

func passes(*coating.Product, FoodPolicy) string { return "" }
func lastPasses(*coating.Product) string         { return "" }

func childGate(p *coating.Product, _ FoodPolicy) string {
	if p.States(coating.StatesToys) || p.Family.Has(coating.PlainNaturalKind) {
		return ""
	}
	return "Its label makes no statement for toys or children's products. That does not mean unsafe; it is not stated, and so it is left out."
}

// Gates by id. Basis: practice, with the standards that labels refer to named in the text (from memory).
var Gates = map[GateID]Gate{
	Child: {
		Child,
		"Children",
		"Every coat's label states conformity for toys or children's products (EN 71-3, ASTM F963), or it is a plain natural finish.",
		childGate,
		lastPasses,
	},
	Mouthing: {
		Mouthing,
		"Mouthing",
		"No coat holds a film preservative or a drier-heavy oil, since rails get chewed.",
		func(p *coating.Product, _ FoodPolicy) string {
			switch {
			case p.Family.Has(coating.Preservative):
				return "It holds a film preservative, which does not belong where it is chewed."
			case p.Family.Has(coating.Drier):
				return "A drier-heavy oil does not belong where it is chewed."
			}
			return ""
		},
		lastPasses,
	},
	Food: {
		Food,
		"Food",
		"Every coat's label states food contact (21 CFR 175.300 or EU 1935/2004), or it is a food-grade oil or wax.",
		func(p *coating.Product, policy FoodPolicy) string {
			if p.States(coating.StatesFood) ||
				(p.Family.Has(coating.PlainNaturalKind) && p.Family.Cure == coating.NoCure) {
				return ""
			}
			if policy == CuredFilmFood && p.Family.Body == coating.Film {
				return ""
			}
			return "Its label states nothing about food contact, and a bench cannot test migration."
		},
		lastPasses,
	},
	Floor: {Floor, "Floor", "The last coat's label says floors.", passes, func(p *coating.Product) string {
		if p.Floor == coating.Yes || p.Family.NothingOn() {
			return ""
		}
		return "Its label does not say floors."
	}},
	Slip: {
		Slip,
		"Slip",
		"The last coat's label states slip resistance; never wax. A test on the finished floor decides.",
		passes,
		func(p *coating.Product) string {
			switch {
			case p.Family.Body == coating.Wax:
				return "Wax underfoot is slippery."
			case !p.States(coating.StatesSlip) && !p.Family.NothingOn():
				return "Its label states nothing about slip resistance."
			}
			return ""
		},
	},
	SlipMeasured: {
		SlipMeasured,
		"Slip, measured",
		"Slip is measured on the finished floor, and its value kept, before anybody walks on it; never wax.",
		passes,
		func(p *coating.Product) string {
			if p.Family.Body == coating.Wax {
				return "Wax underfoot is slippery."
			}
			return ""
		},
	},
	Exterior: {
		Exterior,
		"Exterior",
		"Every coat is rated for outdoors.",
		func(p *coating.Product, _ FoodPolicy) string {
			if p.Exterior == coating.Yes {
				return ""
			}
			return "It is not rated for outdoors, and one indoor coat takes the rest with it."
		},
		lastPasses,
	},
	UV: {
		UV,
		"Sun",
		"The last coat absorbs UV (3 or more), hides the wood, or soaks in and is renewed within the year.",
		passes,
		func(p *coating.Product) string {
			noFilm := renewedYearly(p.Family) || p.Family.NothingOn()
			if p.Opaque() || p.UV >= absorbsSun || noFilm {
				return ""
			}
			return "A clear film without UV absorbers lets the sun loosen it from the wood."
		},
	},
	Mildew: {
		Mildew,
		"Mildew",
		"The last coat holds a film preservative, or does not feed mildew as linseed does.",
		passes,
		func(p *coating.Product) string {
			if p.Family.Has(coating.Linseed) && !p.Family.Has(coating.Preservative) {
				return "Linseed feeds mildew where it stays damp."
			}
			return ""
		},
	},
	LowOdour: {
		LowOdour,
		"Low odour",
		"No coat dries by oxidation: its smell lingers in a closed space.",
		func(p *coating.Product, _ FoodPolicy) string {
			if p.Family.Cure == coating.Oxidation {
				return "It dries by oxidation, and the smell lingers in a closed drawer or cupboard."
			}
			return ""
		},
		lastPasses,
	},
}

// CoatFails says which gate of u this coat fails wherever it lies in a system, and why; ok when none.
func (u *EndUse) CoatFails(p *coating.Product, policy FoodPolicy) (gate GateID, why string, ok bool) {
	for _, id := range u.Gates {
		if why := Gates[id].Coat(p, policy); why != "" {
			return id, why, false
		}
	}
	return "", "", true
}

// wanted are the words a label must have to pass a gate that a label can open.
var wanted = map[GateID]string{
	Child:    "conformity for toys or children's products",
	Food:     "food contact",
	Floor:    "use on floors",
	Slip:     "slip resistance",
	Exterior: "use outdoors",
}

// Wanted are the words by which a label opens a gate; "" where none can.
func Wanted(gate GateID) string { return wanted[gate] }

// Silences are what p's label would have to state to pass every gate of u as a last coat; none where it passes, or
// where no statement would help.
func (u *EndUse) Silences(p *coating.Product, policy FoodPolicy) (missing []string) {
	told := *p
	told.Statements = maps.Clone(p.Statements)
	if told.Statements == nil {
		told.Statements = map[string]coating.Statement{}
	}
	for _, id := range u.Gates {
		g := Gates[id]
		if g.Coat(&told, policy) == "" && g.Last(&told) == "" {
			continue
		}
		switch id {
		case Child:
			told.Statements[coating.StatesToys] = coating.Statement{Sense: wanted[id]}
		case Food:
			told.Statements[coating.StatesFood] = coating.Statement{Sense: wanted[id]}
		case Slip:
			told.Statements[coating.StatesSlip] = coating.Statement{Sense: wanted[id]}
		case Floor:
			told.Floor = coating.Yes
		case Exterior:
			told.Exterior = coating.Yes
		}
		if g.Coat(&told, policy) != "" || g.Last(&told) != "" {
			return nil
		}
		missing = append(missing, wanted[id])
	}
	return missing
}

// LastFails says which gate of u this coat fails as the last one, and why; ok when none.
func (u *EndUse) LastFails(p *coating.Product) (gate GateID, why string, ok bool) {
	for _, id := range u.Gates {
		if why := Gates[id].Last(p); why != "" {
			return id, why, false
		}
	}
	return "", "", true
}

// Without returns u with one gate lifted, to find out what stands in the way.
func (u *EndUse) Without(gate GateID) *EndUse {
	lifted := *u
	lifted.Gates = nil
	for _, g := range u.Gates {
		if g != gate {
			lifted.Gates = append(lifted.Gates, g)
		}
	}
	return &lifted
}

// MeasuringSlip returns u with slip to be measured on the finished floor, where a label would have to state it. Basis:
// practice; the method and the value asked are those of local rules (EN 16165, value from memory).
func (u *EndUse) MeasuringSlip() *EndUse {
	if !u.Has(Slip) {
		return u
	}
	measured := u.Without(Slip)
	measured.Gates = append(measured.Gates, SlipMeasured)
	return measured
}

const absorbsSun = 3 // level of UV protection from which a clear film stands the sun (practice)

// renewedYearly soaks in and is renewed within the year, before the sun has done its work.
func renewedYearly(f *coating.Family) bool {
	return f.Body == coating.Penetrating && f.RenewMonths > 0 && f.RenewMonths <= 12
}
