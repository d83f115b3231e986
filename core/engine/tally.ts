import type { Factor } from '@/core/bag/slack';
import { bagRisk, type BagRisk } from './risk';

/** What the draws so far say of every bag: how long it lasts, whether it held, who lives. */
export class Tally {
  /** Hours it lasts in each draw without its delay, how often it held, and what failed first. */
  private readonly hoursOf: number[][];
  private readonly held: number[];
  private readonly failedBy: Record<Factor, number>[];
  /** Share of its animals alive, summed over the draws with their delays; and how often all of all bags were. */
  private readonly alive: number[];
  private all = 0;

  constructor(private readonly bags: readonly { id: string; animals: number }[]) {
    this.hoursOf = bags.map(() => []);
    this.held = bags.map(() => 0);
    this.alive = bags.map(() => 0);
    this.failedBy = bags.map(() => ({ ammonia: 0, temperature: 0, carbon: 0, oxygen: 0 }));
  }

  /** A draw without its delay: hours to the first limit of every bag, and which. */
  addHours(firstH: Float64Array, firstBy: readonly (Factor | null)[]): void {
    this.hoursOf.forEach((hours, i) => {
      hours.push(firstH[i]!);
      const by = firstBy[i];
      if (by) this.failedBy[i]![by]++;
    });
  }

  /** What became of one bag in a draw; gives the chance that all of its animals are alive, each by itself. */
  addBag(n: number, held: boolean, alive: number): number {
    if (held) this.held[n] = this.held[n]! + 1;
    this.alive[n] = this.alive[n]! + alive;
    return alive ** this.bags[n]!.animals;
  }

  /** The chance that all animals of all bags are alive in one draw. */
  addAll(chance: number): void {
    this.all += chance;
  }

  /** Summed up; no bag where no draw was told whole. */
  told(deadlineH: number): { bags: BagRisk[]; animals: number; expected: number; allAlive: number } {
    const draws = this.hoursOf[0]?.length ?? 0;
    const bags =
      draws === 0
        ? []
        : this.bags.map(({ id, animals }, i) =>
            bagRisk({
              id,
              animals,
              hours: this.hoursOf[i]!,
              held: this.held[i]!,
              alive: this.alive[i]!,
              failedBy: this.failedBy[i]!,
              deadlineH,
            }),
          );
    return {
      bags,
      animals: this.bags.reduce((s, b) => s + b.animals, 0),
      expected: bags.reduce((s, b) => s + b.animals * b.alive, 0),
      allAlive: draws > 0 ? this.all / draws : 0,
    };
  }
}
