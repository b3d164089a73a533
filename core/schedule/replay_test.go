package schedule

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"firmitas/core/workday"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/soak"
)

// replay walks a plan coat by coat and asks the judge at each one's real start, with the hours that have really passed
// since every coat below, in the air of the room: nothing that the plan computed is trusted. It returns what the judge
// says against the plan.
func replay(b Brief, p Plan) []string {
	var against []string
	for i, z := range b.Zones {
		if z.System == nil || !p.Zones[i].Coated {
			continue
		}
		stack := compat.Stack{Base: z.Wish.Ground(), Context: z.Wish.Context()}
		stack.Context.Now = true
		var laid []laidCoat
		var dried []driedSo
		for _, step := range p.Steps {
			if step.Kind != Coating || step.Zones[0] != i {
				continue
			}
			l := z.System.Layers[step.at.Layer]
			stack.Context.Air = z.Wish.Air
			if air, known := b.airAt(z, step.Start()); known {
				stack.Context.Air = air
			}
			for k := range laid {
				h := step.Start().Sub(laid[k].end).Hours()
				stack.Laid[k].SinceH = &h
			}
			if n := len(laid); n > 0 && b.Course != nil {
				next := compat.Laid{Product: l.Product, Coats: l.Coats - step.at.N + 1, Partly: l.Partly()}
				dried = append(dried, b.driedFor(z, stack, next, laid[n-1].end, step.Start()))
				for k, d := range dried {
					age := math.Ceil(d.share*d.takes(stack.Context.Air)*3600-1e-3) / 3600
					stack.Laid[k].AgeH = &age
				}
			}
			stack.State = compat.State{CoatsToday: today(laid, step, b.Week.Zone)}
			if step.Keyed || slices.ContainsFunc(step.Tasks, keys) {
				stack.State.Key = compat.Keyed
			}
			stack.Context.Decisions = passed(p, *z.System, i, step.Start())
			coats := l.Coats - step.at.N + 1
			a := compat.AnswerOf(stack, compat.Laid{Product: l.Product, Coats: coats, Partly: l.Partly()})
			boarded := slices.ContainsFunc(p.Steps, func(s Step) bool {
				return s.Kind == Testing && s.Zones[0] == i && s.Product == l.Product && !s.Opens.After(step.Start())
			})
			stands := a.Kind == compat.Yes || a.Kind == compat.YesOnce || a.Kind == compat.NotLast
			stands = stands || (step.Told != nil && a.Kind == compat.ByHand) // the hand decided
			if !stands && !(a.Kind == compat.OnABoard && boarded) {
				against = append(against, fmt.Sprintf("%s at %s: %s %s (%s)",
					step.Title, step.Start().Format("Mon 15:04"), a.Headline, a.Reason, a.Rule))
			}
			laid = append(laid, laidCoat{l.Product, step.End(), step.Start()})
			stack.Laid = append(stack.Laid, compat.Laid{Product: l.Product, Coats: 1, Partly: l.Partly()})
		}
	}
	return against
}

// airAt is the air at a moment, as it was read or is expected, or as the zone has it.
func (b Brief) airAt(z Zone, t time.Time) (air climate.Air, known bool) {
	for _, s := range b.Course {
		if s.From.After(t) {
			break
		}
		if t.Before(s.To) {
			return s.Air, true
		}
	}
	if h := t.In(b.Week.Zone).Hour(); b.Course != nil && (h < system.DayBreaks || h >= system.NightFalls) {
		return z.Wish.ByNight().Air, false
	}
	return z.Wish.Air, false
}

// driedSo is which share of its wait a coat has dried for, and how many hours all of that is in an air.
type driedSo struct {
	share float64
	takes func(climate.Air) float64
}

// driedFor is how the top of a stack dries for what follows: every minute counts for what it is worth in the air of that
// moment.
func (b Brief) driedFor(z Zone, s compat.Stack, next compat.Laid, from, to time.Time) driedSo {
	s.Laid = slices.Clone(s.Laid)
	for i := range s.Laid {
		s.Laid[i].SinceH, s.Laid[i].AgeH = nil, nil
	}
	takes := func(air climate.Air) float64 {
		s.Context.Air, s.Context.Now = air, false
		return compat.Judge(s.Over(next)).EarliestH
	}
	limits := s.Laid[len(s.Laid)-1].Product.Limits()
	took := map[climate.Air]float64{}
	share, every := 0.0, time.Minute
	for t := from; t.Before(to) && share < 20; t = t.Add(every) { // it is ready for anything by then
		for len(b.Course) > 0 && !b.Course[0].To.After(t) { // b is a copy: what is over is not looked at again
			b.Course = b.Course[1:]
		}
		air, known := b.airAt(z, t)
		if took[air] == 0 {
			took[air] = takes(air)
		}
		if stops := known && !limits.Allow(air); !stops && took[air] > 0 {
			share += min(every, to.Sub(t)).Hours() / took[air]
		}
	}
	return driedSo{share, takes}
}

// passed is what the boards of a zone have settled that had their time before a coat goes on.
func passed(p Plan, s system.System, zone int, by time.Time) []compat.Decision {
	var out []compat.Decision
	for _, board := range p.Steps {
		if board.Kind != Testing || board.Zones[0] != zone || board.Opens.After(by) {
			continue
		}
		grounds := []int64{0, board.Product.ID} // its own later coats too, and what a decoration leaves open
		for _, l := range s.Layers[:board.at.Layer] {
			grounds = append(grounds, l.Product.ID)
		}
		for _, over := range grounds {
			for _, r := range compat.Rules {
				d := compat.Decision{Rule: r.ID, Coat: board.Product.ID, Ground: over, Tried: true, Reason: "held", Who: "JT"}
				out = append(out, d)
			}
		}
	}
	return out
}

