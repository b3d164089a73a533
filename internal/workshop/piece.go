package workshop

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/store"
)

// Piece is one piece on the go, with where it stands and what comes next.
type Piece struct {
	Brief
	ID        int64
	Number    string
	Version   int
	Layers    []system.Layer // the chosen system, not yet judged; empty while none is chosen
	LastCoat  time.Time      // told at hand-over
	Handed    time.Time
	CareToken string
	Stage     Stage
	Next      Next
}

// Stage is where a piece stands in the order of the work.
type Stage string

const (
	ToChoose   Stage = "choose"
	Planned    Stage = "plan"
	InCoats    Stage = "coat"
	Waiting    Stage = "wait"
	ToHandOver Stage = "hand_over"
	HandedOver Stage = "handed_over"
)

// Next is the next thing to do with a piece.
type Next struct {
	Text   string
	At     time.Time // zero when at any time
	Closes time.Time // the window it must be done in; zero = none
}

// Plan is the chosen system of a piece, judged and laid out.
type Plan struct {
	Wish   system.Wish
	System system.System
	Plan   schedule.Plan
	Latest time.Time // the last start that keeps the promise, where it was asked for; zero when none does
}

func fromPieceRow(row store.Piece) (Piece, error) {
	z := row.Zone
	p := Piece{ID: row.ID, Number: row.Number, Version: row.Version, CareToken: row.CareToken.String, LastCoat: row.LastCoat.Time, Handed: row.HandedOver.Time,
		Brief: Brief{Name: row.Name, Start: row.Start, Promised: row.Promised.Time, Air: climate.Air{TempC: row.TempC, RH: row.RH},
			Zone: Zone{Name: z.Name, EndUse: z.EndUse, Material: z.Material, Look: system.Look(z.Look), Sheen: z.Sheen, AreaM2: z.AreaM2, LengthM: pointer(z.LengthM), WidthM: pointer(z.WidthM), Inspection: z.Inspection.V}}}
	for _, l := range row.Layers {
		product, err := fromRow(l.Product.V)
		if err != nil {
			return p, err
		}
		p.Layers = append(p.Layers, system.Layer{Role: system.Role(l.Role), Product: product, Coats: l.Coats})
	}
	return p, nil
}

func pointer(f sql.NullFloat64) *float64 {
	if !f.Valid {
		return nil
	}
	return &f.Float64
}

func nullFloat(f *float64) sql.NullFloat64 {
	if f == nil {
		return sql.NullFloat64{}
	}
	return sql.NullFloat64{Float64: *f, Valid: true}
}

func nullTime(t time.Time) sql.NullTime { return sql.NullTime{Time: t.UTC(), Valid: !t.IsZero()} }

func toPieceRow(home Workshop, b Brief) store.Piece {
	z := b.Zone
	return store.Piece{WorkshopID: home.ID, Name: b.Name, Start: b.Start.UTC(), Promised: nullTime(b.Promised), TempC: b.Air.TempC, RH: b.Air.RH,
		Zone: store.Zone{Name: z.Name, EndUse: z.EndUse, Material: z.Material, Look: string(z.Look), Sheen: z.Sheen, AreaM2: z.AreaM2, LengthM: nullFloat(z.LengthM), WidthM: nullFloat(z.WidthM), Inspection: store.JSON[*store.Inspection]{V: z.Inspection}}}
}

// Piece with its stage; store.ErrNotFound when this workshop has none such.
func (s *Service) Piece(ctx context.Context, id int64) (Piece, error) {
	_, p, err := s.found(ctx, id)
	return p, err
}

// found is the home workshop and one of its pieces.
func (s *Service) found(ctx context.Context, id int64) (Workshop, Piece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return home, Piece{}, err
	}
	p, err := s.piece(ctx, home, id)
	return home, p, err
}

func (s *Service) piece(ctx context.Context, home Workshop, id int64) (Piece, error) {
	row, err := s.store.Piece(ctx, home.ID, id)
	if err != nil {
		return Piece{}, err
	}
	p, err := fromPieceRow(row)
	if err != nil {
		return p, err
	}
	plan, err := s.plan(home, p)
	if err != nil {
		return p, err
	}
	p.Stage, p.Next = stage(p, plan, s.Now())
	return p, nil
}

// plan judges and lays out the chosen system of a piece; nil when none is chosen.
func (s *Service) plan(home Workshop, p Piece) (*Plan, error) {
	if len(p.Layers) == 0 {
		return nil, nil
	}
	wish, brief, err := p.checked(home, p.Start, true)
	if err != nil {
		return nil, err
	}
	out := Plan{Wish: wish, System: system.Assess(wish, p.Layers)}
	out.Plan, err = schedule.Make(wish, out.System, brief)
	if errors.Is(err, schedule.ErrTooLong) {
		out.Plan.Obstacles = []string{err.Error() + "."}
		return &out, nil
	}
	return &out, err
}

