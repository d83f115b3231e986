import { z } from 'zod';
import {
  methodSettingProblem,
  methodSettings,
  type MethodSettingName,
  type MethodSettings,
} from '@/core/acclimation/method-settings';
import { withOverrides } from '@/core/catalogue/assumptions';
import { problemsOf, type Outcome, type Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { between, idText } from '@/core/quantities/shapes';
import { change, find } from '@/server/consignment/change';
import { evaluationOf } from '@/server/consignment/view';
import type { House } from '@/server/house';
import { methodComparisons } from './methods';

const names = methodSettings.map((w) => w.name) as [MethodSettingName, ...MethodSettingName[]];
const waysInput = z.object({
  code: idText(20),
  ways: z.partialRecord(z.enum(names), between(0, 1000, 'It')),
});
export type WaysInput = z.input<typeof waysInput>;

/** How it is done here: what stands for each. */
export const methodSettingsOf = (c: Consignment): Record<MethodSettingName, number> => {
  const a = withOverrides(c.assumptions);
  return Object.fromEntries(names.map((n) => [n, a[n]])) as Record<MethodSettingName, number>;
};

function read(input: unknown): Outcome<{ code: string; ways: MethodSettings }> {
  const parsed = waysInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const problems = Object.entries(parsed.data.ways).flatMap(([name, v]): Problem[] => {
    const message = methodSettingProblem(name as MethodSettingName, v);
    return message ? [{ path: `ways.${name}`, message }] : [];
  });
  return problems.length > 0
    ? { ok: false, problems }
    : { ok: true, value: parsed.data as { code: string; ways: MethodSettings } };
}

/** A way of opening as it stands, and as it would. */
export interface Effect {
  id: string;
  name: string;
  /** Minutes until they are across, ammonia taken in, burden in all; null where it cannot be used. */
  now: { minutes: number; criterionMin: number; burden: number } | null;
  then: Effect['now'];
}

/** What other ways would change for the bags of a lane, before anything is kept. */
export function tryWays(house: House, input: unknown, bagId: string): Outcome<Effect[]> {
  const asked = read(input);
  if (!asked.ok) return asked;
  const stored = find(house, asked.value.code);
  if (!stored.ok) return stored;
  const e = evaluationOf(house, stored.value);
  if (!e.ok) return e;
  const c = stored.value.document;
  const figures = (own: Consignment) => {
    const lane = methodComparisons(house, own, e.value, house.nowMs()).find((l) => l.bagIds.includes(bagId));
    return new Map(
      (lane?.recommendation.ranked ?? []).map(({ course: m, burden }) => [
        m.id as string,
        { name: m.name, minutes: m.transferAtMin, criterionMin: m.criterionMin, burden },
      ]),
    );
  };
  const [was, is] = [figures(c), figures({ ...c, assumptions: { ...c.assumptions, ...asked.value.ways } })];
  const ids = [...new Set([...is.keys(), ...was.keys()])];
  return {
    ok: true,
    value: ids.map((method): Effect => {
      const [now, then] = [was.get(method) ?? null, is.get(method) ?? null];
      return { id: method, name: (then ?? now)!.name, now, then };
    }),
  };
}

/** Keeps how it is done here, for this arrival: an edit like any other, with its undo. */
export function setWays(house: House, input: unknown): Outcome<null> {
  const asked = read(input);
  if (!asked.ok) return asked;
  const done = change(
    house,
    asked.value.code,
    null,
    'how arrivals are opened',
    (c) => ({ ok: true, value: { ...c, assumptions: { ...c.assumptions, ...asked.value.ways } } }),
    { kind: 'mended', subject: 'how arrivals are opened', data: asked.value.ways },
  );
  return done.ok ? { ok: true, value: null } : done;
}
