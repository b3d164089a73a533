package house

import (
	"context"
	"errors"
	"fmt"
	"regexp"
	"strings"
	"time"

	"firmitas/core/coating"
	"firmitas/core/enduse"
	"firmitas/core/workday"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/record"
)

// Founding is what a workshop begins with.
type Founding struct {
	Name, Town string
	TimeZone   string // by the IANA's name
	Units      string
	Clock      string
	Numbers    string
	Currency   string
	Days       [7]workday.Day
	UsualTins  bool // its shelf begins with them; else it is empty
}

var errFounded = problem.Refuse("There is a workshop in this database already. Load the page anew to see it.")

var currency = regexp.MustCompile(`^[A-Z]{3}$`)

// Found makes the workshop that this server works for. It says what is wrong: Invalid; or refuses where there is one.
func (s *Service) Found(ctx context.Context, in Founding) (Workshop, error) {
	if err := in.check(); err != nil {
		return Workshop{}, err
	}
	row := store.Workshop{
		Name: strings.TrimSpace(in.Name), Town: strings.TrimSpace(in.Town), TimeZone: in.TimeZone, Units: in.Units,
		Clock: in.Clock, Numbers: in.Numbers, Currency: in.Currency, FoodPolicy: string(enduse.StrictFood),
	}
	row.Rates.V, row.Supplies.V = []store.Rate{}, map[string]string{}
	row.Lacks.V, row.Pace.V = []string{}, map[string]float64{}
	row.Room.V = store.Room{People: []store.Person{}, Dates: []store.Date{}}
	for i, d := range in.Days {
		row.Hours.V[i] = store.Day(d)
	}
	var tins []store.Product
	if in.UsualTins {
		for _, p := range coating.UsualTins() {
			tins = append(tins, record.ProductRow(p))
		}
	}
	return Writing(ctx, s, func(ctx context.Context) (Workshop, error) {
		switch _, err := s.store.Home(ctx); {
		case err == nil:
			return Workshop{}, errFounded
		case !errors.Is(err, store.ErrNotFound):
			return Workshop{}, err
		}
		if err := s.store.FoundFirst(ctx, row, tins); err != nil {
			if errors.Is(err, store.ErrConflict) {
				err = errFounded
			}
			return Workshop{}, err
		}
		return s.Home(ctx)
	})
}

func (in Founding) check() error {
	var c problem.Check
	c.Name("/name", in.Name)
	c.That(len([]rune(in.Town)) <= problem.LongestName, "/town", "At most %d characters.", problem.LongestName)
	c.That(!strings.ContainsFunc(in.Town, problem.Forbidden), "/town", "Plain text, without control characters.")
	zone, err := time.LoadLocation(in.TimeZone)
	named := err == nil && in.TimeZone != "" && in.TimeZone != "Local"
	c.That(named, "/timeZone", "%q is no time zone; write one such as Europe/Berlin.", in.TimeZone)
	c.That(currency.MatchString(in.Currency), "/currency", "Three letters by ISO 4217, such as EUR.")
	if named {
		if err := (workday.Week{Days: in.Days, Zone: zone}).Check(); err != nil {
			c.That(false, "/hours", "%s", fmt.Sprint(err))
		}
	}
	return c.Err()
}
