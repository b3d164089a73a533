-- +goose Up
-- A piece has several zones. One that was removed stays, out of sight, so that it can be put back with its system.
ALTER TABLE zones
  ADD COLUMN position   INT         NOT NULL DEFAULT 0 AFTER piece_id,
  ADD COLUMN face       VARCHAR(16) NOT NULL DEFAULT 'body' AFTER name,
  ADD COLUMN removed_at DATETIME    NULL,
  ADD KEY piece (workshop_id, piece_id, position),
  DROP KEY workshop_id_2;

ALTER TABLE pieces
  ADD COLUMN kind          VARCHAR(32)   NOT NULL DEFAULT 'other' AFTER name,
  ADD COLUMN owner         VARCHAR(16)   NOT NULL DEFAULT 'own' AFTER kind,
  ADD COLUMN alike         INT           NOT NULL DEFAULT 1 COMMENT 'pieces treated alike' AFTER owner,
  ADD COLUMN site          JSON          NOT NULL DEFAULT '{}' AFTER alike,
  ADD COLUMN parts         JSON          NOT NULL DEFAULT '[]' COMMENT 'what comes off before the work' AFTER site,
  ADD COLUMN history       VARCHAR(2000) NOT NULL DEFAULT '' COMMENT 'what was on it before, as told' AFTER parts,
  ADD COLUMN from_piece_id BIGINT        NULL COMMENT 'our own earlier work on it' AFTER history,
  ADD COLUMN job_order     JSON          NOT NULL DEFAULT '[]' COMMENT 'keys of preparation jobs as hands chose',
  ADD FOREIGN KEY (workshop_id, from_piece_id) REFERENCES pieces (workshop_id, id);

-- A photo may show one zone; its picture may be kept in a file beside the database.
ALTER TABLE photos
  ADD COLUMN zone_id BIGINT NULL AFTER piece_id,
  MODIFY COLUMN jpeg MEDIUMBLOB NULL COMMENT 'NULL when it is kept in a file',
  ADD FOREIGN KEY (workshop_id, zone_id) REFERENCES zones (workshop_id, id) ON DELETE CASCADE;

-- +goose Down
ALTER TABLE photos DROP FOREIGN KEY photos_ibfk_2, DROP COLUMN zone_id, MODIFY COLUMN jpeg MEDIUMBLOB NOT NULL;
ALTER TABLE pieces DROP FOREIGN KEY pieces_ibfk_2, DROP COLUMN kind, DROP COLUMN owner, DROP COLUMN alike, DROP COLUMN site, DROP COLUMN parts,
  DROP COLUMN history, DROP COLUMN from_piece_id, DROP COLUMN job_order;
DELETE FROM zones WHERE removed_at IS NOT NULL OR position > 0;
ALTER TABLE zones ADD UNIQUE KEY workshop_id_2 (workshop_id, piece_id), DROP KEY piece, DROP COLUMN position, DROP COLUMN face, DROP COLUMN removed_at;
