-- +goose Up
-- How often anything was decided of a piece: whoever decides counts first, so the others wait, and a cluster sees that they met.
ALTER TABLE pieces ADD COLUMN IF NOT EXISTS turn BIGINT UNSIGNED NOT NULL DEFAULT 0;

-- +goose Down
ALTER TABLE pieces DROP COLUMN IF EXISTS turn;
