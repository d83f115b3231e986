import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { evaluate } from './evaluate';
import { planConsignment } from '@/core/choose/plan';
import type { Consignment } from '@/core/consignment/schema';
import { HOUR } from '@/core/quantities/time';
import { cases } from '@/tests/cases';
import { exampleConsignment } from '@/tests/example';

const c = exampleConsignment();

/** Any consignment a person could type, sane or not: every species, bag, box, pack, water and weather. */
const anyOrder = fc.record({
  speciesIds: fc.array(fc.constantFrom(...catalogue.species.map((s) => s.id)), { minLength: 1, maxLength: 3 }),
  count: fc.integer({ min: 1, max: 30 }),
  lengthCm: fc.double({ min: 0.5, max: 40, noNaN: true }),
  bagTypeId: fc.constantFrom(...catalogue.bags.map((b) => b.id)),
  waterL: fc.double({ min: 0.05, max: 12, noNaN: true }),
  gasL: fc.oneof(fc.constant(0), fc.double({ min: 0.05, max: 25, noNaN: true })),
  oxygenFraction: fc.double({ min: 0.15, max: 1, noNaN: true }),
  extras: fc.record({
    tabletOxygenMg: fc.integer({ min: 0, max: 1000 }),
    reducer: fc.boolean(),
    sedated: fc.boolean(),
    binderMgN: fc.oneof(fc.constant(null), fc.double({ min: 0, max: 50, noNaN: true })),
    binderKind: fc.constantFrom('chemical' as const, 'ion-exchange' as const),
  }),
  boxTypeId: fc.constantFrom(...catalogue.boxes.map((b) => b.id)),
  packs: fc.array(
    fc.record({
      packId: fc.constantFrom(...catalogue.packs.map((p) => p.id)),
      count: fc.integer({ min: 1, max: 4 }),
      at: fc.constantFrom('lid' as const, 'side' as const),
    }),
    { maxLength: 3 },
  ),
  ventHoles: fc.integer({ min: 0, max: 8 }),
  bottle: fc.oneof(fc.constant(null), fc.constant({ litres: 1.5, startC: 60 })),
  liningCm: fc.oneof(fc.constant(0), fc.double({ min: 0.1, max: 3, noNaN: true })),
  water: fc.record({
    tempC: fc.double({ min: 1, max: 34, noNaN: true }),
    pH: fc.double({ min: 5, max: 9, noNaN: true }),
    khDkh: fc.double({ min: 0, max: 20, noNaN: true }),
    ghDgh: fc.double({ min: 0, max: 40, noNaN: true }),
    salinity: fc.oneof(fc.constant(0), fc.double({ min: 0, max: 40, noNaN: true })),
    tanMgNL: fc.double({ min: 0, max: 5, noNaN: true }),
  }),
  serviceId: fc.constantFrom(...catalogue.services.map((s) => s.id)),
  outsideC: fc.double({ min: -35, max: 42, noNaN: true }),
  hours: fc.double({ min: 3, max: 160, noNaN: true }),
  altitudeM: fc.integer({ min: 0, max: 3500 }),
});
type Typed = typeof anyOrder extends fc.Arbitrary<infer T> ? T : never;

