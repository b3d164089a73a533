package care

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// everyKind is one tin of each kind, in each shade that it comes in, and the answers that lay nothing.
func everyKind(t *testing.T) []*coating.Product {
	t.Helper()
	var out []*coating.Product
	for _, f := range coating.FamiliesInOrder() {
		if f.Is("factory") || f.NothingOn() {
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
	r := rand.New(rand.NewPCG(11, 26))
	all := everyKind(t)
	zone := time.UTC
	answered, nothing := 0, 0
	rounds := 500
	if testing.Short() {
		rounds = 100
	}
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
				Start: finished, Week: schedule.Week{Days: schedule.DefaultDays, Zone: zone},
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
			card := Write(Facts{
				Zone: "zone", Workshop: "Quay Room", Contact: "by the steps", Number: "7", Wish: w, System: s,
				Finished: finished, HandedOver: finished, LightUse: finished, FullCure: finished, Location: zone,
			})
			months := use.RenewMonths(s.Protection().Product.Family)
			topIsWax := s.Layers[len(s.Layers)-1].Product.Family.Body == coating.Wax
			if !topIsWax && (months > 0) == card.Renew.IsZero() {
				t.Errorf("%s: %s is renewed every %d months, the card says %v", name, s.Protection().Product.Name, months, card.Renew)
			}
			if told := text(card); strings.Contains(told, "%!") || strings.Contains(told, "  ") {
				t.Errorf("%s: a broken sentence:\n%s", name, told)
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
		if l.Product.Opaque() && !l.Product.Family.Is("primer") && l.Role != system.Decorate {
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
