import { bagCurves, simulateBag, type BagCurves } from '@/core/bag/simulate';
import { aliveShare, severityOf, shareThatDies, type LimitExcess } from '@/core/bag/survival';
import { factors, firstToFail, safeHours, type BagLimits, type Factor, type SafeHours } from '@/core/bag/slack';
import type { Holiday } from '@/core/calendar/schema';
import { thermalDose } from '@/core/fish/thermal-dose';
import { identicalBags } from './identical-bags';
import { boxCurves, simulateBox, type BoxCurves } from '@/core/heat/box';
import { heatModel, modelBetween, type BoxLoad, type HeatModel } from '@/core/heat/model';
import { meansOf } from '@/core/weather/ambient';
import { causes, EXAMINED, MEASURED_DRAWS, noneSaved, type Cause } from './causes';
import { climatesOf, drawLimits, filledAs, knownOf, oxygenSigmasOf, type KnownBox } from './drawn';
import type { Risk } from './risk';
import { Tally } from './tally';
import { fanOf, percentile, type Fan } from './percentiles';
import { asPlanned, BOX_SLOTS, PACK_SLOTS, slotOfKind, variatesOf, warmerBy } from './random-variates';
import type { RandomVariates, VariateSet } from './random-variates';
import { heldUp, type Prepared } from './prepare';

/** Draws are computed on a half-hour step: within 0.1 °C and one point of chance of the five-minute one (tested). */
export const DRAW_STEP_H = 0.5;
/** Slack is looked for this far beyond the deadline; more is told as more. */
export const SLACK_BEYOND_H = 48;

interface Outcome {
  lost: boolean;
  factor: Factor | null;
  bag: number;
  coldestC: number;
  warmestC: number;
}

/** From this share on all count as dead. */
const NOBODY_LEFT = 0.995;

/** Loss is a smooth thing: models this far apart, in its logarithm, are the ends of straight lines. */
const LOSS_NODE = 0.08;
/** A sieve takes the nearest of coarser steps instead. */
const COARSE_LOSS = 2 * LOSS_NODE;

/**
 * Seeded Monte Carlo over one prepared journey. `more(n)` computes further draws, `result()` sums up what there is.
 * Varies the luck of the road (error of the weather, which grows with lead time and fades with a memory, its own at
 * either end; delays and where they are spent; the climate of each leg; oxygen use of every species; each pack and duds;
 * each box) and what is not known of a kind (of pack, of box). Common random numbers: draw d of any alternative with the
 * same seed meets the same of each. Buffers are made once and used again.
 */
export class Draws {
  private readonly speciesIds: string[];
  private readonly speciesOf: Int32Array[] = [];
  private readonly useSigma: number[];
  private readonly boxes: BoxCurves[];
  private readonly bag: BagCurves;
  private readonly meanC: Float64Array;
  private readonly use: Float64Array[];
  private readonly loads: BoxLoad[];
  /** Place of each heat pack's kind, and of each box's, among the numbers of a draw. */
  private readonly packKind: number[][];
  private readonly boxKind: number[];
  private readonly known: readonly KnownBox[];
  /** Heat models by box and step of loss. */
  private readonly models: Map<number, HeatModel>[];
  private readonly late = new Map<string, Prepared>();
  private readonly luck: RandomVariates;
  private readonly outcomes: Outcome[] = [];
  private readonly tally: Tally;
  private readonly severity: LimitExcess = { ammonia: 0, temperature: 0, carbon: 0, oxygen: 0 };
  private readonly aliveNow: Float64Array;
  /** Limits of every bag in the run at hand. */
  private readonly limits: BagLimits[];
  /** Bag water of the followed bag in every draw, one row a draw, up to the planned opening. */
  private readonly followed: Float32Array[] = [];
  private readonly followedSteps: number;
  private readonly outside: Float32Array[] = [];
  private readonly slackSteps: number;
  /** Hours to the first limit of every bag in the run at hand, and which. */
  private readonly firstH: Float64Array;
  private readonly firstBy: (Factor | null)[];
  /** Every limit of the followed bag by itself, in each draw without its delay; null where nobody reads it. */
  private read: { all: SafeHours[]; now: SafeHours | null } | null = null;
  private onlyLost = false;
  private coarse = false;
  private readonly sieved = { draws: 0, lost: 0, dose: 0 };
  private readonly dose: Float64Array;
  /** An earlier bag that fares alike, or −1. */
  private readonly twins: Int32Array;

