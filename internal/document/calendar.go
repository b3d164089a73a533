package document

import (
	"fmt"
	"strconv"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"firmitas/core/care"
)

// Calendar is the card's dates as iCalendar (RFC 5545): those of hardening that are still to come, and each renewal
// from the first on. A day's entry keeps its id over every issue of the card, so that a newer one replaces it.
func (c Card) Calendar(made time.Time) []byte {
	cal := ics.NewCalendarFor("Firmitas")
	cal.SetMethod(ics.MethodPublish)
	cal.SetXWRCalName(c.heading())
	entry := func(id, what string, at time.Time, text string) *ics.VEvent {
		e := cal.AddEvent(fmt.Sprintf("%s-%s@firmitas", c.Facts.Number, id))
		e.SetDtStampTime(made)
		e.SetSequence(c.Number)
		e.SetAllDayStartAt(at.In(c.Zone))
		e.SetTimeTransparency(ics.TransparencyTransparent) // a day of the table keeps nobody busy
		e.SetSummary(c.words("calendar."+what, map[string]care.Arg{"title": {Text: c.Facts.Title}}))
		if text != "" {
			e.SetDescription(text)
		}
		if c.Link != "" {
			e.SetURL(c.Link)
		}
		return e
	}
	for i, z := range c.Facts.Zones {
		name := ""
		if len(c.Facts.Zones) > 1 {
			name = z.Name
		}
		for _, day := range []struct {
			what string
			at   time.Time
		}{{"light", z.Dates.Light}, {"ordinary", z.Dates.Ordinary}, {"hard", z.Dates.Hard}} {
			if !day.at.IsZero() {
				entry(fmt.Sprintf("%s-%d", day.what, i), day.what, startOfNext(day.at.In(c.Zone)), name)
			}
		}
	}
	for i, r := range c.Card.Renewals {
		e := entry(fmt.Sprintf("renew-%d", i), "renew", r.At, r.Message.In(c.Lang))
		e.AddRrule(everyMonths(r.Months, r.At.In(c.Zone).Day()))
	}
	return []byte(cal.Serialize(ics.WithNewLineWindows))
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

// startOfNext is the first day on which a moment has passed.
func startOfNext(t time.Time) time.Time {
	start := time.Date(t.Year(), t.Month(), t.Day(), 0, 0, 0, 0, t.Location())
	if t.After(start) {
		start = start.AddDate(0, 0, 1)
	}
	return start
}
