import type { Language } from '@/core/consignment/languages';
import { de } from './de';
import { en } from './en';
import { es } from './es';
import { fr } from './fr';
import { id } from './id';
import { pt } from './pt';
import type { Words } from './words';

/** Languages of the papers, one file each. */
export const languages = { en, es, de, pt, fr, id } as const satisfies Record<Language, Words>;
export type { HeedKey, MethodFigures, Words } from './words';

export const wordsOf = (language: string | undefined): Words =>
  Object.hasOwn(languages, language ?? '') ? languages[language as Language] : en;

/** A figure as its language writes it: "2.35", "2,35". */
export const figureIn = (v: number, w: Words, decimals?: number): string =>
  new Intl.NumberFormat(w.tag, {
    useGrouping: false,
    minimumFractionDigits: decimals ?? 0,
    maximumFractionDigits: decimals ?? 2,
  }).format(v);

/** A length as it was told, "7.5 cm", in the figures of a language. */
export const lengthIn = (length: string, w: Words): string =>
  length.replace(/\d+\.\d+/g, (x) => figureIn(Number(x), w));

/** "Fri 27 Nov, 04:50" in a language and a zone. */
export function dayClockIn(ms: number, zone: string, w: Words): string {
  return new Intl.DateTimeFormat(w.tag, {
    timeZone: zone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  }).format(ms);
}
