package substrate

import (
	"fmt"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/technique"
)

// Phase is the place of a task in the order of preparation. A later phase over an undone earlier one spoils work:
// grime is sanded in before washing, filler lifts off an oily surface, slide wax spoils every coat it touches.
type Phase int

const (
	Guard   Phase = iota // rooms and floors, where work is done on site
	Ask                  // what must be known first
	TakeOff              // hardware, glass, upholstery
	Mend                 // glue and structure
	Wash                 // grease, grime, then rinse
	Solve                // wax, silicone, adhesive, by solvent
	Remove               // the old finish
	Fill                 // filler, caulk, bleach
	Level                // sanding or keying
	Raise                // grain
	Dust
	Wipe  // directly before the coat
	Last  // after all coats
	Refit // parts back on
)

// Task is one job of preparation by hand.
type Task struct {
	Work
	Phase      Phase
	Detail     string
	Reason     string
	Materials  string
	Grits      []int // FEPA P, in order
	Caution    string
	Unlocks    string
	WashLPerM2 float64 // cleaner solution; see Dilution
	WaitH      float64 // until the next step may begin, in the reference climate
	Damp       bool    // the wait is water drying, so the air stretches it
	JustBefore bool    // loses its effect: belongs directly before the coat
}

// Dusty tells of work whose dust spoils a wet film nearby.
func (t Task) Dusty() bool { return len(t.Grits) > 0 }

// Wait is the hours until the next step may begin, in air: water takes longer to leave in cool damp air (estimate).
func (t Task) Wait(air climate.Air) float64 {
	if !t.Damp {
		return t.WaitH
	}
	return t.WaitH * climate.WaterLeaves.Slowdown(climate.Reference, air)
}

// Life is where the surface will live, as far as preparation cares.
type Life struct {
	Outdoors, Floor bool
	Open            bool    // wet skin, or scent: it is left coarse, as finer paper closes the wood
	AreaM2          float64 // a large floor is sanded by machine
	Shop            technique.Shop
}

// sandingGrits by substrate and coming coat (practice). Each grit takes out the scratches of the one before, so no more
// than one step of Grades is skipped.
func sandingGrits(m *Material, first *coating.Product, life Life) []int {
	opaque := first.Family.Is(coating.GroupPrimer, coating.GroupPaint)
	switch {
	case m.Kind == Veneer && opaque:
		return []int{150, 180}
	case m.Kind == Veneer:
		return []int{150, 180, 220}
	case m.Uniform:
		return []int{180}
	case m.Kind == Board:
		return []int{120, 180}
	case life.Outdoors && m.Kind == Softwood:
		return []int{60, 80} // a rough face holds exterior finishes longer (Wood Handbook ch. 16; from memory)
	case life.Open && first.Family.Body != coating.Film:
		return []int{120, 150}
	case first.Family.NothingOn():
		return []int{120, 150, 180}
	case first.Family.Has(coating.Hardwax) || life.Floor:
		return []int{80, 120, 150} // finer closes the wood
	case first.Family.Is(coating.GroupStain):
		return []int{80, 120, 180} // finer takes less colour
	case opaque:
		return []int{120, 180} // paint hides what finer paper would do
	}
	return []int{120, 150, 220}
}

// Sanding, by m² and grit: by hand (practice, 15–25), and a floor by drum and edger, four to six m² an hour for all
// passes (practice).
var (
	ByHand    = Work{ID: "sand_by_hand", Title: "Sand by hand or small machine, each grit", MinutesPerM2: 18}
	ByMachine = Work{ID: "sand_by_machine", Title: "Sand a floor by machine, each grit", MinutesPerM2: 4}
)

const sandID = "sand" // its minutes follow from the grits

// ByMachine tells whether a surface is sanded by drum and edger.
func (l Life) ByMachine() bool {
	return l.Floor && l.AreaM2 >= machineFromM2 && l.Shop.Has(technique.FloorSander)
}

// sanding is how a surface in this life is sanded.
func (l Life) sanding() Work {
	if l.ByMachine() {
		return ByMachine.In(l)
	}
	return ByHand.In(l)
}

