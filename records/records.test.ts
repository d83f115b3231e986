import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { daysText, parseDays } from '@/core/calendar/days';
import { typicalPack } from '@/core/catalogue/typical-pack';
import { countField, guessMapping, readLines, writeRows } from './csv';
import {
  differences,
  fold,
  fromDraft,
  numberOf,
  readCell,
  toDraft,
  type Draft,
  type Field,
  type Lookup,
} from './field';
import { kinds } from './index';
import { typeOf, type Supply } from './supply';
import { journeys } from '@/core/catalogue/journeys';

/** Rows that point at "place-x" by the name "Tartu, EE"; everything else is unknown. */
const lookup: Lookup = {
  label: (kind, id) => (kind === 'place' && id === 'place-x' ? 'Tartu, EE' : id),
  find: (kind, text) =>
    kind === 'place' && fold(text) === 'tartu, ee'
      ? 'place-x'
      : kind === 'species' && text === 'guppy'
        ? 'guppy'
        : null,
};

const receiver = {
  name: 'Ilse Tamm',
  phone: '+372 700 0142',
  address: 'Kalasaba tee 12',
  placeId: 'place-x',
  collection: 'counter',
  tanks: [
    { name: 'Q5 | left; right', volumeL: 120, residents: true, tempC: 24.6, pH: 7.4, khDkh: 6 },
    { name: 'Aed', residents: false, salinity: 33.5 },
  ],
  note: 'Räägib eesti keelt; helistada "enne"',
};

describe('a record and its one description', () => {
  test('a document goes into its form and comes back the same, for every kind', () => {
    const service = {
      ...kinds.service.blank,
      name: 'Overnight',
      counters: [{ days: [1, 2, 3, 4], cutOff: '20:00', last: '19:45' }],
      delay: { oneDay: 0.03, twoDays: 0.01, lostWeekend: 0 },
    };
    const pack = catalogue.packs[0]!;
    const { id, name, cost, ...figures } = pack;
    const supply = { kind: 'pack', name, typeId: id, price: cost, batch: '2517', expires: '2027-03-31', pack: figures };
    for (const [kind, doc] of [
      [kinds.receiver, receiver],
      [kinds.service, service],
      [kinds.supply, supply],
    ] as const) {
      const back = kind.schema.safeParse(fromDraft(kind.fields, toDraft(kind.fields, doc)));
      expect(back.success ? back.data : back.error.issues).toEqual(doc);
    }
  });

  test('a heat pack is taken by its hours alone, as what packs of that length are; by nothing it is refused', () => {
    const read = (pack: object) => kinds.supply.schema.safeParse({ kind: 'pack', name: 'Own 50 h', price: 2, pack });
    const taken = read({ kind: 'heat', hours: 50 });
    if (!taken.success) throw new Error(JSON.stringify(taken.error.issues));
    expect(typeOf('own', taken.data as Supply)).toEqual({
      pack: { ...typicalPack(50), id: 'own', name: 'Own 50 h', cost: 2 },
    });
    for (const nothing of [{ kind: 'heat' }, { kind: 'cold' }]) {
      const refused = read(nothing);
      expect(refused.success ? [] : refused.error.issues.map((i) => i.message.length > 20)).toEqual([true]);
    }
  });

  test('fields of another kind of supply are neither shown nor read', () => {
    const draft = { ...toDraft(kinds.supply.fields, { kind: 'liner', name: 'Liner' }), 'bag.widthCm': '20' };
    expect(fromDraft(kinds.supply.fields, draft)).toEqual({ kind: 'liner', name: 'Liner' });
  });

  test('every leg template makes a service the schema takes, and its legs are a whole journey', () => {
    expect(Object.keys(journeys)).toHaveLength(5);
    for (const t of Object.values(journeys)) {
      const r = kinds.service.schema.safeParse({ ...kinds.service.blank, ...t.row, name: t.name });
      expect(r.success).toBe(true);
      expect(t.row.legs.reduce((n, l) => n + l.share, 0)).toBeGreaterThan(0);
    }
  });

  test('a wrong figure is refused with a sentence at its own path', () => {
    const draft = toDraft(kinds.receiver.fields, receiver);
    (draft.tanks as Draft[])[0]!.pH = '12';
    const r = kinds.receiver.schema.safeParse(fromDraft(kinds.receiver.fields, draft));
    expect(r.error!.issues.map((i) => [i.path.join('.'), i.message])).toEqual([
      ['tanks.0.pH', 'pH can be at most 10.'],
    ]);
  });

  test('two versions are compared field by field, by what people read', () => {
    const a = toDraft(kinds.receiver.fields, receiver);
    const b = toDraft(kinds.receiver.fields, { ...receiver, phone: '1', collection: 'door' });
    expect(differences(kinds.receiver.fields, a, b, lookup)).toEqual([
      { path: 'phone', label: 'Phone', mine: '+372 700 0142', theirs: '1' },
      { path: 'collection', label: 'Gets the box', mine: 'Collects at the counter', theirs: 'At the door' },
    ]);
    expect(differences(kinds.receiver.fields, a, a, lookup)).toEqual([]);
  });
});

