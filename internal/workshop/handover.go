package workshop

import (
	"context"
	"crypto/rand"
	"encoding/base64"
	"fmt"
	"regexp"
	"strings"
	"time"

	"firmitas/core/care"
	"firmitas/core/enduse"
	"firmitas/core/worklog"
	"firmitas/internal/store"
)

// CareCard is a card with its heading, as it is fixed at hand-over. Its JSON is what the database keeps.
type CareCard struct {
	Piece      string         `json:"piece"`
	Zone       string         `json:"zone"` // names of the coated zones
	Number     string         `json:"number"`
	Workshop   string         `json:"workshop"`
	Contact    string         `json:"contact"`
	Urgent     bool           `json:"urgent"`
	HandedOver time.Time      `json:"handedOver"`
	FullCure   time.Time      `json:"fullCure"`
	Sections   []care.Section `json:"sections"`
	Token      string         `json:"-"` // empty while it is a preview
}

// HandOver fixes the card with the day the last coat really went on, and makes its unguessable link. A piece that was
// handed over before keeps the card it has.
func (s *Service) HandOver(ctx context.Context, id int64, version int, lastCoat time.Time) (CareCard, error) {
	return writing(ctx, s, func(ctx context.Context) (CareCard, error) {
		home, p, err := s.loaded(ctx, id)
		if err != nil {
			return CareCard{}, err
		}
		if p.CareToken != "" {
			return s.Card(ctx, p.CareToken)
		}
		var c check
		c.that(!lastCoat.After(s.Now()), "/lastCoat", "The last coat cannot lie ahead: hand over once it is on.")
		c.that(
			!lastCoat.Before(p.Start),
			"/lastCoat",
			"The last coat cannot lie before the start on %s.",
			p.Start.In(home.Zone).Format(dateForHuman),
		)
		if err := c.err(); err != nil {
			return CareCard{}, err
		}
		planned, err := s.plan(home, p)
		if err != nil {
			return CareCard{}, err
		}
		card, err := s.card(home, p, planned, lastCoat)
		if err != nil {
			return card, err
		}
		if why := p.notYet(planned); why != "" {
			return card, &Refused{why}
		}
		card.Token = newToken()
		row := store.Piece{
			ID:         id,
			WorkshopID: home.ID,
			Version:    version,
			LastCoat:   nullTime(lastCoat),
			HandedOver: nullTime(card.HandedOver),
		}
		return card, s.store.HandOver(ctx, row, card.Token, card)
	})
}

// CardOf is the card of a piece: as handed over, or as it would be if it left now.
func (s *Service) CardOf(ctx context.Context, id int64) (CareCard, error) {
	return reading(ctx, s, func(ctx context.Context) (CareCard, error) {
		home, p, err := s.loaded(ctx, id)
		if err != nil {
			return CareCard{}, err
		}
		if p.CareToken != "" {
			return s.Card(ctx, p.CareToken)
		}
		planned, err := s.plan(home, p)
		if err != nil {
			return CareCard{}, err
		}
		return s.card(home, p, planned, time.Time{})
	})
}

// Card is the fixed card behind a token; store.ErrNotFound when there is none.
func (s *Service) Card(ctx context.Context, token string) (CareCard, error) {
	var card CareCard
	if !isToken.MatchString(token) {
		return card, store.ErrNotFound
	}
	err := s.store.Card(ctx, token, &card)
	card.Token = token
	return card, err
}

// card makes the card from the facts and the plan, nil where nothing is chosen. With no last coat told, it takes the
// planned one.
func (s *Service) card(home Workshop, p Piece, planned *Plan, lastCoat time.Time) (CareCard, error) {
	if planned == nil {
		return CareCard{}, &Refused{"No coating system is chosen yet, so there is nothing to tell a buyer."}
	}
	plan := planned.Plan
	if len(plan.Steps) == 0 {
		return CareCard{}, &Refused{
			"There are no dates to tell a buyer, because the plan cannot be carried out. " + plan.Obstacles[0],
		}
	}
	handed := s.Now()
	if lastCoat.IsZero() {
		lastCoat = plan.LastCoat
		if lastCoat.After(handed) {
			handed = lastCoat
		}
	}
	moved := lastCoat.Sub(plan.LastCoat)
	out := CareCard{
		Piece:      p.Name,
		Number:     p.Number,
		Workshop:   home.Name,
		Contact:    home.Contact,
		HandedOver: handed,
		FullCure:   plan.FullCure.Add(moved),
	}
	var names []string
	var cards []care.Card
	for i, z := range planned.Brief.Zones {
		if !plan.Zones[i].Coated {
			continue
		}
		names = append(names, z.Name)
		cards = append(
			cards,
			care.Write(
				care.Facts{
					Piece:      p.Name,
					Zone:       z.Name,
					Number:     p.Number,
					Workshop:   home.Name,
					Contact:    home.Contact,
					Wish:       z.Wish,
					System:     *z.System,
					Finished:   lastCoat,
					HandedOver: handed,
					LightUse:   plan.LightUse.Add(moved),
					FullCure:   out.FullCure,
					Location:   home.Zone,
					Patches:    texts(worklog.Of(p.Standing, worklog.PatchSeen, p.Zones[i].ID)),
					Slip:       texts(worklog.Of(p.Standing, worklog.SlipMeasured, p.Zones[i].ID)),
				},
			),
		)
	}
	card := care.Together(names, cards)
	out.Zone, out.Urgent, out.Sections = strings.Join(names, ", "), card.Urgent, card.Sections
	return out, nil
}

func texts(told []worklog.Event) []string {
	var out []string
	for _, e := range told {
		out = append(out, e.Text)
	}
	return out
}

// notYet is what still has to be told before a piece may leave; "" when nothing.
func (p Piece) notYet(planned *Plan) string {
	for i, z := range planned.Plan.Zones {
		for _, d := range z.Doubts {
			if d.Open {
				return fmt.Sprintf("%s, %s: %s Pull a tape in a hidden place, and tell here what it showed.",
					planned.Brief.Zones[i].Name, d.Step, d.Text)
			}
		}
	}
	for i, z := range planned.Brief.Zones {
		measured := len(worklog.Of(p.Standing, worklog.SlipMeasured, p.Zones[i].ID)) > 0
		if planned.Plan.Zones[i].Coated && z.Wish.Use.Has(enduse.SlipMeasured) && !measured {
			return fmt.Sprintf("Slip is to be measured on %s first: keep the value, the day and the method here.", z.Name)
		}
	}
	return ""
}

// isToken is the form of what newToken makes: nothing else is even looked up.
var isToken = regexp.MustCompile(`^[A-Za-z0-9_-]{43}$`)

// newToken is 256 random bits.
func newToken() string {
	var b [32]byte
	_, _ = rand.Read(b[:]) // never fails
	return base64.RawURLEncoding.EncodeToString(b[:])
}
