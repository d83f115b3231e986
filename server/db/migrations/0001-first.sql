-- A consignment is stored as the open file format itself: one shape on disk, on the wire and in the editor.
-- The columns beside it are what lists and the Bench ask for.
CREATE TABLE consignment (
  id            TEXT PRIMARY KEY,
  code          TEXT NOT NULL UNIQUE,
  direction     TEXT NOT NULL CHECK (direction IN ('outgoing', 'incoming', 'own-move')),
  receiver      TEXT NOT NULL,
  sender        TEXT NOT NULL,
  hand_over_at  TEXT NOT NULL,
  opening_at    TEXT NOT NULL,
  document      TEXT NOT NULL CHECK (json_valid(document)),
  -- The last evaluation in short; null while there is nothing to evaluate.
  result        TEXT CHECK (result IS NULL OR json_valid(result)),
  version       INTEGER NOT NULL CHECK (version > 0),
  archived_at   TEXT,
  created_at    TEXT NOT NULL,
  updated_at    TEXT NOT NULL
) STRICT;
CREATE INDEX consignment_by_hand_over ON consignment (archived_at, hand_over_at);

-- Every earlier state of a document, for undo.
CREATE TABLE revision (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  version        INTEGER NOT NULL,
  document       TEXT NOT NULL CHECK (json_valid(document)),
  what           TEXT NOT NULL,
  at             TEXT NOT NULL,
  PRIMARY KEY (consignment_id, version)
) STRICT;

-- What was done when, and what was measured. Never changed, never deleted.
CREATE TABLE journal (
  id             INTEGER PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id),
  at             TEXT NOT NULL,
  kind           TEXT NOT NULL,
  subject        TEXT NOT NULL,
  data           TEXT NOT NULL CHECK (json_valid(data))
) STRICT;
CREATE INDEX journal_by_consignment ON journal (consignment_id, id);
CREATE TRIGGER journal_keeps_rows BEFORE DELETE ON journal
  BEGIN SELECT RAISE(ABORT, 'the journal is never deleted'); END;
CREATE TRIGGER journal_keeps_facts BEFORE UPDATE ON journal
  BEGIN SELECT RAISE(ABORT, 'the journal is never changed'); END;

-- Steps that are ticked now; taking a tick back leaves both instants in the journal.
CREATE TABLE tick (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  key            TEXT NOT NULL,
  at             TEXT NOT NULL,
  PRIMARY KEY (consignment_id, key)
) STRICT;

-- A timed acclimation: a start instant, its steps, and when each was finished. Remaining time is never stored.
CREATE TABLE run (
  id             TEXT PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  bag_ids        TEXT NOT NULL CHECK (json_valid(bag_ids)),
  method         TEXT NOT NULL,
  steps          TEXT NOT NULL CHECK (json_valid(steps)),
  started_at     TEXT NOT NULL,
  stopped_at     TEXT
) STRICT;
CREATE INDEX run_by_consignment ON run (consignment_id);
CREATE TABLE run_step (
  run_id   TEXT NOT NULL REFERENCES run (id) ON DELETE CASCADE,
  step_key TEXT NOT NULL,
  done_at  TEXT NOT NULL,
  PRIMARY KEY (run_id, step_key)
) STRICT;

CREATE TABLE quarantine (
  id             TEXT PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  tank           TEXT NOT NULL,
  volume_l       REAL NOT NULL CHECK (volume_l > 0),
  started_at     TEXT NOT NULL,
  zone           TEXT NOT NULL,
  animals        TEXT NOT NULL,
  UNIQUE (consignment_id)
) STRICT;
CREATE TABLE duty (
  quarantine_id TEXT NOT NULL REFERENCES quarantine (id) ON DELETE CASCADE,
  key           TEXT NOT NULL,
  day           INTEGER NOT NULL CHECK (day > 0),
  due_at        TEXT NOT NULL,
  kind          TEXT NOT NULL,
  title         TEXT NOT NULL,
  detail        TEXT NOT NULL,
  minutes       INTEGER NOT NULL,
  done_at       TEXT,
  PRIMARY KEY (quarantine_id, key)
) STRICT;
CREATE INDEX duty_by_due ON duty (done_at, due_at);

CREATE TABLE setting (
  key   TEXT PRIMARY KEY,
  value TEXT NOT NULL
) STRICT;
