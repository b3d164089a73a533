package choosing

import (
	"cmp"
	"context"

	"firmitas/core/enduse"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/piece"
)

// UseChange is what becomes of a zone that is to lead another life.
type UseChange struct {
	Now        Suggestion
	Why        string
	Enough     bool
	Dewax      []string // how its wax comes off first; empty when it has none
	Over, Anew []Suggestion
}

// ChangeUse judges what is on a zone for another end use and place. It saves nothing.
func (s *Service) ChangeUse(ctx context.Context, id, zoneID int64, endUse, place string) (UseChange, error) {
	home, p, err := s.calendar.Piece(ctx, id)
	if err != nil {
		return UseChange{}, err
	}
	zone := p.Zone(zoneID)
	if zone == nil {
		return UseChange{}, store.ErrNotFound
	}
	if len(zone.Layers) == 0 {
		return UseChange{}, problem.Refuse("No coating system is chosen for this zone yet: choose one for its new life.")
	}
	var c problem.Check
	c.Listed(enduse.Find(endUse) != nil, "/endUse", "an end use", endUse)
	c.Listed(enduse.FindPlace(enduse.Place(place)) != nil, "/place", "a place", place)
	if err := c.Err(); err != nil {
		return UseChange{}, err
	}
	changed := *zone
	changed.EndUse, changed.Wants = endUse, &store.Wants{Place: place}
	one := p.Brief
	one.Zones, one.Start, one.Promised = []piece.Zone{changed}, s.house.Now(), piece.Later(p.Promised, s.house.Now())
	brief, err := one.Checked(home, s.house.Now(), false)
	if err != nil {
		return UseChange{}, err
	}
	shelf, err := s.shelf.Answers(ctx, home)
	if err != nil {
		return UseChange{}, err
	}
	stock, err := s.stock(ctx, home, shelf, p.ID)
	if err != nil {
		return UseChange{}, err
	}
	brief.Zones[0].Wish.Beside = beside(&p, zoneID)
	found, err := system.ChangeUse(ctx, brief.Zones[0].Wish, zone.Layers, shelf)
	if err != nil {
		return UseChange{}, searchEnded(err)
	}
	out := UseChange{Why: cmp.Or(lacks(found.Now), found.Unfit), Enough: found.Enough(), Dewax: found.Dewax}
	out.Now = stock.suggest(brief, found.Now, nil)
	brief.Zones[0].Wish = found.OverWish
	out.Over = stock.suggestAll(brief, found.Over.Systems)
	brief.Zones[0].Wish = found.AnewWish
	out.Anew = stock.suggestAll(brief, found.Anew.Systems)
	return out, nil
}
