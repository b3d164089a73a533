-- +goose Up
ALTER TABLE zones ADD COLUMN IF NOT EXISTS wants JSON NOT NULL DEFAULT 'null' COMMENT 'what is asked besides end use, look and sheen; null = nothing more';

-- A system that the workshop keeps to use again; it is judged anew wherever it is used.
CREATE TABLE IF NOT EXISTS recipes (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  name        VARCHAR(120) NOT NULL,
  layers      JSON         NOT NULL COMMENT 'products with their coats, from the ground up',
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, name),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS recipes;
ALTER TABLE zones DROP COLUMN IF EXISTS wants;
