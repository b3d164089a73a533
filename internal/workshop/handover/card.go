package handover

import (
	"context"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
	"firmitas/core/workday"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// IssuedCard is one issue of a piece's card; without a token it is what would be issued now.
type IssuedCard struct {
	World     string // its workshop's id in the whole world
	PieceID   int64
	Facts     care.Facts
	Record    care.Record
	Number    int
	Token     string
	Issued    time.Time
	Reason    string
	Ended     time.Time // replaced or withdrawn; zero while it stands
	Withdrawn bool
	Newer     string // the token of the issue that stands, where this one was replaced

	Questions []care.Question // before it leaves
	Issues    []IssuedCard    // all there are, without theirs
	Reminders int             // that run
}

// At is the card as it reads at a moment. What has not left yet is read on the day it leaves.
func (c IssuedCard) At(now time.Time) care.Card {
	if c.Token == "" {
		now = workday.Latest(now, c.Facts.HandedOver)
	}
	return care.Write(c.Facts, now)
}

// CardOf is the card of a piece: as it stands, or as it would be if it left now, under a title.
func (s *Service) CardOf(ctx context.Context, id int64, title string) (IssuedCard, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (IssuedCard, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return IssuedCard{}, err
		}
		if !p.Handed.IsZero() {
			return s.standing(ctx, home, p)
		}
		facts, planned, err := s.facts(ctx, home, p, time.Time{})
		if err != nil {
			return IssuedCard{}, err
		}
		facts.Title = Leaving{Title: title}.title(p)
		questions := s.questions(p, planned, facts, time.Time{})
		return IssuedCard{World: home.World, PieceID: id, Facts: facts, Questions: questions}, nil
	})
}

// Marks are the faults of a piece that were left as they are, in the workshop's own words.
func (s *Service) Marks(ctx context.Context, id int64) ([]string, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) ([]string, error) {
		_, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return nil, err
		}
		left := slices.DeleteFunc(worklog.Of(p.Standing, worklog.FaultSeen, 0), func(e worklog.Event) bool {
			return e.Fault().Remedy != worklog.LeaveIt
		})
		return texts(left), nil
	})
}

// standing is the newest issue of a piece that has left, with all there are.
func (s *Service) standing(ctx context.Context, home house.Workshop, p piece.Piece) (IssuedCard, error) {
	rows, err := s.store.Cards(ctx, home.ID, p.ID)
	if err != nil {
		return IssuedCard{}, err
	}
	if len(rows) == 0 {
		return IssuedCard{}, store.ErrNotFound
	}
	var all []IssuedCard
	for _, row := range rows {
		one, err := s.issued(ctx, home, p, row)
		if err != nil {
			return IssuedCard{}, err
		}
		all = append(all, one)
	}
	out := all[len(all)-1]
	out.Issues = all
	running, err := s.store.Reminders(ctx, home.ID, p.ID)
	out.Reminders = len(running)
	return out, err
}

// issued reads a row. A card from before facts were kept is made of the record, which has not changed since.
func (s *Service) issued(ctx context.Context, home house.Workshop, p piece.Piece, row store.Card) (IssuedCard, error) {
	out := IssuedCard{
		World: home.World, PieceID: row.PieceID, Number: row.Number, Token: row.Token, Issued: row.Issued,
		Reason: row.Reason, Ended: row.Ended.Time, Withdrawn: row.Withdrawn,
	}
	if len(row.Facts.V) > 0 {
		if err := json.Unmarshal(row.Facts.V, &out.Facts); err != nil {
			return out, err
		}
		out.Facts.Location = home.Zone
		return out, json.Unmarshal(row.Record.V, &out.Record)
	}
	facts, planned, err := s.facts(ctx, home, p, p.LastCoat)
	if err != nil {
		return out, err
	}
	facts.HandedOver = p.Handed
	out.Record, err = s.recordOf(ctx, home, p, planned, &facts, nil)
	out.Facts = facts
	return out, err
}

// Card is the issue behind a token; store.ErrNotFound when there is none.
func (s *Service) Card(ctx context.Context, token string) (IssuedCard, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (IssuedCard, error) {
		_, _, card, err := s.behind(ctx, token)
		return card, err
	})
}

