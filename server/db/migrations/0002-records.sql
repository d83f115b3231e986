-- Receivers, tanks, fish, places, services and supplies: one table of documents, each checked by its own schema before
-- it is written. What a document points at stands in `link`, so that nothing in use can vanish.
CREATE TABLE record (
  id          TEXT PRIMARY KEY,
  kind        TEXT NOT NULL CHECK (kind IN ('receiver', 'tank', 'lot', 'place', 'service', 'supply')),
  -- What tells two of a kind apart, folded: the same key is the same thing.
  key         TEXT NOT NULL,
  name        TEXT NOT NULL,
  document    TEXT NOT NULL CHECK (json_valid(document)),
  version     INTEGER NOT NULL CHECK (version > 0),
  archived_at TEXT,
  deleted_at  TEXT,
  created_at  TEXT NOT NULL,
  updated_at  TEXT NOT NULL
) STRICT;
CREATE UNIQUE INDEX record_by_key ON record (kind, key) WHERE deleted_at IS NULL;
CREATE INDEX record_by_name ON record (kind, name COLLATE NOCASE) WHERE deleted_at IS NULL;

CREATE TABLE record_revision (
  record_id TEXT NOT NULL REFERENCES record (id) ON DELETE CASCADE,
  version   INTEGER NOT NULL,
  document  TEXT NOT NULL CHECK (json_valid(document)),
  at        TEXT NOT NULL,
  PRIMARY KEY (record_id, version)
) STRICT;

CREATE TABLE link (
  from_id TEXT NOT NULL,
  to_id   TEXT NOT NULL REFERENCES record (id),
  PRIMARY KEY (from_id, to_id)
) STRICT, WITHOUT ROWID;
CREATE INDEX link_to ON link (to_id);

-- Water of a tank as measured. A wrong reading is struck out by a later one that names it; both stay.
CREATE TABLE reading (
  id          INTEGER PRIMARY KEY,
  tank_id     TEXT NOT NULL REFERENCES record (id),
  at          TEXT NOT NULL,
  temp_c      REAL,
  ph          REAL,
  kh_dkh      REAL,
  gh_dgh      REAL,
  salinity    REAL,
  tan_mg_n_l  REAL,
  nitrite_mg_l REAL,
  nitrate_mg_l REAL,
  note        TEXT NOT NULL DEFAULT '',
  strikes     INTEGER REFERENCES reading (id)
) STRICT;
CREATE INDEX reading_by_tank ON reading (tank_id, at);
CREATE UNIQUE INDEX reading_struck_once ON reading (strikes) WHERE strikes IS NOT NULL;
CREATE TRIGGER reading_keeps_rows BEFORE DELETE ON reading
  BEGIN SELECT RAISE(ABORT, 'a reading is never deleted'); END;
CREATE TRIGGER reading_keeps_facts BEFORE UPDATE ON reading
  BEGIN SELECT RAISE(ABORT, 'a reading is never changed'); END;

-- The last whole reading of every tank that was not struck out: the water an order starts from.
CREATE TABLE tank_water (
  tank_id    TEXT PRIMARY KEY REFERENCES record (id),
  reading_id INTEGER NOT NULL REFERENCES reading (id)
) STRICT;
CREATE TRIGGER reading_is_latest AFTER INSERT ON reading
  BEGIN
    DELETE FROM tank_water WHERE tank_id = NEW.tank_id;
    INSERT INTO tank_water (tank_id, reading_id)
      SELECT r.tank_id, r.id FROM reading r
      WHERE r.tank_id = NEW.tank_id AND r.temp_c IS NOT NULL AND r.ph IS NOT NULL
        AND NOT EXISTS (SELECT 1 FROM reading s WHERE s.strikes = r.id)
      ORDER BY r.at DESC, r.id DESC LIMIT 1;
  END;

-- Everything that is counted, living or not: the count is the sum of its movements.
CREATE TABLE movement (
  id             INTEGER PRIMARY KEY,
  record_id      TEXT NOT NULL REFERENCES record (id),
  at             TEXT NOT NULL,
  delta          REAL NOT NULL,
  why            TEXT NOT NULL,
  consignment_id TEXT REFERENCES consignment (id)
) STRICT;
CREATE INDEX movement_by_record ON movement (record_id, id);
CREATE INDEX movement_by_consignment ON movement (consignment_id) WHERE consignment_id IS NOT NULL;
CREATE TRIGGER movement_keeps_rows BEFORE DELETE ON movement
  BEGIN SELECT RAISE(ABORT, 'a movement is never deleted'); END;
CREATE TRIGGER movement_keeps_facts BEFORE UPDATE ON movement
  BEGIN SELECT RAISE(ABORT, 'a movement is never changed'); END;
CREATE TABLE holding (
  record_id TEXT PRIMARY KEY REFERENCES record (id),
  amount    REAL NOT NULL
) STRICT;
CREATE TRIGGER movement_counts AFTER INSERT ON movement
  BEGIN
    INSERT INTO holding (record_id, amount) VALUES (NEW.record_id, NEW.delta)
      ON CONFLICT (record_id) DO UPDATE SET amount = amount + NEW.delta;
  END;

-- What the search looks through: one folded line for everything that has a name.
CREATE TABLE finding (
  id     TEXT PRIMARY KEY,
  kind   TEXT NOT NULL,
  href   TEXT NOT NULL,
  name   TEXT NOT NULL,
  detail TEXT NOT NULL,
  text   TEXT NOT NULL,
  -- Later things first among equals.
  at     TEXT NOT NULL
) STRICT;
CREATE INDEX finding_by_kind ON finding (kind, at, text);

-- planned, sealed, travelling, arrived, opened, cancelled: what lists and the Bench ask for.
ALTER TABLE consignment ADD COLUMN stage TEXT NOT NULL DEFAULT 'planned';
UPDATE consignment SET stage = CASE
  WHEN json_extract(document, '$.actual.openedAt') IS NOT NULL THEN 'opened'
  WHEN json_extract(document, '$.actual.arrivedAt') IS NOT NULL THEN 'arrived'
  WHEN json_extract(document, '$.actual.handedOverAt') IS NOT NULL THEN 'travelling'
  WHEN json_extract(document, '$.actual.sealedAt') IS NOT NULL THEN 'sealed'
  ELSE 'planned' END;
-- Lists by time find their page in the index alone: the documents are long.
DROP INDEX consignment_by_hand_over;
CREATE INDEX consignment_by_hand_over ON consignment (archived_at, hand_over_at, stage);
CREATE INDEX consignment_by_stage ON consignment (archived_at, stage, hand_over_at);
