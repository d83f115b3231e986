import { adviceOf } from '@/core/acclimation/compare';
import { catalogue } from '@/core/catalogue';
import { newIn, readFound } from '@/core/consignment/found-reader';
import { foundParts, joined, partsIn, sealed } from '@/core/consignment/found-file';
import { projectFacts, airIn, unstruck, mergeFacts } from '@/core/consignment/project-facts';
import type { Facts } from '@/core/consignment/facts';
import { evaluate } from '@/core/evaluate/evaluate';
import { openedBag } from '@/core/evaluate/opened';
import { openedFrom } from '@/core/acclimation/opened';
import { waterFigures } from '@/core/measurement/quantities';
import { MIN } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { cardData } from './make';
import { cardOf, cardText } from './data';
import {
  done,
  reportOf,
  happened,
  lastPress,
  look,
  nothingTold,
  addRound,
  pause,
  cardPosition,
  read,
  remark,
  settled,
  start,
  stepBack,
  stop,
  waiting,
  type CardRecord,
} from './card-record';
import { cardLanes, foretoldOf } from './lanes';

const c = exampleConsignment();
const evaluated = evaluate(c, catalogue, c.forecast, { draws: 0 });
if (!evaluated.ok) throw new Error('The example is not computed.');
const e = evaluated.value;
const data = cardData(c, e, catalogue, 'en');
const t0 = data.arriveMs;
const bag = (id: string) => ({ kind: 'bag' as const, id });
const [first] = data.bags as [(typeof data.bags)[number]];

test('what a card holds is the water of the evaluation, to what any instrument tells, and packs into text and back', () => {
  for (const h of [data.arriveMs, data.openMs, data.openMs + 20 * 60 * MIN]) {
    const hours = (h - data.sealMs) / 3600_000;
    for (const b of data.bags) {
      const here = openedBag(
        { ...c, actual: { ...c.actual, arrivedAt: new Date(0).toISOString() } },
        e,
        catalogue,
        b.id,
        h,
      );
      const there = openedFrom(foretoldOf(data, b), hours, undefined, data.assumptions);
      for (const k of ['tempC', 'pH', 'tanMgNL', 'alkalinityMeqL', 'oxygenMgL'] as const)
        expect(Math.abs(there[k]! - here[k]!)).toBeLessThan(0.03 + 0.01 * Math.abs(here[k]!));
    }
  }
  expect(cardOf(cardText(data))).toEqual(JSON.parse(JSON.stringify(data)));
});

test('a card on waters that nobody measured names every figure as a guess, and sends none of them home', () => {
  const bare = { ...c, sourceWater: {}, waters: undefined, tank: { name: c.tank.name, volumeL: 60 } };
  const computed = evaluate(bare, catalogue, bare.forecast, { draws: 0 });
  if (!computed.ok) throw new Error('It is not computed.');
  const own = cardData(bare, computed.value, catalogue, 'en');
  expect(own.tanks.map((t) => t.guessed)).toEqual([[...waterFigures]]);
  let t = happened(nothingTold('en'), 'arrived', t0, t0);
  t = read(t, bag(own.bags[0]!.id), 'alive', own.bags[0]!.animals, t0 + MIN);
  const { observations } = reportOf(t, own, [], t0 + 2 * MIN);
  expect(observations.map((o) => o.quantity)).toEqual(['alive']);
});

describe('what is told', () => {
  test('is a fact each; what is there is not told again, a slip is struck out and stays, an older figure never comes back', () => {
    let t = read(nothingTold('en'), bag('A1'), 'tempC', 19.5, t0);
    expect(read(t, bag('A1'), 'tempC', 19.5, t0)).toBe(t);
    t = read(t, bag('A1'), 'tempC', 21, t0 + MIN);
    t = read(t, bag('A1'), 'alive', 3, t0 + MIN);
    expect(projectFacts(t).bags[0]).toMatchObject({ bagId: 'A1', tempC: 21, alive: 3 });
    t = read(t, bag('A1'), 'tempC', null, t0 + 2 * MIN);
    expect(projectFacts(t).bags[0]!.tempC).toBeNull();
    expect(t.observations.map((o) => [o.method, o.strikes !== null])).toEqual([
      ['typed', false],
      ['typed', false],
      ['counted', false],
      ['typed', true],
      ['typed', true],
    ]);
    expect(new Set(t.observations.map((o) => o.n)).size).toBe(t.observations.length);
  });
  test('the air of a box is a fact of the box, and no reading of a bag', () => {
    const t = read(nothingTold('en'), { kind: 'box', id: '1' }, 'tempC', 14.5, t0);
    expect(airIn(t.observations, '1')).toBe(14.5);
    expect(read(t, { kind: 'box', id: '1' }, 'tempC', 14.5, t0)).toBe(t);
    expect(projectFacts(t).bags).toEqual([]);
    expect(airIn(read(t, { kind: 'box', id: '1' }, 'tempC', null, t0).observations, '1')).toBeNull();
  });
  test('signs that cannot be at once strike each other out; remarks are changed and taken back', () => {
    let t = look(nothingTold('en'), bag('A1'), 'oneLayer', true, t0);
    t = look(t, bag('A1'), 'twoLayers', true, t0);
    t = look(t, bag('A1'), 'fast', true, t0);
    t = look(t, bag('A1'), 'fast', false, t0);
    expect(unstruck(t.observations).map((o) => o.word)).toEqual(['twoLayers']);
    t = remark(remark(t, bag('A1'), 'one hides', t0), bag('A1'), '', t0);
    expect(unstruck(t.observations).filter((o) => o.quantity === 'note')).toEqual([]);
  });
});

