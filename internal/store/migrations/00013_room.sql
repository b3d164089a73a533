-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- Who works when, holidays, and what all pieces share.
ALTER TABLE workshops ADD COLUMN IF NOT EXISTS room JSON NULL COMMENT 'none = one pair of hands in the working hours';

-- Links under which the calendar is read by other programs; whoever has one reads it.
CREATE TABLE IF NOT EXISTS feeds (
  id           BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id  BIGINT      NOT NULL,
  token        CHAR(43)    CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  name         VARCHAR(60) NOT NULL COMMENT 'what it was made for',
  made_at      DATETIME    NOT NULL,
  withdrawn_at DATETIME    NULL,
  UNIQUE KEY (token),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS feeds;
ALTER TABLE workshops DROP COLUMN IF EXISTS room;
