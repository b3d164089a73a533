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

// Piece is a row of pieces with its zones.
type Piece struct {
	ID         int64           `db:"id"`
	WorkshopID int64           `db:"workshop_id"`
	Number     string          `db:"number"`
	Name       string          `db:"name"`
	Kind       string          `db:"kind"`
	Owner      string          `db:"owner"`
	Alike      int             `db:"alike"`
	Site       JSON[Site]      `db:"site"`
	Parts      JSON[[]Part]    `db:"parts"`
	History    string          `db:"history"`
	FromPiece  sql.NullInt64   `db:"from_piece_id"`
	Start      time.Time       `db:"start_at"`
	Promised   sql.NullTime    `db:"promised_at"`
	TempC      float64         `db:"temp_c"`
	RH         float64         `db:"rh"`
	NightTempC sql.NullFloat64 `db:"night_temp_c"`
	NightRH    sql.NullFloat64 `db:"night_rh"`
	LastCoat   sql.NullTime    `db:"last_coat_at"`
	HandedOver sql.NullTime    `db:"handed_over_at"`
	Created    time.Time       `db:"created_at"`
	JobOrder   JSON[[]string]  `db:"job_order"`
	Version    int             `db:"version"`
	CareToken  sql.NullString  `db:"care_token"`
	Zones      []Zone          `db:"-"` // in their order
	Removed    []Zone          `db:"-"` // out of sight, may be put back
}

// Site is where the work is done, as stored.
type Site struct {
	OnSite      bool `json:"onSite"`
	LivedIn     bool `json:"livedIn"`
	PoorlyAired bool `json:"poorlyAired"`
	CoverFloors bool `json:"coverFloors"`
}

// Part is what comes off before the work, as stored.
type Part struct {
	Kind  string `json:"kind"`
	Name  string `json:"name"`
	Count int    `json:"count"`
}

