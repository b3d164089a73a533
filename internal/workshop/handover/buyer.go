package handover

import (
	"context"
	"net/mail"
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/system"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
	"firmitas/internal/workshop/record"
)

// What a buyer says without a sign-in is limited: so many words an hour and piece, and so long.
const (
	mostSaidAnHour = 5
	longestSaid    = 500
)

// ErrTooOften tells that somebody who holds a card has said enough for now.
var ErrTooOften = problem.Refuse("That was sent too often just now. Please try again in an hour.")

// BuyerHurt notes on the piece's record what its buyer saw happen to it.
func (s *Service) BuyerHurt(ctx context.Context, token, what, words string) error {
	if !slices.Contains(care.Hurts, what) {
		return problem.At("/what", "Please choose one.")
	}
	text := care.Message{ID: "page.hurt_" + what}.In(care.Languages[0])
	if said := plainly(words); said != "" {
		text += ": " + said
	}
	return s.buyerSaid(ctx, token, text)
}

// plainly is what a stranger typed, as one line that is not too long.
func plainly(words string) string {
	line := []rune(strings.Join(strings.Fields(words), " "))
	return strings.TrimSpace(string(line[:min(len(line), longestSaid)]))
}

func (s *Service) buyerSaid(ctx context.Context, token, text string) error {
	return s.forBuyer(ctx, token, func(ctx context.Context, home house.Workshop, p piece.Piece) error {
		lately := 0
		for _, e := range p.Standing {
			if e.Kind() == worklog.BuyerSaid && s.house.Now().Sub(e.At) < time.Hour {
				lately++
			}
		}
		if lately >= mostSaidAnHour {
			return ErrTooOften
		}
		said := worklog.Event{At: s.house.Now(), Told: s.house.Now(), Body: worklog.Saying{Text: text}}
		_, err := s.record.Keep(ctx, home.ID, p.ID, said)
		return err
	})
}

// Elsewhere is how a finish stands up to another life.
type Elsewhere struct {
	Short []enduse.Demand // what it bears less of than that life asks
	Gate  bool            // its labels do not state, or its kind does not do, what that life asks for
}

// otherLife is a life that a buyer may ask about, in a place; Invalid where it is none of them.
func otherLife(use, place string) (*enduse.EndUse, error) {
	known := slices.Contains(care.OtherLives(), use) && slices.Contains(care.OtherPlaces(), place)
	if !known {
		return nil, problem.At("/use", "Please choose one.")
	}
	return enduse.Find(use).At(enduse.Place(place)), nil
}

// BuyerMoves notes on a piece's record that its buyer wants to use it otherwise.
func (s *Service) BuyerMoves(ctx context.Context, token, use, place string) error {
	if _, err := otherLife(use, place); err != nil {
		return err
	}
	args := map[string]care.Arg{"life": {Term: "life." + use}, "place": {Term: "place." + place}}
	return s.buyerSaid(ctx, token, care.Message{ID: "note.moves", Args: args}.In(care.Languages[0]))
}

// Elsewhere is how a piece stands up to another use: that of all its zones together.
func (s *Service) Elsewhere(ctx context.Context, token, use, place string) (Elsewhere, error) {
	var out Elsewhere
	life, err := otherLife(use, place)
	if err != nil {
		return out, err
	}
	return house.Reading(ctx, s.house, func(ctx context.Context) (Elsewhere, error) {
		home, p, _, err := s.behind(ctx, token)
		if err != nil {
			return out, err
		}
		planned, err := s.calendar.Plan(ctx, home, p)
		if err != nil || planned == nil {
			return out, err
		}
		for i, z := range planned.Brief.Zones {
			if layers := p.OnIt(p.Zones[i]); len(layers) > 0 {
				w := z.Wish
				w.Use = life
				out.add(w, system.Assess(w, layers))
			}
		}
		return out, nil
	})
}

