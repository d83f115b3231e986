import { row, type Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { withOverrides } from '@/core/catalogue/assumptions';
import { fastingWords, plannedFastH } from '@/core/fish/fasting';
import { lastAcceptance, weekdayOf } from './calendar';
import { keyInstants } from './legs';

export type MomentKind =
  | 'last-feed'
  | 'water-change'
  | 'supplies'
  | 'draw-water'
  | 'catch'
  | 'seal'
  | 'open-packs'
  | 'close-box'
  | 'leave'
  | 'hand-over';

/** Something to do at an instant; `tank` where it belongs to one. */
export interface Moment {
  key: string;
  kind: MomentKind;
  atMs: number;
  tank: string | null;
  title: string;
  detail: string;
  minutes: number;
}

const HOUR = 3600_000;
const MIN = 60_000;

/**
 * The schedule backwards from the hand-over, as moments per tank (common practice). Shrimp, snails and crabs are not
 * fasted; the slowest gut in a tank decides its last feed.
 */
export function backwardSchedule(c: Consignment, catalogue: Catalogue): Moment[] {
  const a = withOverrides(c.assumptions);
  const k = keyInstants(c, catalogue, a);
  const out: Moment[] = [];
  const heatPacks = c.boxes
    .flatMap((b) => b.packs)
    .filter((p) => row(catalogue.packs, p.packId, 'pack').kind === 'heat');
  const packCount = heatPacks.reduce((n, p) => n + p.count, 0);
  const add = (m: Omit<Moment, 'key'>): void => void out.push({ ...m, key: m.tank ? `${m.kind}:${m.tank}` : m.kind });

  for (const tank of [...new Set(c.lines.map((l) => l.tank))]) {
    const lines = c.lines.filter((l) => l.tank === tank);
    const kinds = lines.map((l) => row(catalogue.species, l.speciesId, 'species'));
    const animals = lines.reduce((n, l) => n + l.count, 0);
    const names = [...new Set(kinds.map((s) => s.name))].join(', ');
    const fastH = Math.max(...kinds.map((s) => plannedFastH(s.fasting, a)));
    const slowest = kinds.find((s) => plannedFastH(s.fasting, a) === fastH)!;
    if (fastH > 0)
      add({
        kind: 'last-feed',
        tank,
        atMs: k.sealMs - fastH * HOUR,
        minutes: 15,
        title: `Last feed, tank ${tank}`,
        detail: `${animals} ${names}. Then none for ${fastH} h: ${fastingWords[slowest.fasting]}.`,
      });
    add({
      kind: 'water-change',
      tank,
      atMs: k.sealMs - 48 * HOUR,
      minutes: 40,
      title: `Large water change, tank ${tank}`,
      detail: 'Clean water on the way in; nitrate down.',
    });
    add({
      kind: 'catch',
      tank,
      atMs: k.sealMs - 30 * MIN,
      minutes: 30,
      title: `Catch from tank ${tank}`,
      detail: `${animals} ${names}. Hardscape and filter out first, no chasing.`,
    });
  }
  add({
    kind: 'supplies',
    tank: null,
    atMs: k.sealMs - 24 * HOUR,
    minutes: 20,
    title: 'Count supplies, print labels',
    detail: 'Bags, bands, packs, oxygen. Labels while hands are dry.',
  });
  add({
    kind: 'draw-water',
    tank: null,
    atMs: k.sealMs - 2 * HOUR,
    minutes: 30,
    title: 'Draw and treat the shipping water',
    detail: 'At the fish’s own temperature and pH.',
  });
  add({
    kind: 'seal',
    tank: null,
    atMs: k.sealMs,
    minutes: Math.max(1, c.bags.length) * a.packingMinPerBag,
    title: 'Start bagging',
    detail: `${c.bags.length} bags. The water is counted from the first one sealed.`,
  });
  const closeMs = Math.max(k.sealMs, k.leaveMs - 20 * MIN);
  if (packCount > 0)
    add({
      kind: 'open-packs',
      tank: null,
      atMs: closeMs - a.packBenchMin * MIN,
      minutes: 5,
      title: packCount === 1 ? 'Open the heat pack' : `Open ${packCount} heat packs`,
      detail: 'Flat, in air, dry. Prove each one warm before it goes in.',
    });
  add({
    kind: 'close-box',
    tank: null,
    atMs: closeMs,
    minutes: 20,
    title: c.boxes.length === 1 ? 'Close the box' : `Close ${c.boxes.length} boxes`,
    detail: 'Pad, lid, carton, labels, weigh.',
  });
  const service = row(catalogue.services, c.serviceId, 'service');
  if (service.kind !== 'own-car') {
    add({
      kind: 'leave',
      tank: null,
      atMs: k.leaveMs,
      minutes: service.driveMin,
      title: 'Leave for the counter',
      detail: `${service.name}. Drive ${service.driveMin} min, live fish taken until ${lastAcceptance(service, weekdayOf(k.handOverMs, c.sender.place.zone))}.`,
    });
    add({
      kind: 'hand-over',
      tank: null,
      atMs: k.handOverMs,
      minutes: 10,
      title: 'Hand over',
      detail: `${service.name}, ${c.sender.place.name}.`,
    });
  } else
    add({
      kind: 'leave',
      tank: null,
      atMs: k.leaveMs,
      minutes: 10,
      title: 'Drive off',
      detail: `To ${c.receiver.place.name}. Bags out of the sun, car at 20 °C.`,
    });
  return out.sort((a, b) => a.atMs - b.atMs);
}
