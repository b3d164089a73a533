package calendar

import (
	"context"
	"fmt"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/schedule"
	"firmitas/core/workday"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// Trial is a change of the calendar that is looked at before anything is saved.
type Trial struct {
	Moves       []Move
	Off         []house.OwnDay // days on which somebody, or everybody, does not work
	Helpers     []house.OwnDay // days on which one more pair of hands works
	LeastDayC   *float64       // the room is warmed to, by day; nil = as it is
	LeastNightC *float64       // and by night
}

// Move is a piece whose work begins, or goes on once it has begun, no sooner than at a moment.
type Move struct {
	PieceID int64
	Version int // of the piece as it was seen
	At      time.Time
}

// Moved is what a trial comes to for a piece.
type Moved struct {
	Piece piece.Piece
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
	return house.Reading(ctx, s.house, func(ctx context.Context) (Tried, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return Tried{}, err
		}
		cal, err := s.All(ctx, home)
		if err != nil {
			return Tried{}, err
		}
		tried, err := s.tried(cal, t)
		if err != nil {
			return Tried{}, err
		}
		return Tried{benchOf(tried, s.house.Now()), cal.moved(tried)}, nil
	})
}

// tried is a calendar as a trial would have it.
func (s *Service) tried(cal *Calendar, t Trial) (*Calendar, error) {
	var c problem.Check
	home := cal.home
	home.Room = checkTriedRoom(&c, home, t, s.house.Now())
	pieces := slices.Clone(cal.Pieces)
	for i, move := range t.Moves {
		at := slices.IndexFunc(pieces, func(p piece.Piece) bool { return p.ID == move.PieceID })
		field := fmt.Sprintf("/moves/%d", i)
		c.That(at >= 0, field+"/pieceId", "No piece %d is on the bench.", move.PieceID)
		tooFar := move.At.After(s.house.Now().AddDate(piece.YearsAhead, 0, 0))
		c.That(!tooFar, field+"/at", "More than %d years away; check the year.", piece.YearsAhead)
		if at >= 0 {
			moveTo(&pieces[at], move.At, s.house.Now())
		}
	}
	if t.warms() {
		weather := *home.Weather
		weather.Kept, weather.Follows = home.Room.Kept, home.Room.Unheated
		home.Weather = &weather
		checkLeast(&c, t.LeastDayC, "/leastDayC")
		checkLeast(&c, t.LeastNightC, "/leastNightC")
		for i := range pieces {
			warm(&pieces[i], t)
		}
	}
	if err := c.Err(); err != nil {
		return nil, err
	}
	return calendarOf(home, pieces, s.house.Now())
}

func checkLeast(c *problem.Check, tempC *float64, at string) {
	may := tempC == nil || problem.Within(*tempC, piece.ColdestC, piece.HottestC)
	c.That(may, at, "Between %d and %d °C: nobody coats outside that.", piece.ColdestC, piece.HottestC)
}

func (t Trial) warms() bool { return t.LeastDayC != nil || t.LeastNightC != nil }

// moveTo lets a piece begin at a moment, now at the soonest, or rest until then once it has begun.
func moveTo(p *piece.Piece, at, now time.Time) {
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
func warm(p *piece.Piece, t Trial) {
	if p.StandsApart() {
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

// checkTriedRoom is the room with the days of a trial.
func checkTriedRoom(c *problem.Check, home house.Workshop, t Trial, now time.Time) house.Room {
	room := home.Room
	room.People, room.Dates = slices.Clone(room.People), slices.Clone(room.Dates)
	if len(t.Helpers) > 0 {
		if len(room.People) == 0 {
			room.People = []house.Person{{Name: ownName, Days: home.Days}}
		}
		if !slices.ContainsFunc(room.People, func(p house.Person) bool { return p.Name == helperName }) {
			room.People = append(room.People, house.Person{Name: helperName})
		}
	}
	set := func(d house.OwnDay) {
		same := func(o house.OwnDay) bool { return o.Date == d.Date && o.Person == d.Person }
		room.Dates = append(slices.DeleteFunc(room.Dates, same), d)
	}
	for i, d := range t.Off {
		named := func(p house.Person) bool { return p.Name == d.Person }
		known := d.Person == "" || slices.ContainsFunc(room.People, named)
		c.That(known, fmt.Sprintf("/off/%d/person", i), "Nobody of that name works here.")
		d.Day = workday.Day{}
		set(d)
	}
	for i, d := range t.Helpers {
		c.That(d.Within() && d.Close > d.Open, fmt.Sprintf("/helpers/%d/close", i), house.EarlierFirst)
		d.Person = helperName
		set(d)
	}
	if c.Err() != nil {
		return room
	}
	if t.warms() {
		room.Kept, room.Unheated = now, false // whoever warms it heats it
	}
	house.CheckRoom(c, room)
	return room
}

// moved is what pieces are ready later or sooner by in another calendar of the same pieces, the most first.
func (cal *Calendar) moved(other *Calendar) (out []Moved) {
	for i, id := range cal.of {
		k := slices.Index(other.of, id)
		was, _ := cal.Briefs[i].Ready(cal.Cal.Plans[i])
		is, _ := other.Briefs[k].Ready(other.Cal.Plans[k])
		if was.IsZero() || is.IsZero() || is.Sub(was).Abs() < movedBy {
			continue
		}
		brief := cal.Briefs[i]
		out = append(out, Moved{
			Piece: cal.Pieces[cal.PieceAt(i)], Later: is.Sub(was), Ready: is,
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
	own, err := s.house.ID(ctx)
	if err != nil {
		return Bench{}, err
	}
	return house.Writing(ctx, s.house, func(ctx context.Context) (Bench, error) {
		if err := s.holdMoved(ctx, own, t); err != nil {
			return Bench{}, err
		}
		home, err := s.house.Home(ctx)
		if err != nil {
			return Bench{}, err
		}
		cal, err := s.All(ctx, home)
		if err != nil {
			return Bench{}, err
		}
		tried, err := s.tried(cal, t)
		if err != nil {
			return Bench{}, problem.Prefixed(err, "/trial")
		}
		if roomChanges := len(t.Off)+len(t.Helpers) > 0 || t.warms(); roomChanges {
			row := store.Workshop{ID: home.ID, Room: house.ToRoomRow(tried.home.Room), Version: version}
			if err := s.store.SaveRoom(ctx, row); err != nil {
				return Bench{}, err
			}
		}
		for i, p := range tried.Pieces {
			if err := s.takeMove(ctx, tried.home, t, cal.Pieces[i], p); err != nil {
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
func (s *Service) takeMove(ctx context.Context, home house.Workshop, t Trial, was, is piece.Piece) error {
	sameAir := was.Air == is.Air && sameNight(was.Night, is.Night)
	if sameAir && was.Start.Equal(is.Start) && was.Rests.Equal(is.Rests) {
		return nil
	}
	if _, err := is.Checked(home, s.house.Now(), true); err != nil {
		return problem.Refuse(fmt.Sprintf("%s cannot be moved so. %v", is.Name, err))
	}
	row := piece.ToRow(home, is.Brief)
	row.ID, row.Version, row.Rests = is.ID, is.Version, store.NullTime(is.Rests)
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
