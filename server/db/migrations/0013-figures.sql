-- A reading holds its figures apart, a row each: which there are is told by the registry of quantities, not by columns.
-- How it was read is told where somebody told it.
CREATE TABLE reading_figure (
  reading_id INTEGER NOT NULL REFERENCES reading (id),
  quantity   TEXT NOT NULL,
  value      REAL NOT NULL,
  PRIMARY KEY (reading_id, quantity)
) STRICT, WITHOUT ROWID;
INSERT INTO reading_figure (reading_id, quantity, value)
  SELECT id, 'tempC', temp_c FROM reading WHERE temp_c IS NOT NULL
  UNION ALL SELECT id, 'pH', ph FROM reading WHERE ph IS NOT NULL
  UNION ALL SELECT id, 'khDkh', kh_dkh FROM reading WHERE kh_dkh IS NOT NULL
  UNION ALL SELECT id, 'ghDgh', gh_dgh FROM reading WHERE gh_dgh IS NOT NULL
  UNION ALL SELECT id, 'salinity', salinity FROM reading WHERE salinity IS NOT NULL
  UNION ALL SELECT id, 'tanMgNL', tan_mg_n_l FROM reading WHERE tan_mg_n_l IS NOT NULL
  UNION ALL SELECT id, 'nitriteMgL', nitrite_mg_l FROM reading WHERE nitrite_mg_l IS NOT NULL
  UNION ALL SELECT id, 'nitrateMgL', nitrate_mg_l FROM reading WHERE nitrate_mg_l IS NOT NULL;
CREATE TRIGGER figure_keeps_rows BEFORE DELETE ON reading_figure
  BEGIN SELECT RAISE(ABORT, 'a reading is never deleted'); END;
CREATE TRIGGER figure_keeps_facts BEFORE UPDATE ON reading_figure
  BEGIN SELECT RAISE(ABORT, 'a reading is never changed'); END;

DROP TRIGGER reading_is_latest;
DROP TABLE tank_water;
ALTER TABLE reading ADD COLUMN how TEXT NOT NULL DEFAULT '';
ALTER TABLE reading DROP COLUMN temp_c;
ALTER TABLE reading DROP COLUMN ph;
ALTER TABLE reading DROP COLUMN kh_dkh;
ALTER TABLE reading DROP COLUMN gh_dgh;
ALTER TABLE reading DROP COLUMN salinity;
ALTER TABLE reading DROP COLUMN tan_mg_n_l;
ALTER TABLE reading DROP COLUMN nitrite_mg_l;
ALTER TABLE reading DROP COLUMN nitrate_mg_l;

-- Of every figure of every tank the last that was not struck out: the water an order starts from.
CREATE TABLE tank_figure (
  tank_id  TEXT NOT NULL REFERENCES record (id),
  quantity TEXT NOT NULL,
  value    REAL NOT NULL,
  at       TEXT NOT NULL,
  PRIMARY KEY (tank_id, quantity)
) STRICT, WITHOUT ROWID;
CREATE TRIGGER figure_is_latest AFTER INSERT ON reading_figure
  BEGIN
    INSERT OR REPLACE INTO tank_figure (tank_id, quantity, value, at)
      SELECT r.tank_id, NEW.quantity, f.value, r.at
      FROM reading n JOIN reading r ON r.tank_id = n.tank_id
        JOIN reading_figure f ON f.reading_id = r.id AND f.quantity = NEW.quantity
      WHERE n.id = NEW.reading_id AND NOT EXISTS (SELECT 1 FROM reading s WHERE s.strikes = r.id)
      ORDER BY r.at DESC, r.id DESC LIMIT 1;
  END;
CREATE TRIGGER struck_is_no_latest AFTER INSERT ON reading WHEN NEW.strikes IS NOT NULL
  BEGIN
    DELETE FROM tank_figure WHERE tank_id = NEW.tank_id
      AND quantity IN (SELECT quantity FROM reading_figure WHERE reading_id = NEW.strikes);
    INSERT INTO tank_figure (tank_id, quantity, value, at)
      SELECT tank_id, quantity, value, at FROM (
        SELECT r.tank_id, f.quantity, f.value, r.at,
          ROW_NUMBER() OVER (PARTITION BY f.quantity ORDER BY r.at DESC, r.id DESC) AS place
        FROM reading_figure x
          JOIN reading_figure f ON f.quantity = x.quantity
          JOIN reading r ON r.id = f.reading_id
        WHERE x.reading_id = NEW.strikes AND r.tank_id = NEW.tank_id
          AND NOT EXISTS (SELECT 1 FROM reading s WHERE s.strikes = r.id))
      WHERE place = 1;
  END;
INSERT INTO tank_figure (tank_id, quantity, value, at)
  SELECT tank_id, quantity, value, at FROM (
    SELECT r.tank_id, f.quantity, f.value, r.at,
      ROW_NUMBER() OVER (PARTITION BY r.tank_id, f.quantity ORDER BY r.at DESC, r.id DESC) AS place
    FROM reading r JOIN reading_figure f ON f.reading_id = r.id
    WHERE NOT EXISTS (SELECT 1 FROM reading s WHERE s.strikes = r.id))
  WHERE place = 1;
