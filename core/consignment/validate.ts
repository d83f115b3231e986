import { waterOfTank } from './waters';
import { assume, type AssumedWater } from '@/core/consignment/assume';
import { z } from 'zod';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { dkhToMeqL, N_G_PER_MOL } from '@/core/quantities/units';
import { activityOf, CARBONATE_RANGE, dicFromPh } from '@/core/water/carbonate';
import { carbonateConstants } from '@/core/water/carbonate-constants';
import { problemsOf, type Problem } from './outcome';
import { crossChecks } from './rules';
import { consignmentSchema, type Consignment } from './schema';

/** Everything but the bulk that was checked when it was read: the forecast's points and the catalogue's rows. */
const planSchema = consignmentSchema.omit({ forecast: true, catalogue: true });

/** Less than this inside a box holds no bag. */
const LEAST_ROOM_CM = 5;

const optionsSchema = z.object({
  stepH: z
    .number()
    .positive('The step must be more than 0 h.')
    .max(0.5, 'The step can be half an hour at most.')
    .optional(),
  beyondH: z.number().min(0).max(240, 'At most 240 h past the deadline are computed.').optional(),
  draws: z.number().int('Draws are counted in whole numbers.').min(0).max(20000, 'At most 20,000 draws.').optional(),
  seed: z.number().int('A seed is a whole number.').optional(),
});

/** Rows that a consignment names and the catalogue has not, by field. */
export function unknownRows(c: Consignment, catalogue: Catalogue): Problem[] {
  const problems: Problem[] = [];
  const check = (path: string, rows: readonly { id: string }[], id: string, what: string): void => {
    try {
      row(rows, id, what);
    } catch (error) {
      problems.push({ path, message: (error as Error).message });
    }
  };
  check('serviceId', catalogue.services, c.serviceId, 'service');
  c.lines.forEach((l, i) => check(`lines.${i}.speciesId`, catalogue.species, l.speciesId, 'species'));
  c.bags.forEach((b, i) => {
    check(`bags.${i}.bagTypeId`, catalogue.bags, b.bagTypeId, 'bag');
    b.treatments?.forEach((t) => check(`bags.${i}.treatments`, catalogue.treatments ?? [], t.id, 'treatment'));
  });
  c.drawn?.forEach((t) => check('drawn', catalogue.treatments ?? [], t.id, 'treatment'));
  c.boxes.forEach((b, i) => {
    check(`boxes.${i}.boxTypeId`, catalogue.boxes, b.boxTypeId, 'box');
    b.packs.forEach((p) => check(`boxes.${i}.packs`, catalogue.packs, p.packId, 'pack'));
  });
  return problems;
}

/** pH and carbonate hardness that cannot both be true of a shipping water. */
function contradiction(c: Consignment, w: AssumedWater, path: string): Problem[] {
  const alkalinity = dkhToMeqL(w.khDkh) / 1000;
  const activity = activityOf(w.tempC, w.salinity, alkalinity, withOverrides(c.assumptions).activityCorrection > 0);
  const k = carbonateConstants(w.tempC, w.salinity);
  const dic = dicFromPh(alkalinity, w.pH, w.tanMgNL / 1000 / N_G_PER_MOL, k, activity);
  const say = (message: string): Problem[] => [{ path: `${path}.pH`, message }];
  if (dic === null) return say('This pH is too high for this carbonate hardness. Measure both again.');
  if (dic > CARBONATE_RANGE.maxCarbon)
    return say('This pH is too low for this carbonate hardness. Measure both again.');
  return [];
}

/** Linings that leave no room in their box. */
export function overlined(c: Consignment, catalogue: Catalogue): Problem[] {
  return c.boxes.flatMap((b, i) => {
    const thickCm = (b.lining ?? []).reduce((sum, l) => sum + l.thicknessCm, 0);
    const inside = Math.min(...(b.own?.insideCm ?? row(catalogue.boxes, b.boxTypeId, 'box').insideCm));
    return inside - 2 * thickCm >= LEAST_ROOM_CM
      ? []
      : [
          {
            path: `boxes.${i}.lining`,
            message: `The lining of box ${b.id} is ${thickCm} cm thick on each side; of ${inside} cm inside, no room is left for a bag. Use less lining or a larger box.`,
          },
        ];
  });
}

/** Everything that stands in the way of evaluating, each a sentence beside its field; an empty list when nothing does. */
export function doorProblems(c: Consignment, catalogue: Catalogue, options: object): Problem[] {
  const plan = planSchema.safeParse(c);
  const asked = optionsSchema.safeParse(options);
  const problems = [
    ...(plan.success ? [] : problemsOf(plan.error)),
    ...(asked.success ? [] : problemsOf(asked.error).map((p) => ({ ...p, path: `options.${p.path}` }))),
  ];
  if (problems.length > 0) return problems;
  const named = [...crossChecks(c), ...unknownRows(c, catalogue)];
  if (named.length > 0) return named;
  const assumed = assume(c, catalogue);
  return [
    ...overlined(c, catalogue),
    ...contradiction(c, assumed.sourceWater, 'sourceWater'),
    ...(c.waters ?? []).flatMap((w, i) => contradiction(c, waterOfTank(assumed, w.tank), `waters.${i}.water`)),
  ];
}
