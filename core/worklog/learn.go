package worklog

import (
	"cmp"
	"maps"
	"slices"
)

// Learned is what told minutes teach of a kind of work.
type Learned struct {
	Work  string
	PerM2 float64 // the middle one of all: one slip of the clock moves it little
	Jobs  int     // that it rests on
	Least float64 // of all
	Most  float64
	Who   []Share // by who did it, where more than one did
	Face  []Share // by the shape of the surface, where there are several
}

// Share is what is learned of some of the jobs.
type Share struct {
	Of    string
	PerM2 float64
	Jobs  int
}

// Learn is what told minutes come to by kind of work, per m²: each job's actual minutes against those it was planned
// with. Jobs of which no minutes were told teach nothing.
func Learn(standing []Event) []Learned {
	byWork := map[string][]Event{}
	for _, e := range standing {
		w := e.Worked()
		compares := w.Work != "" && w.Planned > 0 && w.PerM2 > 0
		if w.Took > 0 && compares {
			byWork[w.Work] = append(byWork[w.Work], e)
		}
	}
	var out []Learned
	for _, work := range slices.Sorted(maps.Keys(byWork)) {
		jobs := byWork[work]
		all := rates(jobs)
		out = append(out, Learned{
			Work: work, PerM2: middle(all), Jobs: len(all), Least: all[0], Most: all[len(all)-1],
			Who:  shares(jobs, func(e Event) string { return e.Who }),
			Face: shares(jobs, func(e Event) string { return e.Worked().Face }),
		})
	}
	return out
}

// rates are the minutes per m² that jobs really took, the quickest first.
func rates(jobs []Event) []float64 {
	out := make([]float64, len(jobs))
	for i, e := range jobs {
		w := e.Worked()
		out[i] = w.PerM2 * w.Took / w.Planned
	}
	slices.Sort(out)
	return out
}

// middle of sorted numbers, at least one.
func middle(sorted []float64) float64 {
	n := len(sorted)
	return (sorted[(n-1)/2] + sorted[n/2]) / 2
}

// shares parts jobs by something; nil where all are alike.
func shares(jobs []Event, by func(Event) string) []Share {
	parts := map[string][]Event{}
	for _, e := range jobs {
		parts[by(e)] = append(parts[by(e)], e)
	}
	if len(parts) < 2 {
		return nil
	}
	var out []Share
	for of, some := range parts {
		out = append(out, Share{of, middle(rates(some)), len(some)})
	}
	slices.SortFunc(out, func(a, b Share) int { return cmp.Or(cmp.Compare(b.Jobs, a.Jobs), cmp.Compare(a.Of, b.Of)) })
	return out
}
