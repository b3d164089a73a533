package house

import (
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode"

	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/ledger"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/technique"
	"firmitas/core/workday"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

const dayForRecord = "2006-01-02"

func toBoard(b store.Board) compat.Board {
	return compat.Board{
		Ground:   b.Ground.V,
		Coat:     b.Coat,
		Material: b.Material,
		Old:      b.OldFinish,
		CrossCut: b.CrossCut,
		Passed:   b.Passed,
		Who:      b.Who,
		On:       b.MadeOn.Format(dayForRecord),
	}
}

const longestContact = 240

// CheckContact is where buyers ask: a line.
func CheckContact(c *problem.Check, field, text string) {
	c.That(strings.TrimSpace(text) != "", field, "Say where buyers can ask: a phone, a mail address, a place.")
	n := len([]rune(text))
	c.That(n <= longestContact, field, "At most %d characters; this has %d.", longestContact, n)
	c.That(!strings.ContainsFunc(text, unicode.IsControl), field, "One line of plain text, without control characters.")
}

// At is a path below the address that buyers use.
func (s *Service) At(path string) string { return strings.TrimRight(s.publicURL, "/") + path }

// Now is the service's clock, to the second.
func (s *Service) Now() time.Time { return s.now().UTC().Truncate(time.Second) }

// Workshop with its settings.
type Workshop struct {
	ID         int64
	World      string // its id in the whole world
	Name       string
	Town       string
	Contact    string
	Zone       *time.Location
	Units      string // metric or us
	Clock      string // h24 or h12
	Numbers    string // point or comma
	Currency   string // by ISO 4217
	Rates      []ledger.Rate
	Supplies   map[string]money.Amount // what a unit costs, by supply
	FoodPolicy enduse.FoodPolicy
	Schools    compat.Schools
	Boards     []compat.Board // what its test boards showed
	Days       [7]workday.Day
	Room       Room
	Shop       technique.Shop
	Version    int

	Weather *schedule.Weather // where it was asked for
}

// ErrNoWorkshop: the database is up but empty.
var ErrNoWorkshop = errors.New("there is no workshop in this database yet; the first page makes one")

// Home is the workshop with its settings.
func (s *Service) Home(ctx context.Context) (Workshop, error) {
	row, err := s.store.Home(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return Workshop{}, ErrNoWorkshop
	}
	if err != nil {
		return Workshop{}, err
	}
	zone, err := time.LoadLocation(row.TimeZone)
	if err != nil {
		return Workshop{}, fmt.Errorf("workshop %s: %w", row.Name, err)
	}
	w := Workshop{
		ID:         row.ID,
		World:      row.World,
		Name:       row.Name,
		Town:       row.Town,
		Contact:    row.Contact,
		Zone:       zone,
		Units:      row.Units,
		Clock:      row.Clock,
		Numbers:    row.Numbers,
		Currency:   row.Currency,
		FoodPolicy: enduse.FoodPolicy(row.FoodPolicy),
		Schools:    compat.Schools(row.Schools.V),
		Shop:       technique.Shop{Pace: row.Pace.V},
		Version:    row.Version,
	}
	for _, tool := range row.Lacks.V {
		w.Shop.Lacks = append(w.Shop.Lacks, technique.Tool(tool))
	}
	for i, d := range row.Hours.V {
		w.Days[i] = workday.Day(d)
	}
	if w.Rates, err = fromRateRows(row.Rates.V, zone); err != nil {
		return Workshop{}, fmt.Errorf("workshop %s: %w", row.Name, err)
	}
	w.Supplies = map[string]money.Amount{}
	for id, price := range row.Supplies.V {
		w.Supplies[id], _ = money.Read(price) // as it was written
	}
	if w.Room, err = fromRoomRow(row.Room.V); err != nil {
		return Workshop{}, fmt.Errorf("workshop %s: %w", row.Name, err)
	}
	boards, err := s.store.Boards(ctx, w.ID, 0)
	for _, b := range boards {
		w.Boards = append(w.Boards, toBoard(b))
	}
	s.id.Store(w.ID)
	return w, err
}

// ID is the id of the workshop, for what needs none of its settings.
func (s *Service) ID(ctx context.Context) (int64, error) {
	if id := s.id.Load(); id != 0 {
		return id, nil
	}
	w, err := s.Home(ctx)
	return w.ID, err
}

// Reading runs a use case that only reads, on one snapshot.
func Reading[T any](ctx context.Context, s *Service, do func(context.Context) (T, error)) (out T, err error) {
	err = s.store.Read(ctx, func(ctx context.Context) (err error) {
		out, err = do(ctx)
		return err
	})
	return out, err
}

// Writing runs a use case that writes, as one transaction. What it answers is read within it, so that nothing can fail
// once it is saved.
func Writing[T any](ctx context.Context, s *Service, do func(context.Context) (T, error)) (out T, err error) {
	err = s.store.Write(ctx, func(ctx context.Context) (err error) {
		out, err = do(ctx)
		return err
	})
	return out, err
}

// Deciding runs a use case that writes about one piece, as one transaction in which nobody else decides anything of it:
// what it reads is as the last of them left it, so two who tell at once are answered as if one came after the other.
// store.ErrNotFound where there is no such piece.
func Deciding[T any](ctx context.Context, s *Service, piece int64, do func(context.Context) (T, error)) (T, error) {
	home, err := s.ID(ctx) // before the transaction: its first read comes after the hold
	if err != nil {
		var none T
		return none, err
	}
	return Writing(ctx, s, func(ctx context.Context) (T, error) {
		if err := s.store.HoldPiece(ctx, home, piece); err != nil {
			var none T
			return none, err
		}
		return do(ctx)
	})
}

// Remove runs a use case that writes and has nothing to tell.
func (s *Service) Remove(ctx context.Context, do func(ctx context.Context, home int64) error) error {
	return s.store.Write(ctx, func(ctx context.Context) error {
		home, err := s.ID(ctx)
		if err != nil {
			return err
		}
		return do(ctx, home)
	})
}

// RemoveOf is remove for what hangs on one piece.
func (s *Service) RemoveOf(ctx context.Context, piece int64, do func(ctx context.Context, home int64) error) error {
	_, err := Deciding(ctx, s, piece, func(ctx context.Context) (struct{}, error) {
		home, err := s.ID(ctx)
		if err != nil {
			return struct{}{}, err
		}
		return struct{}{}, do(ctx, home)
	})
	return err
}

// Once does a write under a key that the asker made up; asked the same again, it does nothing and gives what it gave.
func (s *Service) Once(
	ctx context.Context, key string, asked []byte, do func(context.Context,
	) ([]byte, error)) ([]byte, error) {
	home, err := s.ID(ctx)
	if err != nil {
		return nil, err
	}
	marked := store.Key{WorkshopID: home, ID: key, Fingerprint: sha256.Sum256(asked)}
	return s.store.Once(ctx, marked, s.Now(), do)
}

// Tidy forgets what nobody will ask for again: old keys, and pictures that no photo names.
func (s *Service) Tidy(ctx context.Context) error {
	return errors.Join(s.store.ForgetKeys(ctx, s.Now()), s.store.SweepPhotos(ctx, s.now()))
}

// Settings that a workshop may change about itself.
type Settings struct {
	Version    int
	Contact    string
	Units      string
	Clock      string
	Numbers    string
	Currency   string
	Rates      []RateDraft
	Supplies   map[string]string // as they are typed
	FoodPolicy enduse.FoodPolicy
	Schools    compat.Schools
	Days       [7]workday.Day
	Room       Room
	Shop       technique.Shop
}

// SaveSettings stores them, or says what is wrong: Invalid, or store.ErrConflict when saved meanwhile.
func (s *Service) SaveSettings(ctx context.Context, in Settings) (Workshop, error) {
	return Writing(ctx, s, func(ctx context.Context) (Workshop, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return home, err
		}
		var c problem.Check
		if err := (workday.Week{Days: in.Days, Zone: home.Zone}).Check(); err != nil {
			c.That(false, "/hours", "%v", err)
		}
		checkShop(&c, in.Shop)
		CheckRoom(&c, in.Room)
		CheckContact(&c, "/contact", in.Contact)
		rates, prices := checkRates(&c, in.Rates), checkSupplyPrices(&c, in.Supplies)
		if err := c.Err(); err != nil {
			return home, err
		}
		in.Room.Kept = home.Room.Kept
		row := store.Workshop{
			ID:         home.ID,
			Contact:    strings.TrimSpace(in.Contact),
			Units:      in.Units,
			Clock:      in.Clock,
			Numbers:    in.Numbers,
			Currency:   in.Currency,
			Rates:      store.JSON[[]store.Rate]{V: rates},
			Supplies:   store.JSON[map[string]string]{V: prices},
			FoodPolicy: string(in.FoodPolicy),
			Schools:    store.JSON[store.Schools]{V: store.Schools(in.Schools)},
			Pace:       store.JSON[map[string]float64]{V: in.Shop.Pace},
			Lacks:      store.JSON[[]string]{V: []string{}},
			Room:       ToRoomRow(in.Room),
			Version:    in.Version,
		}
		for _, tool := range in.Shop.Lacks {
			row.Lacks.V = append(row.Lacks.V, string(tool))
		}
		for i, d := range in.Days {
			row.Hours.V[i] = store.Day(d)
		}
		if err := s.store.SaveSettings(ctx, row); err != nil {
			return home, err
		}
		return s.Home(ctx)
	})
}

// Believable minutes of a kind of work: by m², or for a session.
const leastPace, mostPace = 0.1, 600

// checkShop checks what a workshop says of its tools and of its pace.
func checkShop(c *problem.Check, s technique.Shop) {
	for i, tool := range s.Lacks {
		known := slices.ContainsFunc(technique.Tools, func(t technique.NamedTool) bool { return t.ID == tool })
		c.Listed(known, fmt.Sprintf("/lacks/%d", i), "a tool", string(tool))
	}
	kinds := schedule.PaceKinds()
	for id, minutes := range s.Pace {
		known := slices.ContainsFunc(kinds, func(k schedule.PaceKind) bool { return k.ID == id })
		c.Listed(known, "/pace/"+id, "a kind of work", id)
		believable := problem.Within(minutes, leastPace, mostPace)
		c.That(believable, "/pace/"+id, "From %.1f to %d minutes.", leastPace, mostPace)
	}
}
