-- +goose Up
-- All that a workshop keeps, in the order of its work. Nothing was released before it, so that the steps that led here
-- are told as one; from here on a step expands first and contracts when no older program is left.
--
-- SI units; times in UTC. Every row names its workshop, and foreign keys carry the workshop along, so that a row can
-- never hang on another workshop's. Every statement may be run again: DDL commits by itself, so a start that was
-- interrupted begins anew in the middle. What two people may edit has a version.

-- Home ---------------------------------------------------------------------------------------------------------------
CREATE TABLE IF NOT EXISTS workshops (
  id            BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name          VARCHAR(120) NOT NULL,
  town          VARCHAR(120) NOT NULL,
  contact       VARCHAR(240) NOT NULL,
  time_zone     VARCHAR(64)  NOT NULL,
  units         VARCHAR(8)   NOT NULL,
  clock         VARCHAR(8)   NOT NULL,
  numbers       VARCHAR(8)   NOT NULL DEFAULT 'point' COMMENT 'point or comma before the decimals',
  currency      CHAR(3)      NOT NULL DEFAULT 'EUR' COMMENT 'by ISO 4217',
  food_policy   VARCHAR(16)  NOT NULL,
  schools       JSON         NOT NULL DEFAULT '{}' COMMENT 'schools of practice it follows',
  hours         JSON         NOT NULL COMMENT 'minutes after midnight, Sunday first',
  room          JSON         NULL COMMENT 'who works when, holidays, what pieces share; none = one pair of hands in the hours',
  lacks         JSON         NOT NULL DEFAULT '[]' COMMENT 'tools that are not at hand',
  pace          JSON         NOT NULL DEFAULT '{}' COMMENT 'own minutes by kind of work',
  rates         JSON         NOT NULL DEFAULT '[]' COMMENT 'what an hour costs, and goes off a price, each from a day on',
  supply_prices JSON         NOT NULL DEFAULT '{}' COMMENT 'of a unit, by supply',
  version       INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (name)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

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

-- The air outdoors as it was forecast: hours that have passed stay as they were forecast last.
CREATE TABLE IF NOT EXISTS forecasts (
  workshop_id BIGINT   NOT NULL PRIMARY KEY,
  heard_at    DATETIME NOT NULL,
  hours       JSON     NOT NULL,
  FOREIGN KEY (workshop_id) REFERENCES workshops (id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A workshop's own word on how a kind of coat is laid.
CREATE TABLE IF NOT EXISTS card_notes (
  workshop_id BIGINT        NOT NULL,
  card        VARCHAR(64)   NOT NULL,
  note        VARCHAR(2000) NOT NULL,
  version     INT           NOT NULL DEFAULT 1,
  PRIMARY KEY (workshop_id, card),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Shelf --------------------------------------------------------------------------------------------------------------
CREATE TABLE IF NOT EXISTS products (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  name        VARCHAR(120) NOT NULL,
  maker       VARCHAR(120) NOT NULL,
  family      VARCHAR(64)  NOT NULL,
  colour      VARCHAR(64)  NOT NULL,
  shade       VARCHAR(8)   NOT NULL,
  sheen       VARCHAR(16)  NOT NULL,
  label       JSON         NOT NULL COMMENT 'what its own data sheet states, by field, in the words it was typed in',
  statements  JSON         NOT NULL COMMENT 'kind to wording and source',
  pairings    JSON         NOT NULL DEFAULT '[]' COMMENT 'what its label says of pairs',
  facts       JSON         NOT NULL DEFAULT '{}' COMMENT 'what its data sheet says in words',
  retired_at  DATETIME     NULL,
  version     INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, name, sheen),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A tin that is gone stays known: what was laid from it cost its share of the price.
CREATE TABLE IF NOT EXISTS tins (
  id           BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id  BIGINT        NOT NULL,
  product_id   BIGINT        NOT NULL,
  size         VARCHAR(40)   NOT NULL COMMENT 'as typed',
  price        DECIMAL(10,2) NULL,
  lot          VARCHAR(60)   NOT NULL,
  opened_on    DATE          NULL,
  best_before  DATE          NULL,
  left_over    VARCHAR(40)   NOT NULL COMMENT 'as typed; empty = full',
  left_told_at DATETIME      NULL COMMENT 'coats laid since are counted off',
  gone_at      DATETIME      NULL COMMENT 'used up, or thrown away',
  version      INT           NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A product's diary.
CREATE TABLE IF NOT EXISTS notes (
  id          BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT        NOT NULL,
  product_id  BIGINT        NOT NULL,
  noted_at    DATETIME      NOT NULL,
  text        VARCHAR(2000) NOT NULL,
  never_again BOOLEAN       NOT NULL,
  version     INT           NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Test boards: one coat over another, over an old finish, or straight on the material.
CREATE TABLE IF NOT EXISTS boards (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  ground_id   BIGINT       NULL COMMENT 'none = the material itself, or its old finish',
  coat_id     BIGINT       NOT NULL,
  material    VARCHAR(64)  NOT NULL COMMENT 'empty = whatever the wood',
  old_finish  VARCHAR(64)  NOT NULL DEFAULT '' COMMENT 'that the board had; empty = none',
  cross_cut   INT          NOT NULL COMMENT 'class by ISO 2409',
  solvent_rub VARCHAR(16)  NOT NULL,
  water_drop  VARCHAR(16)  NOT NULL,
  passed      BOOLEAN      NOT NULL,
  who         VARCHAR(60)  NOT NULL,
  made_on     DATE         NOT NULL,
  note        VARCHAR(500) NOT NULL,
  jpeg        MEDIUMBLOB   NULL,
  version     INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  FOREIGN KEY (workshop_id, ground_id) REFERENCES products (workshop_id, id),
  FOREIGN KEY (workshop_id, coat_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A system that the workshop keeps to use again; it is judged anew wherever it is used.
CREATE TABLE IF NOT EXISTS recipes (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  name        VARCHAR(120) NOT NULL,
  layers      JSON         NOT NULL COMMENT 'products with their coats, from the ground up',
  version     INT          NOT NULL DEFAULT 1,
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, name),
  FOREIGN KEY (workshop_id) REFERENCES workshops (id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Pieces -------------------------------------------------------------------------------------------------------------
CREATE TABLE IF NOT EXISTS pieces (
  id             BIGINT          NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id    BIGINT          NOT NULL,
  number         VARCHAR(16)     NOT NULL,
  name           VARCHAR(120)    NOT NULL,
  kind           VARCHAR(32)     NOT NULL DEFAULT 'other',
  owner          VARCHAR(16)     NOT NULL DEFAULT 'own',
  alike          INT             NOT NULL DEFAULT 1 COMMENT 'pieces treated alike',
  site           JSON            NOT NULL DEFAULT '{}',
  parts          JSON            NOT NULL DEFAULT '[]' COMMENT 'what comes off before the work',
  history        VARCHAR(2000)   NOT NULL DEFAULT '' COMMENT 'what was on it before, as told',
  from_piece_id  BIGINT          NULL COMMENT 'our own earlier work on it',
  start_at       DATETIME        NOT NULL,
  promised_at    DATETIME        NULL,
  rests_until    DATETIME        NULL COMMENT 'begun, and put aside until then',
  temp_c         DOUBLE          NOT NULL,
  rh             DOUBLE          NOT NULL,
  night_temp_c   DOUBLE          NULL COMMENT 'the room by night, where it differs from the day',
  night_rh       DOUBLE          NULL,
  job_order      JSON            NOT NULL DEFAULT '[]' COMMENT 'keys of preparation jobs as hands chose',
  extras         JSON            NOT NULL DEFAULT '[]' COMMENT 'what may be added for a price of its own',
  last_coat_at   DATETIME        NULL COMMENT 'when it really went on, told at hand-over',
  handed_over_at DATETIME        NULL,
  created_at     DATETIME        NOT NULL,
  version        INT             NOT NULL DEFAULT 1,
  turn           BIGINT UNSIGNED NOT NULL DEFAULT 0 COMMENT 'whoever decides anything of it counts first: the others wait',
  UNIQUE KEY (workshop_id, id),
  UNIQUE KEY (workshop_id, number),
  KEY left_at (workshop_id, handed_over_at, id) COMMENT 'the bench reads what is open, the archive what has left',
  FOREIGN KEY (workshop_id) REFERENCES workshops (id),
  CONSTRAINT earlier_work FOREIGN KEY (workshop_id, from_piece_id) REFERENCES pieces (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A zone that was removed stays, out of sight, so that it can be put back with its system.
CREATE TABLE IF NOT EXISTS zones (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  piece_id    BIGINT       NOT NULL,
  position    INT          NOT NULL DEFAULT 0,
  name        VARCHAR(120) NOT NULL,
  face        VARCHAR(16)  NOT NULL DEFAULT 'body',
  end_use     VARCHAR(64)  NOT NULL,
  material    VARCHAR(64)  NOT NULL,
  look        VARCHAR(16)  NOT NULL,
  sheen       VARCHAR(16)  NOT NULL,
  area_m2     DOUBLE       NOT NULL,
  length_m    DOUBLE       NULL,
  width_m     DOUBLE       NULL,
  measured    JSON         NOT NULL DEFAULT '[]' COMMENT 'shapes that its area comes from, as typed',
  inspection  JSON         NULL COMMENT 'what was seen of it; none until it is inspected',
  wants       JSON         NOT NULL DEFAULT 'null' COMMENT 'what is asked besides end use, look and sheen; null = nothing',
  removed_at  DATETIME     NULL,
  UNIQUE KEY (workshop_id, id),
  KEY piece (workshop_id, piece_id, position),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- The chosen coating system of a zone, from the ground up. Each layer keeps the product as it was when chosen; one
-- without a product of the shelf is left bare, or kept.
CREATE TABLE IF NOT EXISTS layers (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT      NOT NULL,
  zone_id     BIGINT      NOT NULL,
  position    INT         NOT NULL,
  role        VARCHAR(16) NOT NULL,
  product_id  BIGINT      NULL COMMENT 'none = nothing goes on: left bare, or kept',
  product     JSON        NOT NULL,
  coats       INT         NOT NULL,
  UNIQUE KEY (workshop_id, zone_id, position),
  FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, product_id) REFERENCES products (workshop_id, id)
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Photos are kept as the server made them: decoded, turned upright, made smaller and written anew as JPEG.
CREATE TABLE IF NOT EXISTS photos (
  id          BIGINT      NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT      NOT NULL,
  piece_id    BIGINT      NOT NULL,
  zone_id     BIGINT      NULL COMMENT 'that it shows; none = the piece',
  moment      VARCHAR(8)  NOT NULL COMMENT 'before, during or after',
  width       INT         NOT NULL,
  height      INT         NOT NULL,
  jpeg        MEDIUMBLOB  NULL COMMENT 'none where it is kept in a file',
  file        VARCHAR(64) CHARACTER SET ascii NULL COMMENT 'of its picture, where that is kept beside the database',
  taken_in_at DATETIME    NOT NULL,
  KEY (workshop_id, piece_id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE,
  CONSTRAINT shown_zone FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Logbook ------------------------------------------------------------------------------------------------------------
-- What happened, at a piece, in the room or to a tin: only ever added to. What was told wrongly is taken back by another
-- row. What is asked of many facts at once stands beside the body as a column.
CREATE TABLE IF NOT EXISTS events (
  id          BIGINT        NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT        NOT NULL,
  piece_id    BIGINT        NULL COMMENT 'none = the room, or a tin',
  zone_id     BIGINT        NULL COMMENT 'none = the whole piece',
  kind        VARCHAR(16)   NOT NULL,
  happened_at DATETIME      NOT NULL,
  told_at     DATETIME      NOT NULL,
  who         VARCHAR(60)   NOT NULL,
  data        JSON          NOT NULL COMMENT 'what its kind says',
  of_id       BIGINT        NULL COMMENT 'the event that it takes back, answers or settles',
  tin_id      BIGINT        NULL COMMENT 'that a coat was laid from; one told by a slip is forgotten',
  product_id  BIGINT        NULL COMMENT 'that a fault showed on',
  work        VARCHAR(64)   NULL COMMENT 'kind of work whose minutes were told',
  amount      DECIMAL(12,2) NULL COMMENT 'that was paid, asked or agreed',
  took        DOUBLE AS (JSON_VALUE(data, '$.took'))    PERSISTENT COMMENT 'minutes by hand',
  planned     DOUBLE AS (JSON_VALUE(data, '$.planned')) PERSISTENT COMMENT 'minutes, as planned',
  litres      DOUBLE AS (JSON_VALUE(data, '$.litres'))  PERSISTENT COMMENT 'that went out of a tin',
  UNIQUE KEY (workshop_id, id),
  -- Not by workshop first: where nearly all rows are of one, that tells the optimizer nothing.
  KEY events_of_piece (piece_id, happened_at),
  KEY events_back (of_id),
  KEY events_of_tin (tin_id),
  KEY events_of_product (product_id),
  KEY events_of_kind (kind, happened_at),
  KEY events_of_work (workshop_id, piece_id, work, took, planned, id),
  KEY events_of_money (workshop_id, amount, piece_id, kind, happened_at, id),
  -- What went out of a tin since somebody looked into it is read from then on, however long the tin has stood there.
  KEY events_drawn_since (tin_id, workshop_id, happened_at, litres, piece_id, id),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE,
  FOREIGN KEY (workshop_id, of_id) REFERENCES events (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Calendar -----------------------------------------------------------------------------------------------------------
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

-- Hand-over ----------------------------------------------------------------------------------------------------------
-- A card is facts, and reads as they read today; each issue has its number, its link and its end.
CREATE TABLE IF NOT EXISTS care_cards (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  piece_id    BIGINT       NOT NULL,
  number      INT          NOT NULL DEFAULT 1,
  token       CHAR(43)     CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  card        JSON         NULL COMMENT 'the sentences, of a card from before facts were kept',
  facts       JSON         NULL COMMENT 'none = from before; made of the record when it is read',
  record      JSON         NULL COMMENT 'what a restorer will want',
  words       INT          NOT NULL DEFAULT 1 COMMENT 'version of the sentences it was issued with',
  reason      VARCHAR(500) NOT NULL DEFAULT '' COMMENT 'why it was issued anew, or withdrawn',
  issued_at   DATETIME     NOT NULL,
  ended_at    DATETIME     NULL COMMENT 'replaced by the next number, or withdrawn',
  withdrawn   BOOLEAN      NOT NULL DEFAULT FALSE,
  UNIQUE KEY (token),
  UNIQUE KEY card_numbers (workshop_id, piece_id, number),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- A mail to whoever asked for it on their card, once a renewal is due.
CREATE TABLE IF NOT EXISTS reminders (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  piece_id    BIGINT       NOT NULL,
  mail        VARCHAR(254) NOT NULL,
  lang        CHAR(2)      NOT NULL,
  asked_at    DATETIME     NOT NULL,
  stopped_at  DATETIME     NULL,
  sent_for    DATE         NULL COMMENT 'the renewal that was told last',
  UNIQUE KEY (workshop_id, piece_id, mail),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- What the relay was given.
CREATE TABLE IF NOT EXISTS mails (
  id          BIGINT       NOT NULL AUTO_INCREMENT PRIMARY KEY,
  workshop_id BIGINT       NOT NULL,
  piece_id    BIGINT       NULL,
  recipient   VARCHAR(254) NOT NULL,
  subject     VARCHAR(300) NOT NULL,
  body        TEXT         NOT NULL,
  sent_at     DATETIME     NOT NULL,
  KEY (workshop_id, sent_at),
  FOREIGN KEY (workshop_id, piece_id) REFERENCES pieces (workshop_id, id) ON DELETE CASCADE
) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4 COLLATE=utf8mb4_unicode_ci;

-- Money --------------------------------------------------------------------------------------------------------------
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
DROP TABLE IF EXISTS quotes, mails, reminders, care_cards, feeds, events, photos, layers, zones, pieces, recipes, boards,
  notes, tins, products, card_notes, forecasts, number_series, idempotency_keys, workshops;
