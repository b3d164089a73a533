-- +goose Up
-- What a unit of what the work uses up costs, by supply: decimals.
ALTER TABLE workshops ADD COLUMN IF NOT EXISTS supply_prices JSON NOT NULL DEFAULT '{}';

-- +goose Down
ALTER TABLE workshops DROP COLUMN IF EXISTS supply_prices;
