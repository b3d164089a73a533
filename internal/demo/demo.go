// Package demo fills an empty database with the demo workshop: a small finishing room in a harbour town, its shelf
// and nine pieces at different stages. Makers, products and people are invented.
package demo

import (
	"context"
	"database/sql"
	_ "embed"
	"errors"
	"fmt"
	"slices"
	"time"

	"github.com/shopspring/decimal"

	"firmitas/core/climate"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/quantity"
	"firmitas/core/system"
	"firmitas/core/workday"
	"firmitas/core/worklog"
	"firmitas/internal/document"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
	"firmitas/internal/workshop/books"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/choosing"
	"firmitas/internal/workshop/handover"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
	"firmitas/internal/workshop/shelf"
)

// TimeZone of the demo workshop.
const TimeZone = "Europe/London"

var home = store.Workshop{
	Name:     "Slipway Finishing Room",
	Town:     "Porthvean",
	Contact:  "Net Loft Lane 3, Porthvean",
	TimeZone: TimeZone,
	Units:    "metric",
	Clock:    "h24",
	Numbers:  "point",
	Currency: "EUR",
	Rates: store.JSON[[]store.Rate]{V: []store.Rate{
		{From: "2025-01-01", Hour: "38.00", Overhead: "5.50", FeePct: "2.00", TaxPct: "0.00"},
	}},
	Supplies: store.JSON[map[string]string]{V: map[string]string{
		"paper": "0.45", "pad": "0.90", "cloth": "0.15", "gloves": "0.25", "tape": "0.06", "spirits": "5.20",
		"cleaner": "7.50", "glue": "9.80", "filler": "14.00", "sleeve": "1.10", "pot": "0.40",
	}},
	FoodPolicy: "strict",
}

//go:embed shelf.csv
var shelfFile []byte

// Shelf is the demo workshop's shelf, read from a file as any workshop may read in its own. It panics on a faulty one:
// it ships with the program.
func Shelf() []store.Product {
	read, err := document.ReadProducts(shelfFile, document.Point)
	if err != nil {
		panic(err)
	}
	out := make([]store.Product, 0, len(read.Lines))
	for _, line := range read.Lines {
		p, err := shelf.ReadProduct(line.Product)
		if err != nil || len(line.Problems) > 0 {
			panic(fmt.Sprintf("demo shelf, line %d: %v %v", line.Number, err, line.Problems))
		}
		out = append(out, record.ProductRow(p.Product))
	}
	return out
}

// stock puts a few tins, notes and a test board beside the shelf.
func stock(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	products, err := s.Shelf.Shelf(ctx)
	if err != nil {
		return err
	}
	id := map[string]int64{}
	for _, p := range products {
		id[p.Name] = p.ID
	}
	for _, t := range []struct {
		name string
		tin  shelf.TinDraft
	}{
		{"Mizzen Clear", shelf.TinDraft{
			Size:       "2.5 L",
			Price:      "48.90",
			Lot:        "F-2219",
			Left:       "40 %",
			Opened:     morning(-70),
			BestBefore: morning(300),
		}},
		{"Mizzen Clear", shelf.TinDraft{Size: "2.5 L", Price: "48.90", Lot: "F-2304"}},
		{"Gannet Blond", shelf.TinDraft{
			Size:   "1 L",
			Price:  "21.50",
			Lot:    "114",
			Left:   "0.6 L",
			Opened: morning(-250),
		}},
		{"Amber Reach", shelf.TinDraft{
			Size:       "1 qt",
			Price:      "19.00",
			Left:       "30 %",
			Opened:     morning(-90),
			BestBefore: morning(20),
		}},
		{"Deckhouse Enamel, Foam", shelf.TinDraft{Size: "1 L", Price: "34.00", Lot: "D7"}},
		{"Chalk Cove, Shell", shelf.TinDraft{Size: "750 mL", Price: "26.00", Left: "70 %", Opened: morning(-30)}},
		{"Breakwater Block", shelf.TinDraft{Size: "1 L", Price: "30.00", Left: "0 %", Opened: morning(-200)}},
		{"Chalk Cove, Kelp", shelf.TinDraft{Size: "750 mL", Price: "22.50", Left: "0 %", Opened: morning(-200)}},
	} {
		if _, err := s.Shelf.AddTin(ctx, id[t.name], t.tin); err != nil {
			return fmt.Errorf("%s: %w", t.name, err)
		}
	}
	if _, err := s.Shelf.AddNote(ctx, id["Mizzen Heavy"],
		"Lint in every coat on the bar rail: clean brush each time, and shut the window.", false); err != nil {
		return err
	}
	if _, err := s.Shelf.AddNote(ctx, id["Clingstone Grip"],
		"Lost its grip on a foil-faced door that had only been wiped. Keyed, it held.", false); err != nil {
		return err
	}
	_, err = s.Shelf.AddBoard(ctx, store.Board{
		Ground:     sql.Null[int64]{V: id["Tread Hard Oil"], Valid: true},
		Coat:       id["Amber Reach"],
		CrossCut:   3,
		SolventRub: "softened",
		WaterDrop:  "no_mark",
		Who:        "JT",
		MadeOn:     morning(-12),
		Note:       "Ten days after the oil.",
	})
	return err
}

