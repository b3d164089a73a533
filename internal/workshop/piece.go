package workshop

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/ledger"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// Piece is one piece on the go, with where it stands and what comes next.
type Piece struct {
	Brief
	ID        int64
	Number    string
	Version   int
	Removed   []Zone // out of sight, may be put back
	JobOrder  []string
	Rests     time.Time // nothing more is begun before; zero = it does not rest
	LastCoat  time.Time // told at hand-over
	Handed    time.Time
	CareToken string
	Stage     Stage
	Next      Next
	Standing  []worklog.Event // what happened, as far as nobody has taken it back
	Extras    []ledger.Extra  // that may be added for a price of their own
}

// zone is the one with an id, or nil.
func (p *Piece) zone(id int64) *Zone {
	for i := range p.Zones {
		if p.Zones[i].ID == id {
			return &p.Zones[i]
		}
	}
	return nil
}

// Plan is what was chosen for a piece, judged and laid out.
type Plan struct {
	Home   Workshop
	Brief  schedule.Brief
	Plan   schedule.Plan
	Latest time.Time // the last start that keeps the promise, where it was asked for; zero when none does
	Timers []schedule.Timer
	Tins   []OpenTin // of what it takes

	Room     schedule.Room // nobody works in that of a piece that has left
	Standing schedule.Standing
	others   []schedule.Plan // of all that shares the room

	OtherAir *Reading // of the room, where it was read as other than the plan counts with
}

// OpenTin is a tin that a coat may be laid from.
type OpenTin struct {
	ID, ProductID int64
	LeftL         float64
	Lot           string
	Opened        bool
	Told          time.Time // since when coats are counted off what it holds
}

func fromPieceRow(row store.Piece) (Piece, error) {
	site := preparation.Site(row.Site.V)
	p := Piece{
		ID:        row.ID,
		Number:    row.Number,
		Version:   row.Version,
		CareToken: row.CareToken.String,
		LastCoat:  row.LastCoat.Time,
		Rests:     row.Rests.Time,
		Handed:    row.HandedOver.Time,
		JobOrder:  row.JobOrder.V,
		Extras:    fromExtraRows(row.Extras.V),
		Brief: Brief{
			Name:      row.Name,
			Kind:      row.Kind,
			Owner:     row.Owner,
			Alike:     row.Alike,
			Site:      site,
			History:   row.History,
			FromPiece: row.FromPiece.Int64,
			Start:     row.Start,
			Promised:  row.Promised.Time,
			Air:       climate.Air{TempC: row.TempC, RH: row.RH},
		},
	}
	if row.NightRH.Valid {
		p.Night = &climate.Air{TempC: row.NightTempC.Float64, RH: row.NightRH.Float64}
	}
	for _, part := range row.Parts.V {
		p.Parts = append(p.Parts, furniture.Part(part))
	}
	var err, err2 error
	p.Zones, err = fromZoneRows(row.Zones)
	p.Removed, err2 = fromZoneRows(row.Removed)
	events, err3 := fromEventRows(row.Events)
	p.Standing = worklog.Standing(events)
	return p, errors.Join(err, err2, err3)
}

func fromZoneRows(rows []store.Zone) ([]Zone, error) {
	var out []Zone
	for _, z := range rows {
		zone := Zone{
			ID:         z.ID,
			Name:       z.Name,
			Face:       furniture.Face(z.Face),
			EndUse:     z.EndUse,
			Material:   z.Material,
			Look:       system.Look(z.Look),
			Sheen:      z.Sheen,
			AreaM2:     z.AreaM2,
			LengthM:    pointer(z.LengthM),
			WidthM:     pointer(z.WidthM),
			Measured:   fromMeasuredRows(z.Measured.V),
			Wants:      z.Wants.V,
			Inspection: z.Inspection.V,
		}
		for _, l := range z.Layers {
			product, err := fromRow(l.Product.V)
			if err != nil {
				return nil, err
			}
			zone.Layers = append(zone.Layers, system.Layer{Role: system.Role(l.Role), Product: product, Coats: l.Coats})
		}
		out = append(out, zone)
	}
	return out, nil
}

