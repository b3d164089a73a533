package compat

import (
	"slices"
	"strings"
	"testing"
)

// Practice: the one answer, as a finisher would say it.
func TestTheOneAnswer(t *testing.T) {
	for _, c := range []struct {
		join     string
		kind     Kind
		headline string
		doNow    string
		inH      float64
	}{
		{"oak + clear_wb_pu @3h > clear_wb_pu", Yes, "Yes, now, and for another 21 h without a key.", "", 21},
		{"oak + clear_wb_pu > clear_wb_pu", Yes, "Yes, after 2 h.", "", 0},
		{"oak + clear_wb_pu @1h > clear_wb_pu", NotYet, "Not yet: in 60 min.", "", 1},
		{"oak + clear_wb_pu @30h > clear_wb_pu", YesOnce, "Yes, once prepared.", "Key with P220", 0},
		{"oak + varnish_oil_pu > clear_wb_pu", YesOnce, "Yes, after 3 days and once prepared.", "Scuff", 0},
		{"oak + varnish_oil_pu @30h > clear_wb_pu ; key=keyed", ByHand, "Only if the hand finds it hard.", "", 42},
		{"oak + varnish_conversion @12h > varnish_conversion", NotYet, "Not yet: in 12 h.", "", 12},
		{"oak + varnish_oil_pu > lacquer_nc", No, "No.", "", 0},
		{"oak + wax_clear > clear_wb_pu", No, "No.", "", 0},
		{"melamine > clear_wb_pu", Between, "Not as it stands: a coat is missing between.", "", 0},
		{"oak + shellac_dewaxed > varnish_conversion", OnABoard, "Only after a test board.", "", 0},
		{"oak + clear_wb_pu @10h > clear_wb_pu ; seen=gums", NotYet, "Not yet: in 4 h.", "", 4},
		{"oak + clear_wb_pu > clear_wb_pu ; hours=unknown", ByHand, "Only if the hand finds it hard.", "", 0},
		{"oak > clear_wb_pu ; now air=8/60", No, "Not in this air.", "Warmed to 12 °C", 0},
		{"oak > clear_wb_pu ; now air=20/95", No, "Not in this air.", "From 80 % RH down", 0},
		{"oak + clear_wb_pu @1h > clear_wb_pu ; now air=8/60", No, "Not in this air.", "Warmed to 12 °C", 0},
		{"oak + wax_clear > clear_wb_pu ; now air=8/60", No, "No.", "", 0},
		{"oak > varnish_oil_pu ; done=washed@14", NotYet, "Not yet: in 10 h.", "", 10},
		{"oak > clear_wb_pu ; moisture=15", NotYet, "Not yet: in 7 days.", "", 168},
		{"beech > paint_chalk dark ! dining_table", NotLast, "Only under another coat.", "Damp the wood", 0},
		{"oak + stain_gel_oil tone @4h + shellac_dewaxed @3h > shellac_dewaxed", No, "No: what lies below does not hold.", "", 0},
		{"oak + wax_clear @90h + shellac_dewaxed @30h > shellac_dewaxed", No, "No: what lies below does not hold.", "", 0},
		{"oak + paint_chalk pale > clear_wb_pu", OnABoard, "Only once what lies below is tested.", "", 0},
		{"oak + shellac_dewaxed + varnish_conversion > varnish_conversion", OnABoard, "Only once what lies below is tested.", "", 0},
		{"oak + clear_wb_pu @10.2h > clear_wb_pu", Yes, "Yes, now, and for another 13 h without a key.", "", 13.8},
		{"pine + old:oil_paint > enamel_wb dark", YesOnce, "Yes, once prepared.", "test the old paint for lead", 0},
	} {
		s, l, err := ParseStack(c.join)
		if err != nil {
			t.Fatalf("%s: %v", c.join, err)
		}
		got := AnswerOf(s, *l)
		if got.Kind != c.kind || got.Headline != c.headline {
			t.Errorf("%s: %s, %q by %s, want %s, %q", c.join, got.Kind, got.Headline, got.Rule, c.kind, c.headline)
		}
		if c.doNow != "" && !strings.Contains(strings.Join(got.DoNow, " "), c.doNow) {
			t.Errorf("%s: to do now %q, want %q in it", c.join, got.DoNow, c.doNow)
		}
		if d := got.InH - c.inH; d > 1e-6 || d < -1e-6 {
			t.Errorf("%s: changes in %.2f h, want %.2f", c.join, got.InH, c.inH)
		}
	}
}

