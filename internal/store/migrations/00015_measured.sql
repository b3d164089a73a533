-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- What was measured of a zone shape by shape, as typed.
ALTER TABLE zones ADD COLUMN IF NOT EXISTS measured JSON NOT NULL DEFAULT '[]' COMMENT 'shapes that its area comes from';

-- +goose Down
ALTER TABLE zones DROP COLUMN IF EXISTS measured;
