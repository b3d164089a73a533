package workshop

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"
	"unicode"

	"firmitas/core/coating"
	"firmitas/core/worklog"
	"firmitas/internal/document"
	"firmitas/internal/store"
)

// Product is a product of the shelf with what the workshop keeps beside it.
type Product struct {
	*coating.Product
	Version    int
	Retired    bool
	Tins       []Tin
	NeverAgain bool // a note in its diary says so
}

// LeftL is what its tins still hold, in litres.
func (p Product) LeftL() float64 {
	sum := 0.0
	for _, t := range p.Tins {
		sum += t.LeftL
	}
	return sum
}

// Shelf is the home workshop's products with their tins, retired ones too.
func (s *Service) Shelf(ctx context.Context) ([]Product, error) {
	return reading(ctx, s, func(ctx context.Context) ([]Product, error) {
		home, err := s.home(ctx)
		if err != nil {
			return nil, err
		}
		rows, err := s.store.Shelf(ctx, home)
		if err != nil {
			return nil, err
		}
		tins, err := s.tins(ctx, home, 0)
		if err != nil {
			return nil, err
		}
		warned, err := s.store.NeverAgain(ctx, home)
		if err != nil {
			return nil, err
		}
		out := make([]Product, 0, len(rows))
		for _, row := range rows {
			_, never := warned[row.ID]
			p, err := s.product(row, tins, never)
			if err != nil {
				return nil, err
			}
			out = append(out, p)
		}
		return out, nil
	})
}

// product puts a row and what belongs to it together.
func (s *Service) product(row store.Product, tins []counted, neverAgain bool) (Product, error) {
	made, err := fromRow(row)
	if err != nil {
		return Product{}, err
	}
	p := Product{Product: made, Version: row.Version, Retired: row.Retired.Valid, NeverAgain: neverAgain}
	for _, t := range tins {
		if t.ProductID == row.ID {
			p.Tins = append(p.Tins, s.tin(made, t))
		}
	}
	return p, nil
}

