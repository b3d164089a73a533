package problem

import (
	"strings"

	"firmitas/core/money"
)

// Sum reads a sum of money as typed; nothing typed is none.
func (c *Check) Sum(field, text string) money.Amount {
	if strings.TrimSpace(text) == "" {
		return money.Zero
	}
	a, err := money.Read(text)
	if err != nil {
		c.That(false, field, "%s", SentenceOf(err))
		return money.Zero
	}
	c.That(!a.IsNegative(), field, "Not below 0.")
	return a
}
