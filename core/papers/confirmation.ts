import { counted } from '@/core/quantities/words';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment, Water } from '@/core/consignment/schema';
import { quantities, waterFigures, type WaterFigure } from '@/core/measurement/quantities';
import { waterOfTank, tankOfLine } from '@/core/consignment/waters';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { waterSteps } from '@/core/calendar/departure';
import type { Paper } from './pages';

/** Water kept ready for what acclimation takes, L (common practice †). */
const RESERVE_L = 4;

const one = (v: number): string => v.toFixed(1);

/** A figure of a water as it was told; who reads it is asked for what was not. */
const told = (w: Water, k: WaterFigure): string => (w[k] === undefined ? '' : one(w[k]));
/** Figures of a water that nobody told, by their names. */
const untold = (w: Water, of: readonly WaterFigure[]): string =>
  of.flatMap((k) => (w[k] === undefined ? [quantities[k].label] : [])).join(', ');

/**
 * The confirmation that goes to the receiver when the order is placed, not in the box: what comes when and why then,
 * the two waters side by side, and what to have ready (kit list: common practice †).
 */
export function confirmation(c: Consignment, catalogue: Catalogue, leaves: string, papers = ''): Paper {
  const service = row(catalogue.services, c.serviceId, 'service');
  const there = c.receiver.place;
  const animals = c.lines.reduce((n, l) => n + l.count, 0);
  const marine = c.lines.some((l) => row(catalogue.species, l.speciesId, 'species').water === 'marine');
  const at = (iso: string): number => Date.parse(iso);
  const delivery = c.window
    ? `Delivery ${dayWords(at(c.window.startAt), there.zone)}, ${clockWords(at(c.window.startAt), there.zone)} to ${clockWords(at(c.window.endAt), there.zone)} in ${there.name}, ${service.name}.`
    : `Opened ${dayWords(at(c.openingAt), there.zone)}, ${clockWords(at(c.openingAt), there.zone)} in ${there.name}.`;
  const pairs = new Map<string, { from: string; into: string; line: Consignment['lines'][number] }>();
  for (const line of c.lines) {
    const into = tankOfLine(c, line.into).name;
    const water = JSON.stringify(waterOfTank(c, line.tank));
    if (!pairs.has(`${water} ${into}`)) pairs.set(`${water} ${into}`, { from: line.tank, into, line });
  }
  const waters = [...pairs.values()].map(({ from, into, line }) => {
    const ours = waterOfTank(c, line.tank);
    const yours = tankOfLine(c, line.into);
    const salty =
      [ours, yours].some((w) => w.salinity !== undefined && w.salinity > 1) || (marine && ours.salinity === undefined);
    const shown = waterFigures.filter((k) => k !== 'tanMgNL' && k !== (salty ? 'ghDgh' : 'salinity'));
    const rows = [
      ['', `Ours, tank ${from}`, `Yours, ${into}`],
      ...shown.map((k) => {
        const { label, unit } = quantities[k];
        return [
          unit ? `${label}, ${unit}` : label,
          told(ours, k) || 'not measured',
          told(yours, k) || 'not recorded yet',
        ];
      }),
    ];
    const steps = waterSteps(ours, yours);
    const missing = untold(yours, shown);
    return {
      heading: `The two waters${pairs.size > 1 ? `, ${into}` : ''}`,
      lines: [
        ...(missing
          ? [`Not yet known for your tank: ${missing}. Please measure it and tell us before the fish leave.`]
          : []),
        ...(untold(ours, shown) ? [`Not measured in our tank: ${untold(ours, shown)}.`] : []),
        steps.length > 0
          ? `Between them: ${steps.join(', ')}. The closer your tank, the smaller the step for the animals.`
          : missing || untold(ours, shown)
            ? 'Where both were measured, they match.'
            : 'The waters match. Transfer directly once the temperature is equal.',
      ],
      table: rows,
    };
  });
  return {
    title: `${c.code}: ${counted(animals, 'animal')} for ${c.receiver.name}, ${there.name}`,
    lead: [leaves, delivery],
    sections: [
      {
        heading: 'What you receive',
        lines: c.lines
          .map((l) => {
            const species = row(catalogue.species, l.speciesId, 'species');
            return [
              `${l.count} ${species.name} (${species.scientific})`,
              l.size ?? '',
              `${l.lengthCm} cm`,
              l.sex === 'unsexed' ? '' : l.sex,
              l.variety ?? '',
              l.grade ? `grade ${l.grade}` : '',
            ]
              .filter(Boolean)
              .join(', ');
          })
          .concat((c.companions ?? []).map((x) => `Also included: ${[x.amount, x.name].filter(Boolean).join(' ')}`)),
      },
      ...waters,
      {
        heading: 'Have ready before the box arrives',
        ticks: true,
        lines: [
          'Soft net, clean bucket (never soap), clips to hold a bag, towel.',
          'Airline with a valve, thermometer, pH test.',
          ...(marine ? ['Refractometer, rinsed with fresh water and set to zero.'] : []),
          'Ammonia binder that works without a water change first. Follow its label.',
          'A dim torch: keep the room dark when opening the box.',
          `About ${RESERVE_L} L of water matching the tank, to replace what acclimation uses.`,
          'Round-tipped scissors or a tape cutter: no long blade near the bags.',
        ],
      },
      {
        heading: 'The day before and the day itself',
        ticks: true,
        lines: [
          'Change the water of the receiving tank before the bags float in it, not after.',
          'Be home when it arrives, or collect it; never in sun or frost. Keep every bag closed until you have read the card in the box.',
          'Packs may still be hot: keep off skin and from children. Keep mains plugs dry; switch heaters off when the level drops.',
          'Medicines and salt only by label and local law; ask a veterinarian.',
        ],
      },
      {
        heading: 'Call',
        lines: [
          `${c.sender.name}, ${c.sender.place.name}${c.sender.phone ? `: ${c.sender.phone}` : ''}`,
          `${c.receiver.name}, ${there.name}${c.receiver.phone ? `: ${c.receiver.phone}` : ''}`,
          ...(papers.trim() ? papers.trim().split('\n') : []),
        ],
      },
    ],
  };
}

/** A paper as plain text, for a message. */
export const paperText = (p: Paper): string =>
  [
    p.title,
    '',
    ...p.lead,
    ...p.sections.flatMap((s) => [
      '',
      s.heading.toUpperCase(),
      ...(s.table ? textTable(s.table) : []),
      ...s.lines.map((l) => (s.ticks ? `- ${l}` : l)),
    ]),
    '',
  ].join('\n');

function textTable(rows: readonly (readonly string[])[]): string[] {
  const widths = rows[0]!.map((_, i) => Math.max(...rows.map((r) => r[i]!.length)));
  return rows.map((r) =>
    r.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]!) : cell.padStart(widths[i]!))).join('  '),
  );
}
