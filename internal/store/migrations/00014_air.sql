-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- The air outdoors as it was forecast: hours that have passed stay as they were forecast last.
CREATE TABLE IF NOT EXISTS forecasts (
  workshop_id BIGINT   NOT NULL PRIMARY KEY,
  heard_at    DATETIME NOT NULL,
  hours       JSON     NOT NULL,
  FOREIGN KEY (workshop_id) REFERENCES workshops (id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A piece that was begun may be put aside until a moment.
ALTER TABLE pieces ADD COLUMN IF NOT EXISTS rests_until DATETIME NULL;

-- +goose Down
ALTER TABLE pieces DROP COLUMN IF EXISTS rests_until;
DROP TABLE IF EXISTS forecasts;
