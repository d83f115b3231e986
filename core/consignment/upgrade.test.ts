import { catalogue } from '@/core/catalogue';
import { companionsIn, boxWeights } from '@/core/box/weights';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { packingChecklist } from '@/core/duties/checklist';
import { evaluate } from '@/core/evaluate/evaluate';
import { exampleConsignment } from '@/tests/example';
import { readFileSync } from 'node:fs';
import { readFile } from './file';
import { FORMAT_VERSION } from './schema';
import { upgraded, type Json } from './upgrade';

const old = (): Json => JSON.parse(readFileSync('tests/fixtures/v1/tropical-overnight-in-frost.json', 'utf8')) as Json;

describe('documents of earlier versions', () => {
  test('a present one is left as it is, a newer one and one that never was are refused with a sentence', () => {
    const now = { ...old(), version: FORMAT_VERSION };
    expect(upgraded(now)).toEqual({ ok: true, value: now });
    for (const [version, words] of [
      [FORMAT_VERSION + 1, /Update the program/],
      [0, /never released/],
      [1.5, /never released/],
      ['x', /never released/],
    ] as const) {
      const r = upgraded({ ...old(), version });
      expect(r.ok ? '' : r.problems[0]!.message).toMatch(words);
    }
  });

  test('whatever stands in a field of an old file is told by its field, and never throws', () => {
    const junk = [
      null,
      5,
      'x',
      [],
      {},
      [null],
      [5],
      [{}],
      { tank: 5 },
      { species: 5 },
      { species: [null, { temp: 5 }] },
    ];
    for (const version of [1, 2])
      for (const key of Object.keys(old()))
        for (const odd of junk) {
          if (key === 'version' || key === 'format') continue;
          const r = readFile({ ...old(), version, [key]: odd });
          const words = r.ok ? '' : r.problems.map((p) => p.message).join(' ');
          expect([key, JSON.stringify(odd), words]).toEqual([
            key,
            JSON.stringify(odd),
            expect.not.stringMatching(/undefined|is not a function|\[object/),
          ]);
        }
  });

  test('an upgrade changes nothing of what it is given', () => {
    const given = old();
    const copy = structuredClone(given);
    upgraded(given);
    expect(given).toEqual(copy);
  });

  test('readings of receiving tanks stand by the name of their tank', () => {
    const doc = old();
    const water = { tempC: 24, pH: 7, khDkh: 4, ghDgh: 6, salinity: 0, tanMgNL: 0 };
    const r = upgraded({
      ...doc,
      actual: { ...(doc.actual as Json), tank: water, otherTanks: { Z: { ...water, pH: 6 } } },
    });
    expect(r.ok && (r.value.actual as Json).tanks).toEqual({
      [(doc.tank as { name: string }).name]: water,
      Z: { ...water, pH: 6 },
    });
    expect(r.ok && 'tank' in (r.value.actual as Json)).toBe(false);
  });

  test('facts follow from how things stood, and how things stand follows from the facts', () => {
    const doc = old();
    const actual = {
      ...(doc.actual as Json),
      sealedAt: '2027-01-11T17:00:00.000Z',
      handedOverAt: '2027-01-11T19:00:00.000Z',
    };
    const read = readFile({ ...doc, actual });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.value.history.events.map((e) => [e.kind, e.at])).toEqual([
      ['sealed', actual.sealedAt],
      ['handed-over', actual.handedOverAt],
    ]);
    expect(read.value.consignment.actual).toMatchObject({
      sealedAt: actual.sealedAt,
      handedOverAt: actual.handedOverAt,
    });
  });

  test('plants that were ordered like animals travel along: their bags go, their weight stays', () => {
    const doc = old();
    const lines = doc.lines as Json[];
    const bags = doc.bags as Json[];
    const plant = { ...lines[0]!, id: 'L9', speciesId: 'stem-plants', count: 3 };
    const bag = { ...bags[0]!, id: 'P1', animals: [{ lineId: 'L9', count: 3 }], waterL: 0.8 };
    const mixed = { ...bags[0]!, animals: [...(bags[0]!.animals as Json[]), { lineId: 'L9', count: 1 }] };
    const read = readFile({ ...doc, lines: [...lines, plant], bags: [mixed, ...bags.slice(1), bag] });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const c = read.value.consignment;
    expect(c.lines.map((l) => l.id)).toEqual(lines.map((l) => l.id));
    expect(c.bags.map((b) => b.id)).toEqual(bags.map((b) => b.id));
    expect(c.companions).toEqual([
      {
        id: 'L9',
        kind: 'plant',
        name: 'Bunch of stem plants',
        amount: '3',
        vessel: 'bag',
        weightKg: Math.round((Number(bags[0]!.waterL) + 0.8) * 100) / 100,
        boxId: bags[0]!.boxId,
      },
    ]);
  });
});

test('what was a hard edge is what a species tolerates for a day, and assumptions keep what a hand has set', () => {
  const doc = old();
  const read = readFile({
    ...doc,
    assumptions: { packStrengthSigma: 0.2, worstCaseOxygenFactor: 1.6, packDudShare: 0.03 },
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  expect(read.value.consignment.assumptions).toEqual({ packKindSigma: 0.2, packDudShare: 0.03 });
  const before = (doc.catalogue as { species: { temp: Record<string, number> }[] }).species[0]!.temp;
  expect(read.value.consignment.catalogue!.species[0]!.temp).toEqual({
    cold24C: before.hardMinC,
    easeMinC: before.softMinC,
    easeMaxC: before.softMaxC,
    warm24C: before.hardMaxC,
  });
});

describe('item', () => {
  const c = exampleConsignment();
  const along = {
    id: 'P1',
    kind: 'moss' as const,
    name: 'Java moss',
    amount: 'a handful',
    vessel: 'bag' as const,
    weightKg: 0.4,
    boxId: null,
  };
  const more = { ...c, companions: [along, { ...along, id: 'P2', vessel: 'bucket' as const, weightKg: 6 }] };

  test('weighs in its box, a bucket beside it; the animals’ hours and odds do not know of it', () => {
    const kg = (x: typeof c): number => boxWeights(x, x.boxes[0]!, catalogue, defaultAssumptions, () => 1).totalKg;
    expect(kg(more) - kg(c)).toBeCloseTo(0.4, 9);
    expect(companionsIn(more, c.boxes[0]!.id).map((x) => x.id)).toEqual(['P1']);
    const figures = (x: typeof c) => {
      const e = evaluate(x, catalogue, x.forecast, { draws: 20 });
      if (!e.ok) throw new Error(JSON.stringify(e.problems));
      return [e.value.overall.slackH, e.value.risk!.lost, e.value.bags.length];
    };
    expect(figures(more)).toEqual(figures(c));
  });

  test('has its own line on the packing list, away from packs', () => {
    const items = packingChecklist(more, catalogue).filter((i) => i.key.startsWith('along:'));
    expect(items.map((i) => i.title)).toEqual(['Wrap a handful Java moss', 'Wrap a handful Java moss']);
    expect(items[0]!.detail).toMatch(/Away from packs/);
  });

  test('a bag still needs an animal: item has vessels of its own', () => {
    const read = readFile({ ...more, bags: [{ ...c.bags[0]!, animals: [] }], observations: [], events: [] });
    expect(read.ok ? '' : read.problems[0]!.message).toMatch(/A bag needs an animal/);
  });
});