// Zone is a row of zones with its layers.
type Zone struct {
	ID         int64             `db:"id"`
	WorkshopID int64             `db:"workshop_id"`
	PieceID    int64             `db:"piece_id"`
	Position   int               `db:"position"`
	Name       string            `db:"name"`
	Face       string            `db:"face"`
	EndUse     string            `db:"end_use"`
	Material   string            `db:"material"`
	Look       string            `db:"look"`
	Sheen      string            `db:"sheen"`
	AreaM2     float64           `db:"area_m2"`
	LengthM    sql.NullFloat64   `db:"length_m"`
	WidthM     sql.NullFloat64   `db:"width_m"`
	Inspection JSON[*Inspection] `db:"inspection"` // nil until it is inspected
	Wants      JSON[*Wants]      `db:"wants"`      // nil = nothing more
	RemovedAt  sql.NullTime      `db:"removed_at"`
	Layers     []Layer           `db:"-"`
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

// Wants is what is asked of a zone besides end use, look and sheen, as stored.
type Wants struct {
	Place      string             `json:"place"`
	Asks       []int              `json:"asks,omitempty"`
	NoSolvent  bool               `json:"noSolvent"`
	NoTwoPart  bool               `json:"noTwoPart"`
	NoSpray    bool               `json:"noSpray"`
	LowSmell   bool               `json:"lowSmell"`
	OnlyStock  bool               `json:"onlyStock,omitempty"`
	Without    []string           `json:"without,omitempty"`
	WithoutIDs []int64            `json:"withoutIds,omitempty"`
	WithID     int64              `json:"withId,omitempty"`
	Weights    map[string]float64 `json:"weights,omitempty"`
	OverDark   bool               `json:"overDark,omitempty"`
	Budget     string             `json:"budget,omitempty"` // a decimal; "" = no limit
	Decor      []Decor            `json:"decor,omitempty"`
}

// Decor is a decoration that is wished for, as stored. Kinds are those of core/decoration.
type Decor struct {
	Kind      string             `json:"kind"`
	ProductID int64              `json:"productId,omitempty"`
	Measures  map[string]float64 `json:"measures,omitempty"`
	Shares    []Share            `json:"shares,omitempty"`
}

// Share is one colour of a resin pour, as stored.
type Share struct {
	Name  string  `json:"name"`
	Parts float64 `json:"parts"`
}

// Layer is a row of layers, with the product as it was when chosen.
type Layer struct {
	ZoneID  int64         `db:"zone_id"`
	Role    string        `db:"role"`
	Product JSON[Product] `db:"product"`
	Coats   int           `db:"coats"`
}

const (
	selectPieces = `SELECT p.*, c.token AS care_token FROM pieces p LEFT JOIN care_cards c ON c.workshop_id = p.workshop_id AND c.piece_id = p.id WHERE p.workshop_id = ?`
	selectZones  = `SELECT * FROM zones WHERE workshop_id = ?`
	selectLayers = `SELECT zone_id, role, product, coats FROM layers WHERE workshop_id = ?`
)

// Pieces are all pieces of a workshop, the earliest promise first.
func (s *Store) Pieces(ctx context.Context, workshopID int64) ([]Piece, error) {
	var pieces []Piece
	var zones []Zone
	var layers []Layer
	err := errors.Join(
		s.db.SelectContext(ctx, &pieces, selectPieces+` ORDER BY p.promised_at IS NULL, p.promised_at, p.id`, workshopID),
		s.db.SelectContext(ctx, &zones, selectZones+` ORDER BY piece_id, position, id`, workshopID),
		s.db.SelectContext(ctx, &layers, selectLayers+` ORDER BY zone_id, position`, workshopID))
	assemble(pieces, zones, layers)
	return pieces, wrap(err)
}

// Piece is one piece of a workshop, or ErrNotFound.
func (s *Store) Piece(ctx context.Context, workshopID, id int64) (Piece, error) {
	pieces := make([]Piece, 1)
	if err := s.db.GetContext(ctx, &pieces[0], selectPieces+` AND p.id = ?`, workshopID, id); err != nil {
		return pieces[0], wrap(err)
	}
	var zones []Zone
	var layers []Layer
	err := errors.Join(
		s.db.SelectContext(ctx, &zones, selectZones+` AND piece_id = ? ORDER BY position, id`, workshopID, id),
		s.db.SelectContext(ctx, &layers, selectLayers+` AND zone_id IN (SELECT id FROM zones WHERE workshop_id = ? AND piece_id = ?) ORDER BY zone_id, position`, workshopID, workshopID, id))
	assemble(pieces, zones, layers)
	return pieces[0], wrap(err)
}

// assemble hands layers to their zones, and zones to their pieces.
func assemble(pieces []Piece, zones []Zone, layers []Layer) {
	byZone := map[int64][]Layer{}
	for _, l := range layers {
		byZone[l.ZoneID] = append(byZone[l.ZoneID], l)
	}
	at := map[int64]int{}
	for i, p := range pieces {
		at[p.ID] = i
	}
	for _, z := range zones {
		i, known := at[z.PieceID]
		if !known {
			continue // taken in between two queries
		}
		z.Layers = byZone[z.ID]
		if z.RemovedAt.Valid {
			pieces[i].Removed = append(pieces[i].Removed, z)
		} else {
			pieces[i].Zones = append(pieces[i].Zones, z)
		}
	}
}

// AddPiece stores a new piece with its zones and returns its id. Its number counts up within the year of its creation.
func (s *Store) AddPiece(ctx context.Context, p Piece) (id int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		year := p.Created.Format("06")
		var count int
		if err := tx.GetContext(ctx, &count, `SELECT COALESCE(MAX(CAST(SUBSTRING(number, 4) AS UNSIGNED)), 0) FROM pieces WHERE workshop_id = ? AND number LIKE ? FOR UPDATE`, p.WorkshopID, year+"-%"); err != nil {
			return err
		}
		p.Number = fmt.Sprintf("%s-%03d", year, count+1)
		result, err := tx.NamedExecContext(ctx, `INSERT INTO pieces (workshop_id, number, name, kind, owner, alike, site, parts, history, from_piece_id, start_at, promised_at, temp_c, rh, night_temp_c, night_rh, created_at)
			VALUES (:workshop_id, :number, :name, :kind, :owner, :alike, :site, :parts, :history, :from_piece_id, :start_at, :promised_at, :temp_c, :rh, :night_temp_c, :night_rh, :created_at)`, p)
		if err != nil {
			return err
		}
		if id, err = result.LastInsertId(); err != nil {
			return err
		}
		for i := range p.Zones {
			p.Zones[i].ID = 0
		}
		return saveZones(ctx, tx, p, id)
	})
	return id, err
}