const orderOf = (x: Typed): Consignment => {
  const lines = x.speciesIds.map((speciesId, i) => ({
    ...c.lines[0]!,
    id: `L${i + 1}`,
    speciesId,
    count: x.count,
    lengthCm: x.lengthCm,
    massG: null,
  }));
  const handOver = Date.parse(c.handOverAt);
  return {
    ...c,
    serviceId: x.serviceId,
    sender: { ...c.sender, place: { ...c.sender.place, altitudeM: x.altitudeM } },
    sourceWater: x.water,
    lines,
    bags: [
      {
        id: 'A1',
        boxId: '1',
        bagTypeId: x.bagTypeId,
        animals: lines.map((l) => ({ lineId: l.id, count: l.count })),
        waterL: x.waterL,
        gasL: x.gasL,
        oxygenFraction: x.oxygenFraction,
        ...x.extras,
      },
    ],
    boxes: [
      {
        id: '1',
        boxTypeId: x.boxTypeId,
        packs: x.packs,
        ventHoles: x.ventHoles,
        bottle: x.bottle,
        lining: x.liningCm > 0 ? [{ name: 'sheet', thicknessCm: x.liningCm, kWPerMK: 0.03 }] : [],
      },
    ],
    window: null,
    openingAt: new Date(handOver + x.hours * HOUR).toISOString(),
    forecast: {
      ...c.forecast!,
      places: c.forecast!.places.map((p) => ({ ...p, points: p.points.map((q) => ({ ...q, tempC: x.outsideC })) })),
    },
  };
};

const finite = (values: Float64Array): boolean => values.every((v) => Number.isFinite(v));

test('any shipment is either computed to figures that are figures, or refused with a sentence by its field', () => {
  let computed = 0;
  fc.assert(
    fc.property(anyOrder, (typed) => {
      const order = orderOf(typed);
      const r = evaluate(order, catalogue, order.forecast, { stepH: 0.25, draws: 2 });
      if (!r.ok) {
        expect(r.problems.length).toBeGreaterThan(0);
        for (const p of r.problems) expect(p.message.length).toBeGreaterThan(10);
        return;
      }
      computed++;
      const { bags, boxes, risk } = r.value;
      for (const b of bags) {
        expect(finite(b.tempC)).toBe(true);
        for (const key of ['oxygenKPa', 'oxygenMgL', 'co2MgL', 'pH', 'tanMgNL', 'nh3MgNL', 'gasL'] as const) {
          expect(finite(b.curves[key])).toBe(true);
          if (key !== 'pH') expect(Math.min(...b.curves[key])).toBeGreaterThanOrEqual(-1e-9);
        }
        expect(Math.min(...b.curves.pH)).toBeGreaterThan(2);
        expect(Math.max(...b.curves.pH)).toBeLessThan(12);
      }
      for (const box of boxes) {
        const { packJ, lostJ, storedJ } = box.curves.energy;
        expect(Math.abs(packJ - lostJ - storedJ)).toBeLessThan(1 + 0.001 * (Math.abs(packJ) + Math.abs(lostJ)));
      }
      expect(risk!.chance).toBeGreaterThanOrEqual(0);
      expect(risk!.chance).toBeLessThanOrEqual(1);
    }),
    { numRuns: cases(60, 15) },
  );
  expect(computed).toBeGreaterThan(cases(20, 5));
});

/** One box of several bags and packs, as a hand might list them. */
const severalBags = (typed: Typed): Consignment | null => {
  const order = orderOf(typed);
  const [bag] = order.bags;
  const bags = ['A1', 'A2', 'A3'].map((id, i) => ({ ...bag!, id, waterL: 0.6 + 0.4 * i, gasL: 1.2 }));
  return { ...order, lines: order.lines.map((l) => ({ ...l, count: 3 * l.count })), bags };
};

