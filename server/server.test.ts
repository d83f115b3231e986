import { houseInMemory } from '@/tests/house';
import { krakowOrder as order, must, NOON as NOW, pathsOf, place, said, water } from '@/tests/order';
import { readFileSync } from 'node:fs';
import { profileOf, type House } from './house';
import { ownAssumptions, setAssumption, setAssumptionInSlices } from '@/server/settings/assumptions';
import { lookUp, onceInSlices } from '@/server/write';
import { undo } from '@/server/consignment/change';
import { archive, exportConsignment, importConsignment } from '@/server/consignment/files';
import { instantAt } from './instants';
import { duplicate, saveOrder } from '@/server/order/order';
import { saveBags } from '@/server/bag/bags';
import { saveBoxes } from '@/server/box/boxes';
import { importForecast } from '@/server/heat/forecast';
import { changeBox } from '@/server/heat/box';
import { recordEvent, tick } from '@/server/pack/events';

let now = NOW;
let house: House;
const stored = (code: string) => house.consignments.byCode(code)!;

beforeEach(() => {
  now = NOW;
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

describe('an order', () => {
  test('makes a whole plan at once: bags, box, packs, forecast, result', () => {
    const { code } = must(saveOrder(house, order()));
    const s = stored(code);
    expect(s.document.bags.flatMap((b) => b.animals).reduce((n, a) => n + a.count, 0)).toBe(10);
    expect(s.document.forecast!.places.map((p) => p.name)).toEqual(['Coimbra', 'Kraków']);
    expect(s.result!.bags.map((b) => b.id)).toEqual(s.document.bags.map((b) => b.id));
    expect(s.result!.handOverMs).toBe(Date.parse('2026-11-26T17:00:00Z'));
    expect(s.document.receiver.name).toBe('Zofia Łęcka');
  });
  test.each([
    [
      'zero fish',
      {
        lines: [{ id: 'L1', speciesId: 'lemon-tetra', count: 0, lengthCm: 3, massG: null, sex: 'unsexed', tank: '7' }],
      },
      'lines.0.count',
    ],
    [
      'an unknown species',
      { lines: [{ id: 'L1', speciesId: 'unicorn', count: 1, lengthCm: 3, massG: null, sex: 'unsexed', tank: '7' }] },
      'lines.0.speciesId',
    ],
    ['a drop-off in the past', { handOverLocal: '2026-11-20T17:00' }, 'handOverLocal'],
    [
      'a marine fish in fresh water',
      {
        lines: [
          { id: 'L1', speciesId: 'ocellaris-clownfish', count: 1, lengthCm: 4, massG: null, sex: 'unsexed', tank: '7' },
        ],
      },
      'sourceWater.salinity',
    ],
    ['a service without live animals', { serviceId: 'drayton-parcel' }, 'serviceId'],
    [
      'no receiver',
      { receiver: { name: ' ', address: '', phone: '', place: place('Kraków', 50, 20, 'Europe/Warsaw') } },
      'receiver.name',
    ],
    ['an opening before the drop-off', { openingLocal: '2026-11-25T12:00' }, 'openingLocal'],
    ['half a window', { windowEndLocal: '' }, 'windowEndLocal'],
  ])('%s is refused beside its field, and nothing is saved', (_, change, field) => {
    const r = saveOrder(house, order(change));
    expect(pathsOf(r)).toContain(field);
    expect(house.consignments.list()).toHaveLength(0);
  });
  test('local times follow the daylight saving of their town', () => {
    expect(instantAt('2026-07-01T12:00', 'Europe/Lisbon')).toBe('2026-07-01T11:00:00.000Z');
    expect(instantAt('2026-12-01T12:00', 'Europe/Lisbon')).toBe('2026-12-01T12:00:00.000Z');
  });
  test('the first sender typed becomes the fish room, and a later one does not', () => {
    must(saveOrder(house, order()));
    const other = { name: 'Guest', address: '', phone: '', place: place('Leeds', 53.8, -1.55, 'Europe/London') };
    must(saveOrder(house, order({ sender: other })));
    expect(profileOf(house)).toMatchObject({ name: 'Marrow Weir Fishroom', place: { zone: 'Europe/Lisbon' } });
  });
  test('codes count on, and the same order can be made again for a coming week', () => {
    const { code } = must(saveOrder(house, order()));
    const again = must(duplicate(house, code));
    expect(again).not.toBe(code);
    expect(Date.parse(stored(again).document.handOverAt)).toBeGreaterThan(NOW);
  });
});

describe('changes', () => {
  let code: string;
  beforeEach(() => {
    code = must(saveOrder(house, order())).code;
  });
  const bagsInput = (change: object = {}) => ({
    code,
    version: stored(code).version,
    bags: stored(code).document.bags,
    sourceWater: water,
    ...change,
  });

  test('two tabs: the second is refused with a sentence and nothing is lost', () => {
    const old = bagsInput();
    must(saveBags(house, bagsInput({ sourceWater: { ...water, khDkh: 9 } })));
    const second = saveBags(house, { ...old, sourceWater: { ...water, khDkh: 2 } });
    expect(!second.ok && second.problems[0]!.message).toMatch(/changed this shipment/);
    expect(stored(code).document.sourceWater.khDkh).toBe(9);
  });
  test('undo takes the last change back, step by step', () => {
    must(saveBags(house, bagsInput({ sourceWater: { ...water, khDkh: 9 } })));
    must(saveBags(house, bagsInput({ sourceWater: { ...water, khDkh: 3 } })));
    expect(must(undo(house, code))).toBe('the bags');
    expect(stored(code).document.sourceWater.khDkh).toBe(9);
    must(undo(house, code));
    expect(stored(code).document.sourceWater.khDkh).toBe(5);
    expect(undo(house, code).ok).toBe(false);
  });
  test('bad water is refused at its field and the stored result stays', () => {
    const before = stored(code);
    const r = saveBags(house, bagsInput({ bags: before.document.bags.map((b) => ({ ...b, waterL: -2 })) }));
    expect(pathsOf(r)).toContain('bags.0.waterL');
    expect(stored(code)).toEqual(before);
  });
  test('a box too low for its bags is refused with the centimetres, and nothing is saved', () => {
    const s = stored(code);
    const box = { ...s.document.boxes[0]!, boxTypeId: 'box-l', packs: [], ventHoles: 0 };
    const bag = { ...s.document.bags[0]!, boxId: box.id, bagTypeId: 'bag-18x40', waterL: 1, gasL: 2.2 };
    const boxes = (boxTypeId: string) =>
      saveBoxes(house, { code, version: stored(code).version, boxes: [{ ...box, boxTypeId }], inBox: {} });
    must(boxes('box-l'));
    must(saveBags(house, bagsInput({ bags: [{ ...bag, animals: [{ lineId: 'L1', count: 10 }] }] })));
    const r = boxes('box-s');
    // 3.2 L over 103.1 cm² and 4 cm of neck stand 35.0 cm; the small box has 30.
    expect(r).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('5.0 cm too tall') as string }],
    });
    expect(stored(code).document.boxes[0]!.boxTypeId).toBe('box-l');
  });
  test('packs and a colder forecast change the stored result', () => {
    const coldest = (): number => Math.min(...stored(code).result!.bags.map((b) => b.coldestC));
    const packs = (list: object[], shiftC: number) =>
      changeBox(house, { code, version: stored(code).version, boxId: '1', box: { packs: list, ventHoles: 4 }, shiftC });
    must(packs([{ packId: 'heat-72h', count: 2 }], 0));
    const two = coldest();
    must(packs([], 0));
    const none = coldest();
    must(packs([], -8));
    expect(none).toBeLessThan(two);
    expect(coldest()).toBeLessThan(none);
  });
  test('a forecast file must name both towns; broken lines are told; 50 MB are not read', () => {
    expect(
      pathsOf(
        importForecast(
          house,
          code,
          'time,place,temperature\n2026-11-26 00:00,Coimbra,4\n2026-11-28 00:00,Coimbra,5\n',
          'x.csv',
        ),
      ),
    ).toEqual(['file']);
    expect(pathsOf(importForecast(house, code, 'time,place,temperature\nsoon,Coimbra,4\n', 'x.csv'))).toEqual([
      'line 2',
    ]);
    expect(importForecast(house, code, 'x'.repeat(50_000_000), 'x.csv')).toMatchObject({
      ok: false,
      problems: [{ path: 'file', message: expect.stringContaining('50 MB') as string }],
    });
    const text = `time,place,temperature,zone\n${['Coimbra', 'Kraków'].flatMap((p) => ['2026-11-26 00:00', '2026-11-29 00:00'].map((t) => `${t},${p},-9,UTC`)).join('\n')}\n`;
    must(importForecast(house, code, text, 'frost.csv'));
    expect(stored(code).document.forecast!.source).toBe('file frost.csv');
  });
  test('ticks keep their instant, and taking one back leaves both in the journal', () => {
    now = NOW + 1000;
    expect(must(tick(house, code, 'labels', true))).toBe(new Date(now).toISOString());
    must(tick(house, code, 'labels', false));
    expect(house.facts.ticks(stored(code).document.id).size).toBe(0);
    expect(
      house.consignments
        .journalOf(stored(code).document.id)
        .filter((j) => j.subject === 'labels')
        .map((j) => j.kind),
    ).toEqual(['taken back', 'ticked']);
  });
  test('the journal is neither changed nor deleted', () => {
    expect(() => house.db.exec('DELETE FROM journal')).toThrow(/never deleted/);
    expect(() => house.db.exec("UPDATE journal SET kind = 'x'")).toThrow(/never changed/);
  });
  test('events keep their order', () => {
    must(recordEvent(house, code, 'sealedAt', '2026-11-26T15:00:00.000Z'));
    expect(pathsOf(recordEvent(house, code, 'handedOverAt', '2026-11-26T14:00:00.000Z'))).toEqual(['handedOverAt']);
    expect(stored(code).result!.sealMs).toBe(Date.parse('2026-11-26T15:00:00Z'));
  });
});

