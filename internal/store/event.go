package store

import (
	"context"
	"database/sql"
	"time"
)

// Event is a row of events: one fact about a piece. Rows are only ever added.
type Event struct {
	ID         int64           `db:"id"`
	WorkshopID int64           `db:"workshop_id"`
	PieceID    int64           `db:"piece_id"`
	ZoneID     sql.NullInt64   `db:"zone_id"` // NULL = the whole piece
	Kind       string          `db:"kind"`
	At         time.Time       `db:"happened_at"`
	Told       time.Time       `db:"told_at"`
	Who        string          `db:"who"`
	Data       JSON[EventData] `db:"data"`
	Of         sql.NullInt64   `db:"of_id"`
}

// EventData is what a kind of event tells besides, as stored. Ids are those of the core.
type EventData struct {
	Sign   string `json:"sign,omitempty"`
	Check  string `json:"check,omitempty"`
	Passed bool   `json:"passed,omitempty"`
	Text   string `json:"text,omitempty"`
	Photo  int64  `json:"photo,omitempty"`

	Job     string   `json:"job,omitempty"`
	Layer   int      `json:"layer,omitempty"`
	Coat    int      `json:"coat,omitempty"`
	Keyed   bool     `json:"keyed,omitempty"`
	TempC   *float64 `json:"tempC,omitempty"` // of the air that it was laid in
	RH      float64  `json:"rh,omitempty"`
	Product int64    `json:"product,omitempty"`
}

// AddEvent stores an event and returns its id. It fails when the piece, the zone or what it takes back is not of this
// workshop.
func (s *Store) AddEvent(ctx context.Context, e Event) (int64, error) {
	names := "workshop_id, piece_id, zone_id, kind, happened_at, told_at, who, data, of_id"
	return newID(s.q(ctx).NamedExecContext(ctx, insert("events", names), e))
}

var selectEvents = `SELECT ` + columns[Event]("") + ` FROM events WHERE workshop_id = ? AND piece_id IN (?) ORDER BY id`
