package schedule

import (
	"slices"

	"firmitas/core/compat"
	"firmitas/core/substrate"
	"firmitas/core/technique"
)

// PaceKind is a kind of work by hand whose minutes a workshop may tell as its own.
type PaceKind struct {
	ID      string
	Name    string
	Stage   PaceStage
	Minutes float64 // practice: per m², or for each session where the stage is SettingUp
}

// PaceStage is where in the work a kind belongs.
type PaceStage string

const (
	Laying    PaceStage = "laying"     // a coat, by m²
	SettingUp PaceStage = "setting_up" // and washing up, a session
	Preparing PaceStage = "preparing"  // a surface, by m²
)

// PaceKinds are all there are: coats by the way they go on, then the work on surfaces, a large floor told apart.
func PaceKinds() []PaceKind {
	var out []PaceKind
	add := func(k PaceKind) {
		known := slices.ContainsFunc(out, func(o PaceKind) bool { return o.ID == k.ID })
		if k.Minutes > 0 && !known {
			out = append(out, k)
		}
	}
	for _, t := range technique.Techniques {
		add(PaceKind{t.ID, t.Does, Laying, t.PerM2})
	}
	for _, t := range technique.Techniques {
		add(PaceKind{technique.SetUpOf(t.ID), t.Does, SettingUp, t.SetUp})
	}
	works := slices.Clone(substrate.Works)
	for _, r := range compat.Rules {
		works = append(works, r.Preparation)
	}
	for _, w := range works {
		add(PaceKind{w.ID, w.Title, Preparing, w.MinutesPerM2})
		if floor, ok := substrate.FloorMinutes(w.ID); ok {
			add(PaceKind{substrate.OnFloor(w.ID), w.Title + " (a large floor)", Preparing, floor})
		}
	}
	return out
}
