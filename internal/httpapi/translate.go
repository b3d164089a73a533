package httpapi

import (
	"maps"
	"slices"
	"time"

	"firmitas/api"
	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/decoration"
	"firmitas/core/enduse"
	"firmitas/core/furniture"
	"firmitas/core/hands"
	"firmitas/core/money"
	"firmitas/core/quantity"
	"firmitas/core/schedule"
	"firmitas/core/substrate"
	"firmitas/core/supplies"
	"firmitas/core/system"
	"firmitas/core/technique"
	"firmitas/core/workday"
	"firmitas/core/worklog"
	"firmitas/internal/workshop/calendar"
	"firmitas/internal/workshop/choosing"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

// each translates a list; an empty one stays a list in JSON.
func each[A, B any](from []A, to func(A) B) []B {
	out := make([]B, len(from))
	for i, a := range from {
		out[i] = to(a)
	}
	return out
}

func as[T ~string](v T) string { return string(v) }

// when leaves a zero time out of the JSON.
func when(t time.Time) *time.Time {
	if t.IsZero() {
		return nil
	}
	t = t.UTC()
	return &t
}

func toWorkshop(w house.Workshop) api.Workshop {
	out := api.Workshop{
		Name:     w.Name,
		Town:     w.Town,
		Contact:  w.Contact,
		Version:  w.Version,
		Units:    api.WorkshopUnits(w.Units),
		Clock:    api.WorkshopClock(w.Clock),
		Numbers:  api.WorkshopNumbers(w.Numbers),
		Currency: w.Currency,
		Rates:    each(w.Rates, toRate),

		SupplyPrices: map[string]string{},
		FoodPolicy:   api.WorkshopFoodPolicy(w.FoodPolicy),
		Schools:      api.Schools(w.Schools),
		Lacks:        each(w.Shop.Lacks, func(t technique.Tool) string { return string(t) }),
		Pace:         map[string]float64{},
		Hours:        each(w.Days[:], toHours),
		Room:         toRoom(w.Room),
	}
	maps.Copy(out.Pace, w.Shop.Pace)
	for id, price := range w.Supplies {
		out.SupplyPrices[id] = money.Text(price)
	}
	if w.Zone != nil {
		out.TimeZone = w.Zone.String()
	}
	return out
}

func toGate(g enduse.Gate) api.Gate { return api.Gate{ID: string(g.ID), Name: g.Name, Asks: g.Asks} }

func catalogue() api.Catalogue {
	return api.Catalogue{
		Kinds: each(furniture.Kinds, func(k *furniture.Kind) api.Kind {
			return api.Kind{
				ID:   k.ID,
				Name: k.Name,
				Measures: each(k.Measures, func(m furniture.Measure) api.Measure {
					return api.Measure{ID: m.ID, Name: m.Name, Usual: m.Usual, Count: m.Count}
				}),
			}
		}),
		Shapes: each(quantity.Shapes, func(s *quantity.Shape) api.Shape {
			return api.Shape{
				ID: s.ID, Name: s.Name, OneSide: s.OneSide, TwoSides: s.TwoSides, Note: s.Note,
				Sizes: each(s.Sizes, func(z quantity.Size) api.ShapeSize {
					return api.ShapeSize{ID: z.ID, Name: z.Name, Count: z.Count, May: z.May}
				}),
			}
		}),
		PartKinds: each(furniture.PartKinds,
			func(k *furniture.PartKind) api.Named { return api.Named{ID: k.ID, Name: k.Name} }),
		Faces: each(furniture.Faces, func(f furniture.Face) string { return string(f) }),
		EndUses: each(enduse.EndUses, func(u *enduse.EndUse) api.EndUse {
			return api.EndUse{
				ID:        u.ID,
				Name:      u.Name,
				Group:     u.Group,
				Asks:      slices.Clone(u.Asks[:]),
				FilmUm:    u.FilmUM,
				CureFirst: u.CureFirst,
				Note:      u.Note,
				Gates:     each(u.Gates, func(id enduse.GateID) api.Gate { return toGate(enduse.Gates[id]) }),
			}
		}),
		Materials: each(substrate.Materials, func(m *substrate.Material) api.Material {
			return api.Material{
				ID:   m.ID,
				Name: m.Name,
				Kind: string(m.Kind),
				Note: m.Note,
				Traits: each(m.Traits(),
					func(t substrate.Trait) api.Trait { return api.Trait{Name: t.Name, Basis: api.Basis(t.Basis)} }),
			}
		}),
		Looks:   each(system.Looks, func(l system.Look) api.Look { return api.Look(l) }),
		Sheens:  coating.SheenNames,
		Demands: slices.Clone(enduse.DemandNames[:]),
		Finishes: append(
			each(substrate.OldFinishes,
				func(f *substrate.OldFinish) api.Finish { return api.Finish{ID: f.ID, Name: f.Name, Film: f.Film} }),
			api.Finish{ID: substrate.UnknownFinish, Name: "Nobody knows", Film: true},
		),
		Contaminations: each(substrate.Contaminations, func(c substrate.Contamination) string { return string(c) }),
		Repairs: each(substrate.Repairs,
			func(r substrate.Repair) api.Named { return api.Named{ID: r.ID, Name: r.Damage} }),
		Tests:    each(substrate.Tests, toGuide),
		Families: each(coating.FamiliesInOrder(), toFamily),
		SheetFields: each(coating.Fields, func(f coating.Field) api.SheetField {
			return api.SheetField{Name: f.Name, Title: f.Title, Units: f.Dimension.UnitNames()}
		}),
		StatementKinds: each(coating.StatementKinds, func(k coating.StatementKind) api.Named { return api.Named(k) }),
		Groups:         each(coating.Groups, as[coating.Group]),
		Gloss60:        gloss60(),
		Decorations:    each(decoration.Kinds, toDecorationKind),
		Places: each(enduse.Places, func(p enduse.PlaceAsks) api.Place {
			return api.Place{ID: string(p.Place), Name: p.Name, Class: p.Class}
		}),
		Soils: each(compat.Soils, func(s compat.Soil) string { return string(s) }),
		Signs: each(compat.Signs, func(s compat.SignSeen) api.Named {
			return api.Named{ID: string(s.ID), Name: s.Name}
		}),
		Tools: each(technique.Tools, func(t technique.NamedTool) api.Named {
			return api.Named{ID: string(t.ID), Name: t.Name}
		}),
		Supplies: each(supplies.UsedUp(), func(s *supplies.Supply) api.SupplyKind {
			return api.SupplyKind{ID: s.ID, Name: s.Name, Unit: api.SupplyUnit(s.Unit)}
		}),
		PaceKinds: each(schedule.PaceKinds(), func(k schedule.PaceKind) api.PaceKind {
			return api.PaceKind{ID: k.ID, Name: k.Name, Stage: api.PaceKindStage(k.Stage), Minutes: k.Minutes}
		}),
		Treatments: each(compat.Treatments, func(t compat.Treatment) api.Named {
			return api.Named{ID: t.ID, Name: t.Name}
		}),
	}
}

func toRef(p *coating.Product) api.ProductRef {
	return api.ProductRef{
		ID:        p.ID,
		NothingOn: p.Family.NothingOn(),
		Name:      p.Name,
		Maker:     p.Maker,
		Family:    p.Family.Name,
		FamilyID:  p.Family.ID,
		Colour:    p.Colour,
		Shade:     api.ProductRefShade(p.Shade),
		Sheen:     p.Sheen.String(),
		Body:      api.ProductRefBody(p.Family.Body),
		KgPerL:    kgPerL(p),
	}
}

// kgPerL is told of what is sold by weight.
func kgPerL(p *coating.Product) *float64 {
	if !p.ByWeight() {
		return nil
	}
	return &p.DensityA
}

func toJudgement(j compat.Judgement) api.Judgement {
	return api.Judgement{
		Verdict:      api.Verdict(j.Verdict.String()),
		Legal:        j.Legal(),
		SoonestH:     j.SoonestH,
		EarliestH:    j.EarliestH,
		LabelH:       j.LabelH,
		LatestH:      j.LatestH,
		ReopensH:     j.ReopensH,
		WaitBasis:    api.Basis(j.WaitBasis),
		Preparations: each(j.Preparations, func(w substrate.Work) string { return w.Title }),
		Findings:     each(j.Findings, toFinding),
		Quieted:      each(j.Quieted, toFinding),
		Words:        each(j.Words, toWord),
	}
}

func toFinding(f compat.Finding) api.Finding {
	return api.Finding{
		Rule:        f.Rule.ID,
		Title:       f.Rule.Title,
		Verdict:     api.Verdict(f.Rule.Verdict.String()),
		Reason:      f.Reason,
		Failure:     f.Rule.Failure,
		WayOut:      f.Rule.WayOut,
		WaitH:       f.WaitH,
		Basis:       api.Basis(f.Rule.Basis),
		Overridable: f.Rule.Overridable(),
	}
}

var speakers = map[compat.By]api.WordBy{
	compat.ByLabel: api.WordByLabel, compat.ByBoard: api.WordByBoard, compat.ByFinisher: api.WordByFinisher,
}

func toWord(w compat.Word) api.Word {
	return api.Word{By: speakers[w.By], May: w.May, Sense: w.Sense, Who: w.Who, When: w.When}
}

func gloss60() [][]float64 {
	out := make([][]float64, len(coating.SheenNames))
	for i := range out {
		low, high := coating.Sheen(i).Gloss60()
		out[i] = []float64{low, high}
	}
	return out
}

func toSystem(in choosing.Suggestion) api.System {
	s, plan := in.System, in.Plan
	out := api.System{
		Layers: each(s.Layers, func(l system.Layer) api.Layer {
			out := api.Layer{
				Role:    api.Role(l.Role),
				Product: toRef(l.Product),
				Coats:   l.Coats,
				DryUm:   l.Product.DryUM(),
				Partly:  l.Partly(),
				Below:   toJudgement(l.Below),
			}
			if l.Coats > 1 {
				between := toJudgement(l.Between)
				out.Between = &between
			}
			return out
		}),
		Surface:    toJudgement(s.Surface),
		FilmUm:     s.FilmUM,
		FilmBuild:  quantity.FilmBuild(s.FilmUM),
		AskedUm:    s.AskedUM,
		Sheen:      s.Sheen.String(),
		SheenSteps: s.SheenSteps,
		Coats:      s.Coats,
		WaitH:      s.WaitH,
		Shortfall:  s.Shortfall(),
		Obstacles:  append([]string{}, append(s.Obstacles, plan.Obstacles...)...),
		Legal:      s.Legal(),
		Characters: each(s.Characters,
			func(c system.Character) api.SystemCharacters { return api.SystemCharacters(c) }),
		Demands: each(s.Demands, func(d enduse.Given) api.DemandGiven {
			return api.DemandGiven{
				Name:      enduse.DemandNames[d.Demand],
				Asked:     d.Asked,
				Given:     d.Given,
				Shortfall: d.Shortfall(),
				Why:       d.Why,
			}
		}),
		Gates: each(s.Gates, func(g system.GateResult) api.GateGiven {
			evidence := each(g.Evidence, as[string])
			return api.GateGiven{Gate: toGate(g.Gate), Passed: g.Passed, Why: g.Why, Evidence: evidence}
		}),
		HandsOnMin:  plan.HandsOn.Minutes(),
		LastCoat:    when(plan.LastCoat),
		LightUse:    when(plan.LightUse),
		FullCure:    when(plan.FullCure),
		Promise:     toPromise(plan.Promise),
		Parts:       toParts(s.Parts),
		RenewMonths: in.Renew,
		Amber:       s.Amber(),
		FirstUse:    append([]string{}, in.FirstUse...),
		Warned:      append([]string{}, in.Warned...),
		Buy:         each(in.Buy, toNeed),
		Together:    append([]string{}, in.Together...),
		Better: each(in.Better, func(b system.Better) api.Better {
			return api.Better{Change: b.Change, Gain: b.Gain}
		}),
	}
	if in.Litres > 0 {
		out.Litres = &in.Litres
	}
	if in.Cost != "" {
		out.MaterialCost = &in.Cost
	}
	if in.VOCGrams > 0 {
		out.VocG = &in.VOCGrams
	}
	return out
}

func toNeed(n schedule.Need) api.Need {
	return api.Need{
		Product: toRef(n.Product), Litres: n.Litres, Sessions: n.Sessions, LeftL: n.LeftL,
		Shares: each(n.Shares, func(s schedule.Share) api.NeedShare {
			return api.NeedShare{
				Zone: s.Name, AreaM2: s.AreaM2, Coats: s.Coats, RateM2L: s.RateM2L, Transfer: s.Transfer,
				ThirstL: s.Thirst, Litres: s.Litres(),
			}
		}),
	}
}

func toSupply(l supplies.Line) api.SupplyLine { return toPricedSupply(l, nil) }

func toPricedSupply(l supplies.Line, prices map[string]money.Amount) api.SupplyLine {
	cost, known := l.Cost(prices)
	out := api.SupplyLine{
		ID: l.Supply.ID, Name: l.Supply.Name, Unit: api.SupplyUnit(l.Supply.Unit), Note: l.Supply.Note,
		Grit: told(l.Grit), Amount: l.Amount, Notes: append([]string{}, l.Notes...),
		For: each(l.For, func(s supplies.Share) api.SupplyShare {
			return api.SupplyShare{Title: s.Title, Amount: s.Amount}
		}),
	}
	if known {
		out.Cost = told(money.Text(cost))
	}
	return out
}

func toParts(p system.Parts) api.Parts {
	return api.Parts{
		Work:   p.Work,
		Wait:   p.Wait,
		Wear:   p.Wear,
		Look:   p.Look,
		Upkeep: p.Upkeep,
		Risk:   p.Risk,
		Smell:  p.Smell,
		Money:  p.Money,
	}
}

func toPromise(p *schedule.Promise) *api.Promise {
	if p == nil {
		return nil
	}
	return &api.Promise{Met: p.Met, MarginH: p.Margin.Hours(), Ready: p.Ready.UTC(), Needs: p.Needs}
}

func toAirReading(a climate.Air) api.AirReading {
	return api.AirReading{DewPointC: a.DewPoint(), WoodMoisturePct: a.WoodMoisture()}
}

func toSaying(s system.Saying) api.Saying {
	return api.Saying{ID: s.ID, Due: api.SayingDue(s.Due), Text: s.Text}
}

func toChoice(c choosing.Choice) api.Choice {
	return api.Choice{
		Suited:  c.Suited,
		Say:     each(c.Say, toSaying),
		Air:     toAirReading(c.Air),
		Systems: each(c.Suggestions, toSystem),
		LeftOut: each(c.LeftOut, func(l system.LeftOut) api.LeftOut {
			return api.LeftOut{Product: toRef(l.Product), Kind: api.LeftOutKind(l.Kind), Rule: l.Rule, Reason: l.Reason}
		}),
		Openings: each(c.Openings, func(o choosing.Opening) api.Opening {
			return api.Opening{
				What:    api.OpeningWhat(o.What),
				Stands:  o.Stands,
				Change:  o.Change,
				Opens:   o.Opens,
				Example: o.Example,
				Nearest: toSystem(o.Nearest),
				Lacks:   o.Lacks,
			}
		}),
	}
}

func toZone(z piece.Zone) api.ZoneInput {
	out := api.ZoneInput{
		Name:       z.Name,
		Face:       string(z.Face),
		EndUse:     z.EndUse,
		Material:   z.Material,
		Look:       api.Look(z.Look),
		Sheen:      z.Sheen,
		AreaM2:     z.AreaM2,
		LengthM:    z.LengthM,
		WidthM:     z.WidthM,
		Measured:   anyOf(each(z.Measured, toMeasured)),
		Inspection: toInspection(z.Inspection),
		Wants:      toWants(z.Wants),
	}
	if z.ID != 0 {
		out.ID = &z.ID
	}
	return out
}

func toAir(a climate.Air) api.Air { return api.Air{TempC: a.TempC, Rh: a.RH} }

func toNight(a *climate.Air) *api.Air {
	if a == nil {
		return nil
	}
	out := toAir(*a)
	return &out
}

func toPieceInput(b piece.Brief) api.PieceInput {
	out := api.PieceInput{
		Name:    b.Name,
		Kind:    b.Kind,
		Owner:   api.PieceInputOwner(b.Owner),
		Alike:   b.Alike,
		History: b.History,
		Site: api.Site{
			OnSite:      b.Site.OnSite,
			LivedIn:     b.Site.LivedIn,
			PoorlyAired: b.Site.PoorlyAired,
			CoverFloors: b.Site.CoverFloors,
		},
		Parts:    each(b.Parts, toPart),
		Zones:    each(b.Zones, toZone),
		Air:      toAir(b.Air),
		Night:    toNight(b.Night),
		Start:    b.Start.UTC(),
		Promised: when(b.Promised),
	}
	if b.FromPiece != 0 {
		out.FromPieceID = &b.FromPiece
	}
	return out
}

func toPiece(p piece.Piece) api.Piece {
	out := api.Piece{
		ID:         p.ID,
		Number:     p.Number,
		Version:    p.Version,
		HandedOver: when(p.Handed),
		Input:      toPieceInput(p.Brief),
		Removed:    each(p.Removed, toZone),
		Stage:      api.PieceStage(p.Stage),
		Next:       api.Next{Text: p.Next.Text, At: when(p.Next.At), Closes: when(p.Next.Closes)},
		Systems: each(p.Zones, func(z piece.Zone) []api.ChosenLayer {
			return each(z.Layers, func(l system.Layer) api.ChosenLayer {
				return api.ChosenLayer{
					Role: api.Role(l.Role), ProductID: l.Product.ID, Coats: l.Coats,
					NothingOn: l.Product.Family.NothingOn(),
				}
			})
		}),
	}
	if p.CareToken != "" {
		out.CareToken = &p.CareToken
	}
	return out
}

func toSpan(s workday.Span) api.Span { return api.Span{From: s.From.UTC(), To: s.To.UTC()} }

func toStep(s schedule.Step, room hands.Room) api.Step {
	out := api.Step{
		Kind:     api.StepKind(s.Kind),
		Title:    s.Title,
		Zones:    append([]int{}, s.Zones...),
		Work:     each(s.Work, toSpan),
		Tasks:    each(s.Tasks, func(t schedule.Task) api.Task { return api.Task{Text: t.Text, Minutes: t.Minutes} }),
		Cautions: each(s.Cautions, func(c coating.Caution) string { return c.Text }),
		Job:      told(s.Job),
		Told:     toTold(s.Told),
		Waits:    toCause(s.Waits),
		Ready:    when(s.Ready),
	}
	if len(room.People) > 1 && s.Told == nil {
		out.By = told(room.People[s.By].Name)
	}
	switch s.Kind {
	case schedule.Coating:
		out.ForCoat, out.StepOfCoat = toForCoat(s), toStepOfCoat(s)
	case schedule.Testing:
		out.ForCoat = toForCoat(s)
	case schedule.Checking:
		out.StepOfLook = &api.StepOfLook{Check: s.Check, Looked: toTold(s.Looked)}
	}
	return out
}

func toForCoat(s schedule.Step) *api.ForCoat {
	return &api.ForCoat{Product: toRef(s.Product), Layer: s.Layer, Coat: s.Coat, Of: s.Of, Opens: when(s.Opens)}
}

func toStepOfCoat(s schedule.Step) *api.StepOfCoat {
	out := &api.StepOfCoat{
		Keyed:    s.Keyed,
		Waited:   s.Waited,
		Rules:    each(s.Rules, as[string]),
		TouchDry: when(s.TouchDry),
		Closes:   when(s.Closes),
		LightUse: when(s.LightUse),
		FullCure: when(s.FullCure),
		Litres:   told(s.Litres),
		WetUm:    told(s.WetUM),
		OpenMin:  told(s.OpenMin),
		PotH:     told(s.PotH),
		Tool:     told(s.Tool),
		Partly:   toTold(s.Partly),
		Pot:      toPot(s.Pot),
	}
	if s.Basis != "" {
		basis := api.Basis(s.Basis)
		out.Basis = &basis
	}
	if s.Card != nil {
		out.Card = &s.Card.ID
		if f := s.Product.Facts; f.Tools != "" || f.Thinner != "" || f.CleanUp != "" {
			out.Label = &api.LabelOnLaying{Tools: told(f.Tools), Thinner: told(f.Thinner), CleanUp: told(f.CleanUp)}
		}
	}
	if s.OpenMin > 0 {
		out.WipedOff = told(s.Product.Family.WipedOff())
	}
	return out
}

func toTold(e *worklog.Event) *api.Event {
	if e == nil {
		return nil
	}
	out := toEvent(*e)
	return &out
}

// told is a value where there is one.
func told[T comparable](v T) *T {
	var none T
	if v == none {
		return nil
	}
	return &v
}

// anyOf is a list that may be left out: nil where it is empty.
func anyOf[T any](all []T) *[]T {
	if len(all) == 0 {
		return nil
	}
	return &all
}

func toEvent(e worklog.Event) api.Event {
	out := api.Event{
		ID: e.ID, Kind: api.EventKind(e.Kind()), HappenedAt: e.At.UTC(), Who: e.Who,
		ZoneID: told(e.Zone), Check: told(e.Look().Check), Text: told(e.Text()), PhotoID: told(e.Photo()),
	}
	if sign := compat.FindSign(e.Sign().Sign); sign != nil {
		out.Sign = &sign.Name
	}
	if e.Kind() == worklog.Checked {
		passed := e.Look().Passed
		out.Passed = &passed
	}
	laid := e.Laid()
	if coat := e.Coat(); coat.N > 0 {
		out.Layer, out.Coat, out.Keyed = &coat.Layer, &coat.N, &laid.Keyed
	}
	out.Share, out.Job = told(laid.Share), told(e.Job())
	out.Litres, out.WetUm, out.Build = told(e.Laid().Litres), told(e.Laid().WetUM), told(api.EventBuild(e.Laid().Build))
	if e.Kind().OfMoney() && !e.Amount().IsZero() {
		out.Amount = told(money.Text(e.Amount()))
	}
	if e.Laid().Instead != nil {
		out.Instead = &e.Laid().Instead.Name
	}
	out.Qty, out.Unit = told(e.Part().Qty), told(api.PartUnit(e.Part().Unit))
	return out
}

func toPlan(of calendar.Plan) api.Plan {
	p := of.Plan
	out := api.Plan{
		Steps:      each(p.Steps, func(s schedule.Step) api.Step { return toStep(s, of.Room) }),
		Obstacles:  each(p.Obstacles, as[string]),
		Notes:      each(p.Notes, as[string]),
		Air:        each(p.Air, as[string]),
		HandsOnMin: p.HandsOn.Minutes(),
		LastCoat:   when(p.LastCoat),
		LightUse:   when(p.LightUse),
		FullCure:   when(p.FullCure),
		Promise:    toPromise(p.Promise),
		Needs:      each(p.Needs, toNeed),
		Timers:     each(of.Timers, toTimer),
		Tins: each(of.Tins, func(t calendar.OpenTin) api.OpenTin {
			return api.OpenTin{
				ID: t.ID, ProductID: t.ProductID, LeftL: t.LeftL, Lot: t.Lot, Opened: t.Opened, ToldAt: when(t.Told),
			}
		}),
	}
	if len(of.Room.People) > 0 && len(p.Obstacles) == 0 {
		out.Standing = toStanding(of.Standing)
	}
	if of.OtherAir != nil {
		out.OtherAir = told(toRoomAir(*of.OtherAir))
	}
	for i, z := range p.Zones {
		zone := api.ZonePlan{
			Name:      of.Brief.Zones[i].Name,
			Obstacles: each(z.Obstacles, as[string]),
			Coated:    z.Coated,
			Held:      toHeld(z.Held),
			Doubts: each(z.Doubts, func(d schedule.Doubt) api.Doubt {
				return api.Doubt{Event: d.Event, Step: d.Step, Text: d.Text, Until: d.Until.UTC(), Open: d.Open}
			}),
			NextCoat: when(p.NextCoat(i)),
			Handling: when(of.Handling(i)),
			LastCoat: when(z.LastCoat),
			LightUse: when(z.LightUse),
			FullCure: when(z.FullCure),
		}
		asked := of.Brief.Zones[i]
		zone.Say = each(asked.Wish.Said(), toSaying)
		if asked.System != nil {
			zone.Answer = toTheAnswer(p.Answer(of.Brief, i))
		}
		out.Zones = append(out.Zones, zone)
	}
	return out
}

func toHeld(h *schedule.Held) *api.Held {
	if h == nil {
		return nil
	}
	return &api.Held{
		Event: h.Event,
		Sign:  h.Sign,
		Seen:  h.Seen.UTC(),
		Until: h.Until.UTC(),
		Do:    h.Do,
	}
}

const (
	benchBack  = 24 * time.Hour      // how much of the past the bench shows
	benchLeast = 3 * 24 * time.Hour  // how much of the time to come at least
	benchAhead = 45 * 24 * time.Hour // and at most of the time to come
)

// toStrip is the calendar behind the plans: from the first step to light use of the last, with a margin. On the bench
// it begins a day back, so that today stays readable.
func toStrip(home house.Workshop, plans []*calendar.Plan, now time.Time, bench bool) api.Strip {
	from, to := time.Time{}, time.Time{}
	for _, p := range plans {
		if p == nil || len(p.Plan.Steps) == 0 {
			continue
		}
		start := p.Plan.Steps[0].Start()
		if from.IsZero() || start.Before(from) {
			from = start
		}
		if p.Plan.LightUse.After(to) {
			to = p.Plan.LightUse
		}
	}
	if from.IsZero() {
		from, to = now, now.Add(benchLeast)
	}
	if bench {
		from = workday.Earliest(now, workday.Latest(from, now.Add(-benchBack)))
		to = workday.Earliest(workday.Latest(to, now.Add(benchLeast)), now.Add(benchAhead))
	}
	from, to = from.Add(-2*time.Hour).Truncate(time.Hour), to.Add(8*time.Hour).Truncate(time.Hour)
	week := home.Week()
	return api.Strip{
		From:      from.UTC(),
		To:        to.UTC(),
		Now:       now,
		Open:      each(schedule.OpenSpans(home.RoomAt(now), from, to), toSpan),
		Midnights: each(week.Midnights(from, to), func(t time.Time) time.Time { return t.UTC() }),
	}
}

func toBench(bench calendar.Bench, now time.Time) api.Bench {
	var plans []*calendar.Plan
	out := api.Bench{
		Pieces: each(bench.Pieces, func(b calendar.BenchPiece) api.BenchPiece {
			bp := api.BenchPiece{Piece: toPiece(b.Piece)}
			if b.Plan != nil {
				plan := toPlan(*b.Plan)
				bp.Plan = &plan
				plans = append(plans, b.Plan)
			}
			return bp
		}),
	}
	out.Strip = toStrip(bench.Home, plans, now, true)
	out.Now, out.LateH, out.BoundH, out.Proven = toRoomNow(bench), bench.Late.Hours(), bench.Bound.Hours(), bench.Proven
	if bench.Air != nil {
		out.Air = told(toRoomAir(*bench.Air))
	}
	return out
}
