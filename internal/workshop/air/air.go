package air

import (
	"context"
	"errors"
	"slices"
	"time"

	"firmitas/core/climate"
	"firmitas/core/schedule"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// Reading is the air as it was read: of the room, or where a piece stands.
type Reading struct {
	ID      int64
	Air     climate.Air
	At      time.Time
	Who     string
	PieceID int64 // 0 = of the room
	Doubted bool  // it cannot be right: nothing is planned by it
}

// RoomAir is the air of the room as it passed and is expected.
type RoomAir struct {
	Readings []Reading // of late, the newest first
	Course   climate.Course
	Outdoors climate.Course // as it is forecast
	Heard    time.Time      // the forecast; zero = never
	Device   Device
}

// Device is how the thermo-hygrometer does.
type Device struct {
	Asked  bool      // one is connected
	Silent bool      // it does not answer
	Heard  time.Time // it answered last
}

// recently is how far back readings of the room are looked at.
const recently = 48 * time.Hour

// AirAt is the air where a piece stands as it was last read before a moment; nil where that is too long ago.
func (s *Service) AirAt(ctx context.Context, home house.Workshop, p piece.Piece, at time.Time) (*climate.Air, error) {
	told := p.Standing
	if !p.StandsApart() {
		var err error
		if told, err = s.Room(ctx, home, at); err != nil {
			return nil, err
		}
	}
	if air, ok := worklog.AirAt(told, at); ok {
		return &air, nil
	}
	return nil, nil
}

// Room is what was told of the room itself of late, up to a moment.
func (s *Service) Room(ctx context.Context, home house.Workshop, at time.Time) ([]worklog.Event, error) {
	rows, err := s.store.RoomBetween(ctx, home.ID, at.Add(-recently), at)
	if err != nil {
		return nil, err
	}
	return record.Facts(rows)
}

// WithWeather is a workshop with what is known of its air since a moment.
func (s *Service) WithWeather(ctx context.Context, home house.Workshop, since time.Time) (house.Workshop, error) {
	rows, err := s.store.RoomBetween(ctx, home.ID, since, s.house.Now())
	if err != nil {
		return home, err
	}
	told, err := record.Facts(rows)
	if err != nil {
		return home, err
	}
	forecast, _, err := s.forecast(ctx, home)
	home.Weather = &schedule.Weather{
		Readings: worklog.Readings(told), Forecast: forecast, Follows: home.Room.Unheated, Kept: home.Room.Kept,
	}
	return home, err
}

func (s *Service) forecast(ctx context.Context, home house.Workshop) (out climate.Course, heard time.Time, err error) {
	row, err := s.store.Forecast(ctx, home.ID)
	if errors.Is(err, store.ErrNotFound) {
		return nil, heard, nil
	}
	for _, h := range row.Hours.V {
		out = append(out, climate.Spell{
			From: h.At, To: h.At.Add(time.Hour), Air: climate.Air{TempC: h.TempC, RH: h.RH}, Wet: h.Wet,
			Source: climate.Forecast,
		})
	}
	return out, row.Heard, err
}

// ReadAir keeps the air as it was read on the thermo-hygrometer: of the room, or where a piece stands.
func (s *Service) ReadAir(ctx context.Context, r Reading) (Reading, error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (Reading, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return r, err
		}
		if r.At.IsZero() {
			r.At = s.house.Now()
		}
		var c problem.Check
		piece.CheckAir(&c, r.Air, "/air")
		passed := !r.At.After(s.house.Now().Add(record.AMomentAhead))
		c.That(passed, "/readAt", "It cannot have been read in the time to come.")
		if r.PieceID != 0 {
			_, err := s.store.Piece(ctx, home, r.PieceID)
			c.That(!errors.Is(err, store.ErrNotFound), "/pieceId", "There is no piece %d.", r.PieceID)
		}
		if err := c.Err(); err != nil {
			return r, err
		}
		r.ID, err = s.keepReading(ctx, home, r)
		return r, err
	})
}

func (s *Service) keepReading(ctx context.Context, home int64, r Reading) (int64, error) {
	e := worklog.Event{At: r.At, Told: s.house.Now(), Who: r.Who, Body: worklog.AirReading{Air: r.Air}}
	return s.record.Keep(ctx, home, r.PieceID, e)
}

// TakeBackReading tells that a reading of the room of late was wrong. ErrNotFound where it does not stand.
func (s *Service) TakeBackReading(ctx context.Context, id int64, who string) error {
	_, err := house.Writing(ctx, s.house, func(ctx context.Context) (struct{}, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return struct{}{}, err
		}
		told, err := s.Room(ctx, home, s.house.Now().Add(record.AMomentAhead))
		if err != nil {
			return struct{}{}, err
		}
		at := slices.IndexFunc(told, func(e worklog.Event) bool { return e.ID == id && e.Kind() == worklog.AirRead })
		if at < 0 {
			return struct{}{}, store.ErrNotFound
		}
		back := worklog.Event{At: s.house.Now(), Told: s.house.Now(), Who: who, Body: worklog.Back{Of: id}}
		_, err = s.record.Keep(ctx, home.ID, 0, back)
		return struct{}{}, err
	})
	return err
}