func fromMeasuredRows(rows []store.Measured) (out []quantity.Measured) {
	for _, m := range rows {
		out = append(out, quantity.Measured(m))
	}
	return out
}

func toMeasuredRows(all []quantity.Measured) store.JSON[[]store.Measured] {
	out := []store.Measured{}
	for _, m := range all {
		out = append(out, store.Measured(m))
	}
	return store.JSON[[]store.Measured]{V: out}
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
func nullID(id int64) sql.NullInt64     { return sql.NullInt64{Int64: id, Valid: id != 0} }

func toPieceRow(home Workshop, b Brief) store.Piece {
	row := store.Piece{
		WorkshopID: home.ID,
		Name:       b.Name,
		Kind:       b.Kind,
		Owner:      b.Owner,
		Alike:      b.Alike,
		Site:       store.JSON[store.Site]{V: store.Site(b.Site)},
		History:    b.History,
		FromPiece:  nullID(b.FromPiece),
		Start:      b.Start.UTC(),
		Promised:   nullTime(b.Promised),
		TempC:      b.Air.TempC,
		RH:         b.Air.RH,
	}
	if b.Night != nil {
		row.NightTempC, row.NightRH = nullFloat(&b.Night.TempC), nullFloat(&b.Night.RH)
	}
	row.Parts.V = []store.Part{}
	for _, part := range b.Parts {
		row.Parts.V = append(row.Parts.V, store.Part(part))
	}
	for _, told := range b.Zones {
		z, _ := told.asMeasured() // checked before
		row.Zones = append(row.Zones, store.Zone{
			ID:         z.ID,
			Name:       z.Name,
			Face:       string(z.Face),
			EndUse:     z.EndUse,
			Material:   z.Material,
			Look:       string(z.Look),
			Sheen:      z.Sheen,
			AreaM2:     z.AreaM2,
			LengthM:    nullFloat(z.LengthM),
			WidthM:     nullFloat(z.WidthM),
			Measured:   toMeasuredRows(z.Measured),
			Wants:      store.JSON[*store.Wants]{V: z.Wants},
			Inspection: store.JSON[*store.Inspection]{V: z.Inspection},
		})
	}
	return row
}

// Piece with its stage; store.ErrNotFound when this workshop has none such.
func (s *Service) Piece(ctx context.Context, id int64) (Piece, error) {
	return reading(ctx, s, func(ctx context.Context) (Piece, error) {
		_, p, err := s.found(ctx, id)
		return p, err
	})
}

// found is the home workshop and one of its pieces, with its stage.
func (s *Service) found(ctx context.Context, id int64) (Workshop, Piece, error) {
	home, p, err := s.loaded(ctx, id)
	if err != nil {
		return home, p, err
	}
	plan, err := s.plan(ctx, home, p)
	if err != nil {
		return home, p, err
	}
	p.Stage, p.Next = stage(p, plan, s.Now())
	return home, p, nil
}

// loaded is the home workshop and one of its pieces, for use cases that do not ask where it stands.
func (s *Service) loaded(ctx context.Context, id int64) (Workshop, Piece, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return home, Piece{}, err
	}
	row, err := s.store.Piece(ctx, home.ID, id)
	if err != nil {
		return home, Piece{}, err
	}
	p, err := fromPieceRow(row)
	return home, p, err
}

// saved is a piece as it was just saved.
func (s *Service) saved(ctx context.Context, id int64) (Piece, error) {
	_, p, err := s.found(ctx, id)
	return p, err
}

