package workshop

import (
	"context"
	"slices"
	"strings"
	"time"

	"firmitas/core/compat"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

func fromEventRows(rows []store.Event) []worklog.Event {
	out := make([]worklog.Event, len(rows))
	for i, r := range rows {
		out[i] = worklog.Event{
			ID:   r.ID,
			Kind: worklog.Kind(r.Kind),
			Zone: r.ZoneID.Int64,
			At:   r.At,
			Told: r.Told,
			Who:  r.Who,
			Of:   r.Of.Int64,

			Sign:   compat.Sign(r.Data.V.Sign),
			Check:  r.Data.V.Check,
			Passed: r.Data.V.Passed,
			Text:   r.Data.V.Text,
			Photo:  r.Data.V.Photo,
		}
	}
	return out
}

// aMomentAhead is how much faster than ours the clock of whoever tells may go.
const aMomentAhead = 5 * time.Minute

// Tell keeps a fact about a piece. It is Invalid when its zone, its sign, its moment or what it takes back cannot be,
// and refused once the piece has left.
func (s *Service) Tell(ctx context.Context, pieceID int64, e worklog.Event) (worklog.Event, error) {
	return writing(ctx, s, func(ctx context.Context) (worklog.Event, error) {
		home, p, err := s.loaded(ctx, pieceID)
		switch {
		case err != nil:
			return e, err
		case !p.Handed.IsZero():
			return e, errHandedOver
		}
		e.Told = s.Now()
		if e.At.IsZero() {
			e.At = e.Told
		}
		e.Text = strings.TrimSpace(e.Text)
		var c check
		c.event(p, e)
		if e.Photo != 0 {
			photos, err := s.store.Photos(ctx, home.ID, p.ID)
			if err != nil {
				return e, err
			}
			of := slices.ContainsFunc(photos, func(o store.Photo) bool { return o.ID == e.Photo })
			c.that(of, "/photoId", "No photo of this piece has that number.")
		}
		if err := c.err(); err != nil {
			return e, err
		}
		e.ID, err = s.store.AddEvent(ctx, store.Event{
			WorkshopID: home.ID,
			PieceID:    p.ID,
			ZoneID:     nullID(e.Zone),
			Kind:       string(e.Kind),
			At:         e.At.UTC(),
			Told:       e.Told,
			Who:        e.Who,
			Data: store.JSON[store.EventData]{V: store.EventData{
				Sign: string(e.Sign), Check: e.Check, Passed: e.Passed, Text: e.Text, Photo: e.Photo,
			}},
			Of: nullID(e.Of),
		})
		return e, err
	})
}

// event checks a fact against the piece that it is told of.
func (c *check) event(p Piece, e worklog.Event) {
	c.that(!e.At.After(e.Told.Add(aMomentAhead)), "/happenedAt", "It cannot have happened in the time to come.")
	earliest := p.Start.AddDate(-yearsBack, 0, 0)
	c.that(!e.At.Before(earliest), "/happenedAt", "Long before the work began; check the year.")
	switch e.Kind {
	case worklog.SignSeen:
		z := p.zone(e.Zone)
		c.that(z != nil, "/zoneId", "Say on which zone of the piece.")
		if z != nil {
			laid := slices.ContainsFunc(z.Layers, func(l system.Layer) bool { return !l.Product.Family.NothingOn() })
			c.that(laid, "/zoneId", "Nothing is to go on %s, so no coat of ours is on it.", z.Name)
		}
		c.listed(compat.FindSign(e.Sign) != nil, "/sign", "a sign", string(e.Sign))
	case worklog.TakenBack:
		stands := slices.ContainsFunc(p.Standing, func(o worklog.Event) bool { return o.ID == e.Of })
		c.that(stands, "/of", "Nothing that stands of this piece has that number; it may be taken back already.")
	case worklog.Checked:
		c.that(p.zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.listed(schedule.IsCheck(e.Check), "/check", "a look", e.Check)
	case worklog.SampleMade, worklog.PatchSeen, worklog.SlipMeasured:
		c.that(p.zone(e.Zone) != nil, "/zoneId", "Say on which zone of the piece.")
		c.that(e.Text != "", "/text", "%s", toSay[e.Kind])
		n := len([]rune(e.Text))
		c.that(n <= longestStory, "/text", "At most %d characters; this has %d.", longestStory, n)
		c.that(!strings.ContainsFunc(e.Text, forbidden), "/text", "Plain text, without control characters.")
	default:
		c.that(slices.Contains(worklog.Kinds, e.Kind), "/kind", "There is no such fact.")
	}
}

// toSay is what a fact in words has to tell.
var toSay = map[worklog.Kind]string{
	worklog.SampleMade:   "Say how it was made: what, how much of it, on which wood.",
	worklog.PatchSeen:    "Say where it is, and what it is made of.",
	worklog.SlipMeasured: "Say the value, the day, and how it was measured.",
}
