import { wayOf, type Spot } from '@/core/calendar/distance';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { blankLine } from '@/records/order-line';
import type { Service, Species } from '@/core/catalogue/schema';
import { lengthOfClass, type SizeClass } from '@/core/fish/size';
import { waterMisfit } from '@/core/fish/water';
import type { Companion, OrderLine } from '@/core/consignment/schema';
import { toldFigures } from '@/core/measurement/quantities';
import { isUnknown } from '@/core/consignment/waters';
import type { OrderInput } from '@/server/order/input';
import type { OrderChoices, OrderDraftView, Receivers } from '@/server/order/view';
import { num } from '@/ui/fields/fields';
import { waterOf, waterText, type WaterDraft } from '@/ui/fields/water';
import { localInput } from '@/ui/format';

/** The order as it is typed: text everywhere, times in the local clock of each end. */
export type OrderDraft = OrderDraftView;
export type PartyDraft = OrderDraft['sender'];
export type LineDraft = OrderDraft['lines'][number];
export type CompanionDraft = OrderDraft['companions'][number];
export type { WaterDraft };
/** Fish of the house's own tanks, with what is free of them; the tanks; people of the address book. */
export type LotOption = OrderChoices['lots'][number];
export type TankOption = OrderChoices['tanks'][number];
export type ReceiverOption = Receivers[number];

export const emptyLine = (lines: readonly LineDraft[]): LineDraft => {
  let n = lines.length + 1;
  while (lines.some((l) => l.id === `L${n}`)) n++;
  return blankLine(`L${n}`);
};

export const waterOfLine = (d: OrderDraft, tank: string): WaterDraft => d.waters[tank] ?? d.source;
export const tankInto = (d: OrderDraft, into: string): WaterDraft =>
  d.tanks.find((t) => t.name === into) ?? d.tanks[0]!;

/** Where it goes from and to, once both are known. */
export function draftEndsOf(d: Pick<OrderDraft, 'sender' | 'receiver'>): { from: Spot; to: Spot } | null {
  const spot = (p: PartyDraft): Spot | null => {
    const [lat, lon] = [num(p.lat), num(p.lon)];
    return Number.isFinite(lat) && Number.isFinite(lon) ? { name: p.town, lat, lon, country: p.country } : null;
  };
  const [from, to] = [spot(d.sender), spot(d.receiver)];
  return from && to ? { from, to } : null;
}

/** Delivery and opening follow from the hand-over and the hours the service takes from one place to the other. */
export function follow(
  handOver: string,
  services: readonly Service[],
  serviceId: string,
  ends: { from: Spot; to: Spot } | null = null,
): Partial<OrderDraft> {
  const service = services.find((s) => s.id === serviceId);
  const ms = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(handOver) ? Date.parse(`${handOver}:00Z`) : NaN;
  if (!service || !Number.isFinite(ms)) return {};
  const at = (h: number): string => localInput(ms + h * 3600_000, 'UTC');
  const whole = (h: number): number => Math.ceil(h * 4) / 4;
  const hours = ends ? whole(wayOf(service, ends.from, ends.to, defaultAssumptions).hours) : service.usualH;
  return {
    windowStart: at(hours),
    windowEnd: at(hours + service.windowH),
    opening: at(hours + service.windowH / 2),
  };
}

/** The times that hang on a hand-over. */
const hanging = ['windowStart', 'windowEnd', 'opening'] as const;

/**
 * Another hand-over. Delivery and opening follow it, but where a hand set them otherwise and only an hour was typed: those
 * stay until a hand changes them. `day` says that the whole shipment goes on another day, and all of it moves.
 */
export function withHandOver(d: OrderDraft, handOver: string, services: readonly Service[], day: boolean): OrderDraft {
  const usual = (at: string): Partial<OrderDraft> => follow(at, services, d.serviceId, draftEndsOf(d));
  const was = usual(d.handOver);
  const followed = hanging.every((k) => d[k] === (was[k] ?? ''));
  return { ...d, handOver, ...(day || followed ? usual(handOver) : {}) };
}