// shelf is what may be used: the products that are not retired.
func (s *Service) shelf(ctx context.Context, home Workshop) ([]*coating.Product, error) {
	mark, err := s.store.ShelfMark(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	if kept := s.shelves.at(home.ID, mark); kept != nil {
		return kept, nil
	}
	rows, err := s.store.Shelf(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	out := make([]*coating.Product, 0, len(rows))
	for _, row := range rows {
		if row.Retired.Valid {
			continue
		}
		p, err := fromRow(row)
		if err != nil {
			return nil, err
		}
		out = append(out, p)
	}
	if !s.store.Writing(ctx) { // what is not yet saved may never be
		s.shelves.keep(home.ID, mark, slices.Clone(out))
	}
	return out, nil
}

// answers are the shelf, and beside it the answers that lay nothing.
func (s *Service) answers(ctx context.Context, home Workshop) ([]*coating.Product, error) {
	shelf, err := s.shelf(ctx, home)
	return slices.Concat(shelf, coating.Nothing), err
}

// shelves keeps each workshop's shelf as last read, since reading 200 labels takes longer than searching them.
// Products are never changed once they are read.
type shelves struct {
	mu   sync.Mutex
	kept map[int64]keptShelf
}

type keptShelf struct {
	mark     store.ShelfMark
	products []*coating.Product
}

// at is the shelf as it was read at this mark; nil when it was not.
func (k *shelves) at(workshopID int64, mark store.ShelfMark) []*coating.Product {
	k.mu.Lock()
	defer k.mu.Unlock()
	if kept := k.kept[workshopID]; kept.mark == mark {
		return slices.Clone(kept.products)
	}
	return nil
}

func (k *shelves) keep(workshopID int64, mark store.ShelfMark, products []*coating.Product) {
	k.mu.Lock()
	defer k.mu.Unlock()
	if k.kept == nil {
		k.kept = map[int64]keptShelf{}
	}
	k.kept[workshopID] = keptShelf{mark, products}
}

func fromRow(row store.Product) (*coating.Product, error) {
	p, err := read(toDocument(row))
	if err != nil {
		return nil, fmt.Errorf("product %d: %w", row.ID, err)
	}
	p.ID = row.ID
	return p, nil
}

// texts refuses control characters in what a product says, which would spoil every file it is written to.
func (c *check) texts(d document.Product) {
	plain := func(field, text string) {
		c.that(!strings.ContainsFunc(text, forbidden), field, "Plain text, without control characters.")
	}
	plain("maker", d.Maker)
	plain("colour", d.Colour)
	for field, words := range d.Label {
		plain("label/"+field, words)
	}
	for kind, said := range d.Statements {
		plain("statements/"+kind, kind+said.Sense+said.Source)
	}
	for i, pair := range d.Pairings {
		plain(fmt.Sprintf("pairings/%d", i), pair.What+pair.Sense+pair.Source)
	}
	plain("facts", d.Facts.Tools+d.Facts.Thinner+d.Facts.CleanUp+d.Facts.Hazards+d.Facts.SoldIn)
}

// forbidden tells of a rune that no text may hold: line breaks and tabs it may.
func forbidden(r rune) bool {
	return unicode.IsControl(r) && !strings.ContainsRune("\n\r\t", r) || r == unicode.ReplacementChar
}

// read makes a product of what is typed, or says what is wrong with which field.
func read(d document.Product) (*coating.Product, error) {
	var problems []coating.Problem
	sheen, err := coating.ParseSheen(d.Sheen)
	if err != nil {
		problems = append(problems, coating.Problem{Field: "sheen", Detail: err.Error() + "."})
	}
	var c check
	c.name("name", d.Name)
	c.texts(d)
	for _, f := range c.fields {
		problems = append(problems, coating.Problem(f))
	}
	p, err := coating.New(
		coating.Product{
			Name:       d.Name,
			Maker:      d.Maker,
			Colour:     d.Colour,
			Shade:      coating.Shade(d.Shade),
			Sheen:      sheen,
			Label:      d.Label,
			Statements: d.Statements,
			Pairings:   d.Pairings,
			Facts:      d.Facts,
		},
		d.Family,
	)
	var invalid *coating.Invalid
	if errors.As(err, &invalid) {
		problems = append(problems, invalid.Problems...)
	} else if err != nil {
		return nil, err
	}
	if p != nil {
		if _, err := coating.ReadSold(d.Facts.SoldIn, p.DensityA); err != nil {
			problems = append(problems, coating.Problem{Field: "facts/soldIn", Detail: sentenceOf(err)})
		}
	}
	if len(problems) > 0 {
		return nil, &coating.Invalid{Product: d.Name, Problems: problems}
	}
	return p, nil
}

func toDocument(row store.Product) document.Product {
	d := document.Product{
		Name:       row.Name,
		Maker:      row.Maker,
		Family:     row.Family,
		Colour:     row.Colour,
		Shade:      row.Shade,
		Sheen:      row.Sheen,
		Label:      row.Label.V,
		Statements: map[string]coating.Statement{},
		Pairings:   []coating.Pairing{},
	}
	for kind, said := range row.Statements.V {
		d.Statements[kind] = coating.Statement(said)
	}
	for _, pair := range row.Pairings.V {
		d.Pairings = append(d.Pairings, coating.Pairing(pair))
	}
	f := row.Facts.V
	d.Facts = coating.Facts{
		Tools:    f.Tools,
		Thinner:  f.Thinner,
		CleanUp:  f.CleanUp,
		Hazards:  f.Hazards,
		VOCBasis: coating.VOCBasis(f.VOCBasis),
		Depth:    coating.Depth(f.Depth),
		Hue:      coating.Hue(f.Hue),
		SoldIn:   f.SoldIn,
	}
	return d
}

// ToRow is a product as it is stored.
func ToRow(p *coating.Product) store.Product {
	row := store.Product{
		ID:     p.ID,
		Name:   p.Name,
		Maker:  p.Maker,
		Family: p.Family.ID,
		Colour: p.Colour,
		Shade:  string(p.Shade),
		Sheen:  p.Sheen.String(),
	}
	row.Label.V, row.Statements.V, row.Pairings.V = map[string]string{}, map[string]store.Statement{}, []store.Pairing{}
	for field, words := range p.Label {
		row.Label.V[field] = words
	}
	for kind, said := range p.Statements {
		row.Statements.V[kind] = store.Statement(said)
	}
	for _, pair := range p.Pairings {
		row.Pairings.V = append(row.Pairings.V, store.Pairing(pair))
	}
	f := p.Facts
	row.Facts.V = store.Facts{
		Tools:    f.Tools,
		Thinner:  f.Thinner,
		CleanUp:  f.CleanUp,
		Hazards:  f.Hazards,
		VOCBasis: string(f.VOCBasis),
		Depth:    string(f.Depth),
		Hue:      string(f.Hue),
		SoldIn:   f.SoldIn,
	}
	return row
}

// ReadProduct is what a product comes to as it is typed, or what of it cannot be right. It saves nothing.
func ReadProduct(d document.Product) (Product, error) {
	p, err := read(d)
	if err != nil {
		return Product{}, asInvalid(err, "")
	}
	return Product{Product: p}, nil
}

// AddProduct puts a product on the shelf, or says which field cannot be right.
func (s *Service) AddProduct(ctx context.Context, d document.Product) (Product, error) {
	return writing(ctx, s, func(ctx context.Context) (Product, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return Product{}, err
		}
		p, err := read(d)
		if err != nil {
			return Product{}, asInvalid(err, "")
		}
		if mark, err := s.store.ShelfMark(ctx, home.ID); err != nil || mark.Products >= mostProducts {
			return Product{}, cmp.Or[error](err, errShelfFull)
		}
		row := ToRow(p)
		row.WorkshopID = home.ID
		id, err := s.store.AddProduct(ctx, row)
		if err != nil {
			return Product{}, nameTaken(err, "")
		}
		return s.storedProduct(ctx, home.ID, id)
	})
}

// UpdateProduct stores a product anew, retired or in use. Systems chosen earlier keep the values they were made with.
func (s *Service) UpdateProduct(
	ctx context.Context, id int64, version int, d document.Product, retired bool,
) (Product, error) {
	return writing(ctx, s, func(ctx context.Context) (Product, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return Product{}, err
		}
		was, err := s.store.Product(ctx, home.ID, id)
		if err != nil {
			return Product{}, err
		}
		p, err := read(d)
		if err != nil {
			return Product{}, asInvalid(err, "/product")
		}
		row := ToRow(p)
		row.ID, row.WorkshopID, row.Version, row.Retired = id, home.ID, version, was.Retired
		if retired != was.Retired.Valid {
			row.Retired = sql.NullTime{Time: s.Now(), Valid: retired}
		}
		if err := s.store.UpdateProduct(ctx, row); err != nil {
			return Product{}, nameTaken(err, "/product")
		}
		return s.storedProduct(ctx, home.ID, id)
	})
}

