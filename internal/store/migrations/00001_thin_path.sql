-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.
-- SI units; times in UTC. Every row names its workshop, and foreign keys carry the workshop along, so that a row can
-- never hang on another workshop's.
CREATE TABLE IF NOT EXISTS workshops (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name        VARCHAR(120) NOT NULL,
  town        VARCHAR(120) NOT NULL,
  contact     VARCHAR(240) NOT NULL,
  time_zone   VARCHAR(64)  NOT NULL,
  units       VARCHAR(8)   NOT NULL,
  clock       VARCHAR(8)   NOT NULL,
  food_policy VARCHAR(16)  NOT NULL,
  hours       JSON         NOT NULL COMMENT 'minutes after midnight, Sunday first',
  version     INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (name)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS products (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  name        VARCHAR(120) NOT NULL,
  maker       VARCHAR(120) NOT NULL,
  family      VARCHAR(64)  NOT NULL,
  colour      VARCHAR(64)  NOT NULL,
  shade       VARCHAR(8)   NOT NULL,
  sheen       VARCHAR(16)  NOT NULL,
  label       JSON         NOT NULL COMMENT 'what its own data sheet states, by field',
  statements  JSON         NOT NULL COMMENT 'kind to wording',
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, name, sheen),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS pieces (
  id             BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id    BIGINT       NOT NULL,
  number         VARCHAR(16)  NOT NULL,
  name           VARCHAR(120) NOT NULL,
  start_at       DATETIME     NOT NULL,
  promised_at    DATETIME     NULL,
  temp_c         DOUBLE       NOT NULL,
  rh             DOUBLE       NOT NULL,
  last_coat_at   DATETIME     NULL COMMENT 'when it really went on, told at hand-over',
  handed_over_at DATETIME     NULL,
  created_at     DATETIME     NOT NULL,
  version        INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, number),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS zones (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  piece_id    BIGINT       NOT NULL,
  name        VARCHAR(120) NOT NULL,
  end_use     VARCHAR(64)  NOT NULL,
  material    VARCHAR(64)  NOT NULL,
  look        VARCHAR(16)  NOT NULL,
  sheen       VARCHAR(16)  NOT NULL,
  area_m2     DOUBLE       NOT NULL,
  length_m    DOUBLE       NULL,
  width_m     DOUBLE       NULL,
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, piece_id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- The chosen coating system of a zone, from the ground up. Each layer keeps the product as it was when chosen.
CREATE TABLE IF NOT EXISTS layers (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT      NOT NULL,
  zone_id     BIGINT      NOT NULL,
  position    INT         NOT NULL,
  role        VARCHAR(16) NOT NULL,
  product_id  BIGINT      NOT NULL,
  product     JSON        NOT NULL,
  coats       INT         NOT NULL,
  UNIQUE KEY (workshop_id, zone_id, position),
  FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

CREATE TABLE IF NOT EXISTS care_cards (
  id          BIGINT   NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT   NOT NULL,
  piece_id    BIGINT   NOT NULL,
  token       CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  card        JSON     NOT NULL,
  issued_at   DATETIME NOT NULL,
  UNIQUE KEY (token),
  UNIQUE KEY (workshop_id, piece_id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- +goose Down
DROP TABLE IF EXISTS care_cards;
DROP TABLE IF EXISTS layers;
DROP TABLE IF EXISTS zones;
DROP TABLE IF EXISTS pieces;
DROP TABLE IF EXISTS products;
DROP TABLE IF EXISTS workshops;