// stage reads off the plan and the clock where a piece stands and what comes next. Until the work itself is logged,
// the plan is taken to have been kept.
func stage(p Piece, plan *Plan, now time.Time) (Stage, Next) {
	if !p.Handed.IsZero() {
		return HandedOver, Next{Text: "Handed over"}
	}
	if plan == nil {
		return ToChoose, Next{Text: "Choose a coating system"}
	}
	steps := plan.Plan.Steps
	if len(steps) == 0 {
		return Planned, Next{Text: "Nothing may be coated: " + plan.Plan.Obstacles[0]}
	}
	for i, step := range steps {
		if step.End().Before(now) {
			continue
		}
		next := Next{Text: step.Title, At: step.Start()}
		if i > 0 && !step.Keyed {
			next.Closes = steps[i-1].Closes
		}
		if i == 0 && step.Start().After(now) {
			return Planned, next
		}
		return InCoats, next
	}
	ready := plan.Plan.LightUse
	if plan.Wish.Use.CureFirst {
		ready = plan.Plan.FullCure
	}
	if ready.After(now) {
		return Waiting, Next{Text: "Leave it until it may be used", At: ready}
	}
	return ToHandOver, Next{Text: "Hand it over with its care card"}
}

// TakeIn stores a new piece.
func (s *Service) TakeIn(ctx context.Context, b Brief) (Piece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Piece{}, err
	}
	if _, _, err := b.checked(home, s.Now(), true); err != nil {
		return Piece{}, err
	}
	row := toPieceRow(home, b)
	row.Created = s.Now()
	id, err := s.store.AddPiece(ctx, row)
	if err != nil {
		return Piece{}, err
	}
	return s.piece(ctx, home, id)
}

// Update stores what was taken in anew. The chosen system stays unless what it was judged for has changed.
func (s *Service) Update(ctx context.Context, id int64, version int, b Brief) (Piece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Piece{}, err
	}
	if _, _, err := b.checked(home, s.Now(), true); err != nil {
		return Piece{}, prefixed(err, "/piece")
	}
	old, err := s.store.Piece(ctx, home.ID, id)
	if err != nil {
		return Piece{}, err
	}
	if old.HandedOver.Valid {
		return Piece{}, errHandedOver
	}
	row := toPieceRow(home, b)
	row.ID, row.Version, row.Zone.ID = id, version, old.Zone.ID
	same := old.Zone.EndUse == row.Zone.EndUse && old.Zone.Material == row.Zone.Material && old.Zone.Look == row.Zone.Look && old.Zone.Sheen == row.Zone.Sheen
	holds, err := stillHolds(home, old, b)
	if err != nil {
		return Piece{}, err
	}
	if err := s.store.UpdatePiece(ctx, row, same && holds); err != nil {
		return Piece{}, err
	}
	return s.piece(ctx, home, id)
}

// stillHolds tells whether the chosen system may go over the ground that an inspection has made known. Air that forbids
// it for now is told by the plan and does not undo a choice.
func stillHolds(home Workshop, old store.Piece, b Brief) (bool, error) {
	p, err := fromPieceRow(old)
	if err != nil || len(p.Layers) == 0 {
		return true, err
	}
	wish, _, err := b.checked(home, b.Start, true)
	if err != nil {
		return false, err
	}
	judged := system.Assess(wish, p.Layers)
	judged.Obstacles = nil
	return judged.Legal(), nil
}

var errHandedOver = &Refused{"This piece has been handed over; its record no longer changes."}

func prefixed(err error, prefix string) error {
	var invalid *Invalid
	if errors.As(err, &invalid) {
		for i := range invalid.Fields {
			invalid.Fields[i].Field = prefix + invalid.Fields[i].Field
		}
	}
	return err
}

// Remove deletes a piece for good.
func (s *Service) Remove(ctx context.Context, id int64) error {
	home, p, err := s.found(ctx, id)
	if err != nil {
		return err
	}
	if !p.Handed.IsZero() {
		return errHandedOver
	}
	return s.store.DeletePiece(ctx, home.ID, id)
}

// BenchPiece is a piece with its plan, nil while no system is chosen.
type BenchPiece struct {
	Piece Piece
	Plan  *Plan
}

