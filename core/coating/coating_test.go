package coating

import (
	"errors"
	"math"
	"slices"
	"strings"
	"testing"

	"firmitas/core"
	"firmitas/core/climate"
)

func product(t *testing.T, family string, label Label) *Product {
	t.Helper()
	p, err := New(Product{Name: "Test", Shade: Clear, Sheen: Satin, Label: label}, family)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func TestEveryFamilyIsWhole(t *testing.T) {
	if len(Families) < 70 {
		t.Fatalf("read %d families", len(Families))
	}
	for id, f := range Families {
		if len(f.Groups) == 0 || f.Name == "" || f.AppliedBy == "" {
			t.Errorf("%s lacks a group, a name or a way to put it on", id)
		}
		if f.Body == Film && f.Is(GroupClear) && (f.Typical.SolidsPct == 0 || f.Typical.Coats == 0) {
			t.Errorf("%s is a clear film without solids or coats", id)
		}
	}
}

func TestLabelWinsAndKeepsItsBasis(t *testing.T) {
	p := product(t, "clear_wb_pu", Label{"recoatMinH": "3 h"})
	if p.RecoatMinH != 3 || p.Basis("recoatMinH") != core.Label {
		t.Errorf("label recoat: got %v (%s)", p.RecoatMinH, p.Basis("recoatMinH"))
	}
	if p.RecoatMaxH != 24 || p.Basis("recoatMaxH") != core.Practice {
		t.Errorf("typical window: got %v (%s)", p.RecoatMaxH, p.Basis("recoatMaxH"))
	}
}

// What a finisher copies off a tin, and what it is in the field's own unit. Unit factors: NIST Handbook 44, appendix C.
func TestReadingsAsTyped(t *testing.T) {
	for _, c := range []struct {
		field, typed string
		from, to     float64
		says         string // of the error, when it must be refused
	}{
		{"recoatMinH", "2", 2, 2, ""},
		{"recoatMinH", "2–4 h", 2, 4, ""},
		{"recoatMinH", "2 to 4 hours", 2, 4, ""},
		{"recoatMinH", "45 min", 0.75, 0.75, ""},
		{"recoatMinH", "30 min - 2 h", 0.5, 2, ""},
		{"recoatMinH", "0,5 h", 0.5, 0.5, ""},
		{"fullCureD", "3–4 weeks", 21, 28, ""},
		{"spreadM2L", "10–12 m²/L", 10, 12, ""},
		{"spreadM2L", "400 sq ft/gal", 9.817, 9.817, ""},
		{"spreadM2L", "125 ft²/qt", 12.271, 12.271, ""},
		{"minC", "50 °F", 10, 10, ""},
		{"minC", "-5 °C", -5, -5, ""},
		{"dryFilmUM", "1.5 mil", 38.1, 38.1, ""},
		{"vocGL", "2.3 lb/gal", 275.6, 275.6, ""},
		{"mixRatio", "2:1", 2, 2, ""},
		{"mixRatio", "100 : 50", 2, 2, ""},
		{"exterior", "Partly", 0.5, 0.5, ""},
		{"recoatMinH", "4–2 h", 0, 0, "turned round"},
		{"recoatMinH", "soon", 0, 0, "does not begin with a number"},
		{"recoatMinH", "2 fathoms", 0, 0, "write h or min"},
		{"recoatMinH", "2–", 0, 0, "after the dash"},
		{"recoatMinH", "1,500 h", 0, 0, "does not begin with a number"},
		{"recoatMinH", "900 h", 0, 0, "0 to 720 h"},
		{"solidsPct", "140 %", 0, 0, "0 to 100 %"},
		{"exterior", "maybe", 0, 0, "none of no, partly, yes"},
		{"mixRatio", "2:0", 0, 0, "number"},
		{"coats", "2 thick", 0, 0, "does not belong"},
		{"coats", "2–3 coats", 2, 3, ""},
		{"coats", "0", 0, 0, "1 to 12"},
		{"coats", "2.5", 0, 0, "no whole number"},
		{"coats", "2–2.5", 0, 0, "no whole number"},
		{"potLifeH", "0,125 h", 0.125, 0.125, ""},
	} {
		r, err := FindField(c.field).Read(c.typed)
		switch {
		case c.says != "" && (err == nil || !strings.Contains(err.Error(), c.says)):
			t.Errorf("%s %q: error %v, want one that says %q", c.field, c.typed, err, c.says)
		case c.says == "" && (err != nil || math.Abs(r.From-c.from) > 0.05 || math.Abs(r.To-c.to) > 0.05):
			t.Errorf("%s %q: %v, %v; want %v to %v", c.field, c.typed, r, err, c.from, c.to)
		}
	}
}

// A range counts at its short end in the label's climate and reaches its long end, or its short end stretched if that is
// more, in the worst air it allows (practice).
func TestARangeEndsInTheWorstAirItAllows(t *testing.T) {
	p := product(t, "clear_wb_pu", Label{"recoatMinH": "2–6 h", "minC": "10 °C", "maxRH": "80 %"})
	for _, c := range []struct {
		air       climate.Air
		low, high float64
	}{
		{climate.Reference, 2, 2},
		{climate.Air{TempC: 10, RH: 80}, 11, 12},
		{climate.Air{TempC: 17, RH: 60}, 2.1, 5.9},
		{climate.Air{TempC: 30, RH: 30}, 2, 2},
	} {
		if got := p.RecoatAfterH(c.air); got < c.low || got > c.high {
			t.Errorf("at %v: %.2f h, want %v–%v", c.air, got, c.low, c.high)
		}
	}
	at25 := product(t, "varnish_oil_pu", Label{"recoatMinH": "8 h", "refC": "25 °C"})
	if got := at25.RecoatAfterH(climate.Air{TempC: 15, RH: 50}); math.Abs(got-16) > 0.01 {
		t.Errorf("10 °C under the label's own climate: %.2f h, want twice its 8 h", got)
	}
}

// Published: pot life halves per 10 °C (published.md section 13: 30 min at 25 °C is 15 at 35 °C); it is never
// stretched.
func TestPotLifeFollowsTheRoom(t *testing.T) {
	p := product(t, "epoxy_flood", Label{"potLifeH": "30 min", "refC": "25 °C"})
	for temp, want := range map[float64]float64{25: 0.5, 35: 0.25, 15: 0.5} {
		if got := p.PotLifeAt(temp); math.Abs(got-want) > 1e-9 {
			t.Errorf("at %v °C: %v h, want %v", temp, got, want)
		}
	}
}

// Published: 72.1 g/L ready to use with 61.92 % water by volume is 189 g/L less water (published.md section 10b,
// computed).
func TestVOCDependsOnHowItIsCounted(t *testing.T) {
	if got := VOCLessWater(72.1, 0.6192); math.Abs(got-189) > 0.5 {
		t.Errorf("%.1f g/L less water, want 189", got)
	}
}

func TestLabelNamesEveryFieldThatCannotBe(t *testing.T) {
	for _, c := range []struct {
		field string
		p     Product
	}{
		{"solidsPct", Product{Shade: Clear, Label: Label{"solidsPct": "140"}}},
		{"shine", Product{Shade: Clear, Label: Label{"shine": "3"}}},
		{"recoatMinH", Product{Shade: Clear, Label: Label{"recoatMinH": "30 h"}}}, // past the family's typical window
		{"recoatMaxH", Product{Shade: Clear, Label: Label{"recoatMinH": "4", "recoatMaxH": "2"}}},
		{"maxC", Product{Shade: Clear, Label: Label{"minC": "20", "maxC": "15"}}},
		{"shade", Product{Shade: "shiny"}},
		{"statements/magic", Product{Shade: Clear, Statements: map[string]Statement{"magic": {Sense: "x"}}}},
		{"statements/toys", Product{Shade: Clear, Statements: map[string]Statement{StatesToys: {}}}},
		{"pairings/0/what", Product{Shade: Clear, Pairings: []Pairing{{What: "soup"}}}},
	} {
		_, err := New(c.p, "clear_wb_pu")
		var invalid *Invalid
		if !errors.As(err, &invalid) || invalid.Problems[0].Field != c.field {
			t.Errorf("%+v: got %v, want a problem at %s", c.p, err, c.field)
		}
	}
	if _, err := New(Product{Name: "Test", Shade: "shiny"}, "clear_wb_pu"); err == nil {
		t.Error("took an unknown shade")
	}
	if _, err := New(Product{Name: "Test", Shade: Clear}, "no_such"); err == nil {
		t.Error("took an unknown family")
	}
}

// Practice: what each kind dries by decides how the air slows it.
func TestDryingByFamily(t *testing.T) {
	for id, want := range map[string]climate.Drying{
		"clear_wb_pu": climate.WaterLeaves, "clear_wb_pu_2k": climate.WaterLeaves, "varnish_oil_pu": climate.TakesOxygen,
		"shellac_dewaxed": climate.SolventLeaves, "varnish_conversion": climate.PartsReact, "wax_clear": climate.WaxSets,
		"oil_board": climate.NeverDries, "epoxy_flood": climate.PartsReact, "oil_hardwax": climate.TakesOxygen,
	} {
		if got := Families[id].Drying(); got != want {
			t.Errorf("%s: got %v, want %v", id, got, want)
		}
	}
}

// Practice (time.md): a waterborne second coat goes on after 2 h in a heated room, overnight in a cold damp garage.
func TestTimesStretchInColdDampAir(t *testing.T) {
	p := product(t, "clear_wb_pu", nil)
	heated, garage := climate.Air{TempC: 23, RH: 50}, climate.Air{TempC: 12, RH: 78}
	if got := p.RecoatMinH * p.Slowdown(heated); got != 2 {
		t.Errorf("heated room: %v h, want 2", got)
	}
	if got := p.RecoatMinH * p.Slowdown(garage); got < 8 || got > 14 {
		t.Errorf("cold damp garage: %.1f h, want overnight (8–14)", got)
	}
	if p.LightUseAfterH(garage) <= p.LightUseAfterH(heated) || p.FullCureAfterH(heated) != 21*24 {
		t.Error("light use should stretch; full cure in the reference climate is the label's 21 days")
	}
	if p.DryUM() != 32 || product(t, "oil_hardwax", nil).DryUM() != 0 {
		t.Error("100 µm wet at 32 % solids is 32 µm dry; an oil leaves no film")
	}
}

func TestCautionsStandWhereTheyBelong(t *testing.T) {
	for id, want := range map[string]string{
		"stain_gel_oil": "rags vapour", "clear_wb_pu": "", "clear_wb_pu_2k": "isocyanate",
		"varnish_conversion": "formaldehyde vapour", "epoxy_flood": "epoxy", "shellac_dewaxed": "vapour",
	} {
		var ids []string
		for _, c := range product(t, id, nil).Cautions() {
			ids = append(ids, c.ID)
		}
		if got := strings.Join(ids, " "); got != want {
			t.Errorf("%s: cautions %q, want %q", id, got, want)
		}
	}
}

// What a family is made of says which cautions it needs; the table of its tags can forget none.
func TestNoFamilyLacksItsCaution(t *testing.T) {
	for _, f := range FamiliesInOrder() {
		p, err := New(Product{Name: f.Name, Shade: Clear}, f.ID)
		if err != nil {
			t.Fatal(err)
		}
		has := func(id string) bool {
			return slices.ContainsFunc(p.Cautions(), func(c Caution) bool { return c.ID == id })
		}
		dryingOil := f.Is(GroupOil) && f.Cure != NoCure
		for _, c := range []struct {
			needs   bool
			caution string
		}{
			{f.Cure == Oxidation || dryingOil || f.Has(Linseed) || f.Has(Drier), "rags"},
			{f.Carrier.Solvent(), "vapour"},
			{f.Has(Isocyanate), "isocyanate"},
			{f.Catalysed() && !f.Has(Isocyanate) && !f.Has(Sensitiser), "formaldehyde"},
			{f.Has(Epoxy), "epoxy"},
			{f.Has(Sensitiser), "sensitiser"},
		} {
			if c.needs && !has(c.caution) {
				t.Errorf("%s lacks the caution %q", f.ID, c.caution)
			}
		}
	}
}

// Every family's times, with and without a label's ranges, in the air a workshop may have.
func TestTimesInAirHoldTogether(t *testing.T) {
	airs := []climate.Air{{TempC: 30, RH: 35}, climate.Reference, {TempC: 18, RH: 60}, {TempC: 12, RH: 75}}
	for _, f := range FamiliesInOrder() {
		p, err := New(Product{Name: f.Name, Shade: Clear}, f.ID)
		if err != nil {
			t.Fatal(err)
		}
		if f.ID == "bare" || p.RecoatMinH == 0 {
			continue
		}
		ranged := *p
		ranged.Late.RecoatMinH, ranged.Late.CrossWaitH = p.RecoatMinH*3, p.CrossWaitH*3
		for name, hours := range map[string]func(*Product, climate.Air) float64{
			"touch": (*Product).TouchDryH, "recoat": (*Product).RecoatAfterH, "another carrier": (*Product).CrossAfterH,
			"light use": (*Product).LightUseAfterH, "full cure": (*Product).FullCureAfterH,
		} {
			for _, air := range airs {
				if h := hours(p, air); h < 0 || math.IsNaN(h) || math.IsInf(h, 0) {
					t.Errorf("%s, %s at %+v: %v h", f.ID, name, air, h)
				}
			}
			if cool, warm := hours(p, climate.Air{TempC: 14, RH: 50}), hours(p, climate.Air{TempC: 24, RH: 50}); cool < warm {
				t.Errorf("%s, %s: %.2f h at 14 °C and %.2f h at 24 °C", f.ID, name, cool, warm)
			}
		}
		if at := p.RecoatAfterH(p.Reference()); math.Abs(at-p.RecoatMinH) > 1e-9 {
			t.Errorf("%s: %.2f h in the label's own air, label %.2f", f.ID, at, p.RecoatMinH)
		}
		for _, air := range airs {
			if h := ranged.RecoatAfterH(air); h < p.RecoatAfterH(air)-1e-9 ||
				h > max(ranged.Late.RecoatMinH, p.RecoatAfterH(air))+1e-9 {
				t.Errorf("%s: %.2f h of a range, %.2f by its short end, %.2f its long end", f.ID, h,
					p.RecoatAfterH(air), ranged.Late.RecoatMinH)
			}
			if p.FullCureAfterH(air) < p.RecoatAfterH(air) {
				t.Errorf("%s is cured before it may be recoated at %+v", f.ID, air)
			}
		}
		if um := p.DryUM(); um < 0 || (f.Body == Penetrating) != (um == 0) && p.SpreadM2L > 0 && f.Body == Film {
			t.Errorf("%s: %.1f µm of dry film", f.ID, um)
		}
		if l := p.Limits(); (l.MaxC != 0 && l.MinC >= l.MaxC) || l.MaxRH <= 0 || l.MaxRH > 100 {
			t.Errorf("%s goes on at %+v", f.ID, l)
		}
	}
}

// What a label states of film beats what solids and spread give; the label's own climate beats the usual one.
func TestTheLabelBeatsTheSum(t *testing.T) {
	p := product(t, "clear_wb_pu", Label{"spreadM2L": "10 m²/L", "solidsPct": "32 %"})
	if um := p.DryUM(); math.Abs(um-32) > 1e-9 { // 100 µm wet (1 L over 10 m²) × 32 %
		t.Errorf("dry film %.1f µm", um)
	}
	p.DryFilmUM = 41
	if p.DryUM() != 41 {
		t.Errorf("dry film %.1f µm, its label says 41", p.DryUM())
	}
	if p.Reference() != climate.Reference {
		t.Errorf("without a climate of its own: %+v", p.Reference())
	}
	p.RefC, p.RefRH = 20, 65
	if p.Reference() != (climate.Air{TempC: 20, RH: 65}) {
		t.Errorf("its own climate: %+v", p.Reference())
	}
	if p.States(StatesToys) || p.Opaque() {
		t.Errorf("states %t, opaque %t", p.States(StatesToys), p.Opaque())
	}
}

// Source: MPI gloss levels at 60°; from memory. Ranges rise with the sheen, none lies inside another.
func TestGlossRangesRise(t *testing.T) {
	for s := Matte; s <= Gloss; s++ {
		low, high := s.Gloss60()
		below, above := (s - 1).Gloss60()
		if low >= high || low <= below || high <= above {
			t.Errorf("%s: %v to %v after %v to %v", s, low, high, below, above)
		}
	}
	if low, high := Satin.Gloss60(); low != 20 || high != 35 {
		t.Errorf("satin from %v to %v", low, high)
	}
}

// A kind is found by its id and by its shown name however that is written.
func TestKindsByName(t *testing.T) {
	for words, want := range map[string]string{
		"wax_clear": "wax_clear", "WATERBORNE  polyurethane": "clear_wb_pu", "Hardwax-oil": "oil_hardwax", "oil": "", "": "",
		"WB PU": "clear_wb_pu",
	} {
		got := ""
		if f := FamilyCalled(words); f != nil {
			got = f.ID
		}
		if got != want {
			t.Errorf("%q is %q, want %q", words, got, want)
		}
	}
}

// The nearest kind is offered for what people call it, and each for its own name with a letter lost.
func TestNearestKinds(t *testing.T) {
	offered := func(words string, of *Family) bool { return slices.Contains(NearestFamilies(words, 3), of) }
	for words, want := range map[string]string{
		"Water-based PU": "clear_wb_pu", "Hardwaxoil": "oil_hardwax", "chalk paint": "paint_chalk", "spar vanish": "varnish_spar",
	} {
		if !offered(words, Families[want]) {
			t.Errorf("%s is not near %q", want, words)
		}
	}
	for _, f := range FamiliesInOrder() {
		if slip := f.Name[:3] + f.Name[4:]; !offered(slip, f) {
			t.Errorf("%s is not near %q", f.ID, slip)
		}
	}
	if near := NearestFamilies("chrome", 3); len(near) > 0 {
		t.Errorf("chrome is like %s", near[0].Name)
	}
}
