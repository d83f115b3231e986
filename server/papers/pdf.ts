import path from 'node:path';
import PDFDocument from 'pdfkit';
import type { Paper } from '@/core/papers/confirmation';

const FONTS = path.join(/* turbopackIgnore: true */ process.cwd(), 'server', 'papers', 'fonts');
const EDGE = 56;
/** Sizes, pt: on paper nothing is smaller than 8. */
const [TITLE, LEAD, HEADING, TEXT] = [16, 10.5, 11.5, 9.5];
const TICK = 7;

/** A letter the font has not is shown as a box; the plain text keeps it. */
function writable(pdf: PDFKit.PDFDocument, text: string): string {
  // The open font knows which letters it has.
  const { font } = (pdf as unknown as { _font: { font: { hasGlyphForCodePoint: (c: number) => boolean } } })._font;
  return [...text].map((ch) => (font.hasGlyphForCodePoint(ch.codePointAt(0)!) ? ch : '□')).join('');
}

/** A paper on A4, black only: letters of Latin, Greek, Cyrillic, Arabic, Hebrew, Armenian and Georgian are embedded. */
export async function paperPdf(paper: Paper): Promise<Uint8Array> {
  const pdf = new PDFDocument({ size: 'A4', margin: EDGE, info: { Title: paper.title } });
  pdf.registerFont('text', path.join(FONTS, 'DejaVuSans.ttf'));
  pdf.registerFont('bold', path.join(FONTS, 'DejaVuSans-Bold.ttf'));
  const parts: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    pdf.on('data', (part: Buffer) => parts.push(part));
    pdf.on('end', () => resolve(Buffer.concat(parts)));
    pdf.on('error', reject);
  });
  const write = (text: string, size: number, font: 'text' | 'bold' = 'text', indent = 0): void => {
    pdf.font(font).fontSize(size);
    pdf.text(writable(pdf, text), EDGE + indent, undefined, {
      width: pdf.page.width - 2 * EDGE - indent,
      lineGap: 1.5,
    });
  };
  /** What belongs together begins on a new page where little of this one is left. */
  const room = (needed: number): void => {
    if (pdf.y + needed > pdf.page.height - EDGE) pdf.addPage();
  };
  write(paper.title, TITLE, 'bold');
  pdf.moveDown(0.4);
  for (const line of paper.lead) write(line, LEAD);
  for (const s of paper.sections) {
    pdf.moveDown(1);
    room(60);
    write(s.heading, HEADING, 'bold');
    pdf
      .moveTo(EDGE, pdf.y + 1)
      .lineTo(pdf.page.width - EDGE, pdf.y + 1)
      .lineWidth(0.6)
      .stroke();
    pdf.moveDown(0.4);
    if (s.table) table(pdf, s.table);
    for (const line of s.lines) {
      room(LEAD * 2);
      if (s.ticks)
        pdf
          .rect(EDGE, pdf.y + 1.5, TICK, TICK)
          .lineWidth(0.7)
          .stroke();
      write(line, TEXT, 'text', s.ticks ? 15 : 0);
    }
  }
  pdf.end();
  return whole;
}

/** Figures side by side, the names of rows and columns plain, what is measured bold. */
function table(pdf: PDFKit.PDFDocument, rows: readonly (readonly string[])[]): void {
  pdf.fontSize(TEXT);
  pdf.table({
    position: { x: EDGE, y: pdf.y },
    columnStyles: (i: number) => ({ width: i === 0 ? 170 : 110 }),
    defaultStyle: { border: 0, padding: [2, 4, 2, 0] },
    data: rows.map((row, r) =>
      row.map((cell, i) => ({
        text: writable(pdf.font('text'), cell),
        align: { x: i === 0 ? ('left' as const) : ('right' as const), y: 'top' as const },
        font: { src: r === 0 || i === 0 ? 'text' : 'bold' },
      })),
    ),
  });
  pdf.moveDown(0.4);
}
