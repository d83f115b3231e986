import { otherSchool } from '@/core/acclimation/recommend';
import { cutFrom, piecesOf } from '@/core/box/cutting';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { assume } from '@/core/consignment/assume';
import { waterOfTank } from '@/core/consignment/waters';
import { bagSheet } from '@/core/papers/bag-sheet';
import { boxSheet } from '@/core/papers/box-sheet';
import { acclimationCard, type CardLane } from '@/core/papers/card';
import { costSheet } from '@/core/papers/cost-sheet';
import { cuttingList } from '@/core/papers/cutting-sheet';
import { formatOf, type Format } from '@/core/papers/formats';
import { paperKinds, type PaperKind } from '@/core/papers/kinds';
import { packingList } from '@/core/papers/packing-list';
import { A4, A5, onePage, pagesOf } from '@/core/papers/pages';
import { ganged, stamped, type Sheet, type Type } from '@/core/papers/sheet';
import { wordsOf, type Words } from '@/core/papers/words';
import type { Receiver } from '@/records/people';
import { methodComparisons } from '@/server/arrive/methods';
import { onlyFish, type Station } from '@/server/consignment/station';
import { weighedBoxes } from '@/server/box/weigh';
import { profileOf } from '@/server/house';
import { boxLabelsOf, hoursKnown, labelsOf } from '@/server/pack/labels';
import { confirmationOf } from './confirmation';
import { costsHere, moneyOf } from './costs';
import { houseType } from './type';

/** The language of a receiver’s papers: the consignment’s own, that of the address book, or English. */
export function languageOf({ h, c }: Pick<Station, 'h' | 'c'>): string {
  if (c.language) return c.language;
  const known = c.receiverId ? (h.records.byId(c.receiverId)?.document as Receiver | undefined) : undefined;
  return known?.language ?? 'en';
}

/** "Box 1: 10.18 kg by the scale, 18.03 kg by size (56 × 46 × 42 cm ÷ 6000); 18.5 kg are paid, since size decides: €74.00." */
function freightWords(s: Station): string[] {
  const { c, e, catalogue, h } = s;
  if (!e) return [];
  const { divisor } = row(catalogue.services, c.serviceId, 'service');
  const money = moneyOf(h);
  return weighedBoxes(s, e, false).map(({ id, outsideCm, plannedKg, read, freight: f, price }) => {
    const weight = read ? `${read.kg.toFixed(2)} kg on the scale` : `${plannedKg.toFixed(2)} kg planned`;
    const size = `${f.volumetric.toFixed(2)} kg by volume (${outsideCm.join(' × ')} cm ÷ ${divisor})`;
    const decides = f.chargedBy === 'volume' ? 'size' : 'weight';
    return `Box ${id}: ${weight}, ${size}; ${f.chargeable.toFixed(1)} kg charged, because ${decides} decides: ${money(price)}.`;
  });
}

function cardLanes(s: Station): CardLane[] {
  const { c, e, h } = s;
  if (!e) return [];
  return methodComparisons(h, c, e, s.nowMs).flatMap((l): CardLane[] => {
    const best = l.recommendation.ranked[0];
    if (!best) return [];
    const bag = c.bags.find((b) => b.id === l.bagIds[0])!;
    const source = waterOfTank(
      assume(c, s.catalogue, e.assumptions),
      c.lines.find((x) => x.id === bag.animals[0]!.lineId)!.tank,
    );
    const guess = (w: { guessed: readonly string[] }): boolean => w.guessed.includes('pH');
    return [
      {
        bags: l.bagIds,
        species: l.speciesNames,
        opened: l.opened,
        tank: l.tank,
        guessed: { bag: guess(source), tank: guess(l.tank) },
        recommended: best.course,
        other: otherSchool(l.recommendation.ranked)?.course ?? null,
      },
    ];
  });
}

/** EPS sheets as they are sold, mm (common practice). */
const FOAM_SHEET = { longMm: 1250, wideMm: 600 };

function cutting(s: Station, type: Type): Sheet[] {
  return s.c.boxes.flatMap((b) => {
    if (b.own?.build !== 'cut') return [];
    const pieces = piecesOf(b.own.insideCm, b.own.wallCm);
    return cuttingList(
      {
        title: `Cutting list, box ${b.id} of ${s.c.code}`,
        wallCm: b.own.wallCm,
        pieces,
        sheets: cutFrom(pieces, FOAM_SHEET),
        sheetMm: `${FOAM_SHEET.longMm} × ${FOAM_SHEET.wideMm} mm`,
      },
      type,
    );
  });
}

/** Bag labels on a paper, several on a sheet where it holds several. */
/** Papers of what was cancelled say so over their middle; labels each by itself, before they share a sheet. */
const voided = (s: Station, x: Sheet, w: Words, type: Type): Sheet =>
  s.c.cancelled ? stamped(x, w.cancelled, type) : x;

function bagSheets(s: Station, format: Format, w: Words, type: Type, bag?: string): Sheet[] {
  const small = labelsOf(s)
    .filter((x) => bag === undefined || x.bag === bag)
    .map((x) => bagSheet(x, format, w, type))
    .map((x) => voided(s, x, w, type));
  return format.sheet ? ganged(small, format.sheet) : small;
}

