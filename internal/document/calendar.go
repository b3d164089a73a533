package document

import (
	"fmt"
	"strconv"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"
	"github.com/google/uuid"

	"firmitas/core/care"
)

// Calendar is the card's dates as iCalendar (RFC 5545): those of hardening that are still to come, and each renewal
// from the next on. A day's entry keeps its id over every issue of the card, so that a newer one replaces it.
func (c Card) Calendar(made time.Time) []byte {
	cal := ics.NewCalendarFor("Firmitas")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(c.heading())
	today := made.In(c.Zone).Format(time.DateOnly)
	entry := func(id, what, zone string, at time.Time, text string) *ics.VEvent {
		e := cal.AddEvent(entryID(c.World, c.Facts.Number, id))
		e.SetDtStampTime(made)
		e.SetSequence(c.Number)
		e.SetAllDayStartAt(at.In(c.Zone))
		e.SetTimeTransparency(ics.TransparencyTransparent) // a day of the table keeps nobody busy
		title := c.Facts.Title
		if zone != "" && len(c.Facts.Zones) > 1 {
			title += ", " + zone
		}
		e.SetSummary(c.words("calendar."+what, map[string]care.Arg{"title": {Text: title}}))
		if text != "" {
			e.SetDescription(text)
		}
		if c.Link != "" {
			e.SetURL(c.Link)
		}
		return e
	}
	for i, z := range c.Facts.Zones {
		days := z.Dates.Days(c.Zone)
		for _, day := range []struct {
			what string
			at   time.Time
		}{{"light", days.Light}, {"ordinary", days.Ordinary}, {"hard", days.Hard}} {
			if !day.at.IsZero() && day.at.Format(time.DateOnly) >= today {
				entry(fmt.Sprintf("%s-%d", day.what, i), day.what, z.Name, day.at, "")
			}
		}
	}
	for i, r := range c.Card.Renewals {
		at := r.From(made.In(c.Zone))
		e := entry(fmt.Sprintf("renew-%d", i), "renew", r.Zone, at, r.Message.In(c.Lang))
		e.AddRrule(everyMonths(r.Months, r.At.In(c.Zone).Day()))
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
}

// entryID is an entry's id in the whole world, the same each time: of a workshop's piece, and of what it is.
func entryID(world, number, what string) string {
	space, err := uuid.Parse(world)
	if err != nil {
		space = uuid.Nil // a card that is only looked at
	}
	return uuid.NewSHA1(space, []byte(number+" "+what)).String()
}

// everyMonths repeats a day of the month after so many months: in a month that is too short for it, on its last day,
// where a calendar would otherwise leave the month out (RFC 5545, 3.3.10).
func everyMonths(months, day int) string {
	const ofAll = 28 // every month has so many days
	rule := fmt.Sprintf("FREQ=MONTHLY;INTERVAL=%d", months)
	if day <= ofAll {
		return rule
	}
	days := []string{strconv.Itoa(ofAll)}
	for d := ofAll + 1; d <= day; d++ {
		days = append(days, strconv.Itoa(d))
	}
	return rule + ";BYMONTHDAY=" + strings.Join(days, ",") + ";BYSETPOS=-1"
}