/** Begins the best way, or another, for the lane of a bag. */
function begun(t: CardRecord, id: string, nowMs: number, method?: string): CardRecord {
  const lane = cardLanes(data, t, nowMs).find((l) => l.bagIds.includes(id))!;
  const course = method ? lane.courses.find((m) => m.id === method)! : lane.recommendation.ranked[0]!.course;
  const { id: way, steps } = course;
  return start(
    t,
    {
      bagIds: lane.bagIds,
      method: way,
      tank: lane.tank.name,
      steps,
      waterL: lane.opened.waterL,
      salinity: lane.opened.salinity,
    },
    data,
    nowMs,
  );
}

/** Presses every hand of a run until it is across; timers end by themselves. */
function finished(t: CardRecord, id: string, from: number): { t: CardRecord; at: number } {
  let [now, next] = [from, t];
  for (let i = 0; i < 400; i++) {
    const run = next.runs.find((r) => r.id === id)!;
    const at = cardPosition(run, now);
    if (at.finished) break;
    const step = run.steps[at.index]!;
    if (step.kind === 'hands') next = done(next, id, step.key, (now += MIN));
    else now = at.endsAtMs! + 1;
  }
  return { t: settled(next, now), at: now };
}

describe('a run', () => {
  test('goes by the rules of the application: timers end by themselves, the first opening is told, the last step brings its bags across', () => {
    let t = begun(happened(nothingTold('en'), 'arrived', t0, t0), first.id, t0);
    const [run] = t.runs as [CardRecord['runs'][number]];
    expect(run.steps.map((s) => s.key)).toContain('after');
    // A press of a step that is not on does nothing.
    expect(done(t, run.id, 'net', t0)).toBe(t);
    expect(projectFacts(t).openedAt).toBeNull();
    const end = finished(t, run.id, t0);
    t = end.t;
    expect(projectFacts(t).openedAt).toBe(new Date(t.runs[0]!.doneAtMs.open!).toISOString());
    const moved = unstruck(t.events).filter((x) => x.kind === 'moved');
    expect(moved.map((x) => x.subject.id).sort()).toEqual([...run.bagIds].sort());
    expect(waiting(t, data, end.at)).toEqual(data.bags.map((b) => b.id).filter((id) => !run.bagIds.includes(id)));
    // The last press was a slip: they are not across, and no fact says so any more.
    t = stepBack(t, run.id, end.at);
    expect(unstruck(t.events).filter((x) => x.kind === 'moved')).toEqual([]);
    expect(waiting(t, data, end.at)).toEqual(data.bags.map((b) => b.id));
  });
  test('is paused, goes on, gets a round more, and is stopped with its opening', () => {
    let t = begun(nothingTold('en'), first.id, t0, 'cups');
    const [{ id }] = t.runs as [CardRecord['runs'][number]];
    const run = () => t.runs[0]!;
    let now = t0;
    while (run().steps[cardPosition(run(), now).index]!.kind === 'hands')
      t = done(t, id, run().steps[cardPosition(run(), now).index]!.key, now);
    const left = cardPosition(run(), now).remainingMs!;
    t = pause(t, id, now);
    now += 30 * MIN;
    expect(cardPosition(run(), now).remainingMs).toBe(left);
    t = pause(t, id, now);
    expect(cardPosition(run(), now).endsAtMs).toBe(now + left);
    const steps = run().steps.length;
    t = addRound(t, id, now);
    expect(run().steps.length).toBeGreaterThan(steps);
    expect(lastPress(run())).not.toMatch(/pause|goon/);
    now += left + 1;
    t = done(t, id, 'open', now);
    expect(projectFacts(t).openedAt).toBe(new Date(now).toISOString());
    t = stop(t, id, now);
    expect([t.runs, projectFacts(t).openedAt]).toEqual([[], null]);
  });
});

