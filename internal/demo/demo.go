// Package demo fills an empty database with the demo workshop: a small finishing room in a harbour town, its shelf
// and three pieces at different stages. Makers, products and people are invented.
package demo

import (
	"context"
	"errors"
	"fmt"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/internal/store"
	"firmitas/internal/workshop"
)

var home = store.Workshop{Name: "Slipway Finishing Room", Town: "Porthvean", Contact: "Net Loft Lane 3, Porthvean",
	TimeZone: "Europe/London", Units: "metric", Clock: "h24", FoodPolicy: "strict"}

const (
	toysStated = "states tested migration of elements as EN 71-3 asks for toys."
	foodStated = "states suitability for food contact when fully hardened (EU 1935/2004)."
	slipStated = "states tested slip resistance, pendulum value above 36 dry and wet."
	foodGrade  = "states food-grade white mineral oil (21 CFR 172.878)."
)

// Shelf is the demo workshop's shelf.
func Shelf() []store.Product {
	type label = map[string]float64
	type states = map[string]string
	toys, food, slip := states{coating.StatesToys: toysStated}, states{coating.StatesFood: foodStated}, states{coating.StatesSlip: slipStated}
	var out []store.Product
	add := func(name, maker, family, colour, shade, sheen string, l label, s states) {
		if s == nil {
			s = states{}
		}
		out = append(out, store.Product{Name: name, Maker: maker, Family: family, Colour: colour, Shade: shade, Sheen: sheen,
			Label: store.JSON[map[string]float64]{V: l}, Statements: store.JSON[map[string]string]{V: s}})
	}
	add("Gannet Blond", "Skerry & Tarn", "shellac_dewaxed", "blond", "clear", "satin", label{"recoatMinH": 1, "crossWaitH": 2, "maxRH": 70}, nil)
	add("Gannet Orange", "Skerry & Tarn", "shellac_waxed", "orange", "clear", "satin", label{"recoatMinH": 1}, nil)
	add("Breakwater Block", "Skerry & Tarn", "primer_shellac", "white", "pale", "matte", label{"recoatMinH": 1, "coats": 1}, toys)
	add("Clingstone Grip", "Fathom Works", "primer_wb_bonding", "white", "pale", "matte", label{"recoatMinH": 3, "recoatMaxH": 168, "solidsPct": 39}, nil)
	add("Tidewall Prime", "Fathom Works", "primer_wb_blocking", "white", "pale", "matte", label{"recoatMinH": 2}, toys)
	add("Bilge Gel, Dark Oak", "Old Chandlery", "stain_gel_oil", "dark oak", "tone", "satin", label{"recoatMinH": 8, "crossWaitH": 24}, nil)
	add("Bilge Wipe, Driftwood", "Old Chandlery", "stain_oil", "driftwood grey", "tone", "matte", label{"recoatMinH": 8, "crossWaitH": 24}, nil)
	add("Chalk Cove, Shell", "Limewash Hut", "paint_chalk", "shell white", "pale", "dead-flat", label{"recoatMinH": 1, "coats": 2}, toys)
	add("Chalk Cove, Kelp", "Limewash Hut", "paint_chalk", "kelp green", "dark", "dead-flat", label{"recoatMinH": 1, "coats": 2}, nil)
	add("One Tide, Oyster", "Limewash Hut", "paint_all_in_one", "oyster grey", "pale", "matte", label{"recoatMinH": 2, "fullCureD": 28}, toys)
	add("Deckhouse Enamel, Foam", "Fathom Works", "enamel_wb", "foam white", "pale", "satin", label{"recoatMinH": 4, "fullCureD": 21, "coats": 2}, toys)
	add("Deckhouse Enamel, Petrol", "Fathom Works", "enamel_wb", "petrol blue", "dark", "satin", label{"recoatMinH": 4, "fullCureD": 21, "coats": 2}, nil)
	add("Mizzen Clear", "Fathom Works", "clear_wb_pu", "clear", "clear", "satin", label{"recoatMinH": 2, "recoatMaxH": 24, "coats": 2, "solidsPct": 32}, toys)
	add("Mizzen Clear Flat", "Fathom Works", "clear_wb_pu", "clear", "clear", "matte", label{"recoatMinH": 2, "recoatMaxH": 24, "coats": 2}, toys)
	add("Mizzen Heavy", "Fathom Works", "clear_wb_pu_heavy", "clear", "clear", "satin", label{"recoatMinH": 3, "recoatMaxH": 8, "coats": 2}, nil)
	add("Mizzen Duo", "Fathom Works", "clear_wb_pu_2k", "clear", "clear", "satin", label{"recoatMinH": 2, "recoatMaxH": 24, "minC": 15, "maxRH": 75}, nil)
	add("Plankwalk", "Fathom Works", "floor_wb", "clear", "clear", "satin", label{"recoatMinH": 3, "coats": 3}, nil)
	add("Plankwalk Grip", "Fathom Works", "floor_wb", "clear", "clear", "matte", label{"recoatMinH": 3, "coats": 3}, slip)
	add("Plankwalk Duo Grip", "Fathom Works", "floor_wb_2k", "clear", "clear", "satin", label{"recoatMinH": 3, "coats": 3}, slip)
	add("Amber Reach", "Old Chandlery", "varnish_oil_pu", "clear amber", "clear", "satin", label{"recoatMinH": 8, "recoatMaxH": 24}, nil)
	add("Amber Reach Tread", "Old Chandlery", "varnish_oil_pu", "clear amber", "clear", "semi-gloss", label{"recoatMinH": 8, "recoatMaxH": 24, "coats": 3}, slip)
	add("Topmast Spar", "Old Chandlery", "varnish_spar", "clear amber", "clear", "gloss", label{"recoatMinH": 16, "recoatMaxH": 48, "coats": 4}, nil)
	add("Topmast Spar Satin", "Old Chandlery", "varnish_spar", "clear amber", "clear", "satin", label{"recoatMinH": 16, "recoatMaxH": 48, "coats": 4}, nil)
	add("Saltwater Oil", "Old Chandlery", "oil_exterior", "clear", "clear", "matte", label{"recoatMinH": 16, "coats": 2}, nil)
	add("Saltwater Oil, Teak Tone", "Old Chandlery", "oil_exterior_pigmented", "teak brown", "tone", "matte", label{"recoatMinH": 16, "coats": 2}, nil)
	add("Quayside Shield", "Fathom Works", "clear_wb_exterior", "clear", "clear", "satin", label{"recoatMinH": 4, "recoatMaxH": 48, "coats": 3, "uv": 4}, nil)
	add("Quayside Colour, Buoy", "Fathom Works", "paint_exterior_acrylic", "buoy red", "dark", "satin", label{"recoatMinH": 4, "coats": 2}, nil)
	add("Quayside Colour, Gull", "Fathom Works", "paint_exterior_acrylic", "gull white", "pale", "satin", label{"recoatMinH": 4, "coats": 2}, nil)
	add("Larder Hard Oil", "Skerry & Tarn", "oil_hardwax", "clear", "clear", "satin", label{"recoatMinH": 10, "coats": 2}, food)
	add("Tread Hard Oil", "Skerry & Tarn", "oil_hardwax", "clear", "clear", "matte", label{"recoatMinH": 10, "coats": 2}, slip)
	add("Bosun's Wax", "Skerry & Tarn", "wax_clear", "clear", "clear", "satin", label{}, nil)
	add("Galley Board Oil", "Skerry & Tarn", "oil_board", "clear", "clear", "matte", label{"coats": 3}, states{coating.StatesFood: foodGrade, coating.StatesToys: toysStated})
	add("Galley Board Wax", "Skerry & Tarn", "oil_wax_paste_board", "clear", "clear", "satin", label{}, states{coating.StatesFood: foodStated})
	add("Ironbark Conversion", "Old Chandlery", "varnish_conversion", "clear", "clear", "satin", label{"recoatMinH": 1, "recoatMaxH": 8, "minC": 18, "maxRH": 65}, nil)
	add("Ironbark Vinyl Seal", "Old Chandlery", "sealer_vinyl", "clear", "clear", "satin", label{"recoatMinH": 0.5, "recoatMaxH": 4}, nil)
	return out
}