// Seed makes the demo workshop if the database has no workshop yet, with dates around now. It is one transaction: an
// interrupted one leaves nothing behind.
func Seed(ctx context.Context, s *store.Store, now time.Time) error {
	return SeedIn(ctx, s, now, TimeZone)
}

// SeedIn is Seed for a workshop that stands elsewhere.
func SeedIn(ctx context.Context, s *store.Store, now time.Time, timeZone string) error {
	return s.Write(ctx, func(ctx context.Context) error { return seed(ctx, s, now, timeZone) })
}

func seed(ctx context.Context, s *store.Store, now time.Time, timeZone string) error {
	if _, err := s.Home(ctx); !errors.Is(err, store.ErrNotFound) {
		return err
	}
	w := home
	w.TimeZone = timeZone
	for i, d := range workday.DefaultDays {
		w.Hours.V[i] = store.Day(d)
	}
	if _, err := s.AddWorkshop(ctx, w, Shelf()); err != nil {
		return err
	}
	zone, err := time.LoadLocation(w.TimeZone)
	if err != nil {
		return err
	}
	morning := func(days int) time.Time {
		n := now.In(zone)
		return time.Date(n.Year(), n.Month(), n.Day()+days, 8, 0, 0, 0, zone)
	}
	if err := settle(ctx, workshop.New(s, func() time.Time { return morning(-9) }), morning); err != nil {
		return fmt.Errorf("garden settle: %w", err)
	}
	live := workshop.New(s, func() time.Time { return now })
	if err := stock(ctx, live, morning); err != nil {
		return fmt.Errorf("stock: %w", err)
	}
	if err := cot(ctx, live, morning); err != nil {
		return fmt.Errorf("cot: %w", err)
	}
	if err := treads(ctx, live, morning); err != nil {
		return fmt.Errorf("stair treads: %w", err)
	}
	if _, err := live.Intake.TakeIn(ctx, counter(morning)); err != nil {
		return fmt.Errorf("counter: %w", err)
	}
	if err := washStand(ctx, live, morning); err != nil {
		return fmt.Errorf("wash stand: %w", err)
	}
	for _, b := range []piece.Brief{island(morning), bookcase(morning), boat(morning), sauna(morning)} {
		if err := begin(ctx, live, b); err != nil {
			return fmt.Errorf("%s: %w", b.Name, err)
		}
	}
	if err := money(ctx, live, morning); err != nil {
		return fmt.Errorf("money: %w", err)
	}
	return nil
}

var room = climate.Air{TempC: 19, RH: 58}

// plain is the bench's own work on one piece of own stock.
func plain(name, kind string, start time.Time, zones ...piece.Zone) piece.Brief {
	return piece.Brief{Name: name, Kind: kind, Owner: "own", Alike: 1, Start: start, Air: room, Zones: zones}
}

// bare wood of this workshop's own making: seen, clean, at 9 %.
func bare() *store.Inspection {
	return &store.Inspection{
		Finish:      "bare",
		Condition:   "intact",
		Age:         "later",
		Lead:        "not_tested",
		Action:      "nothing",
		MoisturePct: 9,
	}
}

