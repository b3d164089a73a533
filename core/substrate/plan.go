package substrate

import (
	"cmp"
	"fmt"
	"slices"

	"firmitas/core/coating"
)

const (
	lead   = "Dust and fumes of old paint may hold lead. Test before any sanding, scraping or heat; if it is positive, contain, and licensed removal where children live (US 40 CFR 745, from memory; your local law decides)."
	lye    = "Gloves and eye protection; it burns skin and eyes."
	fumes  = "Ventilate, no flames or sparks; cloths dry flat outdoors."
	blades = "Cut away from you."
	dust   = "Mask (P2 or N95 at least) and extraction: wood dust is a carcinogen in quantity, old coatings are worse."
)

// Plan is the ordered preparation of a zone for its first coat, given what is done with the old finish. Each task says
// why it stands there and what it unlocks. Basis: practice.
func (i Inspection) Plan(action Action, first *coating.Product, life Life) []Task {
	if i.LeadFound() {
		return []Task{
			{
				Work:    Work{ID: "lead_removal", Title: "Have the old finish removed by those who may"},
				Phase:   Ask,
				Reason:  "Lead was found in it.",
				Detail:  "No dry sanding, scraping or heat here. As your local law asks, by a licensed trade where children live; then inspect the bare piece anew.",
				Caution: lead,
				Unlocks: "a new inspection",
			},
		}
	}
	var out []Task
	add := func(when bool, t Task) {
		if when {
			out = append(out, t)
		}
	}
	add(i.LeadOpen(), Task{
		Work:      Work{ID: "lead_test", Title: "Test the old finish for lead", Minutes: 10},
		Phase:     Ask,
		Materials: "lead test kit, or a laboratory",
		Reason:    "Its age is unknown or before 1978, and no test was made.",
		Detail:    "Cut through all layers in a hidden spot. Until the answer is there, nothing is sanded, scraped or heated.",
		Caution:   lead,
		Unlocks:   "sanding and scraping",
	})
	for at, id := range i.Repairs { // each damage is told once for each place
		if r := FindRepair(id); r != nil && slices.Index(i.Repairs, id) == at {
			n := i.places(id)
			title := r.Title
			if n > 1 {
				title = fmt.Sprintf("%s, %d places", r.Title, n)
			}
			out = append(out, Task{
				Work:      Work{ID: r.ID, Title: title, Minutes: r.Minutes * float64(n)},
				Phase:     r.Phase,
				Detail:    r.How,
				Reason:    r.Damage + " was found.",
				Materials: r.Materials,
				WaitH:     r.WaitH,
				Damp:      r.Damp,
			})
		}
	}
	dirty := i.Finished() || slices.Contains(i.Contaminations, Grease) || slices.Contains(i.Contaminations, Nicotine)
	stays := action == Keep || i.Material == nil || !i.Material.Slick
	add(dirty && stays, Task{
		Work:       Degrease,
		Phase:      Wash,
		WaitH:      1.5,
		Damp:       true,
		WashLPerM2: washLPerM2,
		Reason:     "Grime that is sanded in shows for good, and skipping this is the commonest cause of failure.",
		Materials:  "alkaline cleaner in warm water",
		Detail:     "Wash in sections, rinse twice: residue of the cleaner makes coats peel or yellow. Let it dry.",
		Caution:    lye,
		Unlocks:    "sanding, filling, solvent work",
	})
	add(slices.Contains(i.Contaminations, Mildew), Task{
		Work:      KillMildew,
		Phase:     Wash,
		WaitH:     3,
		Damp:      true,
		Reason:    "It grows on under a coat.",
		Materials: "mildew wash",
		Detail:    "As its label says; find out what keeps the piece damp.",
		Caution:   lye,
	})
	add(i.waxed() && action != Dewax, Task{
		Work:      WaxOff,
		Phase:     Solve,
		WaitH:     1,
		Reason:    "Nothing but wax holds on wax.",
		Materials: "mineral spirits, white cloths",
		Detail:    "Scrape the thick of it, then spirits and clean cloths until the cloth stays white.",
		Caution:   fumes,
		Unlocks:   "any coat, over dewaxed shellac as insurance",
	})
	add(slices.Contains(i.Contaminations, Silicone), Task{
		Work:      Desilicone,
		Phase:     Solve,
		WaitH:     1,
		Reason:    "Silicone polish fish-eyes every film.",
		Materials: "mineral spirits, many cloths",
		Detail:    "Wet, wipe dry with a fresh cloth, and again with everything fresh. A barrier of dewaxed shellac goes on first of all.",
		Caution:   fumes,
		Unlocks:   "dewaxed shellac, and films over it",
	})
	add(slices.Contains(i.Contaminations, Adhesive), Task{
		Work:      Unstick,
		Phase:     Solve,
		Reason:    "It shows through and stays soft.",
		Materials: "warm air, mineral spirits",
		Detail:    "Warm it, roll it off, then spirits.",
		Caution:   fumes,
	})
	out = append(out, i.removal(action)...)
	conserved := first.Family.NothingOn() || first.Family.Body == coating.Wax || i.Valued
	if action == Keep && conserved { // what is dulled to hold a coat is lost to look at
		out = append(out, Task{
			Work:   Dusting,
			Phase:  Dust,
			Reason: "Its skin is kept.",
			Detail: "Soft brush and vacuum held beside it; no water on what flakes.",
		})
	} else if action == Keep {
		out = append(
			out,
			Task{
				Work:      KeyOld,
				Phase:     Level,
				Grits:     []int{180, 220},
				Reason:    "A new coat needs something to hold.",
				Materials: "soft pad on curves",
				Detail:    "Until no gloss is left, edges with care: do not cut through.",
				Caution:   dust,
				Unlocks:   "a first coat that grips",
			},
			Task{
				Work:   Dusting,
				Phase:  Dust,
				Detail: "Vacuum, then a damp microfibre cloth.",
			},
		)
	} else if i.Material != nil {
		out = append(out, Prepare(i.Material, first, life)...)
	}
	slices.SortStableFunc(out, func(a, b Task) int { return cmp.Compare(a.Phase, b.Phase) })
	return out
}