type laidCoat struct {
	product    *coating.Product
	end, start time.Time
}

// waxedEarly names wax that is laid before a neighbour's last film coat.
func waxedEarly(b Brief, p Plan) []string {
	var out []string
	for _, wax := range p.Steps {
		if wax.Kind != Coating || wax.Product.Family.Body != coating.Wax {
			continue
		}
		for _, film := range p.Steps {
			beside := film.Kind == Coating && film.Zones[0] != wax.Zones[0]
			if beside && film.Product.Family.Body == coating.Film && film.Start().After(wax.Start()) {
				out = append(out, fmt.Sprintf("%s before %s", wax.Title, film.Title))
			}
		}
	}
	return out
}

func today(laid []laidCoat, step Step, zone *time.Location) (n int) {
	for _, l := range laid {
		if l.product == step.Product && l.start.In(zone).YearDay() == step.Start().In(zone).YearDay() {
			n++
		}
	}
	return n
}

// keys tells of work that leaves the ground dull.
func keys(t Task) bool {
	return strings.Contains(t.Text, "Key ") || strings.Contains(t.Text, "Scuff") || strings.Contains(t.Text, "key with")
}

// shelfOf is one product of each kind, paints in a pale and a dark one.
func shelfOf(t testing.TB) []*coating.Product {
	t.Helper()
	var out []*coating.Product
	for _, f := range coating.FamiliesInOrder() {
		shades := []coating.Shade{coating.Clear}
		switch {
		case f.Pigmented():
			shades = []coating.Shade{coating.Pale, coating.Dark}
		case f.Is(coating.GroupStain):
			shades = []coating.Shade{coating.Tone}
		}
		for _, shade := range shades {
			p, err := coating.New(coating.Product{Name: f.Name, Shade: shade, Sheen: coating.Satin}, f.ID)
			if err != nil {
				t.Fatal(err)
			}
			p.ID = int64(len(out) + 1)
			out = append(out, p)
		}
	}
	return out
}

// randomWish is a wish of any life, material, air and old finish; without decorations.
func randomWish(r *rand.Rand) system.Wish {
	w := wish(enduse.EndUses[r.IntN(len(enduse.EndUses))].ID, substrate.Materials[r.IntN(len(substrate.Materials))].ID,
		climate.Air{TempC: 12 + 16*r.Float64(), RH: 35 + 35*r.Float64()})
	if r.IntN(3) == 0 {
		w.Night = climate.Air{TempC: w.Air.TempC - 6*r.Float64(), RH: w.Air.RH + 10*r.Float64()}
	}
	w.Look, w.Sheen, w.AreaM2 = system.Looks[r.IntN(len(system.Looks))], coating.Satin, 1
	if r.IntN(4) == 0 {
		w.Seen.Finish, w.Action = substrate.OldFinishes[r.IntN(len(substrate.OldFinishes))], substrate.Keep
		w.Seen.Age, w.Seen.Lead = substrate.Later, substrate.Negative
	}
	return w
}

// pick is a random part of a shelf.
func pick(r *rand.Rand, shelf []*coating.Product, n int) []*coating.Product {
	out := slices.Clone(shelf)
	r.Shuffle(len(out), func(i, k int) { out[i], out[k] = out[k], out[i] })
	return out[:n]
}

// Property: a plan can be replayed through the judge without a single "no": over random pieces, shelves, airs, nights,
// hours and decorations, aerosols among them.
func TestPlansReplayThroughTheJudge(t *testing.T) {
	r, rounds := rand.New(rand.NewPCG(soak.Seed(17), 3)), soak.Rounds(100, 5000)
	all := shelfOf(t)
	replayed, decorated := 0, 0
	for range rounds {
		shelf := slices.DeleteFunc(slices.Clone(all), func(*coating.Product) bool { return r.IntN(3) == 0 })
		b := Brief{Start: monday.Add(time.Duration(r.IntN(14*24*60)) * time.Minute), Week: workday.Week{Zone: zone}}
		for d := range b.Week.Days {
			if r.IntN(4) > 0 || d == 2 {
				open := 60 * (6 + r.IntN(5))
				b.Week.Days[d] = workday.Day{Open: open, Close: open + 60*(5+r.IntN(6))}
			}
		}
		w := randomWish(r)
		if r.IntN(3) == 0 {
			w.Decor = append(w.Decor, system.Decor{Kind: decoration.Kinds[r.IntN(len(decoration.Kinds))]})
		}
		answer, err := system.Search(t.Context(), w, shelf)
		if err != nil {
			t.Fatal(err)
		}
		for i := range answer.Systems {
			s := answer.Systems[i]
			b.Zones = []Zone{{Face: furniture.Faces[0], AreaM2: 0.2 + r.Float64(), Wish: w, System: &s}}
			if other := answer.Systems[r.IntN(len(answer.Systems))]; r.IntN(2) == 0 { // a neighbour of another finish
				b.Zones = append(b.Zones, Zone{Face: furniture.Faces[0], AreaM2: 0.4, Wish: w, System: &other})
			}
			p := Make(b)
			for _, why := range append(replay(b, p), waxedEarly(b, p)...) {
				t.Errorf("%s on %s for %s, %+v: %s", s.Protection().Product.Name, w.Material.ID, w.Use.ID, w.Air, why)
			}
			replayed++
			if len(w.Decor) > 0 {
				decorated++
			}
		}
	}
	if replayed < 2*rounds || decorated < rounds/5 {
		t.Errorf("only %d plans replayed, %d of them decorated", replayed, decorated)
	}
}
