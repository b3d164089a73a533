-- +goose Up
-- Photos are kept as the server made them: decoded, turned upright, made smaller and written anew as JPEG.
CREATE TABLE IF NOT EXISTS photos (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT      NOT NULL,
  piece_id    BIGINT      NOT NULL,
  moment      VARCHAR(8)  NOT NULL COMMENT 'before, during or after',
  width       INT         NOT NULL,
  height      INT         NOT NULL,
  jpeg        MEDIUMBLOB  NOT NULL,
  taken_in_at DATETIME    NOT NULL,
  KEY (workshop_id, piece_id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS photos;
