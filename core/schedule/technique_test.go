package schedule

import (
	"strings"
	"testing"
	"time"

	"firmitas/core/coating"
	"firmitas/core/substrate"
	"firmitas/core/system"
)

// A two-part coat is mixed anew where one pot does not last in today's warmth, each by volume and by weight; what is not
// mixed says nothing. By hand: 600 mL at 2 to 1 are 400 and 200 mL, at 1.05 and 1.10 kg/L 420 and 220 g.
func TestPotsLastTheirTime(t *testing.T) {
	label := coating.Label{"potLifeH": "2 h", "mixRatio": "2:1", "densityA": "1.05", "densityB": "1.10"}
	twoPart := product(t, "clear_wb_pu_2k", label)
	life := twoPart.PotLifeAt(20) * 60
	for minutes, want := range map[float64]string{
		30: "one pot of 400 mL of A and 200 mL of B, by weight 420 g and 220 g", life - 1: "one pot", life + 1: "2 pots of 200",
		2.5 * life: "3 pots",
	} {
		if got := inPots(twoPart, 20, minutes, 0.6); !strings.Contains(got, want) {
			t.Errorf("%.0f min: %q, want %q", minutes, got, want)
		}
	}
	if cool, warm := inPots(twoPart, 20, life, 0.6), inPots(twoPart, 30, life, 0.6); cool == warm {
		t.Errorf("ten degrees warmer, and a pot lasts as long: %q", warm)
	}
	if got := inPots(product(t, "clear_wb_pu", nil), 20, 600, 1); got != "" {
		t.Errorf("a one-part coat: %q", got)
	}
}

// What lies bare, or is kept, has its step and no coat: nothing is laid, bought or waited for.
func TestNothingOnIsPlannedAsWorkAndNoCoat(t *testing.T) {
	bare, kept := coating.Nothing[0], coating.Nothing[1]
	old := substrate.Inspection{
		Finish:    substrate.FindFinish("shellac"),
		Condition: substrate.Intact,
		Valued:    true,
		Age:       substrate.Later,
	}
	for _, c := range []struct {
		what *coating.Product
		use  string
		seen substrate.Inspection
		says string
	}{
		{bare, "sauna", substrate.Inspection{}, "every splinter"},
		{kept, "heirloom", old, "Photograph"},
	} {
		w := wish(c.use, "lime", heated)
		w.Seen = c.seen
		if c.what == kept {
			w.Action = substrate.Keep
		}
		b := Brief{Start: monday, Week: week}
		p := plan(t, w, 2, b, system.Layer{Role: system.Protect, Product: c.what, Coats: 1})
		steps := coats(p)
		if len(steps) != 1 || len(p.Obstacles) > 0 {
			t.Fatalf("%s: %d steps, %v", c.what.Name, len(steps), p.Obstacles)
		}
		last := steps[0]
		said := ""
		for _, task := range last.Tasks {
			said += task.Text + " "
		}
		if !strings.Contains(said, c.says) || strings.Contains(said, "Set up and clean up") {
			t.Errorf("%s: %s", c.what.Name, said)
		}
		if len(p.Needs) > 0 || !p.LightUse.Equal(last.End()) || !p.FullCure.Equal(last.End()) {
			t.Errorf("%s: needs %v, light use %s, cured %s, done %s",
				c.what.Name, p.Needs, clock(p.LightUse), clock(p.FullCure), clock(last.End()))
		}
		for _, s := range p.Steps {
			if s.Kind == Checking || strings.Contains(s.Title, "Mask") {
				t.Errorf("%s: %s", c.what.Name, s.Title)
			}
		}
	}
}

// Tins and tools are got out once where zones of one product follow each other: 12 minutes for two tops, and for each
// coat; another product is set up for itself. Nothing else about the coats changes.
func TestSetUpOnceForZonesSideBySide(t *testing.T) {
	setUps := func(families ...string) (n int, hands time.Duration) {
		b := Brief{Start: monday, Week: week}
		for i, family := range families {
			w := wish("desk", "ash", heated)
			coat := product(t, family, nil)
			s := system.Assess(w, []system.Layer{{Role: system.Protect, Product: coat, Coats: 2}})
			b.Zones = append(b.Zones, Zone{Name: string(rune('a' + i)), AreaM2: 0.5, Wish: w, System: &s})
		}
		p := Make(b)
		for _, why := range replay(b, p) {
			t.Error(why)
		}
		for _, step := range coats(p) {
			for _, task := range step.Tasks {
				if task.Text == "Set up and clean up" {
					n++
				}
			}
			hands += byHandFor(step.Tasks)
		}
		return n, hands
	}
	one, alone := setUps("clear_wb_pu")
	two, both := setUps("clear_wb_pu", "clear_wb_pu")
	const setUp = 12 * time.Minute
	dust := 2 * time.Minute // it settles while the other zone is prepared
	if one != 2 || two != 2 || both != 2*alone+dust-2*setUp {
		t.Errorf("set up %d times for one zone, %d for two alike; %v by hand, then %v", one, two, alone, both)
	}
	if apart, _ := setUps("clear_wb_pu", "clear_wb_acrylic"); apart != 4 {
		t.Errorf("two products: set up %d times, want 4", apart)
	}
}
