package fault

import (
	"encoding/csv"
	"math/rand/v2"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"firmitas/core/coating"
)

// Practice: what was seen and logged, with the causes in the order that a finisher gives them: ">>" where the first is
// named alone, ">" where both are.
func TestWorkedCases(t *testing.T) {
	file, err := os.Open("testdata/cases.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	rows, err := csv.NewReader(file).ReadAll()
	if err != nil {
		t.Fatal(err)
	}
	without := map[string]bool{}
	for _, f := range Faults {
		without[f.ID] = true
	}
	for _, row := range rows[1:] {
		f := Find(row[0])
		delete(without, row[0])
		if f == nil {
			t.Errorf("%s is no fault", row[0])
			continue
		}
		known := map[string]bool{}
		for _, id := range strings.Fields(row[2]) {
			if FindFact(id) == nil {
				t.Errorf("%s: %q is no fact", row[0], id)
			}
			known[id] = true
		}
		found := f.Why(known, nil, nil)
		words := strings.Fields(row[3])
		if got := found.Suspects[0].Cause.ID; got != words[0] {
			t.Errorf("%s, %s: %s first, want %s", row[0], row[1], got, words[0])
			continue
		}
		if want := map[string]Sureness{">>": Sure, ">": Between}[words[1]]; found.Sureness != want {
			t.Errorf("%s, %s: %s (%.2f), want %s", row[0], row[1], found.Sureness, found.Suspects[0].Share, want)
		}
		if len(words) > 2 && shareOf(found, words[2]) < found.Suspects[1].Share { // level with it is as good
			t.Errorf("%s, %s: %s second, want %s", row[0], row[1], found.Suspects[1].Cause.ID, words[2])
		}
	}
	for id := range without {
		t.Errorf("%s has no case", id)
	}
}

// shareOf is what speaks for a cause in a finding.
func shareOf(f Finding, cause string) float64 {
	for _, s := range f.Suspects {
		if s.Cause.ID == cause {
			return s.Share
		}
	}
	return 0
}

// What a remedy has the hand do is told with its caution, in the order of the cautions, and no caution is idle.
func TestNoRemedyWithoutItsCaution(t *testing.T) {
	told := map[string]bool{}
	for _, f := range Faults {
		does := strings.ToLower(strings.Join([]string{f.Wet, f.Dry, f.Later}, " "))
		for word, hazard := range map[string]string{
			"spirits": "vapour", "thinner": "vapour", "alcohol": "vapour", "shellac": "vapour",
			"oxalic": "acid", "bleach": "bleach", "hot air": "heat", "warm air": "heat", "iron through": "heat",
			"p320": "dust", "p220": "dust", "p180": "dust", "sand": "dust", "scrape": "dust", "strip": "dust",
			"slice": "blades", "slit": "blades", "grey pad with oil": "rags", "spirits rag": "rags",
		} {
			if strings.Contains(does, word) && !slices.Contains(f.hazards, hazard) {
				t.Errorf("%s: %q without its caution, %s", f.ID, word, hazard)
			}
		}
		if got := f.Cautions(); len(got) != len(f.hazards) {
			t.Errorf("%s: of %v only %d are told", f.ID, f.hazards, len(got))
		}
		for _, h := range f.hazards {
			told[h] = true
		}
	}
	for _, c := range cautions {
		if !told[c.ID] {
			t.Errorf("%s is told of no fault", c.ID)
		}
	}
	for _, pair := range [][2]string{{"acid", "bleach"}, {"bleach", "acid"}, {"bleach", "ammonia"}} {
		at := slices.IndexFunc(cautions, func(c coating.Caution) bool { return c.ID == pair[0] })
		if _, never, _ := strings.Cut(cautions[at].Text, "Never together"); !strings.Contains(never, pair[1]) {
			t.Errorf("%s may be put to %s: %q", pair[0], pair[1], cautions[at].Text)
		}
	}
}

// The tables hold together: every fact that a factor names is one, every cause is of some fault, every fault says what it
// looks like and what is done, and nothing is told in a word that nobody explains.
func TestTablesHoldTogether(t *testing.T) {
	used := map[string]bool{}
	steps := []float64{4, 2, 0.5, 0.25, 0.02} // strongly for it, for it, against, strongly against, as good as ruled out
	knows := func(where string, of map[string]float64) {
		for id, f := range of {
			if FindFact(id) == nil || !slices.Contains(steps, f) {
				t.Errorf("%s: fact %q by %v", where, id, f)
			}
		}
	}
	for _, c := range Causes {
		knows(c.ID, c.factors)
	}
	for _, f := range Faults {
		if f.Name == "" || f.Seen == "" || f.Dry+f.Later == "" || f.Next == "" || f.Cost == "" || len(f.causes) < 2 {
			t.Errorf("%s: %+v", f.ID, f)
		}
		if len(f.Cautions()) != len(f.hazards) {
			t.Errorf("%s: hazards %v, of which nobody warns of all", f.ID, f.hazards)
		}
		for _, c := range f.causes {
			knows(f.ID, c.factors)
			used[c.cause] = true
		}
		for _, text := range []string{f.Seen, f.Wet, f.Dry, f.Later, f.Next, f.Leave} {
			if text != "" && (!strings.HasSuffix(text, ".") || strings.Contains(text, "K320") || strings.Contains(text, "**")) {
				t.Errorf("%s: %q", f.ID, text)
			}
		}
	}
	for id := range Causes {
		if !used[id] {
			t.Errorf("%s causes nothing", id)
		}
	}
	if len(Faults) < 30 {
		t.Errorf("%d faults", len(Faults))
	}
}

// What a fault's line says in words its figures say too: minutes by what it costs, hours by what it waits for.
func TestFiguresOfAFaultAreThoseOfItsWords(t *testing.T) {
	both := regexp.MustCompile(`^(\d+)(?:–\d+)?\+(\d+)(?:–\d+)?/m²`)
	byArea := regexp.MustCompile(`^()(\d+)(?:–\d+)?\+?/m²`)
	byPlace := regexp.MustCompile(`^(\d+)(?:–\d+)?() each`)
	waits := regexp.MustCompile(`(?:(\d+)(?:–|-))?(\d+) (h|days?|weeks?)\b`)
	hours := map[string]float64{"h": 1, "day": 24, "days": 24, "week": 168, "weeks": 168}
	// Where the words name no hours: a night, a season, or what the class of the coat decides.
	unsaid := map[string][]float64{
		"fisheyes": {24, 12}, "hair": {12}, "bleed": {24}, "sticky": {168}, "waxstreaks": {12}, "sidebond": {2160},
		"runs": {168}, "sags": {48, 168}, "pickup": {24}, "knotspots": {2},
	}
	for _, f := range Faults {
		said := []string{"", "", ""} // counted by what nobody knows beforehand: leaf, lengths, a survey
		for _, form := range []*regexp.Regexp{both, byArea, byPlace} {
			if found := form.FindStringSubmatch(f.Cost); found != nil {
				said = found
			}
		}
		if f.FixedMinutes != number(said[1]) || f.MinutesPerM2 != number(said[2]) {
			t.Errorf("%s costs %q, and is counted as %g + %g/m²", f.ID, f.Cost, f.FixedMinutes, f.MinutesPerM2)
		}
		known := append([]float64{0}, unsaid[f.ID]...)
		for _, w := range waits.FindAllStringSubmatch(f.Wait, -1) {
			for _, n := range w[1:3] {
				known = append(known, number(n)*hours[w[3]])
			}
		}
		for _, h := range []float64{f.FirstH, f.FirstOilH, f.AfterH} {
			if !slices.Contains(known, h) {
				t.Errorf("%s waits %q, and is counted as %g, %g and %g h", f.ID, f.Wait, f.FirstH, f.FirstOilH, f.AfterH)
			}
		}
	}
}

// Property: shares are of one whole; a fact that speaks for a cause alone never lowers it, one that speaks against it
// never raises it; what is asked is not known, and would tell.
func TestEvidenceMovesWhatItSpeaksFor(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 9))
	for range 3000 {
		f := &Faults[r.IntN(len(Faults))]
		known := map[string]bool{}
		for range r.IntN(5) {
			known[Facts[r.IntN(len(Facts))].ID] = true
		}
		before := f.Why(known, nil, nil)
		sum := 0.0
		for _, s := range before.Suspects {
			sum += s.Share
		}
		if sum < 0.999 || sum > 1.001 {
			t.Fatalf("%s: shares add up to %v", f.ID, sum)
		}
		for _, a := range before.Ask {
			if known[a.ID] {
				t.Errorf("%s asks for %s, which is known", f.ID, a.ID)
			}
		}
		if len(before.Ask) == 0 {
			continue
		}
		more := before.Ask[0].ID
		known[more] = true
		after := f.Why(known, nil, nil)
		for _, c := range f.causes {
			factor := 1.0
			for _, of := range []map[string]float64{Causes[c.cause].factors, c.factors} {
				if speaks := of[more]; speaks > 0 {
					factor *= speaks
				}
			}
			was, is := shareOf(before, c.cause), shareOf(after, c.cause)
			if lone := onlyMoves(f, c.cause, more); lone && ((factor > 1 && is < was-1e-9) || (factor < 1 && is > was+1e-9)) {
				t.Errorf("%s: %s moves %s by %.2f, and its share goes from %.3f to %.3f", f.ID, more, c.cause, factor, was, is)
			}
		}
		delete(known, more)
		if denied := f.Why(known, map[string]bool{more: true}, nil); len(denied.Ask) > 0 && denied.Ask[0].ID == more {
			t.Errorf("%s asks again for %s, which was denied", f.ID, more)
		}
	}
}

// onlyMoves tells that a fact speaks of one cause of a fault and of no other.
func onlyMoves(f *Fault, cause, fact string) bool {
	for _, c := range f.causes {
		if c.cause != cause && (Causes[c.cause].factors[fact] > 0 || c.factors[fact] > 0) {
			return false
		}
	}
	return true
}
