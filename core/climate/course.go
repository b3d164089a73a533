package climate

import (
	"math"
	"slices"
	"sort"
	"time"
)

// Reading is the air as it was read at a moment.
type Reading struct {
	At  time.Time
	Air Air
}

// A reading tells something new when the air has moved by as much since the last, and once an hour in any case
// (practice: as fine as a workshop's meter is).
const movedC, movedRH, newEvery = 0.4, 2.0, time.Hour

// Tells tells whether a reading says more than the one before.
func (r Reading) Tells(last Reading) bool {
	moved := math.Abs(r.Air.TempC-last.Air.TempC) >= movedC || math.Abs(r.Air.RH-last.Air.RH) >= movedRH
	return moved || r.At.Sub(last.At) >= newEvery
}

// WetFromMM is the rain in an hour from which a wet coat is spoiled, in mm (practice).
const WetFromMM = 0.1

// Source is where the air of a spell is known from.
type Source string

const (
	Measured Source = "measured"
	LastDay  Source = "last_day" // as it was measured a day before, where that is harder on a coat than what is set
	Forecast Source = "forecast"
)

// Spell is a stretch of one air.
type Spell struct {
	From, To time.Time
	Air      Air
	Wet      bool // rain is expected to fall, where nothing keeps it off
	Source   Source
}

// Course is the air of a place as it passed and is expected to pass: spells in order that do not overlap. What lies
// between two is not known.
type Course []Spell

// Holds is how long a reading tells the air after it, where no other follows (practice).
const Holds = 4 * time.Hour

// What no thermo-hygrometer in a workshop shows unless it is broken: the ends of a sensor's range, or a leap and back
// between two readings (practice).
const (
	coldestRead, warmestRead = -25.0, 50.0
	driestRead               = 3.0
	leapC, leapRH            = 6.0, 25.0
	leapWithin               = time.Hour
)

// Believable tells whether a reading can be of a room at all.
func (a Air) Believable() bool {
	temp := a.TempC >= coldestRead && a.TempC <= warmestRead // false for what is no number
	return temp && a.RH >= driestRead && a.RH <= 100
}

// far tells whether two readings lie further apart than a room's air moves between them.
func far(a, b Reading) bool {
	soon := b.At.Sub(a.At).Abs() < leapWithin
	return soon && (math.Abs(a.Air.TempC-b.Air.TempC) > leapC || math.Abs(a.Air.RH-b.Air.RH) > leapRH)
}

// Sound are the readings, the oldest first, without those that cannot be right: out of range, or far from the ones
// before and after, which agree. A leap in the last is not believed before another confirms it.
func Sound(readings []Reading) []Reading {
	in := slices.DeleteFunc(slices.Clone(readings), func(r Reading) bool { return !r.Air.Believable() })
	slices.SortStableFunc(in, func(a, b Reading) int { return a.At.Compare(b.At) })
	var out []Reading
	for i, r := range in {
		leapt := len(out) > 0 && far(out[len(out)-1], r)
		if confirmed := i+1 < len(in) && !far(r, in[i+1]); leapt && !confirmed {
			continue
		}
		out = append(out, r)
	}
	return out
}

// Harsher is the cooler and the damper of two airs: what a coat dries slowest in.
func Harsher(a, b Air) Air { return Air{min(a.TempC, b.TempC), max(a.RH, b.RH)} }

// Steps in which a course tells the air, rounded to the side on which coats dry slower.
const stepC, stepRH = 0.5, 2.0

func (a Air) rounded() Air {
	return Air{math.Floor(a.TempC/stepC) * stepC, min(100, math.Ceil(a.RH/stepRH)*stepRH)}
}

// CourseOf is the air by its readings: between two it is the harsher of both, after the last of a row it holds.
func CourseOf(readings []Reading) Course {
	var out Course
	sound := Sound(readings)
	for i, r := range sound {
		to, air := r.At.Add(Holds), r.Air
		if i+1 < len(sound) && !sound[i+1].At.After(to) {
			to, air = sound[i+1].At, Harsher(air, sound[i+1].Air)
		}
		out = out.with(Spell{r.At, to, air.rounded(), false, Measured})
	}
	return out
}

// with adds a spell at the end, or makes the last one longer where it is the same.
func (c Course) with(s Spell) Course {
	if !s.To.After(s.From) {
		return c
	}
	if n := len(c); n > 0 {
		last := &c[n-1]
		same := last.Air == s.Air && last.Wet == s.Wet && last.Source == s.Source
		if same && last.To.Equal(s.From) {
			last.To = s.To
			return c
		}
	}
	return append(c, s)
}

// End is when the last spell is over; zero where nothing is known.
func (c Course) End() time.Time {
	if len(c) == 0 {
		return time.Time{}
	}
	return c[len(c)-1].To
}

// Then goes on with what is expected once this course ends.
func (c Course) Then(ahead Course) Course {
	out := slices.Clone(c)
	end := c.End()
	for _, s := range ahead {
		if s.From.Before(end) {
			s.From = end
		}
		out = out.with(Spell{s.From, s.To, s.Air.rounded(), s.Wet, s.Source})
	}
	return out
}

// Since cuts a course that was read before a place came to be kept otherwise: no reading holds beyond that.
func (c Course) Since(kept time.Time) Course {
	var out Course
	for _, s := range c {
		if s.From.Before(kept) && s.To.After(kept) {
			s.To = kept
		}
		out = out.with(s)
	}
	return out
}

const day = 24 * time.Hour

// AsLastDay goes on for a day as the last one was measured, where that is harder on a coat than what is set: a heater
// that failed last night may fail again, and one that did well promises nothing. What was before kept is no measure:
// the place is kept otherwise since. Set tells the air that is counted with at a moment, and until when.
func (c Course) AsLastDay(kept time.Time, set func(time.Time) (Air, time.Time)) Course {
	out, end := slices.Clone(c), c.End()
	for _, s := range c {
		if s.From.Before(kept) {
			continue
		}
		from, to := s.From.Add(day), s.To.Add(day)
		if from.Before(end) {
			from = end
		}
		if most := end.Add(day); to.After(most) {
			to = most
		}
		for from.Before(to) {
			air, until := set(from)
			if until.After(to) {
				until = to
			}
			out = out.with(Spell{from, until, Harsher(s.Air, air).rounded(), false, LastDay})
			from = until
		}
	}
	return out
}

// At is the spell that a moment lies in, or the next that follows; ok is false after the last.
func (c Course) At(t time.Time) (s Spell, ok bool) {
	i := sort.Search(len(c), func(i int) bool { return c[i].To.After(t) })
	if i == len(c) {
		return s, false
	}
	return c[i], true
}

// Over are the spells that touch from–to.
func (c Course) Over(from, to time.Time) Course {
	first := sort.Search(len(c), func(i int) bool { return c[i].To.After(from) })
	last := sort.Search(len(c), func(i int) bool { return !c[i].From.Before(to) })
	return c[first:max(first, last)]
}
