package store

import (
	"context"
	"database/sql"
	"time"
)

// Product is a row of products; in JSON it is also the copy that a layer keeps.
type Product struct {
	ID         int64                      `db:"id" json:"id"`
	WorkshopID int64                      `db:"workshop_id" json:"-"`
	Name       string                     `db:"name" json:"name"`
	Maker      string                     `db:"maker" json:"maker"`
	Family     string                     `db:"family" json:"family"`
	Colour     string                     `db:"colour" json:"colour"`
	Shade      string                     `db:"shade" json:"shade"`
	Sheen      string                     `db:"sheen" json:"sheen"`
	Label      JSON[map[string]string]    `db:"label" json:"label"`
	Statements JSON[map[string]Statement] `db:"statements" json:"statements"`
	Pairings   JSON[[]Pairing]            `db:"pairings" json:"pairings"`
	Facts      JSON[Facts]                `db:"facts" json:"facts"`
	Retired    sql.NullTime               `db:"retired_at" json:"-"`
	Version    int                        `db:"version" json:"-"`
}

// Statement is what a label states, as stored.
type Statement struct {
	Sense  string `json:"sense"`
	Source string `json:"source"`
}

// Pairing is what a label says of a pair, as stored.
type Pairing struct {
	Over   bool   `json:"over"`
	What   string `json:"what"`
	May    bool   `json:"may"`
	Sense  string `json:"sense"`
	Source string `json:"source"`
}

// Facts are what a data sheet says in words, as stored.
type Facts struct {
	Tools    string `json:"tools,omitempty"`
	Thinner  string `json:"thinner,omitempty"`
	CleanUp  string `json:"cleanUp,omitempty"`
	Hazards  string `json:"hazards,omitempty"`
	VOCBasis string `json:"vocBasis,omitempty"`
	Depth    string `json:"depth,omitempty"`
	Hue      string `json:"hue,omitempty"`
	SoldIn   string `json:"soldIn,omitempty"`
}

const (
	newProductColumns     = "workshop_id, " + changedProductColumns
	changedProductColumns = "name, maker, family, colour, shade, sheen, label, statements, pairings, facts"
)

var productColumns = columns[Product]("")

// Shelf is all products of a workshop by name, retired ones too.
func (s *Store) Shelf(ctx context.Context, workshopID int64) ([]Product, error) {
	var shelf []Product
	err := s.q(ctx).SelectContext(ctx, &shelf,
		`SELECT `+productColumns+` FROM products WHERE workshop_id = ? ORDER BY name, sheen`, workshopID)
	return shelf, wrap(err)
}

// ShelfMark changes whenever a product of a workshop comes, goes or changes.
type ShelfMark struct {
	Products, Versions, Last int64
}

// ShelfMark of a workshop.
func (s *Store) ShelfMark(ctx context.Context, workshopID int64) (ShelfMark, error) {
	var m ShelfMark
	err := s.q(ctx).GetContext(ctx, &m,
		`SELECT COUNT(*) AS products, COALESCE(SUM(version), 0) AS versions, COALESCE(MAX(id), 0) AS last
		FROM products WHERE workshop_id = ?`, workshopID)
	return m, wrap(err)
}

