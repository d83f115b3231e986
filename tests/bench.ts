import { benchBox } from '@/tests/bench-box';
import { catalogue } from '@/core/catalogue';
import { forward } from '@/core/consignment/forward';
import { prepare, type Prepared } from '@/core/consignment/prepare';
import { choosePacks } from '@/core/heat/choose';
import { Draws, DRAW_STEP_H } from '@/core/risk/draws';

/** Medians of the heavy work, in milliseconds on this machine; never a test. One worker unless a line says otherwise. */
function median(name: string, runs: number, work: () => void): number {
  for (let i = 0; i < 3; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const ms = times[Math.floor(runs / 2)]!;
  process.stdout.write(`${name.padEnd(66)} ${ms.toFixed(1).padStart(9)} ms\n`);
  return ms;
}

const prepared = (stepH: number, beyondH: number): Prepared => {
  const p = prepare(benchBox, catalogue, benchBox.forecast, { stepH, beyondH });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
};

const fine = prepared(1 / 12, 96 - 44.5);
process.stdout.write(`one box of ${benchBox.bags.length} bags, ${fine.horizonH.toFixed(1)} h\n`);
median('heat and water, full chemistry, 5 min steps (aim 3)', 60, () => void forward(fine, false));
median('the same with the one-in-ten worst case', 60, () => void forward(fine));
const coarse = prepared(DRAW_STEP_H, 60);
median('200 draws (aim 250)', 9, () => new Draws(coarse, 1).more(200));
median('2,000 draws (aim 2,000)', 3, () => new Draws(coarse, 1).more(2000));
const drain = <T>(g: Generator<unknown, T>): T => {
  for (;;) {
    const step = g.next();
    if (step.done) return step.value;
  }
};
let sets = 0;
median('pack choice, 200 draws each, half the sets (aim 3,000 on two workers)', 1, () => {
  sets = drain(choosePacks(coarse, { draws: 200, seed: 1, part: { index: 0, of: 2 } })).length;
});
process.stdout.write(`  that was ${sets} sets\n`);
