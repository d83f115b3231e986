import { atomically } from '@/server/answer';
import { randomUUID } from 'node:crypto';
import Papa from 'papaparse';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { COUNT, countField, guessMapping, readLines, writeRows, type Mapping, type ReadLine } from '@/records/csv';
import { cellText, fold, type Draft, type Field } from '@/records/field';
import { kinds } from '@/records';
import type { RecordKind, KindId } from '@/records/kind';
import type { House } from '@/server/house';
import { lookupOf } from './lookup';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';
import { stageOf } from '@/server/db/consignments';
import { blankDraft, draftOfRecord, readDraft, removeRecord, shelfChanged, undoRecord, writeRecord } from './records';
import { tankFigures } from '@/core/measurement/quantities';
import { readingFields, saveReading } from '@/server/stock/readings';

/** What a file would do, or did. */
export interface ImportReport {
  headings: string[];
  mapping: Mapping;
  fields: { path: string; label: string }[];
  /** The first lines as they were read. */
  preview: { line: number; cells: string[] }[];
  added: number;
  changed: number;
  same: number;
  problems: { line: number; message: string }[];
  /** Lines with problems, as a file to correct; empty where there are none. */
  leftOver: string;
  done: boolean;
  /** What takes this import back; null where nothing was written. */
  undo: string | null;
}

export type ImportList = KindId | 'reading';

const MOST_LINES = 50_000;
/** No list has a tenth of them. */
const MOST_COLUMNS = 400;
const PREVIEW = 8;

/** Cells that a spreadsheet would take for a formula are written with a quote before them, and read without it. */
const guard = (cell: string): string =>
  /^[=@\t\r]/.test(cell) || /^[+-](?![\d\s.,()/-]*$)/.test(cell) ? `'${cell}` : cell;
