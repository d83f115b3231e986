-- A concern that a hand accepted, with its reason: it keeps quiet until then, or until it grows worse.
CREATE TABLE concern_accepted (
  n INTEGER PRIMARY KEY,
  concern_id TEXT NOT NULL,
  severity TEXT NOT NULL CHECK (severity IN ('stop', 'now', 'today', 'know')),
  times REAL,
  reason TEXT NOT NULL,
  until TEXT NOT NULL,
  at TEXT NOT NULL,
  by TEXT NOT NULL
) STRICT;
CREATE INDEX concern_accepted_until ON concern_accepted (until);
