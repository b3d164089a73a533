package handover

import (
	"context"
	"errors"
	"time"

	"firmitas/core/care"
	"firmitas/internal/store"
	"firmitas/internal/workshop/house"
)

// Relay takes mail to where it goes. The one that ships with it keeps it in an outbox that one can look at.
type Relay interface {
	Send(ctx context.Context, m store.Mail) error
}

// outbox is the relay's stand-in.
type outbox struct{ store Store }

// Send keeps a mail where it can be looked at.
func (o outbox) Send(ctx context.Context, m store.Mail) error { return o.store.AddMail(ctx, m) }

// Outbox are the mails that were given to the relay, the newest first.
func (s *Service) Outbox(ctx context.Context) ([]store.Mail, error) {
	const most = 200
	home, err := s.house.ID(ctx)
	if err != nil {
		return nil, err
	}
	return s.store.Mails(ctx, home, most)
}

// mailCard sends a card's link; to "" nowhere.
func (s *Service) mailCard(ctx context.Context, home house.Workshop, card IssuedCard, to string, l care.Lang) error {
	if to == "" {
		return nil
	}
	return s.send(ctx, home, card, to, orEnglish(l), "mail.card")
}

func orEnglish(l care.Lang) care.Lang {
	if !l.Known() {
		return care.Languages[0]
	}
	return l
}

func (s *Service) send(
	ctx context.Context, home house.Workshop, card IssuedCard, to string, l care.Lang, what string,
) error {
	args := care.MailArgs(card.Facts, s.LinkTo(card.Token)+"?lang="+string(l))
	return s.relay.Send(ctx, store.Mail{
		WorkshopID: home.ID, PieceID: store.NullID(card.PieceID), To: to, Sent: s.house.Now(),
		Subject: care.Message{ID: what + "_subject", Args: args}.In(l),
		Body:    care.Message{ID: what + "_body", Args: args}.In(l),
	})
}

// LinkTo is the address of a card.
func (s *Service) LinkTo(token string) string {
	return s.house.At("/care/" + token)
}

// RemindDue sends one mail for each renewal that is due and was asked to be told. It may run in several copies at once:
// each renewal is told once.
func (s *Service) RemindDue(ctx context.Context) (sent int, err error) {
	home, err := s.house.Home(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return 0, nil
	}
	if err != nil {
		return 0, err
	}
	running, err := s.store.Reminders(ctx, home.ID, 0)
	if err != nil {
		return 0, err
	}
	for _, r := range running {
		told, err := s.remind(ctx, home, r)
		if err != nil {
			return sent, err
		}
		if told {
			sent++
		}
	}
	return sent, nil
}

func (s *Service) remind(ctx context.Context, home house.Workshop, r store.Reminder) (told bool, err error) {
	err = s.store.Write(ctx, func(ctx context.Context) error {
		_, p, err := s.piece.Piece(ctx, r.PieceID)
		if err != nil {
			return err
		}
		if p.CareToken == "" {
			return nil // withdrawn
		}
		_, _, card, err := s.behind(ctx, p.CareToken)
		if err != nil {
			return err
		}
		due := card.At(s.house.Now()).DueSince(s.house.Now())
		if due.IsZero() || (r.SentFor.Valid && !due.After(r.SentFor.Time.Add(24*time.Hour))) {
			return nil
		}
		r.SentFor = store.NullTime(due)
		if err := s.store.Reminded(ctx, r); err != nil {
			return err
		}
		told = true
		return s.send(ctx, home, card, r.Mail, orEnglish(care.Lang(r.Lang)), "mail.due")
	})
	if errors.Is(err, store.ErrConflict) {
		return false, nil // another copy told it
	}
	return told, err
}
