package handover

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"firmitas/core/care"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/schedule"
	"firmitas/core/system"
	"firmitas/core/workday"
	"firmitas/core/worklog"
	"firmitas/internal/problem"
	"firmitas/internal/store"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/logbook"
	"firmitas/internal/workshop/piece"
)

// Leaving is what a finisher tells when a piece leaves.
type Leaving struct {
	Version  int
	LastCoat time.Time         // when the last coat really went on, where the log does not tell
	Title    string            // what its buyer reads; "" = its kind
	Reasons  map[string]string // why a question is gone past, by its id
	Photos   []int64           // that go with the card
	Mail     string            // where the card is sent; "" = nowhere
	Lang     care.Lang         // of that mail
}

// HandOver lets a piece leave with its first card, behind an unguessable link. A piece that has left keeps the card it
// has. It is Invalid where a question is open that no reason goes past, and refused where none may.
func (s *Service) HandOver(ctx context.Context, id int64, in Leaving) (IssuedCard, error) {
	return house.Deciding(ctx, s.house, id, func(ctx context.Context) (IssuedCard, error) {
		home, p, err := s.piece.Piece(ctx, id)
		if err != nil {
			return IssuedCard{}, err
		}
		if !p.Handed.IsZero() {
			return s.standing(ctx, home, p)
		}
		if err := in.checked(home, p, s.house.Now()); err != nil {
			return IssuedCard{}, err
		}
		facts, planned, err := s.facts(ctx, home, p, in.LastCoat)
		if err != nil {
			return IssuedCard{}, err
		}
		facts.Title = in.title(p)
		if facts.HandedOver.After(s.house.Now()) {
			return IssuedCard{}, problem.At("/lastCoat", "By the plan the last coat lies ahead: hand over once it is on, and say when that was.")
		}
		questions := s.questions(p, planned, facts, in.LastCoat)
		if err := in.answered(questions); err != nil {
			return IssuedCard{}, err
		}
		record, err := s.recordOf(ctx, home, p, planned, &facts, in.Photos)
		if err != nil {
			return IssuedCard{}, err
		}
		first, err := newCard(home, p, 1, facts, record, "", s.house.Now())
		if err != nil {
			return IssuedCard{}, err
		}
		row := store.Piece{
			ID: id, WorkshopID: home.ID, Version: in.Version,
			LastCoat: store.NullTime(lastOf(facts, in.LastCoat)), HandedOver: store.NullTime(facts.HandedOver),
		}
		if err := s.store.HandOver(ctx, row, first); err != nil {
			return IssuedCard{}, err
		}
		left := worklog.Event{At: s.house.Now(), Told: s.house.Now(), Body: worklog.HandOver{Text: in.told(questions)}}
		if _, err = s.record.Keep(ctx, home.ID, id, left); err != nil {
			return IssuedCard{}, err
		}
		card := IssuedCard{
			World: home.World, PieceID: id, Facts: facts, Record: record, Number: 1, Token: first.Token,
			Issued: first.Issued,
		}
		return card, s.mailCard(ctx, home, card, in.Mail, in.Lang)
	})
}

func lastOf(f care.Facts, told time.Time) time.Time {
	for _, z := range f.Zones {
		told = workday.Latest(told, z.Finished)
	}
	return told
}

func (in Leaving) checked(home house.Workshop, p piece.Piece, now time.Time) error {
	var c problem.Check
	c.That(!in.LastCoat.After(now), "/lastCoat", "The last coat cannot lie ahead: hand over once it is on.")
	c.That(in.LastCoat.IsZero() || !in.LastCoat.Before(p.Start), "/lastCoat",
		"The last coat cannot lie before the start on %s.", p.Start.In(home.Zone).Format(piece.DateForHuman))
	if in.Title != "" {
		c.Name("/title", in.Title)
	}
	for id, why := range in.Reasons {
		n := len([]rune(why))
		c.That(n <= longestReason, "/reasons/"+id, "At most %d characters; this has %d.", longestReason, n)
	}
	c.That(in.Mail == "" || isMail(in.Mail), "/mail", "Write a mail address, such as name@example.org.")
	return c.Err()
}

const longestReason = 500

// title is what the buyer reads: never the workshop's own name for the piece, which may hold its owner's.
func (in Leaving) title(p piece.Piece) string {
	if t := strings.TrimSpace(in.Title); t != "" {
		return t
	}
	return plainTitle(p)
}

func plainTitle(p piece.Piece) string {
	if k := furniture.Find(p.Kind); k != nil {
		return k.Name
	}
	return "A finished piece"
}

// answered tells which question is open still.
func (in Leaving) answered(all []care.Question) error {
	var c problem.Check
	for _, q := range all {
		if q.Stops {
			return problem.Refuse(q.Text)
		}
		why := strings.TrimSpace(in.Reasons[q.ID])
		c.That(why != "", "/reasons/"+q.ID, "%s Say why it leaves all the same.", q.Text)
	}
	return c.Err()
}

