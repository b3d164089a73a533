package supplies

import "firmitas/core/money"

// UsedUp are the supplies that a price by the unit means anything for: the others serve again, and are overhead.
func UsedUp() (out []*Supply) {
	for _, s := range Supplies {
		if !s.again {
			out = append(out, s)
		}
	}
	return out
}

// Cost of a line at the prices of units, by supply; known is false where its supply has none. What serves again costs
// nothing here.
func (l Line) Cost(prices map[string]money.Amount) (cost money.Amount, known bool) {
	price, known := prices[l.Supply.ID]
	if !known || l.Supply.again {
		return money.Zero, false
	}
	return money.Of(price, l.Amount, 1), true
}

// Cost of all lines, each rounded by itself.
func Cost(lines []Line, prices map[string]money.Amount) (sum money.Amount) {
	for _, l := range lines {
		cost, _ := l.Cost(prices)
		sum = sum.Add(cost)
	}
	return sum
}