// saveZones stores the zones of a piece in their order; those without an id are new.
func saveZones(ctx context.Context, tx *sqlx.Tx, p Piece, pieceID int64) error {
	for i, z := range p.Zones {
		z.WorkshopID, z.PieceID, z.Position = p.WorkshopID, pieceID, i
		if z.ID == 0 {
			if _, err := tx.NamedExecContext(ctx, `INSERT INTO zones (workshop_id, piece_id, position, name, face, end_use, material, look, sheen, area_m2, length_m, width_m, inspection, wants)
				VALUES (:workshop_id, :piece_id, :position, :name, :face, :end_use, :material, :look, :sheen, :area_m2, :length_m, :width_m, :inspection, :wants)`, z); err != nil {
				return err
			}
			continue
		}
		if err := oneRow(tx.NamedExecContext(ctx, `UPDATE zones SET position = :position, name = :name, face = :face, end_use = :end_use, material = :material, look = :look, sheen = :sheen,
			area_m2 = :area_m2, length_m = :length_m, width_m = :width_m, inspection = :inspection, wants = :wants, removed_at = NULL WHERE workshop_id = :workshop_id AND piece_id = :piece_id AND id = :id`, z)); err != nil {
			return err
		}
	}
	return nil
}

// UpdatePiece stores what was taken in anew if p.Version is still the stored one. Zones that are no longer listed go out
// of sight at the time of removal. The systems of dropped zones go, because they were judged for another piece of work.
func (s *Store) UpdatePiece(ctx context.Context, p Piece, dropped []int64, removal time.Time) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneRow(tx.NamedExecContext(ctx, `UPDATE pieces SET name = :name, kind = :kind, owner = :owner, alike = :alike, site = :site, parts = :parts, history = :history, from_piece_id = :from_piece_id,
			start_at = :start_at, promised_at = :promised_at, temp_c = :temp_c, rh = :rh, night_temp_c = :night_temp_c, night_rh = :night_rh, version = version + 1
			WHERE workshop_id = :workshop_id AND id = :id AND version = :version AND handed_over_at IS NULL`, p)); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `UPDATE zones SET removed_at = ? WHERE workshop_id = ? AND piece_id = ? AND removed_at IS NULL`, removal, p.WorkshopID, p.ID); err != nil {
			return err
		}
		if err := saveZones(ctx, tx, p, p.ID); err != nil {
			return err
		}
		for _, zone := range dropped {
			if _, err := tx.ExecContext(ctx, `DELETE FROM layers WHERE workshop_id = ? AND zone_id = ?`, p.WorkshopID, zone); err != nil {
				return err
			}
		}
		return nil
	})
}

// touch counts a piece's version up if it is still the stored one and the piece has not left.
func touch(ctx context.Context, tx *sqlx.Tx, p Piece) error {
	return oneRow(tx.ExecContext(ctx, `UPDATE pieces SET version = version + 1 WHERE workshop_id = ? AND id = ? AND version = ? AND handed_over_at IS NULL`, p.WorkshopID, p.ID, p.Version))
}

// ReplaceLayers stores the chosen system of one zone if p.Version is still the stored one.
func (s *Store) ReplaceLayers(ctx context.Context, p Piece, zoneID int64, layers []Layer) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := touch(ctx, tx, p); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, `DELETE FROM layers WHERE workshop_id = ? AND zone_id = ?`, p.WorkshopID, zoneID); err != nil {
			return err
		}
		for i, l := range layers {
			if _, err := tx.ExecContext(ctx, `INSERT INTO layers (workshop_id, zone_id, position, role, product_id, product, coats) VALUES (?, ?, ?, ?, ?, ?, ?)`,
				p.WorkshopID, zoneID, i, l.Role, l.Product.V.ID, l.Product, l.Coats); err != nil {
				return err
			}
		}
		return nil
	})
}

// SaveJobOrder stores in which order hands take the preparation, if p.Version is still the stored one.
func (s *Store) SaveJobOrder(ctx context.Context, p Piece, keys []string) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := touch(ctx, tx, p); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, `UPDATE pieces SET job_order = ? WHERE workshop_id = ? AND id = ?`, JSON[[]string]{keys}, p.WorkshopID, p.ID)
		return err
	})
}

// DeletePiece removes a piece and all that hangs on it, or ErrNotFound. Later work on the same piece loses its link to it.
func (s *Store) DeletePiece(ctx context.Context, workshopID, id int64) error {
	photos, err := s.Photos(ctx, workshopID, id)
	if err != nil {
		return err
	}
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `UPDATE pieces SET from_piece_id = NULL WHERE workshop_id = ? AND from_piece_id = ?`, workshopID, id); err != nil {
			return err
		}
		return gone(tx.ExecContext(ctx, `DELETE FROM pieces WHERE workshop_id = ? AND id = ?`, workshopID, id))
	})
	if err != nil {
		return err
	}
	return s.removeFiles(photos)
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
