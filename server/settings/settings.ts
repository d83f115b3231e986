import { z } from 'zod';
import { lines, text } from '@/core/quantities/shapes';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { partySchema } from '@/core/consignment/schema';
import { measuresSchema } from '@/records/measures';
import type { OwnMeasure } from '@/records/own-measure';
import { zoned } from '@/server/instants';
import { keepProfile, type House, type Profile } from '@/server/house';

const profileSchema = partySchema.extend({
  papers: lines(2000).optional(),
  licence: text(120).optional(),
  currency: z
    .string()
    .regex(/^[A-Z]{3}$/, 'Currency is three letters, such as EUR or GBP.')
    .refine((x) => Intl.supportedValuesOf('currency').includes(x), { error: 'This currency is unknown.' })
    .optional(),
});
export type ProfileInput = z.input<typeof profileSchema>;

const told = (house: House, what: string): void => house.deeds.tell(house.nowIso(), what, '/settings');

/** A clock that was left empty follows from the coordinates. */
const withZone = (input: unknown): unknown => {
  const party = input as Partial<Profile> | null;
  return party?.place ? { ...party, place: zoned(party.place) } : input;
};

/** The fish room itself: who sends, from where, and the papers that go with every box. */
export function saveProfile(house: House, input: unknown): Outcome<null> {
  const parsed = profileSchema.safeParse(withZone(input));
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  keepProfile(house, parsed.data as Profile);
  told(house, 'changed the fish room’s name, place or papers');
  return { ok: true, value: null };
}

const UNITS = 'units';

/** Whether figures are shown in the units of the United States beside ours. */
export const unitsOf = (house: House): 'metric' | 'us' => (house.arrivals.setting(UNITS) === 'us' ? 'us' : 'metric');

export function setUnits(house: House, system: string): Outcome<null> {
  house.arrivals.setSetting(UNITS, system === 'us' ? 'us' : 'metric');
  told(house, 'changed the units');
  return { ok: true, value: null };
}

const KEYS = 'single-letter keys';

/** Whether single letters act as keys where no field has the focus. */
export const keysOf = (house: House): boolean => house.arrivals.setting(KEYS) !== 'off';

export function setKeys(house: House, on: boolean): Outcome<null> {
  house.arrivals.setSetting(KEYS, on ? 'on' : 'off');
  told(house, `switched the single-letter keys ${on ? 'on' : 'off'}`);
  return { ok: true, value: null };
}

const MEASURES = 'own measures';

/** Scoops, squirts and marked buckets of the house. */
export function measuresOf(house: House): OwnMeasure[] {
  const stored = measuresSchema.safeParse(JSON.parse(house.arrivals.setting(MEASURES) ?? '[]'));
  return stored.success ? stored.data : [];
}

export function setMeasures(house: House, input: unknown): Outcome<null> {
  const parsed = measuresSchema.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  house.arrivals.setSetting(MEASURES, JSON.stringify(parsed.data));
  told(house, 'changed the own measures');
  return { ok: true, value: null };
}
