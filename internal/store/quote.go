package store

import (
	"context"
	"encoding/json"
	"time"
)

// Quote is a row of quotes: one as it was given. Rows are only ever added.
type Quote struct {
	ID         int64                 `db:"id"`
	WorkshopID int64                 `db:"workshop_id"`
	PieceID    int64                 `db:"piece_id"`
	Number     int                   `db:"number"` // within its piece
	Token      string                `db:"token"`
	Facts      JSON[json.RawMessage] `db:"facts"`
	Made       time.Time             `db:"made_at"`
}

var selectQuotes = `SELECT ` + columns[Quote]("") + ` FROM quotes`

// QuotesOf a piece, the newest first.
func (s *Store) QuotesOf(ctx context.Context, workshopID, pieceID int64) ([]Quote, error) {
	var out []Quote
	err := s.q(ctx).SelectContext(ctx, &out,
		selectQuotes+` WHERE workshop_id = ? AND piece_id = ? ORDER BY number DESC`, workshopID, pieceID)
	return out, wrap(err)
}

// QuoteBy is the quote that a link names; ErrNotFound when none does.
func (s *Store) QuoteBy(ctx context.Context, token string) (Quote, error) {
	var q Quote
	err := s.q(ctx).GetContext(ctx, &q, selectQuotes+` WHERE token = ?`, token)
	return q, wrap(err)
}

// AddQuote stores a quote. It is ErrConflict where another took its number meanwhile.
func (s *Store) AddQuote(ctx context.Context, q Quote) (int64, error) {
	names := "workshop_id, piece_id, number, token, facts, made_at"
	result, err := s.q(ctx).NamedExecContext(ctx, insert("quotes", names), q)
	if says(err, duplicate) {
		return 0, ErrConflict
	}
	return newID(result, err)
}
