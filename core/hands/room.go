package hands

import (
	"time"

	"firmitas/core/workday"
)

// Room is what all open pieces share: people, the booth, the racks and the air.
type Room struct {
	Now       time.Time // what is before it has happened, and is nobody's rival
	People    []Person
	Booths    int     // coats that are sprayed at once; 0 counts as 1
	RackM2    float64 // wet zones that the drying racks hold at once; 0 = enough
	DustApart bool    // sanding has air of its own, away from wet films
}

// Person is a pair of hands with hours of its own.
type Person struct {
	Name string
	Week workday.Week
}

// OneAlone is a room that one person has to themselves.
func OneAlone(week workday.Week, now time.Time) Room {
	return Room{Now: now, People: []Person{{Week: week}}}
}

// Cause is what a step waits for once what lies below it is ready.
type Cause string

const (
	ForStart   Cause = "start" // its work begins then
	ForRest    Cause = "rest"  // it was put aside until then
	ForDrying  Cause = "drying"
	ForHands   Cause = "hands"  // they are on other work
	ForHours   Cause = "hours"  // nobody is there
	ForBooth   Cause = "booth"  // another coat is being sprayed
	ForRack    Cause = "rack"   // no place to dry
	ForDust    Cause = "dust"   // something is being sanded, or a film is wet
	ForAir     Cause = "air"    // it does not allow it yet
	ForBoard   Cause = "board"  // a test board has not had its time
	ForSeen    Cause = "seen"   // what was seen on it, or a fault that is mended first
	ForWindow  Cause = "window" // held back on purpose, so that the next coat meets its window
	ForNothing Cause = ""
)
