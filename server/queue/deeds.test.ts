import { must, said } from '@/tests/order';
import { AFTERNOON, layDemo } from '@/tests/demo';
import { storedRunPosition } from '@/server/arrive/position';
import { openHouse, type House } from '@/server/house';
import { once } from '@/server/write';
import { journalView } from '@/server/room/journal-view';
import { takenNow } from '@/server/room/assignments';
import { targetOf, tankNumber } from '@/server/scan/target';
import { doDeed } from './deeds';
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { MIN } from '@/core/quantities/time';

const NOW = Date.parse(AFTERNOON);
const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-queue-'));
let house: House;
beforeAll(() => {
  layDemo(folder);
  house = openHouse(folder, () => NOW, 0);
});
afterAll(() => {
  house.db.close();
  rmSync(folder, { recursive: true, force: true });
});
/** Tries something and leaves everything as it was. */
const tried = (work: () => void): void => {
  const undo = new Error('undone');
  try {
    house.db.transaction(() => {
      work();
      throw undo;
    })();
  } catch (error) {
    if (error !== undo) throw error;
  }
};
const at = (key: string) => house.facts.ticks(house.consignments.byCode('KC-0106')!.document.id).get(key);

describe('a press that waited', () => {
  test('stands at the instant it was made by the server’s clock, whatever the phone’s clock says', () =>
    tried(() => {
      must(doDeed(house, { deed: 'tick', code: 'KC-0106', key: 'labels', done: true }, 17 * MIN, who));
      expect(at('labels')).toBe(new Date(NOW - 17 * MIN).toISOString());
      // A clock that runs backwards is no press of the future.
      must(
        doDeed(house, { deed: 'tick', code: 'KC-0106', key: 'boxes-made', done: false }, -5 * MIN, who).ok
          ? { ok: true, value: 1 }
          : { ok: true, value: 0 },
      );
    }));
  test('of another week is shown, and not done', () => {
    expect(
      said(doDeed(house, { deed: 'tick', code: 'KC-0106', key: 'labels', done: true }, 49 * 60 * MIN, who)),
    ).toContain('over two days ago');
    expect(at('labels')).toBeUndefined();
  });
  test('that nobody knows is refused in words', () => {
    for (const odd of [null, {}, { deed: 'drop tables' }, { deed: 'tick', code: 5 }, { deed: 'step', runId: '' }])
      expect(said(doDeed(house, odd, 0, who))).toContain('unknown');
    expect(said(doDeed(house, { deed: 'tick', code: 'KC-9999', key: 'labels', done: true }, 0, who))).toContain(
      'KC-9999',
    );
  });
  test('that arrives twice is done once', () => {
    const id = house.consignments.byCode('KC-0106')!.document.id;
    const before = house.facts.of(id).events.length;
    const press = 'q'.repeat(32);
    const send = () =>
      once(
        house,
        press,
        (h) => doDeed(h, { deed: 'tick', code: 'KC-0106', key: 'labels', done: true }, MIN, who),
        'Ana',
      );
    must(send());
    must(send());
    const { events } = house.facts.of(id);
    expect(events.length).toBe(before + 1);
    expect(events.at(-1)).toMatchObject({ kind: 'ticked', by: 'Ana' });
    expect(journalView(house, { by: 'Ana' }).lines[0]).toMatchObject({
      by: 'Ana',
      code: 'KC-0106',
      words: 'ticked labels',
    });
    expect(journalView(house, { by: 'Nobody' }).lines).toEqual([]);
    expect(journalView(house, { of: 'KC-0106' }).lines.every((l) => l.code === 'KC-0106')).toBe(true);
  });
});

describe('steps of an arrival that were pressed without network', () => {
  const run = () => house.arrivals.runsOf(house.consignments.byCode('KC-0103')!.document.id)[0]!;
  test('keep their order: none comes before the one before it, or after now', () =>
    tried(() => {
      const { id, steps, done } = run();
      const last = Math.max(...Object.values(done).map((x) => Date.parse(x)));
      const first = steps[storedRunPosition(run(), last).index]!;
      // Pressed an hour ago by a phone that slept: the step before it was done later than that.
      must(doDeed(house, { deed: 'step', runId: id, key: first.key }, 60 * MIN, who));
      expect(Date.parse(run().done[first.key]!)).toBe(last);
      const then = steps[storedRunPosition(run(), NOW - MIN).index]!;
      must(doDeed(house, { deed: 'step', runId: id, key: then.key }, MIN, who));
      expect(Date.parse(run().done[then.key]!)).toBe(NOW - MIN);
      // The other phone was quicker: nobody is told off, and nothing changes.
      must(doDeed(house, { deed: 'step', runId: id, key: first.key }, 0, who));
      expect(Date.parse(run().done[first.key]!)).toBe(last);
      expect(said(doDeed(house, { deed: 'undoStep', runId: id, key: first.key }, 0, who))).toContain('Another step');
      must(doDeed(house, { deed: 'undoStep', runId: id, key: then.key }, 0, who));
      expect(run().done[then.key]).toBeUndefined();
    }));
  test('a lane is taken and let go', () =>
    tried(() => {
      must(doDeed(house, { deed: 'take', subject: `run:${run().id}` }, 0, who));
      expect(takenNow(house, 'run:', null)[run().id]).toEqual({ by: 'Ana', mine: false });
      must(doDeed(house, { deed: 'letGo', subject: `run:${run().id}` }, 0, who));
      expect(takenNow(house, 'run:', null)).toEqual({});
    }));
});

describe('the number of a label', () => {
  test('leads to where that thing is in hand now', () => {
    const to = (text: string, role: 'owner' | 'helper' = 'owner') => targetOf(house, text, role);
    expect(to('KC-0106/A1')).toBe('/consignments/KC-0106/bag?bag=A1');
    expect(to('KC-0106/A1', 'helper')).toBe('/consignments/KC-0106/send?bag=A1');
    expect(to('kc 0106')).toBe('/consignments/KC-0106/send');
    expect(to('KC-0106/BOX-1')).toBe('/consignments/KC-0106/box?box=1');
    expect(to('KC-0103/A1')).toBe('/consignments/KC-0103/run?bag=A1');
    expect(to('https://10.0.0.5:3210/at/KC-0106/A1')).toBe('/consignments/KC-0106/bag?bag=A1');
    for (const odd of ['KC-9999/A1', 'javascript:alert(1)', '', '//evil.example', 'TANK/none', 'KC-0106/../settings'])
      expect([odd, to(odd)]).toEqual([odd, null]);
  });
  test('of a tank leads to it, by its card or by its name', () => {
    const tank = house.records.list('tank')[0]!;
    expect(targetOf(house, tankNumber(tank.id), 'helper')).toBe(`/tanks/${tank.id}`);
    expect(targetOf(house, tank.name, 'helper')).toBe(`/tanks/${tank.id}`);
  });
});
