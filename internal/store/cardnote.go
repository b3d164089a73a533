package store

import "context"

// CardNote is a row of card_notes: a workshop's own word on how a kind of coat is laid.
type CardNote struct {
	WorkshopID int64  `db:"workshop_id"`
	Card       string `db:"card"`
	Note       string `db:"note"`
	Version    int    `db:"version"`
}

// CardNotes of a workshop, by card.
func (s *Store) CardNotes(ctx context.Context, workshopID int64) (map[string]CardNote, error) {
	var rows []CardNote
	err := s.q(ctx).SelectContext(ctx, &rows,
		`SELECT `+columns[CardNote]("")+` FROM card_notes WHERE workshop_id = ?`, workshopID)
	out := map[string]CardNote{}
	for _, r := range rows {
		out[r.Card] = r
	}
	return out, wrap(err)
}

// PutCardNote stores a note if n.Version is still the stored one, 0 where there is none yet, or else fails with
// ErrConflict.
func (s *Store) PutCardNote(ctx context.Context, n CardNote) error {
	if n.Version == 0 {
		_, err := s.q(ctx).NamedExecContext(ctx, insert("card_notes", "workshop_id, card, note"), n)
		if says(err, duplicate) {
			return ErrConflict
		}
		return wrap(err)
	}
	return oneRow(s.q(ctx).NamedExecContext(ctx, `UPDATE card_notes SET note = :note, version = version + 1
		WHERE workshop_id = :workshop_id AND card = :card AND version = :version`, n))
}
