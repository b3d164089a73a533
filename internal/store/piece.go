package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
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
	Rests      sql.NullTime    `db:"rests_until"` // nothing more is begun before
	TempC      float64         `db:"temp_c"`
	RH         float64         `db:"rh"`
	NightTempC sql.NullFloat64 `db:"night_temp_c"`
	NightRH    sql.NullFloat64 `db:"night_rh"`
	LastCoat   sql.NullTime    `db:"last_coat_at"`
	HandedOver sql.NullTime    `db:"handed_over_at"`
	Created    time.Time       `db:"created_at"`
	JobOrder   JSON[[]string]  `db:"job_order"`
	Extras     JSON[[]Extra]   `db:"extras"`
	Version    int             `db:"version"`
	CareToken  sql.NullString  `db:"care_token"`
	Zones      []Zone          `db:"-"` // in their order
	Removed    []Zone          `db:"-"` // out of sight, may be put back
	Events     []Event         `db:"-"` // as they were told
}

// Extra is what may be added to a piece for a price of its own, as stored: decimals.
type Extra struct {
	Name    string  `json:"name"`
	Cost    string  `json:"cost"`
	Minutes float64 `json:"minutes"`
	Price   string  `json:"price"`
	Taken   bool    `json:"taken,omitempty"`
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
	Measured   JSON[[]Measured]  `db:"measured"`   // shapes that its area comes from
	Inspection JSON[*Inspection] `db:"inspection"` // nil until it is inspected
	Wants      JSON[*Wants]      `db:"wants"`      // nil = nothing more
	RemovedAt  sql.NullTime      `db:"removed_at"`
	Layers     []Layer           `db:"-"`
}

// Measured is a shape with its sizes as they were typed, as stored.
type Measured struct {
	Shape  string            `json:"shape"`
	Count  int               `json:"count"`
	Both   bool              `json:"both,omitempty"`
	Inches bool              `json:"inches,omitempty"`
	Sizes  map[string]string `json:"sizes"`
}

// Inspection is what was seen of a zone, as stored. Ids are those of core/substrate.
type Inspection struct {
	Finish         string            `json:"finish"` // an old finish, or "unknown"
	Condition      string            `json:"condition"`
	Contaminations []string          `json:"contaminations"`
	Valued         bool              `json:"valued,omitempty"` // old, signed or of value
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
	Place       string             `json:"place"`
	Asks        []int              `json:"asks,omitempty"`
	NoSolvent   bool               `json:"noSolvent"`
	NoTwoPart   bool               `json:"noTwoPart"`
	NoSpray     bool               `json:"noSpray"`
	LowSmell    bool               `json:"lowSmell"`
	OnlyStock   bool               `json:"onlyStock,omitempty"`
	DateMoves   bool               `json:"dateMoves,omitempty"`
	Without     []string           `json:"without,omitempty"`
	WithoutIDs  []int64            `json:"withoutIds,omitempty"`
	WithID      int64              `json:"withId,omitempty"`
	Weights     map[string]float64 `json:"weights,omitempty"`
	OverDark    bool               `json:"overDark,omitempty"`
	Depth       string             `json:"depth,omitempty"` // of a stain
	Hue         string             `json:"hue,omitempty"`
	MeasureSlip bool               `json:"measureSlip,omitempty"` // on the finished floor
	Budget      string             `json:"budget,omitempty"`      // a decimal; "" = no limit
	Decor       []Decor            `json:"decor,omitempty"`
	Decisions   []Decision         `json:"decisions,omitempty"`
}

