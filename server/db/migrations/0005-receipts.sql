-- What was answered to a write, by the key that came with it: whoever lost the answer can ask again, and the same press
-- sent twice is done once. A key that was given up has no answer and is never used again.
CREATE TABLE receipt (
  key    TEXT PRIMARY KEY,
  at     TEXT NOT NULL,
  answer TEXT CHECK (answer IS NULL OR json_valid(answer))
) STRICT;
CREATE INDEX receipt_by_time ON receipt (at);