// brief is a piece as it is planned, with the chosen system of every zone judged.
func (p Piece) brief(home Workshop, now time.Time) (schedule.Brief, error) {
	brief, err := p.checked(home, p.Start, true)
	if err != nil {
		return brief, err
	}
	brief.Order, brief.Log, brief.Rests = p.JobOrder, schedule.NewLog(p.Standing, now), p.Rests
	for i, z := range p.Zones {
		if len(z.Layers) > 0 {
			layers, coats := schedule.AsLaid(z.ID, z.Layers, brief.Log)
			judged := system.Assess(brief.Zones[i].Wish, layers)
			brief.Zones[i].System, brief.Zones[i].Coats = &judged, coats
		}
		brief.Zones[i].ID = z.ID
		brief.Zones[i].Felt = worklog.Of(p.Standing, worklog.SignSeen, z.ID)
		brief.Zones[i].Signs = worklog.Signs(p.Standing, z.ID)
		brief.Zones[i].Looks = worklog.Looks(p.Standing, z.ID)
		brief.Zones[i].Mends = worklog.ToMend(p.Standing, z.ID)
	}
	return brief.In(p.weather(home)), nil
}

// chosen tells whether any zone has a system.
func (p Piece) chosen() bool {
	return slices.ContainsFunc(p.Zones, func(z Zone) bool { return len(z.Layers) > 0 })
}

// TakeIn stores a new piece.
func (s *Service) TakeIn(ctx context.Context, b Brief) (Piece, error) {
	return writing(ctx, s, func(ctx context.Context) (Piece, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return Piece{}, err
		}
		if _, err := b.checked(home, s.Now(), true); err != nil {
			return Piece{}, err
		}
		if err := s.checkEarlier(ctx, home, b, 0); err != nil {
			return Piece{}, err
		}
		row := toPieceRow(home, b)
		row.Created = s.Now()
		id, err := s.store.AddPiece(ctx, row)
		if err != nil {
			return Piece{}, err
		}
		return s.saved(ctx, id)
	})
}

// checkEarlier asks that the earlier work a piece is linked to exists and is not itself.
func (s *Service) checkEarlier(ctx context.Context, home Workshop, b Brief, id int64) error {
	if b.FromPiece == 0 {
		return nil
	}
	_, err := s.store.Piece(ctx, home.ID, b.FromPiece)
	if errors.Is(err, store.ErrNotFound) || b.FromPiece == id {
		return &Invalid{[]FieldError{{"/fromPieceId", "No earlier piece of ours has that number."}}}
	}
	return err
}

// Update stores what was taken in anew. The chosen system of a zone stays unless what it was judged for has changed.
func (s *Service) Update(ctx context.Context, id int64, version int, b Brief) (Piece, error) {
	return deciding(ctx, s, id, func(ctx context.Context) (Piece, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return Piece{}, err
		}
		brief, err := b.checked(home, s.Now(), true)
		if err != nil {
			return Piece{}, prefixed(err, "/piece")
		}
		if err := s.checkEarlier(ctx, home, b, id); err != nil {
			return Piece{}, prefixed(err, "/piece")
		}
		row, err := s.store.Piece(ctx, home.ID, id)
		if err != nil {
			return Piece{}, err
		}
		if row.HandedOver.Valid {
			return Piece{}, errHandedOver
		}
		old, err := fromPieceRow(row)
		if err != nil {
			return Piece{}, err
		}
		lost, err := undone(old, b, brief)
		if err != nil {
			return Piece{}, prefixed(err, "/piece")
		}
		var dropped []int64
		for _, u := range lost {
			if n := old.coatsOn(u.ZoneID); n > 0 {
				return Piece{}, &Refused{fmt.Sprintf(
					"Coats of ours lie on %s, and what was chosen for it would be lost: %s Take it in once more, as it is"+
						" now, or take back what was told.", u.Zone, u.Why,
				)}
			}
			dropped = append(dropped, u.ZoneID)
		}
		fresh := toPieceRow(home, b)
		fresh.ID, fresh.Version = id, version
		if err := s.store.UpdatePiece(ctx, fresh, dropped, s.Now()); err != nil {
			return Piece{}, err
		}
		return s.saved(ctx, id)
	})
}

// Undone is a zone whose chosen system does not outlast what is told of its piece.
type Undone struct {
	ZoneID int64
	Zone   string
	Chosen string // in words
	Why    string
}

