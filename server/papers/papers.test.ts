import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import jsQR from 'jsqr';
import sharp from 'sharp';
import { formats } from '@/core/papers/formats';
import { LEAST_PT, type Sheet } from '@/core/papers/sheet';
import { languageIds } from '@/core/consignment/languages';
import { stationOf, type Station } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput, said } from '@/tests/order';
import { saveFreight, setLanguage } from './change';
import { papersOf, type PapersQuery } from './papers';
import { sheetsPdf } from './pdf';

/** Papers are read back by a general PDF library and a QR decoder that had no part in writing them. */
let house: House;
let code: string;
const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-papers-'));
afterAll(() => {
  house.db.close();
  rmSync(folder, { recursive: true, force: true });
});
beforeAll(() => {
  house = houseInMemory(() => NOON, 30);
  const line = (id: string, speciesId: string, count: number, tank: string) =>
    ({ id, speciesId, count, lengthCm: 3.2, massG: null, sex: 'unsexed', tank }) as const;
  code = must(
    saveOrder(
      house,
      orderInput(house, {
        lines: [line('L1', 'lemon-tetra', 30, '7'), line('L2', 'guppy', 12, '9')],
        receiver: { ...orderInput(house).receiver, phone: '+34 600 000 001', address: 'Calle Inventada 4' },
      }),
    ),
  ).code;
});
/** One order for all: what a test changes of it is set back. */
afterEach(() => {
  const { version } = station().base;
  if (station().c.language !== 'en') must(setLanguage(house, { code, version, language: 'en' }));
});

interface Read {
  widthMm: number;
  heightMm: number;
  texts: { text: string; xMm: number; yMm: number; wMm: number; pt: number }[];
}
async function readBack(sheets: readonly Sheet[]): Promise<Read[]> {
  const file = path.join(folder, 'papers.pdf');
  writeFileSync(file, await sheetsPdf(sheets, 'test'));
  const r = spawnSync('node', ['tests/read-pdf.mjs', file], { encoding: 'utf8', maxBuffer: 1e8 });
  if (r.status !== 0) throw new Error(r.stderr);
  return JSON.parse(r.stdout) as Read[];
}
const station = (): Station => stationOf(house, code)!;
const made = (want: Partial<PapersQuery>) => must(papersOf(station(), { kinds: ['bags'], format: 'a6', ...want }));
const wordsOn = (p: Read): string =>
  p.texts
    .map((t) => t.text)
    .join(' ')
    .replace(/\s+/g, ' ');

/** All QR codes of a sheet, each drawn alone and decoded. */
async function codesOn(sheet: Sheet): Promise<string[]> {
  const out: string[] = [];
  for (const k of sheet.ink) {
    if (k.kind !== 'path' || !/^M\d+ \d+h/.test(k.d)) continue;
    const size = 40;
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${size} ${size}" width="400" height="400"><rect width="${size}" height="${size}" fill="#fff"/><path d="${k.d}"/></svg>`;
    const { data, info } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const found = jsQR(new Uint8ClampedArray(data), info.width, info.height);
    out.push(found?.data ?? '');
  }
  return out;
}

test.each(formats.map((f) => [f.name, f] as const))(
  'bag labels on %s: every bag once, nothing beyond its edge, nothing under 8 pt, the right size',
  async (_, f) => {
    const { sheets, told } = made({ format: f.id });
    expect(told).toEqual([]);
    const pages = await readBack(sheets);
    const bags = station().c.bags.map((b) => b.id);
    const [w, h] = f.sheet ? [f.sheet.widthMm, f.sheet.heightMm] : [f.widthMm, f.heightMm];
    for (const p of pages) {
      expect(p.widthMm).toBeCloseTo(w, 1);
      if (h !== null) expect(p.heightMm).toBeCloseTo(h, 1);
      for (const t of p.texts) {
        expect(t.xMm).toBeGreaterThanOrEqual(f.edgeMm - 0.01);
        expect(t.xMm + t.wMm).toBeLessThanOrEqual(p.widthMm - f.edgeMm + 0.1);
        expect(t.yMm).toBeGreaterThan(f.edgeMm - 0.01);
        expect(t.pt).toBeGreaterThanOrEqual(LEAST_PT - 0.01);
      }
    }
    // Large on its own: the bag's name is there once and no more.
    const names = pages.flatMap((p) => p.texts.map((t) => t.text.trim())).filter((t) => bags.includes(t));
    expect([...names].sort()).toEqual([...bags].sort());
    expect((await Promise.all(sheets.map(codesOn))).flat()).toEqual(bags.map((b) => `${code}/${b}`));
  },
);

