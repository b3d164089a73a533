package intake

import (
	"context"

	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Again is a brief for doing a piece of ours once more: its zones as they were, with what we put on them as the old
// finish. It saves nothing.
func (s *Service) Again(ctx context.Context, id int64) (piece.Brief, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (piece.Brief, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return piece.Brief{}, err
		}
		for i, z := range p.Zones {
			p.Zones[i].Layers = p.OnIt(z)
		}
		b := p.Brief
		b.FromPiece, b.Start = p.ID, s.house.Now()
		b.History = p.Story()
		b.Promised = piece.Later(p.Promised, b.Start)
		b.Zones = nil
		for _, z := range p.Zones {
			if len(z.Layers) > 0 {
				z.Inspection = z.AsWeLeftIt()
			}
			z.ID, z.Layers = 0, nil
			b.Zones = append(b.Zones, z)
		}
		brief, err := b.Checked(home, b.Start, false)
		if err != nil {
			return b, err
		}
		for i, z := range b.Zones {
			if z.Inspection != nil {
				wish := brief.Zones[i].Wish
				z.Inspection.Action = string(wish.Seen.Options(wish.ForOld())[0].Action)
			}
		}
		return b, nil
	})
}
