package shelf

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"sync"

	"firmitas/core/coating"
	"firmitas/core/worklog"
	"firmitas/internal/document"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/record"
)

// AddRecipe keeps layers to use again. They are judged wherever they are used, not here.
func (s *Service) AddRecipe(ctx context.Context, name string, layers []LayerAsked) (store.Recipe, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (store.Recipe, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return store.Recipe{}, err
		}
		shelf, err := s.Answers(ctx, home)
		if err != nil {
			return store.Recipe{}, err
		}
		var c problem.Check
		c.Name("/name", name)
		r := store.Recipe{WorkshopID: home.ID, Name: name, Version: 1}
		for i, l := range layers {
			known := slices.ContainsFunc(shelf, func(p *coating.Product) bool { return p.ID == l.ProductID })
			c.That(known, fmt.Sprintf("/layers/%d/productId", i), "No product %d is on the shelf.", l.ProductID)
			r.Layers.V = append(r.Layers.V, store.RecipeLayer(l))
		}
		if err := c.Err(); err != nil {
			return r, err
		}
		r.ID, err = s.store.AddRecipe(ctx, r)
		if errors.Is(err, store.ErrNameTaken) {
			err = problem.At("/name", "Another recipe has this name already.")
		}
		return r, err
	})
}

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
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]Product, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return nil, err
		}
		rows, err := s.store.Shelf(ctx, home)
		if err != nil {
			return nil, err
		}
		tins, err := s.Tins(ctx, home, 0)
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
func (s *Service) product(row store.Product, tins []Counted, neverAgain bool) (Product, error) {
	made, err := record.Product(row)
	if err != nil {
		return Product{}, err
	}
	p := Product{Product: made, Version: row.Version, Retired: row.Retired.Valid, NeverAgain: neverAgain}
	for _, t := range tins {
		if t.ProductID == row.ID {
			p.Tins = append(p.Tins, s.Tin(made, t))
		}
	}
	return p, nil
}

// InUse is what may be used: the products that are not retired.
func (s *Service) InUse(ctx context.Context, home house.Workshop) ([]*coating.Product, error) {
	mark, err := s.store.ShelfMark(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	if kept := s.kept.at(home.ID, mark); kept != nil {
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
		p, err := record.Product(row)
		if err != nil {
			return nil, err
		}
		out = append(out, p)
	}
	if !s.store.Writing(ctx) { // what is not yet saved may never be
		s.kept.keep(home.ID, mark, slices.Clone(out))
	}
	return out, nil
}

// Answers are the shelf, and beside it the answers that lay nothing.
func (s *Service) Answers(ctx context.Context, home house.Workshop) ([]*coating.Product, error) {
	shelf, err := s.InUse(ctx, home)
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

// ReadProduct is what a product comes to as it is typed, or what of it cannot be right. It saves nothing.
func ReadProduct(d document.Product) (Product, error) {
	p, err := record.Read(d)
	if err != nil {
		return Product{}, asInvalid(err, "")
	}
	return Product{Product: p}, nil
}

// AddProduct puts a product on the shelf, or says which field cannot be right.
func (s *Service) AddProduct(ctx context.Context, d document.Product) (Product, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (Product, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Product{}, err
		}
		p, err := record.Read(d)
		if err != nil {
			return Product{}, asInvalid(err, "")
		}
		if mark, err := s.store.ShelfMark(ctx, home.ID); err != nil || mark.Products >= mostProducts {
			return Product{}, cmp.Or[error](err, errShelfFull)
		}
		row := record.ProductRow(p)
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
	return house.Writing(ctx, s.house, func(ctx context.Context) (Product, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Product{}, err
		}
		was, err := s.store.Product(ctx, home.ID, id)
		if err != nil {
			return Product{}, err
		}
		p, err := record.Read(d)
		if err != nil {
			return Product{}, asInvalid(err, "/product")
		}
		row := record.ProductRow(p)
		row.ID, row.WorkshopID, row.Version, row.Retired = id, home.ID, version, was.Retired
		if retired != was.Retired.Valid {
			row.Retired = sql.NullTime{Time: s.house.Now(), Valid: retired}
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
	out := &problem.Invalid{}
	for _, p := range wrong.Problems {
		field := p.Field
		if coating.FindField(field) != nil {
			field = "label/" + field
		}
		out.Fields = append(out.Fields, problem.FieldError{Field: prefix + "/" + field, Detail: p.Detail})
	}
	return out
}

func nameTaken(err error, prefix string) error {
	if errors.Is(err, store.ErrNameTaken) {
		return problem.At(prefix+"/name", "Another product on the shelf has this name and sheen already.")
	}
	return err
}

// ProductPage is a product with its diary and its test boards.
type ProductPage struct {
	Product Product
	Notes   []store.Note
	Faults  []record.PieceFact // that showed on it, the newest first
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
	events, err := record.Facts(facts)
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
	return house.Reading(ctx, s.house, func(ctx context.Context) (ProductPage, error) {
		home, err := s.house.ID(ctx)
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
	tins, err := s.Tins(ctx, home, id)
	if err != nil {
		return out, err
	}
	if out.Notes, err = s.store.Notes(ctx, home, id); err != nil {
		return out, err
	}
	if out.Faults, err = record.PieceFacts(s.store.FaultsOf(ctx, home, id)); err != nil {
		return out, err
	}
	never := slices.ContainsFunc(out.Notes, func(n store.Note) bool { return n.NeverAgain })
	out.Product, err = s.product(row, tins, never)
	return out, err
}
