-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- A card is facts, and reads as they read today; each issue has its number, its link and its end.
ALTER TABLE care_cards
  MODIFY COLUMN card JSON NULL COMMENT 'the sentences, of a card from before facts were kept',
  ADD COLUMN IF NOT EXISTS number    INT          NOT NULL DEFAULT 1,
  ADD COLUMN IF NOT EXISTS facts     JSON         NULL COMMENT 'none = from before; made of the record when it is read',
  ADD COLUMN IF NOT EXISTS record    JSON         NULL COMMENT 'what a restorer will want',
  ADD COLUMN IF NOT EXISTS words     INT          NOT NULL DEFAULT 1 COMMENT 'version of the sentences it was issued with',
  ADD COLUMN IF NOT EXISTS reason    VARCHAR(500) NOT NULL DEFAULT '' COMMENT 'why it was issued anew, or withdrawn',
  ADD COLUMN IF NOT EXISTS ended_at  DATETIME     NULL COMMENT 'replaced by the next number, or withdrawn',
  ADD COLUMN IF NOT EXISTS withdrawn BOOLEAN      NOT NULL DEFAULT FALSE,
  ADD UNIQUE KEY IF NOT EXISTS card_numbers (workshop_id, piece_id, number),
  DROP KEY IF EXISTS workshop_id;

-- What buyers say is asked for of all pieces at once.
ALTER TABLE events ADD INDEX IF NOT EXISTS events_of_kind (kind, happened_at);

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

-- +goose Down
DROP TABLE IF EXISTS mails;
ALTER TABLE events DROP INDEX IF EXISTS events_of_kind;
DROP TABLE IF EXISTS reminders;
DELETE FROM care_cards WHERE number > 1;
ALTER TABLE care_cards
  ADD UNIQUE KEY IF NOT EXISTS workshop_id (workshop_id, piece_id),
  DROP KEY IF EXISTS card_numbers,
  DROP COLUMN IF EXISTS number, DROP COLUMN IF EXISTS facts, DROP COLUMN IF EXISTS record, DROP COLUMN IF EXISTS words,
  DROP COLUMN IF EXISTS reason, DROP COLUMN IF EXISTS ended_at, DROP COLUMN IF EXISTS withdrawn;