// HearAir keeps what a thermo-hygrometer told: wrong values too, as it told them, since no plan believes those. It
// returns how many were kept.
func (s *Service) HearAir(ctx context.Context, device string, told []Reading) (kept int, err error) {
	return house.Writing(ctx, s.house, func(ctx context.Context) (int, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return 0, err
		}
		known, err := s.Room(ctx, home, s.house.Now())
		if err != nil {
			return 0, err
		}
		since, err := s.store.HeardLast(ctx, home.ID, device)
		if err != nil {
			return 0, err
		}
		var last *climate.Reading
		for _, e := range known {
			if e.Kind() == worklog.AirRead && e.Who == device {
				last = &climate.Reading{At: e.At, Air: e.Air()}
			}
		}
		kept := 0
		for _, r := range told {
			ofLate := r.At.After(s.house.Now().Add(-recently)) && !r.At.After(s.house.Now())
			isNew := ofLate && r.At.After(since) // what was taken back is not heard again
			read := climate.Reading{At: r.At, Air: r.Air}
			if !isNew || last != nil && !read.Tells(*last) {
				continue
			}
			r.Who = device
			if _, err := s.keepReading(ctx, home.ID, r); err != nil {
				return kept, err
			}
			kept++
			last = &read
		}
		return kept, nil
	})
}

// HearForecast keeps the air outdoors as it is forecast. Hours that have passed stay as they were forecast last.
func (s *Service) HearForecast(ctx context.Context, hours []store.ForecastHour) error {
	if len(hours) == 0 {
		return nil
	}
	_, err := house.Writing(ctx, s.house, func(ctx context.Context) (struct{}, error) {
		home, err := s.house.ID(ctx)
		if err != nil {
			return struct{}{}, err
		}
		before, err := s.store.Forecast(ctx, home)
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return struct{}{}, err
		}
		var merged []store.ForecastHour
		for _, h := range before.Hours.V {
			if h.At.Before(hours[0].At) && h.At.After(s.house.Now().Add(-schedule.HardensWithin)) {
				merged = append(merged, h)
			}
		}
		return struct{}{}, s.store.SaveForecast(ctx, store.Forecast{
			WorkshopID: home, Heard: s.house.Now(),
			Hours: store.JSON[[]store.ForecastHour]{V: append(merged, hours...)},
		})
	})
	return err
}

// LastReading of what was told of the room that can be right; nil where nothing was.
func LastReading(told []worklog.Event) *Reading {
	readings := climate.Sound(worklog.Readings(told))
	if len(readings) == 0 {
		return nil
	}
	last := readings[len(readings)-1]
	for _, e := range told {
		if e.Kind() == worklog.AirRead && e.At.Equal(last.At) && e.Air() == last.Air {
			return &Reading{ID: e.ID, Air: e.Air(), At: e.At, Who: e.Who}
		}
	}
	return nil
}

// Air of the room as it passed, is expected, and is forecast outdoors.
func (s *Service) Air(ctx context.Context) (RoomAir, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (RoomAir, error) {
		home, err := s.house.Home(ctx)
		if err != nil {
			return RoomAir{}, err
		}
		told, err := s.Room(ctx, home, s.house.Now())
		if err != nil {
			return RoomAir{}, err
		}
		out := RoomAir{Course: climate.CourseOf(worklog.Readings(told)), Device: s.device()}
		sound := climate.Sound(worklog.Readings(told))
		for _, e := range told {
			if e.Kind() != worklog.AirRead {
				continue
			}
			doubted := !slices.Contains(sound, climate.Reading{At: e.At, Air: e.Air()})
			out.Readings = append(out.Readings, Reading{ID: e.ID, Air: e.Air(), At: e.At, Who: e.Who, Doubted: doubted})
		}
		slices.Reverse(out.Readings)
		out.Outdoors, out.Heard, err = s.forecast(ctx, home)
		out.Outdoors = out.Outdoors.Over(s.house.Now().Add(-recently), s.house.Now().Add(recently))
		return out, err
	})
}

// Instrument tells whether the thermo-hygrometer answered, each time it was asked.
func (s *Service) Instrument(answered bool) {
	now := Device{Asked: true, Silent: !answered, Heard: s.house.Now()}
	if !answered {
		now.Heard = s.device().Heard
	}
	s.thermometer.Store(&now)
}

func (s *Service) device() Device {
	if d := s.thermometer.Load(); d != nil {
		return *d
	}
	return Device{}
}
