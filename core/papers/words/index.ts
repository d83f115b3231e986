import type { Language } from '@/core/consignment/languages';
import { de } from './de';
import { en } from './en';
import { es } from './es';
import { fr } from './fr';
import { id } from './id';
import { pt } from './pt';
import type { Words } from './words';

/** Languages of the papers, one file each. */
const languages = { en, es, de, pt, fr, id } as const satisfies Record<Language, Words>;
export type { HeedKey, MethodFigures, Words } from './words';

/**
 * The word for fish, and the one for animals of any kind: of like gender and number in each language, so that every
 * sentence holds either.
 */
const ANY: Record<Language, readonly (readonly [RegExp, string])[]> = {
  en: [
    [/\bfish\b/g, 'animals'],
    [/\bFISH\b/g, 'ANIMALS'],
  ],
  de: [
    [/\bFischen\b/g, 'Tieren'],
    [/\bFische\b/g, 'Tiere'],
    [/\bFISCHE\b/g, 'TIERE'],
  ],
  fr: [
    [/\bpoissons\b/g, 'animaux'],
    [/\bPOISSONS\b/g, 'ANIMAUX'],
  ],
  es: [
    [/\bpeces\b/g, 'animales'],
    [/\bPECES\b/g, 'ANIMALES'],
  ],
  pt: [
    [/\bpeixes\b/g, 'animais'],
    [/\bPEIXES\b/g, 'ANIMAIS'],
  ],
  id: [
    [/\bikan\b/g, 'hewan'],
    [/\bIkan\b/g, 'Hewan'],
    [/\bIKAN\b/g, 'HEWAN'],
  ],
};

/** Words with other nouns in every sentence, also in those that are made of figures. */
function said<T>(words: T, nouns: (typeof ANY)[Language]): T {
  if (typeof words === 'string') return nouns.reduce<string>((s, [fish, any]) => s.replace(fish, any), words) as T;
  if (typeof words === 'function')
    return ((...figures: unknown[]) => said((words as (...x: unknown[]) => unknown)(...figures), nouns)) as T;
  if (Array.isArray(words)) return words.map((x: unknown) => said(x, nouns)) as T;
  if (typeof words !== 'object' || words === null) return words;
  return Object.fromEntries(Object.entries(words).map(([k, v]) => [k, said<unknown>(v, nouns)])) as T;
}

/** The words of a language, English where it is none; of animals that are not all `fish`, they say animals. */
export function wordsOf(language: string | undefined, fish = true): Words {
  const known = Object.hasOwn(languages, language ?? '') ? (language as Language) : 'en';
  return fish ? languages[known] : said<Words>(languages[known], ANY[known]);
}

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
