package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"time"
)

// Card is a row of care_cards: one issue of a piece's card.
type Card struct {
	ID         int64                 `db:"id"`
	WorkshopID int64                 `db:"workshop_id"`
	PieceID    int64                 `db:"piece_id"`
	Number     int                   `db:"number"`
	Token      string                `db:"token"`
	Facts      JSON[json.RawMessage] `db:"facts"`  // none on a card from before facts were kept
	Record     JSON[json.RawMessage] `db:"record"` // likewise
	Words      int                   `db:"words"`
	Reason     string                `db:"reason"`
	Issued     time.Time             `db:"issued_at"`
	Ended      sql.NullTime          `db:"ended_at"`
	Withdrawn  bool                  `db:"withdrawn"`
}

const newCardColumns = "workshop_id, piece_id, number, token, facts, record, words, reason, issued_at"

var selectCards = `SELECT ` + columns[Card]("") + ` FROM care_cards`

// HandOver lets a piece leave with its first card, if p.Version is still the stored one and it has not left before.
func (s *Store) HandOver(ctx context.Context, p Piece, first Card) error {
	return s.Write(ctx, func(ctx context.Context) error {
		err := oneRow(s.q(ctx).NamedExecContext(ctx,
			"UPDATE pieces"+set("last_coat_at, handed_over_at")+mineAndHere, p))
		if err != nil {
			return err
		}
		_, err = s.q(ctx).NamedExecContext(ctx, insert("care_cards", newCardColumns), first)
		return wrap(err)
	})
}

// IssueCard adds an issue, and ends the one before it. It is ErrConflict where somebody issued one meanwhile.
func (s *Store) IssueCard(ctx context.Context, c Card) error {
	return s.Write(ctx, func(ctx context.Context) error {
		_, err := s.q(ctx).NamedExecContext(ctx, `UPDATE care_cards SET ended_at = :issued_at
			WHERE workshop_id = :workshop_id AND piece_id = :piece_id AND ended_at IS NULL`, c)
		if err != nil {
			return wrap(err)
		}
		_, err = s.q(ctx).NamedExecContext(ctx, insert("care_cards", newCardColumns), c)
		if says(err, duplicate) {
			return ErrConflict
		}
		return wrap(err)
	})
}

// WithdrawCard ends the issue that stands; ErrConflict where it does no longer.
func (s *Store) WithdrawCard(ctx context.Context, c Card) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx,
		`UPDATE care_cards SET ended_at = :ended_at, withdrawn = TRUE, reason = :reason
			WHERE workshop_id = :workshop_id AND piece_id = :piece_id AND number = :number AND ended_at IS NULL`, c))
}

// Cards are all issues of a piece's card, the first first.
func (s *Store) Cards(ctx context.Context, workshopID, pieceID int64) ([]Card, error) {
	var out []Card
	err := s.q(ctx).SelectContext(ctx, &out, selectCards+` WHERE workshop_id = ? AND piece_id = ? ORDER BY number`,
		workshopID, pieceID)
	return out, wrap(err)
}

// Card is the issue behind a token, for anyone who holds it; or ErrNotFound.
func (s *Store) Card(ctx context.Context, token string) (Card, error) {
	var out Card
	err := s.q(ctx).GetContext(ctx, &out, selectCards+` WHERE token = ?`, token)
	return out, wrap(err)
}

// Reminder is a row of reminders.
type Reminder struct {
	ID         int64        `db:"id"`
	WorkshopID int64        `db:"workshop_id"`
	PieceID    int64        `db:"piece_id"`
	Mail       string       `db:"mail"`
	Lang       string       `db:"lang"`
	Asked      time.Time    `db:"asked_at"`
	Stopped    sql.NullTime `db:"stopped_at"`
	SentFor    sql.NullTime `db:"sent_for"`
}

// Remind keeps who wants to be reminded; asked for again, it runs again.
func (s *Store) Remind(ctx context.Context, r Reminder) error {
	_, err := s.q(ctx).NamedExecContext(ctx, insert("reminders", "workshop_id, piece_id, mail, lang, asked_at")+
		` ON DUPLICATE KEY UPDATE lang = :lang, asked_at = :asked_at, stopped_at = NULL`, r)
	return wrap(err)
}

// StopReminders of a piece: whoever holds its card may.
func (s *Store) StopReminders(ctx context.Context, workshopID, pieceID int64, at time.Time) error {
	_, err := s.q(ctx).ExecContext(ctx, `UPDATE reminders SET stopped_at = ?
		WHERE workshop_id = ? AND piece_id = ? AND stopped_at IS NULL`, at, workshopID, pieceID)
	return wrap(err)
}

var selectReminders = `SELECT ` + columns[Reminder]("") + ` FROM reminders WHERE workshop_id = ? AND stopped_at IS NULL`

// Reminders that run, of one piece, or of all where pieceID is 0.
func (s *Store) Reminders(ctx context.Context, workshopID, pieceID int64) ([]Reminder, error) {
	var out []Reminder
	err := s.q(ctx).SelectContext(ctx, &out, selectReminders+` AND (? = 0 OR piece_id = ?) ORDER BY id`,
		workshopID, pieceID, pieceID)
	return out, wrap(err)
}

// Reminded notes which renewal a reminder told. It is ErrConflict where another copy of the program told it first.
func (s *Store) Reminded(ctx context.Context, r Reminder) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx, `UPDATE reminders SET sent_for = :sent_for
		WHERE workshop_id = :workshop_id AND id = :id AND (sent_for IS NULL OR sent_for < :sent_for)`, r))
}

// Mail is a row of mails: what the relay was given.
type Mail struct {
	ID         int64         `db:"id"`
	WorkshopID int64         `db:"workshop_id"`
	PieceID    sql.NullInt64 `db:"piece_id"`
	To         string        `db:"recipient"`
	Subject    string        `db:"subject"`
	Body       string        `db:"body"`
	Sent       time.Time     `db:"sent_at"`
}

// AddMail keeps a mail.
func (s *Store) AddMail(ctx context.Context, m Mail) error {
	_, err := s.q(ctx).NamedExecContext(ctx,
		insert("mails", "workshop_id, piece_id, recipient, subject, body, sent_at"), m)
	return wrap(err)
}

// Mails of a workshop, the newest first, so many at most.
func (s *Store) Mails(ctx context.Context, workshopID int64, most int) ([]Mail, error) {
	var out []Mail
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+columns[Mail]("")+` FROM mails WHERE workshop_id = ?
		ORDER BY sent_at DESC, id DESC LIMIT ?`, workshopID, most)
	return out, wrap(err)
}
