import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { refuse } from '@/core/consignment/outcome';
import { readText } from '@/ui/fields/file';
import { askedFor } from './asked';
import type { House } from './house';
import { saveOrder } from './order/order';
import { tick } from './pack/events';
import { setKeys } from './settings/settings';
import { troubleOf } from './trouble';
import { importCsv, importInSlices } from './records/csv';
import { lookUp, once, onceInSlices } from './write';

const now = Date.parse('2026-11-24T12:00:00Z');
const press = 'a'.repeat(32);
let house: House;
beforeEach(() => (house = houseInMemory(() => now)));
afterEach(() => house.db.close());
const count = (): number => (house.db.prepare('SELECT COUNT(*) AS n FROM consignment').get() as { n: number }).n;
const order = (h: House) => saveOrder(h, orderInput(h));
const sqlite = (code: string): Error => Object.assign(new Error('boom'), { code });

describe('one press', () => {
  test('is done once, however often it arrives, and always answered the same', () => {
    const first = once(house, press, order);
    expect(once(house, press, order)).toEqual(first);
    expect(once(house, press, () => refuse('', 'never run'))).toEqual(first);
    expect(count()).toBe(1);
    expect(lookUp(house, press)).toEqual(first);
    expect(must(once(house, 'b'.repeat(32), order)).code).not.toBe(must(first).code);
  });
  test('that was refused may be made again', () => {
    expect(said(once(house, press, () => refuse('x', 'not so')))).toBe('not so');
    expect(must(once(house, press, order)).code).toMatch(/^KC-/);
  });
  test('that is asked about before it arrives is given up, and never done later', () => {
    expect(said(lookUp(house, press))).toContain('Not saved');
    expect(said(once(house, press, order))).toContain('cancelled before it arrived');
    expect(count()).toBe(0);
    expect(said(lookUp(house, press))).toContain('Not saved');
    // A name that is none is not written down.
    lookUp(house, 'x'.repeat(9000));
    expect(house.db.prepare('SELECT COUNT(*) AS n FROM receipt').get()).toEqual({ n: 1 });
  });
  test('without a name of its own does nothing', () => {
    for (const bad of ['', 'short', 'x'.repeat(99), 'a b'.repeat(9), null, { a: 1 }])
      expect(said(once(house, bad as string, order))).toContain('Reload the page');
    expect(count()).toBe(0);
  });
  test('that breaks in the middle leaves nothing behind, and says so', () => {
    const quiet = jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const broken = once(house, press, (h) => {
      must(order(h));
      throw new Error('secret detail');
    });
    expect(said(broken)).toBe('The server hit an unexpected error. Not saved. Your entries are still here.');
    expect(count()).toBe(0);
    expect(quiet).toHaveBeenCalledTimes(1);
    quiet.mockRestore();
    expect(must(once(house, press, order)).code).toMatch(/^KC-/);
  });
  test.each([
    ['SQLITE_FULL', /not saved: the disk is full/i],
    ['SQLITE_READONLY_DBMOVED', /no permission to write/],
    ['SQLITE_CORRUPT_VTAB', /damaged.*kindly doctor/],
    ['SQLITE_IOERR_WRITE', /refused it/],
    ['SQLITE_BUSY', /another program is using/],
    ['ENOSPC', /disk is full/],
    ['EROFS', /read-only/],
  ])('%s has a sentence of its own with what to do', (code, words) => {
    const r = once(house, press, () => {
      throw sqlite(code);
    });
    expect(said(r)).toMatch(words);
  });
  test('an error that nobody knows has none', () => {
    expect([new Error('x'), sqlite('ELSE'), null, 3].map(troubleOf)).toEqual([null, null, null, null]);
  });
  test('into a folder that is gone says that, and writes nothing', () => {
    house.gone = () => 'The data folder was removed.';
    expect(said(once(house, press, (h) => setKeys(h, false)))).toBe('The data folder was removed.');
  });
  test('old answers are let go', () => {
    must(once(house, press, order));
    house.receipts.prune('2026-11-25T00:00:00Z');
    expect(said(lookUp(house, press))).toContain('Not saved');
  });
});

