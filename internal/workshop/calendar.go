package workshop

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"slices"
	"sync"
	"time"

	"firmitas/core/care"
	"firmitas/core/schedule"
)

// calendar is every open piece that has a system, planned together.
type calendar struct {
	home   Workshop
	room   schedule.Room
	pieces []Piece // all that are open, the earliest promise first
	briefs []schedule.Brief
	of     []int64 // the piece of each brief
	cal    schedule.Calendar
}

// plan is that of one piece; nil where it is not planned.
func (c *calendar) plan(id int64) *Plan {
	at := slices.Index(c.of, id)
	if at < 0 {
		return nil
	}
	plan := c.cal.Plans[at]
	plan.Notes, plan.Steps = slices.Clip(plan.Notes), slices.Clip(plan.Steps) // others read them too
	return &Plan{
		Home: c.home, Brief: c.briefs[at], Plan: plan, Room: c.room, Standing: plan.Standing(c.briefs[at], c.room.Now),
		others: c.without(id),
	}
}

// without are the plans of all other pieces.
func (c *calendar) without(id int64) []schedule.Plan {
	var out []schedule.Plan
	for i, p := range c.cal.Plans {
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
	cal *calendar
}

const calendarsKept = 4

func (k *calendars) at(of [sha256.Size]byte) *calendar {
	k.mu.Lock()
	defer k.mu.Unlock()
	for _, m := range k.made {
		if m.of == of {
			return m.cal
		}
	}
	return nil
}

func (k *calendars) keep(of [sha256.Size]byte, cal *calendar) {
	k.mu.Lock()
	defer k.mu.Unlock()
	k.made = append(k.made[max(0, len(k.made)-calendarsKept+1):], madeCalendar{of, cal})
}

// sameMoment is how long a calendar is given out that was made a moment ago.
const sameMoment = 10 * time.Second

// calendar plans all open pieces together.
func (s *Service) calendar(ctx context.Context, home Workshop) (*calendar, error) {
	rows, err := s.store.OpenPieces(ctx, home.ID)
	if err != nil {
		return nil, err
	}
	if home, err = s.withWeather(ctx, home, s.Now().Add(-schedule.HardensWithin)); err != nil {
		return nil, err
	}
	made, err := json.Marshal([]any{rows, home.Version, home.Boards, home.Weather, s.Now().Truncate(sameMoment)})
	if err != nil {
		return nil, err
	}
	of := sha256.Sum256(made)
	if known := s.calendars.at(of); known != nil {
		return known, nil
	}
	var pieces []Piece
	for _, row := range rows {
		p, err := fromPieceRow(row)
		if err != nil {
			return nil, err
		}
		pieces = append(pieces, p)
	}
	out, err := calendarOf(home, pieces, s.Now())
	if err == nil {
		s.calendars.keep(of, out)
	}
	return out, err
}

// calendarOf plans pieces together.
func calendarOf(home Workshop, pieces []Piece, now time.Time) (*calendar, error) {
	out := &calendar{home: home, room: home.RoomAt(now), pieces: pieces}
	for _, p := range pieces {
		if !p.chosen() {
			continue
		}
		brief, err := p.brief(home, now)
		if err != nil {
			return nil, fmt.Errorf("piece %s: %w", p.Number, err)
		}
		out.briefs, out.of = append(out.briefs, brief), append(out.of, p.ID)
	}
	out.cal = out.room.Plan(out.briefs)
	return out, nil
}

// plan lays out what was chosen for a piece, together with all that shares the room; nil while nothing is chosen. What
// has left is alone.
func (s *Service) plan(ctx context.Context, home Workshop, p Piece) (*Plan, error) {
	if !p.chosen() {
		return nil, nil
	}
	if !p.Handed.IsZero() {
		home, err := s.withWeather(ctx, home, p.Start)
		if err != nil {
			return nil, err
		}
		brief, err := p.brief(home, s.Now())
		if err != nil {
			return nil, err
		}
		return &Plan{Home: home, Brief: brief, Plan: schedule.Make(brief)}, nil
	}
	cal, err := s.calendar(ctx, home)
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
