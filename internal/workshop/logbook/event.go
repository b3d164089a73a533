package logbook

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"firmitas/core/compat"
	"firmitas/core/fault"
	"firmitas/core/quantity"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// Tell keeps a fact about a piece; shown is the product that the plan showed for its coat to whoever tells, 0 where
// nobody says. It is Invalid when its zone, its sign, its moment or what it takes back cannot be, and refused once the
// piece has left, or has another system than was shown: what is kept would not be what was done.
func (s *Service) Tell(ctx context.Context, pieceID int64, e worklog.Event, shown int64) (Happened, error) {
	return house.Deciding(ctx, s.house, pieceID, func(ctx context.Context) (Happened, error) {
		e, err := s.tell(ctx, pieceID, e, shown)
		if err != nil {
			return Happened{Event: e}, err
		}
		notes, err := s.undrawn(ctx, []worklog.Event{e})
		return Happened{Event: e, Note: notes[e.ID]}, err
	})
}

// tell is Tell while its piece is held.
func (s *Service) tell(ctx context.Context, pieceID int64, e worklog.Event, shown int64) (worklog.Event, error) {
	home, p, err := s.piece.Piece(ctx, pieceID)
	switch {
	case err != nil:
		return e, err
	case !p.Handed.IsZero() && !stillTold(p, e):
		return e, piece.ErrHandedOver
	case shown != 0 && shown != plannedProduct(p, e):
		return e, errOtherSystem
	}
	e.Told = s.house.Now()
	if e.At.IsZero() {
		e.At = e.Told
	}
	plan, err := s.calendar.Plan(ctx, home, p)
	if err != nil {
		return e, err
	}
	if e, err = s.asPlanned(ctx, home, p, plan, e); err != nil {
		return e, err
	}
	var jobs []string
	if e.Kind() == worklog.JobDone {
		brief, err := p.ToPlan(home, e.Told)
		if err != nil {
			return e, err
		}
		jobs = jobKeys(p, brief)
	}
	var c problem.Check
	checkEvent(&c, p, jobs, e)
	checkLaying(&c, p, e)
	if e.Kind() == worklog.CoatLeftOut && c.Err() == nil {
		why := without(p, e.Coat(), plan.Brief)
		c.That(why == "", "/coat", "Without it the system does not hold. %s", why)
	}
	if e.Photo() != 0 {
		photos, err := s.store.Photos(ctx, home.ID, p.ID)
		if err != nil {
			return e, err
		}
		of := slices.ContainsFunc(photos, func(o store.Photo) bool { return o.ID == e.Photo() })
		c.That(of, "/photoId", "No photo of this piece has that number.")
	}
	if err := c.Err(); err != nil {
		return e, err
	}
	if err := s.givesBack(ctx, home, p, e); err != nil {
		return e, err
	}
	var instead *store.Product
	if e.Laid().Instead != nil {
		row, err := s.store.Product(ctx, home.ID, e.Laid().Product)
		if err != nil {
			return e, err
		}
		instead = &row // as its label is today
	}
	row, err := record.FactRow(home.ID, p.ID, e, instead)
	if err != nil {
		return e, err
	}
	e.ID, err = s.store.AddEvent(ctx, row)
	return e, err
}

var errOtherSystem = problem.Refuse(
	"Its system was changed meanwhile: another product is planned for this coat now. Look at the plan, and tell it there.",
)

// stillTold tells whether a fact may be told of a piece that has left: of money, and what takes such a fact back.
func stillTold(p piece.Piece, e worklog.Event) bool {
	if e.Kind() == worklog.TakenBack {
		at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of() })
		return at >= 0 && p.Standing[at].Kind().OfMoney()
	}
	return e.Kind().OfMoney()
}

