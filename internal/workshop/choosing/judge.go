package choosing

import (
	"context"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/enduse"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/system"
	"firmitas/internal/problem"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// CoatAsked is a product of the shelf, or a family with its typical values.
type CoatAsked struct {
	ProductID int64
	Family    string
	Shade     string
	Coats     int
	SinceH    *float64
	Wash      bool // a washcoat
	Partly    bool // only in places
}

// Question is "may this go over that, now?".
type Question struct {
	Material  string
	OldFinish string // kept below the layers; "" = none
	Layers    []CoatAsked
	Coat      *CoatAsked // nil asks about the surface alone
	Air       climate.Air
	EndUse    string // "" = whatever its life
	State     compat.State
	Sprayed   bool
	Now       bool         // the coat is to go on in this very air
	Night     *climate.Air // nil = as by day
	WorkC     *float64     // what the work itself measures, °C; nil = as warm as the air
}

// Answer to a Question.
type Answer struct {
	Ground  string // what the coat meets, in words
	Layers  []compat.Laid
	Coat    *compat.Laid // nil when the surface alone was asked about
	Answer  compat.Answer
	Join    compat.Judgement
	Below   []compat.Judgement // the joins under it, as they would be planned
	Surface compat.Judgement   // with the coat on, left as it is
	When    []compat.Moment
	Ways    []compat.Way
	Aged    string // that hours by the clock count for more or fewer, by the air that passed; "" where they do not
}

// Judge answers a question. It saves nothing.
func (s *Service) Judge(ctx context.Context, q Question) (Answer, error) {
	home, err := s.house.Home(ctx)
	if err != nil {
		return Answer{}, err
	}
	shelf, err := s.shelf.InUse(ctx, home)
	if err != nil {
		return Answer{}, err
	}
	var c problem.Check
	stack := checkStack(&c, q, home, shelf)
	if q.Night != nil {
		piece.CheckAir(&c, *q.Night, "/night")
		stack.Context.Night, stack.Context.NightInH = *q.Night, untilNight(s.house.Now().In(home.Zone))
	}
	var coat *compat.Laid
	if q.Coat != nil {
		laid := checkCoat(&c, "/coat", *q.Coat, shelf)
		coat = &laid
	}
	if err := c.Err(); err != nil {
		return Answer{}, err
	}
	out := Answer{Layers: stack.Laid, Coat: coat, Ground: groundName(stack)}
	if coat != nil && q.Now {
		if stack, out.Aged, err = s.asItDried(ctx, home, stack, *coat); err != nil {
			return out, err
		}
	}
	joins := stack.Judge()
	out.Below, out.Surface = joins[:len(joins)-1], joins[len(joins)-1]
	if coat == nil {
		out.Join = compat.Judge(stack.Surface())
		return out, nil
	}
	out.Join = compat.Judge(stack.Over(*coat))
	out.Answer = compat.AnswerOf(stack, *coat)
	out.When = compat.When(stack, *coat)
	out.Ways = compat.Through(stack, *coat, shelf)
	covered := stack
	covered.Laid, covered.State = append(slices.Clone(stack.Laid), *coat), compat.State{}
	out.Surface = compat.Judge(covered.Surface())
	return out, nil
}

// asItDried tells a stack how long its coats have dried by the air of the room, where the question is asked in that.
func (s *Service) asItDried(
	ctx context.Context, home house.Workshop, stack compat.Stack, coat compat.Laid,
) (compat.Stack, string, error) {
	longest := 0.0
	for _, l := range stack.Laid {
		if l.SinceH != nil {
			longest = max(longest, *l.SinceH)
		}
	}
	now := s.house.Now()
	since := now.Add(-time.Duration(longest * float64(time.Hour))).Add(-climate.Holds)
	if longest == 0 || now.Sub(since) > schedule.HardensWithin {
		return stack, "", nil
	}
	home, err := s.air.WithWeather(ctx, home, since)
	if err != nil {
		return stack, "", err
	}
	course := climate.CourseOf(home.Weather.Readings)
	spell, ok := course.At(now)
	elsewhere := !ok || spell.From.After(now) || schedule.AirOff(spell.Air, stack.Context.Air)
	if elsewhere {
		return stack, "", nil
	}
	stack, says := schedule.Aged(stack, coat, course, now)
	return stack, says, nil
}

// untilNight is the hours until the room's night begins; a moment, once it has.
func untilNight(now time.Time) float64 {
	falls := time.Date(now.Year(), now.Month(), now.Day(), system.NightFalls, 0, 0, 0, now.Location())
	return max(0.01, falls.Sub(now).Hours())
}

// checkStack builds up what is on the piece, or says which field cannot be right.
func checkStack(c *problem.Check, q Question, home house.Workshop, shelf []*coating.Product) compat.Stack {
	m := substrate.Find(q.Material)
	c.Listed(m != nil, "/material", "a material", q.Material)
	piece.CheckAir(c, q.Air, "/air")
	out := compat.Stack{
		State:   q.State,
		Sprayed: q.Sprayed,
		Context: compat.Context{
			Air: q.Air, Now: q.Now, WorkC: q.WorkC,
			FoodPolicy: home.FoodPolicy, Schools: home.Schools, Boards: home.Boards,
		},
	}
	for i, sign := range q.State.Seen {
		c.That(compat.FindSign(sign) != nil, fmt.Sprintf("/state/seen/%d", i), "There is no such sign as %q.", sign)
	}
	if q.State.Treated != "" {
		c.Listed(compat.FindTreatment(q.State.Treated) != nil, "/state/treated", "a treatment", q.State.Treated)
	}
	if q.EndUse != "" {
		out.Context.Use = enduse.Find(q.EndUse)
		c.Listed(out.Context.Use != nil, "/endUse", "an end use", q.EndUse)
	}
	for i, soil := range q.State.Soiled {
		c.That(slices.Contains(compat.Soils, soil), fmt.Sprintf("/state/soiled/%d", i), "There is no such soil as %q.",
			soil)
	}
	if m != nil {
		out.Base = compat.Bare(m)
		if q.OldFinish != "" {
			finish := substrate.FindFinish(q.OldFinish)
			c.Listed(finish != nil || q.OldFinish == substrate.UnknownFinish, "/oldFinish", "an old finish",
				q.OldFinish)
			out.Base = compat.GroundOf(m, substrate.Inspection{Finish: finish, Unknown: finish == nil}, substrate.Keep)
		}
	}
	for i, asked := range q.Layers {
		at := fmt.Sprintf("/layers/%d", i)
		out.Laid = append(out.Laid, checkCoat(c, at, asked, shelf))
		if i > 0 && asked.SinceH != nil && q.Layers[i-1].SinceH != nil {
			c.That(*asked.SinceH <= *q.Layers[i-1].SinceH, at+"/sinceH",
				"It cannot have gone on before the coat below it.")
		}
	}
	return out
}

// checkCoat finds a product of the shelf, or makes one of a family's typical values.
func checkCoat(c *problem.Check, at string, asked CoatAsked, shelf []*coating.Product) compat.Laid {
	laid := compat.Laid{Coats: max(1, asked.Coats), SinceH: asked.SinceH, Wash: asked.Wash, Partly: asked.Partly}
	if asked.ProductID != 0 {
		i := slices.IndexFunc(shelf, func(p *coating.Product) bool { return p.ID == asked.ProductID })
		c.That(i >= 0, at+"/productId", "No product %d is on the shelf.", asked.ProductID)
		if i >= 0 {
			laid.Product, laid.Partly = shelf[i], asked.Partly || shelf[i].Family.Partly()
		}
		return laid
	}
	f := coating.Families[asked.Family]
	c.That(f != nil, at+"/family", "Pick a product of the shelf or a kind of coating.")
	if f == nil {
		return laid
	}
	shade := coating.Shade(asked.Shade)
	switch {
	case shade == "" && f.Is(coating.GroupStain):
		shade = coating.Tone
	case shade == "":
		shade = coating.Clear // of a paint: its colour is not told
	}
	p := coating.Product{Name: f.Name, Shade: shade, Sheen: coating.Satin}
	if len(f.Sheens) > 0 && !slices.Contains(f.Sheens, p.Sheen) {
		p.Sheen = f.Sheens[0]
	}
	made, err := coating.New(p, asked.Family)
	c.That(err == nil, at+"/shade", "There is no shade %q.", asked.Shade)
	laid.Product, laid.Partly = made, asked.Partly || f.Partly()
	return laid
}

// groundName is what the next coat meets, in words.
func groundName(s compat.Stack) string {
	if n := len(s.Laid); n > 0 {
		return s.Laid[n-1].Product.Name
	}
	if top := s.Base.Top; top != nil {
		return top.Name
	}
	return s.Base.Material.Name
}

// Cell is what a coat over a ground comes to, in short.
type Cell struct {
	Verdict     compat.Verdict
	NeedsInsert bool
	Rule        string // that decides; "" when none speaks
}

// Grid is every product of the shelf over every other, as it would be planned.
type Grid struct {
	Products []*coating.Product
	Cells    [][]Cell // by coat, then by ground
	LeftOut  int      // products that the grid has no room for
}

// mostGrid products have room in the grid: more than a sheet or a screen holds.
const mostGrid = 150

// Grid judges the shelf against itself on a material, for an end use if one is named.
func (s *Service) Grid(ctx context.Context, endUse, material string) (Grid, error) {
	home, err := s.house.Home(ctx)
	if err != nil {
		return Grid{}, err
	}
	shelf, err := s.shelf.InUse(ctx, home)
	if err != nil {
		return Grid{}, err
	}
	var c problem.Check
	base := checkStack(&c, Question{Material: material, EndUse: endUse, Air: climate.Reference}, home, shelf)
	if err := c.Err(); err != nil {
		return Grid{}, err
	}
	slices.SortStableFunc(shelf, func(a, b *coating.Product) int { return a.Family.Place - b.Family.Place })
	shown := shelf[:min(len(shelf), mostGrid)]
	out := Grid{Products: shown, Cells: make([][]Cell, len(shown)), LeftOut: len(shelf) - len(shown)}
	grounds := make([]compat.Ground, len(shown))
	for k, ground := range shown {
		grounds[k] = base.Base.Under(ground, 1)
	}
	for i, coat := range shown {
		if err := ctx.Err(); err != nil {
			return Grid{}, err
		}
		out.Cells[i] = make([]Cell, len(shown))
		for k := range grounds {
			out.Cells[i][k] = inShort(compat.Judge(
				compat.Join{Ground: grounds[k], Coat: coat, Coats: 1, Context: base.Context},
			))
		}
	}
	return out, nil
}

func inShort(j compat.Judgement) Cell {
	cell := Cell{Verdict: j.Verdict, NeedsInsert: j.NeedsInsert}
	if len(j.Findings) > 0 {
		cell.Rule = j.Findings[0].Rule.ID
	}
	return cell
}
