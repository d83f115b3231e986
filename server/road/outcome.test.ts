import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import sharp from 'sharp';
import { foundParts, sealed, type ReceiverReport } from '@/core/consignment/found-file';
import { outcomeOf } from '@/server/arrive/finish';
import { undo } from '@/server/consignment/change';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { photoFile } from '@/server/photo/photos';
import { must, orderInput, readBag, said } from '@/tests/order';
import { picturesIn, takeOutcome } from './outcome';

const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-found-'));
let now = Date.parse('2026-11-26T20:00:00Z');
let house: House;
let code: string;
const c = () => house.consignments.byCode(code)!.document;
const at = '2026-11-27T10:05:00.000Z';
const base = { note: '', by: '', strikes: null };
const found = (more: Partial<ReceiverReport> = {}): ReceiverReport =>
  sealed({
    id: c().id,
    code,
    by: 'Nico Sarto',
    madeAt: at,
    observations: [
      {
        ...base,
        n: 2,
        at,
        subject: { kind: 'bag', id: 'A1' },
        quantity: 'tempC',
        value: 19.1,
        unit: '°C',
        word: '',
        method: 'typed',
        photo: null,
      },
      {
        ...base,
        n: 3,
        at,
        subject: { kind: 'bag', id: 'A1' },
        quantity: 'dead',
        value: 1,
        unit: '',
        word: '',
        method: 'counted',
        photo: null,
      },
      {
        ...base,
        n: 4,
        at,
        subject: { kind: 'bag', id: 'A1' },
        quantity: 'sign',
        value: null,
        unit: '',
        word: 'cloudy',
        method: 'seen',
        photo: null,
      },
    ],
    events: [
      { ...base, n: 1, at: '2026-11-27T09:40:00.000Z', kind: 'arrived', subject: { kind: 'consignment', id: '' } },
      { ...base, n: 5, at, kind: 'opened', subject: { kind: 'consignment', id: '' } },
      { ...base, n: 6, at, kind: 'moved', subject: { kind: 'bag', id: 'A1' }, note: 'Slow drip, into Q' },
    ],
    photos: [],
    ...more,
  });
beforeEach(() => {
  house = openHouse(mkdtempSync(path.join(folder, 'h-')), () => now, 0);
  now = Date.parse('2026-11-26T17:00:00Z');
  code = must(saveOrder(house, orderInput(house))).code;
  for (const [name, iso] of [
    ['sealedAt', '2026-11-26T17:00:00.000Z'],
    ['handedOverAt', '2026-11-26T19:00:00.000Z'],
  ] as const) {
    now = Date.parse(iso);
    must(recordEvent(house, code, name, iso));
  }
  now = Date.parse('2026-11-27T12:00:00Z');
});
afterEach(() => house.db.close());
afterAll(() => rmSync(folder, { recursive: true, force: true }));

test('what a card wrote is taken as facts by whoever received: readings, signs, when and how; the second time nothing is new', () => {
  must(takeOutcome(house, code, JSON.stringify(found())));
  expect(c().actual).toMatchObject({ arrivedAt: '2026-11-27T09:40:00.000Z', openedAt: at });
  expect(c().actual.bags[0]).toMatchObject({ bagId: 'A1', tempC: 19.1, dead: 1 });
  const { observations } = house.facts.of(c().id);
  expect(observations.map((o) => [o.quantity, o.by])).toEqual([
    ['tempC', 'Nico Sarto'],
    ['dead', 'Nico Sarto'],
    ['sign', 'Nico Sarto'],
  ]);
  expect(outcomeOf(house, c()).bags[0]).toMatchObject({ state: 'across', seen: ['cloudy water'] });
  expect(said(takeOutcome(house, code, JSON.stringify(found())))).toContain('is already here');
});

test('it comes as text too, and an undo takes all of it back, after which it may come again', () => {
  const text = foundParts(found(), 200).join('\n');
  must(takeOutcome(house, code, `Hello, here it is:\n${text}`));
  expect(must(undo(house, code))).toBe('what the receiver found');
  expect(c().actual).toMatchObject({ arrivedAt: null, openedAt: null, bags: [] });
  must(takeOutcome(house, code, text));
  expect(c().actual.bags[0]).toMatchObject({ tempC: 19.1 });
});

test('what this house read itself stays as it is', () => {
  must(recordEvent(house, code, 'arrivedAt', '2026-11-27T09:10:00.000Z'));
  must(readBag(house, code, 'A1', { tempC: 20.5 }));
  must(takeOutcome(house, code, JSON.stringify(found())));
  expect(c().actual.arrivedAt).toBe('2026-11-27T09:10:00.000Z');
  expect(c().actual.bags[0]).toMatchObject({ tempC: 20.5, dead: 1 });
});

test('a file that a hand changed is taken only as what it is: every figure as from a file', () => {
  const edited = JSON.stringify(found()).replace('19.1', '29.1');
  const refused = takeOutcome(house, code, edited);
  expect(said(refused)).toContain('changed after the card saved it');
  expect(!refused.ok && refused.problems[0]!.path).toBe('changed');
  expect(c().actual.bags).toEqual([]);
  must(takeOutcome(house, code, edited, true));
  expect(c().actual.bags[0]!.tempC).toBe(29.1);
  expect(new Set(house.facts.of(c().id).observations.map((o) => o.method))).toEqual(new Set(['file']));
});

test('of another shipment, of bags that are not there, of nothing, or out of order in time it is refused in words', () => {
  const other = sealed({ ...found(), id: '00000000-0000-4000-8000-000000000009', code: 'KC-0999' });
  expect(said(takeOutcome(house, code, JSON.stringify(other)))).toContain('KC-0999, another shipment');
  const strange = found({ observations: [{ ...found().observations[0]!, subject: { kind: 'bag', id: 'Z9' } }] });
  expect(said(takeOutcome(house, code, JSON.stringify(strange)))).toContain('bag Z9');
  expect(said(takeOutcome(house, code, JSON.stringify(found({ observations: [], events: [] }))))).toContain(
    'Nothing in this file yet',
  );
  const early = found({ events: [{ ...found().events[0]!, at: '2026-11-26T10:00:00.000Z' }] });
  expect(said(takeOutcome(house, code, JSON.stringify(early)))).not.toBe('');
  expect(said(takeOutcome(house, code, foundParts(found(), 200)[0]!))).toContain('missing');
  expect(c().actual.bags).toEqual([]);
});

test('pictures come with it, drawn again, each once; what is no picture is left out', async () => {
  const jpeg = (
    await sharp({ create: { width: 40, height: 30, channels: 3, background: '#0E6E78' } })
      .jpeg()
      .toBuffer()
  ).toString('base64');
  const photos = [
    { subject: { kind: 'bag' as const, id: 'A1' }, at, jpeg },
    { subject: { kind: 'box' as const, id: '1' }, at, jpeg: Buffer.from('<svg/>').toString('base64') },
  ];
  const text = JSON.stringify(found({ photos }));
  const pictures = await picturesIn(text);
  expect(pictures).toHaveLength(1);
  must(takeOutcome(house, code, text, false, pictures));
  const kept = house.facts.of(c().id).observations.filter((o) => o.photo);
  expect(kept).toMatchObject([{ subject: { kind: 'bag', id: 'A1' }, at, by: 'Nico Sarto' }]);
  expect(photoFile(house, kept[0]!.photo!)).not.toBeNull();
});
