-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.

-- Facts of money carry a sum; those of a tin belong to no piece.
ALTER TABLE events ADD COLUMN IF NOT EXISTS amount DECIMAL(12,2) NULL COMMENT 'that was paid, asked or agreed';

-- A tin that is gone stays known: what was laid from it cost its share of the price.
ALTER TABLE tins ADD COLUMN IF NOT EXISTS gone_at DATETIME NULL COMMENT 'used up, or thrown away';

-- What an hour costs, and what goes off a price, each from a day on.
ALTER TABLE workshops ADD COLUMN IF NOT EXISTS rates JSON NOT NULL DEFAULT '[]';

-- What may be added to a piece for a price of its own.
ALTER TABLE pieces ADD COLUMN IF NOT EXISTS extras JSON NOT NULL DEFAULT '[]';

-- +goose Down
ALTER TABLE pieces DROP COLUMN IF EXISTS extras;
ALTER TABLE workshops DROP COLUMN IF EXISTS rates;
DELETE FROM tins WHERE gone_at IS NOT NULL;
ALTER TABLE tins DROP COLUMN IF EXISTS gone_at;
DELETE FROM events WHERE amount IS NOT NULL OR kind IN ('hours', 'tin_opened', 'tin_told', 'tin_thrown', 'tin_empty');
ALTER TABLE events DROP COLUMN IF EXISTS amount;
