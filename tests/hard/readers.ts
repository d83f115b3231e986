import { readFileSync } from 'node:fs';
import Papa from 'papaparse';
import { readFile } from '@/core/consignment/file';
import { evaluate } from '@/core/evaluate/evaluate';
import { Refusal } from '@/core/quantities/refusal';
import { forecastFromRows } from '@/core/weather/csv';
import { catalogueOf } from '@/server/consignment/result';
import { openHouse } from '@/server/house';
import { importCsv } from '@/server/records/csv';

/** What reads files, under hard hands: mutated consignments, lists and forecasts. Every word that is said is a sentence. */

interface Hands {
  random: () => number;
  pick: <T>(list: readonly T[]) => T;
  wrong: (words: string) => void;
  foreign: RegExp;
  /** Longer than this is a hang, ms. */
  hangMs: number;
}

const odd: readonly unknown[] = [
  null,
  true,
  '',
  'x',
  -1,
  0,
  1e300,
  -1e300,
  351239000142,
  0.5,
  [],
  {},
  '2026-02-31T25:99:00Z',
  '1Z',
  '\u0000\r\n',
  'x'.repeat(9000),
  '__proto__',
];

/** Puts something odd at a random place of a document, or takes the place away. */
function mutate(json: unknown, h: Hands): void {
  let at = json as Record<string, unknown>;
  for (let depth = 0; depth < 8; depth++) {
    const keys = Object.keys(at);
    if (keys.length === 0) return;
    const key = h.pick(keys);
    const next = at[key];
    if (next !== null && typeof next === 'object' && h.random() < 0.75) {
      at = next as Record<string, unknown>;
      continue;
    }
    if (h.random() < 0.15) Reflect.deleteProperty(at, key);
    else if (Array.isArray(at) && h.random() < 0.1) at.push(...at);
    else at[key] = h.pick(odd);
    return;
  }
}

/** Tears a text: cuts, doubles, flips and puts in what does not belong. */
function tear(text: string, h: Hands): string {
  let out = text;
  for (let n = 1 + Math.floor(h.random() * 4); n > 0; n--) {
    const i = Math.floor(h.random() * out.length);
    const j = Math.min(out.length, i + Math.floor(h.random() * 40));
    const put = h.pick([
      '',
      '"',
      ',',
      ';',
      '\n',
      '\u0000',
      '=1+1',
      '9'.repeat(30),
      '-',
      '\uFEFF',
      out.slice(i, j),
      '#N/A',
      '😀',
    ]);
    out = out.slice(0, i) + put + out.slice(h.random() < 0.5 ? i : j);
  }
  return out;
}

export function readers(short: boolean, h: Hands): string {
  const files = short ? 400 : 20_000;
  const lists = short ? 60 : 5_000;
  const forecasts = short ? 200 : 5_000;
  const timed = <T>(what: string, work: () => T): T | null => {
    const from = performance.now();
    try {
      return work();
    } catch (error) {
      h.wrong(`${what} throws ${String(error).slice(0, 200)}`);
      return null;
    } finally {
      const ms = performance.now() - from;
      if (ms > h.hangMs) h.wrong(`${what} took ${Math.round(ms)} ms`);
    }
  };
  const said = (what: string, problems: readonly { message: string }[]): void => {
    for (const p of problems)
      if (h.foreign.test(p.message.replaceAll(/“[^”]*”|"[^"]*"/g, '')))
        h.wrong(`${what} says: ${p.message.slice(0, 160)}`);
  };
  const house = openHouse(null, () => Date.parse('2026-11-24T12:00:00Z'), 0);

  const examples = ['tropical-overnight-in-frost', 'marine-air-cargo', 'cool-water-by-car-in-heat'].map((n) =>
    readFileSync(`examples/${n}.json`, 'utf8'),
  );
  let whole = 0;
  for (let i = 0; i < files; i++) {
    const json = JSON.parse(h.pick(examples)) as Record<string, unknown>;
    for (let n = 1 + Math.floor(h.random() * 3); n > 0; n--) mutate(json, h);
    const read = timed('a shipment file', () => readFile(json));
    if (!read) continue;
    if (!read.ok) said('a shipment file', read.problems);
    else if (++whole % 40 === 0)
      timed('its evaluation', () => {
        const c = read.value.consignment;
        try {
          const e = evaluate(c, catalogueOf(c, house), c.forecast, { draws: 0 });
          if (!e.ok) said('its evaluation', e.problems);
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
        }
      });
  }

  const kinds = ['receiver', 'tank', 'lot', 'place', 'service', 'supply', 'species', 'reading'] as const;
  const csv: Record<(typeof kinds)[number], string> = {
    receiver: 'Name,Phone,Address,Place\nIlse Tamm,1,Tähe 3,Tartu\n,2,,Nowhere\n',
    tank: 'Name,Litres,For,Odd heading\n11,100,stock,x\n,50,stock,y\n12,1e999,stock,\n',
    lot: 'Species,Tank,Count\nLemon tetra,11,8\nNo such fish,11,-3\n',
    place: 'Name,Country,Latitude,Longitude\nHalle,DE,51.48,11.97\nX,XX,999,999\n',
    service: 'Service,Drive\nNight train,351239000142\n',
    supply: 'What,Name,Count\nHeat or cold pack,Odd pack,3\nBag,,\n',
    species: 'Name,Scientific\nOdd fish,Piscis mirus\n,\n',
    reading: 'Tank,When,Temperature\n11,2026-11-24 10:00,25\n11,1Z,999\n',
  };
  for (let i = 0; i < lists; i++) {
    const kind = h.pick(kinds);
    const text = h.random() < 0.1 ? csv[kind] : tear(csv[kind], h);
    const r = timed(`a list of ${kind}s`, () =>
      importCsv(house, kind, { text, mapping: null, commit: h.random() < 0.3 }),
    );
    if (r) said(`a list of ${kind}s`, r.ok ? r.value.problems : r.problems);
  }

  const forecast = readFileSync('examples/forecast-hard-frost.csv', 'utf8').split('\n').slice(0, 60).join('\n');
  for (let i = 0; i < forecasts; i++) {
    const rows = Papa.parse<string[]>(tear(forecast, h), { skipEmptyLines: 'greedy' }).data;
    const r = timed('a forecast', () => forecastFromRows(rows, { iso: '2026-11-24T12:00:00.000Z', source: 'file' }));
    if (r && !r.ok) said('a forecast', r.problems);
  }
  house.db.close();
  return `${files} shipment files (${whole} whole), ${lists} lists, ${forecasts} forecasts`;
}
