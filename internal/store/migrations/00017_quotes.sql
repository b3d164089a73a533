-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- Quotes as they were given: only ever added to.
CREATE TABLE IF NOT EXISTS quotes (
  id          BIGINT   NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT   NOT NULL,
  piece_id    BIGINT   NOT NULL,
  number      INT      NOT NULL COMMENT 'within its piece',
  token       CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  facts       JSON     NOT NULL,
  made_at     DATETIME NOT NULL,
  UNIQUE KEY (token),
  UNIQUE KEY (workshop_id, piece_id, number),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS quotes;
