import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { must, orderInput, readBag, said } from '@/tests/order';
import { benchView } from '@/server/bench/view';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent, tick } from '@/server/pack/events';
import { drawPhoto, keepPhoto } from '@/server/photo/photos';
import { claimOf } from './claim';
import { tellSign } from './signs';

const HERE = Date.parse('2026-11-27T09:30:00Z');
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-claim-'));
let now = HERE;
let house: House;
let code = '';
beforeAll(() => {
  house = openHouse(folder, () => now, 0);
  code = must(saveOrder(house, { ...orderInput(house), direction: 'incoming' })).code;
});
afterAll(() => {
  house.db.close();
  rmSync(folder, { recursive: true, force: true });
});
const bag = () => house.consignments.byCode(code)!.document.bags[0]!;
const read = (dead: number) =>
  readBag(house, code, bag().id, { tempC: 21.5, pH: 6.6, alive: 8 - dead, dead, doubtful: 0 }, 'two on the bottom');

test('what was lost goes to the seller as one page and the pictures, in time and without a price', async () => {
  expect(said(await claimOf(house, code))).toContain('has not arrived yet');
  must(recordEvent(house, code, 'arrivedAt', new Date(HERE).toISOString()));
  const tasks = () => benchView(house).tasks.filter((t) => /Report the losses/.test(t.title));
  must(read(0));
  expect(tasks()).toEqual([]);

  must(tellSign(house, { code, kind: 'bag', id: bag().id, sign: 'flat', on: true }, new Date(HERE).toISOString()));
  const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
  must(keepPhoto(house, code, { kind: 'bag', id: bag().id }, must(await drawPhoto(new Uint8Array(jpeg)))));
  must(read(2));

  const { name, zip } = must(await claimOf(house, code));
  expect(name).toBe(`${code}-losses.zip`);
  const files = unzipSync(zip);
  expect(Object.keys(files).sort()).toEqual([`${code}-losses.pdf`, `bag-${bag().id}-1.jpg`]);
  expect((await sharp(Buffer.from(files[`bag-${bag().id}-1.jpg`]!)).metadata()).width).toBe(40);

  const file = path.join(folder, 'losses.pdf');
  writeFileSync(file, files[`${code}-losses.pdf`]!);
  const told = spawnSync('node', ['tests/read-pdf.mjs', file], { encoding: 'utf8', maxBuffer: 1e8 });
  const pages = JSON.parse(told.stdout) as unknown[];
  expect(pages).toHaveLength(1);
  const words = told.stdout;
  for (const part of ['flat bag', 'two on the bottom', '21.5 °C', `bag-${bag().id}-1.jpg`, 'Lemon tetra'])
    expect(words).toContain(part);
  expect(words).not.toMatch(/€|EUR|price/i);

  // Two hours before the terms run out it is on the Bench, until somebody says that it was told.
  now = HERE + 21 * 3600_000;
  const [task] = tasks();
  expect(task!.atMs).toBe(HERE + 22 * 3600_000);
  must(tick(house, code, 'moment:claim', true));
  expect(tasks()).toEqual([]);
});