const unguard = (cell: string): string => (/^'[=@\t\r+-]/.test(cell) ? cell.slice(1) : cell);

const fieldsOf = (list: ImportList): readonly Field[] =>
  list === 'reading' ? readingFields : kinds[list].counted ? [...kinds[list].fields, countField] : kinds[list].fields;

const csvText = (rows: string[][]): string =>
  `\uFEFF${Papa.unparse(
    rows.map((r) => r.map(guard)),
    { newline: '\r\n' },
  )}\r\n`;

/** A list as a CSV file with every column: reading it again changes nothing. */
export function exportCsv(house: House, kindId: KindId): string {
  const kind = kinds[kindId];
  const drafts = house.records.list(kindId, 'all').map((r) => draftOfRecord(kind, r));
  return csvText(writeRows(fieldsOf(kindId), drafts, lookupOf(house.records)));
}

type Fate = 'added' | 'changed' | 'same';

/** What became of a line, and what it is the line of: its key, which a second line of the file may not have again. */
interface Taken {
  fate: Fate;
  id: string;
  key: string;
}

/** One line into the list; the caller holds the transaction. */
function takeLine(
  house: House,
  kind: RecordKind,
  line: ReadLine,
  lookup: ReturnType<typeof lookupOf>,
  seen: ReadonlyMap<string, number>,
): Outcome<Taken> {
  const given = (base: Draft): Draft => ({ ...base, ...line.draft });
  const asNew = readDraft(kind, given(blankDraft(kind)));
  // The key may be readable although the rest of a new record would not be: then an existing one may complete it.
  const key = safeKey(kind, asNew.ok ? asNew.value : null, given(blankDraft(kind)), lookup);
  // A second line of the same thing would undo the first unseen.
  const before = key === null ? undefined : seen.get(fold(key));
  if (before) return refuse('line', `This is the same ${kind.one} as in line ${before}.`);
  const existing = key === null ? null : house.records.byKey(kind.id, key);
  const document = existing ? readDraft(kind, given(draftOfRecord(kind, existing))) : asNew;
  if (!document.ok) return document;
  const own = fold(kind.key(document.value, lookup));
  const count = line.given.includes(COUNT) ? String(line.draft[COUNT] ?? '') : undefined;
  const same =
    existing !== null &&
    JSON.stringify(existing.document) === JSON.stringify(document.value) &&
    (count === undefined || count.trim() === '' || Number(count) === existing.amount);
  if (same) return { ok: true, value: { fate: 'same', id: existing.id, key: own } };
  const written = writeRecord(
    house,
    kind,
    { id: existing?.id ?? null, version: null, document: document.value, count },
    lookup,
  );
  return written.ok
    ? { ok: true, value: { fate: existing ? 'changed' : 'added', id: written.value.id, key: own } }
    : written;
}

function safeKey(
  kind: RecordKind,
  doc: Record<string, unknown> | null,
  draft: Draft,
  lookup: ReturnType<typeof lookupOf>,
): string | null {
  if (doc) return kind.key(doc, lookup);
  try {
    const typed = Object.fromEntries(
      kind.fields.map((f) => [f.path, draft[f.path] === '' ? undefined : draft[f.path]]),
    );
    // A name that was left blank is no key.
    const key: unknown = kind.key(typed, lookup);
    return typeof key === 'string' && key !== '' ? key : null;
  } catch {
    return null;
  }
}

/** A slice of lines holds the house at most about this long. */
const SLICE_MS = 25;

const TRIAL = new Error('trial');
/** Does it and takes it back: what a trial says is what will happen. */
function tried(house: House, work: () => void): void {
  try {
    house.db.transaction(() => {
      work();
      throw TRIAL;
    })();
  } catch (error) {
    if (error !== TRIAL) throw error;
  }
}

/**
 * Reads a CSV file for a list: guesses the columns unless a mapping is given, tells every problem by line, and with
 * `commit` writes the good lines. A line that is here already changes nothing; one whose name is here changes only the
 * columns the file has. It is done in slices: each step of the generator is one, in a transaction of whoever steps, and
 * yields how far it has come in words.
 */
export function* importInSlices(
  house: House,
  list: ImportList,
  input: { text: string; mapping: Mapping | null; commit: boolean },
): Generator<string, Outcome<ImportReport>> {
  if (input.text.length > LARGEST_FILE) return tooLarge(input.text.length);
  const [first] = Papa.parse<string[]>(input.text, { preview: 1 }).data;
  if (first && first.length > MOST_COLUMNS)
    return refuse('file', `The file has ${first.length} columns; ${MOST_COLUMNS} is the limit.`);
  const table = Papa.parse<string[]>(input.text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [headings, ...rows] = table.data.map((r) => r.map(unguard));
  if (!headings || headings.every((h) => h.trim() === '')) return refuse('file', 'The file is empty.');
  if (rows.length === 0) return refuse('file', 'The file has a heading and no lines.');
  if (rows.length > MOST_LINES)
    return refuse('file', `The file has ${rows.length} lines; ${MOST_LINES} is the limit at once.`);
  const fields = fieldsOf(list);
  const mapping = input.mapping ?? guessMapping(headings, fields);
  if (mapping.length !== headings.length) return refuse('mapping', 'The columns do not match this file.');
  const lookup = lookupOf(house.records);
  const read = (from: number, to: number): ReadLine[] =>
    readLines(rows.slice(from, to), mapping, fields, lookup).map((l) => ({ ...l, line: l.line + from }));
  const report: ImportReport = {
    headings,
    mapping,
    fields: fields.map((f) => ({ path: f.path, label: f.label })),
    preview: read(0, PREVIEW).map((l) => ({
      line: l.line,
      cells: mapping.map((path) => {
        const f = fields.find((x) => x.path === path);
        return f ? cellText(f, l.draft[f.path], lookup) : '';
      }),
    })),
    added: 0,
    changed: 0,
    same: 0,
    problems: [],
    leftOver: '',
    done: input.commit,
    undo: null,
  };
  if (mapping.every((m) => m === null))
    return {
      ok: true,
      value: {
        ...report,
        done: false,
        problems: [{ line: 1, message: 'No heading is recognised. Say below which column is which.' }],
      },
    };
  const bad = new Map<number, string>();
  const tell = (line: number, message: string): void => {
    report.problems.push({ line, message });
    bad.set(line, [bad.get(line), message].filter(Boolean).join(' '));
  };
  const label = (path: string): string => fields.find((f) => f.path === path.replace(/\.\d+\..*$/, ''))?.label ?? '';
  const written: { id: string; added: boolean; version: number }[] = [];
  const seen = new Map<string, number>();
  const takeOne = (line: ReadLine): void => {
    if (line.problems.length > 0) return line.problems.forEach((p) => tell(line.line, p));
    // A line that is refused takes back what it wrote before it was.
    const r = atomically(house, (): Outcome<Taken> =>
      list === 'reading' ? saveReadingLine(house, line, seen) : takeLine(house, kinds[list], line, lookup, seen),
    );
    if (!r.ok)
      return r.problems.forEach((p) => tell(line.line, `${label(p.path) ? `${label(p.path)}: ` : ''}${p.message}`));
    const { fate, id, key } = r.value;
    seen.set(key, line.line);
    report[fate]++;
    if (fate !== 'same') written.push({ id, added: fate === 'added', version: house.records.byId(id)?.version ?? 0 });
  };
  let next = 0;
  const slice = (): void => {
    const from = performance.now();
    for (; next < rows.length && performance.now() - from < SLICE_MS; next++) takeOne(read(next, next + 1)[0]!);
  };
  while (next < rows.length) {
    if (input.commit) slice();
    else tried(house, slice);
    if (next < rows.length)
      yield `The first ${next} of ${rows.length} lines were read; the correct ones are in the list. Import the file again for the rest; lines already here change nothing.`;
  }
  if (input.commit && list !== 'reading' && written.length > 0) {
    report.undo = `${IMPORT}${randomUUID()}`;
    house.arrivals.setSetting(report.undo, JSON.stringify(written));
    house.deeds.tell(house.nowIso(), `imported a file with ${written.length} lines into the list`);
  }
  if (input.commit && (list === 'supply' || list === 'service' || list === 'species'))
    shelfChanged(
      house,
      written.map((w) => w.id),
    );
  if (bad.size > 0)
    report.leftOver = csvText([
      [...headings, 'What is wrong'],
      ...rows.flatMap((cells, i) =>
        bad.has(i + 2) ? [[...headings.map((_, j) => cells[j] ?? ''), bad.get(i + 2)!]] : [],
      ),
    ]);
  return { ok: true, value: report };
}

/** The whole of it at once, in one transaction. */
export const importCsv = (...asked: Parameters<typeof importInSlices>): Outcome<ImportReport> =>
  asked[0].db.transaction(() => {
    const slices = importInSlices(...asked);
    for (;;) {
      const r = slices.next();
      if (r.done) return r.value;
    }
  })();

/** One reading; the same tank at the same instant is the same, in the house and in the file. */
function saveReadingLine(house: House, line: ReadLine, seen: ReadonlyMap<string, number>): Outcome<Taken> {
  const r = saveReading(house, line.draft as Record<string, string>);
  if (!r.ok) return r;
  const { id, fresh } = r.value;
  return { ok: true, value: { fate: fresh && !seen.has(id) ? 'added' : 'same', id, key: id } };
}

/** What the receipt of an import is kept under. */
const IMPORT = 'import ';

/** Takes a whole import back: what it added is deleted (or put away where it is used by now), what it changed is as before. */
export function undoImport(house: House, key: string): Outcome<number> {
  const stored = key.startsWith(IMPORT) ? house.arrivals.setting(key) : null;
  if (!stored) return refuse('undo', 'This import was already undone.');
  const written = JSON.parse(stored) as { id: string; added: boolean; version?: number }[];
  return atomically(house, (): Outcome<number> => {
    for (const w of written.reverse()) {
      const now = house.records.byId(w.id);
      // What a hand has changed since is not the import’s to take back.
      if (now && !now.deletedAt && w.version !== undefined && now.version !== w.version)
        return refuse(
          'undo',
          `${now.name} was changed after the import. Undo that change first. Nothing of the import was undone.`,
        );
      const back = w.added ? removeRecord(house, w.id) : undoRecord(house, w.id);
      if (!back.ok)
        return refuse(
          'undo',
          `${house.records.byId(w.id)?.name ?? 'One line'} cannot be undone: ${back.problems[0]!.message} Nothing of the import was undone.`,
        );
    }
    house.arrivals.dropSetting(key);
    return { ok: true, value: written.length };
  });
}

/** Every reading of every tank that stands; what was struck out, and the striking of it, stay in the house. */
export function readingsCsv(house: House): string {
  const rows: string[][] = [];
  for (const tank of house.records.list('tank', 'all'))
    for (const r of house.ledger.readings(tank.id, 1_000_000)) {
      if (r.struckBy !== null || Object.keys(r.figures).length === 0) continue;
      const figures = tankFigures.map((q) => (r.figures[q] === undefined ? '' : String(r.figures[q])));
      rows.push([String(tank.document.name), r.at, ...figures, r.how, r.note]);
    }
  return csvText([readingFields.map((f) => ('unit' in f && f.unit ? `${f.label} (${f.unit})` : f.label)), ...rows]);
}

/** The list of consignments, one line each, for a spreadsheet. */
export function consignmentsCsv(house: House): string {
  const rows = [...house.consignments.list('all', -1), ...house.consignments.list('archived', -1)].map(
    ({ document: c, result }) => [
      c.code,
      c.direction,
      stageOf(c),
      c.sender.name,
      c.sender.place.name,
      c.receiver.name,
      c.receiver.place.name,
      c.serviceId,
      c.handOverAt,
      c.openingAt,
      String(c.lines.reduce((n, l) => n + l.count, 0)),
      c.lines.map((l) => `${l.count} ${l.speciesId} from ${l.tank}`).join('; '),
      String(c.bags.length),
      String(c.boxes.length),
      result?.slackH == null ? '' : result.slackH.toFixed(1),
      result?.worstSlackH == null ? '' : result.worstSlackH.toFixed(1),
      result?.chance == null ? '' : result.chance.toFixed(3),
      c.note,
    ],
  );
  return csvText([
    [
      'Code',
      'Direction',
      'Stage',
      'Sender',
      'From',
      'Receiver',
      'To',
      'Service',
      'Drop-off',
      'Opening',
      'Animals',
      'Lines',
      'Bags',
      'Boxes',
      'Margin (h)',
      'Bad case (h)',
      'Chance',
      'Note',
    ],
    ...rows,
  ]);
}
