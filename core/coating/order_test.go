package coating

import (
	"slices"
	"testing"
)

// What a finisher knows of kinds without a table: which stands more than which. Basis: practice. Each line rises; what
// stands between commas on one step is equal.
func TestRatingsRiseAsTheTradeKnows(t *testing.T) {
	ratings := map[string]func(Sheet) float64{
		"water":    func(s Sheet) float64 { return s.Water },
		"alcohol":  func(s Sheet) float64 { return s.Alcohol },
		"cleaner":  func(s Sheet) float64 { return s.Cleaner },
		"heat":     func(s Sheet) float64 { return s.Heat },
		"abrasion": func(s Sheet) float64 { return s.Abrasion },
		"sun":      func(s Sheet) float64 { return s.UV },
		"amber":    func(s Sheet) float64 { return s.Amber },
	}
	for _, c := range []struct {
		of    string
		rises [][]string
	}{
		{"water", [][]string{
			{"wax_clear", "soap", "oil_board"},
			{"shellac_dewaxed", "lacquer_nc", "oil_linseed_boiled"},
			{"oil_tung", "oil_hardwax", "clear_wb_acrylic"},
			{"clear_wb_pu", "lacquer_precat", "varnish_alkyd"},
			{"clear_wb_pu_2k", "varnish_conversion", "varnish_oil_pu"},
		}},
		{"alcohol", [][]string{
			{"shellac_dewaxed", "shellac_waxed", "wax_clear"},
			{"lacquer_nc", "lacquer_cab", "varnish_spar"},
			{"clear_wb_pu", "lacquer_precat", "oil_hardwax"},
			{"varnish_oil_pu", "varnish_alkyd"},
			{"clear_wb_pu_2k", "varnish_conversion", "pu_2k_solvent"},
		}},
		{"cleaner", [][]string{
			{"shellac_dewaxed", "wax_clear", "oil_linseed_boiled"},
			{"lacquer_nc", "oil_danish"},
			{"oil_hardwax", "lacquer_precat", "clear_wb_acrylic"},
			{"clear_wb_pu", "varnish_oil_pu"},
			{"clear_wb_pu_2k", "varnish_conversion"},
		}},
		{"heat", [][]string{
			{"wax_clear", "shellac_dewaxed"},
			{"lacquer_nc", "clear_wb_acrylic"},
			{"clear_wb_pu", "oil_hardwax", "lacquer_precat"},
			{"varnish_oil_pu", "clear_wb_pu_2k"},
			{"varnish_conversion", "pu_2k_solvent"},
		}},
		{"abrasion", [][]string{
			{"wax_clear", "oil_tung"},
			{"shellac_dewaxed", "lacquer_nc", "varnish_spar"},
			{"oil_hardwax", "varnish_alkyd", "clear_wb_acrylic"},
			{"clear_wb_pu", "lacquer_precat", "floor_wb"},
			{"varnish_oil_pu", "clear_wb_pu_2k", "varnish_conversion", "varnish_moisture_cure"},
		}},
		{"sun", [][]string{
			{"shellac_dewaxed", "lacquer_nc", "wax_clear"},
			{"clear_wb_pu", "varnish_oil_pu"},
			{"clear_wb_pu_2k", "oil_exterior"},
			{"oil_exterior_pigmented", "pu_2k_solvent"},
			{"varnish_spar", "clear_wb_exterior"},
		}},
		{"amber", [][]string{
			{"clear_wb_pu", "clear_wb_acrylic", "lacquer_cab"},
			{"lacquer_precat", "varnish_conversion", "shellac_dewaxed"},
			{"lacquer_nc", "oil_danish"},
			{"varnish_oil_pu", "varnish_spar"},
		}},
	} {
		before := -1.0
		for _, step := range c.rises {
			level := ratings[c.of](Families[step[0]].Typical)
			if level <= before {
				t.Errorf("%s: %s stands %.0f, no more than what comes before it", c.of, step[0], level)
			}
			for _, id := range step[1:] {
				if got := ratings[c.of](Families[id].Typical); got != level {
					t.Errorf("%s: %s stands %.0f, and %s %.0f", c.of, id, got, step[0], level)
				}
			}
			before = level
		}
	}
}

// What holds of every family by its chemistry, whatever its name. Basis: practice.
func TestFamiliesKeepToTheirChemistry(t *testing.T) {
	for _, f := range FamiliesInOrder() {
		s := f.Typical
		clearFilm := f.Is(GroupClear) && f.Body == Film && !f.Has(KindUnknown) // of which the worst is told
		oilFilm := clearFilm && f.Cure == Oxidation && f.Carrier != Water
		mixedInWater := f.Has(Isocyanate) && f.Carrier == Water
		weatherproof := f.Has(Preservative) || f.Is(GroupPaint) || slices.Contains(f.Tags, "uv_absorber")
		stands := min(s.Water, s.Alcohol, s.Cleaner)
		sunless := clearFilm && !weatherproof && f.Cure != Crosslinking
		for claim, broken := range map[string]bool{
			"what melts again in its own carrier stands little alcohol or solvent": f.RedissolvesIn == Alcohol && s.Alcohol > 1,
			"a catalysed clear film stands water, alcohol and cleaner":             clearFilm && f.Cure == Crosslinking && stands < 3,
			"a clear film that only dries stands little heat":                      clearFilm && f.Cure == Evaporation && s.Heat > 3,
			"wax stands neither heat nor alcohol":                                  f.Body == Wax && max(s.Heat, s.Alcohol) > 1,
			"what oxidises from oil yellows":                                       clearFilm && f.Cure == Oxidation && s.Amber < 2,
			"what coalesces in water does not":                                     clearFilm && f.Cure == Coalescence && s.Amber > 0,
			"a clear film without filters stands no sun":                           sunless && s.UV >= 4 && f.RenewMonths == 0,
			"a clear oxidising film takes two weeks to harden":                     oilFilm && s.FullCureD < 14,
			"it is used before it may be recoated":                                 s.LightUseH > 0 && s.LightUseH < s.RecoatMinH,
			"it is hard before it is in use":                                       s.FullCureD > 0 && s.FullCureD*24 < s.LightUseH,
			"a clear film is recoated before it is dry to the touch":               clearFilm && s.RecoatMinH < s.TouchH,
			"its window closes before it opens":                                    s.RecoatMaxH > 0 && s.RecoatMaxH < s.RecoatMinH,
			"a coat of another kind may come sooner than its own":                  s.CrossWaitH > 0 && s.CrossWaitH < s.RecoatMinH,
			"what is mixed says how long it keeps":                                 mixedInWater && s.PotLifeH == 0,
		} {
			if broken {
				t.Errorf("%s: %s", f.ID, claim)
			}
		}
	}
}
