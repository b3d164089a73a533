package document

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"os"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"

	"firmitas/core/care"
	"firmitas/core/climate"
)

// A renewal comes round after its months on its day, or on the last day of a month that is too short for it: none is
// left out, as read by a calendar that is not ours.
func TestRenewalsComeRoundInShortMonths(t *testing.T) {
	zone, err := time.LoadLocation("Pacific/Auckland")
	if err != nil {
		t.Fatal(err)
	}
	const times = 30
	for _, day := range []int{1, 28, 29, 30, 31} {
		for _, months := range []int{1, 2, 6, 9, 12} {
			first := time.Date(2027, 12, day, 12, 0, 0, 0, zone)
			card := Card{
				Lang: "en", Zone: zone,
				Card: care.Card{Renewals: []care.Renewal{{At: first, Months: months, Message: care.Message{ID: "page.none"}}}},
			}
			cal, err := ical.NewDecoder(bytes.NewReader(card.Calendar(first))).Decode()
			if err != nil {
				t.Fatal(err)
			}
			set, err := cal.Events()[0].RecurrenceSet(zone)
			if err != nil {
				t.Fatal(err)
			}
			comes := set.Iterator()
			for n := range times {
				month := time.Date(2027, time.Month(12+n*months), 1, 0, 0, 0, 0, zone)
				want := fmt.Sprintf("%s-%02d", month.Format("2006-01"), min(day, month.AddDate(0, 1, -1).Day()))
				if at, more := comes(); !more || at.Format(time.DateOnly) != want {
					t.Fatalf("every %d months from the %d: number %d comes on %s, want %s", months, day, n, at, want)
				}
			}
		}
	}
}

// Text, page, calendar and record tell the same day for the same fact, whenever they are read, at any hour and in any
// zone; no entry lies in the past.
func TestOneDateEverywhere(t *testing.T) {
	r := rand.New(rand.NewPCG(26, 2))
	told := 0
	for n := range 500 {
		card, made := someCard(t, r)
		card.Card = care.Write(card.Facts, made)
		record := card.Facts.RecordOf(make([]care.ZoneRecord, len(card.Facts.Zones)), nil)
		text := string(card.Text())
		page, err := Page{Card: card}.HTML()
		if err != nil {
			t.Fatal(err)
		}
		written := text + string(page) + string(card.Markdown()) + card.Listing(nil)
		if n%10 == 0 {
			written += onPaper(t, card, made)
		}
		days := map[string]bool{card.Facts.Zones[0].Finished.In(card.Zone).Format("2 January 2006"): true}
		for _, z := range record.Zones {
			for _, d := range []string{z.Dates.Move, z.Dates.Light, z.Dates.Ordinary, z.Dates.Hard, z.Dates.Rain} {
				if at, err := time.Parse(time.DateOnly, d); err == nil {
					days[at.Format("2 January 2006")] = true
				}
			}
		}
		for _, day := range writtenDays.FindAllString(written, -1) {
			told++
			if !days[strings.ReplaceAll(day, "\u00a0", " ")] {
				t.Fatalf("card %d at %v says %s, its record only %v:\n%s", n, made, day, days, text)
			}
		}
		file := string(card.Calendar(made))
		for kind, day := range map[string]string{
			"light use": record.Zones[0].Dates.Light, "fully hardened": record.Zones[0].Dates.Hard,
		} {
			entry := "DTSTART;VALUE=DATE:" + strings.ReplaceAll(day, "-", "")
			ahead := day != "" && day >= made.In(card.Zone).Format(time.DateOnly)
			if ahead && !strings.Contains(file, entry) {
				t.Fatalf("card %d at %v: no entry on %s for %s:\n%s", n, made, day, kind, file)
			}
		}
		for _, line := range strings.Split(file, "\r\n") {
			day, is := strings.CutPrefix(line, "DTSTART;VALUE=DATE:")
			if is && day < made.In(card.Zone).Format("20060102") {
				t.Fatalf("card %d at %v has an entry on %s:\n%s", n, made, day, file)
			}
		}
	}
	if told < 2000 {
		t.Errorf("only %d days were told", told)
	}
}

// onPaper is what a program that is not ours reads on sheet and tag.
func onPaper(t *testing.T, card Card, made time.Time) string {
	t.Helper()
	out := ""
	for _, make := range []func() ([]byte, error){
		func() ([]byte, error) { return card.Sheet("a4", made) }, func() ([]byte, error) { return card.Tag(made) },
	} {
		pdf, err := make()
		if err != nil {
			t.Fatal(err)
		}
		at := t.TempDir() + "/a.pdf"
		if err := os.WriteFile(at, pdf, 0o600); err != nil {
			t.Fatal(err)
		}
		out += strings.Join(strings.Fields(output(t, "pdftotext", at, "-")), " ")
	}
	return out
}

var writtenDays = regexp.MustCompile(`\d{1,2}[ \x{a0}](?:January|February|March|April|May|June|July|August|` +
	`September|October|November|December) \d{4}`)

// someCard has one zone of a random finish in a random life, at random hours in a random zone, and is read at a moment.
func someCard(t *testing.T, r *rand.Rand) (Card, time.Time) {
	pick := func(of ...string) string { return of[r.IntN(len(of))] }
	zone, err := time.LoadLocation(pick("Europe/London", "America/New_York", "Pacific/Auckland", "Asia/Kolkata", "UTC"))
	if err != nil {
		t.Fatal(err)
	}
	hours := func(most int) time.Duration { return time.Duration(1+r.IntN(most*60)) * time.Minute }
	at := time.Date(2026, time.Month(1+r.IntN(12)), 1+r.IntN(28), r.IntN(24), r.IntN(60), 0, 0, time.UTC)
	d := care.Dates{Move: at.Add(hours(20))}
	d.Light = d.Move.Add(hours(40))
	d.Ordinary = d.Light.Add(hours(200))
	d.Hard = d.Ordinary.Add(hours(600))
	d.Rain = at.Add(hours(72))
	family := pick("clear_wb_pu", "oil_hardwax", "wax_clear", "varnish_spar", "shellac_dewaxed", "paint_chalk")
	facts := care.Facts{
		Title: "Sea chest", Number: "26-001", Workshop: "Slipway", HandedOver: at, Location: zone,
		Air: climate.Air{TempC: 20, RH: 50},
		Zones: []care.Zone{{
			Name: "top", EndUse: pick("dining_table", "shelf", "cot", "front_door", "floor_home", "board"), Material: "oak",
			Finished: at, Dates: d,
			Layers: []care.Layer{{Product: "P", Family: family, Shade: "clear", Sheen: 3, Coats: 2, Water: 4, Heat: 3}},
		}},
	}
	read := at.Add(time.Duration(r.IntN(60*24*60)) * time.Minute)
	return Card{Facts: facts, Lang: "en", Number: 1, Issued: at, Zone: zone}, read
}
