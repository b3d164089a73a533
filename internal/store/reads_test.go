package store

import (
	"context"
	"database/sql"
	"fmt"
	"testing"
	"time"
)

// A workshop with years of facts beside one that is new, as the optimizer meets them: nearly all rows are of the one.
const (
	manyPieces = 400
	manyFacts  = 40_000
	manyTins   = 40
)

type years struct {
	*Store
	big, small int64
	product    int64
	rare       int64 // a product with one tin, from which 50 coats were laid
	piece      int64 // the first of many
	tins       []Tin
	last       int64 // the newest fact
}

func grown(t *testing.T) *years {
	t.Helper()
	y := &years{Store: fresh(t)}
	y.big, y.small = addWorkshop(t, y.Store, "Years"), addWorkshop(t, y.Store, "New")
	for _, home := range []int64{y.small, y.big} {
		var err error
		if y.piece, err = y.AddPiece(t.Context(), piece(home)); err != nil {
			t.Fatal(err)
		}
	}
	get := func(into any, query string, args ...any) {
		t.Helper()
		if err := y.db.GetContext(t.Context(), into, query, args...); err != nil {
			t.Fatal(err)
		}
	}
	do := func(query string, args ...any) {
		t.Helper()
		if _, err := y.db.ExecContext(t.Context(), query, args...); err != nil {
			t.Fatalf("%v\n%s", err, query)
		}
	}
	get(&y.product, `SELECT id FROM products WHERE workshop_id = ?`, y.big)
	do(fmt.Sprintf(`INSERT INTO tins (workshop_id, product_id, size, price, lot, left_over, left_told_at)
		SELECT ?, ?, '1 L', '20.00', '', '', ? FROM seq_1_to_%d`, manyTins), y.big, y.product, at)
	do(fmt.Sprintf(`INSERT INTO pieces (workshop_id, number, name, start_at, temp_c, rh, created_at, handed_over_at)
		SELECT ?, CONCAT('M-', seq), 'Stool', ?, 20, 50, ?, IF(seq > 30, ?, NULL) FROM seq_2_to_%d`, manyPieces), y.big, at, at, at)
	y.tins, _ = y.Tins(t.Context(), y.big, 0)
	do(fmt.Sprintf(`INSERT INTO events
		(workshop_id, piece_id, kind, happened_at, told_at, who, data, tin_id, product_id, work, amount)
		SELECT ?, IF(MOD(seq, 100) BETWEEN 55 AND 79, NULL, ? + MOD(seq, %d)),
			CASE WHEN MOD(seq, 100) < 55 THEN 'coat_laid' WHEN MOD(seq, 100) < 80 THEN 'air_read'
				WHEN MOD(seq, 100) < 85 THEN 'fee' WHEN MOD(seq, 100) < 86 THEN 'fault'
				WHEN MOD(seq, 100) < 87 THEN 'buyer_said' WHEN MOD(seq, 100) < 97 THEN 'job_done' ELSE 'note' END,
			DATE_ADD(?, INTERVAL seq * 10 MINUTE), ?, 'somebody',
			JSON_OBJECT('tookMin', 10, 'planned', 12, 'litres', IF(MOD(seq, 100) < 55, 0.01, NULL), 'text', 'so'),
			IF(MOD(seq, 100) < 55, ? + MOD(seq, %d), NULL), IF(MOD(seq, 100) = 85, ?, NULL),
			IF(MOD(seq, 100) BETWEEN 87 AND 96, 'sanding', NULL), IF(MOD(seq, 100) BETWEEN 80 AND 84, 5, NULL)
		FROM seq_1_to_%d`, manyPieces, manyTins, manyFacts), y.big, y.piece, at, at, y.tins[0].ID, y.product)
	get(&y.last, `SELECT MAX(id) FROM events`)
	rare := Product{WorkshopID: y.big, Name: "Rare", Family: "clear_wb_pu", Shade: "clear", Sheen: "satin"}
	rare.Label.V, rare.Statements.V, rare.Pairings.V = map[string]string{}, map[string]Statement{}, []Pairing{}
	var err error
	if y.rare, err = y.AddProduct(t.Context(), rare); err != nil {
		t.Fatal(err)
	}
	tin, err := y.AddTin(t.Context(), Tin{WorkshopID: y.big, ProductID: y.rare, Size: "1 L"})
	if err != nil {
		t.Fatal(err)
	}
	do(`UPDATE events SET tin_id = ? WHERE tin_id IS NOT NULL AND id > ? ORDER BY id LIMIT 50`, tin, y.last-1000)
	do(`INSERT INTO events (workshop_id, piece_id, kind, happened_at, told_at, who, data, of_id)
		SELECT workshop_id, piece_id, 'taken_back', happened_at, told_at, who, '{}', id FROM events WHERE MOD(id, 400) = 7`)
	return y
}

