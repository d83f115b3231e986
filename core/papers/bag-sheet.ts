import type { Species } from '@/core/catalogue/schema';
import type { BagLabel } from './bag-label';
import type { Format } from './formats';
import { blank, fitted, qrAt, unbroken, type Pen, type Sheet, type Type } from './sheet';
import { silhouette } from './silhouette';
import { dayClockIn, figureIn, lengthIn, type Words } from './words';

/** A label with what only the house knows of it. */
export interface PrintedLabel extends BagLabel {
  number: number;
  of: number;
  shape: Species['look']['shape'];
  /** Of film that breathes. */
  breathes: boolean;
  /** What all in it bear for a day, °C. */
  keepC: { min: number; max: number } | null;
  /** Worst case, on the receiver’s clock; null where no hour is known. */
  openBefore: { town: string; ms: number; zone: string } | null;
  from: { name: string; phone: string };
  to: { name: string; phone: string };
}

/** What the QR code of a bag says: its number, by which it is checked into its box. */
const bagNumber = (x: Pick<BagLabel, 'code' | 'bag'>): string => `${x.code}/${x.bag}`;

const sexWords = (a: BagLabel['animals'][number], w: Words): string =>
  a.sexes
    ? `${a.sexes.males} ${w.sexes.male}, ${a.sexes.females} ${w.sexes.female}`
    : a.sex === 'unsexed'
      ? ''
      : w.sexes[a.sex];

const animalWords = (a: BagLabel['animals'][number], w: Words): string =>
  [a.variety, sexWords(a, w), lengthIn(a.length, w)].filter(Boolean).join(', ');

/** Water, gas and layers; in English with how it was filled and closed. */
const filledWords = (x: PrintedLabel, w: Words): string =>
  w.tag === 'en-GB'
    ? `${x.filled}.`
    : [
        `${w.water} ${figureIn(x.waterL, w)} L`,
        x.gas.kind === 'none'
          ? w.noGas
          : `${x.gas.kind === 'oxygen' ? w.oxygen : w.air} ${figureIn(x.gas.litres, w)} L`,
        w.layers(x.layers),
      ].join('; ');

/** As wide as a QR code stands, with its white edge, mm. */
const QR = { large: 24, small: 15 };

function heading(pen: Pen, x: PrintedLabel, w: Words): void {
  pen.row([
    { text: x.code, share: 1, style: { pt: 12, bold: true } },
    { text: w.bagOf(x.number, x.of), share: 1, style: { pt: 11, bold: true, align: 'right' } },
  ]);
  pen.rule(0.5);
}

/** Degrees that the strip on a label shows. */
const STRIP = { from: 0, to: 40 };

/** What they bear for a day, as a strip of degrees. */
function strip(pen: Pen, keepC: { min: number; max: number }): void {
  const { sheet, frame } = pen;
  if (pen.left < 4) return void (pen.over = true);
  const x = (c: number): number =>
    frame.x + (frame.w * (Math.min(STRIP.to, Math.max(STRIP.from, c)) - STRIP.from)) / (STRIP.to - STRIP.from);
  const y = pen.y + 0.5;
  sheet.ink.push({ kind: 'rect', x: frame.x, y, w: frame.w, h: 2.2, fill: false, strokeMm: 0.25 });
  sheet.ink.push({ kind: 'rect', x: x(keepC.min), y, w: x(keepC.max) - x(keepC.min), h: 2.2, fill: true, strokeMm: 0 });
  for (let c = STRIP.from + 5; c < STRIP.to; c += 5)
    sheet.ink.push({ kind: 'rect', x: x(c), y: y + 2.2, w: 0.2, h: c % 10 === 0 ? 1.2 : 0.8, fill: true, strokeMm: 0 });
  pen.y = y + 4;
}

