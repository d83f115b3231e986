import { copyFileSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { openHouse } from '@/server/house';
import { saveRecord } from '@/server/records/records';
import { saveReading } from '@/server/stock/readings';

interface Hands {
  random: () => number;
  wrong: (words: string) => void;
}

const SECTOR = 512;
const at = Date.parse('2026-11-24T12:00:00Z');

/**
 * Power cuts at a running house, simulated on SQLite's log: every acknowledged write was forced to disk with the log up to
 * its end, and of what came after any sectors may be there, missing, or rubbish. The house opens whole, with everything
 * that was acknowledged, and of the write that was cut off all or nothing.
 */
export function powerCuts(short: boolean, { random, wrong }: Hands): string {
  const times = short ? 12 : 300;
  const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-cut-'));
  const live = path.join(folder, 'live');
  const again = path.join(folder, 'again');
  const name = 'kindly-crate.db';
  try {
    const h = openHouse(live, () => at, 0);
    const made = saveRecord(h, 'tank', {
      id: null,
      version: null,
      draft: { name: 'Cut', volumeL: '100', use: 'stock' },
    });
    if (!made.ok) throw new Error(made.problems[0]!.message);
    const tankId = made.value.id;
    h.db.pragma('wal_checkpoint(TRUNCATE)');
    // The log is kept whole: its length after each write is how far the disk had been told to go.
    h.db.pragma('wal_autocheckpoint = 0');
    const ends: number[] = [0];
    for (let i = 0; i < 60; i++) {
      h.db.transaction(() => {
        const r = saveReading(h, {
          tankId,
          at: new Date(at - (i + 1) * 60_000).toISOString(),
          tempC: '25',
          note: `n${i}`,
        });
        if (!r.ok) throw new Error(r.problems[0]!.message);
        h.receipts.keep(`cut-${String(i).padStart(20, '0')}`, h.nowIso(), r);
      })();
      ends.push(statSync(path.join(live, `${name}-wal`)).size);
    }
    const log = readFileSync(path.join(live, `${name}-wal`));
    let half = 0;
    for (let k = 0; k < times; k++) {
      const done = Math.floor(random() * 60);
      const torn = Buffer.from(log.subarray(0, Math.min(log.length, ends[done + 1]! + Math.floor(random() * 9000))));
      // Now and then the disk was quicker than the cut.
      const harm = random() < 0.3 ? 0 : 1;
      for (let from = ends[done]!; from < torn.length; from += SECTOR) {
        const fate = random();
        const sector = torn.subarray(from, from + SECTOR);
        if (fate < 0.25 * harm) sector.fill(0);
        else if (fate < 0.4 * harm) for (let j = 0; j < sector.length; j++) sector[j] = Math.floor(random() * 256);
      }
      const cut =
        random() < 0.5 ? torn : torn.subarray(0, ends[done]! + Math.floor(random() * (torn.length - ends[done]!)));
      rmSync(again, { recursive: true, force: true });
      mkdirSync(again, { recursive: true });
      copyFileSync(path.join(live, name), path.join(again, name));
      writeFileSync(path.join(again, `${name}-wal`), cut);
      const back = openHouse(again, () => at, 0);
      const count = (sql: string): number => (back.db.prepare(sql).get() as { n: number }).n;
      const readings = count(`SELECT COUNT(*) AS n FROM reading WHERE note LIKE 'n%'`);
      const receipts = count(`SELECT COUNT(*) AS n FROM receipt WHERE key LIKE 'cut-%'`);
      const whole = (back.db.pragma('integrity_check') as { integrity_check: string }[])[0]!.integrity_check;
      if (whole !== 'ok') wrong(`cut ${k} after ${done} writes: ${whole}`);
      if (readings < done) wrong(`cut ${k}: ${done} were acknowledged, ${readings} are there`);
      if (readings !== receipts) wrong(`cut ${k}: ${readings} readings and ${receipts} receipts`);
      if (readings > done) half++;
      back.db.close();
    }
    h.db.close();
    return `${times} torn logs, of ${half} a write that nobody had been told of was whole`;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
