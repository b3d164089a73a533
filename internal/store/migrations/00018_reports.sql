-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- What reports add up of many events at once.
ALTER TABLE events
  ADD COLUMN IF NOT EXISTS took    DOUBLE AS (JSON_VALUE(data, '$.took'))    PERSISTENT COMMENT 'minutes by hand',
  ADD COLUMN IF NOT EXISTS planned DOUBLE AS (JSON_VALUE(data, '$.planned')) PERSISTENT COMMENT 'minutes, as planned',
  ADD COLUMN IF NOT EXISTS litres  DOUBLE AS (JSON_VALUE(data, '$.litres'))  PERSISTENT COMMENT 'that went out of a tin',
  ADD INDEX IF NOT EXISTS events_of_work (workshop_id, piece_id, work, took, planned, id),
  ADD INDEX IF NOT EXISTS events_drawn (tin_id, workshop_id, litres, piece_id, happened_at, id),
  ADD INDEX IF NOT EXISTS events_of_money (workshop_id, amount, piece_id, kind, happened_at, id);

-- +goose Down
ALTER TABLE events DROP INDEX IF EXISTS events_of_work, DROP INDEX IF EXISTS events_drawn, DROP INDEX IF EXISTS events_of_money;
ALTER TABLE events DROP COLUMN IF EXISTS took, DROP COLUMN IF EXISTS planned, DROP COLUMN IF EXISTS litres;