func counter(morning func(int) time.Time) piece.Brief {
	length, width := 2.4, 0.62
	b := plain("Café counter for the Lookout", "fitted_board", morning(1), piece.Zone{
		Name:       "Counter top",
		Face:       furniture.Best,
		EndUse:     "counter",
		Material:   "ash",
		Look:       system.Natural,
		Sheen:      "satin",
		AreaM2:     length * width,
		LengthM:    &length,
		WidthM:     &width,
		Inspection: bare(),
	})
	b.Owner, b.Promised = "customer", morning(9).Add(9*time.Hour)
	return b
}

// cot: white for a nursery, chosen and in its coats.
func cot(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	zone := func(name string, face furniture.Face, area float64) piece.Zone {
		return piece.Zone{
			Name:       name,
			Face:       face,
			EndUse:     "cot",
			Material:   "beech",
			Look:       system.OpaquePale,
			Sheen:      "satin",
			AreaM2:     area,
			Inspection: bare(),
		}
	}
	b := plain("Cot for a nursery", "cot", morning(0), zone("Rails and slats", furniture.Best, 2.4),
		zone("Ends", furniture.Body, 0.8))
	b.Promised = morning(45).Add(8 * time.Hour)
	b.Parts = []furniture.Part{{Kind: "hardware", Name: "Bolts and catches", Count: 8}}
	return begin(ctx, s, b)
}

// treads: for a lending library, on site, to begin the day after tomorrow. The surprise: somebody has waxed them.
func treads(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	waxed := &store.Inspection{
		Finish:      "oil_varnish",
		Condition:   "worn",
		Age:         "later",
		Lead:        "not_tested",
		Action:      "scrape",
		MoisturePct: 8,
		Contaminations: []string{
			"wax",
		},
		Repairs: []string{"gouge"},
		Answers: map[string]string{
			"look":    "clear",
			"water":   "beads",
			"alcohol": "no_change",
			"thinner": "softens",
			"xylene":  "no_change",
		},
	}
	b := plain("Stair treads, lending library", "stairs", morning(2), piece.Zone{
		Name:       "Fourteen treads",
		Face:       furniture.Best,
		EndUse:     "floor_public",
		Material:   "oak",
		Look:       system.Natural,
		Sheen:      "satin",
		AreaM2:     4.1,
		Inspection: waxed,
	})
	b.Owner, b.Promised, b.Site = "customer", morning(10).Add(8*time.Hour),
		preparation.Site{
			OnSite:      true,
			CoverFloors: true,
		}
	return begin(ctx, s, b)
}

// washStand: mahogany veneer under an old varnish; five zones with lives of their own, a mirror and handles to come
// off.
func washStand(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	varnished := func(finish, action string, contaminations, repairs []string) *store.Inspection {
		return &store.Inspection{
			Finish:         finish,
			Condition:      "worn",
			Age:            "before_1978",
			Lead:           "negative",
			Action:         action,
			MoisturePct:    9,
			VeneerMM:       1.2,
			Contaminations: contaminations,
			Repairs:        repairs,
		}
	}
	zone := func(name string, face furniture.Face, use, material string, area float64,
		seen *store.Inspection) piece.Zone {
		return piece.Zone{
			Name:       name,
			Face:       face,
			EndUse:     use,
			Material:   material,
			Look:       system.Natural,
			Sheen:      "satin",
			AreaM2:     area,
			Inspection: seen,
		}
	}
	inside := bare()
	inside.Repairs = []string{"runner"}
	b := plain(
		"Wash stand from the pilot house",
		"chest",
		morning(3),
		zone("Top", furniture.Best, "wash_stand", "mahogany_veneer", 0.52,
			varnished("shellac", "scrape", []string{"grease"}, []string{"veneer_loose"})),
		zone("Case", furniture.Body, "base", "mahogany_veneer", 0.98,
			varnished("shellac", "scrape", nil, []string{"joint"})),
		zone("Drawer fronts", furniture.Apart, "cabinet_front", "mahogany_veneer", 0.44,
			varnished("shellac", "scrape", nil, []string{"gouge"})),
		zone("Drawer insides", furniture.Inside, "inside", "pine", 2.1, inside),
		zone("Plinth and feet", furniture.Body, "base", "mahogany", 0.27,
			varnished("shellac", "scrape", []string{"wax"}, nil)),
	)
	b.Zones[4].Inspection.VeneerMM = 0 // its feet are solid
	b.Owner, b.Promised, b.History = "customer", morning(24).Add(9*time.Hour),
		"The owner’s grandmother had it French polished; wiped with furniture polish since."
	b.Parts = []furniture.Part{
		{Kind: "hardware", Name: "Brass handles", Count: 6},
		{Kind: "mirror", Name: "Swing mirror", Count: 1},
	}
	return begin(ctx, s, b)
}

