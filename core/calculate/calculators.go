package calculate

import (
	"fmt"
	"math"
	"strings"

	"firmitas/core/decoration"
	"firmitas/core/quantity"
)

const (
	tablespoonsPerGallon = 256   // US tablespoons in a US gallon (exact)
	poundCutGPerL        = 119.8 // 453.59237 g in 3.785411784 L, of solvent (exact, rounded)
	percent              = 100.0
	mmPerM               = 1000.0
	umPerM               = 1e6
	litresPerM3          = 1000.0
	leastStretch         = 1e-9
)

// Groups of calculators, in the order of the work.
const (
	thinning = "Thinning and mixing"
	layingOn = "Laying on"
	setting  = "Setting out"
	cutting  = "Cutting cloth and liner"
)

// Calculators there are.
var Calculators = []*Calculator{
	{
		ID: "ratio", Name: "Thin by ratio", Group: thinning, Basis: "arithmetic, by volume",
		Inputs: []Input{
			{"total", "Mixture in all", Volume, "1 L", false}, {"parts", "Parts, coating first", Shares, "4:1", false},
		},
		compute: func(v in) (Answer, error) {
			all := total(v.list["parts"])
			a := Answer{Sum: fmt.Sprintf("%s ÷ %s parts", v.liquid(v.v["total"]), figure(all))}
			for i, p := range v.list["parts"] {
				name := fmt.Sprintf("Part %d (%s)", i+1, figure(p))
				a.Results = append(a.Results, Result{name, v.v["total"] * p / all, Litres})
			}
			return a, nil
		},
	},
	{
		ID: "percent", Name: "Thin by per cent", Group: thinning,
		Basis: "arithmetic: per cent of the coating, by volume",
		Inputs: []Input{
			{"coating", "Coating", Volume, "750 mL", false}, {"percent", "Thinner", Percent, "10", false},
		},
		compute: func(v in) (Answer, error) {
			thinner := v.v["coating"] * v.v["percent"] / percent
			return Answer{
				Results: []Result{{"Thinner", thinner, Litres}, {"Together", v.v["coating"] + thinner, Litres}},
				Sum: fmt.Sprintf("%s × %s %% = %s",
					v.liquid(v.v["coating"]), figure(v.v["percent"]), v.liquid(thinner)),
				Note: "No further than the label allows: a thinned film is the thinner by as much.",
			}, nil
		},
	},
	{
		ID: "spoons", Name: "Cleaner by the spoon", Group: thinning,
		Basis: "a US tablespoon is 1/256 of a US gallon (exact)",
		Inputs: []Input{
			{"spoons", "Tablespoons to a US gallon", Number, "1", false}, {"water", "Water", Volume, "5 L", false},
		},
		compute: func(v in) (Answer, error) {
			perL := v.v["spoons"] / tablespoonsPerGallon
			return Answer{
				Results: []Result{{"Cleaner", perL * v.v["water"], Litres}},
				Sum: fmt.Sprintf("%s tbsp a gallon are %.1f mL a litre, × %s",
					figure(v.v["spoons"]), perL*mmPerM, v.liquid(v.v["water"])),
			}, nil
		},
	},
	{
		ID: "cut", Name: "Shellac by the pound cut", Group: thinning,
		Basis: "1 lb to a US gallon of alcohol = 119.8 g/L (exact units)",
		Inputs: []Input{
			{"cut", "Pounds cut", Number, "2", false}, {"alcohol", "Alcohol", Volume, "500 mL", false},
		},
		compute: func(v in) (Answer, error) {
			perL := v.v["cut"] * poundCutGPerL
			return Answer{
				Results: []Result{{"Flakes", perL * v.v["alcohol"] / mmPerM, Kilos}, {"Strength", perL, PerL}},
				Sum:     fmt.Sprintf("%s lb × 119.8 g/L × %s", figure(v.v["cut"]), v.liquid(v.v["alcohol"])),
				Note:    "Write the day on the jar: dissolved, it keeps for months, not years.",
				Buys: []Buy{
					{"Shellac flakes", quantity.Part{Qty: perL * v.v["alcohol"] / mmPerM, Unit: "kg"}},
					{"Denatured alcohol", quantity.Part{Qty: v.v["alcohol"], Unit: "L"}},
				},
			}, nil
		},
	},
	{
		ID: "twopart", Name: "Mix of two parts", Group: thinning,
		Basis: "arithmetic; a weight needs the density on the label",
		Inputs: []Input{
			{"total", "Mixture in all", Volume, "300 mL", false}, {"a", "Parts of A to one of B", Number, "2", false},
			{"densityA", "Density of A", Density, "1.10", true}, {"densityB", "Density of B", Density, "0.98", true},
		},
		compute: func(v in) (Answer, error) {
			if v.v["a"] <= 0 {
				return Answer{}, &InputError{"a", "Parts of A to one of B: above 0, such as 2."}
			}
			m := quantity.MixOf(v.v["total"], v.v["a"], v.v["densityA"], v.v["densityB"])
			a := Answer{
				Results: []Result{{"A by volume", m.AL, Litres}, {"B by volume", m.BL, Litres}},
				Sum:     fmt.Sprintf("%s ÷ (%s + 1)", v.liquid(v.v["total"]), figure(v.v["a"])),
				Note:    "Parts by volume are not parts by weight. Mix no more than can be spread within its pot life.",
			}
			if v.has["densityA"] && v.has["densityB"] {
				a.Results = append(a.Results, Result{"A by weight", m.AKg, Kilos}, Result{"B by weight", m.BKg, Kilos})
			}
			return a, nil
		},
	},
	{
		ID: "pour", Name: "A pour, with its colours", Group: thinning,
		Basis: "volume, and a twentieth for edges and runs (practice)",
		Inputs: []Input{
			{"length", "Length", Length, "120", false}, {"width", "Width", Length, "60", false},
			{"depth", "Depth", Length, "3 mm", false}, {"a", "Parts of A to one of B", Number, "1", true},
			{"colours", "Colours, in parts", Shares, "2:1:1", true},
		},
		compute: pour,
	},
	{
		ID: "coverage", Name: "How far it really went", Group: layingOn, Basis: "arithmetic",
		Inputs: []Input{
			{"area", "Area that it covered", Area, "2.4 m²", false},
			{"used", "Out of the tin", Volume, "250 mL", false},
			{"solids", "Solids by volume", Percent, "35", true},
		},
		compute: func(v in) (Answer, error) {
			rate := v.v["area"] / v.v["used"]
			wet := quantity.WetFilm(rate)
			a := Answer{
				Results: []Result{{"Spreading rate", rate, Rate}, {"Wet film", wet, Microns}},
				Sum:     v.covered(v.v["area"], v.v["used"], wet),
			}
			if v.has["solids"] {
				a.Results = append(a.Results, Result{"Dry film", quantity.DryFilm(wet, v.v["solids"]), Microns})
			}
			return a, nil
		},
	},
	{
		ID: "film", Name: "Dry film from a wet gauge", Group: layingOn, Basis: "dry = wet × solids, thinner off",
		Inputs: []Input{
			{"wet", "Gauged wet", Film, "100 µm or 4 mil", false}, {"solids", "Solids by volume", Percent, "35", false},
			{"thinned", "Thinned by", Percent, "10", true}, {"coats", "Coats", Count, "3", true},
		},
		compute: func(v in) (Answer, error) {
			coats := max(1, v.v["coats"])
			dry := quantity.DryFilm(v.v["wet"], v.v["solids"]) / (1 + v.v["thinned"]/percent)
			return Answer{
				Results: []Result{
					{"Dry, a coat", dry, Microns}, {"Dry, in all", dry * coats, Microns},
					{"Spreading rate", mmPerM / v.v["wet"], Rate},
				},
				Sum: fmt.Sprintf("%s × %s %% ÷ %s × %s coats",
					v.film(v.v["wet"]), figure(v.v["solids"]), figure(1+v.v["thinned"]/percent), figure(coats)),
				Note: "A wiped coat leaves far less than this.",
			}, nil
		},
	},
	{
		ID: "stencil", Name: "Stencil along a row", Group: setting,
		Basis: "whole repeats, the rest shared out between them",
		Inputs: []Input{
			{"length", "Row", Length, "180", false}, {"motif", "Motif’s length", Length, "22", false},
			{"gap", "Gap, about", Length, "3", true},
		},
		compute: stencil,
	},
	{
		ID: "tiles", Name: "Tiles, the cut ones alike at both ends", Group: setting, Basis: "arithmetic",
		Inputs: []Input{
			{"length", "Length", Length, "92", false}, {"tile", "Tile", Length, "10", false},
			{"joint", "Joint", Length, "2 mm", true},
		},
		compute: tiles,
	},
	{
		ID: "stripes", Name: "Stripes that end alike", Group: setting, Basis: "an odd number, so that both edges match",
		Inputs: []Input{
			{"width", "Width", Length, "80", false}, {"stripe", "Stripe, about", Length, "6", false},
		},
		compute: func(v in) (Answer, error) {
			n := math.Round(v.v["width"] / v.v["stripe"])
			if int(n)%2 == 0 {
				n++
			}
			each := v.v["width"] / n
			return Answer{
				Results: []Result{{"Stripes", n, Each}, {"Each", each, Metres}, {"Lines of tape", n - 1, Each}},
				Sum:     fmt.Sprintf("%s ÷ %.0f = %s", v.long(v.v["width"]), n, v.long(each)),
			}, nil
		},
	},
	{
		ID: "centres", Name: "Handles across a front", Group: setting,
		Basis: "equal stretches; holes from the left edge",
		Inputs: []Input{
			{"width", "Front", Length, "80", false}, {"count", "Handles", Count, "2", false},
			{"holes", "Between the holes of one", Length, "96 mm", true},
		},
		compute: centres,
	},
	{
		ID: "liner", Name: "Drawer liner from a roll", Group: cutting,
		Basis: "arithmetic; the pattern runs along the roll",
		Inputs: []Input{
			{"width", "Drawer, side to side", Length, "76", false}, {"depth", "Front to back", Length, "40", false},
			{"count", "Drawers", Count, "4", false}, {"roll", "Roll, width", Length, "50", false},
			{"trim", "To trim, all round", Length, "5 mm", true},
		},
		compute: liner,
	},
	{
		ID: "pad", Name: "Cover for a pad", Group: cutting,
		Basis: "panels with seams; thread about 8 m to a metre of seam (practice)",
		Inputs: []Input{
			{"length", "Pad, length", Length, "42", false}, {"width", "Width", Length, "40", false},
			{"thick", "Thickness", Length, "5", false}, {"seam", "Seam allowance", Length, "15 mm", false},
			{"zip", "Zip in the back seam, longer by", Length, "5 mm", true},
		},
		compute: pad,
	},
}

