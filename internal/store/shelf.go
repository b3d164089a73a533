package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/go-sql-driver/mysql"
	"github.com/jmoiron/sqlx"
)

// ErrNameTaken: another product of this workshop has that name and sheen.
var ErrNameTaken = errors.New("name and sheen are taken")

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
}

// Shelf is all products of a workshop by name, retired ones too.
func (s *Store) Shelf(ctx context.Context, workshopID int64) ([]Product, error) {
	var shelf []Product
	err := s.db.SelectContext(ctx, &shelf, `SELECT * FROM products WHERE workshop_id = ? ORDER BY name, sheen`, workshopID)
	return shelf, wrap(err)
}

// ShelfMark changes whenever a product of a workshop comes, goes or changes.
type ShelfMark struct {
	Products, Versions, Last int64
}

// ShelfMark of a workshop.
func (s *Store) ShelfMark(ctx context.Context, workshopID int64) (ShelfMark, error) {
	var m ShelfMark
	err := s.db.GetContext(ctx, &m, `SELECT COUNT(*) AS products, COALESCE(SUM(version), 0) AS versions, COALESCE(MAX(id), 0) AS last FROM products WHERE workshop_id = ?`, workshopID)
	return m, wrap(err)
}

// Product is one product of a workshop.
func (s *Store) Product(ctx context.Context, workshopID, id int64) (Product, error) {
	var p Product
	err := s.db.GetContext(ctx, &p, `SELECT * FROM products WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return p, wrap(err)
}

func insertProduct(ctx context.Context, tx *sqlx.Tx, p Product) (int64, error) {
	result, err := tx.NamedExecContext(ctx, `INSERT INTO products (workshop_id, name, maker, family, colour, shade, sheen, label, statements, pairings, facts)
		VALUES (:workshop_id, :name, :maker, :family, :colour, :shade, :sheen, :label, :statements, :pairings, :facts)`, p)
	if err != nil {
		return 0, err
	}
	return result.LastInsertId()
}

func updateProduct(ctx context.Context, tx *sqlx.Tx, p Product) error {
	result, err := tx.NamedExecContext(ctx, `UPDATE products SET name = :name, maker = :maker, family = :family, colour = :colour, shade = :shade, sheen = :sheen,
		label = :label, statements = :statements, pairings = :pairings, facts = :facts, retired_at = :retired_at, version = version + 1
		WHERE workshop_id = :workshop_id AND id = :id AND version = :version`, p)
	return oneRow(result, err)
}

// taken names the one clash that a finisher can mend.
func taken(err error) error {
	var server *mysql.MySQLError
	if errors.As(err, &server) && server.Number == duplicate {
		return ErrNameTaken
	}
	return err
}

// AddProduct puts a product on the shelf and returns its id; ErrNameTaken when its name and sheen are.
func (s *Store) AddProduct(ctx context.Context, p Product) (id int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		id, err = insertProduct(ctx, tx, p)
		return taken(err)
	})
	return id, err
}

// UpdateProduct stores p if p.Version is still the stored one. What systems were chosen with stays as it was.
func (s *Store) UpdateProduct(ctx context.Context, p Product) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error { return taken(updateProduct(ctx, tx, p)) })
}

// ImportProducts stores all of them, or none.
func (s *Store) ImportProducts(ctx context.Context, fresh, changed []Product) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, p := range fresh {
			if _, err := insertProduct(ctx, tx, p); err != nil {
				return taken(err)
			}
		}
		for _, p := range changed {
			if err := updateProduct(ctx, tx, p); err != nil {
				return taken(err)
			}
		}
		return nil
	})
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
}

// Tins of a workshop by product; of one product when productID is not 0.
func (s *Store) Tins(ctx context.Context, workshopID, productID int64) ([]Tin, error) {
	var tins []Tin
	err := s.db.SelectContext(ctx, &tins, `SELECT * FROM tins WHERE workshop_id = ? AND (? = 0 OR product_id = ?) ORDER BY product_id, id`, workshopID, productID, productID)
	return tins, wrap(err)
}

// Tin is one of a workshop's.
func (s *Store) Tin(ctx context.Context, workshopID, id int64) (Tin, error) {
	var t Tin
	err := s.db.GetContext(ctx, &t, `SELECT * FROM tins WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return t, wrap(err)
}

// AddTin stores a tin of a product of the same workshop and returns its id.
func (s *Store) AddTin(ctx context.Context, t Tin) (int64, error) {
	result, err := s.db.NamedExecContext(ctx, `INSERT INTO tins (workshop_id, product_id, size, price, lot, opened_on, best_before, left_over)
		VALUES (:workshop_id, :product_id, :size, :price, :lot, :opened_on, :best_before, :left_over)`, t)
	if err != nil {
		return 0, wrap(err)
	}
	return result.LastInsertId()
}

// UpdateTin stores a tin anew.
func (s *Store) UpdateTin(ctx context.Context, t Tin) error {
	result, err := s.db.NamedExecContext(ctx, `UPDATE tins SET size = :size, price = :price, lot = :lot, opened_on = :opened_on, best_before = :best_before, left_over = :left_over
		WHERE workshop_id = :workshop_id AND id = :id`, t)
	return gone(result, err)
}

// DeleteTin takes a tin off the shelf.
func (s *Store) DeleteTin(ctx context.Context, workshopID, id int64) error {
	result, err := s.db.ExecContext(ctx, `DELETE FROM tins WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return gone(result, err)
}

// gone is ErrNotFound when no row was touched.
func gone(result sql.Result, err error) error {
	if err != nil {
		return wrap(err)
	}
	if n, err := result.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, ErrNotFound)
	}
	return nil
}

// Note is a row of notes: an entry in a product's diary.
type Note struct {
	ID         int64     `db:"id"`
	WorkshopID int64     `db:"workshop_id"`
	ProductID  int64     `db:"product_id"`
	At         time.Time `db:"noted_at"`
	Text       string    `db:"text"`
	NeverAgain bool      `db:"never_again"`
}

// Notes of a workshop, the newest first; of one product when productID is not 0.
func (s *Store) Notes(ctx context.Context, workshopID, productID int64) ([]Note, error) {
	var notes []Note
	err := s.db.SelectContext(ctx, &notes, `SELECT * FROM notes WHERE workshop_id = ? AND (? = 0 OR product_id = ?) ORDER BY noted_at DESC, id DESC`, workshopID, productID, productID)
	return notes, wrap(err)
}

// AddNote stores a note on a product of the same workshop and returns its id.
func (s *Store) AddNote(ctx context.Context, n Note) (int64, error) {
	result, err := s.db.NamedExecContext(ctx, `INSERT INTO notes (workshop_id, product_id, noted_at, text, never_again) VALUES (:workshop_id, :product_id, :noted_at, :text, :never_again)`, n)
	if err != nil {
		return 0, wrap(err)
	}
	return result.LastInsertId()
}

// DeleteNote removes a note.
func (s *Store) DeleteNote(ctx context.Context, workshopID, id int64) error {
	result, err := s.db.ExecContext(ctx, `DELETE FROM notes WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return gone(result, err)
}

// Board is a row of boards: a test board of one product over another. JPEG is filled only where it is asked for.
type Board struct {
	ID         int64     `db:"id"`
	WorkshopID int64     `db:"workshop_id"`
	Ground     int64     `db:"ground_id"`
	Coat       int64     `db:"coat_id"`
	Material   string    `db:"material"`
	CrossCut   int       `db:"cross_cut"`
	SolventRub string    `db:"solvent_rub"`
	WaterDrop  string    `db:"water_drop"`
	Passed     bool      `db:"passed"`
	Who        string    `db:"who"`
	MadeOn     time.Time `db:"made_on"`
	Note       string    `db:"note"`
	HasPhoto   bool      `db:"has_photo"`
	JPEG       []byte    `db:"jpeg"`
}

const boardColumns = `id, workshop_id, ground_id, coat_id, material, cross_cut, solvent_rub, water_drop, passed, who, made_on, note, jpeg IS NOT NULL AS has_photo`

// Boards of a workshop, the newest first.
func (s *Store) Boards(ctx context.Context, workshopID int64) ([]Board, error) {
	var boards []Board
	err := s.db.SelectContext(ctx, &boards, `SELECT `+boardColumns+` FROM boards WHERE workshop_id = ? ORDER BY made_on DESC, id DESC`, workshopID)
	return boards, wrap(err)
}

// AddBoard stores a board of two products of the same workshop and returns its id.
func (s *Store) AddBoard(ctx context.Context, b Board) (int64, error) {
	result, err := s.db.NamedExecContext(ctx, `INSERT INTO boards (workshop_id, ground_id, coat_id, material, cross_cut, solvent_rub, water_drop, passed, who, made_on, note)
		VALUES (:workshop_id, :ground_id, :coat_id, :material, :cross_cut, :solvent_rub, :water_drop, :passed, :who, :made_on, :note)`, b)
	if err != nil {
		return 0, wrap(err)
	}
	return result.LastInsertId()
}

// DeleteBoard removes a board.
func (s *Store) DeleteBoard(ctx context.Context, workshopID, id int64) error {
	result, err := s.db.ExecContext(ctx, `DELETE FROM boards WHERE workshop_id = ? AND id = ?`, workshopID, id)
	return gone(result, err)
}

// BoardPhoto is the picture of a board; ErrNotFound when it has none.
func (s *Store) BoardPhoto(ctx context.Context, workshopID, id int64) ([]byte, error) {
	var jpeg []byte
	err := s.db.GetContext(ctx, &jpeg, `SELECT jpeg FROM boards WHERE workshop_id = ? AND id = ? AND jpeg IS NOT NULL`, workshopID, id)
	return jpeg, wrap(err)
}

// PutBoardPhoto keeps the picture of a board.
func (s *Store) PutBoardPhoto(ctx context.Context, workshopID, id int64, jpeg []byte) error {
	result, err := s.db.ExecContext(ctx, `UPDATE boards SET jpeg = ? WHERE workshop_id = ? AND id = ?`, jpeg, workshopID, id)
	return gone(result, err)
}
