/** Points of a percentile: the curve below which that share of the draws lies. */
export interface Fan {
  stepH: number;
  p10: Float64Array;
  p25: Float64Array;
  p50: Float64Array;
  p75: Float64Array;
  p90: Float64Array;
}

/** Percentiles over rows, as far as the shortest reaches. */
export function fanOf(rows: readonly Float32Array[], stepH: number): Fan {
  const points = rows.reduce((m, r) => Math.min(m, r.length), Infinity);
  const of = (): Float64Array => new Float64Array(points);
  const fan: Fan = { stepH, p10: of(), p25: of(), p50: of(), p75: of(), p90: of() };
  const column = new Float64Array(rows.length);
  for (let i = 0; i < points; i++) {
    for (let r = 0; r < rows.length; r++) column[r] = rows[r]![i]!;
    column.sort();
    fan.p10[i] = percentile(column, 0.1);
    fan.p25[i] = percentile(column, 0.25);
    fan.p50[i] = percentile(column, 0.5);
    fan.p75[i] = percentile(column, 0.75);
    fan.p90[i] = percentile(column, 0.9);
  }
  return fan;
}

/** Percentile of sorted values, straight lines between ranks; NaN of nothing. */
export function percentile(sorted: Float64Array, share: number): number {
  if (sorted.length === 0) return NaN;
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const high = Math.min(sorted.length - 1, low + 1);
  const f = at - low;
  // A rank that is never reached stays that.
  return f === 0 ? sorted[low]! : sorted[low]! + f * (sorted[high]! - sorted[low]!);
}