func pour(v in) (Answer, error) {
	volume := v.v["length"] * v.v["width"] * v.v["depth"] * litresPerM3
	all := volume * decoration.ResinSpill
	a := Answer{
		Results: []Result{{"Volume", volume, Litres}, {"To mix, with edges and runs", all, Litres}},
		Sum: fmt.Sprintf("%s × %s × %s = %s; × %s", v.long(v.v["length"]), v.long(v.v["width"]), v.long(v.v["depth"]),
			v.liquid(volume), figure(decoration.ResinSpill)),
		Buys: []Buy{{"Casting resin with its hardener", quantity.Part{Qty: all, Unit: "L"}}},
		Note: "In one pour no deeper than the label allows, and mixed in pots that are spread within their life.",
	}
	parts := func(name string, litres float64) {
		if v.v["a"] <= 0 {
			return
		}
		m := quantity.MixOf(litres, v.v["a"], 0, 0)
		a.Results = append(a.Results, Result{name + "A", m.AL, Litres}, Result{name + "B", m.BL, Litres})
	}
	if !v.has["colours"] {
		parts("", all)
		return a, nil
	}
	for i, p := range v.list["colours"] {
		share := all * p / total(v.list["colours"])
		name := fmt.Sprintf("Colour %d (%s)", i+1, figure(p))
		a.Results = append(a.Results, Result{name, share, Litres})
		parts(name+": ", share)
	}
	return a, nil
}