/** The length that a line takes from its species, by its size class where it has one. */
const usualLength = (l: LineDraft, s: Species): string =>
  String(l.size ? lengthOfClass(l.size as SizeClass, s.lengthCm) : s.lengthCm);

/** A line takes what is known of a species; a length that a hand typed stays. `was` is the species it had. */
export function withSpecies(l: LineDraft, s: Species, was?: Species): LineDraft {
  const typed = l.lengthCm.trim() !== '' && !(was && l.lengthCm === usualLength(l, was));
  return { ...l, speciesId: s.id, lotId: '', lengthCm: typed ? l.lengthCm : usualLength(l, s) };
}
export function withLot(l: LineDraft, lot: LotOption, s: Species): LineDraft {
  const lengthCm = lot.lengthCm || String(lot.size ? lengthOfClass(lot.size as SizeClass, s.lengthCm) : s.lengthCm);
  return {
    ...l,
    speciesId: lot.speciesId,
    lotId: lot.id,
    tank: lot.tank,
    size: lot.size,
    lengthCm,
    sex: lot.sex,
    grade: lot.grade,
  };
}

/** The order goes to somebody of the address book: their place, their tank; which tank each line goes into is open again. */
export const withReceiver = (d: OrderDraft, r: ReceiverOption): OrderDraft => ({
  ...d,
  receiverId: r.id,
  receiver: { name: r.name, phone: r.phone, address: r.address, ...r.place },
  tanks: r.tanks.length > 0 ? [{ ...d.tanks[0]!, ...r.tanks[0]! }] : d.tanks,
  lines: d.lines.map((l) => ({ ...l, into: '' })),
});

/** What a hand typed of a water: copies of another tank’s readings are none of this one’s. */
const byHand = (w: WaterDraft): WaterDraft =>
  Object.fromEntries(Object.entries(w).filter(([k]) => !k.endsWith('At') && !w[`${k}At`]));
const nothingTyped = (w: WaterDraft): boolean => isUnknown(waterOf(w));
/** A species cannot live in a water by what was measured of it. */
const misfits = (s: Species, w: WaterDraft): boolean => {
  const { salinity } = waterOf(w);
  return salinity !== undefined && waterMisfit(s, salinity, '') !== null;
};

/**
 * Waters that must be told apart: the last reading of a tank that is sent from, and waters that the animals cannot share,
 * on both ends. What a person typed is not touched, and nothing that was not read is filled in; the receiver’s water is
 * never ours. `first` says that the first line names another species or tank than it did.
 */
export function settleWaters(
  d: OrderDraft,
  species: readonly Species[],
  tanks: readonly TankOption[],
  first: boolean,
): OrderDraft {
  const next: OrderDraft = { ...d, waters: { ...d.waters }, tanks: [...d.tanks], lines: [...d.lines] };
  const kindOf = (l: LineDraft): Species | undefined => species.find((s) => s.id === l.speciesId);
  const sameWater = (a: WaterDraft, b: WaterDraft): boolean => toldFigures.every((k) => (a[k] ?? '') === (b[k] ?? ''));
  /** Animals that go into a tank with others live in one kind of water. */
  const fits = (t: WaterDraft, i: number, s: Species): boolean => {
    if (misfits(s, t)) return false;
    const beside = next.lines.findIndex((l, j) => j < i && tankInto(next, l.into) === t && kindOf(l));
    const other = beside < 0 ? null : kindOf(next.lines[beside]!)!.water;
    return other === null || other === s.water || other === 'brackish' || s.water === 'brackish';
  };
  next.lines.forEach((l, i) => {
    const s = kindOf(l);
    if (!s) return;
    const read = tanks.find((t) => t.name === l.tank)?.water ?? null;
    if (i === 0 && first) {
      // What a hand has typed lies over the tank's reading; typed for animals of the other water it is none of theirs.
      next.source = { ...read, ...(misfits(s, next.source) ? {} : byHand(next.source)) };
    }
    if (i > 0 && read && !next.waters[l.tank] && !sameWater(read, next.source)) next.waters[l.tank] = read;
    if (l.tank && misfits(s, waterOfLine(next, l.tank))) next.waters[l.tank] = {};
    if (!fits(tankInto(next, l.into), i, s)) {
      const other = next.tanks.find((t) => fits(t, i, s) && (t.name !== '' || nothingTyped(t)));
      const made = other ?? {
        name: s.water === 'marine' ? 'Sea water tank' : 'Fresh water tank',
        volumeL: '60',
        residents: '',
      };
      if (!other) next.tanks.push(made);
      next.lines[i] = { ...l, into: made.name ?? '' };
    }
  });
  // Waters of tanks that nothing comes from any more.
  next.waters = Object.fromEntries(
    Object.entries(next.waters).filter(([tank]) => next.lines.some((l) => l.tank === tank)),
  );
  return next;
}

