package record

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"time"

	"firmitas/core/money"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// laidRow is a coat as it is stored: with what was laid in place of what was planned, as its label was then.
type laidRow struct {
	worklog.Laid
	Instead *store.Product `json:"instead,omitempty"`
}

// Facts are stored events in the words of the core, in their order.
func Facts(rows []store.Event) ([]worklog.Event, error) {
	out := make([]worklog.Event, len(rows))
	for i, r := range rows {
		var err error
		if out[i], err = Fact(r); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// Fact is a stored event in the words of the core; an error names the event that cannot be read.
func Fact(r store.Event) (worklog.Event, error) {
	body, err := readBody(worklog.Kind(r.Kind), []byte(r.Data))
	if err != nil {
		return worklog.Event{}, fmt.Errorf("event %d: %w", r.ID, err)
	}
	return worklog.Event{ID: r.ID, Zone: r.ZoneID.Int64, At: r.At, Told: r.Told, Who: r.Who, Body: body}, nil
}

func readBody(kind worklog.Kind, data []byte) (worklog.Body, error) {
	if kind != worklog.CoatLaid {
		return worklog.Decode(kind, data)
	}
	var row laidRow
	if err := json.Unmarshal(data, &row); err != nil {
		return nil, err
	}
	laid := row.Laid
	if row.Instead != nil {
		var err error
		if laid.Instead, err = Product(*row.Instead); err != nil {
			return nil, err
		}
	}
	return laid, nil
}

// FactRow is a fact as it is stored, of a piece or, where that is 0, of the room or a tin. What is asked of many facts
// at once stands beside the body as well.
func FactRow(home, piece int64, e worklog.Event, instead *store.Product) (store.Event, error) {
	body := any(e.Body)
	if laid, is := e.Body.(worklog.Laid); is {
		body = laidRow{laid, instead}
	}
	data, err := json.Marshal(body)
	worked := e.Worked()
	return store.Event{
		WorkshopID: home,
		PieceID:    store.NullID(piece),
		ZoneID:     store.NullID(e.Zone),
		Kind:       string(e.Kind()),
		At:         e.At.UTC(),
		Told:       e.Told.UTC(),
		Who:        e.Who,
		Data:       string(data),
		Of:         store.NullID(e.Of()),
		TinID:      store.NullID(e.Tin()),
		ProductID:  store.NullID(e.Fault().Product),
		Work:       sql.NullString{String: worked.Work, Valid: worked.Took > 0 && worked.Work != ""},
		Amount:     amountOf(e),
	}, err
}

// Keep stores a fact, and returns its id.
func (s *Service) Keep(ctx context.Context, home, piece int64, e worklog.Event) (int64, error) {
	row, err := FactRow(home, piece, e, nil)
	if err != nil {
		return 0, err
	}
	return s.store.AddEvent(ctx, row)
}

// AMomentAhead is how much faster than ours the clock of whoever tells may go.
const AMomentAhead = 5 * time.Minute

// amountOf is the sum that a fact carries; none where it is not about one.
func amountOf(e worklog.Event) sql.NullString {
	tin, isTin := e.Body.(worklog.TinIn)
	ofPiece := e.Kind().OfMoney() && e.Kind() != worklog.HoursTold
	paid := ofPiece || isTin && tin.Priced
	return sql.NullString{String: money.Text(e.Amount()), Valid: paid}
}

// PieceFact is a fact with the piece that it is of.
type PieceFact struct {
	worklog.Event
	PieceID       int64
	Piece, Number string
}

// PieceFacts are stored events with the pieces that they are of. It takes the answer of a question whole, its error
// too.
func PieceFacts(rows []store.PieceEvent, err error) ([]PieceFact, error) {
	out := make([]PieceFact, 0, len(rows))
	for _, r := range rows {
		e, bad := Fact(r.Event)
		if bad != nil {
			return nil, bad
		}
		out = append(out, PieceFact{e, r.PieceID.Int64, r.Piece, r.Number})
	}
	return out, err
}