func (e *Elsewhere) add(w system.Wish, judged system.System) {
	for _, d := range judged.Demands {
		if d.Shortfall() > 0 && !slices.Contains(e.Short, d.Demand) {
			e.Short = append(e.Short, d.Demand)
		}
	}
	last := judged.Protection().Product
	gate := w.Use.WhyUnfit(last.Family, w.Seen.Valued) != "" ||
		slices.ContainsFunc(judged.Gates, func(g system.GateResult) bool { return !g.Passed })
	thin := w.Use.Outdoors() && last.Family.Body == coating.Film && judged.FilmUM < judged.AskedUM
	e.Gate = e.Gate || gate || thin
}

func isMail(address string) bool {
	const longest = 254
	a, err := mail.ParseAddress(address)
	return err == nil && a.Address == address && len(address) <= longest
}

// BuyerReminded keeps that whoever holds a card wants one mail when a renewal is due.
func (s *Service) BuyerReminded(ctx context.Context, token, address string, lang care.Lang) error {
	if !isMail(address) {
		return problem.At("/mail", "Write a mail address, such as name@example.org.")
	}
	return s.forBuyer(ctx, token, func(ctx context.Context, home house.Workshop, p piece.Piece) error {
		running, err := s.store.Reminders(ctx, home.ID, p.ID)
		if err != nil {
			return err
		}
		if len(running) >= mostSaidAnHour {
			return ErrTooOften
		}
		return s.store.Remind(ctx, store.Reminder{
			WorkshopID: home.ID, PieceID: p.ID, Mail: address, Lang: string(lang), Asked: s.house.Now(),
		})
	})
}

// BuyerStops ends the reminders of a piece.
func (s *Service) BuyerStops(ctx context.Context, token string) error {
	return s.forBuyer(ctx, token, func(ctx context.Context, home house.Workshop, p piece.Piece) error {
		return s.store.StopReminders(ctx, home.ID, p.ID, s.house.Now())
	})
}

// forBuyer writes what somebody tells who holds a card that stands. Limits are counted under the piece's hold, so that
// they are the same for what is sent at once.
func (s *Service) forBuyer(
	ctx context.Context, token string, do func(context.Context, house.Workshop, piece.Piece) error,
) error {
	_, of, _, err := s.behind(ctx, token)
	if err != nil {
		return err
	}
	_, err = house.Deciding(ctx, s.house, of.ID, func(ctx context.Context) (struct{}, error) {
		home, p, card, err := s.behind(ctx, token)
		switch {
		case err != nil:
			return struct{}{}, err
		case !card.Ended.IsZero():
			return struct{}{}, store.ErrNotFound
		}
		return struct{}{}, do(ctx, home, p)
	})
	return err
}

// FromBuyers is what buyers told from their cards and nobody has answered, the newest first.
func (s *Service) FromBuyers(ctx context.Context) ([]record.PieceFact, error) {
	const most = 50
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return record.PieceFacts(s.store.Unanswered(ctx, home, most))
}

// AnswerBuyer keeps that somebody has answered what a buyer told. Once answered it stays so.
func (s *Service) AnswerBuyer(ctx context.Context, event int64) error {
	home, err := s.house.ID(ctx)
	if err != nil {
		return err
	}
	asked, err := s.unanswered(ctx, home, event)
	if err != nil {
		return err
	}
	return s.house.RemoveOf(ctx, asked.PieceID, func(ctx context.Context, home int64) error {
		said, err := s.unanswered(ctx, home, event) // still, now that nobody else answers it
		if err != nil {
			return err
		}
		reply := worklog.Event{At: s.house.Now(), Told: s.house.Now(), Body: worklog.Reply{Of: event}}
		_, err = s.record.Keep(ctx, home, said.PieceID, reply)
		return err
	})
}

// unanswered is one thing that a buyer told; store.ErrNotFound where it is not there, or answered.
func (s *Service) unanswered(ctx context.Context, home, event int64) (record.PieceFact, error) {
	const most = 1000
	open, err := record.PieceFacts(s.store.Unanswered(ctx, home, most))
	if err != nil {
		return record.PieceFact{}, err
	}
	at := slices.IndexFunc(open, func(o record.PieceFact) bool { return o.ID == event })
	if at < 0 {
		return record.PieceFact{}, store.ErrNotFound
	}
	return open[at], nil
}
