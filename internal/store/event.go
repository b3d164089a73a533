package store

import (
	"context"
	"database/sql"
	"strings"
	"time"
)

// Event is a row of events: one fact about a piece. Rows are only ever added.
type Event struct {
	ID         int64          `db:"id"`
	WorkshopID int64          `db:"workshop_id"`
	PieceID    sql.NullInt64  `db:"piece_id"` // NULL = the room
	ZoneID     sql.NullInt64  `db:"zone_id"`  // NULL = the whole piece
	Kind       string         `db:"kind"`
	At         time.Time      `db:"happened_at"`
	Told       time.Time      `db:"told_at"`
	Who        string         `db:"who"`
	Data       string         `db:"data"` // the body of its kind, as JSON
	Of         sql.NullInt64  `db:"of_id"`
	TinID      sql.NullInt64  `db:"tin_id"`
	ProductID  sql.NullInt64  `db:"product_id"` // that a fault showed on
	Work       sql.NullString `db:"work"`       // whose minutes were told
	Amount     sql.NullString `db:"amount"`     // DECIMAL as text, never a binary float
}

// AddEvent stores an event and returns its id. It fails when the piece, the zone or what it takes back is not of this
// workshop.
func (s *Store) AddEvent(ctx context.Context, e Event) (int64, error) {
	names := "workshop_id, piece_id, zone_id, kind, happened_at, told_at, who, data, of_id, tin_id, product_id, work, amount"
	return newID(s.q(ctx).NamedExecContext(ctx, insert("events", names), e))
}

// takenBack joins, to events called e, what takes each back; standing keeps those that nothing does. Its index is
// named: nearly all facts take none back, and by that the optimizer thinks little of it.
const (
	takenBack = ` LEFT JOIN events b FORCE INDEX (events_back)
		ON b.of_id = e.id AND b.workshop_id = e.workshop_id AND b.kind = 'taken_back'`
	standing = ` AND b.id IS NULL`
)

// notTakenBack keeps, of many events called e, those that nothing takes back: few ever are, and all of those are found
// at once. It takes the workshop.
const notTakenBack = ` AND e.id NOT IN (SELECT b.of_id FROM events b
	WHERE b.kind = 'taken_back' AND b.workshop_id = ? AND b.of_id IS NOT NULL)`

var eventColumns = columns[Event]("e")

// Timed are the facts of a workshop with told minutes that still stand, the newest, so many at most.
func (s *Store) Timed(ctx context.Context, workshopID int64, most int) ([]Event, error) {
	var out []Event
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+` FROM events e`+takenBack+`
		WHERE e.workshop_id = ? AND e.work IS NOT NULL`+standing+` ORDER BY e.id DESC LIMIT ?`, workshopID, most)
	return out, wrap(err)
}

// PieceEvent is a fact with the piece that it is of.
type PieceEvent struct {
	Event
	Piece  string `db:"piece"`
	Number string `db:"number"`
}

// FaultsOf are the faults that showed on a product and still stand, the newest first.
func (s *Store) FaultsOf(ctx context.Context, workshopID, productID int64) ([]PieceEvent, error) {
	return s.faults(ctx, `e.product_id = ?`, workshopID, productID)
}

// FaultsSince are the faults that showed on any product since a moment and still stand, the newest first.
func (s *Store) FaultsSince(ctx context.Context, workshopID int64, since time.Time) ([]PieceEvent, error) {
	return s.faults(ctx, `e.product_id IS NOT NULL AND e.happened_at >= ?`, workshopID, since)
}

// faults that showed on products, of those of which something holds.
func (s *Store) faults(ctx context.Context, holds string, args ...any) ([]PieceEvent, error) {
	var out []PieceEvent
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+`, p.name AS piece, p.number
		FROM events e
		JOIN pieces p ON p.workshop_id = e.workshop_id AND p.id = e.piece_id`+takenBack+`
		WHERE e.workshop_id = ? AND e.kind = 'fault' AND `+holds+standing+` ORDER BY e.happened_at DESC`, args...)
	return out, wrap(err)
}

