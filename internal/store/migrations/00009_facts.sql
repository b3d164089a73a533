-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- A test board may lie straight on the material, or on an old finish.
ALTER TABLE boards MODIFY COLUMN ground_id BIGINT NULL COMMENT 'none = the material itself, or its old finish';
ALTER TABLE boards
  ADD COLUMN IF NOT EXISTS old_finish VARCHAR(64) NOT NULL DEFAULT '' COMMENT 'that the board had; empty = none';

-- +goose Down
DELETE FROM boards WHERE ground_id IS NULL;
ALTER TABLE boards DROP COLUMN IF EXISTS old_finish;
ALTER TABLE boards MODIFY COLUMN ground_id BIGINT NOT NULL;
