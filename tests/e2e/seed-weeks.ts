import { recordEvent } from '@/server/pack/events';
import { openHouse } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { saveRecord } from '@/server/records/records';
import { addRecord, must, orderInput, readBag } from '../order';

/** Own tanks, medicines with invented labels, and arrivals that are home in their tanks, counted alive: their codes on a line each. */
const folder = process.argv[2]!;
const house = openHouse(folder, undefined, 0);
const sea = { tempC: 25.5, pH: 8.1, khDkh: 8, ghDgh: 60, salinity: 35, tanMgNL: 0 };
const soft = { tempC: 18, pH: 7.4, khDkh: 4, ghDgh: 8, salinity: 0, tanMgNL: 0 };
const kinds: [tank: string, litres: number, species: string, count: number, lengthCm: number, water: typeof sea][] = [
  ['Left', 90, 'banggai-cardinalfish', 4, 5, sea],
  ['Right', 90, 'banggai-cardinalfish', 4, 5, sea],
  ['Vat', 900, 'goldfish', 3, 14, soft],
  ['Jar', 25, 'cherry-shrimp', 12, 2, { ...soft, tempC: 23 }],
  ['Tub', 120, 'weather-loach', 5, 11, soft],
];
for (const [name, litres, use, where] of [
  ...kinds.map(([tank, l], i) => [tank, l, 'quarantine', `Row ${i + 1}`] as const),
  ['Spare', 90, 'quarantine', 'Row 9'] as const,
  ['Lagoon', 400, 'display', ''] as const,
  ['Pond', 4000, 'display', ''] as const,
])
  addRecord(house, 'tank', { name, volumeL: String(litres), use, where });
for (const label of [
  {
    name: 'Sorrel copper',
    kind: 'bound-copper',
    perL: '0.2',
    mgPerUnit: '10',
    targetMgL: '2',
    bandFromMgL: '1.5',
    bandToMgL: '2.5',
  },
  { name: 'Still binder', kind: 'binder', perL: '0.1', reducing: 'yes' },
  { name: 'Larch antibiotic', kind: 'antibiotic', perL: '0.05' },
] as const)
  must(
    saveRecord(house, 'supply', {
      id: null,
      version: null,
      draft: {
        kind: 'treatment',
        count: '900',
        'label.unit': 'mL',
        ...Object.fromEntries(Object.entries(label).map(([k, v]) => [k === 'name' ? k : `label.${k}`, v])),
      },
    }),
  );
const o = orderInput(house);
for (const [tank, litres, speciesId, count, lengthCm, water] of kinds) {
  const code = must(
    saveOrder(house, {
      ...o,
      direction: 'incoming',
      lines: [{ ...o.lines[0]!, speciesId, count, lengthCm, tank: 'theirs' }],
      sourceWater: water,
      tank: { ...o.tank, ...water, name: tank, volumeL: litres },
    }),
  ).code;
  must(recordEvent(house, code, 'arrivedAt', house.nowIso()));
  for (const b of house.consignments.byCode(code)!.document.bags)
    must(readBag(house, code, b.id, { alive: b.animals.reduce((n, a) => n + a.count, 0), dead: 0, doubtful: 0 }));
  console.log(`${tank} ${code}`);
}
house.db.close();