describe('a list as CSV', () => {
  test('what is written is read again to the same records, marks that part cells included', () => {
    const { fields } = kinds.receiver;
    const draft = toDraft(fields, receiver);
    const [headings, ...rows] = writeRows(fields, [draft], lookup);
    const mapping = guessMapping(headings!, fields);
    expect(mapping).toEqual(fields.map((f) => f.path));
    const [line] = readLines(rows, mapping, fields, lookup);
    expect(line!.problems).toEqual([]);
    expect(fromDraft(fields, line!.draft)).toEqual(fromDraft(fields, draft));
  });

  test('any texts in a small list survive the writing (property)', () => {
    const field = kinds.receiver.fields.find((f) => f.path === 'tanks')!;
    fc.assert(
      fc.property(
        fc.array(
          fc.string({ minLength: 1, unit: 'grapheme' }).filter((s) => s.trim() === s && s !== ''),
          { minLength: 1, maxLength: 4 },
        ),
        (names) => {
          const rows = toDraft([field], { tanks: names.map((name) => ({ name, residents: false })) });
          const text = writeRows([field], [rows], lookup)[1]![0]!;
          const cell = readCell(field, text, lookup);
          expect(cell.ok && (cell.value as Draft[]).map((r) => r.name)).toEqual(names);
        },
      ),
    );
  });

  test('headings are guessed by label, path, unit and alias; a heading nobody knows is left alone; none is taken twice', () => {
    const fields: readonly Field[] = [...kinds.lot.fields, countField];
    // Files of before the words changed are still read.
    expect(guessMapping(['Bears', 'At ease from (°C)', 'What it bears'], kinds.species.fields)).toEqual([
      'tolerance',
      'temp.easeMinC',
      'marks.tolerance',
    ]);
    expect(guessMapping(['SPECIES', 'tank', 'Length (cm)', 'Quantity', 'on hand', 'Shoe size'], fields)).toEqual([
      'speciesId',
      'tankId',
      'lengthCm',
      'count',
      null,
      null,
    ]);
  });

  test('every cell that cannot be read is told by line, in words; the others of the line are kept', () => {
    const { fields } = kinds.receiver;
    const lines = readLines(
      [
        ['Ann', 'Tartu, EE', 'by balloon'],
        ['Ben', 'Nowhere', 'door'],
      ],
      ['name', 'placeId', 'collection'],
      fields,
      lookup,
    );
    expect(lines.map((l) => [l.line, l.problems])).toEqual([
      [2, ['Gets the box: "by balloon" is not one of At the door, Held at the depot, Collects at the counter.']],
      [3, ['Place: there is no place "Nowhere" here.']],
    ]);
    expect(lines[1]!.draft).toEqual({ name: 'Ben', collection: 'door' });
  });
});

describe('what people type', () => {
  test.each([
    ['7,2', 7.2],
    ['7.2', 7.2],
    ['1 250', 1250],
    ['−3', -3],
    ['', NaN],
    ['seven', NaN],
    ['1.2.3', NaN],
  ])('%s is the number %s', (text, n) => expect(numberOf(text)).toBe(n));

  test.each([
    ['Mon-Thu, Sat', [1, 2, 3, 4, 6]],
    ['monday to wednesday', [1, 2, 3]],
    ['1-4, 6', [1, 2, 3, 4, 6]],
    ['Sat–Mon', [1, 6, 7]],
    ['every day', null],
    ['', []],
  ])('%s are the weekdays %s', (text, days) => expect(parseDays(text)).toEqual(days));

  test('weekdays written are read again (property)', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 7 })), (days) =>
        expect(parseDays(daysText(days))).toEqual([...days].sort()),
      ),
    );
  });

  test.each([
    ['Łódź', 'lodz'],
    ['São  Paulo ', 'sao paulo'],
    ['STRASSE', 'straße'],
    ['東京', '東京'],
    ['Ｔａｒｔｕ', 'tartu'],
    ['Москва', 'МОСКВА'],
  ])('%s and %s are the same name', (a, b) => expect(fold(a)).toBe(fold(b)));
});
