// Package demo fills an empty database with the demo workshop: a small finishing room in a harbour town, its shelf
// and nine pieces at different stages. Makers, products and people are invented.
package demo

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/preparation"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

var home = store.Workshop{
	Name:       "Slipway Finishing Room",
	Town:       "Porthvean",
	Contact:    "Net Loft Lane 3, Porthvean",
	TimeZone:   "Europe/London",
	Units:      "metric",
	Clock:      "h24",
	Numbers:    "point",
	Currency:   "EUR",
	FoodPolicy: "strict",
}

const (
	toysStated = "states tested migration of elements as EN 71-3 asks for toys."
	foodStated = "states suitability for food contact when fully hardened (EU 1935/2004)."
	slipStated = "states tested slip resistance, pendulum value above 36 dry and wet."
	foodGrade  = "states food-grade white mineral oil (21 CFR 172.878)."
)

// Shelf is the demo workshop's shelf.
func Shelf() []store.Product {
	type label = map[string]string
	type states = map[string]store.Statement
	on := func(sense string) store.Statement { return store.Statement{Sense: sense, Source: "data sheet"} }
	toys, food, slip := states{
		coating.StatesToys: on(toysStated),
	}, states{
		coating.StatesFood: on(foodStated),
	}, states{
		coating.StatesSlip: on(slipStated),
	}
	var out []store.Product
	add := func(name, maker, family, colour, shade, sheen string, l label, s states) {
		if s == nil {
			s = states{}
		}
		out = append(
			out,
			store.Product{
				Name:   name,
				Maker:  maker,
				Family: family,
				Colour: colour,
				Shade:  shade,
				Sheen:  sheen,
				Label: store.JSON[map[string]string]{
					V: l,
				},
				Statements: store.JSON[map[string]store.Statement]{V: s},
				Pairings:   store.JSON[[]store.Pairing]{V: []store.Pairing{}},
			},
		)
	}
	add(
		"Gannet Blond",
		"Skerry & Tarn",
		"shellac_dewaxed",
		"blond",
		"clear",
		"satin",
		label{"recoatMinH": "1 h", "crossWaitH": "2 h", "maxRH": "70 %"},
		nil,
	)
	add("Gannet Orange", "Skerry & Tarn", "shellac_waxed", "orange", "clear", "satin", label{"recoatMinH": "1 h"}, nil)
	add(
		"Breakwater Block",
		"Skerry & Tarn",
		"primer_shellac",
		"white",
		"pale",
		"matte",
		label{"recoatMinH": "1 h", "coats": "1"},
		toys,
	)
	add(
		"Clingstone Grip",
		"Fathom Works",
		"primer_wb_bonding",
		"white",
		"pale",
		"matte",
		label{"recoatMinH": "3 h", "recoatMaxH": "168 h", "solidsPct": "39 %"},
		nil,
	)
	add(
		"Tidewall Prime",
		"Fathom Works",
		"primer_wb_blocking",
		"white",
		"pale",
		"matte",
		label{"recoatMinH": "2 h"},
		toys,
	)
	add(
		"Bilge Gel, Dark Oak",
		"Old Chandlery",
		"stain_gel_oil",
		"dark oak",
		"tone",
		"satin",
		label{"recoatMinH": "8 h", "crossWaitH": "24 h"},
		nil,
	)
	add(
		"Bilge Wipe, Driftwood",
		"Old Chandlery",
		"stain_oil",
		"driftwood grey",
		"tone",
		"matte",
		label{"recoatMinH": "8 h", "crossWaitH": "24 h"},
		nil,
	)
	add(
		"Chalk Cove, Shell",
		"Limewash Hut",
		"paint_chalk",
		"shell white",
		"pale",
		"dead-flat",
		label{"recoatMinH": "1 h", "coats": "2"},
		toys,
	)
	add(
		"Chalk Cove, Kelp",
		"Limewash Hut",
		"paint_chalk",
		"kelp green",
		"dark",
		"dead-flat",
		label{"recoatMinH": "1 h", "coats": "2"},
		nil,
	)
	add(
		"One Tide, Oyster",
		"Limewash Hut",
		"paint_all_in_one",
		"oyster grey",
		"pale",
		"matte",
		label{"recoatMinH": "2 h", "fullCureD": "28 days"},
		toys,
	)
	add(
		"Deckhouse Enamel, Foam",
		"Fathom Works",
		"enamel_wb",
		"foam white",
		"pale",
		"satin",
		label{"recoatMinH": "4 h", "fullCureD": "21 days", "coats": "2"},
		toys,
	)
	add(
		"Deckhouse Enamel, Petrol",
		"Fathom Works",
		"enamel_wb",
		"petrol blue",
		"dark",
		"satin",
		label{"recoatMinH": "4 h", "fullCureD": "21 days", "coats": "2"},
		nil,
	)
	add(
		"Mizzen Clear",
		"Fathom Works",
		"clear_wb_pu",
		"clear",
		"clear",
		"satin",
		label{
			"recoatMinH": "2–4 h",
			"recoatMaxH": "24 h",
			"coats":      "2",
			"solidsPct":  "32 %",
			"spreadM2L":  "9–11 m²/L",
			"touchH":     "30 min",
			"vocGL":      "72 g/L",
			"densityA":   "1.03 kg/L",
		},
		toys,
	)
	add(
		"Mizzen Clear Flat",
		"Fathom Works",
		"clear_wb_pu",
		"clear",
		"clear",
		"matte",
		label{"recoatMinH": "2 h", "recoatMaxH": "24 h", "coats": "2"},
		toys,
	)
	add(
		"Mizzen Heavy",
		"Fathom Works",
		"clear_wb_pu_heavy",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "3 h", "recoatMaxH": "8 h", "coats": "2"},
		nil,
	)
	add(
		"Mizzen Duo",
		"Fathom Works",
		"clear_wb_pu_2k",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "2 h", "recoatMaxH": "24 h", "minC": "15 °C", "maxRH": "75 %"},
		nil,
	)
	add(
		"Plankwalk",
		"Fathom Works",
		"floor_wb",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "3 h", "coats": "3"},
		nil,
	)
	add(
		"Plankwalk Grip",
		"Fathom Works",
		"floor_wb",
		"clear",
		"clear",
		"matte",
		label{"recoatMinH": "3 h", "coats": "3"},
		slip,
	)
	add(
		"Plankwalk Duo Grip",
		"Fathom Works",
		"floor_wb_2k",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "3 h", "coats": "3"},
		slip,
	)
	add(
		"Amber Reach",
		"Old Chandlery",
		"varnish_oil_pu",
		"clear amber",
		"clear",
		"satin",
		label{"recoatMinH": "8–12 h", "recoatMaxH": "24 h", "refC": "70 °F", "spreadM2L": "450 ft²/gal"},
		nil,
	)
	add(
		"Amber Reach Tread",
		"Old Chandlery",
		"varnish_oil_pu",
		"clear amber",
		"clear",
		"semi-gloss",
		label{"recoatMinH": "8 h", "recoatMaxH": "24 h", "coats": "3"},
		slip,
	)
	add(
		"Topmast Spar",
		"Old Chandlery",
		"varnish_spar",
		"clear amber",
		"clear",
		"gloss",
		label{"recoatMinH": "16 h", "recoatMaxH": "48 h", "coats": "4"},
		nil,
	)
	add(
		"Topmast Spar Satin",
		"Old Chandlery",
		"varnish_spar",
		"clear amber",
		"clear",
		"satin",
		label{"recoatMinH": "16 h", "recoatMaxH": "48 h", "coats": "4"},
		nil,
	)
	add(
		"Saltwater Oil",
		"Old Chandlery",
		"oil_exterior",
		"clear",
		"clear",
		"matte",
		label{"recoatMinH": "16 h", "coats": "2"},
		nil,
	)
	add(
		"Saltwater Oil, Teak Tone",
		"Old Chandlery",
		"oil_exterior_pigmented",
		"teak brown",
		"tone",
		"matte",
		label{"recoatMinH": "16 h", "coats": "2"},
		nil,
	)
	add(
		"Quayside Shield",
		"Fathom Works",
		"clear_wb_exterior",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "4 h", "recoatMaxH": "48 h", "coats": "3", "uv": "4"},
		nil,
	)
	add(
		"Quayside Colour, Buoy",
		"Fathom Works",
		"paint_exterior_acrylic",
		"buoy red",
		"dark",
		"satin",
		label{"recoatMinH": "4 h", "coats": "2"},
		nil,
	)
	add(
		"Quayside Colour, Gull",
		"Fathom Works",
		"paint_exterior_acrylic",
		"gull white",
		"pale",
		"satin",
		label{"recoatMinH": "4 h", "coats": "2"},
		nil,
	)
	add(
		"Larder Hard Oil",
		"Skerry & Tarn",
		"oil_hardwax",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "10 h", "coats": "2"},
		food,
	)
	add(
		"Tread Hard Oil",
		"Skerry & Tarn",
		"oil_hardwax",
		"clear",
		"clear",
		"matte",
		label{"recoatMinH": "10 h", "coats": "2"},
		slip,
	)
	add("Bosun's Wax", "Skerry & Tarn", "wax_clear", "clear", "clear", "satin", label{}, nil)
	add(
		"Galley Board Oil",
		"Skerry & Tarn",
		"oil_board",
		"clear",
		"clear",
		"matte",
		label{"coats": "3"},
		states{coating.StatesFood: on(foodGrade), coating.StatesToys: on(toysStated)},
	)
	add(
		"Galley Board Wax",
		"Skerry & Tarn",
		"oil_wax_paste_board",
		"clear",
		"clear",
		"satin",
		label{},
		states{coating.StatesFood: on(foodStated)},
	)
	add(
		"Ironbark Conversion",
		"Old Chandlery",
		"varnish_conversion",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "1 h", "recoatMaxH": "8 h", "minC": "18 °C", "maxRH": "65 %"},
		nil,
	)
	add("Sailcloth Dye Paint, Navy", "Limewash Hut", "textile_paint", "navy", "dark", "matte", label{"coats": "2"}, nil)
	add("Sailcloth Guard", "Limewash Hut", "textile_protector", "clear", "clear", "matte", label{"coats": "2"}, nil)
	add("Bosun's Wax, Tar", "Skerry & Tarn", "wax_dark", "tar brown", "tone", "satin", label{}, nil)
	add(
		"Ironbark Vinyl Seal",
		"Old Chandlery",
		"sealer_vinyl",
		"clear",
		"clear",
		"satin",
		label{"recoatMinH": "0.5 h", "recoatMaxH": "4 h"},
		nil,
	)
	add(
		"Ferryman Craft, Chalk White",
		"Limewash Hut",
		"paint_craft",
		"chalk white",
		"pale",
		"matte",
		label{"recoatMinH": "30 min"},
		toys,
	)
	add(
		"Ferryman Craft, Rope",
		"Limewash Hut",
		"paint_craft",
		"rope brown",
		"dark",
		"matte",
		label{"recoatMinH": "30 min"},
		nil,
	)
	add(
		"Binnacle, Old Brass",
		"Limewash Hut",
		"paint_metallic",
		"old brass",
		"dark",
		"satin",
		label{"recoatMinH": "1 h"},
		nil,
	)
	add("Chartroom Transfers", "Limewash Hut", "transfer_rub_on", "compass roses", "clear", "satin", label{}, nil)
	add("Chartroom Paper", "Limewash Hut", "decoupage_paper", "old charts", "clear", "satin", label{}, nil)
	add("Figurehead Leaf", "Old Chandlery", "leaf_metal", "brass", "clear", "satin", label{}, nil)
	add("Figurehead Gilt Wax", "Old Chandlery", "wax_gilding", "pale gold", "clear", "satin", label{}, nil)
	add(
		"Weatherside Crackle",
		"Limewash Hut",
		"crackle_medium",
		"clear",
		"clear",
		"satin",
		label{"recoatMaxH": "4 h"},
		nil,
	)
	add("Rockpool Pour", "Fathom Works", "epoxy_flood", "clear", "clear", "gloss", label{"potLifeH": "30 min"}, nil)
	add("Whitecap Wax", "Skerry & Tarn", "wax_liming", "white", "pale", "matte", label{}, nil)
	add("Whitecap Wash", "Fathom Works", "stain_wb", "white", "pale", "matte", label{"recoatMinH": "2 h"}, nil)
	pair := func(name string, p store.Pairing) {
		i := slices.IndexFunc(out, func(o store.Product) bool { return o.Name == name })
		out[i].Pairings.V = append(out[i].Pairings.V, p)
	}
	pair(
		"Larder Hard Oil",
		store.Pairing{Over: false, What: "clear", May: false, Sense: "No film over this oil.", Source: "tin"},
	)
	pair(
		"Ironbark Conversion",
		store.Pairing{
			Over:   true,
			What:   "stain",
			May:    true,
			Sense:  "Over stains that have dried for two days.",
			Source: "data sheet",
		},
	)
	return out
}

