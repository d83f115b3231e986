/** The server's clock. KINDLY_NOW (an instant, ISO 8601) stops it there, for tests and pictures. */
export function nowMs(): number {
  const fixed = process.env.KINDLY_NOW;
  if (!fixed) return Date.now();
  const ms = Date.parse(fixed);
  if (!Number.isFinite(ms)) throw new Error(`KINDLY_NOW is "${fixed}"; write an instant like 2026-11-24T15:20:00Z.`);
  return ms;
}

export const clockIsFixed = (): boolean => Boolean(process.env.KINDLY_NOW);
