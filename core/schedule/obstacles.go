package schedule

import (
	"fmt"

	"firmitas/core/coating"
	"firmitas/core/compat"
	"firmitas/core/system"
)

const (
	driestInterior = 12.0 // wood moisture, %, above which interior work is not coated (practice)
	driestExterior = 17.0 // and exterior work (practice, 16–18)
)

// seenObstacles are what the inspection puts in the way of any work: an open question of lead, wood too wet to coat
// (S7).
func seenObstacles(w system.Wish) []string {
	var out []string
	if w.Seen.LeadFound() {
		out = append(
			out,
			"Lead was found in the old finish: no dry sanding, scraping or heat. Have it removed as your local law asks, by a licensed trade where children live, and inspect the piece anew.",
		)
	}
	if w.Seen.LeadOpen() {
		out = append(
			out,
			"The old finish may hold lead. Test it before anything is sanded, scraped or heated, and enter the answer at the inspection.",
		)
	}
	most, where := driest(w)
	if m, estimate := w.Seen.Moisture(); m > most && !estimate {
		out = append(out, fmt.Sprintf(
			"The wood is at %.0f %% moisture, above the %.0f %% that %s work is coated at. Let it dry first.",
			m,
			most,
			where,
		))
	}
	return out
}

func driest(w system.Wish) (float64, string) {
	if w.Use.Outdoors() {
		return driestExterior, "exterior"
	}
	return driestInterior, "interior"
}

// obstacles are why no coat may go on a zone now.
func (z Zone) obstacles() []string {
	var out []string
	if z.System != nil {
		out = append(out, z.System.Obstacles...)
		out = append(out, notOurs(*z.System)...)
	}
	return append(out, seenObstacles(z.Wish)...)
}

// notOurs are doubts about leaving a zone as it is: no board settles them, and whoever does is of another trade.
func notOurs(s system.System) (out []string) {
	for _, l := range s.Layers {
		if doubt := l.Below; l.Product.Family.NothingOn() && doubt.Verdict == compat.Test {
			rule := doubt.Findings[0].Rule
			out = append(out, rule.Reason+" "+rule.WayOut)
		}
	}
	return out
}

func (b Brief) notes() []string {
	var out []string
	for i, z := range b.Zones {
		for _, n := range zoneNotes(z.Wish) {
			out = append(out, b.on(i)+n)
		}
		for _, d := range z.decided() {
			out = append(out, b.on(i)+d)
		}
	}
	peopleBreatheIt := b.Site.OnSite && (b.Site.LivedIn || b.Site.PoorlyAired)
	for _, n := range b.needs() {
		carrier := n.Product.Family.Carrier
		solvent := carrier != coating.Water && carrier != coating.NoCarrier
		if peopleBreatheIt && solvent {
			out = append(out,
				n.Product.Name+" carries solvent: keep people out of the room until it is aired, or choose a water-carried system. Its safety data sheet decides whether it may be used there.")
		}
	}
	return out
}

// decided tells what its finisher decided against the judge, of the joins that its system has.
func (z Zone) decided() []string {
	if z.System == nil {
		return nil
	}
	var out []string
	for _, l := range z.System.Layers {
		for _, w := range l.Below.Words {
			if w.By == compat.ByFinisher {
				text := fmt.Sprintf("%s, decided on this piece: %s (%s, %s)", l.Product.Name, w.Sense, w.Who, w.When)
				out = append(out, text)
			}
		}
	}
	return out
}

func zoneNotes(w system.Wish) []string {
	var out []string
	most, where := driest(w)
	if m, estimate := w.Seen.Moisture(); estimate && m > most {
		out = append(out, fmt.Sprintf(
			"Where it stood, wood settles at about %.0f %% moisture (estimate), above the %.0f %% that %s work is coated at. Measure it before the first coat.",
			m,
			most,
			where,
		))
	}
	if m := w.Air.WoodMoisture(); w.Material.Wood() && m > most {
		out = append(out, fmt.Sprintf(
			"Wood that stands in this air settles at about %.0f %% moisture (estimate), above the %.0f %% that %s work is coated at. Measure it before the first coat.",
			m,
			most,
			where,
		))
	}
	return out
}
