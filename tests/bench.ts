import { exampleConsignment } from '@/tests/example';
import { catalogue } from '@/core/catalogue';
import { evaluate } from '@/core/consignment/evaluate';
import { planConsignment } from '@/core/consignment/plan';
import { comparePacks } from '@/core/heat/choose';

/** Medians of the heavy work, in milliseconds on this machine; never a test. */
function median(name: string, runs: number, work: () => void): void {
  for (let i = 0; i < 3; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  process.stdout.write(`${name.padEnd(56)} ${times[Math.floor(runs / 2)]!.toFixed(1).padStart(8)} ms\n`);
}

const c = exampleConsignment('marine-air-cargo');
median('evaluate: 5 marine bags, 142 h, both cases, 5 min steps', 20, () => void evaluate(c, catalogue));
median('comparePacks: 16 sets', 10, () => void comparePacks(c, '1', catalogue));
median('planConsignment: bags, boxes and packs', 5, () => void planConsignment({ ...c, bags: [] }, catalogue));