describe('a long file', () => {
  const names = Array.from({ length: 900 }, (_, i) => `Tank ${i}`);
  const text = [
    'Name,Litres,For',
    ...names.map((n, i) => `${n},${i === 40 ? 'x' : 100},stock`),
    'Tank 7,90,stock',
  ].join('\n');
  const asked = (commit: boolean) => ({ text, mapping: null, commit });
  const tanks = (): number => house.records.list('tank', 'all').length;
  /** Every look at the clock is a hundredth of a second later: slices are short, however fast the machine is. */
  const slowly = (): jest.SpyInstance => {
    let ms = 0;
    return jest.spyOn(performance, 'now').mockImplementation(() => (ms += 5));
  };
  afterEach(() => jest.restoreAllMocks());
  test('is read in slices, and what comes of it is what comes of it at once', async () => {
    const other = houseInMemory(() => now);
    const trial = must(importCsv(other, 'tank', asked(false)));
    const whole = must(importCsv(other, 'tank', asked(true)));
    other.db.close();
    expect(whole).toMatchObject({
      added: 899,
      problems: [{ line: 42 }, { line: 902, message: 'This is the same tank as in line 9.' }],
    });
    slowly();
    expect(must(await onceInSlices(house, 'c'.repeat(32), (h) => importInSlices(h, 'tank', asked(false))))).toEqual(
      trial,
    );
    expect(tanks()).toBe(0);
    const steps = importInSlices(house, 'tank', asked(false));
    expect(steps.next().done).toBe(false);
    const sliced = must(await onceInSlices(house, press, (h) => importInSlices(h, 'tank', asked(true))));
    expect(sliced).toEqual({ ...whole, undo: sliced.undo });
    expect(tanks()).toBe(899);
  });
  test('lets others in between, and a second press of the same name is told how far it is', async () => {
    slowly();
    const long = onceInSlices(house, press, (h) => importInSlices(h, 'tank', asked(true)));
    expect(must(once(house, 'd'.repeat(32), order)).code).toMatch(/^KC-/);
    const before = tanks();
    expect(before).toBeGreaterThan(0);
    expect(before).toBeLessThan(899);
    expect(said(lookUp(house, press))).toContain(`The first ${before} of 901 lines were read`);
    must(await long);
    expect(must(lookUp(house, press))).toMatchObject({ added: 899 });
  });
  test('that is cut off says what is in the list, never that nothing was saved', async () => {
    slowly();
    jest.spyOn(console, 'error').mockImplementation(() => undefined);
    const r = await onceInSlices(house, press, function* (h) {
      const slices = importInSlices(h, 'tank', asked(true));
      yield slices.next().value as string;
      throw sqlite('SQLITE_FULL');
    });
    expect(said(r)).toMatch(/halfway\. The first \d+ of 901 lines/);
    expect(tanks()).toBeGreaterThan(0);
    jest.restoreAllMocks();
    const rest = must(await onceInSlices(house, 'e'.repeat(32), (h) => importInSlices(h, 'tank', asked(true))));
    expect(rest.added + rest.same).toBe(899);
    expect(tanks()).toBe(899);
  });
  test('that is refused leaves no receipt', async () => {
    expect(
      said(await onceInSlices(house, press, (h) => importInSlices(h, 'tank', { ...asked(true), text: '' }))),
    ).toContain('empty');
    expect(house.receipts.of(press)).toBeNull();
  });
});

test('only steps that a plan has can be ticked', () => {
  const { code } = must(order(house));
  expect(must(tick(house, code, 'labels', true))).toBeTruthy();
  for (const key of ['moment:nothing', 'x', '', 'toString']) {
    expect(said(tick(house, code, key, true))).toBe('This step is not in the plan.');
    expect(said(tick(house, code, key, false))).toBe('This step is not in the plan.');
  }
});

test('a parameter that an address tells twice counts once', async () => {
  expect(await askedFor(Promise.resolve({ find: ['a', 'b'], page: '2', none: undefined }))).toEqual({
    find: 'a',
    page: '2',
  });
});

describe('files of every age', () => {
  const bytes = (text: string, writing: BufferEncoding, mark: number[] = []) =>
    new Uint8Array([...mark, ...Buffer.from(text, writing)]);
  test('UTF-8, UTF-16 with its mark, and Latin-1 are read, and what was done is said', () => {
    expect(readText(bytes('Młyńska,5', 'utf8'))).toEqual({ text: 'Młyńska,5', said: '' });
    expect(readText(bytes('Grätz', 'utf16le', [0xff, 0xfe]))).toEqual({ text: 'Grätz', said: 'Read as UTF-16.' });
    const turned = Buffer.from('Grätz', 'utf16le').swap16();
    expect(readText(new Uint8Array([0xfe, 0xff, ...turned])).text).toBe('Grätz');
    const old = readText(bytes('Grätz – 5', 'latin1'));
    expect(old.text).toContain('Grätz');
    expect(old.said).toContain('Latin-1');
  });
});
