-- +goose Up
-- Every statement may be run again: DDL commits by itself, so a start that was interrupted begins anew in the middle.
-- Every question is of one workshop, so every index begins with it: what a workshop asks no longer grows with the facts
-- of the others. The names stay, since programs of before still name them. Each key to another table has its index in one
-- of these.
ALTER TABLE events
  DROP KEY IF EXISTS events_of_piece,    ADD KEY events_of_piece (workshop_id, piece_id, happened_at),
  DROP KEY IF EXISTS events_back,        ADD KEY events_back (workshop_id, of_id, kind),
  DROP KEY IF EXISTS events_of_tin,      ADD KEY events_of_tin (workshop_id, tin_id, happened_at),
  DROP KEY IF EXISTS events_of_product,  ADD KEY events_of_product (workshop_id, product_id, happened_at),
  DROP KEY IF EXISTS events_of_kind,     ADD KEY events_of_kind (workshop_id, kind, happened_at, of_id),
  DROP KEY IF EXISTS events_drawn_since, ADD KEY events_drawn_since (workshop_id, tin_id, happened_at, litres, piece_id, id),
  DROP KEY IF EXISTS workshop_id_3,
  DROP KEY IF EXISTS event_tin,
  DROP KEY IF EXISTS event_product;
-- +goose Down
ALTER TABLE events
  ADD KEY IF NOT EXISTS workshop_id_3 (workshop_id, of_id),
  ADD KEY IF NOT EXISTS event_tin (workshop_id, tin_id),
  ADD KEY IF NOT EXISTS event_product (workshop_id, product_id),
  DROP KEY IF EXISTS events_of_piece,    ADD KEY events_of_piece (piece_id, happened_at),
  DROP KEY IF EXISTS events_back,        ADD KEY events_back (of_id),
  DROP KEY IF EXISTS events_of_tin,      ADD KEY events_of_tin (tin_id),
  DROP KEY IF EXISTS events_of_product,  ADD KEY events_of_product (product_id),
  DROP KEY IF EXISTS events_of_kind,     ADD KEY events_of_kind (kind, happened_at),
  DROP KEY IF EXISTS events_drawn_since, ADD KEY events_drawn_since (tin_id, workshop_id, happened_at, litres, piece_id, id);
