package enduse

import (
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// life is what the trade asks of a surface: water, alcohol and food, cleaner, heat, abrasion, weather; and film in µm.
type life struct {
	id    string
	asks  Levels
	film  float64
	basis string
}

const (
	endUses = "the trade's table of end uses (practice)"
	amended = "that table, as the trade's lives amend it (practice)"
	added   = "the trade's lives (practice)"
)

var lives = []life{
	{"dining_table", Levels{4, 3, 4, 3, 4, 1}, 90, endUses}, {"counter", Levels{5, 5, 5, 3, 5, 1}, 120, endUses},
	{"desk", Levels{3, 3, 3, 2, 4, 1}, 75, endUses}, {"wash_stand", Levels{4, 4, 4, 2, 3, 1}, 90, endUses},
	{"kitchen_top", Levels{5, 4, 5, 4, 4, 1}, 0, endUses}, {"board", Levels{2, 2, 1, 1, 1, 1}, 0, endUses},
	{"cabinet_front", Levels{3, 3, 4, 2, 3, 1}, 65, endUses}, {"shelf", Levels{2, 2, 3, 2, 3, 1}, 60, endUses},
	{"seat", Levels{3, 3, 4, 2, 4, 1}, 75, endUses}, {"base", Levels{2, 2, 3, 2, 3, 1}, 50, endUses},
	{"display", Levels{1, 1, 1, 1, 1, 1}, 20, endUses}, {"floor_public", Levels{4, 3, 5, 2, 5, 1}, 120, endUses},
	{"outdoors_covered", Levels{4, 2, 3, 2, 3, 3}, 90, endUses}, {"bathroom", Levels{4, 3, 4, 2, 3, 1}, 90, endUses},

	{"kitchen_cabinet", Levels{4, 3, 4, 2, 3, 1}, 75, amended}, {"inside", Levels{1, 1, 1, 1, 1, 1}, 20, amended},
	{"cot", Levels{2, 2, 2, 1, 2, 1}, 60, amended}, {"toy", Levels{2, 2, 2, 1, 2, 1}, 0, amended},
	{"high_chair", Levels{4, 3, 4, 2, 4, 1}, 75, amended}, {"floor_home", Levels{4, 3, 4, 2, 4, 1}, 80, amended},
	{"radiator", Levels{1, 1, 2, 3, 2, 1}, 50, amended}, {"workshop_bench", Levels{1, 2, 1, 1, 2, 1}, 0, amended},
	{"instrument_case", Levels{1, 1, 1, 1, 2, 1}, 40, amended}, {"front_door", Levels{4, 2, 3, 2, 3, 5}, 120, amended},
	{"outdoors_exposed", Levels{4, 2, 3, 2, 2, 5}, 110, amended}, {"outdoors_coast", Levels{4, 2, 3, 2, 2, 5}, 120, amended},
	{"sink_top", Levels{5, 4, 5, 4, 4, 1}, 120, amended}, {"planter", Levels{4, 1, 2, 1, 2, 5}, 0, amended},

	{"bedside", Levels{3, 3, 3, 2, 2, 1}, 60, added}, {"school_desk", Levels{3, 4, 5, 2, 5, 1}, 100, added},
	{"retail_counter", Levels{3, 4, 5, 2, 5, 1}, 100, added}, {"hob_top", Levels{5, 4, 5, 5, 4, 1}, 0, added},
	{"vanity", Levels{4, 4, 4, 2, 3, 1}, 90, added}, {"mirror_frame", Levels{2, 2, 3, 1, 1, 1}, 40, added},
	{"leaf_frame", Levels{1, 1, 1, 1, 1, 1}, 0, added}, {"lamp", Levels{1, 1, 2, 3, 1, 1}, 30, added},
	{"mantel", Levels{1, 1, 2, 4, 2, 1}, 0, added}, {"speaker", Levels{2, 2, 2, 1, 3, 1}, 50, added},
	{"pew", Levels{2, 2, 4, 2, 4, 1}, 70, added}, {"handrail", Levels{2, 3, 4, 2, 4, 1}, 70, added},
	{"changing", Levels{4, 4, 4, 1, 3, 1}, 75, added}, {"playground", Levels{5, 1, 2, 1, 3, 5}, 0, added},
	{"deck", Levels{5, 1, 2, 1, 4, 5}, 0, added}, {"sauna", Levels{5, 1, 2, 5, 2, 1}, 0, added},
	{"wet_wall", Levels{5, 1, 4, 2, 1, 1}, 0, added}, {"shower_bench", Levels{5, 1, 3, 2, 3, 1}, 0, added},
	{"cedar", Levels{1, 1, 1, 1, 1, 1}, 0, added}, {"spoon", Levels{2, 2, 1, 3, 1, 1}, 0, added},
	{"bowl_show", Levels{1, 1, 1, 1, 1, 1}, 0, added}, {"heirloom", Levels{1, 1, 1, 1, 1, 1}, 0, added},
}

// What a life asks of a surface is what the trade asks. Where a level of an added life was five, an answer of a single
// kind was left, and four is asked: water outdoors (paint is the answer there), a cleaner at home.
func TestLivesAskWhatTheTradeAsks(t *testing.T) {
	for _, want := range lives {
		got := Find(want.id)
		if got == nil {
			t.Errorf("no life %s", want.id)
			continue
		}
		if got.Asks != want.asks || got.FilmUM != want.film {
			t.Errorf("%s asks %v and %g µm; %s has %v and %g", want.id, got.Asks, got.FilmUM, want.basis, want.asks, want.film)
		}
	}
}

// Orders between lives: what is wetter, hotter or more walked on never asks for less of it.
func TestHarderLivesAskForNoLess(t *testing.T) {
	for _, c := range []struct {
		harder, softer string
		of             Demand
	}{
		{"sink_top", "kitchen_cabinet", Water}, {"wash_stand", "desk", Water}, {"shower_bench", "bathroom", Water},
		{"wet_wall", "bathroom", Water}, {"outdoors_exposed", "outdoors_covered", Weather}, {"outdoors_coast", "outdoors_exposed", Weather},
		{"hob_top", "kitchen_top", Heat}, {"mantel", "radiator", Heat}, {"sauna", "mantel", Heat}, {"lamp", "display", Heat},
		{"floor_public", "floor_home", Abrasion}, {"stage_floor", "floor_home", Abrasion}, {"seat", "base", Abrasion},
		{"counter", "dining_table", Alcohol}, {"vanity", "desk", Alcohol}, {"school_desk", "desk", Cleaner},
		{"kitchen_cabinet", "shelf", Cleaner}, {"window", "conservatory", Weather}, {"boat", "outdoors_covered", Weather},
		{"cellar", "shelf", Water}, {"kennel", "cellar", Water}, {"sill", "shelf", Water}, {"inside_door", "base", Cleaner},
	} {
		harder, softer := Find(c.harder), Find(c.softer)
		if harder == nil || softer == nil {
			t.Fatalf("no life %s or %s", c.harder, c.softer)
		}
		if harder.Asks[c.of] < softer.Asks[c.of] {
			t.Errorf("%s asks %d of %v, %s %d", c.harder, harder.Asks[c.of], c.of, c.softer, softer.Asks[c.of])
		}
	}
}

// Renewals are promised at the short end of what the trade tells: a buyer who renews too early has lost an hour.
func TestUpkeepIsTheShortEndOfTheTrades(t *testing.T) {
	text, err := os.ReadFile("testdata/upkeep.txt")
	if err != nil {
		t.Fatal(err)
	}
	wears := [][]string{{"quiet"}, {"table"}, {"kitchen"}, {"seat"}, {"floor_home", "floor_public"}, {"covered", "exposed", "coast"}}
	held := 0
	for _, line := range strings.Split(string(text), "\n") {
		cells := strings.Split(line, " | ")
		if line == "" || line[0] == '#' {
			continue
		}
		for i, columns := range wears {
			for j, cell := range strings.Split(cells[i+1], " / ") {
				least, _, _ := strings.Cut(cell, "–")
				months, err := strconv.ParseFloat(least, 64)
				if err != nil {
					continue // not the answer there
				}
				for _, family := range strings.Fields(cells[0]) {
					held++
					if got := upkeep[family][columns[j]]; got != int(max(months, min(1, months*2))) {
						t.Errorf("%s, %s: renewed after %d months, the trade says %s", family, columns[j], got, cell)
					}
				}
			}
		}
	}
	if held < 130 {
		t.Errorf("only %d cells of the trade's table were held against ours", held)
	}
}

// Kinds that are laid and worn alike are renewed alike: a two-part floor clear as a two-part clear, an oil as its kin.
func TestKinAreRenewedAlike(t *testing.T) {
	for kin, of := range map[string]string{
		"floor_wb": "clear_wb_pu", "floor_wb_2k": "clear_wb_pu_2k", "varnish_wb_oil_modified": "clear_wb_pu",
		"oil_linseed_raw": "oil_linseed_boiled", "paste_oil_finish": "oil_danish", "oil_wax_paste_board": "oil_board",
		"oil_tung": "oil_polymerised", "pu_2k_solvent": "varnish_conversion",
	} {
		for wear, months := range upkeep[of] {
			outside := slices.Contains([]string{"covered", "exposed", "coast", "deck", "wet_room"}, wear)
			if got := upkeep[kin][wear]; got != months && !outside {
				t.Errorf("%s, %s: %d months, its kin %s %d", kin, wear, got, of, months)
			}
		}
	}
}

// A life asks for one to five of a thing, and nothing else is read.
func TestLevelsAreOneToFive(t *testing.T) {
	heading := "id,name,group,water,alcohol,cleaner,heat,abrasion,weather,film_um,gates,tags,is,bare,film,upkeep,note,say\n"
	for level, reads := range map[string]bool{"0": false, "1": true, "5": true, "6": false, "7": false, "x": false} {
		_, err := readLives([]byte(heading + "a,A,Tops," + level + ",1,1,1,1,1,60,,,top,,,table,,\n"))
		if (err == nil) != reads {
			t.Errorf("water %s: %v", level, err)
		}
	}
}
