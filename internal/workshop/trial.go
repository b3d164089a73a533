package workshop

import (
	"context"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/schedule"
	"firmitas/internal/store"
)

// Trial is a change of the calendar that is looked at before anything is saved.
type Trial struct {
	Moves       []Move
	Off         []OwnDay // days on which somebody, or everybody, does not work
	Helpers     []OwnDay // days on which one more pair of hands works
	LeastDayC   *float64 // the room is warmed to, by day; nil = as it is
	LeastNightC *float64 // and by night
}

// Move is a piece whose work begins, or goes on once it has begun, no sooner than at a moment.
type Move struct {
	PieceID int64
	Version int // of the piece as it was seen
	At      time.Time
}

// Moved is what a trial comes to for a piece.
type Moved struct {
	Piece Piece
	Later time.Duration // it is ready; negative = sooner
	Ready time.Time
	Late  time.Duration // beyond its promise
	Was   time.Duration // beyond it before
}

// Tried is the calendar as a trial would have it.
type Tried struct {
	Bench Bench
	Moved []Moved // what moves, the most first
}

// Try lays out all open pieces as a trial would have them. It saves nothing.
func (s *Service) Try(ctx context.Context, t Trial) (Tried, error) {
	return reading(ctx, s, func(ctx context.Context) (Tried, error) {
		home, err := s.Home(ctx)
		if err != nil {
			return Tried{}, err
		}
		cal, err := s.calendar(ctx, home)
		if err != nil {
			return Tried{}, err
		}
		tried, err := s.tried(cal, t)
		if err != nil {
			return Tried{}, err
		}
		return Tried{benchOf(tried, s.Now()), cal.moved(tried)}, nil
	})
}

// tried is a calendar as a trial would have it.
func (s *Service) tried(cal *calendar, t Trial) (*calendar, error) {
	var c check
	home := cal.home
	home.Room = c.triedRoom(home, t, s.Now())
	pieces := slices.Clone(cal.pieces)
	for i, move := range t.Moves {
		at := slices.IndexFunc(pieces, func(p Piece) bool { return p.ID == move.PieceID })
		field := fmt.Sprintf("/moves/%d", i)
		c.that(at >= 0, field+"/pieceId", "No piece %d is on the bench.", move.PieceID)
		tooFar := move.At.After(s.Now().AddDate(yearsAhead, 0, 0))
		c.that(!tooFar, field+"/at", "More than %d years away; check the year.", yearsAhead)
		if at >= 0 {
			pieces[at].moveTo(move.At, s.Now())
		}
	}
	if t.warms() {
		weather := *home.Weather
		weather.Kept, weather.Follows = home.Room.Kept, home.Room.Unheated
		home.Weather = &weather
		c.checkLeast(t.LeastDayC, "/leastDayC")
		c.checkLeast(t.LeastNightC, "/leastNightC")
		for i := range pieces {
			pieces[i].warm(t)
		}
	}
	if err := c.err(); err != nil {
		return nil, err
	}
	return calendarOf(home, pieces, s.Now())
}

func (c *check) checkLeast(tempC *float64, at string) {
	may := tempC == nil || within(*tempC, coldestC, hottestC)
	c.that(may, at, "Between %d and %d °C: nobody coats outside that.", coldestC, hottestC)
}

func (t Trial) warms() bool { return t.LeastDayC != nil || t.LeastNightC != nil }

// moveTo lets a piece begin at a moment, now at the soonest, or rest until then once it has begun.
func (p *Piece) moveTo(at, now time.Time) {
	if at.Before(now) {
		at = now
	}
	begun := !p.Start.After(now) || !schedule.NewLog(p.Standing, now).Now.IsZero()
	if begun {
		p.Rests = at
		return
	}
	p.Start = at
}

// warm lets the room where a piece stands be no colder than a trial asks; what stands elsewhere stays as it is.
func (p *Piece) warm(t Trial) {
	if p.standsApart() {
		return
	}
	day, night := p.Air, p.Air
	if p.Night != nil {
		night = *p.Night
	}
	warmed := func(air climate.Air, least *float64) climate.Air {
		if least == nil || air.TempC >= *least {
			return air
		}
		return air.At(*least)
	}
	day, night = warmed(day, t.LeastDayC), warmed(night, t.LeastNightC)
	p.Air, p.Night = day, nil
	if night != day {
		p.Night = &night
	}
}

// A helper of a trial, and whoever worked alone until then, by the names that they get.
const helperName, ownName = "Helper", "Own hands"

