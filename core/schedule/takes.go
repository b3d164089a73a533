package schedule

import (
	"math"
	"slices"

	"firmitas/core/coating"
	"firmitas/core/decoration"
	"firmitas/core/preparation"
	"firmitas/core/substrate"
	"firmitas/core/supplies"
	"firmitas/core/system"
)

// Kinds of work that take supplies and that neither preparation nor technique names.
const (
	washing     = "wash"       // by litres of cleaner, undiluted
	sandByDrum  = "sand_floor" // what sanding is on a large floor
	denibbing   = "denib"
	withSolvent = "solvent"
	mixing      = "two_part" // by pots
	masking     = "mask"     // by metres of a run
)

// Takes is the work of the plan that is still to do, as far as it takes supplies besides its coats.
func (b Brief) Takes(p Plan) []supplies.Work {
	var out []supplies.Work
	for _, j := range b.Jobs() {
		if _, over := b.over(j); !over {
			out = append(out, b.takenBy(j)...)
		}
	}
	for _, n := range p.Needs {
		out = append(out, b.takenIn(n)...)
	}
	out = append(out, b.takenByDecor()...)
	return append(out, b.masks()...)
}

// TakesInAll is all work of a piece, also what is done already, as far as it takes supplies besides its coats.
func (b Brief) TakesInAll() []supplies.Work {
	b.Log = Log{}
	return b.Takes(Plan{Needs: b.needs()})
}

// takenByDecor is what measured decorations take that are still to lay.
func (b Brief) takenByDecor() []supplies.Work {
	var out []supplies.Work
	for _, z := range b.Zones {
		for _, d := range z.Wish.Decor {
			layout, err := d.Kind.Measure(d.Measures, d.Shares)
			if err != nil || z.decorated(d, b.Log) {
				continue
			}
			for _, m := range layout.Takes {
				amount := m.Amount * float64(b.alike())
				out = append(out, supplies.Work{Title: d.Kind.Name, Supply: m.Supply, Amount: amount})
			}
		}
	}
	return out
}

// decorated tells whether a decoration was laid already; one that comes before every coat is, once there is a coat.
func (z Zone) decorated(d system.Decor, log Log) bool {
	if z.System == nil {
		return false
	}
	for i, l := range z.System.Layers {
		of := z.Wish.DecorOf(l)
		first := i == 0 && d.Kind.Place == decoration.Before
		if mine := of != nil && of.Kind == d.Kind; mine || first {
			return z.toLay(i, log) == 0
		}
	}
	return false
}

// takenBy is a job of the preparation.
func (b Brief) takenBy(j preparation.Job) []supplies.Work {
	w := supplies.Work{Kind: j.ID, Title: j.Title, Places: float64(b.alike()), Grits: j.Grits}
	for _, i := range b.touched(j) {
		z := b.Zones[i]
		w.M2 += z.AreaM2 * float64(b.alike())
		if j.Phase == substrate.Level && z.Wish.Life().ByMachine() {
			w.Kind = sandByDrum
		}
	}
	if substrate.FindRepair(j.ID) != nil {
		w.Places *= b.places(j)
	} else {
		w.Places = 1
	}
	out := []supplies.Work{w}
	if j.Dilution.CleanerML > 0 {
		out = append(out, supplies.Work{Kind: washing, Title: j.Title, Places: j.Dilution.CleanerML / 1000})
	}
	return out
}

// places is how often a damage was found on a piece.
func (b Brief) places(j preparation.Job) (n float64) {
	for _, i := range b.touched(j) {
		for _, found := range b.Zones[i].Wish.Seen.Repairs {
			if found == j.ID {
				n++
			}
		}
	}
	return n
}

// takenIn is all sessions of a product that is still to lay.
func (b Brief) takenIn(n Need) []supplies.Work {
	var together, all, dulled float64
	for _, share := range n.Shares {
		together += share.AreaM2
		all += share.AreaM2 * float64(share.Coats)
		dulled += share.AreaM2 * float64(share.Coats-1)
	}
	wish := b.Zones[n.Shares[0].Zone].Wish
	how := wish.Technique(n.Product, together)
	title := n.Product.Name
	out := []supplies.Work{{Kind: how.ID, Title: title, M2: all, Places: float64(n.Sessions)}}
	f := n.Product.Family
	if how.DenibPerM2 > 0 && f.Body == coating.Film {
		out = append(out, supplies.Work{Kind: denibbing, Title: title, M2: dulled})
	}
	if f.Carrier.Solvent() {
		out = append(out, supplies.Work{Kind: withSolvent, Title: title, Places: float64(n.Sessions)})
	}
	if hours := n.Product.PotLifeAt(wish.Air.TempC); hours > 0 {
		pots := math.Ceil(how.PerM2 * together / 60 / hours)
		out = append(out, supplies.Work{Kind: mixing, Title: title, Places: float64(n.Sessions) * max(1, pots)})
	}
	return out
}

// masks is the tape along every zone whose coats would spoil one beside it, a run for each product that is laid there.
func (b Brief) masks() []supplies.Work {
	var out []supplies.Work
	for i, z := range b.Zones {
		if z.System == nil {
			continue
		}
		for k, l := range z.System.Layers {
			covered := l.Product.Family.NothingOn() || z.toLay(k, b.Log) == 0
			sprayed := z.Wish.Technique(l.Product, z.AreaM2).Sprays()
			if step, ok := b.mask(i, l.Product, sprayed); ok && !covered {
				run := z.around() * float64(b.alike())
				out = append(out, supplies.Work{Kind: masking, Title: step.Title, Places: run})
			}
		}
	}
	return slices.Clip(out)
}

// around is how long a line around a zone is, in m; that of a square where its sides were not told.
func (z Zone) around() float64 {
	if w := z.Wish.WidthM; w > 0 {
		return 2 * (w + z.AreaM2/w)
	}
	return 4 * math.Sqrt(z.AreaM2)
}
