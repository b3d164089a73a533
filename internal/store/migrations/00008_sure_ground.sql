-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- What a request with a key was answered, kept in the transaction that did it, so that asking again does nothing twice.
CREATE TABLE IF NOT EXISTS idempotency_keys (
  workshop_id BIGINT      NOT NULL,
  idem_key    VARCHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  fingerprint BINARY(32)  NOT NULL COMMENT 'SHA-256 of what was asked',
  answer      MEDIUMBLOB  NULL,
  made_at     DATETIME    NOT NULL,
  PRIMARY KEY (workshop_id, idem_key),
  KEY old (made_at),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- The last number given out in a year; it never goes back, so that no number is given twice.
CREATE TABLE IF NOT EXISTS number_series (
  workshop_id BIGINT NOT NULL,
  year        INT    NOT NULL,
  last        INT    NOT NULL,
  PRIMARY KEY (workshop_id, year),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;
INSERT IGNORE INTO number_series (workshop_id, year, last)
  SELECT workshop_id, 2000 + CAST(SUBSTRING(number, 1, 2) AS UNSIGNED), MAX(CAST(SUBSTRING(number, 4) AS UNSIGNED))
  FROM pieces WHERE number REGEXP '^[0-9]{2}-[0-9]+$' GROUP BY 1, 2;

ALTER TABLE tins    ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1;
ALTER TABLE notes   ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1;
ALTER TABLE boards  ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1;
ALTER TABLE recipes ADD COLUMN IF NOT EXISTS version INT NOT NULL DEFAULT 1;

ALTER TABLE photos ADD COLUMN IF NOT EXISTS file VARCHAR(64) CHARACTER SET ascii NULL
  COMMENT 'of its picture, where that is kept beside the database';
UPDATE photos SET file = CONCAT(id, '.jpg') WHERE jpeg IS NULL AND file IS NULL;

-- How numbers and prices are written.
ALTER TABLE workshops
  ADD COLUMN IF NOT EXISTS numbers  VARCHAR(8) NOT NULL DEFAULT 'point' COMMENT 'point or comma before the decimals',
  ADD COLUMN IF NOT EXISTS currency CHAR(3)    NOT NULL DEFAULT 'EUR'   COMMENT 'by ISO 4217';

-- The bench reads what is open, the archive what has left.
ALTER TABLE pieces ADD KEY IF NOT EXISTS left_at (workshop_id, handed_over_at, id);
UPDATE pieces SET job_order = REPLACE(REPLACE(REPLACE(job_order, '"wash', '"degrease'), '"scuff_old', '"key_old'), '"key"', '"key_slick"')
  WHERE job_order REGEXP '"(wash|scuff_old)|"key"';

-- +goose Down
ALTER TABLE workshops DROP COLUMN IF EXISTS numbers, DROP COLUMN IF EXISTS currency;
ALTER TABLE pieces DROP KEY IF EXISTS left_at;
ALTER TABLE photos DROP COLUMN IF EXISTS file;
ALTER TABLE recipes DROP COLUMN IF EXISTS version;
ALTER TABLE boards DROP COLUMN IF EXISTS version;
ALTER TABLE notes DROP COLUMN IF EXISTS version;
ALTER TABLE tins DROP COLUMN IF EXISTS version;
DROP TABLE IF EXISTS number_series;
DROP TABLE IF EXISTS idempotency_keys;