// Seed makes the demo workshop if the database has no workshop yet, with dates around now.
func Seed(ctx context.Context, s *store.Store, now time.Time) error {
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
	if err := cot(ctx, live, morning); err != nil {
		return fmt.Errorf("cot: %w", err)
	}
	if err := treads(ctx, live, morning); err != nil {
		return fmt.Errorf("stair treads: %w", err)
	}
	length, width := 2.4, 0.62
	if _, err := live.TakeIn(ctx, workshop.Brief{Name: "Café counter for the Lookout", Start: morning(1), Promised: morning(9).Add(9 * time.Hour), Air: room,
		Zone: workshop.Zone{Name: "counter top", EndUse: "counter", Material: "ash", Look: system.Natural, Sheen: "satin", AreaM2: length * width, LengthM: &length, WidthM: &width}}); err != nil {
		return fmt.Errorf("counter: %w", err)
	}
	return nil
}

var room = climate.Air{TempC: 19, RH: 58}

// cot: white for a nursery, chosen and in its coats.
func cot(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	return begin(ctx, s, workshop.Brief{Name: "Cot for a nursery", Start: morning(0), Promised: morning(45).Add(8 * time.Hour), Air: room,
		Zone: workshop.Zone{Name: "frame and slats", EndUse: "cot", Material: "beech", Look: system.OpaquePale, Sheen: "satin", AreaM2: 3.2,
			Inspection: &store.Inspection{Finish: "bare", Condition: "intact", Age: "later", Lead: "not_tested", Action: "nothing", MoisturePct: 9}}})
}