  constructor(
    private readonly p: Prepared,
    readonly seed: number,
    private readonly followBagId: string | null = null,
    holidays: readonly Holiday[] = [],
    /**
     * So many of the draws look for slack too; of the others only whether they are lost is wanted, and a bag too cold or
     * hot spares the chemistry of all.
     */
    private readonly slackDraws = Infinity,
  ) {
    const bags = p.boxes.flatMap((b) => b.bags);
    this.speciesIds = [...new Set(p.consignment.lines.map((l) => l.speciesId))];
    this.speciesOf = bags.map((b) => Int32Array.from(b.species, (s) => this.speciesIds.indexOf(s.id)));
    this.useSigma = oxygenSigmasOf(p, this.speciesIds);
    this.twins = identicalBags(p);
    this.use = bags.map((b) => new Float64Array(b.species.length));
    this.boxes = p.boxes.map((b) => boxCurves(b.bags.length, p.steps));
    this.bag = bagCurves(p.steps);
    this.meanC = new Float64Array(p.steps);
    this.dose = new Float64Array(p.steps);
    this.loads = p.boxes.map((b) => ({ ...b.load, heatPacks: b.load.heatPacks.map((h) => ({ ...h })) }));
    this.packKind = p.boxes.map((b) => b.load.heatPacks.map((h) => slotOfKind(h.kindId ?? '')));
    this.boxKind = p.boxes.map((b) => slotOfKind(b.box.boxTypeId));
    this.known = p.boxes.map((b) => knownOf(p, b));
    this.models = p.boxes.map(() => new Map());
    this.luck = variatesOf(p, seed, holidays, this.speciesIds.length);
    this.followedSteps = Math.min(p.steps, Math.ceil(p.openH / p.stepH) + 1);
    this.slackSteps = Math.min(p.steps, Math.round((p.deadlineH + SLACK_BEYOND_H) / p.stepH) + 1);
    this.tally = new Tally(bags.map((b) => ({ id: b.bag.id, animals: b.animals })));
    this.aliveNow = new Float64Array(bags.length);
    this.limits = bags.map((b) => ({ ...b.limits }));
    this.firstH = new Float64Array(bags.length);
    this.firstBy = bags.map(() => null);
  }

  get count(): number {
    return this.outcomes.length;
  }

  more(n: number): void {
    for (let i = 0; i < n; i++) {
      const index = this.outcomes.length;
      this.onlyLost = index >= this.slackDraws;
      this.outcomes.push(this.one(this.luck.draw(index)));
    }
    this.onlyLost = false;
  }

  /** One draw: to its own opening, and without its delay as far as slack is looked for. */
  private one(d: VariateSet): Outcome {
    const { p } = this;
    const openH = Math.min(p.horizonH, p.openH + d.delayH);
    const toOpening = Math.min(p.steps, Math.max(2, Math.ceil(openH / p.stepH) + 1));
    if (this.onlyLost) return this.run(d, toOpening, openH, false);
    if (d.delayH === 0) {
      const o = this.run(d, Math.max(toOpening, this.slackSteps), openH, true);
      this.keepSlack();
      return o;
    }
    this.run({ ...d, delayH: 0 }, this.slackSteps, p.openH, false);
    this.keepSlack();
    return this.run(d, toOpening, openH, true);
  }

  /** From now on every limit of the followed bag is looked at by itself, whatever fails first. */
  readFollowed(): void {
    this.read = { all: [], now: null };
  }

  /** Hours to each limit of the followed bag, a row a draw. */
  safeOfFollowed(): readonly SafeHours[] {
    return this.read?.all ?? [];
  }