// storedProduct is a product with what the workshop keeps beside it.
func (s *Service) storedProduct(ctx context.Context, home, id int64) (Product, error) {
	page, err := s.page(ctx, home, id)
	return page.Product, err
}

// asInvalid names the fields of a product by JSON pointer.
func asInvalid(err error, prefix string) error {
	var wrong *coating.Invalid
	if !errors.As(err, &wrong) {
		return err
	}
	out := &Invalid{}
	for _, p := range wrong.Problems {
		field := p.Field
		if coating.FindField(field) != nil {
			field = "label/" + field
		}
		out.Fields = append(out.Fields, FieldError{prefix + "/" + field, p.Detail})
	}
	return out
}

func nameTaken(err error, prefix string) error {
	if errors.Is(err, store.ErrNameTaken) {
		return &Invalid{
			[]FieldError{{prefix + "/name", "Another product on the shelf has this name and sheen already."}},
		}
	}
	return err
}

// ProductPage is a product with its diary and its test boards.
type ProductPage struct {
	Product Product
	Notes   []store.Note
	Faults  []PieceEvent // that showed on it, the newest first
	Boards  []store.Board
	Moves   []TinMove // facts of its tins, the newest first
	Covered []worklog.Covered
}

// TinMove is a fact of a tin in words.
type TinMove struct {
	worklog.Event
	PieceID int64 // that it was laid on; 0 = it was not
	Piece   string
	Words   string
}

// Facts of a product's tins that are shown at once, and that are learned from.
const (
	movesShown = 100
	movesRead  = 500
)

// moves are the facts of a product's tins, the newest first, and how far it went by them.
func (s *Service) moves(ctx context.Context, home, id int64) ([]TinMove, []worklog.Covered, error) {
	rows, err := s.store.MovesOf(ctx, home, id, movesRead)
	if err != nil {
		return nil, nil, err
	}
	facts := make([]store.Event, len(rows))
	for i, r := range rows {
		facts[i] = r.Event
	}
	events, err := fromEventRows(facts)
	if err != nil {
		return nil, nil, err
	}
	var out []TinMove
	for i, e := range events[:min(len(events), movesShown)] {
		out = append(out, TinMove{e, rows[i].PieceID.Int64, rows[i].Piece.String, tinWords(e)})
	}
	return out, worklog.Covers(events), nil
}

// tinWords tell a fact of a tin.
func tinWords(e worklog.Event) string {
	switch e.Kind() {
	case worklog.TinBought:
		return fmt.Sprintf("A tin of %s was bought.", e.Text())
	case worklog.TinOpened:
		return "It was opened."
	case worklog.TinTold:
		return fmt.Sprintf("Found to hold: %s.", cmp.Or(e.Text(), "all of it"))
	case worklog.TinEmpty:
		return "It is used up."
	case worklog.TinThrown:
		return "What was left was thrown away."
	}
	if e.Laid().BeforeKg > 0 {
		return "A coat was laid, weighed before and after."
	}
	return "A coat was laid."
}

// ProductPage of one product.
func (s *Service) ProductPage(ctx context.Context, id int64) (ProductPage, error) {
	return reading(ctx, s, func(ctx context.Context) (ProductPage, error) {
		home, err := s.home(ctx)
		if err != nil {
			return ProductPage{}, err
		}
		out, err := s.page(ctx, home, id)
		if err != nil {
			return out, err
		}
		out.Boards, err = s.store.Boards(ctx, home, id)
		return out, err
	})
}

// page is a product's page without its boards.
func (s *Service) page(ctx context.Context, home, id int64) (out ProductPage, err error) {
	row, err := s.store.Product(ctx, home, id)
	if err != nil {
		return out, err
	}
	if out.Moves, out.Covered, err = s.moves(ctx, home, id); err != nil {
		return out, err
	}
	tins, err := s.tins(ctx, home, id)
	if err != nil {
		return out, err
	}
	if out.Notes, err = s.store.Notes(ctx, home, id); err != nil {
		return out, err
	}
	if out.Faults, err = fromPieceEventRows(s.store.FaultsOf(ctx, home, id)); err != nil {
		return out, err
	}
	never := slices.ContainsFunc(out.Notes, func(n store.Note) bool { return n.NeverAgain })
	out.Product, err = s.product(row, tins, never)
	return out, err
}
