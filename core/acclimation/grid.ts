import type { Assumptions } from '@/core/catalogue/assumptions';
import { adviseOpening, type TransferGroup } from './recommend';
import { methodIds, methodNames, type MethodId, type OpenedBag, type TankWater } from './vessel';

/** One made-up arrival: a bag, a tank, and who is in it. */
export interface GridCase {
  bag: OpenedBag;
  tank: TankWater;
  who: TransferGroup;
}

const colder = [0, 2, 6, 12] as const;
const bagPh = [5.8, 6.4, 7, 7.6] as const;
const harder = [0, 6, 14] as const;
const seas = [
  [0, 0],
  [28, 35],
  [12, 2],
] as const;
const ammonia = [0.5, 3, 8, 15] as const;
const tolerances = ['delicate', 'ordinary', 'hardy'] as const;
/** Few animals in their water, or many. */
const crowds = ['few', 'many'] as const;

/**
 * 4 temperatures × 4 pH × 3 hardnesses × 3 salinities × 4 ammonias × 3 classes × 2 crowds: 3,456 arrivals, each as good as
 * any. Every third is of invertebrates, every fifth in breathing film, every seventh tank has residents.
 */
export function gridCases(): GridCase[] {
  const out: GridCase[] = [];
  for (const gap of colder)
    for (const pH of bagPh)
      for (const gh of harder)
        for (const [from, to] of seas)
          for (const tanMgNL of ammonia)
            for (const tolerance of tolerances)
              for (const crowd of crowds) {
                const n = out.length;
                const marine = to > 20;
                const many = crowd === 'many';
                out.push({
                  bag: {
                    waterL: many ? 5 : 1,
                    tempC: 25 - gap,
                    // The sea holds its pH higher, whatever is breathed out into it.
                    pH: marine ? 6.7 + (pH - 5.8) * 0.65 : pH,
                    alkalinityMeqL: marine ? 2.4 : pH < 6 ? 0.4 : 2,
                    tanMgNL,
                    salinity: from,
                    ghDgh: 4,
                    breather: n % 5 === 4,
                    oxygenMgL: many ? 12 : 18,
                    animals: { useMolH: (many ? 150 : 6) / 31998, ammoniaPerOxygen: 0.1 },
                    tolerance,
                  },
                  tank: {
                    tempC: 25,
                    pH: marine ? 8.1 : 7.4 + gh / 30,
                    khDkh: marine ? 7.5 : 4 + gh * 0.6,
                    salinity: to,
                    ghDgh: 4 + gh,
                    volumeL: 80,
                    residents: n % 7 === 6,
                  },
                  who: { tolerance, invertebrate: n % 3 === 2, marine },
                });
              }
  return out;
}

export interface GridReport {
  cases: number;
  /** How often each method comes first, in the order of the methods. */
  first: Record<MethodId, number>;
  simplest: number;
  either: number;
  /** Orders that turn where CO2 leaves twice as fast: from which method to which, and how often. */
  flips: Record<string, number>;
  /** Cases that cannot be computed, by what is said of them. */
  refused: number;
}

/** What is recommended over some cases. Takes about 30 ms a case. */
export function gridReport(cases: readonly GridCase[], a: Assumptions): GridReport {
  const first = Object.fromEntries(methodIds.map((id) => [id, 0])) as Record<MethodId, number>;
  const out: GridReport = { cases: cases.length, first, simplest: 0, either: 0, flips: {}, refused: 0 };
  for (const c of cases) {
    try {
      const { recommendation: r } = adviseOpening([c.bag], c.tank, c.who, a);
      const { id } = r.ranked[0]!.course;
      out.first[id]++;
      if (r.simplest) out.simplest++;
      if (r.either) out.either++;
      if (r.flipsTo) {
        const turn = `${methodNames[id]} → ${r.flipsTo}`;
        out.flips[turn] = (out.flips[turn] ?? 0) + 1;
      }
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      out.refused++;
    }
  }
  return out;
}