// checkEvent checks a fact against the piece that it is told of.
func checkEvent(c *problem.Check, p piece.Piece, jobs []string, e worklog.Event) {
	c.That(!e.At.After(e.Told.Add(record.AMomentAhead)), "/happenedAt", "It cannot have happened in the time to come.")
	earliest := p.Start.AddDate(-piece.YearsBack, 0, 0)
	c.That(!e.At.Before(earliest), "/happenedAt", "Long before the work began; check the year.")
	c.That(e.Zone == 0 || p.Zone(e.Zone) != nil, "/zoneId", "No zone of this piece has that number.")
	names := e.Kind() == worklog.TakenBack || e.Kind() == worklog.PartBought
	c.That(e.Of() == 0 || names, "/of", "Only what takes a fact back, or buys a part, names another.")
	switch e.Kind() {
	case worklog.SignSeen:
		z := p.Zone(e.Zone)
		c.That(z != nil, "/zoneId", "Say on which zone of the piece.")
		if z != nil {
			laid := slices.ContainsFunc(z.Layers, func(l system.Layer) bool { return !l.Product.Family.NothingOn() })
			c.That(laid, "/zoneId", "Nothing is to go on %s, so no coat of ours is on it.", z.Name)
		}
		c.Listed(compat.FindSign(e.Sign().Sign) != nil, "/sign", "a sign", string(e.Sign().Sign))
	case worklog.TakenBack:
		at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of() })
		c.That(at >= 0, "/of", "Nothing that stands of this piece has that number; it may be taken back already.")
		if at >= 0 && p.Standing[at].Kind() == worklog.CoatLaid {
			over := laidAfter(p, p.Standing[at].Coat())
			c.That(over == nil, "/of", "A later coat lies on it: take that back first.")
		}
	case worklog.JobDone:
		c.That(slices.Contains(jobs, e.Job()), "/job", "This piece has no such work.")
		_, told := schedule.NewLog(p.Standing, e.Told).Jobs[e.Job()]
		c.That(!told, "/job", "It was told as done already.")
	case worklog.CoatLaid, worklog.CoatLeftOut:
		checkCoatTold(c, p, e)
	case worklog.Begun, worklog.Mixed:
		checkCoatKnown(c, p, e)
	case worklog.TakenOff:
		checkCoatKnown(c, p, e)
		_, told := schedule.NewLog(p.Standing, e.Told).Coats[e.Coat()]
		c.That(told, "/coat", "Nobody told that this coat lies there.")
	case worklog.Checked:
		c.That(p.Zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.Listed(schedule.IsCheck(e.Look().Check), "/check", "a look", e.Look().Check)
	case worklog.SampleMade, worklog.PatchSeen, worklog.SlipMeasured, worklog.FaultSeen, worklog.Noted, worklog.Moved:
		ofAll := e.Kind() == worklog.Noted || e.Kind() == worklog.Moved
		wholePiece := ofAll && e.Zone == 0
		c.That(wholePiece || p.Zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.That(e.Text() != "", "/text", "%s", toSay[e.Kind()])
		n := len([]rune(e.Text()))
		c.That(n <= problem.LongestStory, "/text", "At most %d characters; this has %d.", problem.LongestStory, n)
		c.That(!strings.ContainsFunc(e.Text(), problem.Forbidden), "/text", "Plain text, without control characters.")
		checkFaultTold(c, e)
	default:
		c.That(e.Kind().OfMoney(), "/kind", "There is no such fact of a piece.")
		if e.Kind().OfMoney() {
			checkMoneyTold(c, p, e)
		}
	}
}

// checkCoatTold checks what is told of a coat: it is one of the chosen system, not told yet, and its turn.
func checkCoatTold(c *problem.Check, p piece.Piece, e worklog.Event) {
	if !checkCoatKnown(c, p, e) {
		return
	}
	z := p.Zone(e.Zone)
	told := schedule.NewLog(p.Standing, e.Told).Coats
	was, twice := told[e.Coat()]
	theRest := was.Laid().Partly() && e.Kind() == worklog.CoatLaid
	c.That(!twice || theRest, "/coat", "It was told already; take that back first.")
	if before, any := coatBefore(*z, e.Coat()); any && e.Kind() == worklog.CoatLaid {
		last, laid := told[before]
		c.That(laid, "/coat", "The coat below it is not told yet: tell that first, or leave it out.")
		c.That(!last.Laid().Partly(), "/coat", "Only part of the coat below it is told: tell the rest of that first.")
		inOrder := !laid || last.Kind() == worklog.CoatLeftOut || !e.At.Before(last.At)
		c.That(inOrder, "/happenedAt", "The coat below it went on later than that.")
	}
	if e.Kind() == worklog.CoatLeftOut {
		c.That(laidAfter(p, e.Coat()) == nil, "/coat", "A later coat lies there already.")
	} else {
		piece.CheckAir(c, e.Air(), "/air")
	}
}

// checkCoatKnown checks that what is told of a coat is of one of the chosen system.
func checkCoatKnown(c *problem.Check, p piece.Piece, e worklog.Event) bool {
	z := p.Zone(e.Zone)
	c.That(z != nil, "/zoneId", "Say on which zone of the piece.")
	if z == nil {
		return false
	}
	known := e.Coat().Layer >= 0 && e.Coat().Layer < len(z.Layers)
	c.That(known, "/layer", "The chosen system of %s has no such layer.", z.Name)
	if !known {
		return false
	}
	within := e.Coat().N >= 1 && e.Coat().N <= z.Layers[e.Coat().Layer].Coats
	c.That(within, "/coat", "This layer has %d coats.", z.Layers[e.Coat().Layer].Coats)
	return within
}

