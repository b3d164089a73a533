package preparation

import (
	"errors"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"firmitas/core/climate"
	"firmitas/core/coating"
	"firmitas/core/furniture"
	"firmitas/core/substrate"
)

func tasks(t *testing.T, material, finish string, action substrate.Action, repairs ...string) []substrate.Task {
	t.Helper()
	first, err := coating.New(coating.Product{Name: "first", Shade: coating.Clear}, "clear_wb_pu")
	if err != nil {
		t.Fatal(err)
	}
	seen := substrate.Inspection{
		Material: substrate.Find(material),
		Finish:   substrate.FindFinish(finish),
		Age:      substrate.Later,
		Repairs:  repairs,
	}
	return seen.Plan(action, first, substrate.Life{})
}

// chest: pine, waxed all over, a loose joint in the case, sticking runners in the drawers, its back of plywood.
func chest(t *testing.T) Piece {
	return Piece{
		Alike: 1,
		Air:   climate.Reference,
		Parts: []furniture.Part{{Kind: "hardware", Name: "Handles", Count: 6}},
		Zones: []Zone{
			{"Top", furniture.Best, 0.6, tasks(t, "pine", "wax", substrate.Dewax)},
			{"Case", furniture.Body, 0.9, tasks(t, "pine", "wax", substrate.Dewax, "joint")},
			{"Drawer fronts", furniture.Apart, 0.6, tasks(t, "pine", "wax", substrate.Dewax)},
			{"Drawer insides", furniture.Inside, 3, tasks(t, "pine", "bare", substrate.Nothing, "runner")},
			{"Back", furniture.Underside, 0.8, tasks(t, "birch_plywood", "bare", substrate.Nothing)},
		},
	}
}

func titles(p Piece, jobs []Job) string {
	var out []string
	for _, j := range jobs {
		names := make([]string, len(j.Zones))
		for i, z := range j.Zones {
			names[i] = p.Zones[z].Name
		}
		out = append(out, j.ID+"("+strings.Join(names, ", ")+")")
	}
	return strings.Join(out, " ")
}

// Practice: handles off first, one wash for all, each paper once round the piece, hidden faces first and the best last,
// runners waxed after the coats, handles on at the very end.
func TestSharedStepsAreDoneOnceHiddenFacesFirst(t *testing.T) {
	p := chest(t)
	want := "off_hardware() joint(Case) degrease(Drawer fronts, Case, Top) dewax(Drawer fronts, Case, Top) sand(Back)" +
		" sand(Drawer insides, Drawer fronts, Case, Top)" +
		" raise_grain(Back, Drawer insides, Drawer fronts, Case, Top)" +
		" dust(Back, Drawer insides, Drawer fronts, Case, Top) runner(Drawer insides) on_hardware()"
	jobs := p.Jobs()
	if got := titles(p, jobs); got != want {
		t.Errorf("got  %s\nwant %s", got, want)
	}
	if err := Check(jobs); err != nil {
		t.Errorf("its own order: %v", err)
	}
	keys := map[string]bool{}
	for _, j := range jobs {
		keys[j.Key] = true
	}
	if len(keys) != len(jobs) {
		t.Errorf("%d keys for %d jobs", len(keys), len(jobs))
	}
	wash := jobs[2]
	if wash.HandsOn != 8*(0.6+0.9+0.6) || wash.Dilution.WaterL != 1.5 || wash.WaitH <= 0 {
		t.Errorf("washing: %v min, %+v, wait %v", wash.HandsOn, wash.Dilution, wash.WaitH)
	}
}

func TestPiecesAlikeAreCountedTogether(t *testing.T) {
	p := chest(t)
	p.Alike = 4
	if off := p.Jobs()[0]; off.HandsOn != 4*6*2 || !strings.Contains(off.Title, "Handles (24)") {
		t.Errorf("four chests: %s, %v min", off.Title, off.HandsOn)
	}
	if joint := p.Jobs()[1]; joint.HandsOn != 4*25 {
		t.Errorf("four loose joints: %v min", joint.HandsOn)
	}
}