// Product is one product of a workshop.
func (s *Store) Product(ctx context.Context, workshopID, id int64) (Product, error) {
	var p Product
	err := s.q(ctx).GetContext(ctx, &p,
		`SELECT `+productColumns+` FROM products WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return p, wrap(err)
}

// AddProduct puts a product on the shelf and returns its id; ErrNameTaken when its name and sheen are.
func (s *Store) AddProduct(ctx context.Context, p Product) (int64, error) {
	result, err := s.q(ctx).NamedExecContext(ctx, insert("products", newProductColumns), p)
	if err != nil {
		return 0, taken(err)
	}
	return newID(result, nil)
}

// UpdateProduct stores p if p.Version is still the stored one. What systems were chosen with stays as it was.
func (s *Store) UpdateProduct(ctx context.Context, p Product) error {
	result, err := s.q(ctx).NamedExecContext(ctx,
		"UPDATE products"+set(changedProductColumns+", retired_at")+mine, p)
	if err != nil {
		return taken(err)
	}
	return oneRow(result, nil)
}

// ImportProducts stores all of them, or none.
func (s *Store) ImportProducts(ctx context.Context, fresh, changed []Product) error {
	return s.Write(ctx, func(ctx context.Context) error {
		for _, p := range fresh {
			if _, err := s.AddProduct(ctx, p); err != nil {
				return err
			}
		}
		for _, p := range changed {
			if err := s.UpdateProduct(ctx, p); err != nil {
				return err
			}
		}
		return nil
	})
}

// remove deletes a row if this is still its version; ErrNotFound when it is not there at all.
func (s *Store) remove(ctx context.Context, table string, workshopID, id int64, version int) error {
	err := gone(s.q(ctx).ExecContext(ctx,
		`DELETE FROM `+table+` WHERE workshop_id = ? AND id = ? AND version = ?`, workshopID, id, version))
	if err == nil {
		return nil
	}
	var there int
	query := `SELECT COUNT(*) FROM ` + table + ` WHERE workshop_id = ? AND id = ?`
	if err := s.q(ctx).GetContext(ctx, &there, query, workshopID, id); err != nil {
		return wrap(err)
	}
	if there > 0 {
		return ErrConflict
	}
	return err
}

// Tin is a row of tins: one container of a product.
type Tin struct {
	ID         int64          `db:"id"`
	WorkshopID int64          `db:"workshop_id"`
	ProductID  int64          `db:"product_id"`
	Size       string         `db:"size"`
	Price      sql.NullString `db:"price"` // DECIMAL as text, never a binary float
	Lot        string         `db:"lot"`
	Opened     sql.NullTime   `db:"opened_on"`
	BestBefore sql.NullTime   `db:"best_before"`
	Left       string         `db:"left_over"`
	LeftTold   sql.NullTime   `db:"left_told_at"` // coats laid since are counted off
	Gone       sql.NullTime   `db:"gone_at"`      // used up, or thrown away
	Version    int            `db:"version"`
}

const (
	newTinColumns     = "workshop_id, product_id, " + changedTinColumns
	changedTinColumns = "size, price, lot, opened_on, best_before, left_over, left_told_at"
)

var tinColumns = columns[Tin]("")

// Tins of a workshop that stand on the shelf, by product; of one product when productID is not 0.
func (s *Store) Tins(ctx context.Context, workshopID, productID int64) ([]Tin, error) {
	var tins []Tin
	err := s.q(ctx).SelectContext(ctx, &tins,
		`SELECT `+tinColumns+` FROM tins
		WHERE workshop_id = ? AND gone_at IS NULL AND (? = 0 OR product_id = ?) ORDER BY product_id, id`,
		workshopID, productID, productID)
	return tins, wrap(err)
}

// Tin is one of a workshop's.
func (s *Store) Tin(ctx context.Context, workshopID, id int64) (Tin, error) {
	var t Tin
	err := s.q(ctx).GetContext(ctx, &t,
		`SELECT `+tinColumns+` FROM tins WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return t, wrap(err)
}

// AddTin stores a tin of a product of the same workshop and returns its id.
func (s *Store) AddTin(ctx context.Context, t Tin) (int64, error) {
	return newID(s.q(ctx).NamedExecContext(ctx, insert("tins", newTinColumns), t))
}

// UpdateTin stores a tin anew if t.Version is still the stored one.
func (s *Store) UpdateTin(ctx context.Context, t Tin) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE tins"+set(changedTinColumns)+mine, t))
}

// LabelledTin is a tin with what its product says that a reading of the tin needs.
type LabelledTin struct {
	Tin
	Product string `db:"product"` // its name
	Family  string `db:"family"`
	Density string `db:"density"` // in the label's words; "" = not told
}

