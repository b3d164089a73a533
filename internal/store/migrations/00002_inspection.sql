-- +goose Up
ALTER TABLE zones ADD COLUMN IF NOT EXISTS inspection JSON NULL COMMENT 'what was seen of the zone; NULL until it is inspected';

-- +goose Down
ALTER TABLE zones DROP COLUMN IF EXISTS inspection;
