import { readFileSync } from 'node:fs';

/**
 * The server's clock. KINDLY_NOW (an instant, ISO 8601) stops it there, for tests and pictures, or where a file says that it
 * names as @path, so that weeks can be lived through without a restart; KINDLY_FROM sets it there
 * when the server starts and lets it run, to see a midnight pass. With "@" and the machine’s own time in ms behind it, it
 * has run since then, so that a server that is started again goes on where the time is by now.
 */
const started = globalThis as unknown as { kindlyStartedMs?: number };

function instantIn(name: 'KINDLY_NOW' | 'KINDLY_FROM'): number | null {
  const said = process.env[name];
  const text = said?.startsWith('@') ? readFileSync(said.slice(1), 'utf8').trim() : said?.split('@')[0];
  if (!text) return null;
  const ms = Date.parse(text);
  if (!Number.isFinite(ms)) throw new Error(`${name} is "${text}"; write an instant like 2026-11-24T15:20:00Z.`);
  return ms;
}

export function nowMs(): number {
  const fixed = instantIn('KINDLY_NOW');
  if (fixed !== null) return fixed;
  const from = instantIn('KINDLY_FROM');
  if (from === null) return Date.now();
  const since = process.env.KINDLY_FROM!.split('@')[1];
  started.kindlyStartedMs ??= since === undefined ? Date.now() : Number(since);
  return from + Date.now() - started.kindlyStartedMs;
}

export const clockIsFixed = (): boolean => Boolean(process.env.KINDLY_NOW);
