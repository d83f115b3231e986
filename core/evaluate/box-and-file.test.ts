import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { arrange } from '@/core/box/arrange';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { consignmentJsonSchema } from '@/core/consignment/json-schema';
import { fileOf, readConsignment, readFile } from '@/core/consignment/file';
import { crossChecks } from '@/core/consignment/rules';
import { FORMAT_VERSION, fileSchema, type Consignment } from '@/core/consignment/schema';

const c = exampleConsignment();

describe('arranging', () => {
  const box = { id: '1', boxTypeId: 'box-l', packs: [], ventHoles: 0 };
  test('no two bags overlap and none leaves the box', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('bag-13x30', 'bag-18x40', 'bag-23x46'), { minLength: 1, maxLength: 12 }),
        (types) => {
          const bags = types.map((bagTypeId, i) => ({ ...c.bags[0]!, id: `A${i}`, bagTypeId, waterL: 0.3, gasL: 0.6 }));
          const { placed } = arrange(box, bags, catalogue, defaultAssumptions);
          placed.forEach((p, i) => {
            const r = p.standing.diameterCm / 2;
            expect(p.xCm).toBeGreaterThanOrEqual(r - 1e-5);
            expect(p.xCm).toBeLessThanOrEqual(52 - r + 1e-5);
            expect(p.yCm).toBeLessThanOrEqual(36 - r + 1e-5);
            for (const o of placed.slice(i + 1))
              expect(Math.hypot(o.xCm - p.xCm, o.yCm - p.yCm)).toBeGreaterThan(r + o.standing.diameterCm / 2 - 1e-4);
          });
        },
      ),
      { numRuns: 60 },
    );
  });
  test('a bag too tall for the lid is refused with its centimetres', () => {
    const tall = arrange(
      { ...box, boxTypeId: 'box-s' },
      [{ ...c.bags[0]!, bagTypeId: 'bag-18x40', waterL: 1, gasL: 3 }],
      catalogue,
      defaultAssumptions,
    );
    const p = tall.problems[0]!;
    expect(p.code).toBe('too-tall');
    expect(p.code === 'too-tall' && p.overCm).toBeCloseTo(4000 / ((Math.PI * (36 / Math.PI) ** 2) / 4) + 4 - 30, 1);
  });
});

describe('the open file', () => {
  const json = (): Record<string, unknown> =>
    JSON.parse(readFileSync('examples/marine-air-cargo.json', 'utf8')) as Record<string, unknown>;
  test('every example is read, and a round trip loses nothing', () => {
    for (const name of ['tropical-overnight-in-frost', 'cool-water-by-car-in-heat', 'marine-air-cargo']) {
      const text = readFileSync(`examples/${name}.json`, 'utf8');
      const read = readFile(JSON.parse(text));
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const file = fileSchema.parse(fileOf(read.value.consignment, read.value.history));
      expect(`${JSON.stringify(file, null, 2)}\n`).toBe(text);
    }
  });
  test('an older, newer or foreign format is told apart', () => {
    const said = (x: unknown): string => {
      const r = readConsignment(x);
      return r.ok ? '' : r.problems[0]!.message;
    };
    expect(said({ ...json(), version: FORMAT_VERSION + 1 })).toMatch(/Update the program/);
    expect(said({ ...json(), version: 0 })).toMatch(/never released/);
    expect(said({ ...json(), format: 'other' })).toMatch(/not a shipment file/);
    expect(said([])).toMatch(/not a shipment file/);
  });
  test.each([
    [
      'zero fish',
      (x: Consignment) => {
        x.lines[0]!.count = 0;
      },
      'lines.0.count',
    ],
    [
      'negative water',
      (x: Consignment) => {
        x.bags[0]!.waterL = -1;
      },
      'bags.0.waterL',
    ],
    [
      'absurd pH',
      (x: Consignment) => {
        x.sourceWater.pH = 14;
      },
      'sourceWater.pH',
    ],
    [
      'an unknown zone',
      (x: Consignment) => {
        x.receiver.place.zone = 'Mars/Olympus';
      },
      'receiver.place.zone',
    ],
    [
      'a bag in no box',
      (x: Consignment) => {
        x.bags[0]!.boxId = '9';
      },
      'bags.0.boxId',
    ],
    [
      'an opening before the drop-off',
      (x: Consignment) => {
        x.openingAt = x.handOverAt;
      },
      'openingAt',
    ],
    [
      'a window that ends before it starts',
      (x: Consignment) => {
        x.window = { startAt: x.window!.endAt, endAt: x.window!.startAt };
      },
      'window.endAt',
    ],
  ] as const)('%s is refused at its field', (_, spoil, path) => {
    const x = exampleConsignment();
    spoil(x);
    const r = readConsignment(x);
    expect(r.ok).toBe(false);
    expect(!r.ok && r.problems.map((p) => p.path)).toContain(path);
  });
  test('rules that span fields hold for the examples', () => {
    expect(crossChecks(c)).toEqual([]);
  });
  test('the JSON Schema in docs/format is the one of the code', () => {
    expect(JSON.parse(readFileSync('docs/format/consignment.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(consignmentJsonSchema())),
    );
  });
});

describe('catalogue and quarantine', () => {
  test('at least twelve species of every class, fresh and marine, with sane bands', () => {
    expect(catalogue.species.length).toBeGreaterThanOrEqual(12);
    for (const t of ['delicate', 'ordinary', 'hardy'])
      expect(catalogue.species.some((s) => s.tolerance === t)).toBe(true);
    for (const w of ['fresh', 'brackish', 'marine']) expect(catalogue.species.some((s) => s.water === w)).toBe(true);
    for (const s of catalogue.species) {
      expect(s.temp.cold24C).toBeLessThan(s.temp.easeMinC);
      expect(s.temp.easeMaxC).toBeLessThan(s.temp.warm24C);
      expect(s.usualC).toBeGreaterThanOrEqual(s.temp.easeMinC);
      expect(s.usualC).toBeLessThanOrEqual(s.temp.easeMaxC);
      expect(s.provenance.other).toBeDefined();
    }
  });
  test('no brand names, every id once', () => {
    for (const rows of [catalogue.species, catalogue.bags, catalogue.boxes, catalogue.packs, catalogue.services])
      expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length);
  });
});
