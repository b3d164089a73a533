package worklog

import (
	"testing"
	"time"

	"firmitas/core/compat"
)

func at(h int) time.Time { return time.Date(2026, 3, 2, h, 0, 0, 0, time.UTC) }

// What was taken back does not stand, whoever told it first; what the hand found hard clears the signs before it.
func TestWhatStands(t *testing.T) {
	sign := func(id int64, h int, zone int64, s compat.Sign) Event {
		return Event{ID: id, Kind: SignSeen, Zone: zone, At: at(h), Sign: s}
	}
	all := []Event{
		sign(1, 10, 7, compat.Sticky),
		sign(2, 9, 7, compat.Smells), // told later, and happened before
		sign(3, 11, 8, compat.Gums),
		{ID: 4, Kind: TakenBack, Of: 1, At: at(12)},
		sign(5, 13, 7, compat.Dents),
	}
	standing := Standing(all)
	if len(standing) != 3 || standing[0].ID != 2 || standing[2].ID != 5 {
		t.Fatalf("standing: %+v", standing)
	}
	if got := Signs(standing, 7); len(got) != 2 || got[1].Sign != compat.Dents {
		t.Errorf("signs of zone 7: %+v", got)
	}
	hard := Standing(append(all, sign(6, 14, 7, compat.Powders)))
	if got := Signs(hard, 7); len(got) != 0 {
		t.Errorf("though it powders now: %+v", got)
	}
	if got := Signs(hard, 8); len(got) != 1 {
		t.Errorf("another zone lost its sign: %+v", got)
	}
}
