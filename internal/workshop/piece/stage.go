package piece

import (
	"time"
)

// Stage is where a piece stands in the order of the work.
type Stage string

const (
	ToChoose   Stage = "choose"
	Planned    Stage = "plan"
	InCoats    Stage = "coat"
	Waiting    Stage = "wait"
	ToHandOver Stage = "hand_over"
	HandedOver Stage = "handed_over"
)

// Next is the next thing to do with a piece.
type Next struct {
	Text   string
	At     time.Time // zero when at any time
	Closes time.Time // the window it must be done in; zero = none
}
