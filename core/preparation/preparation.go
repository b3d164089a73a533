// Package preparation orders the work before the first coat over a whole piece: what several zones share is done once,
// parts come off first, hidden faces come before the best one, and an order that spoils work is refused. Basis:
// practice.
package preparation

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"firmitas/core/climate"
	"firmitas/core/furniture"
	"firmitas/core/substrate"
)

// Zone is one zone's share in the preparation.
type Zone struct {
	Name   string
	Face   furniture.Face
	AreaM2 float64 // of all pieces alike together
	Tasks  []substrate.Task
}

// Site is where the work is done, as far as preparation cares. The zero value is the workshop's own bench.
type Site struct {
	OnSite      bool
	LivedIn     bool // people live there meanwhile
	PoorlyAired bool
	CoverFloors bool
}

// Piece is all that is prepared together.
type Piece struct {
	Zones []Zone
	Parts []furniture.Part
	Site  Site
	Alike int // pieces treated alike, 1 for one alone; parts and repairs count for each
	Air   climate.Air
}

// Job is one step over the zones that share it.
type Job struct {
	substrate.Task
	Key      string  // tells jobs of one piece apart, and stays when others come or go
	Zones    []int   // in the order that hands take them; empty = the whole piece
	HandsOn  float64 // minutes, all zones together
	WaitH    float64 // hours until the next step on the same zones, in this air
	Dilution substrate.Dilution
}

// Jobs lists the preparation of p in its order.
func (p Piece) Jobs() []Job {
	var jobs []Job
	for i, z := range p.Zones {
		for _, t := range z.Tasks {
			at := slices.IndexFunc(jobs, func(j Job) bool { return same(j.Task, t) })
			if at < 0 {
				jobs = append(jobs, Job{Task: t, WaitH: t.Wait(p.Air)})
				at = len(jobs) - 1
			}
			jobs[at].Zones = append(jobs[at].Zones, i)
		}
	}
	for i := range jobs {
		p.measure(&jobs[i])
	}
	jobs = append(jobs, p.siteJobs()...)
	jobs = append(jobs, p.partJobs()...)
	slices.SortStableFunc(jobs, func(a, b Job) int {
		return cmp.Or(cmp.Compare(a.Phase, b.Phase), cmp.Compare(p.face(a), p.face(b)))
	})
	p.name(jobs)
	return jobs
}

// same tells whether two zones share a task: one bucket, one paper, one way of working.
func same(a, b substrate.Task) bool {
	return a.ID == b.ID && a.Title == b.Title && a.Detail == b.Detail
}

// measure fills in what a job takes over its zones, and puts them into the order that hands take.
func (p Piece) measure(j *Job) {
	slices.SortStableFunc(j.Zones, func(a, b int) int {
		return cmp.Compare(p.Zones[a].Face.Order(), p.Zones[b].Face.Order())
	})
	area := 0.0
	for _, z := range j.Zones {
		area += p.Zones[z].AreaM2
		j.HandsOn += j.Minutes*float64(p.Alike) + j.MinutesPerM2*p.Zones[z].AreaM2
	}
	j.Dilution = j.DilutionFor(area)
}

// Only is job j on some of its zones.
func (p Piece) Only(j Job, zones []int) Job {
	j.Zones, j.HandsOn = zones, 0
	p.measure(&j)
	return j
}

// face is where the first of a job's zones lies; jobs on the whole piece come first.
func (p Piece) face(j Job) int {
	if len(j.Zones) == 0 {
		return -1
	}
	return p.Zones[j.Zones[0]].Face.Order()
}

// name gives every job a key: its task, and the zone it begins on where several jobs share a task.
func (p Piece) name(jobs []Job) {
	count := map[string]int{}
	for _, j := range jobs {
		count[j.ID]++
	}
	for i := range jobs {
		j := &jobs[i]
		j.Key = j.ID
		if count[j.ID] > 1 && len(j.Zones) > 0 {
			j.Key += "/" + p.Zones[j.Zones[0]].Name
		}
	}
}

const (
	coverMinutes = 40 // floors, doorways, what cannot be carried out
	airMinutes   = 10
)

func (p Piece) siteJobs() []Job {
	var out []Job
	add := func(when bool, t substrate.Task) {
		if when {
			t.Phase = substrate.Guard
			out = append(out, Job{Task: t, HandsOn: t.Minutes})
		}
	}
	s := p.Site
	add(s.OnSite && s.CoverFloors, substrate.Task{
		Work: substrate.Work{
			ID:      "cover",
			Title:   "Cover floors and what stays in the room",
			Minutes: coverMinutes,
		},
		Reason:    "Stripper, cleaner and dust reach further than the piece.",
		Materials: "floor board or felt, sheeting, low-tack tape",
		Detail:    "Hard cover where people walk, sheeting over the rest; tape doorways shut while sanding.",
	})
	add(s.OnSite && s.LivedIn, substrate.Task{
		Work:    substrate.Work{ID: "people", Title: "Agree where people may be, and when", Minutes: airMinutes},
		Reason:  "People live here meanwhile.",
		Detail:  "No one in the room while sanding, stripping or coating, nor until it is aired out; children and pets above all.",
		Caution: "Solvent vapour and dust spread through a house: each product's safety data sheet decides whether it may be used in one.",
	})
	add(s.OnSite && s.PoorlyAired, substrate.Task{
		Work:      substrate.Work{ID: "air", Title: "Set up ventilation", Minutes: airMinutes},
		Reason:    "The room airs poorly.",
		Materials: "fan in a window, blowing out",
		Detail:    "Air in low on the far side, out past the work; without it choose water-carried coats.",
		Caution:   "No flames, pilot lights or sparks while solvent is about.",
	})
	return out
}

// partJobs take parts off before anything else touches the piece, and put them back when it is in light use.
func (p Piece) partJobs() []Job {
	var out []Job
	for _, kind := range furniture.PartKinds {
		var names []string
		count := 0.0
		for _, part := range p.Parts {
			if part.Kind == kind.ID {
				names = append(names, fmt.Sprintf("%s (%d)", part.Name, part.Count*p.Alike))
				count += float64(part.Count * p.Alike)
			}
		}
		if len(names) == 0 {
			continue
		}
		list := strings.Join(names, ", ")
		off := substrate.Task{
			Work:      substrate.Work{ID: "off_" + kind.ID, Title: "Take off: " + list},
			Phase:     substrate.TakeOff,
			Detail:    kind.Off,
			Caution:   kind.Caution,
			Reason:    "What stays on is stripped, sanded and painted with the rest.",
			Materials: "bags and labels",
		}
		on := substrate.Task{
			Work:    substrate.Work{ID: "on_" + kind.ID, Title: "Refit: " + list},
			Phase:   substrate.Refit,
			Detail:  kind.Refit,
			Caution: kind.Caution,
			Reason:  "Only once the finish is in light use.",
		}
		out = append(out, Job{Task: off, HandsOn: kind.OffMinutes * count},
			Job{Task: on, HandsOn: kind.RefitMinutes * count})
	}
	return out
}

// share tells whether two jobs touch the same zone.
func share(a, b Job) bool {
	return len(a.Zones) == 0 || len(b.Zones) == 0 ||
		slices.ContainsFunc(a.Zones, func(z int) bool { return slices.Contains(b.Zones, z) })
}