// WouldUndo says which chosen systems a piece would lose if it were saved as told, and why. It saves nothing.
func (s *Service) WouldUndo(ctx context.Context, id int64, b Brief) ([]Undone, error) {
	return reading(ctx, s, func(ctx context.Context) ([]Undone, error) {
		home, old, err := s.loaded(ctx, id)
		if err != nil {
			return nil, err
		}
		brief, err := b.checked(home, s.Now(), true)
		if err != nil {
			return nil, err
		}
		return undone(old, b, brief)
	})
}

// undone are the zones whose chosen system was judged for something else than is told now, or may not go over what was
// found there.
func undone(old Piece, b Brief, brief schedule.Brief) ([]Undone, error) {
	var out []Undone
	var c check
	known := append(slices.Clone(old.Zones), old.Removed...)
	for i, z := range b.Zones {
		if z.ID == 0 {
			continue
		}
		at := slices.IndexFunc(known, func(o Zone) bool { return o.ID == z.ID })
		c.that(at >= 0, fmt.Sprintf("/zones/%d/id", i), "This piece has no zone %d.", z.ID)
		if at < 0 || len(known[at].Layers) == 0 {
			continue
		}
		was := known[at]
		type told struct{ endUse, material, look, sheen string }
		before := told{was.EndUse, was.Material, string(was.Look), was.Sheen}
		now := told{z.EndUse, z.Material, string(z.Look), z.Sheen}
		moved := before != now || !sameLife(was.Wants, z.Wants)
		if why := brief.Zones[i].Wish.Undone(was.Layers, moved); why != "" {
			out = append(out, Undone{z.ID, z.Name, was.coats(), why})
		}
	}
	return out, c.err()
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

// Remove deletes a piece for good, if this is still its version and it has not left.
func (s *Service) Remove(ctx context.Context, id int64, version int) error {
	return s.removeOf(ctx, id, func(ctx context.Context, home int64) error {
		row, err := s.store.Piece(ctx, home, id)
		switch {
		case err != nil:
			return err
		case row.HandedOver.Valid:
			return errHandedOver
		}
		return s.store.DeletePiece(ctx, home, id, version)
	})
}

// BenchPiece is a piece with its plan, nil while no system is chosen.
type BenchPiece struct {
	Piece Piece
	Plan  *Plan
}

// Bench is what lies open in the workshop.
type Bench struct {
	Home   Workshop
	Pieces []BenchPiece // the earliest promise first
	Air    *Reading     // of the room, as it was read last; nil where that is long ago

	Now         schedule.Now
	Of          []int64       // the pieces that Now speaks of
	Late, Bound time.Duration // of all promises, and what no order of the work could make less
	Proven      bool
}

// Bench of the workshop: every piece that has not been handed over.
func (s *Service) Bench(ctx context.Context) (Bench, error) { return reading(ctx, s, s.bench) }

func (s *Service) bench(ctx context.Context) (Bench, error) {
	home, err := s.Home(ctx)
	if err != nil {
		return Bench{}, err
	}
	cal, err := s.calendar(ctx, home)
	if err != nil {
		return Bench{}, err
	}
	so, err := s.around(ctx, home)
	if err != nil {
		return Bench{}, err
	}
	out := benchOf(cal, s.Now())
	out.Air = lastReading(so.room)
	for _, p := range out.Pieces {
		s.live(p.Piece, p.Plan, so)
	}
	return out, nil
}

// benchOf is a bench as a calendar has it.
func benchOf(cal *calendar, now time.Time) Bench {
	out := Bench{Home: cal.home, Pieces: make([]BenchPiece, 0, len(cal.pieces))}
	out.Now, out.Of = cal.room.NowOf(cal.cal.Plans, now), cal.of
	out.Late, out.Bound, out.Proven = cal.cal.Late, cal.cal.Bound, cal.cal.Proven
	for _, p := range cal.pieces {
		plan := cal.plan(p.ID)
		p.Stage, p.Next = stage(p, plan, now)
		out.Pieces = append(out.Pieces, BenchPiece{p, plan})
	}
	return out
}

// Archive is a page of the pieces that have left, the latest first.
type Archive struct {
	Pieces []Piece
	Next   *store.Cursor // where the next page begins; nil at the end
}

// archivePage is how many pieces a page of the archive holds.
const archivePage = 50

// Archive reads the page behind a cursor, of the pieces whose name or number holds a text; "" is in every name.
func (s *Service) Archive(ctx context.Context, search string, before store.Cursor) (Archive, error) {
	return reading(ctx, s, func(ctx context.Context) (Archive, error) {
		home, err := s.home(ctx)
		if err != nil {
			return Archive{}, err
		}
		rows, err := s.store.Left(ctx, home, strings.TrimSpace(search), before, archivePage)
		if err != nil {
			return Archive{}, err
		}
		var out Archive
		if len(rows) > archivePage {
			rows = rows[:archivePage]
			last := rows[archivePage-1]
			out.Next = &store.Cursor{At: last.HandedOver.Time, ID: last.ID}
		}
		for _, row := range rows {
			p, err := fromPieceRow(row)
			if err != nil {
				return out, err
			}
			p.Stage, p.Next = stage(p, nil, s.Now())
			out.Pieces = append(out.Pieces, p)
		}
		return out, nil
	})
}

// LayerChoice is one layer as picked by the finisher.
type LayerChoice struct {
	Role      system.Role
	ProductID int64
	Coats     int
}

const mostCoats = 12

// ChooseSystem judges the layers picked for a zone again and stores them. An illegal system is Refused with its reason.
func (s *Service) ChooseSystem(
	ctx context.Context, id, zoneID int64, version int, picked []LayerChoice,
) (Piece, error) {
	return deciding(ctx, s, id, func(ctx context.Context) (Piece, error) {
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
		p, err := fromPieceRow(row)
		if err != nil {
			return p, err
		}
		at := slices.IndexFunc(p.Zones, func(z Zone) bool { return z.ID == zoneID })
		if at < 0 {
			return p, store.ErrNotFound
		}
		shelf, err := s.answers(ctx, home)
		if err != nil {
			return p, err
		}
		layers, err := layersFrom(picked, shelf)
		if err != nil {
			return p, err
		}
		brief, err := p.checked(home, p.Start, true)
		if err != nil {
			return p, err
		}
		if judged := system.Assess(brief.Zones[at].Wish, layers); !judged.Legal() {
			return p, &Refused{"This system cannot be planned: " + judged.WhyIllegal()}
		}
		if n := p.coatsOn(zoneID); n > 0 {
			log := schedule.NewLog(p.Standing, p.Start)
			lies, _ := schedule.AsLaid(zoneID, p.Zones[at].Layers, log)
			if !begins(layers, lies, n) {
				return p, &Refused{fmt.Sprintf(
					"%d coats of %s lie on %s already: another system has to begin with them.",
					n, Zone{Layers: lies}.coats(), p.Zones[at].Name,
				)}
			}
			layers = follow(p.Zones[at].Layers, layers, n)
		}
		row.Version = version
		rows := make([]store.Layer, len(layers))
		for i, l := range layers {
			rows[i] = store.Layer{
				Role:    string(l.Role),
				Coats:   l.Coats,
				Product: store.JSON[store.Product]{V: ToRow(l.Product)},
			}
		}
		if err := s.store.ReplaceLayers(ctx, row, zoneID, rows); err != nil {
			return p, err
		}
		return s.saved(ctx, id)
	})
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
		c.that(byID[l.ProductID] != nil, fmt.Sprintf("/layers/%d/productId", i), "No product %d is on the shelf.",
			l.ProductID)
		c.that(l.Coats >= 1 && l.Coats <= mostCoats, fmt.Sprintf("/layers/%d/coats", i), "Between 1 and %d coats.",
			mostCoats)
		out = append(out, system.Layer{Role: l.Role, Product: byID[l.ProductID], Coats: l.Coats})
	}
	return out, c.err()
}

