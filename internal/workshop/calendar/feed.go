package calendar

import (
	"context"
	"strings"
	"time"

	"firmitas/core/schedule"
	"firmitas/core/workday"
	"firmitas/internal/document"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// mostFeeds that a workshop may have at once.
const mostFeeds = 40

// Feeds are the links under which the calendar is read by other programs, the newest first.
func (s *Service) Feeds(ctx context.Context) ([]store.Feed, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]store.Feed, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return nil, err
		}
		return s.store.Feeds(ctx, home)
	})
}

// AddFeed makes a link that nobody can guess; it stands until it is withdrawn.
func (s *Service) AddFeed(ctx context.Context, name string) (store.Feed, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (store.Feed, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return store.Feed{}, err
		}
		var c problem.Check
		c.Name("/name", name)
		if err := c.Err(); err != nil {
			return store.Feed{}, err
		}
		all, err := s.store.Feeds(ctx, home)
		if err != nil {
			return store.Feed{}, err
		}
		if len(all) >= mostFeeds {
			return store.Feed{}, problem.Refuse("There are many links already: withdraw one that nobody reads any more.")
		}
		f := store.Feed{WorkshopID: home, Token: house.NewToken(), Name: strings.TrimSpace(name), Made: s.house.Now()}
		f.ID, err = s.store.AddFeed(ctx, f)
		return f, err
	})
}

// WithdrawFeed ends a link; store.ErrNotFound when it does not stand.
func (s *Service) WithdrawFeed(ctx context.Context, id int64) error {
	return s.house.Remove(ctx, func(ctx context.Context, home int64) error {
		return s.store.WithdrawFeed(ctx, home, id, s.house.Now())
	})
}

// ReadFeed is the calendar behind a link; store.ErrNotFound when there is none, or none any more.
func (s *Service) ReadFeed(ctx context.Context, token string) (document.Plan, error) {
	if !house.IsToken.MatchString(token) {
		return document.Plan{}, store.ErrNotFound
	}
	return house.Reading(ctx, s.house, func(ctx context.Context) (document.Plan, error) {
		f, err := s.store.Feed(ctx, token)
		if err != nil {
			return document.Plan{}, err
		}
		home, err := s.house.Home(ctx)
		if err != nil || home.ID != f.WorkshopID {
			return document.Plan{}, store.ErrNotFound
		}
		entries, err := s.entries(ctx, home)
		return document.Plan{World: home.World, Name: home.Name, Entries: entries}, err
	})
}

// Entries are all planned steps of all open pieces, and their dates.
func (s *Service) Entries(ctx context.Context) ([]document.Entry, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]document.Entry, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return nil, err
		}
		return s.entries(ctx, home)
	})
}

// entries are the planned steps of all open pieces, in the workshop's own time.
func (s *Service) entries(ctx context.Context, home house.Workshop) ([]document.Entry, error) {
	cal, err := s.All(ctx, home)
	if err != nil {
		return nil, err
	}
	var out []document.Entry
	for i, plan := range cal.Cal.Plans {
		p := cal.Pieces[cal.PieceAt(i)]
		entry := func(key, kind, what string, from, to time.Time) document.Entry {
			return document.Entry{
				Piece: p.Name, Number: p.Number, Key: key, Kind: kind, What: what,
				From: from.In(home.Zone), To: to.In(home.Zone),
			}
		}
		for _, step := range plan.Steps {
			if step.Told != nil || step.End().Before(s.house.Now()) {
				continue
			}
			for n, work := range step.Work {
				e := entry(step.Key(n), string(step.Kind), step.Title, work.From, work.To)
				e.Zone, e.By, e.Closes = cal.zoneOf(i, step), cal.Room.People[step.By].Name, step.Due.In(home.Zone)
				out = append(out, e)
			}
		}
		if ready, needs := cal.Briefs[i].Ready(plan); len(plan.Obstacles) == 0 && ready.After(s.house.Now()) {
			out = append(out, entry("ready", "ready", "Ready: "+needs, ready, ready))
		}
		if !p.Promised.IsZero() {
			out = append(out, entry("promised", "promise", "Promised", p.Promised, p.Promised))
		}
	}
	return out, nil
}

