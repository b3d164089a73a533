package care

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/soak"
)

// everyKind is one tin of each kind, in each shade that it comes in, and the answers that lay nothing.
func everyKind(t *testing.T) []*coating.Product {
	t.Helper()
	var out []*coating.Product
	for _, f := range coating.FamiliesInOrder() {
		if f.Is(coating.GroupFactory) || f.NothingOn() {
			continue
		}
		for _, shade := range coating.Shades {
			p, err := coating.New(coating.Product{Name: f.Name, Shade: shade, Sheen: coating.Satin}, f.ID)
			if err != nil {
				continue // no such shade of it
			}
			p.ID = int64(len(out) + 1)
			out = append(out, p)
		}
	}
	return append(out, coating.Nothing...)
}

// Sweep over lives, materials, looks and places: no answer without a reason for what is left out, none of the wrong
// colour, none planned in air that forbids it, no step that takes no time or names nothing, and the card renews what
// and when the screen says.
func TestWhateverIsAskedIsAnsweredWhole(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(11), 26)), soak.Rounds(150, 5000)
	all := everyKind(t)
	zone := time.UTC
	answered, nothing := 0, 0
	for range rounds {
		use := enduse.EndUses[r.IntN(len(enduse.EndUses))].At(enduse.Places[r.IntN(len(enduse.Places))].Place)
		w := system.Wish{
			Use:        use,
			Material:   substrate.Materials[r.IntN(len(substrate.Materials))],
			Look:       system.Looks[r.IntN(len(system.Looks))],
			Sheen:      coating.Satin,
			AreaM2:     []float64{0.05, 0.4, 2, 40}[r.IntN(4)],
			Air:        climate.Air{TempC: 12 + 12*r.Float64(), RH: 35 + 35*r.Float64()},
			FoodPolicy: enduse.StrictFood,
		}
		if r.IntN(4) == 0 {
			w.Seen.Finish, w.Action = substrate.OldFinishes[1+r.IntN(len(substrate.OldFinishes)-1)], substrate.Keep
			w.Seen.Age, w.Seen.Lead, w.Seen.Valued = substrate.Later, substrate.Negative, r.IntN(2) == 0
		}
		shelf := slices.DeleteFunc(slices.Clone(all), func(p *coating.Product) bool { return p.ID > 0 && r.IntN(2) == 0 })
		answer, err := system.Search(t.Context(), w, shelf)
		if err != nil {
			t.Fatal(err)
		}
		name := fmt.Sprintf("%s %s, %s, %s", use.ID, use.Place, w.Material.ID, w.Look)
		if len(answer.Systems) == 0 {
			nothing++
		}
		for _, l := range answer.LeftOut {
			if l.Reason == "" {
				t.Fatalf("%s: %s is left out without a reason", name, l.Product.Name)
			}
		}
		for _, s := range answer.Systems {
			answered++
			if why := wrongColour(w, s); why != "" {
				t.Errorf("%s: %s", name, why)
			}
			b := schedule.Brief{
				Zones: []schedule.Zone{{Name: "zone", AreaM2: w.AreaM2, Wish: w, System: &s}},
				Start: finished, Week: workday.Week{Days: workday.DefaultDays, Zone: zone},
			}
			p := schedule.Make(b)
			if len(p.Zones[0].Obstacles) == 0 && len(p.Obstacles) == 0 && p.LastCoat.IsZero() {
				t.Errorf("%s: %s is not planned", name, s.Protection().Product.Name)
			}
			for _, l := range s.Layers {
				if len(l.Product.Limits().Obstacles(w.Air)) > 0 {
					t.Errorf("%s: %s in %+v", name, l.Product.Name, w.Air)
				}
			}
			for _, step := range p.Steps {
				if strings.TrimSpace(step.Title) == "" || len(step.Tasks) == 0 || !step.Start().Before(step.End()) {
					t.Errorf("%s: a step of nothing: %+v", name, step)
				}
			}
			z := ZoneOf("zone", w, s, finished, finished.AddDate(0, 0, 2), finished.AddDate(0, 0, 20))
			card := Write(factsOf(z), finished)
			months := use.RenewMonths(s.Protection().Product.Family)
			for _, renewal := range card.Renewals {
				topIsWax := s.Layers[len(s.Layers)-1].Product.Family.Body == coating.Wax
				if !topIsWax && renewal.Months != months {
					t.Errorf("%s: %s is renewed every %d months, the card says %d",
						name, s.Protection().Product.Name, months, renewal.Months)
				}
			}
			if why := contradicts(card); why != "" {
				t.Errorf("%s: %s:\n%s", name, why, textOf(card, "en"))
			}
		}
	}
	if answered < rounds || nothing > rounds*2/3 {
		t.Errorf("%d answers, %d times none, in %d rounds", answered, nothing, rounds)
	}
}

