package workshop

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/compat"
	"firmitas/core/fault"
	"firmitas/core/money"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// laidRow is a coat as it is stored: with what was laid in place of what was planned, as its label was then.
type laidRow struct {
	worklog.Laid
	Instead *store.Product `json:"instead,omitempty"`
}

func fromEventRows(rows []store.Event) ([]worklog.Event, error) {
	out := make([]worklog.Event, len(rows))
	for i, r := range rows {
		var err error
		if out[i], err = fromEventRow(r); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func fromEventRow(r store.Event) (worklog.Event, error) {
	body, err := readBody(worklog.Kind(r.Kind), []byte(r.Data))
	if err != nil {
		return worklog.Event{}, fmt.Errorf("event %d: %w", r.ID, err)
	}
	return worklog.Event{ID: r.ID, Zone: r.ZoneID.Int64, At: r.At, Told: r.Told, Who: r.Who, Body: body}, nil
}

func readBody(kind worklog.Kind, data []byte) (worklog.Body, error) {
	if kind != worklog.CoatLaid {
		return worklog.Decode(kind, data)
	}
	var row laidRow
	if err := json.Unmarshal(data, &row); err != nil {
		return nil, err
	}
	laid := row.Laid
	if row.Instead != nil {
		var err error
		if laid.Instead, err = fromRow(*row.Instead); err != nil {
			return nil, err
		}
	}
	return laid, nil
}

// eventRow is a fact as it is stored, of a piece or, where that is 0, of the room or a tin. What is asked of many facts
// at once stands beside the body as well.
func eventRow(home, piece int64, e worklog.Event, instead *store.Product) (store.Event, error) {
	body := any(e.Body)
	if laid, is := e.Body.(worklog.Laid); is {
		body = laidRow{laid, instead}
	}
	data, err := json.Marshal(body)
	worked := e.Worked()
	return store.Event{
		WorkshopID: home,
		PieceID:    nullID(piece),
		ZoneID:     nullID(e.Zone),
		Kind:       string(e.Kind()),
		At:         e.At.UTC(),
		Told:       e.Told.UTC(),
		Who:        e.Who,
		Data:       string(data),
		Of:         nullID(e.Of()),
		TinID:      nullID(e.Tin()),
		ProductID:  nullID(e.Fault().Product),
		Work:       sql.NullString{String: worked.Work, Valid: worked.Took > 0 && worked.Work != ""},
		Amount:     amountOf(e),
	}, err
}

// keep stores a fact, and returns its id.
func (s *Service) keep(ctx context.Context, home, piece int64, e worklog.Event) (int64, error) {
	row, err := eventRow(home, piece, e, nil)
	if err != nil {
		return 0, err
	}
	return s.store.AddEvent(ctx, row)
}

// aMomentAhead is how much faster than ours the clock of whoever tells may go.
const aMomentAhead = 5 * time.Minute

// Tell keeps a fact about a piece; shown is the product that the plan showed for its coat to whoever tells, 0 where
// nobody says. It is Invalid when its zone, its sign, its moment or what it takes back cannot be, and refused once the
// piece has left, or has another system than was shown: what is kept would not be what was done.
func (s *Service) Tell(ctx context.Context, pieceID int64, e worklog.Event, shown int64) (Happened, error) {
	return deciding(ctx, s, pieceID, func(ctx context.Context) (Happened, error) {
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
	home, p, err := s.loaded(ctx, pieceID)
	switch {
	case err != nil:
		return e, err
	case !p.Handed.IsZero() && !p.stillTold(e):
		return e, errHandedOver
	case shown != 0 && shown != p.plannedProduct(e):
		return e, errOtherSystem
	}
	e.Told = s.Now()
	if e.At.IsZero() {
		e.At = e.Told
	}
	plan, err := s.plan(ctx, home, p)
	if err != nil {
		return e, err
	}
	if e, err = s.asPlanned(ctx, home, p, plan, e); err != nil {
		return e, err
	}
	var jobs []string
	if e.Kind() == worklog.JobDone {
		brief, err := p.brief(home, e.Told)
		if err != nil {
			return e, err
		}
		jobs = p.jobKeys(brief)
	}
	var c check
	c.event(p, jobs, e)
	c.laying(p, e)
	if e.Kind() == worklog.CoatLeftOut && c.err() == nil {
		why := p.without(e.Coat(), plan.Brief)
		c.that(why == "", "/coat", "Without it the system does not hold. %s", why)
	}
	if e.Photo() != 0 {
		photos, err := s.store.Photos(ctx, home.ID, p.ID)
		if err != nil {
			return e, err
		}
		of := slices.ContainsFunc(photos, func(o store.Photo) bool { return o.ID == e.Photo() })
		c.that(of, "/photoId", "No photo of this piece has that number.")
	}
	if err := c.err(); err != nil {
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
	row, err := eventRow(home.ID, p.ID, e, instead)
	if err != nil {
		return e, err
	}
	e.ID, err = s.store.AddEvent(ctx, row)
	return e, err
}

var errOtherSystem = &Refused{
	"Its system was changed meanwhile: another product is planned for this coat now. Look at the plan, and tell it there.",
}

// amountOf is the sum that a fact carries; none where it is not about one.
func amountOf(e worklog.Event) sql.NullString {
	tin, isTin := e.Body.(worklog.TinIn)
	ofPiece := e.Kind().OfMoney() && e.Kind() != worklog.HoursTold
	paid := ofPiece || isTin && tin.Priced
	return sql.NullString{String: money.Text(e.Amount()), Valid: paid}
}

// stillTold tells whether a fact may be told of a piece that has left: of money, and what takes such a fact back.
func (p Piece) stillTold(e worklog.Event) bool {
	if e.Kind() == worklog.TakenBack {
		at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of() })
		return at >= 0 && p.Standing[at].Kind().OfMoney()
	}
	return e.Kind().OfMoney()
}

// event checks a fact against the piece that it is told of.
func (c *check) event(p Piece, jobs []string, e worklog.Event) {
	c.that(!e.At.After(e.Told.Add(aMomentAhead)), "/happenedAt", "It cannot have happened in the time to come.")
	earliest := p.Start.AddDate(-yearsBack, 0, 0)
	c.that(!e.At.Before(earliest), "/happenedAt", "Long before the work began; check the year.")
	c.that(e.Zone == 0 || p.zone(e.Zone) != nil, "/zoneId", "No zone of this piece has that number.")
	names := e.Kind() == worklog.TakenBack || e.Kind() == worklog.PartBought
	c.that(e.Of() == 0 || names, "/of", "Only what takes a fact back, or buys a part, names another.")
	switch e.Kind() {
	case worklog.SignSeen:
		z := p.zone(e.Zone)
		c.that(z != nil, "/zoneId", "Say on which zone of the piece.")
		if z != nil {
			laid := slices.ContainsFunc(z.Layers, func(l system.Layer) bool { return !l.Product.Family.NothingOn() })
			c.that(laid, "/zoneId", "Nothing is to go on %s, so no coat of ours is on it.", z.Name)
		}
		c.listed(compat.FindSign(e.Sign().Sign) != nil, "/sign", "a sign", string(e.Sign().Sign))
	case worklog.TakenBack:
		at := slices.IndexFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of() })
		c.that(at >= 0, "/of", "Nothing that stands of this piece has that number; it may be taken back already.")
		if at >= 0 && p.Standing[at].Kind() == worklog.CoatLaid {
			over := p.laidAfter(p.Standing[at].Coat())
			c.that(over == nil, "/of", "A later coat lies on it: take that back first.")
		}
	case worklog.JobDone:
		c.that(slices.Contains(jobs, e.Job()), "/job", "This piece has no such work.")
		_, told := schedule.NewLog(p.Standing, e.Told).Jobs[e.Job()]
		c.that(!told, "/job", "It was told as done already.")
	case worklog.CoatLaid, worklog.CoatLeftOut:
		c.coatTold(p, e)
	case worklog.Begun, worklog.Mixed:
		c.coatKnown(p, e)
	case worklog.TakenOff:
		c.coatKnown(p, e)
		_, told := schedule.NewLog(p.Standing, e.Told).Coats[e.Coat()]
		c.that(told, "/coat", "Nobody told that this coat lies there.")
	case worklog.Checked:
		c.that(p.zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.listed(schedule.IsCheck(e.Look().Check), "/check", "a look", e.Look().Check)
	case worklog.SampleMade, worklog.PatchSeen, worklog.SlipMeasured, worklog.FaultSeen, worklog.Noted, worklog.Moved:
		ofAll := e.Kind() == worklog.Noted || e.Kind() == worklog.Moved
		wholePiece := ofAll && e.Zone == 0
		c.that(wholePiece || p.zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.that(e.Text() != "", "/text", "%s", toSay[e.Kind()])
		n := len([]rune(e.Text()))
		c.that(n <= longestStory, "/text", "At most %d characters; this has %d.", longestStory, n)
		c.that(!strings.ContainsFunc(e.Text(), forbidden), "/text", "Plain text, without control characters.")
		c.faultTold(e)
	default:
		c.that(e.Kind().OfMoney(), "/kind", "There is no such fact of a piece.")
		if e.Kind().OfMoney() {
			c.moneyTold(p, e)
		}
	}
}

// coatTold checks what is told of a coat: it is one of the chosen system, not told yet, and its turn.
func (c *check) coatTold(p Piece, e worklog.Event) {
	if !c.coatKnown(p, e) {
		return
	}
	z := p.zone(e.Zone)
	told := schedule.NewLog(p.Standing, e.Told).Coats
	was, twice := told[e.Coat()]
	theRest := was.Laid().Partly() && e.Kind() == worklog.CoatLaid
	c.that(!twice || theRest, "/coat", "It was told already; take that back first.")
	if before, any := z.coatBefore(e.Coat()); any && e.Kind() == worklog.CoatLaid {
		last, laid := told[before]
		c.that(laid, "/coat", "The coat below it is not told yet: tell that first, or leave it out.")
		c.that(!last.Laid().Partly(), "/coat", "Only part of the coat below it is told: tell the rest of that first.")
		inOrder := !laid || last.Kind() == worklog.CoatLeftOut || !e.At.Before(last.At)
		c.that(inOrder, "/happenedAt", "The coat below it went on later than that.")
	}
	if e.Kind() == worklog.CoatLeftOut {
		c.that(p.laidAfter(e.Coat()) == nil, "/coat", "A later coat lies there already.")
	} else {
		c.checkAir(e.Air(), "/air")
	}
}

// coatKnown checks that what is told of a coat is of one of the chosen system.
func (c *check) coatKnown(p Piece, e worklog.Event) bool {
	z := p.zone(e.Zone)
	c.that(z != nil, "/zoneId", "Say on which zone of the piece.")
	if z == nil {
		return false
	}
	known := e.Coat().Layer >= 0 && e.Coat().Layer < len(z.Layers)
	c.that(known, "/layer", "The chosen system of %s has no such layer.", z.Name)
	if !known {
		return false
	}
	within := e.Coat().N >= 1 && e.Coat().N <= z.Layers[e.Coat().Layer].Coats
	c.that(within, "/coat", "This layer has %d coats.", z.Layers[e.Coat().Layer].Coats)
	return within
}

// without is why a zone's system does not hold once a coat is left out besides those that are already; "" where it
// does.
func (p Piece) without(coat worklog.Coat, brief schedule.Brief) string {
	at := slices.IndexFunc(p.Zones, func(z Zone) bool { return z.ID == coat.Zone })
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
func (z Zone) coatBefore(c worklog.Coat) (before worklog.Coat, any bool) {
	switch {
	case c.N > 1:
		return worklog.Coat{Zone: c.Zone, Layer: c.Layer, N: c.N - 1}, true
	case c.Layer > 0:
		return worklog.Coat{Zone: c.Zone, Layer: c.Layer - 1, N: z.Layers[c.Layer-1].Coats}, true
	}
	return before, false
}

// laidAfter is a coat that was told and lies over another; nil where none does.
func (p Piece) laidAfter(c worklog.Coat) *worklog.Event {
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
	return reading(ctx, s, func(ctx context.Context) ([]Happened, error) {
		home, p, err := s.loaded(ctx, id)
		if err != nil || len(p.Standing) == 0 {
			return nil, err
		}
		brief, err := p.brief(home, s.Now())
		if err != nil {
			return nil, err
		}
		titles := p.titles(brief)
		notes, err := s.undrawn(ctx, p.Standing)
		if err != nil {
			return nil, err
		}
		out := make([]Happened, 0, len(p.Standing))
		for _, e := range p.Standing {
			h := Happened{Event: e, Words: p.words(e, titles), Note: notes[e.ID]}
			if z := p.zone(e.Zone); z != nil {
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
	home, err := s.home(ctx)
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

// titles of the preparation's jobs, and of what faults ask for, by key.
func (p Piece) titles(brief schedule.Brief) map[string]string {
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

// words are what a fact tells; titles are those of the preparation's jobs, by key.
func (p Piece) words(e worklog.Event, titles map[string]string) string {
	switch e.Kind() {
	case worklog.Begun:
		return p.coatWords(e, "begun")
	case worklog.Mixed:
		return p.coatWords(e, "a pot mixed")
	case worklog.TakenOff:
		return p.coatWords(e, "taken off again, with all that lay over it")
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
		return p.coatWords(e, "left out")
	case worklog.CoatLaid:
		return p.coatWords(e, "laid")
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
