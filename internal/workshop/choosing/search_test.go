package choosing

import (
	"context"
	"errors"
	"testing"

	"firmitas/internal/problem"
)

// A search out of time is refused with what would shorten it, not told as an outage that another try would mend; one
// that nobody waits for stays what it is.
func TestASearchOutOfTimeIsRefused(t *testing.T) {
	var refused *problem.Refused
	if !errors.As(searchEnded(context.DeadlineExceeded), &refused) {
		t.Error("a search out of time is told as something else")
	}
	if err := searchEnded(context.Canceled); !errors.Is(err, context.Canceled) {
		t.Errorf("a search that nobody waits for ends with %v", err)
	}
}
