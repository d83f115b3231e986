import { wilson } from '@/core/quantities/wilson';
import {
  bySeason,
  brierScore,
  drift,
  reliability,
  seasons,
  VERDICT_FROM,
  type SeasonName,
} from '@/core/learning/brier';
import { methodNames } from '@/core/acclimation/vessel';
import type { AskedBy, Filter, LogbookRow } from '@/server/db/logbook';
import { currencyOf, profileOf, type House } from '@/server/house';
import { settleLogbook } from './digest';

const PAGE = 40;

const pick = (q: Partial<Record<string, string>>, name: string): string => (q[name] ?? '').trim();

const filterOf = (q: Partial<Record<string, string>>): Filter => ({
  find: pick(q, 'find'),
  speciesId: pick(q, 'species'),
  serviceId: pick(q, 'service'),
  season: pick(q, 'season'),
  other: pick(q, 'with'),
  packs: pick(q, 'packs'),
  density: pick(q, 'density'),
  hours: pick(q, 'hours'),
  losses: q.losses === 'yes' || q.losses === 'no' ? q.losses : '',
});

/** Names of rows by their ids, of species and services that are put away too. */
function namesOf(house: House): (id: string) => string {
  const { species, services } = house.shelves().all;
  const by = new Map([...species, ...services].map((r) => [r.id, r.name]));
  return (id) => by.get(id) ?? id;
}

/** A page of the logbook, latest hand-over first, narrowed by what was chosen. */
export function logbookView(house: House, q: Partial<Record<string, string>>) {
  const left = settleLogbook(house);
  const filter = filterOf(q);
  const name = namesOf(house);
  const page = Math.max(1, Number(q.page) || 1);
  const found = house.logbook.page(filter, PAGE, (page - 1) * PAGE);
  const options = (by: AskedBy, named = false): [string, string][] =>
    house.logbook.values(by).map((v): [string, string] => [v, named ? name(v) : v]);
  return {
    left,
    filter,
    page,
    pages: Math.max(1, Math.ceil(found.count / PAGE)),
    count: found.count,
    animals: found.animals,
    counted: found.counted,
    alive: found.alive,
    rows: found.rows.map((r) => ({ ...r, service: name(r.serviceId) })),
    zone: profileOf(house).place.zone,
    currency: currencyOf(house),
    options: {
      species: options('species_id', true),
      service: options('service_id', true),
      with: house.logbook.others().map((n): [string, string] => [n, n]),
      season: options('season'),
      packs: options('packs'),
      density: options('density'),
      hours: options('hours'),
    },
  };
}
export type LogbookView = ReturnType<typeof logbookView>;

