package schedule

import (
	"fmt"
	"math"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/system"
)

// technique is a way of putting a coat on, with its speed by one person. Basis: practice.
type technique struct {
	does    string  // the work, as an instruction
	perM2   float64 // minutes
	setUp   float64 // minutes of setting up and washing up, once a session
	denib   float64 // minutes per m² of knocking a film smooth before it
	section string  // where a stretch ends that no day can hold
}

const rollerFromM2 = 4 // from which a larger tool is taken (practice)

const edge = "End each day's stretch at a corner or a joint."

var (
	byBrush   = technique{"Brush on", 13.5, sessionMinutes, denibMinutes, edge}
	byRoller  = technique{"Roll on with a foam roller, tip off with a brush", 6, sessionMinutes, denibMinutes, edge}
	byCloth   = technique{"Wipe on, wipe off what stays wet", 7, sessionMinutes, denibMinutes, edge}
	bySpray   = technique{"Spray on", 4, sessionMinutes, denibMinutes, edge}
	byCan     = technique{"Spray on from the can", 6, sessionMinutes, denibMinutes, edge}
	floorFilm = technique{
		"Cut in the edges by brush, roll or pull the rest board by board with a wet edge", 1.2, 20, 1.2,
		"End each day's stretch along a board, from wall to wall.",
	}
	floorOil = technique{
		"Roll on board by board, work it in with the pad machine, leave nothing wet", 2.4, 20, 0,
		"End each day's stretch along a board, from wall to wall.",
	}
	outdoorBrush = technique{"Brush on along the grain, ends first", 7.5, sessionMinutes, denibMinutes, edge}
)

// byHand are the techniques of small work, by the method that a kind is usually put on with.
var byHand = map[coating.Method]technique{
	coating.Brush:   byBrush,
	coating.Cloth:   byCloth,
	coating.Spray:   bySpray,
	coating.Aerosol: byCan,
}

// techniqueFor is how a coat of p goes on over area m² of a zone: the tool follows the size and the life.
func techniqueFor(w *system.Wish, p *coating.Product, area float64) technique {
	f := p.Family
	sprayed := f.AppliedBy == coating.Spray || f.AppliedBy == coating.Aerosol
	large, film := area >= rollerFromM2, f.Body == coating.Film
	underfoot := w.Use.Has(enduse.Floor) || w.Use.IsA("deck")
	switch {
	case sprayed:
		return byHand[f.AppliedBy]
	case underfoot && large && film:
		return floorFilm
	case underfoot && large && f.Body == coating.Penetrating:
		return floorOil
	case f.AppliedBy != coating.Brush || !large:
		return byHand[f.AppliedBy]
	case w.Use.Outdoors():
		return outdoorBrush
	}
	return byRoller
}

// pots says how often a two-part coat is mixed anew where one pot does not last the session; "" where it does.
func pots(p *coating.Product, minutes float64) string {
	if p.PotLifeH <= 0 || minutes <= p.PotLifeH*60 {
		return ""
	}
	return fmt.Sprintf(
		"Mix it in %.0f pots: one lasts %s",
		math.Ceil(minutes/60/p.PotLifeH),
		compat.Duration(p.PotLifeH),
	)
}
