import { clockWords, dayWords } from '@/core/calendar/calendar';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { arrivalSigns, type SeenSign } from '@/core/consignment/signs';
import type { Paper } from './pages';

/** A bag as it was found, for whoever is asked to make good. */
export interface ClaimBag {
  id: string;
  seen: readonly SeenSign[];
  /** When each picture of the closed bag was taken, and its name in the archive. */
  photos: readonly { at: string; name: string }[];
}

export interface ClaimTimes {
  arrivedMs: number | null;
  openedMs: number | null;
  /** Until then the seller’s terms want to be told. */
  deadlineMs: number;
}

const figure = (v: number | null, unit: string): string => (v === null ? 'not measured' : `${v}${unit}`);

/** One page for the seller: times, counts against the label, what was read and seen in the closed bags, and the pictures by name. */
export function claimPaper(c: Consignment, catalogue: Catalogue, bags: readonly ClaimBag[], times: ClaimTimes): Paper {
  const { zone } = c.receiver.place;
  const at = (ms: number | null): string =>
    ms === null ? 'not recorded' : `${dayWords(ms, zone)}, ${clockWords(ms, zone)}`;
  const clock = (iso: string): string => clockWords(Date.parse(iso), zone);
  const rows = c.bags.map((b) => {
    const r = c.actual.bags.find((x) => x.bagId === b.id) ?? null;
    const what = b.animals
      .map((x) => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        return `${x.count} ${row(catalogue.species, line.speciesId, 'species').name}`;
      })
      .join(', ');
    const count = (n: number | null | undefined): string => (n === null || n === undefined ? '?' : String(n));
    return { b, r, cells: [`${b.id}: ${what}`, count(r?.alive), count(r?.dead), count(r?.doubtful)] };
  });
  const sum = (k: 'alive' | 'dead' | 'doubtful'): string => String(rows.reduce((n, x) => n + (x.r?.[k] ?? 0), 0));
  const told = rows.flatMap(({ b, r }) => {
    const here = bags.find((x) => x.id === b.id);
    const seen = (here?.seen ?? []).filter((s) => !s.struck);
    const lines = [
      ...(r && (r.tempC !== null || r.pH !== null)
        ? [`Water ${figure(r.tempC, ' °C')}, pH ${figure(r.pH, '')}, read ${clock(r.at)}`]
        : []),
      ...(seen.length > 0
        ? [`Seen closed: ${seen.map((s) => `${arrivalSigns[s.sign].words} (${clock(s.at)})`).join(', ')}`]
        : []),
      ...(r?.note ? [r.note] : []),
      ...(here?.photos ?? []).map((p) => `Picture ${p.name}, ${clock(p.at)}`),
    ];
    return lines.map((l) => `${b.id}: ${l}.`);
  });
  return {
    title: `Losses in ${c.code}`,
    lead: [
      `To ${c.sender.name}${c.sender.phone ? `, ${c.sender.phone}` : ''}`,
      `From ${c.receiver.name}, ${c.receiver.place.name}${c.receiver.phone ? `, ${c.receiver.phone}` : ''}`,
      `Reported before ${at(times.deadlineMs)}, as the terms require`,
    ],
    sections: [
      {
        heading: 'Times',
        lines: [
          `Dropped off ${at(c.actual.handedOverAt ? Date.parse(c.actual.handedOverAt) : Date.parse(c.handOverAt))}${c.actual.handedOverAt ? '' : ', as ordered'}.`,
          `Delivered ${at(times.arrivedMs)}. Opened ${at(times.openedMs)}.`,
        ],
      },
      {
        heading: 'Count against the label',
        table: [
          ['On the label', 'Alive', 'Dead', 'Doubtful'],
          ...rows.map((x) => x.cells),
          ['=Total', sum('alive'), sum('dead'), sum('doubtful')],
        ],
        lines: [],
      },
      { heading: 'Read and seen', lines: told.length > 0 ? told : ['No readings or signs for the closed bags.'] },
    ],
  };
}
