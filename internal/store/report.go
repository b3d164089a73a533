package store

import (
	"context"
	"encoding/json"
	"time"
)

// PieceRow is a piece as reports name it.
type PieceRow struct {
	ID      int64     `db:"id"`
	Name    string    `db:"name"`
	Number  string    `db:"number"`
	Kind    string    `db:"kind"`
	Owner   string    `db:"owner"`
	Created time.Time `db:"created_at"`
}

// PieceRows are all pieces of a workshop.
func (s *Store) PieceRows(ctx context.Context, workshopID int64) ([]PieceRow, error) {
	var out []PieceRow
	err := s.q(ctx).SelectContext(ctx, &out,
		`SELECT `+columns[PieceRow]("")+` FROM pieces WHERE workshop_id = ? ORDER BY id`, workshopID)
	return out, wrap(err)
}

// MoneyFact is a fact of money as reports add it up.
type MoneyFact struct {
	ID      int64     `db:"id"`
	PieceID int64     `db:"piece_id"`
	Kind    string    `db:"kind"`
	At      time.Time `db:"happened_at"`
	Amount  string    `db:"amount"`
	Text    string    `db:"text"`
}

// MoneyFacts of all pieces that were told behind an id and still stand, in their order.
func (s *Store) MoneyFacts(ctx context.Context, workshopID, after int64) ([]MoneyFact, error) {
	var out []MoneyFact
	query := `SELECT e.id, e.piece_id, e.kind, e.happened_at, e.amount,
			COALESCE(JSON_VALUE(e.data, '$.text'), '') AS text
		FROM events e
		WHERE e.workshop_id = ? AND e.amount IS NOT NULL AND e.piece_id IS NOT NULL` + notTakenBack
	args := []any{workshopID, workshopID}
	if after > 0 { // not said of all: by it, and not by what bears a sum, they would be looked for
		query, args = query+` AND e.id > ?`, append(args, after)
	}
	err := s.q(ctx).SelectContext(ctx, &out, query+` ORDER BY e.happened_at, e.id`, args...)
	return out, wrap(err)
}

// Worked is what was told of a kind of work on a piece, in minutes.
type Worked struct {
	PieceID int64   `db:"piece_id"`
	Work    string  `db:"work"` // "" where nobody named it
	Jobs    int     `db:"jobs"`
	Took    float64 `db:"took"`
	Planned float64 `db:"planned"` // 0 where it was no part of a plan
}

// Worked on all pieces, by kind of work, as far as it still stands.
func (s *Store) Worked(ctx context.Context, workshopID int64) ([]Worked, error) {
	var out []Worked
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT e.piece_id, COALESCE(e.work, '') AS work, COUNT(*) AS jobs,
			SUM(e.took) AS took, COALESCE(SUM(e.planned), 0) AS planned
		FROM events e
		WHERE e.workshop_id = ? AND e.piece_id IS NOT NULL AND e.took > 0`+notTakenBack+`
		GROUP BY e.workshop_id, e.piece_id, e.work`, workshopID, workshopID)
	return out, wrap(err)
}

// TinPrice is what a tin cost and holds, in litres.
type TinPrice struct {
	Tin   int64   `json:"tin"`
	Price string  `json:"price"` // a decimal
	SizeL float64 `json:"size"`
}

// DrawnCosts is what coats that still stand took out of tins, by piece, each at its share of the price and rounded to
// the hundredth as money.Of does.
func (s *Store) DrawnCosts(ctx context.Context, workshopID int64, tins []TinPrice) (map[int64]string, error) {
	list, err := json.Marshal(tins)
	if err != nil {
		return nil, err
	}
	var rows []struct {
		Piece int64  `db:"piece_id"`
		Cost  string `db:"cost"`
	}
	err = s.q(ctx).SelectContext(ctx, &rows, `SELECT e.piece_id,
			SUM(ROUND(CAST(e.litres AS DECIMAL(14,9)) * x.price / x.size, 2)) AS cost
		FROM JSON_TABLE(?, '$[*]' COLUMNS (
			tin BIGINT PATH '$.tin', price DECIMAL(12,2) PATH '$.price', size DECIMAL(12,6) PATH '$.size')) x
		JOIN events e
			ON e.tin_id = x.tin AND e.workshop_id = ? AND e.litres > 0
		WHERE e.piece_id IS NOT NULL AND x.size > 0`+notTakenBack+` GROUP BY e.piece_id`, list, workshopID, workshopID)
	out := make(map[int64]string, len(rows))
	for _, r := range rows {
		out[r.Piece] = r.Cost
	}
	return out, wrap(err)
}

// Drawn is what one coat took out of a tin.
type Drawn struct {
	PieceID int64     `db:"piece_id"`
	At      time.Time `db:"happened_at"`
	Litres  float64   `db:"litres"`
	Tin     int64     `db:"tin_id"`
}

// DrawnFrom tins by coats that still stand, in their order. Tins come first: before the database has counted its rows
// it would begin with all that happened at each piece.
func (s *Store) DrawnFrom(ctx context.Context, workshopID int64) ([]Drawn, error) {
	var out []Drawn
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT e.piece_id, e.happened_at, e.litres, e.tin_id
		FROM tins t STRAIGHT_JOIN events e
			ON e.workshop_id = t.workshop_id AND e.tin_id = t.id AND e.litres > 0
		WHERE t.workshop_id = ? AND e.piece_id IS NOT NULL`+notTakenBack+`
		ORDER BY e.happened_at, e.id`, workshopID, workshopID)
	return out, wrap(err)
}