func TestWorkOnSiteBeginsWithTheRoom(t *testing.T) {
	p := chest(t)
	p.Site = Site{OnSite: true, LivedIn: true, PoorlyAired: true, CoverFloors: true}
	jobs := p.Jobs()
	if got := titles(p, jobs[:3]); got != "cover() people() air()" || jobs[1].Caution == "" {
		t.Errorf("on site: %s", got)
	}
	p.Site.OnSite = false
	if jobs := p.Jobs(); jobs[0].ID != "off_hardware" {
		t.Errorf("at the bench: %s", jobs[0].ID)
	}
}

func firstOf(jobs []Job, id string) int {
	return slices.IndexFunc(jobs, func(j Job) bool { return j.ID == id })
}

func lastOf(jobs []Job, id string) (at int) {
	for i, j := range jobs {
		if j.ID == id {
			at = i
		}
	}
	return at
}

func keysOf(jobs []Job) (keys []string) {
	for _, j := range jobs {
		keys = append(keys, j.Key)
	}
	return keys
}

// Practice: every order that spoils work is refused with its reason; one that spoils nothing is the finisher's own.
func TestWrongOrdersAreCaught(t *testing.T) {
	p := chest(t)
	p.Zones[1].Tasks = tasks(t, "pine", "wax", substrate.Dewax, "gouge", "gap")
	jobs := p.Jobs()
	for _, c := range []struct{ first, then, says string }{
		{"sand", "degrease", "grime that is sanded in"},
		{"gouge", "dewax", "lifts off an oily or waxy surface"},
		{"sand", "gouge", "sanded level"},
		{"dust", "sand", "after the last sanding"},
		{"runner", "dust", "after all coats"},
		{"degrease", "off_hardware", "creeps under"},
		{"on_hardware", "sand", "light use"},
		{"raise_grain", "sand", "new fibres"},
	} {
		keys := keysOf(jobs)
		from, to := lastOf(jobs, c.first), firstOf(jobs, c.then)
		keys = slices.Insert(slices.Delete(keys, from, from+1), to, jobs[from].Key)
		_, err := Reorder(jobs, keys)
		var fault *Fault
		if !errors.As(err, &fault) || !strings.Contains(fault.Why, c.says) {
			t.Errorf("%s before %s: %v", c.first, c.then, err)
		}
	}
	// Two papers on different zones, or filler and caulk, may change places.
	a, b := firstOf(jobs, "gouge"), firstOf(jobs, "gap")
	keys := keysOf(jobs)
	keys[a], keys[b] = keys[b], keys[a]
	if got, err := Reorder(jobs, keys); err != nil || got[a].ID != "gap" {
		t.Errorf("filler after caulk: %v", err)
	}
}

// Property: whatever keys are kept from an earlier day, no job is lost or doubled, and what is given back without a
// fault passes Check.
func TestReorderLosesNothing(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 5))
	jobs := chest(t).Jobs()
	kept := 0
	for range 2000 {
		var keys []string
		for _, i := range r.Perm(len(jobs))[:r.IntN(len(jobs)+1)] {
			keys = append(keys, jobs[i].Key)
		}
		if r.IntN(2) == 0 {
			slices.SortFunc(keys, func(a, b string) int {
				at := func(k string) int { return slices.IndexFunc(jobs, func(j Job) bool { return j.Key == k }) }
				return at(a) - at(b)
			})
		}
		keys = append(keys, "gone")
		out, err := Reorder(jobs, keys)
		if err == nil {
			kept++
		}
		seen := map[string]bool{}
		for _, j := range out {
			seen[j.Key] = true
		}
		if len(out) != len(jobs) || len(seen) != len(jobs) || (err == nil) != (Check(out) == nil) {
			t.Fatalf("%v: %d jobs, %v", keys, len(out), err)
		}
	}
	if kept < 500 {
		t.Errorf("only %d orders stood", kept)
	}
}