/** All that is known of a bag, for a label that has room. */
function whole(pen: Pen, x: PrintedLabel, w: Words): void {
  heading(pen, x, w);
  const qr = pen.frame.w > 80 ? QR.large : 20;
  qrAt(pen.sheet, pen.type, bagNumber(x), pen.frame.x + pen.frame.w - qr + 1, pen.y + 1, qr - 2);
  pen.beside(qr + 2, qr, (p) => {
    const at = p.y;
    p.write(x.bag, { pt: 40, bold: true });
    const used = p.type.widthMm(x.bag, 40 * p.scale, true);
    const fish = Math.min(26, p.frame.w - used - 4);
    if (fish > 12)
      p.sheet.ink.push({
        kind: 'path',
        x: p.frame.x + used + 4 + fish / 2,
        y: (at + p.y) / 2 + 1,
        scale: fish / 60,
        d: silhouette(x.shape),
        fill: true,
        strokeMm: 0,
      });
  });
  for (const a of x.animals) {
    pen.write(`${a.count} ${a.name}`, { pt: 13, bold: true });
    pen.write(a.scientific, { pt: 9.5 });
    pen.write([animalWords(a, w), w.fromTank(a.tank)].filter(Boolean).join('; '), { pt: 9.5 });
  }
  if (x.keepC) {
    pen.rule();
    pen.write(w.keepAt(x.keepC.min, x.keepC.max), { pt: 11, bold: true });
    strip(pen, x.keepC);
  }
  pen.rule();
  pen.write(filledWords(x, w), { pt: 9.5 });
  if (x.treated.length > 0) pen.write(`${w.inTheWater}: ${x.treated.join('; ')}.`, { pt: 9.5, bold: true });
  for (const n of x.notes) pen.write(n, { pt: 9.5 });
  if (x.openBefore) {
    pen.rule(0.5);
    pen.row([
      { text: w.openBefore(x.openBefore.town), share: 2, style: { pt: 9.5 } },
      {
        text: dayClockIn(x.openBefore.ms, x.openBefore.zone, w),
        share: 3,
        style: { pt: 14, bold: true, align: 'right' },
      },
    ]);
  }
  pen.rule(0.5);
  for (const h of x.heed) pen.write(w.heed[h], { pt: 9.5, bold: h !== 'still' });
  pen.gap(1);
  pen.write(w.whenItArrives, { pt: 10.5, bold: true });
  [w.arrival.dim, x.breathes ? w.arrival.noFloat : w.arrival.shut, w.arrival.byCard].forEach((t, i) =>
    pen.write(`${i + 1}  ${t}`, { pt: 9 }),
  );
  pen.rule();
  pen.row([
    { text: `${w.from} ${x.from.name} ${unbroken(x.from.phone)}`, share: 1, style: { pt: 9 } },
    { text: `${w.to} ${x.to.name} ${unbroken(x.to.phone)}`, share: 1, style: { pt: 9 } },
  ]);
}

/** What must stand on the smallest label: whose it is, what is in it, until when, and what not to do. */
function short(pen: Pen, x: PrintedLabel, w: Words): void {
  const qr = pen.frame.h < 35 ? QR.small : QR.small + 3;
  qrAt(pen.sheet, pen.type, bagNumber(x), pen.frame.x + pen.frame.w - qr + 1, pen.y, qr - 1);
  pen.beside(qr + 1, qr, (p) => {
    p.row([
      { text: x.bag, share: 2, style: { pt: 18, bold: true } },
      { text: `${x.code} ${x.number}/${x.of}`, share: 3, style: { pt: 9, align: 'right' } },
    ]);
    for (const a of x.animals) {
      p.write(`${a.count} ${a.name}`, { pt: 11, bold: true });
      p.write([a.scientific, animalWords(a, w), w.fromTank(a.tank)].filter(Boolean).join('; '), { pt: 8 });
    }
  });
  if (x.openBefore)
    pen.write(`${w.openBefore(x.openBefore.town)} ${dayClockIn(x.openBefore.ms, x.openBefore.zone, w)}`, {
      pt: 9.5,
      bold: true,
    });
  for (const h of x.heed) if (h !== 'still') pen.write(w.heed[h], { pt: 8.5, bold: true });
  if (x.treated.length > 0) pen.write(`${w.inTheWater}: ${x.treated.join('; ')}.`, { pt: 8.5 });
  for (const n of x.notes) pen.write(n, { pt: 8.5 });
  pen.ifRoom(`${w.to} ${x.to.name} ${unbroken(x.to.phone)}`, { pt: 8.5 });
  if (x.heed.includes('still')) pen.ifRoom(w.heed.still, { pt: 8.5 });
  pen.ifRoom(filledWords(x, w), { pt: 8 });
}

/** From this height a label tells all. */
const WHOLE_FROM_MM = 100;
/** A roll is cut no shorter and no longer than this, mm. */
const ROLL = { least: 40, most: 300 };

/** The label of a bag on a paper, and on a language; a roll is as long as what stands on it. */
export function bagSheet(x: PrintedLabel, format: Format, w: Words, type: Type): Sheet {
  const { widthMm, heightMm, edgeMm } = format;
  const sheet = blank(widthMm, heightMm ?? ROLL.most);
  const frame = { x: edgeMm, y: edgeMm, w: widthMm - 2 * edgeMm, h: sheet.heightMm - 2 * edgeMm };
  const draw = heightMm === null || heightMm >= WHOLE_FROM_MM ? whole : short;
  const pen = fitted(
    sheet,
    frame,
    type,
    `The label of bag ${x.bag}`,
    (p) => draw(p, x, w),
    heightMm === null ? 1 : 1.35,
  );
  if (heightMm === null) sheet.heightMm = Math.max(ROLL.least, Math.ceil(pen.y + edgeMm));
  return sheet;
}