test('laws: the order of bags, packs and lines changes nothing, and more oxygen is never worse', () => {
  const told = (x: Consignment) => {
    const r = evaluate(x, catalogue, x.forecast, { stepH: 0.5, draws: 0 });
    return r.ok ? r.value : null;
  };
  const chanceOf = (x: Consignment): number | null => {
    const r = evaluate(x, catalogue, x.forecast, { stepH: 0.5, draws: 20 });
    return r.ok ? r.value.risk!.chance : null;
  };
  fc.assert(
    fc.property(anyOrder, (typed) => {
      const c = severalBags({ ...typed, bagTypeId: 'bag-18x40', count: Math.min(4, typed.count) });
      const e = c && told(c);
      if (!c || !e) return;
      const box = c.boxes[0]!;
      const turned = {
        ...c,
        lines: [...c.lines].reverse(),
        bags: [...c.bags].reverse(),
        boxes: [{ ...box, packs: [...box.packs].reverse() }],
      };
      const t = told(turned)!;
      for (const b of e.bags) {
        const other = t.bags.find((x) => x.id === b.id)!;
        expect(other.first?.hours ?? 999).toBeCloseTo(b.first?.hours ?? 999, 6);
        expect(other.tempC[e.steps - 1]).toBeCloseTo(b.tempC[e.steps - 1]!, 6);
      }
      expect(chanceOf({ ...c, boxes: [{ ...box, packs: [...box.packs].reverse() }] })).toBe(chanceOf(c));
      // Oxygen in place of what it was filled with.
      const richer = told({
        ...c,
        bags: c.bags.map((b) => ({ ...b, oxygenFraction: Math.min(1, b.oxygenFraction + 0.2) })),
      });
      e.bags.forEach((b, i) => {
        expect(richer!.bags[i]!.safe.oxygen ?? 999).toBeGreaterThanOrEqual((b.safe.oxygen ?? 999) - 0.01);
      });
    }),
    { numRuns: cases(200, 20), seed: 20261202 },
  );
});

test('laws of the cold: without packs, milder air leaves no bag colder at any hour, thicker foam none at its coldest', () => {
  let told = 0;
  const warmth = (x: Typed): Float64Array[] => {
    const order = orderOf(x);
    const r = evaluate(order, catalogue, order.forecast, { stepH: 0.5, draws: 0 });
    return r.ok ? r.value.bags.map((b) => b.tempC) : [];
  };
  const coldest = (bags: readonly Float64Array[]): number[] => bags.map((tempC) => Math.min(...tempC));
  fc.assert(
    fc.property(anyOrder, fc.double({ min: 0.5, max: 8, noNaN: true }), (typed, by) => {
      // Colder outside than the water, all the way. Foam that kept the cold out keeps warmth out later.
      const water = { ...typed.water, tempC: 22 + (typed.water.tempC % 6) };
      const liningCm = Math.min(2, typed.liningCm);
      const cold = { ...typed, water, packs: [], bottle: null, liningCm, outsideC: Math.min(typed.outsideC, 12) };
      const before = warmth(cold);
      warmth({ ...cold, outsideC: cold.outsideC + by }).forEach((tempC, b) =>
        expect(Math.min(...tempC.map((v, i) => v - before[b]![i]!))).toBeGreaterThan(-0.001),
      );
      const [thin, thick] = [coldest(before), coldest(warmth({ ...cold, liningCm: liningCm + 0.3 + by / 8 }))];
      thick.forEach((v, b) => {
        expect(v).toBeGreaterThan(thin[b]! - 0.001);
        if (v > thin[b]! + 0.05) told++;
      });
    }),
    { numRuns: cases(150, 30), seed: 20261203 },
  );
  expect(told).toBeGreaterThan(cases(25, 5));
});

test('any order can be planned: every animal is bagged once, and the plan can be evaluated', () => {
  fc.assert(
    fc.property(anyOrder, (typed) => {
      const order = orderOf(typed);
      const first = evaluate(order, catalogue, order.forecast, { stepH: 0.5, draws: 0 });
      if (!first.ok) return;
      const { consignment } = planConsignment({ consignment: { ...order, bags: [] }, catalogue, holidays: [] }, 2);
      for (const line of consignment.lines) {
        const bagged = consignment.bags.flatMap((b) => b.animals).filter((x) => x.lineId === line.id);
        expect(bagged.reduce((n, x) => n + x.count, 0)).toBe(line.count);
      }
      const r = evaluate(consignment, catalogue, consignment.forecast, { stepH: 0.5, draws: 0 });
      expect(r.ok ? [] : r.problems).toEqual([]);
    }),
    { numRuns: cases(4, 2) },
  );
});
