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
	PieceID int64     `db:"piece_id"`
	Kind    string    `db:"kind"`
	At      time.Time `db:"happened_at"`
	Amount  string    `db:"amount"`
	Text    string    `db:"text"`
}

// MoneyFacts of all pieces that still stand, in their order.
func (s *Store) MoneyFacts(ctx context.Context, workshopID int64) ([]MoneyFact, error) {
	var out []MoneyFact
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT e.piece_id, e.kind, e.happened_at, e.amount,
			COALESCE(JSON_VALUE(e.data, '$.text'), '') AS text
		FROM events e FORCE INDEX (events_of_money)
		WHERE e.workshop_id = ? AND e.amount IS NOT NULL AND e.piece_id IS NOT NULL`+notTakenBack+`
		ORDER BY e.happened_at, e.id`, workshopID, workshopID)
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
		FROM events e FORCE INDEX (events_of_work)
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
		STRAIGHT_JOIN events e FORCE INDEX (events_drawn)
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

// DrawnFrom tins by coats that still stand, in their order.
func (s *Store) DrawnFrom(ctx context.Context, workshopID int64) ([]Drawn, error) {
	var out []Drawn
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT e.piece_id, e.happened_at, e.litres, e.tin_id
		FROM tins t STRAIGHT_JOIN events e FORCE INDEX (events_drawn)
			ON e.workshop_id = t.workshop_id AND e.tin_id = t.id AND e.litres > 0
		WHERE t.workshop_id = ? AND e.piece_id IS NOT NULL`+notTakenBack+`
		ORDER BY e.happened_at, e.id`, workshopID, workshopID)
	return out, wrap(err)
}

// AllTins of a workshop, those that are gone too, with the name of their product.
func (s *Store) AllTins(ctx context.Context, workshopID int64) ([]NamedTin, error) {
	var out []NamedTin
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+columns[Tin]("t")+`, p.name AS product FROM tins t
		JOIN products p ON p.workshop_id = t.workshop_id AND p.id = t.product_id WHERE t.workshop_id = ?`, workshopID)
	return out, wrap(err)
}

// NamedTin is a tin with the name of its product.
type NamedTin struct {
	Tin
	Product string `db:"product"`
}

// Laid are coats that were told with an amount and still stand, the newest, so many at most.
func (s *Store) Laid(ctx context.Context, workshopID int64, most int) ([]Event, error) {
	var out []Event
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT `+eventColumns+` FROM events e FORCE INDEX (PRIMARY)`+takenBack+`
		WHERE e.workshop_id = ? AND e.kind = 'coat_laid' AND e.litres > 0`+standing+`
		ORDER BY e.id DESC LIMIT ?`, workshopID, most)
	return out, wrap(err)
}

// TallyMark tells whether anything was told, or a tin changed, since something was added up.
type TallyMark struct {
	Events int64 `db:"events"` // facts in all
	Last   int64 `db:"last"`   // the newest
	Tins   int64 `db:"tins"`   // versions of all tins
}

// Follows tells whether only facts came to what another mark has seen.
func (m TallyMark) Follows(o TallyMark) bool {
	return m.Tins == o.Tins && m.Last > o.Last && m.Events > o.Events
}

// TallyMark of a workshop.
func (s *Store) TallyMark(ctx context.Context, workshopID int64) (TallyMark, error) {
	var m TallyMark
	err := s.q(ctx).GetContext(ctx, &m, `SELECT
		(SELECT COUNT(*) FROM events WHERE workshop_id = ?) AS events,
		(SELECT COALESCE(MAX(id), 0) FROM events WHERE workshop_id = ?) AS last,
		(SELECT COALESCE(SUM(version), 0) + COUNT(*) FROM tins WHERE workshop_id = ?) AS tins`,
		workshopID, workshopID, workshopID)
	return m, wrap(err)
}

// ToldFact is a fact as far as it is added up.
type ToldFact struct {
	PieceID int64   `db:"piece_id"` // 0 = of the room, or of a tin
	Kind    string  `db:"kind"`
	Work    string  `db:"work"`
	TinID   int64   `db:"tin_id"`
	Took    float64 `db:"took"`
	Planned float64 `db:"planned"`
	Litres  float64 `db:"litres"`
}

// ToldBetween are the facts behind one id up to another.
func (s *Store) ToldBetween(ctx context.Context, workshopID, after, upTo int64) ([]ToldFact, error) {
	var out []ToldFact
	err := s.q(ctx).SelectContext(ctx, &out, `SELECT COALESCE(piece_id, 0) AS piece_id, kind,
			COALESCE(work, '') AS work, COALESCE(tin_id, 0) AS tin_id,
			COALESCE(took, 0) AS took, COALESCE(planned, 0) AS planned,
			COALESCE(litres, 0) AS litres
		FROM events FORCE INDEX (PRIMARY) WHERE workshop_id = ? AND id > ? AND id <= ?`, workshopID, after, upTo)
	return out, wrap(err)
}