var labelledTins = `SELECT ` + columns[Tin]("t") + `, p.name AS product, p.family,
		COALESCE(JSON_VALUE(p.label, '$.densityA'), '') AS density
	FROM tins t JOIN products p ON p.workshop_id = t.workshop_id AND p.id = t.product_id `

// TinsOf are tins by their ids, those that are gone too.
func (s *Store) TinsOf(ctx context.Context, workshopID int64, ids []int64) ([]LabelledTin, error) {
	var tins []LabelledTin
	if len(ids) == 0 {
		return tins, nil
	}
	err := s.selectIn(ctx, &tins, labelledTins+`WHERE t.workshop_id = ? AND t.id IN (?)`, workshopID, ids)
	return tins, wrap(err)
}

// LastPrices are the newest priced tin of each product.
func (s *Store) LastPrices(ctx context.Context, workshopID int64) ([]LabelledTin, error) {
	var tins []LabelledTin
	err := s.q(ctx).SelectContext(ctx, &tins, labelledTins+`
		JOIN (SELECT MAX(id) AS id FROM tins WHERE workshop_id = ? AND price IS NOT NULL GROUP BY product_id) n
			ON n.id = t.id
		WHERE t.workshop_id = ?`, workshopID, workshopID)
	return tins, wrap(err)
}

// AllTins of a workshop, those that are gone too.
func (s *Store) AllTins(ctx context.Context, workshopID int64) ([]LabelledTin, error) {
	var tins []LabelledTin
	err := s.q(ctx).SelectContext(ctx, &tins, labelledTins+`WHERE t.workshop_id = ?`, workshopID)
	return tins, wrap(err)
}

// TakeTin off the shelf for good, if this is still its version.
func (s *Store) TakeTin(ctx context.Context, t Tin) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE tins"+set("gone_at")+mine, t))
}

// DeleteTin forgets a tin that never was there, if this is still its version.
func (s *Store) DeleteTin(ctx context.Context, workshopID, id int64, version int) error {
	// A coat that was taken back stays, and is of no tin any more; what was told of the tin itself goes with it.
	_, err := s.q(ctx).ExecContext(ctx,
		`UPDATE events SET tin_id = NULL WHERE workshop_id = ? AND tin_id = ? AND piece_id IS NOT NULL`, workshopID, id)
	if err != nil {
		return wrap(err)
	}
	return s.remove(ctx, "tins", workshopID, id, version)
}

// Note is a row of notes: an entry in a product's diary.
type Note struct {
	ID         int64     `db:"id"`
	WorkshopID int64     `db:"workshop_id"`
	ProductID  int64     `db:"product_id"`
	At         time.Time `db:"noted_at"`
	Text       string    `db:"text"`
	NeverAgain bool      `db:"never_again"`
	Version    int       `db:"version"`
}

// mostNotes of a product are read at once, the newest.
const mostNotes = 200

var noteColumns = columns[Note]("")

// Notes of a product, the newest first, the newest 200 at most.
func (s *Store) Notes(ctx context.Context, workshopID, productID int64) ([]Note, error) {
	var notes []Note
	err := s.q(ctx).SelectContext(ctx, &notes,
		`SELECT `+noteColumns+` FROM notes WHERE workshop_id = ? AND product_id = ?
		ORDER BY noted_at DESC, id DESC LIMIT ?`, workshopID, productID, mostNotes)
	return notes, wrap(err)
}

// NeverAgain are the products of a workshop that a note warns of, each with the newest such note.
func (s *Store) NeverAgain(ctx context.Context, workshopID int64) (map[int64]string, error) {
	var notes []Note
	err := s.q(ctx).SelectContext(ctx, &notes,
		`SELECT `+noteColumns+` FROM notes WHERE workshop_id = ? AND never_again ORDER BY noted_at, id`, workshopID)
	out := make(map[int64]string, len(notes))
	for _, n := range notes {
		out[n.ProductID] = n.Text
	}
	return out, wrap(err)
}

// AddNote stores a note on a product of the same workshop and returns its id.
func (s *Store) AddNote(ctx context.Context, n Note) (int64, error) {
	return newID(s.q(ctx).NamedExecContext(ctx,
		insert("notes", "workshop_id, product_id, noted_at, text, never_again"), n))
}