// TryOut is other air by day or another start to look at without saving.
type TryOut struct {
	TempC, RH *float64
	Start     *time.Time
}

// PlanOf lays out what was chosen for a piece, in other air or from another start if asked.
func (s *Service) PlanOf(ctx context.Context, id int64, try TryOut) (Plan, error) {
	return reading(ctx, s, func(ctx context.Context) (Plan, error) {
		home, p, err := s.loaded(ctx, id)
		if err != nil {
			return Plan{}, err
		}
		stored := p
		if err := p.try(try, s.Now()); err != nil {
			return Plan{}, err
		}
		changed := p.Air != stored.Air || !p.Start.Equal(stored.Start)
		plan, err := s.plan(ctx, home, stored)
		if err == nil && plan != nil && changed {
			err = plan.replan(p, s.Now())
		}
		if err == nil && plan == nil {
			err = &Refused{"No coating system is chosen yet."}
		}
		if err != nil {
			return Plan{}, err
		}
		plan.Latest, _ = schedule.LatestStart(plan.Brief, plan.around())
		so, err := s.around(ctx, home)
		s.live(p, plan, so)
		return *plan, err
	})
}

// replan plans a piece anew as it is tried out: the others keep their places.
func (p *Plan) replan(tried Piece, now time.Time) (err error) {
	if p.Brief, err = tried.brief(p.Home, now); err == nil {
		p.Plan = p.around()(p.Brief)
		p.Standing = p.Plan.Standing(p.Brief, now)
	}
	return err
}