// treads: for a lending library, chosen, to begin the day after tomorrow. The surprise: somebody has waxed them.
func treads(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	return begin(ctx, s, workshop.Brief{Name: "Stair treads, lending library", Start: morning(2), Promised: morning(10).Add(8 * time.Hour), Air: room,
		Zone: workshop.Zone{Name: "fourteen treads", EndUse: "floor_public", Material: "oak", Look: system.Natural, Sheen: "satin", AreaM2: 4.1,
			Inspection: &store.Inspection{Finish: "oil_varnish", Condition: "worn", Age: "later", Lead: "not_tested", Action: "scrape", MoisturePct: 8,
				Contaminations: []string{"wax"}, Repairs: []string{"gouge"}, Answers: map[string]string{"look": "clear", "water": "beads", "alcohol": "no_change", "thinner": "softens", "xylene": "no_change"}}}})
}

// settle: for a quay, finished last month and handed over.
func settle(ctx context.Context, s *workshop.Service, morning func(int) time.Time) error {
	b := workshop.Brief{Name: "Garden settle on the quay", Start: morning(-24), Air: climate.Air{TempC: 17, RH: 60},
		Zone: workshop.Zone{Name: "whole settle", EndUse: "outdoors_coast", Material: "teak", Look: system.Natural, Sheen: "matte", AreaM2: 2.6}}
	if err := begin(ctx, s, b); err != nil {
		return err
	}
	_, pieces, err := s.Bench(ctx)
	if err != nil {
		return err
	}
	p := pieces[len(pieces)-1]
	_, err = s.HandOver(ctx, p.Piece.ID, p.Piece.Version, p.Plan.Plan.LastCoat)
	return err
}

// begin takes a piece in and chooses the best system that the shelf has for it.
func begin(ctx context.Context, s *workshop.Service, b workshop.Brief) error {
	p, err := s.TakeIn(ctx, b)
	if err != nil {
		return err
	}
	choice, err := s.Choose(ctx, b)
	if err != nil {
		return err
	}
	if len(choice.Suggestions) == 0 {
		return errors.New("nothing on the demo shelf suits")
	}
	var layers []workshop.LayerChoice
	for _, l := range choice.Suggestions[0].System.Layers {
		layers = append(layers, workshop.LayerChoice{Role: l.Role, ProductID: l.Product.ID, Coats: l.Coats})
	}
	_, err = s.ChooseSystem(ctx, p.ID, p.Version, layers)
	return err
}
