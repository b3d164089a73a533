// Package soak tells tests how far to search: `make test` takes a sample that is the same every time, `make soak` all
// of it from a new seed, which it prints.
package soak

import (
	"os"
	"strconv"
)

// FIRMITAS_SOAK is the seed of a long search; none = a sample.
const seedFrom = "FIRMITAS_SOAK"

func asked() (seed uint64, soaking bool) {
	seed, err := strconv.ParseUint(os.Getenv(seedFrom), 10, 64)
	return seed, err == nil
}

// Rounds is how often a test searches: as a sample, or for long.
func Rounds(sample, long int) int {
	if _, soaking := asked(); soaking {
		return long
	}
	return sample
}

// Seed is what a test draws from: its own, so that a sample is the same every time, or another in every long search.
func Seed(own uint64) uint64 {
	seed, _ := asked()
	return own + seed
}
