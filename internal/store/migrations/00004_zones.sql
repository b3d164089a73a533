-- +goose Up
-- A piece has several zones. One that was removed stays, out of sight, so that it can be put back with its system.
ALTER TABLE zones
  ADD COLUMN IF NOT EXISTS position   INT         NOT NULL DEFAULT 0 AFTER piece_id,
  ADD COLUMN IF NOT EXISTS face       VARCHAR(16) NOT NULL DEFAULT 'body' AFTER name,
  ADD COLUMN IF NOT EXISTS removed_at DATETIME    NULL,
  ADD KEY IF NOT EXISTS piece (workshop_id, piece_id, position),
  DROP KEY IF EXISTS workshop_id_2;

ALTER TABLE pieces
  ADD COLUMN IF NOT EXISTS kind          VARCHAR(32)   NOT NULL DEFAULT 'other' AFTER name,
  ADD COLUMN IF NOT EXISTS owner         VARCHAR(16)   NOT NULL DEFAULT 'own' AFTER kind,
  ADD COLUMN IF NOT EXISTS alike         INT           NOT NULL DEFAULT 1 COMMENT 'pieces treated alike' AFTER owner,
  ADD COLUMN IF NOT EXISTS site          JSON          NOT NULL DEFAULT '{}' AFTER alike,
  ADD COLUMN IF NOT EXISTS parts         JSON          NOT NULL DEFAULT '[]' COMMENT 'what comes off before the work' AFTER site,
  ADD COLUMN IF NOT EXISTS history       VARCHAR(2000) NOT NULL DEFAULT '' COMMENT 'what was on it before, as told' AFTER parts,
  ADD COLUMN IF NOT EXISTS from_piece_id BIGINT        NULL COMMENT 'our own earlier work on it' AFTER history,
  ADD COLUMN IF NOT EXISTS job_order     JSON          NOT NULL DEFAULT '[]' COMMENT 'keys of preparation jobs as hands chose',
  ADD CONSTRAINT earlier_work FOREIGN KEY IF NOT EXISTS (workshop_id, from_piece_id) REFERENCES pieces (workshop_id, id);

-- A photo may show one zone; its picture may be kept in a file beside the database.
ALTER TABLE photos
  ADD COLUMN IF NOT EXISTS zone_id BIGINT NULL AFTER piece_id,
  MODIFY COLUMN jpeg MEDIUMBLOB NULL COMMENT 'NULL when it is kept in a file',
  ADD CONSTRAINT shown_zone FOREIGN KEY IF NOT EXISTS (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE;

-- +goose Down
ALTER TABLE photos DROP FOREIGN KEY IF EXISTS shown_zone, DROP COLUMN IF EXISTS zone_id, MODIFY COLUMN jpeg MEDIUMBLOB NOT NULL;
ALTER TABLE pieces DROP FOREIGN KEY IF EXISTS earlier_work, DROP COLUMN IF EXISTS kind, DROP COLUMN IF EXISTS owner, DROP COLUMN IF EXISTS alike, DROP COLUMN IF EXISTS site, DROP COLUMN IF EXISTS parts,
  DROP COLUMN IF EXISTS history, DROP COLUMN IF EXISTS from_piece_id, DROP COLUMN IF EXISTS job_order;
DELETE FROM zones WHERE removed_at IS NOT NULL OR position > 0;
ALTER TABLE zones ADD UNIQUE KEY IF NOT EXISTS workshop_id_2 (workshop_id, piece_id), DROP KEY IF EXISTS piece, DROP COLUMN IF EXISTS position, DROP COLUMN IF EXISTS face, DROP COLUMN IF EXISTS removed_at;