describe('own assumptions', () => {
  test('a new value reaches what is still here and every new shipment; what left keeps its own', () => {
    const here = must(saveOrder(house, order())).code;
    const gone = must(saveOrder(house, order())).code;
    must(recordEvent(house, gone, 'sealedAt', new Date(NOW).toISOString()));
    must(recordEvent(house, gone, 'handedOverAt', new Date(NOW + 1000).toISOString()));
    expect(must(setAssumption(house, { name: 'stressSettled', value: 2.5 }))).toBe(1);
    expect(stored(here).document.assumptions).toEqual({ stressSettled: 2.5 });
    expect(stored(gone).document.assumptions).toEqual({});
    const later = must(saveOrder(house, order())).code;
    expect(stored(later).document.assumptions).toEqual({ stressSettled: 2.5 });
    must(setAssumption(house, { name: 'stressSettled', value: null }));
    expect(stored(here).document.assumptions).toEqual({});
  });
  test('goes shipment by shipment: others come in between, and cut off it says how far it is', async () => {
    const [one, two] = [must(saveOrder(house, order())).code, must(saveOrder(house, order())).code];
    const press = 'a'.repeat(32);
    const long = onceInSlices(house, press, (h) => setAssumptionInSlices(h, { name: 'stressSettled', value: 2.5 }));
    expect(ownAssumptions(house)).toEqual({ stressSettled: 2.5 });
    expect(said(lookUp(house, press))).toMatch(/The value is set, and 0 of 2 shipments are recomputed so far/);
    // Somebody hands one over meanwhile: it keeps what it was sent with.
    must(recordEvent(house, two, 'sealedAt', new Date(NOW).toISOString()));
    must(recordEvent(house, two, 'handedOverAt', new Date(NOW + 1000).toISOString()));
    must(await long);
    expect(stored(one).document.assumptions).toEqual({ stressSettled: 2.5 });
    expect(stored(two).document.assumptions).toEqual({});
  });
  test.each([
    ['an unknown name', { name: 'luck', value: 1 }],
    ['a share above 1', { name: 'packDudShare', value: 1.4 }],
    ['a half-time of nothing', { name: 'stressHalfTimeH', value: 0 }],
    ['less than nothing', { name: 'packQ10', value: -1 }],
    ['no number', { name: 'packQ10', value: 'much' }],
  ])('%s is refused and nothing is kept', (_, input) => {
    expect(pathsOf(setAssumption(house, input))).toEqual(['value']);
    expect(ownAssumptions(house)).toEqual({});
  });
});