  private keepSlack(): void {
    if (this.read?.now) this.read.all.push(this.read.now);
    this.tally.addHours(this.firstH, this.firstBy);
  }

  /** The journey with the delay of a draw, made once for each. */
  private journeyOf(d: VariateSet): Prepared {
    if (d.delayH === 0) return this.p;
    const key = `${d.delayH} ${d.place}`;
    let p = this.late.get(key);
    if (!p) this.late.set(key, (p = heldUp(this.p, d.delayH, d.place)));
    return p;
  }

  private modelAt(box: number, node: number): HeatModel {
    const made = this.models[box]!.get(node);
    if (made) return made;
    const load = this.loads[box]!;
    load.lossFactor = this.known[box]!.loss * Math.exp(node * LOSS_NODE);
    const model = heatModel(load, this.p.stepH, this.p.a);
    this.models[box]!.set(node, model);
    return model;
  }

  /** The box with what it loses in this draw. */
  private modelOf(box: number, d: VariateSet): HeatModel {
    const { a } = this.p;
    const loss = a.boxSigma * d.boxes[box % BOX_SLOTS]! + this.known[box]!.sigma * d.boxKinds[this.boxKind[box]!]!;
    if (this.coarse) return this.modelAt(box, Math.round(loss / COARSE_LOSS) * (COARSE_LOSS / LOSS_NODE));
    const at = loss / LOSS_NODE;
    const node = Math.floor(at);
    const f = at - node;
    return f === 0 ? this.modelAt(box, node) : modelBetween(this.modelAt(box, node), this.modelAt(box, node + 1), f);
  }

  /** The boxes' heat with these numbers; `each` is called for every bag with its water, as soon as its box is computed. */
  private heat(
    p: Prepared,
    d: VariateSet,
    steps: number,
    each: (box: number, bag: number, tempC: Float64Array, place: number) => void,
  ): void {
    const { stepH, a } = p;
    const meanC = this.meanC.subarray(0, steps);
    meansOf(p.ambient.pieces, climatesOf(p, d), warmerBy(d, stepH), meanC);
    drawLimits(this.limits, this.p, this.speciesOf, d);
    let slot = 0;
    let n = 0;
    for (let b = 0; b < p.boxes.length; b++) {
      const load = this.loads[b]!;
      const kinds = this.packKind[b]!;
      load.heatPacks.forEach((pack, q) => {
        const { strength, sigma } = this.known[b]!.packs[q]!;
        pack.strength = strength * d.packs[slot++ % PACK_SLOTS]! * Math.exp(sigma * d.packKinds[kinds[q]!]!);
      });
      const curves = simulateBox(load, meanC, steps, stepH, a, this.boxes[b], false, this.modelOf(b, d));
      for (let i = 0; i < curves.bagC.length; i++) each(b, i, curves.bagC[i]!, n++);
    }
  }

  /**
   * Warmth alone, for a first sieve among many ways to heat a box: of the first `n` draws, how many lose a bag to cold or
   * heat before opening, and the worst bag's dose a wanted delay beyond the deadline (1 is all it bears), summed over them.
   */
  sieve(n: number): { lost: number; dose: number } {
    const sieved = this.sieved;
    const { p } = this;
    const { stepH } = p;
    this.coarse = true;
    for (; sieved.draws < n; sieved.draws++) {
      const d = this.luck.draw(sieved.draws);
      const openH = Math.min(p.horizonH, p.openH + d.delayH);
      const wantedH = Math.max(openH, Math.min(p.horizonH, p.deadlineH + p.a.wantedSlackH));
      const steps = Math.min(p.steps, Math.ceil(wantedH / stepH) + 1);
      let first = Infinity;
      let most = 0;
      this.heat(this.journeyOf(d), d, steps, (_b, _k, tempC, n) => {
        if (this.twins[n]! >= 0) return;
        const fatalH = thermalDose(tempC, steps, stepH, this.limits[n]!, this.dose);
        if (fatalH !== null) first = Math.min(first, fatalH);
        most = Math.max(most, this.dose[steps - 1]!);
      });
      if (first < openH) sieved.lost++;
      sieved.dose += Math.min(2, most);
    }
    this.coarse = false;
    return { lost: sieved.lost, dose: sieved.dose };
  }

