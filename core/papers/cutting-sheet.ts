import type { CutSheet, FoamPiece } from '@/core/box/cutting';
import { A4, pagesOf } from './pages';
import { LEAST_PT, MM_PER_PT, type Sheet, type Type } from './sheet';

/** A cutting list with every sheet drawn to scale. */
export function cuttingList(
  x: {
    title: string;
    wallCm: number;
    pieces: readonly FoamPiece[];
    sheets: readonly CutSheet[] | null;
    sheetMm: string;
  },
  type: Type,
): Sheet[] {
  const pages = pagesOf(
    {
      title: x.title,
      lead: [
        `Sheet ${Math.round(x.wallCm * 10)} mm thick, ${x.sheetMm}. Sizes in mm, plus 2 for the cut.`,
        'Arrange the sides in a ring, each overlapping the next corner, so no joint goes straight through.',
      ],
      sections: [
        {
          heading: 'Pieces',
          table: [
            ['', 'Long', 'Wide', 'Count'],
            ...x.pieces.map((p) => [p.name, `${p.longMm}`, `${p.wideMm}`, `${p.count}`]),
          ],
          lines: [
            x.sheets
              ? `From ${x.sheets.length} ${x.sheets.length === 1 ? 'sheet' : 'sheets'}.`
              : 'A piece is larger than a sheet: glue two, joints staggered, or use larger sheets.',
            'Cut away from your body, on a board. Keep foam dust out of lungs and drains.',
          ],
        },
      ],
    },
    A4,
    type,
  );
  const page = pages[pages.length - 1]!;
  const { edgeMm, widthMm, heightMm } = A4;
  let y = 120;
  for (const s of x.sheets ?? []) {
    const scale = Math.min((widthMm - 2 * edgeMm) / s.longMm, 0.12);
    const high = s.wideMm * scale;
    if (y + high > heightMm - edgeMm) break;
    page.ink.push({ kind: 'rect', x: edgeMm, y, w: s.longMm * scale, h: high, fill: false, strokeMm: 0.4 });
    for (const c of s.cuts) {
      const [cx, cy, cw, ch] = [edgeMm + c.x * scale, y + c.y * scale, c.longMm * scale, c.wideMm * scale];
      page.ink.push({ kind: 'rect', x: cx, y: cy, w: cw, h: ch, fill: false, strokeMm: 0.2 });
      const text = `${c.name} ${c.longMm} × ${c.wideMm}`;
      const w = type.widthMm(text, LEAST_PT, false);
      if (w < cw - 1 && ch > 4)
        page.ink.push({
          kind: 'text',
          x: cx + (cw - w) / 2,
          y: cy + ch / 2 + 0.35 * LEAST_PT * MM_PER_PT,
          pt: LEAST_PT,
          bold: false,
          text,
          widthMm: w,
        });
    }
    y += high + 6;
  }
  return pages;
}