// stock puts a few tins, notes and a test board beside the shelf.
func stock(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	shelf, err := s.Shelf(ctx)
	if err != nil {
		return err
	}
	id := map[string]int64{}
	for _, p := range shelf {
		id[p.Name] = p.ID
	}
	for _, t := range []struct {
		name string
		tin  workshop.TinDraft
	}{
		{"Mizzen Clear", workshop.TinDraft{
			Size:       "2.5 L",
			Price:      "48.90",
			Lot:        "F-2219",
			Left:       "40 %",
			Opened:     morning(-70),
			BestBefore: morning(300),
		}},
		{"Mizzen Clear", workshop.TinDraft{Size: "2.5 L", Price: "48.90", Lot: "F-2304"}},
		{"Gannet Blond", workshop.TinDraft{
			Size:   "1 L",
			Price:  "21.50",
			Lot:    "114",
			Left:   "0.6 L",
			Opened: morning(-250),
		}},
		{"Amber Reach", workshop.TinDraft{
			Size:       "1 qt",
			Price:      "19.00",
			Left:       "30 %",
			Opened:     morning(-90),
			BestBefore: morning(20),
		}},
		{"Deckhouse Enamel, Foam", workshop.TinDraft{Size: "1 L", Price: "34.00", Lot: "D7"}},
		{"Chalk Cove, Shell", workshop.TinDraft{Size: "750 mL", Price: "26.00", Left: "70 %", Opened: morning(-30)}},
	} {
		if _, err := s.AddTin(ctx, id[t.name], t.tin); err != nil {
			return fmt.Errorf("%s: %w", t.name, err)
		}
	}
	if _, err := s.AddNote(ctx, id["Mizzen Heavy"],
		"Lint in every coat on the bar rail: clean brush each time, and shut the window.", false); err != nil {
		return err
	}
	if _, err := s.AddNote(ctx, id["Clingstone Grip"],
		"Lost its grip on a foil-faced door that had only been wiped. Keyed, it held.", false); err != nil {
		return err
	}
	_, err = s.AddBoard(
		ctx,
		store.Board{
			Ground:     sql.Null[int64]{V: id["Tread Hard Oil"], Valid: true},
			Coat:       id["Amber Reach"],
			CrossCut:   3,
			SolventRub: "softened",
			WaterDrop:  "no_mark",
			Who:        "JT",
			MadeOn:     morning(-12),
			Note:       "Ten days after the oil.",
		},
	)
	return err
}

