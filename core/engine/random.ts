import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/**
 * Quantile of the standard normal distribution: Acklam's rational approximation (2003), relative error below 1.2·10⁻⁹.
 * 0 < p < 1; RangeError outside. Only + − × ÷ √ log, so that it is the same on every machine that runs this engine.
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`A probability between 0 and 1 is needed, not ${p}.`);
  const tail = 0.02425;
  if (p > 1 - tail) return -normalQuantile(1 - p);
  if (p < tail) {
    const q = Math.sqrt(-2 * Math.log(p));
    return (
      (((((-7.784894002430293e-3 * q - 0.3223964580411365) * q - 2.400758277161838) * q - 2.549732539343734) * q +
        4.374664141464968) *
        q +
        2.938163982698783) /
      ((((7.784695709041462e-3 * q + 0.3224671290700398) * q + 2.445134137142996) * q + 3.754408661907416) * q + 1)
    );
  }
  const q = p - 0.5;
  const r = q * q;
  return (
    ((((((-39.69683028665376 * r + 220.9460984245205) * r - 275.9285104469687) * r + 138.357751867269) * r -
      30.66479806614716) *
      r +
      2.506628277459239) *
      q) /
    (((((-54.47609879822406 * r + 161.5858368580409) * r - 155.6989798598866) * r + 66.80131188771972) * r -
      13.28068155288572) *
      r +
      1)
  );
}

/** Cumulative normal distribution by Hart's series as given by Marsaglia (2004): to 10⁻¹⁵ where |z| < 7. */
export function normalShare(z: number): number {
  if (z > 7) return 1;
  if (z < -7) return 0;
  let sum = z;
  let term = z;
  for (let i = 3; i < 200; i += 2) {
    term *= (z * z) / i;
    if (sum + term === sum) break;
    sum += term;
  }
  return 0.5 + sum * Math.exp(-0.5 * z * z - 0.9189385332046728);
}

/**
 * The random numbers of one draw: a stream of its own for every (seed, draw), so that alternatives compared on the
 * same draw meet the same weather, fish and luck, and the order in which draws are computed does not matter.
 */
export interface Stream {
  /** Uniform, 0 < u < 1. */
  uniform: () => number;
  /** Standard normal. */
  normal: () => number;
}

/** Draws that are stratified together: within each block every number takes each of so many equal shares once. */
export const BLOCK = 50;

/** Two rounds of a mixing hash part neighbouring seeds (a multiplier of SplitMix32). */
function mixed(...parts: readonly number[]): number {
  let x = 0x2545f491;
  for (const p of parts) {
    x = Math.imul((x ^ p) | 0, 0x9e3779b1);
    x = Math.imul(x ^ (x >>> 16), 0x21f0aaad);
    x = Math.imul(x ^ (x >>> 15), 0x735a2d97);
    x ^= x >>> 15;
  }
  return x | 0;
}

/** The order in which the draws of a block take the shares of their k-th number. */
type Order = Uint8Array;
const orders = new Map<string, Order[]>();

/** The orders of a block, made as they are asked for. */
function ordersOf(seed: number, block: number): Order[] {
  const key = `${seed} ${block}`;
  let of = orders.get(key);
  if (!of) {
    if (orders.size > 400) orders.clear();
    orders.set(key, (of = []));
  }
  return of;
}

function shuffled(...seed: readonly number[]): Order {
  const rng = xoroshiro128plus(mixed(...seed));
  const order = Uint8Array.from({ length: BLOCK }, (_, i) => i);
  for (let i = BLOCK - 1; i > 0; i--) {
    const j = Math.floor(uniformFloat64(rng) * (i + 1));
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}

/**
 * The numbers of a draw, in blocks of Latin hypercubes (McKay, Beckman & Conover 1979): a few dozen draws already tell a
 * median and a tenth percentile, and any number of blocks is still a fair sample.
 */
export function streamOf(seed: number, draw: number): Stream {
  const block = Math.floor(draw / BLOCK);
  const place = draw % BLOCK;
  const orders = ordersOf(seed, block);
  const rng = xoroshiro128plus(mixed(seed, draw, 0x51ed27));
  let k = 0;
  const uniform = (): number => {
    const order = (orders[k] ??= shuffled(seed, block, k));
    k++;
    const u = (order[place]! + uniformFloat64(rng)) / BLOCK;
    return Math.min(1 - 2 ** -53, Math.max(2 ** -53, u));
  };
  return { uniform, normal: () => normalQuantile(uniform()) };
}
