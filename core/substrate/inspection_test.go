package substrate

import (
	"slices"
	"strings"
	"testing"

	"firmitas/core/climate"
	"firmitas/core/coating"
)

func first(t *testing.T, family string) *coating.Product {
	t.Helper()
	p, err := coating.New(coating.Product{Name: family, Shade: coating.Clear}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func standing(options []Option, a Action) Standing {
	for _, o := range options {
		if o.Action == a {
			return o.Standing
		}
	}
	return ""
}

// The corners that a finisher would check first. Basis: practice.
func TestDecisionsAsAFinisherWouldMakeThem(t *testing.T) {
	for _, c := range []struct {
		name        string
		seen        Inspection
		wish        Wish
		recommended Action
		ruledOut    []Action
		says        string
	}{
		{
			"waxed softwood to be stained",
			Inspection{Material: Find("pine"), Finish: FindFinish("wax")},
			Wish{ShowsWood: true, Stained: true},
			Dewax,
			[]Action{Keep},
			"cloth stays clean",
		},
		{
			"unknown brown varnish under pale paint on mahogany veneer",
			Inspection{Material: Find("mahogany_veneer"), Unknown: true, Age: Later},
			Wish{},
			Keep,
			[]Action{SandOff},
			"shellac-based primer",
		},
		{
			"the same varnish, the wood to show",
			Inspection{Material: Find("mahogany_veneer"), Unknown: true, Age: Later},
			Wish{ShowsWood: true},
			Scrape,
			[]Action{SandOff},
			"scraper",
		},
		{
			"plastic-faced shelf with old paint",
			Inspection{Material: Find("melamine"), Finish: FindFinish("latex_paint"), Age: Later},
			Wish{},
			Keep,
			[]Action{Scrape, SandOff},
			"key it dull",
		},
		{
			"bare oily hardwood",
			Inspection{Material: Find("teak"), Finish: FindFinish("bare")},
			Wish{ShowsWood: true},
			Nothing,
			nil,
			"nothing has to go",
		},
		{
			"an old painted cot, untested",
			Inspection{Material: Find("beech"), Finish: FindFinish("oil_paint"), Age: AgeUnknown, Lead: NotTested},
			Wish{Child: true},
			Keep,
			[]Action{Scrape, SandOff},
			"",
		},
		{
			"the same, lead found",
			Inspection{Material: Find("beech"), Finish: FindFinish("oil_paint"), Age: Before1978, Lead: Positive},
			Wish{Child: true},
			Strip,
			[]Action{Keep, Scrape, SandOff},
			"licensed removal",
		},
		{
			"the same, no lead, to be painted",
			Inspection{Material: Find("beech"), Finish: FindFinish("oil_paint"), Age: Before1978, Lead: Negative},
			Wish{Child: true},
			Keep,
			nil,
			"",
		},
		{
			"a floor with wax on polyurethane",
			Inspection{Material: Find("oak"), Finish: FindFinish("oil_varnish"), Age: Later, Contaminations: []Contamination{WaxPolish}},
			Wish{ShowsWood: true},
			Keep,
			[]Action{SandOff},
			"",
		},
		{
			"flaking paint",
			Inspection{Material: Find("pine"), Finish: FindFinish("latex_paint"), Condition: Flaking, Age: Later},
			Wish{},
			Scrape,
			[]Action{Keep},
			"",
		},
	} {
		options := c.seen.Options(c.wish)
		if options[0].Action != c.recommended || options[0].Standing == Ruled {
			t.Errorf("%s: recommends %s (%s), want %s", c.name, options[0].Action, options[0].Standing, c.recommended)
		}
		for _, a := range c.ruledOut {
			if standing(options, a) != Ruled {
				t.Errorf("%s: %s is %s, want it ruled out", c.name, a, standing(options, a))
			}
		}
		if !strings.Contains(options[0].Why, c.says) {
			t.Errorf("%s: %q does not say %q", c.name, options[0].Why, c.says)
		}
		for _, o := range options {
			if o.Why == "" || (o.Action != Nothing && (o.Risk == "" || o.Opens == "" || o.MinutesPerM2 == 0)) {
				t.Errorf("%s: %s is not fully told", c.name, o.Action)
			}
		}
	}
}

func ids(tasks []Task) (out []string) {
	for _, t := range tasks {
		out = append(out, t.ID)
	}
	return out
}

// Basis: practice. The order is that of the phases, whatever was found.
func TestPreparationPlans(t *testing.T) {
	cot := Inspection{Material: Find("beech"), Finish: FindFinish("oil_paint"), Age: AgeUnknown}
	for _, c := range []struct {
		name   string
		seen   Inspection
		action Action
		family string
		want   string
	}{
		{
			"waxed pine to be stained",
			Inspection{Material: Find("pine"), Finish: FindFinish("wax")},
			Dewax,
			"stain_gel_oil",
			"degrease dewax sand dust",
		},
		{
			"mahogany veneer under paint",
			Inspection{Material: Find("mahogany_veneer"), Unknown: true, Age: Later, Repairs: []string{"veneer_loose", "gouge"}},
			Scrape,
			"primer_shellac",
			"veneer_loose degrease scrape gouge sand dust",
		},
		{
			"melamine with sound paint",
			Inspection{Material: Find("melamine"), Finish: FindFinish("latex_paint"), Age: Later},
			Keep,
			"enamel_wb",
			"degrease key_old dust",
		},
		{
			"bare melamine",
			Inspection{Material: Find("melamine"), Finish: FindFinish("bare")},
			Nothing,
			"primer_wb_bonding",
			"degrease key_slick dust",
		},
		{"bare teak", Inspection{Material: Find("teak"), Finish: FindFinish("bare")}, Nothing, "oil_exterior", "sand dust solvent_wipe"},
		{"an old cot", cot, Keep, "enamel_wb", "lead_test degrease key_old dust"},
		{
			"silicone polish",
			Inspection{Material: Find("oak"), Finish: FindFinish("lacquer"), Age: Later, Contaminations: []Contamination{Silicone, Grease}},
			Keep,
			"shellac_dewaxed",
			"degrease silicone key_old dust",
		},
		{
			"waxed floor film",
			Inspection{Material: Find("oak"), Finish: FindFinish("oil_varnish"), Age: Later, Contaminations: []Contamination{WaxPolish}},
			Keep,
			"floor_wb",
			"degrease wax_off key_old dust",
		},
		{
			"drawer with runners",
			Inspection{Material: Find("oak"), Finish: FindFinish("bare"), Repairs: []string{"runner", "joint"}},
			Nothing,
			"shellac_dewaxed",
			"joint sand dust runner",
		},
	} {
		plan := c.seen.Plan(c.action, first(t, c.family), Life{})
		if got := strings.Join(ids(plan), " "); got != c.want {
			t.Errorf("%s: %s, want %s", c.name, got, c.want)
		}
		if !slices.IsSortedFunc(plan, func(a, b Task) int { return int(a.Phase - b.Phase) }) {
			t.Errorf("%s: out of order", c.name)
		}
	}
	cot.Lead = Positive
	for _, action := range []Action{Keep, Strip, Scrape, SandOff} {
		if got := strings.Join(ids(cot.Plan(action, first(t, "enamel_wb"), Life{})), " "); got != "lead_removal" {
			t.Errorf("lead found, %s: %s; nothing may be abraded here", action, got)
		}
	}
	cot.Lead = NotTested
	if plan := cot.Plan(Keep, first(t, "enamel_wb"), Life{}); !strings.Contains(plan[0].Caution, "lead") {
		t.Error("the lead test carries no caution")
	}
}

func TestContradictionsAreTold(t *testing.T) {
	for _, c := range []struct {
		name  string
		seen  Inspection
		wish  Wish
		field string
	}{
		{"wood at 60 %", Inspection{Material: Find("oak"), MoisturePct: 60}, Wish{}, "moisturePct"},
		{"veneer on solid oak", Inspection{Material: Find("oak"), VeneerMM: 0.6}, Wish{}, "veneerMm"},
		{"veneer of 20 mm", Inspection{Material: Find("oak_veneer"), VeneerMM: 20}, Wish{}, "veneerMm"},
		{"oiled melamine", Inspection{Material: Find("melamine"), Finish: FindFinish("oil")}, Wish{}, "finish"},
		{"flaking bare wood", Inspection{Material: Find("oak"), Finish: FindFinish("bare"), Condition: Flaking}, Wish{}, "condition"},
		{"known and unknown", Inspection{Material: Find("oak"), Finish: FindFinish("wax"), Unknown: true}, Wish{}, "finish"},
		{"melamine with knots", Inspection{Material: Find("melamine"), Repairs: []string{"knot"}}, Wish{}, "repairs"},
		{"loose veneer on solid oak", Inspection{Material: Find("oak"), Repairs: []string{"veneer_loose"}}, Wish{}, "repairs"},
		{"a dent lifted out of veneer", Inspection{Material: Find("oak_veneer"), Repairs: []string{"dent"}}, Wish{}, ""},
		{"a dent in steel", Inspection{Material: Find("steel"), Repairs: []string{"dent"}}, Wish{}, "repairs"},
		{"caulk left unpainted", Inspection{Material: Find("oak"), Repairs: []string{"gap"}}, Wish{ShowsWood: true}, "repairs"},
		{"caulk under paint", Inspection{Material: Find("oak"), Repairs: []string{"gap"}}, Wish{}, ""},
		{"nothing wrong", Inspection{Material: Find("oak"), Finish: FindFinish("wax"), MoisturePct: 9, Condition: Worn}, Wish{}, ""},
	} {
		got := ""
		for _, p := range c.seen.Contradictions(c.wish) {
			got = p.Field
		}
		if got != c.field {
			t.Errorf("%s: field %q, want %q", c.name, got, c.field)
		}
	}
}

// Source: Hailwood–Horrobin with the coefficients of the USDA Wood Handbook (from memory): 9.2 % at 21 °C and 50 %.
func TestMoistureIsReadOrEstimated(t *testing.T) {
	if pct, estimate := (Inspection{MoisturePct: 11}).Moisture(); pct != 11 || estimate {
		t.Errorf("a reading: %v %v", pct, estimate)
	}
	if pct, estimate := (Inspection{StoodIn: climate.Air{TempC: 21.1, RH: 50}}).Moisture(); pct < 9.16 || pct > 9.32 ||
		!estimate {
		t.Errorf("where it stood: %v %v", pct, estimate)
	}
	if pct, _ := (Inspection{}).Moisture(); pct != 0 {
		t.Errorf("nothing known: %v", pct)
	}
}

// Practice: what we put on is what the piece comes back with.
func TestOurOwnLastCoatIsTheNextOldFinish(t *testing.T) {
	for family, want := range map[string]string{"wax_clear": "wax", "soap": "oil", "oil_hardwax": "hardwax",
		"shellac_dewaxed": "shellac", "clear_wb_pu": "waterborne",
		"clear_wb_pu_2k": "catalysed", "varnish_spar": "oil_varnish", "lacquer_nc": "lacquer",
		"enamel_wb": "latex_paint", "enamel_alkyd": "oil_paint", "paint_chalk": "chalky_paint",
		"epoxy_flood": "epoxy", "textile_paint": ""} {
		if got := LeftBy(first(t, family)); got != want {
			t.Errorf("%s leaves %q, want %q", family, got, want)
		}
	}
	for id, f := range coating.Families {
		p, err := coating.New(coating.Product{Name: id, Shade: coating.Clear}, id)
		if err != nil {
			t.Fatal(err)
		}
		if got := LeftBy(p); got != "" && FindFinish(got) == nil {
			t.Errorf("%s leaves %q, which is no old finish (%s)", id, got, f.Name)
		}
	}
}
