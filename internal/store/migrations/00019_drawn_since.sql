-- +goose Up
-- What went out of a tin since somebody looked into it is read from that moment on, however long the tin has stood there.
ALTER TABLE events
  ADD INDEX IF NOT EXISTS events_drawn_since (tin_id, workshop_id, happened_at, litres, piece_id, id),
  DROP INDEX IF EXISTS events_drawn;

-- +goose Down
ALTER TABLE events
  ADD INDEX IF NOT EXISTS events_drawn (tin_id, workshop_id, litres, piece_id, happened_at, id),
  DROP INDEX IF EXISTS events_drawn_since;
