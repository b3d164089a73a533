package httpapi

import (
	"context"
	"encoding/json"
	"fmt"

	"firmitas/api"
)

// once does a write. Under a key that came with the request it does it a single time, and answers the same request
// again as it answered the first. Asked is the request, as far as it tells one from another.
func once[T any](
	ctx context.Context, h *handlers, key *api.IdempotencyKey, asked any, do func(context.Context,
	) (T, error)) (out T, err error) {
	if key == nil {
		return do(ctx)
	}
	text, err := json.Marshal(asked)
	if err != nil {
		return out, err
	}
	print := fmt.Appendf(text, "%T", asked)
	answer, err := h.rooms.House.Once(ctx, *key, print, func(ctx context.Context) ([]byte, error) {
		answer, err := do(ctx)
		if err != nil {
			return nil, err
		}
		return json.Marshal(answer)
	})
	if err != nil {
		return out, err
	}
	return out, json.Unmarshal(answer, &out)
}

// onceGone is once for what has nothing to answer.
func onceGone[T any](
	ctx context.Context, h *handlers, key *api.IdempotencyKey, asked any, do func(context.Context,
	) error) (out T, err error) {
	_, err = once(ctx, h, key, asked, func(ctx context.Context) (bool, error) { return true, do(ctx) })
	return out, err
}
