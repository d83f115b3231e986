import { z } from 'zod';
import { between, idText } from '@/core/quantities/shapes';
import { assumptionProblem, assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { atomically } from '@/server/answer';
import { change } from '@/server/consignment/change';
import { soundOf } from '@/server/consignment/sound';

const KEY = 'assumptions';
type Own = Consignment['assumptions'];

/** The user's own values: what a new consignment starts from. Files and consignments keep theirs. */
export const ownAssumptions = (house: House): Own => JSON.parse(house.arrivals.setting(KEY) ?? '{}') as Own;

const input = z.object({ name: idText(), value: between(-1e6, 1e6, 'It').nullable() });
export type AssumptionInput = z.input<typeof input>;

/**
 * Sets the user's own value of an assumption, or takes it back to the default with null. Consignments that have not
 * been handed over follow and are computed anew, one a slice; what is on its way keeps what it was sent with. Says how
 * many followed. Cut off in between, the value stands and setting it again takes along the rest.
 */
export function* setAssumptionInSlices(house: House, given: unknown): Generator<string, Outcome<number>> {
  const parsed = input.safeParse(given);
  if (!parsed.success) return refuse('value', 'Give a number.');
  const { value } = parsed.data;
  if (!Object.hasOwn(assumptionTable, parsed.data.name)) return refuse('value', 'This assumption is unknown.');
  const name = parsed.data.name as AssumptionName;
  const problem = value === null ? null : assumptionProblem(name, value);
  if (problem) return refuse('value', problem);
  const without = (own: Own): Own => Object.fromEntries(Object.entries(own).filter(([n]) => n !== name));
  const next = (own: Own): Own => (value === null ? without(own) : { ...own, [name]: value });
  house.arrivals.setSetting(KEY, JSON.stringify(next(ownAssumptions(house))));
  house.deeds.tell(house.nowIso(), `set ${name} to ${value ?? 'its default'}`, '/species/assumptions');
  // One that cannot be read follows nothing, and holds nobody up.
  const { sound } = soundOf(house, house.consignments.page('open', -1, 0));
  const open = sound.filter((s) => s.document.actual.handedOverAt === null).map((s) => s.document.code);
  const far = (done: number): string =>
    `The value is set, and ${done} of ${open.length} shipments are recomputed so far. Set it again for the rest.`;
  for (const [i, code] of open.entries()) {
    yield far(i);
    const c = house.consignments.byCode(code)?.document;
    // Handed over or removed meanwhile, it keeps what it has.
    if (!c || c.actual.handedOverAt !== null) continue;
    const r = change(house, code, null, 'an assumption', (now) => ({
      ok: true,
      value: { ...now, assumptions: next(now.assumptions) },
    }));
    if (!r.ok) return refuse('value', `${far(i)} ${code}: ${r.problems[0]!.message}`);
  }
  return { ok: true, value: open.length };
}

/** The same at once, all or nothing. */
export function setAssumption(house: House, given: unknown): Outcome<number> {
  return atomically(house, () => {
    const slices = setAssumptionInSlices(house, given);
    for (;;) {
      const r = slices.next();
      if (r.done) return r.value;
    }
  });
}
