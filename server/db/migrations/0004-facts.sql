-- What happened, apart from what is planned. The plan stays a document that is edited whole; facts only grow, and a wrong
-- one is struck out by a later one. What the documents of before told moves here in 0004-facts.ts.

-- The forecast of one place, by what is in it: shared by every consignment that goes there.
CREATE TABLE forecast (
  hash       TEXT PRIMARY KEY,
  place      TEXT NOT NULL,
  points     TEXT NOT NULL CHECK (json_valid(points)),
  created_at TEXT NOT NULL
) STRICT;
CREATE INDEX forecast_by_place ON forecast (place, created_at);

-- A picture lies in the data folder under the hash of its content.
CREATE TABLE photo (
  hash       TEXT PRIMARY KEY,
  bytes      INTEGER NOT NULL CHECK (bytes > 0),
  width      INTEGER NOT NULL,
  height     INTEGER NOT NULL,
  at         TEXT NOT NULL,
  by         TEXT NOT NULL DEFAULT ''
) STRICT;

-- Anything measured, seen or counted. `n` counts the facts of a consignment; `version` is the state of the plan it came with.
CREATE TABLE observation (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  n              INTEGER NOT NULL CHECK (n > 0),
  at             TEXT NOT NULL,
  subject_kind   TEXT NOT NULL,
  subject_id     TEXT NOT NULL,
  quantity       TEXT NOT NULL,
  value          REAL,
  unit           TEXT NOT NULL DEFAULT '',
  word           TEXT NOT NULL DEFAULT '',
  method         TEXT NOT NULL,
  note           TEXT NOT NULL DEFAULT '',
  photo          TEXT,
  by             TEXT NOT NULL DEFAULT '',
  strikes        INTEGER,
  version        INTEGER NOT NULL,
  recorded_at    TEXT NOT NULL,
  PRIMARY KEY (consignment_id, n)
) STRICT, WITHOUT ROWID;
CREATE TRIGGER observation_keeps_facts BEFORE UPDATE ON observation
  BEGIN SELECT RAISE(ABORT, 'an observation is never changed'); END;
CREATE TRIGGER observation_keeps_rows BEFORE DELETE ON observation
  BEGIN SELECT RAISE(ABORT, 'an observation is never deleted'); END;

-- Ticked, sealed, handed over, arrived, opened …
CREATE TABLE event (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  n              INTEGER NOT NULL CHECK (n > 0),
  at             TEXT NOT NULL,
  kind           TEXT NOT NULL,
  subject_kind   TEXT NOT NULL,
  subject_id     TEXT NOT NULL,
  note           TEXT NOT NULL DEFAULT '',
  by             TEXT NOT NULL DEFAULT '',
  strikes        INTEGER,
  version        INTEGER NOT NULL,
  recorded_at    TEXT NOT NULL,
  PRIMARY KEY (consignment_id, n)
) STRICT, WITHOUT ROWID;
CREATE TRIGGER event_keeps_facts BEFORE UPDATE ON event
  BEGIN SELECT RAISE(ABORT, 'an event is never changed'); END;
CREATE TRIGGER event_keeps_rows BEFORE DELETE ON event
  BEGIN SELECT RAISE(ABORT, 'an event is never deleted'); END;

