-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.
-- The body of a fact is kept under the names that the contract has for it, whole: also what stands beside it because it
-- is asked of many facts at once.
UPDATE events SET data = JSON_REMOVE(JSON_SET(data, '$.photoId', CAST(JSON_VALUE(data, '$.photo') AS INTEGER)), '$.photo')
  WHERE JSON_EXISTS(data, '$.photo');
UPDATE events SET data = JSON_REMOVE(JSON_SET(data, '$.productId', CAST(JSON_VALUE(data, '$.product') AS INTEGER)), '$.product')
  WHERE JSON_EXISTS(data, '$.product');
UPDATE events SET data = JSON_REMOVE(JSON_SET(data, '$.weighedBeforeKg', JSON_VALUE(data, '$.beforeKg') + 0), '$.beforeKg')
  WHERE JSON_EXISTS(data, '$.beforeKg');
UPDATE events SET data = JSON_REMOVE(JSON_SET(data, '$.weighedAfterKg', JSON_VALUE(data, '$.afterKg') + 0), '$.afterKg')
  WHERE JSON_EXISTS(data, '$.afterKg');
UPDATE events SET data = JSON_REMOVE(JSON_SET(data,
    '$.air', JSON_OBJECT('tempC', JSON_VALUE(data, '$.tempC') + 0, 'rh', COALESCE(JSON_VALUE(data, '$.rh'), 0) + 0)), '$.tempC', '$.rh')
  WHERE JSON_EXISTS(data, '$.tempC');
UPDATE events SET data = JSON_REMOVE(JSON_SET(data, '$.tookMin', JSON_VALUE(data, '$.took') + 0), '$.took')
  WHERE JSON_EXISTS(data, '$.took');
UPDATE events SET data = JSON_SET(data, '$.of', of_id) WHERE of_id IS NOT NULL AND NOT JSON_EXISTS(data, '$.of');
UPDATE events SET data = JSON_SET(data, '$.tinId', tin_id) WHERE tin_id IS NOT NULL AND NOT JSON_EXISTS(data, '$.tinId');
UPDATE events SET data = JSON_SET(data, '$.work', work) WHERE work IS NOT NULL AND NOT JSON_EXISTS(data, '$.work');
UPDATE events SET data = JSON_SET(data, '$.amount', CAST(amount AS CHAR)) WHERE amount IS NOT NULL AND NOT JSON_EXISTS(data, '$.amount');
UPDATE events SET data = JSON_SET(data, '$.priced', TRUE)
  WHERE kind = 'tin_bought' AND amount IS NOT NULL AND NOT JSON_EXISTS(data, '$.priced');
ALTER TABLE events
  MODIFY COLUMN took DOUBLE AS (JSON_VALUE(data, '$.tookMin')) PERSISTENT COMMENT 'minutes by hand';
-- +goose Down
ALTER TABLE events MODIFY COLUMN took DOUBLE AS (JSON_VALUE(data, '$.took')) PERSISTENT COMMENT 'minutes by hand';