// Decision is a doubt that was settled on a hidden spot, or a refusal gone past with a reason, as stored.
type Decision struct {
	Rule     string `json:"rule"`
	CoatID   int64  `json:"coatId"`
	GroundID int64  `json:"groundId"` // 0 = the material or its old finish
	How      string `json:"how"`
	Reason   string `json:"reason"`
	Who      string `json:"who"`
	On       string `json:"on"` // a date
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

var (
	selectPieces = `SELECT ` + columns[Piece]("p", "care_token") + `, c.token AS care_token
		FROM pieces p LEFT JOIN care_cards c
			ON c.workshop_id = p.workshop_id AND c.piece_id = p.id AND c.ended_at IS NULL
		WHERE p.workshop_id = ?`
	selectZones  = `SELECT ` + columns[Zone]("") + ` FROM zones WHERE workshop_id = ? AND piece_id IN (?)`
	selectLayers = `SELECT ` + columns[Layer]("l") + ` FROM layers l
		JOIN zones z ON z.workshop_id = l.workshop_id AND z.id = l.zone_id
		WHERE l.workshop_id = ? AND z.piece_id IN (?)`
)

// OpenPieces are the pieces of a workshop that have not been handed over, the earliest promise first.
func (s *Store) OpenPieces(ctx context.Context, workshopID int64) ([]Piece, error) {
	return s.pieces(ctx, selectPieces+` AND p.handed_over_at IS NULL
		ORDER BY p.promised_at IS NULL, p.promised_at, p.id`, workshopID)
}

// OwnUnsold are the pieces of own stock of a kind, but for one, that nobody has told as sold, the newest first, 20 at
// most. What was sold is counted piece by piece, by the index that is named: else all that was ever told is read.
func (s *Store) OwnUnsold(ctx context.Context, workshopID int64, kind string, but int64) ([]Piece, error) {
	return s.pieces(ctx, selectPieces+` AND p.owner = 'own' AND p.kind = ? AND p.id <> ? AND 0 = (
			SELECT COUNT(*) FROM events e FORCE INDEX (events_of_piece) LEFT JOIN events b
				ON b.of_id = e.id AND b.workshop_id = e.workshop_id AND b.kind = 'taken_back'
			WHERE e.workshop_id = p.workshop_id AND e.piece_id = p.id AND e.kind = 'sold' AND b.id IS NULL)
		ORDER BY p.id DESC LIMIT 20`, workshopID, kind, but)
}

// Left is a page of the pieces that have left, the latest first: those before a moment and an id, whose name or number
// holds a text. The page has one piece more when there are others behind it.
func (s *Store) Left(ctx context.Context, workshopID int64, search string, before Cursor, most int) ([]Piece, error) {
	like := "%" + likeEscaper.Replace(search) + "%"
	return s.pieces(ctx, selectPieces+` AND p.handed_over_at IS NOT NULL AND (p.name LIKE ? OR p.number LIKE ?)
		AND (p.handed_over_at, p.id) < (?, ?)
		ORDER BY p.handed_over_at DESC, p.id DESC LIMIT ?`, workshopID, like, like, before.At, before.ID, most+1)
}

// Cursor is where a page of pieces ends.
type Cursor struct {
	At time.Time
	ID int64
}

// Newest stands before every piece.
var Newest = Cursor{time.Date(9999, 1, 1, 0, 0, 0, 0, time.UTC), math.MaxInt64}

var likeEscaper = strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`)

// pieces reads pieces with their zones and layers.
func (s *Store) pieces(ctx context.Context, query string, args ...any) ([]Piece, error) {
	var pieces []Piece
	if err := s.q(ctx).SelectContext(ctx, &pieces, query, args...); err != nil || len(pieces) == 0 {
		return pieces, wrap(err)
	}
	ids := make([]int64, len(pieces))
	for i, p := range pieces {
		ids[i] = p.ID
	}
	var zones []Zone
	var layers []Layer
	var events []Event
	workshopID := pieces[0].WorkshopID
	err := errors.Join(s.selectIn(ctx, &zones, selectZones+` ORDER BY piece_id, position, id`, workshopID, ids),
		s.selectIn(ctx, &layers, selectLayers+` ORDER BY l.zone_id, l.position`, workshopID, ids),
		s.selectIn(ctx, &events, selectEvents, workshopID, ids))
	assemble(pieces, zones, layers, events)
	return pieces, wrap(err)
}

func (s *Store) selectIn(ctx context.Context, into any, query string, args ...any) error {
	query, args, err := sqlx.In(query, args...)
	if err != nil {
		return err
	}
	return s.q(ctx).SelectContext(ctx, into, query, args...)
}

// Piece is one piece of a workshop, or ErrNotFound.
func (s *Store) Piece(ctx context.Context, workshopID, id int64) (Piece, error) {
	found, err := s.pieces(ctx, selectPieces+` AND p.id = ?`, workshopID, id)
	if err != nil || len(found) == 0 {
		return Piece{}, cmp.Or(err, ErrNotFound)
	}
	return found[0], nil
}

// assemble hands layers to their zones, and zones and events to their pieces.
func assemble(pieces []Piece, zones []Zone, layers []Layer, events []Event) {
	byZone := map[int64][]Layer{}
	for _, l := range layers {
		byZone[l.ZoneID] = append(byZone[l.ZoneID], l)
	}
	at := map[int64]int{}
	for i, p := range pieces {
		at[p.ID] = i
	}
	for _, e := range events {
		if i, known := at[e.PieceID.Int64]; known {
			pieces[i].Events = append(pieces[i].Events, e)
		}
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

// takenIn are the columns of what is told at take-in.
const takenIn = "name, kind, owner, alike, site, parts, history, from_piece_id, start_at, promised_at, " +
	"temp_c, rh, night_temp_c, night_rh"

// AddPiece stores a new piece with its zones and returns its id. Its number counts up within the year of its creation
// and is never given again.
func (s *Store) AddPiece(ctx context.Context, p Piece) (id int64, err error) {
	err = s.Write(ctx, func(ctx context.Context) error {
		if p.Number, err = s.nextNumber(ctx, p.WorkshopID, p.Created.Year()); err != nil {
			return err
		}
		names := "workshop_id, number, created_at, " + takenIn
		if id, err = newID(s.q(ctx).NamedExecContext(ctx, insert("pieces", names), p)); err != nil {
			return err
		}
		for i := range p.Zones {
			p.Zones[i].ID = 0
		}
		return s.saveZones(ctx, p, id)
	})
	return id, err
}

// nextNumber gives out the next number of a year. Pieces that an older copy of the program has numbered count too.
func (s *Store) nextNumber(ctx context.Context, workshopID int64, year int) (string, error) {
	const inCentury = 100
	prefix := fmt.Sprintf("%02d-", year%inCentury)
	_, err := s.q(ctx).ExecContext(ctx, `INSERT INTO number_series (workshop_id, year, last) VALUES (?, ?, 0)
		ON DUPLICATE KEY UPDATE last = last`, workshopID, year)
	if err != nil {
		return "", wrap(err)
	}
	_, err = s.q(ctx).ExecContext(ctx, `UPDATE number_series SET last = 1 + GREATEST(last,
		(SELECT COALESCE(MAX(CAST(SUBSTRING(number, 4) AS UNSIGNED)), 0) FROM pieces
			WHERE workshop_id = ? AND number LIKE ?))
		WHERE workshop_id = ? AND year = ?`, workshopID, prefix+"%", workshopID, year)
	if err != nil {
		return "", wrap(err)
	}
	var last int
	err = s.q(ctx).GetContext(ctx, &last,
		`SELECT last FROM number_series WHERE workshop_id = ? AND year = ?`, workshopID, year)
	return fmt.Sprintf("%s%03d", prefix, last), wrap(err)
}

const (
	newZoneColumns     = "workshop_id, piece_id, " + changedZoneColumns
	changedZoneColumns = "position, name, face, end_use, material, look, sheen, area_m2, length_m, width_m, " +
		"measured, inspection, wants"
)

// mostOverrides of a workshop are read at once, the newest.
const mostOverrides = 100

// Overrides are the refusals gone past on zones of one material, the newest zone's first.
func (s *Store) Overrides(ctx context.Context, workshopID int64, material string) ([]Decision, error) {
	var kept []JSON[*Wants]
	err := s.q(ctx).SelectContext(ctx, &kept, `SELECT wants FROM zones
		WHERE workshop_id = ? AND material = ?
		AND JSON_SEARCH(wants, 'one', 'all_the_same', NULL, '$.decisions[*].how') IS NOT NULL
		ORDER BY id DESC LIMIT ?`, workshopID, material, mostOverrides)
	var out []Decision
	for _, w := range kept {
		out = append(out, w.V.Decisions...)
	}
	return slices.DeleteFunc(out, func(d Decision) bool { return d.How != "all_the_same" }), wrap(err)
}

// saveZones stores the zones of a piece in their order; those without an id are new.
func (s *Store) saveZones(ctx context.Context, p Piece, pieceID int64) error {
	update := "UPDATE zones SET " + assign(changedZoneColumns) + ", removed_at = NULL " +
		"WHERE workshop_id = :workshop_id AND piece_id = :piece_id AND id = :id"
	for i, z := range p.Zones {
		z.WorkshopID, z.PieceID, z.Position = p.WorkshopID, pieceID, i
		if z.ID == 0 {
			if _, err := s.q(ctx).NamedExecContext(ctx, insert("zones", newZoneColumns), z); err != nil {
				return wrap(err)
			}
			continue
		}
		if err := oneRow(s.q(ctx).NamedExecContext(ctx, update, z)); err != nil {
			return err
		}
	}
	return nil
}

// MovePiece stores when a piece is worked on, and in which air.
func (s *Store) MovePiece(ctx context.Context, p Piece) error {
	moved := "start_at, rests_until, temp_c, rh, night_temp_c, night_rh"
	return oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE pieces"+set(moved)+mineAndHere, p))
}

// mineAndHere are the conditions under which a piece may be changed: its version is the stored one, and it has not
// left.
const mineAndHere = mine + " AND handed_over_at IS NULL"

// UpdatePiece stores what was taken in anew if p.Version is still the stored one. Zones that are no longer listed go
// out of sight at the time of removal. The systems of dropped zones go: they were judged for another piece of work.
func (s *Store) UpdatePiece(ctx context.Context, p Piece, dropped []int64, removal time.Time) error {
	return s.Write(ctx, func(ctx context.Context) error {
		err := oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE pieces"+set(takenIn)+mineAndHere, p))
		if err != nil {
			return err
		}
		_, err = s.q(ctx).ExecContext(ctx, `UPDATE zones SET removed_at = ?
			WHERE workshop_id = ? AND piece_id = ? AND removed_at IS NULL`, removal, p.WorkshopID, p.ID)
		if err != nil {
			return wrap(err)
		}
		if err := s.saveZones(ctx, p, p.ID); err != nil {
			return err
		}
		for _, zone := range dropped {
			if err := s.dropLayers(ctx, p.WorkshopID, zone); err != nil {
				return err
			}
		}
		return nil
	})
}

func (s *Store) dropLayers(ctx context.Context, workshopID, zoneID int64) error {
	_, err := s.q(ctx).ExecContext(ctx, `DELETE FROM layers WHERE workshop_id = ? AND zone_id = ?`, workshopID, zoneID)
	return wrap(err)
}

// ReplaceLayers stores the chosen system of one zone if p.Version is still the stored one.
func (s *Store) ReplaceLayers(ctx context.Context, p Piece, zoneID int64, layers []Layer) error {
	return s.Write(ctx, func(ctx context.Context) error {
		touch := "UPDATE pieces SET version = version + 1 " + mineAndHere
		if err := oneRow(s.q(ctx).NamedExecContext(ctx, touch, p)); err != nil {
			return err
		}
		if err := s.dropLayers(ctx, p.WorkshopID, zoneID); err != nil {
			return err
		}
		for i, l := range layers {
			_, err := s.q(ctx).ExecContext(ctx, `INSERT INTO layers
				(workshop_id, zone_id, position, role, product_id, product, coats)
				VALUES (?, ?, ?, ?, NULLIF(GREATEST(?, 0), 0), ?, ?)`,
				p.WorkshopID, zoneID, i, l.Role, l.Product.V.ID, l.Product, l.Coats)
			if err != nil {
				return wrap(err)
			}
		}
		return nil
	})
}

// SaveJobOrder stores in which order hands take the preparation, if p.Version is still the stored one.
func (s *Store) SaveJobOrder(ctx context.Context, p Piece, keys []string) error {
	p.JobOrder.V = keys
	return oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE pieces"+set("job_order")+mineAndHere, p))
}

// SaveExtras stores what may be added to a piece, if p.Version is still the stored one. A piece that has left may still
// be priced.
func (s *Store) SaveExtras(ctx context.Context, p Piece) error {
	return oneRow(s.q(ctx).NamedExecContext(ctx, "UPDATE pieces"+set("extras")+mine, p))
}

// DeletePiece removes a piece and all that hangs on it, if this is still its version and it has not left; ErrNotFound
// when it is not there. Later work on the same piece loses its link to it. Its pictures are swept.
func (s *Store) DeletePiece(ctx context.Context, workshopID, id int64, version int) error {
	return s.Write(ctx, func(ctx context.Context) error {
		var p struct {
			Version int  `db:"version"`
			Left    bool `db:"has_left"`
		}
		err := s.q(ctx).GetContext(ctx, &p, `SELECT version, handed_over_at IS NOT NULL AS has_left
			FROM pieces WHERE workshop_id = ? AND id = ? FOR UPDATE`, workshopID, id)
		switch {
		case err != nil:
			return wrap(err)
		case p.Version != version, p.Left:
			return ErrConflict
		}
		_, err = s.q(ctx).ExecContext(ctx,
			`UPDATE pieces SET from_piece_id = NULL WHERE workshop_id = ? AND from_piece_id = ?`, workshopID, id)
		if err != nil {
			return wrap(err)
		}
		return gone(s.q(ctx).ExecContext(ctx, `DELETE FROM pieces WHERE workshop_id = ? AND id = ?`, workshopID, id))
	})
}