// island: the oiled block of a kitchen island, oiled again where it stands.
func island(morning func(int) time.Time) piece.Brief {
	seen := bare()
	seen.Finish, seen.Condition, seen.Action = "oil", "worn", "keep"
	b := plain("Kitchen island block", "fitted_board", morning(4), piece.Zone{
		Name:       "Block",
		Face:       furniture.Best,
		EndUse:     "board",
		Material:   "beech",
		Look:       system.Natural,
		Sheen:      "matte",
		AreaM2:     0.9,
		Inspection: seen,
	})
	b.Owner, b.Promised, b.Site = "customer", morning(14).Add(9*time.Hour),
		preparation.Site{
			OnSite:  true,
			LivedIn: true,
		}
	b.History = "Oiled with food-grade mineral oil by its owner, twice a year."
	return b
}

// bookcase: two alike for a school, of melamine-faced board, to be painted, with a border of waves stencilled along
// the sides.
func bookcase(morning func(int) time.Time) piece.Brief {
	zone := func(name string, face furniture.Face, use string, area float64) piece.Zone {
		return piece.Zone{
			Name:     name,
			Face:     face,
			EndUse:   use,
			Material: "melamine",
			Look:     system.OpaqueDark,
			Sheen:    "satin",
			AreaM2:   area,
			Inspection: &store.Inspection{
				Finish:         "bare",
				Condition:      "intact",
				Age:            "later",
				Lead:           "not_tested",
				Action:         "nothing",
				Contaminations: []string{"adhesive"},
			},
		}
	}
	b := plain("Bookcases for the school", "bookcase", morning(7), zone("Shelves", furniture.Apart, "shelf", 2.4),
		zone("Carcase", furniture.Body, "base", 1.9))
	b.Zones[1].Wants = &store.Wants{
		Place:   "heated",
		Weights: map[string]float64{"wear": 1, "soon": 1, "repair": 1, "coats": 1},
		Decor: []store.Decor{
			{Kind: "stencil", Measures: map[string]float64{"lengthM": 1.8, "motifM": 0.22, "gapM": 0.03}},
		},
	}
	b.Owner, b.Alike, b.Promised = "customer", 2, morning(30).Add(8*time.Hour)
	return b
}

// boat: a rocking boat that a small child will chew.
func boat(morning func(int) time.Time) piece.Brief {
	b := plain("Rocking boat", "toy", morning(-3), piece.Zone{
		Name:       "Whole boat",
		Face:       furniture.Best,
		EndUse:     "toy",
		Material:   "lime",
		Look:       system.Natural,
		Sheen:      "satin",
		AreaM2:     0.7,
		Wants:      &store.Wants{Place: "heated", Without: []string{"bare"}}, // left bare would do as well
		Inspection: bare(),
	})
	b.Promised = morning(29).Add(8 * time.Hour)
	return b
}

// sauna: benches on which nothing goes.
func sauna(morning func(int) time.Time) piece.Brief {
	b := plain("Sauna benches, rowing club", "outdoor_seat", morning(5), piece.Zone{
		Name:       "Boards",
		Face:       furniture.Best,
		EndUse:     "sauna",
		Material:   "lime",
		Look:       system.Natural,
		Sheen:      "matte",
		AreaM2:     3.2,
		Inspection: bare(),
	})
	b.Owner, b.Promised = "customer", morning(12).Add(9*time.Hour)
	return b
}