/** Whether the first line names another species, tank or group of fish than before. */
export const otherFirst = (was: OrderDraft, lines: readonly LineDraft[]): boolean =>
  (['speciesId', 'tank', 'lotId'] as const).some((k) => was.lines[0]?.[k] !== lines[0]?.[k]);

const party = (x: PartyDraft): OrderInput['sender'] => ({
  name: x.name,
  address: x.address,
  phone: x.phone,
  place: {
    name: x.town,
    lat: num(x.lat),
    lon: num(x.lon),
    zone: x.zone,
    ...(x.country ? { country: x.country.toUpperCase() } : {}),
    ...(x.altitudeM ? { altitudeM: num(x.altitudeM) } : {}),
  },
});
const tank = (t: WaterDraft): OrderInput['tank'] => ({
  ...waterOf(t),
  name: t.name ?? '',
  volumeL: num(t.volumeL ?? ''),
  ...(t.residents === 'yes' ? { residents: true } : {}),
});

/** What the server reads. */
export const orderInputOf = (d: OrderDraft, code: string | null, version: number | null): OrderInput => ({
  code,
  version,
  direction: d.direction as OrderInput['direction'],
  receiverId: d.receiverId || null,
  sender: party(d.sender),
  receiver: party(d.receiver),
  serviceId: d.serviceId,
  handOverLocal: d.handOver,
  windowStartLocal: d.windowStart,
  windowEndLocal: d.windowEnd,
  openingLocal: d.opening,
  lines: d.lines.map((l) => ({
    id: l.id,
    speciesId: l.speciesId,
    count: num(l.count),
    lengthCm: num(l.lengthCm),
    massG: l.massG.trim() === '' ? null : num(l.massG),
    sex: l.sex as OrderLine['sex'],
    tank: l.tank,
    ...(l.size ? { size: l.size as SizeClass } : {}),
    ...(l.grade ? { grade: l.grade } : {}),
    ...(l.variety ? { variety: l.variety } : {}),
    ...(l.lotId ? { lotId: l.lotId } : {}),
    ...(l.into && l.into !== d.tanks[0]?.name ? { into: l.into } : {}),
  })),
  sourceWater: waterOf(d.source),
  waters: Object.entries(d.waters).map(([name, w]) => ({ tank: name, water: waterOf(w) })),
  tank: tank(d.tanks[0]!),
  otherTanks: d.tanks.slice(1).map(tank),
  companions: d.companions.map((x) => ({
    id: x.id,
    kind: x.kind as Companion['kind'],
    name: x.name,
    amount: x.amount,
    vessel: x.vessel as Companion['vessel'],
    weightKg: x.weightKg.trim() === '' ? 0 : num(x.weightKg),
    boxId: x.boxId || null,
  })),
  note: d.note,
});

