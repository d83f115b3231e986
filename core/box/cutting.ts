import { MaxRectsPacker } from 'maxrects-packer';

/** Pieces of sheet foam for a box by own measures, and where they lie on the sheets; all mm. */
export interface FoamPiece {
  name: string;
  longMm: number;
  wideMm: number;
  count: number;
}
export interface CutSheet {
  longMm: number;
  wideMm: number;
  cuts: { name: string; x: number; y: number; longMm: number; wideMm: number }[];
}

/** What a blade takes between two pieces, mm (common practice: a knife next to nothing, a saw two). */
const KERF_MM = 2;

/**
 * Floor, lid and four sides. Sides interlock in a ring: each runs past the corner of the next by the wall, so that no joint goes straight
 * through. Inside and wall in cm; the ring closes exactly: the pieces' volume is that of the walls.
 */
export function piecesOf(insideCm: readonly [number, number, number], wallCm: number): FoamPiece[] {
  const [l, w, h] = insideCm.map((cm) => Math.round(cm * 10)) as [number, number, number];
  const t = Math.round(wallCm * 10);
  return [
    { name: 'Floor', longMm: l + 2 * t, wideMm: w + 2 * t, count: 1 },
    { name: 'Lid', longMm: l + 2 * t, wideMm: w + 2 * t, count: 1 },
    { name: 'Long side', longMm: l + t, wideMm: h, count: 2 },
    { name: 'Short side', longMm: w + t, wideMm: h, count: 2 },
  ];
}

/** Lays pieces on sheets, turned where it helps; null where a piece is larger than a sheet. */
export function cutFrom(pieces: readonly FoamPiece[], sheet: { longMm: number; wideMm: number }): CutSheet[] | null {
  const packer = new MaxRectsPacker(sheet.longMm, sheet.wideMm, KERF_MM, {
    smart: false,
    pot: false,
    square: false,
    allowRotation: true,
  });
  const fits = (p: FoamPiece): boolean =>
    Math.max(p.longMm, p.wideMm) <= Math.max(sheet.longMm, sheet.wideMm) &&
    Math.min(p.longMm, p.wideMm) <= Math.min(sheet.longMm, sheet.wideMm);
  if (!pieces.every(fits)) return null;
  for (const p of pieces) for (let i = 0; i < p.count; i++) packer.add(p.longMm, p.wideMm, p.name);
  return packer.bins.map((bin) => ({
    ...sheet,
    cuts: bin.rects.map((r) => ({
      name: String(r.data),
      x: r.x,
      y: r.y,
      longMm: r.width,
      wideMm: r.height,
    })),
  }));
}
