-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.
-- The database knows the kinds of facts, and that a fact's tin and product are there. A tin that was told by a slip takes
-- what was told of it along; a coat that was taken back, and was said to be from it, stays.
DELETE e FROM events e LEFT JOIN tins t ON t.workshop_id = e.workshop_id AND t.id = e.tin_id
  WHERE e.tin_id IS NOT NULL AND e.piece_id IS NULL AND t.id IS NULL;
UPDATE events e LEFT JOIN tins t ON t.workshop_id = e.workshop_id AND t.id = e.tin_id
  SET e.tin_id = NULL WHERE e.tin_id IS NOT NULL AND t.id IS NULL;
ALTER TABLE events
  ADD CONSTRAINT event_tin FOREIGN KEY IF NOT EXISTS (workshop_id, tin_id) REFERENCES tins (workshop_id, id) ON DELETE CASCADE;
ALTER TABLE events
  ADD CONSTRAINT event_product FOREIGN KEY IF NOT EXISTS (workshop_id, product_id) REFERENCES products (workshop_id, id);
ALTER TABLE events ADD CONSTRAINT IF NOT EXISTS event_kind CHECK (kind IN (
  'sign', 'checked', 'sample', 'patch', 'slip', 'job_done', 'begun', 'mixed', 'coat_laid', 'left_out', 'taken_off', 'fault',
  'moved', 'note', 'air_read', 'handed_over', 'buyer_said', 'buyer_answered', 'taken_back',
  'bought', 'part_wanted', 'part_bought', 'hours', 'agreed', 'asked', 'sold', 'fee',
  'tin_bought', 'tin_opened', 'tin_told', 'tin_thrown', 'tin_empty'));
ALTER TABLE photos ADD CONSTRAINT IF NOT EXISTS photo_moment CHECK (moment IN ('before', 'during', 'after'));
ALTER TABLE workshops
  ADD CONSTRAINT IF NOT EXISTS workshop_numbers CHECK (numbers IN ('point', 'comma')),
  ADD CONSTRAINT IF NOT EXISTS workshop_units CHECK (units IN ('metric', 'us'));
-- +goose Down
ALTER TABLE workshops DROP CONSTRAINT IF EXISTS workshop_units, DROP CONSTRAINT IF EXISTS workshop_numbers;
ALTER TABLE photos DROP CONSTRAINT IF EXISTS photo_moment;
ALTER TABLE events DROP CONSTRAINT IF EXISTS event_kind;
ALTER TABLE events DROP FOREIGN KEY IF EXISTS event_product, DROP FOREIGN KEY IF EXISTS event_tin;