func stencil(v in) (Answer, error) {
	length, motif, gap := v.v["length"], v.v["motif"], v.v["gap"]
	n := math.Floor((length + gap + leastStretch) / (motif + gap))
	if n < 1 {
		return Answer{}, &InputError{"motif", "The motif is longer than the row."}
	}
	a := Answer{Results: []Result{{"Repeats", n, Each}}}
	if n == 1 {
		a.Results = append(a.Results, Result{"Left at each end", (length - motif) / 2, Metres})
		a.Sum = fmt.Sprintf("(%s − %s) ÷ 2", v.long(length), v.long(motif))
		return a, nil
	}
	between := (length - n*motif) / (n - 1)
	a.Results = append(a.Results,
		Result{"Gap between them", between, Metres}, Result{"From start to start", motif + between, Metres})
	a.Sum = fmt.Sprintf("(%s − %.0f × %s) ÷ %.0f gaps = %s", v.long(length), n, v.long(motif), n-1, v.long(between))
	return a, nil
}

func tiles(v in) (Answer, error) {
	length, tile, joint := v.v["length"], v.v["tile"], v.v["joint"]
	whole := math.Floor((length + joint + leastStretch) / (tile + joint))
	if whole < 1 {
		return Answer{}, &InputError{"tile", "One tile is longer than the stretch."}
	}
	rest := length - whole*tile - (whole-1)*joint
	a := Answer{Results: []Result{{"Whole tiles", whole, Each}}}
	if rest <= joint+leastStretch {
		a.Sum = fmt.Sprintf("%.0f × %s and %.0f joints", whole, v.long(tile), whole-1)
		a.Buys = []Buy{{"Tiles", quantity.Part{Qty: whole, Unit: "count"}}}
		return a, nil
	}
	cut := rest/2 - joint
	if cut < tile/3 && whole > 1 { // slivers: one whole tile less, and two wide cut ones
		whole--
		rest = length - whole*tile - (whole-1)*joint
		cut = rest/2 - joint
		a.Results[0].Value = whole
	}
	a.Results = append(a.Results, Result{"Cut tiles", 2, Each}, Result{"Each cut to", cut, Metres})
	toCut := 2.0
	if 2*cut < tile { // both come out of one
		toCut = 1
	}
	a.Buys = []Buy{{"Tiles", quantity.Part{Qty: whole + toCut, Unit: "count"}}}
	a.Sum = fmt.Sprintf("(%s − %.0f × %s − %.0f joints) ÷ 2 = %s",
		v.long(length), whole, v.long(tile), whole+1, v.long(cut))
	return a, nil
}

