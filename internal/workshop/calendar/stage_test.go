package calendar

import (
	"strings"
	"testing"
	"time"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/system"
	"firmitas/core/workday"
	"firmitas/internal/workshop/house"
	"firmitas/internal/workshop/piece"
)

var monday = time.Date(2026, 3, 2, 8, 0, 0, 0, time.UTC)

func desk(t *testing.T, air climate.Air, use string) (piece.Piece, house.Workshop) {
	t.Helper()
	p, err := coating.New(coating.Product{Name: "Clear", Shade: coating.Clear, Sheen: coating.Satin},
		"clear_wb_pu_heavy")
	if err != nil {
		t.Fatal(err)
	}
	return piece.Piece{Number: "26-001",
			Brief: piece.Brief{
				Name:  "Desk",
				Kind:  "other",
				Owner: "own",
				Alike: 1,
				Start: monday,
				Air:   air,
				Zones: []piece.Zone{{Name: "top", Face: furniture.Best, EndUse: use, Material: "mdf",
					Look:   system.Natural,
					Sheen:  "satin",
					AreaM2: 1,
					Layers: []system.Layer{{Role: system.Protect, Product: p, Coats: 2}}},
				},
			}},
		house.Workshop{Zone: time.UTC, Days: workday.DefaultDays}
}

// planned is a piece's plan before its work begins.
func planned(t *testing.T, home house.Workshop, p piece.Piece) *Plan {
	t.Helper()
	cal, err := calendarOf(home, []piece.Piece{p}, p.Start)
	if err != nil {
		t.Fatal(err)
	}
	return cal.plan(p.ID)
}

// A coat that hangs on a test board is not taken as laid because its day has passed.
func TestABoardHoldsItsCoatUntilItHasSpoken(t *testing.T) {
	p, home := desk(t, climate.Air{TempC: 23, RH: 50}, "desk")
	zone := &p.Brief.Zones[0]
	for _, id := range []string{"shellac_dewaxed", "varnish_conversion"} {
		product, err := coating.New(coating.Product{Name: id, Shade: coating.Clear, Sheen: coating.Satin}, id)
		if err != nil {
			t.Fatal(err)
		}
		product.ID = int64(len(zone.Layers) + 1)
		zone.Layers = append(zone.Layers, system.Layer{Role: system.Protect, Product: product, Coats: 1})
	}
	zone.Layers = zone.Layers[1:]
	plan := planned(t, home, p)
	long := plan.Plan.FullCure.AddDate(0, 1, 0)
	if at, next := StageOf(p, plan, long); at != piece.InCoats || !strings.HasPrefix(next.Text, "Enter what it showed") {
		t.Errorf("a month later: %s, %q", at, next.Text)
	}
	if _, next := StageOf(p, plan, plan.Plan.Steps[0].Start()); !strings.HasPrefix(next.Text, "Test board") {
		t.Errorf("at the start: %q", next.Text)
	}
}

// Where a piece stands is read off its plan and the clock, and what is next comes with its window.
func TestStageFollowsTheClock(t *testing.T) {
	p, home := desk(t, climate.Air{TempC: 23, RH: 50}, "desk")
	plan := planned(t, home, p)
	steps := plan.Plan.Steps
	first, second := steps[len(steps)-2], steps[len(steps)-1]
	for _, c := range []struct {
		name  string
		now   time.Time
		stage piece.Stage
		next  string
		at    time.Time
		close time.Time
	}{
		{"the day before", monday.AddDate(0, 0, -1), piece.Planned, steps[0].Title, steps[0].Start(), time.Time{}},
		{"while the first coat goes on", first.Start().Add(time.Minute), piece.InCoats, first.Title, first.Start(), time.Time{}},
		{"between the coats", first.End().Add(time.Minute), piece.InCoats, second.Title, second.Start(), first.Closes},
		{"after the last coat", second.End().Add(time.Minute), piece.Waiting, "Leave it", plan.Plan.LightUse, time.Time{}},
		{"in light use", plan.Plan.LightUse.Add(time.Minute), piece.ToHandOver, "Hand it over", time.Time{}, time.Time{}},
	} {
		stage, next := StageOf(p, plan, c.now)
		if stage != c.stage || !strings.HasPrefix(next.Text, c.next) || !next.At.Equal(c.at) ||
			!next.Closes.Equal(c.close) {
			t.Errorf("%s: %s, %+v", c.name, stage, next)
		}
	}
	if first.Closes.IsZero() {
		t.Error("a heavy build has a closing window, or this test shows nothing")
	}
	p.Handed = monday
	if stage, _ := StageOf(p, plan, monday); stage != piece.HandedOver {
		t.Errorf("handed over: %s", stage)
	}
	if stage, next := StageOf(piece.Piece{}, nil, monday); stage != piece.ToChoose || next.Text != "Choose a coating system" {
		t.Errorf("nothing chosen: %s %+v", stage, next)
	}
}

func TestChildsPieceWaitsForFullCure(t *testing.T) {
	p, home := desk(t, climate.Air{TempC: 23, RH: 50}, "cot")
	plan := planned(t, home, p)
	stage, next := StageOf(p, plan, plan.Plan.LightUse.Add(time.Hour))
	if stage != piece.Waiting || !next.At.Equal(plan.Plan.FullCure) {
		t.Errorf("a cot in light use: %s until %s, want waiting until %s", stage, next.At, plan.Plan.FullCure)
	}
}

func TestForbiddenAirIsSaid(t *testing.T) {
	p, home := desk(t, climate.Air{TempC: 5, RH: 50}, "desk")
	plan := planned(t, home, p)
	if stage, next := StageOf(p, plan, monday); stage != piece.Planned || !strings.Contains(next.Text, "Too cold") {
		t.Errorf("at 5 °C: %s %q", stage, next.Text)
	}
}

// A piece of two zones: the one without a system comes first until the work begins, then the work itself, by its zone.
func TestSeveralZonesAreToldApart(t *testing.T) {
	p, home := desk(t, climate.Air{TempC: 23, RH: 50}, "desk")
	drawer := p.Zones[0]
	drawer.Name, drawer.Layers = "drawer", nil
	p.Zones = append(p.Zones, drawer)
	plan := planned(t, home, p)
	if stage, next := StageOf(p, plan, monday.AddDate(0, 0, -1)); stage != piece.ToChoose ||
		next.Text != "Choose a system for: drawer" {
		t.Errorf("before the work: %s %q", stage, next.Text)
	}
	if stage, next := StageOf(p, plan, plan.Plan.LastCoat.Add(-time.Minute)); stage != piece.InCoats ||
		!strings.HasPrefix(next.Text, "top: Clear, coat 2 of 2") {
		t.Errorf("in the coats: %s %q", stage, next.Text)
	}
}
