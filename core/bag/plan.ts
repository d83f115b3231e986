import { withOverrides } from '@/core/catalogue/assumptions';
import { row, type BagType, type Catalogue, type Species } from '@/core/catalogue/schema';
import { contentsOf, massOfLine } from '@/core/consignment/evaluate';
import type { Bag, Consignment, OrderLine } from '@/core/consignment/schema';
import { mostDelicate, toleranceLimits } from '@/core/fish/tolerance';
import { keyInstants } from '@/core/journey/legs';
import { pillowVolumeL } from './geometry';
import { simulateBag } from './simulate';
import { firstToFail, limitsFor, safeHours } from './slack';

/** Worst-case slack a suggested bag should have: a day late and still safe. */
const WANTED_SLACK_H = 24;
/** A bag filled to this share of its flat size keeps slack for a flight and a twist. */
const FILL_SHARE = 0.66;
const MOST_IN_A_BAG = 12;
/** A bag over a fresh pack runs this much warmer than the tank for some hours † ours. */
const WARMER_C = 2;
/** What a bag more costs in hands and film, as kilograms † ours. */
const BAG_AS_KG = 0.5;

const groupSizes = (s: Species, count: number): number[] => {
  const up = Math.min(count, MOST_IN_A_BAG);
  const all = Array.from({ length: up }, (_, i) => up - i);
  if (s.together === 'alone') return [1];
  return s.together === 'one-or-four' ? all.filter((n) => n === 1 || n >= 4) : all;
};

interface Candidate {
  type: BagType;
  perBag: number;
  waterL: number;
  gasL: number;
  worstSlackH: number;
  weightKg: number;
}

/** Bags of one kind filled alike, tried a little warm over the planned hours. */
function tryBag(
  c: Consignment,
  line: OrderLine,
  type: BagType,
  perBag: number,
  waterShare: number,
  deadlineH: number,
  catalogue: Catalogue,
): Candidate {
  const a = withOverrides(c.assumptions);
  const species = row(catalogue.species, line.speciesId, 'species');
  const total = FILL_SHARE * pillowVolumeL(type.widthCm, type.heightCm);
  const waterL = Math.round(total * waterShare * 20) / 20;
  const gasL = Math.round((total - waterL) * 10) / 10;
  const bag: Bag = {
    id: 'X',
    boxId: '',
    bagTypeId: type.id,
    animals: [{ lineId: line.id, count: perBag }],
    waterL,
    gasL,
    oxygenFraction: a.purityFlushed,
    sedated: false,
    binderMgN: null,
  };
  const stepH = 0.25;
  const steps = Math.round((deadlineH + WANTED_SLACK_H + 12) / stepH) + 1;
  const tempC = new Float64Array(steps).fill(Math.min(35, Math.max(species.usualC, c.sourceWater.tempC) + WARMER_C));
  const curves = simulateBag(
    contentsOf(c, bag, catalogue),
    { tempC, stepH, pressureKPa: () => 101.325, oxygenUse: a.worstCaseOxygenFactor },
    a,
  );
  const limits = limitsFor(toleranceLimits[mostDelicate([species.tolerance])], c.sourceWater.pH, {
    hardMinC: -99,
    hardMaxC: 99,
  });
  const first = firstToFail(safeHours(curves, tempC, limits, stepH, a.nh3MeanH));
  const worstSlackH = first ? first.hours - deadlineH : WANTED_SLACK_H + 12;
  return {
    type,
    perBag,
    waterL,
    gasL,
    worstSlackH,
    weightKg: Math.ceil(line.count / perBag) * (waterL + (2 * type.gramsEach) / 1000 + BAG_AS_KG),
  };
}

/**
 * A bag plan for every order line: fish per bag by the species' rule, the smallest bag at least as wide as the fish
 * is long, a third to a half of water, the rest oxygen. The lightest (a bag more counted as half a kilogram) that keeps a day of
 * worst-case slack; where none does, the one with the most. Bags are named A1, A2 … by line.
 */
export function suggestBags(c: Consignment, catalogue: Catalogue, boxId: string): { bags: Bag[]; reasons: string[] } {
  const a = withOverrides(c.assumptions);
  const k = keyInstants({ ...c, bags: [] }, catalogue);
  const deadlineH = (k.deadlineMs - k.sealMs) / 3600_000;
  const bags: Bag[] = [];
  const reasons: string[] = [];
  c.lines.forEach((line, index) => {
    const species = row(catalogue.species, line.speciesId, 'species');
    const wide = catalogue.bags.filter((t) => t.widthCm >= line.lengthCm);
    const types = wide.length > 0 ? wide : [catalogue.bags[catalogue.bags.length - 1]!];
    const tried = groupSizes(species, line.count).flatMap((n) =>
      types
        .slice(0, 4)
        .flatMap((t) => [1 / 3, 0.42, 0.5].map((share) => tryBag(c, line, t, n, share, deadlineH, catalogue))),
    );
    const enough = tried.filter((t) => t.worstSlackH >= WANTED_SLACK_H);
    const best =
      enough.length > 0
        ? enough.reduce((x, t) => (t.weightKg < x.weightKg - 1e-9 ? t : x))
        : tried.reduce((x, t) => (t.worstSlackH > x.worstSlackH + 1e-9 ? t : x));
    const letter = String.fromCharCode(65 + (index % 26));
    const count = Math.ceil(line.count / best.perBag);
    let left = line.count;
    for (let i = 0; i < count; i++) {
      const n = Math.ceil(left / (count - i));
      left -= n;
      bags.push({
        id: `${letter}${i + 1}`,
        boxId,
        bagTypeId: best.type.id,
        animals: [{ lineId: line.id, count: n }],
        waterL: best.waterL,
        gasL: best.gasL,
        oxygenFraction: a.purityFlushed,
        sedated: false,
        binderMgN: null,
      });
    }
    const mass = massOfLine(c, line.id, catalogue) * best.perBag;
    reasons.push(
      enough.length > 0
        ? `${species.name}: ${best.perBag} to a ${best.type.name} bag (${mass.toFixed(mass < 10 ? 1 : 0)} g in ${best.waterL} L) is the lightest plan, few bags preferred, that stands a day of delay in the worst tenth.`
        : `${species.name}: no bag stands a full day of delay in the worst tenth; ${best.perBag} to a ${best.type.name} bag comes nearest, ${best.worstSlackH.toFixed(0)} h.`,
    );
  });
  return { bags, reasons };
}
