import { daysText, parseDays } from '@/core/calendar/days';

/**
 * One description of a record drives its form, its list, its CSV columns and the comparison of two versions. Paths
 * lead into the document; everything a person types is text until the schema reads it.
 */
interface Base {
  path: string;
  label: string;
  hint?: string;
  section?: string;
  /** Other headings under which a CSV file may hold it. */
  aliases?: readonly string[];
  /** An empty field is left out of the document. */
  optional?: boolean;
  /** Shown and read only where another field has one of these values. */
  when?: { path: string; is: readonly string[] };
  wide?: boolean;
}
export type RefKind = 'receiver' | 'tank' | 'place' | 'species';
export type Field = Base &
  (
    | { type: 'text' | 'long' | 'phone' | 'clock' | 'date' | 'days' | 'yes' }
    | { type: 'number'; unit?: string }
    /** `formerly`: what options were called in older files, by their words. */
    | {
        type: 'choice';
        options: readonly (readonly [value: string, label: string])[];
        formerly?: Readonly<Record<string, string>>;
      }
    | { type: 'ref'; kind: RefKind }
    | { type: 'rows'; of: readonly Field[]; one: string }
  );

export interface Draft {
  [path: string]: string | Draft[];
}

/** Names of the rows that other rows point at. */
export interface Lookup {
  label: (kind: RefKind, id: string) => string;
  /** Id of a row by its name, or by its name and what tells it apart; null where there is none or more than one. */
  find: (kind: RefKind, text: string) => string | null;
}

/** Letters that people see as the same: case, accents and width do not part two names. Any script. */
export const fold = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/ł/gi, 'l')
    .replace(/ø/gi, 'o')
    .replace(/ß/g, 'ss')
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim();

type Json = Record<string, unknown>;

const get = (doc: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at == null ? undefined : (at as Json)[key]), doc);

function set(doc: Json, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop()!;
  let at: Json = doc;
  keys.forEach((key, i) => {
    const next = keys[i + 1] ?? last;
    at[key] ??= /^\d+$/.test(next) ? [] : {};
    at = at[key] as Json;
  });
  at[last] = value;
}

export const applies = (field: Field, draft: Draft): boolean =>
  !field.when || field.when.is.includes(String(draft[field.when.path] ?? ''));

/** What stands in the form for a document. */
export function toDraft(fields: readonly Field[], doc: unknown): Draft {
  const draft: Draft = {};
  for (const f of fields) {
    const v = get(doc, f.path);
    if (f.type === 'rows') draft[f.path] = ((v as unknown[] | undefined) ?? []).map((row) => toDraft(f.of, row));
    else if (f.type === 'yes') draft[f.path] = v === true ? 'yes' : '';
    else if (f.type === 'days') draft[f.path] = daysText((v as number[] | undefined) ?? []);
    else draft[f.path] = v === undefined || v === null ? '' : String(v);
  }
  return draft;
}

/** The document of a form; a number that is none becomes NaN, weekdays that are none an empty list, so that the schema says what is wrong. */
export function fromDraft(fields: readonly Field[], draft: Draft): Json {
  // A row of numbered columns is a tuple.
  const doc = (/^\d+$/.test(fields[0]?.path ?? '') ? [] : {}) as Json;
  for (const f of fields) {
    if (!applies(f, draft)) continue;
    const v = draft[f.path] ?? (f.type === 'rows' ? [] : '');
    if (f.type === 'rows') {
      const rows = (v as Draft[]).map((row) => fromDraft(f.of, row));
      if (rows.length > 0 || !f.optional) set(doc, f.path, rows);
      continue;
    }
    const text = String(v).trim();
    if (f.type === 'yes') {
      if (text !== '' || !f.optional) set(doc, f.path, text === 'yes');
    } else if (text === '' && f.optional) continue;
    else if (f.type === 'number') set(doc, f.path, numberOf(text));
    else if (f.type === 'days') set(doc, f.path, parseDays(text) ?? []);
    else set(doc, f.path, text);
  }
  return doc;
}

/** A number as people type it: a comma or a point before the decimals, a space between thousands; NaN where it is none. */
export const numberOf = (text: string): number => {
  const t = text.trim().replace(/(\d)[\s\u00a0\u202f](?=\d{3}\b)/g, '$1');
  return t === '' || !/^[-+−]?\d*([.,]\d*)?(e[-+]?\d+)?$/i.test(t)
    ? NaN
    : Number(t.replace('−', '-').replace(',', '.'));
};