// Bench is every piece of the workshop, the earliest promise first.
func (s *Service) Bench(ctx context.Context) (Workshop, []BenchPiece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return home, nil, err
	}
	rows, err := s.store.Pieces(ctx, home.ID)
	if err != nil {
		return home, nil, err
	}
	out := make([]BenchPiece, 0, len(rows))
	for _, row := range rows {
		p, err := fromPieceRow(row)
		if err != nil {
			return home, nil, err
		}
		plan, err := s.plan(home, p)
		if err != nil {
			return home, nil, fmt.Errorf("piece %s: %w", p.Number, err)
		}
		p.Stage, p.Next = stage(p, plan, s.Now())
		out = append(out, BenchPiece{p, plan})
	}
	return home, out, nil
}

// LayerChoice is one layer as picked by the finisher.
type LayerChoice struct {
	Role      system.Role
	ProductID int64
	Coats     int
}

const mostCoats = 12

// ChooseSystem judges the picked layers again and stores them with the piece. An illegal system is Refused with its reason.
func (s *Service) ChooseSystem(ctx context.Context, id int64, version int, picked []LayerChoice) (Piece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Piece{}, err
	}
	row, err := s.store.Piece(ctx, home.ID, id)
	if err != nil {
		return Piece{}, err
	}
	if row.HandedOver.Valid {
		return Piece{}, errHandedOver
	}
	shelf, err := s.shelf(ctx, home)
	if err != nil {
		return Piece{}, err
	}
	layers, err := layersFrom(picked, shelf)
	if err != nil {
		return Piece{}, err
	}
	p, err := fromPieceRow(row)
	if err != nil {
		return p, err
	}
	wish, _, err := p.checked(home, p.Start, true)
	if err != nil {
		return p, err
	}
	if judged := system.Assess(wish, layers); !judged.Legal() {
		return p, &Refused{"This system cannot be planned: " + judged.WhyIllegal()}
	}
	row.Version = version
	rows := make([]store.Layer, len(layers))
	for i, l := range layers {
		rows[i] = store.Layer{Role: string(l.Role), Coats: l.Coats, Product: store.JSON[store.Product]{V: ToRow(l.Product)}}
	}
	if err := s.store.ReplaceLayers(ctx, row, rows); err != nil {
		return p, err
	}
	return s.piece(ctx, home, id)
}

func layersFrom(picked []LayerChoice, shelf []*coating.Product) ([]system.Layer, error) {
	byID := map[int64]*coating.Product{}
	for _, p := range shelf {
		byID[p.ID] = p
	}
	var c check
	c.that(len(picked) > 0, "/layers", "A system has at least one layer.")
	var out []system.Layer
	for i, l := range picked {
		c.that(byID[l.ProductID] != nil, fmt.Sprintf("/layers/%d/productId", i), "No product %d is on the shelf.", l.ProductID)
		c.that(l.Coats >= 1 && l.Coats <= mostCoats, fmt.Sprintf("/layers/%d/coats", i), "Between 1 and %d coats.", mostCoats)
		out = append(out, system.Layer{Role: l.Role, Product: byID[l.ProductID], Coats: l.Coats})
	}
	return out, c.err()
}

// TryOut is other air or another start to look at without saving.
type TryOut struct {
	TempC, RH *float64
	Start     *time.Time
}

// PlanOf lays out the chosen system of a piece, in other air or from another start if asked.
func (s *Service) PlanOf(ctx context.Context, id int64, try TryOut) (Workshop, Plan, error) {
	home, p, err := s.found(ctx, id)
	if err != nil {
		return home, Plan{}, err
	}
	if try.TempC != nil {
		p.Air.TempC = *try.TempC
	}
	if try.RH != nil {
		p.Air.RH = *try.RH
	}
	var c check
	c.checkAir(p.Air)
	if try.Start != nil {
		p.Start = *try.Start
		c.checkStart(p.Start, s.Now())
		p.Promised = later(p.Promised, p.Start)
	}
	if err := c.err(); err != nil {
		return home, Plan{}, err
	}
	plan, err := s.plan(home, p)
	if err == nil && plan == nil {
		err = &Refused{"No coating system is chosen yet."}
	}
	if err != nil {
		return home, Plan{}, err
	}
	plan.Latest, _ = schedule.LatestStart(plan.Wish, plan.System, schedule.Brief{AreaM2: p.Zone.AreaM2, Start: p.Start, Promised: p.Promised, Week: home.week()})
	return home, *plan, nil
}

// later drops a promise that a tried-out start has overtaken.
func later(promised, start time.Time) time.Time {
	if promised.After(start) {
		return promised
	}
	return time.Time{}
}
