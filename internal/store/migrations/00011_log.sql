-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- Facts of the whole room, such as its air, belong to no piece. What is asked of many pieces at once has a column.
ALTER TABLE events MODIFY COLUMN piece_id BIGINT NULL COMMENT 'none = the room';
ALTER TABLE events
  ADD COLUMN IF NOT EXISTS tin_id     BIGINT      NULL COMMENT 'that a coat was laid from; it may be gone',
  ADD COLUMN IF NOT EXISTS product_id BIGINT      NULL COMMENT 'that a fault showed on',
  ADD COLUMN IF NOT EXISTS work       VARCHAR(64) NULL COMMENT 'kind of work whose minutes were told',
  -- Not by workshop first: where nearly all rows are of one, that tells the optimizer nothing.
  ADD INDEX IF NOT EXISTS events_of_piece (piece_id, happened_at),
  ADD INDEX IF NOT EXISTS events_back (of_id),
  ADD INDEX IF NOT EXISTS events_of_tin (tin_id),
  ADD INDEX IF NOT EXISTS events_of_product (product_id);

-- What a tin holds is counted from here on by the coats that are laid from it.
ALTER TABLE tins ADD COLUMN IF NOT EXISTS left_told_at DATETIME NULL COMMENT 'coats laid since are counted off';

-- A workshop's own word on how a kind of coat is laid.
CREATE TABLE IF NOT EXISTS card_notes (
  workshop_id BIGINT       NOT NULL,
  card        VARCHAR(64)  NOT NULL,
  note        VARCHAR(2000) NOT NULL,
  version     INT          NOT NULL DEFAULT 1,
  PRIMARY KEY (workshop_id, card),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS card_notes;
ALTER TABLE tins DROP COLUMN IF EXISTS left_told_at;
DELETE FROM events WHERE piece_id IS NULL;
ALTER TABLE events
  DROP INDEX IF EXISTS events_of_piece, DROP INDEX IF EXISTS events_back,
  DROP INDEX IF EXISTS events_of_tin, DROP INDEX IF EXISTS events_of_product,
  DROP COLUMN IF EXISTS tin_id, DROP COLUMN IF EXISTS product_id, DROP COLUMN IF EXISTS work;
ALTER TABLE events MODIFY COLUMN piece_id BIGINT NOT NULL;