test('no text of a label lies over another', () => {
  for (const s of made({ format: 'a6' }).sheets) {
    const texts = s.ink.flatMap((k) => (k.kind === 'text' ? [k] : []));
    for (const [i, a] of texts.entries())
      for (const b of texts.slice(i + 1)) {
        const apart =
          a.x + a.widthMm <= b.x + 0.01 ||
          b.x + b.widthMm <= a.x + 0.01 ||
          Math.abs(a.y - b.y) > 0.7 * Math.min(a.pt, b.pt) * (25.4 / 72);
        expect(apart ? '' : `${a.text} / ${b.text}`).toBe('');
      }
  }
});

test('a label says what the plan says, in the receiver’s language', async () => {
  for (const language of languageIds) {
    must(setLanguage(house, { code, version: station().base.version, language }));
    const { sheets } = made({ kinds: ['bags', 'boxes', 'list', 'card'] });
    const all = (await readBack(sheets)).map(wordsOn).join(' ');
    expect(all).toContain(
      {
        en: 'LIVE FISH',
        es: 'PECES VIVOS',
        de: 'LEBENDE FISCHE',
        pt: 'PEIXES VIVOS',
        fr: 'POISSONS VIVANTS',
        id: 'IKAN HIDUP',
      }[language],
    );
    expect(all).toContain(
      { en: 'Do not', es: 'no abra', de: 'Bitte nicht', pt: 'não abra', fr: 'Ne pas', id: 'jangan' }[language],
    );
    expect(all).toContain('Lemon tetra');
  }
});

test('a box has four sides with its address, its QR code, and both phones', async () => {
  const { sheets } = made({ kinds: ['boxes'] });
  const boxes = new Set(station().c.bags.map((b) => b.boxId));
  expect(sheets).toHaveLength(4 * boxes.size);
  const [page] = await readBack(sheets.slice(0, 1));
  const text = wordsOn(page!).replaceAll('\u00a0', ' ');
  for (const x of ['Bilbao', 'Nico Sarto', 'Calle Inventada 4', '+34 600 000 001', 'box 1 of'])
    expect(text).toContain(x);
  expect(await codesOn(sheets[0]!)).toEqual([`${code}/BOX-1`]);
  expect(page!.widthMm).toBeCloseTo(210, 1);
});

test('the card names for every bag the way that is recommended on the expected water, in its minutes', async () => {
  const { sheets } = made({ kinds: ['card'] });
  const text = (await readBack(sheets)).map(wordsOn).join(' ');
  for (const b of station().c.bags) expect(text).toContain(b.id);
  expect(text).toMatch(/Float the closed bags for \d+ min|Straight in|Slow drip/);
  expect(text).toMatch(/Other method/);
});

test('a very long name shrinks, then is said not to fit; letters that no font has are said too', () => {
  const s = station();
  const long = 'Extraordinarily long-finned variety of the upper creek with a name that goes on '
    .repeat(4)
    .slice(0, 60);
  const c = {
    ...s.c,
    lines: s.c.lines.map((l) => ({ ...l, variety: long })),
    bags: s.c.bags.map((b) => ({
      ...b,
      labelNotes: 'A note as long as notes may be, and then some more of it. '.repeat(3).slice(0, 200),
    })),
    receiver: { ...s.c.receiver, name: '東京の水族館' },
  };
  const on = (format: string) => must(papersOf({ ...s, c }, { kinds: ['bags'], format }));
  const small = on('a4x24');
  expect(small.told.join(' ')).toMatch(/The label of bag A1 does not fit on this paper at 8 pt/);
  const large = on('a6');
  expect(large.told.join(' ')).toMatch(/No font has all letters of “.*東京/);
  expect(large.told.join(' ')).not.toMatch(/does not fit/);
  for (const k of large.sheets[0]!.ink) if (k.kind === 'text') expect(k.pt).toBeGreaterThanOrEqual(LEAST_PT);
});