// Seed makes the demo workshop if the database has no workshop yet, with dates around now. It is one transaction: an
// interrupted one leaves nothing behind.
func Seed(ctx context.Context, s *store.Store, now time.Time) error {
	return s.Write(ctx, func(ctx context.Context) error { return seed(ctx, s, now) })
}

func seed(ctx context.Context, s *store.Store, now time.Time) error {
	if _, err := s.Home(ctx); !errors.Is(err, store.ErrNotFound) {
		return err
	}
	w := home
	for i, d := range schedule.DefaultDays {
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
	if _, err := live.TakeIn(ctx, counter(morning)); err != nil {
		return fmt.Errorf("counter: %w", err)
	}
	if err := washStand(ctx, live, morning); err != nil {
		return fmt.Errorf("wash stand: %w", err)
	}
	for _, b := range []workshop.Brief{island(morning), bookcase(morning), boat(morning), sauna(morning)} {
		if err := begin(ctx, live, b); err != nil {
			return fmt.Errorf("%s: %w", b.Name, err)
		}
	}
	return nil
}

var room = climate.Air{TempC: 19, RH: 58}

// plain is the bench's own work on one piece of own stock.
func plain(name, kind string, start time.Time, zones ...workshop.Zone) workshop.Brief {
	return workshop.Brief{Name: name, Kind: kind, Owner: "own", Alike: 1, Start: start, Air: room, Zones: zones}
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

func counter(morning func(int) time.Time) workshop.Brief {
	length, width := 2.4, 0.62
	b := plain(
		"Café counter for the Lookout",
		"fitted_board",
		morning(1),
		workshop.Zone{
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
		},
	)
	b.Owner, b.Promised = "customer", morning(9).Add(9*time.Hour)
	return b
}

// cot: white for a nursery, chosen and in its coats.
func cot(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	zone := func(name string, face furniture.Face, area float64) workshop.Zone {
		return workshop.Zone{
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
	b := plain(
		"Cot for a nursery",
		"cot",
		morning(0),
		zone("Rails and slats", furniture.Best, 2.4),
		zone("Ends", furniture.Body, 0.8),
	)
	b.Promised = morning(45).Add(8 * time.Hour)
	b.Parts = []furniture.Part{{Kind: "hardware", Name: "Bolts and catches", Count: 8}}
	return begin(ctx, s, b)
}

// treads: for a lending library, on site, to begin the day after tomorrow. The surprise: somebody has waxed them.
func treads(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
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
	b := plain(
		"Stair treads, lending library",
		"stairs",
		morning(2),
		workshop.Zone{
			Name:       "Fourteen treads",
			Face:       furniture.Best,
			EndUse:     "floor_public",
			Material:   "oak",
			Look:       system.Natural,
			Sheen:      "satin",
			AreaM2:     4.1,
			Inspection: waxed,
		},
	)
	b.Owner, b.Promised, b.Site = "customer", morning(10).Add(8*time.Hour),
		preparation.Site{
			OnSite:      true,
			CoverFloors: true,
		}
	return begin(ctx, s, b)
}

// washStand: mahogany veneer under an old varnish; five zones with lives of their own, a mirror and handles to come
// off.
func washStand(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
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
	zone := func(
		name string, face furniture.Face, use, material string, area float64, seen *store.Inspection,
	) workshop.Zone {
		return workshop.Zone{
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
		zone(
			"Top",
			furniture.Best,
			"wash_stand",
			"mahogany_veneer",
			0.52,
			varnished("shellac", "scrape", []string{"grease"}, []string{"veneer_loose"}),
		),
		zone(
			"Case",
			furniture.Body,
			"base",
			"mahogany_veneer",
			0.98,
			varnished("shellac", "scrape", nil, []string{"joint"}),
		),
		zone(
			"Drawer fronts",
			furniture.Apart,
			"cabinet_front",
			"mahogany_veneer",
			0.44,
			varnished("shellac", "scrape", nil, []string{"gouge"}),
		),
		zone("Drawer insides", furniture.Inside, "inside", "pine", 2.1, inside),
		zone(
			"Plinth and feet",
			furniture.Body,
			"base",
			"mahogany",
			0.27,
			varnished("shellac", "scrape", []string{"wax"}, nil),
		),
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
func island(morning func(int) time.Time) workshop.Brief {
	seen := bare()
	seen.Finish, seen.Condition, seen.Action = "oil", "worn", "keep"
	b := plain(
		"Kitchen island block",
		"fitted_board",
		morning(4),
		workshop.Zone{
			Name:       "Block",
			Face:       furniture.Best,
			EndUse:     "board",
			Material:   "beech",
			Look:       system.Natural,
			Sheen:      "matte",
			AreaM2:     0.9,
			Inspection: seen,
		},
	)
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
func bookcase(morning func(int) time.Time) workshop.Brief {
	zone := func(name string, face furniture.Face, use string, area float64) workshop.Zone {
		return workshop.Zone{
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
	b := plain(
		"Bookcases for the school",
		"bookcase",
		morning(7),
		zone("Shelves", furniture.Apart, "shelf", 2.4),
		zone("Carcase", furniture.Body, "base", 1.9),
	)
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
func boat(morning func(int) time.Time) workshop.Brief {
	b := plain(
		"Rocking boat",
		"toy",
		morning(-3),
		workshop.Zone{
			Name:       "Whole boat",
			Face:       furniture.Best,
			EndUse:     "toy",
			Material:   "lime",
			Look:       system.Natural,
			Sheen:      "satin",
			AreaM2:     0.7,
			Wants:      &store.Wants{Place: "heated", Without: []string{"bare"}}, // left bare would do as well
			Inspection: bare(),
		},
	)
	b.Promised = morning(29).Add(8 * time.Hour)
	return b
}

// sauna: benches on which nothing goes.
func sauna(morning func(int) time.Time) workshop.Brief {
	b := plain(
		"Sauna benches, rowing club",
		"outdoor_seat",
		morning(5),
		workshop.Zone{
			Name:       "Boards",
			Face:       furniture.Best,
			EndUse:     "sauna",
			Material:   "lime",
			Look:       system.Natural,
			Sheen:      "matte",
			AreaM2:     3.2,
			Inspection: bare(),
		},
	)
	b.Owner, b.Promised = "customer", morning(12).Add(9*time.Hour)
	return b
}

// settle: for a quay, finished last month and handed over.
func settle(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	b := plain(
		"Garden settle on the quay",
		"outdoor_seat",
		morning(-24),
		workshop.Zone{
			Name:       "Whole settle",
			Face:       furniture.Best,
			EndUse:     "outdoors_coast",
			Material:   "teak",
			Look:       system.Natural,
			Sheen:      "matte",
			AreaM2:     2.6,
			Wants:      &store.Wants{Place: "coast", Without: []string{"bare"}}, // its owner wants no grey
			Inspection: bare(),
		},
	)
	b.Air = climate.Air{TempC: 17, RH: 60}
	if err := begin(ctx, s, b); err != nil {
		return err
	}
	bench, err := s.Bench(ctx)
	if err != nil {
		return err
	}
	p := bench.Pieces[len(bench.Pieces)-1]
	_, err = s.HandOver(ctx, p.Piece.ID, p.Piece.Version, p.Plan.Plan.LastCoat)
	return err
}

// begin takes a piece in and chooses the best system that the shelf has for each of its zones.
func begin(ctx context.Context, s *workshop.Service, b workshop.Brief) error {
	p, err := s.TakeIn(ctx, b)
	if err != nil {
		return err
	}
	for i, z := range p.Zones {
		one := b
		one.Zones = b.Zones[i : i+1]
		choice, err := s.Choose(ctx, one)
		if err != nil {
			return err
		}
		if len(choice.Suggestions) == 0 {
			return fmt.Errorf("nothing on the demo shelf suits %s", z.Name)
		}
		var layers []workshop.LayerChoice
		for _, l := range choice.Suggestions[0].System.Layers {
			layers = append(layers, workshop.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats})
		}
		if p, err = s.ChooseSystem(ctx, p.ID, z.ID, p.Version, layers); err != nil {
			return err
		}
	}
	return nil
}
