package document

import (
	"firmitas/internal/spreadsheet"
	"io"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Entry is a stretch of the workshop's calendar: a step of a plan, or a date of a piece where From is To.
type Entry struct {
	Piece, Number string
	Zone          string // "" = the whole piece
	What, Kind    string
	Key           string // tells it apart within its piece, and stays when it moves
	From, To      time.Time
	By            string
	Closes        time.Time // its window; zero = no limit
}

func (e Entry) where() string {
	if e.Zone == "" {
		return e.Piece
	}
	return e.Piece + ", " + e.Zone
}

// Calendars show what takes no time, a date of a piece, for so long.
const momentShown = 15 * time.Minute

// Plan is what a workshop has before it.
type Plan struct {
	World, Name string // the workshop's id in the whole world, and its name
	Entries     []Entry
}

// Calendar is the plan as iCalendar (RFC 5545): what is still to come. An entry keeps its id when it moves, so that
// another calendar moves it too.
func (p Plan) Calendar(made time.Time) []byte {
	cal := ics.NewCalendarFor("Firmitas")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(p.Name)
	for _, e := range p.Entries {
		if e.To.Before(made) {
			continue
		}
		event := cal.AddEvent(entryID(p.World, e.Number, e.Key))
		event.SetDtStampTime(made)
		event.SetStartAt(e.From)
		event.SetEndAt(e.To)
		event.SetSummary(e.where() + ": " + e.What)
		var more []string
		if e.By != "" {
			more = append(more, "By "+e.By+".")
		}
		if !e.Closes.IsZero() {
			event.SetProperty(ics.ComponentPropertyPriority, "1")
			more = append(more, "Before "+e.Closes.Format("Monday 2 January, 15:04 (MST)")+" its window closes.")
		}
		if len(more) > 0 {
			event.SetDescription(strings.Join(more, " "))
		}
		if e.From.Equal(e.To) {
			event.SetEndAt(e.To.Add(momentShown))
			event.SetTimeTransparency(ics.TransparencyTransparent)
		}
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
}

// WritePlanCSV writes the calendar a line each; times with their zone.
func WritePlanCSV(w io.Writer, all []Entry, mark bool) error {
	rows := [][]string{{"number", "piece", "zone", "kind", "what", "from", "to", "by", "window closes"}}
	at := func(t time.Time) string {
		if t.IsZero() {
			return ""
		}
		return t.Format(time.RFC3339)
	}
	for _, e := range all {
		rows = append(rows, []string{
			e.Number, e.Piece, e.Zone, e.Kind, e.What, at(e.From), at(e.To), e.By, at(e.Closes),
		})
	}
	return spreadsheet.Write(w, rows, mark)
}