// settle: for a quay, finished last month and handed over.
func settle(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	b := plain("Garden settle on the quay", "outdoor_seat", morning(-24), piece.Zone{
		Name:       "Whole settle",
		Face:       furniture.Best,
		EndUse:     "outdoors_coast",
		Material:   "teak",
		Look:       system.Natural,
		Sheen:      "matte",
		AreaM2:     2.6,
		Wants:      &store.Wants{Place: "coast", Without: []string{"bare"}}, // its owner wants no grey
		Inspection: bare(),
	})
	b.Air = climate.Air{TempC: 17, RH: 60}
	if err := begin(ctx, s, b); err != nil {
		return err
	}
	bench, err := s.Calendar.Bench(ctx)
	if err != nil {
		return err
	}
	p := bench.Pieces[len(bench.Pieces)-1]
	card, err := s.Handover.CardOf(ctx, p.Piece.ID, "")
	if err != nil {
		return err
	}
	leaving := handover.Leaving{
		Version: p.Piece.Version, LastCoat: p.Plan.Plan.LastCoat, Title: "Garden settle", Reasons: map[string]string{},
	}
	for _, q := range card.Questions {
		leaving.Reasons[q.ID] = "It stands on the quay under its cover until then; its owner knows the dates."
	}
	if _, err = s.Handover.HandOver(ctx, p.Piece.ID, leaving); err != nil {
		return err
	}
	for _, e := range []worklog.Event{
		{Body: worklog.Hours{Worked: worklog.Worked{Took: 265}, Text: "preparing and coating, by the notebook"}},
		{Body: worklog.PartPurchase{Amount: decimal.New(1440, -2), Text: "stainless screws"}},
		{Body: worklog.Sale{Amount: decimal.New(38500, -2)}},
	} {
		e.Who = "KL"
		if _, err := s.Logbook.Tell(ctx, p.Piece.ID, e, 0); err != nil {
			return err
		}
	}
	return nil
}

// money tells what pieces of own stock cost, and what is asked for them.
func money(ctx context.Context, s *workshop.Rooms, morning func(int) time.Time) error {
	bench, err := s.Calendar.Bench(ctx)
	if err != nil {
		return err
	}
	at := slices.IndexFunc(bench.Pieces, func(p calendar.BenchPiece) bool { return p.Piece.Kind == "toy" })
	boat := bench.Pieces[at].Piece
	for _, e := range []worklog.Event{
		{Body: worklog.Purchase{Amount: decimal.New(4500, -2), Text: "From a boathouse that was cleared."}},
		{Body: worklog.Hours{Worked: worklog.Worked{Took: 35}, Text: "fetched it from the boathouse"}},
		{Body: worklog.PartPurchase{Amount: decimal.New(1180, -2), Text: "rope for the painter"}},
		{Body: worklog.Want{Text: "Brass ring for the painter", Part: quantity.Part{Qty: 1, Unit: "count"}}},
		{Body: worklog.Want{Text: "Sailcloth for the seat pad", Part: quantity.Part{Qty: 0.42, Unit: "m2"}}},
		{Body: worklog.Asking{Amount: decimal.New(24000, -2)}},
	} {
		e.At, e.Who = morning(-3), "KL"
		if _, err := s.Logbook.Tell(ctx, boat.ID, e, 0); err != nil {
			return err
		}
	}
	_, err = s.Books.SaveExtras(ctx, boat.ID, boat.Version, []books.ExtraDraft{
		{Name: "Seat pad in sailcloth", Cost: "14.00", Minutes: 35, Price: "48.00", Taken: true},
		{Name: "Name painted on the bow", Cost: "2.50", Minutes: 75, Price: "30.00"},
	})
	return err
}

// begin takes a piece in and chooses the best system that the shelf has for each of its zones.
func begin(ctx context.Context, s *workshop.Rooms, b piece.Brief) error {
	p, err := s.Intake.TakeIn(ctx, b)
	if err != nil {
		return err
	}
	for i, z := range p.Zones {
		one := b
		one.Zones = b.Zones[i : i+1]
		choice, err := s.Choosing.Choose(ctx, one)
		if err != nil {
			return err
		}
		if len(choice.Suggestions) == 0 {
			return fmt.Errorf("nothing on the demo shelf suits %s", z.Name)
		}
		var layers []choosing.LayerChoice
		for _, l := range choice.Suggestions[0].System.Layers {
			layers = append(layers, choosing.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats})
		}
		if p, err = s.Choosing.ChooseSystem(ctx, p.ID, z.ID, p.Version, layers); err != nil {
			return err
		}
	}
	return nil
}