// Prepare lists the jobs that take a bare, sound surface of m to the point where the first coat may go on.
func Prepare(m *Material, first *coating.Product, life Life) []Task {
	clean := Task{
		Work:   Dusting,
		Phase:  Dust,
		Detail: "Vacuum, then a tack cloth. The surface must be clean, dry and bare.",
	}
	if first.Family.Carrier == coating.Water {
		clean.Detail = "Vacuum, then a damp microfibre cloth; oily tack cloths leave residue under water-carried coats."
	}
	if m.Kind == Textile {
		return []Task{
			{
				Work:      Work{ID: "clean_cloth", Title: "Vacuum the cloth, sponge out marks", MinutesPerM2: 10},
				Phase:     Wash,
				WaitH:     4,
				Damp:      true,
				Materials: "soft brush, mild soap",
				Reason:    "What is in the weave stays under the paint.",
				Detail:    "Brush and vacuum both ways; sponge with mild soap, then clear water; dry right through.",
				Unlocks:   "fabric paint or protector",
			},
			{
				Work:   Work{ID: "mask", Title: "Tape off the frame beside the cloth", Minutes: 10},
				Phase:  Dust,
				Detail: "Low-tack tape and paper over every edge that meets the cloth.",
			},
		}
	}
	if m.Slick {
		keyDetail := "Dull every glossy spot by hand with the longest strokes you can; the plastic face is thin, do not cut through it."
		if m.Kind == Metal {
			keyDetail = "Take off rust and tarnish to bright metal, then prime the same day. Keep the dust off wood nearby: iron marks tannin black."
		}
		return []Task{
			{
				Work:       Degrease,
				Phase:      Wash,
				WaitH:      1,
				Damp:       true,
				WashLPerM2: washLPerM2,
				Materials:  "mild alkaline cleaner in warm water",
				Caution:    lye,
				Detail:     "Wash, rinse with clean water, let it dry. Residue makes the coat peel.",
			},
			{
				Work:    KeySlick,
				Phase:   Level,
				Grits:   []int{180, 220},
				Detail:  keyDetail,
				Caution: dust,
			},
			clean,
		}
	}
	grits := sandingGrits(m, first, life)
	sand := Task{
		Work: Work{
			ID:           sandID,
			Title:        "Sand with the grain, " + gritNames(grits),
			MinutesPerM2: life.sanding().MinutesPerM2 * float64(len(grits)),
		},
		Phase:   Level,
		Grits:   grits,
		Reason:  "The coat shows what the last grit leaves.",
		Detail:  "Take each grit until the last one's scratches are gone.",
		Caution: dust,
		Unlocks: "an even first coat",
	}
	if m.Kind == Veneer {
		sand.Detail = "By hand only, with the grain, and no power sander within reach of an edge: the face is thin. Edges last and lightly. " + sand.Detail
	}
	tasks := []Task{sand, clean}
	if m.Oily {
		tasks = append(tasks, Task{
			Work:       SolventWipe,
			Phase:      Wipe,
			WaitH:      0.3,
			JustBefore: true,
			Detail:     "Clean cloths and solvent, turning them often, directly before the first coat: the wood's own oil comes back within the hour. Ventilate, no flames.",
		})
	}
	if first.Family.Carrier == coating.Water && m.Kind != Board {
		tasks = append(
			[]Task{
				sand,
				{
					Work:   RaiseGrain,
					Phase:  Raise,
					WaitH:  1.5,
					Damp:   true,
					Grits:  []int{220},
					Reason: "Water wakes the grain, once.",
					Detail: "Wipe with a damp sponge; when dry, knock the fuzz off lightly. Water in the first coat will not raise it again.",
				},
			},
			tasks[1:]...)
	}
	return tasks
}

func gritNames(grits []int) string {
	names := make([]string, len(grits))
	for i, g := range grits {
		names[i] = fmt.Sprintf("P%d", g)
	}
	return strings.Join(names, ", then ")
}