  /** One journey with these numbers; lost is what fails before `openH`. Writes the hours of every bag into `firstH`. */
  private run(d: VariateSet, steps: number, openH: number, keep: boolean): Outcome {
    const p = this.journeyOf(d);
    const { stepH, a } = p;
    const o: Outcome = { lost: false, factor: null, bag: -1, coldestC: Infinity, warmestC: -Infinity };
    const openSteps = Math.min(steps, Math.ceil(openH / stepH) + 1);
    this.heat(p, d, steps, (_b, _i, tempC, n) => {
      for (let s = 0; s < openSteps; s++) {
        const t = tempC[s]!;
        if (t < o.coldestC) o.coldestC = t;
        if (t > o.warmestC) o.warmestC = t;
      }
      if (!this.onlyLost) return;
      const fatalH = thermalDose(tempC, openSteps, stepH, this.limits[n]!);
      if (fatalH !== null && fatalH < openH) o.lost = true;
    });
    if (o.lost) return { ...o, factor: 'temperature' };
    let firstH = Infinity;
    let all = 1;
    let n = 0;
    for (let b = 0; b < p.boxes.length; b++)
      for (let i = 0; i < p.boxes[b]!.bags.length; i++, n++) {
        const bag = p.boxes[b]!.bags[i]!;
        const tempC = this.boxes[b]!.bagC[i]!;
        if (keep && bag.bag.id === this.followBagId)
          this.followed.push(Float32Array.from(tempC.subarray(0, this.followedSteps)));
        const twin = this.twins[n]!;
        if (twin >= 0) {
          // It fails when its twin does, which was told already.
          this.firstH[n] = this.firstH[twin]!;
          this.firstBy[n] = this.firstBy[twin]!;
          if (keep) all *= this.tally.addBag(n, !(this.firstH[n]! < openH), (this.aliveNow[n] = this.aliveNow[twin]!));
          continue;
        }
        const use = this.use[n]!;
        const species = this.speciesOf[n]!;
        for (let j = 0; j < use.length; j++) use[j] = Math.exp(this.useSigma[species[j]!]! * d.species[species[j]!]!);
        const { pressureKPa } = p.ambient;
        const { gasTransferMPerH } = p;
        // Once it is too cold or too hot nothing that comes later is first.
        const limits = this.limits[n]!;
        const until = Math.min(steps, Math.round(openH / stepH) + 1);
        const doseH = thermalDose(tempC, steps, stepH, limits, this.dose, until);
        const reads = this.read !== null && bag.bag.id === this.followBagId;
        // Of whom cold or heat leaves nobody alive, nothing more is wanted.
        const doomed = shareThatDies('temperature', this.dose[until - 1]!, a) > NOBODY_LEFT;
        const fatal = doseH === null ? steps : Math.ceil(doseH / stepH) + 1;
        const till = reads ? steps : Math.min(steps, keep && !doomed ? Math.max(openSteps, fatal) : fatal);
        const during = { tempC, steps: till, stepH, pressureKPa, gasTransferMPerH, oxygenUse: 1, useOfKind: use };
        simulateBag(filledAs(bag, d, Math.min(35, Math.max(0, tempC[0]!)), a), during, a, this.bag);
        const safe = safeHours(this.bag, tempC, limits, stepH, till, doseH);
        if (reads) this.read!.now = safe;
        const first = firstToFail(safe);
        const fails = first !== null && first.hours < openH;
        this.firstH[n] = first ? first.hours : Infinity;
        this.firstBy[n] = first?.factor ?? null;
        if (keep) {
          const of = { curves: this.bag, dose: this.dose[until - 1]!, limits };
          this.aliveNow[n] = doomed ? 0 : aliveShare(severityOf(of, until, stepH, this.severity), a);
          all *= this.tally.addBag(n, !fails, this.aliveNow[n]!);
        }
        if (fails && first.hours < firstH) {
          firstH = first.hours;
          o.lost = true;
          o.factor = first.factor;
          o.bag = n;
        }
      }
    if (keep) this.tally.addAll(all);
    if (keep && this.followBagId !== null)
      this.outside.push(Float32Array.from(this.meanC.subarray(0, Math.min(steps, this.followedSteps))));
    return o;
  }

