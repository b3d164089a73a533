package store

import (
	"context"
	"time"
)

// Feed is a row of feeds: a link under which the calendar is read by other programs, until it is withdrawn.
type Feed struct {
	ID         int64     `db:"id"`
	WorkshopID int64     `db:"workshop_id"`
	Token      string    `db:"token"`
	Name       string    `db:"name"`
	Made       time.Time `db:"made_at"`
}

var feedColumns = columns[Feed]("")

// Feeds are the links of a workshop that stand, the newest first.
func (s *Store) Feeds(ctx context.Context, workshopID int64) (out []Feed, err error) {
	err = s.q(ctx).SelectContext(ctx, &out, `SELECT `+feedColumns+`
		FROM feeds WHERE workshop_id = ? AND withdrawn_at IS NULL ORDER BY id DESC`, workshopID)
	return out, wrap(err)
}

// Feed is the link with a token; ErrNotFound when there is none, or none any more.
func (s *Store) Feed(ctx context.Context, token string) (out Feed, err error) {
	err = s.q(ctx).GetContext(ctx, &out, `SELECT `+feedColumns+`
		FROM feeds WHERE token = ? AND withdrawn_at IS NULL`, token)
	return out, wrap(err)
}

// AddFeed stores a link and returns its id.
func (s *Store) AddFeed(ctx context.Context, f Feed) (int64, error) {
	return newID(s.q(ctx).NamedExecContext(ctx, insert("feeds", "workshop_id, token, name, made_at"), f))
}

// WithdrawFeed ends a link; ErrNotFound when it does not stand.
func (s *Store) WithdrawFeed(ctx context.Context, workshopID, id int64, at time.Time) error {
	done, err := s.q(ctx).ExecContext(ctx, `UPDATE feeds SET withdrawn_at = ?
		WHERE workshop_id = ? AND id = ? AND withdrawn_at IS NULL`, at, workshopID, id)
	if err != nil {
		return wrap(err)
	}
	n, err := done.RowsAffected()
	if err == nil && n == 0 {
		return ErrNotFound
	}
	return wrap(err)
}
