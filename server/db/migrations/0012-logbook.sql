-- What a logger read on the way. It only is added; one that was wrong is struck out and stays.
CREATE TABLE trace (
  id             TEXT PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  document       TEXT NOT NULL CHECK (json_valid(document)),
  at             TEXT NOT NULL,
  struck_at      TEXT
) STRICT;
CREATE INDEX trace_by_consignment ON trace (consignment_id);

-- How every opened consignment came out, in short: a view of plan and facts that is made anew whenever they change.
CREATE TABLE logbook (
  consignment_id TEXT PRIMARY KEY REFERENCES consignment (id) ON DELETE CASCADE,
  code           TEXT NOT NULL,
  direction      TEXT NOT NULL,
  hand_over_at   TEXT NOT NULL,
  opened_at      TEXT NOT NULL,
  season         TEXT NOT NULL,
  service_id     TEXT NOT NULL,
  -- Who stands at the other end, and where.
  other          TEXT NOT NULL,
  town           TEXT NOT NULL,
  hours          REAL NOT NULL,
  late_h         REAL,
  boxes          INTEGER NOT NULL,
  bags           INTEGER NOT NULL,
  animals        INTEGER NOT NULL,
  counted        INTEGER NOT NULL,
  alive          INTEGER NOT NULL,
  lost_7         INTEGER NOT NULL,
  lost_30        INTEGER NOT NULL,
  cost           REAL NOT NULL,
  -- What was foretold at the hand-over, and whether every animal came alive; null where nobody foretold or counted.
  chance         REAL,
  held           INTEGER,
  words          TEXT NOT NULL,
  evidence       TEXT NOT NULL CHECK (json_valid(evidence))
) STRICT;
CREATE INDEX logbook_by_time ON logbook (hand_over_at DESC);

CREATE TABLE logbook_bag (
  consignment_id TEXT NOT NULL REFERENCES consignment (id) ON DELETE CASCADE,
  bag_id         TEXT NOT NULL,
  box_id         TEXT NOT NULL,
  species_id     TEXT NOT NULL,
  service_id     TEXT NOT NULL,
  season         TEXT NOT NULL,
  hours          TEXT NOT NULL,
  density        TEXT NOT NULL,
  packs          TEXT NOT NULL,
  method         TEXT NOT NULL,
  seller         TEXT NOT NULL,
  animals        INTEGER NOT NULL,
  -- Of whom somebody counted so many; nobody where 0.
  counted        INTEGER NOT NULL,
  alive          INTEGER NOT NULL,
  PRIMARY KEY (consignment_id, bag_id)
) STRICT;

-- Consignments of which the logbook is out of date; whatever is told of one puts it here.
CREATE TABLE logbook_due (
  consignment_id TEXT PRIMARY KEY REFERENCES consignment (id) ON DELETE CASCADE
) STRICT;
INSERT INTO logbook_due SELECT id FROM consignment WHERE stage = 'opened';
CREATE TRIGGER logbook_new AFTER INSERT ON consignment
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.id); END;
CREATE TRIGGER logbook_changed AFTER UPDATE OF document, stage ON consignment
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.id); END;
CREATE TRIGGER logbook_observed AFTER INSERT ON observation
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.consignment_id); END;
CREATE TRIGGER logbook_moved AFTER INSERT ON movement WHEN new.consignment_id IS NOT NULL
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.consignment_id); END;
CREATE TRIGGER logbook_traced AFTER INSERT ON trace
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.consignment_id); END;
CREATE TRIGGER logbook_struck AFTER UPDATE ON trace
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.consignment_id); END;
CREATE TRIGGER logbook_run AFTER INSERT ON run
  BEGIN INSERT OR IGNORE INTO logbook_due VALUES (new.consignment_id); END;

-- What was learned and accepted; taken back it stays written.
CREATE TABLE learned (
  id          INTEGER PRIMARY KEY,
  key         TEXT NOT NULL,
  figure      TEXT NOT NULL CHECK (json_valid(figure)),
  at          TEXT NOT NULL,
  by          TEXT NOT NULL DEFAULT '',
  undone_at   TEXT
) STRICT;
CREATE UNIQUE INDEX learned_stands ON learned (key) WHERE undone_at IS NULL;

-- Practice: crates of one's own, and how each was played. Nothing else in the house reads these.
CREATE TABLE practice_crate (
  id       TEXT PRIMARY KEY,
  document TEXT NOT NULL CHECK (json_valid(document)),
  at       TEXT NOT NULL
) STRICT;
CREATE TABLE practice_play (
  id       INTEGER PRIMARY KEY,
  crate_id TEXT NOT NULL,
  at       TEXT NOT NULL,
  by       TEXT NOT NULL DEFAULT '',
  seed     INTEGER NOT NULL,
  choices  TEXT NOT NULL CHECK (json_valid(choices)),
  score    TEXT NOT NULL CHECK (json_valid(score))
) STRICT;
CREATE INDEX practice_play_by_crate ON practice_play (crate_id, id);