// told is what was gone past, as the log keeps it.
func (in Leaving) told(all []care.Question) string {
	var out []string
	for _, q := range all {
		about := q.Text
		if q.Zone != "" {
			about = q.Zone + ": " + about
		}
		out = append(out, about+" All the same: "+strings.TrimSpace(in.Reasons[q.ID]))
	}
	return strings.Join(out, "\n")
}

// facts are what a piece's card is made of, as it would leave now. A last coat that was told here and not in the log
// stands for all that the log is silent on.
func (s *Service) facts(
	ctx context.Context, home house.Workshop, p piece.Piece, lastCoat time.Time,
) (care.Facts, *calendar.Plan, error) {
	planned, err := s.calendar.Plan(ctx, home, p)
	if err != nil {
		return care.Facts{}, nil, err
	}
	if planned == nil {
		return care.Facts{}, nil, problem.Refuse("No coating system is chosen yet, so there is nothing to tell a buyer.")
	}
	plan := planned.Plan
	if len(plan.Steps) == 0 {
		return care.Facts{}, nil, problem.Refuse(
			"There are no dates to tell a buyer, because the plan cannot be carried out. " + plan.Obstacles[0],
		)
	}
	out := care.Facts{
		Title: plainTitle(p), Number: p.Number, Workshop: home.Name, Contact: home.Contact,
		Air: planned.Brief.Zones[0].Wish.Air, Location: home.Zone, HandedOver: s.house.Now(),
	}
	if lastCoat.IsZero() {
		out.HandedOver = workday.Latest(out.HandedOver, plan.LastCoat)
	}
	for i, z := range planned.Brief.Zones {
		out.Zones = append(out.Zones, s.zoneFacts(p, planned, i, z, lastCoat))
	}
	return out, planned, nil
}

func (s *Service) zoneFacts(
	p piece.Piece, planned *calendar.Plan, i int, z schedule.Zone, lastCoat time.Time,
) care.Zone {
	plan := planned.Plan.Zones[i]
	layers, laid := p.Lies(p.Zones[i])
	if !plan.Coated || len(layers) == 0 {
		return care.Zone{
			Name: z.Name, EndUse: z.Wish.Use.ID, Place: string(z.Wish.Use.Place), Material: z.Wish.Material.ID,
			Finished: s.house.Now(),
		}
	}
	moved := time.Duration(0)
	last := laid[len(laid)-1]
	untold := len(last) == 0 || last[len(last)-1].Kind() != worklog.CoatLaid
	if !lastCoat.IsZero() && untold {
		moved = lastCoat.Sub(planned.Plan.LastCoat)
	}
	wish := z.Wish
	out := care.ZoneOf(z.Name, wish, system.Assess(wish, layers),
		plan.LastCoat.Add(moved), plan.LightUse.Add(moved), plan.FullCure.Add(moved))
	for k, told := range laid {
		for _, e := range told {
			out.Layers[k].Laid = append(out.Layers[k].Laid, care.Laid{
				At: e.At, Air: e.Air(), Method: e.Laid().Method, Litres: e.Laid().Litres, WetUM: e.Laid().WetUM,
			})
		}
	}
	out.Steps = p.Kind == furniture.Stairs
	out.Patches = texts(worklog.Of(p.Standing, worklog.PatchSeen, p.Zones[i].ID))
	out.Slip = texts(worklog.Of(p.Standing, worklog.SlipMeasured, p.Zones[i].ID))
	return out
}

func texts(told []worklog.Event) []string {
	var out []string
	for _, e := range told {
		out = append(out, e.Text())
	}
	return out
}

// questions are what stands against letting a piece leave.
func (s *Service) questions(
	p piece.Piece, planned *calendar.Plan, facts care.Facts, lastCoat time.Time,
) []care.Question {
	now := s.house.Now()
	var open []care.Question
	if zone := planned.Stuck(); zone != "" {
		open = append(open, care.Question{
			ID: "stuck", Zone: zone, Stops: true,
			Text: zone + " is not finished: choose anew what follows on the coats that lie there.",
		})
	}
	for i, z := range planned.Plan.Zones {
		open = append(open, zoneQuestions(p, planned, i, z)...)
	}
	open = append(open, stepQuestions(planned, now)...)
	planLast := planned.Plan.LastCoat
	if !lastCoat.IsZero() && lastCoat.Before(planLast) && !someTold(planned) {
		soonest := planLast.In(planned.Home.Zone).Format("2 January 2006, 15:04")
		open = append(open, care.Question{
			ID: "early", Text: "By the plan the last coat could not be on before " + soonest + ".",
		})
	}
	return care.Leaving{Facts: facts, At: facts.HandedOver, Promised: p.Promised, Open: open}.Questions()
}

func someTold(planned *calendar.Plan) bool {
	return slices.ContainsFunc(planned.Plan.Steps, func(s schedule.Step) bool {
		return s.Kind == schedule.Coating && s.Told != nil
	})
}

