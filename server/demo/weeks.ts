import { templates } from '@/core/quarantine/templates';
import type { NewEntry } from '@/core/quarantine/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { DAY, HOUR } from '@/core/quantities/time';
import type { House } from '../house';
import { leave } from '@/server/quarantine/animals';
import { setPlan } from '@/server/quarantine/plan';
import { setDuty, toldOnly } from '@/server/quarantine/quarantine';
import { tell } from '@/server/quarantine/tell';

const told = (r: Outcome<unknown>): void => {
  if (!r.ok) throw new Error(r.problems.map((p) => p.message).join('; '));
};

/** What was told in a tank’s weeks, day by day, at an hour of the day. */
interface Evening {
  day: number;
  hour: number;
  say: NewEntry | 'one died';
}

const test = (tanMgNL: number, nitriteMgL: number, pH: number, tempC: number): NewEntry => ({
  kind: 'test',
  figures: { tanMgNL, nitriteMgL, pH, tempC },
  how: 'drops',
});
const look = (more: Partial<Extract<NewEntry, { kind: 'look' }>> = {}): NewEntry => ({
  kind: 'look',
  signs: [],
  eaten: 'all',
  ...more,
});

/** Cories in their fourth week, all well but for one day; tetras under a medicine against parasites after they flashed. */
const evenings: Record<'old' | 'mid', readonly Evening[]> = {
  old: [
    { day: 1, hour: 20, say: { kind: 'media' } },
    ...[0.1, 0.2, 0.35, 0.3, 0.2, 0.1, 0].map((tan, i): Evening => ({
      day: i + 1,
      hour: 18,
      say: test(tan, [0, 0, 0.1, 0.2, 0.3, 0.15, 0][i]!, 7.2, 25),
    })),
    { day: 4, hour: 17, say: look({ signs: [{ sign: 'fins', part: 'tail', many: 1 }], note: 'one frayed tail' }) },
    ...[6, 10, 14, 18, 22].map((day): Evening => ({ day, hour: 19, say: { kind: 'change', litres: 18 } })),
    ...[8, 12, 16, 20].map((day): Evening => ({ day, hour: 18, say: test(0, 0, 7.2, 25.1) })),
    ...Array.from({ length: 18 }, (_, i): Evening => ({
      day: i + 5,
      hour: 17,
      say: look({ food: 'granules', foodG: 0.3 }),
    })),
  ],
  mid: [
    { day: 1, hour: 20, say: { kind: 'media' } },
    { day: 3, hour: 17, say: look({ signs: [{ sign: 'flashing', many: 2 }], eaten: 'some' }) },
    ...[
      [0, 0, 7.2],
      [0.1, 0, 7.2],
      [0.2, 0.05, 7.1],
      [0.3, 0.1, 7.1],
      [0.4, 0.2, 7.0],
      [0.35, 0.3, 7.1],
      [0.3, 0.5, 7.0],
      [0.2, 0.6, 7.1],
      [0.1, 0.5, 7.1],
      [0.05, 0.4, 7.1],
    ].map(([tan, nitrite, pH], i): Evening => ({ day: i + 1, hour: 18, say: test(tan!, nitrite!, pH!, 25.1) })),
    {
      day: 6,
      hour: 17,
      say: look({
        signs: [{ sign: 'spots', part: 'fins', many: 1 }],
        eaten: 'all',
        note: 'one spot, gone the next day',
      }),
    },
    ...[2, 5, 7, 9].map((day): Evening => ({ day, hour: 19, say: { kind: 'change', litres: 25 } })),
    ...[4, 5, 7, 8, 9, 10].map((day): Evening => ({
      day,
      hour: 17,
      say: look({ food: 'baby brine shrimp, frozen', foodG: 0.2 }),
    })),
    { day: 8, hour: 8, say: 'one died' },
  ],
};

/** Lives through the weeks of a tank up to now; the clock of the house goes with them. */
export function liveWeeks(
  house: House,
  id: string,
  which: 'old' | 'mid',
  now: number,
  setClock: (ms: number) => void,
): void {
  const q = house.quarantines.byId(id)!;
  const opened = Date.parse(q.startedAt);
  const midnight = opened - (opened % DAY);
  const medicine = house.shelves().all.treatments?.find((t) => t.kind === 'parasite');
  const story: Evening[] = [...evenings[which]];
  if (which === 'mid') {
    setClock(opened + 10 * 60_000);
    const plan = {
      ...templates.treated!,
      name: 'Against parasites, five weeks',
      phases: [
        templates.treated!.phases[0]!,
        {
          ...templates.treated!.phases[1]!,
          id: 'parasites',
          title: 'Against parasites',
          days: 21,
          doseEveryDays: 7,
          changeEveryDays: 3,
          changeShare: 0.3,
          ends: [{ kind: 'days' as const }, { kind: 'doses' as const, n: 3 }],
        },
        templates.treated!.phases[3]!,
        { ...templates.treated!.phases[4]!, days: 10 },
      ],
    };
    told(setPlan(house, { quarantineId: id, version: 1, plan, waterL: 78, twin: '' }));
    story.push({ day: 4, hour: 9, say: { kind: 'phase', phase: 'parasites', reason: 'they flashed on day 3' } });
    if (medicine) story.push({ day: 4, hour: 20, say: { kind: 'dose', medicine, amount: 19.5, batch: 'B-117' } });
  }
  story.sort((a, b) => a.day - b.day || a.hour - b.hour);
  for (const { day, hour, say } of story) {
    const at = midnight + (day - 1) * DAY + hour * HOUR;
    if (at < opened || at > now - HOUR) continue;
    setClock(at);
    const [kind] = house.ledger.staysOf(q.consignmentId).filter((s) => s.tank === q.tankId);
    if (say === 'one died')
      told(
        kind
          ? leave(house, {
              quarantineId: id,
              speciesId: kind.speciesId,
              count: 1,
              how: 'died',
              into: '',
              note: 'thin since it came; taken out at once',
            })
          : refuse('', 'nobody'),
      );
    else told(tell(house, { quarantineId: id, told: say }, house.nowIso()));
  }
  for (const d of house.quarantines.dutiesOf(id)) {
    const at = Math.max(opened, Date.parse(d.dueAt)) + 20 * 60_000;
    if (d.doneAt !== null || at > now - 2 * HOUR) continue;
    setClock(at);
    if (d.kind === 'test') told(tell(house, { quarantineId: id, told: test(0, 0, 7.2, 25) }, house.nowIso()));
    else if (!toldOnly.includes(d.kind)) told(setDuty(house, id, d.key, true));
  }
}
