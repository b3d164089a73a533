-- +goose Up
-- Labels keep the words they were typed in, statements their source; bare numbers stay readable as such.
ALTER TABLE products
  ADD COLUMN IF NOT EXISTS pairings   JSON     NOT NULL DEFAULT '[]' COMMENT 'what its label says of pairs',
  ADD COLUMN IF NOT EXISTS facts      JSON     NOT NULL DEFAULT '{}' COMMENT 'what its data sheet says in words',
  ADD COLUMN IF NOT EXISTS retired_at DATETIME NULL,
  ADD COLUMN IF NOT EXISTS version    INT      NOT NULL DEFAULT 1;
UPDATE products SET
  label      = REGEXP_REPLACE(label, ':\\s*(-?[0-9.]+)', ':"\\1"'),
  statements = REGEXP_REPLACE(statements, '":\\s*"((?:[^"\\\\]|\\\\.)*)"', '":{"sense":"\\1","source":"data sheet"}')
WHERE statements NOT LIKE '%"source":%';
-- The copies that layers keep had each of the two wrapped in a "V".
UPDATE layers SET product = JSON_SET(product,
  '$.label',      JSON_QUERY(REGEXP_REPLACE(JSON_QUERY(product, '$.label.V'), ':\\s*(-?[0-9.]+)', ':"\\1"'), '$'),
  '$.statements', JSON_QUERY(REGEXP_REPLACE(JSON_QUERY(product, '$.statements.V'), '":\\s*"((?:[^"\\\\]|\\\\.)*)"', '":{"sense":"\\1","source":"data sheet"}'), '$'),
  '$.pairings',   JSON_ARRAY(),
  '$.facts',      JSON_OBJECT())
WHERE JSON_EXISTS(product, '$.label.V');

ALTER TABLE workshops ADD COLUMN IF NOT EXISTS schools JSON NOT NULL DEFAULT '{}' COMMENT 'schools of practice it follows';

CREATE TABLE IF NOT EXISTS tins (
  id          BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT        NOT NULL,
  product_id  BIGINT        NOT NULL,
  size        VARCHAR(40)   NOT NULL COMMENT 'as typed',
  price       DECIMAL(10,2) NULL,
  lot         VARCHAR(60)   NOT NULL,
  opened_on   DATE          NULL,
  best_before DATE          NULL,
  left_over   VARCHAR(40)   NOT NULL COMMENT 'as typed; empty = full',
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS notes (
  id          BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT        NOT NULL,
  product_id  BIGINT        NOT NULL,
  noted_at    DATETIME      NOT NULL,
  text        VARCHAR(2000) NOT NULL,
  never_again BOOLEAN       NOT NULL,
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS boards (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  ground_id   BIGINT       NOT NULL,
  coat_id     BIGINT       NOT NULL,
  material    VARCHAR(64)  NOT NULL COMMENT 'empty = whatever the wood',
  cross_cut   INT          NOT NULL COMMENT 'class by ISO 2409',
  solvent_rub VARCHAR(16)  NOT NULL,
  water_drop  VARCHAR(16)  NOT NULL,
  passed      BOOLEAN      NOT NULL,
  who         VARCHAR(60)  NOT NULL,
  made_on     DATE         NOT NULL,
  note        VARCHAR(500) NOT NULL,
  jpeg        MEDIUMBLOB   NULL,
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, ground_id) REFERENCES products (workshop_id, id),
  FOREIGN KEY (workshop_id, coat_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS boards;
DROP TABLE IF EXISTS notes;
DROP TABLE IF EXISTS tins;
ALTER TABLE workshops DROP COLUMN IF EXISTS schools;
ALTER TABLE products DROP COLUMN IF EXISTS pairings, DROP COLUMN IF EXISTS facts, DROP COLUMN IF EXISTS retired_at, DROP COLUMN IF EXISTS version;
