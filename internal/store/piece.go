package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// Piece is a row of pieces with its zone and the zone's layers.
type Piece struct {
	ID         int64          `db:"id"`
	WorkshopID int64          `db:"workshop_id"`
	Number     string         `db:"number"`
	Name       string         `db:"name"`
	Start      time.Time      `db:"start_at"`
	Promised   sql.NullTime   `db:"promised_at"`
	TempC      float64        `db:"temp_c"`
	RH         float64        `db:"rh"`
	LastCoat   sql.NullTime   `db:"last_coat_at"`
	HandedOver sql.NullTime   `db:"handed_over_at"`
	Created    time.Time      `db:"created_at"`
	Version    int            `db:"version"`
	CareToken  sql.NullString `db:"care_token"`
	Zone       Zone           `db:"zone"`
	Layers     []Layer        `db:"-"`
}

// Zone is a row of zones.
type Zone struct {
	ID         int64             `db:"id"`
	Name       string            `db:"name"`
	EndUse     string            `db:"end_use"`
	Material   string            `db:"material"`
	Look       string            `db:"look"`
	Sheen      string            `db:"sheen"`
	AreaM2     float64           `db:"area_m2"`
	LengthM    sql.NullFloat64   `db:"length_m"`
	WidthM     sql.NullFloat64   `db:"width_m"`
	Inspection JSON[*Inspection] `db:"inspection"` // nil until it is inspected
}

// Inspection is what was seen of a zone, as stored. Ids are those of core/substrate.
type Inspection struct {
	Finish         string            `json:"finish"` // an old finish, or "unknown"
	Condition      string            `json:"condition"`
	Contaminations []string          `json:"contaminations"`
	Repairs        []string          `json:"repairs"`
	MoisturePct    float64           `json:"moisturePct"`
	StoodInTempC   float64           `json:"stoodInTempC"`
	StoodInRH      float64           `json:"stoodInRh"`
	VeneerMM       float64           `json:"veneerMm"`
	Age            string            `json:"age"`
	Lead           string            `json:"lead"`
	Answers        map[string]string `json:"answers"`
	Action         string            `json:"action"`
}

// Layer is a row of layers, with the product as it was when chosen.
type Layer struct {
	ZoneID  int64         `db:"zone_id"`
	Role    string        `db:"role"`
	Product JSON[Product] `db:"product"`
	Coats   int           `db:"coats"`
}

const selectPieces = `SELECT p.*, c.token AS care_token, z.id AS "zone.id", z.name AS "zone.name", z.end_use AS "zone.end_use", z.material AS "zone.material",
	z.look AS "zone.look", z.sheen AS "zone.sheen", z.area_m2 AS "zone.area_m2", z.length_m AS "zone.length_m", z.width_m AS "zone.width_m", z.inspection AS "zone.inspection"
	FROM pieces p JOIN zones z ON z.workshop_id = p.workshop_id AND z.piece_id = p.id
	LEFT JOIN care_cards c ON c.workshop_id = p.workshop_id AND c.piece_id = p.id WHERE p.workshop_id = ?`

// Pieces are all pieces of a workshop, the earliest promise first.
func (s *Store) Pieces(ctx context.Context, workshopID int64) ([]Piece, error) {
	var pieces []Piece
	if err := s.db.SelectContext(ctx, &pieces, selectPieces+` ORDER BY p.promised_at IS NULL, p.promised_at, p.id`, workshopID); err != nil {
		return nil, wrap(err)
	}
	var layers []Layer
	if err := s.db.SelectContext(ctx, &layers, `SELECT zone_id, role, product, coats FROM layers WHERE workshop_id = ? ORDER BY zone_id, position`, workshopID); err != nil {
		return nil, wrap(err)
	}
	byZone := map[int64][]Layer{}
	for _, l := range layers {
		byZone[l.ZoneID] = append(byZone[l.ZoneID], l)
	}
	for i := range pieces {
		pieces[i].Layers = byZone[pieces[i].Zone.ID]
	}
	return pieces, nil
}

// Piece is one piece of a workshop, or ErrNotFound.
func (s *Store) Piece(ctx context.Context, workshopID, id int64) (Piece, error) {
	var p Piece
	if err := s.db.GetContext(ctx, &p, selectPieces+` AND p.id = ?`, workshopID, id); err != nil {
		return p, wrap(err)
	}
	err := s.db.SelectContext(ctx, &p.Layers, `SELECT zone_id, role, product, coats FROM layers WHERE workshop_id = ? AND zone_id = ? ORDER BY position`, workshopID, p.Zone.ID)
	return p, wrap(err)
}