describe('files', () => {
  test('the same shipment imported twice is asked about; replace and keep both do what they say', () => {
    const { code } = must(saveOrder(house, order()));
    const { text } = must(exportConsignment(house, code));
    expect(must(importConsignment(house, text, 'ask'))).toEqual({ state: 'exists', code });
    expect(must(importConsignment(house, text, 'replace'))).toEqual({ state: 'replaced', code });
    expect(must(importConsignment(house, text, 'keep-both'))).toMatchObject({ state: 'copied' });
    expect(house.consignments.list()).toHaveLength(2);
  });
  test('an export read into an empty house exports the same again', () => {
    const text = readFileSync('examples/marine-air-cargo.json', 'utf8');
    must(importConsignment(house, text, 'ask'));
    expect(JSON.parse(must(exportConsignment(house, 'KC-0103')).text)).toEqual(JSON.parse(text));
  });
  test('a broken, unknown or huge file is refused', () => {
    expect(importConsignment(house, '{', 'ask')).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringContaining('not a JSON file') as string }],
    });
    const strange = JSON.parse(readFileSync('examples/marine-air-cargo.json', 'utf8')) as {
      lines: { speciesId: string }[];
    };
    strange.lines[0]!.speciesId = 'kraken';
    expect(importConsignment(house, JSON.stringify(strange), 'ask')).toMatchObject({
      ok: false,
      problems: [{ path: 'lines.0.speciesId' }],
    });
    expect(importConsignment(house, ' '.repeat(50_000_000), 'ask').ok).toBe(false);
    expect(house.consignments.list()).toHaveLength(0);
  });
  test('put away and brought back', () => {
    const { code } = must(saveOrder(house, order()));
    must(archive(house, code, true));
    expect(house.consignments.list()).toHaveLength(0);
    must(archive(house, code, false));
    expect(house.consignments.list()).toHaveLength(1);
  });
});