func named(s system.System) (out string) {
	for _, l := range s.Layers {
		out += fmt.Sprintf("%s %s %s; ", l.Product.Name, l.Product.Shade, l.Role)
	}
	return out
}

// wrongColour says what is wrong with the colour of a system for a look; "" when nothing is.
func wrongColour(w system.Wish, s system.System) string {
	last := s.Protection().Product
	hides := last.Opaque()
	var painted coating.Shade
	for _, l := range s.Layers {
		if l.Product.Opaque() && !l.Product.Family.Is(coating.GroupPrimer) && l.Role != system.Decorate {
			painted = l.Product.Shade
		}
	}
	want := map[system.Look]coating.Shade{system.OpaquePale: coating.Pale, system.OpaqueDark: coating.Dark}[w.Look]
	switch {
	case last.Family.NothingOn():
		return ""
	case w.Look.Opaque() && painted != want:
		return fmt.Sprintf("%s ends %s, and is to be %s: %s", last.Name, painted, want, named(s))
	case !w.Look.Opaque() && hides:
		return last.Name + " hides the wood"
	}
	return ""
}

// wets are sentences that ask for water on the surface, by how much: a card has none beyond what its most tender layer
// bears.
var wets = map[string]wipe{
	"daily.barely": barelyDamp, "daily.damp": dampCloth, "daily.oil": dampCloth, "daily.soap": dampCloth,
	"daily.board": dampCloth, "daily.spoon": dampCloth, "daily.worktop": dampCloth, "daily.child": dampCloth,
	"daily.floor_film": dampCloth, "daily.floor_oil": dampCloth, "daily.floor_soap": dampCloth,
	"daily.outdoors": dampCloth, "daily.outdoors_bare": dampCloth, "daily.dry": dryCloth, "daily.brush": brushOnly,
	"today.first_wipe": dampCloth, "today.first_mop": dampCloth, "today.first_wash": dampCloth,
	"damage.soap": dampCloth, "damage.board_oil": dampCloth, "damage.oil_food": dampCloth,
}

// once are kinds of sentence of which a zone has one at most.
var onlyOnce = []string{"daily.", "heat.", "water.", "sun.", "renew.", "touch_up", "today.light", "today.until", "today.first"}

// contradicts says where a card of one zone says two things of one; "" where it does not.
func contradicts(c Card) string {
	count := map[string]int{}
	least := clothDab
	for _, s := range c.Sections {
		for _, l := range s.Lines {
			for _, kind := range onlyOnce {
				besides := l.ID == "renew.due" || l.ID == "renew.unknown" || l.ID == "renew.cloth_out"
				if strings.HasPrefix(l.ID, kind) && !besides {
					count[kind]++
				}
			}
			if strings.HasPrefix(l.ID, "daily.") {
				if level, told := wets[l.ID]; told {
					least = level
				}
			}
		}
	}
	for kind, n := range count {
		if n > 1 {
			return fmt.Sprintf("%d sentences of the kind %s", n, kind)
		}
	}
	if count["daily."] != 1 {
		return "not one sentence on how it is cleaned"
	}
	said := idsOf(c)
	for _, id := range said {
		if wets[id] > least {
			return fmt.Sprintf("%s, where it is cleaned no wetter than %d", id, least)
		}
	}
	for _, pair := range [][2]string{
		{"below.no_oil", "renew.oil"}, {"below.stain", "damage.oil"}, {"renew.tender", "renew.wax"},
		{"today.hardened", "today.not_hard"}, {"what.bare", "touch_up"}, {"avoid.silicone", "avoid.spray_polish"},
		{"use.greys", "sun.yellows"}, {"caution.food_says", "caution.food_silent"}, {"heat.cup", "heat.dish"},
		{"damage.paint", "below.paint"},
	} {
		if slices.Contains(said, pair[0]) && slices.Contains(said, pair[1]) {
			return pair[0] + " beside " + pair[1]
		}
	}
	return ""
}

// neverThere is what a piece or a life cannot meet, by class of life, in English: practice.
var neverThere = map[string][]string{
	"floor":      {"trivet", "cup", "perfume", "coaster", "iron", "silicone", "vase", "cushion", "wreath"},
	"front_door": {"pans?\\b", "alcohol", "cushion", "perfume", "cover", "cup", "vase", "move what stands"},
	"window":     {"pans?\\b", "alcohol", "cushion", "perfume", "cup", "move what stands"},
	"cot":        {"pans?\\b", "vase", "plates", "cups", "alcohol(,| and)"},
	"toy":        {"polish with", "coaster", "cup", "vase"},
	"board":      {"coaster", "sun ", "perfume", "rubber and"},
	"inside":     {"cup", "iron", "ring", "sun ", "spill"},
	"gate":       {"cushion", "cover", "cup", "vase", "pans?\\b"},
	"seat":       {"pans?\\b", "vase", "plates", "cups"},
	"shelf":      {"pans?\\b", "cups"},
	"desk":       {"pans?\\b", "plates"},
	"bedside":    {"pans?\\b", "plates"},
	"door":       {"pans?\\b", "alcohol(,| and)", "cushion", "rubber"},
	"frame":      {"pans?\\b", "cup", "cushion", "mild soap", "wet cloth"},
	"heirloom":   {"mild soap", "sand it lightly", "coat of"},
	"radiator":   {"cup", "vase", "coaster"},
	"table":      {"garden", "winter", "feet off", "cushion"},
	"sauna":      {"furniture polish", "cup", "vase"},
}