// AddPiece stores a new piece with its zone and returns its id. Its number counts up within the year of its creation.
func (s *Store) AddPiece(ctx context.Context, p Piece) (id int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		year := p.Created.Format("06")
		var count int
		if err := tx.GetContext(ctx, &count, `SELECT COALESCE(MAX(CAST(SUBSTRING(number, 4) AS UNSIGNED)), 0) FROM pieces WHERE workshop_id = ? AND number LIKE ? FOR UPDATE`, p.WorkshopID, year+"-%"); err != nil {
			return err
		}
		p.Number = fmt.Sprintf("%s-%03d", year, count+1)
		result, err := tx.NamedExecContext(ctx, `INSERT INTO pieces (workshop_id, number, name, start_at, promised_at, temp_c, rh, created_at)
			VALUES (:workshop_id, :number, :name, :start_at, :promised_at, :temp_c, :rh, :created_at)`, p)
		if err != nil {
			return err
		}
		if id, err = result.LastInsertId(); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, `INSERT INTO zones (workshop_id, piece_id, name, end_use, material, look, sheen, area_m2, length_m, width_m, inspection) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
			p.WorkshopID, id, p.Zone.Name, p.Zone.EndUse, p.Zone.Material, p.Zone.Look, p.Zone.Sheen, p.Zone.AreaM2, p.Zone.LengthM, p.Zone.WidthM, p.Zone.Inspection)
		return err
	})
	return id, err
}

// UpdatePiece stores what was taken in anew if p.Version is still the stored one. With keepLayers false the chosen
// system is dropped, because it was judged for another piece of work.
func (s *Store) UpdatePiece(ctx context.Context, p Piece, keepLayers bool) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneRow(tx.NamedExecContext(ctx, `UPDATE pieces SET name = :name, start_at = :start_at, promised_at = :promised_at, temp_c = :temp_c, rh = :rh, version = version + 1
			WHERE workshop_id = :workshop_id AND id = :id AND version = :version AND handed_over_at IS NULL`, p)); err != nil {
			return err
		}
		z := p.Zone
		if _, err := tx.ExecContext(ctx, `UPDATE zones SET name = ?, end_use = ?, material = ?, look = ?, sheen = ?, area_m2 = ?, length_m = ?, width_m = ?, inspection = ? WHERE workshop_id = ? AND piece_id = ?`,
			z.Name, z.EndUse, z.Material, z.Look, z.Sheen, z.AreaM2, z.LengthM, z.WidthM, z.Inspection, p.WorkshopID, p.ID); err != nil {
			return err
		}
		if keepLayers {
			return nil
		}
		_, err := tx.ExecContext(ctx, `DELETE FROM layers WHERE workshop_id = ? AND zone_id = ?`, p.WorkshopID, z.ID)
		return err
	})
}

// ReplaceLayers stores the chosen system of a piece's zone if version is still the stored one.
func (s *Store) ReplaceLayers(ctx context.Context, p Piece, layers []Layer) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneRow(tx.ExecContext(ctx, `UPDATE pieces SET version = version + 1 WHERE workshop_id = ? AND id = ? AND version = ? AND handed_over_at IS NULL`, p.WorkshopID, p.ID, p.Version)); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `DELETE FROM layers WHERE workshop_id = ? AND zone_id = ?`, p.WorkshopID, p.Zone.ID); err != nil {
			return err
		}
		for i, l := range layers {
			if _, err := tx.ExecContext(ctx, `INSERT INTO layers (workshop_id, zone_id, position, role, product_id, product, coats) VALUES (?, ?, ?, ?, ?, ?, ?)`,
				p.WorkshopID, p.Zone.ID, i, l.Role, l.Product.V.ID, l.Product, l.Coats); err != nil {
				return err
			}
		}
		return nil
	})
}

// DeletePiece removes a piece and all that hangs on it, or ErrNotFound.
func (s *Store) DeletePiece(ctx context.Context, workshopID, id int64) error {
	err := oneRow(s.db.ExecContext(ctx, `DELETE FROM pieces WHERE workshop_id = ? AND id = ?`, workshopID, id))
	if errors.Is(err, ErrConflict) {
		return ErrNotFound
	}
	return err
}

// HandOver fixes the care card of a piece if p.Version is still the stored one and it has not left before.
func (s *Store) HandOver(ctx context.Context, p Piece, token string, card any) error {
	text, err := json.Marshal(card)
	if err != nil {
		return err
	}
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneRow(tx.NamedExecContext(ctx, `UPDATE pieces SET last_coat_at = :last_coat_at, handed_over_at = :handed_over_at, version = version + 1
			WHERE workshop_id = :workshop_id AND id = :id AND version = :version AND handed_over_at IS NULL`, p)); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `INSERT INTO care_cards (workshop_id, piece_id, token, card, issued_at) VALUES (?, ?, ?, ?, ?)`, p.WorkshopID, p.ID, token, text, p.HandedOver)
		return err
	})
}

// Card reads the fixed care card behind a token, for anyone who holds it; or ErrNotFound.
func (s *Store) Card(ctx context.Context, token string, card any) error {
	var text []byte
	if err := s.db.GetContext(ctx, &text, `SELECT card FROM care_cards WHERE token = ?`, token); err != nil {
		return wrap(err)
	}
	return json.Unmarshal(text, card)
}

// oneRow turns an update that met no row into ErrConflict.
func oneRow(result sql.Result, err error) error {
	if err != nil {
		return wrap(err)
	}
	if n, err := result.RowsAffected(); err != nil || n == 1 {
		return wrap(err)
	}
	return ErrConflict
}