/** The draft in lines of path and text, for the comparison of two versions. */
export function flat(d: OrderDraft): Map<string, { label: string; text: string }> {
  const out = new Map<string, { label: string; text: string }>();
  const add = (path: string, label: string, text: string): void => void out.set(path, { label, text });
  for (const end of ['sender', 'receiver'] as const)
    for (const [k, v] of Object.entries(d[end]))
      add(`${end}.${k}`, `${end === 'sender' ? 'Sender' : 'Receiver'}, ${k}`, v as string);
  for (const [k, label] of [
    ['direction', 'Direction'],
    ['serviceId', 'Service'],
    ['handOver', 'Drop-off'],
    ['windowStart', 'Delivery from'],
    ['windowEnd', 'Delivery until'],
    ['opening', 'Planned opening'],
    ['note', 'Note'],
  ] as const)
    add(k, label, d[k]);
  add(
    'lines',
    'Animals',
    d.lines
      .map((l) =>
        [l.count, l.speciesId, l.lengthCm && `${l.lengthCm} cm`, l.sex, l.grade, `tank ${l.tank}`]
          .filter(Boolean)
          .join(' '),
      )
      .join('; '),
  );
  add('source', 'Shipping water', waterText(d.source));
  add(
    'waters',
    'Waters of other tanks',
    Object.entries(d.waters)
      .map(([t, w]) => `${t}: ${waterText(w)}`)
      .join('; '),
  );
  add(
    'companions',
    'Travelling with them',
    d.companions
      .map((x) => [x.amount, x.name, x.vessel, x.weightKg && `${x.weightKg} kg`].filter(Boolean).join(' '))
      .join('; '),
  );
  add('tanks', 'Receiving tanks', d.tanks.map((t) => `${t.name} ${t.volumeL} L: ${waterText(t)}`).join('; '));
  return out;
}

/** One draft with some parts of another. */
export function mix(mine: OrderDraft, theirs: OrderDraft, taken: ReadonlySet<string>): OrderDraft {
  const out: OrderDraft = structuredClone(mine);
  for (const path of taken) {
    const [head, tail] = path.split('.') as [keyof OrderDraft, string?];
    if (tail)
      (out[head] as unknown as Record<string, string>)[tail] = (theirs[head] as unknown as Record<string, string>)[
        tail
      ]!;
    else (out as unknown as Record<string, unknown>)[head] = theirs[head];
  }
  return out;
}

/** A receiving tank that is one of the house's own brings its litres, its last water and whether fish live in it. */
export const ownTank = (t: TankOption): WaterDraft => ({
  ...Object.fromEntries(
    toldFigures.flatMap((k) => [
      [k, ''],
      [`${k}At`, ''],
    ]),
  ),
  ...(t.water ?? {}),
  volumeL: t.volumeL,
  residents: t.residents,
});

/** Where two drafts of one order differ, field by field. */
export const apart = (
  mine: OrderDraft,
  theirs: OrderDraft,
): { path: string; label: string; mine: string; theirs: string }[] => {
  const other = flat(theirs);
  return [...flat(mine)].flatMap(([path, x]) => {
    const text = other.get(path)?.text ?? '';
    return text === x.text ? [] : [{ path, label: x.label, mine: x.text, theirs: text }];
  });
};

/** An order the other way round: what comes to us has its ends changed over; a move of one’s own has no carrier. */
export function turned(d: OrderDraft, direction: string, services: readonly Service[]): OrderDraft {
  if (direction === d.direction) return d;
  const over = direction === 'incoming' || d.direction === 'incoming';
  const ends = over ? { sender: d.receiver, receiver: d.sender, receiverId: '' } : {};
  const own = services.find((s) => s.kind === 'own-car');
  const next = { ...d, ...ends, direction };
  if (direction !== 'own-move' || !own || services.find((s) => s.id === d.serviceId)?.kind === 'own-car') return next;
  return { ...next, serviceId: own.id, ...follow(d.handOver, services, own.id, draftEndsOf(next)) };
}
