-- Certificates of origin as they were given out: numbered by year, never changed.
CREATE TABLE certificate (
  number         TEXT PRIMARY KEY,
  consignment_id TEXT NOT NULL REFERENCES consignment (id),
  at             TEXT NOT NULL,
  document       TEXT NOT NULL CHECK (json_valid(document))
) STRICT;
CREATE INDEX certificate_by_consignment ON certificate (consignment_id);
