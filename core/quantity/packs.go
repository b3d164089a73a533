package quantity

// Pack is a container as it is sold.
type Pack struct {
	ML    int   // what it holds
	Cents int64 // its price in hundredths; 0 = nobody told
}

// Basket is a set of packs.
type Basket struct {
	Counts []int // of each pack, as the packs were given
	ML     int
	Cents  int64 // 0 where no price is known
}

// held is the best way of holding exactly so many mL: by price, then by the number of packs.
type held struct {
	cents int64
	packs int
	last  int // pack that was put in last; −1 = none holds exactly this much
}

func (h held) betters(o held) bool {
	if h.cents != o.cents {
		return h.cents < o.cents
	}
	return h.packs < o.packs
}

// Cheapest is the set of packs that holds at least a need in mL and costs least; of those that cost the same the one
// with least left over, then the one with the fewest packs. Where some packs have a price and some have none, those
// without are left out; where none has, least left over decides. ok is false where nothing is needed, or there is no
// pack.
func Cheapest(needML int, packs []Pack) (best Basket, ok bool) {
	priced := false
	largest := 0
	for _, p := range packs {
		priced = priced || p.Cents > 0
	}
	usable := func(p Pack) bool { return p.ML > 0 && (!priced || p.Cents > 0) }
	for _, p := range packs {
		if usable(p) {
			largest = max(largest, p.ML)
		}
	}
	if needML <= 0 || largest == 0 {
		return best, false
	}
	// Every way of holding exactly so many mL, up to one pack more than is needed: more never is.
	at := make([]held, needML+largest)
	for ml := 1; ml < len(at); ml++ {
		at[ml].last = -1
		for i, p := range packs {
			from := ml - p.ML
			reached := from == 0 || from > 0 && at[from].last >= 0
			if !usable(p) || !reached {
				continue
			}
			cents, n := at[from].cents+p.Cents, at[from].packs+1
			if way := (held{cents, n, i}); at[ml].last < 0 || way.betters(at[ml]) {
				at[ml] = way
			}
		}
	}
	found := -1
	for ml := needML; ml < len(at); ml++ {
		if at[ml].last >= 0 && (found < 0 || at[ml].cents < at[found].cents) {
			found = ml
		}
	}
	best = Basket{Counts: make([]int, len(packs)), ML: found, Cents: at[found].cents}
	for ml := found; ml > 0; ml -= packs[at[ml].last].ML {
		best.Counts[at[ml].last]++
	}
	return best, true
}
