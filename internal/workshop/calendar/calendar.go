package calendar

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"slices"
	"sync"
	"time"

	"firmitas/core/care"
	"firmitas/core/hands"
	"firmitas/core/schedule"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Calendar is every open piece that has a system, planned together.
type Calendar struct {
	home   house.Workshop
	Room   hands.Room
	Pieces []piece.Piece // all that are open, the earliest promise first
	Briefs []schedule.Brief
	of     []int64 // the piece of each brief
	Cal    schedule.Calendar
}

// plan is that of one piece; nil where it is not planned.
func (c *Calendar) plan(id int64) *Plan {
	at := slices.Index(c.of, id)
	if at < 0 {
		return nil
	}
	plan := c.Cal.Plans[at]
	plan.Notes, plan.Steps = slices.Clip(plan.Notes), slices.Clip(plan.Steps) // others read them too
	return &Plan{
		Home: c.home, Brief: c.Briefs[at], Plan: plan, Room: c.Room, Standing: plan.Standing(c.Briefs[at], c.Room.Now),
		others: c.Without(id),
	}
}

// Without are the plans of all other pieces.
func (c *Calendar) Without(id int64) []schedule.Plan {
	var out []schedule.Plan
	for i, p := range c.Cal.Plans {
		if c.of[i] != id {
			out = append(out, p)
		}
	}
	return out
}

// calendars are those that were made last, by what they were made of: several views ask for the same within seconds.
type calendars struct {
	mu   sync.Mutex
	made []madeCalendar // the newest last
}

type madeCalendar struct {
	of  [sha256.Size]byte
	cal *Calendar
}

const calendarsKept = 4

func (k *calendars) at(of [sha256.Size]byte) *Calendar {
	k.mu.Lock()
	defer k.mu.Unlock()
	for _, m := range k.made {
		if m.of == of {
			return m.cal
		}
	}
	return nil
}

func (k *calendars) keep(of [sha256.Size]byte, cal *Calendar) {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.made = append(k.made[max(0, len(k.made)-calendarsKept+1):], madeCalendar{of, cal})
}

// sameMoment is how long a calendar is given out that was made a moment ago.
const sameMoment = 10 * time.Second

// All plans all open pieces together.
func (s *Service) All(ctx context.Context, home house.Workshop) (*Calendar, error) {
	rows, err := s.store.OpenPieces(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	if home, err = s.air.WithWeather(ctx, home, s.house.Now().Add(-schedule.HardensWithin)); err != nil {
		return nil, err
	}
	made, err := json.Marshal([]any{rows, home.Version, home.Boards, home.Weather, s.house.Now().Truncate(sameMoment)})
	if err != nil {
		return nil, err
	}
	of := sha256.Sum256(made)
	if known := s.made.at(of); known != nil {
		return known, nil
	}
	var pieces []piece.Piece
	for _, row := range rows {
		p, err := piece.OfRow(row)
		if err != nil {
			return nil, err
		}
		pieces = append(pieces, p)
	}
	out, err := calendarOf(home, pieces, s.house.Now())
	if err == nil {
		s.made.keep(of, out)
	}
	return out, err
}

// calendarOf plans pieces together.
func calendarOf(home house.Workshop, pieces []piece.Piece, now time.Time) (*Calendar, error) {
	out := &Calendar{home: home, Room: home.RoomAt(now), Pieces: pieces}
	for _, p := range pieces {
		if !p.Chosen() {
			continue
		}
		brief, err := p.ToPlan(home, now)
		if err != nil {
			return nil, fmt.Errorf("piece %s: %w", p.Number, err)
		}
		out.Briefs, out.of = append(out.Briefs, brief), append(out.of, p.ID)
	}
	out.Cal = schedule.PlanAll(out.Room, out.Briefs)
	return out, nil
}

// Plan lays out what was chosen for a piece, together with all that shares the room; nil while nothing is chosen. What
// has left is alone.
func (s *Service) Plan(ctx context.Context, home house.Workshop, p piece.Piece) (*Plan, error) {
	if !p.Chosen() {
		return nil, nil
	}
	if !p.Handed.IsZero() {
		home, err := s.air.WithWeather(ctx, home, p.Start)
		if err != nil {
			return nil, err
		}
		brief, err := p.ToPlan(home, s.house.Now())
		if err != nil {
			return nil, err
		}
		return &Plan{Home: home, Brief: brief, Plan: schedule.Make(brief)}, nil
	}
	cal, err := s.All(ctx, home)
	if err != nil {
		return nil, err
	}
	return cal.plan(p.ID), nil
}

// Handling is when a zone may be carried by clean, dry hands; zero where nothing is laid on it.
func (p Plan) Handling(zone int) time.Time {
	z, plan := p.Brief.Zones[zone], p.Plan.Zones[zone]
	if z.System == nil || plan.LastCoat.IsZero() {
		return time.Time{}
	}
	return care.ZoneOf(z.Name, z.Wish, *z.System, plan.LastCoat, plan.LightUse, plan.FullCure).Dates.Move
}
