package store

import "context"

// A use case that decides something of a piece or a tin holds it first: whoever else wants to decide waits until this
// transaction ends, and what is read after the first hold is as the last of them left it. A turn is counted and not
// only locked, so that the nodes of a cluster, whose locks are their own, see a clash when they commit (1213).

// HoldPiece makes a piece ours until the transaction ends; ErrNotFound where this workshop has none such.
func (s *Store) HoldPiece(ctx context.Context, workshopID, id int64) error {
	return gone(s.q(ctx).ExecContext(ctx,
		`UPDATE pieces SET turn = turn + 1 WHERE workshop_id = ? AND id = ?`, workshopID, id))
}

// HoldTin makes a tin ours until the transaction ends, since what it holds changes: a form that was opened before shows
// an older version, and does not give its litres back. ErrNotFound where this workshop has none such. A piece is held
// before a tin, never after one.
func (s *Store) HoldTin(ctx context.Context, workshopID, id int64) error {
	return gone(s.q(ctx).ExecContext(ctx,
		`UPDATE tins SET version = version + 1 WHERE workshop_id = ? AND id = ?`, workshopID, id))
}