// PieceAt is where the piece of a plan stands among all that are open.
func (c *Calendar) PieceAt(plan int) int {
	for i, p := range c.Pieces {
		if p.ID == c.of[plan] {
			return i
		}
	}
	return 0
}

// zoneOf names the zones of a step where the piece has several and it is not on all.
func (c *Calendar) zoneOf(plan int, step schedule.Step) string {
	var names []string
	for _, z := range step.Zones {
		names = append(names, c.Briefs[plan].Zones[z].Name)
	}
	if len(c.Briefs[plan].Zones) < 2 {
		return ""
	}
	return strings.Join(names, ", ")
}

// Offer is what a promise comes to before it is given.
type Offer struct {
	Alone, Around, With time.Time
	Costs               []OfferCost
}

// OfferCost is what another piece pays for it.
type OfferCost struct {
	Piece       piece.Piece
	Later, Late time.Duration
	Ready       time.Time
}

// Offer tells what a promise for a piece would cost the others. It saves nothing.
func (s *Service) Offer(ctx context.Context, id int64, promised time.Time) (Offer, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Offer, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return Offer{}, err
		}
		if !p.Handed.IsZero() {
			return Offer{}, piece.ErrHandedOver
		}
		var c problem.Check
		c.That(promised.After(s.house.Now()), "/promised", "A promise is for a time to come.")
		if err := c.Err(); err != nil {
			return Offer{}, err
		}
		if !p.Chosen() {
			return Offer{}, problem.Refuse("No coating system is chosen yet.")
		}
		cal, err := s.All(ctx, home)
		if err != nil {
			return Offer{}, err
		}
		return cal.offer(p, promised, s.house.Now())
	})
}

func (c *Calendar) offer(p piece.Piece, promised, now time.Time) (Offer, error) {
	p.Promised = promised
	brief, err := p.ToPlan(c.home, now)
	if err != nil {
		return Offer{}, err
	}
	var others []schedule.Brief
	var of []piece.Piece
	for i, b := range c.Briefs {
		if c.of[i] != p.ID {
			others, of = append(others, b), append(of, c.Pieces[c.PieceAt(i)])
		}
	}
	o := schedule.OfferIn(c.Room, others, brief)
	if len(o.Around.Obstacles) > 0 {
		return Offer{}, problem.Refuse(o.Around.Obstacles[0])
	}
	out := Offer{Alone: o.Alone}
	out.Around, _ = brief.Ready(o.Around)
	out.With, _ = brief.Ready(o.With.Plans[len(others)])
	for _, cost := range o.Costs {
		ready, _ := others[cost.Piece].Ready(o.With.Plans[cost.Piece])
		out.Costs = append(out.Costs, OfferCost{of[cost.Piece], cost.Later, cost.Late, ready})
	}
	return out, nil
}

// Days are so many days of the workshop from one on.
func (s *Service) Days(ctx context.Context, from workday.Date, n int) (Month, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (Month, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Month{}, err
		}
		cal, err := s.All(ctx, home)
		if err != nil {
			return Month{}, err
		}
		start := time.Date(from.Year, from.Month, from.Day, 0, 0, 0, 0, home.Zone)
		out := Month{Days: schedule.DaysOf(cal.Room, cal.Briefs, cal.Cal.Plans, start, n)}
		for i := range cal.Briefs {
			out.Of = append(out.Of, cal.Pieces[cal.PieceAt(i)])
		}
		return out, nil
	})
}

// Month is days with the pieces that their marks speak of.
type Month struct {
	Days []schedule.DayLoad
	Of   []piece.Piece
}
