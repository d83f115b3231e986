import { z } from 'zod';
import { amountFor } from '@/core/bag/treatments';
import { conflictsOf } from '@/core/quarantine/conflicts';
import { levelOfDose, quarantineStateOf, type QuarantineRecord, type QuarantineState } from '@/core/quarantine/course';
import { afterNewWater } from '@/core/quarantine/new-water';
import { oddTest } from '@/core/quarantine/copper-plausibility';
import { gateHeld, phaseHeld } from '@/core/quarantine/conditions';
import { dayNumber, followsByItself, phaseDuties, type QuarantineDuty } from '@/core/quarantine/duties';
import { entrySchema, type NewEntry } from '@/core/quarantine/schema';
import { medicines } from '@/core/catalogue/treatment';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { idText, instant } from '@/core/quantities/shapes';
import { typeIdOf, type Supply } from '@/records/supply';
import type { NewDuty, StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { onlyLiving } from '@/words/en/lost';
import { strikeReading } from '@/server/stock/readings';
import { assumptionsHere, besideOf, dwellersOf, factsOf, litresOf, tankNameOf } from './facts';

/** What hands tell of a quarantine; those that the house tells itself are not among them. */
export const tellShape = z.object({
  deed: z.literal('quarantine'),
  quarantineId: idText(),
  told: entrySchema,
  /** When it was, where not now. */
  at: instant.optional(),
});
export type Telling = Omit<z.infer<typeof tellShape>, 'deed'>;

const FUTURE_MS = 60_000;
const toNew = (d: QuarantineDuty): NewDuty => ({ ...d, dueAt: new Date(d.dueMs).toISOString() });

/** The duties of a phase that begins at an instant, and of those that follow it by themselves. */
export function dutiesOfPhase(
  house: House,
  q: StoredQuarantine,
  phaseId: string,
  beganMs: number,
  s: QuarantineState,
): NewDuty[] {
  const kinds = house.ledger.staysIn(q.tankId).filter((x) => x.count > 0);
  const known = new Map(house.shelves().all.species.map((x) => [x.id, x]));
  const tank = tankNameOf(house, q);
  const setting = {
    openedMs: s.clockMs,
    zone: q.zone,
    waterL: litresOf(q),
    saltGL: s.latest.salinity?.value ?? 0,
    invertebrates: kinds.length > 0 && kinds.every((x) => known.get(x.speciesId)?.flags.includes('invertebrate')),
    tanks: [tank, q.twin || `${tank} 2`] as const,
    round: s.joined.length + 1,
  };
  const out: QuarantineDuty[] = [];
  let at = beganMs;
  const { phases } = q.plan;
  for (let i = phases.findIndex((p) => p.id === phaseId); i >= 0 && i < phases.length; i++) {
    const [phase, next] = [phases[i]!, phases[i + 1]];
    out.push(...phaseDuties(q.plan, phase, { ...setting, beganMs: at }));
    if (!next || !followsByItself(phase, next)) break;
    at += phase.days * 864e5;
  }
  return out.map(toNew);
}

interface Here {
  house: House;
  q: StoredQuarantine;
  f: QuarantineRecord;
  s: QuarantineState;
  at: string;
}

/** Where the copper that was given harms, mg/L; where nobody said, what bound coppers are dosed to. */
export const copperTopOf = (s: QuarantineState): number => {
  const copper = s.water.find((w) => w.medicine.kind === 'copper' || w.medicine.kind === 'bound-copper');
  return copper?.medicine.bandToMgL ?? copper?.medicine.targetMgL ?? 2.5;
};

function checkTest(h: Here, t: Extract<NewEntry, { kind: 'test' }>): Outcome<null> {
  if (Object.values(t.figures).every((v) => v === undefined)) return refuse('figures', 'Give at least one figure.');
  const odd = t.sure ? null : oddTest(t.figures, copperTopOf(h.s), assumptionsHere(h.house).copperAskTimes);
  return odd ? refuse('sure', odd) : { ok: true, value: null };
}

function checkDose(h: Here, d: Extract<NewEntry, { kind: 'dose' }>): Outcome<null> {
  const { house, q, f, s } = h;
  const { medicine: m, amount } = d;
  const against = conflictsOf(m, besideOf(house, q, f, s));
  const never = against.find((c) => c.grade === 'refuse');
  if (never) return refuse('medicine', never.words);
  const why = against.find((c) => c.grade === 'reason');
  if (why && !d.reason) return refuse('reason', `${why.words} Give a reason to go on.`);
  if (d.expires && d.expires < h.at.slice(0, 10) && !d.reason)
    return refuse('reason', `${m.name} expired on ${d.expires}. Give a reason to go on.`);
  const times = assumptionsHere(house).copperAskTimes;
  const label = amountFor({ treatment: m, times: 1 }, f.waterL);
  const now = s.water.find((w) => w.medicine.id === m.id)?.now ?? 0;
  const { bringDown, target } = afterNewWater(m, now, f.waterL, 0);
  // What would harm is written down only with a reason: it may have been given already.
  if (bringDown && !d.reason)
    return refuse(
      'reason',
      `Stop. Too much already: ${now.toFixed(2)}, wanted ${target}. Change ${bringDown.litres.toFixed(0)} L to lower it. Give a reason to go on.`,
    );
  const comes = levelOfDose(m, amount, f.waterL) + now;
  const top = m.mgPerUnit ? (m.bandToMgL ?? m.targetMgL ?? null) : times;
  if (!d.sure && amount > times * label)
    return refuse(
      'sure',
      `${amount} ${m.unit} is ${(amount / label).toFixed(0)} times the label dose for ${f.waterL.toFixed(0)} L. Is that right?`,
    );
  if (top !== null && comes > top * 1.05 && !d.reason)
    return refuse(
      'reason',
      `Stop. It would come to ${comes.toFixed(2)} ${m.mgPerUnit ? 'mg/L' : 'times the label dose'}, above ${top}. Give a reason to go on.`,
    );
  return { ok: true, value: null };
}

function checkPhase({ house, q, f, s }: Here, p: Extract<NewEntry, { kind: 'phase' }>): Outcome<null> {
  const next = q.plan.phases[q.plan.phases.findIndex((x) => x.id === s.now.phase.id) + 1];
  if (!next || next.id !== p.phase)
    return refuse('phase', next ? `${next.title} comes next.` : 'This is the last phase of the plan.');
  const missing = phaseHeld(f, s, assumptionsHere(house)).filter((x) => !x.holds && x.waived === null);
  if (missing.length > 0 && !p.reason)
    return refuse(
      'reason',
      `${s.now.phase.title} is not over: ${missing.map((x) => `${x.words.toLowerCase()} (${x.have.toFixed(0)} of ${x.of})`).join(', ')}. Give a reason to go on.`,
    );
  return { ok: true, value: null };
}

/** Whether something may be told; a reason is asked for where it would be against a rule. */
function check(h: Here, t: NewEntry): Outcome<null> {
  const { house, q, f, s } = h;
  switch (t.kind) {
    case 'test':
      return checkTest(h, t);
    case 'dose':
      return checkDose(h, t);
    case 'phase':
      return checkPhase(h, t);
    case 'change':
      return t.litres > 1.5 * f.waterL
        ? refuse('litres', `The tank holds ${f.waterL.toFixed(0)} L: ${t.litres} L cannot be changed at once.`)
        : { ok: true, value: null };
    case 'media':
      if (s.media > 0 && !t.reason)
        return refuse('reason', 'Cycled media went in once already. Give a reason to go on.');
      if (s.water.some((w) => medicines.includes(w.medicine.kind)) && !t.reason)
        return refuse('reason', 'Medicine is in the water and kills the bacteria. Give a reason to go on.');
      return { ok: true, value: null };
    case 'waive': {
      const all = [...gateHeld(f, s, assumptionsHere(house)), ...phaseHeld(f, s, assumptionsHere(house))];
      return all.some((x) => x.key === t.what)
        ? { ok: true, value: null }
        : refuse('what', 'Nothing by this name is waited for.');
    }
    case 'move':
      return t.to === tankNameOf(house, q) && s.moves % 2 === 0
        ? refuse('to', `They are in ${t.to} already.`)
        : { ok: true, value: null };
    case 'missing': {
      const living = dwellersOf(h.house, h.q).reduce((n, x) => n + (x.name === t.name ? x.count : 0), 0);
      return t.count <= living
        ? { ok: true, value: null }
        : refuse('count', onlyLiving(living, tankNameOf(h.house, h.q)));
    }
    case 'joined':
    case 'died':
      return refuse('kind', 'Record this where animals come and go.');
    default:
      return { ok: true, value: null };
  }
}

/** Which duties of a day something does. */
const does: Partial<Record<NewEntry['kind'], readonly string[]>> = {
  test: ['test'],
  look: ['look'],
  dose: ['dose'],
  change: ['water'],
  move: ['move'],
  dip: ['dip'],
  phase: ['decide'],
};
/** A morning’s value does not do the evening’s test. */
const NEAR_MS = 7 * 3600_000;

/** Ticks what was due today and is done by what was told. */
function tickWhat({ house, q, at }: Here, t: NewEntry): void {
  const kinds = [
    ...(does[t.kind] ?? []),
    ...(t.kind === 'look' ? ['lights', ...(t.eaten === 'not-fed' ? [] : ['feed'])] : []),
  ];
  const ms = Date.parse(at);
  const today = dayNumber(Date.parse(q.startedAt), ms, q.zone);
  for (const d of house.quarantines.dutiesOf(q.id)) {
    const due = Date.parse(d.dueAt);
    if (!kinds.includes(d.kind) || d.doneAt !== null || d.waived !== '') continue;
    if (dayNumber(Date.parse(q.startedAt), due, q.zone) !== today) continue;
    if (/-(am|pm)$/.test(d.key) && due - ms > NEAR_MS) continue;
    if (t.kind === 'change' && d.key.endsWith('-salt')) continue;
    house.quarantines.setDuty(q.id, d.key, at);
  }
}

/** What follows in the rest of the house: a tank’s own readings, the stock of a medicine, the duties of a phase. */
function follow(h: Here, t: NewEntry): void {
  const { house, q, at, s } = h;
  if (t.kind === 'test') {
    const record = house.records.byId(q.tankId);
    if (record?.kind === 'tank' && !record.deletedAt && !house.ledger.hasReadingAt(q.tankId, at))
      house.ledger.read({ tankId: q.tankId, at, figures: t.figures, how: t.how, note: 'in quarantine' });
  }
  if (t.kind === 'dose') {
    const shelf = house.records
      .list('supply', 'active', 2000)
      .filter((r) => typeIdOf(r.id, r.document as unknown as Supply) === t.medicine.id && r.amount !== null);
    const row = shelf.find((r) => (r.document as unknown as Supply).batch === t.batch) ?? shelf[0];
    if (row) house.ledger.move(row.id, -t.amount, `dose in tank ${tankNameOf(house, q)}`, at);
  }
  if (t.kind === 'phase') house.quarantines.addDuties(q.id, dutiesOfPhase(house, q, t.phase, Date.parse(at), s));
}

/** One thing that was seen, measured, given or done in a quarantine tank; what it does of today’s duties is ticked with it. */
export function tell(house: House, d: Telling, pressedAt: string): Outcome<number> {
  const q = house.quarantines.byId(d.quarantineId);
  if (!q) return refuse('quarantine', 'This quarantine no longer exists.');
  if (q.closedAt !== null)
    return refuse('quarantine', `The quarantine in tank ${tankNameOf(house, q)} has ended. No more entries.`);
  const at = d.at ?? pressedAt;
  if (Date.parse(at) > house.nowMs() + FUTURE_MS) return refuse('at', 'This is in the future.');
  if (at < q.startedAt) return refuse('at', 'This was before the quarantine began.');
  const f = factsOf(house, q);
  const here: Here = { house, q, f, s: quarantineStateOf(f, Math.max(Date.parse(at), Date.parse(q.startedAt))), at };
  const sound = check(here, d.told);
  if (!sound.ok) return sound;
  const n = house.quarantines.tell(q.id, at, d.told, house.nowIso());
  tickWhat(here, d.told);
  follow(here, d.told);
  house.consignments.journal(q.consignmentId, at, `quarantine: ${d.told.kind}`, tankNameOf(house, q), d.told);
  return { ok: true, value: n };
}

/** Strikes out what was a slip: it stays readable, and counts no more. */
export function strike(house: House, quarantineId: unknown, n: unknown): Outcome<null> {
  const q = typeof quarantineId === 'string' ? house.quarantines.byId(quarantineId) : null;
  const entry = q && house.quarantines.entriesOf(q.id).find((e) => e.n === n);
  if (!q || !entry) return refuse('entry', 'This no longer exists.');
  const told = new Set(house.quarantines.entriesOf(q.id).flatMap((e) => (e.strikes === null ? [] : [e.strikes])));
  if (entry.strikes !== null || told.has(entry.n)) return refuse('entry', 'It is already struck out.');
  if (['phase', 'joined', 'died'].includes(entry.kind))
    return refuse('entry', 'Starts and deaths cannot be struck out here.');
  const { n: _n, at: _at, by: _by, strikes: _s, ...what } = entry;
  const now = house.nowIso();
  house.quarantines.tell(q.id, now, what as NewEntry, now, entry.n);
  // The tank’s own book has the same reading.
  const reading =
    entry.kind === 'test' ? house.ledger.readings(q.tankId, 400).find((r) => r.at === entry.at) : undefined;
  if (reading && reading.struckBy === null) strikeReading(house, reading.id, 'struck out in quarantine');
  house.consignments.journal(q.consignmentId, now, 'quarantine: struck out', tankNameOf(house, q), { n: entry.n });
  return { ok: true, value: null };
}
