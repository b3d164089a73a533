-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- A test board may lie straight on the material, or on an old finish.
ALTER TABLE boards MODIFY COLUMN ground_id BIGINT NULL COMMENT 'none = the material itself, or its old finish';
ALTER TABLE boards
  ADD COLUMN IF NOT EXISTS old_finish VARCHAR(64) NOT NULL DEFAULT '' COMMENT 'that the board had; empty = none';

-- A zone may be left bare, or kept: a layer without a product of the shelf.
ALTER TABLE layers MODIFY COLUMN product_id BIGINT NULL COMMENT 'none = nothing goes on: left bare, or kept';

-- What happened at a piece: only ever added to. What was told wrongly is taken back by another row.
CREATE TABLE IF NOT EXISTS events (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT      NOT NULL,
  piece_id    BIGINT      NOT NULL,
  zone_id     BIGINT      NULL COMMENT 'none = the whole piece',
  kind        VARCHAR(16) NOT NULL,
  happened_at DATETIME    NOT NULL,
  told_at     DATETIME    NOT NULL,
  who         VARCHAR(60) NOT NULL,
  data        JSON        NOT NULL,
  of_id       BIGINT      NULL COMMENT 'the event that it takes back',
  UNIQUE KEY (workshop_id, id),
  KEY (workshop_id, piece_id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, of_id) REFERENCES events (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS events;
DELETE FROM layers WHERE product_id IS NULL;
ALTER TABLE layers MODIFY COLUMN product_id BIGINT NOT NULL;
DELETE FROM boards WHERE ground_id IS NULL;
ALTER TABLE boards DROP COLUMN IF EXISTS old_finish;
ALTER TABLE boards MODIFY COLUMN ground_id BIGINT NOT NULL;