// triedRoom is the room with the days of a trial.
func (c *check) triedRoom(home Workshop, t Trial, now time.Time) Room {
	room := home.Room
	room.People, room.Dates = slices.Clone(room.People), slices.Clone(room.Dates)
	if len(t.Helpers) > 0 {
		if len(room.People) == 0 {
			room.People = []Person{{ownName, home.Days}}
		}
		if !slices.ContainsFunc(room.People, func(p Person) bool { return p.Name == helperName }) {
			room.People = append(room.People, Person{Name: helperName})
		}
	}
	set := func(d OwnDay) {
		same := func(o OwnDay) bool { return o.Date == d.Date && o.Person == d.Person }
		room.Dates = append(slices.DeleteFunc(room.Dates, same), d)
	}
	for i, d := range t.Off {
		known := d.Person == "" || slices.ContainsFunc(room.People, func(p Person) bool { return p.Name == d.Person })
		c.that(known, fmt.Sprintf("/off/%d/person", i), "Nobody of that name works here.")
		d.Day = schedule.Day{}
		set(d)
	}
	for i, d := range t.Helpers {
		c.that(d.Within() && d.Close > d.Open, fmt.Sprintf("/helpers/%d/close", i), earlierFirst)
		d.Person = helperName
		set(d)
	}
	if c.err() != nil {
		return room
	}
	if t.warms() {
		room.Kept, room.Unheated = now, false // whoever warms it heats it
	}
	c.room(room)
	return room
}

// moved is what pieces are ready later or sooner by in another calendar of the same pieces, the most first.
func (cal *calendar) moved(other *calendar) (out []Moved) {
	for i, id := range cal.of {
		k := slices.Index(other.of, id)
		was, _ := cal.briefs[i].Ready(cal.cal.Plans[i])
		is, _ := other.briefs[k].Ready(other.cal.Plans[k])
		if was.IsZero() || is.IsZero() || is.Sub(was).Abs() < movedBy {
			continue
		}
		brief := cal.briefs[i]
		out = append(out, Moved{
			Piece: cal.pieces[cal.pieceAt(i)], Later: is.Sub(was), Ready: is,
			Late: brief.Late(is), Was: brief.Late(was),
		})
	}
	slices.SortStableFunc(out, func(a, b Moved) int { return int(b.Later.Abs() - a.Later.Abs()) })
	return out
}

// movedBy is from when on it is told that a piece moves (practice).
const movedBy = 5 * time.Minute

// Take saves what a trial changed, all or nothing: Invalid, store.ErrConflict when the settings or a piece were saved
// meanwhile.
func (s *Service) Take(ctx context.Context, t Trial, version int) (Bench, error) {
	own, err := s.home(ctx)
	if err != nil {
		return Bench{}, err
	}
	return writing(ctx, s, func(ctx context.Context) (Bench, error) {
		if err := s.holdMoved(ctx, own, t); err != nil {
			return Bench{}, err
		}
		home, err := s.Home(ctx)
		if err != nil {
			return Bench{}, err
		}
		cal, err := s.calendar(ctx, home)
		if err != nil {
			return Bench{}, err
		}
		tried, err := s.tried(cal, t)
		if err != nil {
			return Bench{}, prefixed(err, "/trial")
		}
		if roomChanges := len(t.Off)+len(t.Helpers) > 0 || t.warms(); roomChanges {
			row := store.Workshop{ID: home.ID, Room: toRoomRow(tried.home.Room), Version: version}
			if err := s.store.SaveRoom(ctx, row); err != nil {
				return Bench{}, err
			}
		}
		for i, p := range tried.pieces {
			if err := s.takeMove(ctx, tried.home, t, cal.pieces[i], p); err != nil {
				return Bench{}, err
			}
		}
		return s.bench(ctx)
	})
}

// holdMoved holds every piece that a trial moves, always in one order, so that two who take one never wait for each
// other.
func (s *Service) holdMoved(ctx context.Context, home int64, t Trial) error {
	var ids []int64
	for _, m := range t.Moves {
		ids = append(ids, m.PieceID)
	}
	slices.Sort(ids)
	for _, id := range slices.Compact(ids) {
		if err := s.store.HoldPiece(ctx, home, id); err != nil {
			return err
		}
	}
	return nil
}

// takeMove saves a piece as a trial moved it, where it did.
func (s *Service) takeMove(ctx context.Context, home Workshop, t Trial, was, is Piece) error {
	sameAir := was.Air == is.Air && sameNight(was.Night, is.Night)
	if sameAir && was.Start.Equal(is.Start) && was.Rests.Equal(is.Rests) {
		return nil
	}
	if _, err := is.checked(home, s.Now(), true); err != nil {
		return &Refused{fmt.Sprintf("%s cannot be moved so. %v", is.Name, err)}
	}
	row := toPieceRow(home, is.Brief)
	row.ID, row.Version, row.Rests = is.ID, is.Version, nullTime(is.Rests)
	for _, m := range t.Moves {
		if m.PieceID == is.ID {
			row.Version = m.Version
		}
	}
	return s.store.MovePiece(ctx, row)
}

func sameNight(a, b *climate.Air) bool {
	if a == nil || b == nil {
		return a == b
	}
	return *a == *b
}
