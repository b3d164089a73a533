package store

import (
	"bytes"
	"context"
	"time"
)

// Key marks a request, so that asking the same again does nothing twice.
type Key struct {
	WorkshopID  int64
	ID          string   // made up by whoever asks, 8 to 64 letters
	Fingerprint [32]byte // of what was asked
}

// keysLive is how long a key is remembered.
const keysLive = 14 * 24 * time.Hour

// Once does a write and keeps its answer in the same transaction; asked again under the same key it does nothing and
// returns the answer it gave. It fails with ErrOtherUse when the key came with another request before.
func (s *Store) Once(
	ctx context.Context, key Key, now time.Time, do func(context.Context,
	) ([]byte, error)) (answer []byte, err error) {
	err = s.Write(ctx, func(ctx context.Context) error {
		_, err := s.q(ctx).ExecContext(ctx,
			`INSERT INTO idempotency_keys (workshop_id, idem_key, fingerprint, made_at) VALUES (?, ?, ?, ?)`,
			key.WorkshopID, key.ID, key.Fingerprint[:], now)
		if says(err, duplicate) {
			answer, err = s.answered(ctx, key)
			return err
		}
		if err != nil {
			return wrap(err)
		}
		if answer, err = do(ctx); err != nil {
			return err
		}
		_, err = s.q(ctx).ExecContext(ctx,
			`UPDATE idempotency_keys SET answer = ? WHERE workshop_id = ? AND idem_key = ?`,
			answer, key.WorkshopID, key.ID)
		return wrap(err)
	})
	return answer, err
}

// answered is what a request was answered. It reads the row as it is now, not as it was when the transaction began.
func (s *Store) answered(ctx context.Context, key Key) ([]byte, error) {
	var row struct {
		Fingerprint []byte `db:"fingerprint"`
		Answer      []byte `db:"answer"`
	}
	err := s.q(ctx).GetContext(ctx, &row, `SELECT fingerprint, answer FROM idempotency_keys
		WHERE workshop_id = ? AND idem_key = ? LOCK IN SHARE MODE`, key.WorkshopID, key.ID)
	if err != nil {
		return nil, wrap(err)
	}
	if !bytes.Equal(row.Fingerprint, key.Fingerprint[:]) {
		return nil, ErrOtherUse
	}
	return row.Answer, nil
}

// ForgetKeys drops the keys that nobody will ask for again.
func (s *Store) ForgetKeys(ctx context.Context, now time.Time) error {
	_, err := s.db.ExecContext(ctx, `DELETE FROM idempotency_keys WHERE made_at < ?`, now.Add(-keysLive))
	return wrap(err)
}