// claims are never made: at most a label's are quoted.
var claims = []string{
	"food safe", "food-safe", "child safe", "child-safe", "waterproof", "heatproof", "non-toxic", "scratchproof",
	"maintenance-free", "antibacterial", "hypoallergenic", "eco-", "for life", "guarantee",
}

// Thousands of finished pieces, put together at random, read on any day in every language: no card contradicts itself,
// speaks of what its life cannot meet, claims too much, or says a thing twice.
func TestRandomCardsHold(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(13), 26)), soak.Rounds(2000, 100_000)
	all := everyKind(t)
	for i, p := range all {
		if p.ID > 0 {
			unnamed := *p
			unnamed.Name = fmt.Sprintf("Tin %d", i) // so that what is read is the card's own words
			all[i] = &unnamed
		}
	}
	classes := map[string]int{}
	for range rounds {
		use := enduse.EndUses[r.IntN(len(enduse.EndUses))].At(enduse.Places[r.IntN(len(enduse.Places))].Place)
		w := system.Wish{
			Use: use, Material: substrate.Materials[r.IntN(len(substrate.Materials))],
			Look: system.Looks[r.IntN(len(system.Looks))], Air: air, FoodPolicy: enduse.StrictFood,
		}
		var layers []system.Layer
		for range 1 + r.IntN(4) {
			layers = append(layers, system.Layer{Product: all[r.IntN(len(all))], Coats: 1 + r.IntN(4)})
		}
		if r.IntN(6) == 0 {
			layers = []system.Layer{{Product: coating.Nothing[r.IntN(2)], Coats: 1}}
		} else {
			layers = slices.DeleteFunc(layers, func(l system.Layer) bool { return l.Product.Family.NothingOn() })
		}
		layers = slices.DeleteFunc(layers, func(l system.Layer) bool {
			return !l.Product.Family.NothingOn() && l.Product.Family.Is(coating.GroupTextile) != (w.Material.ID == "cloth")
		})
		if len(layers) == 0 {
			continue
		}
		system.GiveRoles(w, layers)
		z := ZoneOf("top", w, system.System{Layers: layers}, finished, finished.AddDate(0, 0, 3), finished.AddDate(0, 0, 21))
		z.Worn = r.IntN(8) == 0
		f := factsOf(z)
		card := Write(f, finished.AddDate(0, 0, []int{0, 2, 10, 40, 400, 4000}[r.IntN(6)]))
		name := fmt.Sprintf("%s %s on %s: %s", use.ID, use.Place, w.Material.ID, named(system.System{Layers: layers}))
		if why := contradicts(card); why != "" {
			t.Fatalf("%s: %s\n%s", name, why, textOf(card, "en"))
		}
		text := strings.ToLower(textOf(card, "en"))
		of := f.reader(0, finished)
		classes[of.use.class]++
		inPlace := of.use.group == uses[use.ID].group && !of.surface.is(onCloth) // cloth is ironed
		for _, never := range neverThere[of.use.class] {
			text := strings.ReplaceAll(text, "rubberwood", "") // a wood, and no feet of rubber
			if inPlace && regexp.MustCompile(`\b`+never).MatchString(text) {
				t.Fatalf("%s speaks of %q:\n%s", name, never, text)
			}
		}
		for _, claim := range claims {
			if strings.Contains(text, claim) {
				t.Fatalf("%s claims %q", name, claim)
			}
		}
		for _, l := range Languages {
			lines := strings.Split(textOf(card, l), "\n")
			slices.Sort(lines)
			if len(slices.Compact(slices.Clone(lines))) != len(lines) {
				t.Fatalf("%s says something twice in %s:\n%s", name, l, strings.Join(lines, "\n"))
			}
			if all := strings.Join(lines, "\n"); strings.ContainsAny(all, "{}|") || strings.Contains(all, "  ") {
				t.Fatalf("%s: a broken sentence in %s:\n%s", name, l, all)
			}
		}
	}
	if len(classes) < 50 {
		t.Errorf("only %d classes of life were read", len(classes))
	}
}
