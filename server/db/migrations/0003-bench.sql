-- Duties put off by hand until later, by the identifier they have in the calendar feed.
CREATE TABLE put_off (
  duty_id TEXT PRIMARY KEY,
  until   TEXT NOT NULL,
  at      TEXT NOT NULL
) STRICT;

-- The last look for a better day of a consignment that is held back: when, and what was found.
CREATE TABLE better_day (
  consignment_id TEXT PRIMARY KEY REFERENCES consignment (id) ON DELETE CASCADE,
  at             TEXT NOT NULL,
  found          TEXT CHECK (found IS NULL OR json_valid(found))
) STRICT;