// without is why a zone's system does not hold once a coat is left out besides those that are already; "" where it
// does.
func without(p piece.Piece, coat worklog.Coat, brief schedule.Brief) string {
	at := slices.IndexFunc(p.Zones, func(z piece.Zone) bool { return z.ID == coat.Zone })
	var left []system.Layer
	for i, l := range p.Zones[at].Layers {
		for n := range p.Zones[at].Layers[i].Coats {
			this := worklog.Coat{Zone: coat.Zone, Layer: i, N: n + 1}
			if this == coat || brief.Log.Coats[this].Kind() == worklog.CoatLeftOut {
				l.Coats--
			}
		}
		if l.Coats > 0 {
			left = append(left, l)
		}
	}
	if len(left) == 0 {
		return "Nothing would be left to lay."
	}
	judged := system.Assess(brief.Zones[at].Wish, left)
	judged.Obstacles = nil
	if judged.Legal() {
		return ""
	}
	return judged.WhyIllegal()
}

// coatBefore is the coat that comes right before another in a zone's system; any is false for the first.
func coatBefore(z piece.Zone, c worklog.Coat) (before worklog.Coat, any bool) {
	switch {
	case c.N > 1:
		return worklog.Coat{Zone: c.Zone, Layer: c.Layer, N: c.N - 1}, true
	case c.Layer > 0:
		return worklog.Coat{Zone: c.Zone, Layer: c.Layer - 1, N: z.Layers[c.Layer-1].Coats}, true
	}
	return before, false
}

// laidAfter is a coat that was told and lies over another; nil where none does.
func laidAfter(p piece.Piece, c worklog.Coat) *worklog.Event {
	for i, e := range p.Standing {
		over := e.Coat().Layer > c.Layer || (e.Coat().Layer == c.Layer && e.Coat().N > c.N)
		if e.Kind() == worklog.CoatLaid && e.Coat().Zone == c.Zone && over {
			return &p.Standing[i]
		}
	}
	return nil
}

// toSay is what a fact in words has to tell.
var toSay = map[worklog.Kind]string{
	worklog.SampleMade:   "Say how it was made: what, how much of it, on which wood.",
	worklog.PatchSeen:    "Say where it is, and what it is made of.",
	worklog.SlipMeasured: "Say the value, the day, and how it was measured.",
	worklog.FaultSeen:    "Say what was seen, what it came from, and what was done.",
	worklog.Moved:        "Say where it stands now.",
	worklog.Noted:        "Say what is worth keeping.",
}

// Happened is a fact of a piece in words, as its log tells it.
type Happened struct {
	worklog.Event
	Zone  string // its zone's name; "" = the whole piece
	Words string
	Note  string // what is to be known of it besides; "" = nothing
}

// Log tells what stands of what happened at a piece, by when it happened.
func (s *Service) Log(ctx context.Context, id int64) ([]Happened, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]Happened, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil || len(p.Standing) == 0 {
			return nil, err
		}
		brief, err := p.ToPlan(home, s.house.Now())
		if err != nil {
			return nil, err
		}
		titles := Titles(p, brief)
		notes, err := s.undrawn(ctx, p.Standing)
		if err != nil {
			return nil, err
		}
		out := make([]Happened, 0, len(p.Standing))
		for _, e := range p.Standing {
			h := Happened{Event: e, Words: Words(p, e, titles), Note: notes[e.ID]}
			if z := p.Zone(e.Zone); z != nil {
				h.Zone = z.Name
			}
			out = append(out, h)
		}
		return out, nil
	})
}

// undrawn are notes on coats that are dated before somebody looked into their tin, by event: what was found in it then
// was what they had left, and their litres are not counted off once more.
func (s *Service) undrawn(ctx context.Context, events []worklog.Event) (map[int64]string, error) {
	var ids []int64
	for _, e := range events {
		if e.Kind() == worklog.CoatLaid && e.Tin() != 0 {
			ids = append(ids, e.Tin())
		}
	}
	home, err := s.house.ID(ctx)
	if err != nil || len(ids) == 0 {
		return nil, err
	}
	tins, err := s.store.TinsOf(ctx, home, ids)
	out := map[int64]string{}
	for _, e := range events {
		at := slices.IndexFunc(tins, func(t store.LabelledTin) bool { return t.ID == e.Tin() })
		if e.Kind() == worklog.CoatLaid && at >= 0 && e.At.Before(tins[at].LeftTold.Time) {
			out[e.ID] = "It is dated before somebody last told what its tin holds: no litres leave the tin for it."
		}
	}
	return out, err
}

