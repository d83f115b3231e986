-- Predictions that are still to be computed, with all that they are computed from: they are made later, on a thread.
CREATE TABLE owed_prediction (
  n              INTEGER PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  moment         TEXT NOT NULL,
  at             TEXT NOT NULL,
  asks           TEXT NOT NULL CHECK (json_valid(asks))
) STRICT;