func centres(v in) (Answer, error) {
	n := v.v["count"]
	if v.v["holes"]*n > v.v["width"] {
		return Answer{}, &InputError{"holes", "So many handles are wider than the front."}
	}
	a := Answer{Sum: fmt.Sprintf("%s ÷ (2 × %.0f), then every %s", v.long(v.v["width"]), n, v.long(v.v["width"]/n))}
	a.Buys = []Buy{{"Handles", quantity.Part{Qty: n, Unit: "count"}}}
	if holes := v.v["holes"]; holes > 0 { // which are sold by millimetres everywhere
		a.Buys[0].Text = fmt.Sprintf("Handles, %.0f mm between their holes", holes*mmPerM)
	}
	for i := range int(n) {
		at := v.v["width"] * (2*float64(i) + 1) / (2 * n)
		if v.v["holes"] == 0 {
			a.Results = append(a.Results, Result{fmt.Sprintf("Centre %d", i+1), at, Metres})
			continue
		}
		a.Results = append(a.Results,
			Result{fmt.Sprintf("Handle %d, left hole", i+1), at - v.v["holes"]/2, Metres},
			Result{fmt.Sprintf("Handle %d, right hole", i+1), at + v.v["holes"]/2, Metres})
	}
	return a, nil
}

func liner(v in) (Answer, error) {
	width, depth := v.v["width"]+2*v.v["trim"], v.v["depth"]+2*v.v["trim"]
	type way struct{ across, along float64 }
	var best *way
	var least float64
	for _, w := range []way{{width, depth}, {depth, width}} {
		abreast := math.Floor((v.v["roll"] + leastStretch) / w.across)
		if abreast < 1 {
			continue
		}
		if long := math.Ceil(v.v["count"]/abreast) * w.along; best == nil || long < least {
			best, least = &w, long
		}
	}
	if best == nil {
		return Answer{}, &InputError{"roll", "The roll is narrower than the drawer either way: join two widths, or take another."}
	}
	return Answer{
		Results: []Result{
			{"Cut, across the roll", best.across, Metres}, {"Cut, along it", best.along, Metres},
			{"Off the roll", least, Metres},
		},
		Sum:  fmt.Sprintf("%s × %s, %.0f times", v.long(width), v.long(depth), v.v["count"]),
		Buys: []Buy{{"Drawer liner, off the roll", quantity.Part{Qty: least, Unit: "m"}}},
		Note: "A pattern that must match at the seams takes a repeat more for each length.",
	}, nil
}

func pad(v in) (Answer, error) {
	const threadPerSeam = 8
	seam := v.v["seam"]
	length, width := v.v["length"]+2*seam, v.v["width"]+2*seam
	around := 2 * (v.v["length"] + v.v["width"])
	strip, high := around+2*seam+v.v["zip"], v.v["thick"]+2*seam
	cloth := 2*length*width + strip*high
	return Answer{
		Results: []Result{
			{"Top and bottom, two, length", length, Metres}, {"Top and bottom, width", width, Metres},
			{"Boxing strip, length", strip, Metres}, {"Boxing strip, width", high, Metres},
			{"Foam, length", v.v["length"], Metres}, {"Foam, width", v.v["width"], Metres}, {"Cloth in all", cloth, M2},
			{"Thread", 2 * around * threadPerSeam, Metres},
		},
		Sum: fmt.Sprintf("(%s + 2 × %s) × (%s + 2 × %s); around it %s",
			v.long(v.v["length"]), v.long(seam), v.long(v.v["width"]), v.long(seam), v.long(around)),
		Buys: []Buy{
			{"Cloth for a pad", quantity.Part{Qty: cloth, Unit: "m2"}},
			{"Foam for a pad", quantity.Part{Qty: v.v["length"] * v.v["width"], Unit: "m2"}},
			{"Thread", quantity.Part{Qty: 2 * around * threadPerSeam, Unit: "m"}},
		},
		Note: "Foam and cloth for seats that are sold may need to meet fire rules: local law decides.",
	}, nil
}

func total(of []float64) (sum float64) {
	for _, v := range of {
		sum += v
	}
	return sum
}

// figure with as many decimals as it needs, three at most.
func figure(v float64) string {
	return strings.TrimRight(strings.TrimRight(fmt.Sprintf("%.3f", v), "0"), ".")
}
