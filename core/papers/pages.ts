import { blank, LEAST_PT, MM_PER_PT, Pen, type SheetFrame, type Sheet, type Type } from './sheet';

/** Something to print or to send: headings, plain lines, and small tables. */
export interface Paper {
  title: string;
  lead: string[];
  sections: Section[];
}
export interface Section {
  heading: string;
  lines: string[];
  /** First row and first column are names; a row of which the last cell is a sum may be marked by a leading "=". */
  table?: string[][];
  ticks?: boolean;
  /** Lines that stand out, by their place. */
  bold?: number[];
  /** Numbers before the lines. */
  numbered?: boolean;
}

export interface PageSize {
  widthMm: number;
  heightMm: number;
  edgeMm: number;
}
export const A4: PageSize = { widthMm: 210, heightMm: 297, edgeMm: 18 };
export const A5: PageSize = { widthMm: 148, heightMm: 210, edgeMm: 12 };

const SIZE = { title: 17, lead: 10.5, heading: 11.5, text: 9.5 };

type Draw = (pen: Pen) => void;

/** The parts of a paper that stay together, in order. */
function blocksOf(paper: Paper, scale: number): Draw[] {
  const pt = (x: number): number => Math.max(LEAST_PT, x * scale);
  return [
    (pen) => {
      pen.write(paper.title, { pt: pt(SIZE.title), bold: true }).gap(1.5);
      for (const line of paper.lead) pen.write(line, { pt: pt(SIZE.lead) });
    },
    ...paper.sections.flatMap((s): Draw[] => {
      const heading: Draw = (pen) =>
        void pen
          .gap(4)
          .write(s.heading, { pt: pt(SIZE.heading), bold: true })
          .rule(0.2)
          .gap(0.4);
      const rows = (s.table ?? []).map(
        (r, i): Draw =>
          (pen) =>
            tableRow(pen, r, i === 0, pt(SIZE.text)),
      );
      const lines = s.lines.map(
        (line, i): Draw =>
          (pen) =>
            void (
              s.ticks
                ? pen.tick(line, { pt: pt(SIZE.text) })
                : pen.write(s.numbered ? `${i + 1}  ${line}` : line, {
                    pt: pt(SIZE.text),
                    bold: s.bold?.includes(i) ?? false,
                  })
            ).gap(0.5),
      );
      const all = [...rows, ...lines];
      // A heading never stands alone at the foot.
      const [first, ...rest] = all;
      return [
        (pen): void => {
          if (s.heading) heading(pen);
          else pen.gap(2);
          first?.(pen);
        },
        ...rest,
      ];
    }),
  ];
}

function tableRow(pen: Pen, cells: readonly string[], head: boolean, pt: number): void {
  const sum = cells[0]?.startsWith('=') ?? false;
  if (sum) pen.rule(0.2);
  pen.row(
    cells.map((text, i) => ({
      text: i === 0 && sum ? text.slice(1) : text || ' ',
      share: i === 0 ? 2.2 : 1,
      style: { pt, bold: sum || (!head && i > 0), align: i === 0 ? ('left' as const) : ('right' as const) },
    })),
  );
  pen.gap(0.3);
}

/** A paper on as many pages as it takes; the code and the page stand at the foot where there are several. */
export function pagesOf(paper: Paper, size: PageSize, type: Type, scale = 1): Sheet[] {
  const { widthMm, heightMm, edgeMm } = size;
  const frame: SheetFrame = { x: edgeMm, y: edgeMm, w: widthMm - 2 * edgeMm, h: heightMm - 2 * edgeMm };
  const pages: Sheet[] = [blank(widthMm, heightMm)];
  let pen = new Pen(pages[0]!, frame, type);
  for (const draw of blocksOf(paper, scale)) {
    const trial = new Pen(blank(widthMm, heightMm), { ...frame, y: pen.y, h: pen.left }, type);
    draw(trial);
    if (trial.over && pen.y > frame.y) {
      pages.push(blank(widthMm, heightMm));
      pen = new Pen(pages[pages.length - 1]!, frame, type);
    }
    draw(pen);
  }
  if (pages.length > 1)
    pages.forEach((p, i) => {
      const text = `${paper.title}, ${i + 1}/${pages.length}`;
      const w = type.widthMm(text, LEAST_PT, false);
      const y = heightMm - edgeMm / 2 + LEAST_PT * MM_PER_PT;
      if (w < frame.w)
        p.ink.push({ kind: 'text', x: widthMm - edgeMm - w, y, pt: LEAST_PT, bold: false, text, widthMm: w });
    });
  return pages;
}

/** The same on one page, shrunk as far as it must be; what does not fit even so goes on a second one. */
export function onePage(paper: Paper, size: PageSize, type: Type): Sheet[] {
  for (const scale of [1, 0.95, 0.9, 0.85]) {
    const pages = pagesOf(paper, size, type, scale);
    if (pages.length === 1) return pages;
  }
  return pagesOf(paper, size, type, 0.85);
}