// Property: never "yes" while any part says no, never "not yet" where waiting does not help, always a reason.
func TestTheAnswerIsNeverBetterThanItsParts(t *testing.T) {
	kinds := map[Kind]int{}
	for _, j := range randomJoins(6000, 11) {
		if j.Coat == nil {
			continue
		}
		s := Stack{Base: j.Ground, State: j.State, Context: j.Context}
		l := Laid{Product: j.Coat, Coats: j.Coats, Partly: j.Partly}
		a, parts := AnswerOf(s, l), Judge(s.Over(l))
		kinds[a.Kind]++
		saysYes := strings.HasPrefix(a.Headline, "Yes")
		if saysYes && (!parts.Legal() || parts.Verdict >= Test || a.Verdict >= Test) {
			t.Fatalf("%+v: %q over %s", j, a.Headline, parts.Verdict)
		}
		after := s
		after.Laid, after.State = []Laid{l}, State{}
		if surface := Judge(after.Surface()); saysYes && !surface.Legal() {
			t.Fatalf("%+v: %q, though it may not be left so", j, a.Headline)
		}
		if a.Verdict < parts.Verdict {
			t.Fatalf("%+v: the answer is %s, a part is %s", j, a.Verdict, parts.Verdict)
		}
		if a.Kind != Yes && a.Reason == "" {
			t.Fatalf("%+v: %s without a reason", j, a.Kind)
		}
		stays := slices.ContainsFunc(parts.Findings, func(f Finding) bool {
			return f.Rule.Verdict == Refuse && f.Rule.Ends == nil
		})
		if a.Kind == NotYet && (stays || a.InH <= 0) {
			t.Fatalf("%+v: not yet, in %.1f h, though a refusal stays", j, a.InH)
		}
	}
	for _, k := range []Kind{Yes, YesOnce, NotLast, Between, OnABoard, No} {
		if kinds[k] == 0 {
			t.Errorf("no random join is answered %q", k)
		}
	}
}

// A fact that was not told is asked for where it would change the verdict, and only there.
func TestWhatIsAskedFor(t *testing.T) {
	for _, c := range []struct{ join, asks string }{
		{"oak > paint_chalk ! display", "colour"},
		{"beech + stain_wb > clear_wb_pu ! display", ""},
		{"unknown_wood > clear_wb_pu ! display", "wood"},
		{"oak + old:unknown > clear_wb_pu ! display", "oldFinish"},
		{"oak + clear_wb_pu > clear_wb_pu ! display ; hours=unknown", "hours"},
		{"oak > clear_wb_pu", "endUse"},
		{"oak > varnish_oil_pu ! display ; done=washed", "treatedH"},
	} {
		s, l, err := ParseStack(c.join)
		if err != nil {
			t.Fatal(err)
		}
		var facts []string
		for _, a := range AnswerOf(s, *l).Asks {
			facts = append(facts, a.Fact)
		}
		if got := strings.Join(facts, " "); got != c.asks {
			t.Errorf("%s asks for %q, want %q", c.join, got, c.asks)
		}
	}
}

func BenchmarkAnswer(b *testing.B) {
	s, l, err := ParseStack("oak + stain_gel_oil tone @100h + shellac_dewaxed @50h + clear_wb_pu @30h > clear_wb_pu")
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		AnswerOf(s, *l)
	}
}
