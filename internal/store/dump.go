package store

import (
	"context"
	"encoding/json"
	"strings"

	"github.com/jmoiron/sqlx"
)

// dumped are the tables that hold what a workshop has told, each with what is left out of it.
var dumped = []struct {
	table, columns string
}{
	{"products", columns[Product]("", "workshop_id")},
	{"tins", columns[Tin]("", "workshop_id")},
	{"notes", columns[Note]("", "workshop_id")},
	{"pieces", columns[Piece]("", "workshop_id", "care_token")},
	{"zones", columns[Zone]("", "workshop_id")},
	{"layers", columns[Layer]("")},
	{"events", columns[Event]("", "workshop_id")},
	{"quotes", columns[Quote]("", "workshop_id", "token")},
}

// Everything that a workshop has told, by table, each row by column. Pictures and links are left out.
func (s *Store) Everything(ctx context.Context, workshopID int64) (map[string][]map[string]any, error) {
	out := map[string][]map[string]any{}
	for _, d := range dumped {
		rows, err := s.q(ctx).QueryxContext(ctx,
			`SELECT `+d.columns+` FROM `+d.table+` WHERE workshop_id = ? ORDER BY id`, workshopID)
		if err != nil {
			return nil, wrap(err)
		}
		if out[d.table], err = readAll(rows); err != nil {
			return nil, wrap(err)
		}
	}
	return out, nil
}

func readAll(rows *sqlx.Rows) ([]map[string]any, error) {
	defer rows.Close()
	out := []map[string]any{}
	for rows.Next() {
		row := map[string]any{}
		if err := rows.MapScan(row); err != nil {
			return nil, err
		}
		for column, v := range row {
			row[column] = readable(v)
		}
		out = append(out, row)
	}
	return out, rows.Err()
}

// readable is a value as JSON tells it: what is JSON already stays so, other bytes are text.
func readable(v any) any {
	data, ok := v.([]byte)
	if !ok {
		return v
	}
	text := string(data)
	if strings.HasPrefix(text, "{") || strings.HasPrefix(text, "[") {
		if json.Valid(data) {
			return json.RawMessage(data)
		}
	}
	return text
}
