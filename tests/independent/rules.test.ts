import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { bestPacks, choosePacks, type PackOption } from '@/core/choose/packs';
import { runToEnd } from '@/core/engine/run-to-end';
import { prepare } from '@/core/engine/prepare';
import { consignmentOf, day, type Journey } from '../journeys';

/** The first choice of all sets for a journey, by 50 draws each on default assumptions. */
function first(j: Journey): PackOption {
  const c = consignmentOf(j);
  const p = prepare(c, catalogue, c.forecast, { stepH: 0.5, beyondH: 72 });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return runToEnd(choosePacks(p.value, { draws: 50, seed: 1 }))[0]!;
}
const heats = (o: PackOption): string[] =>
  o.packs.flatMap((x) =>
    row(catalogue.packs, x.packId, 'pack').kind === 'heat' ? Array<string>(x.count).fill(x.packId) : [],
  );
const colds = (o: PackOption): number =>
  o.packs.reduce((n, x) => n + (row(catalogue.packs, x.packId, 'pack').kind === 'cold' ? x.count : 0), 0);

const tetras = { species: 'lemon-tetra', lengthCm: 3.5, waterC: 25, fastedH: 36, perBag: 5 };
const small = { bagType: 'bag-18x40', waterL: 0.9, gasL: 1.7 };
const goldfish = {
  species: 'goldfish',
  lengthCm: 12,
  waterC: 18,
  fastedH: 48,
  perBag: 1,
  bags: 2,
  bagType: 'bag-28x55',
  waterL: 3.5,
  gasL: 6,
  box: 'box-l',
};
const overnight = { service: 'northline-overnight', hours: 14 };

/** The trade's rules of packs (handbook 1, W29 to W36; common practice): what is packed for a weather. */
const rules: { rule: string; j: Journey; holds: (o: PackOption) => boolean }[] = [
  {
    rule: 'mild weather, half a day: no pack (W34)',
    j: { ...tetras, ...small, bags: 3, box: 'box-m', service: 'northline-overnight', hours: 6, weatherC: () => 18 },
    holds: (o) => heats(o).length === 0,
  },
  {
    rule: 'days of 10 to 15 and nights of 4 to 9 °C, overnight: a pack of 40 h at least, none of 20 h alone (W30, W34)',
    j: { ...tetras, ...small, bags: 4, box: 'box-cut', ...overnight, weatherC: day(6, 13) },
    holds: (o) => heats(o).some((x) => x !== 'heat-20h'),
  },
  {
    rule: 'two days that end at 32 °C: no 72 h pack that still burns there (W31, W34)',
    j: {
      ...tetras,
      ...small,
      bags: 4,
      box: 'box-m',
      service: 'northline-two-day',
      hours: 46,
      weatherC: (h) => (h < 24 ? 12 + h * 0.2 : 17 + ((h - 24) * 15) / 22),
    },
    holds: (o) => !heats(o).includes('heat-72h'),
  },
  {
    rule: 'goldfish at a few degrees of frost: no heat pack before −7 °C (W34)',
    j: { ...goldfish, ...overnight, weatherC: () => -3 },
    holds: (o) => heats(o).length === 0,
  },
  {
    rule: 'goldfish in summer, far above 16 °C: a cold pack (W34)',
    j: { ...goldfish, waterC: 20, ...overnight, hours: 30, service: 'northline-two-day', weatherC: () => 33 },
    holds: (o) => colds(o) > 0 && heats(o).length === 0,
  },
  {
    rule: 'bitter cold overnight: several packs, long ones or a mix of them (W31)',
    j: { ...tetras, ...small, bags: 4, box: 'box-winter', ...overnight, weatherC: () => -10 },
    holds: (o) => heats(o).length >= 2 && heats(o).some((x) => x === 'heat-72h'),
  },
  {
    rule: 'a small box in 20 °C: a 20 h pack would cook it, so none is taken (W30)',
    j: {
      ...tetras,
      bags: 1,
      bagType: 'bag-23x46',
      waterL: 1.5,
      gasL: 2.2,
      box: 'box-s',
      ...overnight,
      weatherC: () => 20,
    },
    holds: (o) => !heats(o).includes('heat-20h'),
  },
  {
    rule: 'a bigger box needs more than one (W31)',
    j: { ...tetras, ...small, bags: 6, box: 'box-l', ...overnight, weatherC: day(0, 6) },
    holds: (o) => heats(o).length >= 2,
  },
];

describe('the first choice of packs against the trade’s rules, on one default set of assumptions', () => {
  const told = rules.map(({ rule, j, holds }) => {
    const o = first(j);
    return { rule, holds: holds(o), name: o.name, chance: o.chance };
  });
  test('every one agrees', () => {
    expect(told.filter((x) => !x.holds)).toEqual([]);
    for (const x of told) expect(x.chance).toBeGreaterThan(0.8);
  });
});

test('the set found in rounds is as good as the best of all, where the rule is bitter cold', () => {
  const c = consignmentOf(rules[5]!.j);
  const p = prepare(c, catalogue, c.forecast, { stepH: 0.5, beyondH: 72 });
  if (!p.ok) throw new Error('refused');
  const all = runToEnd(choosePacks(p.value, { draws: 50, seed: 1 }));
  const top = Math.max(...all.map((o) => o.chance ?? 0));
  const found = bestPacks(
    p.value,
    all.map(({ packs, ventHoles, bottle }) => ({ packs, ventHoles, bottle })),
    50,
    { seed: 1, holidays: [] },
  )!;
  expect(found.chance).toBeGreaterThanOrEqual(top - 0.06);
});