// around plans a piece around all that shares the room.
func (p Plan) around() func(schedule.Brief) schedule.Plan {
	if len(p.Room.People) == 0 {
		return schedule.Make // it has left
	}
	return p.Room.Around(p.others)
}

// try changes a piece as it is tried out, or says which of it cannot be.
func (p *Piece) try(t TryOut, now time.Time) error {
	var c check
	if t.TempC != nil {
		p.Air.TempC = *t.TempC
	}
	if t.RH != nil {
		p.Air.RH = *t.RH
	}
	c.checkAir(p.Air, "/air")
	if t.Start != nil {
		p.Start = *t.Start
		c.checkStart(p.Start, now)
		p.Promised = later(p.Promised, p.Start)
	}
	return c.err()
}

// later drops a promise that a tried-out start has overtaken.
func later(promised, start time.Time) time.Time {
	if promised.After(start) {
		return promised
	}
	return time.Time{}
}

// coatsOn is how many coats of a zone were told as laid or left out.
func (p Piece) coatsOn(zone int64) (n int) {
	for at := range schedule.NewLog(p.Standing, p.Start).Coats {
		if at.Zone == zone {
			n++
		}
	}
	return n
}

// begins tells whether layers begin with the first n coats of others.
func begins(layers, others []system.Layer, n int) bool {
	flat := func(layers []system.Layer) (out []int64) {
		for _, l := range layers {
			out = append(out, slices.Repeat([]int64{l.Product.ID}, l.Coats)...)
		}
		return out
	}
	was, now := flat(others), flat(layers)
	return len(now) >= n && slices.Equal(was[:n], now[:n])
}

// follow are the first n coats of the layers that were chosen before, under the names that the log has for them, and
// what other layers have after as many.
func follow(before, layers []system.Layer, n int) []system.Layer {
	out := upTo(before, n)
	for _, l := range layers {
		skipped := min(n, l.Coats)
		n -= skipped
		if l.Coats -= skipped; l.Coats == 0 {
			continue
		}
		last := len(out) - 1
		goesOn := out[last].Product.ID == l.Product.ID && out[last].Role == l.Role
		if goesOn {
			out[last].Coats += l.Coats
			continue
		}
		out = append(out, l)
	}
	return out
}

// upTo are the first n coats of some layers.
func upTo(layers []system.Layer, n int) []system.Layer {
	var out []system.Layer
	for _, l := range layers {
		if n == 0 {
			break
		}
		l.Coats = min(l.Coats, n)
		n -= l.Coats
		out = append(out, l)
	}
	return out
}
