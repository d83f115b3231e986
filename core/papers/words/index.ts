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