func zoneQuestions(p piece.Piece, planned *calendar.Plan, i int, z schedule.ZonePlan) (open []care.Question) {
	name := planned.Brief.Zones[i].Name
	for _, d := range z.Doubts {
		if d.Open {
			open = append(open, care.Question{
				ID: fmt.Sprintf("doubt:%d", d.Event), Zone: name, Stops: true,
				Text: fmt.Sprintf("%s: %s Pull a tape in a hidden place, and tell here what it showed.", d.Step, d.Text),
			})
		}
	}
	if z.Held != nil {
		open = append(open, care.Question{
			ID: fmt.Sprintf("felt:%d", z.Held.Event), Zone: name,
			Text: fmt.Sprintf("It was told of it: %s. %s", z.Held.Sign, z.Held.Do),
		})
	}
	use := planned.Brief.Zones[i].Wish.Use
	measured := len(worklog.Of(p.Standing, worklog.SlipMeasured, p.Zones[i].ID)) > 0
	if z.Coated && use.Has(enduse.SlipMeasured) && !measured {
		open = append(open, care.Question{
			ID: fmt.Sprintf("slip:%d", i), Zone: name, Stops: true,
			Text: fmt.Sprintf("Slip is to be measured on %s first: keep the value, the day and the method here.", name),
		})
	}
	return open
}

// stepQuestions are tests that nobody has told of, and, once anything is told, coats that nobody has.
func stepQuestions(planned *calendar.Plan, now time.Time) (open []care.Question) {
	logged := someTold(planned)
	ask := func(id string, step int, text string) {
		s := planned.Plan.Steps[step]
		open = append(open, care.Question{ID: fmt.Sprintf("%s:%d", id, step), Text: text + s.Title + "."})
	}
	for i, s := range planned.Plan.Steps {
		untold := s.Told == nil && s.Looked == nil
		switch {
		case s.Kind == schedule.Testing && untold && s.End().After(now):
			ask("test", i, "A test is still to be done: ")
		case s.Kind == schedule.Coating && untold && logged:
			ask("coat", i, "Nobody told of this coat: ")
		}
	}
	return open
}

// recordOf is what goes with the card for whoever works on the piece next. It names the lots in the facts too.
func (s *Service) recordOf(
	ctx context.Context, home house.Workshop, p piece.Piece, planned *calendar.Plan, facts *care.Facts, photos []int64,
) (care.Record, error) {
	zones := make([]care.ZoneRecord, len(facts.Zones))
	titles := logbook.Titles(p, planned.Brief)
	for i, z := range p.Zones {
		_, laid := p.Lies(z)
		for k := range facts.Zones[i].Layers {
			for n, e := range laid[k] {
				if e.Tin() == 0 {
					continue
				}
				if tin, err := s.store.Tin(ctx, home.ID, e.Tin()); err == nil {
					facts.Zones[i].Layers[k].Laid[n].Lot = tin.Lot
				}
			}
		}
		zones[i] = zoneRecord(p, z, planned.Brief.Zones[i].Wish, titles)
	}
	kept, err := s.store.Photos(ctx, home.ID, p.ID)
	if err != nil {
		return care.Record{}, err
	}
	var chosen []care.PhotoOf
	var c problem.Check
	for n, id := range photos {
		at := slices.IndexFunc(kept, func(o store.Photo) bool { return o.ID == id })
		c.That(at >= 0, fmt.Sprintf("/photos/%d", n), "No photo of this piece has that number.")
		if at >= 0 {
			chosen = append(chosen, care.PhotoOf{ID: id, Moment: kept[at].Moment, Taken: kept[at].TakenIn})
		}
	}
	return facts.RecordOf(zones, chosen), c.Err()
}

func zoneRecord(p piece.Piece, z piece.Zone, w system.Wish, titles map[string]string) care.ZoneRecord {
	out := care.ZoneRecord{
		AreaM2: z.AreaM2, Found: "bare",
		Preparation: []care.Done{}, Tests: []care.Done{}, Repairs: []care.Done{},
		Samples: append([]string{}, texts(worklog.Of(p.Standing, worklog.SampleMade, z.ID))...),
	}
	if f := w.Seen.Finish; f != nil {
		out.Found, out.FoundAge = f.ID, string(w.Seen.Age)
	}
	if w.Seen.Lead != "" {
		out.Lead = string(w.Seen.Lead)
	}
	out.VeneerMM = w.Seen.VeneerMM
	for _, e := range p.Standing {
		if e.Zone != 0 && e.Zone != z.ID {
			continue
		}
		done := care.Done{What: logbook.Words(p, e, titles), At: e.At}
		switch e.Kind() {
		case worklog.JobDone:
			out.Preparation = append(out.Preparation, done)
		case worklog.Checked:
			out.Tests = append(out.Tests, done)
		case worklog.FaultSeen:
			out.Repairs = append(out.Repairs, done)
		}
	}
	return out
}

func newCard(
	home house.Workshop, p piece.Piece, number int, f care.Facts, r care.Record, why string, at time.Time,
) (store.Card, error) {
	facts, err := json.Marshal(f)
	if err != nil {
		return store.Card{}, err
	}
	record, err := json.Marshal(r)
	out := store.Card{
		WorkshopID: home.ID, PieceID: p.ID, Number: number, Token: house.NewToken(), Words: care.WordsVersion,
		Reason: why, Issued: at,
	}
	out.Facts.V, out.Record.V = facts, record
	return out, err
}