  /** A draw to its opening with some of its luck as planned. */
  private lostWith(d: VariateSet): boolean {
    const { p } = this;
    const openH = Math.min(p.horizonH, p.openH + d.delayH);
    return this.run(d, Math.min(p.steps, Math.max(2, Math.ceil(openH / p.stepH) + 1)), openH, false).lost;
  }

  /** What would have saved a lost draw: each cause by itself set to what was planned. */
  private examine(): Risk['byCause'] {
    const saved = noneSaved();
    let examined = 0;
    for (let i = 0; i < this.outcomes.length && examined < EXAMINED; i++) {
      if (!this.outcomes[i]!.lost) continue;
      examined++;
      const d = this.luck.draw(i);
      for (const cause of causes) if (!this.lostWith(asPlanned(d, cause))) saved[cause]++;
    }
    return { examined, saved };
  }

  /** The chance with a kind measured and found as told, against the same draws without; null where nothing of it is used. */
  private ifMeasured(cause: Cause, chance: number): number | null {
    const n = Math.min(MEASURED_DRAWS, this.outcomes.length);
    let now = 0;
    let then = 0;
    for (let i = 0; i < n; i++) {
      if (!this.outcomes[i]!.lost) now++;
      if (!this.lostWith(asPlanned(this.luck.draw(i), cause))) then++;
    }
    return Math.min(1, Math.max(0, chance + (then - now) / n));
  }

  /** Sums up the draws so far. `withCauses` looks into the lost ones, at some more runs each. */
  result(withCauses = true): Risk {
    const n = this.outcomes.length;
    const lost = this.outcomes.filter((o) => o.lost);
    const byFactor = Object.fromEntries(factors.map((f) => [f, 0])) as Record<Factor, number>;
    const byBag: Record<string, number> = {};
    const ids = this.p.boxes.flatMap((b) => b.bags.map((x) => x.bag.id));
    for (const o of lost) {
      byFactor[o.factor!]++;
      const id = ids[o.bag];
      if (id !== undefined) byBag[id] = (byBag[id] ?? 0) + 1;
    }
    const guarded = (n - lost.length + 2) / (n + 4);
    const chance = n > 0 ? 1 - lost.length / n : 0;
    const inDepth = withCauses && lost.length > 0;
    return {
      draws: n,
      seed: this.seed,
      lost: lost.length,
      chance,
      standardError: Math.sqrt((guarded * (1 - guarded)) / (n + 4)),
      ...this.tally.told(this.p.deadlineH),
      byFactor,
      byBag,
      byCause: inDepth ? this.examine() : { examined: 0, saved: noneSaved() },
      measured: {
        packs: inDepth && this.packKind.some((k) => k.length > 0) ? this.ifMeasured('packKind', chance) : null,
        boxes: inDepth ? this.ifMeasured('boxKind', chance) : null,
        limits: inDepth ? this.ifMeasured('limits', chance) : null,
        water:
          inDepth && this.p.boxes.some((b) => b.bags.some((x) => x.unsure)) ? this.ifMeasured('water', chance) : null,
      },
      coldestC: percentile(Float64Array.from(this.outcomes, (o) => o.coldestC).sort(), 0.1),
      warmestC: percentile(Float64Array.from(this.outcomes, (o) => o.warmestC).sort(), 0.9),
    };
  }

  /** Percentiles over the draws of the followed bag's water and of what the box stands in, to the planned opening. */
  fans(): { water: Fan; outside: Fan } | null {
    if (this.followed.length === 0) return null;
    return { water: fanOf(this.followed, this.p.stepH), outside: fanOf(this.outside, this.p.stepH) };
  }
}
