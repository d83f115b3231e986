import { blank, fitted, qrAt, type Sheet, type Type } from './sheet';

/** What hangs at a tank. */
export interface TankCard {
  name: string;
  /** What its code holds. */
  number: string;
  volumeL: number | null;
  role: string;
  animals: readonly string[];
}

/** A6, landscape, mm. */
const TANK_CARD = { widthMm: 148, heightMm: 105 };
const EDGE = 6;
const QR_MM = 46;

/** A card for a tank: its name across the room, what lives there, and the code that opens its page. */
export function tankCard(x: TankCard, type: Type): Sheet {
  const sheet = blank(TANK_CARD.widthMm, TANK_CARD.heightMm);
  const [W, H] = [TANK_CARD.widthMm, TANK_CARD.heightMm];
  fitted(sheet, { x: EDGE, y: EDGE, w: W - 2 * EDGE, h: 34 }, type, 'The name of the tank', (p) => {
    p.write(x.name, { pt: 52, bold: true });
  });
  sheet.ink.push({ kind: 'rect', x: 0, y: 42, w: W, h: 0.8, fill: true, strokeMm: 0 });
  fitted(sheet, { x: EDGE, y: 46, w: W - QR_MM - 3 * EDGE, h: H - 46 - EDGE }, type, 'Animals in it', (p) => {
    p.write([x.volumeL === null ? '' : `${x.volumeL} L`, x.role].filter(Boolean).join(', '), { pt: 16, bold: true });
    for (const a of x.animals) p.write(a, { pt: 13 });
  });
  qrAt(sheet, type, x.number, W - QR_MM - EDGE, 48, QR_MM);
  return sheet;
}
