-- +goose Up
ALTER TABLE pieces
  ADD COLUMN IF NOT EXISTS night_temp_c DOUBLE NULL COMMENT 'the room by night, where it differs from the day',
  ADD COLUMN IF NOT EXISTS night_rh     DOUBLE NULL;

-- +goose Down
ALTER TABLE pieces DROP COLUMN IF EXISTS night_temp_c, DROP COLUMN IF EXISTS night_rh;
