/**
 * Exact stepping of a linear system x' = A x + b(t), b a straight line over the step:
 *   x(h) = e^{Ah} x(0) + h φ1(Ah) b(0) + h φ2(Ah) (b(h) − b(0)).
 * Unconditionally stable whatever the stiffness. φ1(z) = (e^z − 1)/z, φ2(z) = (e^z − 1 − z)/z².
 * Matrices are flat, row by row, n × n.
 */
export interface Propagator {
  size: number;
  stepH: number;
  E: Float64Array;
  hPhi1: Float64Array;
  hPhi2: Float64Array;
}

/** out = a · b; `out` is another matrix. */
function multiply(a: Float64Array, b: Float64Array, n: number, out: Float64Array): void {
  out.fill(0);
  for (let i = 0; i < n; i++) {
    const row = i * n;
    for (let k = 0; k < n; k++) {
      const v = a[row + k]!;
      if (v === 0) continue;
      const from = k * n;
      for (let j = 0; j < n; j++) out[row + j] = out[row + j]! + v * b[from + j]!;
    }
  }
}

/** Terms of the series on a matrix scaled below a half: the first left out is 10⁻¹⁵. */
const TERMS = 12;

/** Taylor series on a scaled matrix, then doubling: φ1(2z) = ½(e^z + 1)φ1(z), φ2(2z) = ¼(φ1(z)² + 2φ2(z)). */
export function propagator(A: Float64Array, size: number, stepH: number): Propagator {
  let norm = 0;
  for (let i = 0; i < size; i++) {
    let row = 0;
    for (let j = 0; j < size; j++) row += Math.abs(A[i * size + j]!);
    norm = Math.max(norm, row * stepH);
  }
  if (!Number.isFinite(norm)) throw new RangeError('Every node needs a heat capacity above 0 and finite conductances.');
  const doublings = Math.max(0, Math.ceil(Math.log2(Math.max(norm, 1e-12) / 0.5)));
  const cells = size * size;
  const of = (): Float64Array => new Float64Array(cells);
  const z = of();
  for (let i = 0; i < cells; i++) z[i] = (A[i]! * stepH) / 2 ** doublings;
  let E = of();
  const phi1 = of();
  const phi2 = of();
  for (let i = 0; i < size; i++) {
    E[i * size + i] = 1;
    phi1[i * size + i] = 1;
    phi2[i * size + i] = 0.5;
  }
  let power: Float64Array = Float64Array.from(E);
  let other = of();
  const square = of();
  let factorial = 1;
  for (let m = 1; m <= TERMS; m++) {
    multiply(power, z, size, other);
    [power, other] = [other, power];
    factorial *= m;
    for (let i = 0; i < cells; i++) {
      const term = power[i]! / factorial;
      E[i] = E[i]! + term;
      phi1[i] = phi1[i]! + term / (m + 1);
      phi2[i] = phi2[i]! + term / ((m + 1) * (m + 2));
    }
  }
  for (let d = 0; d < doublings; d++) {
    multiply(phi1, phi1, size, square);
    multiply(E, phi1, size, other);
    for (let i = 0; i < cells; i++) {
      phi2[i] = (square[i]! + 2 * phi2[i]!) / 4;
      phi1[i] = (other[i]! + phi1[i]!) / 2;
    }
    multiply(E, E, size, other);
    [E, other] = [other, E];
  }
  for (let i = 0; i < cells; i++) {
    phi1[i] = phi1[i]! * stepH;
    phi2[i] = phi2[i]! * stepH;
  }
  return { size, stepH, E, hPhi1: phi1, hPhi2: phi2 };
}

/** One step; writes the new state into `out`. No allocation. */
export function advance(
  p: Propagator,
  x: Float64Array,
  bStart: Float64Array,
  bEnd: Float64Array,
  out: Float64Array,
): void {
  const n = p.size;
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let j = 0; j < n; j++) {
      const at = i * n + j;
      sum += p.E[at]! * x[j]! + p.hPhi1[at]! * bStart[j]! + p.hPhi2[at]! * (bEnd[j]! - bStart[j]!);
    }
    out[i] = sum;
  }
}

/** Heat capacities (J/K), conductances between nodes and to the ambient (W/K). */
export interface ThermalNetwork {
  heatJPerK: readonly number[];
  links: readonly (readonly [from: number, to: number, wPerK: number])[];
  toAmbient: readonly (readonly [node: number, wPerK: number])[];
}

/** System matrix, 1/h, and the ambient's gain per node, 1/h, of a network. */
export function systemOf(net: ThermalNetwork): { A: Float64Array; ambientGain: Float64Array; perWatt: Float64Array } {
  const n = net.heatJPerK.length;
  const A = new Float64Array(n * n);
  const ambientGain = new Float64Array(n);
  const perWatt = Float64Array.from(net.heatJPerK, (c) => 3600 / c);
  const add = (i: number, j: number, w: number): void => {
    A[i * n + j] = A[i * n + j]! + w * perWatt[i]!;
  };
  for (const [i, j, w] of net.links) {
    add(i, i, -w);
    add(i, j, w);
    add(j, j, -w);
    add(j, i, w);
  }
  for (const [i, w] of net.toAmbient) {
    add(i, i, -w);
    ambientGain[i] = ambientGain[i]! + w * perWatt[i]!;
  }
  return { A, ambientGain, perWatt };
}
