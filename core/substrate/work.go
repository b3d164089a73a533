package substrate

import "firmitas/core/technique"

// Work is a piece of work by hand under one name, wherever it is met: before the first coat, or at a join.
type Work struct {
	ID           string
	Title        string
	Minutes      float64 // whatever the area (practice)
	MinutesPerM2 float64 // practice; none at all = a matter of waiting, or of how the coat is laid
}

// In is the work as a workshop does it in a life: a large floor is gone over by machine, mop and vacuum.
func (w Work) In(life Life) Work {
	switch floor, known := onFloors[w.ID]; {
	case w.MinutesPerM2 == 0 || w.ID == sandID:
	case w.Pace(life) != w.ID && known:
		w.MinutesPerM2 = life.Shop.Minutes(OnFloor(w.ID), floor.perM2)
	default:
		w.MinutesPerM2 = life.Shop.Minutes(w.ID, w.MinutesPerM2)
	}
	return w
}

// Pace is the kind of work whose minutes count for it in a life.
func (w Work) Pace(life Life) string {
	large := life.Floor && life.AreaM2 >= machineFromM2
	if floor, known := onFloors[w.ID]; large && known && life.Shop.Has(floor.tool) {
		return OnFloor(w.ID)
	}
	return w.ID
}

// machineFromM2 on, a floor is large.
const machineFromM2 = 6

// OnFloor is the kind of work that another is on a large floor.
func OnFloor(id string) string { return id + "_floor" }

// onFloors are minutes per m² of a large floor, by what it takes besides mop and vacuum: four to six m² an hour for all
// passes of drum and edger, forty to sixty for the pad machine (practice).
var onFloors = map[string]struct {
	tool  technique.Tool
	perM2 float64
}{
	Sanding.ID:     {technique.FloorSander, 8},  // two grits
	OilOut.ID:      {technique.FloorSander, 12}, // three
	KeyOld.ID:      {technique.PadMachine, 1.5},
	RaiseGrain.ID:  {technique.PadMachine, 2},
	"scuff":        {technique.PadMachine, 1.2},
	"key":          {technique.PadMachine, 1.5},
	Degrease.ID:    {"", 2},
	"rinse":        {"", 1},
	Dusting.ID:     {"", 0.6},
	SolventWipe.ID: {"", 1},
}

// Works are those of the preparation that have a speed.
var Works = []Work{
	ByHand, ByMachine, Dusting, RaiseGrain, SolventWipe, Degrease, KillMildew, Dewaxing, Desilicone, KeyOld, KeySlick,
	Conserving, WipeOff, WaxOff, Scraping, Sanding, Stripper, SoapOut, ShellacOff, LacquerOff, OilOut,
}

// FloorMinutes of a kind of work per m² of a large floor; ok is false for what is done there as anywhere.
func FloorMinutes(id string) (perM2 float64, ok bool) {
	floor, ok := onFloors[id]
	return floor.perM2, ok
}

// HandsOn is the minutes by hand over area m².
func (w Work) HandsOn(area float64) float64 { return w.Minutes + w.MinutesPerM2*area }

// Work that both the preparation of a surface and the judge of a join ask for.
var (
	Degrease   = Work{ID: "degrease", Title: "Degrease, then rinse with clean water", MinutesPerM2: 8}
	KillMildew = Work{ID: "mildew", Title: "Kill the mildew, rinse, and find what keeps it damp", MinutesPerM2: 8}
	Dewaxing   = Work{ID: "dewax", Title: "Scrape and wash off the wax", MinutesPerM2: 25}
	Desilicone = Work{ID: "silicone", Title: "Clean twice with mineral spirits against silicone", MinutesPerM2: 12}
	Unstick    = Work{ID: "adhesive", Title: "Take off the adhesive", Minutes: 15}
	KeyOld     = Work{ID: "key_old", Title: "Key the old finish with P180–P220", MinutesPerM2: 14}
	KeySlick   = Work{ID: "key_slick", Title: "Key with P180–P220", MinutesPerM2: 12}
	RaiseGrain = Work{
		ID:           "raise_grain",
		Title:        "Damp the wood, sand off the raised grain (P220) once dry",
		MinutesPerM2: 10,
	}
	SolventWipe = Work{ID: "solvent_wipe", Title: "Wipe with solvent directly before the coat", MinutesPerM2: 4}
)

// Work that takes an old finish off, and what follows all of it.
var (
	WipeOff  = Work{ID: "wipe_off", Title: "Wipe the fresh coat off now, with its own thinner", MinutesPerM2: 10}
	WaxOff   = Work{ID: "wax_off", Title: "Take off the wax", MinutesPerM2: 20} // from a film that is kept
	Scraping = Work{ID: "scrape", Title: "Scrape the old finish off with the grain", MinutesPerM2: 45}
	Sanding  = Work{ID: "sand_off", Title: "Sand the old finish off, P80 then P120", MinutesPerM2: 60}
	Stripper = Work{ID: "strip", Title: "Strip with a water-based stripper, neutralise, rinse", MinutesPerM2: 50}
	SoapOut  = Work{
		ID:           "soap_out",
		Title:        "Wash the soap out: hot water and a pad, three rinses, two days to dry, P120 to P150",
		MinutesPerM2: 30,
	}
	ShellacOff = Work{
		ID:           "shellac_off",
		Title:        "Wash the shellac off with alcohol, a grey pad and fresh rags, two rounds",
		MinutesPerM2: 22,
	}
	LacquerOff = Work{ID: "lacquer_off", Title: "Wash the lacquer off with its thinner and rags", MinutesPerM2: 25}
	OilOut     = Work{
		ID:           "oil_out",
		Title:        "Sand the oil out of the surface, P80 to P150, wiped with spirits between",
		MinutesPerM2: 60,
	}
	Conserving = Work{
		ID: "conserve", Title: "Clean a piece of value: soft brush, dry sponge, damp swab", MinutesPerM2: 30,
	}
	Dusting = Work{ID: "dust", Title: "Take off all dust", MinutesPerM2: 3}
)
