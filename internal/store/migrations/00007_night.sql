-- +goose Up
ALTER TABLE pieces
  ADD COLUMN night_temp_c DOUBLE NULL COMMENT 'the room by night, where it differs from the day',
  ADD COLUMN night_rh     DOUBLE NULL;

-- +goose Down
ALTER TABLE pieces DROP COLUMN night_temp_c, DROP COLUMN night_rh;
