package preparation

import (
	"fmt"
	"slices"

	"firmitas/core/substrate"
)

// orderRule says why a phase must not follow a later one on the same zone.
type orderRule struct {
	first, then substrate.Phase
	why         string
}

// orderRules are what spoils work when it is turned round. Where no rule speaks, hands may choose. Basis: practice.
var orderRules = []orderRule{
	{substrate.Guard, substrate.Remove, "Floors and rooms are covered before stripper and dust are about."},
	{substrate.Guard, substrate.Level, "Floors and rooms are covered before dust is about."},
	{
		substrate.Ask,
		substrate.Remove,
		"The old finish may hold lead: the test comes before any scraping, sanding or heat.",
	},
	{
		substrate.Ask,
		substrate.Level,
		"The old finish may hold lead: the test comes before any scraping, sanding or heat.",
	},
	{substrate.TakeOff, substrate.Wash, "Parts come off first: cleaner creeps under them and stays."},
	{substrate.TakeOff, substrate.Remove, "Parts come off first: stripper and scraper ruin them."},
	{substrate.TakeOff, substrate.Level, "Parts come off first: paper cannot reach under them."},
	{substrate.Mend, substrate.Level, "Glue first: squeezed-out glue and clamp marks would be sanded a second time."},
	{substrate.Wash, substrate.Remove, "Wash first: grime is scraped and sanded into the wood."},
	{substrate.Wash, substrate.Fill, "Wash first: filler does not hold on grease."},
	{substrate.Wash, substrate.Level, "Wash first: grime that is sanded in shows for good."},
	{substrate.Solve, substrate.Remove, "Wax and silicone first: paper and scraper drive them into the wood."},
	{substrate.Solve, substrate.Fill, "Filler lifts off an oily or waxy surface: take that off first."},
	{substrate.Solve, substrate.Level, "Wax and silicone first: sanding melts them into the wood."},
	{substrate.Remove, substrate.Fill, "Filler over an old finish goes when the finish goes."},
	{substrate.Remove, substrate.Level, "The old finish comes off before the wood is levelled."},
	{substrate.Fill, substrate.Level, "Filler is sanded level with the rest."},
	{substrate.Level, substrate.Raise, "Grain is raised on sanded wood; sanding after it would open new fibres."},
	{substrate.Level, substrate.Dust, "Dust is taken off after the last sanding."},
	{substrate.Raise, substrate.Dust, "Dust is taken off after the raised grain is knocked down."},
	{substrate.Dust, substrate.Wipe, "The solvent wipe is the last touch before the coat."},
}

// afterCoats: what may come only once all coats are on.
var afterCoats = map[substrate.Phase]string{
	substrate.Last:  "Wax and slide lubricant spoil every coat that they touch: they come after all coats.",
	substrate.Refit: "Parts go back on when the finish is in light use.",
}

// Fault says which job must not come before which, and why.
type Fault struct {
	Job, Before string // titles: Job was put before Before
	Why         string
}

func (f *Fault) Error() string {
	return fmt.Sprintf("“%s” cannot come before “%s”. %s", f.Job, f.Before, f.Why)
}

// Reorder puts jobs into an order of keys that a finisher chose; keys no longer there are passed over, and jobs that
// it does not name keep their place behind the one that went before them. An order that spoils work is refused with a
// *Fault.
func Reorder(jobs []Job, keys []string) ([]Job, error) {
	out := slices.Clone(jobs)
	rank := map[string]float64{}
	for i, k := range keys {
		rank[k] = float64(i + 1)
	}
	last := 0.0
	for i := range jobs {
		if r, named := rank[jobs[i].Key]; named {
			last = r
			continue
		}
		last += 1e-6
		rank[jobs[i].Key] = last
	}
	slices.SortStableFunc(out, func(a, b Job) int {
		if rank[a.Key] < rank[b.Key] {
			return -1
		}
		if rank[a.Key] > rank[b.Key] {
			return 1
		}
		return 0
	})
	return out, Check(out)
}

// Check tells the first fault of an order, or nil.
func Check(jobs []Job) error {
	for i, early := range jobs {
		for _, late := range jobs[i+1:] {
			if !share(early, late) {
				continue
			}
			if why := afterCoats[early.Phase]; why != "" && late.Phase < early.Phase {
				return &Fault{early.Title, late.Title, why}
			}
			for _, r := range orderRules {
				if early.Phase == r.then && late.Phase == r.first {
					return &Fault{early.Title, late.Title, r.why}
				}
			}
		}
	}
	return nil
}
