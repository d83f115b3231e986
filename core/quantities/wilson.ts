/**
 * Interval of a share seen k times in n, that holds the true one nine times in ten (Wilson 1927); from 0 to 1. With n = 0
 * nothing is known: 0 to 1.
 */
export function wilson(k: number, n: number, z = 1.6448536): { low: number; high: number } {
  if (n === 0) return { low: 0, high: 1 };
  const share = k / n;
  const middle = (share + (z * z) / (2 * n)) / (1 + (z * z) / n);
  const half = ((z / n) * Math.sqrt((k * (n - k)) / n + (z * z) / 4)) / (1 + (z * z) / n);
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
