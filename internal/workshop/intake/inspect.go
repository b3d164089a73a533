package intake

import (
	"context"

	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/internal/workshop/piece"
)

// Inspected is what an inspection comes to.
type Inspected struct {
	Identified substrate.Finding
	Options    []substrate.Option
	Action     substrate.Action // as asked, or the recommended one where that is ruled out
	Jobs       []preparation.Job
	LeadOpen   bool
	Moisture   float64 // %, 0 when nothing is known
	Estimate   bool
	AreaM2     float64 // of all pieces alike
}

// Inspect says what remains possible, what may be done with the old finish, and the preparation that follows. It saves
// nothing.
func (s *Service) Inspect(ctx context.Context, b piece.Brief) (Inspected, error) {
	home, err := s.house.Home(ctx)
	if err != nil {
		return Inspected{}, err
	}
	brief, err := b.Checked(home, s.house.Now(), false)
	if err != nil {
		return Inspected{}, err
	}
	wish := &brief.Zones[0].Wish
	out := Inspected{
		Options:  wish.Seen.Options(wish.ForOld()),
		LeadOpen: wish.Seen.LeadOpen(),
		AreaM2:   brief.Zones[0].AreaM2 * float64(b.Alike),
	}
	if in := b.Zones[0].Inspection; in != nil {
		out.Identified = substrate.Identify(piece.AnswersOf(in))
	}
	out.Moisture, out.Estimate = wish.Seen.Moisture()
	if !piece.Allowed(out.Options, wish.Action) {
		wish.Action = out.Options[0].Action
	}
	out.Action = wish.Action
	out.Jobs = brief.Jobs()
	return out, nil
}