describe('what goes back', () => {
  const at = t0 + 90 * MIN;
  const told = ((): CardRecord => {
    let t = happened(nothingTold('en'), 'arrived', t0, t0);
    t = read(read(t, bag(first.id), 'tempC', 18.2, at), bag(first.id), 'alive', first.animals, at);
    t = look(t, bag(first.id), 'fast', true, at);
    return remark(t, { kind: 'consignment', id: '' }, 'Lid was wet.', at);
  })();
  const file = reportOf(told, data, [], at);
  const here: Facts = { observations: [], events: [] };

  test('is read as it was written; a hand’s change is seen; another version is named', () => {
    const r = readFound(JSON.parse(JSON.stringify(file)));
    expect(r).toMatchObject({ ok: true, value: { changed: false } });
    const edited = JSON.parse(JSON.stringify(file).replace('18.2', '28.2')) as unknown;
    expect(readFound(edited)).toMatchObject({ ok: true, value: { changed: true } });
    expect(readFound({ ...file, version: 9 })).toMatchObject({ ok: false });
    expect(readFound({ ...file, observations: [{ ...file.observations[0], quantity: 'weightKg' }] }).ok).toBe(false);
  });
  test('a receiver of a long name can send it too', () => {
    const long = reportOf(told, { ...data, receiver: { ...data.receiver, name: 'Q'.repeat(90) } }, [], at);
    expect(readFound(JSON.parse(JSON.stringify(long)))).toMatchObject({ ok: true, value: { changed: false } });
  });
  test('comes as codes and text in any order; what is missing, mixed or broken is said', () => {
    const parts = foundParts(sealed({ ...file, photos: [{ subject: bag('A1'), at: file.madeAt, jpeg: 'AAAA' }] }), 150);
    expect(parts.length).toBeGreaterThan(2);
    const all = joined(partsIn(`Dear sender,\n${[...parts].reverse().join('\n')} regards`));
    expect(all.ok && JSON.parse(all.json)).toMatchObject({ id: c.id, photos: [], by: c.receiver.name });
    expect(all.ok && readFound(JSON.parse(all.json))).toMatchObject({ value: { changed: false } });
    expect(joined(partsIn(parts.slice(1).join(' ')))).toMatchObject({
      ok: false,
      message: expect.stringContaining('Part 1 of'),
    });
    const others = foundParts(reportOf(told, data, [], at + MIN), 150);
    expect(joined([...partsIn(parts[0]!), ...partsIn(others[1]!)])).toMatchObject({
      message: expect.stringContaining('two different'),
    });
    const bent = partsIn(parts.join(' ')).map((p, i) => (i === 1 ? { ...p, data: `${p.data.slice(0, -1)}-` } : p));
    expect(joined(bent)).toMatchObject({ message: expect.stringContaining('incomplete') });
  });
  test('adds what is new here, once, by the name of whoever received; what is known here stays', () => {
    const by = 'Ilse';
    const one = newIn(file, here, by);
    expect(one.observations).toHaveLength(file.observations.length);
    expect(one.observations.every((o) => o.by === by)).toBe(true);
    const known = mergeFacts(here, one);
    expect(newIn(file, known, by)).toEqual({ observations: [], events: [] });
    // A later file of the same card: a figure that was corrected, its strike with it.
    const later = read(read(told, bag(first.id), 'tempC', null, at + MIN), bag(first.id), 'tempC', 19, at + MIN);
    const two = newIn(reportOf(later, data, [], at + MIN), known, by);
    expect(projectFacts(mergeFacts(known, two)).bags[0]!.tempC).toBe(19);
    // This house has read the same bag itself, and told when it came.
    const ours: Facts = {
      observations: [{ ...file.observations.find((o) => o.quantity === 'tempC')!, n: 1, value: 22, by: '' }],
      events: [{ ...file.events[0]!, n: 2, at: new Date(t0 - MIN).toISOString(), by: '' }],
    };
    const three = projectFacts(mergeFacts(ours, newIn(file, ours, by)));
    expect(three.bags[0]).toMatchObject({ tempC: 22, alive: first.animals });
    expect(three.arrivedAt).toBe(new Date(t0 - MIN).toISOString());
  });
});

test('figures that contradict each other are told as that, and every other lane stays', () => {
  const t = read(read(nothingTold('en'), bag(first.id), 'pH', 9.9, t0), bag(first.id), 'khDkh', 0.01, t0);
  const lane = cardLanes(data, t, t0).find((l) => l.bagIds.includes(first.id))!;
  expect(lane.problem).not.toBeNull();
  expect(adviceOf([lane.opened], lane.tank, lane.who, data.assumptions).problem).toBe(lane.problem);
});
