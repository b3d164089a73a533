package piece

import (
	"context"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/ledger"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/workshop/house"
)

// StandsApart tells whether a piece has air of its own: it stands elsewhere, or was read by itself.
func (p Piece) StandsApart() bool { return p.Site.OnSite || len(worklog.Readings(p.Standing)) > 0 }

// weather is what is known of the air where a piece stands: as it was read there, where it was; else that of the room,
// unless it stands elsewhere.
func (p Piece) weather(home house.Workshop) (out schedule.Weather) {
	if home.Weather == nil {
		return out
	}
	out = *home.Weather
	if p.StandsApart() {
		out.Readings, out.Follows, out.Kept = worklog.Readings(p.Standing), false, time.Time{}
	}
	if !p.Handed.IsZero() { // the air of the room is not its own any more
		out.Kept = p.Handed
		out.Readings = slices.DeleteFunc(slices.Clone(out.Readings), func(r climate.Reading) bool {
			return r.At.After(p.Handed)
		})
	}
	return out
}

// Believable ranges of what is typed.
const (
	mostAreaM2   = 500
	mostLengthM  = 50
	ColdestC     = 0
	HottestC     = 40
	mostZones    = 24
	mostParts    = 24
	mostAlike    = 200
	YearsAhead   = 3
	YearsBack    = 3
	DateForHuman = "2 January 2006"
)

// Piece is one piece on the go, with where it stands and what comes next.
type Piece struct {
	Brief
	ID        int64
	Number    string
	Version   int
	Removed   []Zone // out of sight, may be put back
	JobOrder  []string
	Rests     time.Time // nothing more is begun before; zero = it does not rest
	LastCoat  time.Time // told at hand-over
	Handed    time.Time
	CareToken string
	Stage     Stage
	Next      Next
	Standing  []worklog.Event // what happened, as far as nobody has taken it back
	Extras    []ledger.Extra  // that may be added for a price of their own
}

// Zone is the one with an id, or nil.
func (p *Piece) Zone(id int64) *Zone {
	for i := range p.Zones {
		if p.Zones[i].ID == id {
			return &p.Zones[i]
		}
	}
	return nil
}

// Piece is the home workshop and one of its pieces, for use cases that do not ask where it stands.
func (s *Service) Piece(ctx context.Context, id int64) (house.Workshop, Piece, error) {
	home, err := s.house.Home(ctx)
	if err != nil {
		return home, Piece{}, err
	}
	row, err := s.store.Piece(ctx, home.ID, id)
	if err != nil {
		return home, Piece{}, err
	}
	p, err := OfRow(row)
	return home, p, err
}

// ToPlan is a piece as it is planned, with the chosen system of every zone judged.
func (p Piece) ToPlan(home house.Workshop, now time.Time) (schedule.Brief, error) {
	brief, err := p.Checked(home, p.Start, true)
	if err != nil {
		return brief, err
	}
	brief.Order, brief.Log, brief.Rests = p.JobOrder, schedule.NewLog(p.Standing, now), p.Rests
	for i, z := range p.Zones {
		if len(z.Layers) > 0 {
			layers, coats := schedule.AsLaid(z.ID, z.Layers, brief.Log)
			judged := system.Assess(brief.Zones[i].Wish, layers)
			brief.Zones[i].System, brief.Zones[i].Coats = &judged, coats
		}
		brief.Zones[i].ID = z.ID
		brief.Zones[i].Felt = worklog.Of(p.Standing, worklog.SignSeen, z.ID)
		brief.Zones[i].Signs = worklog.Signs(p.Standing, z.ID)
		brief.Zones[i].Looks = worklog.Looks(p.Standing, z.ID)
		brief.Zones[i].Mends = worklog.ToMend(p.Standing, z.ID)
	}
	return brief.In(p.weather(home)), nil
}

// Chosen tells whether any zone has a system.
func (p Piece) Chosen() bool {
	return slices.ContainsFunc(p.Zones, func(z Zone) bool { return len(z.Layers) > 0 })
}

var ErrHandedOver = problem.Refuse("This piece has been handed over; its record no longer changes.")

// Later drops a promise that a tried-out start has overtaken.
func Later(promised, start time.Time) time.Time {
	if promised.After(start) {
		return promised
	}
	return time.Time{}
}
