package climate

import (
	"math/rand/v2"
	"testing"
	"time"
)

var midnight = time.Date(2026, 3, 2, 0, 0, 0, 0, time.UTC)

func read(hour, tempC, rh float64) Reading {
	return Reading{midnight.Add(time.Duration(hour * float64(time.Hour))), Air{tempC, rh}}
}

// What a broken sensor says is left out; a door that is opened is not.
func TestSoundLeavesOutWhatCannotBe(t *testing.T) {
	for _, c := range []struct {
		name     string
		readings []Reading
		want     int
	}{
		{"the ends of its range", []Reading{read(0, 18, 50), read(0.2, 85, 50), read(0.4, -40, 50), read(0.6, 18, 0)}, 1},
		{"a leap and back", []Reading{read(0, 18, 50), read(0.2, 33, 50), read(0.4, 18, 50)}, 2},
		{"a leap that stays", []Reading{read(0, 18, 50), read(0.2, 8, 80), read(0.4, 8, 80)}, 3},
		{"a leap in the last", []Reading{read(0, 18, 50), read(0.2, 18, 50), read(0.4, 31, 50)}, 2},
		{"a night without readings", []Reading{read(0, 18, 50), read(9, 5, 80)}, 2},
		{"out of order", []Reading{read(1, 18, 50), read(0, 17, 50)}, 2},
	} {
		if got := Sound(c.readings); len(got) != c.want {
			t.Errorf("%s: %d are left, want %d: %v", c.name, len(got), c.want, got)
		}
	}
}

// Arithmetic: between two readings the harsher, after the last for four hours, in a longer gap not known.
func TestCourseOfReadings(t *testing.T) {
	c := CourseOf([]Reading{read(0, 20, 50), read(2, 18, 60), read(9, 20, 50)})
	for _, p := range []struct {
		hour  float64
		want  Air
		known bool
	}{
		{1, Air{18, 60}, true}, {3, Air{18, 60}, true}, {7, Air{}, false}, {12, Air{20, 50}, true}, {13.5, Air{}, false},
	} {
		at := read(p.hour, 0, 0).At
		s, ok := c.At(at)
		if known := ok && !s.From.After(at); known != p.known || known && s.Air != p.want {
			t.Errorf("at %v h: %v %v, want %v", p.hour, s, known, p.want)
		}
	}
	if got := CourseOf([]Reading{read(0, 19.9, 50.5)})[0].Air; got != (Air{19.5, 52}) {
		t.Errorf("rounded to %v, want the slower side", got)
	}
}

// A heater that failed in the night is counted with for the next one, and what is set by day stays.
func TestTheNextNightIsTakenAsTheLast(t *testing.T) {
	set := func(t time.Time) (Air, time.Time) { return Air{20, 50}, t.Add(time.Hour).Truncate(time.Hour) }
	var readings []Reading
	for h := 0.0; h <= 24; h++ {
		if r := read(h, 22, 40); h >= 2 && h < 6 {
			readings = append(readings, Reading{r.At, Air{6, 80}})
		} else {
			readings = append(readings, r)
		}
	}
	c := CourseOf(readings).AsLastDay(time.Time{}, set)
	for _, p := range []struct {
		hour float64
		want Air
		from Source
	}{{27.5, Air{22, 40}, Measured}, {28.5, Air{6, 80}, LastDay}, {36, Air{20, 50}, LastDay}, {29.5, Air{6, 80}, LastDay}} {
		if s, ok := c.At(read(p.hour, 0, 0).At); !ok || s.Air != p.want || s.Source != p.from {
			t.Errorf("at %v h: %+v, want %v", p.hour, s, p.want)
		}
	}
	if want := read(52, 0, 0).At; c.End().After(want) {
		t.Errorf("it goes on until %s, want a day after the last reading holds", c.End())
	}
}

// Property: spells are in order, never overlap, and are never kinder to a coat than the readings they come from.
func TestCoursesAreInOrderAndNoKinder(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	for range 500 {
		var readings []Reading
		for h := 0.0; h < 60; h += r.Float64() * 5 {
			readings = append(readings, read(h, 5+r.Float64()*4, 50+r.Float64()*10))
		}
		c := CourseOf(readings)
		ahead := Course{{From: midnight.Add(50 * time.Hour), To: midnight.Add(80 * time.Hour), Air: Air{15, 60}, Source: Forecast}}
		c = c.Then(ahead)
		for i, s := range c {
			if !s.To.After(s.From) || i > 0 && s.From.Before(c[i-1].To) {
				t.Fatalf("spell %d of %v", i, c)
			}
		}
		for _, x := range readings {
			if s, ok := c.At(x.At); ok && s.Source == Measured && (s.Air.TempC > x.Air.TempC || s.Air.RH < x.Air.RH) {
				t.Fatalf("%v is kinder than %v", s, x)
			}
		}
	}
}
