-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- What a workshop has not, and how quick it is: what is missing is as practice has it.
ALTER TABLE workshops
  ADD COLUMN IF NOT EXISTS lacks JSON NOT NULL DEFAULT '[]' COMMENT 'tools that are not at hand',
  ADD COLUMN IF NOT EXISTS pace  JSON NOT NULL DEFAULT '{}' COMMENT 'own minutes by kind of work';

-- +goose Down
ALTER TABLE workshops DROP COLUMN IF EXISTS lacks, DROP COLUMN IF EXISTS pace;