// places is how often a damage was found.
func (i Inspection) places(id string) (n int) {
	for _, found := range i.Repairs {
		if found == id {
			n++
		}
	}
	return n
}

func (i Inspection) removal(action Action) []Task {
	thin := i.Material != nil && i.Material.Kind == Veneer
	byHand := ""
	if thin {
		byHand = " Veneer: by hand, with the grain, no power tool within reach of an edge."
	}
	switch action {
	case Dewax:
		return []Task{
			{
				Work:      Dewaxing,
				Phase:     Solve,
				WaitH:     1,
				Reason:    "Nothing but wax holds on wax.",
				Materials: "plastic scraper, mineral spirits, white cloths",
				Detail:    "Turn the cloths often; it is off when a clean one stays clean.",
				Caution:   fumes,
				Unlocks:   "any coat, over dewaxed shellac as insurance",
			},
		}
	case Scrape:
		return []Task{
			{
				Work:      Scraping,
				Phase:     Remove,
				Reason:    "It must go for the look or for the grip.",
				Materials: "cabinet scraper",
				Detail:    "Burnish the edge often; stop at the wood." + byHand,
				Caution:   blades,
				Unlocks:   "bare wood",
			},
		}
	case SandOff:
		return []Task{
			{
				Work:    Sanding,
				Phase:   Remove,
				Grits:   []int{80, 120},
				Reason:  "It must go for the look or for the grip.",
				Detail:  "Change paper before it clogs." + byHand,
				Caution: dust,
				Unlocks: "bare wood",
			},
		}
	case Strip:
		return []Task{
			{
				Work:      Stripper,
				Phase:     Remove,
				WaitH:     24,
				Damp:      true,
				Reason:    "It must go for the look or for the grip.",
				Materials: "water-based stripper, brush, scraper, neutraliser as its label says",
				Detail:    "Thick, covered, as long as the label says; a second round in corners. Never dichloromethane." + byHand,
				Caution:   lye,
				Unlocks:   "bare wood, once dry",
			},
		}
	}
	return nil
}
