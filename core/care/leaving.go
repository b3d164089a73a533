package care

import (
	"fmt"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
)

// Question is something that stands against letting a piece leave, told plainly to its finisher. It is answered by
// doing something about it, or gone past with a reason; what Stops cannot be gone past.
type Question struct {
	ID    string // what it is about, the same as long as that stands
	Zone  string // "" = the whole piece
	Text  string
	Stops bool
}

// Leaving is what the questions are asked of.
type Leaving struct {
	Facts    Facts
	At       time.Time
	Promised time.Time  // zero when nothing was
	Open     []Question // what the plan itself still asks: coats, tests, looks, measurements
}

// Questions before a piece leaves: those of the plan, of each zone, of the promise.
func (l Leaving) Questions() []Question {
	out := l.Open
	for i := range l.Facts.Zones {
		out = append(out, l.zone(i)...)
	}
	if !l.Promised.IsZero() && l.At.After(l.Promised) {
		out = append(out, Question{
			ID:   "promise",
			Text: fmt.Sprintf("It was promised for %s.", l.day(l.Promised)),
		})
	}
	return out
}

func (l Leaving) day(t time.Time) string {
	return t.In(l.Facts.at()).Format("2 January 2006, 15:04")
}

func (l Leaving) zone(i int) (out []Question) {
	z := l.Facts.reader(i, l.At)
	ask := func(id, format string, args ...any) {
		out = append(out, Question{
			ID: fmt.Sprintf("%s:%d", id, i), Zone: z.Name, Text: fmt.Sprintf(format, args...),
		})
	}
	d := l.Facts.Zones[i].Dates // to the hour: it is decided now
	young := l.At.Before(d.Hard)
	switch {
	case len(z.Layers) == 0:
		ask("undone", "Nothing was put on it. The card says that it was left as it was.")
	case l.At.Before(d.Move):
		ask("move", "It may not be carried before %s: what touches it marks it.", l.day(d.Move))
	case young && z.life.CureFirst:
		ask("child", "Its finish is not fully hardened before %s, and a child's piece is used only then.", l.day(d.Hard))
	case young && z.food():
		ask("food", "Its finish is not fully hardened before %s, and no food may lie on it sooner.", l.day(d.Hard))
	case l.At.Before(d.Ordinary) && (z.floor() || z.life.IsA("public")):
		ask("public", "It may not be used as usual before %s, and the public will not wait.", l.day(d.Ordinary))
	case l.At.Before(d.Light):
		ask("light", "It is not in light use before %s. Until then it stands free, with nothing on it.", l.day(d.Light))
	}
	if z.life.Has(enduse.Child) && !z.nothingOn() && !z.states(coating.StatesToys) {
		ask("label", "No label of what lies on it states anything on toys or children. The card says so.")
	}
	return out
}

func (z *reader) states(kind string) bool {
	for _, l := range z.Layers {
		if l.Says[kind] != "" {
			return true
		}
	}
	return false
}