// looked is how many rows the server looked at for a question, as it counts them itself.
func (y *years) looked(t *testing.T, ask func(context.Context) error) int {
	t.Helper()
	count := func(ctx context.Context) (sum int) {
		var rows []struct {
			Name  string `db:"Variable_name"`
			Value int    `db:"Value"`
		}
		if err := y.q(ctx).SelectContext(ctx, &rows, `SHOW SESSION STATUS LIKE 'Handler_read%'`); err != nil {
			t.Fatal(err)
		}
		for _, r := range rows {
			sum += r.Value
		}
		return sum
	}
	n := 0
	err := y.Read(t.Context(), func(ctx context.Context) error {
		before := count(ctx)
		asking := count(ctx) - before // that asking itself adds
		err := ask(ctx)
		n = count(ctx) - before - 2*asking
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return n
}

// What a question looks at grows with its answer, never with all that was ever told: whether the database has counted
// its rows or not. Each bound is two to four times what was measured, and far below the 40,000 facts there are; what
// reports add up of all facts is not asked here.
func TestAQuestionLooksAtItsAnswer(t *testing.T) {
	y := grown(t)
	late := at.Add(manyFacts * 10 * time.Minute) // the moment of the newest
	questions := []struct {
		name string
		most int // rows that it may look at
		ask  func(context.Context) error
	}{
		{"the newest told minutes", 7_000, func(ctx context.Context) error { return second(y.Timed(ctx, y.big, 200)) }},
		{"faults on a product", 4_000, func(ctx context.Context) error { return second(y.FaultsOf(ctx, y.big, y.product)) }},
		{"faults of late", 1_000, func(ctx context.Context) error { return second(y.FaultsSince(ctx, y.big, late.AddDate(0, 0, -30))) }},
		{"what buyers said", 2_000, func(ctx context.Context) error { return second(y.Unanswered(ctx, y.big, 50)) }},
		{"what went out of a tin since", 1_500, func(ctx context.Context) error {
			one := y.tins[0]
			one.LeftTold = sql.NullTime{Time: late.AddDate(0, -2, 0), Valid: true}
			return second(y.UsedFrom(ctx, y.big, []Tin{one}))
		}},
		{"coats from a tin", 4_000, func(ctx context.Context) error { return second(y.LaidFrom(ctx, y.big, y.tins[0].ID)) }},
		{"the air of two days", 1_000, func(ctx context.Context) error {
			return second(y.RoomBetween(ctx, y.big, late.AddDate(0, 0, -2), late))
		}},
		{"one piece", 1_000, func(ctx context.Context) error { return second(y.Piece(ctx, y.big, y.piece)) }},
		{"the open pieces", 15_000, func(ctx context.Context) error { return second(y.OpenPieces(ctx, y.big)) }},
		{"own pieces unsold", 15_000, func(ctx context.Context) error { return second(y.OwnUnsold(ctx, y.big, "other", y.piece)) }},
		{"money told since", 1_500, func(ctx context.Context) error { return second(y.MoneyFacts(ctx, y.big, y.last-200)) }},
		{"all money", 15_000, func(ctx context.Context) error { return second(y.MoneyFacts(ctx, y.big, 0)) }},
		{"coats laid since", 1_500, func(ctx context.Context) error { return second(y.Laid(ctx, y.big, y.last-200, 100)) }},
		{"the newest coats", 1_500, func(ctx context.Context) error { return second(y.Laid(ctx, y.big, 0, 100)) }},
		{"facts of some ids", 100, func(ctx context.Context) error { return second(y.ToldOf(ctx, y.big, []int64{y.last, y.last - 9})) }},
		{"facts between two", 1_500, func(ctx context.Context) error { return second(y.ToldBetween(ctx, y.big, y.last-100, y.last)) }},
		{"what was told of a product's only tin", 1_000, func(ctx context.Context) error { return second(y.MovesOf(ctx, y.big, y.rare, 50)) }},
		{"what was drawn, priced", 30_000, func(ctx context.Context) error {
			prices := []TinPrice{{Tin: y.tins[0].ID, Price: "20.00", SizeL: 1}, {Tin: y.tins[1].ID, Price: "20.00", SizeL: 1}}
			return second(y.DrawnCosts(ctx, y.big, prices))
		}},
		{"whether anything was told since", 1_500, func(ctx context.Context) error {
			return second(y.TallyMark(ctx, y.big, TallyMark{Base: y.last - 200, Last: y.last}))
		}},
		{"a new workshop's air", 60, func(ctx context.Context) error { return second(y.RoomBetween(ctx, y.small, at, late)) }},
		{"a new workshop's money", 60, func(ctx context.Context) error { return second(y.MoneyFacts(ctx, y.small, 0)) }},
		{"a new workshop's pieces", 60, func(ctx context.Context) error { return second(y.OpenPieces(ctx, y.small)) }},
	}
	for _, counted := range []string{"as it grew", "counted anew"} {
		if counted == "counted anew" {
			if _, err := y.db.ExecContext(t.Context(), `ANALYZE TABLE events, pieces, tins`); err != nil {
				t.Fatal(err)
			}
		}
		for _, q := range questions {
			n := y.looked(t, q.ask)
			if n > q.most {
				t.Errorf("%s: %s looked at %d rows, %d at most", counted, q.name, n, q.most)
			}
		}
	}
}
