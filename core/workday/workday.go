// Package workday is the calendar that hands keep: days and weeks with their hours, stretches of time, and what is open
// of them.
package workday

import (
	"time"
)

// Earliest of two moments.
func Earliest(a, b time.Time) time.Time {
	if b.Before(a) {
		return b
	}
	return a
}

// Latest of two moments.
func Latest(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}
