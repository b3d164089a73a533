-- +goose Up
-- A workshop's id in the whole world: entries of two workshops stand beside each other in a buyer's calendar.
ALTER TABLE workshops ADD COLUMN IF NOT EXISTS world_id CHAR(36) CHARACTER SET ascii NOT NULL DEFAULT '' AFTER id;
UPDATE workshops SET world_id = UUID() WHERE world_id = '';
ALTER TABLE workshops ALTER COLUMN world_id SET DEFAULT UUID();
-- +goose Down
ALTER TABLE workshops DROP COLUMN IF EXISTS world_id;