-- What was foretold at hand-over and at opening, with all it was made from. Never computed anew.
CREATE TABLE prediction (
  id             INTEGER PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  at             TEXT NOT NULL,
  moment         TEXT NOT NULL,
  engine         TEXT NOT NULL,
  document       TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
CREATE INDEX prediction_by_consignment ON prediction (consignment_id, id);
CREATE TRIGGER prediction_keeps_facts BEFORE UPDATE ON prediction
  BEGIN SELECT RAISE(ABORT, 'a prediction is never changed'); END;
CREATE TRIGGER prediction_keeps_rows BEFORE DELETE ON prediction
  BEGIN SELECT RAISE(ABORT, 'a prediction is never deleted'); END;

-- Everything that is counted, living or not, goes from one end to another: what is in a tank, a lot or a batch is the
-- sum of what came and what went. Ends: record (a lot or a supply), consignment, tank, sale, death, outside.
DROP TRIGGER movement_counts;
DROP TRIGGER movement_keeps_rows;
DROP TRIGGER movement_keeps_facts;
DROP INDEX movement_by_record;
DROP INDEX movement_by_consignment;
CREATE TABLE movement_now (
  id             INTEGER PRIMARY KEY,
  at             TEXT NOT NULL,
  amount         REAL NOT NULL CHECK (amount > 0),
  -- Species of animals; empty for things.
  species_id     TEXT NOT NULL DEFAULT '',
  from_kind      TEXT NOT NULL,
  from_id        TEXT NOT NULL,
  to_kind        TEXT NOT NULL,
  to_id          TEXT NOT NULL,
  why            TEXT NOT NULL,
  consignment_id TEXT REFERENCES consignment (id),
  by             TEXT NOT NULL DEFAULT ''
) STRICT;
INSERT INTO movement_now (id, at, amount, species_id, from_kind, from_id, to_kind, to_id, why, consignment_id)
  SELECT m.id, m.at, ABS(m.delta), COALESCE(json_extract(r.document, '$.speciesId'), ''),
    CASE WHEN m.delta < 0 THEN 'record' WHEN m.consignment_id IS NULL THEN 'outside' ELSE 'consignment' END,
    CASE WHEN m.delta < 0 THEN m.record_id ELSE COALESCE(m.consignment_id, '') END,
    CASE WHEN m.delta > 0 THEN 'record' WHEN m.consignment_id IS NULL THEN 'outside' ELSE 'consignment' END,
    CASE WHEN m.delta > 0 THEN m.record_id ELSE COALESCE(m.consignment_id, '') END,
    m.why, m.consignment_id
  FROM movement m JOIN record r ON r.id = m.record_id WHERE m.delta <> 0 ORDER BY m.id;
DROP TABLE movement;
ALTER TABLE movement_now RENAME TO movement;
CREATE INDEX movement_from ON movement (from_kind, from_id, id);
CREATE INDEX movement_to ON movement (to_kind, to_id, id);
CREATE INDEX movement_by_consignment ON movement (consignment_id) WHERE consignment_id IS NOT NULL;
CREATE TRIGGER movement_keeps_rows BEFORE DELETE ON movement
  BEGIN SELECT RAISE(ABORT, 'a movement is never deleted'); END;
CREATE TRIGGER movement_keeps_facts BEFORE UPDATE ON movement
  BEGIN SELECT RAISE(ABORT, 'a movement is never changed'); END;
CREATE TRIGGER movement_takes AFTER INSERT ON movement WHEN NEW.from_kind = 'record'
  BEGIN
    INSERT INTO holding (record_id, amount) VALUES (NEW.from_id, -NEW.amount)
      ON CONFLICT (record_id) DO UPDATE SET amount = amount - NEW.amount;
  END;
CREATE TRIGGER movement_gives AFTER INSERT ON movement WHEN NEW.to_kind = 'record'
  BEGIN
    INSERT INTO holding (record_id, amount) VALUES (NEW.to_id, NEW.amount)
      ON CONFLICT (record_id) DO UPDATE SET amount = amount + NEW.amount;
  END;

-- Which animals live in which tank, since when, and how many are left: a view of the movements.
CREATE VIEW stay AS
  SELECT tank, species_id, consignment_id, MIN(CASE WHEN came > 0 THEN at END) AS since,
    MAX(CASE WHEN came < 0 THEN at END) AS last_left, SUM(came) AS count
  FROM (
    SELECT to_id AS tank, species_id, COALESCE(consignment_id, '') AS consignment_id, at, amount AS came
      FROM movement WHERE to_kind = 'tank'
    UNION ALL
    SELECT from_id, species_id, COALESCE(consignment_id, ''), at, -amount FROM movement WHERE from_kind = 'tank'
  )
  GROUP BY tank, species_id, consignment_id;

-- One quarantine a tank: a consignment may fill several.
CREATE TABLE quarantine_now (
  id             TEXT PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  tank           TEXT NOT NULL,
  volume_l       REAL NOT NULL CHECK (volume_l > 0),
  started_at     TEXT NOT NULL,
  zone           TEXT NOT NULL,
  animals        TEXT NOT NULL,
  UNIQUE (consignment_id, tank)
) STRICT;
INSERT INTO quarantine_now SELECT id, consignment_id, tank, volume_l, started_at, zone, animals FROM quarantine;
DROP TABLE quarantine;
ALTER TABLE quarantine_now RENAME TO quarantine;
CREATE INDEX quarantine_by_start ON quarantine (started_at);

-- A kind of record is known by the code, not by a list that every new kind has to rebuild.
CREATE TABLE record_now (
  id          TEXT PRIMARY KEY,
  kind        TEXT NOT NULL,
  key         TEXT NOT NULL,
  name        TEXT NOT NULL,
  document    TEXT NOT NULL CHECK (json_valid(document)),
  version     INTEGER NOT NULL CHECK (version > 0),
  archived_at TEXT,
  deleted_at  TEXT,
  created_at  TEXT NOT NULL,
  updated_at  TEXT NOT NULL
) STRICT;
INSERT INTO record_now SELECT id, kind, key, name, document, version, archived_at, deleted_at, created_at, updated_at FROM record;
DROP TABLE record;
ALTER TABLE record_now RENAME TO record;
CREATE UNIQUE INDEX record_by_key ON record (kind, key) WHERE deleted_at IS NULL;
CREATE INDEX record_by_name ON record (kind, name COLLATE NOCASE) WHERE deleted_at IS NULL;

-- What planned consignments ask of a tank and of a lot: an order that is typed looks here and parses no plan.
CREATE TABLE demand (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  line_id        TEXT NOT NULL,
  lot_id         TEXT NOT NULL,
  tank           TEXT NOT NULL,
  count          INTEGER NOT NULL,
  PRIMARY KEY (consignment_id, line_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX demand_by_lot ON demand (lot_id);
CREATE TABLE tank_fast (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  tank           TEXT NOT NULL,
  document       TEXT NOT NULL CHECK (json_valid(document)),
  PRIMARY KEY (consignment_id, tank)
) STRICT, WITHOUT ROWID;
CREATE INDEX tank_fast_by_tank ON tank_fast (tank);
