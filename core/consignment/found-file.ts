import { unzlibSync, zlibSync, strFromU8, strToU8 } from 'fflate';
import type { Event, Facts, Observation, Subject } from './facts';

/**
 * What a receiver found, as the card that came along with the fish writes it: only what was told there, with the
 * consignment that it is of. Its own sum shows whether a hand changed it since.
 */
export const FOUND_FORMAT = 'kindly-crate/found';
export const FOUND_VERSION = 1;

/** A picture, small: of what, when, and the JPEG as base64. */
export interface FoundPhoto {
  subject: Subject;
  at: string;
  jpeg: string;
}

export interface ReceiverReport extends Facts {
  format: typeof FOUND_FORMAT;
  version: typeof FOUND_VERSION;
  /** Of the consignment. */
  id: string;
  code: string;
  by: string;
  madeAt: string;
  observations: Observation[];
  events: Event[];
  photos: FoundPhoto[];
  sum: string;
}

/** FNV-1a over the code units of a text, 32 bits as hex: finds a slip of a hand, and is no seal against forgers. */
function sumOf(text: string): string {
  let h = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) h = Math.imul(h ^ text.charCodeAt(i), 0x01000193);
  return (h >>> 0).toString(16).padStart(8, '0');
}

/** The sum of a file as it is read: of all of it but its own sum. */
export function sumOfFound({ sum: _, ...rest }: Record<string, unknown>): string {
  return sumOf(JSON.stringify(rest));
}

export function sealed(f: Omit<ReceiverReport, 'format' | 'version' | 'sum'>): ReceiverReport {
  const { id, code, by, madeAt, observations, events, photos } = f;
  const file = {
    format: FOUND_FORMAT,
    version: FOUND_VERSION,
    id,
    code,
    by,
    madeAt,
    observations,
    events,
    photos,
  } as const;
  return { ...file, sum: sumOfFound(file) };
}

/** How every part of the text begins: a receiver reads it off a screen or copies it into a message. */
const HEAD = 'kc-found';
const PART = /kc-found:(\d{1,2})\/(\d{1,2}):([0-9a-f]{8}):([A-Za-z0-9_-]+)/g;

/** Bytes as text that no address, message or page spoils. */
export const toText = (bytes: Uint8Array): string =>
  btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(''))
    .replace(/\+/g, '-')
    .replace(/\//g, '_')
    .replace(/=+$/, '');
export const fromText = (text: string): Uint8Array =>
  Uint8Array.from(atob(text.replace(/-/g, '+').replace(/_/g, '/')), (x) => x.charCodeAt(0));

/**
 * The same file as text, in parts of so many characters, without its pictures: each part names itself, of how many, and of
 * which whole.
 */
export function foundParts(f: ReceiverReport, most: number): string[] {
  const packed = toText(zlibSync(strToU8(JSON.stringify(sealed({ ...f, photos: [] }))), { level: 9 }));
  const sum = sumOf(packed);
  const count = Math.max(1, Math.ceil(packed.length / most));
  const each = Math.ceil(packed.length / count);
  return Array.from(
    { length: count },
    (_, i) => `${HEAD}:${i + 1}/${count}:${sum}:${packed.slice(i * each, (i + 1) * each)}`,
  );
}

export interface Part {
  n: number;
  of: number;
  sum: string;
  data: string;
}

/** Every part that stands in a text, whatever stands around it. */
export const partsIn = (text: string): Part[] =>
  [...text.matchAll(PART)].map((m) => ({ n: Number(m[1]), of: Number(m[2]), sum: m[3]!, data: m[4]! }));

/** The JSON that some parts are of; or the sentence that says what is missing. */
export function joined(parts: readonly Part[]): { ok: true; json: string } | { ok: false; message: string } {
  const of = parts[0]?.of ?? 0;
  if (parts.some((p) => p.of !== of || p.sum !== parts[0]!.sum))
    return { ok: false, message: 'These parts are from two different cards. Read them one after the other.' };
  const all = Array.from({ length: of }, (_, i) => parts.find((p) => p.n === i + 1)?.data);
  const missing = all.flatMap((d, i) => (d === undefined ? [i + 1] : []));
  if (missing.length > 0)
    return { ok: false, message: `Part ${missing.join(', ')} of ${of} is missing. Read or copy it too.` };
  const packed = all.join('');
  const broken = { ok: false as const, message: 'This text is incomplete. Copy or read it again.' };
  if (sumOf(packed) !== parts[0]!.sum) return broken;
  try {
    return { ok: true, json: strFromU8(unzlibSync(fromText(packed))) };
  } catch {
    return broken;
  }
}