test('what costs what: prices make an invoice, and both sums are those of their lines', async () => {
  const save = (charges: object, booking: object = {}) =>
    must(saveFreight(house, { code, version: station().base.version, charges, booking, declared: [] }));
  save({
    prices: [
      { lineId: 'L1', each: 2.5 },
      { lineId: 'L2', each: 4 },
    ],
    packingPerBox: 12,
    freight: 30,
  });
  const text = (await readBack(made({ kinds: ['list'] }).sheets)).map(wordsOn).join(' ');
  const boxes = new Set(station().c.bags.map((b) => b.boxId)).size;
  const total = 30 * 2.5 + 12 * 4 + 12 * boxes + 30;
  expect(text).toContain(`€${total.toFixed(2)}`);
  const own = (await readBack(made({ kinds: ['own-costs'] }).sheets)).map(wordsOn).join(' ');
  const amounts = [...own.split('Total')[0]!.matchAll(/€([\d,]+\.\d\d)/g)].map((m) => Number(m[1]!.replace(',', '')));
  const inAll = Number(/Total\s+€([\d,.]+)/.exec(own)![1]!.replace(',', ''));
  expect(Math.abs(amounts.reduce((s, x) => s + x, 0) - inAll)).toBeLessThan(0.01 * amounts.length);
  expect(inAll).toBeGreaterThan(5);
  // Who receives it and pays the carrier is not asked for the freight again.
  save({ prices: [{ lineId: 'L1', each: 2.5 }], freight: 30 }, { paidBy: 'receiver' });
  expect((await readBack(made({ kinds: ['buyer-costs'] }).sheets)).map(wordsOn).join(' ')).toContain('€75.00');
});

test('while the odds are computed no hour stands on a label, planned ones least of all, and that is said', async () => {
  const s = station();
  const { result } = s.view.stored;
  const waiting = {
    ...s,
    view: { ...s.view, stored: { ...s.view.stored, result: result && { ...result, draws: 0 } } },
  };
  const made = must(papersOf(waiting, { kinds: ['bags', 'boxes'], format: 'a6' }));
  expect(made.told.join()).toMatch(/Odds are still being computed/);
  const text = (await readBack(made.sheets)).map(wordsOn).join(' ');
  expect(text).not.toMatch(/Open before|safe until/);
  expect(must(papersOf(s, { kinds: ['bags'], format: 'a6' })).told).toEqual([]);
  // What was opened waits for nothing.
  const opened = { ...waiting, c: { ...s.c, actual: { ...s.c.actual, openedAt: s.c.openingAt } } };
  expect(must(papersOf(opened, { kinds: ['bags'], format: 'a6' })).told).toEqual([]);
});

test('what comes to the house is printed by its sender; nothing is printed of nothing', () => {
  const s = station();
  const want = { kinds: ['bags' as const], format: 'a6' };
  expect(said(papersOf({ ...s, c: { ...s.c, direction: 'incoming' } }, want))).toMatch(/is an arrival/);
  expect(said(papersOf({ ...s, c: { ...s.c, bags: [] } }, want))).toMatch(/No bags planned/);
});

test.each(languageIds)('papers of corals never speak of fish: %s', (language) => {
  must(setLanguage(house, { code, version: station().base.version, language }));
  const here = station();
  const words = (s: Station): string =>
    must(papersOf(s, { kinds: ['bags', 'boxes', 'list', 'card', 'confirmation'], format: 'a6' }))
      .sheets.flatMap((x) => x.words)
      .join(' ');
  const FISH = /.{0,40}(\bfish\b|fische|poissons|peces|peixes|\bikan\b)/i;
  expect(words(here)).toMatch(FISH);
  const lines = here.c.lines.map((l) => ({ ...l, speciesId: 'zoanthids' }));
  expect(FISH.exec(words({ ...here, c: { ...here.c, lines } }))).toBeNull();
});