/** Sides of a box that carry its label. */
const SIDES = 4;

export interface PapersQuery {
  kinds: readonly PaperKind[];
  format: string;
  /** White edge of the printer, mm; that of the paper where absent. */
  edgeMm?: number;
  /** Labels of these bags only; all where absent. */
  bag?: string | undefined;
  /** Each box side once instead of four times: for looking at. */
  once?: boolean;
}

export interface Papers {
  title: string;
  sheets: Sheet[];
  /** What did not fit, could not be written, or is missing. */
  told: string[];
}

/** Said while the odds are computed. */
export const HOURS_FOLLOW =
  'Odds are still being computed. “Open before” is left off until they are ready. Look again in a moment.';

const WHAT: Record<PaperKind, (s: Station, want: PapersQuery, w: Words, type: Type) => Sheet[]> = {
  bags: (s, want, w, type) =>
    bagSheets(
      s,
      { ...formatOf(want.format), ...(want.edgeMm === undefined ? {} : { edgeMm: want.edgeMm }) },
      w,
      type,
      want.bag,
    ),
  boxes: (s, want, w, type) =>
    boxLabelsOf(s).flatMap((x) => {
      const side = boxSheet(x, w, type);
      return want.once ? [side] : Array.from({ length: SIDES }, () => side);
    }),
  list: (s, _, w, type) => {
    const { c, h } = s;
    const there = c.receiver.place;
    const at = (iso: string): string =>
      `${dayWords(Date.parse(iso), there.zone)}, ${clockWords(Date.parse(iso), there.zone)}`;
    const own = (profileOf(h).papers ?? '').split('\n').filter((x) => x.trim());
    const { claimHours } = withOverrides(c.assumptions);
    const { approvalNumber } = row(s.catalogue.services, c.serviceId, 'service');
    const carrier = [
      ...(approvalNumber ? [`${w.list.approval} ${approvalNumber}`] : []),
      ...(c.charges?.insured ? [`${w.list.insured} ${moneyOf(h, w.tag)(c.charges.insured)}`] : []),
    ];
    const head = {
      when: `${c.code}, ${at(c.window?.startAt ?? c.openingAt)}, ${there.name}`,
      claimHours,
      own,
      carrier,
    };
    return pagesOf(packingList(c, s.catalogue, costsHere(s), moneyOf(h, w.tag), w, head), A4, type);
  },
  card: (s, _, w, type) => {
    const { c } = s;
    const lanes = cardLanes(s);
    if (lanes.length === 0) return [];
    const phones = [c.sender, c.receiver].map((p) => `${p.name}, ${p.place.name}${p.phone ? `: ${p.phone}` : ''}`);
    const receiver = `${w.to} ${c.receiver.name}, ${c.receiver.place.name}`;
    return onePage(
      acclimationCard({ code: c.code, receiver, phones }, lanes, w, withOverrides(c.assumptions)),
      lanes.length > 1 ? A4 : A5,
      type,
    );
  },
  confirmation: (s, _, __, type) => {
    const paper = confirmationOf(s.h, s.c.code);
    return paper.ok ? pagesOf(paper.value, A4, type) : [];
  },
  'buyer-costs': (s, _, __, type) => pagesOf(sum(s, 'buyer'), A4, type),
  'own-costs': (s, _, __, type) => pagesOf(sum(s, 'own'), A4, type),
  certificate: (s, _, __, type) =>
    s.h.certificates
      .all()
      .filter((x) => x.code === s.c.code)
      .flatMap((x) => pagesOf(x.paper, A4, type)),
  cutting: (s, _, __, type) => cutting(s, type),
};

const sum = (s: Station, who: 'own' | 'buyer') =>
  costSheet(
    {
      code: s.c.code,
      who,
      receiver: `${s.c.receiver.name}, ${s.c.receiver.place.name}`,
      freightWords: freightWords(s),
    },
    costsHere(s),
    moneyOf(s.h),
  );

/** Papers of one consignment, laid out, in the order in which they are needed. */
export function papersOf(s: Station, want: PapersQuery): Outcome<Papers> {
  if (s.c.direction === 'incoming') return refuse('code', 'This is an arrival; the sender prints the papers.');
  if (s.c.bags.length === 0) return refuse('code', 'No bags planned yet; nothing to print.');
  const w = wordsOf(languageOf(s), onlyFish(s));
  const type = houseType();
  const sheets = paperKinds
    .filter((k) => want.kinds.includes(k.id))
    .flatMap((k) => {
      const made = WHAT[k.id](s, want, w, type);
      return k.id === 'bags' ? made : made.map((x) => voided(s, x, w, type));
    });
  const told = sheets.flatMap((x) => x.told);
  // Of what was opened no odds come any more.
  const waited = s.e !== null && !s.c.actual.openedAt && !hoursKnown(s);
  if (want.kinds.some((k) => k === 'bags' || k === 'boxes') && waited) told.unshift(HOURS_FOLLOW);
  return { ok: true, value: { title: `${s.c.code} papers`, sheets, told: [...new Set(told)] } };
}
