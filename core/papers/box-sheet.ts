import { blank, fitted, qrAt, unbroken, type Sheet, type Type } from './sheet';
import { silhouette } from './silhouette';
import { dayClockIn, figureIn, type Words } from './words';

/** What stands on the sides of a box. */
export interface BoxLabel {
  code: string;
  box: string;
  number: number;
  of: number;
  kg: number;
  animals: number;
  from: { name: string; address: string; phone: string };
  to: { name: string; address: string; phone: string; town: string };
  depotCode: string;
  collection: 'door' | 'depot' | 'counter';
  keepC: { min: number; max: number } | null;
  safeUntil: { town: string; ms: number; zone: string } | null;
  reference: string;
}

const boxNumber = (x: Pick<BoxLabel, 'code' | 'box'>): string => `${x.code}/BOX-${x.box}`;

/** A5, landscape, mm. */
const BOX_SIDE = { widthMm: 210, heightMm: 148 };
const EDGE = 4;

/** Two arrows on a bar: which way is up, as everybody who carries boxes reads it (common practice). */
const ARROWS =
  'M0 12L11 0L22 12L15 12L15 30L7 30L7 12ZM26 12L37 0L48 12L41 12L41 30L33 30L33 12ZM0 34L48 34L48 37L0 37Z';

/** One side of a box. Where it goes is read from across a hall, then whom to call. */
export function boxSheet(x: BoxLabel, w: Words, type: Type): Sheet {
  const sheet = blank(BOX_SIDE.widthMm, BOX_SIDE.heightMm);
  const { ink } = sheet;
  const [W, H] = [BOX_SIDE.widthMm, BOX_SIDE.heightMm];
  const line = (lx: number, ly: number, lw: number, lh: number): void =>
    void ink.push({ kind: 'rect', x: lx, y: ly, w: lw, h: lh, fill: true, strokeMm: 0 });
  const part = (name: string, fx: number, fy: number, fw: number, fh: number, draw: Parameters<typeof fitted>[4]) =>
    fitted(sheet, { x: fx, y: fy, w: fw, h: fh }, type, `${name} on box ${x.box}`, draw, 1.35);

  // Live fish, this way up.
  ink.push({ kind: 'path', x: EDGE + 2, y: EDGE + 3, scale: 0.72, d: ARROWS, fill: true, strokeMm: 0 });
  ink.push({
    kind: 'path',
    x: W - EDGE - 20,
    y: EDGE + 17,
    scale: 0.58,
    d: silhouette('flat'),
    fill: true,
    strokeMm: 0,
  });
  part('The heading', 46, EDGE, W - 46 - 44, 38, (p) => {
    p.write(w.liveFish, { pt: 44, bold: true, align: 'center' });
    p.write([w.thisWayUp, w.urgent].join('. '), { pt: 13, align: 'center' });
  });
  line(0, 44, W, 0.9);

  // What it needs.
  part('What it needs', EDGE, 47, 112, 30, (p) => {
    if (x.keepC) p.write(w.keepAt(x.keepC.min, x.keepC.max), { pt: 16, bold: true });
    p.write(w.keepWarmth, { pt: 12, bold: true });
    p.write(`${w.outOfSun}. ${w.keepShut}.`, { pt: 10.5 });
  });
  ink.push({ kind: 'rect', x: 122, y: 44, w: W - 122, h: 35, fill: true, strokeMm: 0 });
  part('When it is late', 125, 47, W - 125 - EDGE, 30, (p) => {
    p.write(w.late, { pt: 14, bold: true, onDark: true });
    if (x.safeUntil) {
      p.write(w.safeUntil, { pt: 11, onDark: true });
      p.write(`${dayClockIn(x.safeUntil.ms, x.safeUntil.zone, w)} ${x.safeUntil.town}`, {
        pt: 15,
        bold: true,
        onDark: true,
      });
    }
  });
  line(0, 79, W, 0.9);

  // Whose it is: the town largest.
  part('The receiver', EDGE, 82, 108, H - 82 - EDGE, (p) => {
    p.write(w.to, { pt: 9 });
    p.row([
      { text: x.to.town, share: 3, style: { pt: 26, bold: true } },
      ...(x.depotCode ? [{ text: x.depotCode, share: 2, style: { pt: 26, bold: true, align: 'right' as const } }] : []),
    ]);
    p.write(x.to.name, { pt: 16, bold: true });
    for (const l of x.to.address.split('\n')) p.write(l, { pt: 11 });
    p.write(unbroken(x.to.phone), { pt: 18, bold: true });
    p.write({ door: w.toTheDoor, depot: w.hold, counter: w.collect }[x.collection], { pt: 11, bold: true });
  });
  line(116, 79, 0.3, H - 79);
  part('The sender', 119, 82, 50, H - 82 - EDGE, (p) => {
    p.write(w.from, { pt: 9 });
    p.write(x.from.name, { pt: 12, bold: true });
    for (const l of x.from.address.split('\n')) p.write(l, { pt: 9.5 });
    p.write(unbroken(x.from.phone), { pt: 12, bold: true });
    if (x.reference) p.gap(2).write(x.reference, { pt: 10, bold: true });
  });
  line(171, 79, 0.3, H - 79);
  qrAt(sheet, type, boxNumber(x), 176, 83, 28);
  part('The number', 173, 113, W - 173 - EDGE, H - 113 - EDGE, (p) => {
    p.write(x.code, { pt: 12, bold: true, align: 'center' });
    p.write(w.boxOf(x.number, x.of), { pt: 12, bold: true, align: 'center' });
    p.write(`${figureIn(x.kg, w, 1)} kg`, { pt: 12, align: 'center' });
  });
  return sheet;
}
