import { keepProfile, profileOf, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { stationOf } from '@/server/consignment/station';
import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput, said } from '@/tests/order';
import { labelPaper, saveFreight, setLabelPaper } from './change';
import { draftCertificate, issueCertificate } from './certificates';
import { eveningPapers, eveningShipments } from './evening';
import { papersAskedFor, registerView } from './view';

let house: House;
let code: string;
let now = NOON;
beforeEach(() => {
  now = NOON;
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterEach(() => house.db.close());
const ask = (more: object = {}) => ({ code, kind: 'bred', lineIds: ['L1'], permit: '', ...more });

describe('certificates of origin', () => {
  test('take their numbers by year, stay as they were given out, and stand in the register', () => {
    expect(must(issueCertificate(house, ask()))).toBe('2026-0001');
    keepProfile(house, { ...profileOf(house), licence: 'PT-77' });
    expect(must(issueCertificate(house, ask()))).toBe('2026-0002');
    now = Date.parse('2027-01-02T10:00:00Z');
    expect(must(issueCertificate(house, ask()))).toBe('2027-0001');
    const text = (n: string): string => JSON.stringify(house.certificates.byNumber(n)!.paper);
    expect(text('2026-0001')).toContain('No licence number was entered');
    expect(text('2026-0002')).toContain('Licence PT-77');
    expect(registerView(house).certificates.map((x) => [x.number, x.code, x.buyer])).toEqual([
      ['2027-0001', code, 'Nico Sarto'],
      ['2026-0002', code, 'Nico Sarto'],
      ['2026-0001', code, 'Nico Sarto'],
    ]);
  });
  test('say species, count, size, price and buyer, and what they do not prove', () => {
    const { version } = stationOf(house, code)!.base;
    must(
      saveFreight(house, {
        code,
        version,
        booking: {},
        charges: { prices: [{ lineId: 'L1', each: 3.5 }] },
        declared: [],
      }),
    );
    const { paper } = must(draftCertificate(house, ask()));
    const text = JSON.stringify(paper);
    for (const x of [
      'Hyphessobrycon pulchripinnis',
      '"8"',
      '3.2 cm',
      '€3.50',
      'Nico Sarto',
      'no import, transit or veterinary permit',
    ])
      expect(text).toContain(x);
    // A draft takes no number.
    expect(house.certificates.all()).toEqual([]);
  });
  test('of wild animals need a permit; of nothing, of what is not in the order, or of what comes in there is none', () => {
    expect(said(issueCertificate(house, ask({ kind: 'wild' })))).toMatch(/need a permit number/);
    expect(must(issueCertificate(house, ask({ kind: 'wild', permit: 'ICNF 12/26' })))).toBe('2026-0001');
    expect(said(issueCertificate(house, ask({ lineIds: [] })))).toMatch(/at least one/);
    expect(said(issueCertificate(house, ask({ lineIds: ['L9'] })))).toMatch(/no longer in the order/);
    expect(said(issueCertificate(house, ask({ kind: 'found' })))).toMatch(/the origin of the animals/);
  });
});

test('the papers of an evening come shipment after shipment, in the order in which they leave', () => {
  const later = must(saveOrder(house, orderInput(house, { handOverLocal: '2026-11-26T19:30' }))).code;
  must(
    saveOrder(
      house,
      orderInput(house, {
        handOverLocal: '2026-11-27T19:00',
        windowStartLocal: '2026-11-28T09:00',
        windowEndLocal: '2026-11-28T12:00',
        openingLocal: '2026-11-28T10:30',
      }),
    ),
  );
  expect(eveningShipments(house, '2026-11-26').map((x) => x.code)).toEqual([code, later]);
  const { sheets } = eveningPapers(house, '2026-11-26', { format: 'a6' });
  const first = (c: string): number => sheets.findIndex((s) => s.words.join(' ').includes(c));
  expect(first(code)).toBe(0);
  expect(first(later)).toBeGreaterThan(first(code));
  expect(eveningPapers(house, '2026-11-20', { format: 'a6' }).sheets).toEqual([]);
});

test('the paper that labels are printed on is remembered with its edge; an address outranks it; nonsense changes nothing', () => {
  expect(papersAskedFor(house, {})).toMatchObject({
    format: 'a6x4',
    kinds: ['bags', 'boxes', 'list', 'card', 'certificate'],
  });
  must(setLabelPaper(house, { format: 'roll62', edgeMm: 3.5 }));
  expect(papersAskedFor(house, {})).toMatchObject({ format: 'roll62', edgeMm: 3.5 });
  expect(papersAskedFor(house, { format: 'a6' })).toEqual({ kinds: expect.any(Array) as string[], format: 'a6' });
  expect(said(setLabelPaper(house, { format: 'a3' }))).toMatch(/Choose a paper/);
  expect(labelPaper(house)).toEqual({ format: 'roll62', edgeMm: 3.5 });
  expect(papersAskedFor(house, { kinds: 'own-costs,../x', format: ['a6', 'b'], bag: 'A1' })).toMatchObject({
    kinds: ['own-costs'],
    bag: 'A1',
  });
});
