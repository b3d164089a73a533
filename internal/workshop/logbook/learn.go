package logbook

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"firmitas/core/technique"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// MostTimed jobs teach at once, the newest: how quick hands were years ago says little.
const MostTimed = 5_000

// Learned is what told minutes teach of each kind of work.
func (s *Service) Learned(ctx context.Context) ([]worklog.Learned, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]worklog.Learned, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return nil, err
		}
		rows, err := s.store.Timed(ctx, home, MostTimed)
		if err != nil {
			return nil, err
		}
		told, err := record.Facts(rows)
		return worklog.Learn(told), err
	})
}

// CardNotes are the workshop's own words on how coats are laid, by card.
func (s *Service) CardNotes(ctx context.Context) ([]store.CardNote, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]store.CardNote, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return nil, err
		}
		notes, err := s.store.CardNotes(ctx, home)
		var out []store.CardNote
		for _, n := range notes {
			out = append(out, n)
		}
		slices.SortFunc(out, func(a, b store.CardNote) int { return cmp.Compare(a.Card, b.Card) })
		return out, err
	})
}

// longestCardNote in characters.
const longestCardNote = 2_000

// PutCardNote keeps the workshop's own word on a card, if this is still its version; "" takes it away.
func (s *Service) PutCardNote(ctx context.Context, card, text string, version int) (store.CardNote, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (store.CardNote, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return store.CardNote{}, err
		}
		n := store.CardNote{WorkshopID: home, Card: card, Note: strings.TrimSpace(text), Version: version}
		known := slices.ContainsFunc(technique.Cards, func(c technique.Card) bool { return c.ID == card })
		var c problem.Check
		c.Listed(known, "/card", "a card", card)
		c.That(len([]rune(n.Note)) <= longestCardNote, "/note", "At most %d characters.", longestCardNote)
		c.That(!strings.ContainsFunc(n.Note, problem.Forbidden), "/note", "Plain text, without control characters.")
		if err := c.Err(); err != nil {
			return n, err
		}
		err = s.store.PutCardNote(ctx, n)
		n.Version++
		return n, err
	})
}
