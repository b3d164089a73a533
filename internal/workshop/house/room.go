package house

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/hands"
	"firmitas/core/workday"
	"firmitas/internal/problem"
	"firmitas/internal/store"
)

// Room is what all pieces of a workshop share.
type Room struct {
	People    []Person // none = one pair of hands in the working hours
	Dates     []OwnDay // the earliest first
	Booths    int
	RackM2    float64
	DustApart bool
	Unheated  bool // its air is that outdoors

	Kept time.Time // since when it is kept as it is set; what was read before tells nothing of the time to come
}

// Person is a pair of hands with hours of its own.
type Person struct {
	Name string
	Days [7]workday.Day
}

// OwnDay is a day with hours of its own: a holiday, a day off, a helper's day.
type OwnDay struct {
	workday.Day
	Date   workday.Date
	Name   string // what it is for
	Person string // whose; "" = everybody's
}

// Week are the working hours with the days that everybody has for themselves.
func (w Workshop) Week() workday.Week {
	return workday.Week{Days: w.Days, Zone: w.Zone, Dates: w.datesOf("")}
}

func (w Workshop) datesOf(person string) map[workday.Date]workday.Day {
	out := map[workday.Date]workday.Day{}
	for _, d := range w.Room.Dates {
		if d.Person == "" {
			out[d.Date] = d.Day
		}
	}
	for _, d := range w.Room.Dates {
		if d.Person == person {
			out[d.Date] = d.Day
		}
	}
	return out
}

// RoomAt is the workshop as its pieces are planned in it, at a moment.
func (w Workshop) RoomAt(now time.Time) hands.Room {
	out := hands.Room{
		Now: now, Booths: w.Room.Booths, RackM2: w.Room.RackM2, DustApart: w.Room.DustApart,
	}
	for _, p := range w.Room.People {
		week := workday.Week{Days: p.Days, Zone: w.Zone, Dates: w.datesOf(p.Name)}
		out.People = append(out.People, hands.Person{Name: p.Name, Week: week})
	}
	if len(out.People) == 0 {
		out.People = []hands.Person{{Week: w.Week()}}
	}
	return out
}

// Believable sizes of a workshop.
const mostPeople, mostOwnDays, mostBooths, mostRackM2 = 40, 400, 20, 1000

const EarlierFirst = "Hours run from an earlier to a later time within one day."

// regular tells whether somebody works on some day of every week.
func (p Person) regular() bool {
	return slices.ContainsFunc(p.Days[:], func(d workday.Day) bool { return d.Close > d.Open })
}

// CheckRoom checks who works when.
func CheckRoom(c *problem.Check, r Room) {
	c.That(len(r.People) <= mostPeople, "/room/people", "At most %d people.", mostPeople)
	c.That(len(r.Dates) <= mostOwnDays, "/room/dates", "At most %d days with hours of their own.", mostOwnDays)
	c.That(r.Booths >= 0 && r.Booths <= mostBooths, "/room/booths", "From 0 to %d booths.", mostBooths)
	c.That(problem.Within(r.RackM2, 0, mostRackM2), "/room/rackM2", "From 0 to %d m²; 0 is always enough.", mostRackM2)
	var names []string
	for i, p := range r.People {
		at := fmt.Sprintf("/room/people/%d", i)
		name := strings.TrimSpace(p.Name)
		c.Name(at+"/name", p.Name)
		c.That(!slices.Contains(names, name), at+"/name", "Two people of one name cannot be told apart.")
		names = append(names, name)
		for day, d := range p.Days {
			c.That(d.Within(), fmt.Sprintf("%s/hours/%d", at, day), EarlierFirst)
		}
	}
	works := len(r.People) == 0 || slices.ContainsFunc(r.People, Person.regular)
	c.That(works, "/room/people", "Somebody has to work on some day of the week.")
	for i, d := range r.Dates {
		at := fmt.Sprintf("/room/dates/%d", i)
		c.That(d.Within(), at+"/close", EarlierFirst)
		c.That(d.Person == "" || slices.Contains(names, d.Person), at+"/person", "Nobody of that name works here.")
		c.That(len([]rune(d.Name)) <= problem.LongestName, at+"/name", "At most %d characters.", problem.LongestName)
	}
}

// ToRoomRow is a room as it is stored, its own days in their order.
func ToRoomRow(r Room) store.JSON[store.Room] {
	out := store.Room{Booths: r.Booths, RackM2: r.RackM2, DustApart: r.DustApart, Unheated: r.Unheated}
	if !r.Kept.IsZero() {
		kept := r.Kept.UTC()
		out.Kept = &kept
	}
	for _, p := range r.People {
		row := store.Person{Name: strings.TrimSpace(p.Name)}
		for i, d := range p.Days {
			row.Hours[i] = store.Day(d)
		}
		out.People = append(out.People, row)
	}
	for _, d := range r.Dates {
		out.Dates = append(out.Dates, store.Date{
			Day: store.Day(d.Day), Date: d.Date.String(), Name: strings.TrimSpace(d.Name), Person: d.Person,
		})
	}
	slices.SortStableFunc(out.Dates, func(a, b store.Date) int { return strings.Compare(a.Date, b.Date) })
	return store.JSON[store.Room]{V: out}
}

func fromRoomRow(row store.Room) (Room, error) {
	out := Room{Booths: row.Booths, RackM2: row.RackM2, DustApart: row.DustApart, Unheated: row.Unheated}
	if row.Kept != nil {
		out.Kept = *row.Kept
	}
	for _, p := range row.People {
		person := Person{Name: p.Name}
		for i, d := range p.Hours {
			person.Days[i] = workday.Day(d)
		}
		out.People = append(out.People, person)
	}
	for _, d := range row.Dates {
		at, err := time.Parse(time.DateOnly, d.Date)
		if err != nil {
			return out, err
		}
		out.Dates = append(out.Dates, OwnDay{workday.Day(d.Day), workday.DateOf(at), d.Name, d.Person})
	}
	return out, nil
}
