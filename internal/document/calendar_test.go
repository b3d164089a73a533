package document

import (
	"bytes"
	"fmt"
	"testing"
	"time"

	"github.com/emersion/go-ical"

	"firmitas/core/care"
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