// DeleteNote removes a note if this is still its version.
func (s *Store) DeleteNote(ctx context.Context, workshopID, id int64, version int) error {
	return s.remove(ctx, "notes", workshopID, id, version)
}

// Board is a row of boards: a test board of one product over another, over bare material or over an old finish. JPEG is
// filled only where it is asked for.
type Board struct {
	ID         int64           `db:"id"`
	WorkshopID int64           `db:"workshop_id"`
	Ground     sql.Null[int64] `db:"ground_id"` // none = the material itself, or its old finish
	Coat       int64           `db:"coat_id"`
	Material   string          `db:"material"`
	OldFinish  string          `db:"old_finish"`
	CrossCut   int             `db:"cross_cut"`
	SolventRub string          `db:"solvent_rub"`
	WaterDrop  string          `db:"water_drop"`
	Passed     bool            `db:"passed"`
	Who        string          `db:"who"`
	MadeOn     time.Time       `db:"made_on"`
	Note       string          `db:"note"`
	Version    int             `db:"version"`
	HasPhoto   bool            `db:"has_photo"`
	JPEG       []byte          `db:"jpeg"`
	GroundName string          `db:"ground_name"`
	CoatName   string          `db:"coat_name"`
}

// selectBoards reads boards with the names of their products, without their pictures.
var selectBoards = `SELECT ` + columns[Board]("b", "has_photo", "jpeg", "ground_name", "coat_name") + `,
	b.jpeg IS NOT NULL AS has_photo, COALESCE(g.name, '') AS ground_name, c.name AS coat_name
	FROM boards b
	LEFT JOIN products g ON g.workshop_id = b.workshop_id AND g.id = b.ground_id
	JOIN products c ON c.workshop_id = b.workshop_id AND c.id = b.coat_id
	WHERE b.workshop_id = ?`

const newestBoard = ` ORDER BY b.made_on DESC, b.id DESC LIMIT ?`

// MostBoards are read at once, the newest.
const MostBoards = 500

// Boards of a workshop, the newest first, 500 at most; of one product when productID is not 0.
func (s *Store) Boards(ctx context.Context, workshopID, productID int64) ([]Board, error) {
	var boards []Board
	err := s.q(ctx).SelectContext(ctx, &boards,
		selectBoards+` AND (? = 0 OR b.ground_id = ? OR b.coat_id = ?)`+newestBoard,
		workshopID, productID, productID, productID, MostBoards)
	return boards, wrap(err)
}

// AddBoard stores a board of products of the same workshop and returns its id.
func (s *Store) AddBoard(ctx context.Context, b Board) (int64, error) {
	names := "workshop_id, ground_id, coat_id, material, old_finish, cross_cut, solvent_rub, water_drop, passed, who, made_on, note"
	return newID(s.q(ctx).NamedExecContext(ctx, insert("boards", names), b))
}

// DeleteBoard removes a board if this is still its version.
func (s *Store) DeleteBoard(ctx context.Context, workshopID, id int64, version int) error {
	return s.remove(ctx, "boards", workshopID, id, version)
}

// BoardPhoto is the picture of a board; ErrNotFound when it has none.
func (s *Store) BoardPhoto(ctx context.Context, workshopID, id int64) ([]byte, error) {
	var jpeg []byte
	err := s.q(ctx).GetContext(ctx, &jpeg,
		`SELECT jpeg FROM boards WHERE workshop_id = ? AND id = ? AND jpeg IS NOT NULL`, workshopID, id)
	return jpeg, wrap(err)
}

// PutBoardPhoto keeps the picture of a board.
func (s *Store) PutBoardPhoto(ctx context.Context, workshopID, id int64, jpeg []byte) error {
	return gone(s.q(ctx).ExecContext(ctx,
		`UPDATE boards SET jpeg = ? WHERE workshop_id = ? AND id = ?`, jpeg, workshopID, id))
}
