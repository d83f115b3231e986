import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { House } from '@/server/house';
import type { Who } from './who';

/** What is in somebody’s hands for longer than an evening was forgotten. */
const HELD_MS = 6 * 3600_000;
/** `run:…` is a lane of an arrival, `step:KC-0106:…` a step of a consignment, `lane:KC-0106:1` a box of its packing. */
const SUBJECT = /^(run|step|lane):[^\p{Cc}]{1,150}$/u;

export interface Taken {
  by: string;
  /** By whoever looks. */
  mine: boolean;
}

const deviceOf = (who: Who): string => who.sessionId ?? 'desk';
const nameOf = (who: Pick<Who, 'name' | 'device'>): string => who.name || who.device || 'the desk';

export function take(house: House, subject: string, who: Who): Outcome<null> {
  if (typeof subject !== 'string' || !SUBJECT.test(subject)) return refuse('subject', 'This cannot be taken.');
  house.people.take({ subject, by: nameOf(who), device: deviceOf(who), at: house.nowIso() });
  return { ok: true, value: null };
}

export function letGo(house: House, subject: string): Outcome<null> {
  if (typeof subject !== 'string' || !SUBJECT.test(subject)) return refuse('subject', 'This was not taken.');
  house.people.letGo(subject);
  return { ok: true, value: null };
}

/** What is in hand now, by what follows the prefix. */
export function takenNow(house: House, prefix: string, who: Who | null): Record<string, Taken> {
  const since = new Date(house.nowMs() - HELD_MS).toISOString();
  return Object.fromEntries(
    house.people
      .taken(prefix, since)
      .map((t) => [t.subject.slice(prefix.length), { by: t.by, mine: who !== null && t.device === deviceOf(who) }]),
  );
}
