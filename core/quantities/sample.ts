/**
 * A curve of even steps read at other even steps: `everyH` apart from hour 0, to the last that lies inside, with a
 * straight line between two values. Steps and distances above 0 h; RangeError otherwise. `decimals` are kept.
 */
export function sampleCurve(
  values: ArrayLike<number>,
  o: { stepH: number; everyH: number; decimals: number; untilH?: number },
): number[] {
  if (!(o.stepH > 0) || !(o.everyH > 0)) throw new RangeError('Steps of a curve must be more than 0 h.');
  const lastH = Math.min(o.untilH ?? Infinity, (values.length - 1) * o.stepH);
  const factor = 10 ** o.decimals;
  const n = values.length === 0 ? 0 : Math.floor(lastH / o.everyH + 1e-9) + 1;
  return Array.from({ length: n }, (_, k) => {
    const at = (k * o.everyH) / o.stepH;
    const i = Math.min(values.length - 1, Math.floor(at + 1e-9));
    const share = Math.max(0, at - i);
    const v = share === 0 || i + 1 >= values.length ? values[i]! : values[i]! + share * (values[i + 1]! - values[i]!);
    return Math.round(v * factor) / factor;
  });
}
