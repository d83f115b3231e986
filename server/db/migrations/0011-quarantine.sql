-- A quarantine is the weeks of one tank: its plan, who joined it, and what was told, which only grows.
ALTER TABLE quarantine ADD COLUMN tank_id   TEXT NOT NULL DEFAULT '';
ALTER TABLE quarantine ADD COLUMN plan      TEXT NOT NULL DEFAULT '{}' CHECK (json_valid(plan));
ALTER TABLE quarantine ADD COLUMN version   INTEGER NOT NULL DEFAULT 1 CHECK (version > 0);
-- Litres of water in it, without stones and the gap below the rim; the other tank of a transfer.
ALTER TABLE quarantine ADD COLUMN water_l   REAL CHECK (water_l > 0);
ALTER TABLE quarantine ADD COLUMN twin      TEXT NOT NULL DEFAULT '';
ALTER TABLE quarantine ADD COLUMN closed_at TEXT;
UPDATE quarantine SET tank_id = COALESCE(
  (SELECT id FROM record WHERE record.kind = 'tank' AND json_extract(record.document, '$.name') = quarantine.tank
   ORDER BY deleted_at IS NOT NULL LIMIT 1), tank);
-- Until now none could be ended: one whose four weeks were long over when this house was last used is.
UPDATE quarantine SET closed_at = strftime('%Y-%m-%dT%H:%M:%fZ', started_at, '+28 days')
  WHERE julianday(started_at) + 30 < (SELECT MAX(julianday(at)) FROM journal);
CREATE INDEX quarantine_by_tank ON quarantine (tank_id, closed_at);

CREATE TABLE quarantine_member (
  quarantine_id  TEXT NOT NULL REFERENCES quarantine (id) ON DELETE CASCADE,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  joined_at      TEXT NOT NULL,
  PRIMARY KEY (quarantine_id, consignment_id)
) STRICT;
CREATE INDEX quarantine_member_by_consignment ON quarantine_member (consignment_id);
INSERT INTO quarantine_member SELECT id, consignment_id, started_at FROM quarantine;

CREATE TABLE quarantine_entry (
  n             INTEGER PRIMARY KEY,
  quarantine_id TEXT NOT NULL REFERENCES quarantine (id) ON DELETE CASCADE,
  at            TEXT NOT NULL,
  kind          TEXT NOT NULL,
  document      TEXT NOT NULL CHECK (json_valid(document)),
  by            TEXT NOT NULL DEFAULT '',
  strikes       INTEGER,
  recorded_at   TEXT NOT NULL
) STRICT;
CREATE INDEX quarantine_entry_by_quarantine ON quarantine_entry (quarantine_id, n);
CREATE TRIGGER quarantine_entry_stays BEFORE UPDATE ON quarantine_entry
  BEGIN SELECT RAISE(ABORT, 'What was told is never changed.'); END;

ALTER TABLE duty ADD COLUMN phase  TEXT NOT NULL DEFAULT '';
-- Why it was not done, where somebody said so; and that a hand has moved it.
ALTER TABLE duty ADD COLUMN waived TEXT NOT NULL DEFAULT '';
ALTER TABLE duty ADD COLUMN moved  INTEGER NOT NULL DEFAULT 0;

-- Plans of one's own.
CREATE TABLE quarantine_plan (
  name     TEXT PRIMARY KEY,
  document TEXT NOT NULL CHECK (json_valid(document)),
  at       TEXT NOT NULL
) STRICT;