// Laid are coats that were told behind an id, with an amount, and still stand, the newest first, so many at most.
func (s *Store) Laid(ctx context.Context, workshopID, after int64, most int) ([]Event, error) {
	var out []Event
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+` FROM events e`+takenBack+`
		WHERE e.workshop_id = ? AND e.id > ? AND e.kind = 'coat_laid' AND e.litres > 0`+standing+`
		ORDER BY e.id DESC LIMIT ?`, workshopID, after, most)
	return out, wrap(err)
}

// TallyMark tells whether anything was told since something was added up.
type TallyMark struct {
	Base   int64 `db:"-"`      // the id behind which facts are counted
	Events int64 `db:"events"` // facts behind it
	Last   int64 `db:"last"`   // the newest of all
}

// TinMark tells whether a tin came, or anything of one was told anew.
type TinMark struct {
	Tins     int64 `db:"tins"`
	Versions int64 `db:"versions"`
}

// TinMark of a workshop's tins, those that are gone too.
func (s *Store) TinMark(ctx context.Context, workshopID int64) (TinMark, error) {
	var m TinMark
	err := s.q(ctx).GetContext(ctx, &m,
		`SELECT COUNT(*) AS tins, COALESCE(SUM(version), 0) AS versions FROM tins WHERE workshop_id = ?`, workshopID)
	return m, wrap(err)
}

// lateFacts is how many ids a fact may come late by: it got its id before another that was stored earlier.
const lateFacts = 1_000

// Follows tells whether facts came to what another mark has seen.
func (m TallyMark) Follows(o TallyMark) bool {
	return m.Base == o.Base && m.Last > o.Last && m.Events > o.Events
}

// TallyMark of a workshop, counted as an earlier one is; the first, of none, finds where to count from.
func (s *Store) TallyMark(ctx context.Context, workshopID int64, was TallyMark) (TallyMark, error) {
	m := TallyMark{Base: was.Base}
	if was == (TallyMark{}) {
		err := s.q(ctx).GetContext(ctx, &m.Base,
			`SELECT GREATEST(0, COALESCE(MAX(id), 0) - ?) FROM events WHERE workshop_id = ?`, lateFacts, workshopID)
		if err != nil {
			return m, wrap(err)
		}
	}
	err := s.q(ctx).GetContext(ctx, &m, `SELECT COUNT(*) AS events, COALESCE(MAX(id), ?) AS last
		FROM events WHERE id > ? AND workshop_id = ?`, m.Base, m.Base, workshopID)
	return m, wrap(err)
}

// ToldFact is a fact as far as it is added up.
type ToldFact struct {
	ID      int64   `db:"id"`
	PieceID int64   `db:"piece_id"` // 0 = of the room, or of a tin
	Kind    string  `db:"kind"`
	Work    string  `db:"work"`
	OfID    int64   `db:"of_id"` // that it takes back; 0 = none
	TinID   int64   `db:"tin_id"`
	Took    float64 `db:"took"`
	Planned float64 `db:"planned"`
	Litres  float64 `db:"litres"`
	Backs   int     `db:"backs"` // how often it was taken back
}

// Nearly all facts take none back, and by that the optimizer thinks little of events_back: it would read all that take
// something back for each fact.
const toldFacts = `SELECT e.id, COALESCE(e.piece_id, 0) AS piece_id, e.kind, COALESCE(e.work, '') AS work,
		COALESCE(e.of_id, 0) AS of_id, COALESCE(e.tin_id, 0) AS tin_id, COALESCE(e.took, 0) AS took,
		COALESCE(e.planned, 0) AS planned, COALESCE(e.litres, 0) AS litres,
		(SELECT COUNT(*) FROM events b FORCE INDEX (events_back)
			WHERE b.of_id = e.id AND b.workshop_id = e.workshop_id AND b.kind = 'taken_back') AS backs
	FROM events e WHERE e.workshop_id = ? AND `

// ToldBetween are the facts behind one id up to another.
func (s *Store) ToldBetween(ctx context.Context, workshopID, after, upTo int64) ([]ToldFact, error) {
	var out []ToldFact
	err := s.q(ctx).SelectContext(ctx, &out, toldFacts+`e.id > ? AND e.id <= ?`, workshopID, after, upTo)
	return out, wrap(err)
}

// ToldOf are facts by their ids.
func (s *Store) ToldOf(ctx context.Context, workshopID int64, ids []int64) ([]ToldFact, error) {
	var out []ToldFact
	if len(ids) == 0 {
		return out, nil
	}
	return out, wrap(s.selectIn(ctx, &out, toldFacts+`e.id IN (?)`, workshopID, ids))
}
