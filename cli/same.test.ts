import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { runJob, type JobResult, type PackRow } from '@/core/evaluate/job';
import { exportConsignment } from '@/server/consignment/files';
import { jobRows } from '@/server/consignment/result';
import { changeBox } from '@/server/heat/box';
import { saveRoad } from '@/server/heat/road';
import { saveOrder } from '@/server/order/order';
import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput } from '@/tests/order';
import { runCli } from '@/tests/program';

/** `kindly plan` on the exported file says what the page's worker says, with a box by own measures on a road by hand. */
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-same-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('an own box on an own road: the command line ranks as the browser does, to the last digit', () => {
  const house = houseInMemory(() => NOON, 20);
  const { code } = must(saveOrder(house, orderInput(house)));
  const now = () => house.consignments.byCode(code)!;
  const own = { name: 'Sheet box', build: 'cut' as const, insideCm: [34, 26, 30], wallCm: 1.9, kWPerMK: 0.037 };
  must(
    changeBox(house, {
      code,
      version: now().version,
      boxId: '1',
      box: {
        own,
        tape: 'all-round',
        packs: [{ packId: 'heat-40h', count: 1, at: 'side' }],
        lining: [{ name: 'Bubble wrap', thicknessCm: 0.4, kWPerMK: 0.045 }],
      },
    }),
  );
  const legs = [
    { kind: 'van-unconditioned', label: 'Night van', at: 'between', hours: 8 },
    { kind: 'depot', label: '', at: 'destination', hours: 1 },
  ];
  must(saveRoad(house, { code, version: now().version, legs }));
  const c = now().document;
  const options = { draws: 20, causes: true };
  const packs = { boxId: '1', draws: 20 };
  let result: JobResult | null = null;
  const job = { consignment: c, catalogue: jobRows(c, house), calendar: house.calendar(c) };
  for (const r of runJob({ ...job, options: { ...options, choosers: { packs, bags: false, days: null } } }))
    if (r.kind === 'done') result = r.result;
  const write = (name: string, text: string): string => {
    writeFileSync(path.join(folder, name), text);
    return path.join(folder, name);
  };
  const file = write('own.json', must(exportConsignment(house, code)).text);
  const calendar = write('calendar.json', JSON.stringify(house.calendar(c)));
  house.db.close();
  const args = ['plan', file, '--json', '--draws', '20', '--days', '1', '--calendar', calendar];
  const r = runCli(args);
  expect(r.stderr).toBe('');
  const told = JSON.parse(r.stdout) as { risk: unknown; packs: Record<string, PackRow[]> };
  expect(told.risk).toEqual(JSON.parse(JSON.stringify(result!.risk)));
  const ranked = (list: readonly PackRow[]) => list.map((o) => [o.name, o.chance, o.slackH, o.coldestC, o.reason]);
  expect(ranked(told.packs['1']!)).toEqual(ranked(result!.packs['1']!));
});