const header = [
  'code',
  'direction',
  'hand_over_at',
  'opened_at',
  'season',
  'service',
  'with',
  'town',
  'hours',
  'late_h',
  'boxes',
  'bags',
  'animals',
  'counted',
  'alive',
  'lost_7_days',
  'lost_30_days',
  'cost',
  'chance',
  'held',
] as const;
const cells = (r: LogbookRow, service: string): (string | number | null)[] => [
  r.code,
  r.direction,
  r.handOverAt,
  r.openedAt,
  r.season,
  service,
  r.other,
  r.town,
  round(r.hours),
  r.lateH === null ? null : round(r.lateH),
  r.boxes,
  r.bags,
  r.animals,
  r.counted,
  r.alive,
  r.lost7,
  r.lost30,
  Math.round(r.cost * 100) / 100,
  r.chance,
  r.held,
];
const round = (x: number): number => Math.round(x * 100) / 100;
/** A cell that a table program would take for a formula is told as text. */
const csvCell = (v: string | number | null): string => {
  if (v === null) return '';
  const t = typeof v === 'string' && /^[=+\-@\t\r]/.test(v) ? `'${v}` : String(v);
  return /[",\n\r]/.test(t) ? `"${t.replaceAll('"', '""')}"` : t;
};

/** A file waits this long for what is not read in yet, ms; then it is told to come back. */
const PATIENCE_MS = 5000;

/** What the filter finds, whole, as CSV or JSON; or how many consignments are still to be read in. */
export function exportLogbook(
  house: House,
  q: Partial<Record<string, string>>,
): { name: string; type: string; text: string } | { left: number } {
  const left = settleLogbook(house, PATIENCE_MS);
  if (left > 0) return { left };
  const name = namesOf(house);
  const { rows } = house.logbook.page(filterOf(q), -1, 0);
  if (q.as === 'json')
    return {
      name: 'logbook.json',
      type: 'application/json',
      text: `${JSON.stringify(
        rows.map((r) => Object.fromEntries(cells(r, name(r.serviceId)).map((v, i) => [header[i], v]))),
        null,
        2,
      )}\n`,
    };
  const lines = [header.join(','), ...rows.map((r) => cells(r, name(r.serviceId)).map(csvCell).join(','))];
  return { name: 'logbook.csv', type: 'text/csv; charset=utf-8', text: `${lines.join('\r\n')}\r\n` };
}

const askedWords: Record<AskedBy, string> = {
  species_id: 'Species',
  service_id: 'Service',
  hours: 'Hours in the bag',
  density: 'Fish per litre (g)',
  packs: 'Packs in the box',
  method: 'Opening method',
  season: 'Season',
  seller: 'Seller',
};

/** Survival by what it may hang on, with intervals; a verdict only where there is enough on both sides. */
export function paysView(house: House) {
  const left = settleLogbook(house);
  const name = namesOf(house);
  const survival = house.logbook.survival();
  const groups = (Object.keys(askedWords) as AskedBy[]).map((by) => {
    const rows = survival[by].filter((r) => r.value !== '' || by === 'species_id');
    const boxes = rows.reduce((n, r) => n + r.boxes, 0);
    const whole = rows.reduce((n, r) => n + r.whole, 0);
    return {
      by,
      words: askedWords[by],
      rows: rows.map((r) => {
        const own = wilson(r.whole, r.boxes);
        const rest = { boxes: boxes - r.boxes, whole: whole - r.whole };
        const others = wilson(rest.whole, rest.boxes);
        const enough = r.boxes >= VERDICT_FROM && rest.boxes >= VERDICT_FROM;
        return {
          ...r,
          name:
            r.value === ''
              ? 'several in a bag'
              : by === 'species_id' || by === 'service_id'
                ? name(r.value)
                : by === 'method'
                  ? methodName(r.value)
                  : r.value,
          ...own,
          share: r.boxes > 0 ? r.whole / r.boxes : null,
          /** Better or worse than the rest, where chance does not explain it; null is no verdict. */
          verdict: !enough ? null : own.low > others.high ? 'better' : own.high < others.low ? 'worse' : 'alike',
          short: enough ? 0 : Math.max(0, VERDICT_FROM - Math.min(r.boxes, rest.boxes)),
        };
      }),
    };
  });
  const cost = house.logbook.costs();
  return {
    left,
    groups: groups.filter((g) => g.rows.length > 0),
    verdictFrom: VERDICT_FROM,
    currency: currencyOf(house),
    cost: {
      boxes: cost.boxes,
      perBox: cost.boxes > 0 ? cost.cost / cost.boxes : null,
      perAnimal: cost.alive > 0 ? cost.cost / cost.alive : null,
    },
  };
}
export type PaysView = ReturnType<typeof paysView>;

const methodName = (id: string): string => (methodNames as Record<string, string>)[id] ?? id.replaceAll('-', ' ');

/** What was foretold against what came: the reliability picture, the score, by season, and whether it drifts. */
export function heldView(house: House) {
  const left = settleLogbook(house);
  const of = house.logbook.foretold().map((r) => ({
    chance: r.chance,
    held: r.held === 1,
    atMs: Date.parse(r.at),
    season: seasons.find((s) => s === r.season) as SeasonName,
  }));
  const often = of.filter((x) => x.held).length / Math.max(1, of.length);
  return {
    left,
    n: of.length,
    brier: brierScore(of),
    /** The score of whoever always says how often it held: what has to be beaten. */
    base: brierScore(of.map((x) => ({ ...x, chance: often }))),
    bins: reliability(of),
    seasons: bySeason(of),
    drift: drift(of),
    verdictFrom: VERDICT_FROM,
  };
}
export type HeldView = ReturnType<typeof heldView>;