// Titles of the preparation's jobs, and of what faults ask for, by key.
func Titles(p piece.Piece, brief schedule.Brief) map[string]string {
	titles := map[string]string{}
	for _, j := range brief.Jobs() {
		titles[j.Key] = j.Title
	}
	for _, e := range p.Standing {
		if f := fault.Find(e.Fault().Fault); e.Kind() == worklog.FaultSeen && f != nil {
			titles[worklog.MendKey(e.ID)] = schedule.MendTitle(f)
		}
	}
	return titles
}

// Words are what a fact tells; titles are those of the preparation's jobs, by key.
func Words(p piece.Piece, e worklog.Event, titles map[string]string) string {
	switch e.Kind() {
	case worklog.Begun:
		return coatWords(p, e, "begun")
	case worklog.Mixed:
		return coatWords(p, e, "a pot mixed")
	case worklog.TakenOff:
		return coatWords(p, e, "taken off again, with all that lay over it")
	case worklog.HandedOver:
		return strings.TrimSpace("Handed over. " + e.Text())
	case worklog.BuyerSaid:
		return "Its buyer told: " + e.Text()
	case worklog.Answered:
		return "Its buyer was answered."
	case worklog.SignSeen:
		if sign := compat.FindSign(e.Sign().Sign); sign != nil {
			return "The last coat: " + sign.Name + "."
		}
	case worklog.Checked:
		if e.Look().Passed {
			return schedule.CheckTitle(e.Look().Check) + ": passed."
		}
		return schedule.CheckTitle(e.Look().Check) + ": not passed."
	case worklog.AirRead:
		return fmt.Sprintf("The air where it stands was read: %.0f °C and %.0f %% RH.", e.Air().TempC, e.Air().RH)
	case worklog.JobDone:
		return "Done: " + cmp.Or(titles[e.Job()], e.Job()) + "."
	case worklog.CoatLeftOut:
		return coatWords(p, e, "left out")
	case worklog.CoatLaid:
		return coatWords(p, e, "laid")
	}
	if e.Kind().OfMoney() {
		return moneyWords(e)
	}
	return e.Text()
}

// moneyWords tell a fact of money, without its sum.
func moneyWords(e worklog.Event) string {
	switch e.Kind() {
	case worklog.Bought:
		return strings.TrimSpace("The piece was bought. " + e.Text())
	case worklog.PartWanted:
		return "To buy for it: " + e.Text() + "."
	case worklog.PartBought:
		return "Bought for it: " + e.Text() + "."
	case worklog.HoursTold:
		return fmt.Sprintf("Worked %.0f minutes: %s.", e.Worked().Took, e.Text())
	case worklog.Agreed:
		return "A price was agreed."
	case worklog.Asked:
		return "A price is asked."
	case worklog.Sold:
		return "Its buyer paid."
	}
	return "A fee was paid: " + e.Text() + "."
}

const mostOfAPart = 10_000

// checkMoneyTold checks a fact of money.
func checkMoneyTold(c *problem.Check, p piece.Piece, e worklog.Event) {
	n := len([]rune(e.Text()))
	c.That(n <= problem.LongestName, "/text", "At most %d characters; this has %d.", problem.LongestName, n)
	c.That(!strings.ContainsFunc(e.Text(), problem.Forbidden), "/text", "Plain text, without control characters.")
	noSum := e.Kind() == worklog.HoursTold || e.Kind() == worklog.PartWanted
	c.That(!noSum || e.Amount().IsZero(), "/amount", "No sum goes with this: it is told of what is bought or paid.")
	switch e.Kind() {
	case worklog.HoursTold:
		c.That(e.Worked().Took > 0, "/tookMin", "How many minutes it took.")
		c.That(e.Text() != "", "/text", "Say what was done.")
		return
	case worklog.PartWanted:
		c.That(e.Text() != "", "/text", "Say what is to be bought.")
		believable := problem.Within(e.Part().Qty, 0, mostOfAPart) && e.Part().Qty > 0
		c.That(believable, "/qty", "Above 0, and up to %d.", mostOfAPart)
		c.Listed(slices.Contains(quantity.PartUnits, e.Part().Unit), "/unit", "a unit", string(e.Part().Unit))
		return
	case worklog.PartBought, worklog.FeePaid:
		c.That(e.Text() != "", "/text", "Say what it was for.")
	}
	wanted := slices.ContainsFunc(worklog.ToBuy(p.Standing), func(o worklog.Event) bool { return o.ID == e.Of() })
	c.That(e.Of() == 0 || wanted, "/of", "No part that this piece still wants has that number; it may be bought already.")
	c.That(!e.Amount().IsNegative(), "/amount", "Not below 0: take back what was told wrongly.")
	given := e.Kind() == worklog.Bought || e.Of() != 0 // or was at hand
	paid := e.Amount().IsPositive() || given
	c.That(paid, "/amount", "A sum such as 24.50.")
}