func (s *Service) behind(ctx context.Context, token string) (house.Workshop, piece.Piece, IssuedCard, error) {
	if !house.IsToken.MatchString(token) {
		return house.Workshop{}, piece.Piece{}, IssuedCard{}, store.ErrNotFound
	}
	row, err := s.store.Card(ctx, token)
	if err != nil {
		return house.Workshop{}, piece.Piece{}, IssuedCard{}, err
	}
	home, p, err := s.piece.Piece(ctx, row.PieceID)
	if err != nil {
		return home, p, IssuedCard{}, err
	}
	if home.ID != row.WorkshopID {
		return home, p, IssuedCard{}, store.ErrNotFound
	}
	card, err := s.issued(ctx, home, p, row)
	if err != nil {
		return home, p, card, err
	}
	if !card.Ended.IsZero() && !card.Withdrawn {
		card.Newer = p.CareToken
	}
	running, err := s.store.Reminders(ctx, home.ID, p.ID)
	card.Reminders = len(running)
	return home, p, card, err
}

// Correction is what is put right on a card.
type Correction struct {
	Title   string
	Contact string // "" = as it was
	Reason  string
	Number  int // of the issue that it corrects
	Photos  []int64
}

// Reissue gives a card a new number and a new link; the old link says so. It is ErrConflict where the corrected issue
// does not stand any more.
func (s *Service) Reissue(ctx context.Context, pieceID int64, in Correction) (IssuedCard, error) {
	return house.Deciding(ctx, s.house, pieceID, func(ctx context.Context) (IssuedCard, error) {
		home, p, err := s.piece.Piece(ctx, pieceID)
		if err != nil {
			return IssuedCard{}, err
		}
		old, err := s.standing(ctx, home, p)
		if err != nil {
			return IssuedCard{}, err
		}
		var c problem.Check
		c.Name("/title", in.Title)
		checkReason(&c, in.Reason)
		if in.Contact != "" {
			house.CheckContact(&c, "/contact", in.Contact)
		}
		if err := c.Err(); err != nil {
			return IssuedCard{}, err
		}
		if in.Number != old.Number {
			return IssuedCard{}, store.ErrConflict
		}
		facts := old.Facts
		facts.Title, facts.Contact = strings.TrimSpace(in.Title), home.Contact
		if contact := strings.TrimSpace(in.Contact); contact != "" {
			facts.Contact = contact
		}
		planned, err := s.calendar.Plan(ctx, home, p)
		if err != nil || planned == nil {
			return IssuedCard{}, err
		}
		record, err := s.recordOf(ctx, home, p, planned, &facts, in.Photos)
		if err != nil {
			return IssuedCard{}, err
		}
		next, err := newCard(home, p, old.Number+1, facts, record, in.Reason, s.house.Now())
		if err != nil {
			return IssuedCard{}, err
		}
		if err := s.store.IssueCard(ctx, next); err != nil {
			return IssuedCard{}, err
		}
		return s.standing(ctx, home, p)
	})
}

func checkReason(c *problem.Check, why string) {
	c.That(strings.TrimSpace(why) != "", "/reason", "Say why: it is kept with the card.")
	n := len([]rune(why))
	c.That(n <= longestReason, "/reason", "At most %d characters; this has %d.", longestReason, n)
}

// Withdraw ends the issue that stands. Its link tells so from then on, and nothing else.
func (s *Service) Withdraw(ctx context.Context, pieceID int64, number int, why string) (IssuedCard, error) {
	return house.Deciding(ctx, s.house, pieceID, func(ctx context.Context) (IssuedCard, error) {
		home, p, err := s.piece.Piece(ctx, pieceID)
		if err != nil {
			return IssuedCard{}, err
		}
		var c problem.Check
		checkReason(&c, why)
		if err := c.Err(); err != nil {
			return IssuedCard{}, err
		}
		err = s.store.WithdrawCard(ctx, store.Card{
			WorkshopID: home.ID, PieceID: pieceID, Number: number, Reason: why, Ended: store.NullTime(s.house.Now()),
		})
		if err != nil {
			return IssuedCard{}, err
		}
		return s.standing(ctx, home, p)
	})
}

// CardPhoto is a picture that the finisher chose to go with a card, for whoever holds its link.
func (s *Service) CardPhoto(ctx context.Context, token string, id int64) (store.Photo, error) {
	return house.Reading(ctx, s.house, func(ctx context.Context) (store.Photo, error) {
		home, _, card, err := s.behind(ctx, token)
		if err != nil {
			return store.Photo{}, err
		}
		chosen := slices.ContainsFunc(card.Record.Photos, func(o care.PhotoOf) bool { return o.ID == id })
		if !chosen || !card.Ended.IsZero() {
			return store.Photo{}, store.ErrNotFound
		}
		return s.store.Photo(ctx, home.ID, card.PieceID, id)
	})
}