// Unanswered is what buyers told and nobody has answered, the newest first, so much at most.
func (s *Store) Unanswered(ctx context.Context, workshopID int64, most int) ([]PieceEvent, error) {
	var out []PieceEvent
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+`, p.name AS piece, p.number
		FROM events e
		JOIN pieces p ON p.workshop_id = e.workshop_id AND p.id = e.piece_id
		LEFT JOIN events a
			ON a.of_id = e.id AND a.workshop_id = e.workshop_id AND a.kind = 'buyer_answered'
		WHERE e.workshop_id = ? AND e.kind = 'buyer_said' AND a.id IS NULL
		ORDER BY e.happened_at DESC, e.id DESC LIMIT ?`, workshopID, most)
	return out, wrap(err)
}

// UsedFrom is how many litres went out of each of some tins since what it holds was told.
func (s *Store) UsedFrom(ctx context.Context, workshopID int64, tins []Tin) (map[int64]float64, error) {
	var rows []struct {
		Tin    int64   `db:"tin_id"`
		Litres float64 `db:"litres"`
	}
	var since []string
	var args []any
	for _, t := range tins { // each a range of its own: a join would read all that ever went out of it
		since = append(since, "e.tin_id = ? AND e.workshop_id = ? AND e.happened_at >= ?")
		args = append(args, t.ID, workshopID, t.LeftTold.Time)
	}
	if len(since) == 0 {
		return nil, nil
	}
	err := s.q(ctx).SelectContext(ctx, &rows, `SELECT e.tin_id, SUM(e.litres) AS litres
		FROM events e
		WHERE (`+strings.Join(since, " OR ")+`) AND e.litres > 0`+notTakenBack+`
		GROUP BY e.tin_id`, append(args, workshopID)...)
	out := map[int64]float64{}
	for _, r := range rows {
		out[r.Tin] = r.Litres
	}
	return out, wrap(err)
}

// LaidFrom is how many coats that still stand were laid from a tin.
func (s *Store) LaidFrom(ctx context.Context, workshopID, tinID int64) (n int, err error) {
	err = s.q(ctx).GetContext(ctx, &n, `SELECT COUNT(*) FROM events e`+takenBack+`
		WHERE e.workshop_id = ? AND e.tin_id = ? AND e.kind = 'coat_laid'`+standing, workshopID, tinID)
	return n, wrap(err)
}

// TinMove is a fact of a tin, with the piece that it was laid on.
type TinMove struct {
	Event
	Piece sql.NullString `db:"piece"`
}

// MovesOf are the facts of a product's tins that still stand, the newest first, so many at most.
func (s *Store) MovesOf(ctx context.Context, workshopID, productID int64, most int) ([]TinMove, error) {
	var out []TinMove
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+`, p.name AS piece
		FROM tins t JOIN events e
			ON e.workshop_id = t.workshop_id AND e.tin_id = t.id
		LEFT JOIN pieces p ON p.workshop_id = e.workshop_id AND p.id = e.piece_id`+takenBack+`
		WHERE t.workshop_id = ? AND t.product_id = ?`+standing+` ORDER BY e.happened_at DESC, e.id DESC LIMIT ?`,
		workshopID, productID, most)
	return out, wrap(err)
}

// RoomBetween are the facts of the room itself that happened between two moments, in their order.
func (s *Store) RoomBetween(ctx context.Context, workshopID int64, from, to time.Time) ([]Event, error) {
	var out []Event
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+`
		FROM events e`+takenBack+`
		WHERE e.workshop_id = ? AND e.piece_id IS NULL AND e.tin_id IS NULL
		AND e.happened_at BETWEEN ? AND ?`+standing+`
		ORDER BY e.happened_at, e.id`, workshopID, from, to)
	return out, wrap(err)
}

// HeardLast is when somebody read the air of the room last, whether or not that was taken back since; zero = never.
func (s *Store) HeardLast(ctx context.Context, workshopID int64, who string) (time.Time, error) {
	var last sql.NullTime
	err := s.q(ctx).GetContext(ctx, &last, `SELECT MAX(happened_at) FROM events
		WHERE workshop_id = ? AND piece_id IS NULL AND kind = 'air_read' AND who = ?`, workshopID, who)
	return last.Time, wrap(err)
}

// The index is named: until the database has counted its rows it would read all facts of a workshop for one piece.
var selectEvents = `SELECT ` + columns[Event]("") + ` FROM events FORCE INDEX (events_of_piece)
	WHERE workshop_id = ? AND piece_id IN (?) ORDER BY id`
