-- Who works in the house, and the phones and desks they are let in with.
CREATE TABLE person (
  id         TEXT PRIMARY KEY,
  name       TEXT NOT NULL CHECK (length(name) BETWEEN 1 AND 40),
  role       TEXT NOT NULL CHECK (role IN ('owner', 'helper', 'looker')),
  -- Argon2id; of the owner who works at this machine.
  passphrase TEXT,
  made_at    TEXT NOT NULL,
  left_at    TEXT
) STRICT;
CREATE UNIQUE INDEX person_by_name ON person (name COLLATE NOCASE) WHERE left_at IS NULL;

CREATE TABLE session (
  id         TEXT PRIMARY KEY,
  -- What the cookie holds, as a hash: a stolen copy of this file lets nobody in.
  token      TEXT NOT NULL UNIQUE,
  person_id  TEXT NOT NULL REFERENCES person (id),
  device     TEXT NOT NULL,
  made_at    TEXT NOT NULL,
  seen_at    TEXT NOT NULL,
  ends_at    TEXT NOT NULL,
  ended_at   TEXT
) STRICT;
CREATE INDEX session_by_person ON session (person_id);

-- A code lets one phone in, once, for ten minutes.
CREATE TABLE invitation (
  code     TEXT PRIMARY KEY,
  name     TEXT NOT NULL,
  role     TEXT NOT NULL CHECK (role IN ('owner', 'helper', 'looker')),
  made_at  TEXT NOT NULL,
  ends_at  TEXT NOT NULL,
  ended_at TEXT
) STRICT;

-- A lane or a step that somebody has in hand.
CREATE TABLE taken (
  subject TEXT PRIMARY KEY,
  by      TEXT NOT NULL,
  device  TEXT NOT NULL,
  at      TEXT NOT NULL
) STRICT;

-- By whom; empty while nobody has a name.
ALTER TABLE journal         ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE revision        ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE record_revision ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE reading         ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE run_step        ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE duty            ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE certificate     ADD COLUMN by TEXT NOT NULL DEFAULT '';
ALTER TABLE record_revision ADD COLUMN changed_at TEXT;

-- What was done to the house itself: its records, its settings, its people. Consignments have their journal.
CREATE TABLE deed (
  id   INTEGER PRIMARY KEY,
  at   TEXT NOT NULL,
  by   TEXT NOT NULL,
  what TEXT NOT NULL,
  href TEXT NOT NULL
) STRICT;
CREATE INDEX deed_by_at ON deed (at);
CREATE TRIGGER deed_keeps_rows BEFORE DELETE ON deed
  BEGIN SELECT RAISE(ABORT, 'a deed is never deleted'); END;
CREATE TRIGGER deed_keeps_facts BEFORE UPDATE ON deed
  BEGIN SELECT RAISE(ABORT, 'a deed is never changed'); END;

-- The journal of the whole house is read by time.
CREATE INDEX journal_by_at     ON journal (at);
CREATE INDEX event_by_time     ON event (recorded_at);
CREATE INDEX observation_by_time ON observation (recorded_at);
CREATE INDEX revision_by_time  ON revision (at);
CREATE INDEX movement_by_time  ON movement (at);
CREATE INDEX reading_by_time   ON reading (at);
CREATE INDEX record_revision_by_time ON record_revision (changed_at);

-- And by whom: whoever has no name is read by time.
CREATE INDEX journal_by_hand         ON journal (by, at) WHERE by <> '';
CREATE INDEX event_by_hand           ON event (by, recorded_at) WHERE by <> '';
CREATE INDEX observation_by_hand     ON observation (by, recorded_at) WHERE by <> '';
CREATE INDEX revision_by_hand        ON revision (by, at) WHERE by <> '';
CREATE INDEX record_revision_by_hand ON record_revision (by, changed_at) WHERE by <> '';
CREATE INDEX movement_by_hand        ON movement (by, at) WHERE by <> '';
CREATE INDEX reading_by_hand         ON reading (by, at) WHERE by <> '';
CREATE INDEX deed_by_hand            ON deed (by, at) WHERE by <> '';
