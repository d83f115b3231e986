import { planFor } from '@/core/choose/alternatives';
import { suggestBoxes } from '@/core/choose/boxes';
import { atRest } from './one-bag';
import { answerQuestion, planning } from '@/core/choose/plan';
import { largeOrder } from '@/tests/large';
import { benchBox } from '@/tests/bench-box';
import { solve, type Ends } from '@/tests/independent/ode-model';
import { bagCurves, simulateBag } from '@/core/bag/simulate';
import { safeHours } from '@/core/bag/slack';
import { catalogue } from '@/core/catalogue';
import { runToEnd } from '@/core/engine/run-to-end';
import { evaluate, KEYSTROKE_DRAWS, noChoosers } from '@/core/evaluate/evaluate';
import { forward } from '@/core/engine/forward';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { boxCurves, simulateBox } from '@/core/heat/box';
import { choosePacks } from '@/core/choose/packs';
import { chooseDay } from '@/core/choose/days';
import { emptyCalendar } from '@/core/calendar/calendar';
import { Draws, DRAW_STEP_H } from '@/core/engine/draws';

/** Medians of the heavy work on this machine, in milliseconds; never a test. One worker unless a line says otherwise. */
function median(name: string, runs: number, work: () => void): number {
  for (let i = 0; i < Math.min(5, runs); i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const ms = times[Math.floor(runs / 2)]!;
  say(`${name.padEnd(74)} ${ms.toFixed(1).padStart(8)} ms   (fastest ${times[0]!.toFixed(1)})`);
  return ms;
}
const say = (line: string): void => void process.stdout.write(`${line}\n`);

const prepared = (stepH: number, beyondH: number): Prepared => {
  const p = prepare(benchBox, catalogue, benchBox.forecast, { stepH, beyondH });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
};

const fine = prepared(1 / 12, 53);
const box = fine.boxes[0]!;
say(`one box of ${box.bags.length} bags over ${fine.horizonH.toFixed(0)} h, ${fine.steps} steps of 5 min`);
const heat = boxCurves(box.bags.length, fine.steps);
const water = bagCurves(fine.steps);
const { a } = fine;
const pressureKPa = fine.ambient.pressureKPa;
const ourMs = median('heat and water of every bag, full chemistry, safe hours (aim 4)', 200, () => {
  simulateBox(box.load, fine.ambient.meanC, fine.steps, fine.stepH, a, heat, false);
  box.bags.forEach((b, i) => {
    const tempC = heat.bagC[i]!;
    simulateBag(
      b.contents,
      {
        tempC,
        steps: fine.steps,
        stepH: fine.stepH,
        pressureKPa,
        gasTransferMPerH: fine.gasTransferMPerH,
        oxygenUse: 1,
      },
      a,
      water,
    );
    safeHours(water, tempC, b.limits, fine.stepH, fine.steps);
  });
});
median('the same with energy balance, freight and every curve kept', 100, () => void forward(fine));
const coarse = prepared(DRAW_STEP_H, 60);
median('200 draws, first useful answer (aim 250)', 9, () => new Draws(coarse, 1).more(200));
median('2,000 draws with margin (aim 1,200)', 3, () => new Draws(coarse, 1).more(2000));
// As the Bag station asks at every key.
const key = { draws: KEYSTROKE_DRAWS, choosers: noChoosers, stepH: DRAW_STEP_H };
const keystrokes = Array.from({ length: 60 }, (_, i) => {
  const c = { ...benchBox, bags: benchBox.bags.map((b) => ({ ...b, waterL: b.waterL + i * 1e-4 })) };
  const from = performance.now();
  evaluate(c, catalogue, c.forecast, key);
  return performance.now() - from;
}).sort((x, y) => x - y);
say(
  `keystroke: the whole answer with margin by ${KEYSTROKE_DRAWS} draws, p95 of 60 (aim 60)`.padEnd(78) +
    ` ${keystrokes[56]!.toFixed(1)} ms   (median ${keystrokes[30]!.toFixed(1)})`,
);
// Ten bags each of three lines, every line filled a little otherwise, in boxes that take them.
const three = [0, 1, 2].map((i) => ({ ...benchBox.lines[0]!, id: `L${i + 1}`, count: 60, lengthCm: 3 + i / 2 }));
const orderOfThirty = { ...benchBox, lines: three, bags: [] };
const thirty = ((): typeof benchBox => {
  const bags = three.flatMap((l, i) =>
    Array.from({ length: 10 }, (_, j) => ({
      ...benchBox.bags[0]!,
      id: `${'ABC'[i]}${j + 1}`,
      animals: [{ lineId: l.id, count: 6 }],
      waterL: 0.9 + i / 10,
    })),
  );
  const boxed = suggestBoxes({ ...orderOfThirty, bags }, catalogue, benchBox.boxes[0]!.packs);
  return { ...orderOfThirty, ...boxed };
})();
median(
  'an order of three lines, 30 bags, planned again (aim 300)',
  5,
  () => void planFor(thirty, catalogue, 'lightest'),
);
let more = 0;
median(`a change of one of 30 bags, told by ${KEYSTROKE_DRAWS} draws (aim 100)`, 15, () => {
  more += 1e-4;
  const bags = thirty.bags.map((b, i) => (i === 0 ? { ...b, waterL: b.waterL + more } : b));
  evaluate({ ...thirty, bags }, catalogue, thirty.forecast, key);
});
let sets = 0;
median('packs: half of all sets, 200 draws each, as on each of two workers (aim 3,000)', 3, () => {
  sets = runToEnd(choosePacks(coarse, { draws: 200, seed: 1, part: { index: 0, of: 2 } })).length;
});
say(`  ${sets} sets computed in that half; sets that only add to what already cooks are left out`);
let cells = 0;
median('ship days × services: 10 days, 200 draws each cell (aim 5,000)', 1, () => {
  const fromMs = Date.parse(benchBox.handOverAt) - 12 * 3600_000;
  const days = { draws: 200, seed: 1, fromMs, days: 10, calendar: emptyCalendar };
  cells = runToEnd(chooseDay(benchBox, catalogue, benchBox.forecast!, days)).length;
});
say(`  ${cells} cells`);

const order = largeOrder();
let large = order;
const planned = performance.now();
for (
  let plan = planning({ consignment: order, catalogue, holidays: [] }), step = plan.next();
  ;
  step = plan.next(step.value.map(answerQuestion))
)
  if (step.done) {
    large = step.value.consignment;
    break;
  }
const animals = order.lines.reduce((n, l) => n + l.count, 0);
say(
  `${animals} animals: first plan of ${large.bags.length} bags and ${large.boxes.length} boxes on one thread (aim 5,000)`.padEnd(
    76,
  ) + ` ${(performance.now() - planned).toFixed(1)} ms`,
);
median('the same: curves of all bags on quarter hours, as a station asks (aim 300)', 5, () => {
  evaluate(large, catalogue, large.forecast, { draws: 0, stepH: 1 / 4 });
});
const first = large.boxes[0]!;
const alone = { ...large, boxes: [first], bags: large.bags.filter((b) => b.boxId === first.id) };
median('the same: sets of packs of one box in their first order (aim 1,000)', 5, () => {
  const packs = { boxId: first.id, draws: 0 };
  const choosers = { packs, bags: false, days: null };
  evaluate(alone, catalogue, large.forecast, { draws: 0, stepH: 0.5, beyondH: 0, choosers });
});

// Against the general-purpose library at equal accuracy: the loosest tolerance whose errors are no larger than ours.
const atH = [24, 48, 72];
const ambientC = (h: number): number => 4 + 5 * Math.sin(h / 4);
const world = {
  load: box.load,
  bags: box.bags.map((b) => b.contents),
  ambientC,
  pressureKPa: () => 101.325,
  breaksH: [],
  atH,
  ourPh: true,
};
const steps = 72 * 12 + 1;
const meanC = Float64Array.from({ length: steps }, (_, i) => ambientC((i + 0.5) / 12));
function ours(): Omit<Ends, 'dose'>[] {
  const h = simulateBox(box.load, meanC, steps, 1 / 12, a);
  const curves = box.bags.map((b, i) =>
    simulateBag(b.contents, { tempC: h.bagC[i]!, steps, stepH: 1 / 12, ...atRest(steps), oxygenUse: 1 }, a),
  );
  return atH.map((t) => ({
    bagC: h.bagC.map((c) => c[t * 12]!),
    pH: curves.map((c) => c.pH[t * 12]!),
    oxygenMgL: curves.map((c) => c.oxygenMgL[t * 12]!),
    tanMgNL: curves.map((c) => c.tanMgNL[t * 12]!),
  }));
}
const exact = solve({ ...world, tolerance: 1e-9 }, a);
/** Largest error in units of what is asked: 0.05 °C, 0.02 of pH, 0.5 % of oxygen. */
const errorOf = (got: readonly Omit<Ends, 'dose'>[]): number =>
  Math.max(
    ...got.flatMap((g, j) => [
      ...g.bagC.map((x, i) => Math.abs(x - exact[j]!.bagC[i]!) / 0.05),
      ...g.pH.map((x, i) => Math.abs(x - exact[j]!.pH[i]!) / 0.02),
      ...g.oxygenMgL.map((x, i) => Math.abs(x / exact[j]!.oxygenMgL[i]! - 1) / 0.005),
    ]),
  );
const our72 = median('72 h of the same box, 5 min steps', 50, () => void ours());
const ourError = errorOf(ours());
for (const tolerance of [1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 1e-5, 1e-6]) {
  const error = errorOf(solve({ ...world, tolerance, stretchH: 24 }, a));
  if (error > Math.max(ourError, 0.02)) continue;
  const ms = median(
    `odex at tolerance ${tolerance}, the same box`,
    3,
    () => void solve({ ...world, tolerance, stretchH: 24 }, a),
  );
  say(
    `  errors: ours ${(100 * ourError).toFixed(1)} %, odex ${(100 * error).toFixed(1)} % of what is asked; ${(ms / our72).toFixed(0)} times faster (aim 20)`,
  );
  break;
}

// Memory over repeated runs.
const used = (): number => {
  (globalThis as { gc?: () => void }).gc?.();
  return process.memoryUsage().heapUsed / 1e6;
};
for (let i = 0; i < 20; i++) forward(fine);
const before = used();
for (let i = 0; i < 300; i++) forward(fine);
say(
  `heap after 300 more runs: ${before.toFixed(1)} → ${used().toFixed(1)} MB${(globalThis as { gc?: unknown }).gc ? '' : ' (run with --expose-gc for a clean figure)'}`,
);
say(
  `steps a second on this core: ${((1000 * fine.steps * box.bags.length) / ourMs / 1e6).toFixed(1)} million bag steps`,
);