export interface Difference {
  path: string;
  label: string;
  mine: string;
  theirs: string;
}

/** One line for people: a row of a list in a cell, a whole list joined by semicolons. */
export function cellText(field: Field, value: string | Draft[] | undefined, lookup: Lookup): string {
  if (field.type === 'rows')
    return ((value as Draft[] | undefined) ?? [])
      .map((row) => {
        const cells = field.of.map((f) => cellText(f, row[f.path], lookup).replace(/([\\|;])/g, '\\$1'));
        while (cells.length > 1 && cells[cells.length - 1] === '') cells.pop();
        return cells.join(' | ');
      })
      .join('; ');
  const text = (value as string | undefined) ?? '';
  if (text === '') return '';
  if (field.type === 'ref') return lookup.label(field.kind, text);
  if (field.type === 'choice') return field.options.find(([v]) => v === text)?.[1] ?? text;
  return text;
}

export type Cell = { ok: true; value: string | Draft[] } | { ok: false; message: string };

const yesWords = new Set(['yes', 'y', 'true', '1', 'x']);
const noWords = new Set(['no', 'n', 'false', '0', '']);

/** Reads a cell of a file as the form would hold it; a sentence where it cannot be read. */
export function readCell(field: Field, raw: string, lookup: Lookup): Cell {
  const text = raw.trim();
  const no = (message: string): Cell => ({ ok: false, message });
  switch (field.type) {
    case 'rows': {
      const rows: Draft[] = [];
      for (const part of split(text, ';')) {
        const cells = split(part, '|');
        const row: Draft = {};
        for (const [i, f] of field.of.entries()) {
          const cell = readCell(f, unescape(cells[i] ?? ''), lookup);
          if (!cell.ok) return no(`${field.label}, ${field.one} ${rows.length + 1}: ${cell.message}`);
          row[f.path] = cell.value;
        }
        rows.push(row);
      }
      return { ok: true, value: rows };
    }
    case 'number':
      return text === '' || Number.isFinite(numberOf(text))
        ? { ok: true, value: text === '' ? '' : String(numberOf(text)) }
        : no(`${field.label}: "${text}" is not a number.`);
    case 'choice': {
      if (text === '') return { ok: true, value: '' };
      const words = field.formerly?.[text.toLowerCase()] ?? text;
      const found = field.options.find(([v, label]) => fold(v) === fold(words) || fold(label) === fold(words));
      return found
        ? { ok: true, value: found[0] }
        : no(`${field.label}: "${text}" is not one of ${field.options.map(([, label]) => label).join(', ')}.`);
    }
    case 'yes':
      if (yesWords.has(text.toLowerCase())) return { ok: true, value: 'yes' };
      return noWords.has(text.toLowerCase())
        ? { ok: true, value: '' }
        : no(`${field.label}: write yes or no, not "${text}".`);
    case 'days':
      return text === '' || parseDays(text)
        ? { ok: true, value: text === '' ? '' : daysText(parseDays(text)!) }
        : no(`${field.label}: "${text}" does not name weekdays; write Mon–Thu, Sat.`);
    case 'ref': {
      if (text === '') return { ok: true, value: '' };
      const id = lookup.find(field.kind, text);
      return id ? { ok: true, value: id } : no(`${field.label}: there is no ${field.kind} "${text}" here.`);
    }
    default:
      return { ok: true, value: text };
  }
}

/** Splits at a mark that is not escaped; empty parts fall away. */
function split(text: string, mark: string): string[] {
  const parts: string[] = [];
  let part = '';
  for (let i = 0; i < text.length; i++) {
    if (text[i] === '\\' && i + 1 < text.length) part += text[i]! + text[++i]!;
    else if (text[i] === mark) {
      parts.push(part);
      part = '';
    } else part += text[i];
  }
  parts.push(part);
  const trimmed = parts.map((p) => p.trim());
  return mark === ';' ? trimmed.filter((p) => p !== '') : trimmed;
}
const unescape = (text: string): string => text.replace(/\\(.)/g, '$1');

/** Where two versions of a record part, field by field. */
export const differences = (fields: readonly Field[], mine: Draft, theirs: Draft, lookup: Lookup): Difference[] =>
  fields
    .map((f) => ({
      path: f.path,
      label: f.label,
      mine: cellText(f, mine[f.path], lookup),
      theirs: cellText(f, theirs[f.path], lookup),
    }))
    .filter((d) => d.mine !== d.theirs);
